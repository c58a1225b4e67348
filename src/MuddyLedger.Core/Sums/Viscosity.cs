using System.Collections.Immutable;

namespace MuddyLedger.Core.Sums;

/// <summary>An engine oil's cold side after SAE J300 (from memory).</summary>
/// <param name="Grade">"10W".</param>
/// <param name="CranksTo">Degrees Celsius at which it may still be cranked.</param>
public sealed record ColdGrade(string Grade, double CranksTo)
{
    /// <summary>Its pumping limit lies 5 K below.</summary>
    public double PumpsTo => CranksTo - 5;
}

/// <summary>
/// Which oil grades suit the weather to come. SAE J300 limits the cold side; the choice for heat is a house table. The maker's grade comes
/// first, always; this is for where the manual gives several by temperature, or is lost.
/// </summary>
public static class Viscosity
{
    /// <summary>From the one that flows coldest.</summary>
    public static readonly ImmutableArray<ColdGrade> Cold =
    [
        new("0W", -35),
        new("5W", -30),
        new("10W", -25),
        new("15W", -20),
        new("20W", -15),
        new("25W", -10),
    ];

    /// <summary>House table: up to this much in the shade, air cooled and liquid cooled.</summary>
    public static readonly ImmutableArray<(string Grade, double AirTo, double LiquidTo)> Hot =
    [
        ("30", 20, 30),
        ("40", 32, 42),
        ("50", 45, 50),
        ("60", 55, 55),
    ];

    /// <summary>The grades that may be cranked at the coldest start, the thickest last; none where it is colder than any.</summary>
    public static ImmutableArray<ColdGrade> For(double coldestStart) => [.. Cold.Where(grade => grade.CranksTo <= coldestStart)];

    /// <summary>SAE J300 at 100 C, in mm2/s (from memory): at least, and under.</summary>
    public static readonly ImmutableArray<(string Grade, double Least, double Under)> AtOperatingHeat =
    [
        ("20", 6.9, 9.3),
        ("30", 9.3, 12.5),
        ("40", 12.5, 16.3),
        ("50", 16.3, 21.9),
        ("60", 21.9, 26.1),
    ];

    /// <summary>SAE J306 for gear oils at 100 C, in mm2/s (from memory): at least.</summary>
    public static readonly ImmutableArray<(string Grade, double Least)> GearOil =
    [
        ("80", 7.0),
        ("85", 11.0),
        ("90", 13.5),
        ("110", 18.5),
        ("140", 24.0),
    ];

    /// <summary>How thick a gear oil is, told as an engine oil: the two numbers are never compared. 80W is as thin as a 20.</summary>
    /// <returns>Null where the grade is not in the table.</returns>
    public static string? AsEngineOil(string gearGrade)
    {
        var number = gearGrade.Trim().TrimEnd('W', 'w');
        var known = GearOil.FirstOrDefault(one => one.Grade == number);
        return known.Grade is null ? null : AtOperatingHeat.First(one => known.Least >= one.Least && known.Least < one.Under).Grade;
    }

    /// <returns>Null where it is hotter than the table goes.</returns>
    public static string? ForHeat(double hottestRide, bool airCooled)
    {
        foreach (var (grade, air, liquid) in Hot)
            if (hottestRide <= (airCooled ? air : liquid))
                return grade;
        return null;
    }

    /// <summary>More choice than this helps nobody (house value).</summary>
    private const int Few = 3;

    /// <summary>
    /// Multigrades for both ends: the three thickest that the cold allows, the thickest first; none where the weather is beyond the tables.
    /// 25W is not sold as one.
    /// </summary>
    public static ImmutableArray<string> Multigrades(double coldestStart, double hottestRide, bool airCooled) =>
        ForHeat(hottestRide, airCooled) is { } hot
            ? [.. For(coldestStart).Where(cold => cold.Grade != "25W").Reverse().Take(Few).Select(cold => $"{cold.Grade}-{hot}")]
            : [];
}

/// <summary>A temperature as it is typed: "-12", "-12 C", "10 F".</summary>
public static class Temperatures
{
    /// <summary>A temperature as degrees Celsius, from text in either scale; null where it is none.</summary>
    public static double? Read(string? text)
    {
        var trimmed = (text ?? "").Trim().Replace('\u2212', '-').Replace("°", "", StringComparison.Ordinal);
        var fahrenheit = trimmed.EndsWith('F') || trimmed.EndsWith('f');
        if (trimmed.Length > 0 && trimmed[^1] is 'F' or 'f' or 'C' or 'c')
            trimmed = trimmed[..^1].TrimEnd();
        if (
            !double.TryParse(
                trimmed,
                System.Globalization.NumberStyles.AllowLeadingSign | System.Globalization.NumberStyles.AllowDecimalPoint,
                System.Globalization.CultureInfo.InvariantCulture,
                out var value
            )
        )
            return null;
        var celsius = fahrenheit ? (value - 32) / 1.8 : value;
        return celsius is >= -60 and <= 60 ? celsius : null;
    }

    /// <summary>One that names its scale, "10 F" or "-12 °C", in both: from -273 to 2,000 °C. Null where it is no such thing.</summary>
    public static (decimal Celsius, decimal Fahrenheit)? Both(string text)
    {
        var trimmed = text.Trim().Replace('\u2212', '-').Replace("°", "", StringComparison.Ordinal);
        if (trimmed.Length < 2 || trimmed[^1] is not ('F' or 'f' or 'C' or 'c') || char.IsLetter(trimmed[^2]))
            return null;
        if (
            !decimal.TryParse(
                trimmed[..^1].Trim().Replace(',', '.'),
                System.Globalization.NumberStyles.AllowLeadingSign | System.Globalization.NumberStyles.AllowDecimalPoint,
                System.Globalization.CultureInfo.InvariantCulture,
                out var value
            )
        )
            return null;
        var celsius = trimmed[^1] is 'F' or 'f' ? (value - 32) / 1.8m : value;
        return celsius is < -273.15m or > 2_000 ? null : (Math.Round(celsius, 1), Math.Round((celsius * 1.8m) + 32, 1));
    }
}
