using System.Collections.Immutable;

namespace MuddyLedger.Core.Wear;

/// <summary>
/// Lengths of valve work, in whole thousandths of a millimetre: shims are exact in 0.005 mm, and sums of them must be, too.
/// </summary>
public static class Microns
{
    /// <param name="millimetres">Rounded to a micron.</param>
    public static int Of(decimal millimetres) => (int)Math.Round(millimetres * 1000, MidpointRounding.AwayFromZero);

    /// <param name="microns">A clearance or a shim.</param>
    public static decimal Millimetres(int microns) => microns / 1000m;
}

/// <summary>Between which limits a clearance is right, in microns.</summary>
/// <param name="Low">The least, in microns.</param>
/// <param name="High">The most, in microns.</param>
public readonly record struct ClearanceRange(int Low, int High)
{
    /// <summary>Twice the middle, so that it stays whole.</summary>
    public int TwiceMiddle => Low + High;

    /// <summary>Whether a clearance, in microns, lies in the range; its ends belong to it.</summary>
    public bool Holds(int clearance) => clearance >= Low && clearance <= High;
}

/// <summary>The sizes that shims can be bought in.</summary>
/// <param name="Step">Microns from one size to the next: 50, or 25 where the maker has finer ones.</param>
/// <param name="Least">The thinnest, microns.</param>
/// <param name="Greatest">The thickest, microns.</param>
public sealed record ShimSizes(int Step, int Least, int Greatest)
{
    /// <summary>Common practice: 1.20 to 3.50 mm by 0.05 mm.</summary>
    public static readonly ShimSizes Usual = new(50, 1200, 3500);

    /// <summary>In microns, the thinnest first.</summary>
    public IEnumerable<int> All
    {
        get
        {
            for (var size = Least; size <= Greatest; size += Step)
                yield return size;
        }
    }
}

/// <summary>One valve as it was measured.</summary>
/// <param name="Name">In words.</param>
/// <param name="Clearance">Microns; 0 where no feeler goes in.</param>
/// <param name="Shim">Thickness of the shim that is in; null where it is not known.</param>
/// <param name="Range">What is allowed.</param>
public sealed record ValveToSet(string Name, int Clearance, int? Shim, ClearanceRange Range)
{
    /// <summary>Its clearance is within its limits.</summary>
    public bool Right => Range.Holds(Clearance);

    /// <summary>No feeler goes in: the clearance is nothing or less, and no sum can say how much less.</summary>
    public bool Closed => Clearance <= 0;

    /// <summary>What it will be left at with another shim: the gap that holds shim and clearance stays the same.</summary>
    public int LeftWith(int shim) => Clearance + Shim!.Value - shim;
}

/// <summary>Where a shim of a swap plan comes from.</summary>
public enum ShimFrom
{
    /// <summary>It stays where it is.</summary>
    Stays,

    /// <summary>It comes out of another valve.</summary>
    OtherValve,
    Shelf,
    Buy,
}

/// <summary>Which shim goes to which valve.</summary>
/// <param name="Valve">Which.</param>
/// <param name="Shim">Its thickness, in microns.</param>
/// <param name="Where">Where it comes from.</param>
/// <param name="From">For <see cref="ShimFrom.OtherValve"/> the name of the valve that it comes out of.</param>
/// <param name="Left">Clearance that it will leave, microns.</param>
public sealed record ShimMove(ValveToSet Valve, int Shim, ShimFrom Where, string? From, int Left);

