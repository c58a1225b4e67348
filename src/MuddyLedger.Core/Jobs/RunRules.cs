using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;

namespace MuddyLedger.Core.Jobs;

/// <summary>What shuts a gate of the bike outside of a run: another job, the undo list, an open finding.</summary>
/// <param name="Gate">Which.</param>
/// <param name="Why">In a sentence.</param>
public sealed record ShutElsewhere(Gate Gate, string Why);

/// <summary>What may be done next in a run, and what may not, in words.</summary>
public static class RunRules
{
    /// <summary>Why this act cannot be taken now; null where it can.</summary>
    /// <param name="undoList">The bike's undo list, this run's own things among it.</param>
    /// <param name="elsewhere">What shuts the bike's gates outside of this run.</param>
    public static Refusal? Refuse(
        JobPlan plan,
        RunState state,
        RunAct act,
        ImmutableArray<UndoItem> undoList,
        ImmutableArray<ShutElsewhere> elsewhere = default
    ) =>
        act switch
        {
            StepDone done => RefuseAnswer(plan, state, done.Step, elsewhere) ?? RefuseRecord(plan, state, done, undoList),
            StepNotSound bad => RefuseAnswer(plan, state, bad.Step, elsewhere),
            StepSkipped skip => RefuseOpen(plan, state, skip.Step) ?? RefuseSkip(plan, skip),
            StepReopened again => RefuseReopen(plan, state, again.Step),
            TimerStarted timer => plan.Step(timer.Step) is not { } timed ? Unknown
            : timed.Step.Asks is not null && Locked(plan, state, timed, elsewhere) is { } locked ? new("step", locked)
            : state.Timers.ContainsKey(timer.Step) ? new("step", "has its timer running already")
            : state.Step(timer.Step).Mark != StepMark.Open ? new("step", "is answered already")
            : null,
            TimerStopped timer => state.Timers.ContainsKey(timer.Step) ? null : new("step", "has no timer running"),
            FindingNoted { Step: { } at } when state.SignedSteps.Contains(at) => new("step", SignedOff),
            FindingNoted noted => noted.Step is null || plan.Step(noted.Step) is not null ? null : Unknown,
            FindingSettled settled => RunFindings.Of(plan, state).FirstOrDefault(found => found.Key == settled.Finding) is not { } found
                ? new("finding", "was not found in this run")
            : found.Settled is not null ? new("finding", "is put right already")
            : null,
            TrayPut put => state.Tray.Any(item => item.Item == put.Item) || plan.Job.TrayPartIds.Contains(put.Item)
                ? new("item", "is on the tray already")
                : null,
            TrayMarked mark => state.Tray.Any(item => item.Item == mark.Item) ? null : new("item", "is not on the tray"),
            TrayTaken taken => state.Tray.Any(item => item.Item == taken.Item) ? null : new("item", "is not on the tray"),
            LookTaken look => RefuseAnswer(plan, state, look.Step, elsewhere)
                ?? (plan.Step(look.Step)!.Step.Kind == StepKind.Watch ? null : new("step", "is not watched for leaks")),
            StepNoted note => plan.Step(note.Step) is null ? Unknown : null,
            _ => new(null, "is not something that can be done on the bench"),
        };

    /// <summary>Why a step cannot be answered yet; null where it can. A hold point locks what depends on it, and nothing else.</summary>
    public static string? Locked(JobPlan plan, RunState state, PlannedStep planned, ImmutableArray<ShutElsewhere> elsewhere = default)
    {
        if (FirstWaitedFor(plan, state, planned) is { } first)
            return $"waits for \"{first.Step.Title}\"";
        return planned.Step.Asks is { } gate ? GateShut(gate, plan, state, planned, elsewhere.IsDefault ? [] : elsewhere) : null;
    }

