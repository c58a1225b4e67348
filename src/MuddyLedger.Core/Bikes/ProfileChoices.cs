namespace MuddyLedger.Core.Bikes;

/// <summary>What a bike is mostly used for.</summary>
public enum BikeUse
{
    Road,
    DualSport,
    TrailOrEnduro,
    Motocross,
    Trials,
    Utility,
}

/// <summary>Whether there are papers for it.</summary>
public enum TitleStatus
{
    Unknown,
    RoadTitle,
    OffRoadOnly,
    NoPapers,
}

/// <summary>Of the engine.</summary>
public enum Stroke
{
    Two,
    Four,
}

/// <summary>Of the engine.</summary>
public enum Cooling
{
    Air,
    Oil,
    Liquid,
}

/// <summary>How it is started.</summary>
public enum Starting
{
    Kick,
    Electric,
    Both,
}

/// <summary>Where the engine's oil is.</summary>
public enum Lubrication
{
    Premix,
    OilInjection,
    WetSump,
    DrySump,
    Splash,
}

/// <summary>Where the gearbox has its oil from.</summary>
public enum GearboxOil
{
    Shared,
    Separate,
    SeparateWithPrimary,
    None,
}

/// <summary>What catches what the oil carries.</summary>
public enum OilFilter
{
    None,
    Cartridge,
    SpinOn,
    Screen,
    Centrifugal,
}

/// <summary>How valve clearance is set.</summary>
public enum ValveAdjustment
{
    None,
    ScrewAndLocknut,
    ShimUnderBucket,
    Hydraulic,
}

/// <summary>How fuel gets in.</summary>
public enum FuelSystem
{
    Carburettor,
    Injection,
}

/// <summary>By chemistry: each has its own limits.</summary>
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

/// <summary>Of a wheel.</summary>
public enum BrakeKind
{
    Disc,
    Drum,
}

/// <summary>How the clutch is worked.</summary>
public enum ClutchControl
{
    Cable,
    Hydraulic,
    None,
}

/// <summary>What times the spark.</summary>
public enum Ignition
{
    Electronic,
    Points,
}

/// <summary>How the fuel is shut.</summary>
public enum FuelTap
{
    None,
    OnOff,
    OnReserveOff,
    Vacuum,
}

/// <summary>What the fuel tank is made of: rust, and what may be used against it.</summary>
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
