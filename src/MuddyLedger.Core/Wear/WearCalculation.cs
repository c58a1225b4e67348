using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Meters;

namespace MuddyLedger.Core.Wear;

/// <summary>From the readings on one part to where it ends.</summary>
internal static class WearCalculation
{
    /// <summary>A graded look tells a quarter of the range apart.</summary>
    private const decimal LookShare = 0.25m;

    /// <summary>How finely the place of the crossing is cut for its date.</summary>
    private const int Slices = 40;

    /// <summary>A slope that leads nowhere within so many times what was seen is no wear (house value).</summary>
    private const double NoWearLives = 25;

    /// <summary>What the part that is on has left, and how that was told.</summary>
    public static WearSeries SeriesOf(WearKind kind, Profile bike, LimitTable limits, ImmutableArray<WearLife> lives, WearAxes axis)
    {
        var life = lives[^1];
        var row = kind.Figure is { } figure ? limits.For(figure, Capabilities.Of(bike)) : null;
        var fresh = NewOf(kind, bike, life);
        var end = EndOf(kind, bike, row, fresh ?? FirstOf(life), axis);
        var points = life.Points.Select(point => WithValue(point, kind, fresh ?? FirstOf(life), end)).ToImmutableArray();
        life = life with { Points = points };
        return new(
            kind,
            kind.Axis == WearAxis.Use ? axis.Kind : null,
            lives.SetItem(lives.Length - 1, life),
            StateOf(kind, bike, row, life, fresh, end, axis)
        );
    }

    private static decimal? FirstOf(WearLife life) => life.Points.Select(point => point.Value).FirstOrDefault(value => value is not null);

    /// <summary>
    /// The value when new: what the maker or the kind says; else the first reading, where it was taken as the part went on.
    /// </summary>
    private static decimal? NewOf(WearKind kind, Profile bike, WearLife life)
    {
        if (
            life.Fitted is not null
            && life.Points.FirstOrDefault() is { Value: { } measured } first
            && first.Entry.Date == life.Fitted.Date
        )
            return measured;
        return kind.NewFigure is { } figure && bike.Figure(figure) is { } own ? own.Low ?? own.High : kind.New;
    }

    /// <summary>The maker's limit for this bike; else the row of the table that ends it; else what the kind says.</summary>
    private static WearEnd? EndOf(WearKind kind, Profile bike, LimitRow? row, decimal? fresh, WearAxes axis)
    {
        var down = kind.Way != WearWay.Up;
        var own = kind.Figure is { } figure ? bike.Figure(figure) : null;
        if (kind.Grown is { } grown)
            return (fresh ?? own?.High) is { } from ? new(from + grown.At, grown.Provenance) : null;
        if (own is not null && kind.Figure is { } named)
        {
            var (low, high) = ReadingVerdict.BoundsOf(named, own);
            if ((down ? low : high) is { } bound)
                return new(kind.Shown(bound), own.Provenance);
        }

        if (kind.ShareOfFirst is { } share)
            return fresh is { } first ? new(first * share.At, share.Provenance) : null;
        if (axis.Raced && kind.EndRaced is { } raced)
            return raced;
        return kind.End ?? (row is not null && down && EndOf(row) is { } last ? new(last, row.Provenance) : null);
    }

    /// <summary>The upper end of the worst bands at the low side of a row.</summary>
    private static decimal? EndOf(LimitRow row) => row.Bands.TakeWhile(band => band.Grade >= Grade.Bad).LastOrDefault()?.Upto;

    /// <summary>A look stands for the value that would be as worn, where both ends of the scale are known.</summary>
    private static WearPoint WithValue(WearPoint point, WearKind kind, decimal? fresh, WearEnd? end)
    {
        if (point.Look is not { } look)
            return point;
        var severity = (decimal)look.Severity();
        if (kind.MeasuredIn is null)
            return point with { Value = severity };
        return fresh is { } from && end is not null ? point with { Value = from + severity * (end.At - from) } : point;
    }

    private static WearState StateOf(WearKind kind, Profile bike, LimitRow? row, WearLife life, decimal? fresh, WearEnd? end, WearAxes axis)
    {
        var latest = life.Points.LastOrDefault(point => point.Value is not null || point.Look is not null);
        var today = axis.XToday(kind.Axis);
        var bare = new WearState
        {
            Trust = WearTrust.Nothing,
            End = end,
            New = fresh,
            Verdict = latest is null ? null : WearVerdict.Of(kind, bike, row, latest, end),
            XToday = today,
            Now = latest?.Value,
        };
        if (latest is null)
            return bare;
        if (!kind.Trend)
            return bare with { Trust = WearTrust.Setting };
        if (end is null || latest.Value is null)
            return bare with { Trust = WearTrust.NoLimit };
        var start = fresh ?? FirstOf(life) ?? end.At;
        var rising = kind.Way == WearWay.Up || (kind.Way == WearWay.Either && latest.Value > start);
        var share = ShareOf(latest.Value.Value, start, end.At);
        if (rising ? latest.Value >= end.At : latest.Value <= end.At)
            return bare with
            {
                Trust = WearTrust.PastLimit,
                Share = Math.Min(0, share ?? 0),
                Early = latest.X,
                Likely = latest.X,
                Late = latest.X,
                Due = new(latest.Entry.Date, latest.Entry.Date, latest.Entry.Date),
            };
        var (readings, origin, newKnown) = ReadingsOf(kind, life, fresh, end);
        if (readings.Count < 2)
            return bare with { Trust = WearTrust.OneReading, Share = share };
        return Ahead(kind, bare with { Share = share }, readings, origin, newKnown, start, end.At, rising, axis);
    }

