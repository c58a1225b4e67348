using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using NodaTime;

namespace MuddyLedger.App.Servicing;

/// <summary>A service item of a bike, and how it stands.</summary>
/// <param name="Id">Of the item.</param>
/// <param name="Component">What it is about.</param>
/// <param name="Title">What is done.</param>
/// <param name="Part">The part of the bike that it is listed under.</param>
/// <param name="Also">What is done along with it; null where nothing is.</param>
/// <param name="Safety">The neck hangs on it.</param>
/// <param name="Minutes">That it takes.</param>
/// <param name="Job">The job that does it; null where none is written.</param>
/// <param name="Why">Null where it is plain.</param>
/// <param name="State">From not known to overdue.</param>
/// <param name="Share">Of its governing limit used up: 1 is due; null where it is not known.</param>
/// <param name="ShareAtHorizon">The likely share left at the planning horizon, for the thin tick on the dipstick.</param>
/// <param name="Estimated">The meter was not read, and rides stand in for it.</param>
/// <param name="EarlyDue">The day it is due if the bike is used as much as it likely may be; null where nothing foretells it.</param>
/// <param name="LikelyDue">The likeliest day it is due; null where nothing foretells it.</param>
/// <param name="LateDue">The day it is due if the bike is used as little as it likely may be; null where nothing foretells it.</param>
/// <param name="Paper">It is good up to a day that is entered, and is never done.</param>
/// <param name="OwnLimits">The owner's limits stand in for the shipped ones.</param>
/// <param name="Limits">All of them.</param>
/// <param name="Because">Why it stands as it does.</param>
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

    /// <summary>A task as the plan shows it, in the bike's own units.</summary>
    public static TaskAnswer Of(TaskState state, Profile bike)
    {
        var (component, task, life) = state;
        return new(
            Id: task.Id,
            Component: component.Title,
            Title: task.Title,
            Part: component.Part,
            Also: task.Also,
            Safety: task.Safety,
            Minutes: task.Minutes,
            Job: task.Job,
            Why: task.Why,
            State: life.State,
            Share: life.State == LifeState.Due && life.Governing is null ? 0 : Round(life.Governing?.Share),
            ShareAtHorizon: Round(life.Governing?.ShareAtHorizon),
            Estimated: life.Governing?.Estimated ?? false,
            EarlyDue: life.Governing?.Due?.Early,
            LikelyDue: life.Governing?.Due?.Likely,
            LateDue: life.Governing?.Due?.Late,
            Paper: task.IsPaper,
            OwnLimits: life.Because.Any(line => line is OwnInterval),
            Limits: [.. life.Limits.Select(limit => LimitOf(limit, limit == life.Governing, bike))],
            Because: [.. life.Because.SelectMany(because => BecauseOf(because, bike))]
        )
        {
            Own = task.Id.StartsWith("own-", StringComparison.Ordinal),
            AfterRide = life.Because.OfType<AfterRide>().FirstOrDefault()?.Entry.Id.Value,
        };
    }

    private static LimitAnswer LimitOf(LimitLeft left, bool governing, Profile bike) =>
        new(
            Form: left.Limit switch
            {
                UseLimit => LimitForm.Use,
                PaperLimit => LimitForm.Paper,
                WornLimit => LimitForm.Worn,
                WearLimit => LimitForm.Wear,
                _ => LimitForm.Calendar,
            },
            Amount: left.Effective is { } effective ? Shown.Of(effective, bike) : null,
            Stated: left.Limit switch
            {
                UseLimit use => StatedOf(use, left.Effective!.Value, bike),
                WearLimit worn => new Shown(Math.Round(worn.At, 2), worn.Shows, 2),
                _ => null,
            },
            Months: (left.Limit as CalendarLimit)?.Months,
            Share: Round(left.Share),
            Left: left.UseLeft is { } rest ? Shown.Of(rest, bike) : null,
            DaysLeft: left.DaysLeft,
            EarlyDue: left.Due?.Early,
            LikelyDue: left.Due?.Likely,
            LateDue: left.Due?.Late,
            Governing: governing,
            Estimated: left.Estimated,
            Provenance: ShownProvenance.Of(left.Limit.Provenance),
            Editable: left.Effective is { } counts ? Shown.Of(counts, bike).Editable() : null
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
            DerivedByRatio ratio =>
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
            Stated = series.State.End is { } end ? Wear.WearAnswers.ShownOf(end.At, series.Kind) : null,
            Count = series.Current.Points.Length,
            Estimated = series.State.Trust is not (Core.Wear.WearTrust.Bands or Core.Wear.WearTrust.PastLimit),
            Provenance = series.State.End is { } from ? ShownProvenance.Of(from.Provenance) : null,
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
