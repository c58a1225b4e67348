using System.Collections.Immutable;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Servicing;

namespace MuddyLedger.Core.Tests.Content;

/// <summary>
/// What every shipped step and point must hold, over every kind of bike that the choices of a profile can make, not only the shipped sets.
/// The rules are common practice, no source; which words betray an act is this test's own list.
/// </summary>
public class ContentSafetyTests
{
    /// <summary>Words of an act, each with the hazards of which its caution must name one at least.</summary>
    private static readonly (string Act, string Words, Hazard[] Any)[] Acts =
    [
        ("brake cleaner", @"\bbrake cleaner\b", [Hazard.Solvent]),
        ("compressed air", @"\bcompressed air\b", [Hazard.CompressedAir]),
        ("a spark shown", @"\bspark tester\b|\btiming lamp\b|plug in its cap", [Hazard.HighTension]),
        ("fuel in cans", @"\bfuel can\b|\bfresh fuel\b|\bclean fuel to rinse\b|\bclosed container for old fuel\b", [Hazard.FuelVapour]),
        ("old oil", @"\bclosed container for old oil\b", [Hazard.UsedOilOnSkin, Hazard.SlipperyFloor]),
        (
            "bearings and seals driven",
            @"with a drift|sliding blow|driven in squarely|\bdrive bush\b|\bcut or drill\b|\bwith a file\b",
            [Hazard.Eyes, Hazard.CompressedAir, Hazard.SpringTension]
        ),
        ("a fuel line under pressure", @"take its pressure off|pressure off the line", [Hazard.Eyes]),
        ("a charger", @"\bbattery (charger|maintainer)\b", [Hazard.ChargingGas]),
        ("brake shoes", @"\bbrake shoes\b|\bdrum and linings\b", [Hazard.BrakeDust, Hazard.SpringTension]),
    ];

    /// <summary>One profile of each combination of the choices that decide what a bike is made of.</summary>
    private static readonly ImmutableArray<Profile> Kinds =
    [
        .. from set in Given.Content.Sets
        from lubrication in Enum.GetValues<Lubrication>()
        from gearbox in Enum.GetValues<GearboxOil>()
        from fuel in Enum.GetValues<FuelSystem>()
        from drive in Enum.GetValues<FinalDrive>()
        from brake in Enum.GetValues<BrakeKind>()
        from clutch in Enum.GetValues<ClutchControl>()
        where set.Profile.Stroke is Stroke.Four == lubrication is Lubrication.WetSump or Lubrication.DrySump or Lubrication.Splash
        select set.Profile with
        {
            Lubrication = lubrication,
            GearboxOil = gearbox,
            Fuel = fuel,
            FinalDrive = drive,
            FrontBrake = brake,
            RearBrake = brake,
            Clutch = clutch,
        },
    ];

    private static IEnumerable<(string Where, Step Step)> AllSteps =>
        Given
            .Content.Jobs.SelectMany(job => job.Steps.Select(step => ($"{job.Id}/{step.Id}", step)))
            .Concat(
                Given.Content.Access.Values.SelectMany(group =>
                    group.Open.Concat(group.Close).Select(step => ($"{group.Id}/{step.Id}", step))
                )
            );

    private static string WordsOf(Step step) =>
        string.Join(" ", step.Needs.Select(need => need.What).Append(step.Text).Append(step.Detail));

    [Fact]
    public void An_act_that_can_hurt_is_never_without_its_caution()
    {
        var texts = AllSteps
            .Select(one => (one.Where, Words: WordsOf(one.Step), one.Step.Cautions))
            .Concat(
                Given.Content.Viewing.Points.Select(point =>
                    (Where: point.Id, Words: $"{point.Do} {string.Join(" ", point.Tools)}", point.Cautions)
                )
            )
            .ToList();
        var without = new List<string>();
        foreach (var (act, words, any) in Acts)
        {
            var found = texts.Where(one => Regex.IsMatch(one.Words, words, RegexOptions.IgnoreCase)).ToList();
            found.ShouldNotBeEmpty($"nothing has {act}: the words of this test are out of date");
            without.AddRange(found.Where(one => !one.Cautions.Intersect(any).Any()).Select(one => $"{one.Where}: {act}"));
        }
        without.ShouldBeEmpty();
    }

