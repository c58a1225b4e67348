using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Papers;
using NodaTime.Text;

namespace MuddyLedger.App.Papers;

/// <summary>A paper with the day up to which it is good.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Paper">The component of its task, as "registration".</param>
/// <param name="Until">The last day on which it is good.</param>
/// <param name="Note">In the owner's words; empty where there is nothing to say.</param>
public sealed record PaperRequest(Guid Id, string? Paper, string? Until, string? Note);

/// <summary>The papers that local rules ask for: registration, insurance, test.</summary>
public sealed class PaperHandlers(ShedSnapshots snapshots, Writing writing)
{
    /// <summary>Writes until when a paper of the bike runs.</summary>
    public async Task<Outcome<EntryAnswer>> HeldAsync(Guid bike, PaperRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var paper = check.Text("paper", body.Paper, 60);
        if (!snapshot.Tasks.Any(state => state.Component.Id == paper && state.Task.IsPaper))
            check.Refuse("paper", "is not a paper of this bike");
        // A paper runs into the future, where other dates may not lie.
        var until = LocalDatePattern.Iso.Parse(body.Until ?? "");
        if (!until.Success)
            check.Refuse("until", string.IsNullOrWhiteSpace(body.Until) ? "is missing" : "is not a date such as 2026-04-18");
        else if (until.Value.Year is < 1900 or > 2200)
            check.Refuse("until", "must lie between 1900 and 2200");
        var note = check.OptionalText("note", body.Note, 500);
        if (check.Failed)
            return check.Problem();
        return await writing.EntryAsync(
            caller,
            snapshots,
            snapshot,
            body.Id,
            body,
            snapshot.Today,
            new PaperHeld(paper, until.Value, note)
        );
    }
}
