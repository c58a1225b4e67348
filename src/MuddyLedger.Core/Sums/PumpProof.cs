using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Sums;

/// <summary>What a measured fall says of a pump.</summary>
public enum PumpVerdict
{
    Proven,
    TooLittle,
    TooMuch,
    CannotTell,
}

/// <summary>
/// Whether an oil pump gives what it should, by how far its tank fell for the fuel that was burned. A level is never read to the drop, so
/// the answer is a range; it proves something only where the whole range lies on one side.
/// </summary>
/// <param name="Verdict">Whether the pump gives what it should.</param>
/// <param name="Ratio">Fuel to oil, by what was read; null where the oil did not fall at all.</param>
/// <param name="Richest">The richest ratio that the reading allows.</param>
/// <param name="Leanest">The leanest; null where the reading allows none at all.</param>
/// <param name="With">Fuel to oil with the insurance in the fuel counted in; null where there is no oil at all.</param>
public sealed record PumpProof(PumpVerdict Verdict, decimal? Ratio, decimal Richest, decimal? Leanest, decimal? With)
{
    /// <param name="fuel">Burned since the mark, above zero.</param>
    /// <param name="fall">What filled the oil tank to its mark again.</param>
    /// <param name="readTo">How well the mark can be read (house value where nobody says: 10 ml).</param>
    /// <param name="low">The richest ratio that the maker gives for the pump, as 30 of 30:1.</param>
    /// <param name="high">The leanest, as 60 of 60:1.</param>
    /// <param name="premix">The ratio of the fuel burned, where it was premix as insurance; null for straight fuel.</param>
    public static PumpProof Of(Volume fuel, Volume fall, Volume readTo, decimal low, decimal high, decimal? premix)
    {
        // Of a premix only its fuel is fuel.
        var burned = premix is { } mixed ? fuel.Litres * mixed / (1 + mixed) : fuel.Litres;
        decimal? Of(decimal oil) => oil > 0 ? burned / oil : null;
        var richest = Of(fall.Litres + readTo.Litres) ?? decimal.MaxValue;
        var leanest = Of(fall.Litres - readTo.Litres);
        var verdict =
            leanest is { } lean && richest >= low && lean <= high ? PumpVerdict.Proven
            : richest > high ? PumpVerdict.TooLittle
            : leanest < low ? PumpVerdict.TooMuch
            : PumpVerdict.CannotTell;
        return new(
            verdict,
            Of(fall.Litres),
            richest,
            leanest,
            Of(fall.Litres + (premix is { } ratio ? Premix.OilIn(fuel, ratio).Litres : 0))
        );
    }
}
