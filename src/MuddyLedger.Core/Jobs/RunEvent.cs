using System.Collections.Immutable;
using System.Text.Json.Serialization;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Jobs;

/// <summary>One tap on the bench. A run is nothing but its events in order.</summary>
/// <param name="Id">Its id: sent twice, it counts once.</param>
/// <param name="At">When it was tapped.</param>
/// <param name="Device">Which device tapped.</param>
/// <param name="Act">What was tapped.</param>
public sealed record RunEvent(Guid Id, Instant At, string Device, RunAct Act);

/// <summary>What can be tapped on the bench.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "act")]
[JsonDerivedType(typeof(StepDone), "step-done")]
[JsonDerivedType(typeof(StepNotSound), "step-not-sound")]
[JsonDerivedType(typeof(StepSkipped), "step-skipped")]
[JsonDerivedType(typeof(StepReopened), "step-reopened")]
[JsonDerivedType(typeof(TimerStarted), "timer-started")]
[JsonDerivedType(typeof(TimerStopped), "timer-stopped")]
[JsonDerivedType(typeof(FindingNoted), "finding-noted")]
[JsonDerivedType(typeof(FindingSettled), "finding-settled")]
[JsonDerivedType(typeof(TrayPut), "tray-put")]
[JsonDerivedType(typeof(TrayMarked), "tray-marked")]
[JsonDerivedType(typeof(TrayTaken), "tray-taken")]
[JsonDerivedType(typeof(StepNoted), "step-noted")]
[JsonDerivedType(typeof(LookTaken), "look-taken")]
[JsonDerivedType(typeof(PartSignedOff), "part-signed-off")]
[JsonDerivedType(typeof(PartsTakenBack), "parts-taken-back")]
public abstract record RunAct;

/// <summary>A step was done.</summary>
/// <param name="Step">Its id.</param>
/// <param name="Record">What was written down.</param>
public sealed record StepDone(string Step, StepRecord Record) : RunAct;

/// <summary>Looked at, and not right: opens a finding. A hold point stays shut until it is put right.</summary>
/// <param name="Step">Its id.</param>
/// <param name="Finding">What is wrong.</param>
public sealed record StepNotSound(string Step, FindingOpened Finding) : RunAct;

/// <summary>A step was left out.</summary>
/// <param name="Step">Its id.</param>
/// <param name="Reason">In the owner's words.</param>
public sealed record StepSkipped(string Step, string Reason) : RunAct;

/// <summary>An answer taken back.</summary>
/// <param name="Step">Its id.</param>
public sealed record StepReopened(string Step) : RunAct;

/// <summary>A timer is an instant on the server, not a counter in a page.</summary>
/// <param name="Step">Its id.</param>
/// <param name="Minutes">How long it runs.</param>
public sealed record TimerStarted(string Step, int Minutes) : RunAct;

/// <summary>A timer was stopped before it ran out.</summary>
/// <param name="Step">Its id.</param>
public sealed record TimerStopped(string Step) : RunAct;

/// <summary>Something wrong was noted by hand.</summary>
/// <param name="Step">At which it was found; null where at none.</param>
/// <param name="Finding">What is wrong.</param>
public sealed record FindingNoted(string? Step, FindingOpened Finding) : RunAct;

/// <summary>What this run has found was put right in it.</summary>
/// <param name="Finding">Its key: see <see cref="RunFindings"/>.</param>
/// <param name="How">What was done about it.</param>
public sealed record FindingSettled(string Finding, string How) : RunAct;

/// <summary>Something came off that the job does not name.</summary>
/// <param name="Item">Its id on the tray.</param>
/// <param name="Part">What it is.</param>
/// <param name="Count">1 to 99.</param>
/// <param name="Where">Where it came off; null where nobody said.</param>
/// <param name="Size">Of its head or thread; null where nobody said.</param>
public sealed record TrayPut(string Item, string Part, int Count, string? Where, string? Size) : RunAct;

