using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;

namespace MuddyLedger.Core.Jobs;

/// <summary>What may be done next in a run, and what may not, in words.</summary>
public static class RunRules
{
    /// <summary>Why this act cannot be taken now; null where it can.</summary>
    /// <param name="standing">The bike's undo list, this run's own things among it.</param>
    public static Refusal? Refuse(JobPlan plan, RunState state, RunAct act, ImmutableArray<StandingForNow> standing) => act switch
    {
        StepDone done => RefuseAnswer(plan, state, done.Step) ?? RefuseRecord(plan, state, done, standing),
        StepNotSound bad => RefuseAnswer(plan, state, bad.Step),
        StepSkipped skip => RefuseAnswer(plan, state, skip.Step) ?? RefuseSkip(plan, skip),
        StepReopened again => RefuseReopen(plan, state, again.Step),
        TimerStarted timer => plan.Step(timer.Step) is null ? Unknown
            : state.Timers.ContainsKey(timer.Step) ? new("step", "has its timer running already")
            : state.Step(timer.Step).Mark != StepMark.Open ? new("step", "is answered already") : null,
        TimerStopped timer => state.Timers.ContainsKey(timer.Step) ? null : new("step", "has no timer running"),
        FindingNoted noted => noted.Step is null || plan.Step(noted.Step) is not null ? null : Unknown,
        TrayPut put => state.Tray.Any(item => item.Item == put.Item) || plan.Job.TrayPartIds.Contains(put.Item) ? new("item", "is on the tray already") : null,
        TrayMarked mark => state.Tray.Any(item => item.Item == mark.Item) ? null : new("item", "is not on the tray"),
        TrayTaken taken => state.Tray.Any(item => item.Item == taken.Item) ? null : new("item", "is not on the tray"),
        LookTaken look => RefuseAnswer(plan, state, look.Step) ?? (plan.Step(look.Step)!.Step.Kind == StepKind.Watch ? null : new("step", "is not watched for leaks")),
        StepNoted note => plan.Step(note.Step) is null ? Unknown : null,
        _ => new(null, "is not something that can be done on the bench"),
    };

    /// <summary>Why a step cannot be answered yet; null where it can.</summary>
    public static string? Locked(JobPlan plan, RunState state, PlannedStep planned)
    {
        var first = plan.Steps.FirstOrDefault(other => planned.WaitsFor.Contains(other.Step.Id) && Waiting(state, other));
        if (first is not null) return $"waits for \"{first.Step.Title}\"";
        var hold = plan.Steps.TakeWhile(other => other != planned).FirstOrDefault(other => other.Step.Hold is not null && Waiting(state, other));
        return hold is null ? null : $"waits for the hold point \"{hold.Step.Title}\"";
    }

    /// <summary>The gates that a run in progress keeps shut: what it has drained, and the next hold point of each gate once something is apart.</summary>
    public static IEnumerable<GateShut> GatesShut(JobPlan plan, RunState state, RunId run)
    {
        foreach (var drain in plan.Steps.Where(planned => planned.Step.Kind == StepKind.Drain && state.Step(planned.Step.Id).Mark == StepMark.Done))
        {
            var reservoir = drain.Step.Reservoir!.Value;
            var poured = plan.Steps.Any(planned => planned.Step.Kind == StepKind.Pour && planned.Step.Reservoir == reservoir && state.Step(planned.Step.Id).Mark == StepMark.Done);
            if (!poured) yield return new(Reservoirs.GateOf(reservoir), $"{Gates.Words(reservoir)} is out: {plan.Job.Title} is half done", Run: run);
        }

        var takenApart = plan.Steps.Any(planned => (planned.Step.Kind == StepKind.Drain || !planned.Step.Tray.IsEmpty) && state.Step(planned.Step.Id).Mark == StepMark.Done);
        foreach (var hold in plan.Steps.Where(planned => planned.Step.Hold is not null && takenApart && state.Step(planned.Step.Id).Mark != StepMark.Done).DistinctBy(planned => planned.Step.Hold))
            yield return new(hold.Step.Hold!.Value, $"Not passed yet: {hold.Step.Title}", Run: run);
    }

    private static readonly Refusal Unknown = new("step", "is not a step of this run");

    /// <summary>A hold point that was looked at and not right still makes the later steps wait.</summary>
    private static bool Waiting(RunState state, PlannedStep other) => state.Step(other.Step.Id).Mark switch
    {
        StepMark.Open => true,
        StepMark.NotSound => other.Step.Hold is not null,
        _ => false,
    };

