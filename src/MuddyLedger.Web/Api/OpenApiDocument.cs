using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using MuddyLedger.App.Requests;
using NodaTime;

namespace MuddyLedger.Web.Api;

/// <summary>
/// How the whole contract is told to the front end: types that are text on the wire, headers, and what each refusal means.
/// </summary>
internal static class OpenApiDocument
{
    /// <summary>What each number means here, whatever was asked.</summary>
    private static readonly Dictionary<string, string> Meanings = new()
    {
        ["200"] = "Done.",
        ["404"] = "What it is about is not there.",
        ["409"] = "The id of the write was used before for something else.",
        ["412"] = "Somebody else changed it since it was read; what stands now comes along.",
        ["422"] = "What was sent cannot be, or is not allowed as things stand.",
        ["428"] = "The version that is changed was not named.",
        ["503"] = "The shed can only be looked at for now.",
        ["507"] = "There is no room left to write.",
    };

    public static void Configure(OpenApiOptions options)
    {
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Info = new OpenApiInfo { Title = "Muddy Ledger", Version = "1" };
                document.Servers?.Clear();
                return Task.CompletedTask;
            }
        );
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                WriteAsText(schema, context);
                return Task.CompletedTask;
            }
        );
        options.AddOperationTransformer(
            (operation, context, _) =>
            {
                Say(operation, context);
                return Task.CompletedTask;
            }
        );
    }

    private static void WriteAsText(OpenApiSchema schema, OpenApiSchemaTransformerContext context)
    {
        var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
        if (type == typeof(LocalDate) || type == typeof(Instant))
        {
            schema.Type = JsonSchemaType.String | (type == context.JsonTypeInfo.Type ? 0 : JsonSchemaType.Null);
            schema.Format = type == typeof(LocalDate) ? "date" : "date-time";
            schema.Description = type == typeof(LocalDate) ? "A day, as 2026-04-18." : "A moment, as 2026-04-18T09:30:00Z.";
            schema.Properties?.Clear();
            schema.Required?.Clear();
        }

        // The element of a list comes through without a schema of its own where its type is written as text.
        if (
            schema.Type?.HasFlag(JsonSchemaType.Array) == true
            && (type.GenericTypeArguments is [var element] ? element : null) == typeof(Instant)
        )
            schema.Items = new OpenApiSchema { Type = JsonSchemaType.String, Format = "date-time" };
    }

    private static void Say(OpenApiOperation operation, OpenApiOperationTransformerContext context)
    {
        foreach (var (status, response) in operation.Responses ?? [])
            if (response is OpenApiResponse known && Meanings.TryGetValue(status, out var meaning))
                known.Description = meaning;
        var isRead = HttpMethods.IsGet(context.Description.HttpMethod ?? "");
        operation.Parameters ??= [];
        if (context.Description.ActionDescriptor.EndpointMetadata.OfType<AsksForVersion>().Any())
            operation.Parameters.Add(Header("If-Match", "The version that is changed, as its ETag names it."));
        if (!isRead)
            operation.Parameters.Add(Header(Callers.DeviceHeader, "The name of the device that writes; it stands in the book."));
        operation.Parameters.Add(
            Header(Callers.MarkHeader, "The mark that the reader sets before decimals: comma or point. Typed numbers are read by it.")
        );
        if (
            context.Description.SupportedResponseTypes.Any(type =>
                type.StatusCode == StatusCodes.Status200OK && typeof(IVersioned).IsAssignableFrom(type.Type)
            ) && operation.Responses?["200"] is OpenApiResponse done
        )
            (done.Headers ??= new Dictionary<string, IOpenApiHeader>())["ETag"] = new OpenApiHeader
            {
                Description = "The version, to be named by a change.",
                Schema = new OpenApiSchema { Type = JsonSchemaType.String },
            };
    }

    private static OpenApiParameter Header(string name, string meaning) =>
        new()
        {
            Name = name,
            In = ParameterLocation.Header,
            Description = meaning,
            Schema = new OpenApiSchema { Type = JsonSchemaType.String },
        };
}
