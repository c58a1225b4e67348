using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Tests.Fluids;

// House rules: no source outside.
public class LeakWatchTests
{
    [Theory]
    [InlineData("0 0 0", LeakVerdict.Dry)]
    [InlineData("2 0 0", LeakVerdict.Dry)] // residue of filling, wiped off, did not come back
    [InlineData("3 0 0", LeakVerdict.Dry)]
    [InlineData("2 2 0", LeakVerdict.Weeping)] // came back once
    [InlineData("1 1 1", LeakVerdict.Weeping)]
    [InlineData("0 0 1", LeakVerdict.Weeping)] // seen at the last look, where it had been dry
    [InlineData("0 1 2", LeakVerdict.Leaking)] // came back, and more of it
    [InlineData("1 2 1", LeakVerdict.Weeping)]
    [InlineData("0 0 3", LeakVerdict.Leaking)] // several where it had been wiped clean
    [InlineData("0 4", LeakVerdict.Leaking)]
    [InlineData("5", LeakVerdict.Leaking)]
    [InlineData("2", LeakVerdict.Weeping)]
    public void The_trend_decides(string grades, LeakVerdict verdict) =>
        Of(grades, LeakFluid.EngineOil, complete: true).Verdict.ShouldBe(verdict);

    [Theory]
    [InlineData("2", LeakVerdict.Watching)]
    [InlineData("0", LeakVerdict.Watching)]
    [InlineData("2 0", LeakVerdict.Watching)]
    [InlineData("0 4", LeakVerdict.Leaking)]
    [InlineData("1 2", LeakVerdict.Leaking)]
    public void Until_all_looks_are_taken_only_a_leak_is_decided(string grades, LeakVerdict verdict) =>
        Of(grades, LeakFluid.EngineOil, complete: false).Verdict.ShouldBe(verdict);

    [Theory, InlineData(LeakFluid.Fuel, Gate.Run), InlineData(LeakFluid.BrakeFluid, Gate.Ridden)]
    public void Fuel_and_brake_fluid_fail_at_the_first_trace(LeakFluid fluid, Gate gate)
    {
        var watch = Of("1", fluid, complete: false);
        watch.Verdict.ShouldBe(LeakVerdict.Leaking);
        watch.Finding!.Severity.ShouldBe(FindingSeverity.Stop);
        watch.Finding.Gate.ShouldBe(gate);
    }

    [Fact]
    public void The_worst_place_speaks_for_the_bike()
    {
        var watch = LeakWatch.Of(
            [
                [new(LeakPlace.DrainPlug, LeakGrade.Damp, LeakFluid.EngineOil), new(LeakPlace.Radiator, LeakGrade.Drip, LeakFluid.Coolant)],
                [new(LeakPlace.DrainPlug, LeakGrade.Damp, LeakFluid.EngineOil), new(LeakPlace.Radiator, LeakGrade.Drip, LeakFluid.Coolant)],
            ],
            complete: true
        );
        watch.Verdict.ShouldBe(LeakVerdict.Leaking);
        watch.Finding!.Title.ShouldBe("Leaking: radiator");
    }

    // More to see at the last look never makes a verdict milder.
    [Fact]
    public void A_worse_last_look_is_never_a_milder_verdict() =>
        Gen.Enum<LeakGrade>()
            .Array[1, 5]
            .Sample(grades =>
            {
                var last = LeakVerdict.Watching;
                foreach (var grade in Enum.GetValues<LeakGrade>())
                {
                    var verdict = LeakWatch.Of([.. grades.Append(grade).Select(Look)], complete: true).Verdict;
                    ((int)verdict).ShouldBeGreaterThanOrEqualTo((int)last);
                    last = verdict;
                }
            });

    [Fact]
    public void A_bike_leaks_only_where_it_has_something()
    {
        LeakWatch.PlacesOf(Given.Drumlin).Select(one => one.Place).ShouldContain(LeakPlace.Radiator);
        LeakWatch.PlacesOf(Given.Named("trials-single", "Fathom")).Select(one => one.Place).ShouldNotContain(LeakPlace.Radiator);
        LeakWatch.PlacesOf(Given.Heron).First(one => one.Place == LeakPlace.ClutchCover).Fluid.ShouldBe(LeakFluid.GearOil);
        Given.Content.Sets.ShouldAllBe(set => LeakWatch.PlacesOf(set.Profile).Length > 5);
    }

    [Fact]
    public void A_watch_reminds_wants_all_its_looks_and_writes_them()
    {
        var bench = new Bench(Given.Drumlin, Given.Content.Job("leak-watch")).UpTo("standing");
        bench.Try(new StepDone("standing", StepRecord.Nothing))!.Words.ShouldContain("wants 2 looks near their hours, and has had 0");
        bench.Do(new TimerStarted("standing", 240));
        (bench.State.Timers["standing"].Ends - bench.State.Timers["standing"].Started).ShouldBe(Duration.FromHours(4));
        bench.Wait(Duration.FromHours(5)).Do(new LookTaken("standing", [new(LeakPlace.DrainPlug, LeakGrade.OneSpot, LeakFluid.EngineOil)]));
        (bench.State.Timers["standing"].Ends - bench.State.Watches["standing"]).ShouldBe(Duration.FromHours(12));
        bench.Wait(Duration.FromHours(8)).Do(new LookTaken("standing", []));
        bench.State.Timers.ShouldBeEmpty();
        bench
            .Done("standing")
            .UpTo("after")
            .Do(new TimerStarted("after", 60))
            .Wait(Duration.FromMinutes(50))
            .Do(new LookTaken("after", [new(LeakPlace.DrainPlug, LeakGrade.Damp, LeakFluid.EngineOil)]))
            .UpTo();
        var lines = RunFinish
            .Entries(bench.Plan, bench.State, new(30, [], null, null), Given.Today, _ => Given.Today, new LedgerBuilder().Ledger)
            .Select(line => line.Body)
            .ToList();
        lines.OfType<LeakLooked>().Count().ShouldBe(3);
        lines.OfType<FindingOpened>().ShouldHaveSingleItem().Title.ShouldBe("Weeping: drain plug");
    }

