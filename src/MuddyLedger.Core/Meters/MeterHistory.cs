using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Meters;

/// <summary>One reading with its lifetime value.</summary>
/// <param name="Date">When it was read.</param>
/// <param name="Display">What the meter showed.</param>
/// <param name="Lifetime">What the bike had done, over all meters it has had.</param>
/// <param name="Entry">The line that says so.</param>
/// <param name="Epoch">Which meter it was, from 0.</param>
public sealed record MeterPoint(LocalDate Date, MeterAmount Display, MeterAmount Lifetime, EntryId Entry, int Epoch)
{
    /// <summary>The line itself; null for a point that is worked out and was never on a dash.</summary>
    public LedgerEntry? Line { get; init; }
}

/// <summary>The lifetime meter of a bike at some date, and whether it was read or worked out.</summary>
/// <param name="Date">The day.</param>
/// <param name="Lifetime">What the bike had run by then.</param>
/// <param name="Estimated">It was not read on that day.</param>
public sealed record MeterAt(LocalDate Date, MeterAmount Lifetime, bool Estimated);

/// <summary>Where a meter's values come from.</summary>
public enum MeterSource
{
    Read,
    OtherMeter,
    Rides,
    Stated,
}

/// <summary>
/// All readings of one meter. A meter has epochs: a new dash, a reset or a rollover starts one.
/// Lifetime = lifetime at the epoch's start + (display - display at the epoch's start). All rules use lifetime values.
/// </summary>
public sealed class MeterHistory
{
    private readonly record struct Epoch(LocalDate From, int Index, MeterAmount Display, MeterAmount Lifetime);

    /// <summary>What the bike is taken to have done by the end of a ride that no reading has overtaken yet.</summary>
    private readonly record struct Ridden(LocalDate Date, int Place, MeterAmount Lifetime);

    private readonly ImmutableArray<Epoch> _epochs;
    private readonly ImmutableArray<Ridden> _ridden;

    private MeterHistory(
        MeterKind kind,
        ImmutableArray<MeterPoint> points,
        ImmutableArray<Epoch> epochs,
        MeterSource source,
        ImmutableArray<Ridden> ridden = default
    )
    {
        _ridden = ridden.IsDefault ? [] : ridden;
        Kind = kind;
        Points = points;
        Source = source;
        _epochs = epochs;
    }

    /// <summary>Of the meter.</summary>
    public MeterKind Kind { get; }

    /// <summary>In order of date, and within a day in the order they were written.</summary>
    public ImmutableArray<MeterPoint> Points { get; }

    /// <summary>Anything but <see cref="MeterSource.Read"/> makes every value an estimate.</summary>
    public MeterSource Source { get; }

    /// <summary>The latest reading; null where there is none.</summary>
    public MeterPoint? Last => Points.IsEmpty ? null : Points[^1];

    /// <summary>From all readings, rides and exchanges of a dash that count.</summary>
    public static MeterHistory Of(BikeLedger ledger, MeterKind kind) => ledger.Fold(Folds[kind]);

    private static readonly ImmutableSortedDictionary<MeterKind, LineFold<MeterHistory>> Folds = Enum.GetValues<MeterKind>()
        .ToImmutableSortedDictionary(
            kind => kind,
            kind => new LineFold<MeterHistory>(
                body =>
                    body is MeterRead read && read.Display.Kind == kind || body is MeterEpochStarted start && start.Display.Kind == kind,
                lines => OfLines(lines, kind)
            )
        );

