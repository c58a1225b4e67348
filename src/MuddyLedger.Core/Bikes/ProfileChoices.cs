namespace MuddyLedger.Core.Bikes;

public enum BikeUse
{
    Road,
    DualSport,
    TrailOrEnduro,
    Motocross,
    Trials,
    Utility,
}

public enum TitleStatus
{
    Unknown,
    RoadTitle,
    OffRoadOnly,
    NoPapers,
}

public enum Stroke
{
    Two,
    Four,
}

public enum Cooling
{
    Air,
    Oil,
    Liquid,
}

public enum Starting
{
    Kick,
    Electric,
    Both,
}

public enum Lubrication
{
    Premix,
    OilInjection,
    WetSump,
    DrySump,
    Splash,
}

public enum GearboxOil
{
    Shared,
    Separate,
    SeparateWithPrimary,
    None,
}

public enum OilFilter
{
    None,
    Cartridge,
    SpinOn,
    Screen,
    Centrifugal,
}

public enum ValveAdjustment
{
    None,
    ScrewAndLocknut,
    ShimUnderBucket,
    Hydraulic,
}

public enum FuelSystem
{
    Carburettor,
    Injection,
}

public enum BatteryKind
{
    None,
    Flooded,
    AgmOrGel,
    LiFePo4,
}

/// <summary>How the engine's turning reaches the rear wheel's own gearing.</summary>
public enum Transmission
{
    /// <summary>A gearbox that the rider shifts, by lever or by pedal.</summary>
    Gears,

    /// <summary>A belt between two pulleys that change by themselves, as on a scooter.</summary>
    Variator,

    /// <summary>One speed, by a centrifugal clutch.</summary>
    OneSpeed,
}

/// <summary>What reaches the rear wheel.</summary>
public enum FinalDrive
{
    Chain,
    Belt,
    Shaft,

    /// <summary>The wheel sits on the gearbox itself, as on a scooter.</summary>
    GearsInHub,
}

/// <summary>What drives the front wheel of a bike on which both are driven.</summary>
public enum FrontDrive
{
    None,
    Chain,

    /// <summary>Shaft and gears that run in oil of their own.</summary>
    OilBath,
}

/// <summary>What the air filter is made of; it says whether it is washed or replaced.</summary>
public enum AirFilterElement
{
    NotKnown,
    Foam,
    Paper,
    OiledGauze,
}

/// <summary>How the wheels are built.</summary>
public enum WheelBuild
{
    NotKnown,
    Spoked,
    Cast,
}

public enum BrakeKind
{
    Disc,
    Drum,
}

public enum ClutchControl
{
    Cable,
    Hydraulic,
    None,
}

public enum Ignition
{
    Electronic,
    Points,
}

public enum FuelTap
{
    None,
    OnOff,
    OnReserveOff,
    Vacuum,
}

public enum TankMaterial
{
    Steel,
    Plastic,
    Aluminium,
}

/// <summary>Whether a part is on the bike: nothing is assumed of one that nobody has looked for.</summary>
public enum Fitment
{
    NotKnown,
    Fitted,
    NotFitted,
}

/// <summary>What must come off before the air filter can be reached.</summary>
public enum AirFilterBehind
{
    Nothing,
    SidePanel,
    Seat,
    Tank,
}

/// <summary>
/// How a ride was beyond the ordinary: it shortens the limits that name it, and makes due what is to be done after such a ride.
/// </summary>
public enum Severity
{
    Grit,
    Raced,
    Wet,
    Mud,
    Sand,
    Dust,
    Crashed,
}
