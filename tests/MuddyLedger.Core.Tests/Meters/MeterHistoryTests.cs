using CsCheck;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Meters;

public class MeterHistoryTests
{
    private static readonly LocalDate Spring = new(2026, 3, 1);

    [Fact]
    public void Without_an_epoch_the_lifetime_is_what_the_dash_shows()
    {
        var history = Miles(book => book.Reading(Spring, Given.Miles(9_000)).Reading(Spring.PlusDays(10), Given.Miles(9_400)));
        history.Points.Select(point => point.Lifetime).ShouldBe([Given.Miles(9_000), Given.Miles(9_400)]);
    }

    [Fact]
    public void A_swapped_dash_carries_the_lifetime_on()
    {
        var history = Miles(book =>
        {
            book.Reading(Spring, Given.Miles(9_000));
            book.Write(Spring.PlusDays(5), new MeterEpochStarted(Given.Miles(120), Given.Miles(9_010), EpochCause.DashSwapped));
            book.Reading(Spring.PlusDays(20), Given.Miles(300));
        });
        history.Last!.Lifetime.ShouldBe(Given.Miles(9_190));
        history.DisplayFor(Spring.PlusDays(20), Given.Miles(9_200)).ShouldBe(Given.Miles(310));
        history.LifetimeFor(Spring.PlusDays(20), Given.Miles(310)).ShouldBe(Given.Miles(9_200));
    }

    [Fact]
    public void A_rollover_loses_no_distance()
    {
        var history = Miles(book => book.Reading(Spring, Given.Miles(9_950)));
        var epoch = history.StartEpoch(EpochCause.RolledOver, Given.Miles(30), Given.Miles(10_000));
        var after = Miles(book =>
        {
            book.Reading(Spring, Given.Miles(9_950));
            book.Write(Spring.PlusDays(9), epoch);
            book.Reading(Spring.PlusDays(9), Given.Miles(30));
        });
        after.Last!.Lifetime.ShouldBe(Given.Miles(10_030));
    }

    [Fact]
    public void A_reset_starts_from_the_last_reading()
    {
        var epoch = Miles(book => book.Reading(Spring, Given.Miles(500))).StartEpoch(EpochCause.Reset, Given.Miles(0), null);
        epoch.Lifetime.ShouldBe(Given.Miles(500));
        epoch.Display.ShouldBe(Given.Miles(0));
    }

    // Property: whatever the sequence of epochs, a bike never undoes what it has done.
    [Fact]
    public void The_lifetime_meter_never_falls() =>
        AnyHistory.Sample(
            history => history.Points.Zip(history.Points.Skip(1), (before, after) => before.Lifetime <= after.Lifetime).All(rises => rises),
            iter: 500
        );

    // Property: each ridden stretch counts once, whatever the dash did in between.
    [Fact]
    public void The_lifetime_meter_is_the_sum_of_what_was_ridden() =>
        AnyRiding.Sample(
            legs =>
            {
                var history = HistoryOf(legs);
                return history.Last!.Lifetime
                    == legs.Skip(1).Aggregate(Given.Miles(legs[0].Ridden), (sum, leg) => sum + Given.Miles(leg.Ridden));
            },
            iter: 500
        );

    [Fact]
    public void Between_readings_the_meter_is_interpolated_and_says_so()
    {
        var history = Miles(book => book.Reading(Spring, Given.Miles(9_000)).Reading(Spring.PlusDays(10), Given.Miles(9_400)));
        history.At(Spring.PlusDays(5), null).ShouldBe(new MeterAt(Spring.PlusDays(5), Given.Miles(9_200), Estimated: true));
        history.At(Spring.PlusDays(10), null)!.Estimated.ShouldBeFalse();
    }

    [Fact]
    public void After_the_last_reading_the_meter_runs_on_at_the_usage_rate()
    {
        var history = Miles(book => book.Reading(Spring, Given.Miles(9_000)).Reading(Spring.PlusDays(20), Given.Miles(9_400)));
        var rate = UsageForecast.Of(history, null, RidingTime.Always)!;
        history.At(Spring.PlusDays(30), rate)!.Lifetime.In(Unit.Mile).Value.ShouldBe(9_600m, 0.001m);
        history.At(Spring.PlusDays(30), null).ShouldBeNull();
        history.At(Spring.PlusDays(-1), rate).ShouldBeNull();
    }

    [Fact]
    public void The_day_a_lifetime_was_reached_is_found_between_readings()
    {
        var history = Miles(book => book.Reading(Spring, Given.Miles(9_000)).Reading(Spring.PlusDays(20), Given.Miles(9_400)));
        history.Reaches(Given.Miles(9_100), null)!.Likely.ShouldBe(Spring.PlusDays(5));
        history
            .Reaches(Given.Miles(9_500), UsageForecast.Of(history, null, RidingTime.Always))!
            .Likely.ShouldBeInRange(Spring.PlusDays(21), Spring.PlusDays(25));
        history.Reaches(Given.Miles(9_500), null).ShouldBeNull();
    }

    [Fact]
    public void A_date_beyond_a_lifetime_is_no_date()
    {
        var history = Miles(book => book.Reading(Spring, Given.Miles(9_000)).Reading(Spring.PlusDays(200), Given.Miles(9_000.1m)));
        history.Reaches(Given.Miles(99_000), UsageForecast.Of(history, null, RidingTime.Always)).ShouldBeNull();
    }

