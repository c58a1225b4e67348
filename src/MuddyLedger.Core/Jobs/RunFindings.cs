using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Jobs;

/// <summary>Something found in a job under way: written down, read off a drain, measured outside its limits, or watched leaking.</summary>
/// <param name="Key">The same for as long as the run: what settles it names it by this.</param>
/// <param name="Body">What is wrong.</param>
/// <param name="At">Null where it follows from what was recorded, not from a tap of its own.</param>
/// <param name="Step">At which it was found; null where at none.</param>
/// <param name="Settled">How it was put right in the same job; null where it was not.</param>
public sealed record FoundInRun(string Key, FindingOpened Body, Instant? At, string? Step, string? Settled);

/// <summary>What a run has found so far, tap by tap, and what of it says stop.</summary>
public static class RunFindings
{
    /// <summary>All that the run will write as findings, in the order of its steps, the settled ones among it.</summary>
    public static ImmutableArray<FoundInRun> Of(JobPlan plan, RunState state)
    {
        FoundInRun Computed(string key, FindingOpened body, string? step) =>
            new(key, body, null, step, state.Settled.GetValueOrDefault(key));
        ImmutableArray<FoundInRun> all =
        [
            .. state.Findings.Select(found => new FoundInRun(
                found.Id.ToString(),
                Graded(plan, found),
                found.At,
                found.Step,
                state.Settled.GetValueOrDefault(found.Id.ToString()) ?? PutRight(plan, state, found)
            )),
            .. from pair in DrainMeaningsOf(plan, state)
            where pair.Meaning.Severity > FindingSeverity.Note
            // Oil that says "do not run it" keeps the engine from being run, not merely from being ridden.
            let gate = pair.Meaning.Severity == FindingSeverity.Stop ? Gate.Run : (Gate?)null
            select Computed(
                $"drain:{pair.Meaning.Sign}",
                new(pair.Meaning.Sign, pair.Meaning.Severity, $"{pair.Meaning.Meaning} {pair.Meaning.Action}", null, gate),
                pair.Step
            ),
            .. MeasuresOf(plan, state).Select(found => Computed($"measure:{found.Step}", found.Body, found.Step)),
            .. state.Looks.IsEmpty || RunWatches.Of(plan, state).Finding is not { } leak
                ? Array.Empty<FoundInRun>()
                : [Computed("leaks", leak, state.Looks[^1].Step)],
            .. from past in RunWatches.Earlier(plan, state).Select((past, at) => (past.Step, past.Watch.Finding, At: at))
            where past.Finding is { Severity: FindingSeverity.Stop }
            let key = $"leaks:{past.At}"
            select new FoundInRun(
                key,
                past.Finding!,
                null,
                past.Step,
                state.Settled.GetValueOrDefault(key)
                    ?? (state.Step(past.Step).Mark == StepMark.Done ? "Fixed, watched again, and dry" : null)
            ),
        ];
        // What was signed off with its job stands in the book, and speaks from there.
        return [.. all.Where(found => found.Step is null || !state.SignedSteps.Contains(found.Step))];
    }

    /// <summary>What says stop and was not put right. A hold point that was answered "not right" speaks for itself.</summary>
    public static IEnumerable<FoundInRun> Stops(JobPlan plan, RunState state) =>
        Of(plan, state)
            .Where(found =>
                found is { Body.Severity: FindingSeverity.Stop, Settled: null }
                && !(found.At is not null && FromFailedHold(plan, state, found))
            );

    /// <summary>The reservoirs that the job has drained and not filled yet, and the drain's step.</summary>
    public static IEnumerable<(ReservoirId Reservoir, string Step)> Drained(JobPlan plan, RunState state)
    {
        bool Did(PlannedStep planned, StepKind kind) => planned.Step.Kind == kind && state.Step(planned.Step.Id).Mark == StepMark.Done;
        return plan
            .Steps.Where(planned => Did(planned, StepKind.Drain))
            .GroupBy(planned => planned.Step.Reservoir!.Value)
            .Where(same => !plan.Steps.Any(planned => Did(planned, StepKind.Pour) && planned.Step.Reservoir == same.Key))
            .Select(same => (same.Key, same.First().Step.Id));
    }

