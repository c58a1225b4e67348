using System.Collections.Immutable;
using System.Text.Json.Serialization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Ledger;

/// <summary>What an entry says happened. Adding a kind is adding a record here, and its line in the book.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(MeterRead), "reading")]
[JsonDerivedType(typeof(MeterEpochStarted), "meter-epoch")]
[JsonDerivedType(typeof(RideDone), "ride")]
[JsonDerivedType(typeof(FuelBought), "fuel")]
[JsonDerivedType(typeof(FluidFilled), "fill")]
[JsonDerivedType(typeof(FluidToppedUp), "top-up")]
[JsonDerivedType(typeof(FluidDrained), "drain")]
[JsonDerivedType(typeof(LevelSeen), "level")]
[JsonDerivedType(typeof(TaskDone), "task-done")]
[JsonDerivedType(typeof(PartFitted), "part-fitted")]
[JsonDerivedType(typeof(PartRemoved), "part-removed")]
[JsonDerivedType(typeof(FindingOpened), "finding-opened")]
[JsonDerivedType(typeof(FindingClosed), "finding-closed")]
[JsonDerivedType(typeof(WasteHeld), "waste-held")]
[JsonDerivedType(typeof(WasteHandedIn), "waste-handed-in")]
[JsonDerivedType(typeof(CostPaid), "cost")]
[JsonDerivedType(typeof(JobFinished), "job-finished")]
[JsonDerivedType(typeof(NoteWritten), "note")]
[JsonDerivedType(typeof(MeasurementTaken), "measurement")]
[JsonDerivedType(typeof(PhotoTaken), "photo")]
[JsonDerivedType(typeof(LeftForNow), "for-now")]
[JsonDerivedType(typeof(ForNowUndone), "for-now-undone")]
[JsonDerivedType(typeof(LeakLooked), "leak-look")]
[JsonDerivedType(typeof(TeardownKept), "teardown")]
[JsonDerivedType(typeof(ModificationMade), "modification")]
[JsonDerivedType(typeof(ModificationUndone), "modification-undone")]
[JsonDerivedType(typeof(TemporaryRepairMade), "temporary-repair")]
[JsonDerivedType(typeof(TemporaryRepairLooked), "temporary-repair-look")]
[JsonDerivedType(typeof(LaidUp), "laid-up")]
[JsonDerivedType(typeof(WokenUp), "woken-up")]
[JsonDerivedType(typeof(IntervalSet), "interval")]
[JsonDerivedType(typeof(PaperHeld), "paper")]
[JsonDerivedType(typeof(ServiceItemKept), "service-item")]
[JsonDerivedType(typeof(ServiceItemRested), "service-rest")]
[JsonDerivedType(typeof(ServiceItemResumed), "service-resumed")]
[JsonDerivedType(typeof(TakenIn), "taken-in")]
[JsonDerivedType(typeof(LastRan), "last-ran")]
[JsonDerivedType(typeof(EngineRan), "engine-ran")]
[JsonDerivedType(typeof(WordGiven), "word")]
[JsonDerivedType(typeof(GateProven), "gate-proven")]
[JsonDerivedType(typeof(PumpProven), "pump-proven")]
[JsonDerivedType(typeof(WearLooked), "wear-look")]
[JsonDerivedType(typeof(ValvesChecked), "valve-check")]
[JsonDerivedType(typeof(TripPlanned), "trip")]
public abstract record EntryBody;

/// <param name="Display">What the dash or hour meter showed, not the lifetime value.</param>
public sealed record MeterRead(MeterAmount Display, string? Note = null) : EntryBody;

public enum EpochCause
{
    DashSwapped,
    RolledOver,
    Reset,
}

/// <summary>
/// From here on the meter counts anew: at this moment it showed <paramref name="Display"/> and the bike had done
/// <paramref name="Lifetime"/>.
/// </summary>
public sealed record MeterEpochStarted(MeterAmount Display, MeterAmount Lifetime, EpochCause Cause) : EntryBody;

public sealed record RideDone(Distance? Distance, EngineHours? Hours, string Ground) : EntryBody
{
    /// <summary>Why it was ridden although the book did not have it open to be ridden; null where it was.</summary>
    public string? Despite { get; init; }

    /// <summary>
    /// How this ride was harder than the ordinary; a severe use shortens the limits that name it. Empty for an ordinary ride.
    /// </summary>
    public ImmutableArray<Severity> Severities { get; init; } = [];

    public bool Equals(RideDone? other) =>
        other is not null
        && (Distance, Hours, Ground, Despite) == (other.Distance, other.Hours, other.Ground, other.Despite)
        && Severities.SequenceEqual(other.Severities);

    public override int GetHashCode() => HashCode.Combine(Distance, Hours, Ground, Severities.Length);
}

/// <param name="ToTheBrim">Full before it left: consumption is reckoned from brim to brim.</param>
public sealed record FuelBought(Volume Volume, Money? Price, bool ToTheBrim) : EntryBody
{
    /// <summary>Two-stroke oil that was mixed in; null where none was.</summary>
    public Volume? Oil { get; init; }

    /// <summary>Fuel that went in before this was not written down: consumption is not reckoned over it.</summary>
    public bool MissedSome { get; init; }
}

/// <param name="Temporary">A flush fill: in for now, to be drained soon; it never counts as the change.</param>
public sealed record FluidFilled(ReservoirId Reservoir, Volume Volume, string Fluid, bool Temporary = false) : EntryBody;

public sealed record FluidToppedUp(ReservoirId Reservoir, Volume Volume, string Fluid) : EntryBody;

