using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Wear;

/// <summary>Which valve: "cylinder 1, intake 2".</summary>
/// <param name="Cylinder">From 1.</param>
/// <param name="Side">Intake or exhaust.</param>
/// <param name="Number">Of its side in that cylinder, from 1.</param>
public readonly record struct ValvePlace(int Cylinder, ValveSide Side, int Number)
{
    /// <summary>As it is called: "cylinder 2, intake 1".</summary>
    /// <param name="cylinders">Of the engine; of a single the cylinder is not named.</param>
    public string Name(int cylinders) =>
        (cylinders > 1 ? $"cylinder {Cylinder}, " : "") + (Side == ValveSide.Intake ? "intake" : "exhaust") + $" {Number}";
}

/// <summary>A valve as it was measured once.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="X">By the meter; null where not known.</param>
/// <param name="Meter">Null where not known.</param>
/// <param name="Clearance">As found, mm.</param>
/// <param name="Shim">The shim that was in, mm.</param>
/// <param name="Fitted">Millimetres; null where the shim stayed.</param>
/// <param name="LeftAt">What it was left at, mm: as found where nothing was done.</param>
public sealed record ValvePoint(
    LedgerEntry Entry,
    double? X,
    MeterAt? Meter,
    decimal Clearance,
    decimal? Shim,
    decimal? Fitted,
    decimal LeftAt
);

/// <summary>How far a valve's line can be trusted.</summary>
public enum ValveTrust
{
    Nothing,
    OneCheck,

    /// <summary>It is where it was, within what a feeler tells apart.</summary>
    Steady,

    /// <summary>It closes up: it sinks into its seat.</summary>
    Closing,

    /// <summary>It opens up: a cam, a follower or an adjuster wears.</summary>
    Opening,

    /// <summary>Outside its limits at the last check, and not known to have been set.</summary>
    Outside,
}

/// <summary>One valve over time.</summary>
/// <param name="Place">Which valve.</param>
/// <param name="Points">The oldest first.</param>
/// <param name="Range">Between which limits it is right, mm; null where nobody has entered them.</param>
/// <param name="Verdict">Of the last check as found.</param>
/// <param name="Trust">How far its line can be trusted.</param>
/// <param name="ShimNow">Millimetres; null where not known.</param>
/// <param name="Line">Of clearance and shim together, on the meter: that sum does not jump when a shim is changed.</param>
/// <param name="Early">By the meter: the early crossing; null where there is none.</param>
/// <param name="Likely">On the meter: where it reaches the limit that it runs to, with the shim that is in.</param>
/// <param name="Late">By the meter: the late crossing; null where there is none.</param>
/// <param name="Due">In days; null where nothing foretells it.</param>
/// <param name="ShimsLeft">How much shim is left below the one that is in, mm: what the seat may still sink.</param>
/// <param name="ShimsEnd">On the meter: where the thinnest shim no longer brings it inside.</param>
public sealed record ValveSeries(
    ValvePlace Place,
    ImmutableArray<ValvePoint> Points,
    (decimal Low, decimal High)? Range,
    ReadingVerdict? Verdict,
    ValveTrust Trust,
    decimal? ShimNow,
    WearLine? Line,
    double? Early,
    double? Likely,
    double? Late,
    DueBand? Due,
    decimal? ShimsLeft,
    double? ShimsEnd
)
{
    /// <summary>Where it reaches its limit on the meter, each as likely as the others; infinite where it may never.</summary>
    public ImmutableArray<double> Crossings
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>What it was left at when last seen, mm.</summary>
    public decimal? LeftAt => Points.IsEmpty ? null : Points[^1].LeftAt;
}

/// <summary>The valves of a bike, each with its history.</summary>
public static class ValveHistory
{
    /// <summary>A feeler gauge tells 0.01 mm apart (table of limits).</summary>
    private const double Feeler = 0.01;
    private const int Slices = 40;

    /// <summary>Every valve that the profile says there is, and any other that was measured.</summary>
    public static ImmutableArray<ValveSeries> Of(
        Profile bike,
        LimitTable limits,
        BikeLedger ledger,
        BikeMeters meters,
        LocalDate today,
        ShimSizes? sizes = null
    )
    {
        var axis = new WearAxes(bike, meters, today);
        var checks = ledger.Each<ValvesChecked>().Where(pair => pair.Entry.Date <= today).ToList();
        var seen = checks.SelectMany(pair => pair.Body.Valves).Select(PlaceOf);
        return
        [
            .. Places(bike)
                .Concat(seen)
                .Distinct()
                .OrderBy(place => place.Cylinder)
                .ThenBy(place => place.Side)
                .ThenBy(place => place.Number)
                .Select(place => SeriesOf(place, bike, limits, checks, axis, sizes ?? ShimSizes.Usual)),
        ];
    }

