using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Meters;

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
public sealed record MeterEpochStarted(MeterAmount Display, MeterAmount Lifetime, EpochCause Cause) : EntryBody
{
    public override string KindName() => "Meter starts again";

    public override IEnumerable<EntryFigure> Figures() => [WordFigure.Of("cause", Cause), new MeterFigure("display", Display)];
}
