using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Gates;

/// <summary>The engine was started and ran, without the bike being ridden.</summary>
/// <param name="How">In the course of what: "first start, recommissioning".</param>
public sealed record EngineRan(string How) : EntryBody
{
    public override string KindName() => "Engine ran";

    public override IEnumerable<EntryFigure> Figures() => [new TextFigure("how", How, words => this with { How = words })];
}
