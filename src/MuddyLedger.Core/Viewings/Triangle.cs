namespace MuddyLedger.Core.Viewings;

/// <summary>A triangular distribution: low, likely, high; 0 or more, in that order.</summary>
public readonly record struct Triangle
{
    [System.Text.Json.Serialization.JsonConstructor]
    public Triangle(double low, double likely, double high)
    {
        if (!(low >= 0 && likely >= low && high >= likely && double.IsFinite(high)))
            throw new ArgumentOutOfRangeException(nameof(likely), $"{low}, {likely}, {high}: 0 <= low <= likely <= high is wanted.");
        (Low, Likely, High) = (low, likely, high);
    }

    public static readonly Triangle Zero;

    /// <summary>The least.</summary>
    public double Low { get; }

    /// <summary>The likeliest.</summary>
    public double Likely { get; }

    /// <summary>The most.</summary>
    public double High { get; }

    /// <summary>On average.</summary>
    public double Mean => (Low + Likely + High) / 3;

    /// <summary>The chance of x or less.</summary>
    public double Below(double x)
    {
        if (x >= High)
            return 1;
        if (x <= Low)
            return 0;
        var span = High - Low;
        return x <= Likely ? (x - Low) * (x - Low) / (span * (Likely - Low)) : 1 - ((High - x) * (High - x) / (span * (High - Likely)));
    }
}
