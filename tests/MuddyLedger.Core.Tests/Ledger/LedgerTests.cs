using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Waste;
using NodaTime;

namespace MuddyLedger.Core.Tests.Ledger;

public class LedgerTests
{
    [Fact]
    public void A_struck_line_stays_in_the_book_and_does_not_count()
    {
        var book = new LedgerBuilder();
        var wrong = book.Write(Given.Today, new NoteWritten("wrong"));
        book.Strike(wrong);
        book.Ledger.All.ShouldContain(wrong);
        book.Ledger.InForce.ShouldBeEmpty();
        book.Ledger.Strikes[wrong.Id].Reason.ShouldBe("wrong");
    }

    [Fact]
    public void A_correction_takes_its_originals_place_within_the_day()
    {
        var book = new LedgerBuilder();
        var drained = book.Write(Given.Today, new FluidDrained(ReservoirId.Engine, Given.Litres(2.4m), DrainReading.NotRead));
        book.Write(Given.Today, new FluidFilled(ReservoirId.Engine, Given.Litres(2.6m), "10W-40"));
        book.Correct(drained, new FluidDrained(ReservoirId.Engine, Given.Litres(2.1m), DrainReading.NotRead));
        FluidChain.StateOf(ReservoirId.Engine, book.Ledger).Contents!.Fluid.ShouldBe("10W-40");
    }

    [Fact]
    public void An_entry_of_another_bike_is_refused() =>
        Should.Throw<ArgumentException>(() =>
            BikeLedger.Of(
                new(Guid.CreateVersion7()),
                [new LedgerEntry(new(Guid.CreateVersion7()), Given.Bike, Given.Today, Given.Noon, "x", new NoteWritten("x"))],
                []
            )
        );

    // Property: striking a line and writing the same again gives the state that was there.
    [Fact]
    public void Strike_and_redo_gives_the_same_state() =>
        Gen.Select(AnyBook, Gen.Int[0, 1000])
            .Sample(
                (lines, which) =>
                {
                    var (before, book) = (Written(lines), Written(lines));
                    var wrong = book.Ledger.InForce[which % lines.Length];
                    book.Correct(wrong, wrong.Body);
                    return State(before.Ledger) == State(book.Ledger);
                }
            );

    // Property: the order in which rows come out of the store does not matter.
    [Fact]
    public void The_order_of_the_rows_does_not_matter() =>
        Gen.Select(AnyBook, Gen.Int[0, 99])
            .Sample(
                (lines, seed) =>
                {
                    var ledger = Written(lines).Ledger;
                    var shuffled = ledger.All.ToArray();
                    new Random(seed).Shuffle(shuffled);
                    return BikeLedger.Of(Given.Bike, shuffled, ledger.Strikes.Values).All.SequenceEqual(ledger.All);
                }
            );

    // Property: a book that grows is the one that is put in order at once, wherever its lines belong and whatever is struck.
    [Fact]
    public void A_book_that_grows_line_by_line_is_the_book_that_is_read_at_once() =>
        Gen.Select(AnyBook, Gen.Int[0, 5].Array[25])
            .Sample(
                (lines, dice) =>
                {
                    var book = new LedgerBuilder();
                    var grown = book.Ledger;
                    for (var at = 0; at < lines.Length; at++)
                    {
                        var line = book.Write(Given.Today.PlusDays(lines[at].Day - 10), new NoteWritten($"line {at}"));
                        if (dice[at] == 0)
                            book.Correct(line, new NoteWritten($"line {at}, as it was"));
                        if (dice[at] == 1)
                            book.Strike(line);
                        // Some come by themselves, some with the next.
                        if (dice[at] == 2)
                            continue;
                        var whole = book.Ledger;
                        var known = grown.All.Select(one => one.Id).ToHashSet();
                        var fresh = whole.All.Where(one => !known.Contains(one.Id)).OrderBy(one => one.Id.Value).ToList();
                        grown = grown.With(fresh, [.. whole.Strikes.Values]);
                        Told(grown.All).ShouldBe(Told(whole.All));
                        Told(grown.InForce).ShouldBe(Told(whole.InForce));
                        grown.Strikes.Keys.ShouldBe(whole.Strikes.Keys, ignoreOrder: true);
                        whole.All.ShouldAllBe(one => grown.OriginOf(one.Id) == whole.OriginOf(one.Id));
                    }
                }
            );

