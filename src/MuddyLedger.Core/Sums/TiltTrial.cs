using System.Collections.Immutable;

namespace MuddyLedger.Core.Sums;

/// <summary>
/// A rectangular sump with a dipper in it. All lengths in millimetres, in the box's own frame: x forward from the rear wall, z up from the
/// floor.
/// </summary>
/// <param name="Length">Fore and aft, 20 to 1,000.</param>
/// <param name="Width">Side to side, 20 to 1,000.</param>
/// <param name="Height">20 to 1,000.</param>
/// <param name="OilMl">What is in it, above zero and no more than the box holds.</param>
/// <param name="AxisHeight">Of the crank above the floor.</param>
/// <param name="AxisPlace">Of the crank before the rear wall; side to side it is taken to lie in the middle.</param>
/// <param name="Across">The crank lies across the bike, so that the dipper turns fore and aft; else along it.</param>
/// <param name="Reach">Radius of the circle that the dipper's tip runs on.</param>
public sealed record SplashSump(
    double Length,
    double Width,
    double Height,
    double OilMl,
    double AxisHeight,
    double AxisPlace,
    bool Across,
    double Reach
);

/// <summary>Which way a bike leans.</summary>
public enum TiltDirection
{
    NoseUp,
    NoseDown,
    Left,
    Right,
}

/// <summary>A point of the section.</summary>
/// <param name="X">Millimetres, along it.</param>
/// <param name="Z">Millimetres above the floor.</param>
public sealed record BoxPoint(double X, double Z);

/// <summary>The sump at one tilt, seen in the plane in which it is tilted.</summary>
/// <param name="Across">Millimetres: how wide the section is.</param>
/// <param name="Height">Millimetres.</param>
/// <param name="Oil">The outline of the oil in the box's own frame.</param>
/// <param name="AxisAt">Millimetres along it: the crank.</param>
/// <param name="AxisHeight">Millimetres above the floor.</param>
/// <param name="Reach">Millimetres: radius of the dipper's circle.</param>
/// <param name="EdgeOn">The circle is seen from its edge.</param>
/// <param name="Depth">How far the deepest point of the dipper's circle lies under the oil's face; below zero where it misses it.</param>
public sealed record TiltDrawing(
    double Across,
    double Height,
    ImmutableArray<BoxPoint> Oil,
    double AxisAt,
    double AxisHeight,
    double Reach,
    bool EdgeOn,
    double Depth
)
{
    /// <summary>The dipper reaches the oil.</summary>
    public bool Reached => Depth > 0;
}

/// <summary>How far it may be tilted one way.</summary>
/// <param name="Direction">Which way.</param>
/// <param name="Lost">Degrees at which no point of the dipper's circle lies in oil any more; null where it never comes to that within
/// 90.</param>
/// <param name="Working">What to stay within.</param>
public sealed record TiltLimit(TiltDirection Direction, double? Lost, double Working);

/// <summary>
/// Where the oil of a splash-lubricated engine stands when the engine is tilted, and when its dipper misses it. An idealised, still sump:
/// the maker's limit decides, and oil that sloshes is not lubrication.
/// </summary>
/// <remarks>
/// Geometry alone: the oil's face is level, so it is the line of the tilted cross-section under which the oil's area lies.
/// </remarks>
public static class TiltTrial
{
    /// <summary>Degrees that such engines are usually given (common practice, from memory).</summary>
    public const double UsuallyGiven = 20;

    /// <summary>Of the angle at which contact is lost, this much may be used (house value).</summary>
    public const double UsableShare = 0.5;

    /// <summary>A moment, not a working angle (common practice, from memory).</summary>
    public const double NeverExceed = 60;

    /// <summary>In each direction in which a bike can lean.</summary>
    public static ImmutableArray<TiltLimit> Limits(SplashSump sump) =>
        [.. Enum.GetValues<TiltDirection>().Select(direction => LimitOf(sump, direction))];

