using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>What was found at one point.</summary>
/// <param name="Grade">What it amounts to.</param>
/// <param name="Severity">0 to 1; between the grades where it was measured.</param>
/// <param name="Values">What was measured, in the scale's unit; empty where it was judged by eye.</param>
public sealed record Seen(Grade Grade, double Severity, ImmutableArray<decimal> Values)
{
    /// <summary>By eye alone.</summary>
    public static Seen Of(Grade grade) => new(grade, grade.Severity(), []);

    /// <summary>The worst of the places decides.</summary>
    public static Seen Of(MeasureScale scale, ImmutableArray<decimal> values)
    {
        var worst = values.Max(scale.Severity);
        return new(Grades.Nearest(worst), worst, values);
    }

    /// <summary>What was measured at a point; null where it is held against a stamped limit that nobody read.</summary>
    public static Seen? Of(MeasureScale scale, PointMeasured measured)
    {
        if (!scale.Stamped)
            return Of(scale, measured.Values);
        if (measured.Least is not { } least)
            return null;
        var worst = MeasureScale.OfStamped(measured.Values.Min(), least, measured.WhenNew);
        return new(worst >= 1 ? Grade.Failed : Grades.Nearest(Math.Min(worst, 0.87)), worst, measured.Values);
    }
}
