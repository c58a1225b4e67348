using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Fluids;

/// <summary>What was used up between two readings of a level.</summary>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Used">What was topped up in it.</param>
/// <param name="Over">Distance or hours in between.</param>
/// <param name="Rate">Litres per 1,000 km, or millilitres per hour.</param>
public sealed record ConsumptionSpell(LocalDate From, LocalDate To, Volume Used, MeterAmount Over, decimal Rate);

/// <summary>What a reservoir's loss amounts to.</summary>
public enum ConsumptionVerdict
{
    NotKnown,
    Ordinary,
    Rising,
    TooMuch,
}

/// <summary>
/// What a reservoir uses: contents at the first of two level readings, and what was topped up, less contents at the second, both read in
/// the same stance. Filled less drained is biased by what clings inside, so it is not used here.
/// </summary>
/// <param name="Verdict">Normal, rising, too much, or not known.</param>
/// <param name="Meter">What the rate is counted over; null where nothing is known.</param>
/// <param name="Rate">Over all spells; null where nothing is known.</param>
/// <param name="Spells">The oldest first.</param>
public sealed record Consumption(ConsumptionVerdict Verdict, MeterKind? Meter, decimal? Rate, ImmutableArray<ConsumptionSpell> Spells)
{
    /// <summary>
    /// Litres per 1,000 km at which it warns (house value); counted in hours, at the usual 40 km an hour that is 20 ml an hour.
    /// </summary>
    public const decimal TooMuchPerThousandKm = 0.5m;

    /// <summary>The same on a bike that counts hours.</summary>
    public const decimal TooMuchMlPerHour = 20;

    /// <summary>Spells in a row, each higher than the one before it, that are called rising (house value).</summary>
    private const int RisingSpells = 3;

    /// <summary>Whether what is topped up tells of the engine's health: its own oil and its coolant.</summary>
    public static bool IsWatched(ReservoirId reservoir) => reservoir is ReservoirId.Engine or ReservoirId.OilTank or ReservoirId.Coolant;

    /// <summary>From what was topped up, over the first of its meters that gives a spell; not known where none does.</summary>
    public static Consumption Of(ReservoirId reservoir, BikeLedger ledger, BikeMeters meters)
    {
        foreach (var (kind, meter) in meters.Own)
        {
            var spells = SpellsOf(reservoir, ledger, meter);
            if (spells.IsEmpty)
                continue;
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
        if (last >= most)
            return ConsumptionVerdict.TooMuch;
        var rising =
            spells.Length >= RisingSpells
            && spells[^RisingSpells..].Zip(spells[^(RisingSpells - 1)..]).All(pair => pair.Second.Rate > pair.First.Rate);
        return rising && last >= most / 2 ? ConsumptionVerdict.Rising : ConsumptionVerdict.Ordinary;
    }

    private static ImmutableArray<ConsumptionSpell> SpellsOf(ReservoirId reservoir, BikeLedger ledger, Meter meter)
    {
        var spells = ImmutableArray.CreateBuilder<ConsumptionSpell>();
        (LedgerEntry Entry, decimal Under)? from = null;
        LedgerEntry? firstLook = null;
        var topped = 0m;
        foreach (var entry in ledger.InForce)
        {
            switch (entry.Body)
            {
                case FluidFilled fill when fill.Reservoir == reservoir:
                case FluidDrained drain when drain.Reservoir == reservoir:
                    (from, firstLook) = (null, null);
                    break;
                case FluidToppedUp more when more.Reservoir == reservoir:
                    topped += more.Volume.Litres;
                    break;
                case LevelSeen seen when seen.Reservoir == reservoir && UnderFull(seen) is { } under:
                    firstLook ??= entry;
                    if (from is { } first && Between(first.Entry, entry, meter) is { } over)
                    {
                        var used = under - first.Under + topped;
                        if (over < LeastOf(over.Kind))
                        {
                            // Too short a way for a rate. What is topped up so soon after filling has filled a filter, and was not used;
                            // later on it is counted with the next look, or an engine that is topped up every few miles would tell nothing.
                            if (!(Between(firstLook, entry, meter) < LeastOf(over.Kind)))
                                break;
                        }
                        // Less than nothing was used only where a reading was wrong; the spell then tells nothing.
                        else if (used >= 0)
                            spells.Add(new(first.Entry.Date, entry.Date, Volume.FromLitres(used), over, RateOf(used, over)));
                    }

                    from = (entry, under);
                    topped = 0;
                    break;
            }
        }

        return spells.ToImmutable();
    }

    private static decimal? UnderFull(LevelSeen seen) => seen.UnderFull?.Litres ?? (seen.Level == Level.AtMaximum ? 0 : null);

    /// <summary>Null where the meter is not known at one of the two.</summary>
    private static MeterAmount? Between(LedgerEntry from, LedgerEntry to, Meter meter) =>
        meter.History.At(from, meter.Forecast) is { } then && meter.History.At(to, meter.Forecast) is { } now
            ? now.Lifetime - then.Lifetime
            : null;

    /// <summary>The least way for a rate: 100 km, or two hours (house values).</summary>
    private static MeterAmount LeastOf(MeterKind kind) => MeterAmount.Of(kind, kind == MeterKind.Odometer ? 100_000 : 2);

    private static decimal RateOf(decimal litres, MeterAmount over) =>
        over.InBase == 0 ? 0
        : over.Kind == MeterKind.Odometer ? litres / (over.InBase / 1_000_000)
        : litres * 1000 / over.InBase;
}
