using System.Collections.Immutable;

namespace MuddyLedger.Core.Jobs;

/// <summary>The steps of a job in an order that respects "after".</summary>
/// <param name="Cycle">The steps that wait for each other, where there is no such order; else empty.</param>
public sealed record JobOrder(ImmutableArray<Step> Steps, ImmutableArray<string> Cycle)
{
    /// <summary>
    /// Stable topological order: of the steps that may come next, always the one that stands first in the file.
    /// A step that does not apply passes what it waited for on to those that wait for it.
    /// </summary>
    /// <param name="steps">All steps of the file, in the author's order.</param>
    public static JobOrder Of(ImmutableArray<Step> steps, Func<Step, bool> applies)
    {
        var waitsFor = WaitsFor(steps, applies);
        var left = steps.Where(applies).ToList();
        var done = new HashSet<string>();
        var order = ImmutableArray.CreateBuilder<Step>(left.Count);
        while (left.Count > 0)
        {
            var next = left.FindIndex(step => waitsFor[step.Id].All(done.Contains));
            if (next < 0)
                return new([], [.. CycleAmong(left, waitsFor)]);
            order.Add(left[next]);
            done.Add(left[next].Id);
            left.RemoveAt(next);
        }

        return new(order.ToImmutable(), []);
    }

    /// <summary>For each step that applies, the ids of the applying steps that it waits for directly.</summary>
    public static IReadOnlyDictionary<string, ImmutableHashSet<string>> WaitsFor(ImmutableArray<Step> steps, Func<Step, bool> applies)
    {
        var byId = steps.ToDictionary(step => step.Id);
        return steps
            .Where(applies)
            .ToDictionary(
                step => step.Id,
                step =>
                {
                    var found = ImmutableHashSet.CreateBuilder<string>();
                    var seen = new HashSet<string>();
                    var open = new Stack<string>(step.After);
                    while (open.TryPop(out var id))
                    {
                        if (!seen.Add(id))
                            continue;
                        if (applies(byId[id]))
                            found.Add(id);
                        else
                            foreach (var earlier in byId[id].After)
                                open.Push(earlier);
                    }

                    return found.ToImmutable();
                }
            );
    }

    /// <summary>Walks back from a step that is stuck until it meets itself.</summary>
    private static List<string> CycleAmong(List<Step> stuck, IReadOnlyDictionary<string, ImmutableHashSet<string>> waitsFor)
    {
        var stuckIds = stuck.Select(step => step.Id).ToHashSet();
        var path = new List<string>();
        var at = stuck[0].Id;
        while (!path.Contains(at))
        {
            path.Add(at);
            at = waitsFor[at].Where(stuckIds.Contains).Order(StringComparer.Ordinal).First();
        }

        return path[path.IndexOf(at)..];
    }
}
