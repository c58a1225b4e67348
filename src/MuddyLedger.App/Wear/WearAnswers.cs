using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.App.Wear;

/// <summary>From Core's series to what a screen shows.</summary>
public static class WearAnswers
{
    private const int NextOnes = 3;

    /// <summary>All that the wear page shows of a bike.</summary>
    public static WearAnswer Of(BikeSnapshot snapshot, string currency) =>
        new(
            snapshot.Profile.Nickname,
            snapshot.Today,
            currency,
            [.. snapshot.Wear.Select(series => LineOf(series, snapshot))],
            [.. WearBook.Next(snapshot.Wear).Take(NextOnes).Select(series => Of(series, snapshot))],
            ValvesLine(snapshot.Valves),
            [
                .. snapshot
                    .Wear.Select(series =>
                        (Series: series, Ended: series.Lives.Where(life => life is { Ended: not null, StartX: not null }).ToList())
                    )
                    .Where(pair => pair.Ended.Count > 0)
                    .Select(pair => new LastedAnswer(
                        pair.Series.Kind.Id,
                        pair.Series.Kind.Title,
                        [.. pair.Ended.Select(life => LifeOf(life, pair.Series, snapshot))]
                    )),
            ]
        );

    /// <summary>The soonest of each bike, the soonest bike first.</summary>
    public static IReadOnlyList<WearsNextAnswer> NextOf(IEnumerable<BikeSnapshot> snapshots) =>
        [
            .. snapshots
                .Select(snapshot => (Snapshot: snapshot, Next: NextOf(snapshot)))
                .Where(pair => pair.Next is not null)
                .OrderByDescending(pair => pair.Next!.State.Over)
                .ThenBy(pair => pair.Next!.State.Due?.Likely ?? LocalDate.MaxIsoValue)
                .Select(pair => new WearsNextAnswer(
                    pair.Snapshot.Bike.Id.Value,
                    pair.Snapshot.Profile.Nickname,
                    LineOf(pair.Next!, pair.Snapshot)
                )),
        ];

    private static WearSeries? NextOf(BikeSnapshot snapshot) => WearBook.Next(snapshot.WearByTask.Values).FirstOrDefault();

    private static ValvesLineAnswer? ValvesLine(ImmutableArray<ValveSeries> valves) =>
        valves.IsEmpty
            ? null
            : new(
                valves.Length,
                valves.Count(valve => !valve.Points.IsEmpty),
                valves.Count(valve => valve.Trust == ValveTrust.Outside),
                valves.Count(valve => valve.Trust == ValveTrust.Closing),
                valves.SelectMany(valve => valve.Points).Select(point => (LocalDate?)point.Entry.Date).Max(),
                valves.Select(valve => valve.Due?.Likely).Where(day => day is not null).Min()
            );

    /// <summary>One part, with its readings and what is left of it.</summary>
    public static WearSeriesAnswer Of(WearSeries series, BikeSnapshot snapshot) =>
        new(
            snapshot.Profile.Nickname,
            snapshot.Today,
            LineOf(series, snapshot),
            WearPlots.Of(series, snapshot.Profile),
            [.. series.Lives.Select(life => LifeOf(life, series, snapshot))],
            series.Apart is { } apart ? SpreadOf(apart, series.Kind, series.Latest!.Looks.IsEmpty ? series.Latest.Values : []) : null,
            [.. TyreFacts.Of(series, snapshot.Wear, snapshot.Profile, snapshot.Today)],
            series.Kind.AtSeaLevel && WetAndDry.Of(snapshot.Wear, snapshot.Profile) is { } wet ? WetOf(wet, series.Kind) : null
        );

    private static WetAnswer WetOf(WetAndDry wet, WearKind kind) =>
        new(
            [
                .. wet.Cylinders.Select(one => new WetCylinderAnswer(
                    one.Place,
                    ShownOf(one.Dry, kind),
                    ShownOf(one.Wet, kind),
                    Math.Round(one.Rise * 100),
                    one.Verdict
                )),
            ],
            wet.TwoStroke
        );

    private static MeterAmount? AmountOf(double x, MeterKind? meter) =>
        meter is { } kind ? MeterAmount.Of(kind, (decimal)Math.Round(x * (kind == MeterKind.Odometer ? 1000 : 1), 3)) : null;

    /// <summary>The same in a line, for the list of all parts.</summary>
    public static WearLineAnswer LineOf(WearSeries series, BikeSnapshot snapshot)
    {
        var (kind, state, bike) = (series.Kind, series.State, snapshot.Profile);
        var task = kind.Tasks.FirstOrDefault() is { } id ? snapshot.Tasks.FirstOrDefault(one => one.Task.Id == id) : null;
        return new(
            Id: kind.Id,
            Title: kind.Title,
            Part: kind.Part,
            Shows: kind.Shows,
            Trust: state.Trust,
            Latest: series.Latest is { } latest ? PointOf(latest, series, bike) : null,
            Verdict: VerdictAnswer.Of(state.Verdict),
            Limit: state.End is { } end ? ShownOf(end.At, kind) : null,
            LimitFrom: state.End is { } from ? ShownProvenance.Of(from.Provenance) : null,
            Share: state.Share is { } share ? Math.Round(share, 3) : null,
            Left: state is { Likely: { } likely, XToday: { } now } && AmountOf(likely - now, series.Meter) is { } left
                ? Shown.Of(left, bike)
                : null,
            DaysLeft: state.Due is { } due ? Period.DaysBetween(snapshot.Today, due.Likely) : null,
            EarlyDue: state.Due?.Early,
            LikelyDue: state.Due?.Likely,
            LateDue: state.Due?.Late,
            Task: task?.Task.Id,
            Job: task?.Task.Job,
            Asked: AskedOf(kind)
        );
    }