    /// <summary>What the drains of a run mean: the signs read in each, and whether too little came out over all of a reservoir's.</summary>
    public static ImmutableArray<(string Step, DrainMeaning Meaning)> DrainMeaningsOf(JobPlan plan, RunState state)
    {
        var drains = plan
            .Steps.Where(planned => planned.Step.Kind == StepKind.Drain && state.Step(planned.Step.Id).Mark == StepMark.Done)
            .ToList();
        var signs =
            from planned in drains
            let reading = state.Step(planned.Step.Id).Record.Drain
            where reading is not null
            from meaning in DrainMeanings.Of(reading)
            select (planned.Step.Id, Meaning: meaning);
        var shortOf =
            from same in drains
                .Where(planned => state.Step(planned.Step.Id).Record.Volume is not null)
                .GroupBy(planned => planned.Step.Reservoir)
            let out_ = same.Aggregate(Volume.Zero, (sum, planned) => sum + state.Step(planned.Step.Id).Record.Volume!.Value)
            let meaning = DrainMeanings.Short(out_, same.First().Expected)
            where meaning is not null
            select (same.Last().Step.Id, Meaning: meaning);
        var judged =
            from planned in drains
            let row = planned.Step.JudgedBy
            where row is not null && state.Step(planned.Step.Id).Record.Volume is not null
            let verdict = ReadingVerdict.ByTable(row, state.Step(planned.Step.Id).Record.Volume!.Value.In(Unit.Millilitre).Value)
            where verdict.Grade != Grade.Sound
            select (
                planned.Step.Id,
                Meaning: new DrainMeaning(
                    $"{planned.Step.Title}: {verdict.Name}",
                    verdict.Means,
                    verdict.Do,
                    SeverityOf(verdict.Grade!.Value)
                )
            );
        return [.. signs.DistinctBy(pair => pair.Meaning.Sign), .. judged, .. shortOf];
    }

    private static FindingSeverity SeverityOf(Grade grade) =>
        grade <= Grade.Slight ? FindingSeverity.Note
        : grade == Grade.Worn ? FindingSeverity.Watch
        : FindingSeverity.FixSoon;

    /// <summary>What was measured outside its limits and not measured right again later in the run.</summary>
    private static IEnumerable<(string Step, FindingOpened Body)> MeasuresOf(JobPlan plan, RunState state)
    {
        var done = plan
            .Steps.Where(planned => planned.Step.Kind == StepKind.Measure && state.Step(planned.Step.Id).Mark == StepMark.Done)
            .ToList();
        foreach (
            var last in done.GroupBy(planned => planned.Step.Measure!.Figure is { } figure ? Capabilities.Word(figure) : planned.Step.Id)
                .Select(same => same.Last())
        )
        {
            var reading = MeasureReading.Of(last.Step.Measure!, last.Figure, state.Step(last.Step.Id).Record.Values);
            if (reading.Right)
                continue;
            var severity =
                reading.Stops is not null ? FindingSeverity.Stop
                : reading.Worst <= Grade.Worn ? FindingSeverity.Watch
                : FindingSeverity.FixSoon;
            yield return (
                last.Step.Id,
                new(
                    $"{last.Step.Title}: {reading.Verdicts.FirstOrDefault(verdict => !verdict.Right)?.Name ?? "out of limits"}",
                    severity,
                    Cut.To(reading.Words, 500),
                    null,
                    reading.Stops
                )
            );
        }
    }

    /// <summary>A hold point that was not right says stop for its gate, whatever the hand that tapped it made of it.</summary>
    private static FindingOpened Graded(JobPlan plan, RunFinding found) =>
        found is { NotSound: true, Step: { } step } && plan.Step(step)?.Step.Hold is { } gate
            ? found.Finding with
            {
                Severity = FindingSeverity.Stop,
                Gate = gate,
            }
            : found.Finding;

    /// <summary>Answered "not right" at first and done since: put right in the same job.</summary>
    private static string? PutRight(JobPlan plan, RunState state, RunFinding found) =>
        found is { NotSound: true, Step: { } step } && state.Step(step).Mark == StepMark.Done
            ? $"Put right in the same job: {plan.Step(step)?.Step.Title ?? step}"
            : null;

    private static bool FromFailedHold(JobPlan plan, RunState state, FoundInRun found) =>
        found.Step is { } step
        && plan.Step(step)?.Step.Hold is not null
        && state.Step(step).Mark == StepMark.NotSound
        && state.Findings.Any(one => one.Id.ToString() == found.Key && one.NotSound);
}
