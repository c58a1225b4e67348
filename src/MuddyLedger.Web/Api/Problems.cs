using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using MuddyLedger.Core;
using MuddyLedger.Data;

namespace MuddyLedger.Web.Api;

/// <summary>
/// Every refusal: RFC 9457 problem details, the field's path where there is one, words an owner understands, and no insides.
/// </summary>
public static class Problems
{
    public static ProblemHttpResult Refused(IReadOnlyDictionary<string, string> fields) =>
        TypedResults.Problem(
            title: "Nothing was changed.",
            detail: string.Join(" ", fields.Select(field => Sentence(field.Key, field.Value))),
            statusCode: StatusCodes.Status422UnprocessableEntity,
            extensions: [new("errors", fields)]
        );

    public static ProblemHttpResult Refused(string? field, string words) =>
        field is null
            ? TypedResults.Problem(title: "Nothing was changed.", detail: words, statusCode: StatusCodes.Status422UnprocessableEntity)
            : Refused(new Dictionary<string, string> { [field] = words });

    public static ProblemHttpResult Refused(Refusal refusal)
    {
        var problem = Refused(refusal.Field, refusal.Words);
        if (refusal.Ask is { } ask)
            problem.ProblemDetails.Extensions["ask"] = ask;
        return problem;
    }

    public static ProblemHttpResult NotFound(string what) =>
        TypedResults.Problem(title: "Not found.", detail: $"There is no such {what}.", statusCode: StatusCodes.Status404NotFound);

    public static ProblemHttpResult Forbidden(string words) =>
        TypedResults.Problem(title: "Refused.", detail: words, statusCode: StatusCodes.Status403Forbidden);

    public static ProblemHttpResult Gone(string words) =>
        TypedResults.Problem(title: "Not found.", detail: words, statusCode: StatusCodes.Status410Gone);

    public static ProblemHttpResult LookOnly(string words) =>
        TypedResults.Problem(title: "Nothing was changed.", detail: words, statusCode: StatusCodes.Status503ServiceUnavailable);

    public static ProblemHttpResult OtherBody() =>
        TypedResults.Problem(
            title: "Nothing was changed.",
            detail: "This id was used before for something else.",
            statusCode: StatusCodes.Status409Conflict,
            extensions: [new("errors", new Dictionary<string, string> { ["id"] = "was used before for something else" })]
        );

    /// <summary>Both versions: the one that was sent stays with the sender, the one that stands now comes along.</summary>
    public static ProblemHttpResult Stale(object current) =>
        TypedResults.Problem(
            title: "Nothing was changed.",
            detail: "This was changed on another device since you opened it. Look at what stands now, then do it again.",
            statusCode: StatusCodes.Status412PreconditionFailed,
            extensions: [new("current", current)]
        );

    public static ProblemHttpResult NoETag() =>
        TypedResults.Problem(
            title: "Nothing was changed.",
            detail: "Say which version you are changing, with If-Match.",
            statusCode: StatusCodes.Status428PreconditionRequired
        );

    /// <summary>Words for what the framework refuses by its number alone.</summary>
    public static void Word(ProblemDetails problem, HttpContext context)
    {
        problem.Extensions.Remove("traceId");
        if (problem.Detail is not null)
            return;
        (problem.Title, problem.Detail) = problem.Status switch
        {
            StatusCodes.Status404NotFound => ("Not found.", "There is no such address."),
            StatusCodes.Status405MethodNotAllowed => ("Nothing was changed.", "That cannot be done at this address."),
            StatusCodes.Status413PayloadTooLarge => ("Nothing was changed.", "That is more than can be sent at once."),
            StatusCodes.Status415UnsupportedMediaType
                when context.Request.Path.Value?.Contains("/photos/", StringComparison.Ordinal) == true => (
                "Nothing was changed.",
                "A photo must be a JPEG, a PNG or a WebP picture, and be sent as what it is."
            ),
            StatusCodes.Status415UnsupportedMediaType => ("Nothing was changed.", "What was sent must be JSON, and say so."),
            _ => ("Nothing was changed.", "The request cannot be read."),
        };
    }

