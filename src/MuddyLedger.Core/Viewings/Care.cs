using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>What a look at a point says about its fault.</summary>
public enum Look
{
    NotLooked,
    FoundSound,
    FoundWorn,
    FoundBad,
}

/// <summary>
/// How well a bike was kept: a latent shift, normal with deviation 1, of the log-odds of every fault at once, on a grid of 21 levels.
/// What was looked at tells which levels are likely. House values throughout.
/// </summary>
public static class Care
{
    /// <summary>How many there are.</summary>
    public const int Levels = 21;

    /// <summary>A careful look misses a fault this often.</summary>
    public const double Misses = 0.10;

    /// <summary>And takes a sound part for a faulty one this often.</summary>
    public const double FalseAlarms = 0.03;

    /// <summary>
    /// However badly kept a bike is, no more than this share of what looks sound is faulty. With it, and with what looks worn being worse
    /// inside now and then, finding a thing sound never costs more than finding it worn, at any level of chance.
    /// </summary>
    public const double MissedAtMost = 0.16;

    private const double Reach = 3;

    /// <summary>From the best kept to the worst: added to the log-odds.</summary>
    public static readonly ImmutableArray<double> Shift =
    [
        .. Enumerable.Range(0, Levels).Select(level => Reach * ((2.0 * level / (Levels - 1)) - 1)),
    ];

    /// <summary>How likely each is before anything is seen.</summary>
    public static readonly ImmutableArray<double> Prior = Normal();

    /// <summary>The log-odds at middling care for which the chance over all levels of care is exactly this.</summary>
    public static double Middling(double chance) => Middling(chance, Shift, Prior);

    /// <summary>The same over any spread of the log-odds.</summary>
    /// <param name="shift">What is added to the log-odds.</param>
    /// <param name="share">How often each shift is; one in all.</param>
    internal static double Middling(double chance, ImmutableArray<double> shift, ImmutableArray<double> share)
    {
        // Newton's steps on the log-odds of the mean, which is nearly straight in what is sought: a few are exact.
        var middle = Math.Log(chance / (1 - chance));
        var wanted = middle;
        for (var step = 0; step < 20; step++)
        {
            double mean = 0,
                slope = 0;
            for (var level = 0; level < shift.Length; level++)
            {
                var at = Logistic(middle + shift[level]);
                mean += share[level] * at;
                slope += share[level] * at * (1 - at);
            }

            var off = Math.Log(mean / (1 - mean)) - wanted;
            if (Math.Abs(off) < 1e-12)
                break;
            middle -= off * mean * (1 - mean) / slope;
        }

        return middle;
    }

    /// <summary>The chance that the fault is there before one looks, at each level of care.</summary>
    /// <param name="trustShift">What trust in the seller adds to the log-odds.</param>
    public static double[] Chances(double middling, double trustShift) =>
        [.. Shift.Select(shift => Logistic(middling + shift + trustShift))];

    /// <summary>How likely what was seen is, given the chance of the fault.</summary>
    public static double Likelihood(Look look, double chance) =>
        look switch
        {
            Look.NotLooked => 1,
            Look.FoundSound => (chance * Misses) + ((1 - chance) * (1 - FalseAlarms)),
            _ => (chance * (1 - Misses)) + ((1 - chance) * FalseAlarms),
        };

    /// <summary>The chance that the fault is there after the look.</summary>
    public static double After(Look look, double chance) =>
        look switch
        {
            Look.NotLooked => chance,
            Look.FoundSound => Math.Min(MissedAtMost, chance * Misses / Likelihood(look, chance)),
            _ => chance * (1 - Misses) / Likelihood(look, chance),
        };

    /// <summary>From log-odds to a chance, 0 to 1.</summary>
    public static double Logistic(double x) => 1 / (1 + Math.Exp(-x));

    private static ImmutableArray<double> Normal()
    {
        var weights = Shift.Select(shift => Math.Exp(-shift * shift / 2)).ToArray();
        var sum = weights.Sum();
        return [.. weights.Select(weight => weight / sum)];
    }
}
