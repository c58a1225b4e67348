using System.Collections.Concurrent;
using System.Collections.Immutable;
using MathNet.Numerics;

namespace MuddyLedger.Core.Wear;

/// <summary>How likely it is that a part has reached its limit by a place on its meter.</summary>
/// <remarks>
/// Generalised least squares with covariance s^2 I + q min(xi, xj): the pace of wear may wander. q = (c |limit - new|)^2 / life, with c
/// over 4, 8, 16 and 32% (house values), and s over a ladder from what the instrument can tell apart; each pair is weighed by its
/// restricted likelihood. The value of a new part is exact to the resolution. Ahead of the last reading the pace may be another by a tenth
/// (house value): a rider who takes up the hills is not seen coming in what was.
/// A line seen through a random walk with noise is a state of one number: the filter gives the same sums as the matrices, in one pass.
/// </remarks>
public sealed class PlanningBand
{
    private static readonly double[] Irregularities = [0.04, 0.08, 0.16, 0.32];

    /// <summary>A rider's pace of wear drifts by a tenth, as the pace of use does (house value).</summary>
    private const double PaceDrift = 0.1;

    /// <summary>Steps of the ladder of s, each this much above the one before.</summary>
    private const int NoiseSteps = 8;

    /// <summary>How far ahead it looks, in lives of the part: beyond that a side is open.</summary>
    private const double FarthestLives = 12;

    /// <summary>One way to see the wear, and how much it is believed. Mean and variance of the level ahead are polynomials of x.</summary>
    private readonly record struct View(double Weight, double Level, double Slope, double V0, double V1, double V2);

    private readonly ImmutableArray<View> _views;
    private readonly bool _rising;
    private readonly ConcurrentDictionary<int, ImmutableArray<double>> _crossings = [];
    private readonly ConcurrentDictionary<double, double?> _quantiles = [];

    private PlanningBand(ImmutableArray<View> views, bool rising, double limit, double from, double farthest)
    {
        _views = views;
        _rising = rising;
        Limit = limit;
        From = from;
        Farthest = farthest;
    }

    /// <summary>In the series' unit.</summary>
    public double Limit { get; }

    /// <summary>The last reading: before it nothing is foretold.</summary>
    public double From { get; }

    private double Farthest { get; }

    /// <param name="readings">In order of x, the value when new first where it is known.</param>
    /// <param name="newKnown">Whether the first of them is the value of a new part.</param>
    /// <param name="resolution">Of the instrument, greater than zero.</param>
    /// <param name="rising">Whether it wears upwards.</param>
    /// <returns>Null for fewer than two readings, or where the slope has the wrong sign.</returns>
    public static PlanningBand? Of(IReadOnlyList<WearReading> readings, bool newKnown, double limit, double resolution, bool rising)
    {
        if (Kept.Count >= MostKept)
            Kept.Clear();
        return Kept.GetOrAdd(new([.. readings], newKnown, limit, resolution, rising), Made);
    }

    /// <summary>
    /// A bike's book is gone through at each line that is written into it, and the readings of its parts are most often the same as before:
    /// then so is what lies ahead of them, which takes longer to work out than all the rest.
    /// </summary>
    private static readonly ConcurrentDictionary<Asked, PlanningBand?> Kept = new();
    private const int MostKept = 500;

    /// <summary>What a band follows from, and nothing else.</summary>
    private sealed record Asked(ImmutableArray<WearReading> Readings, bool NewKnown, double Limit, double Resolution, bool Rising)
    {
        public bool Equals(Asked? other) =>
            other is not null
            && (NewKnown, Limit, Resolution, Rising) == (other.NewKnown, other.Limit, other.Resolution, other.Rising)
            && Readings.AsSpan().SequenceEqual(other.Readings.AsSpan());

        public override int GetHashCode()
        {
            var hash = new HashCode();
            hash.Add((NewKnown, Limit, Resolution, Rising));
            foreach (var reading in Readings)
                hash.Add(reading);
            return hash.ToHashCode();
        }
    }

    private static PlanningBand? Made(Asked asked)
    {
        var (readings, newKnown, limit, resolution, rising) = asked;
        if (WearLine.Of(readings, resolution) is not { } line || (rising ? line.Slope <= 0 : line.Slope >= 0))
            return null;
        var range = Math.Abs(limit - readings[0].Y);
        if (range <= 0)
            return null;
        var life = range / Math.Abs(line.Slope);
        var floor = resolution / Math.Sqrt(12);
        var top = Math.Max(floor * 3, line.Sigma * 2);
        var views = (
            from c in Irregularities
            let q = c * range * (c * range) / life
            from step in Enumerable.Range(0, NoiseSteps)
            let noise = floor * Math.Pow(top / floor, step / (double)(NoiseSteps - 1))
            let view = ViewOf(readings, newKnown ? floor * floor : null, q, noise * noise)
            where view is not null
            select view.Value
        ).ToList();
        if (views.Count == 0)
            return null;
        var most = views.Max(view => view.Weight);
        var total = views.Sum(view => Math.Exp(view.Weight - most));
        return new(
            [.. views.Select(view => view with { Weight = Math.Exp(view.Weight - most) / total })],
            rising,
            limit,
            readings[^1].X,
            Math.Max(readings[^1].X, life) * FarthestLives
        );
    }

