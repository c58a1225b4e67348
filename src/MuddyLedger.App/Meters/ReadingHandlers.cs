using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Core;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Meters;

/// <summary>A meter that was read.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Meter">Which one.</param>
/// <param name="Reading">What the meter shows, in any unit; a number alone is in the meter's own.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Note">In the owner's words; empty where there is nothing to say.</param>
/// <param name="Because">Why it may be lower than before: the meter counts anew from here.</param>
/// <param name="Confirmed">True where the owner has confirmed an unlikely jump.</param>
public sealed record ReadingRequest(
    Guid Id,
    MeterKind Meter,
    string? Reading,
    string? Date,
    string? Note,
    EpochCause? Because,
    bool Confirmed = false
);

/// <summary>What a dash shows.</summary>
public sealed class ReadingHandlers(ShedSnapshots snapshots, Writing writing)
{
    /// <summary>The most any meter is taken to show: two million kilometres, a hundred thousand hours.</summary>
    public static decimal MostOf(MeterKind meter) => meter == MeterKind.Odometer ? 2_000_000_000m : 100_000m;

    /// <summary>Writes a meter reading; one that falls is asked about first.</summary>
    public async Task<Outcome<EntryAnswer>> AddAsync(Guid bike, ReadingRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check();
        var id = new EntryId(check.Id("id", body.Id));
        var date = check.Date("date", body.Date, snapshot.Today);
        var note = check.OptionalText("note", body.Note, 500);
        if (!snapshot.Profile.Has(body.Meter))
            check.Refuse("meter", "is not on this bike");
        var unit = snapshot.Profile.UnitOf(body.Meter);
        var display = MeterAmount.From(check.Quantity("reading", body.Reading, unit, MostOf(body.Meter)));
        if (check.Failed)
            return check.Problem();

        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (writer, stamp) =>
            {
                var history = snapshot.Meters.Own[body.Meter].History;
                if (body.Because is { } cause)
                {
                    if (history.Last is { } last && date < last.Date)
                        return Refused(new("date", "lies before the last reading: a meter that was swapped or reset starts anew after it"));
                    var rollsAt = body.Meter == MeterKind.Odometer ? snapshot.Profile.Odometer!.RollsAt : (MeterAmount?)null;
                    writer.AddEntry(
                        new LedgerEntry(
                            new(Guid.CreateVersion7()),
                            snapshot.Bike.Id,
                            date,
                            stamp.At,
                            stamp.Device,
                            history.StartEpoch(cause, display, rollsAt)
                        )
                    );
                }
                else if (Refuse(snapshot, display, date, body.Confirmed) is { } refusal)
                {
                    return Refused(refusal);
                }

                // A moment later than the epoch, so that the reading falls inside it.
                writer.AddEntry(
                    new LedgerEntry(id, snapshot.Bike.Id, date, stamp.At + LedgerEntry.Moment, stamp.Device, new MeterRead(display, note))
                );
                return Task.FromResult<Problem?>(null);
            },
            () => EntryAnswers.OneAsync(snapshots, bike, id.Value, caller.Cancel)
        );
    }

    /// <summary>Why a meter cannot have shown this on that day, and what the owner may answer to it; null where it can.</summary>
    public static Refusal? Refuse(BikeSnapshot snapshot, MeterAmount display, NodaTime.LocalDate date, bool confirmed)
    {
        var history = snapshot.Meters.Own[display.Kind].History;
        string Words(MeterAmount amount) => Shown.Of(amount, snapshot.Profile).ToString();
        if (history.Refuse(date, display, Words, snapshot.Today) is { } words)
            return new("reading", words, history.RunsBackwards(date, display) ? "new-epoch" : null);
        return !confirmed && history.Unlikely(date, display, Words) is { } jump ? new("reading", jump, "confirm") : null;
    }

    /// <summary>For a write that is not to be.</summary>
    public static Task<Problem?> Refused(Refusal refusal) => Task.FromResult<Problem?>(Problem.Refused(refusal));
}