/// <summary>Which shim goes where.</summary>
/// <param name="Moves">Valve by valve.</param>
/// <param name="Unsolved">Valves that no shim can be worked out for, each with its reason in a sentence.</param>
/// <param name="Spare">Shims that came out and went nowhere, microns, thinnest first.</param>
public sealed record SwapPlan(
    ImmutableArray<ShimMove> Moves,
    ImmutableArray<(ValveToSet Valve, string Why)> Unsolved,
    ImmutableArray<int> Spare
)
{
    /// <summary>What is to be bought, thinnest first.</summary>
    public ImmutableArray<int> Buy => [.. Moves.Where(move => move.Where == ShimFrom.Buy).Select(move => move.Shim).Order()];

    /// <summary>
    /// The assignment of shims to valves that buys fewest, then leaves the clearances nearest to the middle of their ranges (the sum of
    /// squares), then moves fewest. Valves that are right keep their shims.
    /// </summary>
    /// <param name="shelf">Thicknesses that lie there, microns; two of a size stand twice.</param>
    public static SwapPlan Of(IReadOnlyList<ValveToSet> valves, IEnumerable<int> shelf, ShimSizes sizes)
    {
        var unsolved = ImmutableArray.CreateBuilder<(ValveToSet, string)>();
        var setting = new List<ValveToSet>();
        foreach (var valve in valves.Where(valve => !valve.Right))
        {
            var why =
                valve.Shim is null ? "The shim that is in was not measured: its size decides what goes in."
                : valve.Closed
                    ? "No feeler goes in, so its clearance is nothing or less. Put in a shim that surely leaves a gap, measure again, "
                        + "and work it out from that."
                : !sizes.All.Any(size => valve.Range.Holds(valve.LeftWith(size)))
                    ? $"No shim of {Microns.Millimetres(sizes.Least):0.00} to {Microns.Millimetres(sizes.Greatest):0.00} mm "
                        + $"by {Microns.Millimetres(sizes.Step):0.000} mm brings it inside: the seat or the valve has come to its end, "
                        + "or a measurement is wrong."
                : null;
            if (why is null)
                setting.Add(valve);
            else
                unsolved.Add((valve, why));
        }

        // What comes out of the valves that are set, and what lies on the shelf.
        var pool = setting
            .Select(valve => (Shim: valve.Shim!.Value, From: (string?)valve.Name))
            .Concat(shelf.Select(shim => (Shim: shim, From: (string?)null)))
            .ToList();
        var columns = pool.Count + setting.Count;
        var costs = new long[setting.Count, columns];
        for (var row = 0; row < setting.Count; row++)
        for (var column = 0; column < columns; column++)
            costs[row, column] = CostOf(setting[row], column < pool.Count ? pool[column].Shim : null, sizes);
        var assigned = Assignment.Least(costs);
        var moves = setting
            .Select(
                (valve, row) =>
                {
                    var column = assigned[row];
                    var (shim, from, where) =
                        column < pool.Count
                            ? (pool[column].Shim, pool[column].From, pool[column].From is null ? ShimFrom.Shelf : ShimFrom.OtherValve)
                            : (BestBought(valve, sizes), null, ShimFrom.Buy);
                    return new ShimMove(valve, shim, where, from, valve.LeftWith(shim));
                }
            )
            .ToList();
        var used = assigned.Where(column => column < setting.Count).ToHashSet();
        var stays = valves
            .Where(valve => valve.Right && valve.Shim is not null)
            .Select(valve => new ShimMove(valve, valve.Shim!.Value, ShimFrom.Stays, null, valve.Clearance));
        return new(
            [.. moves.Concat(stays).OrderBy(move => IndexOf(valves, move.Valve))],
            unsolved.ToImmutable(),
            [.. pool.Take(setting.Count).Where((_, at) => !used.Contains(at)).Select(one => one.Shim).Order()]
        );
    }

    private static int IndexOf(IReadOnlyList<ValveToSet> valves, ValveToSet valve)
    {
        for (var at = 0; at < valves.Count; at++)
            if (ReferenceEquals(valves[at], valve))
                return at;
        return -1;
    }

    /// <summary>Far more than all the squares of sixteen valves together.</summary>
    private const long OfBuying = 1_000_000_000_000;
    private const long Never = 1_000_000_000_000_000;

    /// <param name="shim">Null for the best that can be bought.</param>
    private static long CostOf(ValveToSet valve, int? shim, ShimSizes sizes)
    {
        var left = valve.LeftWith(shim ?? BestBought(valve, sizes));
        if (!valve.Range.Holds(left))
            return Never;
        var off = 2L * left - valve.Range.TwiceMiddle;
        return off * off + (shim is null ? OfBuying : 0);
    }

    /// <summary>
    /// The size that leaves it nearest to the middle; of two alike the thinner, which leaves more room for the seat to sink.
    /// </summary>
    private static int BestBought(ValveToSet valve, ShimSizes sizes) =>
        sizes.All.MinBy(size => Math.Abs(2L * valve.LeftWith(size) - valve.Range.TwiceMiddle));
}

/// <summary>The assignment problem: each row gets a column of its own so that the sum of the costs is least.</summary>
internal static class Assignment
{
    /// <summary>The Hungarian method with potentials, in O(rows^2 columns) (Kuhn 1955, Munkres 1957).</summary>
    /// <param name="costs">At least as many columns as rows.</param>
    /// <returns>The column of each row.</returns>
    public static int[] Least(long[,] costs)
    {
        var (rows, columns) = (costs.GetLength(0), costs.GetLength(1));
        var (ofRow, ofColumn) = (new long[rows + 1], new long[columns + 1]);
        var (taken, way) = (new int[columns + 1], new int[columns + 1]);
        for (var row = 1; row <= rows; row++)
        {
            taken[0] = row;
            var column = 0;
            var least = Enumerable.Repeat(long.MaxValue, columns + 1).ToArray();
            var seen = new bool[columns + 1];
            do
            {
                seen[column] = true;
                var (from, delta, next) = (taken[column], long.MaxValue, 0);
                for (var at = 1; at <= columns; at++)
                {
                    if (seen[at])
                        continue;
                    var cost = costs[from - 1, at - 1] - ofRow[from] - ofColumn[at];
                    if (cost < least[at])
                        (least[at], way[at]) = (cost, column);
                    if (least[at] < delta)
                        (delta, next) = (least[at], at);
                }

                for (var at = 0; at <= columns; at++)
                    if (seen[at])
                    {
                        ofRow[taken[at]] += delta;
                        ofColumn[at] -= delta;
                    }
                    else if (least[at] != long.MaxValue)
                        least[at] -= delta;
                column = next;
            } while (taken[column] != 0);
            do
            {
                var before = way[column];
                taken[column] = taken[before];
                column = before;
            } while (column != 0);
        }

        var result = new int[rows];
        for (var at = 1; at <= columns; at++)
            if (taken[at] > 0)
                result[taken[at] - 1] = at - 1;
        return result;
    }
}
