namespace MuddyLedger.Core.Units;

/// <summary>A length measured on a part, in millimetres. Never negative.</summary>
public readonly record struct Length : IComparable<Length>
{
    private Length(decimal millimetres) =>
        Millimetres =
            millimetres >= 0
                ? millimetres
                : throw new ArgumentOutOfRangeException(nameof(millimetres), millimetres, "A length is never negative.");

    /// <summary>In millimetres.</summary>
    public decimal Millimetres { get; }

    /// <summary>Exact.</summary>
    public static Length FromMillimetres(decimal millimetres) => new(millimetres);

    /// <exception cref="ArgumentException">The quantity measures something else.</exception>
    public static Length From(Quantity quantity) => new(quantity.In(Unit.Millimetre).Value);

    /// <param name="unit">Of length.</param>
    public Quantity In(Unit unit) => new Quantity(Millimetres, Unit.Millimetre).In(unit);

    public int CompareTo(Length other) => Millimetres.CompareTo(other.Millimetres);

    public override string ToString() => new Quantity(Millimetres, Unit.Millimetre).ToString();

    public static bool operator <(Length left, Length right) => left.Millimetres < right.Millimetres;

    public static bool operator >(Length left, Length right) => left.Millimetres > right.Millimetres;

    public static bool operator <=(Length left, Length right) => left.Millimetres <= right.Millimetres;

    public static bool operator >=(Length left, Length right) => left.Millimetres >= right.Millimetres;
}
