using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Layup;

namespace MuddyLedger.Core.Jobs;

/// <summary>One action of a job, as written in its file.</summary>
/// <param name="Id">Within its job.</param>
/// <param name="Title">Two to five words for the list of steps.</param>
/// <param name="Text">The instruction: imperative, one action.</param>
/// <param name="Detail">How to do it well.</param>
/// <param name="Why">Shown on request.</param>
/// <param name="Kind">Which sort of answer it takes.</param>
/// <param name="Applies">On which bikes, after which choices.</param>
/// <param name="After">Ids of the steps that must come first.</param>
/// <param name="Needs">What it takes to hand.</param>
/// <param name="Cautions">Shown before anything else.</param>
/// <param name="Hold">A hold point: later steps wait until it passes. Left out, its gate stays shut.</param>
/// <param name="Tray">What it takes off.</param>
/// <param name="Refits">Ids of tray parts that go back on.</param>
/// <param name="Fits">What it puts on that was bought.</param>
/// <param name="Reservoir">For drain, pour and level steps.</param>
/// <param name="FirstGo">For a pour step: true for the first go of about 85%, false for bringing it up to the mark.</param>
/// <param name="Flush">For a pour step: a flush fill, in for now and to be drained soon.</param>
/// <param name="Fastener">For torque steps: whose torque the bike's profile holds.</param>
/// <param name="Minutes">For timer steps.</param>
/// <param name="Choice">For a step of kind choose.</param>
/// <param name="Done">What the yellow button says, if not "Done".</param>
public sealed record Step(
    string Id,
    string Title,
    string Text,
    string? Detail,
    string? Why,
    StepKind Kind,
    Applies Applies,
    ImmutableArray<string> After,
    ImmutableArray<Need> Needs,
    ImmutableArray<Hazard> Cautions,
    Gate? Hold,
    ImmutableArray<TrayPart> Tray,
    ImmutableArray<string> Refits,
    ImmutableArray<FitsPart> Fits,
    ReservoirId? Reservoir,
    bool FirstGo,
    bool Flush,
    Fastener? Fastener,
    StepMinutes? Minutes,
    Choice? Choice,
    string? Done
)
{
    /// <summary>Put in place only for now, or put back. Runs from before there were such things have none.</summary>
    public ImmutableArray<ForNowThing> Puts
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>Taken away only for now, or taken away again.</summary>
    public ImmutableArray<ForNowThing> Lifts
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The access groups that must be open while this is done.</summary>
    public ImmutableArray<string> Within
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The access groups that must be closed again before this, where the run opens them.</summary>
    public ImmutableArray<string> Closed
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>
    /// What comes first where it is done in the same run: a step of another job, "valve-clearances/cover-on", or all of another job,
    /// "valve-clearances". Nothing where that job is not joined.
    /// </summary>
    public ImmutableArray<string> AfterOthers
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>In a joined run: the jobs that it belongs to. Empty in a run of one job, and in runs from before this was kept.</summary>
    public ImmutableArray<string> OfJobs
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>Opens or closes a place that others work behind.</summary>
    public bool IsAccess { get; init; }

    /// <summary>The same step in other jobs carries the same word: joined, it is done once.</summary>
    public string? Shared { get; init; }

    /// <summary>Reservoirs that, where the run drains them, must be drained before this and may be filled only after it.</summary>
    public ImmutableArray<ReservoirId> Empty
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>What a drain adds to the waste to hand in.</summary>
    public string? Waste { get; init; }

    /// <summary>Doing this makes the fill case of that reservoir "drain and filter".</summary>
    public ReservoirId? NewFilter { get; init; }

    /// <summary>For a measure step.</summary>
    public MeasureAsked? Measure { get; init; }

    /// <summary>The series of wear that a look of this step can be written down in; null where there is none.</summary>
    public string? Wear { get; init; }

    /// <summary>For a watch step: after how many hours each look is due, in order.</summary>
    public ImmutableArray<int> Looks
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>Left out of a run on a bike whose undo list has none of the things that it ends.</summary>
    public bool IfStanding { get; init; }

    /// <summary>What doing it says of the bike's use: that it stands from that day on, or is in use again.</summary>
    public StandingMark? Marks { get; init; }

    /// <summary>Service tasks whose whole work this one step is, where the bike has them.</summary>
    public ImmutableArray<string> Settles
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>For a step of setting up: how much it matters. Null where that is no question.</summary>
    public Worth? Worth { get; init; }

    /// <summary>Other matches under which it is done too: what it has from the jobs that it was joined from.</summary>
    public ImmutableArray<Applies> OrApplies
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>
    /// For opening and closing a place: done where one of these matches, the steps behind it. Empty where it is done always.
    /// </summary>
    public ImmutableArray<Applies> ForApplies
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>For closing a place: the steps that opened it, and those that were done behind it.</summary>
    public ImmutableArray<string> Closes
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>Whether this bike has it to do.</summary>
    /// <param name="choices">What was chosen for the run; null before anything was chosen.</param>
    public bool AppliesTo(Capabilities bike, IReadOnlyDictionary<string, string>? choices) =>
        (Applies.To(bike, choices) || OrApplies.Any(other => other.To(bike, choices)))
        && (ForApplies.IsEmpty || ForApplies.Any(one => one.To(bike, choices)));

    /// <summary>Every match under which it is done; empty where it is done always.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public ImmutableArray<Applies> AnyApplies =>
        OrApplies.Append(Applies).ToImmutableArray() is var all && all.Any(one => one.Wanted.IsEmpty) ? [] : all;

    /// <summary>
    /// Part of an inspection round: it stands for itself, and a fault found before it does not keep it from being looked at. Runs from
    /// before there were rounds have none.
    /// </summary>
    public bool Round { get; init; }

    /// <summary>
    /// For a drain step: the row of the table of limits that judges how much came out, in ml; null where only the capacity does.
    /// </summary>
    public string? Judge { get; init; }

    /// <summary>That row, as it stood when the run was begun.</summary>
    public LimitRow? JudgedBy { get; init; }

    /// <summary>What the step is decided by and the book may know: it is shown, and only confirmed.</summary>
    public ImmutableArray<Known> Knows
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The gate that must not be shut while this is done, where its cautions do not say so already.</summary>
    public Gate? Needed { get; init; }

    /// <summary>
    /// The gate that must not be shut while this is done: an engine that runs, a bike that is ridden. Null where none is asked.
    /// </summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public Gate? Asks =>
        Rides || Needed == Gate.Ridden ? Gate.Ridden
        : EngineRuns ? Gate.Run
        : Needed;

    /// <summary>The bike is ridden for it: everything else that is to be done is done by then.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool Rides => Cautions.Contains(Hazard.TestRide);

    /// <summary>The engine runs while this is done: everything that keeps it from running is closed by then.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool EngineRuns => Cautions.Contains(Hazard.RunningEngine);
}

/// <summary>What a measure step asks for.</summary>
/// <param name="Figure">The bike's own limits to hold it against; null where there are none to be had.</param>
/// <param name="Unit">What it is measured in, where no figure says so.</param>
/// <param name="Places">Where it is measured, a value for each: "left leg", "right leg". One nameless place where it is empty.</param>
/// <param name="Within">The most that the places may differ by, in the unit; null where they may.</param>
public sealed record MeasureAsked(BikeFigure? Figure, Units.Unit Unit, ImmutableArray<string> Places, decimal? Within)
{
    /// <summary>The row of the table of limits for this bike, where it has one: what counts without a figure of the maker's.</summary>
    public LimitRow? Row { get; init; }

    /// <summary>The places are there for each of these; null where they are there once.</summary>
    public CountedBy? Each { get; init; }

    /// <summary>The series of wear that it joins where it is no figure; null where it joins none.</summary>
    public string? Series { get; init; }

    /// <summary>With the places that this bike has.</summary>
    public MeasureAsked On(Bikes.Profile bike) => Each is null ? this : this with { Places = Counted.Places(Each, Places, bike) };
}
