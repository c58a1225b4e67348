using System.Collections.Immutable;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Fuel;

/// <summary>Fuel from one full tank to the next.</summary>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Fuel">Burned in it.</param>
/// <param name="Over">How far, or for how long.</param>
/// <param name="Rate">Litres per 100 km, or per hour on a bike that counts only hours.</param>
public sealed record FuelSpell(LocalDate From, LocalDate To, Volume Fuel, MeterAmount Over, decimal Rate);

/// <summary>What it burns, fill to fill, and how far a tank goes: as a band, because no two tanks are ridden alike.</summary>
/// <param name="By">The meter that it is worked out by: the odometer where the bike has one.</param>
/// <param name="Spells">The oldest first.</param>
/// <param name="Low">The tenth that burns least, and at least <see cref="TankShare"/> under what is likely.</param>
/// <param name="Likely">The middle one.</param>
/// <param name="High">The tenth that burns most, and at least <see cref="TankShare"/> over what is likely.</param>
/// <param name="Dropped">The last fill burned markedly more than is usual: a hint for fault finding.</param>
/// <param name="LeftOut">Spells that cannot be: a fill between them is not in the book, or a meter was misread. They count for
/// nothing.</param>
public sealed record FuelEconomy(
    MeterKind By,
    ImmutableArray<FuelSpell> Spells,
    decimal Low,
    decimal Likely,
    decimal High,
    bool Dropped,
    ImmutableArray<FuelSpell> LeftOut
)
{
    /// <summary>By so much more than usual the last fill is called out (house value).</summary>
    public const decimal MarkedShare = 0.15m;

    /// <summary>
    /// One tank may burn so much more or less than what is usual (house value): the band is never narrower, however few the fills are, or
    /// however many of them make one spell.
    /// </summary>
    public const decimal TankShare = 0.1m;

    /// <summary>
    /// A way between two fills of which more than this share may be a wrong guess says nothing of the engine: where the meter was not read
    /// at a fill, it is joined to the next until the way is long enough (house value).
    /// </summary>
    public const decimal GuessedShare = 0.05m;

    /// <summary>
    /// Too short a way between two fills says more about the brim than about the engine: 30 km, or one hour (house values).
    /// </summary>
    private static decimal LeastOf(MeterKind by) => by == MeterKind.Odometer ? 30_000 : 1;

    /// <summary>What a rate is for: 100 km, or an hour.</summary>
    private static decimal PerOf(MeterKind by) => by == MeterKind.Odometer ? 100_000 : 1;

    /// <summary>What a motorcycle can burn at all, litres per 100 km or per hour (house values): outside of it a fill is missing.</summary>
    private static bool CanBe(MeterKind by, decimal rate) =>
        by == MeterKind.Odometer ? rate is >= 1.2m and <= 30 : rate is >= 0.2m and <= 25;

    /// <summary>A full tank, and how well the meter is known there.</summary>
    /// <param name="Date">The day of the fill.</param>
    /// <param name="Lifetime">Of the meter, read or between the readings around it.</param>
    /// <param name="Variance">Of that guess, in base units squared: anywhere between the readings is as likely. Zero where read.</param>
    private readonly record struct Full(LocalDate Date, MeterAmount Lifetime, double Variance)
    {
        /// <summary>
        /// Of the fills of one day, in the order of the book: where the meter was read with each of them, each. Where it was with none, the
        /// day has one reading or one guess for all of them, and that is the last one's. Else none: which way lies between them is not
        /// known.
        /// </summary>
        /// <returns>For each fill; null too before the first reading and after the last: nothing says yet how far it has come.</returns>
        public static IEnumerable<Full?> Of(IReadOnlyList<LedgerEntry> day, Meter meter)
        {
            var read = day.Select(meter.History.ReadWith).ToList();
            if (read.TrueForAll(point => point is not null))
                return read.Select(point => (Full?)new Full(point!.Date, point.Lifetime, 0));
            var last = read.TrueForAll(point => point is null) ? At(day[^1], meter) : null;
            return day.Select((_, place) => place == day.Count - 1 ? last : null);
        }

        private static Full? At(LedgerEntry entry, Meter meter) =>
            meter.History.Unread(entry.Date) is { } unread && meter.History.At(entry, meter.Forecast) is { } at
                ? new(entry.Date, at.Lifetime, (double)unread.InBase * (double)unread.InBase / 12)
                : null;
    }

    /// <returns>Null where no two full tanks with a way between them are known.</returns>
    public static FuelEconomy? Of(BikeLedger ledger, BikeMeters meters)
    {
        var by = meters.Own.ContainsKey(MeterKind.Odometer) ? MeterKind.Odometer : MeterKind.HourMeter;
        if (!meters.Own.TryGetValue(by, out var meter))
            return null;
        var spells = ImmutableArray.CreateBuilder<FuelSpell>();
        var leftOut = ImmutableArray.CreateBuilder<FuelSpell>();
        Full? full = null;
        var poured = 0m;
        var fills = ledger.Each<FuelBought>().ToList();
        var known = fills.GroupBy(fill => fill.Entry.Date).SelectMany(day => Full.Of([.. day.Select(fill => fill.Entry)], meter));
        foreach (var ((_, fuel), at) in fills.Zip(known))
        {
            poured += fuel.Volume.Litres;
            // Fuel went in that nobody wrote down: what was burned until here is not known, and it begins anew at the next full tank.
            if (fuel.MissedSome)
                full = null;
            if (!fuel.ToTheBrim || at is not { } here)
                continue;
            if (full is { } first)
            {
                var over = here.Lifetime - first.Lifetime;
                var told = Math.Sqrt(first.Variance + here.Variance) <= (double)(over.InBase * GuessedShare);
                // Joined to what comes after, but where a better beginning is found.
                if (!told && here.Variance >= first.Variance)
                    continue;
                if (told && over.InBase >= LeastOf(by))
                {
                    var spell = new FuelSpell(first.Date, here.Date, Volume.FromLitres(poured), over, poured / (over.InBase / PerOf(by)));
                    (CanBe(by, spell.Rate) ? spells : leftOut).Add(spell);
                }
            }

            full = here;
            poured = 0;
        }

        if (spells.Count == 0)
            return null;
        var sorted = spells.Select(spell => spell.Rate).Order().ToList();
        var likely = Quantile(sorted, 0.5m);
        return new(
            by,
            spells.ToImmutable(),
            Math.Min(Quantile(sorted, 0.1m), likely * (1 - TankShare)),
            likely,
            Math.Max(Quantile(sorted, 0.9m), likely * (1 + TankShare)),
            spells.Count >= 4 && spells[^1].Rate > likely * (1 + MarkedShare),
            leftOut.ToImmutable()
        );
    }

    /// <summary>How far, or how long, so much fuel goes: the short end of the band, what is likely, the long end.</summary>
    public (MeterAmount Short, MeterAmount Likely, MeterAmount Long) Range(Volume fuel)
    {
        MeterAmount At(decimal rate) => MeterAmount.Of(By, rate <= 0 ? 0 : fuel.Litres / rate * PerOf(By));
        return (At(High), At(Likely), At(Low));
    }

    private static decimal Quantile(List<decimal> sorted, decimal share)
    {
        var at = share * (sorted.Count - 1);
        var low = (int)at;
        return low + 1 < sorted.Count ? sorted[low] + ((sorted[low + 1] - sorted[low]) * (at - low)) : sorted[low];
    }
}