    /// <summary>Joined, the two ends of a bike stand in one list, and a step that does not say which is done at the wrong one.</summary>
    [Fact]
    public void A_job_for_one_end_says_which_end_in_each_of_its_steps()
    {
        string[] same = ["reading", "cover", "away", "sign-off"];
        var ends = Given
            .Content.Jobs.Where(job =>
                job.Id.StartsWith("front-", StringComparison.Ordinal) || job.Id.StartsWith("rear-", StringComparison.Ordinal)
            )
            .ToList();
        ends.Count.ShouldBe(12);
        (
            from job in ends
            let end = job.Id[..job.Id.IndexOf('-', StringComparison.Ordinal)]
            from step in job.Steps
            where !same.Contains(step.Id) && !$"{step.Title} {step.Text}".Contains(end, StringComparison.OrdinalIgnoreCase)
            select $"{job.Id}/{step.Id}"
        ).ShouldBeEmpty();
    }

    /// <summary>
    /// A part of a brake that any of these jobs takes off or opens is put back and proven, on disc and on drum, by cable and by fluid.
    /// </summary>
    [Fact]
    public void No_brake_is_opened_without_its_proof_and_none_is_told_to_do_what_it_has_not_got()
    {
        string[] opening =
        [
            "front-wheel",
            "rear-wheel",
            "front-tyre",
            "rear-tyre",
            "fork-seals",
            "front-drum",
            "rear-drum",
            "front-brake-fluid",
            "rear-brake-fluid",
        ];
        foreach (var job in Given.Content.Jobs.Where(job => opening.Contains(job.Id)))
        foreach (
            var bike in Kinds
                .Where(bike => job.Applies.To(Capabilities.Of(bike)))
                .DistinctBy(bike => (bike.FrontBrake, bike.RearBrake, bike.Use))
        )
        {
            var end = job.Id.StartsWith("rear", StringComparison.Ordinal) ? bike.RearBrake : bike.FrontBrake;
            var steps = JobPlan
                .For(Given.Ready(job, bike), bike, RunState.Of(Given.Ready(job, bike), Given.Noon, []))
                .Steps.Select(planned => planned.Step)
                .ToList();
            var where = $"{job.Id}, {bike.Nickname}, {end}";
            var texts = steps.Select(step => $"{step.Text} {step.Detail}").ToList();
            if (end == BrakeKind.Drum)
                steps.ShouldHaveNone(
                    step => step.Text.Contains("caliper", StringComparison.Ordinal) || step.Fastener == Fastener.FrontCaliper,
                    where
                );
            else
                steps.ShouldHaveNone(step => step.Text.Contains("brake plate", StringComparison.Ordinal), where);
            // The wheel or the line was off: the last hold of the brake asks for a firm lever or pedal, or a stop.
            steps.ShouldHaveOne(
                step =>
                    step.Hold == Gate.Ridden
                    && (
                        step.Text.Contains("firm", StringComparison.Ordinal)
                        || step.Text.Contains("brake it to a stop", StringComparison.Ordinal)
                        || step.Text.Contains("put its brake on", StringComparison.Ordinal)
                    ),
                where
            );
            if (end == BrakeKind.Drum && job.Id != "rear-wheel" && job.Id != "rear-tyre" && job.Id != "rear-drum")
                texts.ShouldHaveOne(
                    text =>
                        text.Contains("cable on", StringComparison.Ordinal) || text.Contains("hook the cable", StringComparison.Ordinal),
                    where
                );
            if (end == BrakeKind.Drum && job.Id.StartsWith("rear", StringComparison.Ordinal))
                texts.ShouldHaveOne(text => text.Contains("brake rod", StringComparison.Ordinal), where);
        }

        // A brake is worked by fluid or by cable and rod: where there is fluid it can be changed and read, where there is a cable it can be
        // looked at.
        foreach (var bike in Kinds.DistinctBy(bike => (bike.FrontBrake, bike.RearBrake)))
        {
            bool Fits(string job) => Given.Content.Job(job)!.Applies.To(Capabilities.Of(bike));
            Fits("front-brake-fluid").ShouldBe(bike.FrontBrake == BrakeKind.Disc);
            Fits("front-drum").ShouldBe(bike.FrontBrake == BrakeKind.Drum);
            Fits("rear-brake-fluid").ShouldBe(bike.RearBrake == BrakeKind.Disc);
            Fits("rear-drum").ShouldBe(bike.RearBrake == BrakeKind.Drum);
        }
    }

    [Fact]
    public void Where_an_engine_runs_its_exhaust_is_named_too()
    {
        AllSteps
            .Where(one => one.Step.Cautions.Contains(Hazard.RunningEngine))
            .ShouldAllBe(one => one.Step.Cautions.Contains(Hazard.CarbonMonoxide));
        AllSteps
            .Where(one =>
                Regex.IsMatch(one.Step.Text, @"\b(Start it|Run it (at idle|hot|for|until|five|two)|Let it idle|Run the engine)\b")
            )
            .ShouldAllBe(one => one.Step.Cautions.Contains(Hazard.RunningEngine));
    }

