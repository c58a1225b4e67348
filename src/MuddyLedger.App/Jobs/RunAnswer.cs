using System.ComponentModel;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Parts;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Shelf;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.App.Jobs;

/// <summary>What is to lie ready.</summary>
/// <param name="Kind">Tool, fluid, part or consumable.</param>
/// <param name="What">Its name.</param>
/// <param name="Count">How many; 1 of a fluid.</param>
/// <param name="Volume">Of a fluid; null where its amount is not known.</param>
/// <param name="Grade">Of a fluid; null where the profile does not say.</param>
/// <param name="OnShelf">Whether the shelf has all of it; null where the shelf keeps no count of it.</param>
public sealed record NeedAnswer(NeedKind Kind, string What, int Count, Shown? Volume, string? Grade, bool? OnShelf = null);

/// <summary>What a part that is not the maker's changes, where this job should know of it.</summary>
/// <param name="Part">What is not the maker's.</param>
/// <param name="Kind">What it changes: jetting, wiring, what to order, and the like.</param>
/// <param name="Words">In the owner's words.</param>
public sealed record KnownChange(string Part, ConsequenceKind Kind, string Words);

/// <summary>A fluid that was poured in this job and does not agree with its place.</summary>
/// <param name="Step">The step that poured it.</param>
/// <param name="Fluid">As it was named.</param>
/// <param name="Fit">How badly it fits.</param>
/// <param name="Because">In a sentence.</param>
public sealed record FluidWarning(string Step, string Fluid, Fit Fit, string Because);

/// <summary>What signing off takes from the shelf.</summary>
/// <param name="What">As the shelf names it.</param>
/// <param name="Amount">How much of it.</param>
/// <param name="Missing">It was used, and the shelf did not have it.</param>
public sealed record FromShelf(string What, Shown Amount, bool Missing);

/// <summary>How much to pour, and in which goes.</summary>
/// <param name="Whole">All of it.</param>
/// <param name="First">What goes in before the first look.</param>
/// <param name="ThenAbout">The likely rest; the mark decides.</param>
/// <param name="Case">What the capacity is for: drained only, or with a new filter.</param>
public sealed record PourAnswer(Shown Whole, Shown First, Shown ThenAbout, FillCase Case);

/// <summary>A torque as the owner copied it from the manual.</summary>
/// <param name="Torque">In the owner's unit.</param>
/// <param name="Provenance">Where it comes from.</param>
public sealed record TorqueAnswer(Shown Torque, ShownProvenance Provenance);

/// <summary>How a level is read.</summary>
/// <param name="Method">Null where the profile does not say.</param>
/// <param name="Stance">How the bike stands for it.</param>
/// <param name="ReadAt">Hot or cold.</param>
/// <param name="WaitMinutes">After stopping; 0 where it is read cold.</param>
public sealed record LevelAnswer(LevelMethod? Method, LevelStance Stance, OilTemperature ReadAt, int WaitMinutes);

/// <summary>What a step measures, and what is allowed.</summary>
/// <param name="Unit">The symbol in which a number alone is read.</param>
/// <param name="Places">Where it is measured; one nameless place where it is empty.</param>
/// <param name="Low">Null where the manual sets no lower limit, or none was entered.</param>
/// <param name="High">Null where the manual sets no upper limit, or none was entered.</param>
/// <param name="LimitsFrom">Where the limits come from; null where there are none.</param>
/// <param name="Within">By how much the places may differ.</param>
/// <param name="WhereToFind">Where a limit that nobody has entered is to be found.</param>
public sealed record MeasureAnswer(
    string Unit,
    IReadOnlyList<string> Places,
    Shown? Low,
    Shown? High,
    ShownProvenance? LimitsFrom,
    Shown? Within,
    string? WhereToFind
)
{
    /// <summary>The series of wear that it joins, by the figure's name; null where it is no figure.</summary>
    public string? Figure { get; init; }

    /// <summary>The instrument that can send it; null where none does.</summary>
    public string? Gauge { get; init; }

    /// <summary>A clearance: the valves have a grid of their own, each with its shim.</summary>
    public bool Valves { get; init; }
}

/// <summary>One look of a leak watch.</summary>
/// <param name="At">When it was taken.</param>
/// <param name="Spots">What was wet; empty where all was dry.</param>
/// <param name="Counts">Whether it was taken near an hour that was asked for; one that was not is kept, and proves nothing dry.</param>
public sealed record LookAnswer(Instant At, IReadOnlyList<LeakSpot> Spots, bool Counts);

