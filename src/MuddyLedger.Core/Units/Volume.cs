namespace MuddyLedger.Core.Units;

/// <summary>A volume of fluid, in litres. Never negative; exact as typed.</summary>
public readonly record struct Volume : IComparable<Volume>
{
    private Volume(decimal litres) =>
        Litres = litres >= 0 ? litres : throw new ArgumentOutOfRangeException(nameof(litres), litres, "A volume is never negative.");

    /// <summary>0 or more.</summary>
    public decimal Litres { get; }

    /// <summary>None.</summary>
    public static Volume Zero => default;

    /// <summary>Exact.</summary>
    public static Volume FromLitres(decimal litres) => new(litres);

    /// <exception cref="ArgumentException">The quantity measures something else.</exception>
    public static Volume From(Quantity quantity) => new(quantity.In(Unit.Litre).Value);

    /// <param name="unit">Of volume.</param>
    public Quantity In(Unit unit) => new Quantity(Litres, Unit.Litre).In(unit);

    public int CompareTo(Volume other) => Litres.CompareTo(other.Litres);

    public override string ToString() => new Quantity(Litres, Unit.Litre).ToString();

    public static bool operator <(Volume left, Volume right) => left.Litres < right.Litres;

    public static bool operator >(Volume left, Volume right) => left.Litres > right.Litres;

    public static bool operator <=(Volume left, Volume right) => left.Litres <= right.Litres;

    public static bool operator >=(Volume left, Volume right) => left.Litres >= right.Litres;

    public static Volume operator +(Volume left, Volume right) => new(left.Litres + right.Litres);

    public static Volume operator *(Volume volume, decimal share) => new(volume.Litres * share);

    /// <summary>What is left when the other is taken away; nothing where the other is more.</summary>
    public Volume Less(Volume other) => new(Math.Max(0, Litres - other.Litres));
}
