using System.Reflection;
using Microsoft.AspNetCore.Http.Metadata;
using MuddyLedger.App.Requests;

namespace MuddyLedger.Web.Api;

/// <summary>How a handler's outcome goes out: each kind of endpoint says by its type what it may answer.</summary>
public static class Answering
{
    /// <summary>Something that is only looked at.</summary>
    public static async Task<ReadAnswer<T>> Read<T>(this Task<Outcome<T>> outcome)
        where T : class => new(await outcome);

    /// <inheritdoc cref="Read{T}(Task{Outcome{T}})"/>
    public static ReadAnswer<T> Read<T>(this Outcome<T> outcome)
        where T : class => new(outcome);

    /// <summary>Something added under the id that its caller made.</summary>
    public static async Task<WriteAnswer<T>> Written<T>(this Task<Outcome<T>> outcome)
        where T : class => new(await outcome);

    /// <summary>A change of something that has versions: its caller says which one.</summary>
    public static async Task<EditAnswer<T>> Edited<T>(this Task<Outcome<T>> outcome)
        where T : class => new(await outcome);

    /// <summary>What a route that answers otherwise than by an outcome may refuse with.</summary>
    public static RouteHandlerBuilder Refuses(this RouteHandlerBuilder route, params int[] statuses)
    {
        foreach (var status in statuses)
            route.Produces<ProblemAnswer>(status, "application/problem+json");
        return route;
    }

    internal static Task SendAsync<T>(Outcome<T> outcome, HttpContext http)
        where T : class
    {
        if (!outcome.IsDone)
            return Problems.Of(outcome.Problem).ExecuteAsync(http);
        if (outcome.Answer is IVersioned versioned)
            http.Response.Headers.ETag = $"\"{versioned.Version}\"";
        return TypedResults.Ok(outcome.Answer).ExecuteAsync(http);
    }

    internal static void Describe<T>(EndpointBuilder endpoint, params ReadOnlySpan<int> problems)
    {
        endpoint.Metadata.Add(new ProducesResponseTypeMetadata(StatusCodes.Status200OK, typeof(T), ["application/json"]));
        foreach (var status in problems)
            endpoint.Metadata.Add(new ProducesResponseTypeMetadata(status, typeof(ProblemAnswer), ["application/problem+json"]));
    }
}

public sealed class ReadAnswer<T>(Outcome<T> outcome) : IResult, IEndpointMetadataProvider
    where T : class
{
    public Task ExecuteAsync(HttpContext httpContext) => Answering.SendAsync(outcome, httpContext);

    static void IEndpointMetadataProvider.PopulateMetadata(MethodInfo method, EndpointBuilder builder) =>
        Answering.Describe<T>(builder, StatusCodes.Status404NotFound, StatusCodes.Status422UnprocessableEntity);
}

public sealed class WriteAnswer<T>(Outcome<T> outcome) : IResult, IEndpointMetadataProvider
    where T : class
{
    public Task ExecuteAsync(HttpContext httpContext) => Answering.SendAsync(outcome, httpContext);

    static void IEndpointMetadataProvider.PopulateMetadata(MethodInfo method, EndpointBuilder builder) =>
        Answering.Describe<T>(
            builder,
            StatusCodes.Status404NotFound,
            StatusCodes.Status409Conflict,
            StatusCodes.Status422UnprocessableEntity,
            StatusCodes.Status503ServiceUnavailable,
            StatusCodes.Status507InsufficientStorage
        );
}

public sealed class EditAnswer<T>(Outcome<T> outcome) : IResult, IEndpointMetadataProvider
    where T : class
{
    public Task ExecuteAsync(HttpContext httpContext) => Answering.SendAsync(outcome, httpContext);

    static void IEndpointMetadataProvider.PopulateMetadata(MethodInfo method, EndpointBuilder builder)
    {
        Answering.Describe<T>(
            builder,
            StatusCodes.Status404NotFound,
            StatusCodes.Status409Conflict,
            StatusCodes.Status412PreconditionFailed,
            StatusCodes.Status422UnprocessableEntity,
            StatusCodes.Status428PreconditionRequired,
            StatusCodes.Status503ServiceUnavailable,
            StatusCodes.Status507InsufficientStorage
        );
        builder.Metadata.Add(new AsksForVersion());
    }
}

/// <summary>Marks an endpoint whose caller says in If-Match which version it changes.</summary>
public sealed record AsksForVersion;
