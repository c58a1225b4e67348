using System.Collections.Immutable;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Fluids;

/// <summary>What a fluid is, as far as its name says.</summary>
public enum FluidClass
{
    Unknown,
    WetClutchOil,
    FrictionModifiedOil,
    PlainEngineOil,
    MildGearOil,
    ExtremePressureGearOil,
    TwoStrokeForInjection,
    TwoStrokeForPremix,
    GlycolBrakeFluid,
    SiliconeBrakeFluid,
    MineralHydraulic,
    Coolant,
    ForkOil,
}

/// <summary>Where a fluid goes, by what is in there with it.</summary>
public enum FluidPlace
{
    EngineWithWetClutch,
    EngineAlone,
    GearboxWithWetClutch,
    OldGearbox,
    Primary,
    TwoStrokeTank,
    Brake,
    Clutch,
    CoolingSystem,
    ForkLegs,
    BevelDrive,
}

/// <summary>How well a fluid fits its place.</summary>
public enum Fit
{
    Right,
    Doubtful,
    Never,
}

/// <summary>A fluid against the place that it is in.</summary>
/// <param name="Fit">How well it fits.</param>
/// <param name="Because">Why; empty where nothing is to be said.</param>
public sealed record FluidFit(Fit Fit, string Because);

/// <summary>
/// Whether a fluid and a place agree. Class names: JASO T 903 (wet clutches), JASO M 345 (two-stroke oils), API GL for gear oils, 49 CFR
/// 571.116 for brake fluids; all from memory. The rules are common practice; the maker's manual wins.
/// </summary>
public static partial class Compatibility
{
    /// <summary>One cell of the table.</summary>
    public static FluidFit Of(FluidClass fluid, FluidPlace place) =>
        (fluid, place) switch
        {
            (FluidClass.Unknown, _) => new(Fit.Right, ""),
            (
                FluidClass.WetClutchOil,
                FluidPlace.EngineWithWetClutch
                    or FluidPlace.EngineAlone
                    or FluidPlace.Primary
                    or FluidPlace.GearboxWithWetClutch
            ) => new(Fit.Right, ""),
            (FluidClass.WetClutchOil or FluidClass.PlainEngineOil, FluidPlace.OldGearbox) => new(Fit.Right, ""),
            (FluidClass.FrictionModifiedOil, FluidPlace.EngineWithWetClutch or FluidPlace.Primary or FluidPlace.GearboxWithWetClutch) =>
                new(Fit.Never, "Its friction modifiers make a wet clutch slip: JASO MA or MA2 is wanted."),
            (FluidClass.FrictionModifiedOil, FluidPlace.EngineAlone) => new(Fit.Right, ""),
            (FluidClass.FrictionModifiedOil, FluidPlace.OldGearbox) => new(
                Fit.Doubtful,
                "It is made for engines with little drag, not for gears: see the manual."
            ),
            (FluidClass.PlainEngineOil, FluidPlace.EngineAlone) => new(Fit.Right, ""),
            (FluidClass.PlainEngineOil, FluidPlace.EngineWithWetClutch or FluidPlace.Primary or FluidPlace.GearboxWithWetClutch) => new(
                Fit.Doubtful,
                "Nothing says that it suits a wet clutch: look for JASO MA or MA2 on the can."
            ),
            (FluidClass.MildGearOil, FluidPlace.GearboxWithWetClutch or FluidPlace.OldGearbox or FluidPlace.Primary) => new(Fit.Right, ""),
            (FluidClass.MildGearOil, FluidPlace.BevelDrive) => new(
                Fit.Doubtful,
                "Bevel drives mostly want an extreme-pressure oil (GL-5): see the manual."
            ),
            (FluidClass.ExtremePressureGearOil, FluidPlace.BevelDrive) => new(Fit.Right, ""),
            (FluidClass.ExtremePressureGearOil, FluidPlace.OldGearbox) => new(
                Fit.Never,
                "Extreme-pressure additives (GL-5) can attack the yellow metal of old gearboxes: GL-4 or what the manual says."
            ),
            (FluidClass.ExtremePressureGearOil, FluidPlace.GearboxWithWetClutch or FluidPlace.Primary) => new(
                Fit.Never,
                "Extreme-pressure additives (GL-5) make a wet clutch slip."
            ),
            (FluidClass.TwoStrokeForInjection, FluidPlace.TwoStrokeTank) => new(Fit.Right, ""),
            (FluidClass.TwoStrokeForPremix, FluidPlace.TwoStrokeTank) => new(
                Fit.Never,
                "An oil for premix alone may be too thick to flow through the pump: look for the injection mark."
            ),
            (FluidClass.WetClutchOil or FluidClass.FrictionModifiedOil or FluidClass.PlainEngineOil, FluidPlace.TwoStrokeTank) => new(
                Fit.Never,
                "Four-stroke oil does not burn clean: it cokes ring grooves and ports."
            ),
            (FluidClass.GlycolBrakeFluid, FluidPlace.Brake or FluidPlace.Clutch) => new(Fit.Right, ""),
            (FluidClass.SiliconeBrakeFluid, FluidPlace.Brake or FluidPlace.Clutch) => new(
                Fit.Doubtful,
                "DOT 5 is silicone: only where the cap says so, and never mixed with DOT 3, 4 or 5.1."
            ),
            (FluidClass.MineralHydraulic, FluidPlace.Clutch) => new(
                Fit.Doubtful,
                "Only where the cap says mineral oil: seals for brake fluid swell in it."
            ),
            (FluidClass.MineralHydraulic, FluidPlace.Brake) => new(
                Fit.Never,
                "Mineral oil swells every seal of a brake made for DOT fluid."
            ),
            (FluidClass.Coolant, FluidPlace.CoolingSystem) => new(Fit.Right, ""),
            (FluidClass.ForkOil, FluidPlace.ForkLegs) => new(Fit.Right, ""),
            _ => new(Fit.Never, $"{Words(fluid)} does not belong there."),
        };