    /// <summary>
    /// The step that the bench shows: the first that can be answered now; else the hold point that failed, which all others wait for. A
    /// fault in a round does not keep the round from going on, and is come back to before the end.
    /// </summary>
    public static PlannedStep? Current(JobPlan plan, RunState state, ImmutableArray<ShutElsewhere> elsewhere = default)
    {
        var open = plan.Steps.Where(planned => state.Step(planned.Step.Id).Mark == StepMark.Open).ToList();
        return open.Find(planned => planned.Step.Kind != StepKind.SignOff && Locked(plan, state, planned, elsewhere) is null)
            ?? plan.Steps.FirstOrDefault(planned =>
                planned.Step is { Hold: not null, Round: false } && state.Step(planned.Step.Id).Mark == StepMark.NotSound
            )
            ?? open.FirstOrDefault();
    }

    /// <summary>
    /// Whether a step may not be done while this hold point has failed: it comes right after it in a procedure, or it asks for its gate.
    /// </summary>
    public static bool DependsOn(JobPlan plan, PlannedStep step, PlannedStep hold) =>
        (!step.Step.Round && step.WaitsFor.Contains(hold.Step.Id))
        || (step.Step.Asks >= hold.Step.Hold && plan.Steps.IndexOf(hold) < plan.Steps.IndexOf(step));

    /// <summary>What keeps a step from being done whose engine runs, or that is ridden.</summary>
    private static string? GateShut(Gate gate, JobPlan plan, RunState state, PlannedStep planned, ImmutableArray<ShutElsewhere> elsewhere)
    {
        foreach (var hold in plan.Steps.TakeWhile(other => other != planned).Where(other => other.Step.Hold <= gate))
            if (state.Step(hold.Step.Id).Mark is var mark and not StepMark.Done)
                return mark == StepMark.Skipped
                    ? $"needs the hold point that was left out: \"{hold.Step.Title}\""
                    : $"waits for the hold point \"{hold.Step.Title}\"";
        foreach (var (reservoir, _) in RunFindings.Drained(plan, state))
            if (Reservoirs.GateOf(reservoir) <= gate)
                return $"waits: {Reservoirs.Words(reservoir).ToLowerInvariant()} is out";
        if (RunFindings.Stops(plan, state).FirstOrDefault(stop => stop.Body.Shuts <= gate) is { } found)
            return $"waits: \"{found.Body.Title}\" says stop. Say how it was put right, or set the job aside";
        return elsewhere.FirstOrDefault(shut => shut.Gate <= gate) is { } other
            ? $"waits, as the bike may not be {Capabilities.Word(gate)}: {other.Why}"
            : null;
    }

    private const string SignedOff = "is signed off already. Write it on the bike's own page, or undo that first";

    private static readonly Refusal Unknown = new("step", "is not a step of this run");

    /// <summary>A hold point that was looked at and not right still makes the later steps wait.</summary>
    private static bool Waiting(RunState state, PlannedStep other, PlannedStep step) =>
        state.Step(other.Step.Id).Mark switch
        {
            StepMark.Open => true,
            // In a round each look stands for itself; in a procedure nothing is built on what has failed.
            StepMark.NotSound => other.Step.Hold is not null && !step.Step.Round,
            _ => false,
        };

    private static Refusal? RefuseAnswer(JobPlan plan, RunState state, string id, ImmutableArray<ShutElsewhere> elsewhere) =>
        RefuseOpen(plan, state, id) ?? (Locked(plan, state, plan.Step(id)!, elsewhere) is { } words ? new("step", words) : null);

    /// <summary>A step may be left out before its turn has come, but not before what it waits for was answered.</summary>
    private static Refusal? RefuseOpen(JobPlan plan, RunState state, string id)
    {
        if (plan.Step(id) is not { } planned)
            return Unknown;
        if (planned.Step.Kind == StepKind.SignOff)
            return new("step", "is answered by finishing the job");
        if (state.Step(id).Mark != StepMark.Open)
            return new("step", "is answered already; take that back first");
        return FirstWaitedFor(plan, state, planned) is { } first ? new("step", $"waits for \"{first.Step.Title}\"") : null;
    }

