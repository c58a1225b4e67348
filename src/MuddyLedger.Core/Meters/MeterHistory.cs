using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Meters;

/// <summary>One reading with its lifetime value.</summary>
/// <param name="Display">What the meter showed.</param>
/// <param name="Lifetime">What the bike had done, over all meters it has had.</param>
public sealed record MeterPoint(LocalDate Date, MeterAmount Display, MeterAmount Lifetime, EntryId Entry, RunId? Run, int Epoch);

/// <summary>The lifetime meter of a bike at some date, and whether it was read or reckoned.</summary>
public sealed record MeterAt(LocalDate Date, MeterAmount Lifetime, bool Estimated);

/// <summary>
/// All readings of one meter. A meter has epochs: a new dash, a reset or a rollover starts one.
/// Lifetime = lifetime at the epoch's start + (display - display at the epoch's start). All rules use lifetime values.
/// </summary>
public sealed class MeterHistory
{
    private readonly record struct Epoch(LocalDate From, int Index, MeterAmount Display, MeterAmount Lifetime);

    private readonly ImmutableArray<Epoch> _epochs;

    private MeterHistory(MeterKind kind, ImmutableArray<MeterPoint> points, ImmutableArray<Epoch> epochs)
    {
        Kind = kind;
        Points = points;
        _epochs = epochs;
    }

    public MeterKind Kind { get; }

    /// <summary>In order of date, and within a day in the order they were written.</summary>
    public ImmutableArray<MeterPoint> Points { get; }

    public MeterPoint? Last => Points.IsEmpty ? null : Points[^1];

    public static MeterHistory Of(BikeLedger ledger, MeterKind kind)
    {
        var epochs = ImmutableArray.Create(new Epoch(LocalDate.MinIsoValue, 0, MeterAmount.Of(kind, 0), MeterAmount.Of(kind, 0)));
        var points = ImmutableArray.CreateBuilder<MeterPoint>();
        foreach (var entry in ledger.Standing)
        {
            if (entry.Body is MeterEpochStarted start && start.Display.Kind == kind)
                epochs = epochs.Add(new Epoch(entry.Date, epochs.Length, start.Display, start.Lifetime));
            else if (entry.Body is MeterRead read && read.Display.Kind == kind)
                points.Add(new MeterPoint(entry.Date, read.Display, epochs[^1].Lifetime + (read.Display - epochs[^1].Display), entry.Id, entry.Run, epochs[^1].Index));
        }

        return new MeterHistory(kind, points.ToImmutable(), epochs);
    }

    /// <summary>What the meter would show on a day when the bike had done this much</summary>
    public MeterAmount DisplayFor(LocalDate date, MeterAmount lifetime)
    {
        var epoch = EpochAt(date);
        return epoch.Display + (lifetime - epoch.Lifetime);
    }

    public MeterAmount LifetimeFor(LocalDate date, MeterAmount display)
    {
        var epoch = EpochAt(date);
        return epoch.Lifetime + (display - epoch.Display);
    }

    /// <summary>
    /// The lifetime meter at a date: as read that day, else between the readings around it, else after the last one by the usage rate.
    /// Null before the first reading, and after the last where no rate is known.
    /// </summary>
    public MeterAt? At(LocalDate date, UsageRate? rate)
    {
        if (Points.IsEmpty || date < Points[0].Date) return null;
        var before = Points.Last(point => point.Date <= date);
        if (before.Date == date) return new(date, before.Lifetime, Estimated: false);
        var after = Points.FirstOrDefault(point => point.Date > date);
        var days = Period.DaysBetween(before.Date, date);
        if (after is not null)
        {
            var share = days / (decimal)Period.DaysBetween(before.Date, after.Date);
            return new(date, before.Lifetime + (after.Lifetime - before.Lifetime) * share, Estimated: true);
        }

        return rate is null ? null : new(date, before.Lifetime + rate.PerDay * days, Estimated: true);
    }

    /// <summary>The meter when an entry was made: the reading of its own job run, else the meter at its date.</summary>
    public MeterAt? At(LedgerEntry entry, UsageRate? rate) =>
        entry.Run is { } run && Points.LastOrDefault(point => point.Run == run && point.Date == entry.Date) is { } own
            ? new(own.Date, own.Lifetime, Estimated: false)
            : At(entry.Date, rate);

    /// <summary>The day on which the lifetime meter reached, or will likely reach, this much; null where no use is known.</summary>
    public LocalDate? Reaches(MeterAmount lifetime, UsageRate? rate)
    {
        for (var at = 0; at < Points.Length; at++)
        {
            if (Points[at].Lifetime < lifetime) continue;
            if (at == 0 || Points[at].Lifetime == Points[at - 1].Lifetime) return Points[at].Date;
            var share = (lifetime.InBase - Points[at - 1].Lifetime.InBase) / (Points[at].Lifetime.InBase - Points[at - 1].Lifetime.InBase);
            return Points[at - 1].Date.PlusDays((int)Math.Ceiling(share * Period.DaysBetween(Points[at - 1].Date, Points[at].Date)));
        }

        if (Last is null || rate is null || rate.PerDay.InBase <= 0) return null;
        var days = Math.Ceiling((lifetime - Last.Lifetime).InBase / rate.PerDay.InBase);
        return days > FarthestDays ? null : Last.Date.PlusDays((int)days);
    }

    /// <summary>Whether a new reading fits among those known, and if not, in words.</summary>
    /// <param name="show">Writes an amount as this bike's meter would.</param>
    public string? Refuse(LocalDate date, MeterAmount display, Func<MeterAmount, string> show, LocalDate today, EntryId? instead = null)
    {
        var epoch = EpochAt(date);
        var others = Points.Where(point => point.Entry != instead).ToList();
        var before = others.LastOrDefault(point => point.Date <= date && point.Epoch == epoch.Index);
        var after = others.FirstOrDefault(point => point.Date > date && point.Epoch == epoch.Index);
        if (date > today) return "lies in the future";
        if (before is not null && display < before.Display)
            return $"is lower than the {show(before.Display)} of {Day(before.Date)}. A meter does not run backwards: was it mistyped, or was the dash swapped, rolled over or reset?";
        if (after is not null && display > after.Display)
            return $"is higher than the {show(after.Display)} of {Day(after.Date)}, which is later: one of the two is mistyped or misdated";
        return null;
    }

    /// <summary>The epoch that begins when a meter is swapped, reset or rolls over, with its first reading.</summary>
    /// <param name="display">What the meter shows now.</param>
    /// <param name="rollsAt">Where the display turns to zero; needed for a rollover. The distance up to there is not lost.</param>
    public MeterEpochStarted StartEpoch(EpochCause cause, MeterAmount display, MeterAmount? rollsAt)
    {
        var zero = MeterAmount.Of(Kind, 0);
        var lifetime = Last?.Lifetime ?? zero;
        return cause == EpochCause.RolledOver && rollsAt is { } top && Last is { } last
            ? new(zero, lifetime + (top - last.Display), cause)
            : new(display, lifetime, cause);
    }

    /// <summary>Centuries ahead is no forecast.</summary>
    private const int FarthestDays = 365 * 60;

    private static string Day(LocalDate date) => date.ToString("d MMMM uuuu", System.Globalization.CultureInfo.InvariantCulture);

    private Epoch EpochAt(LocalDate date) => _epochs.Last(epoch => epoch.From <= date);
}
