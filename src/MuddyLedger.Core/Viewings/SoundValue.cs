using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>A bike like it, as advertised.</summary>
/// <param name="Id">Of the line.</param>
/// <param name="Price">Money that is asked.</param>
/// <param name="Year">Of the model.</param>
/// <param name="Meter">In the unit of the viewing's own meter; null where the advert does not say.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record Comparable(Guid Id, double Price, int Year, double? Meter, string? Note);

/// <summary>A robust straight line: the median of all pairwise slopes, through the median of what is left (Theil 1950, Sen 1968).</summary>
/// <param name="Slope">Of the line: the middle of all slopes.</param>
/// <param name="Intercept">Where it stands at 0.</param>
public sealed record TheilSen(double Slope, double Intercept)
{
    /// <returns>Null where no two points lie at different x.</returns>
    public static TheilSen? Of(IReadOnlyList<(double X, double Y)> points)
    {
        var slopes = new List<double>();
        for (var one = 0; one < points.Count; one++)
        for (var other = one + 1; other < points.Count; other++)
            if (points[one].X != points[other].X)
                slopes.Add((points[other].Y - points[one].Y) / (points[other].X - points[one].X));
        if (slopes.Count == 0)
            return null;
        var slope = Median(slopes);
        return new(slope, Median([.. points.Select(point => point.Y - (slope * point.X))]));
    }

    /// <summary>The line's value there.</summary>
    public double At(double x) => Intercept + (Slope * x);

    /// <param name="values">At least one.</param>
    public static double Median(IReadOnlyList<double> values)
    {
        var sorted = values.Order().ToList();
        return sorted.Count % 2 == 1 ? sorted[sorted.Count / 2] : (sorted[(sorted.Count / 2) - 1] + sorted[sorted.Count / 2]) / 2;
    }
}

/// <summary>How a value is known.</summary>
public enum ValueSource
{
    None,
    Stated,
    Comparables,
}

/// <summary>What the bike would be worth if it were sound.</summary>
/// <param name="Value">0 or more; null where nothing is known to tell it.</param>
/// <param name="Source">Stated, or from others on offer.</param>
/// <param name="Spread">About how far bikes like it lie from the line (1.4826 times the median deviation); null where it was
/// stated.</param>
/// <param name="PerYear">What a year younger adds.</param>
/// <param name="PerMeter">What one more on the meter takes, where there are enough to tell.</param>
/// <param name="Lift">Added because bikes in adverts are average, not sound.</param>
/// <param name="Comparables">How many were used.</param>
public sealed record SoundValue(
    double? Value,
    ValueSource Source,
    double? Spread,
    double? PerYear,
    double? PerMeter,
    double Lift,
    int Comparables
)
{
    /// <summary>House value: fewer tell no line.</summary>
    public const int FewestForYear = 3;

    /// <summary>Below so many on offer the meter is left out (house value).</summary>
    public const int FewestForMeter = 6;

    private const double ToDeviation = 1.4826;

    /// <param name="stated">The owner's own figure, which wins over the line; null where they give none.</param>
    public static SoundValue Of(double? stated, IReadOnlyList<Comparable> comparables, int year, double? meter, double lift)
    {
        if (stated is { } own)
            return new(own, ValueSource.Stated, null, null, null, 0, comparables.Count);
        if (comparables.Count < FewestForYear)
            return new(null, ValueSource.None, null, null, null, lift, comparables.Count);
        var byYear =
            TheilSen.Of([.. comparables.Select(one => ((double)one.Year, one.Price))])
            ?? new(0, TheilSen.Median([.. comparables.Select(one => one.Price)]));
        var left = comparables.Select(one => (one.Meter, Left: one.Price - byYear.At(one.Year))).ToList();
        var withMeter = left.Where(one => one.Meter is not null).Select(one => (one.Meter!.Value, one.Left)).ToList();
        var byMeter = withMeter.Count >= FewestForMeter && meter is not null ? TheilSen.Of(withMeter) : null;
        var residuals = left.Select(one => one.Left - (byMeter is { } line && one.Meter is { } at ? line.At(at) : 0)).ToList();
        var middle = TheilSen.Median(residuals);
        var spread = ToDeviation * TheilSen.Median([.. residuals.Select(residual => Math.Abs(residual - middle))]);
        var value = byYear.At(year) + (byMeter?.At(meter!.Value) ?? 0) + lift;
        return new(Math.Max(0, value), ValueSource.Comparables, spread, byYear.Slope, byMeter?.Slope, lift, comparables.Count);
    }
}
