namespace MuddyLedger.Core.Sums;

/// <summary>The standard atmosphere up to 11 km (ISO 2533, from memory).</summary>
public static class StandardAtmosphere
{
    private const double SeaLevel = 1013.25;

    /// <summary>Pressure in hPa.</summary>
    /// <param name="metres">Geopotential height, -1,000 to 11,000.</param>
    public static double Pressure(double metres) => SeaLevel * Math.Pow(1 - 0.0065 * metres / 288.15, 5.25588);

    /// <summary>
    /// What a gauge reading of compression is to be multiplied by, to be as at sea level: it goes with the air that comes in.
    /// </summary>
    public static double SeaLevelShare(double metres) => SeaLevel / Pressure(metres);
}