    /// <summary>The level ahead under one irregularity and one noise; its weight is the logarithm of the restricted likelihood.</summary>
    private static View? ViewOf(IReadOnlyList<WearReading> readings, double? newVariance, double q, double noise)
    {
        // The state w and its variance p; and what the filter makes of the reading, of 1 and of x alike.
        double p = 0,
            at = 0,
            logs = 0;
        var (y, one, x) = (0.0, 0.0, 0.0);
        double syy = 0,
            sy1 = 0,
            syx = 0,
            s11 = 0,
            s1x = 0,
            sxx = 0;
        for (var i = 0; i < readings.Count; i++)
        {
            var reading = readings[i];
            p += q * Math.Max(0, reading.X - at);
            at = reading.X;
            var f = p + (i == 0 && newVariance is { } exact ? exact : noise * reading.Spread);
            var (ey, e1, ex) = (reading.Y - y, 1 - one, reading.X - x);
            syy += ey * ey / f;
            sy1 += ey * e1 / f;
            syx += ey * ex / f;
            s11 += e1 * e1 / f;
            s1x += e1 * ex / f;
            sxx += ex * ex / f;
            logs += Math.Log(f);
            var gain = p / f;
            (y, one, x, p) = (y + gain * ey, one + gain * e1, x + gain * ex, p * (1 - gain));
        }

        var det = s11 * sxx - s1x * s1x;
        if (det <= 0 || double.IsNaN(det))
            return null;
        var (level, slope) = ((sxx * sy1 - s1x * syx) / det, (s11 * syx - s1x * sy1) / det);
        var misfit = Math.Max(0, syy - level * sy1 - slope * syx);
        // What the walk has added by the last reading stays as it is; ahead of it only its variance grows.
        var walked = y - level * one - slope * x;
        // var = p + q (X - at) + (a, X - b) Sxx^-1 (a, X - b)' with a = 1 - one, b = x.
        var (a, b) = (1 - one, x);
        var v2 = s11 / det;
        var v1 = q - 2 * (s1x * a + s11 * b) / det;
        var v0 = p - q * at + (sxx * a * a + 2 * s1x * a * b + s11 * b * b) / det;
        // And the pace ahead may be another than the pace so far.
        var drift = PaceDrift * slope * (PaceDrift * slope);
        v2 += drift;
        v1 -= 2 * drift * at;
        v0 += drift * at * at;
        return new(-0.5 * (logs + Math.Log(det) + misfit), level + walked, slope, v0, v1, v2);
    }

    /// <summary>Mean of the level at a place ahead of the last reading, over all views.</summary>
    public double LevelAt(double x) => _views.Sum(view => view.Weight * (view.Level + view.Slope * x));

    /// <summary>The chance that the limit is reached by x; 0 to 1.</summary>
    public double Chance(double x)
    {
        x = Math.Max(x, From);
        var chance = 0.0;
        foreach (var view in _views)
        {
            var sd = Math.Sqrt(Math.Max(view.V0 + view.V1 * x + view.V2 * x * x, 1e-18));
            var beyond = (view.Level + view.Slope * x - Limit) * (_rising ? 1 : -1);
            chance += view.Weight * 0.5 * SpecialFunctions.Erfc(-beyond / sd / Math.Sqrt(2));
        }

        return chance;
    }

    /// <summary>The level at a place that is not undercut (or exceeded) with this chance: what the band is drawn by.</summary>
    public double Level(double x, double chance)
    {
        var mean = LevelAt(x);
        var reach = _views.Max(view =>
            Math.Sqrt(Math.Max(view.V0 + view.V1 * x + view.V2 * x * x, 1e-18)) + Math.Abs(view.Level + view.Slope * x - mean)
        );
        var (low, high) = (mean - 6 * reach, mean + 6 * reach);
        for (var step = 0; step < 60; step++)
        {
            var middle = (low + high) / 2;
            var below = _views.Sum(view =>
                view.Weight
                * 0.5
                * SpecialFunctions.Erfc(
                    -(middle - view.Level - view.Slope * x)
                        / Math.Sqrt(Math.Max(view.V0 + view.V1 * x + view.V2 * x * x, 1e-18))
                        / Math.Sqrt(2)
                )
            );
            if (below < chance)
                low = middle;
            else
                high = middle;
        }

        return (low + high) / 2;
    }

    /// <summary>
    /// Places by which the limit is reached, each as likely as the others; infinite where that lies beyond all planning. Each is looked for
    /// from the one before on, to a thousandth of what it is away.
    /// </summary>
    public ImmutableArray<double> Crossings(int slices) => _crossings.GetOrAdd(slices, Cut);

    private ImmutableArray<double> Cut(int slices)
    {
        var places = ImmutableArray.CreateBuilder<double>(slices);
        var (low, most) = (From, Chance(Farthest));
        // What is sure to be enough for the middle is a first guess of how far to look.
        var stride = Math.Max((Quantile(0.5) ?? Farthest) - From, 1e-6);
        for (var at = 0; at < slices; at++)
        {
            var chance = (at + 0.5) / slices;
            if (chance > most)
            {
                places.Add(double.PositiveInfinity);
                continue;
            }

            if (Chance(low) < chance)
            {
                var high = Math.Min(low + stride / 8, Farthest);
                while (Chance(high) < chance)
                    high = Math.Min(high + (high - low), Farthest);
                while (high - low > 1e-3 * stride)
                    if (Chance((low + high) / 2) < chance)
                        low = (low + high) / 2;
                    else
                        high = (low + high) / 2;
                low = high;
            }

            places.Add(low);
        }

        return places.MoveToImmutable();
    }

    /// <summary>The place by which the limit is reached with this chance; null where that lies beyond all planning.</summary>
    public double? Quantile(double chance) => _quantiles.GetOrAdd(chance, PlaceOf);

    private double? PlaceOf(double chance)
    {
        if (Chance(From) >= chance)
            return From;
        var (low, high) = (From, Farthest);
        if (Chance(high) < chance)
            return null;
        while (high - low > 1e-6 * Math.Max(1, high))
        {
            var middle = (low + high) / 2;
            if (Chance(middle) < chance)
                low = middle;
            else
                high = middle;
        }

        return high;
    }
}
