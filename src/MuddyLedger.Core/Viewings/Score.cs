using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>How a bike, or one zone of it, looks so far. Condition is never to be shown without its range and coverage.</summary>
/// <param name="Condition">100 (1 - sum(w g) / sum(w)) over the checked points, 0 to 100; null while none is checked.</param>
/// <param name="Low">With every unchecked point failed.</param>
/// <param name="High">With every unchecked point sound.</param>
/// <param name="Coverage">Weight checked over weight that applies, 0 to 1.</param>
public sealed record Score(double? Condition, double Low, double High, double Coverage)
{
    /// <summary>Of all points that apply.</summary>
    public double Weight { get; private init; }

    /// <summary>Of the points that were looked at.</summary>
    public double Looked { get; private init; }

    /// <summary>The sum of weight times severity.</summary>
    public double Lost { get; private init; }

    /// <summary>Of the points given, with the range in which the whole must lie.</summary>
    public static Score Of(IEnumerable<Point> points, IReadOnlyDictionary<string, Seen> seen)
    {
        double all = 0,
            looked = 0,
            lost = 0;
        foreach (var point in points)
        {
            all += point.Weight;
            if (!seen.TryGetValue(point.Id, out var found))
                continue;
            looked += point.Weight;
            lost += point.Weight * found.Severity;
        }

        return all == 0
            ? new(null, 0, 100, 0)
            : new(looked == 0 ? null : 100 * (1 - (lost / looked)), 100 * (looked - lost) / all, 100 * (all - lost) / all, looked / all)
            {
                Weight = all,
                Looked = looked,
                Lost = lost,
            };
    }
}

/// <summary>The score of one zone.</summary>
/// <param name="Zone">Which.</param>
/// <param name="Score">Of its points alone.</param>
/// <param name="Points">How many apply.</param>
/// <param name="Checked">How many were looked at.</param>
public sealed record ZoneScore(Zone Zone, Score Score, int Points, int Checked);
