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

/// <summary>A stretch between two levels read alike.</summary>
/// <param name="From">Its first day.</param>
/// <param name="To">Its last day.</param>
/// <param name="Used">What was topped up in it.</param>
/// <param name="Over">How far, or for how long, it was ridden in it.</param>
/// <param name="Rate">Used for that, in the unit of the whole.</param>
public sealed record SpellAnswer(LocalDate From, LocalDate To, Shown Used, Shown Over, decimal Rate);

/// <summary>What a reservoir loses.</summary>
/// <param name="Verdict">Normal, rising, too much, or not known.</param>
/// <param name="Unit">Of the rate: "L/1,000 km" or "ml/h".</param>
/// <param name="Rate">Over all spells; null where there is none.</param>
/// <param name="WarnsAt">The house threshold, in the same unit.</param>
/// <param name="Spells">The newest first.</param>
public sealed record ConsumptionAnswer(
    ConsumptionVerdict Verdict,
    string Unit,
    decimal? Rate,
    decimal WarnsAt,
    IReadOnlyList<SpellAnswer> Spells
);

/// <summary>A reservoir with its history.</summary>
/// <param name="Id">Which one.</param>
/// <param name="Status">How far its content is proven.</param>
/// <param name="Now">What is in it.</param>
/// <param name="LikelyFluid">What one would pour: the profile's grade, or what is in it; null where neither is known.</param>
/// <param name="Chain">The latest lines of its own, the newest first.</param>
/// <param name="ChainLength">How many lines of the book speak of it.</param>
/// <param name="Consumption">Null where its loss tells nothing of the engine.</param>
/// <param name="DrainedOn">Of the last drain; null where none was written.</param>
/// <param name="LastDrain">What the last drain that was read says.</param>
/// <param name="Warnings">Where what is in it and the place do not agree.</param>
/// <param name="LevelBy">How its level is read, where the profile says so.</param>
/// <param name="ReadAt">Whether its level is read hot or cold.</param>
/// <param name="WaitMinutes">After stopping; 0 where it is read cold.</param>
/// <param name="Strength">Of the coolant; null for any other, and where it is not known.</param>
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
/// <param name="Filled">Percent by volume, as it was filled.</param>
/// <param name="FreezesAt">Degrees Celsius; null outside of the table.</param>
/// <param name="Changed">True where top-ups moved it.</param>
/// <param name="TooWeak">True below what its inhibitors need.</param>
/// <param name="Least">Below this inhibitors no longer protect.</param>
public sealed record CoolantStrengthAnswer(decimal Share, decimal Filled, decimal? FreezesAt, bool Changed, bool TooWeak, decimal Least);

/// <summary>Between two fuellings to the brim.</summary>
/// <param name="From">Its first day.</param>
/// <param name="To">Its last day.</param>
/// <param name="Fuel">What went in.</param>
/// <param name="Over">How far, or for how long.</param>
/// <param name="Rate">In the unit of the whole.</param>
public sealed record FuelSpellAnswer(LocalDate From, LocalDate To, Shown Fuel, Shown Over, decimal Rate);

/// <summary>What the bike burns, from fuellings to the brim.</summary>
/// <param name="Unit">Of the rates: "L/100 km", or "L/h" on a bike that counts only hours.</param>
/// <param name="Low">The tenth that burns least; at least a tenth under what is likely.</param>
/// <param name="Likely">The middle one.</param>
/// <param name="High">The tenth that burns most; at least a tenth over what is likely.</param>
/// <param name="Dropped">The last fill burned markedly more than is usual: a hint for fault finding.</param>
/// <param name="Spells">The newest first.</param>
/// <param name="LeftOut">Spells that cannot be: something was not written.</param>
/// <param name="Tank">What the tank holds, where the profile says so.</param>
/// <param name="OnTank">How far a full tank goes; null where its size is not known.</param>
/// <param name="OnReserve">How far the reserve goes; null where its size is not known.</param>
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

/// <summary>How far it goes.</summary>
/// <param name="Short">Where it burns most.</param>
/// <param name="Likely">In the middle.</param>
/// <param name="Long">Where it burns least.</param>
public sealed record RangeAnswer(Shown Short, Shown Likely, Shown Long);

/// <summary>What the coming weeks ask of the engine's oil.</summary>
/// <param name="Reservoir">Where that oil is.</param>
/// <param name="Advice">With its reasons.</param>
/// <param name="From">First day of the weather looked at.</param>
/// <param name="To">Last day of it.</param>
/// <param name="Simulated">The weather is made up.</param>
/// <param name="HeavierChosen">The owner's yes to a heavier oil in heat.</param>
public sealed record OilAdviceAnswer(
    ReservoirId Reservoir,
    OilAdvice Advice,
    LocalDate From,
    LocalDate To,
    bool Simulated,
    bool HeavierChosen
);

