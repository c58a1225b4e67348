using System.Text.Json;
using MuddyLedger.App.Requests;

namespace MuddyLedger.Web.Api;

/// <summary>Judges every body before anybody reads it: see <see cref="PlainText"/>.</summary>
public static class PlainTextOnly
{
    private const int MostDepth = 48;

    /// <summary>
    /// Judges the body before anybody reads it. What takes its own body apart, a copy of a shed or a picture, is judged there.
    /// </summary>
    public static void UsePlainText(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                var request = context.Request;
                if (HttpMethods.IsGet(request.Method) || !request.HasJsonContentType() || request.Path == "/api/import")
                {
                    await next(context);
                    return;
                }

                if (
                    request.GetTypedHeaders().ContentType?.Charset is { Length: > 0 } charset
                    && !charset.Equals("utf-8", StringComparison.OrdinalIgnoreCase)
                    && !charset.Equals("\"utf-8\"", StringComparison.OrdinalIgnoreCase)
                )
                {
                    await TypedResults
                        .Problem(
                            title: "Nothing was changed.",
                            detail: "What was sent must be JSON in UTF-8, and say so.",
                            statusCode: StatusCodes.Status415UnsupportedMediaType
                        )
                        .ExecuteAsync(context);
                    return;
                }

                using var body = new MemoryStream();
                await request.Body.CopyToAsync(body, context.RequestAborted);
                if (FirstOdd(body.GetBuffer().AsSpan(0, (int)body.Length)) is { } field)
                {
                    await Problems
                        .Of(
                            Problem.Refused(
                                field.Length == 0 ? null : field,
                                field.Length == 0 ? "What was sent holds characters that cannot be written." : PlainText.Words
                            )
                        )
                        .ExecuteAsync(context);
                    return;
                }

                body.Position = 0;
                request.Body = body;
                await next(context);
            }
        );

    /// <returns>The path of the first text that is not plain; null where all are, or where it is no JSON and others say so.</returns>
    private static string? FirstOdd(ReadOnlySpan<byte> json)
    {
        // Escaped, or above the ASCII letters: else there is nothing to find, and most bodies are done with here.
        if (json.IndexOf((byte)'\\') < 0 && json.IndexOf((byte)0x7F) < 0 && json.IndexOf((byte)0xC2) < 0)
            return null;
        var reader = new Utf8JsonReader(json, new JsonReaderOptions { MaxDepth = MostDepth });
        var path = new List<(string? Name, int At)>();
        try
        {
            while (reader.Read())
                switch (reader.TokenType)
                {
                    case JsonTokenType.StartObject or JsonTokenType.StartArray:
                        Count(path);
                        path.Add((null, reader.TokenType == JsonTokenType.StartArray ? 0 : -1));
                        break;
                    case JsonTokenType.EndObject or JsonTokenType.EndArray:
                        path.RemoveAt(path.Count - 1);
                        break;
                    case JsonTokenType.PropertyName:
                        path[^1] = (reader.GetString(), -1);
                        if (!PlainText.IsPlain(path[^1].Name!))
                            return "";
                        break;
                    case JsonTokenType.String when !PlainText.IsPlain(reader.GetString()!):
                        Count(path);
                        return string.Join(
                            '.',
                            path.Select(step => step.Name ?? (step.At - 1).ToString(System.Globalization.CultureInfo.InvariantCulture))
                        );
                    default:
                        Count(path);
                        break;
                }
        }
        catch (Exception broken) when (broken is JsonException or InvalidOperationException)
        {
            // Whoever reads it says what is wrong with it.
        }

        return null;
    }

    /// <summary>One more in the list that is being read.</summary>
    private static void Count(List<(string? Name, int At)> path)
    {
        if (path.Count > 0 && path[^1] is (null, >= 0) list)
            path[^1] = (null, list.At + 1);
    }
}
