using System.Collections.Immutable;

namespace MuddyLedger.Core.Jobs;

/// <summary>What waits for what: the steps of a job, or of several, as a graph of their "after".</summary>
public sealed class StepGraph
{
    private readonly ImmutableArray<string> _ids;
    private readonly Dictionary<string, ImmutableHashSet<string>> _after;

    private StepGraph(ImmutableArray<string> ids, Dictionary<string, ImmutableHashSet<string>> after) => (_ids, _after) = (ids, after);

    /// <param name="steps">Every step once, in the author's order, with the ids of those that must come before it.</param>
    /// <exception cref="ArgumentException">A step stands twice.</exception>
    public static StepGraph Of(IEnumerable<(string Id, IEnumerable<string> After)> steps)
    {
        var all = steps.ToImmutableArray();
        return new([.. all.Select(step => step.Id)], all.ToDictionary(step => step.Id, step => step.After.ToImmutableHashSet()));
    }

    public static StepGraph Of(IEnumerable<Step> steps) => Of(steps.Select(step => (step.Id, step.After.AsEnumerable())));

    /// <summary>What a step waits for directly.</summary>
    public ImmutableHashSet<string> WaitsFor(string id) => _after[id];

    /// <summary>All that must come before any of these, by whatever way.</summary>
    public IReadOnlySet<string> Before(params IEnumerable<string> ids) => Reached(ids, id => _after.GetValueOrDefault(id, []));

    /// <summary>All that must come after this one, by whatever way.</summary>
    public IReadOnlySet<string> Behind(string id)
    {
        var next = _after
            .SelectMany(step => step.Value.Select(earlier => (earlier, step.Key)))
            .ToLookup(pair => pair.earlier, pair => pair.Key);
        return Reached([id], at => next[at]);
    }

    /// <summary>The graph of some of the steps. One that is left out passes what it waited for on to those that wait for it.</summary>
    public StepGraph Only(Func<string, bool> stays)
    {
        ImmutableHashSet<string> Waits(string id)
        {
            var found = ImmutableHashSet.CreateBuilder<string>();
            // Past those that are left out, and no further than the first that stays.
            foreach (var at in Reached([id], at => at == id || !stays(at) ? _after[at] : []).Where(stays))
                found.Add(at);
            return found.ToImmutable();
        }

        var ids = _ids.Where(stays).ToImmutableArray();
        return new(ids, ids.ToDictionary(id => id, Waits));
    }

    /// <summary>
    /// Stable topological order: of the steps that may come next, always the one that stands first. Where steps wait for each other, the
    /// first of those that are left is taken, and all of them come last.
    /// </summary>
    /// <returns>The steps in order, and those of one cycle where there is any; else none.</returns>
    public (ImmutableArray<string> Order, ImmutableArray<string> Cycle) InOrder()
    {
        var left = _ids.ToList();
        var done = new HashSet<string>();
        var order = ImmutableArray.CreateBuilder<string>(left.Count);
        ImmutableArray<string> cycle = [];
        while (left.Count > 0)
        {
            var next = left.FindIndex(id => _after[id].All(done.Contains));
            if (next < 0)
            {
                if (cycle.IsEmpty)
                    cycle = CycleAmong(left);
                next = 0;
            }

            order.Add(left[next]);
            done.Add(left[next]);
            left.RemoveAt(next);
        }

        return (order.ToImmutable(), cycle);
    }

    /// <summary>Walks back from a step that is stuck until it meets itself.</summary>
    private ImmutableArray<string> CycleAmong(List<string> stuck)
    {
        var among = stuck.ToHashSet();
        var path = new List<string>();
        var at = stuck[0];
        while (!path.Contains(at))
        {
            path.Add(at);
            if (_after[at].Where(among.Contains).Order(StringComparer.Ordinal).FirstOrDefault() is not { } earlier)
                return [at]; // it waits for what is not there
            at = earlier;
        }

        return [.. path[path.IndexOf(at)..]];
    }

    /// <summary>All that is met on the way from these; they themselves only where a way leads back to them.</summary>
    private static HashSet<string> Reached(IEnumerable<string> from, Func<string, IEnumerable<string>> next)
    {
        var found = new HashSet<string>();
        var open = new Stack<string>(from.SelectMany(next));
        while (open.TryPop(out var id))
            if (found.Add(id))
                foreach (var further in next(id))
                    open.Push(further);
        return found;
    }
}
