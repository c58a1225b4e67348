using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Gates;

/// <summary>All hold points of a gate were passed in a job that proves it.</summary>
/// <param name="Gate">Which.</param>
/// <param name="By">The job's title.</param>
public sealed record GateProven(Gate Gate, string By) : EntryBody
{
    public override string KindName() => "Proven";

    public override IEnumerable<EntryFigure> Figures() =>
        [new WordFigure("gate", $"may be {Capabilities.Word(Gate)}"), new TextFigure("by", By)];
}
