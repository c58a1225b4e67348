using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Meters;

/// <summary>Why a meter counts anew.</summary>
public enum EpochCause
{
    DashSwapped,
    RolledOver,
    Reset,
}

/// <summary>
/// From here on the meter counts anew: at this moment it showed <paramref name="Display"/> and the bike had done
/// <paramref name="Lifetime"/>.
/// </summary>
/// <param name="Display">What the new meter showed.</param>
/// <param name="Lifetime">What the bike had run by then.</param>
/// <param name="Cause">Why it counts anew.</param>
public sealed record MeterEpochStarted(MeterAmount Display, MeterAmount Lifetime, EpochCause Cause) : EntryBody
{
    public override string KindName() => "Meter starts again";

    public override IEnumerable<EntryFigure> Figures() => [WordFigure.Of("cause", Cause), new MeterFigure("display", Display)];
}