    private static PlannedStep? FirstWaitedFor(JobPlan plan, RunState state, PlannedStep planned)
    {
        var heldUp = HeldUp(plan, state);
        return plan.Steps.FirstOrDefault(other =>
            planned.WaitsFor.Contains(other.Step.Id)
            && Waiting(state, other, planned)
            && !(Foreign(planned, other) && heldUp.IsSupersetOf(other.Step.OfJobs))
        );
    }

    /// <summary>
    /// Of a joined run: the jobs that cannot go on just now, since a hold point of theirs has failed or something of theirs soaks, cures or
    /// drips. The others do not wait for them: what must be closed, filled and held for an engine to run is asked by its gate.
    /// </summary>
    private static ImmutableHashSet<string> HeldUp(JobPlan plan, RunState state) =>
        plan.Job.Joined.Length < 2
            ? []
            :
            [
                .. from planned in plan.Steps
                where
                    (planned.Step is { Hold: not null, Round: false } && state.Step(planned.Step.Id).Mark == StepMark.NotSound)
                    || (state.Timers.ContainsKey(planned.Step.Id) && !planned.Step.EngineRuns)
                from job in planned.Step.OfJobs
                select job,
            ];

    /// <summary>A step of another job, which is not in the way of this one.</summary>
    private static bool Foreign(PlannedStep step, PlannedStep other) =>
        !other.Step.IsAccess
        && !other.Step.OfJobs.IsEmpty
        && step.Step.Kind != StepKind.SignOff
        && !step.Step.IsAccess
        && !step.Step.OfJobs.Intersect(other.Step.OfJobs).Any();

    private static Refusal? RefuseReopen(JobPlan plan, RunState state, string id)
    {
        if (plan.Step(id) is not { } planned)
            return Unknown;
        if (state.Step(id).Mark == StepMark.Open)
            return new("step", "is not answered yet");
        if (state.SignedSteps.Contains(id))
            return new("step", SignedOff);
        var later = plan.Steps.LastOrDefault(other =>
            !other.Step.Round && other.WaitsFor.Contains(id) && state.Step(other.Step.Id).Mark != StepMark.Open
        );
        if (later is not null)
            return new("step", $"cannot be taken back before \"{later.Step.Title}\", which came after it");
        var afterHold = planned.Step.Hold is null
            ? null
            : plan.Steps.LastOrDefault(other => state.Step(other.Step.Id).Mark != StepMark.Open && DependsOn(plan, other, planned));
        return afterHold is null || state.Step(id).Mark == StepMark.NotSound
            ? null
            : new("step", $"cannot be taken back before \"{afterHold.Step.Title}\", which came after it");
    }

    private static Refusal? RefuseSkip(JobPlan plan, StepSkipped skip)
    {
        var step = plan.Step(skip.Step)!.Step;
        return step.Kind is StepKind.Drain or StepKind.Pour
            ? new("step", "is what the job is for: finish it, or set the whole job aside")
            : null;
    }

