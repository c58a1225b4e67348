using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Wear;

/// <summary>All series of a bike, from its book alone.</summary>
public static class WearBook
{
    /// <summary>Every kind that this bike has, measured or not.</summary>
    public static ImmutableArray<WearSeries> Of(
        Profile bike,
        IEnumerable<WearKind> kinds,
        LimitTable limits,
        BikeLedger ledger,
        BikeMeters meters,
        LocalDate today
    )
    {
        var capabilities = Capabilities.Of(bike);
        var axis = new WearAxes(bike, meters, today);
        var lines = new WearLines(ledger, today);
        return
        [
            .. kinds
                .Where(kind => kind.Applies.To(capabilities))
                .Select(kind => kind.On(bike))
                .Select(kind => WearCalculation.SeriesOf(kind, bike, limits, WearLives.Of(kind, lines, axis), axis)),
        ];
    }

    /// <summary>For each service task the series that ends first, among those whose end calls for it.</summary>
    public static ImmutableDictionary<string, WearSeries> ByTask(IEnumerable<WearSeries> book) =>
        book.Where(series => series.Kind.Tasks.Length > 0 && series.State.Trust is not (WearTrust.Nothing or WearTrust.Setting))
            .GroupBy(series => series.Kind.Tasks[0])
            .ToImmutableDictionary(
                same => same.Key,
                same =>
                    same.OrderByDescending(series => series.State.Over)
                        .ThenBy(series => series.State.Due?.Likely ?? LocalDate.MaxIsoValue)
                        .ThenBy(series => series.State.Share ?? 2)
                        .First()
            );

    /// <summary>What wears out next: what is past its limit, then by its likely day.</summary>
    public static IEnumerable<WearSeries> Next(IEnumerable<WearSeries> book) =>
        book.Where(series => series.State.Over || series.State.Due is not null)
            .OrderByDescending(series => series.State.Over)
            .ThenBy(series => series.State.Due?.Likely ?? LocalDate.MinIsoValue)
            .ThenBy(series => series.Kind.Id, StringComparer.Ordinal);
}

/// <summary>Where a day lies on the axis of a series.</summary>
public sealed class WearAxes
{
    private readonly Meter? _meter;

    public WearAxes(Profile bike, BikeMeters meters, LocalDate today)
    {
        Today = today;
        Raced = bike.Severities.Contains(Severity.Raced);
        // The meter on the dash; without one, what can be worked out.
        Kind =
            bike.Has(MeterKind.Odometer) ? MeterKind.Odometer
            : bike.Has(MeterKind.HourMeter) ? MeterKind.HourMeter
            : meters.For(MeterKind.Odometer) is not null ? MeterKind.Odometer
            : meters.For(MeterKind.HourMeter) is not null ? MeterKind.HourMeter
            : null;
        _meter = Kind is { } kind ? meters.For(kind) : null;
    }

    /// <summary>Up to which day it goes.</summary>
    public LocalDate Today { get; }

    /// <summary>The bike is raced.</summary>
    public bool Raced { get; }

    /// <summary>What wear by use is held against.</summary>
    public MeterKind? Kind { get; }

    /// <summary>How much of the meter's base unit one of the axis is: metres to a kilometre, hours to an hour.</summary>
    public double Base => Kind == MeterKind.Odometer ? 1000 : 1;

    /// <summary>What its meter showed, or would have shown, when the line was written; null where that is not known.</summary>
    public MeterAt? At(LedgerEntry entry) => _meter?.History.At(entry, _meter.Forecast);

    /// <summary>Where a line lies along an axis: in kilometres, in hours or in days; null where its meter is not known.</summary>
    public double? X(WearAxis axis, LedgerEntry entry) =>
        axis == WearAxis.Days ? DayOf(entry.Date)
        : At(entry) is { } at ? (double)at.Lifetime.InBase / Base
        : null;

    /// <summary>Today on the axis.</summary>
    public double? XToday(WearAxis axis) => XAt(axis, Today);

    /// <summary>A day on the axis; where no use is known, as at the last reading of the meter.</summary>
    public double? XAt(WearAxis axis, LocalDate date)
    {
        if (axis == WearAxis.Days)
            return DayOf(date);
        var at = _meter?.History.At(date, _meter.Forecast)?.Lifetime ?? _meter?.History.Last?.Lifetime;
        return at is { } known ? (double)known.InBase / Base : null;
    }

