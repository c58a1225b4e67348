using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Layup;

/// <summary>In use again.</summary>
/// <param name="How">Null where nobody said.</param>
public sealed record WokenUp(string? How = null) : EntryBody
{
    public override string KindName() => "In use again";

    public override IEnumerable<EntryFigure> Figures()
    {
        if (How is { } how)
            yield return new NoteFigure("how", how, words => this with { How = words });
    }
}
