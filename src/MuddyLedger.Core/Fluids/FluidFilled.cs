using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Fluids;

/// <summary>A reservoir was filled anew.</summary>
/// <param name="Reservoir">Which.</param>
/// <param name="Volume">What went in.</param>
/// <param name="Fluid">As the owner calls it: "10W-40".</param>
/// <param name="Temporary">A flush fill: in for now, to be drained soon; it never counts as the change.</param>
public sealed record FluidFilled(ReservoirId Reservoir, Volume Volume, string Fluid, bool Temporary = false) : EntryBody
{
    public override string KindName() => "Filled";

    public override IEnumerable<EntryFigure> Figures() =>
        [
            WordFigure.Of("reservoir", Reservoir),
            new VolumeFigure("volume", Volume, volume => this with { Volume = volume }),
            new TextFigure("fluid", Fluid, words => this with { Fluid = words }),
        ];
}
