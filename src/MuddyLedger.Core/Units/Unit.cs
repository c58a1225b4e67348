using System.Collections.Frozen;
using System.Collections.Immutable;

namespace MuddyLedger.Core.Units;

/// <summary>What a unit measures.</summary>
public enum Dimension
{
    Distance,
    EngineHours,
    Volume,
    Torque,
    Length,
    Pressure,
    Voltage,
    Seconds,
    Years,
    Count,
    EngineSpeed,
    Temperature,
    Ratio,
    Speed,
    Angle,
    Resistance,
}

/// <summary>A unit of measure: its symbol, and how much of the base unit one of it is.</summary>
/// <param name="Symbol">As printed on screen and read back.</param>
/// <param name="Dimension">What it measures.</param>
/// <param name="InBase">How many base units one of these is.</param>
/// <param name="Decimals">Decimals a reading in this unit is usually worth showing with.</param>
/// <param name="Aliases">Other spellings, lower case, that owners type.</param>
/// <remarks>
/// Base units: metre of distance, hour, litre, newton metre, millimetre of length, kilopascal, volt, second, year of age, kick, revolution
/// per minute, degree Celsius, parts to one, kilometre per hour, degree of angle, ohm.
/// Factors: NIST SP 811, appendix B. Exact: inch, mile, gallon (231 in^3), imperial gallon, hour. Torque factors are rounded as printed
/// there.
/// </remarks>
public sealed record Unit(string Symbol, Dimension Dimension, decimal InBase, int Decimals, ImmutableArray<string> Aliases)
{
    public static readonly Unit Metre = Of("m", Dimension.Distance, 1m, 0, "metre", "metres", "meter", "meters");
    public static readonly Unit Kilometre = Of(
        "km",
        Dimension.Distance,
        1000m,
        0,
        "kms",
        "kilometre",
        "kilometres",
        "kilometer",
        "kilometers"
    );
    public static readonly Unit Mile = Of("mi", Dimension.Distance, 1609.344m, 0, "mile", "miles");

    public static readonly Unit Hour = Of("h", Dimension.EngineHours, 1m, 1, "hr", "hrs", "hour", "hours");
    public static readonly Unit Minute = Of("min", Dimension.EngineHours, 1m / 60m, 0, "mins", "minute", "minutes");

    public static readonly Unit Litre = Of("L", Dimension.Volume, 1m, 2, "l", "litre", "litres", "liter", "liters", "ltr");
    public static readonly Unit Millilitre = Of(
        "ml",
        Dimension.Volume,
        0.001m,
        0,
        "cc",
        "cm3",
        "millilitre",
        "millilitres",
        "milliliter",
        "milliliters"
    );
    public static readonly Unit UsGallon = Of(
        "US gal",
        Dimension.Volume,
        3.785411784m,
        2,
        "gal",
        "us gallon",
        "us gallons",
        "gallon",
        "gallons"
    );
    public static readonly Unit UsQuart = Of(
        "US qt",
        Dimension.Volume,
        3.785411784m / 4m,
        2,
        "qt",
        "qts",
        "quart",
        "quarts",
        "us quart",
        "us quarts"
    );
    public static readonly Unit UsPint = Of("US pt", Dimension.Volume, 3.785411784m / 8m, 2, "pt", "us pint", "us pints", "pint", "pints");
    public static readonly Unit UsFluidOunce = Of("US fl oz", Dimension.Volume, 3.785411784m / 128m, 1, "oz", "fl oz", "us oz", "floz");
    public static readonly Unit ImperialGallon = Of("imp gal", Dimension.Volume, 4.54609m, 2, "imperial gallon", "imperial gallons");
    public static readonly Unit ImperialPint = Of("imp pt", Dimension.Volume, 4.54609m / 8m, 2, "imperial pint", "imperial pints");

    public static readonly Unit NewtonMetre = Of("N m", Dimension.Torque, 1m, 1, "nm", "n.m", "newton metre", "newton metres");
    public static readonly Unit PoundFoot = Of(
        "lb-ft",
        Dimension.Torque,
        1.3558179483m,
        1,
        "ft-lb",
        "ft lb",
        "lb ft",
        "lbft",
        "ftlb",
        "ft-lbs",
        "ft lbs",
        "foot-pounds"
    );
    public static readonly Unit PoundInch = Of(
        "in-lb",
        Dimension.Torque,
        0.1129848290m,
        0,
        "lb-in",
        "in lb",
        "lb in",
        "inlb",
        "in-lbs",
        "in lbs",
        "inch-pounds"
    );