    private static MeterHistory OfLines(BikeLedger ledger, MeterKind kind)
    {
        var epochs = ImmutableArray.Create(new Epoch(LocalDate.MinIsoValue, 0, MeterAmount.Of(kind, 0), MeterAmount.Of(kind, 0)));
        var points = ImmutableArray.CreateBuilder<MeterPoint>();
        foreach (var entry in ledger.InForce)
        {
            if (entry.Body is MeterEpochStarted start && start.Display.Kind == kind)
                epochs = epochs.Add(new Epoch(entry.Date, epochs.Length, start.Display, start.Lifetime));
            else if (entry.Body is MeterRead read && read.Display.Kind == kind)
                points.Add(
                    new MeterPoint(
                        entry.Date,
                        read.Display,
                        epochs[^1].Lifetime + (read.Display - epochs[^1].Display),
                        entry.Id,
                        epochs[^1].Index
                    )
                    {
                        Line = entry,
                    }
                );
        }

        return new MeterHistory(kind, points.ToImmutable(), epochs, MeterSource.Read);
    }

    /// <summary>Points that were never on a dash: added up from rides, worked out from another meter, begun on the owner's word.</summary>
    internal static MeterHistory Derived(
        MeterKind kind,
        MeterSource source,
        IEnumerable<(LocalDate Date, MeterAmount Lifetime, EntryId Entry)> points
    ) =>
        new(
            kind,
            [.. points.Select(point => new MeterPoint(point.Date, point.Lifetime, point.Lifetime, point.Entry, 0))],
            [new Epoch(LocalDate.MinIsoValue, 0, MeterAmount.Of(kind, 0), MeterAmount.Of(kind, 0))],
            source
        );

    /// <summary>
    /// The same readings with the rides since the last of them: a ride moves the estimate until a meter is read. What was ridden by then
    /// is taken as the sum of the rides or as what is usual, whichever is more: nobody notes down every ride (house). A ride on the day of
    /// the reading is taken to be in it: the dash is read on coming home, whichever of the two is written down first.
    /// </summary>
    /// <param name="rides">In the order of the book, each with its amount on this meter.</param>
    internal MeterHistory WithRides(IEnumerable<(LedgerEntry Entry, MeterAmount Amount)> rides, UsageForecast? forecast)
    {
        if (Last is not { } last)
            return this;
        var ridden = ImmutableArray.CreateBuilder<Ridden>();
        var sum = MeterAmount.Of(Kind, 0);
        foreach (var (entry, amount) in rides.Where(ride => ride.Entry.Date > last.Date))
        {
            sum += amount;
            var usual = forecast?.UseBetween(last.Date, entry.Date) ?? MeterAmount.Of(Kind, 0);
            ridden.Add(new(entry.Date, entry.Place, last.Lifetime + (sum > usual ? sum : usual)));
        }

        return ridden.Count == 0 ? this : new(Kind, Points, _epochs, Source, ridden.ToImmutable());
    }

    /// <summary>How many rides since the last reading move the estimate.</summary>
    public int RidesSince => _ridden.Length;

    /// <summary>What the meter would show on a day when the bike had done this much.</summary>
    public MeterAmount DisplayFor(LocalDate date, MeterAmount lifetime)
    {
        var epoch = EpochAt(date);
        return epoch.Display + (lifetime - epoch.Lifetime);
    }

    /// <summary>What the bike has run in all when its dash shows this on that day: a dash that was exchanged began again.</summary>
    public MeterAmount LifetimeFor(LocalDate date, MeterAmount display)
    {
        var epoch = EpochAt(date);
        return epoch.Lifetime + (display - epoch.Display);
    }

    /// <summary>
    /// The lifetime meter at a date: as read that day, else between the readings around it, else after the last one by the usage forecast.
    /// Null before the first reading, and after the last where no use is known.
    /// </summary>
    public MeterAt? At(LocalDate date, UsageForecast? forecast) => At(date, int.MaxValue, forecast);

