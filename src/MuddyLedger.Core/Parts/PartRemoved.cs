using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Parts;

/// <summary>A part came off for good.</summary>
/// <param name="Count">1 to 99.</param>
public sealed record PartRemoved(string Part, int Count, string Reason) : EntryBody
{
    public override string KindName() => "Taken off";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            new TextFigure("part", Part, words => this with { Part = words }),
            new TextFigure("why", Reason, words => this with { Reason = words }),
        ];
}
