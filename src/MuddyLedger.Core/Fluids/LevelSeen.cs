using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Fluids;

/// <summary>The level was looked at, by the method of the reservoir.</summary>
/// <param name="Reservoir">Which.</param>
/// <param name="Level">As it was read.</param>
/// <param name="UnderFull">How much would bring it to the upper mark, where that was measured.</param>
public sealed record LevelSeen(ReservoirId Reservoir, Level Level, Volume? UnderFull = null) : EntryBody
{
    public override string KindName() => "Level seen";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return WordFigure.Of("reservoir", Reservoir);
        yield return WordFigure.Of("level", Level);
        if (UnderFull is { } under)
            yield return new VolumeFigure("under full", under);
    }
}