    private static ValvePlace PlaceOf(ValveReading valve) => new(valve.Cylinder, valve.Side, valve.Number);

    /// <summary>Intake valves are never fewer than exhaust valves: of three two are intakes, of five three.</summary>
    public static IEnumerable<ValvePlace> Places(Profile bike)
    {
        if (bike.Valves is not (ValveAdjustment.ScrewAndLocknut or ValveAdjustment.ShimUnderBucket))
            return [];
        // An engine of which nobody has said how many has one of each.
        var all = bike.ValvesPerCylinder == 0 ? 2 : bike.ValvesPerCylinder;
        return from cylinder in Enumerable.Range(1, Math.Max(1, bike.Cylinders))
            from side in Enum.GetValues<ValveSide>()
            from number in Enumerable.Range(1, side == ValveSide.Intake ? (all + 1) / 2 : all / 2)
            select new ValvePlace(cylinder, side, number);
    }

    /// <summary>Millimetres, cold, by the manual; null where the profile has none.</summary>
    public static (decimal Low, decimal High)? RangeOf(Profile bike, ValveSide side)
    {
        var figure = side == ValveSide.Intake ? BikeFigure.IntakeClearance : BikeFigure.ExhaustClearance;
        return bike.Figure(figure) is { } own && ReadingVerdict.BoundsOf(figure, own) is ({ } low, { } high) ? (low, high) : null;
    }

    private static ValveSeries SeriesOf(
        ValvePlace place,
        Profile bike,
        LimitTable limits,
        List<(LedgerEntry Entry, ValvesChecked Body)> checks,
        WearAxes axis,
        ShimSizes sizes
    )
    {
        var points = (
            from check in checks
            from valve in check.Body.Valves
            where PlaceOf(valve) == place
            select new ValvePoint(
                check.Entry,
                axis.X(WearAxis.Use, check.Entry),
                axis.At(check.Entry),
                valve.Clearance,
                valve.Shim,
                valve.Fitted,
                valve.Left ?? (valve is { Fitted: { } put, Shim: { } was } ? valve.Clearance + was - put : valve.Clearance)
            )
        ).ToImmutableArray();
        var range = RangeOf(bike, place.Side);
        if (points.IsEmpty)
            return new(
                Place: place,
                Points: points,
                Range: range,
                Verdict: null,
                Trust: ValveTrust.Nothing,
                ShimNow: null,
                Line: null,
                Early: null,
                Likely: null,
                Late: null,
                Due: null,
                ShimsLeft: null,
                ShimsEnd: null
            );
        var figure = place.Side == ValveSide.Intake ? BikeFigure.IntakeClearance : BikeFigure.ExhaustClearance;
        var verdict = ReadingVerdict.Of(figure, bike.Figure(figure), limits.For(figure, Capabilities.Of(bike)), points[^1].Clearance);
        var shim = points.Select(point => point.Fitted ?? point.Shim).LastOrDefault(known => known is not null);
        var bare = new ValveSeries(
            Place: place,
            Points: points,
            Range: range,
            Verdict: verdict,
            Trust: ValveTrust.OneCheck,
            ShimNow: shim,
            Line: null,
            Early: null,
            Likely: null,
            Late: null,
            Due: null,
            ShimsLeft: shim is { } thick ? Math.Max(0, thick - Microns.Millimetres(sizes.Least)) : null,
            ShimsEnd: null
        );
        return Ahead(bare, bike.Valves == ValveAdjustment.ShimUnderBucket, axis, sizes);
    }

    /// <summary>
    /// Clearance and shim together shrink as the valve sinks, and do not jump when a shim is changed. Where shims are not known, or there
    /// are none, what counts is what it did since it was set last.
    /// </summary>
    private static List<WearReading> ReadingsOf(ValveSeries valve, bool shims)
    {
        if (shims && valve.ShimNow is { } now && valve.Points.All(point => point.Shim is not null && point.Clearance > 0))
            return
            [
                .. from point in valve.Points
                where point.X is not null
                select new WearReading(point.X!.Value, (double)(point.Clearance + point.Shim!.Value - now)),
            ];
        var readings = new List<WearReading>();
        foreach (var point in valve.Points.Where(point => point is { X: not null }))
        {
            if (point.Clearance > 0)
                readings.Add(new(point.X!.Value, (double)point.Clearance));
            if (point.LeftAt != point.Clearance)
                readings = [new(point.X!.Value, (double)point.LeftAt)];
        }

        return readings;
    }

