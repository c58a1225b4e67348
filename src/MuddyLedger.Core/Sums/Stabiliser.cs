using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Sums;

/// <summary>
/// Fuel stabiliser goes in before the fuel, for all the fuel that it treats: what is in the tank and what goes in. Then the engine runs
/// five minutes, so that it reaches the lines.
/// </summary>
public static class Stabiliser
{
    /// <summary>Until it is in bowls and injectors, too (common practice, no source).</summary>
    public const int RunMinutes = 5;

    /// <param name="dose">Millilitres to a litre of fuel, as its bottle says; more than 0, at most 50.</param>
    public static Volume Dose(Volume inTank, Volume goesIn, decimal dose) => Volume.FromLitres((inTank + goesIn).Litres * dose / 1000);
}