    private MeterAt? At(LocalDate date, int place, UsageForecast? forecast)
    {
        if (_ridden.LastOrDefault(ride => ride.Date <= date && ride.Place < place) is { Lifetime: { InBase: > 0 } by } ride)
            return new(date, by + (forecast?.UseBetween(ride.Date, date) ?? MeterAmount.Of(Kind, 0)), Estimated: true);
        var at = LastUpTo(date);
        if (at < 0)
            return null;
        var before = Points[at];
        if (before.Date == date)
            return new(date, before.Lifetime, Estimated: Source != MeterSource.Read);
        if (at + 1 == Points.Length)
            return forecast is null ? null : new(date, before.Lifetime + forecast.UseBetween(before.Date, date), Estimated: true);
        var after = Points[at + 1];
        var share = Period.DaysBetween(before.Date, date) / (decimal)Period.DaysBetween(before.Date, after.Date);
        return new(date, before.Lifetime + (after.Lifetime - before.Lifetime) * share, Estimated: true);
    }

    /// <summary>The meter when an entry was made: what was read with it, else the meter at its date.</summary>
    public MeterAt? At(LedgerEntry entry, UsageForecast? forecast) =>
        ReadWith(entry) is { } read ? new(entry.Date, read.Lifetime, Estimated: false) : At(entry.Date, entry.Place, forecast);

    /// <summary>
    /// The reading that belongs to an entry: of its own job run, or written that day by the same act, a moment before. Null where there is
    /// none.
    /// </summary>
    public MeterPoint? ReadWith(LedgerEntry entry)
    {
        for (var at = LastUpTo(entry.Date); at >= 0 && Points[at].Date == entry.Date; at--)
            if (
                Points[at].Line is { } line
                && (entry.Run is { } run ? line.Run == run : line.FirstWrittenAt + LedgerEntry.Moment == entry.FirstWrittenAt)
            )
                return Points[at];
        return null;
    }

    /// <summary>
    /// What the meter ran between the readings around a day, and so the most that an estimate for that day can be off. Zero on the day of a
    /// reading; null before the first and after the last, where nothing bounds it.
    /// </summary>
    public MeterAmount? Unread(LocalDate date)
    {
        var at = LastUpTo(date);
        if (at < 0)
            return null;
        if (Points[at].Date == date)
            return MeterAmount.Of(Kind, 0);
        return at + 1 == Points.Length ? null : Points[at + 1].Lifetime - Points[at].Lifetime;
    }

    /// <summary>
    /// The chance that the lifetime meter will have reached this much by a day, and <paramref name="extra"/> on top of what is usual; null
    /// where no use is known.
    /// </summary>
    /// <param name="lifetime">In base units.</param>
    public double? Chance(double lifetime, LocalDate by, UsageForecast? forecast, double extra = 0)
    {
        if (Points.IsEmpty)
            return null;
        var (from, at) = _ridden.IsEmpty ? (Last!.Date, Last.Lifetime) : (_ridden[^1].Date, _ridden[^1].Lifetime);
        var left = lifetime - extra - (double)at.InBase;
        return left <= 0 ? 1 : (forecast is null ? null : forecast with { From = from })?.Chance(left, by);
    }

    /// <summary>When the lifetime meter will have reached one of several values, all equally likely; null where no use is known.</summary>
    /// <param name="lifetimes">In base units; infinite where it may never be.</param>
    public DueBand? Reaches(IReadOnlyCollection<double> lifetimes, UsageForecast? forecast)
    {
        if (Points.IsEmpty || forecast is null)
            return null;
        var (from, at) = _ridden.IsEmpty ? (Last!.Date, Last.Lifetime) : (_ridden[^1].Date, _ridden[^1].Lifetime);
        return (forecast with { From = from }).Reaches([.. lifetimes.Select(one => one - (double)at.InBase)]);
    }

    /// <summary>When the lifetime meter reached, or will have reached, this much; null where no use is known.</summary>
    public DueBand? Reaches(MeterAmount lifetime, UsageForecast? forecast)
    {
        if (Points.IsEmpty)
            return null;
        if (!_ridden.IsEmpty && Last!.Lifetime < lifetime)
        {
            if (_ridden.FirstOrDefault(ride => ride.Lifetime >= lifetime) is { Place: > 0 } passed)
                return new(passed.Date, passed.Date, passed.Date);
            return forecast is null ? null : (forecast with { From = _ridden[^1].Date }).Reaches(lifetime - _ridden[^1].Lifetime);
        }

        if (Last!.Lifetime < lifetime)
            return forecast?.Reaches(lifetime - Last.Lifetime);
        var (low, high) = (0, Points.Length - 1);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (Points[middle].Lifetime >= lifetime)
                high = middle;
            else
                low = middle + 1;
        }

