using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.App.Jobs;

/// <summary>A thing that was there or away for now is as it was.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Thing">As the undo list names it.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="How">What was done; may be left out.</param>
public sealed record UndoneRequest(Guid Id, string? Thing, string? Date, string? How);

/// <summary>What was left for now, undone by hand, outside of a job.</summary>
public sealed class UndoHandlers(ShedSnapshots snapshots, Writing writing)
{
    /// <summary>Writes that something left only for now was undone.</summary>
    public async Task<Outcome<EntryAnswer>> UndoneAsync(Guid bike, UndoneRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var how = check.OptionalText("how", body.How, 200);
        var item = snapshot.ForNow.FirstOrDefault(one => one.Thing == body.Thing);
        // Asked anew with a request sent twice: the first of the two is already written.
        var before = snapshot.Ledger.All.FirstOrDefault(line => line.Id.Value == body.Id)?.Body as ForNowUndone;
        if (before is null && item is null)
            check.Refuse("thing", string.IsNullOrWhiteSpace(body.Thing) ? "is missing" : "is not on the undo list of this bike");
        else if (before is null && item!.Run is not null)
            check.Refuse("thing", "belongs to a job that is under way: tick it off there");
        else if (before is null && !check.Failed && date < item!.Since)
            check.Refuse("date", "lies before it was left so");
        return check.Failed
            ? check.Problem()
            : await writing.EntryAsync(
                caller,
                snapshots,
                snapshot,
                body.Id,
                body,
                date,
                new ForNowUndone(before?.Thing ?? item!.Thing, before?.What ?? item!.What, how)
            );
    }
}
