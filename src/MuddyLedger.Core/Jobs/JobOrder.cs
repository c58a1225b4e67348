using System.Collections.Immutable;

namespace MuddyLedger.Core.Jobs;

/// <summary>The steps of a job in an order that respects "after".</summary>
/// <param name="Steps">None where there is no such order.</param>
/// <param name="WaitsFor">For each step that applies, the ids of the applying steps that it waits for directly.</param>
/// <param name="Cycle">The steps that wait for each other, where there is no such order; else empty.</param>
public sealed record JobOrder(
    ImmutableArray<Step> Steps,
    IReadOnlyDictionary<string, ImmutableArray<string>> WaitsFor,
    ImmutableArray<string> Cycle
)
{
    /// <summary>
    /// In the order of their graph: see <see cref="StepGraph.InOrder"/>. A step that does not apply passes what it waited for on to those
    /// that wait for it.
    /// </summary>
    /// <param name="steps">All steps of the file, in the author's order.</param>
    public static JobOrder Of(ImmutableArray<Step> steps, Func<Step, bool> applies)
    {
        var byId = steps.ToDictionary(step => step.Id);
        var graph = StepGraph.Of(steps).Only(id => applies(byId[id]));
        var (order, cycle) = graph.InOrder();
        return new(cycle.IsEmpty ? [.. order.Select(id => byId[id])] : [], order.ToDictionary(id => id, graph.WaitsFor), cycle);
    }
}
