using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Web.Api;
using NodaTime;

namespace MuddyLedger.Web.Servicing;

public enum LimitForm { Use, Calendar }

/// <param name="Amount">A use limit as it counts for this bike.</param>
/// <param name="Stated">The same as its source states it, where severe use shortened it or the unit is another.</param>
public sealed record LimitAnswer(
    LimitForm Form, Shown? Amount, Shown? Stated, int? Months, decimal? Share, Shown? Left, int? DaysLeft, LocalDate? LikelyDue,
    bool Governing, bool Estimated, ShownProvenance Provenance);

public enum BecauseKind { LastDone, NoHistory, Claimed, Limit, MeterToday, Rate, RateStated, RateUnknown, MeterUnknown }

/// <summary>One line of the working, as data: which fields are filled follows from the kind.</summary>
public sealed record BecauseAnswer(BecauseKind Kind)
{
    public LocalDate? Date { get; init; }
    public LocalDate? Until { get; init; }
    public Shown? Amount { get; init; }
    public Shown? Stated { get; init; }
    public int? Months { get; init; }
    public int? Count { get; init; }
    public bool Estimated { get; init; }
    public Evidence? Evidence { get; init; }
    public MeterKind? Meter { get; init; }
    public Guid? Entry { get; init; }
    public ShownProvenance? Provenance { get; init; }
    public IReadOnlyList<SeverityAnswer> Severities { get; init; } = [];
}

public sealed record SeverityAnswer(Severity Severity, decimal Factor, ShownProvenance Provenance);

/// <param name="ShareAtHorizon">The likely share left at the planning horizon, for the thin tick on the dipstick.</param>
public sealed record TaskAnswer(
    string Id, string Component, string Title, BikePart Part, string? Also, bool Safety, int Minutes, string? Job, string? Why,
    LifeState State, decimal? Share, decimal? ShareAtHorizon, bool Estimated, LocalDate? LikelyDue, IReadOnlyList<LimitAnswer> Limits, IReadOnlyList<BecauseAnswer> Because)
{
    public static TaskAnswer Of(TaskStanding standing, Profile bike)
    {
        var (component, task, life) = standing;
        return new(task.Id, component.Title, task.Title, component.Part, task.Also, task.Safety, task.Minutes, task.Job, task.Why,
            life.State, Round(life.Governing?.Share), Round(life.Governing?.ShareAtHorizon), life.Governing?.Estimated ?? false, life.Governing?.LikelyDue,
            [.. life.Limits.Select(limit => LimitOf(limit, limit == life.Governing, bike))], [.. life.Because.Select(because => BecauseOf(because, bike))]);
    }

    private static LimitAnswer LimitOf(LimitLeft left, bool governing, Profile bike) => new(
        left.Limit is UseLimit ? LimitForm.Use : LimitForm.Calendar,
        left.Effective is { } effective ? Shown.Of(effective, bike) : null,
        left.Limit is UseLimit use ? StatedOf(use, left.Effective!.Value, bike) : null,
        (left.Limit as CalendarLimit)?.Months, Round(left.Share), left.UseLeft is { } rest ? Shown.Of(rest, bike) : null, left.DaysLeft, left.LikelyDue,
        governing, left.Estimated, ShownProvenance.Of(left.Limit.Provenance));

    private static BecauseAnswer BecauseOf(Because because, Profile bike) => because switch
    {
        LastDone done => new(BecauseKind.LastDone)
        {
            Date = done.Entry.Date,
            Evidence = done.Evidence,
            Entry = done.Entry.Id.Value,
            Amount = done.Meter is { } at ? Shown.Of(at.Lifetime, bike) : null,
            Estimated = done.Meter?.Estimated ?? false,
        },
        NoHistory => new(BecauseKind.NoHistory),
        OnlyClaimed claim => new(BecauseKind.Claimed) { Date = claim.Entry.Date, Entry = claim.Entry.Id.Value },
        LimitFrom from => new(BecauseKind.Limit)
        {
            Amount = from.Limit is UseLimit use ? Shown.Of(use.Amount * from.Factor, bike) : null,
            Stated = from.Limit is UseLimit whole ? StatedOf(whole, whole.Amount * from.Factor, bike) : null,
            Months = (from.Limit as CalendarLimit)?.Months,
            Provenance = ShownProvenance.Of(from.Limit.Provenance),
            Severities = [.. from.Severities.Select(severity => new SeverityAnswer(severity.Severity, severity.Factor, ShownProvenance.Of(severity.Provenance)))],
        },
        MeterToday today => new(BecauseKind.MeterToday)
        {
            Meter = today.Kind,
            Amount = Shown.Of(today.Meter.Lifetime, bike),
            Estimated = today.Meter.Estimated,
            Date = today.LastReading.Date,
            Entry = today.LastReading.Entry.Value,
        },
        RateUsed { Rate.Readings: 0 } stated => new(BecauseKind.RateStated) { Meter = stated.Kind, Amount = Shown.Of(stated.Rate.PerDay * 7, bike) },
        RateUsed used => new(BecauseKind.Rate)
        {
            Meter = used.Kind,
            Amount = Shown.Of(used.Rate.PerDay * 7, bike),
            Date = used.Rate.From,
            Until = used.Rate.To,
            Count = used.Rate.Readings,
        },
        RateUnknown unknown => new(BecauseKind.RateUnknown) { Meter = unknown.Kind },
        MeterUnknown unknown => new(BecauseKind.MeterUnknown) { Meter = unknown.Kind },
        _ => throw new InvalidOperationException($"No answer for {because.GetType().Name}."),
    };

    /// <summary>The limit as its source states it, where this bike's own figure differs in amount or unit.</summary>
    private static Shown? StatedOf(UseLimit limit, MeterAmount effective, Profile bike) =>
        effective == limit.Amount && limit.StatedIn == bike.UnitOf(limit.Amount.Kind) ? null : Shown.Of(limit.Amount.In(limit.StatedIn));

    private static decimal? Round(decimal? share) => share is { } value ? Math.Round(value, 3) : null;
}
