using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using MuddyLedger.Instruments;
using NodaTime;

namespace MuddyLedger.App.Fluids;

public sealed record SpellAnswer(LocalDate From, LocalDate To, Shown Used, Shown Over, decimal Rate);

/// <param name="Unit">Of the rate: "L/1,000 km" or "ml/h".</param>
/// <param name="WarnsAt">The house threshold, in the same unit.</param>
public sealed record ConsumptionAnswer(
    ConsumptionVerdict Verdict,
    string Unit,
    decimal? Rate,
    decimal WarnsAt,
    IReadOnlyList<SpellAnswer> Spells
);

/// <param name="Chain">The latest lines of its own, the newest first.</param>
/// <param name="LastDrain">What the last drain that was read says.</param>
/// <param name="Warnings">Where what is in it and the place do not agree.</param>
/// <param name="LevelBy">How its level is read, where the profile says so.</param>
public sealed record ReservoirPage(
    ReservoirId Id,
    ReservoirStatus Status,
    ReservoirAnswer Now,
    string? LikelyFluid,
    IReadOnlyList<EntryAnswer> Chain,
    int ChainLength,
    ConsumptionAnswer? Consumption,
    LocalDate? DrainedOn,
    IReadOnlyList<DrainMeaning> LastDrain,
    IReadOnlyList<FluidFit> Warnings,
    LevelMethod? LevelBy,
    OilTemperature ReadAt,
    int WaitMinutes,
    CoolantStrengthAnswer? Strength
);

/// <summary>How strong the coolant is by now.</summary>
/// <param name="Share">Percent by volume.</param>
/// <param name="FreezesAt">Degrees Celsius; null outside of the table.</param>
/// <param name="Least">Below this inhibitors no longer protect.</param>
public sealed record CoolantStrengthAnswer(decimal Share, decimal Filled, decimal? FreezesAt, bool Changed, bool TooWeak, decimal Least);

public sealed record FuelSpellAnswer(LocalDate From, LocalDate To, Shown Fuel, Shown Over, decimal Rate);

/// <param name="Unit">Of the rates: "L/100 km", or "L/h" on a bike that counts only hours.</param>
/// <param name="Low">The tenth that burns least.</param>
/// <param name="Tank">What the tank holds, where the profile says so.</param>
public sealed record FuelAnswer(
    string Unit,
    decimal Low,
    decimal Likely,
    decimal High,
    bool Dropped,
    IReadOnlyList<FuelSpellAnswer> Spells,
    IReadOnlyList<FuelSpellAnswer> LeftOut,
    Shown? Tank,
    RangeAnswer? OnTank,
    RangeAnswer? OnReserve
);

public sealed record RangeAnswer(Shown Short, Shown Likely, Shown Long);

/// <param name="Simulated">The weather is made up.</param>
public sealed record OilAdviceAnswer(
    ReservoirId Reservoir,
    OilAdvice Advice,
    LocalDate From,
    LocalDate To,
    bool Simulated,
    bool HeavierChosen
);

public sealed record FluidsAnswer(
    string Nickname,
    IReadOnlyList<ReservoirPage> Reservoirs,
    FuelAnswer? Fuel,
    OilAdviceAnswer? Oil,
    string VolumeUnit,
    LocalDate Today,
    int Version
) : IVersioned;

public static class FluidAnswers
{
    private const int ChainShown = 12;

    public static FluidsAnswer Of(BikePicture picture, OwnerSettings settings, ImmutableArray<DayOfWeather> weather, bool simulated) =>
        new(
            picture.Profile.Nickname,
            [.. Reservoirs.Of(picture.Profile).Where(id => id != ReservoirId.Fuel).Select(id => PageOf(id, picture, settings))],
            FuelOf(picture, settings),
            OilOf(picture, weather, simulated),
            settings.Volume.Symbol,
            picture.Today,
            picture.Bike.Version
        );

