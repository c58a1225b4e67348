using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Bikes;

/// <summary>A figure that jobs measure against, and whose limits the owner copies from the manual.</summary>
public enum BikeFigure
{
    IntakeClearance,
    ExhaustClearance,
    PlugGap,
    PointsGap,
    IdleSpeed,
    FloatHeight,
    ChainSlack,
    ClutchPlate,
    ClutchSpring,
    ClutchLeverPlay,
    FrontBrakePlay,
    RearBrakePlay,
    FrontDisc,
    RearDisc,
    FrontPads,
    RearPads,
    FrontShoes,
    RearShoes,
    ForkOilLevel,
    FuelLevel,
    ThrottlePlay,
    RestingVoltage,
    ChargingVoltage,
    CompressionPressure,
    CrankingVoltage,
    FuelToOil,
    FrontTyrePressure,
    RearTyrePressure,
    FanOn,
    FanOff,
    ChargingSpeed,
    StatorResistance,
    UnwornFrontDisc,
    UnwornRearDisc,
    FrontTread,
    RearTread,
    ChainRun,
    BeltDeflection,
    VariatorBelt,
    ReedGap,
    PistonClearance,
    RingGap,
    ClutchStackHeight,
    PickupGap,
    IgnitionTiming,
    InclineLimit,
    TopSpeed,
}

/// <summary>Between which limits a figure lies when it is right, in the figure's own unit. One of the two may be open.</summary>
/// <param name="Low">The least that is allowed, in the figure's unit; null where there is no lower limit.</param>
/// <param name="High">The most; null where there is no upper limit.</param>
/// <param name="Provenance">Where it comes from.</param>
public sealed record FigureSpec(decimal? Low, decimal? High, Provenance Provenance)
{
    /// <summary>Whether a value lies in the range; an end that is not given bounds nothing.</summary>
    public bool Holds(decimal value) => !(value < Low) && !(value > High);
}

/// <summary>The figures that a bike can have, each with its unit and how it is written.</summary>
public static class BikeFigures
{
    /// <summary>What a figure is kept and held against in.</summary>
    public static Unit UnitOf(BikeFigure figure) =>
        figure switch
        {
            BikeFigure.IdleSpeed => Unit.Rpm,
            BikeFigure.RestingVoltage or BikeFigure.ChargingVoltage or BikeFigure.CrankingVoltage => Unit.Volt,
            BikeFigure.CompressionPressure or BikeFigure.FrontTyrePressure or BikeFigure.RearTyrePressure => Unit.Kilopascal,
            BikeFigure.FuelToOil => Unit.ToOne,
            BikeFigure.FanOn or BikeFigure.FanOff => Unit.Celsius,
            BikeFigure.ChargingSpeed => Unit.Rpm,
            BikeFigure.StatorResistance => Unit.Ohm,
            BikeFigure.InclineLimit => Unit.Degree,
            BikeFigure.TopSpeed => Unit.KilometrePerHour,
            _ => Unit.Millimetre,
        };

    /// <summary>The figures that a bike of this profile has, in the order in which its profile lists them.</summary>
    public static ImmutableArray<BikeFigure> Of(Profile bike)
    {
        var list = ImmutableArray.CreateBuilder<BikeFigure>();
        void Add(bool present, params BikeFigure[] figures)
        {
            if (present)
                list.AddRange(figures);
        }

        Add(
            bike.Valves is ValveAdjustment.ScrewAndLocknut or ValveAdjustment.ShimUnderBucket,
            BikeFigure.IntakeClearance,
            BikeFigure.ExhaustClearance
        );
        Add(true, BikeFigure.PlugGap);
        Add(bike.Ignition == Ignition.Points, BikeFigure.PointsGap);
        Add(true, BikeFigure.IdleSpeed, BikeFigure.ThrottlePlay, BikeFigure.CompressionPressure);
        Add(bike.Lubrication is Lubrication.Premix or Lubrication.OilInjection, BikeFigure.FuelToOil);
        Add(bike.Fuel == FuelSystem.Carburettor, BikeFigure.FloatHeight);
        Add(bike.FinalDrive == FinalDrive.Chain, BikeFigure.ChainSlack);
        Add(bike.Clutch != ClutchControl.None, BikeFigure.ClutchPlate, BikeFigure.ClutchSpring);
        Add(bike.Clutch == ClutchControl.Cable, BikeFigure.ClutchLeverPlay);
        Add(bike.FrontBrake == BrakeKind.Disc, BikeFigure.FrontDisc, BikeFigure.FrontPads);
        Add(bike.FrontBrake == BrakeKind.Drum, BikeFigure.FrontShoes, BikeFigure.FrontBrakePlay);
        Add(bike.RearBrake == BrakeKind.Disc, BikeFigure.RearDisc, BikeFigure.RearPads);
        Add(bike.RearBrake == BrakeKind.Drum, BikeFigure.RearShoes, BikeFigure.RearBrakePlay);
        Add(bike.Use != BikeUse.Utility, BikeFigure.ForkOilLevel);
        Add(bike.Battery != BatteryKind.None, BikeFigure.RestingVoltage, BikeFigure.ChargingVoltage);
        Add(bike.Battery != BatteryKind.None && bike.Starting != Starting.Kick, BikeFigure.CrankingVoltage);
        Add(true, BikeFigure.FrontTyrePressure, BikeFigure.RearTyrePressure);
        Add(bike.Cooling != Cooling.Air && bike.Fan != Fitment.NotFitted, BikeFigure.FanOn, BikeFigure.FanOff);
        Add(bike.Battery != BatteryKind.None, BikeFigure.ChargingSpeed, BikeFigure.StatorResistance);
        Add(bike.FrontBrake == BrakeKind.Disc, BikeFigure.UnwornFrontDisc);
        Add(bike.RearBrake == BrakeKind.Disc, BikeFigure.UnwornRearDisc);
        Add(true, BikeFigure.FrontTread, BikeFigure.RearTread);
        Add(bike.FinalDrive == FinalDrive.Chain, BikeFigure.ChainRun);
        Add(bike.FinalDrive == FinalDrive.Belt, BikeFigure.BeltDeflection);
        Add(bike.Transmission == Transmission.Variator, BikeFigure.VariatorBelt);
        Add(bike is { Stroke: Stroke.Two, Reeds: not Fitment.NotFitted }, BikeFigure.ReedGap);
        Add(true, BikeFigure.PistonClearance, BikeFigure.RingGap);
        Add(bike.Clutch != ClutchControl.None, BikeFigure.ClutchStackHeight);
        Add(bike.Ignition == Ignition.Electronic, BikeFigure.PickupGap);
        Add(true, BikeFigure.IgnitionTiming);
        Add(bike.Lubrication == Lubrication.Splash, BikeFigure.InclineLimit);
        Add(bike.Use != BikeUse.Utility, BikeFigure.TopSpeed);
        return list.ToImmutable();
    }

