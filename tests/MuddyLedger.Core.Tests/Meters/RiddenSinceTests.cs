using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Meters;

/// <summary>Rides move the estimate until a meter is read, and what may not be ridden is not expected to be.</summary>
public class RiddenSinceTests
{
    private static readonly LocalDate Start = new(2026, 1, 5);

    private static RideDone Ride(decimal miles) => new(Distance.From(new Quantity(miles, Unit.Mile)), null, "road");

    private static decimal Miles(BikeMeters meters, LocalDate on) =>
        Math.Round(meters.Own[MeterKind.Odometer].History.At(on, meters.Own[MeterKind.Odometer].Forecast)!.Lifetime.In(Unit.Mile).Value, 1);

    private static LedgerBuilder Even(decimal perWeek, int weeks)
    {
        var book = new LedgerBuilder();
        for (var week = 0; week <= weeks; week++)
            book.Reading(Start.PlusWeeks(week), Given.Miles(1_000 + week * perWeek));
        return book;
    }

    [Fact]
    public void A_ride_moves_the_estimate_where_nothing_else_is_known()
    {
        var book = new LedgerBuilder().Reading(Start, Given.Miles(1_000));
        book.Write(Start.PlusDays(1), Ride(40));
        book.Write(Start.PlusDays(3), Ride(25));
        var meters = BikeMeters.Of(Given.Drumlin, book.Ledger);
        (Miles(meters, Start), Miles(meters, Start.PlusDays(1)), Miles(meters, Start.PlusDays(9))).ShouldBe((1_000m, 1_040m, 1_065m));
        var now = meters.Own[MeterKind.Odometer].History.At(Start.PlusDays(9), null)!;
        (now.Estimated, meters.Own[MeterKind.Odometer].History.RidesSince).ShouldBe((true, 2));
    }

    [Fact]
    public void A_reading_ends_it_and_a_ride_before_the_reading_is_in_the_reading()
    {
        var book = new LedgerBuilder().Reading(Start, Given.Miles(1_000));
        book.Write(Start.PlusDays(2), Ride(40));
        book.Reading(Start.PlusDays(5), Given.Miles(1_038));
        var meters = BikeMeters.Of(Given.Drumlin with { StatedUsePerYear = null }, book.Ledger);
        meters.Own[MeterKind.Odometer].History.RidesSince.ShouldBe(0);
        meters
            .Own[MeterKind.Odometer]
            .History.At(Start.PlusDays(5), null)!
            .ShouldBe(new MeterAt(Start.PlusDays(5), Given.Miles(1_038), Estimated: false));
    }

    // The sum of the rides or what is usual, whichever is more: 20 miles noted in a month of 40 a week are not all that was ridden.
    [Theory]
    [InlineData(20, 160)]
    [InlineData(300, 300)]
    public void What_is_usual_counts_where_fewer_rides_were_noted(decimal ridden, decimal counts)
    {
        var book = Even(40, 20);
        book.Write(Start.PlusWeeks(24), Ride(ridden));
        Miles(BikeMeters.Of(Given.Drumlin, book.Ledger), Start.PlusWeeks(24)).ShouldBe(1_800 + counts, 1);
        // And from there on as usual.
        Miles(BikeMeters.Of(Given.Drumlin, book.Ledger), Start.PlusWeeks(25)).ShouldBe(1_800 + counts + 40, 2);
    }

    [Fact]
    public void A_long_ride_brings_what_is_due_nearer_and_never_moves_it_away()
    {
        var limit = Given.Miles(2_200);
        DueBand? Due(decimal? ridden)
        {
            var book = Even(40, 20);
            if (ridden is { } miles)
                book.Write(Start.PlusWeeks(21), Ride(miles));
            var meter = BikeMeters.Of(Given.Drumlin, book.Ledger).Own[MeterKind.Odometer];
            return meter.History.Reaches(limit, meter.Forecast);
        }

        var usual = Due(null)!.Likely;
        Due(10)!.Likely.ShouldBeInRange(usual.PlusDays(-7), usual.PlusDays(7));
        Due(200)!.Likely.ShouldBeLessThan(usual.PlusDays(-14));
        Due(500)!.ShouldBe(new DueBand(Start.PlusWeeks(21), Start.PlusWeeks(21), Start.PlusWeeks(21)));
        var last = LocalDate.MaxIsoValue;
        foreach (var miles in Enumerable.Range(0, 50).Select(tens => tens * 10m))
        {
            var next = Due(miles)!.Likely;
            next.ShouldBeLessThanOrEqualTo(last);
            last = next;
        }
    }

    // Whichever is written down first: the dash is read on coming home.
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_ride_on_the_day_of_the_reading_is_in_the_reading(bool rideFirst)
    {
        var book = new LedgerBuilder();
        if (rideFirst)
            book.Write(Start, Ride(60));
        book.Reading(Start, Given.Miles(1_000));
        if (!rideFirst)
            book.Write(Start, Ride(60));
        Miles(BikeMeters.Of(Given.Drumlin, book.Ledger), Start).ShouldBe(1_000m);
    }

    // A job done between two rides is counted with the first of them alone.
    [Fact]
    public void Within_a_later_day_the_order_of_the_book_counts()
    {
        var book = new LedgerBuilder().Reading(Start, Given.Miles(1_000));
        var day = Start.PlusDays(4);
        book.Write(day, Ride(60));
        var done = book.Write(day, new TaskDone("chain.lubricate", Evidence.DoneHere));
        book.Write(day, Ride(15));
        var ledger = book.Ledger;
        var history = BikeMeters.Of(Given.Drumlin, ledger).Own[MeterKind.Odometer].History;
        history.At(ledger.InForce.First(one => one.Id == done.Id), null)!.Lifetime.ShouldBe(Given.Miles(1_060));
        history.At(day, null)!.Lifetime.ShouldBe(Given.Miles(1_075));
    }

    [Fact]
    public void A_bike_that_may_not_be_ridden_is_not_expected_to_be()
    {
        var book = Even(40, 20);
        var shut = Start.PlusWeeks(21);
        var open = BikeMeters.Of(Given.Drumlin, book.Ledger);
        var bench = BikeMeters.Of(Given.Drumlin, book.Ledger, shut);
        Miles(open, shut).ShouldBe(Miles(bench, shut));
        Miles(bench, shut.PlusWeeks(10)).ShouldBe(Miles(bench, shut));
        Miles(open, shut.PlusWeeks(10)).ShouldBeGreaterThan(Miles(bench, shut) + 300);
        var meter = bench.Own[MeterKind.Odometer];
        meter.History.Reaches(Given.Miles(5_000), meter.Forecast).ShouldBeNull();
        bench.Time.StandsStill.ShouldBeFalse(); // it is not laid up
    }
}
