using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Units;
using NodaTime;
using Shouldly;
using Xunit;

namespace MuddyLedger.Core.Tests.Ledger;

public sealed class LineFoldTests
{
    // Property: whatever comes, in whatever order, and is corrected or struck, what was kept of a book that grows is what a book says that
    // is read at once. Asked after every line, so that all of it has been kept before the next one comes.
    [Fact]
    public void What_is_kept_of_a_book_that_grows_is_what_the_whole_book_says() =>
        Gen.Select(Gen.Int[0, Kinds.Length - 1], Gen.Int[0, 400], Gen.Int[0, 9])
            .Array[1, 30]
            .Sample(lines =>
            {
                var book = new LedgerBuilder();
                var grown = book.Ledger;
                var written = new List<LedgerEntry>();
                foreach (var (kind, day, dice) in lines.OrderBy(line => line.Item3 == 0 ? line.Item2 : 400))
                {
                    // Most lines come in the order of their days, some lie before those that are there.
                    var body = Kinds[kind](day, written.FindLast(one => one.Body is FindingOpened)?.Id);
                    if (dice == 1 && written.FindLast(one => one.Body.GetType() == body.GetType()) is { } same)
                        book.Correct(same, body);
                    else if (dice == 2 && written.Count > 0 && !book.Ledger.Strikes.ContainsKey(written[^1].Id))
                        book.Strike(written[^1]);
                    else
                        written.Add(book.Write(Given.Today.PlusDays(day - 400), body));
                    var whole = book.Ledger;
                    var known = grown.All.Select(one => one.Id).ToHashSet();
                    var fresh = whole.All.Where(one => !known.Contains(one.Id)).OrderBy(one => one.Id.Value).ToList();
                    grown = grown.With(fresh, [.. whole.Strikes.Values]);
                    Said(grown).ShouldBe(Said(whole));
                }
            });

    [Fact]
    public void What_other_lines_say_is_not_worked_out_anew()
    {
        var book = new LedgerBuilder();
        foreach (var week in Enumerable.Range(0, 20))
            book.Reading(Given.Today.PlusDays((week - 20) * 7), Given.Miles(1_000 + (week * 90)));
        var before = book.Ledger;
        var meters = BikeMeters.Of(Given.Drumlin, before);
        book.Write(Given.Today, new NoteWritten("Rode home in the rain."));
        var fresh = book.Ledger.All.Where(entry => before.All.All(one => one.Id != entry.Id)).ToList();
        var after = before.With(fresh);
        BikeMeters.Of(Given.Drumlin, after).ShouldBeSameAs(meters);
        // A note says nothing of the meter; another profile, a shut gate or a reading does.
        BikeMeters.Of(Given.Drumlin with { StatedUsePerYear = Given.Miles(9_000) }, after).ShouldNotBeSameAs(meters);
        BikeMeters.Of(Given.Drumlin, after, Given.Today).ShouldNotBeSameAs(meters);
        var read = book.Write(Given.Today, new MeterRead(Given.Miles(4_000)));
        BikeMeters.Of(Given.Drumlin, after.With([read])).Own[MeterKind.Odometer].History.Last!.Display.ShouldBe(Given.Miles(4_000));
    }

    private static readonly DrainReading Clean = new(DrainColour.Dark, MagnetReading.FinePaste, DrainDebris.None, false);

    private static readonly Func<int, EntryId?, EntryBody>[] Kinds =
    [
        (_, _) => new NoteWritten("a note"),
        (day, _) => new MeterRead(Given.Miles(1_000 + (day * 20))),
        (day, _) => new RideDone(Distance.FromMetres(1_000 + (day % 70 * 1_000)), null, "gravel"),
        (_, _) => new LaidUp("the winter"),
        (_, _) => new WokenUp("the spring"),
        (_, _) => new FluidFilled(ReservoirId.Engine, Given.Litres(3), "10W-40"),
        (_, _) => new FluidDrained(ReservoirId.Engine, Given.Litres(3), Clean),
        (day, _) => new LevelSeen(ReservoirId.Engine, (Level)(day % 4)),
        (_, _) => new FluidDrained(ReservoirId.Coolant, Given.Litres(1), Clean),
        (_, _) => new FindingOpened("a tick", FindingSeverity.Stop),
        (_, finding) => finding is { } one ? new FindingClosed(one, "tightened") : new NoteWritten("nothing to close"),
        (_, _) => new LeftForNow("rag", "a rag in the intake", ForNow.InPlace) { Shuts = Gate.Cranked },
        (_, _) => new ForNowUndone("rag", "a rag in the intake", "taken out"),
        (_, _) => new TakenIn(TakenInAs.NonRunner),
        (_, _) => new EngineRan("it was run"),
        (_, _) => new PartFitted("chain", 1),
    ];

    private static IEnumerable<string> OfMeter(Meter meter) =>
        [
            string.Join(' ', meter.History.Points),
            $"{meter.History.Kind} {meter.History.RidesSince} {meter.Forecast?.PerWeek} {meter.History.At(Given.Today, meter.Forecast)}",
        ];

    /// <summary>All that is worked out from a book, in words.</summary>
    private static string Said(BikeLedger ledger)
    {
        var bike = Given.Drumlin;
        var meters = BikeMeters.Of(bike, ledger);
        var gates = Given.Line(bike, ledger);
        return string.Join(
            '\n',
            [
                .. meters.Own.Concat(meters.Derived).SelectMany(pair => OfMeter(pair.Value)),
                string.Join(' ', RidingTime.Of(ledger).Rests),
                StandingTime.Of(bike, ledger, Given.Today).Because,
                string.Join(' ', gates.Reasons.Select(reason => (reason.Gate, reason.State, reason.Kind, reason.Why, reason.Since))),
                string.Join(
                    ' ',
                    Reservoirs
                        .Of(bike)
                        .Select(one => FluidChain.StateOf(one, ledger))
                        .Select(one => (one.Reservoir, one.Contents?.Fluid, one.EmptySince?.Id, one.LastLevel?.Level))
                ),
                string.Join(' ', OpenFindings.Of(ledger).Select(pair => pair.Entry.Id)),
                string.Join(' ', ledger.Each<PartFitted>().Select(pair => pair.Entry.Place)),
            ]
        );
    }
}
