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
            Starting = engine.Word<Starting>("starting"),
            Lubrication = engine.Word<Lubrication>("lubrication"),
            GearboxOil = engine.Word<GearboxOil>("gearbox-oil"),
            OilFilter = engine.Word<OilFilter>("oil-filter"),
            BodyworkOverOil = engine.Flag("bodywork-over-oil"),
            OilPressureLight = engine.Flag("oil-pressure-light"),
            Valves = engine.Word<ValveAdjustment>("valves"),
            Fuel = engine.Word<FuelSystem>("fuel"),
            Battery = engine.Word<BatteryKind>("battery"),
            FinalDrive = chassis.Word<FinalDrive>("final-drive"),
            FrontBrake = chassis.Word<BrakeKind>("front-brake"),
            RearBrake = chassis.Word<BrakeKind>("rear-brake"),
            Clutch = chassis.Word<ClutchControl>("clutch"),
            Odometer = meters.Has("odometer") ? new Odometer(meters.Word<OdometerUnit>("odometer"), meters.Whole("digits", 4, 7)) : null,
            HourMeter = meters.Flag("hour-meter"),
            Severities = root.Words<Severity>("severities"),
            Reservoirs = root.Maps("reservoirs").ToImmutableDictionary(map => map.Word<ReservoirId>("id"), ReadReservoir),
        };
        var set = new ProfileSet(root.Text("id"), root.Text("title"), root.Text("for"), profile);
        foreach (var map in new[] { engine, chassis, meters, root }) map.RefuseTheRest();
        return set;
    }

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
