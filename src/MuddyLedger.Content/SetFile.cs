using System.Collections.Immutable;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Content;

internal static class SetFile
{
    public static ProfileSet Read(string file, string text)
    {
        var root = YamlMap.Load(file, text);
        var engine = root.Map("engine");
        var chassis = root.Map("chassis");
        var meters = root.Map("meters");
        var inner = chassis.OptionalWord<TyreInner>("tyre-inner") ?? TyreInner.Tube;
        var profile = new Profile
        {
            Nickname = "",
            Make = "",
            Model = "",
            Year = 0,
            Use = root.Word<BikeUse>("use"),
            Stroke = engine.Word<Stroke>("stroke"),
            DisplacementCc = engine.Whole("displacement-cc", 20, 3000),
            Cylinders = engine.Whole("cylinders", 1, 8),
            Cooling = engine.Word<Cooling>("cooling"),
            Fan = Fitted(engine, "fan"),
            ExpansionTank = Fitted(engine, "expansion-tank"),
            Starting = engine.Word<Starting>("starting"),
            Reeds = Fitted(engine, "reeds"),
            PowerValve = Fitted(engine, "power-valve"),
            SilencerPacking = Fitted(engine, "silencer-packing"),
            SparkArrestor = Fitted(engine, "spark-arrestor"),
            PrimaryChain = Fitted(engine, "primary-chain"),
            Decompressor = Fitted(engine, "decompressor"),
            Lubrication = engine.Word<Lubrication>("lubrication"),
            GearboxOil = engine.Word<GearboxOil>("gearbox-oil"),
            OilFilter = engine.Word<OilFilter>("oil-filter"),
            TankOverPlugs = engine.Flag("tank-over-plugs"),
            AirFilter = engine.OptionalWord<AirFilterBehind>("air-filter-behind") ?? AirFilterBehind.Nothing,
            AirFilterElement = engine.OptionalWord<AirFilterElement>("air-filter") ?? AirFilterElement.NotKnown,
            BodyworkOverOil = engine.Flag("bodywork-over-oil"),
            ExhaustOverOil = engine.Flag("exhaust-over-oil"),
            InnerPanelOverOil = engine.Flag("inner-panel-over-oil"),
            GearLinkageOverOil = engine.Flag("gear-linkage-over-oil"),
            GuardOverOil = engine.Flag("guard-over-oil"),
            OilPressureLight = engine.Flag("oil-pressure-light"),
            Valves = engine.Word<ValveAdjustment>("valves"),
            Fuel = engine.Word<FuelSystem>("fuel"),
            Carburettors = engine.Has("carburettors") ? engine.Whole("carburettors", 0, 8) : 0,
            Ignition = engine.OptionalWord<Ignition>("ignition") ?? Ignition.Electronic,
            FuelTap = engine.OptionalWord<FuelTap>("fuel-tap") ?? FuelTap.None,
            Tank = engine.OptionalWord<TankMaterial>("tank") ?? TankMaterial.Steel,
            ValvesPerCylinder = engine.Has("valves-per-cylinder") ? engine.Whole("valves-per-cylinder", 2, 5) : 0,
            BatteryVolts = engine.Has("battery-volts") ? engine.Whole("battery-volts", 6, 12) : 0,
            Battery = engine.Word<BatteryKind>("battery"),
            Transmission = chassis.OptionalWord<Transmission>("transmission") ?? Transmission.Gears,
            FrontDrive = chassis.OptionalWord<FrontDrive>("front-drive") ?? FrontDrive.None,
            Wheels = chassis.OptionalWord<WheelBuild>("wheels") ?? WheelBuild.NotKnown,
            FrontDiscs = chassis.Has("front-discs") ? chassis.Whole("front-discs", 1, 2) : 0,
            Abs = Fitted(chassis, "abs"),
            FinalDrive = chassis.Word<FinalDrive>("final-drive"),
            FrontBrake = chassis.Word<BrakeKind>("front-brake"),
            RearBrake = chassis.Word<BrakeKind>("rear-brake"),
            Clutch = chassis.Word<ClutchControl>("clutch"),
            Linkage = chassis.Flag("linkage"),
            FrontTyre = new Tyre(null, null, null, inner),
            RearTyre = new Tyre(null, null, null, inner),
            Odometer = meters.Has("odometer") ? new Odometer(meters.Word<OdometerUnit>("odometer"), meters.Whole("digits", 4, 7)) : null,
            HourMeter = meters.Flag("hour-meter"),
            Severities = root.Words<Severity>("severities"),
            Reservoirs = root.Maps("reservoirs").ToImmutableDictionary(map => map.Word<ReservoirId>("id"), ReadReservoir),
        };
        var set = new ProfileSet(root.Text("id"), root.Text("title"), root.Text("for"), profile);
        foreach (var map in new[] { engine, chassis, meters, root })
            map.RefuseTheRest();
        return set;
    }

    private static Fitment Fitted(YamlMap map, string key) => map.OptionalWord<Fitment>(key) ?? Fitment.NotKnown;

    private static ReservoirSpec ReadReservoir(YamlMap map)
    {
        var spec = new ReservoirSpec
        {
            Grade = map.OptionalText("grade"),
            DryFill = map.Has("dry-fill") ? Volume.From(map.Quantity("dry-fill", Dimension.Volume)) : null,
            DrainOnly = map.Has("drain-only") ? Volume.From(map.Quantity("drain-only", Dimension.Volume)) : null,
            DrainAndFilter = map.Has("drain-and-filter") ? Volume.From(map.Quantity("drain-and-filter", Dimension.Volume)) : null,
            Level = map.OptionalWord<LevelMethod>("level"),
            Stance = map.OptionalWord<LevelStance>("stance") ?? LevelStance.UprightOnLevel,
            ReadAt = map.OptionalWord<OilTemperature>("read-at") ?? OilTemperature.Hot,
            WaitMinutes = map.Has("wait-minutes") ? map.Whole("wait-minutes", 0, 60) : 3,
            Provenance = map.Provenance(),
        };
        map.Word<ReservoirId>("id");
        map.RefuseTheRest();
        return spec;
    }
}
