namespace MuddyLedger.Core.Units;

/// <summary>Running time of an engine, in hours. Never negative; exact as typed.</summary>
public readonly record struct EngineHours : IComparable<EngineHours>
{
    private EngineHours(decimal hours) =>
        Hours = hours >= 0 ? hours : throw new ArgumentOutOfRangeException(nameof(hours), hours, "A running time is never negative.");

    /// <summary>0 or more.</summary>
    public decimal Hours { get; }

    /// <summary>None.</summary>
    public static EngineHours Zero => default;

    /// <summary>Exact.</summary>
    public static EngineHours FromHours(decimal hours) => new(hours);

    /// <exception cref="ArgumentException">The quantity measures something else.</exception>
    public static EngineHours From(Quantity quantity) => new(quantity.In(Unit.Hour).Value);

    /// <param name="unit">Of time.</param>
    public Quantity In(Unit unit) => new Quantity(Hours, Unit.Hour).In(unit);

    public int CompareTo(EngineHours other) => Hours.CompareTo(other.Hours);

    public override string ToString() => new Quantity(Hours, Unit.Hour).ToString();

    public static bool operator <(EngineHours left, EngineHours right) => left.Hours < right.Hours;

    public static bool operator >(EngineHours left, EngineHours right) => left.Hours > right.Hours;

    public static bool operator <=(EngineHours left, EngineHours right) => left.Hours <= right.Hours;

    public static bool operator >=(EngineHours left, EngineHours right) => left.Hours >= right.Hours;
}
