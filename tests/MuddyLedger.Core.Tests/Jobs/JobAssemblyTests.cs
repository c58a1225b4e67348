using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Servicing;

namespace MuddyLedger.Core.Tests.Jobs;

public class JobAssemblyTests
{
    private static readonly Profile Twin = Given.Drumlin with { TankOverPlugs = true, AirFilter = AirFilterBehind.Tank };

    [Fact]
    public void Oil_plugs_and_air_filter_share_one_strip_down()
    {
        var joined = Joined(Twin, "engine-oil", "spark-plugs", "air-filter");
        var ids = Ids(joined, Twin);
        ids.Count(id => id == "tank-off/off").ShouldBe(1);
        ids.Count(id => id == "bodywork-off/off").ShouldBe(1);
        joined.Job.Steps.Count(step => step.Kind == StepKind.Reading).ShouldBe(1);
        joined.Job.Steps.Count(step => step.Kind == StepKind.SignOff).ShouldBe(1);
        joined.Opened.Select(one => one.Group.Id).ShouldBe(["seat-off", "tank-off", "bodywork-off"], ignoreOrder: true);
        joined.Opened.First(one => one.Group.Id == "tank-off").ForJobs.ShouldBe(["air-filter", "spark-plugs"]);
        joined.Job.Minutes.ShouldBe(40 + 35 + 30 + 14 + 4 + 7);
        joined.MinutesApart.ShouldBe(joined.Job.Minutes + 14 + 4); // the tank and the seat a second time
        joined.SharedSteps.ShouldBeGreaterThan(6);
    }

    [Fact]
    public void Cold_work_comes_before_the_engine_is_warmed_and_what_is_open_is_closed_by_then()
    {
        var ids = Ids(Joined(Twin, "engine-oil", "spark-plugs"), Twin);
        InOrder(
            ids,
            "spark-plugs/cold",
            "seat-off/off",
            "tank-off/off",
            "spark-plugs/caps",
            "spark-plugs/torque",
            "tank-off/on",
            "seat-off/on",
            "engine-oil/warm",
            "bodywork-off/off",
            "engine-oil/drain-read",
            "engine-oil/pour-first",
            "engine-oil/run",
            "engine-oil/level-final",
            "bodywork-off/on"
        );
    }

    [Fact]
    public void Nested_access_opens_outside_in_and_closes_inside_out()
    {
        var ids = Ids(Joined(Given.Drumlin, "steering-head", "front-wheel"), Given.Drumlin);
        InOrder(
            ids,
            "front-wheel-out/axle",
            "fork-legs-out/legs",
            "steering-head/lower",
            "fork-legs-out/legs-in",
            "front-wheel-out/wheel-in",
            "front-wheel-out/brake"
        );
    }

    [Fact]
    public void What_drains_comes_before_what_needs_it_empty_and_what_fills_after()
    {
        var ids = Ids(Joined(Given.Drumlin, "clutch-stack", "engine-oil"), Given.Drumlin);
        InOrder(
            ids,
            "engine-oil/drain-read",
            "clutch-stack/drain",
            "clutch-stack/cover-off",
            "clutch-stack/cover-on",
            "engine-oil/pour-first"
        );
    }

    [Fact]
    public void Two_jobs_that_fill_the_same_reservoir_are_not_joined() =>
        Refused(Given.Drumlin, "engine-oil", "flush-fill").ShouldContain("both fill the engine oil");

    // Plugs that come out for the valves go in once, after them, whichever job was named first.
    [Theory]
    [InlineData("spark-plugs", "valve-clearances")]
    [InlineData("valve-clearances", "spark-plugs")]
    public void New_plugs_are_not_fitted_to_be_taken_out_again(string first, string second)
    {
        var ids = Ids(Joined(Twin, first, second), Twin);
        ids.Count(id =>
                id.EndsWith("/out", StringComparison.Ordinal) && id.StartsWith("spark-plugs")
                || id.EndsWith("/plugs-out", StringComparison.Ordinal)
            )
            .ShouldBe(1);
        var plugsIn = ids.Where(id => id is "spark-plugs/thread-in" or "valve-clearances/plugs-in").ToList();
        InOrder(ids, "valve-clearances/cover-on", plugsIn.ShouldHaveSingleItem(), "spark-plugs/torque");
    }

    // An engine is not warmed with its radiator open.
    [Theory]
    [InlineData("coolant", "engine-oil")]
    [InlineData("engine-oil", "coolant")]
    public void Coolant_is_bled_and_its_cap_is_on_before_the_warm_up(string first, string second) =>
        InOrder(
            Ids(Joined(Given.Drumlin, first, second), Given.Drumlin),
            "coolant/pour",
            "coolant/bleed",
            "coolant/cap-on",
            "engine-oil/warm",
            "engine-oil/drain-read"
        );

    // What is claimed to be saved is what is not done twice: openings and waits, and nothing else.
    [Fact]
    public void What_joining_saves_is_time_that_is_really_not_spent()
    {
        var none = Joined(Given.Drumlin, "chain", "front-brake-fluid");
        none.Job.Minutes.ShouldBe(none.MinutesApart);
        var tank = Joined(Twin, "spark-plugs", "air-filter");
        tank.MinutesApart.ShouldBe(tank.Job.Minutes + 14 + 4);
    }

