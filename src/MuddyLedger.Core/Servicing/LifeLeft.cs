using System.Collections.Immutable;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.Core.Servicing;

public enum LifeState { Unknown, Overdue, Due, ComingUp, InHand, Fresh }

/// <summary>How one limit stands.</summary>
/// <param name="Effective">The limit after severity, for a use limit.</param>
/// <param name="Share">What is left of it, 1 just done, 0 due, negative overdue; null where it cannot be judged.</param>
/// <param name="UseLeft">For a use limit: distance or hours left, negative when over.</param>
/// <param name="DaysLeft">For a calendar limit: days left, negative when over.</param>
/// <param name="LikelyDue">The day on which it likely runs out; null where no use is known.</param>
/// <param name="Estimated">True where today's meter was reckoned, not read.</param>
/// <param name="ShareAtHorizon">The likely share left at the end of the planning horizon; null where that cannot be said.</param>
public sealed record LimitLeft(
    Limit Limit, MeterAmount? Effective, decimal? Share, MeterAmount? UseLeft, int? DaysLeft, LocalDate? LikelyDue, bool Estimated, decimal? ShareAtHorizon);

/// <summary>How much of a task's life is left, which limit says so, when it is likely due, and because of what.</summary>
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

    /// <summary>A date near by makes nothing "coming up" while more than half its life is left: short intervals would never be in hand (house value).</summary>
    private const decimal NearDateShare = 0.5m;

    /// <summary>
    /// How a task stands: whichever of its limits likely runs out first governs. Where a limit cannot be judged and none of the others is due, the answer is <see cref="LifeState.Unknown"/>.
    /// </summary>
    /// <param name="task">The task, with its limits and the severities that shorten them.</param>
    /// <param name="severities">The severe uses that the owner has set for this bike.</param>
    /// <param name="lastDone">Null where nothing is known: the answer is then unknown, never a guess.</param>
    public static LifeLeft Of(ServiceTask task, IReadOnlyCollection<Bikes.Severity> severities, LastDone? lastDone, BikeMeters meters, LocalDate today)
    {
        var because = ImmutableArray.CreateBuilder<Because>();
        var applied = task.Severities.Where(factor => severities.Contains(factor.Severity)).ToImmutableArray();
        var factor = applied.Aggregate(1m, (product, severity) => product * severity.Factor);
        var usable = task.Limits.Where(limit => limit is not UseLimit use || meters.ByKind.ContainsKey(use.Amount.Kind)).ToImmutableArray();
        because.AddRange(usable.Select(limit => new LimitFrom(limit, limit is UseLimit ? factor : 1m, limit is UseLimit ? applied : [])));
        if (lastDone is null)
        {
            because.Add(new NoHistory());
            return new(LifeState.Unknown, null, [.. usable.Select(limit => Unjudged(limit, factor))], because.ToImmutable());
        }

        because.Add(lastDone);
        var limits = usable.Select(limit => limit switch
        {
            UseLimit use => OfUse(use, factor, lastDone, meters, today, because),
            CalendarLimit calendar => OfCalendar(calendar, lastDone, today),
            _ => throw new InvalidOperationException($"No rule for {limit.GetType().Name}."),
        }).ToImmutableArray();
        var governing = limits.Where(limit => limit.Share is not null)
            .OrderBy(limit => limit.Share <= 0 ? 0 : 1)
            .ThenBy(limit => limit.LikelyDue ?? LocalDate.MaxIsoValue)
            .ThenBy(limit => limit.Share)
            .FirstOrDefault();
        return new(StateOf(limits, governing, today), governing, limits, because.ToImmutable());
    }

    private static LimitLeft Unjudged(Limit limit, decimal factor) =>
        new(limit, limit is UseLimit use ? use.Amount * factor : null, null, null, null, null, false, null);

    private static LimitLeft OfUse(UseLimit limit, decimal factor, LastDone done, BikeMeters meters, LocalDate today, ImmutableArray<Because>.Builder because)
    {
        var kind = limit.Amount.Kind;
        var (history, rate) = meters.ByKind[kind];
        // No rate: the last reading stands for today, which is marked as estimated.
        var now = history.At(today, rate) ?? (history.Last is { } last && last.Date <= today ? new MeterAt(today, last.Lifetime, Estimated: true) : null);
        // The reading kept with the work may be on another meter; each limit asks its own.
        var then = done.Meter is { } meter && meter.Lifetime.Kind == kind ? meter : history.At(done.Entry, rate);
        if (now is null || then is null)
        {
            because.Add(new MeterUnknown(kind));
            return Unjudged(limit, factor);
        }

        because.Add(new MeterToday(kind, now, history.Last!));
        because.Add(rate is null ? new RateUnknown(kind) : new RateUsed(kind, rate));
        var effective = limit.Amount * factor;
        var runsOut = then.Lifetime + effective;
        var left = runsOut - now.Lifetime;
        var horizon = rate is null ? (decimal?)null : (left - rate.PerDay * HorizonDays).InBase / effective.InBase;
        return new(limit, effective, left.InBase / effective.InBase, left, null, history.Reaches(runsOut, rate), now.Estimated || then.Estimated, horizon);
    }

    private static LimitLeft OfCalendar(CalendarLimit limit, LastDone done, LocalDate today)
    {
        var due = done.Entry.Date.PlusMonths(limit.Months);
        var whole = Period.DaysBetween(done.Entry.Date, due);
        var left = Period.DaysBetween(today, due);
        return new(limit, null, left / (decimal)whole, null, left, due, false, (left - HorizonDays) / (decimal)whole);
    }

    private static LifeState StateOf(ImmutableArray<LimitLeft> limits, LimitLeft? governing, LocalDate today)
    {
        if (governing?.Share is not { } share) return LifeState.Unknown;
        if (share < 0) return LifeState.Overdue;
        var days = governing.LikelyDue is { } due ? Period.DaysBetween(today, due) : (int?)null;
        if (share <= DueShare || days <= DueDays) return LifeState.Due;
        if (limits.Any(limit => limit.Share is null)) return LifeState.Unknown;
        if (share <= LateShare || (days <= ComingUpDays && share <= NearDateShare)) return LifeState.ComingUp;
        return share >= FreshShare ? LifeState.Fresh : LifeState.InHand;
    }
}