    private static Refusal? RefuseAnswer(JobPlan plan, RunState state, string id)
    {
        if (plan.Step(id) is not { } planned) return Unknown;
        if (planned.Step.Kind == StepKind.SignOff) return new("step", "is answered by finishing the job");
        if (state.Step(id).Mark != StepMark.Open) return new("step", "is answered already; take that back first");
        return Locked(plan, state, planned) is { } words ? new("step", words) : null;
    }

    private static Refusal? RefuseReopen(JobPlan plan, RunState state, string id)
    {
        if (plan.Step(id) is not { } planned) return Unknown;
        if (state.Step(id).Mark == StepMark.Open) return new("step", "is not answered yet");
        var later = plan.Steps.LastOrDefault(other => other.WaitsFor.Contains(id) && state.Step(other.Step.Id).Mark != StepMark.Open);
        if (later is not null) return new("step", $"cannot be taken back before \"{later.Step.Title}\", which came after it");
        var afterHold = planned.Step.Hold is null ? null
            : plan.Steps.SkipWhile(other => other != planned).Skip(1).LastOrDefault(other => state.Step(other.Step.Id).Mark != StepMark.Open);
        return afterHold is null || state.Step(id).Mark == StepMark.NotSound ? null
            : new("step", $"cannot be taken back before \"{afterHold.Step.Title}\", which came after it");
    }

    private static Refusal? RefuseSkip(JobPlan plan, StepSkipped skip)
    {
        var step = plan.Step(skip.Step)!.Step;
        return step.Kind is StepKind.Drain or StepKind.Pour
            ? new("step", "is what the job is for: finish it, or set the whole job aside")
            : null;
    }

    private static Refusal? RefuseRecord(JobPlan plan, RunState state, StepDone done, ImmutableArray<StandingForNow> standing)
    {
        var planned = plan.Step(done.Step)!;
        var record = done.Record;
        return planned.Step.Kind switch
        {
            StepKind.Pour when record.Volume is not { Litres: > 0 } => new("record.volume", "is missing: write how much really went in"),
            StepKind.Pour when string.IsNullOrWhiteSpace(record.Fluid) => new("record.fluid", "is missing: write what went in, grade and all"),
            StepKind.Level when record.Level is null => new("record.level", "is missing: say what you saw"),
            StepKind.Level when record.Level == Level.Below => new("record.level", "is below the mark: pour a little, write it under \"added\", and read again"),
            StepKind.Level when record.Level == Level.Above => new("record.level", "is above the maximum: drain some and read again"),
            StepKind.Choose when planned.Step.Choice!.Options.All(option => option.Id != record.Option) => new("record.option", "is none of the choices"),
            StepKind.Reading when record.Meters.IsDefaultOrEmpty => new("record.meters", "is missing: write what the meter shows, or skip with the reason"),
            StepKind.Reading when record.Meters.Any(meter => !plan.Bike.Has(meter.Kind)) => new("record.meters", "is for a meter that this bike has not got"),
            StepKind.Measure => RefuseMeasure(planned, record),
            StepKind.Photo when record.Photo is null => new("record.photo", "is missing: take it, or skip with the reason"),
            StepKind.Undo when UndoList.Shutting(planned.Step.Hold!.Value, standing).ToList() is { Count: > 0 } left => new("step", $"does not pass yet. {string.Join("; ", left.Select(one => one.Words))}"),
            StepKind.Watch => RefuseWatch(planned.Step, state),
            _ => null,
        };
    }

    private static Refusal? RefuseMeasure(PlannedStep planned, StepRecord record)
    {
        var asked = planned.Step.Measure!;
        var wanted = Math.Max(1, asked.Places.Length);
        if (record.Values.Length != wanted) return new("record.values", wanted == 1 ? "is missing: write what you measured" : $"must be {wanted} values, one for each place");
        var reading = MeasureReading.Of(asked, planned.Figure, record.Values);
        // What is measured before it is set may be anything; what is measured as the proof of it may not.
        return planned.Step.Hold is not null && !reading.Right ? new("record.values", $"{reading.Words}: put it right and measure again, or say that it is not sound") : null;
    }

    private static Refusal? RefuseWatch(Step step, RunState state)
    {
        var taken = state.Looks.Count(look => look.Step == step.Id);
        if (LeakWatch.Of([.. state.Looks.Select(look => look.Spots)], complete: true).Verdict == LeakVerdict.Leaking)
            return new("step", "leaks: say that it is not sound, trace it and fix it, then take the answer back and watch anew");
        return taken < step.Looks.Length ? new("step", $"wants {step.Looks.Length} looks, and has had {taken}") : null;
    }
}
