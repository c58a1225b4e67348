using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.App.Wear;

/// <summary>What a plot of a series draws.</summary>
public static class WearPlots
{
    private const int BandSteps = 24;

    /// <summary>The meter's unit on the axis: kilometres or hours are what Core works in.</summary>
    public static double InUnit(double x, MeterKind? meter, Profile bike) =>
        meter is { } kind
            ? (double)MeterAmount.Of(kind, (decimal)(x * (kind == MeterKind.Odometer ? 1000 : 1))).In(bike.UnitOf(kind)).Value
            : x;

    /// <summary>Its readings as points, with the line through them and where it ends.</summary>
    public static WearPlotAnswer Of(WearSeries series, Profile bike)
    {
        var (state, life) = (series.State, series.Current);
        double Unit(double x) => InUnit(x, series.Meter, bike);
        double? MaybeUnit(double? x) => x is { } known ? (double?)Unit(known) : null;
        var placed = life.Points.Where(point => point.X is not null).Select(point => point.X!.Value).ToList();
        var first = life.StartX ?? (placed.Count > 0 ? placed.Min() : (double?)null);
        var last = placed.Count > 0 ? placed.Max() : first;
        var ahead =
            state.Late ?? (state.Likely is { } likely && first is { } began ? (double?)(likely + (likely - began) * 0.5) : null) ?? last;
        var (line, sure, planning) = (new List<PlotPoint>(), new List<BandAnswer>(), new List<BandAnswer>());
        if (state.Line is { } fit && first is { } from && ahead is { } to)
        {
            // As far as the limit, and where it never gets there, as far as was seen.
            var end =
                state.End is { } limit && fit.Crosses((double)limit.At) is { } crosses && crosses > from
                    ? Math.Min(crosses, to)
                    : last!.Value;
            line = [new(Unit(from), fit.At(from)), new(Unit(end), fit.At(end))];
            if (fit.Degrees > 0)
                sure = [.. Steps(from, to).Select(x => new BandAnswer(Unit(x), fit.Bounds(x).Low, fit.Bounds(x).High))];
        }

        if (state.Band is { } band && last is { } seen && ahead is { } until && until > seen)
        {
            // The band is worked out from where the part was fitted.
            var origin = seen - band.From;
            planning =
            [
                .. Steps(seen, until).Select(x => new BandAnswer(Unit(x), band.Level(x - origin, 0.1), band.Level(x - origin, 0.9))),
            ];
        }

        return new(
            AxisUnit: series.Meter is { } meter ? bike.UnitOf(meter).Symbol : null,
            Line: line,
            Sure: sure,
            Planning: planning,
            Today: MaybeUnit(state.XToday),
            Limit: (double?)state.End?.At,
            New: (double?)state.New,
            EarlyX: MaybeUnit(state.Early),
            LikelyX: MaybeUnit(state.Likely),
            LateX: MaybeUnit(state.Late),
            SureFrom: MaybeUnit(state.Fieller?.Early),
            SureTo: MaybeUnit(state.Fieller?.Late)
        );
    }

    private static IEnumerable<double> Steps(double from, double to) =>
        Enumerable.Range(0, BandSteps + 1).Select(step => from + (to - from) * step / BandSteps);
}
