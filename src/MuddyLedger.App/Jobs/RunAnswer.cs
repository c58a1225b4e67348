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

/// <param name="OnShelf">Whether the shelf has all of it; null where the shelf keeps no count of it.</param>
public sealed record NeedAnswer(NeedKind Kind, string What, int Count, Shown? Volume, string? Grade, bool? OnShelf = null);

/// <summary>What a part that is not the maker's changes, where this job should know of it.</summary>
public sealed record KnownChange(string Part, ConsequenceKind Kind, string Words);

/// <summary>A fluid that was poured in this job and does not agree with its place.</summary>
public sealed record FluidWarning(string Step, string Fluid, Fit Fit, string Because);

/// <param name="Missing">It was used, and the shelf did not have it.</param>
public sealed record FromShelf(string What, Shown Amount, bool Missing);

/// <param name="Case">What the capacity is for: drained only, or with a new filter.</param>
public sealed record PourAnswer(Shown Whole, Shown First, Shown ThenAbout, FillCase Case);

public sealed record TorqueAnswer(Shown Torque, ShownProvenance Provenance);

public sealed record LevelAnswer(LevelMethod? Method, LevelStance Stance, OilTemperature ReadAt, int WaitMinutes);

/// <param name="Places">Where it is measured; one nameless place where it is empty.</param>
/// <param name="Low">Null where the manual sets no lower limit, or none was entered.</param>
/// <param name="WhereToFind">Where a limit that nobody has entered is to be found.</param>
/// <param name="Within">By how much the places may differ.</param>
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

/// <param name="Counts">Whether it was taken near an hour that was asked for; one that was not is kept, and proves nothing dry.</param>
public sealed record LookAnswer(Instant At, IReadOnlyList<LeakSpot> Spots, bool Counts);

/// <param name="Hours">After how many hours each look is due.</param>
/// <param name="Verdict">What all looks of the job say together, as far as they are taken.</param>
/// <param name="CanLeak">Where this bike can leak, and what would most likely come out there.</param>
/// <param name="Began">Null until the watch is started.</param>
/// <param name="Left">How many looks are still to be taken near their hours.</param>
/// <param name="NextFrom">From when on a look counts for the next of them.</param>
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

public sealed record CanLeak(LeakPlace Place, LeakFluid Fluid);

/// <param name="Photo">Kept in the bike's book under this id.</param>
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

/// <param name="Locked">Why it cannot be answered yet; null where it can.</param>
/// <param name="Expected">For a drain: what should come out, where the owner has entered the capacity.</param>
/// <param name="Torque">For a torque step: null where the owner has not copied it from the manual.</param>
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
/// <param name="Price">What it cost then.</param>
/// <param name="OnShelf">How many stand on the shelf; null where it keeps no count of them.</param>
public sealed record FitAnswer(string Part, int Count, bool Replaces, string? Number, string? Source, string? Price, int? OnShelf);

/// <summary>What the book says of something that a step is decided by.</summary>
/// <param name="Since">The day it was last filled, changed or bought.</param>
/// <param name="MostMonths">Up to how many months it keeps.</param>
/// <param name="What">The fluid, where its name is known.</param>
/// <param name="Low">For a figure: between which limits; both the same where it is one.</param>
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

/// <param name="Back">The step ends what another began.</param>
public sealed record StepForNow(string What, ForNow Way, bool Back, bool Lasting);

/// <param name="Marks">How it sat: spacer order, dot to line, which way round.</param>
/// <param name="Photo">Kept in the bike's book under this id.</param>
public sealed record TrayAnswer(string Item, string Part, int Count, string? Where, string? Size, string? Marks, Guid? Photo, bool ByHand);

public sealed record TimerAnswer(string Step, string Title, Instant Started, Instant Ends);

public sealed record MeterField(MeterKind Kind, string Unit, Shown? Last, LocalDate? LastOn);

/// <param name="Now">The server's own time, so that a page can count a timer down whatever its clock says.</param>
/// <param name="StaysForNow">What the job put in place or took away for now and has not undone: it stays on the bike's undo list.</param>
/// <param name="WillWrite">What finishing would write as things stand; empty until all steps are answered.</param>
/// <param name="Wrote">What the run has left in the book, the latest first.</param>
/// <param name="Parts">The jobs of a joined run, which may be signed off one by one; empty where there is one only.</param>
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

/// <param name="Signed">It is signed off, and what it left stands in the book.</param>
/// <param name="Refused">Why it cannot be signed off by itself now; null where it can, or is.</param>
public sealed record PartAnswer(string Job, string Title, bool Signed, string? Refused);

public sealed record WillWriteAnswer(LocalDate Date, string Kind, string Name, IReadOnlyList<Figure> Figures);
