using System.Collections.Immutable;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Bikes;

/// <summary>
/// What a bike is. It decides which reservoirs, service items and job steps exist for it; changing it derives them anew and deletes no
/// record.
/// </summary>
public sealed record Profile
{
    /// <summary>What the owner calls it; 1 to 40 letters.</summary>
    public required string Nickname { get; init; }

    /// <summary>As the owner writes it.</summary>
    public required string Make { get; init; }

    /// <summary>As the owner writes it.</summary>
    public required string Model { get; init; }

    /// <summary>Of the model, four digits.</summary>
    public required int Year { get; init; }

    /// <summary>Null where it is not known.</summary>
    public string? FrameNumber { get; init; }

    /// <summary>The plate; null where it has none.</summary>
    public string? Registration { get; init; }

    /// <summary>Whether there are papers.</summary>
    public TitleStatus Title { get; init; }

    /// <summary>What it is mostly used for: intervals go by it.</summary>
    public required BikeUse Use { get; init; }

    /// <summary>Two or four.</summary>
    public required Stroke Stroke { get; init; }

    /// <summary>
    /// The owner's yes to a heavier oil for a bike that is ridden only in heat and warmed up with care; the maker's grade otherwise.
    /// </summary>
    public bool HeavierOilInHeat { get; init; }

    /// <summary>In cubic centimetres, 20 to 3,000.</summary>
    public required int DisplacementCc { get; init; }

    /// <summary>1 to 8.</summary>
    public required int Cylinders { get; init; }

    /// <summary>Of the engine.</summary>
    public required Cooling Cooling { get; init; }

    /// <summary>An electric fan on the radiator; many dirt bikes have none, and boil at a long idle.</summary>
    public Fitment Fan { get; init; }

    /// <summary>The tank beside the radiator that takes what the heat pushes out, and gives it back.</summary>
    public Fitment ExpansionTank { get; init; }

    /// <summary>By foot, by button, or both.</summary>
    public required Starting Starting { get; init; }

    /// <summary>The valve between carburettor and crankcase of most two-strokes.</summary>
    public Fitment Reeds { get; init; }

    /// <summary>A valve in a two-stroke's exhaust port, worked by the revs.</summary>
    public Fitment PowerValve { get; init; }

    /// <summary>A silencer that can be opened and packed anew.</summary>
    public Fitment SilencerPacking { get; init; }

    /// <summary>A screen in the silencer that holds sparks back; many lands ask for one off the road.</summary>
    public Fitment SparkArrestor { get; init; }

    /// <summary>A chain between engine and clutch, running in the primary's oil.</summary>
    public Fitment PrimaryChain { get; init; }

    /// <summary>Lifts a valve to make kicking easier; it has a play of its own.</summary>
    public Fitment Decompressor { get; init; }

    /// <summary>Where the engine's oil is.</summary>
    public required Lubrication Lubrication { get; init; }

    /// <summary>Shared with the engine, of its own, or none.</summary>
    public required GearboxOil GearboxOil { get; init; }

    /// <summary>Its kind.</summary>
    public required OilFilter OilFilter { get; init; }

    /// <summary>True where panels must come off to reach the oil filter or the drain plug.</summary>
    public bool BodyworkOverOil { get; init; }

    /// <summary>A pipe runs in front of the oil filter or the drain plug, and comes off first.</summary>
    public bool ExhaustOverOil { get; init; }

    /// <summary>A second panel lies behind the first.</summary>
    public bool InnerPanelOverOil { get; init; }

    /// <summary>The gear lever or its linkage comes off for the filter: it goes back to its mark.</summary>
    public bool GearLinkageOverOil { get; init; }

    /// <summary>A skid plate, crash bars or another guard, the maker's or fitted since, is in the way.</summary>
    public bool GuardOverOil { get; init; }

    /// <summary>It has one.</summary>
    public bool OilPressureLight { get; init; }

    /// <summary>True where the tank must come off to reach the spark plugs and the valve cover.</summary>
    public bool TankOverPlugs { get; init; }

    /// <summary>What comes off before it is reached.</summary>
    public AirFilterBehind AirFilter { get; init; }

    /// <summary>What it is made of.</summary>
    public AirFilterElement AirFilterElement { get; init; }

    /// <summary>How their clearance is set.</summary>
    public required ValveAdjustment Valves { get; init; }

    /// <summary>Carburettor or injection.</summary>
    public required FuelSystem Fuel { get; init; }

    /// <summary>Its chemistry, or none.</summary>
    public required BatteryKind Battery { get; init; }

    /// <summary>Gears, variator, or one speed.</summary>
    public Transmission Transmission { get; init; }

    /// <summary>To the rear wheel.</summary>
    public required FinalDrive FinalDrive { get; init; }

    /// <summary>To the front wheel, of a bike with two driven wheels.</summary>
    public FrontDrive FrontDrive { get; init; }

    /// <summary>Spoked or cast.</summary>
    public WheelBuild Wheels { get; init; }

    /// <summary>Discs on the front wheel, 1 or 2; 0 where nobody has said, or it has a drum.</summary>
    public int FrontDiscs { get; init; }

