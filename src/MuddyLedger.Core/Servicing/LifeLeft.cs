using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Papers;
using NodaTime;

namespace MuddyLedger.Core.Servicing;

/// <summary>How a service item stands.</summary>
public enum LifeState
{
    Unknown,
    Overdue,
    Due,
    ComingUp,
    InHand,
    Fresh,

    /// <summary>No interval: its look or its measurement decides.</summary>
    WhenWorn,

    /// <summary>The owner leaves it alone, until a day or for good.</summary>
    Rested,
}

/// <summary>How one limit stands.</summary>
/// <param name="Limit">Which.</param>
/// <param name="Effective">The limit after severity and running-in, for a use limit.</param>
/// <param name="Share">What is left of it, 1 just done, 0 due, negative overdue; null where it cannot be judged.</param>
/// <param name="UseLeft">For a use limit: distance or hours left, negative when over.</param>
/// <param name="DaysLeft">For a calendar limit: days left, negative when over.</param>
/// <param name="Due">When it runs out: early, likely, late; null where no use is known. A calendar knows one day only.</param>
/// <param name="Estimated">True where today's meter was worked out, not read.</param>
/// <param name="ShareAtHorizon">The likely share left at the end of the planning horizon; null where that cannot be said.</param>
public sealed record LimitLeft(
    Limit Limit,
    MeterAmount? Effective,
    decimal? Share,
    MeterAmount? UseLeft,
    int? DaysLeft,
    DueBand? Due,
    bool Estimated,
    decimal? ShareAtHorizon
);

/// <summary>How much of a task's life is left, which limit says so, when it is due, and because of what.</summary>
/// <param name="State">From not known to overdue.</param>
/// <param name="Governing">The limit that comes first; null where none is known.</param>
/// <param name="Limits">All of them.</param>
/// <param name="Because">Why it stands as it does.</param>
public sealed record LifeLeft(LifeState State, LimitLeft? Governing, ImmutableArray<LimitLeft> Limits, ImmutableArray<Because> Because)
{
    /// <summary>What is "coming up" within (house value).</summary>
    public const int ComingUpDays = 28;

    /// <summary>Due within this many days counts as due (house value).</summary>
    public const int DueDays = 7;

    /// <summary>How far ahead the plan looks (house value): 16 weeks.</summary>
    public const int HorizonDays = 16 * 7;

    private const decimal FreshShare = 0.9m;
    private const decimal LateShare = 0.15m;
    private const decimal DueShare = 0.02m;

    /// <summary>
    /// A date near by makes nothing "coming up" while more than half its life is left: short intervals would never be in hand (house
    /// value).
    /// </summary>
    private const decimal NearDateShare = 0.5m;

    /// <summary>
    /// How a task stands: whichever of its limits likely runs out first governs. Where a limit cannot be judged and none of the others is
    /// due, the answer is <see cref="LifeState.Unknown"/>.
    /// </summary>
    /// <param name="task">The task, with its limits and the severities that shorten them.</param>
    /// <param name="severities">The severe uses that the owner has set for this bike.</param>
    /// <param name="lastDone">Null where nothing is known: the answer is then unknown, never a guess.</param>
    public static LifeLeft Of(
        ServiceTask task,
        IReadOnlyCollection<Bikes.Severity> severities,
        LastDone? lastDone,
        BikeMeters meters,
        LocalDate today
    )
    {
        var because = ImmutableArray.CreateBuilder<Because>();
        var applied = task.Severities.Where(factor => severities.Contains(factor.Severity)).ToImmutableArray();
        var factor = applied.Aggregate(1m, (product, severity) => product * severity.Factor);
        var fresh = lastDone?.Evidence == Evidence.AsNew;
        var usable = task
            .Limits.Where(limit => limit is not WornLimit && (limit is not UseLimit use || meters.For(use.Amount.Kind) is not null))
            .ToImmutableArray();
        because.AddRange(task.Limits.OfType<WornLimit>().Select(worn => new WornWhen(worn)));
        because.AddRange(
            usable.Select(limit =>
                limit is UseLimit use ? new LimitFrom(use, factor, applied, fresh && use.First is not null) : new LimitFrom(limit, 1m, [])
            )
        );
        if (task.Limits.Length > 0 && task.Limits.All(limit => limit is WornLimit))
        {
            if (lastDone is not null)
                because.Add(lastDone);
            return new(LifeState.WhenWorn, null, [.. task.Limits.Select(limit => Unjudged(limit, null))], because.ToImmutable());
        }

        if (lastDone is null)
        {
            because.Add(new NoHistory());
            return new(
                LifeState.Unknown,
                null,
                [.. usable.Select(limit => Unjudged(limit, Effective(limit, factor, false)))],
                because.ToImmutable()
            );
        }

        because.Add(lastDone);
        // Only rides ask for it, and none has since.
        if (task.Limits.IsEmpty)
            return new(LifeState.Fresh, null, [], because.ToImmutable());
        var limits = usable
            .Select(limit =>
                limit switch
                {
                    UseLimit use => OfUse(use, Effective(use, factor, fresh)!.Value, task, severities, lastDone, meters, today, because),
                    CalendarLimit calendar => OfCalendar(
                        calendar,
                        lastDone.Entry.Date,
                        lastDone.Entry.Date.PlusMonths(calendar.Months),
                        today
                    ),
                    PaperLimit paper when lastDone.Entry.Body is PaperHeld held => OfCalendar(
                        paper,
                        lastDone.Entry.Date,
                        held.Until,
                        today
                    ),
                    _ => Unjudged(limit, null),
                }
            )
            .ToImmutableArray();
        var governing = Soonest(limits);
        return new(StateOf(limits, governing, today), governing, limits, because.ToImmutable());
    }