/// <summary>All fluids of a bike.</summary>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Reservoirs">Those that it has, without fuel.</param>
/// <param name="Fuel">Null where too few fuellings tell.</param>
/// <param name="Oil">Null of an engine whose oil is burnt.</param>
/// <param name="VolumeUnit">The symbol of the unit in which the owner types and reads volumes.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
/// <param name="Version">Counts up with every change, from 1; sent back as If-Match.</param>
public sealed record FluidsAnswer(
    string Nickname,
    IReadOnlyList<ReservoirPage> Reservoirs,
    FuelAnswer? Fuel,
    OilAdviceAnswer? Oil,
    string VolumeUnit,
    LocalDate Today,
    int Version
) : IVersioned;

/// <summary>What a bike's fluids page shows, made from its snapshot.</summary>
public static class FluidAnswers
{
    private const int ChainShown = 12;

    /// <param name="weather">The days ahead; empty where nobody says.</param>
    /// <param name="simulated">It comes from the stand-in that ships.</param>
    public static FluidsAnswer Of(BikeSnapshot snapshot, OwnerSettings settings, ImmutableArray<DayOfWeather> weather, bool simulated) =>
        new(
            snapshot.Profile.Nickname,
            [.. Reservoirs.Of(snapshot.Profile).Where(id => id != ReservoirId.Fuel).Select(id => PageOf(id, snapshot, settings))],
            FuelOf(snapshot, settings),
            OilOf(snapshot, weather, simulated),
            settings.Volume.Symbol,
            snapshot.Today,
            snapshot.Bike.Version
        );

    private static ReservoirPage PageOf(ReservoirId id, BikeSnapshot snapshot, OwnerSettings settings)
    {
        var lines = FluidChain.LinesOf(id, snapshot.Ledger).Reverse().ToList();
        var now = BikeAnswers.ReservoirOf(id, snapshot, settings);
        var spec = snapshot.Profile.Reservoirs.GetValueOrDefault(id);
        var reading = LevelReading.Of(id, spec);
        var drained = lines.FirstOrDefault(entry => entry.Body is FluidDrained);
        var consumption = Consumption.IsWatched(id) ? Consumption.Of(id, snapshot.Ledger, snapshot.Meters) : null;
        return new(
            Id: id,
            Status: ReservoirStatuses.Of(id, snapshot.Ledger),
            Now: now,
            LikelyFluid: spec?.Grade ?? now.Fluid,
            Chain: [.. lines.Take(ChainShown).Select(entry => EntryAnswers.Of(entry, snapshot, settings))],
            ChainLength: lines.Count,
            Consumption: consumption is null ? null : ConsumptionOf(consumption, snapshot.Profile, settings),
            DrainedOn: drained?.Date,
            LastDrain: drained?.Body is FluidDrained read ? DrainMeanings.Of(read.Reading) : [],
            Warnings: now.Fluid is { } fluid ? Compatibility.Warnings(id, snapshot.Profile, fluid, spec?.Grade) : [],
            LevelBy: spec?.Level,
            ReadAt: reading.ReadAt,
            WaitMinutes: reading.WaitMinutes,
            Strength: id == ReservoirId.Coolant && CoolantStrength.Of(snapshot.Ledger) is { } strength
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

    private static FuelAnswer? FuelOf(BikeSnapshot snapshot, OwnerSettings settings)
    {
        if (FuelEconomy.Of(snapshot.Ledger, snapshot.Meters) is not { } economy)
            return null;
        var bike = snapshot.Profile;
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
            Unit: economy.By != MeterKind.Odometer ? "L/h"
                : miles ? "L/100 mi"
                : "L/100 km",
            Low: Rate(economy.Low),
            Likely: Rate(economy.Likely),
            High: Rate(economy.High),
            Dropped: economy.Dropped,
            Spells: [.. economy.Spells.Reverse().Take(ChainShown).Select(SpellOf)],
            LeftOut: [.. economy.LeftOut.Reverse().Take(ChainShown).Select(SpellOf)],
            Tank: tank is { } whole ? Shown.Of(whole, settings) : null,
            OnTank: RangeOf(tank),
            OnReserve: RangeOf(bike.TankReserve)
        );
    }

    private static OilAdviceAnswer? OilOf(BikeSnapshot snapshot, ImmutableArray<DayOfWeather> weather, bool simulated)
    {
        if (weather.IsEmpty)
            return null;
        var advice = OilAdvice.For(snapshot.Profile, snapshot.Ledger, weather.Min(day => day.Low), weather.Max(day => day.High));
        return advice is null
            ? null
            : new(
                advice.Value.Reservoir,
                advice.Value.Advice,
                weather[0].Date,
                weather[^1].Date,
                simulated,
                snapshot.Profile.HeavierOilInHeat
            );
    }
}
