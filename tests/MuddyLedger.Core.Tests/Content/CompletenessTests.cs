using System.Collections.Immutable;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Servicing;

namespace MuddyLedger.Core.Tests.Content;

/// <summary>Nobody finds that their kind of bike has no oil in its plan: over every kind of bike that the form can make.</summary>
public class CompletenessTests
{
    private static readonly ImmutableArray<(Profile Bike, ImmutableArray<ServiceTask> Tasks)> Plans =
    [
        .. EveryKind.All.Select(bike =>
            (bike, Schedule.TasksOf(bike, Given.Content.Schedules).Select(item => item.Task).ToImmutableArray())
        ),
    ];

    /// <summary>What wears, on which bikes, with the tasks that look at it and the tasks that end it.</summary>
    private static readonly (string Part, Func<Profile, bool> Has, string[] Look, string[] Renew)[] WearParts =
    [
        ("front pads", bike => bike.FrontBrake == BrakeKind.Disc, ["front-pads.measure"], ["front-pads.replace"]),
        ("rear pads", bike => bike.RearBrake == BrakeKind.Disc, ["rear-pads.measure"], ["rear-pads.replace"]),
        ("front disc", bike => bike.FrontBrake == BrakeKind.Disc, ["front-disc.measure"], ["front-disc.replace"]),
        ("rear disc", bike => bike.RearBrake == BrakeKind.Disc, ["rear-disc.measure"], ["rear-disc.replace"]),
        ("front shoes", bike => bike.FrontBrake == BrakeKind.Drum, ["front-drum.inspect"], ["front-drum.replace"]),
        ("rear shoes", bike => bike.RearBrake == BrakeKind.Drum, ["rear-drum.inspect"], ["rear-drum.replace"]),
        ("front hose", bike => bike.FrontBrake == BrakeKind.Disc, ["brake-hoses.inspect"], ["front-brake-hose.replace"]),
        (
            "rear hose",
            bike => bike.RearBrake == BrakeKind.Disc,
            ["brake-hoses.inspect", "rear-brake-hose.inspect"],
            ["rear-brake-hose.replace"]
        ),
        ("chain", bike => bike.FinalDrive == FinalDrive.Chain, ["chain.measure"], ["chain.replace"]),
        ("belt", bike => bike.FinalDrive == FinalDrive.Belt, ["belt.inspect"], ["belt.replace"]),
        ("variator belt", bike => bike.Transmission == Transmission.Variator, ["variator.measure"], ["variator.replace"]),
        ("front chain", bike => bike.FrontDrive == FrontDrive.Chain, ["front-chain.lubricate"], ["front-chain.replace"]),
        ("front tyre", _ => true, ["tyres.inspect"], ["front-tyre.replace"]),
        ("rear tyre", _ => true, ["tyres.inspect"], ["rear-tyre.replace"]),
        ("plugs", _ => true, ["spark-plugs.inspect", "spark-plugs.replace"], ["spark-plugs.replace"]),
        ("clutch plates", bike => bike.Clutch != ClutchControl.None, ["clutch.measure"], ["clutch.replace"]),
        ("automatic clutch", bike => bike.Clutch == ClutchControl.None, ["clutch.inspect"], []),
        ("cables", _ => true, ["cables.lubricate"], ["cables.replace"]),
        ("spokes", bike => bike.Wheels == WheelBuild.Spoked, ["spokes.adjust"], ["spokes.replace"]),
        ("wheel bearings", _ => true, ["wheel-bearings.inspect"], ["wheel-bearings.replace"]),
        (
            "swingarm bearings",
            bike => bike.Use != BikeUse.Utility,
            ["swingarm-bearings.inspect", "swingarm-bearings.lubricate"],
            ["swingarm-bearings.replace"]
        ),
        ("linkage", bike => bike.Linkage, ["linkage.lubricate"], ["linkage.replace"]),
        ("steering head", _ => true, ["steering-head.inspect"], ["steering-head.replace"]),
        ("fork seals", bike => bike.Use != BikeUse.Utility, ["fork-seals.inspect"], ["fork-seals.replace"]),
        ("reeds", bike => bike is { Stroke: Stroke.Two, Reeds: not Fitment.NotFitted }, ["reeds.inspect"], ["reeds.replace"]),
        ("power valve", bike => bike is { Stroke: Stroke.Two, PowerValve: Fitment.Fitted }, ["power-valve.clean"], []),
        ("silencer packing", bike => bike.SilencerPacking == Fitment.Fitted, [], ["exhaust-packing.replace"]),
        ("spark arrestor", bike => bike.SparkArrestor == Fitment.Fitted, ["spark-arrestor.clean"], []),
        ("piston and rings", _ => true, ["compression.measure"], ["top-end.replace"]),
        ("valves", bike => bike.Valves is ValveAdjustment.ScrewAndLocknut or ValveAdjustment.ShimUnderBucket, ["valves.measure"], []),
        ("lifters", bike => bike.Valves == ValveAdjustment.Hydraulic, ["valves.inspect"], []),
        ("points", bike => bike.Ignition == Ignition.Points, ["ignition.adjust"], ["ignition.replace"]),
        ("air filter", _ => true, [], ["air-filter.replace"]),
        (
            "oil filter",
            bike => bike.Stroke == Stroke.Four && bike.OilFilter is OilFilter.Cartridge or OilFilter.SpinOn && !Splash(bike),
            [],
            ["oil-filter.replace"]
        ),
        ("oil screen", bike => bike.Stroke == Stroke.Four && bike.OilFilter == OilFilter.Screen && !Splash(bike), ["oil-screen.clean"], []),
        (
            "centrifugal filter",
            bike => bike.Stroke == Stroke.Four && bike.OilFilter == OilFilter.Centrifugal && !Splash(bike),
            ["oil-centrifuge.clean"],
            []
        ),
        ("fuel-pump filter", bike => bike.Fuel == FuelSystem.Injection, [], ["fuel-pump-filter.replace"]),
        ("carburettor", bike => bike.Fuel == FuelSystem.Carburettor, ["carburettor.clean"], []),
        ("fuel hoses", _ => true, ["fuel-hoses.inspect"], ["fuel-hoses.replace"]),
        ("coolant hoses", bike => bike.Cooling == Cooling.Liquid, ["coolant-hoses.inspect"], ["coolant-hoses.replace"]),
        ("oil lines", bike => bike.Lubrication == Lubrication.DrySump, ["oil-lines.inspect"], []),
        ("oil pump", bike => bike.Lubrication == Lubrication.OilInjection, ["oil-pump.inspect"], []),
        ("battery", bike => bike.Battery != BatteryKind.None, ["battery.measure"], ["battery.replace"]),
        (
            "primary chain",
            bike => bike is { GearboxOil: GearboxOil.SeparateWithPrimary, PrimaryChain: Fitment.Fitted },
            ["primary-chain.adjust"],
            ["primary-chain.replace"]
        ),
        (
            "cush rubbers",
            bike => bike.Use is BikeUse.Road or BikeUse.DualSport && bike.FinalDrive is FinalDrive.Chain or FinalDrive.Belt,
            ["cush-drive.inspect"],
            ["cush-drive.replace"]
        ),
    ];

