using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Meters;

/// <summary>What a bike can count.</summary>
public enum MeterKind
{
    Odometer,
    HourMeter,
}

/// <summary>An amount of use on one kind of meter: metres for an odometer, hours for an hour meter. Two kinds never mix.</summary>
public readonly record struct MeterAmount : IComparable<MeterAmount>
{
    private MeterAmount(MeterKind kind, decimal inBase)
    {
        Kind = kind;
        InBase = inBase;
    }

    /// <summary>Distance or hours.</summary>
    public MeterKind Kind { get; }

    /// <summary>Metres or hours; may be negative where it is a difference.</summary>
    public decimal InBase { get; }

    /// <summary>Of the odometer.</summary>
    public static MeterAmount Of(Distance distance) => new(MeterKind.Odometer, distance.Metres);

    /// <summary>Of the hour meter.</summary>
    public static MeterAmount Of(EngineHours hours) => new(MeterKind.HourMeter, hours.Hours);

    /// <param name="inBase">Metres, or hours.</param>
    public static MeterAmount Of(MeterKind kind, decimal inBase) => new(kind, inBase);

    /// <param name="quantity">A distance or a time, in any unit.</param>
    public static MeterAmount From(Quantity quantity) =>
        quantity.Unit.Dimension switch
        {
            Dimension.Distance => new(MeterKind.Odometer, quantity.InBase),
            Dimension.EngineHours => new(MeterKind.HourMeter, quantity.InBase),
            _ => throw new ArgumentException($"{quantity.Unit.Symbol} is not on any meter.", nameof(quantity)),
        };

    /// <param name="unit">Of distance for an odometer, of time for an hour meter.</param>
    public Quantity In(Unit unit) => new Quantity(InBase, Base).In(unit);

    public int CompareTo(MeterAmount other) => InBase.CompareTo(Same(other).InBase);

    public override string ToString() =>
        Kind == MeterKind.Odometer ? new Quantity(InBase / 1000m, Unit.Kilometre).ToString() : new Quantity(InBase, Unit.Hour).ToString();

    private Unit Base => Kind == MeterKind.Odometer ? Unit.Metre : Unit.Hour;

    private MeterAmount Same(MeterAmount other) =>
        other.Kind == Kind ? other : throw new InvalidOperationException("Distance and engine hours cannot be compared or added.");

    public static MeterAmount operator +(MeterAmount left, MeterAmount right) => new(left.Kind, left.InBase + left.Same(right).InBase);

    public static MeterAmount operator -(MeterAmount left, MeterAmount right) => new(left.Kind, left.InBase - left.Same(right).InBase);

    public static MeterAmount operator *(MeterAmount amount, decimal factor) => new(amount.Kind, amount.InBase * factor);

    public static bool operator <(MeterAmount left, MeterAmount right) => left.CompareTo(right) < 0;

    public static bool operator >(MeterAmount left, MeterAmount right) => left.CompareTo(right) > 0;

    public static bool operator <=(MeterAmount left, MeterAmount right) => left.CompareTo(right) <= 0;

    public static bool operator >=(MeterAmount left, MeterAmount right) => left.CompareTo(right) >= 0;
}
