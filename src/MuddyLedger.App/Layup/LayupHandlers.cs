using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.App.Layup;

/// <summary>A bike laid up, or woken.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Words">Why it stands, or how it was brought back into use.</param>
public sealed record StandingRequest(Guid Id, string? Date, string? Words);

/// <summary>From when to when a bike stood: time over which its use is not averaged.</summary>
public sealed class LayupHandlers(ShedSnapshots snapshots, Writing writing)
{
    /// <summary>Writes that the bike is laid up.</summary>
    public async Task<Outcome<EntryAnswer>> AddAsync(Guid bike, StandingRequest body, Caller caller, bool layUp)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var words = check.OptionalText("words", body.Words, 120);
        // Asked anew with a request sent twice: the first of the two is already written.
        if (!snapshot.Ledger.All.Any(line => line.Id.Value == body.Id) && snapshot.Meters.Time.Refuse(layUp, date) is { } refusal)
            check.Refuse("date", refusal);
        return check.Failed
            ? check.Problem()
            : await writing.EntryAsync(caller, snapshots, snapshot, body.Id, body, date, layUp ? new LaidUp(words) : new WokenUp(words));
    }
}
