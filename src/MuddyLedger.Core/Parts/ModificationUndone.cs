using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Parts;

/// <summary>What was changed is as the maker had it again.</summary>
public sealed record ModificationUndone(EntryId Modification, string How) : EntryBody
{
    public override string KindName() => "Changed back";

    public override IEnumerable<EntryFigure> Figures() => [new TextFigure("how", How, words => this with { How = words })];
}
