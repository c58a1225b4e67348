using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Findings;

/// <summary>What was found was put right.</summary>
/// <param name="Finding">Any line of the finding.</param>
/// <param name="How">What was done about it.</param>
public sealed record FindingClosed(EntryId Finding, string How) : EntryBody
{
    /// <summary>How it was tried under the conditions under which it showed; null where it was not, or shows at any time.</summary>
    public string? Tried { get; init; }

    public override string KindName() => "Put right";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("how", How, words => this with { How = words });
        if (Tried is { } tried)
            yield return new NoteFigure("tried", tried, words => this with { Tried = words });
    }
}