    /// <summary>
    /// With what was measured of the part: its end is a limit like any other. A task that only its look decides goes by it alone; one of
    /// unknown history stays unknown until what was measured makes it due.
    /// </summary>
    public LifeLeft With(Wear.WearSeries series, LocalDate today)
    {
        if (State == LifeState.Rested || (State == LifeState.Due && Governing is null))
            return this;
        var because = Because.Add(new WearMeasured(series));
        if (series.State is not { End: { } end, Share: { } share } state)
            return this with { Because = because };
        var limit = new WearLimit(series.Kind.Id, series.Kind.Title, end.At, series.Kind.Shows, end.Provenance);
        var worn = OfWear(limit, series, state, share, today);
        // What a reading is says nothing of where it goes: without a crossing it is coming up at the most, and never in hand.
        if (State == LifeState.WhenWorn)
            return new(
                worn.Due is not null || share <= DueShare ? StateOf([worn], worn, today)
                    : share <= LateShare ? LifeState.ComingUp
                    : LifeState.WhenWorn,
                worn,
                [worn],
                because
            );
        var limits = Limits.Add(worn);
        if (State == LifeState.Unknown && Governing is null)
            return share <= DueShare ? new(StateOf([worn], worn, today), worn, limits, because) : new(State, null, limits, because);
        var governing = Soonest(limits);
        return new(StateOf(limits, governing, today), governing, limits, because);
    }

    private static LimitLeft OfWear(WearLimit limit, Wear.WearSeries series, Wear.WearState state, decimal share, LocalDate today)
    {
        var (use, days) = ((MeterAmount?)null, (int?)null);
        if (state.Due is { } due && series.Kind.Axis == Wear.WearAxis.Days)
            days = Period.DaysBetween(today, due.Likely);
        else if (state is { Likely: { } likely, XToday: { } now } && series.Meter is { } kind)
            use = MeterAmount.Of(kind, (decimal)Math.Round((likely - now) * (kind == MeterKind.Odometer ? 1000 : 1), 3));
        return new(limit, null, share, use, days, state.Due, Estimated: state.Band is not null, state.ShareAtHorizon);
    }

    /// <summary>Nothing is known, and the owner wants it done.</summary>
    public static LifeLeft TreatedAsDue(LedgerEntry entry) => new(LifeState.Due, null, [], [new TreatedAsDue(entry)]);

    private static MeterAmount? Effective(Limit limit, decimal factor, bool first) =>
        limit is UseLimit use ? (first && use.First is { } runningIn ? runningIn : use.Amount) * factor : null;

    private static LimitLeft Unjudged(Limit limit, MeterAmount? effective) => new(limit, effective, null, null, null, null, false, null);