    private static string Sentence(string field, string words) =>
        $"{Words(field)} {words}{(words.EndsWith('?') || words.EndsWith('.') ? "" : ".")}";

    /// <summary>"record.volume" is said "Volume", "oilFilter" is said "Oil filter".</summary>
    private static string Words(string field)
    {
        var last = field[(field.LastIndexOf('.') + 1)..];
        var spaced = string.Concat(
            last.Select(letter =>
                char.IsUpper(letter) ? $" {char.ToLowerInvariant(letter)}"
                : letter == '-' ? " "
                : letter.ToString()
            )
        );
        return spaced.Length == 0 ? field : char.ToUpperInvariant(spaced[0]) + spaced[1..];
    }

    /// <summary>What could not even be read, and what went wrong inside.</summary>
    internal sealed class OfExceptions(ILogger<OfExceptions> log) : IExceptionHandler
    {
        public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
        {
            await Answer(httpContext, exception).ExecuteAsync(httpContext);
            return true;
        }

        private ProblemHttpResult Answer(HttpContext context, Exception exception)
        {
            switch (exception)
            {
                case BadHttpRequestException { InnerException: JsonException json }:
                    var field = (json.Path ?? "$").TrimStart('$').TrimStart('.');
                    return field.Length > 0
                        ? Refused(field, Reason(json))
                        : Refused(null, $"What was sent cannot be read: {Reason(json)}.");
                case BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge }:
                    return TypedResults.Problem(
                        title: "Nothing was changed.",
                        detail: "That is more than can be sent at once.",
                        statusCode: StatusCodes.Status413PayloadTooLarge
                    );
                case BadHttpRequestException bad:
                    return TypedResults.Problem(
                        title: "Nothing was changed.",
                        detail: "The request cannot be read: an id or a value in its address or heading is not of the right kind, or its body is missing.",
                        statusCode: bad.StatusCode
                    );
                case Bikes.BikeNotShownException senseless:
                    log.LogError(senseless, "{Method} {Path}", context.Request.Method, context.Request.Path);
                    return TypedResults.Problem(
                        title: "This bike cannot be shown.",
                        detail: $"{senseless.Message}. The other bikes are as they were. Go back to a copy of the shed in Settings, or take its file out.",
                        statusCode: StatusCodes.Status422UnprocessableEntity
                    );
                case var failed when ShedFile.Trouble(failed) is { } words:
                    log.LogError(failed, "{Method} {Path}: the store {Words}", context.Request.Method, context.Request.Path, words);
                    return TypedResults.Problem(
                        title: "Nothing was changed.",
                        detail: $"The shed's file {words}. Nothing was changed, and what you typed is still with you.",
                        statusCode: ShedFile.IsHeld(failed)
                            ? StatusCodes.Status503ServiceUnavailable
                            : StatusCodes.Status507InsufficientStorage
                    );
                default:
                    log.LogError(exception, "{Method} {Path} failed", context.Request.Method, context.Request.Path);
                    return TypedResults.Problem(
                        title: "Something went wrong in here.",
                        detail: "Nothing was changed. What went wrong stands in the server's log.",
                        statusCode: StatusCodes.Status500InternalServerError
                    );
            }
        }

        private static string Reason(JsonException json) =>
            json.Message.Contains("could not be mapped", StringComparison.Ordinal) ? "is not a field known here"
            : json.Message.Contains("missing required", StringComparison.Ordinal)
                ? $"lacks a field that is needed ({Missing(json.Message)})"
            : json.Message.Contains("null", StringComparison.OrdinalIgnoreCase) && json.Path is { Length: > 1 } ? "is missing"
            : "is not of the right kind, or is none of the choices";

        private static string Missing(string message)
        {
            var names = System
                .Text.RegularExpressions.Regex.Matches(message, "'([a-zA-Z]+)'")
                .Select(match => match.Groups[1].Value)
                .Where(name => !name.Contains('.', StringComparison.Ordinal));
            return string.Join(", ", names);
        }
    }
}
