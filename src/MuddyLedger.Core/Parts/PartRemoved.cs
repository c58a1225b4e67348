using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Parts;

/// <summary>A part came off for good.</summary>
/// <param name="Part">What it was.</param>
/// <param name="Count">1 to 99.</param>
/// <param name="Reason">Why it came off.</param>
public sealed record PartRemoved(string Part, int Count, string Reason) : EntryBody
{
    public override string KindName() => "Taken off";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            new TextFigure("part", Part, words => this with { Part = words }),
            new TextFigure("why", Reason, words => this with { Reason = words }),
        ];
}