    /// <summary>Half of the angle at which the dipper is lost, and never more than such engines are usually given.</summary>
    public static TiltLimit LimitOf(SplashSump sump, TiltDirection direction)
    {
        var lost = LostAt(sump, direction);
        return new(direction, lost, Math.Min(UsuallyGiven, (lost ?? 90) * UsableShare));
    }

    /// <summary>How the angle comes down with the level: the least of the four directions, for each share of the fill.</summary>
    public static ImmutableArray<(double Share, double? Lost, TiltDirection? Direction)> ByLevel(
        SplashSump sump,
        ImmutableArray<double> shares
    ) =>
        [
            .. from share in shares
            let least = Limits(sump with { OilMl = sump.OilMl * share }).MinBy(limit => limit.Lost ?? 91)!
            select (share, least.Lost, least.Lost is null ? (TiltDirection?)null : least.Direction),
        ];

    /// <param name="degrees">0 to 90.</param>
    public static TiltDrawing At(SplashSump sump, TiltDirection direction, double degrees)
    {
        var fore = direction is TiltDirection.NoseUp or TiltDirection.NoseDown;
        var (across, other) = fore ? (sump.Length, sump.Width) : (sump.Width, sump.Length);
        var area = sump.OilMl * 1000 / other;
        // The way that rises: forward with the nose up, the right side where it leans left.
        var angle = (direction is TiltDirection.NoseUp or TiltDirection.Left ? 1 : -1) * degrees * Math.PI / 180;
        var (sin, cos) = (Math.Sin(angle), Math.Cos(angle));
        var face = FaceFor(across, sump.Height, area, sin, cos);
        var axisAt = fore ? sump.AxisPlace : sump.Width / 2;
        var edgeOn = fore != sump.Across;
        var lowest = Lowest(across, sump.Height, axisAt, sump.AxisHeight, sump.Reach, edgeOn, sin, cos);
        return new(
            across,
            sump.Height,
            Under(across, sump.Height, sin, cos, face),
            axisAt,
            sump.AxisHeight,
            sump.Reach,
            edgeOn,
            lowest is { } low ? face - low : double.NegativeInfinity
        );
    }

    /// <summary>What makes no sense, by field; empty where all is well.</summary>
    public static ImmutableArray<Refusal> Refuse(SplashSump sump)
    {
        var found = ImmutableArray.CreateBuilder<Refusal>();
        void Must(bool holds, string field, string words)
        {
            if (!holds)
                found.Add(new(field, words));
        }

        Must(sump.Length is >= 20 and <= 1000, "length", "must lie between 20 and 1,000 mm");
        Must(sump.Width is >= 20 and <= 1000, "width", "must lie between 20 and 1,000 mm");
        Must(sump.Height is >= 20 and <= 1000, "height", "must lie between 20 and 1,000 mm");
        Must(sump.OilMl > 0, "oil", "must be more than nothing");
        Must(
            sump.OilMl * 1000 <= sump.Length * sump.Width * sump.Height,
            "oil",
            $"is more than the box holds ({sump.Length * sump.Width * sump.Height / 1e6:0.##} L)"
        );
        Must(sump.AxisHeight > 0 && sump.AxisHeight < sump.Height, "axisHeight", "must lie inside the box");
        Must(sump.AxisPlace > 0 && sump.AxisPlace < sump.Length, "axisPlace", "must lie inside the box");
        Must(sump.Reach > 0 && sump.Reach <= 1000, "reach", "must lie between nothing and 1,000 mm");
        return found.ToImmutable();
    }

    private static double? LostAt(SplashSump sump, TiltDirection direction)
    {
        const double step = 0.5;
        if (!At(sump, direction, 0).Reached)
            return 0;
        for (var to = step; to <= 90; to += step)
        {
            if (At(sump, direction, to).Reached)
                continue;
            var (held, lost) = (to - step, to);
            for (var turn = 0; turn < 40; turn++)
            {
                var middle = (held + lost) / 2;
                if (At(sump, direction, middle).Reached)
                    held = middle;
                else
                    lost = middle;
            }

            return lost;
        }

        return null;
    }