/// <summary>A leak watch and how far it is.</summary>
/// <param name="Hours">After how many hours each look is due.</param>
/// <param name="Began">Null until the watch is started.</param>
/// <param name="Left">How many looks are still to be taken near their hours.</param>
/// <param name="NextFrom">From when on a look counts for the next of them.</param>
/// <param name="Looks">Those taken, in order.</param>
/// <param name="Verdict">What all looks of the job say together, as far as they are taken.</param>
/// <param name="Places">What the looks say, place by place.</param>
/// <param name="CanLeak">Where this bike can leak, and what would most likely come out there.</param>
public sealed record WatchAnswer(
    IReadOnlyList<int> Hours,
    Instant? Began,
    int Left,
    Instant? NextFrom,
    IReadOnlyList<LookAnswer> Looks,
    LeakVerdict Verdict,
    IReadOnlyList<PlaceVerdict> Places,
    IReadOnlyList<CanLeak> CanLeak
);

/// <summary>A place that can leak.</summary>
/// <param name="Place">Where.</param>
/// <param name="Fluid">What would most likely come out.</param>
public sealed record CanLeak(LeakPlace Place, LeakFluid Fluid);

/// <summary>What was written down at a step.</summary>
/// <param name="Meters">What each meter showed.</param>
/// <param name="Volume">What came out, went in or was added; null where nothing was said.</param>
/// <param name="Fluid">What was poured; null where nothing was.</param>
/// <param name="Drain">What the drained fluid looked like; null where none was drained.</param>
/// <param name="Level">Null where none was read.</param>
/// <param name="Option">The choice taken, by its id; null where none was made.</param>
/// <param name="Values">What was measured, place by place.</param>
/// <param name="ValuesWrong">Why they do not pass, in a sentence; null where they do.</param>
/// <param name="Photo">Kept in the bike's book under this id.</param>
/// <param name="Where">Where a thing was put; null where nothing was taken away.</param>
public sealed record RecordAnswer(
    IReadOnlyList<Shown> Meters,
    Shown? Volume,
    string? Fluid,
    DrainReading? Drain,
    Level? Level,
    string? Option,
    IReadOnlyList<Shown> Values,
    string? ValuesWrong,
    Guid? Photo,
    string? Where
);

/// <summary>A step of a run, with all that its page shows.</summary>
/// <param name="Id">Within the run.</param>
/// <param name="Title">In a few words.</param>
/// <param name="Text">What is done.</param>
/// <param name="Detail">How, and what to look out for; null where there is no more to say.</param>
/// <param name="Why">Why it is done, or why just so; null where that is plain.</param>
/// <param name="Kind">Which sort of answer it takes.</param>
/// <param name="Mark">Open, done, not sound, or skipped.</param>
/// <param name="Locked">Why it cannot be answered yet; null where it can.</param>
/// <param name="Reason">Why it was skipped or is not sound; null where it is neither.</param>
/// <param name="Note">The owner's; null where there is none.</param>
/// <param name="DoneWords">What the button says.</param>
/// <param name="Cautions">Shown before anything else.</param>
/// <param name="Hold">The gate that stays shut until it passes; null where it holds none.</param>
/// <param name="Pour">For a pour step; null where the amount is not known.</param>
/// <param name="FirstGo">It pours the first part only.</param>
/// <param name="Reservoir">Which it drains, fills or reads; null where it does none of these.</param>
/// <param name="Grade">What the profile asks for there; null where it does not say.</param>
/// <param name="Expected">For a drain: what should come out, where the owner has entered the capacity.</param>
/// <param name="Level">For a level step.</param>
/// <param name="Torque">For a torque step: null where the owner has not copied it from the manual.</param>
/// <param name="Minutes">How long it waits; null where it does not wait.</param>
/// <param name="MinutesFrom">Where that comes from.</param>
/// <param name="Choice">For a step of kind choose.</param>
/// <param name="Needs">What it takes to hand.</param>
/// <param name="Record">What was written down; null while it is open.</param>
/// <param name="CanReopen">False once it is signed off.</param>
/// <param name="ForNow">What it puts or takes away for now, or ends.</param>
/// <param name="Measure">For a step of kind measure.</param>
/// <param name="Wear">The series of wear that a look at it joins; null where it joins none.</param>
/// <param name="Watch">For a step of kind watch.</param>
/// <param name="Worth">Whether its setting is taste or a must; null where it sets nothing.</param>
/// <param name="UndoList">For a step of kind undo: all that stands on the bike's undo list.</param>
public sealed record StepAnswer(
    string Id,
    string Title,
    string Text,
    string? Detail,
    string? Why,
    StepKind Kind,
    StepMark Mark,
    string? Locked,
    string? Reason,
    string? Note,
    string DoneWords,
    IReadOnlyList<Caution> Cautions,
    Gate? Hold,
    PourAnswer? Pour,
    bool FirstGo,
    ReservoirId? Reservoir,
    string? Grade,
    Shown? Expected,
    LevelAnswer? Level,
    TorqueAnswer? Torque,
    int? Minutes,
    ShownProvenance? MinutesFrom,
    Choice? Choice,
    IReadOnlyList<NeedAnswer> Needs,
    RecordAnswer? Record,
    bool CanReopen,
    IReadOnlyList<StepForNow> ForNow,
    MeasureAnswer? Measure,
    string? Wear,
    WatchAnswer? Watch,
    Worth? Worth,
    IReadOnlyList<ForNowAnswer>? UndoList
)
{
    /// <summary>The figure that it asks for and nobody has entered, as the figure card names it; null where nothing is missing.</summary>
    public string? Missing { get; init; }

    /// <summary>What was mended for now behind the place that this step opens.</summary>
    public IReadOnlyList<string> Mended { get; init; } = [];

    /// <summary>What the fluid that this step drains can show; null where it drains none.</summary>
    public DrainShows? Drain { get; init; }

    /// <summary>The parts that it fits.</summary>
    public required IReadOnlyList<FitAnswer> Fits { get; init; }

    /// <summary>
    /// For a level step: what is in there, and what would be added to it. For a pour step: what stands on the shelf for it, else the grade.
    /// </summary>
    public string? InIt { get; init; }

    /// <summary>What the book knows already of what is asked here.</summary>
    public required IReadOnlyList<BookFactAnswer> Facts { get; init; }
}