    [Fact]
    public void Nothing_asks_for_a_finger_where_it_is_lost_or_for_fuel_by_mouth()
    {
        var texts = AllSteps
            .Select(one => (one.Where, Text: $"{one.Step.Text} {one.Step.Detail}"))
            .Concat(Given.Content.Viewing.Points.Select(point => (point.Id, point.Do)));
        foreach (var (where, text) in texts)
        {
            text.ShouldNotMatch(@"against a fingertip|wet finger|finger on each|hose sucked|doors wide open|with the doors open", where);
        }
    }

    // A task that names a job which does not fit its bike leads into a locked door.
    [Fact]
    public void Every_task_of_every_kind_of_bike_names_a_job_that_fits_it()
    {
        var wrong = (
            from bike in Kinds
            let capabilities = Capabilities.Of(bike)
            from item in Schedule.TasksOf(bike, Given.Content.Schedules)
            where
                item.Task.Job is { } job && Given.Content.Job(job) is not { } found
                || item.Task.Job is { } named && !Given.Content.Job(named)!.Applies.To(capabilities)
            select $"{item.Task.Id} -> {item.Task.Job} ({bike.Lubrication}, {bike.GearboxOil}, {bike.FrontBrake}, "
                + $"{bike.Clutch}, {bike.FinalDrive})"
        )
            .Distinct()
            .ToList();
        wrong.ShouldBeEmpty();
    }

    // A job that says what it settles has on every kind of bike at least one of the steps that settle it.
    [Fact]
    public void Every_job_settles_what_it_says_on_every_kind_of_bike()
    {
        var wrong = (
            from bike in Kinds
            let capabilities = Capabilities.Of(bike)
            let tasks = Schedule.TasksOf(bike, Given.Content.Schedules).Select(item => item.Task.Id).ToHashSet()
            from job in Given.Content.JobsFor(bike)
            from serves in job.Serves
            where tasks.Contains(serves.Task) && !job.Steps.Any(step => serves.By.Contains(step.Id) && step.Applies.Possible(capabilities))
            select $"{job.Id} -> {serves.Task}"
        ).Distinct();
        wrong.ShouldBeEmpty();
    }

    // A dry sump is never run before its return is seen, whatever job starts it first.
    [Theory]
    [InlineData("recommissioning", "start")]
    [InlineData("first-start", "run-one")]
    [InlineData("flush-fill", "run")]
    [InlineData("dry-sump-oil", "run")]
    public void The_return_of_a_dry_sump_is_seen_as_it_starts_and_not_after(string job, string run)
    {
        var steps = Given.Content.Job(job)!.Steps.Select(step => step.Id).ToList();
        var seen = steps.FindIndex(id => id is "oil-returns" or "returns" or "pressure");
        seen.ShouldBeInRange(0, steps.IndexOf(run) - 1);
        var look = Given.Content.Job(job)!.Steps[seen];
        (look.Hold is not null, look.Cautions.Contains(Hazard.RunningEngine), look.Text.Contains("within a minute")).ShouldBe(
            (true, true, true)
        );
    }

    // Fuel is opened before the engine is warmed, or once it has gone cold again, whichever jobs are joined. The steps that open it are
    // this test's own list.
    [Fact]
    public void Fuel_is_never_opened_on_an_engine_that_was_just_run_whatever_is_joined()
    {
        string[] opens =
        [
            "tank-off/off",
            "carburettor/bowl-off",
            "carburettor/off",
            "fuel-pump-filter/pressure",
            "fuel-tank-and-tap/drain",
            "fuel-hoses/off",
        ];
        var seen = new HashSet<string>();
        var wrong = new List<string>();
        foreach (var set in Given.Content.Sets)
        {
            var bike = set.Profile with { TankOverPlugs = true, AirFilter = AirFilterBehind.Tank, FuelTap = FuelTap.OnOff };
            var jobs = Given.Content.JobsFor(bike).Where(job => !job.Alone).ToList();
            foreach (var (first, one) in jobs.Select((job, at) => (job, at)))
            foreach (var (second, other) in jobs.Select((job, at) => (job, at)).Where(pair => pair.job != first))
            {
                // Every pair on several kinds of bike: all of them on all would take minutes.
                if ((one + 7 * other + set.Id.Length) % 12 != 0)
                    continue;
                if (JobAssembly.Refuse([first, second], Given.Content.Access, bike) is not null)
                    continue;
                var order = JobPlan
                    .For(JobAssembly.Of([first, second], Given.Content.Access, bike).Job, bike)
                    .Steps.Select(planned => planned.Step)
                    .ToList();
                var warmed = order.FindIndex(step => step.Shared == "warm-up");
                if (warmed < 0)
                    continue;
                seen.UnionWith(order.Select(step => step.Id).Intersect(opens));
                wrong.AddRange(
                    order
                        .Skip(warmed)
                        .Where(step => opens.Contains(step.Id))
                        .Select(step => $"{set.Id}: {first.Id} with {second.Id}: {step.Id}")
                );
            }
        }
        wrong.ShouldBeEmpty();
        seen.Count.ShouldBeGreaterThanOrEqualTo(3, "the steps of this test are out of date");
    }

