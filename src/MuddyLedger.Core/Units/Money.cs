using System.Globalization;
using System.Text.RegularExpressions;

namespace MuddyLedger.Core.Units;

/// <summary>An amount paid, in the owner's own currency (a setting; there is no exchange here). Never negative; two decimals.</summary>
public readonly partial record struct Money
{
    private Money(decimal amount) =>
        Amount =
            amount >= 0
                ? Math.Round(amount, 2, MidpointRounding.AwayFromZero)
                : throw new ArgumentOutOfRangeException(nameof(amount), amount, "A cost is never negative.");

    /// <summary>Without its currency, to the hundredth.</summary>
    public decimal Amount { get; }

    /// <summary>In the owner's currency, rounded to the hundredth.</summary>
    /// <param name="amount">Never negative.</param>
    public static Money Of(decimal amount) => new(amount);

    public static Money operator +(Money left, Money right) => new(left.Amount + right.Amount);

    public override string ToString() => Amount.ToString("0.00", CultureInfo.InvariantCulture);

    /// <summary>
    /// Reads "19.80", "19,80", "2,500", "2.500,00 EUR" as the reader's marks have it, and asks where it could be two amounts. At most
    /// 1,000,000.
    /// </summary>
    public static Reading<Money> Read(string? text, NumberMarks marks = NumberMarks.Unknown)
    {
        if (string.IsNullOrWhiteSpace(text))
            return Reading<Money>.Refused("is missing; type an amount");
        var plain = Currency().Replace(text.Trim(), "").Trim();
        if (plain.StartsWith('-'))
            return Reading<Money>.Refused("cannot be less than nothing");
        if (
            plain.Length is 0 or > 20
            || !plain.All(letter => char.IsAsciiDigit(letter) || ".,' \u2019\u00A0\u2009\u202F".Contains(letter, StringComparison.Ordinal))
        )
            return Reading<Money>.Refused("is not an amount of money, such as 19.80");
        var read = NumberText.Read(plain, marks, coarse: true);
        if (read.IsRefused)
            return Reading<Money>.Refused(
                read.Refusal!.StartsWith("can be", StringComparison.Ordinal) ? read.Refusal : "is not an amount of money, such as 19.80"
            );
        return read.Value > 1_000_000m
            ? Reading<Money>.Refused("is more than can be meant here (at most 1,000,000)")
            : Reading<Money>.Of(Of(read.Value));
    }

    /// <summary>A currency's sign or its three letters, before or behind.</summary>
    [GeneratedRegex(@"^(?:\p{Sc}|[A-Z]{3}\b)|(?:\p{Sc}|\b[A-Z]{3}|(?<=\d)[A-Z]{3})$", RegexOptions.CultureInvariant)]
    private static partial Regex Currency();
}