    // What is behind a tank both cold and warm is opened twice, and the plan says so; what may stay open is opened once.
    [Fact]
    public void A_place_that_must_be_closed_for_the_warm_up_is_opened_anew_after_it()
    {
        var behind = Given.EngineOil with
        {
            Steps =
            [
                .. Given.EngineOil.Steps.Select(step => step.Id == "plug-out" ? step with { Within = [.. step.Within, "tank-off"] } : step),
            ],
        };
        var joined = JobAssembly.Of([behind, Given.Content.Job("spark-plugs")!], Given.Content.Access, Twin);
        joined.Cycle.ShouldBeEmpty();
        joined.Opened.Count(one => one.Group.Id == "tank-off").ShouldBe(2);
        joined.Opened.Count(one => one.Group.Id == "bodywork-off").ShouldBe(1);
        InOrder(
            Ids(joined, Twin),
            "tank-off/off",
            "spark-plugs/torque",
            "tank-off/on",
            "engine-oil/warm",
            "tank-off.2/off",
            "engine-oil/plug-out",
            "tank-off.2/on",
            "engine-oil/run"
        );
    }

    [Fact]
    public void A_step_shared_by_two_jobs_has_the_cautions_of_both_and_holds_as_early_as_either()
    {
        Job With(string id, Gate? hold, params Hazard[] cautions) =>
            Given.Content.Job("chain")! with
            {
                Id = id,
                Serves = [],
                Steps =
                [
                    Do("wipe") with
                    {
                        Shared = "wipe",
                        Hold = hold,
                        Cautions = [.. cautions],
                        Needs = [new(NeedKind.Tool, $"brush of {id}")],
                    },
                    Do("sign") with
                    {
                        Kind = StepKind.SignOff,
                        After = ["wipe"],
                    },
                ],
            };
        var joined = JobAssembly.Of(
            [With("one", Gate.Ridden, Hazard.HotOil), With("other", Gate.Cranked, Hazard.Acid)],
            Given.Content.Access,
            Twin
        );
        var step = joined.Job.Steps[0];
        step.Id.ShouldBe("one/wipe");
        step.Hold.ShouldBe(Gate.Cranked);
        step.Cautions.ShouldBe([Hazard.HotOil, Hazard.Acid]);
        step.Needs.Select(need => need.What).ShouldBe(["brush of one", "brush of other"]);
        joined.Job.Steps.Length.ShouldBe(2);
        joined.SharedSteps.ShouldBe(2);
    }

    [Fact]
    public void More_than_a_day_holds_is_not_joined() =>
        JobAssembly.Refuse([.. Given.Content.Jobs.Take(9)], Given.Content.Access, Twin)!.Words.ShouldContain("more than 8");

    [Fact]
    public void A_job_is_not_joined_with_itself() => Refused(Given.Drumlin, "chain", "chain").ShouldContain("twice");

    [Fact]
    public void Steps_that_would_wait_for_each_other_are_named()
    {
        Job Of(string id, string first, string second) =>
            Given.Content.Job("chain")! with
            {
                Id = id,
                Serves = [],
                Steps =
                [
                    Do(first) with
                    {
                        Shared = first,
                    },
                    Do(second) with
                    {
                        Shared = second,
                        After = [first],
                    },
                    Do("sign") with
                    {
                        Kind = StepKind.SignOff,
                        After = [second],
                    },
                ],
            };
        var words = JobAssembly
            .Refuse([Of("one", "paint", "sand"), Of("other", "sand", "paint")], Given.Content.Access, Given.Drumlin)!
            .Words;
        words.ShouldContain("wait for each other");
        words.ShouldContain("Do paint");
        words.ShouldContain("Do sand");
    }

    [Fact]
    public void A_joined_run_resets_the_tasks_of_all_its_jobs_and_writes_one_finish()
    {
        var bench = new Bench(Twin, Joined(Twin, "engine-oil", "spark-plugs", "air-filter").Job).UpTo();
        bench.State.Tray.ShouldBeEmpty();
        var written = RunFinish
            .Entries(bench.Plan, bench.State, new(90, [], null, null), Given.Today, _ => Given.Today, new LedgerBuilder().Ledger)
            .Select(entry => entry.Body)
            .ToList();
        written
            .OfType<TaskDone>()
            .Select(done => done.Task)
            .ShouldBe(
                ["engine-oil.replace", "oil-filter.replace", "spark-plugs.inspect", "spark-plugs.replace", "air-filter.replace"],
                ignoreOrder: true
            );
        written.OfType<JobFinished>().ShouldHaveSingleItem().Job.ShouldBe("engine-oil+spark-plugs+air-filter");
    }

    private static Step Do(string id) =>
        Given.Content.Job("chain")!.Steps.First(step => step.Kind == StepKind.Do) with
        {
            Id = id,
            Title = $"Do {id}",
            After = [],
            Puts = [],
            Lifts = [],
            Needs = [],
        };

    private static JobAssembly Joined(Profile bike, params string[] jobs) =>
        JobAssembly.Of([.. jobs.Select(id => Given.Content.Job(id)!)], Given.Content.Access, bike);

    private static string Refused(Profile bike, params string[] jobs) =>
        JobAssembly.Refuse([.. jobs.Select(id => Given.Content.Job(id)!)], Given.Content.Access, bike)!.Words;

    private static string[] Ids(JobAssembly joined, Profile bike) =>
        [.. JobPlan.For(joined.Job, bike).Steps.Select(planned => planned.Step.Id)];

    private static void InOrder(string[] ids, params string[] wanted) => ids.Where(wanted.Contains).ShouldBe(wanted);
}
