using System.Text.Json.Serialization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

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
public abstract record EntryBody;

/// <param name="Display">What the dash or hour meter showed, not the lifetime value.</param>
public sealed record MeterRead(MeterAmount Display, string? Note = null) : EntryBody;

public enum EpochCause { DashSwapped, RolledOver, Reset }

/// <summary>From here on the meter counts anew: at this moment it showed <paramref name="Display"/> and the bike had done <paramref name="Lifetime"/>.</summary>
public sealed record MeterEpochStarted(MeterAmount Display, MeterAmount Lifetime, EpochCause Cause) : EntryBody;

public sealed record RideDone(Distance? Distance, EngineHours? Hours, string Ground) : EntryBody;

public sealed record FuelBought(Volume Volume, Money? Price, bool ToTheBrim) : EntryBody;

public sealed record FluidFilled(ReservoirId Reservoir, Volume Volume, string Fluid) : EntryBody;

public sealed record FluidToppedUp(ReservoirId Reservoir, Volume Volume, string Fluid) : EntryBody;

/// <param name="Volume">Null where it was drained but not measured.</param>
public sealed record FluidDrained(ReservoirId Reservoir, Volume? Volume, DrainReading Reading) : EntryBody;

public sealed record LevelSeen(ReservoirId Reservoir, Level Level) : EntryBody;

/// <summary>How a task is known to have been done. The seller's word is kept, but it is not history.</summary>
public enum Evidence { DoneHere, Receipt, OwnMemory, SellersWord }

/// <param name="Task">The service task, as "engine-oil.replace".</param>
public sealed record TaskDone(string Task, Evidence Evidence, string? Note = null) : EntryBody;

public sealed record PartFitted(string Part, int Count, string? Detail = null) : EntryBody;

public sealed record PartRemoved(string Part, int Count, string Reason) : EntryBody;

public enum FindingSeverity { Note, Watch, FixSoon, Stop }

/// <param name="Gate">The gate that stays shut until the finding is closed; only for <see cref="FindingSeverity.Stop"/>.</param>
public sealed record FindingOpened(string Title, FindingSeverity Severity, string? Detail = null, Money? CostGuess = null, Gate? Gate = null) : EntryBody;

public sealed record FindingClosed(EntryId Finding, string How) : EntryBody;

public sealed record WasteHeld(string Waste, Volume Volume) : EntryBody;

public sealed record WasteHandedIn(string Waste, Volume Volume, string Where) : EntryBody;

public sealed record CostPaid(string For, Money Amount) : EntryBody;

/// <param name="Minutes">Time on the bench, 0 to 10,000.</param>
/// <param name="Skipped">Steps left out, each with its reason.</param>
/// <param name="Leftover">Why something stayed on the tray, where something did.</param>
public sealed record JobFinished(string Job, string Title, int Minutes, IReadOnlyList<SkippedStep> Skipped, string? Leftover, string? Note) : EntryBody;

public sealed record SkippedStep(string Title, string Reason);

public sealed record NoteWritten(string Text) : EntryBody;
