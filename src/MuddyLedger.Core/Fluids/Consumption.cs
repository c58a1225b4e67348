using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Fluids;

/// <summary>What was used up between two readings of a level.</summary>
/// <param name="Over">Distance or hours in between.</param>
/// <param name="Rate">Litres per 1,000 km, or millilitres per hour.</param>
public sealed record ConsumptionSpell(LocalDate From, LocalDate To, Volume Used, MeterAmount Over, decimal Rate);

public enum ConsumptionVerdict { NotKnown, Ordinary, Rising, TooMuch }

/// <summary>
/// What a reservoir uses: contents at the first of two level readings, and what was topped up, less contents at the second, both read in the
/// same stance. Filled less drained is biased by what clings inside, so it is not used here.
/// </summary>
/// <param name="Meter">What the rate is counted over; null where nothing is known.</param>
public sealed record Consumption(ConsumptionVerdict Verdict, MeterKind? Meter, decimal? Rate, ImmutableArray<ConsumptionSpell> Spells)
{
    /// <summary>Litres per 1,000 km at which it warns (house value); counted in hours, at the usual 40 km an hour that is 20 ml an hour.</summary>
    public const decimal TooMuchPerThousandKm = 0.5m;
    public const decimal TooMuchMlPerHour = 20;

    /// <summary>Spells in a row, each higher than the one before it, that are called rising (house value).</summary>
    private const int RisingSpells = 3;

    public static Consumption Of(ReservoirId reservoir, BikeLedger ledger, BikeMeters meters)
    {
        foreach (var (kind, meter) in meters.Own)
        {
            var spells = SpellsOf(reservoir, ledger, meter);
            if (spells.IsEmpty) continue;
            var used = spells.Sum(spell => spell.Used.Litres);
            var over = spells.Aggregate(MeterAmount.Of(kind, 0), (sum, spell) => sum + spell.Over);
            return new(VerdictOf(spells, kind), kind, RateOf(used, over), spells);
        }

        return new(ConsumptionVerdict.NotKnown, null, null, []);
    }

    private static ConsumptionVerdict VerdictOf(ImmutableArray<ConsumptionSpell> spells, MeterKind kind)
    {
        var most = kind == MeterKind.Odometer ? TooMuchPerThousandKm : TooMuchMlPerHour;
        var last = spells[^1].Rate;
        if (last >= most) return ConsumptionVerdict.TooMuch;
        var rising = spells.Length >= RisingSpells && spells[^RisingSpells..].Zip(spells[^(RisingSpells - 1)..]).All(pair => pair.Second.Rate > pair.First.Rate);
        return rising && last >= most / 2 ? ConsumptionVerdict.Rising : ConsumptionVerdict.Ordinary;
    }

    private static ImmutableArray<ConsumptionSpell> SpellsOf(ReservoirId reservoir, BikeLedger ledger, Meter meter)
    {
        var spells = ImmutableArray.CreateBuilder<ConsumptionSpell>();
        (LedgerEntry Entry, decimal Under)? from = null;
        var topped = 0m;
        foreach (var entry in ledger.Standing)
        {
            switch (entry.Body)
            {
                case FluidFilled fill when fill.Reservoir == reservoir:
                case FluidDrained drain when drain.Reservoir == reservoir:
                    from = null;
                    topped = 0;
                    break;
                case FluidToppedUp more when more.Reservoir == reservoir:
                    topped += more.Volume.Litres;
                    break;
                case LevelSeen seen when seen.Reservoir == reservoir && UnderFull(seen) is { } under:
                    if (from is { } first && Between(first.Entry, entry, meter) is { } over)
                    {
                        var used = under - first.Under + topped;
                        // Less than nothing was used only where a reading was wrong; the spell then tells nothing.
                        if (used >= 0) spells.Add(new(first.Entry.Date, entry.Date, Volume.FromLitres(used), over, RateOf(used, over)));
                    }

                    from = (entry, under);
                    topped = 0;
                    break;
            }
        }

        return spells.ToImmutable();
    }