    private static bool Splash(Profile bike) => bike.Lubrication == Lubrication.Splash;

    [Fact]
    public void The_form_can_make_more_kinds_than_anyone_would_think_of()
    {
        // A greedy cover of all pairs is some multiple of the largest product of two questions.
        EveryKind.Pairs.Length.ShouldBeInRange(30, 600);
        EveryKind.All.Length.ShouldBeGreaterThan(2_030);
        Given.Content.Sets.Length.ShouldBeGreaterThanOrEqualTo(20);
    }

    /// <summary>What the engine burns or boils off is topped up and not changed.</summary>
    [Fact]
    public void Every_reservoir_that_holds_something_for_long_has_a_change_or_a_look()
    {
        ReservoirId[] used = [ReservoirId.Fuel, ReservoirId.TwoStrokeOil];
        var gaps =
            from bike in EveryKind.All
            let items = Schedule.TasksOf(bike, Given.Content.Schedules).ToList()
            from reservoir in Reservoirs.Of(bike).Except(used)
            where
                reservoir == ReservoirId.BatteryAcid
                    ? items.All(item => item.Task.Id != "battery.inspect")
                    : !items.Any(item => item.Component.Reservoir == reservoir && item.Task.Id.Split('.')[1] is "replace" or "renew")
            select $"{reservoir} on {EveryKind.Say(bike)}";
        gaps.Take(10).ShouldBeEmpty();
    }

    [Fact]
    public void Every_part_that_wears_is_looked_at_and_has_an_end()
    {
        var gaps =
            from plan in Plans
            let ids = plan.Tasks.Select(task => task.Id).ToHashSet()
            from wear in WearParts
            where wear.Has(plan.Bike)
            where (wear.Look.Length > 0 && !wear.Look.Any(ids.Contains)) || (wear.Renew.Length > 0 && !wear.Renew.Any(ids.Contains))
            select $"{wear.Part} on {EveryKind.Say(plan.Bike)}";
        gaps.Take(10).ShouldBeEmpty();
    }

    /// <summary>A bike is never told to look after what it has not got.</summary>
    [Fact]
    public void No_part_that_is_not_there_is_looked_after()
    {
        var wrong =
            from plan in Plans
            let ids = plan.Tasks.Select(task => task.Id).ToHashSet()
            from wear in WearParts
            where !wear.Has(plan.Bike)
            // What nobody has looked for may be there.
            where wear.Part is not ("spokes" or "silencer packing" or "cush rubbers" or "rear hose" or "swingarm bearings")
            from id in wear.Look.Concat(wear.Renew)
            where ids.Contains(id)
            select $"{id} on {EveryKind.Say(plan.Bike)}";
        wrong.Take(10).ShouldBeEmpty();
    }

