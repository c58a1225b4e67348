using NetArchTest.Rules;

namespace MuddyLedger.Core.Tests;

public class ArchitectureTests
{
    [Theory]
    [InlineData("Microsoft.EntityFrameworkCore")]
    [InlineData("Microsoft.AspNetCore")]
    [InlineData("Microsoft.Data.Sqlite")]
    [InlineData("YamlDotNet")]
    [InlineData("System.IO.File")]
    public void Core_knows_nothing_of_the_outside(string outside) =>
        Types.InAssembly(typeof(Refusal).Assembly).ShouldNot().HaveDependencyOn(outside).GetResult().IsSuccessful.ShouldBeTrue();

    [Fact]
    public void Core_references_neither_the_server_nor_the_store() =>
        typeof(Refusal)
            .Assembly.GetReferencedAssemblies()
            .Select(name => name.Name!)
            .ShouldAllBe(name =>
                !name.StartsWith("Microsoft.EntityFrameworkCore")
                && !name.StartsWith("Microsoft.AspNetCore")
                && !name.StartsWith("MuddyLedger")
            );

    [Fact]
    public void Core_has_no_clock_of_its_own() =>
        Types
            .InAssembly(typeof(Refusal).Assembly)
            .ShouldNot()
            .HaveDependencyOn("NodaTime.SystemClock")
            .GetResult()
            .IsSuccessful.ShouldBeTrue();
}
