using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Findings;

public sealed record FindingClosed(EntryId Finding, string How) : EntryBody
{
    public override string KindName() => "Put right";

    public override IEnumerable<EntryFigure> Figures() => [new TextFigure("how", How, words => this with { How = words })];
}
