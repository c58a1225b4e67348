using System.Globalization;

namespace MuddyLedger.Core.Units;

/// <summary>
/// A value with the unit it is typed or shown in. The typed quantities (<see cref="Distance"/> and the rest) are what rules work with.
/// </summary>
/// <param name="Value">In the unit.</param>
/// <param name="Unit">Never left to be guessed.</param>
public readonly record struct Quantity(decimal Value, Unit Unit)
{
    /// <summary>In the base unit of its dimension.</summary>
    public decimal InBase => Value * Unit.InBase;

    /// <exception cref="ArgumentException">The unit measures something else.</exception>
    public Quantity In(Unit unit) =>
        unit.Dimension == Unit.Dimension
            ? new(InBase / unit.InBase, unit)
            : throw new ArgumentException($"{unit.Symbol} does not measure {Unit.Dimension}.", nameof(unit));

    public override string ToString() =>
        string.Create(CultureInfo.InvariantCulture, $"{Value.Normalized()}{(Unit.Dimension == Dimension.Ratio ? "" : " ")}{Unit.Symbol}");
}

internal static class DecimalText
{
    /// <summary>Drops trailing zeros, so that 2.50 and 2.5 are written alike.</summary>
    public static decimal Normalized(this decimal value) => value / 1.0000000000000000000000000000m;
}
