using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Waste;

public sealed record WasteHeld(string Waste, Volume Volume) : EntryBody
{
    public override string KindName() => "Old fluid kept";

    public override IEnumerable<EntryFigure> Figures() =>
        [new TextFigure("waste", Waste), new VolumeFigure("volume", Volume, volume => this with { Volume = volume })];
}
