using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Layup;

/// <summary>From here on the bike stands: a lay-up, or a long stay on the hoist. Its use is not expected to go on.</summary>
/// <param name="Why">Null where nobody said.</param>
public sealed record LaidUp(string? Why = null) : EntryBody
{
    public override string KindName() => "Laid up";

    public override IEnumerable<EntryFigure> Figures()
    {
        if (Why is { } why)
            yield return new NoteFigure("why", why, words => this with { Why = words });
    }
}
