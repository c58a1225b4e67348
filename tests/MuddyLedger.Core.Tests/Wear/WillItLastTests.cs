using System.Collections.Immutable;
using MathNet.Numerics.Distributions;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Papers;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;
using NodaTime;
using InverseGaussian = MathNet.Numerics.Distributions.InverseGaussian;

namespace MuddyLedger.Core.Tests.Wear;

/// <summary>Wear and use combined, and whether a bike lasts: against simulation from the same readings.</summary>
public class WillItLastTests
{
    private static readonly LocalDate Today = Given.Today;

    private static LedgerBuilder Ridden(int seed)
    {
        var (book, random, miles) = (new LedgerBuilder(), new Random(seed), 10_000.0);
        for (var week = 100; week >= 0; week -= 2)
        {
            book.Reading(Today.PlusDays(-7 * week), Given.Miles(Math.Round((decimal)miles)));
            miles += Gamma.Sample(random, 3, 3 / 200.0);
        }

        book.Write(Today.PlusDays(-7 * 96), new TaskDone("front-pads.replace", Evidence.DoneHere));
        foreach (var (weeks, value) in new[] { (96, 4.6m), (70, 3.9m), (44, 3.3m), (20, 2.6m), (3, 2.2m) })
            book.Write(
                Today.PlusDays(-7 * weeks),
                new MeasurementTaken("front-pads", "Front brake pads", [value + (decimal)(random.Next(-1, 2) / 10.0)], "mm")
            );
        return book;
    }

    private sealed record Snapshot(BikeLedger Ledger, BikeMeters Meters, ImmutableArray<WearSeries> Wear, ImmutableArray<TaskState> Tasks)
    {
        public ImmutableDictionary<string, WearSeries> ByTask => WearBook.ByTask(Wear);

        public WearSeries Pads => Wear.Single(series => series.Kind.Id == "front-pads");

        public TripAnswer Lasts(Trip trip) => WillItLast.Of(trip, Given.Drumlin, Tasks, ByTask, Meters, Ledger, Today);
    }

    private static Snapshot SnapshotOf(LedgerBuilder book)
    {
        var ledger = book.Ledger;
        var meters = BikeMeters.Of(Given.Drumlin, ledger);
        var wear = WearBook.Of(Given.Drumlin, Given.Content.Wear, Given.Content.Limits, ledger, meters, Today);
        var tasks = Core.Servicing.Servicing.Of(Given.Drumlin, Given.Content.Schedules, ledger, meters, Today, WearBook.ByTask(wear));
        return new(ledger, meters, wear, tasks);
    }

