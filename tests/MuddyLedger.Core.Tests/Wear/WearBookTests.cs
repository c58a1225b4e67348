using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.Core.Tests.Wear;

/// <summary>From a book to its series, and from a series to the plan.</summary>
public class WearBookTests
{
    private static readonly LocalDate Today = Given.Today;

    /// <summary>A road twin ridden 100 mi a week for two years.</summary>
    private static LedgerBuilder Ridden()
    {
        var book = new LedgerBuilder();
        for (var week = 104; week >= 0; week -= 4)
            book.Reading(Today.PlusDays(-7 * week), Given.Miles(20_000 - 100 * week));
        return book;
    }

    private static void Pads(LedgerBuilder book, int weeksAgo, params decimal[] values) =>
        book.Write(Today.PlusDays(-7 * weeksAgo), new MeasurementTaken("front-pads", "Front brake pads", [.. values], "mm"));

    private static WearSeries SeriesOf(LedgerBuilder book, string id = "front-pads", Profile? bike = null, LocalDate? today = null)
    {
        var profile = bike ?? Given.Drumlin;
        var ledger = book.Ledger;
        return WearBook
            .Of(profile, Given.Content.Wear, Given.Content.Limits, ledger, BikeMeters.Of(profile, ledger), today ?? Today)
            .Single(series => series.Kind.Id == id);
    }

    private static TaskState TaskOf(LedgerBuilder book, string id, Profile? bike = null)
    {
        var profile = bike ?? Given.Drumlin;
        var ledger = book.Ledger;
        var meters = BikeMeters.Of(profile, ledger);
        var wear = WearBook.ByTask(WearBook.Of(profile, Given.Content.Wear, Given.Content.Limits, ledger, meters, Today));
        return Core
            .Servicing.Servicing.Of(profile, Given.Content.Schedules, ledger, meters, Today, wear)
            .Single(task => task.Task.Id == id);
    }

    [Fact]
    public void Nothing_one_and_two_readings_say_what_they_can()
    {
        var book = Ridden();
        SeriesOf(book).State.Trust.ShouldBe(WearTrust.Nothing);
        Pads(book, 40, 4.0m, 4.1m);
        var one = SeriesOf(book).State;
        (one.Trust, one.Due, one.Verdict!.Grade).ShouldBe((WearTrust.OneReading, null, Grade.Sound));
        Pads(book, 10, 3.1m, 3.2m);
        var two = SeriesOf(book).State;
        two.Trust.ShouldBe(WearTrust.Line);
        two.Fieller.ShouldBeNull();
        // 0.9 mm in 3,000 mi; 2.1 mm more are 7,000 mi, from 19,000: at 26,000 mi.
        Miles(two.Likely).ShouldBe(26_000, 400);
        two.Due.ShouldNotBeNull();
        Pads(book, 2, 2.8m, 2.9m);
        SeriesOf(book).State.Trust.ShouldBe(WearTrust.Bands);
    }

    private static double Miles(double? kilometres) => kilometres!.Value / 1.609344;

    [Fact]
    public void The_thinnest_place_decides_and_what_they_differ_by_is_kept()
    {
        var book = Ridden();
        Pads(book, 4, 3.6m, 2.2m);
        var latest = SeriesOf(book).Latest!;
        (latest.Value, SeriesOf(book).Kind.SpreadOf(latest.Values)).ShouldBe((2.2m, 1.4m));
    }

