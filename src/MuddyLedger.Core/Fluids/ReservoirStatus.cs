using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Fluids;

/// <summary>How far a reservoir has come after a strip-down. Each is more than the one before it.</summary>
public enum ReservoirStatus
{
    Unknown,
    Empty,
    FlushFill,
    Filled,
    LevelChecked,
    LeakChecked,
}

/// <summary>How far a reservoir's content is proven.</summary>
public static class ReservoirStatuses
{
    /// <summary>
    /// From the book alone: a level seen in range after the fill, then a look for leaks after that with nothing to be seen of its fluid.
    /// </summary>
    public static ReservoirStatus Of(ReservoirId reservoir, BikeLedger ledger)
    {
        var status = ReservoirStatus.Unknown;
        foreach (var entry in ledger.InForce)
        {
            status = entry.Body switch
            {
                FluidFilled fill when fill.Reservoir == reservoir => fill.Temporary ? ReservoirStatus.FlushFill : ReservoirStatus.Filled,
                FluidDrained drain when drain.Reservoir == reservoir => ReservoirStatus.Empty,
                LevelSeen seen when seen.Reservoir == reservoir && status >= ReservoirStatus.Filled => seen.Level
                    is Level.Between
                        or Level.AtMaximum
                    ? Max(status, ReservoirStatus.LevelChecked)
                    : ReservoirStatus.Filled,
                LeakLooked look when status >= ReservoirStatus.LevelChecked => look.Spots.Any(spot =>
                    spot.Grade > LeakGrade.None && Fluids(reservoir).Contains(spot.Fluid)
                )
                    ? ReservoirStatus.LevelChecked
                    : ReservoirStatus.LeakChecked,
                _ => status,
            };
        }

        return status;
    }

    private static ReservoirStatus Max(ReservoirStatus one, ReservoirStatus other) => one > other ? one : other;

    private static LeakFluid[] Fluids(ReservoirId reservoir) =>
        reservoir switch
        {
            ReservoirId.Gearbox or ReservoirId.Primary or ReservoirId.ShaftDrive or ReservoirId.FrontDrive =>
            [
                LeakFluid.GearOil,
                LeakFluid.Unknown,
            ],
            ReservoirId.ForkLegs => [LeakFluid.ForkOil, LeakFluid.Unknown],
            ReservoirId.Coolant => [LeakFluid.Coolant, LeakFluid.Unknown],
            ReservoirId.FrontBrake or ReservoirId.RearBrake or ReservoirId.Clutch => [LeakFluid.BrakeFluid, LeakFluid.Unknown],
            ReservoirId.Fuel => [LeakFluid.Fuel, LeakFluid.Unknown],
            _ => [LeakFluid.EngineOil, LeakFluid.Unknown],
        };
}