    private static Refusal? RefuseRecord(JobPlan plan, RunState state, StepDone done, ImmutableArray<UndoItem> undoList)
    {
        var planned = plan.Step(done.Step)!;
        var record = done.Record;
        if (ShutIn(plan, state, planned.Step) is { Count: > 0 } shutIn)
            return new(
                "step",
                $"closes over what still lies on the tray: {string.Join(", ", shutIn)}. Fit it and take it off the "
                    + $"tray, or write a note at this step why it stays off"
            );
        return planned.Step.Kind switch
        {
            StepKind.Pour when record.Volume is not { Litres: > 0 } => new("record.volume", "is missing: write how much really went in"),
            StepKind.Pour when string.IsNullOrWhiteSpace(record.Fluid) => new(
                "record.fluid",
                "is missing: write what went in, grade and all"
            ),
            StepKind.Level when record.Level is null => new("record.level", "is missing: say what you saw"),
            StepKind.Level when record.Level == Level.Below => new(
                "record.level",
                "is below the mark: pour a little, write it under \"added\", and read again"
            ),
            StepKind.Level when record.Level == Level.Above => new("record.level", "is above the maximum: drain some and read again"),
            StepKind.Choose when planned.Step.Choice!.Options.All(option => option.Id != record.Option) => new(
                "record.option",
                "is none of the choices"
            ),
            StepKind.Reading when record.Meters.IsDefaultOrEmpty => new(
                "record.meters",
                "is missing: write what the meter shows, or skip with the reason"
            ),
            StepKind.Reading when record.Meters.Any(meter => !plan.Bike.Has(meter.Kind)) => new(
                "record.meters",
                "is for a meter that this bike has not got"
            ),
            StepKind.Measure => RefuseMeasure(planned, record),
            StepKind.Photo when record.Photo is null => new("record.photo", "is missing: take it, or skip with the reason"),
            StepKind.Undo when UndoList.Shutting(planned.Step.Hold!.Value, undoList).ToList() is { Count: > 0 } left => new(
                "step",
                $"does not pass yet. {string.Join("; ", left.Select(one => one.Words))}"
            ),
            StepKind.Watch => RefuseWatch(plan, planned.Step, state),
            _ => null,
        };
    }

    /// <summary>
    /// Parts that came off behind the place that this step closes, that no step to come puts back, and of which no note of this step,
    /// written while they lay there, says why they stay off. Asked once, when closing begins.
    /// </summary>
    public static IReadOnlyList<string> ShutIn(JobPlan plan, RunState state, Step closing) =>
        closing.Closes.IsEmpty
        || plan.Steps.Any(other => other.Step.Closes.SequenceEqual(closing.Closes) && state.Step(other.Step.Id).Mark == StepMark.Done)
            ? []
            :
            [
                .. state
                    .Tray.Where(item =>
                        (closing.Closes.Contains(item.Step) || closing.Closes.Contains(item.PutAfter))
                        && !state.NotedOver.GetValueOrDefault(closing.Id, []).Contains(item.Item)
                        && !plan.Steps.Any(later =>
                            later.Step.Refits.Contains(item.Item) && state.Step(later.Step.Id).Mark == StepMark.Open
                        )
                    )
                    .Select(item => item.Part),
            ];

    private static Refusal? RefuseMeasure(PlannedStep planned, StepRecord record)
    {
        var asked = planned.Step.Measure!;
        var wanted = Math.Max(1, asked.Places.Length);
        if (record.Values.Length != wanted)
            return new(
                "record.values",
                wanted == 1 ? "is missing: write what you measured" : $"must be {wanted} values, one for each place"
            );
        var reading = MeasureReading.Of(asked, planned.Figure, record.Values);
        // What is measured before it is set may be anything; what is measured as the proof of it may not.
        return planned.Step.Hold is not null && !reading.Right
            ? new("record.values", $"{reading.Words}: put it right and measure again, or say that it is not sound")
            : null;
    }

    private static Refusal? RefuseWatch(JobPlan plan, Step step, RunState state)
    {
        if (RunWatches.Of(plan, state).Verdict == LeakVerdict.Leaking)
            return new("step", "leaks: say that it is not sound, trace it and fix it, then take the answer back and watch again");
        var left = RunWatches.LeftOf(step, state);
        var early = RunWatches.LooksOf(step, state).Count(look => look.Due is null);
        return left > 0
            ? new(
                "step",
                $"wants {step.Looks.Length} looks near their hours, and has had "
                    + $"{step.Looks.Length - left}{(early > 0 ? $": {early} came too early, and it was watched too short" : "")}"
            )
            : null;
    }
}
