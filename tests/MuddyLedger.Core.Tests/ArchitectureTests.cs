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

    private const int MostColumns = 140;

    /// <summary>The formatter breaks code, not comments and not words between quotes.</summary>
    [Fact]
    public void No_line_is_longer_than_a_screen_is_wide()
    {
        var root = Path.GetDirectoryName(Given.ContentFolder)!;
        var files = new[] { "src", "tests" }
            .SelectMany(folder => Directory.EnumerateFiles(Path.Combine(root, folder), "*.cs", SearchOption.AllDirectories))
            .Select(file => Path.GetRelativePath(root, file))
            .Where(file => !file.Split(Path.DirectorySeparatorChar).Any(part => part is "obj" or "bin" or "Migrations"))
            .ToList();
        files.Count.ShouldBeGreaterThan(300);
        files
            .SelectMany(file =>
                File.ReadLines(Path.Combine(root, file))
                    .Select((line, at) => (Where: $"{file}:{at + 1}", line.Length))
                    .Where(line => line.Length > MostColumns)
            )
            .ShouldBeEmpty();
    }
}
