using System.Text.Json.Nodes;
using MuddyLedger.Content;

namespace MuddyLedger.Core.Tests.Content;

/// <summary>The schemas beside the content say what its readers ask for.</summary>
public class ContentSchemasTests
{
    private static readonly string Folder = Given.ContentFolder;

    private static readonly Dictionary<string, string> Files = Directory
        .EnumerateFiles(Folder, "*.yaml", SearchOption.AllDirectories)
        .ToDictionary(path => Path.GetRelativePath(Folder, path).Replace('\\', '/'), File.ReadAllText);

    public static TheoryData<string> Kinds => [.. ContentSchemas.Folders.Keys];

    private static string PathOf(string kind) => Path.Combine(Folder, "schemas", $"{kind}.schema.json");

    [Theory]
    [MemberData(nameof(Kinds))]
    public void The_schema_is_the_one_that_the_reader_makes(string kind)
    {
        var written = File.ReadAllText(PathOf(kind));
        ContentSchemas.Of(Files, kind, written).ShouldBe(written, "run \"make api\" after a change of what a file may hold");
    }

    /// <summary>Writes them: called by "make api".</summary>
    [Theory(Explicit = true)]
    [MemberData(nameof(Kinds))]
    public void Write(string kind)
    {
        var path = PathOf(kind);
        File.WriteAllText(path, ContentSchemas.Of(Files, kind, File.Exists(path) ? File.ReadAllText(path) : "{}"));
    }

    // What was written by hand is words and what is finer; what the reader decides comes back by itself.
    [Fact]
    public void What_the_reader_decides_is_put_right_and_what_is_said_in_words_stays()
    {
        var written = File.ReadAllText(PathOf("job"));
        var spoilt = JsonNode.Parse(written)!;
        var step = spoilt["properties"]!["steps"]!["items"]!;
        step["properties"]!.AsObject().Remove("cautions");
        step["properties"]!["colour"] = new JsonObject { ["type"] = "string" };
        step["properties"]!["kind"]!["enum"] = new JsonArray("dance");
        step["required"] = new JsonArray();
        spoilt["properties"]!["minutes"]!["maximum"] = 5;
        ContentSchemas.Of(Files, "job", spoilt.ToJsonString()).ShouldBe(written);
        step["properties"]!["within"]!["description"] = "Said otherwise.";
        ContentSchemas.Of(Files, "job", spoilt.ToJsonString()).ShouldContain("Said otherwise.");
    }
}
