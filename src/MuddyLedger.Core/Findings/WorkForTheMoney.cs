using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Findings;

/// <summary>Whether a piece of work is done for the money there is.</summary>
public enum WorkVerdict
{
    /// <summary>It shuts a gate: it is paid first, whatever the order.</summary>
    Must,
    Within,

    /// <summary>It does not fit into what is left when its turn comes.</summary>
    OverTheCap,

    /// <summary>Nobody has said what it costs: it takes no money, and none is kept for it.</summary>
    NoPrice,
}

/// <summary>A finding as work to be paid.</summary>
/// <param name="Entry">Its line; null of one that a job under way will write.</param>
/// <param name="Finding">What is wrong.</param>
/// <param name="Verdict">Whether it is done for the money there is.</param>
public sealed record WorkLine(EntryId? Entry, FindingOpened Finding, WorkVerdict Verdict);

/// <summary>
/// What was found, as work under a cap. What shuts a gate comes off the cap first; the rest is taken in the owner's order as far as the
/// money goes, and one that does not fit lets a smaller one behind it through. Worked out from what is open now: when a strip-down finds
/// more, it is decided again.
/// </summary>
/// <param name="Must">The gravest first.</param>
/// <param name="Optional">In the owner's order, then what has no place in it yet, the gravest first.</param>
/// <param name="Cap">Null where there is no limit.</param>
/// <param name="MustCost">What must be done costs together, as far as it has a price.</param>
/// <param name="Taken">All that is done for it, what must be among it.</param>
/// <param name="Short">How far what must be done alone goes over the cap; null where it does not.</param>
public sealed record WorkForTheMoney(
    ImmutableArray<WorkLine> Must,
    ImmutableArray<WorkLine> Optional,
    Money? Cap,
    Money MustCost,
    Money Taken,
    Money? Short
)
{
    /// <summary>What is left of the cap; null where there is none, or nothing is left.</summary>
    public Money? Left => Cap is { } cap && cap.Amount > Taken.Amount ? Money.Of(cap.Amount - Taken.Amount) : null;

    /// <summary>How many have no price.</summary>
    public int Unpriced => Must.Concat(Optional).Count(line => line.Finding.CostGuess is null);

    /// <param name="running">What jobs under way have found and not put right.</param>
    /// <param name="tried">A cap and an order that are only looked at; null for those that were set last.</param>
    public static WorkForTheMoney Of(BikeLedger ledger, IEnumerable<FindingOpened> running, BudgetSet? tried = null)
    {
        var budget = tried ?? ledger.Each<BudgetSet>().Select(pair => pair.Body).LastOrDefault() ?? new BudgetSet(null, []);
        var place = budget.Order.Select(ledger.OriginOf).Distinct().Index().ToDictionary(at => at.Item, at => at.Index);
        var all = running
            .Select(found => (Entry: (LedgerEntry?)null, Finding: found))
            .OrderByDescending(found => found.Finding.Severity)
            .Concat(OpenFindings.Of(ledger).Select(open => (Entry: (LedgerEntry?)open.Entry, Finding: open.Body)))
            .ToList();
        var must = all.Where(one => one.Finding.Shuts is not null).ToList();
        var mustCost = Sum(must.Select(one => one.Finding.CostGuess));
        var left = budget.Cap is { } cap ? Math.Max(0, cap.Amount - mustCost.Amount) : decimal.MaxValue;
        var optional = ImmutableArray.CreateBuilder<WorkLine>();
        foreach (
            var (entry, finding) in all.Where(one => one.Finding.Shuts is null)
                .OrderBy(one => one.Entry is { } known ? place.GetValueOrDefault(known.Origin, int.MaxValue) : int.MaxValue)
        )
        {
            var verdict =
                finding.CostGuess is not { } cost ? WorkVerdict.NoPrice
                : cost.Amount <= left ? WorkVerdict.Within
                : WorkVerdict.OverTheCap;
            if (verdict == WorkVerdict.Within)
                left -= finding.CostGuess!.Value.Amount;
            optional.Add(new(entry?.Id, finding, verdict));
        }

        return new(
            [.. must.Select(one => new WorkLine(one.Entry?.Id, one.Finding, WorkVerdict.Must))],
            optional.ToImmutable(),
            budget.Cap,
            mustCost,
            mustCost + Sum(optional.Where(line => line.Verdict == WorkVerdict.Within).Select(line => line.Finding.CostGuess)),
            budget.Cap is { } limit && mustCost.Amount > limit.Amount ? Money.Of(mustCost.Amount - limit.Amount) : null
        );
    }

    private static Money Sum(IEnumerable<Money?> costs) => costs.Aggregate(Money.Of(0), (sum, cost) => sum + (cost ?? Money.Of(0)));
}