    [Fact]
    public void A_new_part_begins_a_new_series_and_the_old_one_keeps_its_life()
    {
        var book = Ridden();
        book.Done(Today.PlusDays(-7 * 100), "front-pads.replace");
        Pads(book, 80, 3.4m);
        Pads(book, 60, 2.6m);
        book.Done(Today.PlusDays(-7 * 50), "front-pads.replace");
        Pads(book, 40, 3.7m);
        var series = SeriesOf(book);
        series.Lives.Select(life => life.Points.Length).ShouldBe([0, 2, 1]);
        Miles(series.Lives[1].Length).ShouldBe(5_000, 1);
        series.State.Trust.ShouldBe(WearTrust.OneReading);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void On_the_day_of_the_exchange_the_less_worn_reading_is_the_new_parts(bool measuredFirst)
    {
        var book = Ridden();
        Pads(book, 60, 2.6m);
        if (measuredFirst)
            Pads(book, 30, 4.2m);
        book.Done(Today.PlusDays(-7 * 30), "front-pads.replace");
        if (!measuredFirst)
            Pads(book, 30, 4.2m);
        var series = SeriesOf(book);
        series.Lives.Select(life => life.Points.Length).ShouldBe([1, 1]);
        series.State.New.ShouldBe(4.2m);
    }

    [Fact]
    public void The_worn_reading_of_that_day_stays_with_the_part_that_came_off()
    {
        var book = Ridden();
        Pads(book, 60, 2.6m);
        book.Done(Today.PlusDays(-7 * 30), "front-pads.replace");
        Pads(book, 30, 1.6m);
        SeriesOf(book).Lives.Select(life => life.Points.Length).ShouldBe([2, 0]);
    }

    [Theory]
    [InlineData(Evidence.SellersWord, 1)]
    [InlineData(Evidence.Baseline, 1)]
    [InlineData(Evidence.TreatAsDue, 1)]
    [InlineData(Evidence.Receipt, 2)]
    [InlineData(Evidence.AsNew, 2)]
    public void A_claim_is_no_new_part(Evidence evidence, int lives)
    {
        var book = Ridden();
        book.Done(Today.PlusDays(-100), "front-pads.replace", evidence);
        SeriesOf(book).Lives.Length.ShouldBe(lives);
    }

    [Fact]
    public void Past_the_limit_it_is_over_and_the_plan_says_so()
    {
        var book = Ridden();
        Pads(book, 40, 2.4m);
        Pads(book, 4, 0.9m);
        SeriesOf(book).State.Over.ShouldBeTrue();
        TaskOf(book, "front-pads.replace").Life.State.ShouldBeOneOf(LifeState.Due, LifeState.Overdue);
    }

    [Fact]
    public void At_the_limit_exactly_it_is_due_and_a_hair_above_it_is_not()
    {
        var book = Ridden();
        Pads(book, 4, 1.0m);
        SeriesOf(book).State.Over.ShouldBeTrue();
        var above = Ridden();
        Pads(above, 4, 1.1m);
        SeriesOf(above).State.Over.ShouldBeFalse();
    }

    [Fact]
    public void What_seems_to_get_better_asks_for_a_fresh_measurement()
    {
        var book = Ridden();
        Pads(book, 60, 2.0m);
        Pads(book, 40, 2.5m);
        Pads(book, 20, 3.0m);
        Pads(book, 5, 3.4m);
        var state = SeriesOf(book).State;
        (state.Trust, state.Due).ShouldBe((WearTrust.WrongWay, null));
        // A measurement that tells nothing of its end never makes the task fine.
        TaskOf(book, "front-pads.replace").Life.Governing?.Due.ShouldBeNull();
    }

    [Fact]
    public void Readings_on_one_day_and_within_the_noise_foretell_no_end()
    {
        var book = Ridden();
        Pads(book, 10, 3.0m);
        Pads(book, 10, 3.0m);
        SeriesOf(book).State.Trust.ShouldBe(WearTrust.OneReading);
        Pads(book, 8, 3.0m);
        Pads(book, 6, 3.0m);
        SeriesOf(book).State.Trust.ShouldBeOneOf(WearTrust.NoWear, WearTrust.Bands);
        SeriesOf(book).State.Due.ShouldBeNull();
    }

    [Fact]
    public void A_swapped_dash_does_not_bend_the_line()
    {
        var straight = Ridden();
        Pads(straight, 60, 3.6m);
        Pads(straight, 30, 2.8m);
        Pads(straight, 4, 2.1m);
        var swapped = new LedgerBuilder();
        for (var week = 104; week > 44; week -= 4)
            swapped.Reading(Today.PlusDays(-7 * week), Given.Miles(20_000 - 100 * week));
        // The new dash begins at zero at 15,600 mi.
        swapped.Write(Today.PlusDays(-7 * 44), new MeterEpochStarted(Given.Miles(0), Given.Miles(15_600), EpochCause.DashSwapped));
        for (var week = 44; week >= 0; week -= 4)
            swapped.Reading(Today.PlusDays(-7 * week), Given.Miles(4_400 - 100 * week));
        Pads(swapped, 60, 3.6m);
        Pads(swapped, 30, 2.8m);
        Pads(swapped, 4, 2.1m);
        SeriesOf(swapped).State.Likely!.Value.ShouldBe(SeriesOf(straight).State.Likely!.Value, 1);
    }

    [Fact]
    public void A_wear_crossing_governs_a_task_like_any_other_limit()
    {
        var book = Ridden();
        book.Done(Today.PlusDays(-7 * 90), "front-pads.replace");
        TaskOf(book, "front-pads.replace").Life.State.ShouldBe(LifeState.WhenWorn);
        // One reading that has far to go is no forecast; one that is all but there is coming up.
        Pads(book, 90, 4.5m);
        TaskOf(book, "front-pads.replace").Life.State.ShouldBe(LifeState.WhenWorn);
        Pads(book, 50, 3.3m);
        Pads(book, 10, 2.1m);
        var life = TaskOf(book, "front-pads.replace").Life;
        life.Governing!.Limit.ShouldBeOfType<WearLimit>().At.ShouldBe(1.0m);
        // 2.4 mm in 8,000 mi; 1.1 mm more are 3,667 mi from 19,000 mi, and it stands at 20,000.
        Miles((double)life.Governing.UseLeft!.Value.InBase / 1000).ShouldBe(2_667, 250);
        life.Governing.Due!.Early.ShouldBeLessThan(life.Governing.Due.Likely);
        life.State.ShouldBe(LifeState.InHand);
        life.Because.OfType<WearMeasured>().ShouldHaveSingleItem();
        // One more reading that is worse than the line pulls it forward.
        var before = life.Governing.Due.Likely;
        Pads(book, 0, 1.4m);
        TaskOf(book, "front-pads.replace").Life.Governing!.Due!.Likely.ShouldBeLessThan(before);
    }

    [Fact]
    public void An_unknown_history_stays_unknown_until_the_tread_says_due()
    {
        var book = Ridden();
        book.Write(Today.PlusDays(-7), new MeasurementTaken("rear-tread", "Rear tyre", [4m, 3.8m, 4.1m], "mm"));
        TaskOf(book, "rear-tyre.replace").Life.State.ShouldBe(LifeState.Unknown);
        book.Write(Today, new MeasurementTaken("rear-tread", "Rear tyre", [1.9m, 1.5m, 1.9m], "mm"));
        TaskOf(book, "rear-tyre.replace").Life.State.ShouldBeOneOf(LifeState.Due, LifeState.Overdue);
    }

    [Fact]
    public void A_look_joins_the_series_where_its_ends_are_known()
    {
        var book = Ridden();
        book.Write(Today.PlusDays(-300), new WearLooked("chain-run", "Chain", Grade.Worn));
        // Half of 1.5%.
        SeriesOf(book, "chain-run").Latest!.Value.ShouldBe(0.75m);
        book.Write(Today.PlusDays(-10), new WearLooked("fork-seals", "Fork seals", Grade.Bad));
        SeriesOf(book, "fork-seals").State.Over.ShouldBeTrue();
    }

    /// <summary>Chain pitch of a 520 is 15.875 mm, of a 428 12.7 mm (ASME B29.1 / ISO 606 families, from memory).</summary>
    [Theory]
    [InlineData(317.5, 20, 0)]
    [InlineData(322.2625, 20, 1.5)]
    [InlineData(254.0, 20, 0)]
    [InlineData(257.81, 20, 1.5)]
    [InlineData(1612.9, 100, 1.6)]
    public void A_chain_is_told_by_its_growth(double length, int pitches, double percent) =>
        ((double)ChainGrowth.Percent((decimal)length, pitches)).ShouldBe(percent, 0.005);

    [Fact]
    public void A_battery_fades_by_the_calendar_whether_it_is_ridden_or_not()
    {
        var book = Ridden();
        foreach (var (days, volts) in new[] { (600, 12.9m), (400, 12.8m), (200, 12.7m), (0, 12.6m) })
            book.Write(Today.PlusDays(-days), new MeasurementTaken("resting-voltage", "Battery at rest", [volts], "V"));
        // A tenth of a volt in 200 days; two more tenths are 400 days.
        var state = SeriesOf(book, "resting-voltage").State;
        Period.DaysBetween(Today, state.Due!.Likely).ShouldBeInRange(370, 430);
        SeriesOf(book, "resting-voltage").Meter.ShouldBeNull();
    }

    [Fact]
    public void Compression_is_held_against_its_own_first_reading()
    {
        var book = Ridden();
        foreach (var (weeks, kilopascals) in new[] { (100, 1_200m), (50, 1_100m), (4, 1_010m) })
            book.Write(Today.PlusDays(-7 * weeks), new MeasurementTaken("compression-pressure", "Compression", [kilopascals], "kPa"));
        SeriesOf(book, "compression").State.End!.At.ShouldBe(960);
    }

    [Fact]
    public void A_twin_is_measured_cylinder_by_cylinder_and_two_discs_have_four_pads()
    {
        var twin = Given.Drumlin with { Cylinders = 2, FrontDiscs = 2 };
        SeriesOf(Ridden(), "compression", twin).Kind.Places.ShouldBe(["cylinder 1", "cylinder 2"]);
        SeriesOf(Ridden(), "front-pads", twin)
            .Kind.Places.ShouldBe(["left, inner pad", "left, outer pad", "right, inner pad", "right, outer pad"]);
        SeriesOf(Ridden(), "front-pads", twin with { FrontDiscs = 1 }).Kind.Places.Length.ShouldBe(2);
        SeriesOf(Ridden(), "plug-gap", twin with { Cylinders = 1 }).Kind.Places.ShouldBe(["the plug"]);
    }

    /// <summary>
    /// Every kind of bike that ships, with readings of every series that it has: nothing throws, nothing is past all sense.
    /// </summary>
    [Fact]
    public void Every_set_answers_whatever_is_measured_on_it()
    {
        foreach (var set in Given.Content.Sets)
        {
            var bike = Given.Named(set.Id, set.Id);
            foreach (var seed in Enumerable.Range(0, 6))
            {
                var random = new Random(seed);
                var book = new LedgerBuilder();
                for (var week = 60; week >= 0; week -= 6)
                    foreach (var meter in Enum.GetValues<MeterKind>().Where(bike.Has))
                        book.Reading(
                            Today.PlusDays(-7 * week),
                            MeterAmount.Of(meter, (meter == MeterKind.Odometer ? 160_000m : 2) * (70 - week))
                        );
                foreach (var kind in Given.Content.Wear)
                foreach (var week in Enumerable.Range(0, seed).Select(_ => random.Next(0, 60)).OrderDescending())
                {
                    var on = Today.PlusDays(-7 * week);
                    if (random.Next(5) == 0 && kind.Tasks.Length > 0)
                        book.Done(on, kind.Tasks[0]);
                    else if (kind.MeasuredIn is { } unit && random.Next(3) > 0)
                        book.Write(
                            on,
                            new MeasurementTaken(
                                kind.Names[0],
                                kind.Title,
                                [(decimal)random.Next(0, 4_000) / random.Next(1, 1_000)],
                                unit.Symbol
                            )
                        );
                    else if (!kind.Looks.IsEmpty)
                        book.Write(on, new WearLooked(kind.Id, kind.Title, (Grade)random.Next(5)));
                }

                var ledger = book.Ledger;
                var meters = BikeMeters.Of(bike, ledger);
                var wear = WearBook.Of(bike, Given.Content.Wear, Given.Content.Limits, ledger, meters, Today);
                foreach (var series in wear)
                {
                    (series.State.Share is null or >= -1 and <= 1).ShouldBeTrue($"{set.Id} {series.Kind.Id}: {series.State.Share}");
                    if (series.State.Due is { } due)
                        (due.Early <= due.Likely && due.Likely <= due.Late).ShouldBeTrue($"{set.Id} {series.Kind.Id}: {due}");
                }

                var plan = Core.Servicing.Servicing.Of(bike, Given.Content.Schedules, ledger, meters, Today, WearBook.ByTask(wear));
                // A series of this bike calls for work that is in its plan.
                foreach (var task in wear.SelectMany(series => series.Kind.Tasks.Take(1)))
                    plan.ShouldHaveOne(state => state.Task.Id == task, $"{set.Id}: {task}");
            }
        }
    }

    [Fact]
    public void Two_front_discs_each_of_one_thickness_are_even_though_one_is_thinner()
    {
        var bike = Given.Drumlin with { FrontDiscs = 2 };
        var kind = Given.Content.Wear.Single(one => one.Id == "front-disc").On(bike);
        kind.Places.ShouldBe([
            "left, first third",
            "left, second third",
            "left, last third",
            "right, first third",
            "right, second third",
            "right, last third",
        ]);
        kind.TooFarApart([4.50m, 4.51m, 4.49m, 4.30m, 4.31m, 4.30m]).ShouldBeNull();
        kind.SpreadOf([4.50m, 4.51m, 4.49m, 4.30m, 4.31m, 4.30m]).ShouldBe(0.02m);
        kind.TooFarApart([4.50m, 4.51m, 4.49m, 4.30m, 4.40m, 4.30m]).ShouldNotBeNull();
        // Cylinders are held against each other.
        Given
            .Content.Wear.Single(one => one.Id == "plug-gap")
            .On(bike with { Cylinders = 2 })
            .TooFarApart([0.8m, 0.95m])
            .ShouldNotBeNull();
    }

    [Fact]
    public void A_tight_spot_is_told_from_the_slack_and_grows_to_its_end()
    {
        var book = Ridden();
        for (var at = 0; at < 4; at++)
            book.Write(
                Today.PlusDays(-7 * (60 - 15 * at)),
                new MeasurementTaken("chain-slack", "Chain slack", [30m, 28m, 30m - 3 * at, 29m], "mm")
            );
        // One place alone tells of no tight spot.
        book.Write(Today.PlusDays(-3), new MeasurementTaken("chain-slack", "Chain slack", [30m], "mm"));
        var spot = SeriesOf(book, "chain-tight-spot");
        spot.Current.Points.Select(point => point.Value).ShouldBe([2m, 3m, 6m, 9m]);
        spot.State.Due.ShouldNotBeNull();
        SeriesOf(book, "chain-slack").State.Trust.ShouldBe(WearTrust.Setting);
    }

    [Theory]
    [InlineData(1_000, 1_220, WetVerdict.NotLow, WetVerdict.Rings)]
    [InlineData(800, 820, WetVerdict.NotLow, WetVerdict.ValvesOrGasket)]
    [InlineData(800, 890, WetVerdict.NotLow, WetVerdict.Either)]
    public void Oil_tells_rings_from_valves_in_the_low_cylinder_alone(int low, int wet, WetVerdict sound, WetVerdict told)
    {
        var book = Ridden();
        var bike = Given.Drumlin with { Cylinders = 2 };
        MeasurementTaken Taken(string what, params decimal[] values) =>
            new(what, "Compression", [.. values], "kPa") { Places = ["cylinder 1", "cylinder 2"] };
        book.Write(Today.PlusDays(-8), Taken("compression-pressure", 1_200, low));
        WetAndDry? Told()
        {
            var ledger = book.Ledger;
            return WetAndDry.Of(
                WearBook.Of(bike, Given.Content.Wear, Given.Content.Limits, ledger, BikeMeters.Of(bike, ledger), Today),
                bike
            );
        }

        Told().ShouldBeNull();
        // Of another day it says nothing.
        book.Write(Today.PlusDays(-7), Taken("compression-wet", 1_260, wet));
        Told().ShouldBeNull();
        book.Write(Today.PlusDays(-8), Taken("compression-wet", 1_260, wet));
        Told().ShouldBeNull("the latest wet reading has no dry one beside it");
        book.Write(Today.PlusDays(-7), Taken("compression-pressure", 1_200, low));
        Told()!.Cylinders.Select(one => one.Verdict).ShouldBe([sound, told]);
    }

    [Fact]
    public void Plugs_that_do_not_look_alike_say_so_and_the_worst_counts()
    {
        var book = Ridden();
        WearLooked Look(params Grade[] grades) =>
            new("plug-colour", "Spark plugs side by side", grades.Max())
            {
                Places = [.. grades.Select((grade, at) => new PlaceLook($"cylinder {at + 1}", grade))],
            };
        book.Write(Today.PlusDays(-8), Look(Grade.Slight, Grade.Slight));
        SeriesOf(book, "plug-colour").Apart.ShouldBeNull();
        book.Write(Today.PlusDays(-2), Look(Grade.Sound, Grade.Bad));
        var odd = SeriesOf(book, "plug-colour");
        odd.Apart!.Do.ShouldContain("Change the odd plug over");
        (odd.State.Trust, odd.State.Verdict!.Grade, odd.State.Due).ShouldBe((WearTrust.Setting, Grade.Bad, null));
        odd.State.Verdict.Means.ShouldContain("Lean or hot");
    }

    [Fact]
    public void A_tyre_tells_its_age_its_pressure_and_its_races()
    {
        var bike = Given.Drumlin with { RearTyre = new("140/80-18", null, "1818", TyreInner.FoamInsert), FrontTyre = null };
        var book = Ridden();
        string[] Facts(string id)
        {
            var ledger = book.Ledger;
            var all = WearBook.Of(bike, Given.Content.Wear, Given.Content.Limits, ledger, BikeMeters.Of(bike, ledger), Today);
            return [.. TyreFacts.Of(all.Single(series => series.Kind.Id == id), all, bike, Today)];
        }

        Facts("rear-tread").ShouldContain(fact => fact.Contains("week 18 of 2018") && fact.Contains("look for cracks every year"));
        Facts("rear-tread").ShouldContain(fact => fact.StartsWith("A foam insert"));
        Facts("front-tread").ShouldBeEmpty();
        Facts("front-pads").ShouldBeEmpty();
        book.Write(Today.PlusDays(-300), new RideDone(Distance.FromMetres(20_000), null, "raced before") { Severities = [Severity.Raced] });
        book.Done(Today.PlusDays(-200), "rear-tyre.replace");
        foreach (var ago in new[] { 200, 90, 0 })
            book.Write(Today.PlusDays(-ago), new RideDone(Distance.FromMetres(20_000), null, "sand") { Severities = [Severity.Raced] });
        book.Write(Today.PlusDays(-10), new RideDone(Distance.FromMetres(20_000), null, "home"));
        book.Write(Today.PlusDays(-5), new MeasurementTaken("rear-tyre-pressure", "Rear tyre", [225m], "kPa"));
        var after = Facts("rear-tread");
        after.ShouldContain("3 races on it.");
        after.ShouldContain(fact => fact.StartsWith("Last at 225 kPa on"));
        // A tyre of 2025 does not bear the date of 2018: its own code is asked for.
        after.ShouldContain(fact => fact.EndsWith("Read the one on this tyre."));
    }
}