    /// <summary>Fitted or not.</summary>
    public Fitment Abs { get; init; }

    /// <summary>Disc or drum.</summary>
    public required BrakeKind FrontBrake { get; init; }

    /// <summary>Disc or drum.</summary>
    public required BrakeKind RearBrake { get; init; }

    /// <summary>How it is worked.</summary>
    public required ClutchControl Clutch { get; init; }

    /// <summary>How many, 0 to 8; 0 for an injected engine.</summary>
    public int Carburettors { get; init; }

    /// <summary>Points or electronic.</summary>
    public Ignition Ignition { get; init; }

    /// <summary>How it is shut.</summary>
    public FuelTap FuelTap { get; init; }

    /// <summary>What it is made of.</summary>
    public TankMaterial Tank { get; init; }

    /// <summary>What is left when the tap is turned to reserve or the light comes on.</summary>
    public Volume? TankReserve { get; init; }

    /// <summary>2 to 5; 0 for an engine without valves.</summary>
    public int ValvesPerCylinder { get; init; }

    /// <summary>Of profiles from before figures had two limits: cold, as the manual gives it.</summary>
    public Length? IntakeClearance { get; init; }

    /// <summary>Of the valves; null where nobody has entered it.</summary>
    public Length? ExhaustClearance { get; init; }

    /// <summary>6 or 12; 0 without a battery.</summary>
    public int BatteryVolts { get; init; }

    /// <summary>True where a linkage works the rear shock.</summary>
    public bool Linkage { get; init; }

    /// <summary>Null where nothing is known.</summary>
    public Tyre? FrontTyre { get; init; }

    /// <summary>Null where nothing is known.</summary>
    public Tyre? RearTyre { get; init; }

    /// <summary>Null where it has none.</summary>
    public Odometer? Odometer { get; init; }

    /// <summary>It has one.</summary>
    public bool HourMeter { get; init; }

    /// <summary>What the owner expects in a year, for as long as the readings say too little.</summary>
    public MeterAmount? StatedUsePerYear { get; init; }

    /// <summary>Hard use that shortens intervals.</summary>
    public ImmutableArray<Severity> Severities { get; init; } = [];

    /// <summary>What the owner knows of each reservoir; one with no entry here still exists, with its figures unknown.</summary>
    public ImmutableDictionary<ReservoirId, ReservoirSpec> Reservoirs { get; init; } =
        ImmutableDictionary<ReservoirId, ReservoirSpec>.Empty;

    /// <summary>As the owner copied them, by fastener.</summary>
    public ImmutableDictionary<Fastener, TorqueSpec> Torques { get; init; } = ImmutableDictionary<Fastener, TorqueSpec>.Empty;

    /// <summary>As the owner copied them.</summary>
    public ImmutableDictionary<BikeFigure, FigureSpec> Figures
    {
        get => field ?? ImmutableDictionary<BikeFigure, FigureSpec>.Empty;
        init;
    } = ImmutableDictionary<BikeFigure, FigureSpec>.Empty;

    /// <summary>What to order by: the name of a part, as jobs name it, and its number.</summary>
    public ImmutableDictionary<string, string> PartNumbers
    {
        get => field ?? ImmutableDictionary<string, string>.Empty;
        init;
    } = ImmutableDictionary<string, string>.Empty;

    /// <summary>
    /// The limits of a figure as the owner copied them from the manual; null where nobody has. What counts then is the table of limits.
    /// </summary>
    public FigureSpec? Figure(BikeFigure figure) =>
        Figures.TryGetValue(figure, out var own)
            ? own
            : figure switch
            {
                BikeFigure.IntakeClearance when IntakeClearance is { } one => new(
                    one.Millimetres,
                    one.Millimetres,
                    new(ProvenanceKind.Owner)
                ),
                BikeFigure.ExhaustClearance when ExhaustClearance is { } one => new(
                    one.Millimetres,
                    one.Millimetres,
                    new(ProvenanceKind.Owner)
                ),
                _ => null,
            };

    /// <summary>Whether it has a meter of this kind.</summary>
    public bool Has(MeterKind meter) => meter == MeterKind.Odometer ? Odometer is not null : HourMeter;

    /// <summary>The unit the bike's own meter reads in.</summary>
    public Unit UnitOf(MeterKind meter) =>
        meter == MeterKind.HourMeter ? Unit.Hour
        : Odometer?.Unit == OdometerUnit.Miles ? Unit.Mile
        : Unit.Kilometre;
}

/// <summary>In which an odometer counts.</summary>
public enum OdometerUnit
{
    Kilometres,
    Miles,
}

/// <summary>An odometer as the bike has it.</summary>
/// <param name="Unit">In which it counts.</param>
/// <param name="Digits">Whole digits on the dash, 4 to 7: a four-digit odometer rolls over at 10,000.</param>
public sealed record Odometer(OdometerUnit Unit, int Digits)
{
    /// <summary>Where the display turns to zero again.</summary>
    public MeterAmount RollsAt =>
        MeterAmount.From(new Quantity((decimal)Math.Pow(10, Digits), Unit == OdometerUnit.Miles ? Units.Unit.Mile : Units.Unit.Kilometre));
}
