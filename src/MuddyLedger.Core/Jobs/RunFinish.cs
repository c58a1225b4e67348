using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Waste;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.Core.Jobs;

/// <summary>What the owner says when signing off.</summary>
/// <param name="Minutes">Time on the bench, 0 to 10,000.</param>
/// <param name="Costs">What was paid.</param>
/// <param name="Leftover">Why something stays on the tray; needed only where something does.</param>
/// <param name="Note">The owner's; null where there is none.</param>
public sealed record SignOff(int Minutes, ImmutableArray<CostPaid> Costs, string? Leftover, string? Note)
{
    /// <summary>Open findings of the book that the job has cured, each with the proof.</summary>
    public ImmutableArray<FindingClosed> Cured { get; init; } = [];
}

/// <summary>An entry that finishing will write, and the day it belongs to.</summary>
/// <param name="Date">The day it belongs to.</param>
/// <param name="Body">What it says.</param>
/// <param name="Opens">For a finding that the same run closes: the key by which it does.</param>
/// <param name="Closes">For a closing of such a finding: its key. The id in the body is filled in when both are written.</param>
public sealed record PlannedEntry(LocalDate Date, EntryBody Body, string? Opens = null, string? Closes = null);

/// <summary>Turns a run that is through into the entries it leaves in the ledger.</summary>
public static class RunFinish
{
    /// <summary>Why the run cannot be signed off yet; null where it can.</summary>
    public static Refusal? Refuse(JobPlan plan, RunState state, SignOff signOff)
    {
        var open = plan.Steps.FirstOrDefault(planned =>
            planned.Step.Kind != StepKind.SignOff && state.Step(planned.Step.Id).Mark == StepMark.Open
        );
        if (open is not null)
            return new(null, $"\"{open.Step.Title}\" is not answered yet.");
        var hold = plan.Steps.FirstOrDefault(planned =>
            planned.Step is { Hold: not null, Round: false } && state.Step(planned.Step.Id).Mark == StepMark.NotSound
        );
        if (hold is not null)
            return new(
                null,
                $"The hold point \"{hold.Step.Title}\" has not passed. Put it right, or take it back and skip it with a reason."
            );
        if (signOff.Minutes is < 0 or > 10_000)
            return new("minutes", "must lie between 0 and 10,000");
        return !state.Tray.IsEmpty && string.IsNullOrWhiteSpace(signOff.Leftover)
            ? new(
                "leftover",
                $"is missing: {string.Join(", ", state.Tray.Select(item => item.Part))} still on the tray. Fit it, or say why it stays off."
            )
            : null;
    }

    /// <summary>Why one job of a joined run cannot be signed off while the others go on; null where it can.</summary>
    public static Refusal? RefusePart(JobPlan plan, RunState state, SignOff signOff, string job)
    {
        if (!plan.Job.Joined.Contains(job))
            return new("job", "is not one of those that were joined here");
        if (state.SignedJobs.Contains(job))
            return new("job", "is signed off already");
        if (plan.Job.Joined.Except(state.SignedJobs).Count() < 2)
            return new("job", "is the last one: sign off the whole run");
        var own = plan.Steps.Where(planned => OwnedBy(planned.Step, job, state)).ToList();
        if (own.Count == 0)
            return new("job", "was joined before parts could be signed off: sign off the whole run");
        if (own.Find(planned => state.Step(planned.Step.Id).Mark == StepMark.Open) is { } open)
            return new(null, $"\"{open.Step.Title}\" is not answered yet.");
        if (
            own.Find(planned =>
                planned.Step is { Hold: not null, Round: false } && state.Step(planned.Step.Id).Mark == StepMark.NotSound
            ) is
            { } hold
        )
            return new(null, $"The hold point \"{hold.Step.Title}\" has not passed.");
        if (signOff.Minutes is < 0 or > 10_000)
            return new("minutes", "must lie between 0 and 10,000");
        var left = state.Tray.Where(item => own.Exists(planned => planned.Step.Id == item.Step)).ToList();
        return left.Count > 0 && string.IsNullOrWhiteSpace(signOff.Leftover)
            ? new(
                "leftover",
                $"is missing: {string.Join(", ", left.Select(item => item.Part))} still on the tray. Fit it, or say why it stays off."
            )
            : null;
    }

    /// <summary>A step that no job but this one still waits for.</summary>
    private static bool OwnedBy(Step step, string job, RunState state) =>
        step.Kind != StepKind.SignOff
        && step.OfJobs.Contains(job)
        && step.OfJobs.All(owner => owner == job || state.SignedJobs.Contains(owner));

