using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Findings;

/// <summary>How much may go into what was found, and in which order what is optional is done. The last one counts.</summary>
/// <param name="Cap">Null where there is no limit.</param>
/// <param name="Order">Findings, the most wanted first.</param>
public sealed record BudgetSet(Money? Cap, ImmutableArray<EntryId> Order) : EntryBody
{
    public override string KindName() => "Money set aside";

    public override IEnumerable<EntryFigure> Figures()
    {
        if (Cap is { } cap)
            yield return new MoneyFigure("cap", cap, amount => this with { Cap = amount });
        else
            yield return new WordFigure("cap", "no limit");
        if (Order.Length > 0)
            yield return new WordFigure("order", Order.Length == 1 ? "1 in its order" : $"{Order.Length} in their order");
    }

    public bool Equals(BudgetSet? other) => other is not null && Cap == other.Cap && Order.SequenceEqual(other.Order);

    public override int GetHashCode() => HashCode.Combine(Cap, Order.Length);
}
