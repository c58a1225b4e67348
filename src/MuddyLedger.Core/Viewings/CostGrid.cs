using System.Numerics;

namespace MuddyLedger.Core.Viewings;

/// <summary>Money in equal steps, wide enough for all that can fail at once. Sums of independent costs are exact convolutions on it.</summary>
public sealed class CostGrid
{
    private static readonly double[] Steps = [1, 2, 5];

    /// <param name="cells">A power of two.</param>
    public CostGrid(double most, int cells)
    {
        Cells = cells;
        var scale = 1.0;
        for (; ; scale *= 10)
            foreach (var nice in Steps)
                if (nice * scale * (cells - 2) >= most)
                {
                    Step = nice * scale;
                    return;
                }
    }

    public int Cells { get; }

    public double Step { get; }

    /// <summary>Of the spectrum, by symmetry, this much says all.</summary>
    public int Half => (Cells / 2) + 1;

    /// <summary>Each cell holds the chance of the amounts nearest to it.</summary>
    public double[] Of(Triangle cost)
    {
        var cells = new double[Cells];
        var (first, last) = ((int)(cost.Low / Step), Math.Min(Cells - 1, (int)Math.Ceiling(cost.High / Step) + 1));
        var below = 0.0;
        for (var cell = first; cell <= last; cell++)
        {
            var upTo = cost.Below((cell + 0.5) * Step);
            cells[cell] = upTo - below;
            below = upTo;
        }

        if (below < 1) cells[last] += 1 - below;
        return cells;
    }

    /// <summary>The cheaper half of a cost: what a part that is only worn takes.</summary>
    public static double[] LowerHalf(double[] cells)
    {
        var half = new double[cells.Length];
        var sum = 0.0;
        for (var cell = 0; cell < cells.Length && sum < 0.5; cell++)
        {
            half[cell] = 2 * Math.Min(cells[cell], 0.5 - sum);
            sum += cells[cell];
        }

        return half;
    }

    public double Mean(double[] cells)
    {
        var mean = 0.0;
        for (var cell = 0; cell < cells.Length; cell++) mean += cells[cell] * cell * Step;
        return mean;
    }

    public Complex[] Spectrum(double[] cells)
    {
        var all = new Complex[Cells];
        for (var cell = 0; cell < Cells; cell++) all[cell] = cells[cell];
        FastFourier.Forward(all);
        return all[..Half];
    }

    public double[] Back(Complex[] half)
    {
        var all = new Complex[Cells];
        for (var at = 0; at < Half; at++)
        {
            all[at] = half[at];
            if (at > 0 && at < Cells - at) all[Cells - at] = Complex.Conjugate(half[at]);
        }

        FastFourier.Inverse(all);
        // What is below nought here is rounding.
        return [.. all.Select(value => Math.Max(0, value.Real))];
    }
}
