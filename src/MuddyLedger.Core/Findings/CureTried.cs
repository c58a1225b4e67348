using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Findings;

/// <summary>What was put right, tried under the conditions under which it had shown.</summary>
/// <param name="Finding">Any line of the finding.</param>
/// <param name="Gone">False where it showed again: then the finding is open again.</param>
/// <param name="Words">How it was tried: how warm, how long, under what load.</param>
public sealed record CureTried(EntryId Finding, bool Gone, string Words) : EntryBody
{
    public override string KindName() => "Cure tried";

    public override string LineName() => Gone ? "Cured" : "Back again";

    public override IEnumerable<EntryFigure> Figures() => [new TextFigure("words", Words, words => this with { Words = words })];
}
