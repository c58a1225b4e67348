namespace MuddyLedger.Core.Bikes;

/// <summary>The check digit of a 17-character vehicle identification number.</summary>
/// <remarks>Published: 49 CFR 565.15. Not every market uses it, so a mismatch is a warning and never a refusal.</remarks>
public static class Vin
{
    /// <summary>Characters, since 1981.</summary>
    public const int Length = 17;

    private const string Letters = "ABCDEFGHJKLMNPRSTUVWXYZ";
    private const string Values = "12345678123457923456789";
    private static readonly int[] Weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2];

    /// <summary>
    /// The digit that should stand in the ninth place; null where the text is not such a number (other length, or an I, O or Q in it).
    /// </summary>
    public static char? CheckDigit(string vin)
    {
        if (vin.Length != Length)
            return null;
        var sum = 0;
        for (var at = 0; at < Length; at++)
        {
            if (ValueOf(char.ToUpperInvariant(vin[at])) is not { } value)
                return null;
            sum += value * Weights[at];
        }

        var rest = sum % 11;
        return rest == 10 ? 'X' : (char)('0' + rest);
    }

    /// <summary>
    /// Words of warning where a number has 17 characters and its check digit does not fit; null where there is nothing to say.
    /// </summary>
    public static string? Warn(string? frameNumber)
    {
        var vin = frameNumber?.Trim().ToUpperInvariant() ?? "";
        if (vin.Length != Length)
            return null;
        if (CheckDigit(vin) is not { } digit)
            return "has 17 characters but holds an I, O, Q or a sign that no such number has: read it again";
        return vin[8] == digit
            ? null
            : $"has the check digit {vin[8]} where the sum gives {digit}: mistyped, altered, or from a market that does not use the digit";
    }

    private static int? ValueOf(char sign)
    {
        if (char.IsAsciiDigit(sign))
            return sign - '0';
        var at = Letters.IndexOf(sign, StringComparison.Ordinal);
        return at < 0 ? null : Values[at] - '0';
    }
}
