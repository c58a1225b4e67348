using System.Collections.Concurrent;
using System.Numerics;

namespace MuddyLedger.Core.Viewings;

/// <summary>
/// The discrete Fourier transform of a power of two of values (Cooley and Tukey 1965), with its roots of unity kept. The numerics library
/// works them out anew each time and takes three times as long, and every tap at a viewing asks for some four hundred transforms; the tests hold
/// the two against each other.
/// </summary>
public static class FastFourier
{
    private static readonly ConcurrentDictionary<int, Complex[]> Roots = new();

    public static void Forward(Complex[] values)
    {
        var roots = Roots.GetOrAdd(values.Length, size => [.. Enumerable.Range(0, size / 2).Select(at => Complex.FromPolarCoordinates(1, -2 * Math.PI * at / size))]);
        Reorder(values);
        for (var size = 2; size <= values.Length; size *= 2)
        {
            var (half, stride) = (size / 2, values.Length / size);
            for (var start = 0; start < values.Length; start += size)
                for (var at = 0; at < half; at++)
                {
                    var (even, odd) = (values[start + at], values[start + at + half] * roots[at * stride]);
                    values[start + at] = even + odd;
                    values[start + at + half] = even - odd;
                }
        }
    }

    /// <summary>Back again: a transform after a transform is the mirror of what was, times its length.</summary>
    public static void Inverse(Complex[] values)
    {
        Forward(values);
        Array.Reverse(values, 1, values.Length - 1);
        for (var at = 0; at < values.Length; at++) values[at] /= values.Length;
    }

    private static void Reorder(Complex[] values)
    {
        for (int at = 1, mirror = 0; at < values.Length; at++)
        {
            var bit = values.Length >> 1;
            for (; (mirror & bit) != 0; bit >>= 1) mirror ^= bit;
            mirror ^= bit;
            if (at < mirror) (values[at], values[mirror]) = (values[mirror], values[at]);
        }
    }
}
