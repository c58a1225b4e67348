namespace MuddyLedger.Core.Bikes;

/// <summary>
/// What this very bike has, where that is known: it decides which points and questions there are, can be changed on the way, and goes into
/// the bought bike.
/// </summary>
/// <param name="Lubrication">Where the engine's oil is.</param>
/// <param name="GearboxOil">Shared with the engine, of its own, or none.</param>
/// <param name="OilFilter">Its kind.</param>
/// <param name="Fuel">Carburettor or injection.</param>
/// <param name="Starting">Kick, electric, or both.</param>
/// <param name="Cooling">Air, oil or liquid.</param>
/// <param name="Fan">Of the radiator.</param>
/// <param name="Valves">How their clearance is set.</param>
/// <param name="Ignition">Points or electronic.</param>
/// <param name="Battery">Its chemistry, or none.</param>
/// <param name="Clutch">Cable, hydraulic, or none to work by hand.</param>
/// <param name="FinalDrive">Chain, belt, shaft, or gears in the hub.</param>
/// <param name="FrontBrake">Disc or drum.</param>
/// <param name="RearBrake">Disc or drum.</param>
/// <param name="Wheels">Spoked or cast.</param>
/// <param name="Linkage">The rear suspension has one.</param>
public sealed record BikeKind(
    Lubrication Lubrication,
    GearboxOil GearboxOil,
    OilFilter OilFilter,
    FuelSystem Fuel,
    Starting Starting,
    Cooling Cooling,
    Fitment Fan,
    ValveAdjustment Valves,
    Ignition Ignition,
    BatteryKind Battery,
    ClutchControl Clutch,
    FinalDrive FinalDrive,
    BrakeKind FrontBrake,
    BrakeKind RearBrake,
    WheelBuild Wheels,
    bool Linkage
)
{
    /// <summary>Of a bike as it is kept.</summary>
    public static BikeKind Of(Profile bike) =>
        new(
            Lubrication: bike.Lubrication,
            GearboxOil: bike.GearboxOil,
            OilFilter: bike.OilFilter,
            Fuel: bike.Fuel,
            Starting: bike.Starting,
            Cooling: bike.Cooling,
            Fan: bike.Fan,
            Valves: bike.Valves,
            Ignition: bike.Ignition,
            Battery: bike.Battery,
            Clutch: bike.Clutch,
            FinalDrive: bike.FinalDrive,
            FrontBrake: bike.FrontBrake,
            RearBrake: bike.RearBrake,
            Wheels: bike.Wheels,
            Linkage: bike.Linkage
        );

    /// <summary>The set's profile with these answers; what a stroke rules out goes with it.</summary>
    public Profile On(Profile set)
    {
        var two = Lubrication is Lubrication.Premix or Lubrication.OilInjection;
        return set with
        {
            Stroke = two ? Stroke.Two : Stroke.Four,
            Lubrication = Lubrication,
            GearboxOil = two && GearboxOil == GearboxOil.Shared ? GearboxOil.Separate : GearboxOil,
            OilFilter = two ? OilFilter.None : OilFilter,
            Fuel = Fuel,
            Starting = Starting,
            Cooling = Cooling,
            Fan = Fan,
            Valves = two ? ValveAdjustment.None : Valves,
            ValvesPerCylinder = two ? 0 : Math.Max(set.ValvesPerCylinder, 2),
            Ignition = Ignition,
            Battery = Battery,
            BatteryVolts =
                Battery == BatteryKind.None ? 0
                : set.BatteryVolts == 0 ? 12
                : set.BatteryVolts,
            Clutch = Clutch,
            FinalDrive = FinalDrive,
            FrontBrake = FrontBrake,
            RearBrake = RearBrake,
            Wheels = Wheels,
            Linkage = Linkage,
        };
    }
}