    /// <summary>Everything that finishing writes, in the order it happened. The caller writes all of it or nothing.</summary>
    /// <param name="dayOf">The owner's calendar day of an instant.</param>
    /// <param name="ledger">The bike's book before the run: what neither stands on its undo list nor was begun here is not said to be
    /// undone, and a bike that stands already is not laid up again.</param>
    /// <param name="tasks">The service tasks that the bike has; null to settle whatever the job names.</param>
    /// <param name="part">The one job of a joined run that is signed off; null for all that is left.</param>
    public static ImmutableArray<PlannedEntry> Entries(
        JobPlan plan,
        RunState state,
        SignOff signOff,
        LocalDate today,
        Func<Instant, LocalDate> dayOf,
        BikeLedger ledger,
        IReadOnlySet<string>? tasks = null,
        string? part = null
    )
    {
        var scope = new Scope(plan, state, part);
        var entries = ImmutableArray.CreateBuilder<PlannedEntry>();
        foreach (var planned in scope.Steps)
        {
            var step = state.Step(planned.Step.Id);
            if (step.Mark == StepMark.Done)
                entries.AddRange(OfStep(plan, planned, step, state).Select(body => new PlannedEntry(dayOf(step.At), body)));
        }

        entries.AddRange(Looks(state, dayOf).Where(look => scope.Holds(look.Step)).Select(look => look.Line));
        KeepOneRunADay(entries, ledger);
        var begun = entries
            .Select(entry => entry.Body)
            .OfType<LeftForNow>()
            .Select(left => left.Thing)
            .Concat(UndoList.Of(ledger, [], dayOf).Select(one => one.Thing))
            .ToHashSet();
        entries.RemoveAll(entry => entry.Body is ForNowUndone undone && !begun.Contains(undone.Thing));
        var time = Meters.RidingTime.Of(ledger);
        entries.RemoveAll(entry => entry.Body is LaidUp or WokenUp && time.Refuse(entry.Body is LaidUp, entry.Date) is not null);
        entries.AddRange(Findings(scope, dayOf, today));
        entries.AddRange(signOff.Cured.Select(cured => new PlannedEntry(today, cured)));
        entries.AddRange(Proofs(scope, dayOf));
        entries.AddRange(Settled(scope, dayOf).Where(line => tasks is null || tasks.Contains(((TaskDone)line.Body).Task)));
        entries.AddRange(signOff.Costs.Select(cost => new PlannedEntry(today, cost)));
        var skipped = scope
            .Steps.Where(planned => state.Step(planned.Step.Id).Mark == StepMark.Skipped)
            .Select(planned => new SkippedStep(planned.Step.Title, state.Step(planned.Step.Id).Reason!))
            .ToImmutableArray();
        entries.Add(
            new(today, new JobFinished(scope.Id, scope.Title, signOff.Minutes, skipped, Blank(signOff.Leftover), Blank(signOff.Note)))
        );
        return entries.ToImmutable();
    }

    /// <summary>What a run that is set aside unfinished leaves: what was seen stays seen, and an empty reservoir stays empty.</summary>
    public static ImmutableArray<PlannedEntry> EntriesSetAside(
        JobPlan plan,
        RunState state,
        LocalDate today,
        Func<Instant, LocalDate> dayOf,
        string reason
    )
    {
        var scope = new Scope(plan, state, Part: null);
        var entries = ImmutableArray.CreateBuilder<PlannedEntry>();
        foreach (var planned in scope.Steps)
        {
            var step = state.Step(planned.Step.Id);
            if (step.Mark == StepMark.Done)
                entries.AddRange(OfStep(plan, planned, step, state).Select(body => new PlannedEntry(dayOf(step.At), body)));
        }

        entries.AddRange(Looks(state, dayOf).Where(look => scope.Holds(look.Step)).Select(look => look.Line));
        entries.AddRange(Findings(scope, dayOf, today));
        entries.Add(new(today, SetAside.Note(scope.Title, reason)));
        return entries.ToImmutable();
    }

