using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Jobs;

/// <summary>What the owner says when signing off.</summary>
/// <param name="Minutes">Time on the bench, 0 to 10,000.</param>
/// <param name="Leftover">Why something stays on the tray; needed only where something does.</param>
public sealed record SignOff(int Minutes, ImmutableArray<CostPaid> Costs, string? Leftover, string? Note);

/// <summary>An entry that finishing will write, and the day it belongs to.</summary>
public sealed record PlannedEntry(LocalDate Date, EntryBody Body);

/// <summary>Turns a run that is through into the entries it leaves in the ledger.</summary>
public static class RunFinish
{
    /// <summary>Why the run cannot be signed off yet; null where it can.</summary>
    public static Refusal? Refuse(JobPlan plan, RunState state, SignOff signOff)
    {
        var open = plan.Steps.FirstOrDefault(planned => planned.Step.Kind != StepKind.SignOff && state.Step(planned.Step.Id).Mark == StepMark.Open);
        if (open is not null) return new(null, $"\"{open.Step.Title}\" is not answered yet.");
        var hold = plan.Steps.FirstOrDefault(planned => planned.Step.Hold is not null && state.Step(planned.Step.Id).Mark == StepMark.NotSound);
        if (hold is not null) return new(null, $"The hold point \"{hold.Step.Title}\" has not passed. Put it right, or take it back and skip it with a reason.");
        if (signOff.Minutes is < 0 or > 10_000) return new("minutes", "must lie between 0 and 10,000");
        return !state.Tray.IsEmpty && string.IsNullOrWhiteSpace(signOff.Leftover)
            ? new("leftover", $"is missing: {string.Join(", ", state.Tray.Select(item => item.Part))} still on the tray. Fit it, or say why it stays off.")
            : null;
    }

    /// <summary>Everything that finishing writes, in the order it happened. The caller writes all of it or nothing.</summary>
    /// <param name="dayOf">The owner's calendar day of an instant.</param>
    /// <param name="ledger">The bike's book before the run: what neither stands on its undo list nor was begun here is not said to be undone, and a bike that stands already is not laid up again.</param>
    public static ImmutableArray<PlannedEntry> Entries(
        JobPlan plan, RunState state, SignOff signOff, LocalDate today, Func<Instant, LocalDate> dayOf, BikeLedger ledger)
    {
        var entries = ImmutableArray.CreateBuilder<PlannedEntry>();
        foreach (var planned in plan.Steps)
        {
            var step = state.Step(planned.Step.Id);
            if (step.Mark == StepMark.Done) entries.AddRange(OfStep(plan, planned, step, state).Select(body => new PlannedEntry(dayOf(step.At), body)));
        }

        var begun = entries.Select(entry => entry.Body).OfType<LeftForNow>().Select(left => left.Thing).Concat(UndoList.Of(ledger, [], dayOf).Select(one => one.Thing)).ToHashSet();
        entries.RemoveAll(entry => entry.Body is ForNowUndone undone && !begun.Contains(undone.Thing));
        var time = Meters.RidingTime.Of(ledger);
        entries.RemoveAll(entry => entry.Body is LaidUp or WokenUp && time.Refuse(entry.Body is LaidUp, entry.Date) is not null);
        entries.AddRange(Findings(plan, state, dayOf, today));
        foreach (var serves in plan.Job.Serves.Where(serves => serves.By.All(id => plan.Step(id) is not null && state.Step(id).Mark == StepMark.Done)))
            entries.Add(new(dayOf(serves.By.Max(id => state.Step(id).At)), new TaskDone(serves.Task, Evidence.DoneHere)));
        entries.AddRange(signOff.Costs.Select(cost => new PlannedEntry(today, cost)));
        var skipped = plan.Steps.Where(planned => state.Step(planned.Step.Id).Mark == StepMark.Skipped)
            .Select(planned => new SkippedStep(planned.Step.Title, state.Step(planned.Step.Id).Reason!)).ToImmutableArray();
        entries.Add(new(today, new JobFinished(plan.Job.Id, plan.Job.Title, signOff.Minutes, skipped, Blank(signOff.Leftover), Blank(signOff.Note))));
        return entries.ToImmutable();
    }

    /// <summary>What a run that is set aside unfinished leaves: what was seen stays seen, and an empty reservoir stays empty.</summary>
    public static ImmutableArray<PlannedEntry> EntriesSetAside(
        JobPlan plan, RunState state, LocalDate today, Func<Instant, LocalDate> dayOf, string reason)
    {
        var entries = ImmutableArray.CreateBuilder<PlannedEntry>();
        foreach (var planned in plan.Steps)
        {
            var step = state.Step(planned.Step.Id);
            if (step.Mark == StepMark.Done) entries.AddRange(OfStep(plan, planned, step, state).Select(body => new PlannedEntry(dayOf(step.At), body)));
        }

        entries.AddRange(state.Findings.Select(found => new PlannedEntry(dayOf(found.At), found.Finding)));
        entries.Add(new(today, new NoteWritten($"{plan.Job.Title} was set aside: {reason}")));
        return entries.ToImmutable();
    }

    /// <summary>What the drains of a run mean: the signs read in each, and whether too little came out over all of them.</summary>
    public static ImmutableArray<DrainMeaning> DrainMeaningsOf(JobPlan plan, RunState state)
    {
        var drains = plan.Steps.Where(planned => planned.Step.Kind == StepKind.Drain && state.Step(planned.Step.Id).Mark == StepMark.Done).ToList();
        var signs = drains.SelectMany(planned => state.Step(planned.Step.Id).Record.Drain is { } reading ? DrainMeanings.Of(reading) : []).DistinctBy(meaning => meaning.Sign);
        var shortOf = drains.Where(planned => state.Step(planned.Step.Id).Record.Volume is not null).GroupBy(planned => planned.Step.Reservoir)
            .Select(same => DrainMeanings.Short(same.Aggregate(Volume.Zero, (sum, planned) => sum + state.Step(planned.Step.Id).Record.Volume!.Value), same.First().Expected))
            .OfType<DrainMeaning>();
        return [.. signs, .. shortOf];
    }