    /// <summary>The dates by which uncertain places of the axis are reached; all of them equally likely.</summary>
    public DueBand? Dates(WearAxis axis, IReadOnlyCollection<double> places)
    {
        if (axis == WearAxis.Use)
            return _meter?.History.Reaches([.. places.Select(place => place * Base)], _meter.Forecast);
        var days = places.Order().ToList();
        LocalDate? By(double chance) => days[(int)(chance * days.Count)] is var day && day < Farthest ? DateOf(day) : null;
        return By(0.5) is { } likely && By(0.1) is { } early ? new(early, likely, By(0.9) ?? DateOf(Farthest)) : null;
    }

    /// <summary>The chance that a place on the axis is reached by a day, with more use on top of what is usual; null where no use is
    /// known.</summary>
    /// <param name="extra">Of the axis; counts for nothing where it goes by the calendar.</param>
    public double? Chance(WearAxis axis, double place, LocalDate by, double extra) =>
        axis == WearAxis.Days
            ? place <= DayOf(by)
                ? 1
                : 0
            : _meter?.History.Chance(place * Base, by, _meter.Forecast, extra * Base);

    private static readonly LocalDate Epoch = new(1970, 1, 1);
    private const double Farthest = 150 * 365.25;

    /// <summary>Days since a fixed day.</summary>
    public static double DayOf(LocalDate date) => Period.DaysBetween(Epoch, date);

    /// <summary>The day that lies there, rounded.</summary>
    public static LocalDate DateOf(double day) => Epoch.PlusDays((int)Math.Round(day));
}

/// <summary>
/// The lines of a book that wear asks for, sorted once for all kinds: a book of ten years is not read through for each part.
/// </summary>
internal sealed class WearLines(BikeLedger ledger, LocalDate today)
{
    private readonly Lazy<ILookup<RunId?, LedgerEntry>> _byRun = new(() => ledger.InForce.ToLookup(entry => entry.Run));
    private readonly Lazy<ILookup<LocalDate, LedgerEntry>> _byDay = new(() => ledger.InForce.ToLookup(entry => entry.Date));

    /// <summary>Readings, looks, and what was renewed, in the order of the book, up to today.</summary>
    public ImmutableArray<LedgerEntry> OfWear { get; } =
    [.. ledger.InForce.Where(entry => entry.Date <= today && entry.Body is (MeasurementTaken or WearLooked or TaskDone))];

    /// <summary>The day of each race.</summary>
    public ImmutableArray<LocalDate> RacedOn { get; } =
    [.. ledger.Each<RideDone>().Where(ride => ride.Body.Severities.Contains(Severity.Raced)).Select(ride => ride.Entry.Date)];

    /// <summary>All lines that a job wrote.</summary>
    public IEnumerable<LedgerEntry> OfRun(RunId run) => _byRun.Value[run];

    /// <summary>All lines of a day.</summary>
    public IEnumerable<LedgerEntry> OfDay(LocalDate day) => _byDay.Value[day];
}

/// <summary>Sorts the readings of a quantity by the part that they were taken on.</summary>
internal static class WearLives
{
    /// <summary>One life for each part that was on, the last one still on.</summary>
    public static ImmutableArray<WearLife> Of(WearKind kind, WearLines lines, WearAxes axis)
    {
        var lives = ImmutableArray.CreateBuilder<WearLife>();
        LedgerEntry? fitted = null;
        var points = new List<WearPoint>();
        foreach (var entry in lines.OfWear)
        {
            if (PointOf(kind, entry, axis) is { } point)
            {
                // On the day of the exchange the reading that is less worn is the new part's, whichever was written down first.
                if (
                    fitted is not null
                    && entry.Date == fitted.Date
                    && points.Count == 0
                    && lives[^1] is var old
                    && old.Points.Length > 0
                    && !Better(kind, point, old.Points[^1])
                )
                    lives[^1] = old with { Points = old.Points.Add(point) };
                else
                    points.Add(point);
            }
            else if (IsRenewal(kind, entry) && fitted?.Date != entry.Date)
            {
                var taken = TakenAlong(kind, entry, points);
                lives.Add(LifeOf(kind, fitted, points, entry, axis, lines));
                (fitted, points) = (entry, taken);
            }
        }

        lives.Add(LifeOf(kind, fitted, points, null, axis, lines));
        return lives.ToImmutable();
    }