    private static WearAskedAnswer AskedOf(WearKind kind) =>
        new(
            kind.MeasuredIn?.Symbol,
            kind.Places,
            kind.How,
            [.. kind.Looks.OrderBy(pair => pair.Key).Select(pair => new WearLookAnswer(pair.Key, pair.Value))],
            kind.ChainGrowth ? ChainGrowth.UsualPitches : null,
            kind.AtSeaLevel,
            GaugeOf(kind.MeasuredIn)
        );

    /// <summary>The instrument that sends readings in a unit; null where none does.</summary>
    public static string? GaugeOf(Core.Units.Unit? unit) =>
        unit?.Dimension switch
        {
            Core.Units.Dimension.Length => "calliper",
            Core.Units.Dimension.Voltage => "multimeter",
            Core.Units.Dimension.Pressure => "gauge",
            _ => null,
        };

    /// <summary>A value of a series with as many decimals as its instrument tells apart.</summary>
    public static Shown ShownOf(decimal value, WearKind kind)
    {
        var decimals =
            kind.Resolution >= 1 ? 0
            : kind.Resolution is >= 0.1m and not 0.25m and not 0.16m ? 1
            : 2;
        return new(Math.Round(value, decimals, MidpointRounding.AwayFromZero), kind.Shows, decimals);
    }

    private static WearPointAnswer PointOf(WearPoint point, WearSeries series, Profile bike) =>
        new(
            Entry: point.Entry.Id.Value,
            Date: point.Entry.Date,
            X: point.X is { } x ? (double?)WearPlots.InUnit(x, series.Meter, bike) : null,
            Meter: point.Meter is { } at ? Shown.Of(at.Lifetime, bike) : null,
            MeterEstimated: point.Meter?.Estimated ?? false,
            Value: point.Value is { } value ? ShownOf(value, series.Kind) : null,
            Values: [.. point.Values.Select(one => ShownOf(one, series.Kind))],
            Places: point.Places.Length == point.Values.Length ? point.Places : [],
            Spread: point.Values.Length > 1 ? ShownOf(series.Kind.SpreadOf(point.Values), series.Kind) : null,
            Look: point.Look,
            LookWords: point.Look is { } look ? series.Kind.Looks.GetValueOrDefault(look) : null,
            Looks:
            [
                .. point.Looks.Select(one => new PlaceLookAnswer(
                    one.Place,
                    one.Grade,
                    series.Kind.Looks.GetValueOrDefault(one.Grade, ""),
                    series.Kind.Meanings.GetValueOrDefault(one.Grade, ""),
                    point.IsOdd(one)
                )),
            ],
            Instrument: point.Instrument,
            Photo: point.Photo
        );

    /// <param name="values">Empty where it was looked at.</param>
    public static SpreadAnswer SpreadOf(SpreadRule rule, WearKind kind, ImmutableArray<decimal> values) =>
        new(values.IsEmpty ? null : ShownOf(kind.SpreadOf(values), kind), rule.Means, rule.Do);

    private static WearLifeAnswer LifeOf(WearLife life, WearSeries series, BikeSnapshot snapshot)
    {
        var bike = snapshot.Profile;
        var length = life.Length is { } far ? AmountOf(far, series.Meter) : null;
        var thousand = length is { } gone && gone.Kind == MeterKind.Odometer;
        var per =
            life.Price is { } price && length is { InBase: > 0 } went
                ? Core.Units.Money.Of(Math.Round(price.Amount / Shown.Of(went, bike).Value * (thousand ? 1000 : 1), 2))
                : (Core.Units.Money?)null;
        return new(
            Fitted: life.Fitted?.Date,
            Ended: life.Ended?.Date,
            Length: length is { } done ? Shown.Of(done, bike) : null,
            Days: (life.Fitted, life.Ended) is ({ } from, { } to) ? Period.DaysBetween(from.Date, to.Date) : null,
            Points: [.. life.Points.Select(point => PointOf(point, series, bike))],
            StartX: life.StartX is { } start ? (double?)WearPlots.InUnit(start, series.Meter, bike) : null,
            EndX: life.EndX is { } end ? (double?)WearPlots.InUnit(end, series.Meter, bike) : null,
            BlamedOn: life.BlamedOn,
            Price: life.Price?.ToString(),
            CostPer: per?.ToString(),
            CostPerUnit: per is null ? null
                : thousand ? $"1,000 {bike.UnitOf(MeterKind.Odometer).Symbol}"
                : "h",
            Races: life.Races
        );
    }
}
