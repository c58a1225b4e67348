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
/// <param name="Device">Which device tapped.</param>
public sealed record RunEvent(Guid Id, Instant At, string Device, RunAct Act);

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

public sealed record StepDone(string Step, StepRecord Record) : RunAct;

/// <summary>Looked at, and not right: opens a finding. A hold point stays shut until it is put right.</summary>
public sealed record StepNotSound(string Step, FindingOpened Finding) : RunAct;

public sealed record StepSkipped(string Step, string Reason) : RunAct;

/// <summary>An answer taken back.</summary>
public sealed record StepReopened(string Step) : RunAct;

/// <summary>A timer is an instant on the server, not a counter in a page.</summary>
public sealed record TimerStarted(string Step, int Minutes) : RunAct;

public sealed record TimerStopped(string Step) : RunAct;

public sealed record FindingNoted(string? Step, FindingOpened Finding) : RunAct;

/// <summary>What this run has found was put right in it.</summary>
/// <param name="Finding">Its key: see <see cref="RunFindings"/>.</param>
public sealed record FindingSettled(string Finding, string How) : RunAct;

/// <summary>Something came off that the job does not name.</summary>
public sealed record TrayPut(string Item, string Part, int Count, string? Where, string? Size) : RunAct;

/// <summary>What is worth knowing of a thing on the tray when it goes back on. It stands in place of what was said of it before.</summary>
/// <param name="Marks">How it sat: spacer order, dot to line, which way round.</param>
/// <param name="Photo">A picture of it, kept in the bike's book.</param>
public sealed record TrayMarked(string Item, string? Where, string? Size, string? Marks, Guid? Photo) : RunAct;

public sealed record TrayTaken(string Item) : RunAct;

public sealed record StepNoted(string Step, string Text) : RunAct;

/// <summary>One job of a joined run was signed off while the others go on: what its steps left stands in the book.</summary>
public sealed record PartSignedOff(string Job) : RunAct;

/// <summary>What was signed off by job was undone, all of it.</summary>
public sealed record PartsTakenBack : RunAct;

/// <summary>One look of a watch: what was seen, and wiped off after.</summary>
public sealed record LookTaken(string Step, ImmutableArray<LeakSpot> Spots) : RunAct
{
    public bool Equals(LookTaken? other) => other is not null && Step == other.Step && Spots.SequenceEqual(other.Spots);

    public override int GetHashCode() => HashCode.Combine(Step, Spots.Length);
}

/// <summary>What a step recorded. Which parts are filled follows from the step's kind; a part that was not seen is null.</summary>
public sealed record StepRecord
{
    public static readonly StepRecord Nothing = new();

    public ImmutableArray<MeterAmount> Meters { get; init; } = [];
    public Volume? Volume { get; init; }
    public string? Fluid { get; init; }
    public DrainReading? Drain { get; init; }
    public Level? Level { get; init; }
    public Torque? Torque { get; init; }
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
/// <param name="Price">Of all that were fitted, together.</param>
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
