namespace MuddyLedger.Core.Units;

/// <summary>A pressure above the air around it, in kilopascals. Never negative.</summary>
public readonly record struct Pressure : IComparable<Pressure>
{
    private Pressure(decimal kilopascals) =>
        Kilopascals =
            kilopascals >= 0
                ? kilopascals
                : throw new ArgumentOutOfRangeException(nameof(kilopascals), kilopascals, "A gauge pressure is never negative here.");

    /// <summary>Above that of the air.</summary>
    public decimal Kilopascals { get; }

    /// <summary>Exact.</summary>
    public static Pressure FromKilopascals(decimal kilopascals) => new(kilopascals);

    /// <exception cref="ArgumentException">The quantity measures something else.</exception>
    public static Pressure From(Quantity quantity) => new(quantity.In(Unit.Kilopascal).Value);

    /// <param name="unit">Of pressure.</param>
    public Quantity In(Unit unit) => new Quantity(Kilopascals, Unit.Kilopascal).In(unit);

    public int CompareTo(Pressure other) => Kilopascals.CompareTo(other.Kilopascals);

    public override string ToString() => new Quantity(Kilopascals, Unit.Kilopascal).ToString();

    public static bool operator <(Pressure left, Pressure right) => left.Kilopascals < right.Kilopascals;

    public static bool operator >(Pressure left, Pressure right) => left.Kilopascals > right.Kilopascals;

    public static bool operator <=(Pressure left, Pressure right) => left.Kilopascals <= right.Kilopascals;

    public static bool operator >=(Pressure left, Pressure right) => left.Kilopascals >= right.Kilopascals;
}