    private static decimal? ShareOf(decimal now, decimal start, decimal end) =>
        start == end ? null : Math.Clamp((now - end) / (start - end), -1, 1);

    private static WearState Ahead(
        WearKind kind,
        WearState bare,
        List<WearReading> readings,
        double origin,
        bool newKnown,
        decimal start,
        decimal end,
        bool rising,
        WearAxes axis
    )
    {
        var resolution = (double)kind.Resolution;
        if (WearLine.Of(readings, resolution) is not { } line)
            return bare with { Trust = WearTrust.OneReading };
        var seen = readings[^1].X - readings[0].X;
        if (rising ? line.Slope <= 0 : line.Slope >= 0)
            return bare with
            {
                Line = Moved(line, origin),
                // Beyond the noise it is the wrong way; within it, no wear shows.
                Trust = Math.Abs(line.Slope) > 2 * line.SlopeError ? WearTrust.WrongWay : WearTrust.NoWear,
            };
        if (line.Crosses((double)end) is not { } crosses || crosses > readings[0].X + seen * NoWearLives)
            return bare with { Line = Moved(line, origin), Trust = WearTrust.NoWear };
        var band = PlanningBand.Of(readings, newKnown, (double)end, resolution, rising);
        var fieller = line.Band((double)end);
        var places = band is null ? [] : band.Crossings(Slices).Select(place => place + origin).ToList();
        var now =
            band is null || bare.XToday is not { } today ? (decimal?)null : (decimal)band.LevelAt(Math.Max(today - origin, band.From));
        return bare with
        {
            Trust = fieller is null ? WearTrust.Line : WearTrust.Bands,
            Line = Moved(line, origin),
            Fieller = fieller is null ? null : new(fieller.Early + origin, fieller.Late + origin),
            Band = band,
            Now = now ?? bare.Now,
            Share = now is { } level ? ShareOf(level, start, end) : bare.Share,
            Early = band?.Quantile(0.1) + origin,
            Likely = band?.Quantile(0.5) + origin,
            Late = band?.Quantile(0.9) + origin,
            Due = places.Count == 0 ? null : axis.Dates(kind.Axis, places),
            Crossings = [.. places],
            ShareAtHorizon =
                band is not null && axis.XAt(kind.Axis, axis.Today.PlusDays(Servicing.LifeLeft.HorizonDays)) is { } horizon
                    ? ShareOf((decimal)band.LevelAt(Math.Max(horizon - origin, band.From)), start, end)
                    : null,
        };
    }

    /// <summary>The line on the axis itself, not from when the part was fitted.</summary>
    private static WearLine Moved(WearLine line, double origin) =>
        line with
        {
            Level = line.Level - line.Slope * origin,
            MeanX = line.MeanX + origin,
        };

    /// <summary>The readings of a life from where it began, the value when new first where both are known.</summary>
    private static (List<WearReading> Readings, double Origin, bool NewKnown) ReadingsOf(
        WearKind kind,
        WearLife life,
        decimal? fresh,
        WearEnd end
    )
    {
        var placed = life.Points.Where(point => point is { X: not null, Value: not null }).OrderBy(point => point.X).ToList();
        var origin = life.StartX ?? placed.FirstOrDefault()?.X ?? 0;
        var range = (double)Math.Abs(end.At - (fresh ?? placed.FirstOrDefault()?.Value ?? end.At));
        var look = (double)LookShare * range / Math.Max((double)kind.Resolution, 1e-9);
        var readings = placed
            .Select(point => new WearReading(
                Math.Max(0, point.X!.Value - origin),
                (double)point.Value!.Value,
                point.Look is null || kind.MeasuredIn is null ? 1 : Math.Max(1, look * look)
            ))
            .ToList();
        var known = fresh is not null && life.StartX is not null;
        // A reading of the day on which it was fitted is the value when new.
        if (known && !(readings.Count > 0 && life.Points[0].Entry.Date == life.Fitted!.Date))
            readings.Insert(0, new(0, (double)fresh!.Value));
        return (readings, origin, known);
    }
}
