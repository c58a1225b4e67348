using System.Collections.Immutable;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Sums;

/// <summary>
/// Ethylene glycol in water: how cold a share holds, what share a night needs, how to get from one to another. Freezing points after the
/// ASHRAE Handbook of Fundamentals, secondary coolants (from memory); straight lines between its values, and nothing beyond them.
/// </summary>
public static class Coolant
{
    /// <summary>Share by volume in percent, and the freezing point in degrees Celsius.</summary>
    public static readonly ImmutableArray<(double Share, double Freezes)> Table =
    [
        (18.1, -7.8),
        (27.7, -14.1),
        (37.5, -22.3),
        (47.6, -33.8),
        (57.8, -48.3),
    ];

    /// <summary>Below it most makers' inhibitors no longer protect the metal (common practice).</summary>
    public const double LeastForInhibitor = 30;

    /// <summary>Above it the mix carries off less heat and freezes sooner again (common practice).</summary>
    public const double Most = 60;

    /// <summary>House value: a night is taken as this much colder than forecast.</summary>
    public const double Margin = 5;

    /// <param name="share">Percent by volume.</param>
    /// <returns>Degrees Celsius; null outside of the table.</returns>
    public static double? FreezesAt(double share) =>
        share < Table[0].Share || share > Table[^1].Share ? null : Between(Table.Select(row => (row.Share, row.Freezes)), share);

    /// <summary>The share that holds the coldest night with the margin, and never less than the inhibitor needs.</summary>
    /// <param name="coldest">Degrees Celsius.</param>
    /// <returns>Percent; null where no share of the table holds it.</returns>
    public static double? ShareFor(double coldest)
    {
        var wanted = coldest - Margin;
        if (wanted < Table[^1].Freezes)
            return null;
        return Math.Max(
            LeastForInhibitor,
            wanted >= Table[0].Freezes ? Table[0].Share : Between(Table.Reverse().Select(row => (row.Freezes, row.Share)), wanted)
        );
    }

    /// <summary>
    /// How much to drain off a mixed system and replace with concentrate: V (c2 - c1) / (c0 - c1), all shares in percent.
    /// </summary>
    /// <param name="concentrate">Of what is poured in; above what is wanted where the share must rise, 0 for water where it must
    /// fall.</param>
    /// <returns>Null where it cannot be reached with this concentrate.</returns>
    public static Volume? Replace(Volume system, double now, double wanted, double concentrate)
    {
        if (now == wanted)
            return Volume.Zero;
        if (concentrate == now)
            return null;
        var part = (wanted - now) / (concentrate - now);
        return part is < 0 or > 1 ? null : Volume.FromLitres(system.Litres * (decimal)part);
    }

    private static double Between(IEnumerable<(double X, double Y)> rising, double x)
    {
        var rows = rising.ToList();
        var at = Math.Clamp(rows.FindIndex(row => row.X >= x), 1, rows.Count - 1);
        var (low, high) = (rows[at - 1], rows[at]);
        return low.Y + ((x - low.X) / (high.X - low.X) * (high.Y - low.Y));
    }
}