    /// <summary>What is to be said of a fluid in a reservoir of this bike; empty where nothing is.</summary>
    /// <param name="wanted">The grade that the profile asks for, where the owner has entered it.</param>
    public static ImmutableArray<FluidFit> Warnings(ReservoirId reservoir, Profile bike, string fluid, string? wanted)
    {
        var found = ImmutableArray.CreateBuilder<FluidFit>();
        var kind = ClassOf(fluid);
        // Plain gear oil by the name of a can that the profile itself asks for is taken at its word.
        var asked = wanted is not null && Same(fluid, wanted);
        if (!asked && PlaceOf(reservoir, bike) is { } place && Of(kind, place) is { Fit: not Fit.Right } bad)
            found.Add(bad);
        if (wanted is not null && Mix(fluid, wanted) is { } mix)
            found.Add(mix);
        if (kind == FluidClass.FrictionModifiedOil && reservoir is ReservoirId.Engine or ReservoirId.OilTank && bike.Year < FlatTappets)
            found.Add(
                new(
                    Fit.Doubtful,
                    "Old engines with flat tappets and bronze bushes want oil with the anti-wear additive that energy-conserving oils lack."
                )
            );
        return found.ToImmutable();
    }

    /// <summary>Whether a fluid is as good as the grade that is asked for: of the same class, and as thick where both say so.</summary>
    /// <param name="fluid">All that its can says.</param>
    public static bool Suits(ReservoirId reservoir, Profile bike, string fluid, string wanted) =>
        Warnings(reservoir, bike, fluid, wanted).IsEmpty
        && (ClassOf(wanted) == FluidClass.Unknown || ClassOf(fluid) == ClassOf(wanted))
        && (Thickness(wanted) is not { } asked || Thickness(fluid) == asked);

    /// <summary>
    /// Whether a fluid may stand in for the grade that is asked for without a word: the same kind of fluid, known as such.
    /// </summary>
    public static bool IsAsGood(ReservoirId reservoir, Profile bike, string fluid, string wanted) =>
        ClassOf(wanted) != FluidClass.Unknown && ClassOf(fluid) == ClassOf(wanted) && Suits(reservoir, bike, fluid, wanted);

    /// <summary>"10W-40" of "10w40, JASO MA2"; null where it does not say.</summary>
    private static string? Thickness(string fluid) =>
        Grades().Match(fluid.ToUpperInvariant()) is { Success: true } match ? match.Value.Replace("-", "", StringComparison.Ordinal) : null;

    /// <summary>Two fluids that must not meet; null where they may, or where their names do not say.</summary>
    public static FluidFit? Mix(string one, string other)
    {
        var (first, second) = (ClassOf(one), ClassOf(other));
        if (
            (first, second)
            is
                (FluidClass.SiliconeBrakeFluid, FluidClass.GlycolBrakeFluid)
                or
                (FluidClass.GlycolBrakeFluid, FluidClass.SiliconeBrakeFluid)
        )
            return new(Fit.Never, "DOT 5 (silicone) never mixes with DOT 3, 4 or 5.1: the two part, and the brake fails hot.");
        if (
            first == FluidClass.Coolant
            && second == FluidClass.Coolant
            && CoolantType(one) is { } a
            && CoolantType(other) is { } b
            && a != b
        )
            return new(Fit.Doubtful, $"Coolant types do not mix blindly: {a} is not {b}. Rinse the system, or keep to one.");
        return null;
    }

