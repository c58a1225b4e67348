using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Exchange;

/// <summary>The published JSON Schema (draft 2020-12) of a shed's copy, made from the very types that read and write it.</summary>
public static class ShedCopySchema
{
    /// <summary>The schema as JSON, with its lines broken.</summary>
    public static string Text()
    {
        var node = CoreJson
            .Default.GetTypeInfo(typeof(ShedCopy))!
            .GetJsonSchemaAsNode(new JsonSchemaExporterOptions { TreatNullObliviousAsNonNullable = true, TransformSchemaNode = Transform });
        var schema = (JsonObject)node;
        LetNothingBeLeftOut(schema);
        var ordered = new JsonObject
        {
            ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
            ["title"] = "A copy of a Muddy Ledger shed",
            ["description"] =
                $"Format version {CoreJson.Version}. Quantities are text with their unit, dates and instants are ISO 8601, "
                + "ids are UUIDs of version 7.",
        };
        foreach (var (key, value) in schema.ToList())
        {
            schema.Remove(key);
            ordered[key] = value;
        }

        return ordered
                .ToJsonString(
                    new JsonSerializerOptions
                    {
                        WriteIndented = true,
                        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
                    }
                )
                .ReplaceLineEndings("\n") + "\n";
    }

    /// <summary>What may be nothing is left out when it is: it cannot be required.</summary>
    private static void LetNothingBeLeftOut(JsonNode? node)
    {
        if (node is JsonArray list)
            foreach (var item in list)
                LetNothingBeLeftOut(item);
        if (node is not JsonObject schema)
            return;
        foreach (var (_, inner) in schema)
            LetNothingBeLeftOut(inner);
        if (schema["required"] is not JsonArray required || schema["properties"] is not JsonObject properties)
            return;
        var kept = required.Select(name => (string)name!).Where(name => !MayBeNothing(properties[name])).ToList();
        if (kept.Count > 0)
            schema["required"] = new JsonArray([.. kept.Select(name => JsonValue.Create(name))]);
        else
            schema.Remove("required");
    }

    private static bool MayBeNothing(JsonNode? property) =>
        property?["type"] is JsonArray types
            ? types.Any(type => (string?)type == "null")
            : property?["enum"] is JsonArray words && words.Any(word => word is null);

    private static JsonNode Transform(JsonSchemaExporterContext context, JsonNode schema)
    {
        var type = context.TypeInfo.Type;
        var bare = Nullable.GetUnderlyingType(type);
        if (Written(bare ?? type) is not { } written)
            return schema;
        if (bare is not null)
            written["type"] = new JsonArray((string)written["type"]!, "null");
        return written;
    }

    /// <summary>How the types with a converter of their own are written.</summary>
    private static JsonObject? Written(Type type)
    {
        static JsonObject Quantity(string units) => new() { ["type"] = "string", ["pattern"] = $@"^-?[0-9]+(\.[0-9]+)? ({units})$" };
        if (type == typeof(LocalDate))
            return new() { ["type"] = "string", ["pattern"] = "^[0-9]{4}-[0-9]{2}-[0-9]{2}$" };
        if (type == typeof(Instant))
            return new() { ["type"] = "string", ["pattern"] = @"^[0-9]{4}-[0-9]{2}-[0-9]{2}T[0-9:]{8}(\.[0-9]+)?Z$" };
        if (type == typeof(Distance))
            return Quantity("m|km|mi");
        if (type == typeof(EngineHours))
            return Quantity("h|min");
        if (type == typeof(Volume))
            return Quantity("L|ml|US gal|US qt|US pt|US fl oz|imp gal|imp pt");
        if (type == typeof(Torque))
            return Quantity("N m|lb-ft|in-lb");
        if (type == typeof(Length))
            return Quantity("mm|in|thou");
        if (type == typeof(Pressure))
            return Quantity("kPa|bar|psi");
        if (type == typeof(MeterAmount))
            return Quantity("m|km|mi|h|min");
        if (type == typeof(Unit))
            return new() { ["type"] = "string", ["enum"] = new JsonArray([.. Unit.All.Select(unit => JsonValue.Create(unit.Symbol))]) };
        return type == typeof(Money) ? new() { ["type"] = "number", ["minimum"] = 0 } : null;
    }
}
