using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Gates;

/// <summary>How a gate stands. What is not known is never open, and not shut either: the owner's word may settle it.</summary>
public enum GateState
{
    Open,
    NotProven,
    Shut,
}

/// <summary>What keeps a gate from being open, and so where it is settled.</summary>
public enum ReasonKind
{
    /// <summary>An open finding that says stop, or one of a job under way.</summary>
    StopFinding,

    /// <summary>A hold point that was looked at and not right.</summary>
    FailedHold,

    /// <summary>A hold point that was skipped.</summary>
    HoldLeftOut,

    /// <summary>A hold point of a job under way that nobody has come to yet.</summary>
    HoldToPass,

    /// <summary>Something of the undo list.</summary>
    ForNow,

    /// <summary>A reservoir that was drained and not filled.</summary>
    Drained,

    /// <summary>A flush fill, which is not ridden on.</summary>
    FlushFill,

    /// <summary>Reservoirs of which nobody knows what is in them.</summary>
    UnknownContent,

    /// <summary>A level last read below its mark.</summary>
    BelowMark,

    /// <summary>Bought as one that does not run.</summary>
    TakenIn,

    /// <summary>It has stood for over two years, or nobody knows how long.</summary>
    Stood,

    /// <summary>Too little oil in the fuel of an engine that gets it from there.</summary>
    OilInFuel,

    /// <summary>Lines of the book that cannot be read: one of them may shut the gate.</summary>
    DamagedBook,
}

/// <summary>When something came about: the owner's day, and the moment it was written or tapped within it.</summary>
/// <param name="Date">The day.</param>
/// <param name="At">The moment within it.</param>
public readonly record struct Moment(LocalDate Date, Instant At) : IComparable<Moment>
{
    /// <summary>Before all that is written.</summary>
    public static readonly Moment Always = new(LocalDate.MinIsoValue, Instant.MinValue);

    /// <summary>When it happened, and when it was first written: a correction keeps its original's place in the day.</summary>
    public static Moment Of(LedgerEntry entry) => new(entry.Date, entry.FirstWrittenAt);

    public int CompareTo(Moment other) => Date == other.Date ? At.CompareTo(other.At) : Date.CompareTo(other.Date);

    public static bool operator <(Moment left, Moment right) => left.CompareTo(right) < 0;

    public static bool operator >(Moment left, Moment right) => left.CompareTo(right) > 0;

    public static bool operator <=(Moment left, Moment right) => left.CompareTo(right) <= 0;

    public static bool operator >=(Moment left, Moment right) => left.CompareTo(right) >= 0;
}

/// <summary>One thing that keeps a gate from being open.</summary>
/// <param name="Gate">Which gate it keeps from being open.</param>
/// <param name="State">Not proven, or shut; never open.</param>
/// <param name="Kind">By which its sentence is built.</param>
/// <param name="Why">In a sentence for the owner.</param>
/// <param name="Since">From when on it holds; a word given later may cover it where it is only not proven.</param>
public sealed record GateReason(Gate Gate, GateState State, ReasonKind Kind, string Why, Moment Since)
{
    /// <summary>The line of the book that opened the finding.</summary>
    public EntryId? Finding { get; init; }

    /// <summary>The job under way in which it is settled.</summary>
    public RunId? Run { get; init; }

    /// <summary>The step of that job.</summary>
    public string? Step { get; init; }

    /// <summary>As the undo list names it.</summary>
    public string? Thing { get; init; }

    /// <summary>The reservoir to be filled or read.</summary>
    public ReservoirId? Reservoir { get; init; }
}