    /// <summary>"45 to 55 mm", "45-55", "at least 4.5", "at most 0.7 mm", "1300": a single figure is both limits.</summary>
    public static Reading<FigureSpec> Read(string text, BikeFigure figure, NumberMarks marks = NumberMarks.Unknown)
    {
        var unit = UnitOf(figure);
        var trimmed = text.Trim();
        var least = Words(trimmed, "at least", ">=", "min", "from");
        var most = Words(trimmed, "at most", "<=", "max", "up to");
        if (least is not null || most is not null)
        {
            var one = QuantityText.Read(least ?? most, unit, Most, marks);
            if (one.Refusal is { } wrong)
                return Reading<FigureSpec>.Refused(wrong);
            var value = one.Value.In(unit).Value;
            return Reading<FigureSpec>.Of(
                least is not null ? new(value, null, new(ProvenanceKind.Owner)) : new(null, value, new(ProvenanceKind.Owner))
            );
        }

        if (trimmed.StartsWith('-'))
            return Reading<FigureSpec>.Refused("cannot be less than nothing");
        var parts = Between.Split(trimmed, 2);
        var high = QuantityText.Read(parts[^1], unit, Most, marks);
        if (high.Refusal is { } bad)
            return Reading<FigureSpec>.Refused(bad);
        if (parts.Length == 1)
            return Reading<FigureSpec>.Of(new(high.Value.In(unit).Value, high.Value.In(unit).Value, new(ProvenanceKind.Owner)));
        // "45 to 55 mm": the unit behind the second belongs to the first as well.
        var low = QuantityText.Read(parts[0], high.Value.Unit, Most, marks);
        if (low.Refusal is { } lowWrong)
            return Reading<FigureSpec>.Refused(lowWrong);
        return low.Value.In(unit).Value > high.Value.In(unit).Value
            ? Reading<FigureSpec>.Refused("has its lower limit above its upper one")
            : Reading<FigureSpec>.Of(new(low.Value.In(unit).Value, high.Value.In(unit).Value, new(ProvenanceKind.Owner)));
    }

    /// <summary>As it is written back into its field.</summary>
    public static string Text(FigureSpec spec, BikeFigure figure)
    {
        var unit = UnitOf(figure);
        // "0.13 to 0.20": both with as many decimals.
        string Alike(decimal value, decimal other) =>
            NumberText.Editable(value) is var text && Decimals(other) - Decimals(value) is > 0 and var more
                ? text + (Decimals(value) == 0 ? "." : "") + new string('0', more)
                : NumberText.Editable(value);
        static int Decimals(decimal value) =>
            NumberText.Editable(value) is var text && text.IndexOf('.') is >= 0 and var at ? text.Length - at - 1 : 0;
        string With(decimal value) => QuantityText.Editable(new Quantity(value, unit));
        return spec switch
        {
            { Low: { } low, High: { } high } when low == high => With(low),
            { Low: { } low, High: { } high } => $"{Alike(low, high)} to {Alike(high, low)} {unit.Symbol}".Replace(
                " :",
                ":",
                StringComparison.Ordinal
            ),
            { Low: { } low } => $"at least {With(low)}",
            { High: { } high } => $"at most {With(high)}",
            _ => "",
        };
    }

    private static string? Words(string text, params string[] starts) =>
        starts
            .Where(start => text.StartsWith(start, StringComparison.OrdinalIgnoreCase))
            .Select(start => text[start.Length..].Trim())
            .FirstOrDefault();

    private static readonly Regex Between = new(
        @"\s*(?:\bto\b|-|–|\.\.)\s*",
        RegexOptions.CultureInvariant | RegexOptions.IgnoreCase,
        TimeSpan.FromSeconds(1)
    );
    private const decimal Most = 20_000;
}
