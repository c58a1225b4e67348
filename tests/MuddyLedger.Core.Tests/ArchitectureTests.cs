using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;
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

    private static readonly string Root = Path.GetDirectoryName(Given.ContentFolder)!;

    /// <summary>The written C# of these folders, from the root of the repository: neither built nor made by the store's tool.</summary>
    private static List<string> Written(params string[] folders) =>
        [
            .. folders
                .SelectMany(folder => Directory.EnumerateFiles(Path.Combine(Root, folder), "*.cs", SearchOption.AllDirectories))
                .Select(file => Path.GetRelativePath(Root, file))
                .Where(file => !file.Split(Path.DirectorySeparatorChar).Any(part => part is "obj" or "bin" or "Migrations")),
        ];

    private const int MostColumns = 140;

    /// <summary>The formatter breaks code, not comments and not words between quotes.</summary>
    [Fact]
    public void No_line_is_longer_than_a_screen_is_wide()
    {
        var files = Written("src", "tests");
        files.Count.ShouldBeGreaterThan(300);
        files
            .SelectMany(file =>
                File.ReadLines(Path.Combine(Root, file))
                    .Select((line, at) => (Where: $"{file}:{at + 1}", line.Length))
                    .Where(line => line.Length > MostColumns)
            )
            .ShouldBeEmpty();
    }

    /// <summary>A matrix has nine, and is read by its places.</summary>
    private const int MostWithoutNames = 9;

    /// <summary>Which of thirty arguments is which cannot be counted off: what makes a large record names them.</summary>
    [Fact]
    public void What_takes_many_arguments_is_made_with_their_names()
    {
        var found = Written("src").SelectMany(file => LongListsIn(file, File.ReadAllText(Path.Combine(Root, file)))).ToList();
        found.ShouldBeEmpty();
        var ten = string.Join(", ", Enumerable.Range(0, MostWithoutNames + 1));
        LongListsIn("here", $"var x = new Y({ten});").ShouldBe(["here:1"]);
        LongListsIn("here", $"Y x =\n    new({ten});").ShouldBe(["here:2"]);
        LongListsIn("here", $"record Z() : Y({ten});").ShouldBe(["here:1"]);
        LongListsIn("here", $"var x = new Y({ten[3..]}, last: 9);").ShouldBeEmpty();
    }

    private static IEnumerable<string> LongListsIn(string file, string text) =>
        from node in CSharpSyntaxTree.ParseText(text, cancellationToken: TestContext.Current.CancellationToken).GetRoot().DescendantNodes()
        let arguments = node switch
        {
            BaseObjectCreationExpressionSyntax made => made.ArgumentList,
            PrimaryConstructorBaseTypeSyntax made => made.ArgumentList,
            _ => null,
        }
        where arguments?.Arguments.Count(argument => argument.NameColon is null) > MostWithoutNames
        select $"{file}:{node.GetLocation().GetLineSpan().StartLinePosition.Line + 1}";
}