    [Fact]
    public void Every_task_stands_once_with_a_limit_and_its_provenance()
    {
        var wrong =
            from plan in Plans
            from same in plan.Tasks.GroupBy(task => task.Id)
            let task = same.First()
            where
                same.Count() > 1
                || task.Limits.IsEmpty
                || task.Limits.OfType<UseLimit>().GroupBy(limit => limit.Amount.Kind).Any(kind => kind.Count() > 1)
            select $"{task.Id}: {same.Count()} times, {string.Join(" and ", task.Limits)} on {EveryKind.Say(plan.Bike)}";
        wrong.Take(10).ShouldBeEmpty();
        foreach (
            var limit in Given
                .Content.Schedules.SelectMany(all => all.Components)
                .SelectMany(all => all.Tasks)
                .SelectMany(all => all.Limits)
        )
            Enum.IsDefined(limit.Provenance.Kind).ShouldBeTrue();
    }

    [Fact]
    public void Every_task_but_papers_has_a_job_that_fits_and_settles_it()
    {
        var jobs = Given.Content.Jobs.ToDictionary(job => job.Id);
        var wrong = (
            from plan in Plans
            let capabilities = Capabilities.Of(plan.Bike)
            from task in plan.Tasks
            where task.Limits.All(limit => limit is not PaperLimit)
            let job = task.Job is { } id ? jobs[id] : null
            let steps = job is not null && job.Applies.To(capabilities)
                ? job.Steps.Where(step => step.Applies.Possible(capabilities)).Select(step => step.Id).ToHashSet()
                : []
            where job is null || !job.Serves.Any(serves => serves.Task == task.Id && serves.By.All(steps.Contains))
            select $"{task.Id} -> {task.Job ?? "no job"} on {EveryKind.Say(plan.Bike)}"
        ).Take(10);
        wrong.ShouldBeEmpty();
    }

    [Fact]
    public void Every_figure_and_every_torque_that_a_job_asks_for_can_be_entered()
    {
        var wrong = (
            from bike in EveryKind.All
            let capabilities = Capabilities.Of(bike)
            let figures = BikeFigures.Of(bike).ToHashSet()
            let fasteners = Fasteners.Of(bike).ToHashSet()
            from job in Given.Content.JobsFor(bike)
            from step in job.Steps
            where step.Applies.Possible(capabilities)
            where
                (step.Measure?.Figure is { } figure && !figures.Contains(figure))
                || (step.Fastener is { } fastener && !fasteners.Contains(fastener))
            select $"{job.Id}/{step.Id}: {step.Measure?.Figure}{step.Fastener} on {EveryKind.Say(bike)}"
        ).Take(10);
        wrong.ShouldBeEmpty();
    }

    /// <summary>The words of what a bike may not have; which words those are is this test's own list.</summary>
    private static readonly (string Words, Func<Profile, bool> Has)[] Things =
    [
        (@"\bcalipers?\b(?! \()", bike => bike.FrontBrake == BrakeKind.Disc || bike.RearBrake == BrakeKind.Disc),
        (@"\bthe fan\b", bike => bike.Cooling != Cooling.Air && bike.Fan != Fitment.NotFitted),
        (@"\bexpansion tank\b", bike => bike.Cooling == Cooling.Liquid && bike.ExpansionTank != Fitment.NotFitted),
        (@"\bvariator\b", bike => bike.Transmission == Transmission.Variator),
        (@"\breed block\b", bike => bike.Stroke == Stroke.Two),
        (@"\bspokes?\b", bike => bike.Wheels != WheelBuild.Cast),
    ];

    [Fact]
    public void No_instruction_names_what_this_bike_has_not_got()
    {
        var texts = Given.Content.Jobs.SelectMany(job => job.Steps.Select(step => (job, step, step.Text))).ToList();
        var wrong = (
            from thing in Things
            let said = texts.Where(one => Regex.IsMatch(one.Text, thing.Words)).ToList()
            from bike in EveryKind.Pairs.Where(bike => !thing.Has(bike))
            let capabilities = Capabilities.Of(bike)
            from one in said
            where !one.Text.Contains("where it has", StringComparison.Ordinal)
            where one.job.Applies.To(capabilities) && one.step.Applies.Possible(capabilities)
            select $"{one.job.Id}/{one.step.Id}: {thing.Words}"
        ).Distinct();
        wrong.ShouldBeEmpty();
    }

    /// <summary>Filled twice is overfilled: of each reservoir, one change, and in each job one first fill.</summary>
    [Fact]
    public void No_reservoir_is_changed_by_two_tasks()
    {
        var wrong =
            from bike in EveryKind.All
            from item in Schedule.TasksOf(bike, Given.Content.Schedules)
            where item.Component.Reservoir is not null && item.Task.Id.Split('.')[1] is "replace" or "renew"
            group item by (bike, item.Component.Reservoir) into same
            where same.Count() > 1
            select $"{same.Key.Reservoir} on {EveryKind.Say(same.Key.bike)}";
        wrong.Take(10).ShouldBeEmpty();
    }
}
