using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using NodaTime;

namespace MuddyLedger.Web.Api;

/// <summary>How the types that are text on the wire are told to the front end.</summary>
internal static class OpenApiDocument
{
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
                var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
                if (type == typeof(LocalDate) || type == typeof(Instant))
                {
                    schema.Type = JsonSchemaType.String | (type == context.JsonTypeInfo.Type ? 0 : JsonSchemaType.Null);
                    schema.Format = type == typeof(LocalDate) ? "date" : "date-time";
                    schema.Properties?.Clear();
                    schema.Required?.Clear();
                }

                // The element of a list comes through without a schema of its own where its type is written as text.
                if (
                    schema.Type?.HasFlag(JsonSchemaType.Array) == true
                    && (type.GenericTypeArguments is [var element] ? element : null) == typeof(Instant)
                )
                    schema.Items = new OpenApiSchema { Type = JsonSchemaType.String, Format = "date-time" };

                return Task.CompletedTask;
            }
        );
    }
}
