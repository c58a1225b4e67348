using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>What is seen, in steps of a quarter: sound 0, slight 0.25, worn 0.5, bad 0.75, failed 1.</summary>
public enum Grade { Sound, Slight, Worn, Bad, Failed }

public static class Grades
{
    public static double Severity(this Grade grade) => (int)grade / 4.0;

    /// <summary>The step nearest to a measured severity; half-way counts as the worse.</summary>
    public static Grade Nearest(double severity) => (Grade)Math.Clamp((int)Math.Floor((severity * 4) + 0.5), 0, 4);
}

/// <summary>What was found at one point.</summary>
/// <param name="Severity">0 to 1; between the grades where it was measured.</param>
/// <param name="Values">What was measured, in the scale's unit; empty where it was judged by eye.</param>
public sealed record Seen(Grade Grade, double Severity, ImmutableArray<decimal> Values)
{
    public static Seen Of(Grade grade) => new(grade, grade.Severity(), []);

    /// <summary>The worst of the places decides.</summary>
    public static Seen Of(MeasureScale scale, ImmutableArray<decimal> values)
    {
        var worst = values.Max(scale.Severity);
        return new(Grades.Nearest(worst), worst, values);
    }
}
