using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Waste;

/// <summary>Used fluid was handed in.</summary>
/// <param name="Waste">Its kind: "engine oil".</param>
/// <param name="Volume">All that had waited.</param>
/// <param name="Where">Where it was taken.</param>
public sealed record WasteHandedIn(string Waste, Volume Volume, string Where) : EntryBody
{
    public override string KindName() => "Handed in";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            new TextFigure("waste", Waste),
            new VolumeFigure("volume", Volume, volume => this with { Volume = volume }),
            new TextFigure("where", Where, words => this with { Where = words }),
        ];
}