    /// <summary>Read from its name: "10W-40, JASO MA2", "DOT 5.1", "75W-90 GL-5".</summary>
    public static FluidClass ClassOf(string fluid)
    {
        var text = fluid.ToUpperInvariant();
        bool Has(string pattern) => Regex.IsMatch(text, pattern, RegexOptions.CultureInvariant, TimeSpan.FromSeconds(1));
        if (Has(@"\bDOT\s*5(?![.\d])"))
            return FluidClass.SiliconeBrakeFluid;
        if (Has(@"\bDOT\s*(3|4|5\.1)\b"))
            return FluidClass.GlycolBrakeFluid;
        if (Has(@"MINERAL.*(CLUTCH|HYDRAULIC|BRAKE)|HYDRAULIC MINERAL"))
            return FluidClass.MineralHydraulic;
        if (Has(@"GLYCOL|COOLANT|ANTIFREEZE|\bOAT\b"))
            return FluidClass.Coolant;
        if (Has(@"\bFORK\b"))
            return FluidClass.ForkOil;
        if (Has(@"TWO-STROKE|2-STROKE|JASO F[BCD]\b"))
            return Has("PREMIX") && !Has("INJECT") ? FluidClass.TwoStrokeForPremix
                : Has("INJECT|JASO F[CD]") ? FluidClass.TwoStrokeForInjection
                : FluidClass.Unknown;
        if (Has(@"\bGL-?\s*5\b"))
            return FluidClass.ExtremePressureGearOil;
        if (Has(@"\bGL-?\s*[34]\b|GEAR OIL|TRANSMISSION OIL"))
            return FluidClass.MildGearOil;
        if (Has(@"\bMA[12]?\b"))
            return FluidClass.WetClutchOil;
        if (Has(@"\bMB\b|ENERGY CONSERVING|RESOURCE CONSERVING|\bEC\b|\b0W-?(16|20)\b|\b5W-?20\b"))
            return FluidClass.FrictionModifiedOil;
        return Has(@"\b\d{1,2}W-?\d{2}\b|\bSAE\s*\d{2}\b") ? FluidClass.PlainEngineOil : FluidClass.Unknown;
    }

    /// <summary>Null where anything goes that the manual says.</summary>
    public static FluidPlace? PlaceOf(ReservoirId reservoir, Profile bike)
    {
        var wetClutch = bike.Clutch != ClutchControl.None || bike.Use != BikeUse.Utility || bike.GearboxOil != GearboxOil.None;
        return reservoir switch
        {
            ReservoirId.Engine or ReservoirId.OilTank => bike.GearboxOil == GearboxOil.Shared && wetClutch
                ? FluidPlace.EngineWithWetClutch
                : FluidPlace.EngineAlone,
            // The gears behind a variator run without a clutch in their oil: anything goes that the manual says.
            ReservoirId.Gearbox when bike.Transmission == Transmission.Variator => null,
            ReservoirId.Gearbox => bike.GearboxOil == GearboxOil.SeparateWithPrimary
                ? FluidPlace.OldGearbox
                : FluidPlace.GearboxWithWetClutch,
            ReservoirId.Primary => FluidPlace.Primary,
            ReservoirId.TwoStrokeOil => FluidPlace.TwoStrokeTank,
            ReservoirId.FrontBrake or ReservoirId.RearBrake => FluidPlace.Brake,
            ReservoirId.Clutch => FluidPlace.Clutch,
            ReservoirId.Coolant => FluidPlace.CoolingSystem,
            ReservoirId.ForkLegs => FluidPlace.ForkLegs,
            ReservoirId.ShaftDrive => FluidPlace.BevelDrive,
            _ => null,
        };
    }

    /// <summary>Engines from before this year mostly have flat tappets (house value).</summary>
    private const int FlatTappets = 1985;

    private static string? CoolantType(string fluid) =>
        CoolantTypes().Match(fluid.ToLowerInvariant()) is { Success: true } match ? match.Value.Replace('-', ' ') : null;

    private static bool Same(string one, string other) => string.Equals(one.Trim(), other.Trim(), StringComparison.OrdinalIgnoreCase);

    private static string Words(FluidClass fluid) =>
        fluid switch
        {
            FluidClass.WetClutchOil or FluidClass.FrictionModifiedOil or FluidClass.PlainEngineOil => "Engine oil",
            FluidClass.MildGearOil or FluidClass.ExtremePressureGearOil => "Gear oil",
            FluidClass.TwoStrokeForInjection or FluidClass.TwoStrokeForPremix => "Two-stroke oil",
            FluidClass.GlycolBrakeFluid or FluidClass.SiliconeBrakeFluid => "Brake fluid",
            FluidClass.MineralHydraulic => "Mineral hydraulic oil",
            FluidClass.Coolant => "Coolant",
            _ => "Fork oil",
        };

    [GeneratedRegex(@"\b\d{1,2}W-?\d{2,3}\b|\bSAE\s*\d{2,3}\b|\bDOT\s*[345](\.1)?", RegexOptions.CultureInvariant)]
    private static partial Regex Grades();

    [GeneratedRegex("silicate[- ]free|hybrid|silicated|\\boat\\b|\\bhoat\\b|\\biat\\b", RegexOptions.CultureInvariant)]
    private static partial Regex CoolantTypes();
}
