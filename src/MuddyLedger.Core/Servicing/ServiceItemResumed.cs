using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Servicing;

/// <summary>A service item that was left alone counts again.</summary>
/// <param name="Task">Which.</param>
public sealed record ServiceItemResumed(string Task) : EntryBody
{
    public override string KindName() => "Counts again";

    public override IEnumerable<EntryFigure> Figures() => [TaskFigure.Of(Task)];
}
