using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.App.Gates;

/// <summary>The owner's word that a bike may be cranked, run or ridden.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Gate">Up to and with this gate.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Words">What the owner says: "I rode it today".</param>
public sealed record WordRequest(Guid Id, Gate Gate, string? Date, string? Words);

/// <summary>The owner's word that the oil pump pumps.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Words">What the owner says of the pump: "it has fed it for years".</param>
public sealed record PumpWordRequest(Guid Id, string? Date, string? Words);

/// <summary>The owner's word that a gate may be passed, or that an oil pump feeds its engine. It opens nothing that is shut.</summary>
public sealed class GateHandlers(ShedSnapshots snapshots, Writing writing)
{
    /// <summary>The owner's word that a gate is open; it opens only what was not proven.</summary>
    public async Task<Outcome<EntryAnswer>> WordAsync(Guid bike, WordRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var words = check.Text("words", body.Words, 200);
        // Asked anew with a request sent twice: the first of the two is already written.
        if (
            snapshot.Ledger.All.All(line => line.Id.Value != body.Id)
            && snapshot.Gates.For(body.Gate).FirstOrDefault(reason => reason.State == GateState.Shut) is { } shut
        )
            check.Refuse("gate", $"is shut, and no word opens it: {shut.Why}");
        return check.Failed
            ? check.Problem()
            : await writing.EntryAsync(caller, snapshots, snapshot, body.Id, body, date, new WordGiven(body.Gate, words));
    }

    /// <summary>The owner's word that the oil pump works.</summary>
    public async Task<Outcome<EntryAnswer>> PumpAsync(Guid bike, PumpWordRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var words = check.Text("words", body.Words, 200);
        if (snapshot.Profile.Lubrication != Lubrication.OilInjection)
            check.Refuse("words", "are of a pump that this bike has not got");
        else if (snapshot.Ledger.All.All(line => line.Id.Value != body.Id) && !snapshot.Pump.WordWillDo)
            check.Refuse("words", $"do not prove it here. {snapshot.Pump.Why} Only the measured fall of its oil tank does");
        return check.Failed
            ? check.Problem()
            : await writing.EntryAsync(caller, snapshots, snapshot, body.Id, body, date, new PumpProven(PumpProofBy.OwnersWord, words));
    }
}
