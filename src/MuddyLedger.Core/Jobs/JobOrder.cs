using System.Collections.Immutable;

namespace MuddyLedger.Core.Jobs;

/// <summary>The steps of a job in an order that respects "after".</summary>
/// <param name="Cycle">The steps that wait for each other, where there is no such order; else empty.</param>
public sealed record JobOrder(ImmutableArray<Step> Steps, ImmutableArray<string> Cycle)
{
    /// <summary>
    /// In the order of their graph: see <see cref="StepGraph.InOrder"/>. A step that does not apply passes what it waited for on to those
    /// that wait for it.
    /// </summary>
    /// <param name="steps">All steps of the file, in the author's order.</param>
    public static JobOrder Of(ImmutableArray<Step> steps, Func<Step, bool> applies)
    {
        var byId = steps.ToDictionary(step => step.Id);
        var (order, cycle) = StepGraph.Of(steps).Only(id => applies(byId[id])).InOrder();
        return cycle.IsEmpty ? new([.. order.Select(id => byId[id])], []) : new([], cycle);
    }

    /// <summary>For each step that applies, the ids of the applying steps that it waits for directly.</summary>
    public static IReadOnlyDictionary<string, ImmutableHashSet<string>> WaitsFor(ImmutableArray<Step> steps, Func<Step, bool> applies)
    {
        var byId = steps.ToDictionary(step => step.Id);
        var graph = StepGraph.Of(steps).Only(id => applies(byId[id]));
        return steps.Where(applies).ToDictionary(step => step.Id, step => graph.WaitsFor(step.Id));
    }
}
