using System.Collections.Immutable;
using MathNet.Numerics.Distributions;

namespace MuddyLedger.Core.Wear;

/// <summary>One reading of a series as the arithmetic sees it.</summary>
/// <param name="X">Use or days since the part was fitted.</param>
/// <param name="Y">The reading.</param>
/// <param name="Spread">
/// Its variance as a multiple of an instrument's reading: 1 for a measurement, far more for a graded look, so that it weighs as much as
/// it tells.
/// </param>
public readonly record struct WearReading(double X, double Y, double Spread = 1);

/// <summary>From where to where the line may cross the limit; null where that side is open.</summary>
/// <param name="Early">Null where that side never crosses.</param>
/// <param name="Late">Null where that side never crosses.</param>
public sealed record CrossingBand(double? Early, double? Late);

/// <summary>The least-squares line through the readings of one part's life.</summary>
/// <param name="Level">At x = 0.</param>
/// <param name="Slope">Per unit of x.</param>
/// <param name="Sigma">Residual standard deviation of a measured reading, never below resolution / sqrt(12).</param>
/// <param name="Degrees">Readings less two; 0 for two readings, which give a line and no band.</param>
/// <param name="MeanX">Of the readings.</param>
/// <param name="Weight">Of all readings together.</param>
/// <param name="SumOfSquares">Of x about its mean.</param>
public sealed record WearLine(double Level, double Slope, double Sigma, int Degrees, double MeanX, double Weight, double SumOfSquares)
{
    /// <summary>Both bands are 80%: one case in ten before, one in ten after.</summary>
    private const double Upper = 0.9;

    /// <summary>The line's value there, in the unit of the readings.</summary>
    public double At(double x) => Level + Slope * x;

    /// <summary>Null for fewer than two readings, or all at one place.</summary>
    /// <param name="resolution">Of the instrument: no line is surer than what it can tell apart.</param>
    public static WearLine? Of(IReadOnlyList<WearReading> readings, double resolution)
    {
        if (readings.Count < 2)
            return null;
        var weight = readings.Sum(one => 1 / one.Spread);
        var meanX = readings.Sum(one => one.X / one.Spread) / weight;
        var meanY = readings.Sum(one => one.Y / one.Spread) / weight;
        var squares = readings.Sum(one => (one.X - meanX) * (one.X - meanX) / one.Spread);
        if (squares <= 1e-12 * Math.Max(1, meanX * meanX))
            return null;
        var slope = readings.Sum(one => (one.X - meanX) * (one.Y - meanY) / one.Spread) / squares;
        var level = meanY - slope * meanX;
        var residual = readings.Sum(one => Math.Pow(one.Y - level - slope * one.X, 2) / one.Spread);
        var degrees = readings.Count - 2;
        var variance = Math.Max(degrees > 0 ? residual / degrees : 0, resolution * resolution / 12);
        return new(level, slope, Math.Sqrt(variance), degrees, meanX, weight, squares);
    }

    /// <summary>Standard error of the slope.</summary>
    public double SlopeError => Sigma / Math.Sqrt(SumOfSquares);

    /// <summary>Where the line itself meets the limit; null where it runs level.</summary>
    public double? Crosses(double limit) => Math.Abs(Slope) < 1e-300 ? null : (limit - Level) / Slope;

    /// <summary>
    /// Where the two-sided 80% confidence bounds of the mean line cross the limit (Fieller). Bounds of prediction would say when a
    /// reading crosses, not when the part does. A slope that could be nothing leaves its far side open.
    /// </summary>
    /// <returns>Null for two readings: nothing says how far they scatter.</returns>
    public CrossingBand? Band(double limit)
    {
        if (Degrees < 1)
            return null;
        var t2 = Math.Pow(StudentT.InvCDF(0, 1, Degrees, Upper), 2) * Sigma * Sigma;
        // All u = x - mean with (slope u - d)^2 <= t2 (1 / weight + u^2 / squares), d from the line's middle to the limit.
        var d = limit - At(MeanX);
        var (a, b, c) = (Slope * Slope - t2 / SumOfSquares, -2 * Slope * d, d * d - t2 / Weight);
        var root = b * b - 4 * a * c;
        if (root < 0)
            return new(null, null);
        var (one, two) = ((-b - Math.Sqrt(root)) / (2 * a), (-b + Math.Sqrt(root)) / (2 * a));
        var (low, high) = (MeanX + Math.Min(one, two), MeanX + Math.Max(one, two));
        if (a > 0)
            return new(low, high);
        // Not surely sloped: all beyond the outer root on the side to which it runs, or before the inner one.
        return Slope * d >= 0 ? new(high, null) : new(null, low);
    }

    /// <summary>The bounds of the mean line at a place: the band that is drawn.</summary>
    public (double Low, double High) Bounds(double x)
    {
        var half =
            Degrees < 1
                ? 0
                : StudentT.InvCDF(0, 1, Degrees, Upper) * Sigma * Math.Sqrt(1 / Weight + (x - MeanX) * (x - MeanX) / SumOfSquares);
        return (At(x) - half, At(x) + half);
    }
}
