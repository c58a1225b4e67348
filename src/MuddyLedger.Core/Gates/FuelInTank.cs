using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Gates;

/// <summary>The fuel in the tank of a two-stroke that gets its oil from there, by what was bought.</summary>
public static class FuelInTank
{
    /// <summary>Without a tank size, so many fillings back are looked at (house value).</summary>
    private const int Fillings = 2;

    /// <summary>Why the engine is not proven to be oiled by what is in its tank; null where it is, or gets its oil elsewhere.</summary>
    /// <remarks>The latest fillings that together fill the tank are taken as mixed: what was in it before is then at most half.</remarks>
    public static GateReason? Doubt(Profile bike, BikeLedger ledger, LocalDate today)
    {
        var mix = FuelMix.For(bike, OilPump.Of(bike, ledger, today), Volume.Zero);
        if (mix.Reason is MixReason.None or MixReason.Pumped)
            return null;
        var why = mix.Reason == MixReason.Insurance ? "its oil pump is not proven" : "it gets its oil from its fuel";
        var fillings = SinceDrained(ledger);
        if (fillings.Count == 0)
            return mix.Reason == MixReason.Insurance
                ? new(
                    Gate.Run,
                    GateState.NotProven,
                    ReasonKind.OilInFuel,
                    $"Nobody has said what is in the fuel tank, and {why}",
                    Moment.Always
                )
                {
                    Reservoir = ReservoirId.Fuel,
                }
                : null;

        var (fuel, oil) = (0m, 0m);
        var tank = FuelMix.TankOf(bike)?.Litres;
        foreach (var (at, one) in fillings.AsEnumerable().Reverse().Select((one, at) => (at, one)))
        {
            if (tank is { } full ? fuel >= full : at >= Fillings)
                break;
            fuel += one.Body.Volume.Litres;
            oil += one.Body.Oil?.Litres ?? 0;
        }

        var since = Moment.Of(fillings[^1].Entry);
        if (oil == 0)
            return new(Gate.Run, GateState.NotProven, ReasonKind.OilInFuel, $"The fuel in the tank carries no oil, and {why}", since)
            {
                Reservoir = ReservoirId.Fuel,
            };
        return mix.Ratio is { } wanted && fuel / oil > wanted * (1 + FuelMix.LeanShare)
            ? new(
                Gate.Run,
                GateState.NotProven,
                ReasonKind.OilInFuel,
                $"The fuel in the tank is mixed at about {fuel / oil:0}:1, leaner than {wanted:0.#}:1, and {why}",
                since
            )
            {
                Reservoir = ReservoirId.Fuel,
            }
            : null;
    }

    private static List<(LedgerEntry Entry, FuelBought Body)> SinceDrained(BikeLedger ledger)
    {
        var drained = ledger.Each<FluidDrained>().LastOrDefault(pair => pair.Body.Reservoir == ReservoirId.Fuel).Entry?.Place ?? -1;
        return [.. ledger.Each<FuelBought>().Where(pair => pair.Entry.Place > drained)];
    }
}
