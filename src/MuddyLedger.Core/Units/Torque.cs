namespace MuddyLedger.Core.Units;

/// <summary>A tightening torque, in newton metres. Never negative.</summary>
public readonly record struct Torque : IComparable<Torque>
{
    private Torque(decimal newtonMetres) =>
        NewtonMetres =
            newtonMetres >= 0
                ? newtonMetres
                : throw new ArgumentOutOfRangeException(nameof(newtonMetres), newtonMetres, "A torque is never negative.");

    /// <summary>0 or more.</summary>
    public decimal NewtonMetres { get; }

    /// <summary>None.</summary>
    public static Torque Zero => default;

    /// <summary>Exact.</summary>
    public static Torque FromNewtonMetres(decimal newtonMetres) => new(newtonMetres);

    /// <exception cref="ArgumentException">The quantity measures something else.</exception>
    public static Torque From(Quantity quantity) => new(quantity.In(Unit.NewtonMetre).Value);

    /// <param name="unit">Of torque.</param>
    public Quantity In(Unit unit) => new Quantity(NewtonMetres, Unit.NewtonMetre).In(unit);

    public int CompareTo(Torque other) => NewtonMetres.CompareTo(other.NewtonMetres);

    public override string ToString() => new Quantity(NewtonMetres, Unit.NewtonMetre).ToString();

    public static bool operator <(Torque left, Torque right) => left.NewtonMetres < right.NewtonMetres;

    public static bool operator >(Torque left, Torque right) => left.NewtonMetres > right.NewtonMetres;

    public static bool operator <=(Torque left, Torque right) => left.NewtonMetres <= right.NewtonMetres;

    public static bool operator >=(Torque left, Torque right) => left.NewtonMetres >= right.NewtonMetres;
}
