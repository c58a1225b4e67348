using MathNet.Numerics;

namespace MuddyLedger.Core.Meters;

/// <summary>
/// The first passage time of Brownian motion with drift: when a use that goes on with scatter has used up an amount.
/// </summary>
/// <remarks>
/// Distribution function: Phi(sqrt(l/x)(x/m - 1)) + exp(2l/m) Phi(-sqrt(l/x)(x/m + 1)). The second term is taken as
/// exp(2l/m + log Phi), since exp(2l/m) alone overflows for l/m above about 350, where library versions fail.
/// </remarks>
/// <param name="Mean">Greater than zero.</param>
/// <param name="Shape">Greater than zero; the larger, the narrower about the mean.</param>
public readonly record struct InverseGaussian(double Mean, double Shape)
{
    /// <summary>The chance that it is over by x.</summary>
    public double Cumulative(double x)
    {
        if (x <= 0)
            return 0;
        var root = Math.Sqrt(Shape / x);
        var first = Math.Exp(LogPhi(root * (x / Mean - 1)));
        var second = Math.Exp(2 * Shape / Mean + LogPhi(-root * (x / Mean + 1)));
        return Math.Min(1, first + second);
    }

    /// <summary>The x by which it is over with this chance, by bisection to one part in ten million.</summary>
    /// <param name="chance">Between 0 and 1, both excluded.</param>
    public double Quantile(double chance)
    {
        var (low, high) = (Mean, Mean);
        while (Cumulative(low) > chance)
            low /= 2;
        while (Cumulative(high) < chance)
            high *= 2;
        while (high - low > 1e-7 * high)
        {
            var middle = (low + high) / 2;
            if (Cumulative(middle) < chance)
                low = middle;
            else
                high = middle;
        }

        return (low + high) / 2;
    }

    /// <summary>The logarithm of the standard normal distribution function, exact far into the lower tail.</summary>
    private static double LogPhi(double z)
    {
        if (z > -8)
            return Math.Log(0.5 * SpecialFunctions.Erfc(-z / Math.Sqrt(2)));
        // Mills' ratio as a continued fraction (Abramowitz and Stegun 26.2.14, from memory).
        var ratio = 0.0;
        for (var term = 30; term >= 1; term--)
            ratio = term / (-z + ratio);
        return -z * z / 2 - Math.Log(Math.Sqrt(2 * Math.PI)) - Math.Log(-z + ratio);
    }
}