/// <summary>A part that a step fits, with what was ordered the last time.</summary>
/// <param name="Part">As the step names it.</param>
/// <param name="Count">How many this bike takes.</param>
/// <param name="Replaces">Something comes off for it.</param>
/// <param name="Number">What it was ordered by; null where not known.</param>
/// <param name="Source">Where it came from; null where not known.</param>
/// <param name="Price">What it cost then.</param>
/// <param name="OnShelf">How many stand on the shelf; null where it keeps no count of them.</param>
public sealed record FitAnswer(string Part, int Count, bool Replaces, string? Number, string? Source, string? Price, int? OnShelf);

/// <summary>What the book says of something that a step is decided by.</summary>
/// <param name="Thing">What is asked for.</param>
/// <param name="State">Whether the book knows, and whether it is still good.</param>
/// <param name="Since">The day it was last filled, changed or bought.</param>
/// <param name="Months">Its age in whole months; null where it has none.</param>
/// <param name="MostMonths">Up to how many months it keeps.</param>
/// <param name="Evidence">How it is known; null where it was done in a job here, or nothing is known.</param>
/// <param name="What">The fluid, where its name is known.</param>
/// <param name="Low">For a figure: between which limits; both the same where it is one.</param>
/// <param name="High">For a figure: its upper limit.</param>
/// <param name="From">Where the rule or the figure comes from.</param>
public sealed record BookFactAnswer(
    Known Thing,
    FactState State,
    LocalDate? Since,
    int? Months,
    int? MostMonths,
    Evidence? Evidence,
    string? What,
    Shown? Low,
    Shown? High,
    ShownProvenance? From
);

/// <summary>What a step puts or takes away for now, or ends.</summary>
/// <param name="What">In words.</param>
/// <param name="Way">In its place, or away.</param>
/// <param name="Back">The step ends what another began.</param>
/// <param name="Lasting">It is meant to outlast the job.</param>
public sealed record StepForNow(string What, ForNow Way, bool Back, bool Lasting);

/// <summary>A part on the tray.</summary>
/// <param name="Item">Its id on the tray.</param>
/// <param name="Part">What it is.</param>
/// <param name="Count">How many.</param>
/// <param name="Where">Where it came off; null where nobody said.</param>
/// <param name="Size">Of its head or thread; null where nobody said.</param>
/// <param name="Marks">How it sat: spacer order, dot to line, which way round.</param>
/// <param name="Photo">Kept in the bike's book under this id.</param>
/// <param name="ByHand">The owner put it there, not a step.</param>
public sealed record TrayAnswer(
    [property: Description("Its id on the tray.")] string Item,
    string Part,
    int Count,
    string? Where,
    string? Size,
    string? Marks,
    Guid? Photo,
    bool ByHand
);

/// <summary>A timer that runs.</summary>
/// <param name="Step">The step that started it.</param>
/// <param name="Title">Of that step.</param>
/// <param name="Started">When it began.</param>
/// <param name="Ends">When it runs out.</param>
public sealed record TimerAnswer(string Step, string Title, Instant Started, Instant Ends);

