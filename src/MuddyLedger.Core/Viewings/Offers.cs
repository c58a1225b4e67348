using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>What to say first, what to aim for, and where to walk away. None above the asking price, none below nothing.</summary>
/// <param name="Opening">Money: what to say first.</param>
/// <param name="Target">Money: what to aim for.</param>
/// <param name="WalkAway">Money: the most that is paid.</param>
public sealed record Offers(double Opening, double Target, double WalkAway)
{
    /// <summary>
    /// Value when sound, less what it takes to put right (at 90, at 75, and the larger of the middle and the mean), less the missing title.
    /// </summary>
    /// <param name="papers">The discount for a missing title, 0 where it is there.</param>
    /// <param name="asking">Null where no price is asked.</param>
    public static Offers Of(double value, RepairCost cost, IReadOnlyList<Triangle> credits, double papers, double? asking)
    {
        double At(double left) => Math.Clamp(value - left - papers, 0, asking ?? double.MaxValue);
        var middle = Math.Max(cost.Spread.QuantileLess(credits, 0.5), cost.Mean - credits.Sum(credit => credit.Mean));
        var walkAway = At(middle);
        // A few rare dear faults can lift the mean above the 75% level: the target is never above the price at which one walks away.
        var target = Math.Min(walkAway, At(cost.Spread.QuantileLess(credits, 0.75)));
        return new(Math.Min(target, At(cost.Spread.QuantileLess(credits, 0.9))), target, walkAway);
    }
}

/// <summary>What a viewing comes to.</summary>
public enum Verdict
{
    NotSeenEnough,
    WalkAway,
    OnlyAsParts,
    Negotiate,
    FairAsAsked,
    BargainIfTheRestHolds,
}

/// <summary>Why a verdict was given, each with what it rests on.</summary>
public abstract record VerdictReason;

/// <summary>A knock-out decides over any average.</summary>
/// <param name="Point">Which failed.</param>
/// <param name="What">What it decides.</param>
public sealed record KnockedOut(string Point, KnockOut What) : VerdictReason;

/// <summary>There is no title, and the owner needs one.</summary>
public sealed record PapersNeeded : VerdictReason;

/// <summary>How much was seen.</summary>
/// <param name="Coverage">Weight seen, 0 to 1 of all.</param>
/// <param name="Wanted">What a verdict needs.</param>
public sealed record CoverageIs(double Coverage, double Wanted) : VerdictReason;

/// <summary>Nobody has said what it is worth.</summary>
public sealed record NoValueKnown : VerdictReason;

/// <summary>There is nothing to hold it against.</summary>
public sealed record NoPriceAsked : VerdictReason;

/// <summary>What is asked, against what it is worth to us.</summary>
/// <param name="Asking">Money.</param>
/// <param name="Opening">Money.</param>
/// <param name="WalkAway">Money.</param>
public sealed record AskedAgainst(double Asking, double Opening, double WalkAway) : VerdictReason;

/// <summary>Even the first offer is more than there is.</summary>
/// <param name="Budget">Money.</param>
/// <param name="WalkAway">Money.</param>
public sealed record OverBudget(double Budget, double WalkAway) : VerdictReason;

/// <summary>To put it right takes more than it is worth then.</summary>
/// <param name="Value">Money.</param>
/// <param name="Cost">Money.</param>
public sealed record DearerThanItsWorth(double Value, double Cost) : VerdictReason;

/// <summary>A verdict on a bike, with its reasons.</summary>
/// <param name="Verdict">What it comes to.</param>
/// <param name="Reasons">The one that decides first.</param>
public sealed record Judgement(Verdict Verdict, ImmutableArray<VerdictReason> Reasons)
{
    /// <summary>
    /// One walks away whatever it costs: a knock-out, or papers that the owner needs and cannot get. Not so an engine that is bought as
    /// parts to be rebuilt: that is a matter of money.
    /// </summary>
    public bool KnockedOut => Verdict == Verdict.WalkAway && Reasons.Any(reason => reason is Viewings.KnockedOut or PapersNeeded);

    /// <summary>House value: with less seen than this no verdict on the price is given.</summary>
    public const double CoverageWanted = 0.60;

    /// <param name="knocked">Every knock-out point that failed.</param>
    /// <param name="papersMissing">There is no title, and the owner needs one.</param>
    /// <param name="willRebuild">An engine that is seized is then no reason to leave, only to pay for parts.</param>
    public static Judgement Of(
        IReadOnlyList<(string Point, KnockOut What)> knocked,
        bool papersMissing,
        bool willRebuild,
        double coverage,
        double? value,
        double? asking,
        double? budget,
        RepairCost cost,
        Offers? offers
    )
    {
        var reasons = knocked.Select(VerdictReason (one) => new KnockedOut(one.Point, one.What)).ToList();
        if (papersMissing)
            reasons.Add(new PapersNeeded());
        if (papersMissing || knocked.Any(one => one.What == KnockOut.WalkAway))
            return new(Verdict.WalkAway, [.. reasons]);
        if (knocked.Count > 0)
            return new(willRebuild ? Verdict.OnlyAsParts : Verdict.WalkAway, [.. reasons]);
        if (coverage < CoverageWanted)
            return new(Verdict.NotSeenEnough, [new CoverageIs(coverage, CoverageWanted)]);
        reasons.Add(new CoverageIs(coverage, CoverageWanted));
        if (value is not { } worth || offers is null)
            return new(Verdict.Negotiate, [new NoValueKnown(), .. reasons]);
        if (offers.WalkAway <= 0)
            return new(Verdict.OnlyAsParts, [new DearerThanItsWorth(worth, Math.Max(cost.C50, cost.Mean)), .. reasons]);
        if (asking is not { } price)
            return new(Verdict.Negotiate, [new NoPriceAsked(), .. reasons]);
        reasons.Insert(0, new AskedAgainst(price, offers.Opening, offers.WalkAway));
        if (budget is { } most && offers.Opening > most)
            return new(Verdict.WalkAway, [new OverBudget(most, offers.Opening), .. reasons]);
        // The offers are cut at the asking price: one that reaches it says that the price asked is no more than the bike is worth to us.
        return new(
            price <= offers.Opening ? Verdict.BargainIfTheRestHolds
                : price <= offers.WalkAway ? Verdict.FairAsAsked
                : Verdict.Negotiate,
            [.. reasons]
        );
    }
}
