using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Parts;

/// <summary>What was changed is as the maker had it again.</summary>
/// <param name="Modification">Any line of it.</param>
/// <param name="How">In the owner's words.</param>
public sealed record ModificationUndone(EntryId Modification, string How) : EntryBody
{
    public override string KindName() => "Changed back";

    public override IEnumerable<EntryFigure> Figures() => [new TextFigure("how", How, words => this with { How = words })];
}
