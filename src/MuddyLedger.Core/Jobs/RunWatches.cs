using System.Collections.Immutable;
using MuddyLedger.Core.Fluids;
using NodaTime;

namespace MuddyLedger.Core.Jobs;

/// <summary>The watches for leaks of a run: what was seen, which looks count, and what they say together.</summary>
public static class RunWatches
{
    /// <summary>The looks of one watch step, each with whether it counts for an hour that was asked for.</summary>
    public static ImmutableArray<CountedLook> LooksOf(Step step, RunState state) =>
        state.Watches.TryGetValue(step.Id, out var began)
            ? LeakWatch.Count(step.Looks, began, state.Looks.Where(look => look.Step == step.Id).Select(look => (look.At, look.Spots)))
            : [];

    /// <summary>How many looks of a step still have to be taken near their hours.</summary>
    public static int LeftOf(Step step, RunState state) => step.Looks.Length - LooksOf(step, state).Count(look => look.Due is not null);

    /// <summary>What all watches of the run say together: the trend goes on from one step to the next.</summary>
    public static LeakWatch Of(JobPlan plan, RunState state)
    {
        var steps = plan
            .Steps.Where(planned => planned.Step.Kind == StepKind.Watch && state.Watches.ContainsKey(planned.Step.Id))
            .Select(planned => planned.Step)
            .ToList();
        return LeakWatch.Over([.. steps.SelectMany(step => LooksOf(step, state))], steps.Sum(step => step.Looks.Length));
    }

    /// <summary>What was seen in a watch that was taken back since, and begun anew.</summary>
    public static IEnumerable<(string Step, LeakWatch Watch)> Earlier(JobPlan plan, RunState state) =>
        from past in state.EarlierWatches
        let step = plan.Step(past.Step)?.Step
        where step is not null
        select (
            past.Step,
            LeakWatch.Over(LeakWatch.Count(step.Looks, past.Began, past.Looks.Select(look => (look.At, look.Spots))), step.Looks.Length)
        );
}

/// <summary>A watch that was taken back: its looks stay in the book.</summary>
/// <param name="Step">The watch.</param>
/// <param name="Began">When it was started.</param>
/// <param name="Looks">Taken until it was begun anew.</param>
public sealed record EarlierWatch(string Step, Instant Began, ImmutableArray<WatchLook> Looks);