    private static decimal? UnderFull(LevelSeen seen) => seen.UnderFull?.Litres ?? (seen.Level == Level.AtMaximum ? 0 : null);

    /// <summary>Null where too little was ridden in between for a rate.</summary>
    private static MeterAmount? Between(LedgerEntry from, LedgerEntry to, Meter meter)
    {
        if (meter.History.At(from, meter.Forecast) is not { } then || meter.History.At(to, meter.Forecast) is not { } now) return null;
        var over = now.Lifetime - then.Lifetime;
        return over.Kind == MeterKind.Odometer ? over.InBase >= 100_000 ? over : null : over.InBase >= 2 ? over : null;
    }

    private static decimal RateOf(decimal litres, MeterAmount over) => over.InBase == 0 ? 0 : over.Kind == MeterKind.Odometer ? litres / (over.InBase / 1_000_000) : litres * 1000 / over.InBase;
}

/// <summary>Fuel from one full tank to the next.</summary>
/// <param name="Per100Km">Litres.</param>
public sealed record FuelSpell(LocalDate From, LocalDate To, Volume Fuel, Distance Over, decimal Per100Km);

/// <summary>What it burns, fill to fill, and how far a tank goes: as a band, because no two tanks are ridden alike.</summary>
/// <param name="Low">The tenth that burns least; of few fills, the least.</param>
/// <param name="Dropped">The last fill burned markedly more than is usual: a hint for fault finding.</param>
public sealed record FuelEconomy(ImmutableArray<FuelSpell> Spells, decimal Low, decimal Likely, decimal High, bool Dropped)
{
    /// <summary>By so much more than usual the last fill is called out (house value).</summary>
    public const decimal MarkedShare = 0.15m;

    /// <summary>Too short a way between two fills says more about the brim than about the engine.</summary>
    private const decimal LeastMetres = 30_000;

    /// <returns>Null where no two full tanks with a way between them are known.</returns>
    public static FuelEconomy? Of(BikeLedger ledger, BikeMeters meters)
    {
        if (!meters.Own.TryGetValue(MeterKind.Odometer, out var meter)) return null;
        var spells = ImmutableArray.CreateBuilder<FuelSpell>();
        (LedgerEntry Entry, MeterAt At)? full = null;
        var poured = 0m;
        foreach (var (entry, fuel) in ledger.Each<FuelBought>())
        {
            poured += fuel.Volume.Litres;
            if (!fuel.ToTheBrim || meter.History.At(entry, meter.Forecast) is not { } at) continue;
            if (full is { } first && (at.Lifetime - first.At.Lifetime).InBase is var metres && metres >= LeastMetres)
                spells.Add(new(first.Entry.Date, entry.Date, Volume.FromLitres(poured), Distance.From(new Quantity(metres, Unit.Metre)), poured / (metres / 100_000)));
            full = (entry, at);
            poured = 0;
        }

        if (spells.Count == 0) return null;
        var sorted = spells.Select(spell => spell.Per100Km).Order().ToList();
        var likely = Quantile(sorted, 0.5m);
        return new(spells.ToImmutable(), Quantile(sorted, 0.1m), likely, Quantile(sorted, 0.9m), spells.Count >= 4 && spells[^1].Per100Km > likely * (1 + MarkedShare));
    }

    /// <summary>How far so much fuel goes: the short end of the band, what is likely, the long end.</summary>
    public (Distance Short, Distance Likely, Distance Long) Range(Volume fuel)
    {
        Distance At(decimal rate) => Distance.From(new Quantity(rate <= 0 ? 0 : fuel.Litres / rate * 100, Unit.Kilometre));
        return (At(High), At(Likely), At(Low));
    }

    private static decimal Quantile(List<decimal> sorted, decimal share)
    {
        var at = share * (sorted.Count - 1);
        var low = (int)at;
        return low + 1 < sorted.Count ? sorted[low] + ((sorted[low + 1] - sorted[low]) * (at - low)) : sorted[low];
    }
}
