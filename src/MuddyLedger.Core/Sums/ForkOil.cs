using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Sums;

/// <summary>
/// Fork oil is measured from the top of the tube down to it, leg pressed together, spring out. Both legs within 2 mm of each other.
/// </summary>
public static class ForkOil
{
    /// <summary>House value after common practice.</summary>
    public const double MostApartMm = 2;

    /// <summary>
    /// What raises the oil in a tube by so much (a cylinder: the rod and the walls of the damper are left out, so the last drops go by the
    /// measure).
    /// </summary>
    public static Volume ToRaise(Length innerDiameter, double byMm) =>
        Volume.FromLitres((decimal)(Math.PI / 4 * (double)innerDiameter.Millimetres * (double)innerDiameter.Millimetres * byMm / 1e6));

    /// <summary>Whether the legs are alike enough to be closed.</summary>
    public static bool Alike(double leftMm, double rightMm) => Math.Abs(leftMm - rightMm) <= MostApartMm;
}
