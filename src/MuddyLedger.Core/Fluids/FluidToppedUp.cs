using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Fluids;

public sealed record FluidToppedUp(ReservoirId Reservoir, Volume Volume, string Fluid) : EntryBody
{
    public override string KindName() => "Topped up";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            WordFigure.Of("reservoir", Reservoir),
            new VolumeFigure("volume", Volume, volume => this with { Volume = volume }),
            new TextFigure("fluid", Fluid, words => this with { Fluid = words }),
        ];
}
