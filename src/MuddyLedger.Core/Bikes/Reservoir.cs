using System.Collections.Immutable;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Bikes;

/// <summary>Anything on a bike that holds a fluid.</summary>
public enum ReservoirId
{
    Engine,
    OilTank,
    Gearbox,
    Primary,
    TwoStrokeOil,
    Fuel,
    Coolant,
    FrontBrake,
    RearBrake,
    Clutch,
    ForkLegs,
    ShaftDrive,
    BatteryAcid,
    FrontDrive,
}

/// <summary>How a level is read.</summary>
public enum LevelMethod
{
    SightGlass,
    DipstickRested,
    DipstickScrewedIn,
    LevelBolt,
    TankMarks,
    HeightBelowEdge,
    FillerEdge,
}

/// <summary>How the bike stands while a level is read.</summary>
public enum LevelStance
{
    UprightOnLevel,
    CentreStand,
}

/// <summary>Whether a level is read hot or cold.</summary>
public enum OilTemperature
{
    Cold,
    Hot,
}

/// <summary>How much is in a reservoir's capacity for a case: built dry, drained only, or drained with a new filter.</summary>
public enum FillCase
{
    Dry,
    DrainOnly,
    DrainAndFilter,
}

/// <summary>What the owner knows of a reservoir, usually from the manual.</summary>
public sealed record ReservoirSpec
{
    /// <summary>The grade wanted, as the manual prints it: "10W-40, JASO MA2", "DOT 4".</summary>
    public string? Grade { get; init; }

    /// <summary>What it takes when dry; null where not known.</summary>
    public Volume? DryFill { get; init; }

    /// <summary>What it takes after draining; null where not known.</summary>
    public Volume? DrainOnly { get; init; }

    /// <summary>What it takes with a new filter; null where not known.</summary>
    public Volume? DrainAndFilter { get; init; }

    /// <summary>Null where nobody said.</summary>
    public LevelMethod? Level { get; init; }

    /// <summary>While the level is read.</summary>
    public LevelStance Stance { get; init; } = LevelStance.UprightOnLevel;

    /// <summary>Hot or cold.</summary>
    public OilTemperature ReadAt { get; init; } = OilTemperature.Hot;

    /// <summary>Minutes to wait after stopping before the level is read, 0 to 60.</summary>
    public int WaitMinutes { get; init; } = UsualWait;

    /// <summary>Where these come from.</summary>
    public Provenance Provenance { get; init; } = new(ProvenanceKind.Owner);

    private const int UsualWait = 3;

    /// <summary>Whether anybody has said how its level is read: what merely stands in the form is nobody's word.</summary>
    public bool ReadingEntered => Level is not null || WaitMinutes != UsualWait;

    /// <summary>The capacity for a case; null where the owner has not entered it.</summary>
    public Volume? Capacity(FillCase fillCase) =>
        fillCase switch
        {
            FillCase.Dry => DryFill,
            FillCase.DrainOnly => DrainOnly,
            _ => DrainAndFilter,
        };
}

/// <summary>How a level is read: what has to be hot or cold, and for how long the engine has stood.</summary>
/// <param name="ReadAt">Hot or cold.</param>
/// <param name="WaitMinutes">Minutes after stopping, 0 to 60; 0 where it is read cold.</param>
public sealed record LevelReading(OilTemperature ReadAt, int WaitMinutes)
{
    /// <summary>
    /// Only oil that an engine throws about is read hot. Coolant is read cold whatever was entered: a cap opened hot scalds.
    /// </summary>
    public static LevelReading Of(ReservoirId reservoir, ReservoirSpec? spec) =>
        IsReadAfterRunning(reservoir) && (spec ?? new()) is { ReadAt: OilTemperature.Hot } hot
            ? new(hot.ReadAt, hot.WaitMinutes)
            : new(OilTemperature.Cold, 0);

    /// <summary>Whether it may have to be read hot: only oil that an engine throws about.</summary>
    public static bool IsReadAfterRunning(ReservoirId reservoir) =>
        reservoir is ReservoirId.Engine or ReservoirId.OilTank or ReservoirId.Gearbox or ReservoirId.Primary;
}

/// <summary>May be cranked, run, ridden: in this order, each needing the ones before it.</summary>
public enum Gate
{
    Cranked,
    Run,
    Ridden,
}

/// <summary>Which fluids a bike has.</summary>
public static class Reservoirs
{
    /// <summary>The reservoirs that a bike of this profile has, in the order they are listed on its page.</summary>
    public static ImmutableArray<ReservoirId> Of(Profile bike)
    {
        var list = ImmutableArray.CreateBuilder<ReservoirId>();
        void Add(ReservoirId id, bool present)
        {
            if (present)
                list.Add(id);
        }

        Add(ReservoirId.Engine, bike.Lubrication is Lubrication.WetSump or Lubrication.Splash);
        Add(ReservoirId.OilTank, bike.Lubrication is Lubrication.DrySump);
        Add(ReservoirId.Gearbox, bike.GearboxOil is GearboxOil.Separate or GearboxOil.SeparateWithPrimary);
        Add(ReservoirId.Primary, bike.GearboxOil is GearboxOil.SeparateWithPrimary);
        Add(ReservoirId.TwoStrokeOil, bike.Lubrication is Lubrication.OilInjection);
        Add(ReservoirId.Fuel, true);
        Add(ReservoirId.Coolant, bike.Cooling is Cooling.Liquid);
        Add(ReservoirId.FrontBrake, bike.FrontBrake is BrakeKind.Disc);
        Add(ReservoirId.RearBrake, bike.RearBrake is BrakeKind.Disc);
        Add(ReservoirId.Clutch, bike.Clutch is ClutchControl.Hydraulic);
        Add(ReservoirId.ForkLegs, bike.Use is not BikeUse.Utility);
        Add(ReservoirId.ShaftDrive, bike.FinalDrive is FinalDrive.Shaft);
        Add(ReservoirId.FrontDrive, bike.FrontDrive is FrontDrive.OilBath);
        Add(ReservoirId.BatteryAcid, bike.Battery is BatteryKind.Flooded);
        return list.ToImmutable();
    }

    /// <summary>The gate that an empty reservoir shuts.</summary>
    public static Gate GateOf(ReservoirId reservoir) =>
        reservoir switch
        {
            ReservoirId.Engine or ReservoirId.OilTank or ReservoirId.Gearbox or ReservoirId.Primary or ReservoirId.TwoStrokeOil =>
                Gate.Cranked,
            ReservoirId.Fuel or ReservoirId.Coolant => Gate.Run,
            _ => Gate.Ridden,
        };

    /// <summary>As it is said in a sentence that begins with it.</summary>
    public static string Words(ReservoirId reservoir) =>
        reservoir switch
        {
            ReservoirId.Engine => "Engine oil",
            ReservoirId.OilTank => "Oil tank",
            ReservoirId.Gearbox => "Gearbox oil",
            ReservoirId.Primary => "Primary oil",
            ReservoirId.TwoStrokeOil => "Two-stroke oil",
            ReservoirId.FrontBrake => "Front brake fluid",
            ReservoirId.RearBrake => "Rear brake fluid",
            ReservoirId.Clutch => "Clutch fluid",
            ReservoirId.ForkLegs => "Fork oil",
            ReservoirId.ShaftDrive => "Shaft drive oil",
            ReservoirId.BatteryAcid => "Battery acid",
            ReservoirId.FrontDrive => "Front drive oil",
            _ => reservoir.ToString(),
        };
}
