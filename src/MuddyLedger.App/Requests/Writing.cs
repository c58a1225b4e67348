using System.Text.Json;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Json;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.App.Requests;

/// <summary>Who writes, and when.</summary>
/// <param name="At">When it is written.</param>
/// <param name="Device">By which device.</param>
public sealed record WriteStamp(Instant At, string Device);

/// <summary>What every write has in common: its id, its device, its moment, and what happens when it comes twice or too late.</summary>
public sealed class Writing(IShedWriter writer, ShedClock clock)
{
    /// <summary>Runs one write in one transaction.</summary>
    /// <param name="id">Made by the client; the same id with the same body is acknowledged again and changes nothing.</param>
    /// <param name="prepare">Adds rows to the writer, or answers why not.</param>
    /// <param name="answer">What stands afterwards, read anew.</param>
    public async Task<Outcome<TAnswer>> OnceAsync<TBody, TAnswer>(
        Caller caller,
        Guid id,
        TBody body,
        Func<IShedWriter, WriteStamp, Task<Problem?>> prepare,
        Func<Task<TAnswer>> answer
    )
        where TAnswer : class
    {
        var asked = $"{caller.Request} {JsonSerializer.Serialize(body, AppJson.Of<TBody>())}";
        switch (await writer.BeforeAsync(id, asked, caller.Cancel))
        {
            case WriteOutcome.Repeated:
                return await answer();
            case WriteOutcome.OtherBody:
                return Problem.IdTaken();
        }

        var stamp = new WriteStamp(clock.Now, caller.Device);
        if (await prepare(writer, stamp) is { } refusal)
            return refusal;
        return await writer.CommitAsync(id, asked, stamp.At, caller.Cancel) switch
        {
            WriteOutcome.Stale => Problem.Stale(await answer()),
            WriteOutcome.OtherBody => Problem.IdTaken(),
            _ => await answer(),
        };
    }

    /// <summary>Writes one line into a bike's book, under the id of the request.</summary>
    public Task<Outcome<EntryAnswer>> EntryAsync<TBody>(
        Caller caller,
        ShedSnapshots snapshots,
        BikeSnapshot snapshot,
        Guid id,
        TBody body,
        LocalDate date,
        EntryBody line
    ) =>
        OnceAsync(
            caller,
            id,
            body,
            (rows, stamp) =>
            {
                rows.AddEntry(new LedgerEntry(new(id), snapshot.Bike.Id, date, stamp.At, stamp.Device, line));
                return Task.FromResult<Problem?>(null);
            },
            () => EntryAnswers.OneAsync(snapshots, snapshot.Bike.Id.Value, id, caller.Cancel)
        );
}

/// <summary>
/// Lets one write at a time read what stands, judge it and commit. Two devices that write at the same moment then each see what the other
/// has written: neither can slip past a rule (two readings that contradict each other, say).
/// </summary>
public interface IWriteTurn
{
    /// <summary>Waits for the turn; it ends when what is given is disposed of.</summary>
    Task<IDisposable> TakeAsync(CancellationToken cancel);

    /// <summary>Why nothing can be written now; null where it can.</summary>
    Problem? Refusal();
}