    [Fact]
    public void A_jobs_own_reading_stands_for_its_entries_even_if_the_bike_was_ridden_the_same_day()
    {
        var run = new RunId(Guid.CreateVersion7());
        var book = new LedgerBuilder();
        book.Write(Spring, new MeterRead(Given.Miles(9_000)), run);
        var done = book.Write(Spring, new TaskDone("engine-oil.replace", Evidence.DoneHere), run);
        book.Reading(Spring, Given.Miles(9_120));
        MeterHistory.Of(book.Ledger, MeterKind.Odometer).At(done, null)!.Lifetime.ShouldBe(Given.Miles(9_000));
    }

    [Theory]
    [InlineData(0, 8_999, "is lower than")]
    [InlineData(5, 8_900, "backwards")]
    [InlineData(5, 9_500, "which is later")]
    [InlineData(60, 9_500, "in the future")]
    public void A_reading_that_does_not_fit_is_refused_in_words(int day, int miles, string words) =>
        Two.Refuse(Spring.PlusDays(day), Given.Miles(miles), Given.Show, Given.Today)!.ShouldContain(words);

    [Theory]
    [InlineData(0, 9_000)]
    [InlineData(5, 9_200)]
    [InlineData(10, 9_400)]
    [InlineData(12, 9_400)]
    public void A_reading_that_fits_between_its_neighbours_is_taken(int day, int miles) =>
        Two.Refuse(Spring.PlusDays(day), Given.Miles(miles), Given.Show, Given.Today).ShouldBeNull();

    [Fact]
    public void A_corrected_reading_is_not_held_against_itself()
    {
        var book = new LedgerBuilder();
        var wrong = book.Write(Spring, new MeterRead(Given.Miles(99_000)));
        var history = MeterHistory.Of(book.Ledger, MeterKind.Odometer);
        history.Refuse(Spring, Given.Miles(9_900), Given.Show, Given.Today).ShouldNotBeNull();
        history.Refuse(Spring, Given.Miles(9_900), Given.Show, Given.Today, instead: wrong.Id).ShouldBeNull();
    }

    [Fact]
    public void After_a_swap_the_old_dash_is_not_held_against_the_new_one()
    {
        var history = Miles(book =>
        {
            book.Reading(Spring, Given.Miles(9_000));
            book.Write(Spring, new MeterEpochStarted(Given.Miles(0), Given.Miles(9_000), EpochCause.DashSwapped));
        });
        history.Refuse(Spring, Given.Miles(2), Given.Show, Given.Today).ShouldBeNull();
    }

    [Fact]
    public void A_struck_reading_does_not_count()
    {
        var book = new LedgerBuilder();
        book.Reading(Spring, Given.Miles(9_000));
        book.Strike(book.Write(Spring.PlusDays(1), new MeterRead(Given.Miles(90_000))));
        MeterHistory.Of(book.Ledger, MeterKind.Odometer).Last!.Lifetime.ShouldBe(Given.Miles(9_000));
    }

    // House value: beyond 1,500 km or 24 h in a day a reading is confirmed first.
    [Theory]
    [InlineData(1, 932, false)]
    [InlineData(1, 933, true)]
    [InlineData(3, 2_790, false)]
    [InlineData(3, 2_800, true)]
    public void A_jump_that_nobody_rides_is_asked_about(int days, int miles, bool asks) =>
        (Two.Unlikely(Spring.PlusDays(10 + days), Given.Miles(9_400 + miles), Given.Show) is not null).ShouldBe(asks);

    [Fact]
    public void Distance_and_hours_never_mix()
    {
        Should.Throw<InvalidOperationException>(() => Given.Miles(1) + Given.Hours(1));
        Should.Throw<InvalidOperationException>(() => Given.Miles(1) < Given.Hours(1));
        Should.Throw<ArgumentException>(() => MeterAmount.From(new Quantity(1, Unit.Litre)));
    }

    private static MeterHistory Two =>
        Miles(book => book.Reading(Spring, Given.Miles(9_000)).Reading(Spring.PlusDays(10), Given.Miles(9_400)));

    private static MeterHistory Miles(Action<LedgerBuilder> write)
    {
        var book = new LedgerBuilder();
        write(book);
        return MeterHistory.Of(book.Ledger, MeterKind.Odometer);
    }

    private sealed record Leg(int Ridden, int Days, bool NewDash, int NewDashShows);

    private static readonly Gen<Leg[]> AnyRiding = Gen.Select(
        Gen.Int[0, 900],
        Gen.Int[0, 40],
        Gen.Bool,
        Gen.Int[0, 50_000],
        (ridden, days, swap, shows) => new Leg(ridden, days, swap, shows)
    ).Array[1, 30];

    private static readonly Gen<MeterHistory> AnyHistory = AnyRiding.Select(HistoryOf);

    private static MeterHistory HistoryOf(Leg[] legs)
    {
        var book = new LedgerBuilder();
        var (day, shows) = (new LocalDate(2020, 1, 1), 0m);
        foreach (var leg in legs)
        {
            day = day.PlusDays(leg.Days);
            shows += leg.Ridden;
            book.Reading(day, Given.Miles(shows));
            if (!leg.NewDash)
                continue;
            book.Write(
                day,
                MeterHistory.Of(book.Ledger, MeterKind.Odometer).StartEpoch(EpochCause.DashSwapped, Given.Miles(leg.NewDashShows), null)
            );
            shows = leg.NewDashShows;
        }

        return MeterHistory.Of(book.Ledger, MeterKind.Odometer);
    }
}