        var day = Points[low].Date;
        if (low > 0 && Points[low].Lifetime > Points[low - 1].Lifetime)
        {
            var share =
                (lifetime.InBase - Points[low - 1].Lifetime.InBase) / (Points[low].Lifetime.InBase - Points[low - 1].Lifetime.InBase);
            day = Points[low - 1].Date.PlusDays((int)Math.Ceiling(share * Period.DaysBetween(Points[low - 1].Date, day)));
        }

        return new(day, day, day);
    }

    /// <summary>Whether a new reading fits among those known, and if not, in words.</summary>
    /// <param name="show">Writes an amount as this bike's meter would.</param>
    public string? Refuse(LocalDate date, MeterAmount display, Func<MeterAmount, string> show, LocalDate today, EntryId? instead = null)
    {
        var epoch = EpochAt(date);
        var others = Points.Where(point => point.Entry != instead).ToList();
        var before = others.LastOrDefault(point => point.Date <= date && point.Epoch == epoch.Index);
        var after = others.FirstOrDefault(point => point.Date > date && point.Epoch == epoch.Index);
        if (date > today)
            return "lies in the future";
        if (before is not null && display < before.Display)
            return $"is lower than the {show(before.Display)} of {Day(before.Date)}. A meter does not run backwards: "
                + $"was it mistyped, or was the dash swapped, rolled over or reset?";
        if (after is not null && display > after.Display)
            return $"is higher than the {show(after.Display)} of {Day(after.Date)}, which is later: one of the two is mistyped or misdated";
        return null;
    }

    /// <summary>Whether a reading is lower than one before it on the same meter: right only if the meter counts anew.</summary>
    public bool RunsBackwards(LocalDate date, MeterAmount display)
    {
        var epoch = EpochAt(date);
        return Points.LastOrDefault(point => point.Date <= date && point.Epoch == epoch.Index) is { } before && display < before.Display;
    }

    /// <summary>
    /// A jump that nobody rides in the days it took; null where the reading is likely. House value: 1,500 km or 24 h a day.
    /// </summary>
    public string? Unlikely(LocalDate date, MeterAmount display, Func<MeterAmount, string> show)
    {
        var at = LastUpTo(date);
        if (at < 0)
            return null;
        var jump = LifetimeFor(date, display) - Points[at].Lifetime;
        var days = Math.Max(1, Period.DaysBetween(Points[at].Date, date));
        return jump > MostInADay(Kind) * days
            ? $"is {show(jump)} more than on {Day(Points[at].Date)}, {(days == 1 ? "a day" : $"{days} days")} before: "
                + $"confirm it if that is right"
            : null;
    }

    /// <summary>House values: 1,500 km, 24 hours. More in a day is a mistake in reading or writing.</summary>
    public static MeterAmount MostInADay(MeterKind kind) =>
        kind == MeterKind.Odometer ? MeterAmount.Of(kind, 1_500_000) : MeterAmount.Of(kind, 24);

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

    private static string Day(LocalDate date) => date.ToString("d MMMM uuuu", System.Globalization.CultureInfo.InvariantCulture);

    private Epoch EpochAt(LocalDate date) => _epochs.Last(epoch => epoch.From <= date);

    /// <summary>The place of the last point up to and with a day; -1 where there is none.</summary>
    private int LastUpTo(LocalDate date)
    {
        var (low, high) = (0, Points.Length);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (Points[middle].Date <= date)
                low = middle + 1;
            else
                high = middle;
        }

        return low - 1;
    }
}