/// <param name="Volume">Null where it was drained but not measured.</param>
public sealed record FluidDrained(ReservoirId Reservoir, Volume? Volume, DrainReading Reading) : EntryBody;

/// <param name="UnderFull">How much would bring it to the upper mark, where that was measured.</param>
public sealed record LevelSeen(ReservoirId Reservoir, Level Level, Volume? UnderFull = null) : EntryBody;

/// <summary>How a task is known to have been done.</summary>
public enum Evidence
{
    DoneHere,
    Receipt,
    OwnMemory,

    /// <summary>Kept as a claim; it is not history.</summary>
    SellersWord,

    /// <summary>The seller's word, which the owner takes for true: it counts, and stays marked.</summary>
    ClaimAccepted,

    /// <summary>Counted from here; what was before is not known.</summary>
    Baseline,

    /// <summary>The component was new or rebuilt on this day: limits with a first value start with it.</summary>
    AsNew,

    /// <summary>Not known, and to be done: due from here.</summary>
    TreatAsDue,
}

/// <param name="Task">The service task, as "engine-oil.replace".</param>
public sealed record TaskDone(string Task, Evidence Evidence, string? Note = null) : EntryBody;

public enum FindingSeverity
{
    Note,
    Watch,
    FixSoon,
    Stop,
}

/// <param name="Gate">The gate that stays shut until the finding is closed; only for <see cref="FindingSeverity.Stop"/>.</param>
public sealed record FindingOpened(
    string Title,
    FindingSeverity Severity,
    string? Detail = null,
    Money? CostGuess = null,
    Gate? Gate = null
) : EntryBody;

public sealed record FindingClosed(EntryId Finding, string How) : EntryBody;

public sealed record WasteHeld(string Waste, Volume Volume) : EntryBody;

public sealed record WasteHandedIn(string Waste, Volume Volume, string Where) : EntryBody;

public sealed record CostPaid(string For, Money Amount) : EntryBody;

/// <param name="Minutes">Time on the bench, 0 to 10,000.</param>
/// <param name="Skipped">Steps left out, each with its reason.</param>
/// <param name="Leftover">Why something stayed on the tray, where something did.</param>
public sealed record JobFinished(string Job, string Title, int Minutes, IReadOnlyList<SkippedStep> Skipped, string? Leftover, string? Note)
    : EntryBody;

public sealed record SkippedStep(string Title, string Reason);

public sealed record NoteWritten(string Text) : EntryBody;

/// <param name="Photo">The picture itself is kept beside the book, under this id.</param>
/// <param name="About">What it shows; empty where nobody said.</param>
public sealed record PhotoTaken(Guid Photo, string About) : EntryBody;

/// <summary>Something measured on the bike, at one place or several.</summary>
/// <param name="What">The point of a viewing, or the task, that asks for it: "off-the-ground.front-disc".</param>
/// <param name="Unit">The unit of all values.</param>
public sealed record MeasurementTaken(string What, string Title, ImmutableArray<decimal> Values, string Unit) : EntryBody
{
    /// <summary>Where each value was taken, in their order; empty where nobody said.</summary>
    public ImmutableArray<string> Places
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>What took it, where that was more than an eye and a rule.</summary>
    public string? Instrument { get; init; }

    public Guid? Photo { get; init; }

    public bool Equals(MeasurementTaken? other) =>
        other is not null
        && (What, Title, Unit, Instrument, Photo) == (other.What, other.Title, other.Unit, other.Instrument, other.Photo)
        && Values.SequenceEqual(other.Values)
        && Places.SequenceEqual(other.Places);

    public override int GetHashCode() => HashCode.Combine(What, Title, Unit, Values.Length);
}

/// <summary>Put in place or taken away only for now: it stands on the undo list until it is undone.</summary>
/// <param name="Thing">The same here and where it is undone: "rag-in-intake".</param>
public sealed record LeftForNow(string Thing, string What, Jobs.ForNow Way) : EntryBody
{
    /// <summary>The gate that it keeps shut as long as it stands; null where the bike may be used with it.</summary>
    public Bikes.Gate? Shuts { get; init; }

    /// <summary>Where what was taken away is kept; null where nobody said.</summary>
    public string? Where { get; init; }
}

/// <param name="How">Said where it was undone by hand, outside of a job.</param>
public sealed record ForNowUndone(string Thing, string What, string? How = null) : EntryBody;

/// <summary>A look for leaks: what was seen and wiped off. Empty where all was dry.</summary>
public sealed record LeakLooked(ImmutableArray<LeakSpot> Spots) : EntryBody
{
    public bool Equals(LeakLooked? other) => other is not null && Spots.SequenceEqual(other.Spots);

    public override int GetHashCode() => Spots.Length;
}

/// <summary>From here on the bike stands: a lay-up, or a long stay on the hoist. Its use is not expected to go on.</summary>
public sealed record LaidUp(string? Why = null) : EntryBody;

/// <summary>In use again.</summary>
public sealed record WokenUp(string? How = null) : EntryBody;

/// <summary>The owner's own limits for a task, in place of the shipped ones. With none given, the shipped ones hold again.</summary>
/// <param name="Months">1 to 240.</param>
public sealed record IntervalSet(string Task, MeterAmount? Distance, MeterAmount? Hours, int? Months, Provenance Provenance) : EntryBody
{
    [JsonIgnore]
    public bool AsShipped => Distance is null && Hours is null && Months is null;
}

/// <summary>A paper that local rules ask for, and the day up to which it is good.</summary>
/// <param name="Paper">The component of its service task: "registration".</param>
public sealed record PaperHeld(string Paper, LocalDate Until, string? Note = null) : EntryBody;
