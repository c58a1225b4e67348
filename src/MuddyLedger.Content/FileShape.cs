using System.Text.Json.Nodes;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Content;

/// <summary>
/// What a kind of file may hold, as its reader asks for it: every key, what is taken for it, and whether the file can go without. A schema
/// that is made from it cannot say anything else than the reader.
/// </summary>
internal sealed class FileShape
{
    private readonly Dictionary<string, Asked> _keys = [];

    /// <summary>The mappings of this shape that were read to their end; one that was only looked into says nothing.</summary>
    private readonly HashSet<object> _read = [];

    /// <summary>What is being read is watched by this; null where nobody watches.</summary>
    public static readonly AsyncLocal<FileShape?> Watching = new();

    /// <summary>A mapping was asked for all that its reader wants of it.</summary>
    public void End(object mapping) => _read.Add(mapping);

    /// <param name="mapping">Which was asked.</param>
    /// <param name="must">A mapping without it is refused.</param>
    public void Ask(object mapping, string key, Taken taken, bool must)
    {
        var asked = Of(key);
        asked.Taken = asked.Taken is null or { IsText: true } ? taken : asked.Taken;
        if (must)
            asked.Wanted.Add(mapping);
        else
            asked.CanBeMissing = true;
    }

    /// <summary>The reader looks whether it is there: a file can go without.</summary>
    public void Look(string key) => Of(key).CanBeMissing = true;

    /// <summary>The shape of a mapping, or of each in a list, under a key.</summary>
    public FileShape Under(object mapping, string key, bool list)
    {
        var asked = Of(key);
        asked.List = list;
        if (list)
            asked.CanBeMissing = true;
        else
            asked.Wanted.Add(mapping);
        return asked.Under ??= new();
    }

    private Asked Of(string key) => _keys.TryGetValue(key, out var known) ? known : _keys[key] = new();

    /// <param name="written">
    /// The schema as it was: what it says in words, and what is finer than the reader's own question (a pattern, a least number of items),
    /// is kept.
    /// </param>
    public JsonObject Schema(JsonObject? written)
    {
        var before = written?["properties"] as JsonObject;
        var properties = new JsonObject();
        foreach (var (key, asked) in _keys)
            properties[key] = asked.Schema(before?[key] as JsonObject);
        // Where a reader refuses an empty list, or needs one of several, only what was written can say so.
        var finer = Names(written?["required"]);
        var required = _keys.Where(pair => pair.Value.IsWanted(_read) || finer.Contains(pair.Key)).Select(pair => (JsonNode)pair.Key);
        var schema = new JsonObject
        {
            ["type"] = "object",
            ["additionalProperties"] = false,
            ["required"] = new JsonArray([.. required]),
            ["properties"] = properties,
        };
        return Kept(written, schema);
    }

    private static HashSet<string> Names(JsonNode? list) => [.. (list as JsonArray ?? []).Select(name => (string)name!)];

    /// <summary>What the reader alone says.</summary>
    private static readonly HashSet<string> Structure =
    [
        "type",
        "properties",
        "required",
        "additionalProperties",
        "items",
        "enum",
        "minimum",
        "maximum",
        "exclusiveMinimum",
        "$ref",
        "$defs",
    ];

    /// <summary>Titles and meanings first, then what the reader says, then what was written and is finer than that.</summary>
    private static JsonObject Kept(JsonObject? written, JsonObject schema)
    {
        var own = (written ?? []).Where(pair => !Structure.Contains(pair.Key) && !schema.ContainsKey(pair.Key)).ToList();
        var words = own.Where(pair => pair.Key is "$schema" or "title" or "description").ToList();
        return new(words.Concat(schema).Concat(own.Except(words)).Select(pair => KeyValuePair.Create(pair.Key, pair.Value?.DeepClone())));
    }

    /// <summary>The same mappings stand in files of another kind, too.</summary>
    public void Also(FileShape other)
    {
        _read.UnionWith(other._read);
        foreach (var (key, theirs) in other._keys)
        {
            var asked = Of(key);
            asked.Taken = asked.Taken is null or { IsText: true } ? theirs.Taken ?? asked.Taken : asked.Taken;
            asked.List |= theirs.List;
            asked.CanBeMissing |= theirs.CanBeMissing;
            asked.Wanted.UnionWith(theirs.Wanted);
            if (theirs.Under is { } under)
                (asked.Under ??= new()).Also(under);
        }
    }

    /// <summary>What is taken for a key.</summary>
    /// <param name="IsText">Any words: what they are read as is the reader's own.</param>
    internal sealed record Taken(JsonObject Schema, bool IsText = false)
    {
        public static readonly Taken Text = new(new JsonObject { ["type"] = "string", ["minLength"] = 1 }, IsText: true);

        public static readonly Taken Texts = new(
            new JsonObject
            {
                ["type"] = "array",
                ["items"] = new JsonObject { ["type"] = "string", ["minLength"] = 1 },
            },
            IsText: true
        );

        /// <summary>Read as 1.1 reads it, a yes is true already.</summary>
        public static readonly Taken Flag = new(new JsonObject { ["enum"] = new JsonArray("yes", "no", true, false) });

        public static readonly Taken Match = new(new JsonObject { ["type"] = "object" }, IsText: true);

        public static Taken Whole(int least, int most) =>
            new(
                new JsonObject
                {
                    ["type"] = "integer",
                    ["minimum"] = least,
                    ["maximum"] = most,
                }
            );

        public static Taken Number(double least, double most) =>
            new(
                new JsonObject
                {
                    ["type"] = "number",
                    ["minimum"] = least,
                    ["maximum"] = most,
                }
            );

        /// <summary>Low, likely, high.</summary>
        public static readonly Taken Three = new(
            new JsonObject
            {
                ["type"] = "array",
                ["items"] = new JsonObject { ["type"] = "number", ["minimum"] = 0 },
                ["minItems"] = 3,
                ["maxItems"] = 3,
            }
        );

        /// <param name="besides">What is taken beside the words of the enumeration.</param>
        public static Taken Word(Type kind, params string[] besides) =>
            new(
                new JsonObject
                {
                    ["enum"] = new JsonArray([.. Capabilities.Named(kind).Keys.Concat(besides).Select(word => (JsonNode)word)]),
                }
            );

        public static Taken Words(Type kind) => new(new JsonObject { ["type"] = "array", ["items"] = Word(kind).Schema });
    }

    private sealed class Asked
    {
        public Taken? Taken { get; set; }
        public FileShape? Under { get; set; }
        public bool List { get; set; }
        public bool CanBeMissing { get; set; }
        public HashSet<object> Wanted { get; } = [];

        /// <summary>Every mapping was asked for it, and none was let go without.</summary>
        public bool IsWanted(HashSet<object> read) => !CanBeMissing && Wanted.IsSupersetOf(read);

        public JsonObject Schema(JsonObject? written)
        {
            if (Under is { } under)
                return !List
                    ? under.Schema(written)
                    : Kept(written, new JsonObject { ["type"] = "array", ["items"] = under.Schema(written?["items"] as JsonObject) });
            // Of words the reader makes what it will: what was written about them is finer.
            if (Taken is null or { IsText: true })
                return (written ?? Taken?.Schema ?? new JsonObject()).DeepClone().AsObject();
            var own = Taken.Schema.DeepClone().AsObject();
            // Of the whole numbers between two ends some may be no answer.
            if (own["type"]?.ToString() == "integer" && written?["enum"] is JsonArray some)
                own = new JsonObject { ["enum"] = some.DeepClone() };
            return Kept(written, own);
        }
    }
}