    private static IEnumerable<EntryBody> OfStep(JobPlan plan, PlannedStep planned, StepState step, RunState state)
    {
        var reservoir = planned.Step.Reservoir;
        switch (planned.Step.Kind)
        {
            case StepKind.Reading:
                foreach (var meter in step.Record.Meters)
                    yield return new MeterRead(meter, plan.Job.Title);
                break;
            case StepKind.Drain:
                yield return new FluidDrained(reservoir!.Value, step.Record.Volume, step.Record.Drain ?? DrainReading.NotRead);
                if ((planned.Step.Waste ?? plan.Job.WasteKind) is { } waste && (step.Record.Volume ?? planned.Expected) is { } out_)
                    yield return new WasteHeld(waste, out_);
                break;
            case StepKind.Pour:
                // The first pour is the fill; the rest tops it up, so the chain shows both as they were.
                var first = plan.Steps.First(other =>
                    other.Step.Kind == StepKind.Pour && other.Step.Reservoir == reservoir && state.Step(other.Step.Id).Mark == StepMark.Done
                );
                yield return first == planned
                    ? new FluidFilled(reservoir!.Value, step.Record.Volume!.Value, step.Record.Fluid!, planned.Step.Flush)
                    : new FluidToppedUp(reservoir!.Value, step.Record.Volume!.Value, step.Record.Fluid!);
                break;
            case StepKind.Level:
                if (step.Record.Volume is { Litres: > 0 } added)
                    yield return new FluidToppedUp(
                        reservoir!.Value,
                        added,
                        step.Record.Fluid ?? FluidPoured(plan, state, planned.Step) ?? "as before"
                    );
                yield return new LevelSeen(reservoir!.Value, step.Record.Level!.Value);
                break;
            case StepKind.Measure:
                var asked = planned.Step.Measure!;
                yield return new MeasurementTaken(
                    asked.Figure is { } figure ? Capabilities.Word(figure) : asked.Series ?? planned.Step.Id,
                    planned.Step.Title,
                    step.Record.Values,
                    asked.Unit.Symbol
                )
                {
                    Places = asked.Places.Length == step.Record.Values.Length ? asked.Places : [],
                    Instrument = step.Record.Instrument,
                };
                break;
        }

        // An engine that ran is worth a line: it tells how long the bike has stood.
        if (planned.Step.EngineRuns)
            yield return new EngineRan($"\"{planned.Step.Title}\", {plan.Job.Title}");
        if (planned.Step.Marks is { } mark)
            yield return mark == StandingMark.LaidUp ? new LaidUp() : new WokenUp();
        foreach (var body in UndoList.Entries(planned.Step, step.Record))
            yield return body;
        foreach (var fits in planned.Step.Fits)
        foreach (var body in Fitted(fits, plan.Bike, step.Record))
            yield return body;
    }

    /// <summary>As it was recorded; all of it, and new, where nothing was said.</summary>
    private static IEnumerable<EntryBody> Fitted(FitsPart fits, Profile bike, StepRecord record)
    {
        var said = record.Parts.FirstOrDefault(part => part.Part == fits.Part) ?? new PartRecord(fits.Part, fits.CountFor(bike), 0);
        if (said.Fitted > 0)
        {
            if (fits.Replaces is { } old)
                yield return new PartRemoved(old, said.Fitted, "replaced");
            yield return new PartFitted(fits.Part, said.Fitted)
            {
                State = said.SecondHand ? PartState.SecondHand : PartState.New,
                Number = said.Number,
                Source = said.Source,
                Price = said.Price,
                WarrantyUntil = said.WarrantyUntil,
            };
            if (said.Price is { } price)
                yield return new CostPaid(fits.Part, price);
        }

        if (said.UsedAgain > 0)
            yield return new PartFitted(fits.Part, said.UsedAgain) { State = PartState.UsedAgain };
    }

    /// <summary>Whether a step that fits parts put none on but those that came off.</summary>
    private static bool OnlyUsedAgain(Step step, StepRecord record) =>
        !step.Fits.IsEmpty && step.Fits.All(fits => record.Parts.FirstOrDefault(part => part.Part == fits.Part) is { Fitted: 0 });

    /// <summary>What was poured into the reservoir of a step in this run; null where nothing was yet.</summary>
    public static string? FluidPoured(JobPlan plan, RunState state, Step level) =>
        plan
            .Steps.Where(other => other.Step.Kind == StepKind.Pour && other.Step.Reservoir == level.Reservoir)
            .Select(other => state.Step(other.Step.Id).Record.Fluid)
            .LastOrDefault(fluid => fluid is not null);

    /// <summary>What a sign-off covers: the whole run, one job of it, or what is left when others were signed off before.</summary>
    private sealed record Scope(JobPlan Plan, RunState State, string? Part)
    {
        public IEnumerable<PlannedStep> Steps => Plan.Steps.Where(planned => Holds(planned.Step));

        /// <summary>Whether this sign-off covers the step: it is of its job, and was not signed before.</summary>
        public bool Holds(Step step) => !State.SignedSteps.Contains(step.Id) && (Part is null || step.OfJobs.Contains(Part));

        /// <summary>The same by its name; what belongs to no step is covered by the sign-off of the whole alone.</summary>
        public bool Holds(string? step) => step is null || Plan.Step(step) is not { } planned ? Part is null : Holds(planned.Step);

        /// <summary>Work that these steps complete: all are done, and one at least was not signed off before.</summary>
        public bool Completes(IReadOnlyCollection<string> steps) =>
            steps.All(id =>
                Plan.Step(id) is not null && State.Step(id).Mark == StepMark.Done && (State.SignedSteps.Contains(id) || Holds(id))
            ) && steps.Any(Holds);

