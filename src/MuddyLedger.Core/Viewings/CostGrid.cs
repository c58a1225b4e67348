using System.Collections.Concurrent;

namespace MuddyLedger.Core.Viewings;

/// <summary>
/// Money in equal steps, wide enough for all that can fail at once. Sums of independent costs are exact convolutions on it.
/// </summary>
public sealed class CostGrid
{
    private static readonly double[] Steps = [1, 2, 5];

    private static readonly ConcurrentDictionary<int, (double[] Re, double[] Im)> Turns = new();
    private readonly double[] _turnRe;
    private readonly double[] _turnIm;

    /// <param name="cells">A power of two, 8 or more.</param>
    public CostGrid(double most, int cells)
    {
        Cells = cells;
        (_turnRe, _turnIm) = Turns.GetOrAdd(
            cells,
            size =>
                (
                    [.. Enumerable.Range(0, (size / 2) + 1).Select(at => Math.Cos(2 * Math.PI * at / size))],
                    [.. Enumerable.Range(0, (size / 2) + 1).Select(at => -Math.Sin(2 * Math.PI * at / size))]
                )
        );
        var scale = 1.0;
        for (; ; scale *= 10)
            foreach (var nice in Steps)
                if (nice * scale * (cells - 2) >= most)
                {
                    Step = nice * scale;
                    return;
                }
    }

    /// <summary>How many there are.</summary>
    public int Cells { get; }

    /// <summary>Money from one to the next.</summary>
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

        if (below < 1)
            cells[last] += 1 - below;
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

    /// <summary>The mean, in money.</summary>
    /// <param name="cells">The chance of each amount; they add up to 1.</param>
    public double Mean(double[] cells)
    {
        // Four sums beside each other, and not as many as the processor holds: the last digit is the same on every machine.
        var (first, second, third, fourth, at) = (0.0, 0.0, 0.0, 0.0, 0);
        for (; at + 3 < cells.Length; at += 4)
        {
            first += cells[at] * at;
            second += cells[at + 1] * (at + 1);
            third += cells[at + 2] * (at + 2);
            fourth += cells[at + 3] * (at + 3);
        }

        for (; at < cells.Length; at++)
            first += cells[at] * at;
        return (first + second + third + fourth) * Step;
    }

    /// <summary>The values are real, so half as many complex ones hold them, and half a transform does.</summary>
    public Spectrum Spectrum(double[] cells)
    {
        var count = Cells / 2;
        var (re, im) = (GC.AllocateUninitializedArray<double>(count), GC.AllocateUninitializedArray<double>(count));
        for (var at = 0; at < re.Length; at++)
            (re[at], im[at]) = (cells[2 * at], cells[(2 * at) + 1]);
        FastFourier.Forward(re, im);
        var half = MuddyLedger.Core.Viewings.Spectrum.ToBeFilled(Half);
        var (halfRe, halfIm, turnRe, turnIm) = (half.Re, half.Im, _turnRe, _turnIm);
        (halfRe[0], halfIm[0]) = (re[0] + im[0], 0);
        (halfRe[count], halfIm[count]) = (re[0] - im[0], 0);
        for (int at = 1, there = count - 1; at < count; at++, there--)
        {
            var (evenRe, evenIm) = ((re[at] + re[there]) / 2, (im[at] - im[there]) / 2);
            var (oddRe, oddIm) = ((im[at] + im[there]) / 2, (re[there] - re[at]) / 2);
            halfRe[at] = evenRe + (turnRe[at] * oddRe) - (turnIm[at] * oddIm);
            halfIm[at] = evenIm + (turnRe[at] * oddIm) + (turnIm[at] * oddRe);
        }

        return half;
    }

    /// <summary>Chances again, cell by cell, from their spectrum.</summary>
    public double[] Back(Spectrum half)
    {
        var (re, im) = (GC.AllocateUninitializedArray<double>(Cells), GC.AllocateUninitializedArray<double>(Cells));
        half.Re.CopyTo(re, 0);
        half.Im.CopyTo(im, 0);
        for (var at = 1; at < Cells - Half + 1; at++)
            (re[Cells - at], im[Cells - at]) = (half.Re[at], -half.Im[at]);
        FastFourier.Inverse(re, im);
        // What is below zero here is rounding.
        for (var at = 0; at < re.Length; at++)
            re[at] = Math.Max(0, re[at]);
        return re;
    }
}
