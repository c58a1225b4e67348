using System.Numerics;
using System.Runtime.InteropServices;

namespace MuddyLedger.Core.Viewings;

/// <summary>
/// The transform of a chance for each amount: what is a convolution there is a product here. By symmetry half of it says all.
/// </summary>
public sealed class Spectrum
{
    public Spectrum(int length)
        : this(new double[length], new double[length]) { }

    private Spectrum(double[] re, double[] im)
    {
        Re = re;
        Im = im;
    }

    /// <summary>Of whatever lies in memory, for who writes every value: emptying it first would take as long as a product does.</summary>
    internal static Spectrum ToBeFilled(int length) =>
        new(GC.AllocateUninitializedArray<double>(length), GC.AllocateUninitializedArray<double>(length));

    /// <summary>Of nothing for certain: what multiplies without a change.</summary>
    public static Spectrum One(int length)
    {
        var one = new Spectrum(length);
        Array.Fill(one.Re, 1);
        return one;
    }

    /// <summary>Real parts.</summary>
    public double[] Re { get; }

    /// <summary>Imaginary parts.</summary>
    public double[] Im { get; }

    /// <summary>A copy that can be changed by itself.</summary>
    public Spectrum Copy()
    {
        var copy = ToBeFilled(Re.Length);
        Re.CopyTo(copy.Re, 0);
        Im.CopyTo(copy.Im, 0);
        return copy;
    }

    /// <summary>Multiplies each frequency in place: both costs are paid.</summary>
    public void Multiply(Spectrum by) => Multiply(by, 1);

    /// <summary>By something that is there with a chance, and otherwise is nothing: (1 - chance) + chance times its spectrum.</summary>
    public void Multiply(Spectrum by, double chance)
    {
        var (scale, none, at) = (new Vector<double>(chance), new Vector<double>(1 - chance), 0);
        ref var ownRe = ref MemoryMarshal.GetArrayDataReference(Re);
        ref var ownIm = ref MemoryMarshal.GetArrayDataReference(Im);
        ref var theirRe = ref MemoryMarshal.GetArrayDataReference(by.Re);
        ref var theirIm = ref MemoryMarshal.GetArrayDataReference(by.Im);
        // Several at once, within the shorter of the two.
        var length = Math.Min(Re.Length, by.Re.Length);
        for (; at + Vector<double>.Count <= length; at += Vector<double>.Count)
        {
            var here = (nuint)at;
            var (re, im) = (Vector.LoadUnsafe(ref ownRe, here), Vector.LoadUnsafe(ref ownIm, here));
            var (byRe, byIm) = ((Vector.LoadUnsafe(ref theirRe, here) * scale) + none, Vector.LoadUnsafe(ref theirIm, here) * scale);
            Vector.StoreUnsafe((re * byRe) - (im * byIm), ref ownRe, here);
            Vector.StoreUnsafe((re * byIm) + (im * byRe), ref ownIm, here);
        }

        for (; at < Re.Length; at++)
        {
            var (byRe, byIm) = ((by.Re[at] * chance) + 1 - chance, by.Im[at] * chance);
            (Re[at], Im[at]) = ((Re[at] * byRe) - (Im[at] * byIm), (Re[at] * byIm) + (Im[at] * byRe));
        }
    }

    /// <summary>Adds the other in place, so many times.</summary>
    public void Add(Spectrum other, double times)
    {
        var (scale, at, length) = (new Vector<double>(times), 0, Math.Min(Re.Length, other.Re.Length));
        ref var ownRe = ref MemoryMarshal.GetArrayDataReference(Re);
        ref var ownIm = ref MemoryMarshal.GetArrayDataReference(Im);
        ref var theirRe = ref MemoryMarshal.GetArrayDataReference(other.Re);
        ref var theirIm = ref MemoryMarshal.GetArrayDataReference(other.Im);
        for (; at + Vector<double>.Count <= length; at += Vector<double>.Count)
        {
            var here = (nuint)at;
            (Vector.LoadUnsafe(ref ownRe, here) + (Vector.LoadUnsafe(ref theirRe, here) * scale)).StoreUnsafe(ref ownRe, here);
            (Vector.LoadUnsafe(ref ownIm, here) + (Vector.LoadUnsafe(ref theirIm, here) * scale)).StoreUnsafe(ref ownIm, here);
        }

        for (; at < Re.Length; at++)
            (Re[at], Im[at]) = (Re[at] + (other.Re[at] * times), Im[at] + (other.Im[at] * times));
    }
}