    private static LimitLeft OfUse(
        UseLimit limit,
        MeterAmount effective,
        ServiceTask task,
        IReadOnlyCollection<Bikes.Severity> severities,
        LastDone done,
        BikeMeters meters,
        LocalDate today,
        ImmutableArray<Because>.Builder because
    )
    {
        var kind = limit.Amount.Kind;
        var (history, forecast) = meters.For(kind)!;
        // No forecast: the last reading stands for today, which is marked as estimated.
        var now =
            history.At(today, forecast)
            ?? (history.Last is { } last && last.Date <= today ? new MeterAt(today, last.Lifetime, Estimated: true) : null);
        // The reading kept with the work may be on another meter; each limit asks its own.
        var then = done.Meter is { } meter && meter.Lifetime.Kind == kind ? meter : history.At(done.Entry, forecast);
        if (now is null || then is null)
        {
            because.Add(new MeterUnknown(kind));
            return Unjudged(limit, effective);
        }

        because.Add(new MeterToday(kind, now, history.Last!, history.RidesSince));
        if (history.Source == MeterSource.OtherMeter)
            because.Add(new DerivedByRatio(kind, meters.Ratio));
        because.Add(forecast is null ? new RateUnknown(kind) : new ForecastUsed(kind, forecast, history.Source));
        var hard = HardRides(kind, task, severities, done.Entry, meters);
        if (hard is not null)
            because.Add(hard);
        var runsOut = then.Lifetime + effective - (hard is null ? MeterAmount.Of(kind, 0) : hard.CountsAs - hard.Ridden);
        var left = runsOut - now.Lifetime;
        var horizon = forecast is null
            ? (decimal?)null
            : (left - forecast.UseBetween(today, today.PlusDays(HorizonDays))).InBase / effective.InBase;
        return new(
            limit,
            effective,
            left.InBase / effective.InBase,
            left,
            null,
            history.Reaches(runsOut, forecast),
            now.Estimated || then.Estimated,
            horizon
        );
    }

    /// <summary>
    /// A ride of severity f counts its amount / f, so mixed use adds up. What the bike is always ridden in has shortened the whole limit
    /// already.
    /// </summary>
    private static SevereRidesCounted? HardRides(
        MeterKind kind,
        ServiceTask task,
        IReadOnlyCollection<Bikes.Severity> always,
        LedgerEntry done,
        BikeMeters meters
    )
    {
        var factors = task
            .Severities.Where(factor => !always.Contains(factor.Severity))
            .ToDictionary(factor => factor.Severity, factor => factor.Factor);
        var counted = (
            from ride in meters.SevereRides
            where factors.Count > 0 && ride.After(done)
            let hard = ride.Ride.Severities.Select(Wears).Where(factors.ContainsKey).Distinct().ToList()
            where hard.Count > 0
            let amount = ride.On(kind, meters.Ratio)
            where amount is not null
            select (
                Amount: amount.Value,
                CountsAs: amount.Value * (1 / hard.Aggregate(1m, (product, severity) => product * factors[severity])),
                Hard: hard
            )
        ).ToList();
        if (counted.Count == 0)
            return null;
        var nothing = MeterAmount.Of(kind, 0);
        return new(
            kind,
            counted.Count,
            counted.Aggregate(nothing, (sum, ride) => sum + ride.Amount),
            counted.Aggregate(nothing, (sum, ride) => sum + ride.CountsAs),
            [.. counted.SelectMany(ride => ride.Hard).Distinct().Order()]
        );
    }

    /// <summary>Sand, dust and mud wear like grit.</summary>
    private static Bikes.Severity Wears(Bikes.Severity ride) =>
        ride is Bikes.Severity.Sand or Bikes.Severity.Dust or Bikes.Severity.Mud ? Bikes.Severity.Grit : ride;

    private static LimitLeft OfCalendar(Limit limit, LocalDate from, LocalDate due, LocalDate today)
    {
        var whole = Math.Max(1, Period.DaysBetween(from, due));
        var left = Period.DaysBetween(today, due);
        return new(
            limit,
            null,
            left / (decimal)whole,
            null,
            left,
            new DueBand(due, due, due),
            false,
            (left - HorizonDays) / (decimal)whole
        );
    }

    /// <summary>What is over counts first, then what likely runs out soonest.</summary>
    private static LimitLeft? Soonest(ImmutableArray<LimitLeft> limits) =>
        limits
            .Where(limit => limit.Share is not null)
            .OrderBy(limit => limit.Share <= 0 ? 0 : 1)
            .ThenBy(limit => limit.Due?.Likely ?? LocalDate.MaxIsoValue)
            .ThenBy(limit => limit.Share)
            .FirstOrDefault();

    private static LifeState StateOf(ImmutableArray<LimitLeft> limits, LimitLeft? governing, LocalDate today)
    {
        if (governing?.Share is not { } share)
            return LifeState.Unknown;
        if (share < 0)
            return LifeState.Overdue;
        var days = governing.Due is { } due ? Period.DaysBetween(today, due.Likely) : (int?)null;
        if (share <= DueShare || days <= DueDays)
            return LifeState.Due;
        if (limits.Any(limit => limit.Share is null))
            return LifeState.Unknown;
        if (share <= LateShare || (days <= ComingUpDays && share <= NearDateShare))
            return LifeState.ComingUp;
        return share >= FreshShare ? LifeState.Fresh : LifeState.InHand;
    }
}
