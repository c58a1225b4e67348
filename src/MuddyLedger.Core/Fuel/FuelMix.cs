using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Sums;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Fuel;

/// <summary>Whether oil belongs into the fuel of a bike, and why.</summary>
public enum MixReason
{
    /// <summary>Its oil has a place of its own.</summary>
    None,

    /// <summary>A two-stroke without a pump.</summary>
    Premixed,

    /// <summary>It has a pump that is not proven: mixed as insurance until it is.</summary>
    Insurance,

    /// <summary>Its pump adds the oil.</summary>
    Pumped,
}

/// <summary>What a fuelling asks for in oil.</summary>
/// <param name="Reason">Why oil goes in, or none.</param>
/// <param name="Ratio">Parts of fuel to one of oil; null where none is mixed, or nobody has entered it.</param>
/// <param name="Oil">For the fuel that goes in; null as the ratio is.</param>
/// <param name="From">Where the ratio comes from; null where there is none.</param>
public sealed record FuelMix(MixReason Reason, decimal? Ratio, Volume? Oil, Provenance? From)
{
    /// <summary>
    /// What a tank is mixed at while a pump is not proven (house value): rich enough for every engine, at the price of smoke.
    /// </summary>
    public const decimal InsuranceRatio = 50;

    /// <summary>As the undo list names the insurance.</summary>
    public const string InsuranceThing = "premix-insurance";

    /// <summary>A tank takes no more than this share of what its maker says it holds, to the very cap (house value).</summary>
    public const decimal MostOfTank = 1.1m;

    /// <summary>Whether so much is more than the bike's tank can hold; false where nobody has entered what it holds.</summary>
    public static bool Overfills(Profile bike, Volume fuel) => TankOf(bike) is { } tank && fuel.Litres > tank.Litres * MostOfTank;

    /// <summary>Oil that is half of its fuel or more was meant in another unit.</summary>
    public static bool TooMuchOil(Volume oil, Volume fuel) => oil.Litres >= fuel.Litres / 2;

    /// <summary>What its tank holds when dry; null where nobody has said.</summary>
    public static Volume? TankOf(Profile bike) => bike.Reservoirs.GetValueOrDefault(ReservoirId.Fuel)?.DryFill;

    /// <param name="pump">How the bike's oil pump stands.</param>
    /// <param name="fuel">What goes in; zero where nobody has said yet.</param>
    public static FuelMix For(Profile bike, OilPump pump, Volume fuel)
    {
        if (bike.Lubrication is not (Lubrication.Premix or Lubrication.OilInjection))
            return new(MixReason.None, null, null, null);
        if (bike.Lubrication == Lubrication.OilInjection)
            return pump.Proven
                ? new(MixReason.Pumped, null, null, null)
                : new(MixReason.Insurance, InsuranceRatio, Premix.OilFor(fuel, InsuranceRatio), new(ProvenanceKind.House));
        // Of a band the rich end: too much oil smokes, too little seizes.
        var figure = bike.Figure(BikeFigure.FuelToOil);
        return (figure?.Low ?? figure?.High) is { } ratio and >= Premix.Richest and <= Premix.Leanest
            ? new(MixReason.Premixed, ratio, Premix.OilFor(fuel, ratio), figure!.Provenance)
            : new(MixReason.Premixed, null, null, null);
    }

    /// <summary>A mix leaner than asked by more than this share is questioned before it is kept (house value).</summary>
    public const decimal LeanShare = 0.15m;

    /// <summary>
    /// What is wrong with so much oil in so much fuel: none where some belongs in, or a mix that is leaner than asked; null where nothing
    /// is.
    /// </summary>
    public string? Question(Volume fuel, Volume? oil)
    {
        if (Reason is MixReason.None or MixReason.Pumped)
            return null;
        var why = Reason == MixReason.Insurance ? "Its oil pump is not proven" : "This engine gets its oil from its fuel";
        if (oil is not { Litres: > 0 } mixed)
            return $"is missing: {why}. "
                + (
                    Oil is { Litres: > 0 } asked
                        ? $"{asked.Litres * 1000:0} ml belong in this fuel ({Ratio:0.#}:1)"
                        : "Write how much went in, or confirm that none did"
                );
        var ratio = fuel.Litres / mixed.Litres;
        return Ratio is { } wanted && ratio > wanted * (1 + LeanShare)
            ? $"makes a mix of {ratio:0}:1, leaner than the {wanted:0.#}:1 that is asked. {why}"
            : null;
    }
}
