using System.Collections.Concurrent;
using System.Numerics;
using System.Runtime.InteropServices;

namespace MuddyLedger.Core.Viewings;

/// <summary>
/// The discrete Fourier transform of a power of two of values (Cooley and Tukey 1965), real and imaginary parts in arrays of their own so
/// that the processor does several at once, with its roots of unity kept. The numerics library works them out anew each time and takes
/// several times as long, and every tap at a viewing asks for some four hundred transforms; the tests hold the two against each other.
/// </summary>
public static class FastFourier
{
    /// <param name="Swaps">Which values change places before the first stage, in pairs.</param>
    /// <param name="Roots">For each stage, its roots in the order they are used.</param>
    private sealed record Plan(int[] Swaps, (double[] Re, double[] Im)[] Roots);

    private static readonly ConcurrentDictionary<int, Plan> Plans = new();

    /// <summary>In place.</summary>
    /// <param name="re">Real parts; as many as a power of two.</param>
    /// <param name="im">Imaginary parts, as many.</param>
    public static void Forward(double[] re, double[] im)
    {
        var plan = Plans.GetOrAdd(re.Length, Made);
        for (var at = 0; at < plan.Swaps.Length; at += 2)
        {
            var (one, other) = (plan.Swaps[at], plan.Swaps[at + 1]);
            (re[one], re[other]) = (re[other], re[one]);
            (im[one], im[other]) = (im[other], im[one]);
        }

        var stage = 0;
        if (re.Length >= 4)
        {
            Fours(re, im);
            stage = 2;
        }

        for (var half = 1 << stage; half < re.Length; half *= 2, stage++)
        for (var start = 0; start < re.Length; start += 2 * half)
            Butterflies(re, im, start, half, plan.Roots[stage].Re, plan.Roots[stage].Im);
    }

    /// <summary>The first two stages at once: their only roots are 1 and -i.</summary>
    private static void Fours(double[] re, double[] im)
    {
        for (var at = 0; at + 3 < re.Length; at += 4)
        {
            var (aRe, aIm, bRe, bIm) = (re[at] + re[at + 1], im[at] + im[at + 1], re[at] - re[at + 1], im[at] - im[at + 1]);
            var (cRe, cIm, dRe, dIm) = (re[at + 2] + re[at + 3], im[at + 2] + im[at + 3], re[at + 2] - re[at + 3], im[at + 2] - im[at + 3]);
            (re[at], im[at]) = (aRe + cRe, aIm + cIm);
            (re[at + 1], im[at + 1]) = (bRe + dIm, bIm - dRe);
            (re[at + 2], im[at + 2]) = (aRe - cRe, aIm - cIm);
            (re[at + 3], im[at + 3]) = (bRe - dIm, bIm + dRe);
        }
    }

    /// <summary>Back again: with both parts in each other's place a transform is its own mirror, times its length.</summary>
    public static void Inverse(double[] re, double[] im)
    {
        Forward(im, re);
        for (var at = 0; at < re.Length; at++)
            (re[at], im[at]) = (re[at] / re.Length, im[at] / re.Length);
    }

    private static void Butterflies(double[] re, double[] im, int even, int half, double[] rootRe, double[] rootIm)
    {
        var (at, odd) = (0, even + half);
        ref var firstRe = ref MemoryMarshal.GetArrayDataReference(re);
        ref var firstIm = ref MemoryMarshal.GetArrayDataReference(im);
        ref var wRe = ref MemoryMarshal.GetArrayDataReference(rootRe);
        ref var wIm = ref MemoryMarshal.GetArrayDataReference(rootIm);
        // Every index below lies within the arrays: odd + half is at most their length.
        for (; at + Vector<double>.Count <= half; at += Vector<double>.Count)
        {
            var (here, there) = ((nuint)(even + at), (nuint)(odd + at));
            var (rootsRe, rootsIm) = (Vector.LoadUnsafe(ref wRe, (nuint)at), Vector.LoadUnsafe(ref wIm, (nuint)at));
            var (oRe, oIm) = (Vector.LoadUnsafe(ref firstRe, there), Vector.LoadUnsafe(ref firstIm, there));
            var (eRe, eIm) = (Vector.LoadUnsafe(ref firstRe, here), Vector.LoadUnsafe(ref firstIm, here));
            var (tRe, tIm) = ((rootsRe * oRe) - (rootsIm * oIm), (rootsRe * oIm) + (rootsIm * oRe));
            Vector.StoreUnsafe(eRe + tRe, ref firstRe, here);
            Vector.StoreUnsafe(eIm + tIm, ref firstIm, here);
            Vector.StoreUnsafe(eRe - tRe, ref firstRe, there);
            Vector.StoreUnsafe(eIm - tIm, ref firstIm, there);
        }

        for (; at < half; at++)
        {
            var (one, other) = (even + at, odd + at);
            var (tRe, tIm) = ((rootRe[at] * re[other]) - (rootIm[at] * im[other]), (rootRe[at] * im[other]) + (rootIm[at] * re[other]));
            (re[other], im[other]) = (re[one] - tRe, im[one] - tIm);
            (re[one], im[one]) = (re[one] + tRe, im[one] + tIm);
        }
    }

    private static Plan Made(int size)
    {
        var roots = new List<(double[], double[])>();
        for (var half = 1; half < size; half *= 2)
        {
            var turned = Enumerable.Range(0, half).Select(at => Complex.FromPolarCoordinates(1, -Math.PI * at / half)).ToList();
            roots.Add(([.. turned.Select(root => root.Real)], [.. turned.Select(root => root.Imaginary)]));
        }

        var swaps = new List<int>();
        for (int at = 1, mirror = 0; at < size; at++)
        {
            var bit = size >> 1;
            for (; (mirror & bit) != 0; bit >>= 1)
                mirror ^= bit;
            mirror ^= bit;
            if (at < mirror)
                swaps.AddRange([at, mirror]);
        }

        return new([.. swaps], [.. roots]);
    }
}
