using System.Collections.Immutable;

namespace MuddyLedger.Core.Bikes;

/// <summary>The parts of a bike under which its profile and its figures stand, in the order one walks round it.</summary>
public enum BikeSection
{
    Engine,
    Oil,
    AirAndFuel,
    Cooling,
    Drive,
    Brakes,
    WheelsAndTyres,
    Chassis,
    Electrics,
    MetersAndUse,
    Papers,
}

/// <summary>A question of the profile's form that is answered by a choice, a number or a yes.</summary>
public enum ProfileQuestion
{
    DisplacementCc,
    Cylinders,
    Stroke,
    Starting,
    Valves,
    ValvesPerCylinder,
    Decompressor,
    Reeds,
    PowerValve,
    SilencerPacking,
    SparkArrestor,
    TankOverPlugs,
    Lubrication,
    OilFilter,
    GearboxOil,
    PrimaryChain,
    BodyworkOverOil,
    ExhaustOverOil,
    InnerPanelOverOil,
    GearLinkageOverOil,
    GuardOverOil,
    OilPressureLight,
    HeavierOilInHeat,
    Fuel,
    Carburettors,
    FuelTap,
    Tank,
    TankReserve,
    AirFilterElement,
    AirFilter,
    Cooling,
    Fan,
    ExpansionTank,
    Clutch,
    Transmission,
    FinalDrive,
    FrontDrive,
    FrontBrake,
    FrontDiscs,
    RearBrake,
    Abs,
    Wheels,
    FrontTyre,
    RearTyre,
    Linkage,
    Ignition,
    Battery,
    BatteryVolts,
    Odometer,
    OdometerDigits,
    HourMeter,
    Use,
    StatedUsePerYear,
    Severities,
    FrameNumber,
    Registration,
    Title,
}

/// <summary>What is asked of a bike under one heading: only what this bike has.</summary>
/// <param name="Section">Which part of the bike.</param>
/// <param name="Questions">Choices.</param>
/// <param name="Reservoirs">Those of this part that the bike has.</param>
/// <param name="Figures">Those of this part that the bike has.</param>
/// <param name="Fasteners">Those of this part that jobs tighten on it.</param>
public sealed record AskedSection(
    BikeSection Section,
    ImmutableArray<ProfileQuestion> Questions,
    ImmutableArray<ReservoirId> Reservoirs,
    ImmutableArray<BikeFigure> Figures,
    ImmutableArray<Fastener> Fasteners
);

/// <summary>What is asked of a bike, part by part: only what this one has.</summary>
public static class AskedOfABike
{
    /// <summary>
    /// All that is asked of a bike of this profile, by part. What it has not got is not asked; what was entered of it stays.
    /// </summary>
    public static ImmutableArray<AskedSection> Of(Profile bike) =>
        [
            .. Enum.GetValues<BikeSection>()
                .Select(section => new AskedSection(
                    section,
                    [.. Enum.GetValues<ProfileQuestion>().Where(one => SectionOf(one) == section && IsAsked(one, bike))],
                    [.. Reservoirs.Of(bike).Where(one => SectionOf(one) == section)],
                    [.. BikeFigures.Of(bike).Where(one => SectionOf(one) == section)],
                    [.. Fasteners.Of(bike).Where(one => SectionOf(one) == section)]
                )),
        ];

    private static bool IsAsked(ProfileQuestion question, Profile bike)
    {
        var two = bike.Stroke == Stroke.Two;
        return question switch
        {
            ProfileQuestion.Valves => !two,
            ProfileQuestion.ValvesPerCylinder => bike.Valves != ValveAdjustment.None,
            ProfileQuestion.Decompressor => !two && bike.Starting != Starting.Electric,
            ProfileQuestion.Reeds or ProfileQuestion.PowerValve => two,
            ProfileQuestion.SparkArrestor => bike.Use != BikeUse.Road,
            ProfileQuestion.OilFilter or ProfileQuestion.OilPressureLight or ProfileQuestion.BodyworkOverOil => !two,
            ProfileQuestion.ExhaustOverOil or ProfileQuestion.GearLinkageOverOil or ProfileQuestion.GuardOverOil => !two,
            ProfileQuestion.InnerPanelOverOil => !two && bike.BodyworkOverOil,
            ProfileQuestion.HeavierOilInHeat => !two,
            ProfileQuestion.PrimaryChain => bike.GearboxOil == GearboxOil.SeparateWithPrimary,
            ProfileQuestion.Carburettors or ProfileQuestion.FuelTap => bike.Fuel == FuelSystem.Carburettor,
            ProfileQuestion.Fan => bike.Cooling != Cooling.Air,
            ProfileQuestion.ExpansionTank => bike.Cooling == Cooling.Liquid,
            ProfileQuestion.FrontDiscs => bike.FrontBrake == BrakeKind.Disc,
            ProfileQuestion.Abs => bike.FrontBrake == BrakeKind.Disc,
            ProfileQuestion.BatteryVolts => bike.Battery != BatteryKind.None,
            ProfileQuestion.OdometerDigits => bike.Odometer is not null,
            _ => true,
        };
    }

