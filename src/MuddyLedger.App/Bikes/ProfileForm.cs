using System.Collections.Immutable;
using MuddyLedger.App.Settings;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Bikes;

/// <summary>A reservoir as the owner types it: quantities as text, empty where not known.</summary>
/// <param name="Grade">What it is filled with, as typed.</param>
/// <param name="DryFill">Volume as typed: what it takes when dry.</param>
/// <param name="DrainOnly">Volume as typed: what it takes after draining.</param>
/// <param name="DrainAndFilter">Volume as typed: what it takes with a new filter.</param>
/// <param name="Level">How its level is read; null where nobody said.</param>
/// <param name="Stance">How the bike stands for that.</param>
/// <param name="ReadAt">Hot or cold.</param>
/// <param name="WaitMinutes">After stopping, 0 to 60; 0 where it is read cold.</param>
public sealed record ReservoirForm(
    string? Grade,
    string? DryFill,
    string? DrainOnly,
    string? DrainAndFilter,
    LevelMethod? Level,
    LevelStance Stance,
    OilTemperature ReadAt,
    int WaitMinutes
);

/// <summary>A tyre as the owner types it.</summary>
/// <param name="Size">As it stands on the wall.</param>
/// <param name="Placard">Pressure as typed, by the maker's plate.</param>
/// <param name="DateCode">Week and year, four digits.</param>
/// <param name="Inner">Tube, tubeless, or foam insert.</param>
public sealed record TyreForm(string? Size, string? Placard, string? DateCode, TyreInner Inner);

