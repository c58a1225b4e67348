using MuddyLedger.App.Requests;
using NetArchTest.Rules;

namespace MuddyLedger.App.Tests;

/// <summary>What answers requests must run where there is no server, no store of rows and no folder.</summary>
public class ArchitectureTests
{
    [Theory]
    [InlineData("Microsoft.EntityFrameworkCore")]
    [InlineData("Microsoft.AspNetCore")]
    [InlineData("Microsoft.Data.Sqlite")]
    [InlineData("Microsoft.Extensions")]
    [InlineData("System.IO.File")]
    [InlineData("System.IO.Directory")]
    [InlineData("System.Net")]
    [InlineData("NodaTime.SystemClock")]
    [InlineData("SkiaSharp")]
    public void App_knows_nothing_of_the_server_the_store_files_or_the_clock(string outside) =>
        Types.InAssembly(typeof(Problem).Assembly).ShouldNot().HaveDependencyOn(outside).GetResult().FailingTypeNames.ShouldBeNull();

    [Fact]
    public void App_references_only_what_is_below_it() =>
        typeof(Problem)
            .Assembly.GetReferencedAssemblies()
            .Select(name => name.Name!)
            .Where(name => !name.StartsWith("System", StringComparison.Ordinal))
            .Order()
            .ShouldBe(["MuddyLedger.Content", "MuddyLedger.Core", "MuddyLedger.Instruments", "NodaTime"]);
}
