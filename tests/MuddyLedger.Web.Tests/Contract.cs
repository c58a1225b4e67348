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
            described["schema"] is { } schema && mediaType.EndsWith("json", StringComparison.Ordinal) && Misfit(schema, body) is { } wrong
            ? $"{method} {asked.AbsolutePath} answered {status} otherwise than described: {wrong}"
            : null;
    }

    /// <returns>Where a value does not fit its schema, and why; null where it fits.</returns>
    private static string? Misfit(JsonNode schema, JsonNode? value)
    {
        if ((string?)schema["$ref"] is { } reference)
            return Misfit(Document["components"]!["schemas"]![reference.Split('/')[^1]]!, value);
        if (schema["oneOf"] is JsonArray ways)
        {
            var misfits = ways.Select(way => Misfit(way!, value)).ToList();
            return misfits.Contains(null) ? null : $"none of: {string.Join(" | ", misfits)}";
        }

        if (schema["enum"] is JsonArray words)
            return words.Any(word => JsonNode.DeepEquals(word, value))
                ? null
                : $"{value?.ToJsonString()} is none of {words.ToJsonString()}";
        if (schema["type"] is { } type && !TypesOf(type).Contains(TypeOf(value)) && !(TypeOf(value) == "integer" && IsNumber(type)))
            return $"a {TypeOf(value)} where a {type.ToJsonString()} is described";
        return value switch
        {
            JsonArray list when schema["items"] is { } items => First(list.Select((one, at) => ($"[{at}]", Misfit(items, one)))),
            JsonObject some => Misfit(schema, some),
            _ => null,
        };
    }

    private static string? Misfit(JsonNode schema, JsonObject value)
    {
        var properties = schema["properties"]?.AsObject() ?? [];
        foreach (var name in schema["required"]?.AsArray() ?? [])
            if (!value.ContainsKey((string)name!))
                return $"without \"{name}\"";
        var rest = schema["additionalProperties"];
        return First(
            value.Select(pair =>
                (
                    $".{pair.Key}",
                    properties[pair.Key] is { } known ? Misfit(known, pair.Value)
                    : rest is JsonObject ? Misfit(rest, pair.Value)
                    : rest?.GetValueKind() == System.Text.Json.JsonValueKind.False ? "is not described"
                    : null
                )
            )
        );
    }

    private static string? First(IEnumerable<(string Where, string? Misfit)> parts) =>
        parts.Where(part => part.Misfit is not null).Select(part => $"{part.Where} {part.Misfit}").FirstOrDefault();

    private static IEnumerable<string> TypesOf(JsonNode type) =>
        type is JsonArray several ? several.Select(one => (string)one!) : [(string)type!];

    private static bool IsNumber(JsonNode type) => TypesOf(type).Contains("number");

    private static string TypeOf(JsonNode? value) =>
        value?.GetValueKind() switch
        {
            null or System.Text.Json.JsonValueKind.Null => "null",
            System.Text.Json.JsonValueKind.Object => "object",
            System.Text.Json.JsonValueKind.Array => "array",
            System.Text.Json.JsonValueKind.String => "string",
            System.Text.Json.JsonValueKind.Number => value.ToJsonString().Contains('.') ? "number" : "integer",
            _ => "boolean",
        };
}