/// <summary>A bike's profile as the owner types it.</summary>
/// <param name="Nickname">What the owner calls it; 1 to 40 letters.</param>
/// <param name="Make">As the owner writes it.</param>
/// <param name="Model">As the owner writes it.</param>
/// <param name="Year">Of the model, four digits.</param>
/// <param name="FrameNumber">17 characters where it has a check digit to be held to; older ones as they are.</param>
/// <param name="Registration">The plate; empty where it has none.</param>
/// <param name="Title">Whether there are papers.</param>
/// <param name="Use">What it is mostly used for: intervals go by it.</param>
/// <param name="Stroke">Two or four.</param>
/// <param name="DisplacementCc">Cubic centimetres.</param>
/// <param name="Cylinders">How many.</param>
/// <param name="Cooling">Air, oil or liquid.</param>
/// <param name="Fan">Of the radiator.</param>
/// <param name="ExpansionTank">Of the coolant.</param>
/// <param name="Starting">Kick, electric, or both.</param>
/// <param name="Reeds">Of a two-stroke's intake.</param>
/// <param name="PowerValve">Of a two-stroke's exhaust port.</param>
/// <param name="SilencerPacking">Wool that is renewed.</param>
/// <param name="SparkArrestor">In the exhaust.</param>
/// <param name="PrimaryChain">Instead of gears.</param>
/// <param name="Decompressor">With a cable or lever to set.</param>
/// <param name="Lubrication">Where the engine's oil is: sump, tank, in the fuel, from a pump.</param>
/// <param name="GearboxOil">Shared with the engine, of its own, or none.</param>
/// <param name="OilFilter">Its kind.</param>
/// <param name="BodyworkOverOil">Bodywork comes off before the drain or the filter is reached.</param>
/// <param name="ExhaustOverOil">The exhaust comes off first.</param>
/// <param name="InnerPanelOverOil">An inner panel comes off first.</param>
/// <param name="GearLinkageOverOil">The gear linkage comes off first.</param>
/// <param name="GuardOverOil">A guard comes off first.</param>
/// <param name="OilPressureLight">It has one.</param>
/// <param name="TankOverPlugs">The tank comes off before the plugs are reached.</param>
/// <param name="AirFilter">What comes off before the air filter is reached.</param>
/// <param name="AirFilterElement">Foam, paper or oiled gauze.</param>
/// <param name="HeavierOilInHeat">The owner's yes to a heavier oil for a bike that is ridden only in heat.</param>
/// <param name="Valves">How their clearance is set.</param>
/// <param name="ValvesPerCylinder">2 to 5; 0 where not known.</param>
/// <param name="Fuel">Carburettor or injection.</param>
/// <param name="Carburettors">How many; 0 on an injected bike.</param>
/// <param name="FuelTap">By hand, with or without reserve, by vacuum, or none.</param>
/// <param name="Tank">What it is made of.</param>
/// <param name="TankReserve">Volume as typed.</param>
/// <param name="Ignition">Points or electronic.</param>
/// <param name="Battery">Its chemistry, or none.</param>
/// <param name="BatteryVolts">6 or 12.</param>
/// <param name="Transmission">Gears, variator, or one speed.</param>
/// <param name="FinalDrive">Chain, belt, shaft, or gears in the hub.</param>
/// <param name="FrontDrive">Of a bike with two driven wheels.</param>
/// <param name="Wheels">Spoked or cast.</param>
/// <param name="FrontDiscs">1 or 2.</param>
/// <param name="Abs">Fitted or not.</param>
/// <param name="FrontBrake">Disc or drum.</param>
/// <param name="RearBrake">Disc or drum.</param>
/// <param name="Clutch">Cable, hydraulic, or none to work by hand.</param>
/// <param name="Linkage">The rear suspension has one with bearings.</param>
/// <param name="FrontTyre">Null where nothing is known.</param>
/// <param name="RearTyre">Null where nothing is known.</param>
/// <param name="Odometer">Its unit; null where it has none.</param>
/// <param name="OdometerDigits">Before it begins again at zero.</param>
/// <param name="HourMeter">It has one.</param>
/// <param name="StatedUsePerYear">As typed, with its unit: counts until readings say more.</param>
/// <param name="Severities">Hard use that shortens intervals.</param>
/// <param name="Reservoirs">By id.</param>
/// <param name="Torques">As typed, by fastener.</param>
/// <param name="Figures">As typed, by figure.</param>
public sealed partial record ProfileForm(
    string? Nickname,
    string? Make,
    string? Model,
    int Year,
    string? FrameNumber,
    string? Registration,
    TitleStatus Title,
    BikeUse Use,
    Stroke Stroke,
    int DisplacementCc,
    int Cylinders,
    Cooling Cooling,
    Fitment Fan,
    Fitment ExpansionTank,
    Starting Starting,
    Fitment Reeds,
    Fitment PowerValve,
    Fitment SilencerPacking,
    Fitment SparkArrestor,
    Fitment PrimaryChain,
    Fitment Decompressor,
    Lubrication Lubrication,
    GearboxOil GearboxOil,
    OilFilter OilFilter,
    bool BodyworkOverOil,
    bool ExhaustOverOil,
    bool InnerPanelOverOil,
    bool GearLinkageOverOil,
    bool GuardOverOil,
    bool OilPressureLight,
    bool TankOverPlugs,
    AirFilterBehind AirFilter,
    AirFilterElement AirFilterElement,
    bool HeavierOilInHeat,
    ValveAdjustment Valves,
    int ValvesPerCylinder,
    FuelSystem Fuel,
    int Carburettors,
    FuelTap FuelTap,
    TankMaterial Tank,
    string? TankReserve,
    Ignition Ignition,
    BatteryKind Battery,
    int BatteryVolts,
    Transmission Transmission,
    FinalDrive FinalDrive,
    FrontDrive FrontDrive,
    WheelBuild Wheels,
    int FrontDiscs,
    Fitment Abs,
    BrakeKind FrontBrake,
    BrakeKind RearBrake,
    ClutchControl Clutch,
    bool Linkage,
    TyreForm? FrontTyre,
    TyreForm? RearTyre,
    OdometerUnit? Odometer,
    int OdometerDigits,
    bool HourMeter,
    string? StatedUsePerYear,
    ImmutableArray<Severity> Severities,
    IReadOnlyDictionary<string, ReservoirForm> Reservoirs,
    IReadOnlyDictionary<string, string> Torques,
    IReadOnlyDictionary<string, string> Figures
)
{
    /// <summary>As it would have been typed, in the owner's units.</summary>
    public static ProfileForm Of(Profile bike, OwnerSettings settings) =>
        new(
            Nickname: bike.Nickname,
            Make: bike.Make,
            Model: bike.Model,
            Year: bike.Year,
            FrameNumber: bike.FrameNumber,
            Registration: bike.Registration,
            Title: bike.Title,
            Use: bike.Use,
            Stroke: bike.Stroke,
            DisplacementCc: bike.DisplacementCc,
            Cylinders: bike.Cylinders,
            Cooling: bike.Cooling,
            Fan: bike.Fan,
            ExpansionTank: bike.ExpansionTank,
            Starting: bike.Starting,
            Reeds: bike.Reeds,
            PowerValve: bike.PowerValve,
            SilencerPacking: bike.SilencerPacking,
            SparkArrestor: bike.SparkArrestor,
            PrimaryChain: bike.PrimaryChain,
            Decompressor: bike.Decompressor,
            Lubrication: bike.Lubrication,
            GearboxOil: bike.GearboxOil,
            OilFilter: bike.OilFilter,
            BodyworkOverOil: bike.BodyworkOverOil,
            ExhaustOverOil: bike.ExhaustOverOil,
            InnerPanelOverOil: bike.InnerPanelOverOil,
            GearLinkageOverOil: bike.GearLinkageOverOil,
            GuardOverOil: bike.GuardOverOil,
            OilPressureLight: bike.OilPressureLight,
            TankOverPlugs: bike.TankOverPlugs,
            AirFilter: bike.AirFilter,
            AirFilterElement: bike.AirFilterElement,
            HeavierOilInHeat: bike.HeavierOilInHeat,
            Valves: bike.Valves,
            ValvesPerCylinder: bike.ValvesPerCylinder,
            Fuel: bike.Fuel,
            Carburettors: bike.Carburettors,
            FuelTap: bike.FuelTap,
            Tank: bike.Tank,
            TankReserve: bike.TankReserve is { } reserve ? Shown.Of(reserve, settings).Editable() : null,
            Ignition: bike.Ignition,
            Battery: bike.Battery,
            BatteryVolts: bike.BatteryVolts,
            Transmission: bike.Transmission,
            FinalDrive: bike.FinalDrive,
            FrontDrive: bike.FrontDrive,
            Wheels: bike.Wheels,
            FrontDiscs: bike.FrontDiscs,
            Abs: bike.Abs,
            FrontBrake: bike.FrontBrake,
            RearBrake: bike.RearBrake,
            Clutch: bike.Clutch,
            Linkage: bike.Linkage,
            FrontTyre: FormOf(bike.FrontTyre),
            RearTyre: FormOf(bike.RearTyre),
            Odometer: bike.Odometer?.Unit,
            OdometerDigits: bike.Odometer?.Digits ?? 6,
            HourMeter: bike.HourMeter,
            StatedUsePerYear: bike.StatedUsePerYear is { } use ? Shown.Of(use, bike).Editable() : null,
            Severities: bike.Severities,
            // All that the bike has, those of which nothing is known too: the page only lists them.
            Reservoirs: Core.Bikes.Reservoirs.Of(bike)
                .Union(bike.Reservoirs.Keys)
                .ToDictionary(
                    id => Capabilities.Word(id),
                    id => FormOf(bike.Reservoirs.GetValueOrDefault(id, new ReservoirSpec()), settings)
                ),
            Torques: Fasteners
                .Of(bike)
                .Union(bike.Torques.Keys)
                .ToDictionary(
                    id => Capabilities.Word(id),
                    id => bike.Torques.TryGetValue(id, out var known) ? Shown.Of(known.Torque, settings).Editable() : ""
                ),
            Figures: BikeFigures
                .Of(bike)
                .Union(bike.Figures.Keys)
                .ToDictionary(
                    id => Capabilities.Word(id),
                    id => bike.Figure(id) is { Provenance.Kind: not ProvenanceKind.CommonPractice } known ? BikeFigures.Text(known, id) : ""
                )
        );

    private static TyreForm FormOf(Tyre? tyre) =>
        new(
            tyre?.Size,
            tyre?.Placard is { } placard ? Shown.Of(placard.In(Unit.Bar)).Editable() : null,
            tyre?.DateCode,
            tyre?.Inner ?? TyreInner.Tube
        );

    private static ReservoirForm FormOf(ReservoirSpec spec, OwnerSettings settings)
    {
        string? Text(Volume? volume) => volume is { } known ? Shown.Of(known, settings).Editable() : null;
        return new(
            spec.Grade,
            Text(spec.DryFill),
            Text(spec.DrainOnly),
            Text(spec.DrainAndFilter),
            spec.Level,
            spec.Stance,
            spec.ReadAt,
            spec.WaitMinutes
        );
    }
}
