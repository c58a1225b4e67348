using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using NodaTime;

namespace MuddyLedger.App.Servicing;

public enum LimitForm
{
    Use,
    Calendar,
    Paper,
    Worn,

    /// <summary>The end of what was measured.</summary>
    Wear,
}

/// <param name="Amount">A use limit as it counts for this bike.</param>
/// <param name="Editable">The amount as it is put into a field to be changed.</param>
/// <param name="Stated">The same as its source states it, where severe use shortened it or the unit is another; where wear ends, its
/// value.</param>
public sealed record LimitAnswer(
    LimitForm Form,
    Shown? Amount,
    Shown? Stated,
    int? Months,
    decimal? Share,
    Shown? Left,
    int? DaysLeft,
    LocalDate? EarlyDue,
    LocalDate? LikelyDue,
    LocalDate? LateDue,
    bool Governing,
    bool Estimated,
    ShownProvenance Provenance,
    string? Editable
)
{
    /// <summary>What shows that it is time, where no interval says so; or the title of the series that says where it ends.</summary>
    public string? Sign { get; init; }

    /// <summary>The series that says where it ends.</summary>
    public string? Series { get; init; }
}

public enum BecauseKind
{
    AfterRide,
    LastDone,
    NoHistory,
    PutInForNow,
    Claimed,
    TreatedAsDue,
    Paper,
    OwnInterval,
    Limit,
    FirstLimit,
    MeterToday,
    Ratio,
    Forecast,
    ForecastStated,
    Season,
    SevereRides,
    RateUnknown,
    MeterUnknown,
    Worn,
    LeftAlone,
    Measured,
}

/// <summary>One line of the working, as data: which fields are filled follows from the kind.</summary>
public sealed record BecauseAnswer(BecauseKind Kind)
{
    public LocalDate? Date { get; init; }
    public LocalDate? Until { get; init; }
    public Shown? Amount { get; init; }
    public Shown? Stated { get; init; }
    public int? Months { get; init; }

    /// <summary>What shows that it is time, where no interval says so; or why it is left alone.</summary>
    public string? Sign { get; init; }
    public int? Count { get; init; }

    /// <summary>For a forecast: how many weeks of even weight the mean rests on.</summary>
    public int? Weeks { get; init; }
    public MeterSource? Source { get; init; }
    public bool Estimated { get; init; }

    /// <summary>The day on which work of an earlier day was written down; null where it was written at once.</summary>
    public LocalDate? WrittenLater { get; init; }
    public Evidence? Evidence { get; init; }
    public MeterKind? Meter { get; init; }
    public Guid? Entry { get; init; }
    public ShownProvenance? Provenance { get; init; }

    /// <summary>The series of wear that it is about.</summary>
    public string? Series { get; init; }
    public IReadOnlyList<SeverityAnswer> Severities { get; init; } = [];
}

public sealed record SeverityAnswer(Severity Severity, decimal Factor, ShownProvenance Provenance);

