using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.App.Findings;

/// <summary>A fault seen on the bike, outside of a job.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Title">What is wrong, in a few words.</param>
/// <param name="Severity">From a note to a stop.</param>
/// <param name="Detail">What else is to be said; empty where nothing is.</param>
/// <param name="CostGuess">Money as typed; empty where nobody guesses.</param>
/// <param name="Gate">The gate that it shuts; asked only of one that says stop, and then ridden where nobody says.</param>
/// <param name="Under">Under what conditions it shows; empty where it shows at any time.</param>
public sealed record FaultRequest(
    Guid Id,
    string? Date,
    string? Title,
    FindingSeverity Severity,
    string? Detail,
    string? CostGuess,
    Gate? Gate,
    string? Under = null
);

/// <summary>Closes a finding: what was done about it.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="How">What was done about it.</param>
/// <param name="Tried">How it was tried under the conditions under which it showed; empty where it was not yet.</param>
public sealed record CloseFindingRequest(Guid Id, string? How, string? Tried = null);

/// <summary>What was put right, tried under the conditions under which it had shown.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Gone">False where it showed again.</param>
/// <param name="Words">How it was tried.</param>
public sealed record CureTriedRequest(Guid Id, bool? Gone, string? Words);

/// <summary>How much is written of a finding.</summary>
public static class FindingText
{
    /// <summary>Letters.</summary>
    public const int LongestUnder = 120;
}

/// <summary>Something found wrong outside of a job, and what was found put right.</summary>
public sealed class FindingHandlers(ShedSnapshots snapshots, Writing writing)
{
    /// <summary>Writes a fault that was seen.</summary>
    public async Task<Outcome<EntryAnswer>> OpenAsync(Guid bike, FaultRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.DateOrToday("date", body.Date, snapshot.Today);
        var found = FindingOpened.Seen(
            check.Text("title", body.Title, 80),
            body.Severity,
            check.OptionalText("detail", body.Detail, 500),
            check.OptionalMoney("costGuess", body.CostGuess),
            body.Gate
        ) with
        {
            Under = check.OptionalText("under", body.Under, FindingText.LongestUnder),
        };
        return check.Failed ? check.Problem() : await writing.EntryAsync(caller, snapshots, snapshot, body.Id, body, date, found);
    }

    /// <summary>Closes a finding, with what proves it.</summary>
    public Task<Outcome<EntryAnswer>> CloseAsync(Guid entry, CloseFindingRequest body, Caller caller) =>
        FollowAsync(
            entry,
            body.Id,
            body,
            caller,
            (check, finding) =>
                new FindingClosed(finding, check.Text("how", body.How, 500)) { Tried = check.OptionalText("tried", body.Tried, 500) },
            (ledger, finding) => OpenFindings.Of(ledger).Any(open => open.Entry.Id == finding),
            "This finding is closed already."
        );

    /// <summary>Writes that what was put right was tried under like conditions, and whether it is gone.</summary>
    public Task<Outcome<EntryAnswer>> TriedAsync(Guid entry, CureTriedRequest body, Caller caller) =>
        FollowAsync(
            entry,
            body.Id,
            body,
            caller,
            (check, finding) =>
            {
                if (body.Gone is null)
                    check.Refuse("gone", "must be said: gone, or back again");
                return new CureTried(finding, body.Gone ?? false, check.Text("words", body.Words, 500));
            },
            (ledger, finding) => OpenFindings.OnTrial(ledger).Any(trial => trial.Entry.Id == finding),
            "This finding does not wait to be tried: it is open, or settled already."
        );

    /// <summary>A line about a finding, written where the finding stands as it must.</summary>
    /// <param name="read">The line, from what was typed.</param>
    /// <param name="stands">Whether the finding, as the book has it, can be followed by such a line.</param>
    /// <param name="otherwise">The refusal where it cannot.</param>
    private async Task<Outcome<EntryAnswer>> FollowAsync<TBody>(
        Guid entry,
        Guid id,
        TBody body,
        Caller caller,
        Func<FieldCheck, EntryId, EntryBody> read,
        Func<BikeLedger, EntryId, bool> stands,
        string otherwise
    )
    {
        if (await snapshots.OfEntryAsync(entry, caller.Cancel) is not ({ } was, { } snapshot))
            return Problem.NotFound("entry");
        var check = caller.Check();
        var line = new EntryId(check.Id("id", id));
        var says = read(check, was.Id);
        if (was.Body is not FindingOpened)
            check.Refuse("entry", "is not a finding");
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            id,
            body,
            (writer, stamp) =>
            {
                if (!stands(snapshot.Ledger, was.Id))
                    return Task.FromResult<Problem?>(Problem.Refused(null, otherwise));
                writer.AddEntry(new LedgerEntry(line, was.Bike, snapshot.Today, stamp.At, stamp.Device, says));
                return Task.FromResult<Problem?>(null);
            },
            () => EntryAnswers.OneAsync(snapshots, snapshot.Bike.Id.Value, line.Value, caller.Cancel)
        );
    }
}
