using System.Collections.Immutable;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Bikes;

/// <summary>A fastener that jobs tighten and whose torque the owner copies from the manual.</summary>
public enum Fastener
{
    OilDrainPlug,
    OilFilter,
    OilFilterCover,
    GearboxDrainPlug,
    PrimaryDrainPlug,
    OilTankDrainPlug,
    SparkPlug,
    RearAxle,
    FrontAxle,
    RearCaliper,
    FrontCaliper,
    ValveCover,
    CoolantDrainPlug,
    ClutchCentreNut,
    ClutchCover,
    ForkCap,
    UpperForkClamp,
    LowerForkClamp,
    SteeringStem,
    LinkageBolts,
    ExhaustFlange,
    RearSprocket,
    Banjo,
    BrakeDisc,
    ShaftDrainPlug,
    ScrewLocknut,
    CylinderHead,
    CamCap,
    CylinderBase,
    ReedBlock,
    ClutchSprings,
    FlywheelNut,
    FrontSprocket,
    SwingarmPivot,
    EngineMounts,
    ForkBottomBolt,
    PadPin,
    RearHub,
    VariatorNut,
    GearboxLevelBolt,
    FrontDriveDrainPlug,
    KickLever,
    StarterMounts,
}

/// <summary>Which fasteners jobs tighten on a bike.</summary>
public static class Fasteners
{
    /// <summary>The fasteners that jobs tighten on a bike of this profile.</summary>
    public static ImmutableArray<Fastener> Of(Profile bike)
    {
        var list = ImmutableArray.CreateBuilder<Fastener>();
        void Add(Fastener fastener, bool present)
        {
            if (present)
                list.Add(fastener);
        }

        Add(Fastener.OilDrainPlug, bike.Lubrication is Lubrication.WetSump or Lubrication.DrySump or Lubrication.Splash);
        Add(Fastener.SparkPlug, true);
        Add(Fastener.RearAxle, bike.FinalDrive is FinalDrive.Chain);
        Add(Fastener.OilTankDrainPlug, bike.Lubrication is Lubrication.DrySump);
        Add(Fastener.OilFilter, bike.OilFilter is OilFilter.Cartridge or OilFilter.SpinOn);
        Add(Fastener.GearboxDrainPlug, bike.GearboxOil is GearboxOil.Separate or GearboxOil.SeparateWithPrimary);
        Add(Fastener.PrimaryDrainPlug, bike.GearboxOil is GearboxOil.SeparateWithPrimary);
        Add(Fastener.FrontAxle, true);
        Add(Fastener.RearAxle, bike.FinalDrive is not FinalDrive.Chain);
        Add(Fastener.FrontCaliper, bike.FrontBrake is BrakeKind.Disc);
        Add(Fastener.RearCaliper, bike.RearBrake is BrakeKind.Disc);
        Add(Fastener.BrakeDisc, bike.FrontBrake is BrakeKind.Disc || bike.RearBrake is BrakeKind.Disc);
        Add(
            Fastener.Banjo,
            bike.FrontBrake is BrakeKind.Disc || bike.RearBrake is BrakeKind.Disc || bike.Clutch is ClutchControl.Hydraulic
        );
        Add(Fastener.ValveCover, bike.Valves is ValveAdjustment.ScrewAndLocknut or ValveAdjustment.ShimUnderBucket);
        Add(Fastener.ScrewLocknut, bike.Valves is ValveAdjustment.ScrewAndLocknut);
        Add(Fastener.CamCap, bike.Valves is ValveAdjustment.ShimUnderBucket or ValveAdjustment.Hydraulic);
        Add(Fastener.CoolantDrainPlug, bike.Cooling is Cooling.Liquid);
        Add(Fastener.ClutchCentreNut, bike.Clutch is not ClutchControl.None);
        Add(Fastener.ClutchCover, bike.Clutch is not ClutchControl.None);
        Add(Fastener.ForkCap, bike.Use is not BikeUse.Utility);
        Add(Fastener.UpperForkClamp, bike.Use is not BikeUse.Utility);
        Add(Fastener.LowerForkClamp, bike.Use is not BikeUse.Utility);
        Add(Fastener.SteeringStem, true);
        Add(Fastener.LinkageBolts, bike.Linkage);
        Add(Fastener.RearSprocket, bike.FinalDrive is FinalDrive.Chain);
        Add(Fastener.ExhaustFlange, true);
        Add(Fastener.CylinderHead, true);
        Add(Fastener.CylinderBase, true);
        Add(Fastener.ReedBlock, bike is { Stroke: Stroke.Two, Reeds: not Fitment.NotFitted });
        Add(Fastener.ClutchSprings, bike.Clutch is not ClutchControl.None);
        Add(Fastener.FlywheelNut, bike.Ignition is Ignition.Electronic);
        Add(Fastener.FrontSprocket, bike.FinalDrive is FinalDrive.Chain);
        Add(Fastener.SwingarmPivot, bike.Use is not BikeUse.Utility);
        Add(Fastener.EngineMounts, true);
        Add(Fastener.ForkBottomBolt, bike.Use is not BikeUse.Utility);
        Add(Fastener.PadPin, bike.FrontBrake is BrakeKind.Disc || bike.RearBrake is BrakeKind.Disc);
        Add(Fastener.RearHub, bike.FinalDrive is FinalDrive.GearsInHub);
        Add(Fastener.VariatorNut, bike.Transmission is Transmission.Variator);
        Add(Fastener.GearboxLevelBolt, bike.Reservoirs.GetValueOrDefault(ReservoirId.Gearbox)?.Level is LevelMethod.LevelBolt);
        Add(Fastener.ShaftDrainPlug, bike.FinalDrive is FinalDrive.Shaft);
        Add(Fastener.FrontDriveDrainPlug, bike.FrontDrive is FrontDrive.OilBath);
        Add(Fastener.KickLever, bike.Starting is Starting.Kick or Starting.Both);
        Add(Fastener.StarterMounts, bike.Starting is Starting.Electric or Starting.Both);
        return list.ToImmutable();
    }
}

/// <summary>A torque as the owner copied it.</summary>
/// <param name="Torque">What the fastener is tightened to.</param>
/// <param name="Provenance">Where it comes from.</param>
public sealed record TorqueSpec(Torque Torque, Provenance Provenance);
