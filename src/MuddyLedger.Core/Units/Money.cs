using System.Globalization;

namespace MuddyLedger.Core.Units;

/// <summary>An amount paid, in the owner's own currency (a setting; there is no exchange here). Never negative; two decimals.</summary>
public readonly record struct Money
{
    private Money(decimal amount) => Amount = amount >= 0 ? Math.Round(amount, 2, MidpointRounding.AwayFromZero)
        : throw new ArgumentOutOfRangeException(nameof(amount), amount, "A cost is never negative.");

    public decimal Amount { get; }

    public static Money Of(decimal amount) => new(amount);

    public static Money operator +(Money left, Money right) => new(left.Amount + right.Amount);

    public override string ToString() => Amount.ToString("0.00", CultureInfo.InvariantCulture);

    /// <summary>Reads "19.80" or "19,80". At most 1,000,000.</summary>
    public static Reading<Money> Read(string? text)
    {
        if (string.IsNullOrWhiteSpace(text)) return Reading<Money>.Refused("is missing; type an amount");
        var plain = text.Trim().Replace(',', '.');
        if (plain.StartsWith('-')) return Reading<Money>.Refused("cannot be less than nothing");
        if (text.Length > 20 || !decimal.TryParse(plain, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var amount))
            return Reading<Money>.Refused("is not an amount of money, such as 19.80");
        return amount > 1_000_000m ? Reading<Money>.Refused("is more than can be meant here (at most 1,000,000)") : Reading<Money>.Of(Of(amount));
    }
}