    private static IEnumerable<(Guid, Guid, NodaTime.Instant, int)> Told(IEnumerable<LedgerEntry> lines) =>
        lines.Select(line => (line.Id.Value, line.Origin.Value, line.FirstWrittenAt, line.Place));

    [Fact]
    public void A_finding_is_open_until_it_is_closed_even_if_its_words_were_corrected()
    {
        var book = new LedgerBuilder();
        var found = book.Write(Given.Today, new FindingOpened("Tick at the cam chain", FindingSeverity.Watch));
        book.Write(Given.Today, new FindingOpened("Fork weeps", FindingSeverity.FixSoon));
        OpenFindings.Of(book.Ledger).Select(open => open.Body.Title).ShouldBe(["Fork weeps", "Tick at the cam chain"]);
        book.Write(Given.Today, new FindingClosed(found.Id, "tensioner"));
        book.Correct(found, new FindingOpened("Tick at the cam chain side", FindingSeverity.Watch));
        OpenFindings.Of(book.Ledger).ShouldHaveSingleItem().Body.Title.ShouldBe("Fork weeps");
    }

    [Fact]
    public void Waste_is_what_was_held_less_what_was_handed_in()
    {
        var book = new LedgerBuilder();
        book.Write(Given.Today, new WasteHeld("engine oil", Given.Litres(2.4m)));
        book.Write(Given.Today, new WasteHeld("engine oil", Given.Litres(0.8m)));
        book.Write(Given.Today, new WasteHeld("coolant", Given.Litres(1.9m)));
        book.Write(Given.Today, new WasteHandedIn("coolant", Given.Litres(1.9m), "recycling yard"));
        WasteKept.ToHandIn([book.Ledger]).ShouldHaveSingleItem().ShouldBe(("engine oil", Given.Litres(3.2m)));
    }

    private sealed record Line(int Day, int Kind, decimal Amount);

    private static readonly Gen<Line[]> AnyBook = Gen.Select(
        Gen.Int[0, 5],
        Gen.Int[0, 6],
        Gen.Decimal[0.1m, 3m],
        (day, kind, amount) => new Line(day, kind, Math.Round(amount, 2))
    ).Array[1, 25];

    private static LedgerBuilder Written(Line[] lines)
    {
        var book = new LedgerBuilder();
        var shown = 9_000m;
        foreach (var (line, at) in lines.OrderBy(line => line.Day).Select((line, at) => (line, at)))
            book.Write(
                Given.Today.PlusDays(line.Day - 10),
                line.Kind switch
                {
                    0 => new MeterRead(Given.Miles(shown += line.Amount * 10)),
                    1 => new FluidFilled(ReservoirId.Engine, Given.Litres(line.Amount), $"oil {at}"),
                    2 => new FluidDrained(ReservoirId.Engine, Given.Litres(line.Amount), DrainReading.NotRead),
                    3 => new FluidToppedUp(ReservoirId.Engine, Given.Litres(line.Amount), "10W-40"),
                    4 => new TaskDone("engine-oil.replace", Evidence.DoneHere),
                    5 => new FindingOpened($"thing {at}", FindingSeverity.Watch),
                    _ => new WasteHeld("engine oil", Given.Litres(line.Amount)),
                }
            );
        return book;
    }

    /// <summary>Everything that is computed from a ledger, in words, without the ids of the lines it came from.</summary>
    private static string State(BikeLedger ledger)
    {
        var meters = BikeMeters.Of(Given.Drumlin, ledger);
        var engine = FluidChain.StateOf(ReservoirId.Engine, ledger);
        return string.Join(
            '\n',
            [
                string.Join(", ", meters.Own[MeterKind.Odometer].History.Points.Select(point => $"{point.Date} {point.Lifetime}")),
                $"{engine.Contents?.Fluid} {engine.Contents?.Poured} {engine.EmptySince?.Date} {engine.LastLevel?.Level}",
                string.Join(
                    ", ",
                    Core.Servicing.Servicing.Of(Given.Drumlin, Given.Content.Schedules, ledger, meters, Given.Today)
                        .Select(task => $"{task.Task.Id} {task.Life.State} {task.Life.Governing?.Share} {task.Life.Governing?.Due}")
                ),
                string.Join(", ", OpenFindings.Of(ledger).Select(open => open.Body.Title)),
                string.Join(", ", WasteKept.ToHandIn([ledger])),
            ]
        );
    }
}
