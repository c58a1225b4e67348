using System.Collections.Immutable;
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

    // Properties, over every shipped kind of bike with everything in the way, every job alone, every pair, and many threes.
    [Fact]
    public void Every_shipped_job_can_be_run_alone_and_in_pairs_on_every_kind_of_bike()
    {
        foreach (var (bike, number) in Bikes().Select((bike, number) => (bike, number)))
        {
            var jobs = Given.Content.JobsFor(bike).ToImmutableArray();
            foreach (var job in jobs)
                ShouldHold([job], bike);
            foreach (var (first, at) in jobs.Select((job, at) => (job, at)))
            foreach (var (second, after) in jobs.Select((job, after) => (job, after)).Skip(at + 1))
            {
                // Every pair on several kinds of bike, every kind with many pairs: all of them on all would take minutes.
                if ((at + 7 * after + number) % 14 != 0)
                    continue;
                if (JobAssembly.Refuse([first, second], Given.Content.Access, bike) is { } refused)
                {
                    refused.Words.ShouldContain(
                        first.Alone || second.Alone ? "is run alone" : "both fill",
                        customMessage: $"{first.Id} and {second.Id} on {bike.Model}: {refused.Words}"
                    );
                    continue;
                }

                ShouldHold([first, second], bike);
            }
        }
    }

    [Fact]
    public void Threes_and_sixes_drawn_at_random_hold_in_any_order_of_naming()
    {
        var random = new Random(20260418);
        var bikes = Bikes().ToList();
        for (var round = 0; round < 150; round++)
        {
            var bike = bikes[random.Next(bikes.Count)];
            var jobs = Given.Content.JobsFor(bike).OrderBy(_ => random.Next()).Take(round % 3 == 0 ? 6 : 3).ToImmutableArray();
            if (JobAssembly.Refuse(jobs, Given.Content.Access, bike) is { } refused)
                refused.Words.ShouldContain(jobs.Any(job => job.Alone) ? "is run alone" : "both fill");
            else
                ShouldHold(jobs, bike);
        }
    }

    private static void ShouldHold(ImmutableArray<Job> jobs, Profile bike)
    {
        var name = $"{string.Join(" + ", jobs.Select(job => job.Id))} on {bike.Model}";
        var whole = JobAssembly.Of(jobs, Given.Content.Access, bike);
        whole.Cycle.ShouldBeEmpty(name);
        var plan = JobPlan.For(whole.Job, bike);
        var steps = plan.Steps.Select(planned => planned.Step).ToList();
        var place = steps.Select((step, at) => (step.Id, at)).ToDictionary(pair => pair.Id, pair => pair.at);
        steps[^1].Kind.ShouldBe(StepKind.SignOff, name);
        if (jobs.Length > 1)
            new TradeOrder([.. steps]).Broken().ShouldBeEmpty(name);
        // Every job is respected: what it says must come first does.
        foreach (var step in steps)
        foreach (var first in step.After.Where(place.ContainsKey))
            place[first].ShouldBeLessThan(place[step.Id], $"{name}: {first} before {step.Id}");
        // Whatever comes off goes back on, later; what is put for now is taken away, later.
        foreach (var step in steps)
        foreach (var part in step.Tray)
            steps
                .Any(other => other.Refits.Contains(part.Id) && place[other.Id] > place[step.Id])
                .ShouldBeTrue($"{name}: {part.Part} stays on the tray");
        var state = new Dictionary<string, string>();
        foreach (var step in steps)
        foreach (var (thing, _) in UndoList.Of(step))
        {
            if (!thing.Back && state.TryGetValue(thing.Id, out var by))
                Assert.Fail($"{name}: {thing.What} is begun by {by} and again by {step.Id}");
            if (thing.Back)
                state.Remove(thing.Id);
            else if (!thing.Lasting)
                state[thing.Id] = step.Id;
        }

        state.ShouldBeEmpty(name);
        // Nothing is open that keeps the engine from running while it runs, and inner places are open only inside outer ones.
        IEnumerable<string> PlacesOf(string group, ImmutableArray<Step> part, int turn) =>
            part.Select(one => $"{(turn == 0 ? group : $"{group}.{turn + 1}")}/{one.Id}").Where(place.ContainsKey);
        var turns = whole
            .Opened.Select(one => one.Group)
            .Distinct()
            .ToDictionary(
                group => group.Id,
                group =>
                    Enumerable
                        .Range(0, 3)
                        .Select(turn =>
                            (
                                From: PlacesOf(group.Id, group.Open, turn).Select(id => place[id]).DefaultIfEmpty(-1).Max(),
                                First: PlacesOf(group.Id, group.Open, turn).Select(id => place[id]).DefaultIfEmpty(-1).Min(),
                                To: PlacesOf(group.Id, group.Close, turn).Select(id => place[id]).DefaultIfEmpty(-1).Min(),
                                Last: PlacesOf(group.Id, group.Close, turn).Select(id => place[id]).DefaultIfEmpty(-1).Max()
                            )
                        )
                        .Where(turn => turn.First >= 0)
                        .ToList()
            );
        foreach (var (group, spans) in turns)
            spans.ShouldEachBe(span => span.From < span.To, $"{name}: {group} is closed before it is open");
        foreach (var step in steps)
        {
            var at = place[step.Id];
            if (step.EngineRuns)
                turns
                    .Where(pair =>
                        Given.Content.Access[pair.Key].BlocksRunning && pair.Value.Any(span => span.First < at && at < span.Last)
                    )
                    .Select(pair => pair.Key)
                    .ShouldBeEmpty($"{name}: the engine runs at {step.Id}");
            foreach (
                var needed in AccessGroup.Chain(step.Within, Given.Content.Access, Capabilities.Of(bike)).Where(one => !one.Open.IsEmpty)
            )
                turns[needed.Id].Any(span => span.From < at && at < span.To).ShouldBeTrue($"{name}: {step.Id} works behind {needed.Id}");
            foreach (
                var drained in step.Empty.Where(reservoir =>
                    steps.Any(other => other.Kind == StepKind.Drain && other.Reservoir == reservoir)
                )
            )
                steps
                    .Where(other => other.Kind == StepKind.Pour && other.Reservoir == drained)
                    .ShouldEachBe(pour => place[pour.Id] > place[step.Id], name);
        }

        foreach (var (group, spans) in turns)
        foreach (
            var outer in Given
                .Content.Access[group]
                .Requires.Where(need => need.Applies.To(Capabilities.Of(bike)) && turns.ContainsKey(need.Group))
        )
            spans.ShouldEachBe(
                inner => turns[outer.Group].Any(span => span.From < inner.First && inner.Last < span.To),
                $"{name}: {group} inside {outer.Group}"
            );
        whole.Opened.Where(one => !one.Group.BlocksRunning).Select(one => one.Group.Id).ShouldBeUnique(name);
        whole.Job.Minutes.ShouldBeLessThanOrEqualTo(whole.MinutesApart, name);
    }

    /// <summary>Every kind of bike that ships, with everything in the way that can be.</summary>
    internal static IEnumerable<Profile> Bikes() =>
        Given
            .Content.Sets.Select(set =>
                set.Profile with
                {
                    Model = set.Id,
                    TankOverPlugs = true,
                    AirFilter = AirFilterBehind.Tank,
                    BodyworkOverOil = true,
                }
            )
            .Append(
                Twin with
                {
                    Model = "shaft",
                    FinalDrive = FinalDrive.Shaft,
                    AirFilter = AirFilterBehind.Seat,
                    Fuel = FuelSystem.Carburettor,
                    Carburettors = 2,
                    FuelTap = FuelTap.Vacuum,
                }
            );

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