/// <summary>What is worth knowing of a thing on the tray when it goes back on. It stands in place of what was said of it before.</summary>
/// <param name="Item">Its id on the tray.</param>
/// <param name="Where">Where it came off; null where nobody said.</param>
/// <param name="Size">Of its head or thread; null where nobody said.</param>
/// <param name="Marks">How it sat: spacer order, dot to line, which way round.</param>
/// <param name="Photo">A picture of it, kept in the bike's book.</param>
public sealed record TrayMarked(string Item, string? Where, string? Size, string? Marks, Guid? Photo) : RunAct;

/// <summary>A part that the owner put on the tray is off it.</summary>
/// <param name="Item">Its id on the tray.</param>
public sealed record TrayTaken(string Item) : RunAct;

/// <summary>A note was written at a step.</summary>
/// <param name="Step">Its id.</param>
/// <param name="Text">In the owner's words.</param>
public sealed record StepNoted(string Step, string Text) : RunAct;

/// <summary>One job of a joined run was signed off while the others go on: what its steps left stands in the book.</summary>
/// <param name="Job">Its id.</param>
public sealed record PartSignedOff(string Job) : RunAct;

/// <summary>What was signed off by job was undone, all of it.</summary>
public sealed record PartsTakenBack : RunAct;

/// <summary>One look of a watch: what was seen, and wiped off after.</summary>
/// <param name="Step">The watch.</param>
/// <param name="Spots">What was wet; empty where all was dry.</param>
public sealed record LookTaken(string Step, ImmutableArray<LeakSpot> Spots) : RunAct
{
    public bool Equals(LookTaken? other) => other is not null && Step == other.Step && Spots.SequenceEqual(other.Spots);

    public override int GetHashCode() => HashCode.Combine(Step, Spots.Length);
}

/// <summary>What a step recorded. Which parts are filled follows from the step's kind; a part that was not seen is null.</summary>
public sealed record StepRecord
{
    /// <summary>Where a step takes no more than a tap.</summary>
    public static readonly StepRecord Nothing = new();

    /// <summary>What each showed.</summary>
    public ImmutableArray<MeterAmount> Meters { get; init; } = [];

    /// <summary>What came out, went in or was added.</summary>
    public Volume? Volume { get; init; }

    /// <summary>What was poured.</summary>
    public string? Fluid { get; init; }

    /// <summary>What the drained fluid looked like.</summary>
    public DrainReading? Drain { get; init; }

    /// <summary>As it was read.</summary>
    public Level? Level { get; init; }

    /// <summary>To which it was tightened.</summary>
    public Torque? Torque { get; init; }

    /// <summary>The choice taken, by its id.</summary>
    public string? Option { get; init; }

    /// <summary>What was measured, a value for each place asked for, in the unit asked for.</summary>
    public ImmutableArray<decimal> Values
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>What sent them, where they were not typed.</summary>
    public string? Instrument { get; init; }

    /// <summary>What was fitted, where it is not simply all that the step fits, new.</summary>
    public ImmutableArray<PartRecord> Parts
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>Where a thing that the step takes away is kept from now on.</summary>
    public string? Where { get; init; }

    /// <summary>A picture of the bike, kept in its book already.</summary>
    public Guid? Photo { get; init; }
}

/// <summary>How many of a part that a step fits went on, and what is known of them.</summary>
/// <param name="Part">As the step names it.</param>
/// <param name="Fitted">How many others went on, new or second-hand, 0 to 99.</param>
/// <param name="UsedAgain">How many that came off went back on, 0 to 99.</param>
/// <param name="SecondHand">From another bike, or bought used.</param>
/// <param name="Number">What it is ordered by; null where not known.</param>
/// <param name="Source">Where it came from; null where not known.</param>
/// <param name="Price">Of all that were fitted, together.</param>
/// <param name="WarrantyUntil">The last day; null where it has none.</param>
public sealed record PartRecord(
    string Part,
    int Fitted,
    int UsedAgain,
    bool SecondHand = false,
    string? Number = null,
    string? Source = null,
    Money? Price = null,
    NodaTime.LocalDate? WarrantyUntil = null
);
