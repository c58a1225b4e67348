using System.Text.RegularExpressions;

namespace MuddyLedger.Core.Units;

/// <summary>Reads what an owner types: "22 nm", "95 in-lb", "1.9 qt", "23,588", "2,4 L".</summary>
public static partial class QuantityText
{
    /// <summary>
    /// Reads a quantity of the wanted dimension. A number alone is taken in <paramref name="bare"/>; how its marks are read, see
    /// <see cref="NumberText"/>.
    /// </summary>
    /// <returns>The quantity, or words that say what is wrong.</returns>
    public static Reading<Quantity> Read(string? text, Unit bare, decimal atMostInBase, NumberMarks marks = NumberMarks.Unknown)
    {
        if (string.IsNullOrWhiteSpace(text))
            return Reading<Quantity>.Refused("is missing; type a number, with a unit if you like");
        if (text.Length > 40)
            return Reading<Quantity>.Refused("is too long for a number and a unit");
        var match = Shape().Match(text);
        if (!match.Success)
            return Reading<Quantity>.Refused($"is not a number with a unit: \"{text.Trim()}\"");
        if (match.Groups["sign"].Value == "-")
            return Reading<Quantity>.Refused("cannot be less than nothing");

        var unit = bare;
        var name = match.Groups["unit"].Value.Trim();
        if (name.Length > 0)
        {
            if (Unit.Find(name) is not { } found)
                return Reading<Quantity>.Refused($"has a unit that is not known here: \"{name}\"");
            if (found.Dimension != bare.Dimension)
                return Reading<Quantity>.Refused(
                    $"is in {found.Symbol}, but {Words(bare.Dimension)} is wanted, for instance in {bare.Symbol}"
                );
            unit = found;
        }

        var number = NumberText.Read(match.Groups["number"].Value, marks, Coarse(unit));
        if (number.Refusal is { } wrong && !wrong.StartsWith("is more", StringComparison.Ordinal))
            return Reading<Quantity>.Refused(wrong);
        return number.IsRefused || number.Value > atMostInBase / unit.InBase
            ? Reading<Quantity>.Refused(
                $"is more than can be meant here (at most {Math.Floor(atMostInBase / unit.InBase):#,0} {unit.Symbol})"
            )
            : Reading<Quantity>.Of(new Quantity(number.Value, unit));
    }

    /// <summary>As it is put into a field to be changed: it reads back the same wherever the reader lives.</summary>
    public static string Editable(Quantity quantity) =>
        $"{NumberText.Editable(quantity.Value)}{(quantity.Unit.Dimension == Dimension.Ratio ? "" : " ")}{quantity.Unit.Symbol}";

    private static bool Coarse(Unit unit) => unit.Dimension is Dimension.Distance or Dimension.EngineHours or Dimension.EngineSpeed;

    /// <summary>As a refusal says it: "a distance".</summary>
    public static string Words(Dimension dimension) =>
        dimension switch
        {
            Dimension.Distance => "a distance",
            Dimension.EngineHours => "a time in hours",
            Dimension.Volume => "a volume",
            Dimension.Torque => "a torque",
            Dimension.Pressure => "a pressure",
            Dimension.Voltage => "a voltage",
            Dimension.Seconds => "a time in seconds",
            Dimension.Years => "an age in years",
            Dimension.Count => "a count",
            Dimension.EngineSpeed => "an engine speed",
            Dimension.Temperature => "a temperature",
            Dimension.Ratio => "a ratio",
            Dimension.Speed => "a speed",
            Dimension.Angle => "an angle",
            Dimension.Resistance => "a resistance",
            _ => "a length",
        };

    [GeneratedRegex(
        @"^\s*(?<sign>[-+]?)(?<number>\d(?:[\d.,'\u2019\u00A0\u2009\u202F "
            + @"]*\d)?|[.,]\d+)\s*(?<unit>[a-zA-Z""\u00B0:][a-zA-Z0-9 ./\-""]*)?\s*$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Shape();
}

/// <summary>What was read, or the words that refuse it. The words complete a sentence that begins with the field's name.</summary>
/// <param name="Value">Null where it was refused.</param>
/// <param name="Refusal">In a sentence; null where it was read.</param>
public readonly record struct Reading<T>(T? Value, string? Refusal)
{
    /// <summary>It could not be read.</summary>
    public bool IsRefused => Refusal is not null;

    internal static Reading<T> Of(T value) => new(value, null);

    internal static Reading<T> Refused(string words) => new(default, words);
}
