using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Sums;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.Core.Tests.Wear;

public class ValveHistoryTests
{
    private static readonly LocalDate Today = Given.Today;

    private static Profile Scree =>
        Given.Scree with
        {
            Figures = Given
                .Scree.Figures.SetItem(BikeFigure.IntakeClearance, new(0.10m, 0.15m, new(ProvenanceKind.Manual)))
                .SetItem(BikeFigure.ExhaustClearance, new(0.17m, 0.22m, new(ProvenanceKind.Manual))),
        };

    private static LedgerBuilder Ridden()
    {
        var book = new LedgerBuilder();
        for (var week = 60; week >= 0; week -= 3)
            book.Reading(Today.PlusDays(-7 * week), Given.Hours(90 - week));
        return book;
    }

    private static void Check(
        LedgerBuilder book,
        int weeksAgo,
        decimal clearance,
        decimal? shim,
        decimal? fitted = null,
        decimal? left = null
    ) => book.Write(Today.PlusDays(-7 * weeksAgo), new ValvesChecked([new(1, ValveSide.Intake, 1, clearance, shim, fitted, left)]));

    private static ValveSeries Of(LedgerBuilder book, Profile? bike = null)
    {
        var profile = bike ?? Scree;
        return ValveHistory
            .Of(profile, Given.Content.Limits, book.Ledger, BikeMeters.Of(profile, book.Ledger), Today)
            .First(valve => valve.Place == new ValvePlace(1, ValveSide.Intake, 1));
    }

    [Fact]
    public void A_valve_that_closes_up_says_when_and_how_much_shim_is_left()
    {
        var book = Ridden();
        Check(book, 48, 0.15m, 2.50m);
        Check(book, 36, 0.14m, 2.50m);
        Check(book, 24, 0.13m, 2.50m);
        Check(book, 12, 0.12m, 2.50m);
        var valve = Of(book);
        valve.Trust.ShouldBe(ValveTrust.Closing);
        // A hundredth in 12 h; from 0.12 at 78 h two more to 0.10: at 102 h.
        valve.Likely!.Value.ShouldBe(102, 4);
        (valve.ShimNow, valve.ShimsLeft).ShouldBe((2.50m, 1.30m));
        // 1.30 mm of shim and 0.02 of clearance at a hundredth in 12 h.
        valve.ShimsEnd!.Value.ShouldBe(78 + 132 * 12, 60);
    }

    [Fact]
    public void A_shim_that_is_changed_does_not_hide_how_fast_it_sinks()
    {
        var book = Ridden();
        Check(book, 48, 0.12m, 2.50m);
        Check(book, 36, 0.10m, 2.50m, fitted: 2.45m);
        Check(book, 24, 0.13m, 2.45m);
        Check(book, 12, 0.11m, 2.45m);
        var valve = Of(book);
        valve.Points[1].LeftAt.ShouldBe(0.15m);
        valve.Trust.ShouldBe(ValveTrust.Closing);
        // Two hundredths in 12 h all along: from 0.11 at 78 h it is 0.10 at 84 h.
        valve.Likely!.Value.ShouldBe(84, 3);
    }

    [Fact]
    public void Within_what_a_feeler_tells_apart_it_is_steady()
    {
        var book = Ridden();
        Check(book, 48, 0.12m, 2.50m);
        Check(book, 24, 0.12m, 2.50m);
        Check(book, 12, 0.12m, 2.50m);
        (Of(book).Trust, Of(book).Due).ShouldBe((ValveTrust.Steady, null));
    }

    [Fact]
    public void Outside_at_the_last_check_is_due_unless_it_was_set()
    {
        var book = Ridden();
        Check(book, 12, 0.06m, 2.50m);
        Of(book).Trust.ShouldBe(ValveTrust.Outside);
        Check(book, 12, 0.06m, 2.50m, fitted: 2.45m, left: 0.11m);
        Of(book).Trust.ShouldNotBe(ValveTrust.Outside);
    }

    [Fact]
    public void A_screw_begins_anew_each_time_it_is_set()
    {
        var screws = Scree with { Valves = ValveAdjustment.ScrewAndLocknut };
        var book = Ridden();
        Check(book, 48, 0.11m, null, left: 0.15m);
        Check(book, 24, 0.13m, null);
        Check(book, 12, 0.12m, null);
        // Since it was set: 0.15, 0.13, 0.12; ahead to 0.10.
        Of(book, screws).Likely!.Value.ShouldBeInRange(88, 108);
    }

    [Fact]
    public void The_first_valve_to_go_is_a_due_date_of_the_check()
    {
        var book = Ridden();
        book.Done(Today.PlusDays(-7), "valves.measure");
        Check(book, 48, 0.15m, 2.50m);
        Check(book, 24, 0.13m, 2.50m);
        Check(book, 1, 0.11m, 2.50m);
        var ledger = book.Ledger;
        var meters = BikeMeters.Of(Scree, ledger);
        var valves = ValveHistory.Of(Scree, Given.Content.Limits, ledger, meters, Today);
        var series = ValveHistory.AsWear(Scree, meters, Today, valves)!;
        var task = Core
            .Servicing.Servicing.Of(Scree, Given.Content.Schedules, ledger, meters, Today, WearBook.ByTask([series]))
            .Single(one => one.Task.Id == "valves.measure");
        task.Life.Governing!.Limit.ShouldBeOfType<WearLimit>();
        task.Life.Because.OfType<WearMeasured>().Single().Series.Kind.Title.ShouldBe("Valve, intake 1");
    }

    [Theory]
    [InlineData(4, 2, 2)]
    [InlineData(5, 3, 2)]
    [InlineData(3, 2, 1)]
    [InlineData(2, 1, 1)]
    [InlineData(0, 1, 1)]
    public void Every_valve_has_its_place(int perCylinder, int intake, int exhaust)
    {
        var places = ValveHistory.Places(Scree with { ValvesPerCylinder = perCylinder, Cylinders = 2 }).ToList();
        places.Count(place => place is { Cylinder: 2, Side: ValveSide.Intake }).ShouldBe(intake);
        places.Count(place => place is { Cylinder: 1, Side: ValveSide.Exhaust }).ShouldBe(exhaust);
    }

    /// <summary>Standard atmosphere: 1,000 m 898.75 hPa, 2,000 m 794.95, 3,000 m 701.09 (ISO 2533, from memory).</summary>
    [Theory]
    [InlineData(0, 1013.25)]
    [InlineData(1_000, 898.75)]
    [InlineData(2_000, 794.95)]
    [InlineData(3_000, 701.09)]
    public void The_air_is_thinner_up_there(double metres, double hectopascals) =>
        StandardAtmosphere.Pressure(metres).ShouldBe(hectopascals, 0.05);
}
