using System.Text.Json;
using Microsoft.Extensions.Options;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Data;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Ledger;
using NodaTime;

namespace MuddyLedger.Web.Api;

/// <summary>Who writes, and when.</summary>
public sealed record Pen(Instant At, string Device);

/// <summary>What every write has in common: its id, its device, its moment, and what happens when it comes twice or too late.</summary>
public sealed class Writing(ShedWriter writer, IClock clock, IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json)
{
    /// <summary>Runs one write in one transaction.</summary>
    /// <param name="id">Made by the client; the same id with the same body is acknowledged again and changes nothing.</param>
    /// <param name="prepare">Adds rows to the writer, or answers why not.</param>
    /// <param name="answer">What stands afterwards, read anew.</param>
    public async Task<IResult> OnceAsync<TBody>(
        HttpContext http,
        Guid id,
        TBody body,
        Func<ShedWriter, Pen, Task<IResult?>> prepare,
        Func<Task<object>> answer
    )
    {
        var cancel = http.RequestAborted;
        var asked = $"{http.Request.Method} {http.Request.Path} {JsonSerializer.Serialize(body, json.Value.SerializerOptions)}";
        switch (await writer.BeforeAsync(id, asked, cancel))
        {
            case WriteOutcome.Repeated:
                return Answer(http, await answer());
            case WriteOutcome.OtherBody:
                return Problems.OtherBody();
        }

        var pen = new Pen(clock.GetCurrentInstant(), DeviceOf(http));
        if (await prepare(writer, pen) is { } refusal)
            return refusal;
        return await writer.CommitAsync(id, asked, pen.At, cancel) switch
        {
            WriteOutcome.Stale => Problems.Stale(await answer()),
            WriteOutcome.OtherBody => Problems.OtherBody(),
            _ => Answer(http, await answer()),
        };
    }

    /// <summary>Writes one line into a bike's book, under the id of the request.</summary>
    public Task<IResult> EntryAsync<TBody>(
        HttpContext http,
        ShedPictures pictures,
        BikePicture picture,
        Guid id,
        TBody body,
        LocalDate date,
        EntryBody line
    ) =>
        OnceAsync(
            http,
            id,
            body,
            (rows, pen) =>
            {
                rows.AddEntry(new LedgerEntry(new(id), picture.Bike.Id, date, pen.At, pen.Device, line));
                return Task.FromResult<IResult?>(null);
            },
            () => EntryAnswers.OneAsync(pictures, picture.Bike.Id.Value, id, http.RequestAborted)
        );

    /// <summary>An edit says which version it edits; null where it does not say.</summary>
    public static int? IfMatch(HttpContext http) =>
        int.TryParse(http.Request.Headers.IfMatch.ToString().Trim('"'), out var version) ? version : null;

    public static IResult Answer(HttpContext http, object answer)
    {
        if (answer is IVersioned versioned)
            http.Response.Headers.ETag = $"\"{versioned.Version}\"";
        return Results.Ok(answer);
    }

    private static string DeviceOf(HttpContext http)
    {
        var named = new string([
            .. Uri.UnescapeDataString(http.Request.Headers["Device"].ToString()).Where(letter => !char.IsControl(letter)).Take(40),
        ]).Trim();
        return named.Length > 0 ? named : "unnamed device";
    }
}

/// <summary>
/// Lets one write at a time read what stands, judge it and commit. Two devices that write at the same moment then each see what
/// the other has written: neither can slip past a rule (two readings that contradict each other, say). Runs after the body has been
/// read, so that a slow sender holds nobody up. A shed that is open for looking only is not written to.
/// </summary>
public sealed class OneWriteAtATime(ShedStore store) : IEndpointFilter, IDisposable
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
        return Refusal() ?? await next(context);
    }

    /// <summary>Waits for the turn; it ends when what is given is disposed of.</summary>
    public async Task<IDisposable> TakeAsync(CancellationToken cancel)
    {
        await _turn.WaitAsync(cancel);
        return new Turn(_turn);
    }

    /// <summary>Why nothing can be written now; null where it can.</summary>
    public IResult? Refusal()
    {
        store.IsReplaced();
        return store.LookOnly is { } why ? Problems.LookOnly(why.Words) : null;
    }

    public void Dispose() => _turn.Dispose();

    private sealed class Turn(SemaphoreSlim turn) : IDisposable
    {
        public void Dispose() => turn.Release();
    }
}

/// <summary>Marks an endpoint that takes the turn to write by itself, when it has come so far.</summary>
public sealed record TakesItsOwnTurn;

/// <summary>An answer that can be edited, with the version that an edit must name.</summary>
public interface IVersioned
{
    int Version { get; }
}
