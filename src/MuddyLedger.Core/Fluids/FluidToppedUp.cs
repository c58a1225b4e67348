using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Fluids;

/// <summary>Something was added to what was in already: its age stays.</summary>
/// <param name="Reservoir">Which.</param>
/// <param name="Volume">What was added.</param>
/// <param name="Fluid">As the owner calls it: "10W-40".</param>
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