    /// <summary>
    /// The height of the oil's face over the box's corner, measured upright in the world: what lies under it has the oil's area.
    /// </summary>
    private static double FaceFor(double across, double height, double area, double sin, double cos)
    {
        var corners = new[] { 0, across * sin, height * cos, (across * sin) + (height * cos) };
        var (low, high) = (corners.Min(), corners.Max());
        for (var turn = 0; turn < 60; turn++)
        {
            var middle = (low + high) / 2;
            if (AreaOf(Under(across, height, sin, cos, middle)) < area)
                low = middle;
            else
                high = middle;
        }

        return (low + high) / 2;
    }

    /// <summary>The part of the box's cross-section that lies under a level line.</summary>
    private static ImmutableArray<BoxPoint> Under(double across, double height, double sin, double cos, double face)
    {
        BoxPoint[] box = [new(0, 0), new(across, 0), new(across, height), new(0, height)];
        double Over(BoxPoint point) => (point.X * sin) + (point.Z * cos) - face;
        var outline = ImmutableArray.CreateBuilder<BoxPoint>();
        for (var at = 0; at < box.Length; at++)
        {
            var (from, to) = (box[at], box[(at + 1) % box.Length]);
            var (a, b) = (Over(from), Over(to));
            if (a <= 0)
                outline.Add(from);
            if (a <= 0 != b <= 0)
                outline.Add(new(from.X + ((to.X - from.X) * a / (a - b)), from.Z + ((to.Z - from.Z) * a / (a - b))));
        }

        return outline.ToImmutable();
    }

    private static double AreaOf(ImmutableArray<BoxPoint> outline)
    {
        var twice = 0.0;
        for (var at = 0; at < outline.Length; at++)
        {
            var next = outline[(at + 1) % outline.Length];
            twice += (outline[at].X * next.Z) - (next.X * outline[at].Z);
        }

        return Math.Abs(twice) / 2;
    }

    /// <summary>The lowest point of the dipper's circle that lies inside the box, as a height in the world; null where none does.</summary>
    private static double? Lowest(
        double across,
        double height,
        double axisAt,
        double axisHeight,
        double reach,
        bool edgeOn,
        double sin,
        double cos
    )
    {
        bool Inside(BoxPoint point) => point.X >= -1e-9 && point.X <= across + 1e-9 && point.Z >= -1e-9 && point.Z <= height + 1e-9;
        // Seen edge on, the circle is a line upright in the box.
        var points = edgeOn
            ? [new(axisAt, Math.Max(0, axisHeight - reach)), new(axisAt, Math.Min(height, axisHeight + reach))]
            : CrossingsOf(across, height, axisAt, axisHeight, reach).Append(new(axisAt - (reach * sin), axisHeight - (reach * cos)));
        var inside = points.Where(Inside).Select(point => (point.X * sin) + (point.Z * cos)).ToList();
        return inside.Count == 0 ? null : inside.Min();
    }

    /// <summary>Where the circle runs through the walls of the box.</summary>
    private static IEnumerable<BoxPoint> CrossingsOf(double across, double height, double axisAt, double axisHeight, double reach)
    {
        foreach (var wall in new[] { 0, across })
            if (reach >= Math.Abs(wall - axisAt))
                foreach (var side in new[] { -1, 1 })
                    yield return new(wall, axisHeight + (side * Math.Sqrt((reach * reach) - ((wall - axisAt) * (wall - axisAt)))));
        foreach (var floor in new[] { 0, height })
            if (reach >= Math.Abs(floor - axisHeight))
                foreach (var side in new[] { -1, 1 })
                    yield return new(axisAt + (side * Math.Sqrt((reach * reach) - ((floor - axisHeight) * (floor - axisHeight)))), floor);
    }
}
