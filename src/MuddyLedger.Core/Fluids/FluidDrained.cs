using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Fluids;

/// <summary>A reservoir was drained, and what came out was looked at.</summary>
/// <param name="Reservoir">Which.</param>
/// <param name="Volume">Null where it was drained but not measured.</param>
/// <param name="Reading">What the fluid looked like.</param>
public sealed record FluidDrained(ReservoirId Reservoir, Volume? Volume, DrainReading Reading) : EntryBody
{
    public override string KindName() => "Drained";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return WordFigure.Of("reservoir", Reservoir);
        if (Volume is { } volume)
            yield return new VolumeFigure("volume", volume, measured => this with { Volume = measured });
        var (colour, magnet, debris, fuel) = Reading;
        if (colour != DrainColour.NotSeen)
            yield return WordFigure.Of("colour", colour);
        if (magnet != MagnetReading.NotSeen)
            yield return WordFigure.Of("magnet", magnet);
        if (debris is not (DrainDebris.NotSeen or DrainDebris.None))
            yield return WordFigure.Of("debris", debris);
        if (fuel)
            yield return new WordFigure("smell", "smells of fuel");
    }
}
