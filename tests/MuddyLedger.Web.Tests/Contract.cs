using System.Collections.Concurrent;
using System.Text.Json;
using System.Text.RegularExpressions;

namespace MuddyLedger.Web.Tests;

/// <summary>
/// The published description of the API, against which every answer to every test is held: its status is described for what was asked,
/// and its body has the shape that is described, no more and no less.
/// </summary>
internal static class Contract
{
    private static readonly JsonNode Document = JsonNode.Parse(
        File.ReadAllText(Path.Combine(TestShed.Repository(), "web", "src", "api", "muddy-ledger.json"))
    )!;

    // The more a path says itself, the sooner it is meant: /jobs/check is no job of the name "check".
    private static readonly (Regex Path, JsonObject Operations)[] Paths =
    [
        .. Document["paths"]!
            .AsObject()
            .OrderBy(path => path.Key.Count(letter => letter == '{'))
            .Select(path => (new Regex($"^{Regex.Replace(path.Key, @"\{[^}]+\}", "[^/]+")}$"), path.Value!.AsObject())),
    ];

    /// <summary>Every path with what can be done there, by method.</summary>
    public static IEnumerable<(string Path, JsonObject Operations)> Operations =>
        Document["paths"]!.AsObject().Select(path => (path.Key, path.Value!.AsObject()));

    /// <summary>Every shape that is sent or answered, by name.</summary>
    public static IEnumerable<(string Name, JsonObject Schema)> Schemas =>
        Document["components"]!["schemas"]!.AsObject().Select(schema => (schema.Key, schema.Value!.AsObject()));

    /// <summary>
    /// What is answered whatever was asked: the host is not this machine, the method is not allowed there, the body is too large, no JSON,
    /// or none at all; the shed's file cannot be read for now, or its disk is full.
    /// </summary>
    private static readonly HashSet<int> WhateverWasAsked = [400, 403, 405, 413, 415, 503, 507];

    /// <returns>What is not as described; null where all is.</returns>
    public static string? Against(HttpMethod method, Uri asked, int status, string? mediaType, JsonNode? body)
    {
        var path = Paths.FirstOrDefault(one => one.Path.IsMatch(asked.AbsolutePath));
        if (path.Operations?[method.Method.ToLowerInvariant()] is not { } operation)
            return null;
        var answer = operation["responses"]![$"{status}"];
        if (answer is null)
            return WhateverWasAsked.Contains(status) ? null : $"{method} {asked.AbsolutePath} is not described to answer {status}";
        var content = answer["content"]?.AsObject();
        if (mediaType is null || content is null)
            return null;
        if (content[mediaType] is not { } described)
            return $"{method} {asked.AbsolutePath} is not described to answer {status} as {mediaType}";
        return
            described["schema"] is { } schema
            && mediaType.EndsWith("json", StringComparison.Ordinal)
            && Answers.GetOrAdd(schema, CheckOf)(body) is { } wrong
            ? $"{method} {asked.AbsolutePath} answered {status} otherwise than described: {wrong}"
            : null;
    }

    /// <summary>Where a value does not fit a schema, and why; null where it fits.</summary>
    private delegate string? Check(JsonNode? value);

    /// <summary>By name, and by the answer of an operation: a schema is read once, and asked for tens of thousands of values.</summary>
    private static readonly ConcurrentDictionary<string, Check> Named = new();
    private static readonly ConcurrentDictionary<JsonNode, Check> Answers = new();

    private static Check NamedCheck(string name) => Named.GetOrAdd(name, _ => CheckOf(Document["components"]!["schemas"]![name]!));

    private static Check CheckOf(JsonNode schema)
    {
        // Asked for by name each time: a schema may hold itself.
        if ((string?)schema["$ref"] is { } reference)
        {
            var name = reference.Split('/')[^1];
            return value => NamedCheck(name)(value);
        }

        if (schema["oneOf"] is JsonArray oneOf)
        {
            var ways = oneOf.Select(way => CheckOf(way!)).ToArray();
            return value =>
            {
                var misfits = new List<string>(ways.Length);
                foreach (var way in ways)
                {
                    if (way(value) is not { } misfit)
                        return null;
                    misfits.Add(misfit);
                }

                return $"none of: {string.Join(" | ", misfits)}";
            };
        }

        if (schema["enum"] is JsonArray words)
        {
            var known = words.Select(word => (string?)word).ToHashSet();
            return value =>
                value is null
                    ? known.Contains(null)
                        ? null
                        : "null is none of the words"
                    : value.GetValueKind() == JsonValueKind.String && known.Contains((string?)value)
                        ? null
                        : $"{value.ToJsonString()} is none of {words.ToJsonString()}";
        }

        var parts = PartsOf(schema);
        if (schema["type"] is not { } type)
            return parts;
        var types = type is JsonArray several ? several.Select(one => (string)one!).ToArray() : [(string)type!];
        return value =>
        {
            var found = TypeOf(value);
            return types.Contains(found) || found == "integer" && types.Contains("number")
                ? parts(value)
                : $"a {found} where a {string.Join(" or ", types)} is described";
        };
    }

    /// <summary>What stands in a list or an object.</summary>
    private static Check PartsOf(JsonNode schema)
    {
        var items = schema["items"] is { } one ? CheckOf(one) : null;
        var properties = (schema["properties"]?.AsObject() ?? []).ToDictionary(pair => pair.Key, pair => CheckOf(pair.Value!));
        var required = (schema["required"]?.AsArray() ?? []).Select(name => (string)name!).ToArray();
        var rest = schema["additionalProperties"];
        Check others =
            rest is JsonObject ? CheckOf(rest)
            : rest?.GetValueKind() == JsonValueKind.False ? _ => "is not described"
            : _ => null;
        return value =>
        {
            if (value is JsonArray list && items is not null)
                for (var at = 0; at < list.Count; at++)
                    if (items(list[at]) is { } misfit)
                        return $"[{at}] {misfit}";
            if (value is not JsonObject some)
                return null;
            if (required.FirstOrDefault(name => !some.ContainsKey(name)) is { } missing)
                return $"without \"{missing}\"";
            foreach (var (name, part) in some)
                if (properties.GetValueOrDefault(name, others)(part) is { } misfit)
                    return $".{name} {misfit}";
            return null;
        };
    }

    private static string TypeOf(JsonNode? value) =>
        value?.GetValueKind() switch
        {
            null or JsonValueKind.Null => "null",
            JsonValueKind.Object => "object",
            JsonValueKind.Array => "array",
            JsonValueKind.String => "string",
            JsonValueKind.Number => value.ToJsonString().Contains('.') ? "number" : "integer",
            _ => "boolean",
        };
}
