using MuddyLedger.App.Requests;
using MuddyLedger.Data;

namespace MuddyLedger.Web.Api;

/// <summary>
/// Takes turns in writing. Runs after the body has been read, so that a slow sender holds nobody up. A shed that is open for looking
/// only is not written to.
/// </summary>
public sealed class OneWriteAtATime(ShedStore store) : IEndpointFilter, IWriteTurn, IDisposable
{
    private readonly SemaphoreSlim _turn = new(1, 1);

    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        if (
            HttpMethods.IsGet(context.HttpContext.Request.Method)
            || context.HttpContext.GetEndpoint()?.Metadata.GetMetadata<TakesItsOwnTurn>() is not null
        )
            return await next(context);
        using var turn = await TakeAsync(context.HttpContext.RequestAborted);
        return Refusal() is { } refusal ? Problems.Of(refusal) : await next(context);
    }

    public async Task<IDisposable> TakeAsync(CancellationToken cancel)
    {
        await _turn.WaitAsync(cancel);
        return new Turn(_turn);
    }

    public Problem? Refusal()
    {
        store.IsReplaced();
        return store.LookOnly is { } why ? Problem.LookOnly(why.Words) : null;
    }

    public void Dispose() => _turn.Dispose();

    private sealed class Turn(SemaphoreSlim turn) : IDisposable
    {
        public void Dispose() => turn.Release();
    }
}

/// <summary>Marks an endpoint that takes the turn to write by itself, when it has come so far.</summary>
public sealed record TakesItsOwnTurn;