    [Fact]
    public void A_leak_is_not_ticked_off_and_a_watch_taken_back_begins_anew()
    {
        var drip = new LeakSpot(LeakPlace.OilFilter, LeakGrade.Drip, LeakFluid.EngineOil);
        var bench = new Bench(Given.Drumlin, Given.Content.Job("leak-watch"))
            .UpTo("standing")
            .Do(new TimerStarted("standing", 240))
            .Wait(Duration.FromHours(1))
            .Do(new LookTaken("standing", [drip]));
        bench
            .Try(new StepDone("standing", StepRecord.Nothing))!
            .Words.ShouldContain("leaks", customMessage: "what drips after an hour leaks, though it was looked at early");
        RunFindings.Stops(bench.Plan, bench.State).ShouldHaveSingleItem().Body.Gate.ShouldBe(Gate.Ridden, "at the tap");
        bench.Do(new StepNotSound("standing", new("Drips at the filter", FindingSeverity.Stop))).Do(new StepReopened("standing"));
        bench.State.Looks.ShouldBeEmpty();
        RunFindings.Stops(bench.Plan, bench.State).ShouldNotBeEmpty("it is shut until it was watched dry");
        bench
            .Do(new TimerStarted("standing", 240))
            .Wait(Duration.FromHours(4))
            .Do(new LookTaken("standing", []))
            .Wait(Duration.FromHours(9))
            .Do(new LookTaken("standing", []))
            .Done("standing");
        RunFindings.Stops(bench.Plan, bench.State).ShouldBeEmpty();
        // Set aside or signed off, every look stands in the book, that of the first watch too.
        var aside = RunFinish.EntriesSetAside(bench.Plan, bench.State, Given.Today, Given.Day, "rain");
        aside.Count(line => line.Body is LeakLooked).ShouldBe(3);
        aside.ShouldContain(line => line.Body is FindingClosed);
    }

    [Fact]
    public void A_watch_is_not_fooled_by_looking_twice_in_a_minute()
    {
        var bench = new Bench(Given.Drumlin, Given.Content.Job("leak-watch")).UpTo("standing").Do(new TimerStarted("standing", 240));
        bench.Do(new LookTaken("standing", [])).Do(new LookTaken("standing", []));
        bench.Try(new StepDone("standing", StepRecord.Nothing))!.Words.ShouldContain("watched too short");
        // Late by half a day, two looks in a row are still one.
        bench.Wait(Duration.FromHours(13)).Do(new LookTaken("standing", [])).Do(new LookTaken("standing", []));
        bench.Try(new StepDone("standing", StepRecord.Nothing))!.Words.ShouldContain("has had 1");
        bench.Wait(Duration.FromHours(6)).Do(new LookTaken("standing", [])).Done("standing");
    }

    // House: a look counts from three quarters of its hour on; the boundary belongs to it.
    [Theory]
    [InlineData("2.99", 0)]
    [InlineData("3", 1)]
    [InlineData("3 8.99", 1)]
    [InlineData("3 9", 2)]
    [InlineData("12 12.1", 1)]
    [InlineData("12 18", 2)]
    [InlineData("0 0 0 3 3 3 9 9", 2)]
    public void A_look_counts_near_its_hour(string hours, int counted)
    {
        var looks = hours
            .Split(' ')
            .Select(hour =>
                (
                    Given.Noon + Duration.FromHours(double.Parse(hour, System.Globalization.CultureInfo.InvariantCulture)),
                    ImmutableArray<LeakSpot>.Empty
                )
            );
        var all = LeakWatch.Count([4, 12], Given.Noon, looks);
        all.Count(look => look.Due is not null).ShouldBe(counted);
        LeakWatch.Over(all, 2).Verdict.ShouldBe(counted == 2 ? LeakVerdict.Dry : LeakVerdict.Watching);
        (LeakWatch.NextFrom([4, 12], Given.Noon, all) is null).ShouldBe(counted == 2);
    }

    private static LeakWatch Of(string grades, LeakFluid fluid, bool complete) =>
        LeakWatch.Of(
            [
                .. grades
                    .Split(' ')
                    .Select(grade =>
                        ImmutableArray.Create(
                            new LeakSpot(
                                LeakPlace.DrainPlug,
                                (LeakGrade)int.Parse(grade, System.Globalization.CultureInfo.InvariantCulture),
                                fluid
                            )
                        )
                    ),
            ],
            complete
        );

    private static ImmutableArray<LeakSpot> Look(LeakGrade grade) => [new(LeakPlace.DrainPlug, grade, LeakFluid.EngineOil)];
}