    /// <summary>Under which part of the bike it is asked.</summary>
    public static BikeSection SectionOf(ProfileQuestion question) =>
        question switch
        {
            <= ProfileQuestion.TankOverPlugs => BikeSection.Engine,
            <= ProfileQuestion.HeavierOilInHeat => BikeSection.Oil,
            <= ProfileQuestion.AirFilter => BikeSection.AirAndFuel,
            <= ProfileQuestion.ExpansionTank => BikeSection.Cooling,
            <= ProfileQuestion.FrontDrive => BikeSection.Drive,
            <= ProfileQuestion.Abs => BikeSection.Brakes,
            <= ProfileQuestion.RearTyre => BikeSection.WheelsAndTyres,
            ProfileQuestion.Linkage => BikeSection.Chassis,
            <= ProfileQuestion.BatteryVolts => BikeSection.Electrics,
            <= ProfileQuestion.Severities => BikeSection.MetersAndUse,
            _ => BikeSection.Papers,
        };

    /// <summary>Under which part of the bike it is asked.</summary>
    public static BikeSection SectionOf(ReservoirId reservoir) =>
        reservoir switch
        {
            ReservoirId.Fuel => BikeSection.AirAndFuel,
            ReservoirId.Coolant => BikeSection.Cooling,
            ReservoirId.FrontBrake or ReservoirId.RearBrake => BikeSection.Brakes,
            ReservoirId.Clutch or ReservoirId.ShaftDrive or ReservoirId.FrontDrive => BikeSection.Drive,
            ReservoirId.ForkLegs => BikeSection.Chassis,
            ReservoirId.BatteryAcid => BikeSection.Electrics,
            _ => BikeSection.Oil,
        };

    /// <summary>Under which part of the bike it is asked.</summary>
    public static BikeSection SectionOf(BikeFigure figure) =>
        figure switch
        {
            BikeFigure.FloatHeight or BikeFigure.IdleSpeed or BikeFigure.ThrottlePlay or BikeFigure.FuelLevel => BikeSection.AirAndFuel,
            BikeFigure.FuelToOil => BikeSection.AirAndFuel,
            BikeFigure.FanOn or BikeFigure.FanOff => BikeSection.Cooling,
            BikeFigure.ChainSlack or BikeFigure.ChainRun or BikeFigure.BeltDeflection or BikeFigure.VariatorBelt => BikeSection.Drive,
            BikeFigure.ClutchPlate or BikeFigure.ClutchSpring or BikeFigure.ClutchLeverPlay => BikeSection.Drive,
            BikeFigure.ClutchStackHeight => BikeSection.Drive,
            BikeFigure.FrontBrakePlay or BikeFigure.RearBrakePlay or BikeFigure.FrontDisc or BikeFigure.RearDisc => BikeSection.Brakes,
            BikeFigure.FrontPads or BikeFigure.RearPads or BikeFigure.FrontShoes or BikeFigure.RearShoes => BikeSection.Brakes,
            BikeFigure.UnwornFrontDisc or BikeFigure.UnwornRearDisc => BikeSection.Brakes,
            BikeFigure.FrontTyrePressure or BikeFigure.RearTyrePressure => BikeSection.WheelsAndTyres,
            BikeFigure.FrontTread or BikeFigure.RearTread => BikeSection.WheelsAndTyres,
            BikeFigure.ForkOilLevel => BikeSection.Chassis,
            BikeFigure.RestingVoltage or BikeFigure.ChargingVoltage or BikeFigure.CrankingVoltage => BikeSection.Electrics,
            BikeFigure.ChargingSpeed or BikeFigure.StatorResistance or BikeFigure.PickupGap => BikeSection.Electrics,
            BikeFigure.PointsGap or BikeFigure.IgnitionTiming => BikeSection.Electrics,
            BikeFigure.TopSpeed or BikeFigure.InclineLimit => BikeSection.MetersAndUse,
            _ => BikeSection.Engine,
        };

    /// <summary>Under which part of the bike it is asked.</summary>
    public static BikeSection SectionOf(Fastener fastener) =>
        fastener switch
        {
            Fastener.OilDrainPlug or Fastener.OilFilter or Fastener.OilFilterCover or Fastener.GearboxDrainPlug => BikeSection.Oil,
            Fastener.PrimaryDrainPlug or Fastener.OilTankDrainPlug or Fastener.GearboxLevelBolt => BikeSection.Oil,
            Fastener.CoolantDrainPlug => BikeSection.Cooling,
            Fastener.ReedBlock => BikeSection.AirAndFuel,
            Fastener.ClutchCentreNut or Fastener.ClutchCover or Fastener.ClutchSprings => BikeSection.Drive,
            Fastener.RearSprocket or Fastener.FrontSprocket or Fastener.VariatorNut => BikeSection.Drive,
            Fastener.ShaftDrainPlug or Fastener.FrontDriveDrainPlug => BikeSection.Drive,
            Fastener.FrontCaliper or Fastener.RearCaliper or Fastener.Banjo or Fastener.BrakeDisc or Fastener.PadPin => BikeSection.Brakes,
            Fastener.FrontAxle or Fastener.RearAxle or Fastener.RearHub => BikeSection.WheelsAndTyres,
            Fastener.ForkCap or Fastener.UpperForkClamp or Fastener.LowerForkClamp or Fastener.ForkBottomBolt => BikeSection.Chassis,
            Fastener.SteeringStem or Fastener.LinkageBolts or Fastener.SwingarmPivot or Fastener.EngineMounts => BikeSection.Chassis,
            Fastener.FlywheelNut or Fastener.StarterMounts => BikeSection.Electrics,
            _ => BikeSection.Engine,
        };
}
