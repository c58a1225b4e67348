using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Content;

/// <summary>A JSON Schema for each kind of content file, made from what its reader asks for, for an editor to help with.</summary>
public static class ContentSchemas
{
    private static readonly JsonSerializerOptions Layout = new()
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>The kinds, and the folder of each.</summary>
    public static IReadOnlyDictionary<string, string> Folders { get; } =
        new Dictionary<string, string>
        {
            ["access"] = "access",
            ["claims"] = "claims",
            ["job"] = "jobs",
            ["limits"] = "limits",
            ["points"] = "points",
            ["schedule"] = "schedules",
            ["set"] = "sets",
            ["wear"] = "wear",
        };

    /// <param name="files">All content, by its path below the content folder.</param>
    /// <param name="kind">One of <see cref="Folders"/>.</param>
    /// <param name="written">The schema as it stands: its words are kept.</param>
    /// <exception cref="ContentException">A file that cannot be read.</exception>
    public static string Of(IReadOnlyDictionary<string, string> files, string kind, string written)
    {
        var shape = ShapeOf(files, kind);
        // What is opened and closed is steps, as a job's are, whether an access group uses all that a step can hold or not.
        if (kind == "access")
            foreach (var turn in new[] { "open", "close" })
                shape.Under(shape, turn, list: true).Also(ShapeOf(files, "job").Under(shape, "steps", list: true));
        return shape.Schema(JsonNode.Parse(written) as JsonObject).ToJsonString(Layout) + "\n";
    }

    private static FileShape ShapeOf(IReadOnlyDictionary<string, string> files, string kind)
    {
        var limits = new LimitTable([.. FilesOf(files, "limits").SelectMany(file => LimitsFile.Read(file.Key, file.Value))]);
        var shape = new FileShape();
        FileShape.Watching.Value = shape;
        try
        {
            foreach (var (file, text) in FilesOf(files, kind))
                Read(kind, file, text, limits);
        }
        finally
        {
            FileShape.Watching.Value = null;
        }

        return shape;
    }

    private static IEnumerable<KeyValuePair<string, string>> FilesOf(IReadOnlyDictionary<string, string> files, string kind) =>
        files
            .Where(file => file.Key.StartsWith($"{Folders[kind]}/", StringComparison.Ordinal))
            .OrderBy(file => file.Key, StringComparer.Ordinal);

    private static void Read(string kind, string file, string text, LimitTable limits)
    {
        switch (kind)
        {
            case "access":
                AccessFile.Read(file, text);
                break;
            case "claims":
                ClaimsFile.Read(file, text);
                break;
            case "job":
                JobFile.Read(file, text);
                break;
            case "limits":
                LimitsFile.Read(file, text);
                break;
            case "points":
                PointsFile.Read(file, text, limits);
                break;
            case "schedule":
                ScheduleFile.Read(file, text);
                break;
            case "set":
                SetFile.Read(file, text);
                break;
            default:
                WearFile.Read(file, text);
                break;
        }
    }
}