    private static ValveSeries Ahead(ValveSeries valve, bool shims, WearAxes axis, ShimSizes sizes)
    {
        var left = valve.LeftAt!.Value;
        if (valve.Range is { } limits && (left < limits.Low || left > limits.High))
        {
            var day = valve.Points[^1].Entry.Date;
            return valve with { Trust = ValveTrust.Outside, Due = new(day, day, day), Likely = valve.Points[^1].X };
        }

        var readings = ReadingsOf(valve, shims);
        if (readings.Count < 2)
            return valve;
        var origin = readings[0].X;
        readings = [.. readings.Select(one => one with { X = one.X - origin })];
        if (WearLine.Of(readings, Feeler) is not { } line)
            return valve;
        var moved = line with { Level = line.Level - line.Slope * origin, MeanX = line.MeanX + origin };
        // Less than a feeler tells apart from first to last is no movement.
        var moves = Math.Abs(line.Slope * (readings[^1].X - readings[0].X)) >= Feeler && Math.Abs(line.Slope) > line.SlopeError;
        if (!moves || valve.Range is not { } range)
            return valve with { Trust = moves ? Way(line) : ValveTrust.Steady, Line = moved };
        var closing = line.Slope < 0;
        var limit = (double)(closing ? range.Low : range.High);
        var band = PlanningBand.Of(readings, newKnown: false, limit, Feeler, !closing);
        var places = band is null ? [] : band.Crossings(Slices).Select(place => place + origin).ToList();
        return valve with
        {
            Trust = Way(line),
            Line = moved,
            Early = band?.Quantile(0.1) + origin,
            Likely = band?.Quantile(0.5) + origin,
            Late = band?.Quantile(0.9) + origin,
            Due = places.Count == 0 ? null : axis.Dates(WearAxis.Use, places),
            Crossings = [.. places],
            // With the thinnest shim the clearance would be so much more than with the one that is in.
            ShimsEnd =
                shims && closing && valve.ShimNow is { } now
                    ? moved.Crosses((double)range.Low - (double)(now - Microns.Millimetres(sizes.Least)))
                    : null,
        };
    }

    /// <summary>The id under which a valve stands among the series of wear.</summary>
    public const string Series = "valves";

    /// <summary>
    /// The valve that runs out first, as a series like any other: its end is a due date of the valve check. Null where no valve says where
    /// it goes.
    /// </summary>
    public static WearSeries? AsWear(Profile bike, BikeMeters meters, LocalDate today, ImmutableArray<ValveSeries> valves)
    {
        var first = valves
            .Where(valve => valve.Range is not null && (valve.Trust == ValveTrust.Outside || !valve.Crossings.IsEmpty))
            .OrderByDescending(valve => valve.Trust == ValveTrust.Outside)
            .ThenBy(valve => valve.Due?.Likely ?? LocalDate.MaxIsoValue)
            .FirstOrDefault();
        if (first is not { Range: var (low, high), LeftAt: { } left })
            return null;
        var axis = new WearAxes(bike, meters, today);
        var end = first.Trust == ValveTrust.Opening || (first.Trust == ValveTrust.Outside && left > high) ? high : low;
        var over = first.Trust == ValveTrust.Outside;
        var share = high == low ? 0 : Math.Clamp(Math.Abs(left - end) / (high - low), 0, 1);
        var figure = first.Place.Side == ValveSide.Intake ? BikeFigure.IntakeClearance : BikeFigure.ExhaustClearance;
        var kind = new WearKind
        {
            Id = Series,
            Title = $"Valve, {first.Place.Name(bike.Cylinders)}",
            Part = Servicing.BikePart.Engine,
            Figure = figure,
            Names = [],
            Applies = Applies.Always,
            MeasuredIn = Unit.Millimetre,
            Shows = Unit.Millimetre.Symbol,
            Resolution = 0.01m,
            Places = [first.Place.Name(bike.Cylinders)],
            Worst = WorstPlace.Least,
            Way = end == low ? WearWay.Down : WearWay.Up,
            Tasks = ["valves.measure"],
            How = "",
        };
        var points = first.Points.Select(point => new WearPoint(point.Entry, point.X, point.Meter, point.LeftAt, [point.LeftAt], [], null));
        return new(
            kind,
            axis.Kind,
            [new WearLife(null, null, [.. points], null, null)],
            new WearState
            {
                Trust = over ? WearTrust.PastLimit : WearTrust.Bands,
                End = new(end, bike.Figure(figure)!.Provenance),
                Verdict = first.Verdict,
                XToday = axis.XToday(WearAxis.Use),
                Now = left,
                Share = over ? -share : share,
                Early = first.Early,
                Likely = first.Likely,
                Late = first.Late,
                Due = first.Due,
                Crossings = first.Crossings,
            }
        );
    }

    private static ValveTrust Way(WearLine line) => line.Slope < 0 ? ValveTrust.Closing : ValveTrust.Opening;
}
