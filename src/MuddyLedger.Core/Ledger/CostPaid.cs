using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Ledger;

/// <summary>Money was spent on the bike.</summary>
/// <param name="For">What for, in words.</param>
/// <param name="Amount">Money.</param>
public sealed record CostPaid(string For, Money Amount) : EntryBody
{
    public override string KindName() => "Paid";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            new TextFigure("for", For, words => this with { For = words }),
            new MoneyFigure("amount", Amount, amount => this with { Amount = amount }),
        ];
}