    public static readonly Unit Millimetre = Of("mm", Dimension.Length, 1m, 2, "millimetre", "millimetres", "millimeter", "millimeters");
    public static readonly Unit Inch = Of("in", Dimension.Length, 25.4m, 3, "inch", "inches", "\"");
    public static readonly Unit Thou = Of("thou", Dimension.Length, 0.0254m, 1, "mil", "mils");

    public static readonly Unit Kilopascal = Of("kPa", Dimension.Pressure, 1m, 0, "kilopascal", "kilopascals");
    public static readonly Unit Bar = Of("bar", Dimension.Pressure, 100m, 2, "bars");
    public static readonly Unit Psi = Of("psi", Dimension.Pressure, 6.894757293m, 1, "lb/in2", "lbs");

    public static readonly Unit Volt = Of("V", Dimension.Voltage, 1m, 2, "volt", "volts");
    public static readonly Unit Second = Of("s", Dimension.Seconds, 1m, 0, "sec", "secs", "second", "seconds");
    public static readonly Unit Year = Of("a", Dimension.Years, 1m, 0, "year", "years");
    public static readonly Unit Kick = Of("kicks", Dimension.Count, 1m, 0, "kick");
    public static readonly Unit Rpm = Of("rpm", Dimension.EngineSpeed, 1m, 0, "1/min", "r/min", "revs");
    public static readonly Unit Celsius = Of("°C", Dimension.Temperature, 1m, 0, "c", "deg c", "celsius");

    /// <summary>So many parts of one thing to one part of another, as fuel to oil: "50:1".</summary>
    public static readonly Unit ToOne = Of(":1", Dimension.Ratio, 1m, 0);

    public static readonly Unit KilometrePerHour = Of("km/h", Dimension.Speed, 1m, 0, "kph", "kmh");
    public static readonly Unit MilePerHour = Of("mph", Dimension.Speed, 1.609344m, 0, "mi/h");
    public static readonly Unit Degree = Of("°", Dimension.Angle, 1m, 0, "deg", "degree", "degrees");
    public static readonly Unit Ohm = Of("ohm", Dimension.Resistance, 1m, 2, "ohms", "Ω");

    /// <summary>Every unit that can be typed.</summary>
    public static readonly ImmutableArray<Unit> All =
    [
        Metre,
        Kilometre,
        Mile,
        Hour,
        Minute,
        Litre,
        Millilitre,
        UsGallon,
        UsQuart,
        UsPint,
        UsFluidOunce,
        ImperialGallon,
        ImperialPint,
        NewtonMetre,
        PoundFoot,
        PoundInch,
        Millimetre,
        Inch,
        Thou,
        Kilopascal,
        Bar,
        Psi,
        Volt,
        Second,
        Year,
        Kick,
        Rpm,
        Celsius,
        ToOne,
        KilometrePerHour,
        MilePerHour,
        Degree,
        Ohm,
    ];

    /// <summary>The unit an owner means by this text, in whatever dimension; null where we know none.</summary>
    public static Unit? Find(string text)
    {
        var word = text.Trim();
        return BySymbol.GetValueOrDefault(word) ?? ByWord.GetValueOrDefault(word.TrimEnd('.'));
    }

    private static readonly FrozenDictionary<string, Unit> BySymbol = All.ToFrozenDictionary(unit => unit.Symbol, StringComparer.Ordinal);

    /// <summary>Symbols and spellings in whatever case; where two units share a word the one listed first is meant.</summary>
    private static readonly FrozenDictionary<string, Unit> ByWord = All.SelectMany(unit =>
            unit.Aliases.Prepend(unit.Symbol).Select(word => (word, unit))
        )
        .DistinctBy(pair => pair.word, StringComparer.OrdinalIgnoreCase)
        .ToFrozenDictionary(pair => pair.word, pair => pair.unit, StringComparer.OrdinalIgnoreCase);

    /// <summary>What is meant when a number comes with no unit, unless the field says otherwise.</summary>
    public static Unit BaseOf(Dimension dimension) =>
        dimension switch
        {
            Dimension.Distance => Kilometre,
            Dimension.EngineHours => Hour,
            Dimension.Volume => Litre,
            Dimension.Torque => NewtonMetre,
            Dimension.Pressure => Bar,
            Dimension.Voltage => Volt,
            Dimension.Seconds => Second,
            Dimension.Years => Year,
            Dimension.Count => Kick,
            Dimension.EngineSpeed => Rpm,
            Dimension.Temperature => Celsius,
            Dimension.Ratio => ToOne,
            Dimension.Speed => KilometrePerHour,
            Dimension.Angle => Degree,
            Dimension.Resistance => Ohm,
            _ => Millimetre,
        };

    private static Unit Of(string symbol, Dimension dimension, decimal inBase, int decimals, params string[] aliases) =>
        new(symbol, dimension, inBase, decimals, [.. aliases]);
}
