using System.Globalization;
using System.Text.RegularExpressions;

namespace MuddyLedger.Core.Units;

/// <summary>Which mark stands before the decimals where the reader lives; the other one groups thousands.</summary>
public enum NumberMarks
{
    /// <summary>Nobody has said: a comma before three digits groups, a point never does.</summary>
    Unknown,

    /// <summary>"2,500.75", as English is written.</summary>
    Point,

    /// <summary>"2.500,75", as German and French are written.</summary>
    Comma,
}

/// <summary>Reads a number as people write it in the country they live in, and asks where it could be two.</summary>
public static partial class NumberText
{
    /// <param name="text">Digits with marks and spaces, no sign and no unit.</param>
    /// <param name="coarse">
    /// A measure that nobody writes to the thousandth: money, distance, revolutions. Three digits behind the decimal mark are then more
    /// likely thousands of a reader from elsewhere, and are asked about.
    /// </param>
    public static Reading<decimal> Read(string text, NumberMarks marks, bool coarse)
    {
        var plain = Spaces().Replace(text.Trim(), " ");
        if (plain.Contains(' ', StringComparison.Ordinal))
        {
            if (!BySpaces().IsMatch(plain))
                return Wrong(text);
            plain = plain.Replace(" ", "", StringComparison.Ordinal);
            // Spaces group already, so what mark there is stands before the decimals.
            return Decimal(plain.Replace(',', '.'), text);
        }

        var (points, commas) = (plain.Count(letter => letter == '.'), plain.Count(letter => letter == ','));
        if (points > 0 && commas > 0)
            return Both(plain, text);
        if (points + commas == 0)
            return Decimal(plain, text);
        var mark = points > 0 ? '.' : ',';
        if (points + commas > 1)
            return Grouped(mark).IsMatch(plain) ? Decimal(plain.Replace(mark.ToString(), "", StringComparison.Ordinal), text) : Wrong(text);

        var at = plain.IndexOf(mark, StringComparison.Ordinal);
        var (before, after) = (plain[..at], plain[(at + 1)..]);
        var decimals = $"{before}.{after}";
        if (after.Length != 3 || before.Length is 0 or > 3 || before.StartsWith('0'))
            return after.Length == 0 ? Wrong(text) : Decimal(decimals, text);
        var groups = marks switch
        {
            NumberMarks.Comma => mark == '.',
            _ => mark == ',',
        };
        if (groups)
            return Decimal(before + after, text);
        return coarse && marks != NumberMarks.Unknown
            ? Reading<decimal>.Refused(
                $"can be read as {before + after} or as {decimals.TrimEnd('0').TrimEnd('.')}: write it without a mark before three digits"
            )
            : Decimal(decimals, text);
    }

    /// <summary>A whole number in its range, grouped or not.</summary>
    public static Reading<int> Whole(string? text, int least, int most)
    {
        if (string.IsNullOrWhiteSpace(text))
            return Reading<int>.Refused("is missing");
        var plain = Spaces().Replace(text.Trim(), "");
        foreach (var mark in ".,")
            if (Grouped(mark).IsMatch(plain))
                plain = plain.Replace(mark.ToString(), "", StringComparison.Ordinal);
        return int.TryParse(plain, NumberStyles.None, CultureInfo.InvariantCulture, out var value) && value >= least && value <= most
            ? Reading<int>.Of(value)
            : Reading<int>.Refused($"must be a whole number from {least:#,0} to {most:#,0}");
    }

    /// <summary>
    /// As it is put into a field to be changed: without grouping, and never with exactly three decimals, which could be taken for
    /// thousands. It reads back the same wherever the reader lives.
    /// </summary>
    public static string Editable(decimal value)
    {
        var text = value.Normalized().ToString(CultureInfo.InvariantCulture);
        var at = text.IndexOf('.', StringComparison.Ordinal);
        return at >= 0 && text.Length - at - 1 == 3 ? text + "0" : text;
    }

    private static Reading<decimal> Both(string plain, string text)
    {
        var decimalMark = plain.LastIndexOf('.') > plain.LastIndexOf(',') ? '.' : ',';
        var group = decimalMark == '.' ? ',' : '.';
        var at = plain.LastIndexOf(decimalMark);
        var whole = plain[..at];
        return whole.Contains(decimalMark, StringComparison.Ordinal) || !Grouped(group).IsMatch(whole) || at + 1 == plain.Length
            ? Wrong(text)
            : Decimal($"{whole.Replace(group.ToString(), "", StringComparison.Ordinal)}.{plain[(at + 1)..]}", text);
    }

    private static Reading<decimal> Decimal(string plain, string text) =>
        decimal.TryParse(plain, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value) ? Reading<decimal>.Of(value)
        : plain.Length > 25 ? Reading<decimal>.Refused("is more than can be meant here")
        : Wrong(text);

    private static Reading<decimal> Wrong(string text) => Reading<decimal>.Refused($"is not a number: \"{text.Trim()}\"");

    private static Regex Grouped(char mark) => mark == '.' ? ByPoints() : ByCommas();

    [GeneratedRegex(@"^\d{1,3}(\.\d{3})+$", RegexOptions.CultureInvariant)]
    private static partial Regex ByPoints();

    [GeneratedRegex(@"^\d{1,3}(,\d{3})+$", RegexOptions.CultureInvariant)]
    private static partial Regex ByCommas();

    [GeneratedRegex(@"^\d{1,3}( \d{3})+([.,]\d+)?$", RegexOptions.CultureInvariant)]
    private static partial Regex BySpaces();

    /// <summary>All that is set between groups of three: spaces of every width, and the apostrophe of the Swiss.</summary>
    [GeneratedRegex("[ \\u00A0\\u2009\\u202F'\\u2019]+", RegexOptions.CultureInvariant)]
    private static partial Regex Spaces();
}