    // A level that is read hot is oil's alone; a hot radiator is never opened to look.
    [Fact]
    public void Only_oil_is_ever_read_hot()
    {
        foreach (var reservoir in Enum.GetValues<ReservoirId>())
        foreach (var at in Enum.GetValues<OilTemperature>())
        {
            var reading = LevelReading.Of(
                reservoir,
                new()
                {
                    Level = LevelMethod.TankMarks,
                    ReadAt = at,
                    WaitMinutes = 3,
                }
            );
            var oil = reservoir is ReservoirId.Engine or ReservoirId.OilTank or ReservoirId.Gearbox or ReservoirId.Primary;
            reading.ShouldBe(
                oil && at == OilTemperature.Hot ? new(OilTemperature.Hot, 3) : new(OilTemperature.Cold, 0),
                $"{reservoir}, {at}"
            );
        }
    }

    // A fan is waited for only where somebody has seen one; without, the engine is stopped by the heat of its hoses.
    [Theory]
    [InlineData(Fitment.Fitted, true)]
    [InlineData(Fitment.NotFitted, false)]
    [InlineData(Fitment.NotKnown, false)]
    public void A_fan_is_waited_for_only_where_one_was_seen(Fitment fan, bool waits)
    {
        var bike = Given.Drumlin with { Fan = fan };
        foreach (var (job, with, without) in new[] { ("coolant", "warm-fan", "warm"), ("recommissioning", "fan", "heat") })
        {
            var ids = JobPlan.For(Given.Content.Job(job)!, bike).Steps.Select(planned => planned.Step.Id).ToList();
            (ids.Contains(with), ids.Contains(without)).ShouldBe((waits, !waits), job);
        }
    }

    // "Every reservoir seen" is not a tick: what must be in before an engine is cranked or run is read one by one, and written down.
    [Theory]
    [InlineData("recommissioning")]
    [InlineData("first-start")]
    [InlineData("new-bike")]
    public void A_job_that_wakes_a_bike_reads_each_reservoir_that_its_gates_ask_for(string id)
    {
        var job = Given.Content.Job(id)!;
        var wrong = (
            from bike in Kinds
            let plan = JobPlan.For(job, bike)
            from reservoir in Reservoirs.Of(bike)
            where reservoir != ReservoirId.Fuel && Reservoirs.GateOf(reservoir) <= Gate.Run
            where
                !plan.Steps.Any(planned =>
                    planned.Step is { Kind: StepKind.Level, Hold: not null }
                    && planned.Step.Reservoir == reservoir
                    && planned.Step.Hold <= Reservoirs.GateOf(reservoir)
                )
            select reservoir
        ).Distinct();
        wrong.ShouldBeEmpty();
    }

    // The filter this time: it changes what goes in, what is needed and what is settled.
    [Theory]
    [InlineData("engine-oil", "road-twin", "new", true)]
    [InlineData("engine-oil", "road-twin", "kept", false)]
    [InlineData("dry-sump-oil", "trials-single", "new", true)]
    [InlineData("dry-sump-oil", "trials-single", "kept", false)]
    public void The_filter_is_a_choice_of_each_oil_change(string job, string set, string choice, bool changed)
    {
        var bike = Given.Content.Sets.First(one => one.Id == set).Profile;
        if (bike.OilFilter == OilFilter.Screen)
            bike = bike with { OilFilter = OilFilter.SpinOn };
        var bench = new Bench(bike, Given.Content.Job(job)!).UpTo("filter-this-time");
        bench.Done("filter-this-time", new() { Option = choice });
        var plan = bench.Plan;
        plan.Steps.Any(planned => planned.Step.Id == "filter-new").ShouldBe(changed);
        plan.Needs.Any(need => need.What == "oil filter").ShouldBe(changed);
        plan.Steps.First(planned => planned.Step.Kind == StepKind.Pour)
            .Case.ShouldBe(changed ? FillCase.DrainAndFilter : FillCase.DrainOnly);
    }
}
