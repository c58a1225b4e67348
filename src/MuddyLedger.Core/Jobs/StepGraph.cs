using System.Collections.Immutable;

namespace MuddyLedger.Core.Jobs;

/// <summary>What waits for what: the steps of a job, or of several, as a graph of their "after".</summary>
/// <remarks>
/// A joined run has some two hundred steps, and its graph is made several times while it is put together and at each answer: so the steps
/// stand in it by number. What is waited for and is no step has a number behind theirs, and waits for nothing.
/// </remarks>
public sealed class StepGraph
{
    /// <summary>The steps in the author's order, and behind them what else is waited for.</summary>
    private readonly string[] _ids;
    private readonly int _steps;
    private readonly Dictionary<string, int> _numbers;
    private readonly int[][] _after;

    private StepGraph(string[] ids, int steps, Dictionary<string, int> numbers, int[][] after) =>
        (_ids, _steps, _numbers, _after) = (ids, steps, numbers, after);

    /// <param name="steps">Every step once, in the author's order, with the ids of those that must come before it.</param>
    /// <exception cref="ArgumentException">A step stands twice.</exception>
    public static StepGraph Of(IEnumerable<(string Id, IEnumerable<string> After)> steps)
    {
        var all = steps.ToList();
        var ids = all.ConvertAll(step => step.Id);
        var numbers = new Dictionary<string, int>(all.Count);
        foreach (var id in ids)
            numbers.Add(id, numbers.Count);
        var after = new int[all.Count][];
        for (var at = 0; at < all.Count; at++)
            after[at] = [.. all[at].After.Select(Number).Distinct()];
        return new([.. ids], all.Count, numbers, after);

        int Number(string id)
        {
            if (numbers.TryGetValue(id, out var number))
                return number;
            ids.Add(id);
            return numbers[id] = numbers.Count;
        }
    }

    /// <summary>Of steps and what each comes after.</summary>
    public static StepGraph Of(IEnumerable<Step> steps) => Of(steps.Select(step => (step.Id, step.After.AsEnumerable())));

    /// <summary>What a step waits for directly.</summary>
    public ImmutableArray<string> WaitsFor(string id) => [.. _after[_numbers[id]].Select(at => _ids[at])];

    /// <summary>All that must come before any of these, by whatever way.</summary>
    public IReadOnlySet<string> Before(params IEnumerable<string> ids) => Reached(ids, After);

    /// <summary>All that must come after this one, by whatever way.</summary>
    public IReadOnlySet<string> Behind(string id)
    {
        var behind = new List<int>?[_ids.Length];
        for (var at = 0; at < _steps; at++)
            foreach (var earlier in _after[at])
                (behind[earlier] ??= []).Add(at);
        return Reached([id], at => behind[at] ?? []);
    }

    /// <summary>The graph of some of the steps. One that is left out passes what it waited for on to those that wait for it.</summary>
    public StepGraph Only(Func<string, bool> stays)
    {
        var staying = new bool[_ids.Length];
        for (var at = 0; at < _ids.Length; at++)
            staying[at] = stays(_ids[at]);
        var kept = Enumerable.Range(0, _steps).Where(at => staying[at]).ToArray();
        var numbers = new Dictionary<string, int>(kept.Length);
        foreach (var at in kept)
            numbers.Add(_ids[at], numbers.Count);
        // Past those that are left out, and no further than the first that stays.
        var met = new int[_ids.Length];
        return new(
            [.. kept.Select(at => _ids[at])],
            kept.Length,
            numbers,
            [
                .. kept.Select(at =>
                    Walk(_after[at], earlier => staying[earlier] ? [] : After(earlier), met, at + 1)
                        .Where(earlier => staying[earlier] && earlier < _steps)
                        .Select(earlier => numbers[_ids[earlier]])
                        .ToArray()
                ),
            ]
        );
    }

    /// <summary>
    /// Stable topological order: of the steps that may come next, always the one that stands first. Where steps wait for each other, the
    /// first of those that are left is taken, and all of them come last.
    /// </summary>
    /// <returns>The steps in order, and those of one cycle where there is any; else none.</returns>
    public (ImmutableArray<string> Order, ImmutableArray<string> Cycle) InOrder()
    {
        var behind = new List<int>?[_ids.Length];
        var open = new int[_steps];
        var free = new PriorityQueue<int, int>();
        for (var at = 0; at < _steps; at++)
        {
            foreach (var earlier in _after[at])
                (behind[earlier] ??= []).Add(at);
            if ((open[at] = _after[at].Length) == 0)
                free.Enqueue(at, at);
        }

        var (order, done) = (ImmutableArray.CreateBuilder<string>(_steps), new bool[_ids.Length]);
        ImmutableArray<string> cycle = [];
        while (order.Count < _steps)
        {
            if (!free.TryDequeue(out var next, out _))
            {
                if (cycle.IsEmpty)
                    cycle = CycleAmong(done);
                next = Array.FindIndex(done, 0, _steps, one => !one);
            }

            order.Add(_ids[next]);
            done[next] = true;
            foreach (var later in behind[next] ?? [])
                if (--open[later] == 0 && !done[later])
                    free.Enqueue(later, later);
        }

        return (order.MoveToImmutable(), cycle);
    }

    /// <summary>Walks back from a step that is stuck until it meets itself.</summary>
    private ImmutableArray<string> CycleAmong(bool[] done)
    {
        var path = new List<int>();
        var at = Array.FindIndex(done, 0, _steps, one => !one);
        while (!path.Contains(at))
        {
            path.Add(at);
            var earlier = _after[at].Where(one => one < _steps && !done[one]).OrderBy(one => _ids[one], StringComparer.Ordinal).ToList();
            if (earlier.Count == 0)
                return [_ids[at]]; // it waits for what is not there
            at = earlier[0];
        }

        return [.. path[path.IndexOf(at)..].Select(one => _ids[one])];
    }

    private int[] After(int at) => at < _steps ? _after[at] : [];

    /// <summary>What is met on the way from these; they themselves only where a way leads back to them.</summary>
    private HashSet<string> Reached(IEnumerable<string> from, Func<int, IReadOnlyList<int>> next)
    {
        var first = from.Where(_numbers.ContainsKey).SelectMany(id => next(_numbers[id])).ToList();
        return [.. Walk(first, next, new int[_ids.Length], 1).Select(one => _ids[one])];
    }

    /// <summary>All that is met on the way from these, themselves among them.</summary>
    /// <param name="met">By number the last walk that came by; written to.</param>
    /// <param name="walk">The number of this one: 1 or more, and not used before.</param>
    private static List<int> Walk(IReadOnlyList<int> from, Func<int, IReadOnlyList<int>> next, int[] met, int walk)
    {
        var found = new List<int>();
        Meet(from);
        for (var at = 0; at < found.Count; at++)
            Meet(next(found[at]));
        return found;

        void Meet(IReadOnlyList<int> some)
        {
            foreach (var one in some)
                if (met[one] != walk)
                {
                    met[one] = walk;
                    found.Add(one);
                }
        }
    }
}