    private static IEnumerable<EntryBody> OfStep(JobPlan plan, PlannedStep planned, StepState step, RunState state)
    {
        var reservoir = planned.Step.Reservoir;
        switch (planned.Step.Kind)
        {
            case StepKind.Reading:
                foreach (var meter in step.Record.Meters) yield return new MeterRead(meter, plan.Job.Title);
                break;
            case StepKind.Drain:
                yield return new FluidDrained(reservoir!.Value, step.Record.Volume, step.Record.Drain ?? DrainReading.NotRead);
                if ((planned.Step.Waste ?? plan.Job.WasteKind) is { } waste && (step.Record.Volume ?? planned.Expected) is { } out_) yield return new WasteHeld(waste, out_);
                break;
            case StepKind.Pour:
                // The first pour is the fill; the rest tops it up, so the chain shows both as they were.
                var first = plan.Steps.First(other => other.Step.Kind == StepKind.Pour && other.Step.Reservoir == reservoir && state.Step(other.Step.Id).Mark == StepMark.Done);
                yield return first == planned
                    ? new FluidFilled(reservoir!.Value, step.Record.Volume!.Value, step.Record.Fluid!, planned.Step.Flush)
                    : new FluidToppedUp(reservoir!.Value, step.Record.Volume!.Value, step.Record.Fluid!);
                break;
            case StepKind.Level:
                if (step.Record.Volume is { Litres: > 0 } added)
                    yield return new FluidToppedUp(reservoir!.Value, added, FluidPoured(plan, state, planned.Step) ?? "as before");
                yield return new LevelSeen(reservoir!.Value, step.Record.Level!.Value);
                break;
            case StepKind.Measure:
                var asked = planned.Step.Measure!;
                yield return new MeasurementTaken(asked.Figure is { } figure ? Capabilities.Word(figure) : planned.Step.Id, planned.Step.Title, step.Record.Values, asked.Unit.Symbol);
                break;
            case StepKind.Watch:
                foreach (var look in state.Looks.Where(look => look.Step == planned.Step.Id)) yield return new LeakLooked(look.Spots);
                break;
        }

        if (planned.Step.Marks is { } mark) yield return mark == StandingMark.LaidUp ? new LaidUp() : new WokenUp();
        foreach (var body in UndoList.Entries(planned.Step, step.Record)) yield return body;
        foreach (var fits in planned.Step.Fits)
        {
            if (fits.Replaces is { } old) yield return new PartRemoved(old, fits.Count, "replaced");
            yield return new PartFitted(fits.Part, fits.Count);
        }
    }

    private static string? FluidPoured(JobPlan plan, RunState state, Step level) => plan.Steps
        .Where(other => other.Step.Kind == StepKind.Pour && other.Step.Reservoir == level.Reservoir)
        .Select(other => state.Step(other.Step.Id).Record.Fluid).LastOrDefault(fluid => fluid is not null);

    private static IEnumerable<PlannedEntry> Findings(JobPlan plan, RunState state, Func<Instant, LocalDate> dayOf, LocalDate today)
    {
        foreach (var found in state.Findings) yield return new(dayOf(found.At), found.Finding);
        foreach (var meaning in DrainMeaningsOf(plan, state).Where(meaning => meaning.Severity > FindingSeverity.Note))
        {
            // Oil that says "do not run it" keeps the engine from being run, not merely from being ridden.
            var gate = meaning.Severity == FindingSeverity.Stop ? Gate.Run : (Gate?)null;
            yield return new(today, new FindingOpened(meaning.Sign, meaning.Severity, $"{meaning.Meaning} {meaning.Action}", null, gate));
        }

        foreach (var found in MeasureFindings(plan, state)) yield return new(today, found);
        if (!state.Looks.IsEmpty && LeakWatch.Of([.. state.Looks.Select(look => look.Spots)], complete: true).Finding is { } leak) yield return new(today, leak);
        foreach (var hold in plan.Steps.Where(planned => planned.Step.Hold is not null && state.Step(planned.Step.Id).Mark == StepMark.Skipped))
            yield return new(today, new FindingOpened($"Not proven: {hold.Step.Title}", FindingSeverity.Stop,
                $"The hold point was skipped: {state.Step(hold.Step.Id).Reason}", null, hold.Step.Hold));
    }

    /// <summary>What was measured outside its limits and not measured right again later in the run.</summary>
    private static IEnumerable<FindingOpened> MeasureFindings(JobPlan plan, RunState state)
    {
        var done = plan.Steps.Where(planned => planned.Step.Kind == StepKind.Measure && state.Step(planned.Step.Id).Mark == StepMark.Done).ToList();
        foreach (var last in done.GroupBy(planned => planned.Step.Measure!.Figure is { } figure ? Capabilities.Word(figure) : planned.Step.Id).Select(same => same.Last()))
        {
            var reading = MeasureReading.Of(last.Step.Measure!, last.Figure, state.Step(last.Step.Id).Record.Values);
            if (!reading.Right) yield return new($"{last.Step.Title}: out of limits", FindingSeverity.FixSoon, reading.Words);
        }
    }

    private static string? Blank(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();
}
