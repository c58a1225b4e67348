using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Limits;

/// <summary>
/// What instruments can tell apart, and what a single figure of a maker leaves room for. House values, as the table of limits has them.
/// </summary>
public static class Instruments
{
    /// <summary>To the nearest step that the instrument shows; half-way is the larger.</summary>
    public static decimal Round(decimal value, decimal resolution) =>
        resolution <= 0 ? value : Math.Round(value / resolution, MidpointRounding.AwayFromZero) * resolution;

    /// <summary>
    /// The resolution of what commonly takes a figure, in the figure's own unit: feeler gauges 0.01 mm, steel rule 0.5 mm, calliper 0.05
    /// mm, micrometer 0.01 mm, meter 0.01 V, dash tachometer 50 rpm.
    /// </summary>
    public static decimal ResolutionOf(BikeFigure figure) =>
        figure switch
        {
            BikeFigure.IntakeClearance or BikeFigure.ExhaustClearance or BikeFigure.PlugGap or BikeFigure.PointsGap => 0.01m,
            BikeFigure.FrontDisc or BikeFigure.RearDisc => 0.01m,
            BikeFigure.ClutchPlate or BikeFigure.ClutchSpring => 0.05m,
            BikeFigure.FrontPads or BikeFigure.RearPads or BikeFigure.FrontShoes or BikeFigure.RearShoes => 0.1m,
            BikeFigure.RestingVoltage or BikeFigure.ChargingVoltage or BikeFigure.CrankingVoltage => 0.01m,
            BikeFigure.IdleSpeed => 50,
            BikeFigure.CompressionPressure or BikeFigure.FrontTyrePressure or BikeFigure.RearTyrePressure => 1,
            BikeFigure.FuelToOil => 0.1m,
            _ => 0.5m,
        };

    /// <summary>
    /// By how much a reading may differ from a single figure: idle 50 rpm, plug gap 0.05 mm, pressure 0.1 bar, other lengths 5%.
    /// </summary>
    public static decimal ToleranceOf(BikeFigure figure, decimal single) =>
        figure switch
        {
            BikeFigure.IdleSpeed => 50,
            BikeFigure.PlugGap => 0.05m,
            BikeFigure.CompressionPressure or BikeFigure.FrontTyrePressure or BikeFigure.RearTyrePressure => 10,
            BikeFigure.RestingVoltage or BikeFigure.ChargingVoltage or BikeFigure.CrankingVoltage => 0.1m,
            _ => single * 0.05m,
        };
}
