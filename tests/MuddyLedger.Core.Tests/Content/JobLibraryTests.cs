using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Servicing;

namespace MuddyLedger.Core.Tests.Content;

/// <summary>What every shipped job owes to whoever runs it, on every shipped kind of bike.</summary>
public class JobLibraryTests
{
    private static IEnumerable<(Job Job, JobPlan Plan, string Name)> All =>
        from set in Given.Content.Sets
        let bike = set.Profile with
        {
            TankOverPlugs = true,
            AirFilter = AirFilterBehind.Tank,
            BodyworkOverOil = true,
        }
        from job in Given.Content.JobsFor(bike)
        select (job, JobPlan.For(Given.Ready(job, bike), bike), $"{job.Id} on {set.Id}");

    [Fact]
    public void The_library_is_whole()
    {
        Given.Content.Jobs.Length.ShouldBeGreaterThanOrEqualTo(30);
        Given.Content.Jobs.ShouldAllBe(job => job.Group != JobGroup.Other);
        foreach (var job in Given.Content.Jobs)
            Given
                .Content.Sets.Select(set => set.Profile)
                .Append(Given.Drumlin with { FinalDrive = FinalDrive.Shaft })
                .Any(bike => job.Applies.To(Capabilities.Of(bike)))
                .ShouldBeTrue($"{job.Id} fits no bike");
    }

    [Fact]
    public void No_job_is_a_stub()
    {
        foreach (var (job, plan, name) in All)
        {
            plan.Steps.Length.ShouldBeGreaterThanOrEqualTo(job.Group == JobGroup.Standing ? 7 : 8, name);
            plan.Steps.Count(planned => planned.Step.Why is { Length: > 20 }).ShouldBeGreaterThanOrEqualTo(3, name);
            plan.Needs.ShouldNotBeEmpty(name);
            plan.Steps.SelectMany(planned => planned.Step.Cautions).ShouldNotBeEmpty(name);
            plan.Steps.Any(planned => planned.Step.Hold is not null).ShouldBeTrue($"{name} has no hold point");
        }
    }

    [Fact]
    public void No_step_is_without_what_it_needs()
    {
        foreach (var (_, plan, name) in All)
        {
            var needs = plan.Steps.SelectMany(planned => planned.Step.Needs).ToList();
            foreach (var planned in plan.Steps)
            {
                var step = planned.Step;
                if (step.Kind == StepKind.Torque && step.Fastener is not (Fastener.OilFilter or Fastener.OilFilterCover))
                    needs.ShouldHaveOne(need => need.Kind == NeedKind.Tool && need.What.Contains("torque wrench"), $"{name}: {step.Id}");
                if (
                    step.Kind == StepKind.Measure
                    && step.Measure!.Unit.Dimension is Core.Units.Dimension.Length or Core.Units.Dimension.Voltage
                )
                    needs.ShouldHaveOne(need => need.Kind == NeedKind.Tool, $"{name}: {step.Id}");
                if (step.Kind == StepKind.Pour)
                    needs.ShouldHaveOne(
                        need => need.Kind == NeedKind.Fluid && need.Reservoir == step.Reservoir,
                        $"{name}: {step.Id} pours what nobody was told to have ready"
                    );
                if (step.Hold is not null)
                    step.Why.ShouldNotBeNull($"{name}: {step.Id} holds and does not say why");
                if (step.Fits.Any())
                    needs
                        .Where(need => need.Kind == NeedKind.Part)
                        .ShouldNotBeEmpty($"{name}: {step.Id} fits a part that is not in the needs");
            }
        }
    }

    [Fact]
    public void What_can_hurt_is_said_before_it()
    {
        foreach (var (_, plan, name) in All)
        foreach (var planned in plan.Steps)
        {
            var step = planned.Step;
            void Warns(bool when, Hazard hazard)
            {
                if (when)
                    step.Cautions.ShouldContain(hazard, $"{name}: {step.Id}");
            }

            Warns(step.EngineRuns && step.Kind != StepKind.SignOff, Hazard.CarbonMonoxide);
            Warns(
                step.Kind is StepKind.Drain or StepKind.Pour && step.Reservoir is ReservoirId.FrontBrake or ReservoirId.RearBrake,
                Hazard.BrakeFluid
            );
            Warns(step.Kind is StepKind.Drain && step.Reservoir == ReservoirId.Coolant, Hazard.CoolantPoison);
            Warns(step.Reservoir == ReservoirId.BatteryAcid, Hazard.Acid);
        }
    }

    // A task whose job cannot be run on the bike that has the task would be a button that refuses.
    [Fact]
    public void Every_task_leads_to_a_job_that_fits_its_bike_or_to_none()
    {
        var dead =
            from set in Given.Content.Sets
            let fitting = Given.Content.JobsFor(set.Profile).Select(job => job.Id).ToHashSet()
            from item in Schedule.TasksOf(set.Profile, Given.Content.Schedules)
            where item.Task.Job is not null && !fitting.Contains(item.Task.Job)
            select $"{item.Task.Id} on {set.Id}";
        dead.ShouldBeEmpty();
    }

    // A job that is served by a task resets it by steps that are done, never by steps that only some bikes have.
    [Fact]
    public void What_a_job_serves_can_be_served_on_every_bike_that_has_the_task()
    {
        foreach (var set in Given.Content.Sets)
        {
            var tasks = Schedule.TasksOf(set.Profile, Given.Content.Schedules).Where(item => item.Task.Job is not null).ToList();
            foreach (var item in tasks)
            {
                if (Given.Content.JobsFor(set.Profile).FirstOrDefault(job => job.Id == item.Task.Job) is not { } job)
                    continue;
                var steps = job
                    .Steps.Where(step => step.Applies.Possible(Capabilities.Of(set.Profile)))
                    .Select(step => step.Id)
                    .ToHashSet();
                var serves = job.Serves.Where(one => one.Task == item.Task.Id).ToList();
                serves.Count.ShouldBeGreaterThan(0, $"{item.Task.Id} on {set.Id} leads to {job.Id}, which never resets it");
                serves.Any(one => one.By.All(steps.Contains)).ShouldBeTrue($"{job.Id} cannot reset {item.Task.Id} on {set.Id}");
            }
        }
    }
}
