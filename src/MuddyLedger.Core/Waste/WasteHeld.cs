using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Waste;

/// <summary>Used fluid went into its closed container.</summary>
/// <param name="Waste">Its kind: "engine oil".</param>
/// <param name="Volume">That waits.</param>
public sealed record WasteHeld(string Waste, Volume Volume) : EntryBody
{
    public override string KindName() => "Old fluid kept";

    public override IEnumerable<EntryFigure> Figures() =>
        [new TextFigure("waste", Waste), new VolumeFigure("volume", Volume, volume => this with { Volume = volume })];
}
