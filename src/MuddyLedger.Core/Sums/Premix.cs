using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Sums;

/// <summary>
/// Two-stroke oil in fuel. A ratio of 50:1 is one part of oil to fifty of fuel: 20 ml to each litre of fuel. Of a mix at r:1, the share
/// 1/(1 + r) is oil.
/// </summary>
public static class Premix
{
    /// <summary>Richer than 10:1 and leaner than 200:1 no engine is run.</summary>
    public const decimal Richest = 10;

    /// <summary>Fuel to one part of oil: leaner is a slip of the pen.</summary>
    public const decimal Leanest = 200;

    /// <summary>Oil to pour into so much straight fuel.</summary>
    /// <param name="ratio">Fuel to one part of oil: 50 for 50:1.</param>
    public static Volume OilFor(Volume fuel, decimal ratio) => Volume.FromLitres(fuel.Litres / Fit(ratio));

    /// <summary>Oil that is in so much mix.</summary>
    /// <param name="ratio">Fuel to one part of oil: 50 for 50:1.</param>
    public static Volume OilIn(Volume mix, decimal ratio) => Volume.FromLitres(mix.Litres / (1 + Fit(ratio)));

    /// <summary>
    /// What brings a tank from one ratio to another: oil where it must get richer, straight fuel where leaner. One of the two is nothing.
    /// </summary>
    public static (Volume Oil, Volume Fuel) Correct(Volume mix, decimal from, decimal to)
    {
        var oil = mix.Litres * ((Fit(from) / Fit(to)) - 1) / (from + 1);
        var fuel = mix.Litres * (to - from) / (from + 1);
        return (Volume.FromLitres(Math.Max(0, oil)), Volume.FromLitres(Math.Max(0, fuel)));
    }

    /// <summary>The ratio of two leftovers poured together; null where there is nothing of either.</summary>
    public static decimal? Blend(Volume one, decimal ratioOfOne, Volume other, decimal ratioOfOther)
    {
        var oil = OilIn(one, ratioOfOne).Litres + OilIn(other, ratioOfOther).Litres;
        return oil == 0 ? null : (one.Litres + other.Litres - oil) / oil;
    }

    /// <exception cref="ArgumentOutOfRangeException">No ratio that an engine is run at.</exception>
    private static decimal Fit(decimal ratio) =>
        ratio is >= Richest and <= Leanest
            ? ratio
            : throw new ArgumentOutOfRangeException(nameof(ratio), ratio, $"{Richest} to {Leanest} is wanted.");
}