    /// <summary>When the crossing is reached and the day on which use gets there, drawn together; infinite where never.</summary>
    private static IEnumerable<double> WeeksOf(Snapshot snapshot, Random random, int draws, double extraKilometres = 0)
    {
        var band = snapshot.Pads.State.Band!;
        var origin = snapshot.Pads.Current.StartX!.Value;
        var meter = snapshot.Meters.Own[MeterKind.Odometer];
        var forecast = meter.Forecast!;
        for (var draw = 0; draw < draws; draw++)
        {
            // The place of the crossing by its own chances, the time to get there by another library's first passage time.
            var place = band.Quantile(random.NextDouble()) + origin;
            if (place is null)
            {
                yield return double.PositiveInfinity;
                continue;
            }

            var left = (place.Value - extraKilometres) * 1000 - (double)meter.History.Last!.Lifetime.InBase;
            if (left <= 0)
            {
                yield return 0;
                continue;
            }

            var mean = left / forecast.PerWeek;
            var variance =
                forecast.VariancePerWeek * (1 + mean / forecast.EffectiveWeeks) + Math.Pow(forecast.Drift * forecast.PerWeek, 2) * mean;
            yield return new InverseGaussian(mean, left * left / variance, random).Sample();
        }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void The_dates_of_a_crossing_hold_ten_fifty_and_ninety_in_a_hundred(int seed)
    {
        const int draws = 4_000;
        var snapshot = SnapshotOf(Ridden(seed));
        var forecast = snapshot.Meters.Own[MeterKind.Odometer].Forecast!;
        var weeks = WeeksOf(snapshot, new Random(seed + 100), draws).ToList();
        var due = snapshot.Pads.State.Due!;
        foreach (var (day, chance) in new[] { (due.Early, 0.1), (due.Likely, 0.5), (due.Late, 0.9) })
        {
            var by = forecast.Season.Weeks(forecast.Time, forecast.From, day);
            var share = weeks.Count(week => week <= by) / (double)draws;
            // Four sigma of sampling, and a day of rounding to either side with forty slices of the crossing.
            share.ShouldBe(chance, 4 * Math.Sqrt(chance * (1 - chance) / draws) + 0.015, $"{day}");
        }
    }

    [Theory]
    [InlineData(1, 300)]
    [InlineData(2, 900)]
    [InlineData(3, 1_800)]
    [InlineData(4, 3_000)]
    public void The_chance_that_a_part_does_not_last_is_that_of_the_simulation(int seed, int miles)
    {
        const int draws = 4_000;
        var snapshot = SnapshotOf(Ridden(seed));
        var trip = new Trip(Given.Miles(miles), Today.PlusDays(30), 7, 1.5m);
        var line = snapshot.Lasts(trip).Lines.Single(one => one.Task.Task.Id == "front-pads.replace");
        var forecast = snapshot.Meters.Own[MeterKind.Odometer].Forecast!;
        var by = forecast.Season.Weeks(forecast.Time, forecast.From, trip.From);
        var extra = (double)trip.Amount.InBase / 1000 * 1.5;
        var share = WeeksOf(snapshot, new Random(seed), draws, extra).Count(week => week <= by) / (double)draws;
        line.Chance!.Value.ShouldBe(share, 4 * Math.Sqrt(Math.Max(share * (1 - share), 0.01) / draws) + 0.015);
    }

    [Fact]
    public void A_longer_or_a_harder_trip_never_makes_it_surer()
    {
        var snapshot = SnapshotOf(Ridden(5));
        var before = -1.0;
        foreach (
            var (miles, hard, loaded) in new[]
            {
                (100, 1m, false),
                (400, 1m, false),
                (400, 1.5m, false),
                (400, 1.5m, true),
                (2_000, 2m, true),
            }
        )
        {
            var line = snapshot
                .Lasts(new Trip(Given.Miles(miles), Today.PlusDays(10), 5, hard, loaded))
                .Lines.Single(one => one.Task.Task.Id == "front-pads.replace");
            line.Chance!.Value.ShouldBeGreaterThanOrEqualTo(before);
            before = line.Chance.Value;
        }
    }

    [Fact]
    public void What_is_not_known_is_never_fine_on_any_kind_of_bike()
    {
        foreach (var set in Given.Content.Sets)
        {
            var bike = Given.Named(set.Id, set.Id);
            var ledger = new LedgerBuilder().Ledger;
            var meters = BikeMeters.Of(bike, ledger);
            var tasks = Core.Servicing.Servicing.Of(bike, Given.Content.Schedules, ledger, meters, Today);
            var answer = WillItLast.Of(
                new Trip(Given.Miles(500), Today.PlusDays(20), 3),
                bike,
                tasks,
                ImmutableDictionary<string, WearSeries>.Empty,
                meters,
                ledger,
                Today
            );
            foreach (var line in answer.Lines.Where(line => line.Task.Life.State is LifeState.Unknown or LifeState.WhenWorn))
                (line.Sort, line.Reason).ShouldBe((TripSort.Before, TripReason.NotKnown), $"{set.Id}: {line.Task.Task.Id}");
            answer.Lines.ShouldNotBeEmpty(set.Id);
        }
    }

    [Fact]
    public void One_reading_and_no_forecast_are_not_fine_either()
    {
        var book = new LedgerBuilder();
        book.Reading(Today.PlusDays(-3), Given.Miles(5_000));
        book.Done(Today.PlusDays(-3), "front-pads.replace").Done(Today.PlusDays(-3), "air-filter.replace");
        book.Write(Today.PlusDays(-3), new MeasurementTaken("front-pads", "Front brake pads", [4.5m], "mm"));
        var answer = SnapshotOf(book).Lasts(new Trip(Given.Miles(500), Today.PlusDays(20), 3));
        answer
            .Lines.Where(line => line.Task.Task.Id is "front-pads.replace" or "air-filter.replace")
            .ShouldAllBe(line => line.Reason == TripReason.NotKnown);
    }

    [Fact]
    public void A_paper_that_runs_out_on_the_way_is_done_before_and_a_short_interval_on_the_way()
    {
        var book = Ridden(6);
        book.Write(Today.PlusDays(-300), new PaperHeld("insurance", Today.PlusDays(12)));
        book.Done(Today, "chain.lubricate");
        var lines = SnapshotOf(book).Lasts(new Trip(Given.Miles(1_500), Today.PlusDays(8), 9)).Lines;
        var paper = lines.Single(line => line.Task.Component.Id == "insurance");
        (paper.Sort, paper.Day).ShouldBe((TripSort.Before, Today.PlusDays(12)));
        var chain = lines.Single(line => line.Task.Task.Id == "chain.lubricate");
        (chain.Sort, chain.Reason).ShouldBe((TripSort.OnTheWay, TripReason.ShortInterval));
        chain.Every.ShouldBe(Given.Miles(500));
    }

    [Fact]
    public void Oil_that_is_used_is_taken_along()
    {
        var book = Ridden(7);
        foreach (var week in new[] { 60, 40, 20 })
        {
            book.Write(Today.PlusDays(-7 * week), new FluidToppedUp(ReservoirId.Engine, Given.Litres(0.4m), "10W-40"));
            book.Write(Today.PlusDays(-7 * week), new LevelSeen(ReservoirId.Engine, Core.Fluids.Level.AtMaximum));
        }

        var along = SnapshotOf(book).Lasts(new Trip(Given.Miles(1_500), Today.PlusDays(8), 9)).Along;
        var oil = along.Single(one => one.Reason == AlongReason.Uses);
        // 0.4 L in some 2,000 mi.
        oil.Volume!.Value.Litres.ShouldBeInRange(0.25m, 0.36m);
    }

    /// <summary>
    /// A bike on the bench is not expected to be ridden until the trip: the trip alone counts, and what is known stays known.
    /// </summary>
    [Fact]
    public void A_job_on_the_bench_makes_nothing_unknown()
    {
        var ledger = Ridden(4).Ledger;
        TripLine PadsOf(LocalDate? shutSince)
        {
            var meters = BikeMeters.Of(Given.Drumlin, ledger, shutSince);
            var wear = WearBook.ByTask(WearBook.Of(Given.Drumlin, Given.Content.Wear, Given.Content.Limits, ledger, meters, Today));
            var tasks = Core.Servicing.Servicing.Of(Given.Drumlin, Given.Content.Schedules, ledger, meters, Today, wear);
            var trip = new Trip(MeterAmount.From(new(9_000, Unit.Mile)), Today.PlusDays(30), 30);
            return WillItLast
                .Of(trip, Given.Drumlin, tasks, wear, meters, ledger, Today)
                .Lines.Single(line => line.Task.Task.Id == "front-pads.replace");
        }

        var (ridden, shut) = (PadsOf(null), PadsOf(Today));
        (ridden.Reason, shut.Reason).ShouldBe((TripReason.RunsOut, TripReason.RunsOut));
        shut.Chance!.Value.ShouldBeLessThanOrEqualTo(ridden.Chance!.Value);
        shut.Chance.Value.ShouldBeGreaterThan(0.5);
    }
}