/// <param name="ShareAtHorizon">The likely share left at the planning horizon, for the thin tick on the dipstick.</param>
public sealed record TaskAnswer(
    string Id,
    string Component,
    string Title,
    BikePart Part,
    string? Also,
    bool Safety,
    int Minutes,
    string? Job,
    string? Why,
    LifeState State,
    decimal? Share,
    decimal? ShareAtHorizon,
    bool Estimated,
    LocalDate? EarlyDue,
    LocalDate? LikelyDue,
    LocalDate? LateDue,
    bool Paper,
    bool OwnLimits,
    IReadOnlyList<LimitAnswer> Limits,
    IReadOnlyList<BecauseAnswer> Because
)
{
    /// <summary>An item of the owner's own.</summary>
    public bool Own { get; init; }

    /// <summary>The ride that made it due, where one did.</summary>
    public Guid? AfterRide { get; init; }

    public static TaskAnswer Of(TaskStanding standing, Profile bike)
    {
        var (component, task, life) = standing;
        return new(
            task.Id,
            component.Title,
            task.Title,
            component.Part,
            task.Also,
            task.Safety,
            task.Minutes,
            task.Job,
            task.Why,
            life.State,
            life.State == LifeState.Due && life.Governing is null ? 0 : Round(life.Governing?.Share),
            Round(life.Governing?.ShareAtHorizon),
            life.Governing?.Estimated ?? false,
            life.Governing?.Due?.Early,
            life.Governing?.Due?.Likely,
            life.Governing?.Due?.Late,
            task.IsPaper,
            life.Because.Any(line => line is OwnInterval),
            [.. life.Limits.Select(limit => LimitOf(limit, limit == life.Governing, bike))],
            [.. life.Because.SelectMany(because => BecauseOf(because, bike))]
        )
        {
            Own = task.Id.StartsWith("own-", StringComparison.Ordinal),
            AfterRide = life.Because.OfType<AfterRide>().FirstOrDefault()?.Entry.Id.Value,
        };
    }

    private static LimitAnswer LimitOf(LimitLeft left, bool governing, Profile bike) =>
        new(
            left.Limit switch
            {
                UseLimit => LimitForm.Use,
                PaperLimit => LimitForm.Paper,
                WornLimit => LimitForm.Worn,
                WearLimit => LimitForm.Wear,
                _ => LimitForm.Calendar,
            },
            left.Effective is { } effective ? Shown.Of(effective, bike) : null,
            left.Limit switch
            {
                UseLimit use => StatedOf(use, left.Effective!.Value, bike),
                WearLimit worn => new Shown(Math.Round(worn.At, 2), worn.Shows, 2),
                _ => null,
            },
            (left.Limit as CalendarLimit)?.Months,
            Round(left.Share),
            left.UseLeft is { } rest ? Shown.Of(rest, bike) : null,
            left.DaysLeft,
            left.Due?.Early,
            left.Due?.Likely,
            left.Due?.Late,
            governing,
            left.Estimated,
            ShownProvenance.Of(left.Limit.Provenance),
            left.Effective is { } counts ? Shown.Of(counts, bike).Editable() : null
        )
        {
            Sign = (left.Limit as WornLimit)?.Sign ?? (left.Limit as WearLimit)?.Title,
            Series = (left.Limit as WearLimit)?.Series,
        };

    private static IEnumerable<BecauseAnswer> BecauseOf(Because because, Profile bike) =>
        because switch
        {
            LastDone done =>
            [
                new(BecauseKind.LastDone)
                {
                    Date = done.Entry.Date,
                    Evidence = done.Evidence,
                    Entry = done.Entry.Id.Value,
                    Amount = done.Meter is { } at ? Shown.Of(at.Lifetime, bike) : null,
                    Estimated = done.Meter?.Estimated ?? false,
                    WrittenLater = done.WrittenLater,
                },
            ],
            AfterRide ride =>
            [
                new(BecauseKind.AfterRide)
                {
                    Date = ride.Entry.Date,
                    Entry = ride.Entry.Id.Value,
                    Severities = ride.Asks is { } asks ? [new(asks, 1, ShownProvenance.Of(Provenance.CommonPractice))] : [],
                },
            ],
            NoHistory => [new(BecauseKind.NoHistory)],
            WornWhen worn => [new(BecauseKind.Worn) { Sign = worn.Limit.Sign, Provenance = ShownProvenance.Of(worn.Limit.Provenance) }],
            PutInForNow flush => [new(BecauseKind.PutInForNow) { Date = flush.Entry.Date, Entry = flush.Entry.Id.Value }],
            OnlyClaimed claim => [new(BecauseKind.Claimed) { Date = claim.Entry.Date, Entry = claim.Entry.Id.Value }],
            LeftAlone left =>
            [
                new(BecauseKind.LeftAlone)
                {
                    Date = left.Entry.Date,
                    Until = left.Until,
                    Entry = left.Entry.Id.Value,
                    Sign = left.Why,
                },
            ],
            TreatedAsDue due => [new(BecauseKind.TreatedAsDue) { Date = due.Entry.Date, Entry = due.Entry.Id.Value }],
            PaperEntered paper =>
            [
                new(BecauseKind.Paper)
                {
                    Date = paper.Entry.Date,
                    Until = paper.Until,
                    Entry = paper.Entry.Id.Value,
                },
            ],
            OwnInterval own => [new(BecauseKind.OwnInterval) { Date = own.Entry.Date, Entry = own.Entry.Id.Value }],
            LimitFrom from => [LimitLine(from, bike)],
            MeterToday today =>
            [
                new(BecauseKind.MeterToday)
                {
                    Meter = today.Kind,
                    Amount = Shown.Of(today.Meter.Lifetime, bike),
                    Estimated = today.Meter.Estimated,
                    Count = today.RidesSince,
                    Date = today.LastReading.Date,
                    Entry = today.LastReading.Entry.Value,
                },
            ],
            ReckonedByRatio ratio =>
            [
                new(BecauseKind.Ratio)
                {
                    Meter = ratio.Kind,
                    Amount = Shown.Of(MeterAmount.Of(MeterKind.Odometer, ratio.Ratio.KilometresAnHour * 1000), bike),
                    Provenance = new(ratio.Ratio.Own ? ProvenanceKind.Owner : ProvenanceKind.House, null),
                },
            ],
            ForecastUsed used => ForecastLines(used, bike),
            SevereRidesCounted hard =>
            [
                new(BecauseKind.SevereRides)
                {
                    Meter = hard.Kind,
                    Count = hard.Rides,
                    Amount = Shown.Of(hard.CountsAs, bike),
                    Stated = Shown.Of(hard.Ridden, bike),
                    Severities =
                    [
                        .. hard.Severities.Select(severity => new SeverityAnswer(severity, 1, ShownProvenance.Of(Provenance.House))),
                    ],
                },
            ],
            WearMeasured measured => [MeasuredLine(measured.Series)],
            RateUnknown unknown => [new(BecauseKind.RateUnknown) { Meter = unknown.Kind }],
            MeterUnknown unknown => [new(BecauseKind.MeterUnknown) { Meter = unknown.Kind }],
            _ => throw new InvalidOperationException($"No answer for {because.GetType().Name}."),
        };

    private static BecauseAnswer MeasuredLine(Core.Wear.WearSeries series)
    {
        var latest = series.Latest;
        return new(BecauseKind.Measured)
        {
            Date = latest?.Entry.Date,
            Entry = latest?.Entry.Id.Value,
            Sign = series.Kind.Title,
            Amount = latest?.Value is { } value ? Wear.WearAnswers.ShownOf(value, series.Kind) : null,
            Stated = series.Standing.End is { } end ? Wear.WearAnswers.ShownOf(end.At, series.Kind) : null,
            Count = series.Current.Points.Length,
            Estimated = series.Standing.Trust is not (Core.Wear.WearTrust.Bands or Core.Wear.WearTrust.PastLimit),
            Provenance = series.Standing.End is { } from ? ShownProvenance.Of(from.Provenance) : null,
            Series = series.Kind.Id,
        };
    }

    private static BecauseAnswer LimitLine(LimitFrom from, Profile bike)
    {
        var use = from.Limit as UseLimit;
        var counts = use is null ? (MeterAmount?)null : (from.First ? use.First!.Value : use.Amount) * from.Factor;
        return new(from.First ? BecauseKind.FirstLimit : BecauseKind.Limit)
        {
            Amount = counts is { } amount ? Shown.Of(amount, bike) : null,
            Stated = use is null ? null : StatedOf(use, counts!.Value, bike),
            Months = (from.Limit as CalendarLimit)?.Months,
            Provenance = ShownProvenance.Of(from.Limit.Provenance),
            Severities =
            [
                .. from.Severities.Select(severity => new SeverityAnswer(
                    severity.Severity,
                    severity.Factor,
                    ShownProvenance.Of(severity.Provenance)
                )),
            ],
        };
    }

    private static IEnumerable<BecauseAnswer> ForecastLines(ForecastUsed used, Profile bike)
    {
        var forecast = used.Forecast;
        yield return new(forecast.Readings == 0 ? BecauseKind.ForecastStated : BecauseKind.Forecast)
        {
            Meter = used.Kind,
            Amount = Shown.Of(MeterAmount.Of(used.Kind, (decimal)forecast.PerWeek), bike),
            Date = forecast.First,
            Until = forecast.From,
            Count = forecast.Readings,
            Weeks = (int)Math.Round(forecast.EffectiveWeeks),
            Estimated = forecast.Stated,
            Source = used.Source,
        };
        if (forecast.Readings > 0)
            yield return new(BecauseKind.Season)
            {
                Meter = used.Kind,
                Estimated = !forecast.Season.Known,
                Count = (int)Math.Round(forecast.Season.Swing * 100),
            };
    }

    /// <summary>The limit as its source states it, where this bike's own figure differs in amount or unit.</summary>
    private static Shown? StatedOf(UseLimit limit, MeterAmount effective, Profile bike) =>
        effective == limit.Amount && limit.StatedIn == bike.UnitOf(limit.Amount.Kind) ? null : Shown.Of(limit.Amount.In(limit.StatedIn));

    private static decimal? Round(decimal? share) => share is { } value ? Math.Round(value, 3) : null;
}
