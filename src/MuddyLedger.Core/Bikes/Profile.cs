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
    public required string Nickname { get; init; }
    public required string Make { get; init; }
    public required string Model { get; init; }
    public required int Year { get; init; }
    public string? FrameNumber { get; init; }
    public string? Registration { get; init; }
    public TitleStatus Title { get; init; }
    public required BikeUse Use { get; init; }

    public required Stroke Stroke { get; init; }

    /// <summary>
    /// The owner's yes to a heavier oil for a bike that is ridden only in heat and warmed up with care; the maker's grade otherwise.
    /// </summary>
    public bool HeavierOilInHeat { get; init; }

    /// <summary>In cubic centimetres, 20 to 3,000.</summary>
    public required int DisplacementCc { get; init; }
    public required int Cylinders { get; init; }
    public required Cooling Cooling { get; init; }

    /// <summary>An electric fan on the radiator; many dirt bikes have none, and boil at a long idle.</summary>
    public Fitment Fan { get; init; }

    /// <summary>The tank beside the radiator that takes what the heat pushes out, and gives it back.</summary>
    public Fitment ExpansionTank { get; init; }
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
    public required Lubrication Lubrication { get; init; }
    public required GearboxOil GearboxOil { get; init; }
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
    public bool OilPressureLight { get; init; }

    /// <summary>True where the tank must come off to reach the spark plugs and the valve cover.</summary>
    public bool TankOverPlugs { get; init; }
    public AirFilterBehind AirFilter { get; init; }
    public AirFilterElement AirFilterElement { get; init; }
    public required ValveAdjustment Valves { get; init; }
    public required FuelSystem Fuel { get; init; }
    public required BatteryKind Battery { get; init; }
    public Transmission Transmission { get; init; }
    public required FinalDrive FinalDrive { get; init; }
    public FrontDrive FrontDrive { get; init; }
    public WheelBuild Wheels { get; init; }

    /// <summary>Discs on the front wheel, 1 or 2; 0 where nobody has said, or it has a drum.</summary>
    public int FrontDiscs { get; init; }
    public Fitment Abs { get; init; }
    public required BrakeKind FrontBrake { get; init; }
    public required BrakeKind RearBrake { get; init; }
    public required ClutchControl Clutch { get; init; }

    /// <summary>How many, 0 to 8; 0 for an injected engine.</summary>
    public int Carburettors { get; init; }
    public Ignition Ignition { get; init; }
    public FuelTap FuelTap { get; init; }
    public TankMaterial Tank { get; init; }

    /// <summary>What is left when the tap is turned to reserve or the light comes on.</summary>
    public Volume? TankReserve { get; init; }

    /// <summary>2 to 5; 0 for an engine without valves.</summary>
    public int ValvesPerCylinder { get; init; }

    /// <summary>Of profiles from before figures had two limits: cold, as the manual gives it.</summary>
    public Length? IntakeClearance { get; init; }
    public Length? ExhaustClearance { get; init; }

    /// <summary>6 or 12; 0 without a battery.</summary>
    public int BatteryVolts { get; init; }

    /// <summary>True where a linkage works the rear shock.</summary>
    public bool Linkage { get; init; }
    public Tyre? FrontTyre { get; init; }
    public Tyre? RearTyre { get; init; }

    public Odometer? Odometer { get; init; }
    public bool HourMeter { get; init; }

    /// <summary>What the owner expects in a year, for as long as the readings say too little.</summary>
    public MeterAmount? StatedUsePerYear { get; init; }
    public ImmutableArray<Severity> Severities { get; init; } = [];

    /// <summary>What the owner knows of each reservoir; one with no entry here still exists, with its figures unknown.</summary>
    public ImmutableDictionary<ReservoirId, ReservoirSpec> Reservoirs { get; init; } =
        ImmutableDictionary<ReservoirId, ReservoirSpec>.Empty;
    public ImmutableDictionary<Fastener, TorqueSpec> Torques { get; init; } = ImmutableDictionary<Fastener, TorqueSpec>.Empty;
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

    public bool Has(MeterKind meter) => meter == MeterKind.Odometer ? Odometer is not null : HourMeter;

    /// <summary>The unit the bike's own meter reads in.</summary>
    public Unit UnitOf(MeterKind meter) =>
        meter == MeterKind.HourMeter ? Unit.Hour
        : Odometer?.Unit == OdometerUnit.Miles ? Unit.Mile
        : Unit.Kilometre;
}

public enum OdometerUnit
{
    Kilometres,
    Miles,
}

/// <param name="Digits">Whole digits on the dash, 4 to 7: a four-digit odometer rolls over at 10,000.</param>
public sealed record Odometer(OdometerUnit Unit, int Digits)
{
    /// <summary>Where the display turns to zero again.</summary>
    public MeterAmount RollsAt =>
        MeterAmount.From(new Quantity((decimal)Math.Pow(10, Digits), Unit == OdometerUnit.Miles ? Units.Unit.Mile : Units.Unit.Kilometre));
}
