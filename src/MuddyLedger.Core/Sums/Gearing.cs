using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Sums;

/// <summary>
/// A tyre's size as it stands on its wall: 140/80-18. Its overall diameter is the rim and two walls (designations of ISO 5751).
/// </summary>
/// <param name="Section">Millimetres.</param>
/// <param name="Aspect">Height of the wall in percent of the section.</param>
/// <param name="Rim">Inches.</param>
public sealed partial record TyreSize(int Section, int Aspect, decimal Rim)
{
    /// <summary>Without load.</summary>
    public double DiameterMm => ((double)Rim * 25.4) + (2 * Section * Aspect / 100.0);

    /// <returns>
    /// Null where the text is no such size. A size in inches alone ("4.00-18") stands at an aspect of 100%, common practice.
    /// </returns>
    public static TyreSize? Read(string? text)
    {
        var match = Metric().Match(text ?? "");
        if (match.Success)
        {
            var size = new TyreSize(Whole(match, 1), Whole(match, 2), decimal.Parse(match.Groups[3].Value, CultureInfo.InvariantCulture));
            return size is { Section: >= 50 and <= 360, Aspect: >= 30 and <= 110, Rim: >= 8 and <= 24 } ? size : null;
        }

        match = Inches().Match(text ?? "");
        if (!match.Success)
            return null;
        var section = (int)Math.Round(decimal.Parse(match.Groups[1].Value, CultureInfo.InvariantCulture) * 25.4m);
        var rim = decimal.Parse(match.Groups[2].Value, CultureInfo.InvariantCulture);
        return section is >= 40 and <= 200 && rim is >= 8 and <= 24 ? new(section, 100, rim) : null;
    }

    private static int Whole(Match match, int group) => int.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^\s*([0-9]{2,3})\s*/\s*([0-9]{2,3})\s*(?:-|[A-Z]?R|[A-Z]|\s)\s*([0-9]{1,2}(?:\.5)?)\s*$")]
    private static partial Regex Metric();

    [GeneratedRegex(@"^\s*([0-9]\.[0-9]{1,2})\s*-\s*([0-9]{1,2})\s*$")]
    private static partial Regex Inches();
}

/// <summary>From crank to road: primary, gear and final drive one after another.</summary>
/// <param name="Primary">Turns of the crank to one of the clutch; 1 where there is none.</param>
/// <param name="Gears">First to top.</param>
/// <param name="Final">Turns of the gearbox shaft to one of the wheel: rear teeth over front teeth.</param>
/// <param name="CircumferenceMm">Of the rolling tyre. Under load it is some 3% less than of the size on its wall (common practice).</param>
public sealed record Gearing(double Primary, ImmutableArray<double> Gears, double Final, double CircumferenceMm)
{
    /// <summary>Millimetres, of the size on its wall.</summary>
    public static double Circumference(TyreSize tyre) => Math.PI * tyre.DiameterMm;

    /// <param name="gear">1 for first.</param>
    public double TotalOf(int gear) => Primary * Gears[gear - 1] * Final;

    /// <returns>Metres an hour.</returns>
    public double SpeedAt(int gear, double rpm) => rpm / TotalOf(gear) * CircumferenceMm / 1000 * 60;

    /// <summary>Turns of the engine in a minute.</summary>
    /// <param name="gear">From 1.</param>
    /// <param name="anHour">How far the bike goes in an hour.</param>
    public double RpmAt(int gear, Distance anHour) => (double)anHour.Metres / 60 / (CircumferenceMm / 1000) * TotalOf(gear);
}