    /// <summary>Readings of the day that stand before the line of the exchange and are the new part's: they are taken out of the old
    /// one's.</summary>
    private static List<WearPoint> TakenAlong(WearKind kind, LedgerEntry renewal, List<WearPoint> points)
    {
        var at = points.FindIndex(point => point.Entry.Date == renewal.Date);
        while (at >= 0 && at < points.Count && (at == 0 || !Better(kind, points[at], points[at - 1])))
            at++;
        // A single reading of the day with nothing before it is the old part's, as it stands in the book.
        if (at <= 0 || at >= points.Count)
            return [];
        var taken = points[at..];
        points.RemoveRange(at, points.Count - at);
        return taken;
    }

    /// <summary>Whether a reading is less worn than one before it, by more than its instrument may err.</summary>
    private static bool Better(WearKind kind, WearPoint now, WearPoint before) =>
        (now.Value, before.Value) is ({ } one, { } other) && (kind.Way == WearWay.Up ? other - one : one - other) > kind.Resolution
        || (now.Look, before.Look) is ({ } look, { } was) && look < was;

    /// <summary>Only what is known to have been a new part: a claim is no history, and a baseline says nothing of what is on the
    /// bike.</summary>
    private static bool IsRenewal(WearKind kind, LedgerEntry entry) =>
        entry.Body
            is TaskDone
            {
                Evidence: Evidence.DoneHere or Evidence.Receipt or Evidence.OwnMemory or Evidence.ClaimAccepted or Evidence.AsNew
            } done
        && kind.Tasks.Contains(done.Task);

    private static WearLife LifeOf(
        WearKind kind,
        LedgerEntry? fitted,
        List<WearPoint> points,
        LedgerEntry? ended,
        WearAxes axis,
        WearLines lines
    ) =>
        new(fitted, fitted is null ? null : axis.X(kind.Axis, fitted), [.. points], ended, ended is null ? null : axis.X(kind.Axis, ended))
        {
            BlamedOn = ended is null ? null : BlameOf(ended, lines),
            Price = fitted is null ? null : PriceOf(kind, fitted, lines),
            Races = fitted is null ? null : lines.RacedOn.Count(day => day >= fitted.Date && day < (ended?.Date ?? axis.Today.PlusDays(1))),
        };

    /// <summary>Said with the exchange itself, or of the part that came off in the same job.</summary>
    private static string? BlameOf(LedgerEntry ended, WearLines lines) =>
        (ended.Body as TaskDone)?.Note
        ?? (
            ended.Run is { } run
                ? lines.OfRun(run).Select(entry => entry.Body).OfType<PartRemoved>().Select(part => part.Reason).FirstOrDefault()
                : null
        );

    /// <summary>What the part cost, by the parts of the job that fitted it, else by the costs of that day that name it.</summary>
    private static Money? PriceOf(WearKind kind, LedgerEntry fitted, WearLines lines)
    {
        bool Names(string text) =>
            !kind.BoughtAs.IsEmpty && kind.BoughtAs.All(word => text.Contains(word, StringComparison.OrdinalIgnoreCase));
        Money? Sum(IEnumerable<Money> prices) => prices.ToList() is { Count: > 0 } paid ? paid.Aggregate((sum, one) => sum + one) : null;
        var same = (fitted.Run is { } run ? lines.OfRun(run) : lines.OfDay(fitted.Date)).ToList();
        var parts = same.Select(entry => entry.Body).OfType<PartFitted>().Where(part => Names(part.Part)).ToList();
        return Sum(parts.Select(part => part.Price).OfType<Money>())
            ?? Sum(same.Select(entry => entry.Body).OfType<CostPaid>().Where(cost => Names(cost.For)).Select(cost => cost.Amount));
    }

    private static WearPoint? PointOf(WearKind kind, LedgerEntry entry, WearAxes axis)
    {
        if (entry.Body is WearLooked looked && looked.Series == kind.Id)
            return new(entry, axis.X(kind.Axis, entry), axis.At(entry), null, [], [], looked.Grade)
            {
                Looks = looked.Places,
                Photo = looked.Photo,
            };
        if (entry.Body is not MeasurementTaken taken || kind.MeasuredIn is not { } unit || !kind.Names.Contains(taken.AskedBy))
            return null;
        if (
            taken.Values.IsDefaultOrEmpty
            || (kind.OfSpread && taken.Values.Length < 2)
            || Unit.Find(taken.Unit) is not { } given
            || given.Dimension != unit.Dimension
        )
            return null;
        var values = taken.Values.Select(value => kind.Shown(new Quantity(value, given).In(unit).Value)).ToImmutableArray();
        return new(entry, axis.X(kind.Axis, entry), axis.At(entry), kind.Decisive(values), values, taken.Places, null)
        {
            Instrument = taken.Instrument,
            Photo = taken.Photo,
        };
    }
}