    private static ReservoirPage PageOf(ReservoirId id, BikePicture picture, OwnerSettings settings)
    {
        var lines = picture.Ledger.Standing.Where(entry => Concerns(entry.Body, id)).Reverse().ToList();
        var now = BikeAnswers.ReservoirOf(id, picture, settings);
        var spec = picture.Profile.Reservoirs.GetValueOrDefault(id);
        var reading = LevelReading.Of(id, spec);
        var drained = lines.FirstOrDefault(entry => entry.Body is FluidDrained);
        var consumption = id is ReservoirId.Engine or ReservoirId.OilTank or ReservoirId.Coolant
            ? Consumption.Of(id, picture.Ledger, picture.Meters)
            : null;
        return new(
            id,
            ReservoirStatuses.Of(id, picture.Ledger),
            now,
            spec?.Grade ?? now.Fluid,
            [.. lines.Take(ChainShown).Select(entry => EntryAnswers.Of(entry, picture, settings))],
            lines.Count,
            consumption is null ? null : ConsumptionOf(consumption, picture.Profile, settings),
            drained?.Date,
            drained?.Body is FluidDrained read ? DrainMeanings.Of(read.Reading) : [],
            now.Fluid is { } fluid ? Compatibility.Warnings(id, picture.Profile, fluid, spec?.Grade) : [],
            spec?.Level,
            reading.ReadAt,
            reading.WaitMinutes,
            id == ReservoirId.Coolant && CoolantStrength.Of(picture.Ledger) is { } strength
                ? new(
                    (decimal)Math.Round(strength.Share),
                    (decimal)Math.Round(strength.Filled),
                    strength.FreezesAt is { } freezes ? (decimal)Math.Round(freezes) : null,
                    strength.Changed,
                    strength.TooWeak,
                    (decimal)Core.Sums.Coolant.LeastForInhibitor
                )
                : null
        );
    }

    private static bool Concerns(EntryBody body, ReservoirId id) =>
        body switch
        {
            FluidFilled fill => fill.Reservoir == id,
            FluidToppedUp more => more.Reservoir == id,
            FluidDrained drain => drain.Reservoir == id,
            LevelSeen level => level.Reservoir == id,
            _ => false,
        };

    private static ConsumptionAnswer ConsumptionOf(Consumption used, Profile bike, OwnerSettings settings) =>
        new(
            used.Verdict,
            used.Meter == MeterKind.HourMeter ? "ml/h" : "L/1,000 km",
            used.Rate is { } rate ? Math.Round(rate, 2) : null,
            used.Meter == MeterKind.HourMeter ? Consumption.TooMuchMlPerHour : Consumption.TooMuchPerThousandKm,
            [
                .. used
                    .Spells.Reverse()
                    .Select(spell => new SpellAnswer(
                        spell.From,
                        spell.To,
                        Shown.Of(spell.Used, settings),
                        Shown.Of(spell.Over, bike),
                        Math.Round(spell.Rate, 2)
                    )),
            ]
        );

    private static FuelAnswer? FuelOf(BikePicture picture, OwnerSettings settings)
    {
        if (FuelEconomy.Of(picture.Ledger, picture.Meters) is not { } economy)
            return null;
        var bike = picture.Profile;
        RangeAnswer? RangeOf(Volume? fuel)
        {
            if (fuel is not { } there)
                return null;
            var (shortest, likely, longest) = economy.Range(there);
            return new(Shown.Of(shortest, bike), Shown.Of(likely, bike), Shown.Of(longest, bike));
        }

        var tank = bike.Reservoirs.GetValueOrDefault(ReservoirId.Fuel)?.DryFill;
        var miles = economy.By == MeterKind.Odometer && bike.Odometer?.Unit == OdometerUnit.Miles;
        decimal Rate(decimal rate) => Math.Round(miles ? rate * Unit.Mile.InBase / Unit.Kilometre.InBase : rate, 1);
        FuelSpellAnswer SpellOf(FuelSpell spell) =>
            new(spell.From, spell.To, Shown.Of(spell.Fuel, settings), Shown.Of(spell.Over, bike), Rate(spell.Rate));
        return new(
            economy.By != MeterKind.Odometer ? "L/h"
                : miles ? "L/100 mi"
                : "L/100 km",
            Rate(economy.Low),
            Rate(economy.Likely),
            Rate(economy.High),
            economy.Dropped,
            [.. economy.Spells.Reverse().Take(ChainShown).Select(SpellOf)],
            [.. economy.LeftOut.Reverse().Take(ChainShown).Select(SpellOf)],
            tank is { } whole ? Shown.Of(whole, settings) : null,
            RangeOf(tank),
            RangeOf(bike.TankReserve)
        );
    }

    private static OilAdviceAnswer? OilOf(BikePicture picture, ImmutableArray<DayOfWeather> weather, bool simulated)
    {
        var bike = picture.Profile;
        var id = bike.Lubrication switch
        {
            Lubrication.WetSump or Lubrication.Splash => ReservoirId.Engine,
            Lubrication.DrySump => ReservoirId.OilTank,
            _ => (ReservoirId?)null,
        };
        if (id is not { } reservoir || weather.IsEmpty)
            return null;
        var advice = OilAdvice.Of(
            bike.Reservoirs.GetValueOrDefault(reservoir)?.Grade,
            FluidChain.StateOf(reservoir, picture.Ledger).Contents?.Fluid,
            weather.Min(day => day.Low),
            weather.Max(day => day.High),
            bike.Cooling == Cooling.Air,
            bike.HeavierOilInHeat
        );
        return new(reservoir, advice, weather[0].Date, weather[^1].Date, simulated, bike.HeavierOilInHeat);
    }
}
