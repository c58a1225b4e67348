using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Data;

namespace MuddyLedger.Web.Api;

/// <summary>
/// Every refusal: RFC 9457 problem details, the field's path where there is one, words an owner understands, and no insides.
/// </summary>
public static class Problems
{
    /// <summary>What the application would not do, as the protocol says it.</summary>
    public static ProblemHttpResult Of(Problem problem)
    {
        var (status, title) = problem.Kind switch
        {
            ProblemKind.NotFound => (StatusCodes.Status404NotFound, "Not found."),
            ProblemKind.Gone => (StatusCodes.Status410Gone, "Not found."),
            ProblemKind.TooLarge => (StatusCodes.Status413PayloadTooLarge, NothingChanged),
            ProblemKind.IdTaken => (StatusCodes.Status409Conflict, NothingChanged),
            ProblemKind.Stale => (StatusCodes.Status412PreconditionFailed, NothingChanged),
            ProblemKind.NoVersion => (StatusCodes.Status428PreconditionRequired, NothingChanged),
            ProblemKind.LookOnly => (StatusCodes.Status503ServiceUnavailable, NothingChanged),
            _ => (StatusCodes.Status422UnprocessableEntity, NothingChanged),
        };
        var words = problem is { Words: "", Fields: { } fields }
            ? string.Join(" ", fields.Select(field => Sentence(field.Key, field.Value)))
            : problem.Words;
        var answer = TypedResults.Problem(title: title, detail: words, statusCode: status);
        if (problem.Fields is not null)
            answer.ProblemDetails.Extensions["errors"] = problem.Fields;
        if (problem.Ask is not null)
            answer.ProblemDetails.Extensions["ask"] = problem.Ask;
        if (problem.Current is not null)
            answer.ProblemDetails.Extensions["current"] = problem.Current;
        return answer;
    }

    public static ProblemHttpResult Forbidden(string words) =>
        TypedResults.Problem(title: "Refused.", detail: words, statusCode: StatusCodes.Status403Forbidden);

    private const string NothingChanged = "Nothing was changed.";

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
    internal sealed class Unhandled(ILogger<Unhandled> log) : IExceptionHandler
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
                        ? Of(Problem.Refused(field, Reason(json)))
                        : Of(Problem.Refused(null, $"What was sent cannot be read: {Reason(json)}."));
                case BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge }:
                    return TypedResults.Problem(
                        title: "Nothing was changed.",
                        detail: "That is more than can be sent at once.",
                        statusCode: StatusCodes.Status413PayloadTooLarge
                    );
                case BadHttpRequestException bad:
                    return TypedResults.Problem(
                        title: "Nothing was changed.",
                        detail: "The request cannot be read: an id or a value in its address or heading is not of the "
                            + "right kind, or its body is missing.",
                        statusCode: bad.StatusCode
                    );
                case BikeNotShownException senseless:
                    log.LogError(senseless, "{Method} {Path}", context.Request.Method, context.Request.Path);
                    return TypedResults.Problem(
                        title: "This bike cannot be shown.",
                        detail: $"{senseless.Message}. The other bikes are as they were. Go back to a copy of the shed "
                            + $"in Settings, or take its file out.",
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