/// <summary>A meter that may be read here.</summary>
/// <param name="Kind">Odometer or hour meter.</param>
/// <param name="Unit">The symbol in which a number alone is read.</param>
/// <param name="Last">What it showed last; null where it was never read.</param>
/// <param name="LastOn">The day of that.</param>
public sealed record MeterField(MeterKind Kind, string Unit, Shown? Last, LocalDate? LastOn);

/// <summary>A job run: its steps, what lies about, and what it will leave in the book.</summary>
/// <param name="Id">Of the run.</param>
/// <param name="Bike">The bike that it is done on.</param>
/// <param name="BikeName">The bike's nickname.</param>
/// <param name="Use">What that bike is mostly used for.</param>
/// <param name="Jobs">The ids of its jobs.</param>
/// <param name="Title">Of the job, or of all of them.</param>
/// <param name="For">What it does, in a sentence.</param>
/// <param name="Status">Running, finished, or set aside.</param>
/// <param name="Version">Counts up with every change, from 1; sent back as If-Match.</param>
/// <param name="Started">When it began.</param>
/// <param name="Now">The server's own time, so that a page can count a timer down whatever its clock says.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
/// <param name="WorkedMinutes">Between taps, long pauses left out.</param>
/// <param name="Needs">What is to lie ready.</param>
/// <param name="Steps">Those that apply, in the order in which they come.</param>
/// <param name="Current">The step that comes next; null where all are answered, or the run is over.</param>
/// <param name="Tray">What lies there, the latest first.</param>
/// <param name="Timers">Those that run, the first to end first.</param>
/// <param name="Findings">What was found in it.</param>
/// <param name="DrainMeanings">What the drained fluid says.</param>
/// <param name="Meters">Those of the bike.</param>
/// <param name="WillWrite">What finishing would write as things stand; empty until all steps are answered.</param>
/// <param name="FromShelf">What signing off would take from the shelf.</param>
/// <param name="FluidWarnings">Fluids that do not agree with their place.</param>
/// <param name="Sheets">How it was taken apart before, where that was kept.</param>
/// <param name="KnownChanges">What is not the maker's and touches this job.</param>
/// <param name="StaysForNow">What the job put in place or took away for now and has not undone: it stays on the bike's undo list.</param>
/// <param name="FinishRefused">Why it cannot be signed off yet; null where it can.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
/// <param name="VolumeUnit">The symbol of the unit in which the owner types and reads volumes.</param>
/// <param name="Parts">The jobs of a joined run, which may be signed off one by one; empty where there is one only.</param>
/// <param name="Wrote">What the run has left in the book, the latest first.</param>
public sealed record RunAnswer(
    Guid Id,
    Guid Bike,
    string BikeName,
    BikeUse Use,
    IReadOnlyList<string> Jobs,
    string Title,
    string For,
    RunStatus Status,
    int Version,
    Instant Started,
    Instant Now,
    LocalDate Today,
    int WorkedMinutes,
    IReadOnlyList<NeedAnswer> Needs,
    IReadOnlyList<StepAnswer> Steps,
    string? Current,
    IReadOnlyList<TrayAnswer> Tray,
    IReadOnlyList<TimerAnswer> Timers,
    IReadOnlyList<FindingAnswer> Findings,
    IReadOnlyList<DrainMeaning> DrainMeanings,
    IReadOnlyList<MeterField> Meters,
    IReadOnlyList<WillWriteAnswer> WillWrite,
    IReadOnlyList<FromShelf> FromShelf,
    IReadOnlyList<FluidWarning> FluidWarnings,
    IReadOnlyList<SheetAnswer> Sheets,
    IReadOnlyList<KnownChange> KnownChanges,
    IReadOnlyList<string> StaysForNow,
    string? FinishRefused,
    string Currency,
    string VolumeUnit,
    IReadOnlyList<PartAnswer> Parts,
    IReadOnlyList<EntryAnswer> Wrote
) : IVersioned;

/// <summary>One job of a joined run.</summary>
/// <param name="Job">Its id.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Signed">It is signed off, and what it left stands in the book.</param>
/// <param name="Refused">Why it cannot be signed off by itself now; null where it can, or is.</param>
public sealed record PartAnswer(string Job, string Title, bool Signed, string? Refused);

/// <summary>A line that signing off will write to the book.</summary>
/// <param name="Date">The day it belongs to.</param>
/// <param name="Kind">The kind of entry: "reading", "fill", "task-done".</param>
/// <param name="Name">What the line is called.</param>
/// <param name="About">The finding that it puts right; null where it puts none right.</param>
/// <param name="Figures">What it says.</param>
public sealed record WillWriteAnswer(LocalDate Date, string Kind, string Name, string? About, IReadOnlyList<Figure> Figures);