        private IEnumerable<int> Jobs =>
            Enumerable
                .Range(0, Plan.Job.Joined.Length)
                .Where(at => Part is { } one ? Plan.Job.Joined[at] == one : !State.SignedJobs.Contains(Plan.Job.Joined[at]));

        public string Id =>
            State.SignedJobs.IsEmpty && Part is null ? Plan.Job.Id : string.Join('+', Jobs.Select(at => Plan.Job.Joined[at]));

        public string Title =>
            State.SignedJobs.IsEmpty && Part is null ? Plan.Job.Title : string.Join("; ", Jobs.Select(at => Plan.Job.JoinedTitles[at]));
    }

    private static IEnumerable<PlannedEntry> Findings(Scope scope, Func<Instant, LocalDate> dayOf, LocalDate today)
    {
        var (plan, state) = (scope.Plan, scope.State);
        foreach (var found in RunFindings.Of(plan, state).Where(found => scope.Holds(found.Step)))
        {
            var day = found.At is { } at ? dayOf(at) : today;
            yield return new(day, found.Body, Opens: found.Settled is null ? null : found.Key);
            if (found.Settled is { } how)
                yield return new(today, new FindingClosed(default, how), Closes: found.Key);
        }

        foreach (
            var hold in scope.Steps.Where(planned => planned.Step.Hold is not null && state.Step(planned.Step.Id).Mark == StepMark.Skipped)
        )
            yield return new(
                today,
                new FindingOpened(
                    $"Not proven: {hold.Step.Title}",
                    FindingSeverity.Stop,
                    $"The hold point was skipped: {state.Step(hold.Step.Id).Reason}",
                    null,
                    hold.Step.Hold
                )
            );
    }

    /// <summary>The service tasks whose work was done, each once: by all the steps that it takes, or by the one step that is it.</summary>
    private static IEnumerable<PlannedEntry> Settled(Scope scope, Func<Instant, LocalDate> dayOf)
    {
        var (plan, state) = (scope.Plan, scope.State);
        var served =
            from serves in plan.Job.Serves
            where scope.Completes(serves.By)
            // What went back on is not replaced.
            where
                !serves.Task.EndsWith(".replace", StringComparison.Ordinal)
                || !serves.By.Any(id => plan.Step(id) is { } one && OnlyUsedAgain(one.Step, state.Step(id).Record))
            select (serves.Task, At: serves.By.Max(id => state.Step(id).At));
        var whole =
            from planned in plan.Steps
            where scope.Completes([planned.Step.Id])
            from task in planned.Step.Settles
            select (Task: task, state.Step(planned.Step.Id).At);
        return served
            .Concat(whole)
            .GroupBy(one => one.Task)
            .Select(same => new PlannedEntry(dayOf(same.Max(one => one.At)), new TaskDone(same.Key, Evidence.DoneHere)));
    }

    /// <summary>The gates whose hold points have all passed, in a job that proves them; and the oil pump, where it was measured.</summary>
    private static IEnumerable<PlannedEntry> Proofs(Scope scope, Func<Instant, LocalDate> dayOf)
    {
        var (plan, state) = (scope.Plan, scope.State);
        foreach (var gate in plan.Job.Proves)
        {
            var holds = plan.Steps.Where(planned => planned.Step.Hold <= gate).Select(planned => state.Step(planned.Step.Id)).ToList();
            if (holds.Count > 0 && holds.TrueForAll(hold => hold.Mark == StepMark.Done))
                yield return new(dayOf(holds.Max(hold => hold.At)), new GateProven(gate, plan.Job.Title));
        }

        if (!plan.Job.ProvesPump.IsEmpty && scope.Completes(plan.Job.ProvesPump))
            yield return new(
                dayOf(plan.Job.ProvesPump.Max(id => state.Step(id).At)),
                new PumpProven(PumpProofBy.MeasuredFall, plan.Job.Title)
            );
    }

    /// <summary>Every look for leaks, whatever became of its watch: what was seen was seen.</summary>
    private static IEnumerable<(string Step, PlannedEntry Line)> Looks(RunState state, Func<Instant, LocalDate> dayOf) =>
        state
            .EarlierWatches.SelectMany(past => past.Looks)
            .Concat(state.Looks)
            .Select(look => (look.Step, new PlannedEntry(dayOf(look.At), new LeakLooked(look.Spots))));

    /// <summary>Three starts on one day are one line: what counts is the day.</summary>
    private static void KeepOneRunADay(ImmutableArray<PlannedEntry>.Builder entries, BikeLedger ledger)
    {
        var seen = ledger.Each<EngineRan>().Select(pair => pair.Entry.Date).ToHashSet();
        entries.RemoveAll(entry => entry.Body is EngineRan && !seen.Add(entry.Date));
    }

    private static string? Blank(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();
}
