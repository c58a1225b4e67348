using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Layup;

namespace MuddyLedger.Core.Jobs;

/// <summary>
/// What a step asks for. <see cref="Watch"/> is several looks over hours; <see cref="Photo"/> a picture kept in the book;
/// <see cref="Undo"/>
/// the bike's whole undo list, of which nothing may stand that keeps its gate shut.
/// </summary>
public enum StepKind
{
    Do,
    Check,
    Reading,
    Level,
    Drain,
    Pour,
    Torque,
    Timer,
    Choose,
    Measure,
    Photo,
    Watch,
    Undo,
    SignOff,
}

/// <summary>A bike that is put away, or taken into use again.</summary>
public enum StandingMark
{
    LaidUp,
    WokenUp,
}

/// <summary>How much a step of setting up matters: what must be, what is worth its time, what is the rider's taste.</summary>
public enum Worth
{
    Must,
    WorthIt,
    Taste,
}

/// <summary>What can hurt. The words shown for each are in <see cref="Cautions"/>.</summary>
public enum Hazard
{
    CarbonMonoxide,
    HotParts,
    HotOil,
    BikeOnStand,
    FuelVapour,
    RunningEngine,
    UsedOilOnSkin,
    MovingParts,
    SlipperyFloor,
    HotCoolant,
    CoolantPoison,
    BrakeFluid,
    BrakeDust,
    Acid,
    ChargingGas,
    BatteryShort,
    SpringTension,
    CompressedAir,
    GasPressure,
    PinchedFingers,
    TestRide,
    HighTension,
    Solvent,
    Eyes,
}

/// <summary>Headings of the list of jobs, in its order.</summary>
public enum JobGroup
{
    Rides,
    OilAndFluids,
    EngineTop,
    FuelAndAir,
    Drive,
    BrakesAndWheels,
    Chassis,
    Electrics,
    Standing,
    Other,
}

/// <summary>One way of doing it, where schools differ.</summary>
/// <param name="Id">By which steps are matched on it.</param>
/// <param name="Title">In a few words.</param>
/// <param name="Reason">Why one would choose it.</param>
public sealed record ChoiceOption(string Id, string Title, string Reason);

/// <summary>A choice between schools of practice.</summary>
/// <param name="Id">By which steps are matched on it.</param>
/// <param name="Options">Two or more.</param>
/// <param name="Default">The option taken until the owner says otherwise; its reason is the option's own.</param>
public sealed record Choice(string Id, ImmutableArray<ChoiceOption> Options, string Default)
{
    /// <summary>
    /// The default is the tier of how long this bike has stood; the options are then the words of <see cref="Layup.StoodTier"/>.
    /// </summary>
    public bool ByStandingTime { get; init; }

    /// <summary>
    /// The option taken where the bike has stood over two years, or nobody knows how long; null where that changes nothing.
    /// </summary>
    public string? AfterYears { get; init; }

    /// <summary>What is recommended on which bike: of the rules that match, the first is the default.</summary>
    public ImmutableArray<ChoiceRule> ByBike
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>Why the default is what it is, where it was made out for this bike.</summary>
    public string? Because { get; init; }

    /// <summary>Whether its default follows from what this bike is, or from how long it has stood.</summary>
    /// <param name="choices">What is chosen beside it.</param>
    public bool FollowsFrom(Capabilities bike, IReadOnlyDictionary<string, string> choices) =>
        (Because is not null && (ByStandingTime || AfterYears is not null)) || ByBike.Any(rule => rule.Applies.To(bike, choices));

    /// <summary>The choice with the default that is recommended here.</summary>
    /// <param name="choices">What was chosen before.</param>
    public Choice For(Capabilities bike, IReadOnlyDictionary<string, string> choices) =>
        ByBike.FirstOrDefault(rule => rule.Applies.To(bike, choices)) is { } rule
            ? this with
            {
                Default = rule.Take,
                Because = rule.Because,
            }
            : this;

    /// <summary>The choice with this option as its default, whatever its rules say.</summary>
    public Choice Taking(string option, string because) =>
        this with
        {
            Default = option,
            Because = because,
            ByBike = [],
            ByStandingTime = false,
            AfterYears = null,
        };
}

/// <summary>What is recommended on a bike that matches, and why.</summary>
/// <param name="Take">The option that it takes.</param>
/// <param name="Applies">On which bikes, after which choices.</param>
/// <param name="Because">In a sentence.</param>
public sealed record ChoiceRule(string Take, Applies Applies, string Because);

/// <summary>How long a step waits.</summary>
/// <param name="Minutes">1 to 1,440.</param>
/// <param name="Provenance">Where that comes from.</param>
/// <param name="FromReservoir">Take the waiting time of the reservoir's own level reading, where the owner has entered it.</param>
public sealed record StepMinutes(int Minutes, Provenance Provenance, bool FromReservoir = false);

/// <summary>A task that a finished job resets, provided that all of these steps were done.</summary>
/// <param name="Task">The service item.</param>
/// <param name="By">The steps that must be done for it to count.</param>
public sealed record Serves(string Task, ImmutableArray<string> By);

/// <summary>A guided procedure, held as data.</summary>
/// <param name="Id">By which tasks and files name it.</param>
/// <param name="Title">What it is called.</param>
/// <param name="For">What it does, in a sentence.</param>
/// <param name="Applies">On which bikes it is possible.</param>
/// <param name="Minutes">Usual time on the bench, without opening and closing what is in the way.</param>
/// <param name="Provenance">Where its steps come from.</param>
/// <param name="Serves">The service items that it settles.</param>
/// <param name="NewFilterSteps">Of runs from before steps said so themselves: doing one of these makes the fill case "drain and
/// filter".</param>
/// <param name="WasteKind">Of runs from before steps said so themselves: what its drains add to the waste to hand in.</param>
/// <param name="Steps">In the order of the file; the last one signs off.</param>
public sealed record Job(
    string Id,
    string Title,
    string For,
    Applies Applies,
    int Minutes,
    Provenance Provenance,
    ImmutableArray<Serves> Serves,
    ImmutableArray<string> NewFilterSteps,
    string? WasteKind,
    ImmutableArray<Step> Steps
)
{
    /// <summary>Under which heading it is offered.</summary>
    public JobGroup Group { get; init; } = JobGroup.Other;

    /// <summary>
    /// Never joined with another: its order reaches over several starts of the engine, and names other jobs where they belong.
    /// </summary>
    public bool Alone { get; init; }

    /// <summary>The gates that it proves once all their hold points have passed.</summary>
    public ImmutableArray<Gate> Proves
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The steps that, all done, prove the oil pump by measured fall; empty where it proves none.</summary>
    public ImmutableArray<string> ProvesPump
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The jobs that this one was joined from; empty for a job of its own.</summary>
    public ImmutableArray<string> Joined
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The titles of the joined jobs, in the order of <see cref="Joined"/>.</summary>
    public ImmutableArray<string> JoinedTitles
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The ids of the jobs that running this one runs.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public ImmutableArray<string> Covers => Joined.IsEmpty ? [Id] : Joined;

    /// <summary>Of all that it takes off.</summary>
    public IEnumerable<string> TrayPartIds => Steps.SelectMany(step => step.Tray).Select(part => part.Id);
}
