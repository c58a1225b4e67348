using MuddyLedger.Core.Bikes;
using NodaTime;

namespace MuddyLedger.Core.Ledger;

/// <summary>As what a bike came into the shed.</summary>
public enum TakenInAs
{
    Runner,
    NonRunner,
    Project,
}

/// <summary>From here on the bike is the owner's. One that does not run proves nothing of its gates until it does.</summary>
public sealed record TakenIn(TakenInAs As) : EntryBody;

/// <summary>When it last ran, as far as somebody knows: a day, or the first and the last day that it may have been.</summary>
/// <param name="Source">Whose word it is, and in which words: "the seller said 2007".</param>
public sealed record LastRan(LocalDate Earliest, LocalDate Latest, string Source) : EntryBody;

/// <summary>The engine was started and ran, without the bike being ridden.</summary>
/// <param name="How">In the course of what: "first start, recommissioning".</param>
public sealed record EngineRan(string How) : EntryBody;

/// <summary>
/// The owner's word that the bike may be cranked, run or ridden. It stays marked as a word, and opens nothing that is shut.
/// </summary>
/// <param name="Gate">Up to and with this gate.</param>
/// <param name="Words">What was said: "I rode it today".</param>
public sealed record WordGiven(Gate Gate, string Words) : EntryBody;

/// <summary>All hold points of a gate were passed in a job that proves it.</summary>
/// <param name="By">The job's title.</param>
public sealed record GateProven(Gate Gate, string By) : EntryBody;

public enum PumpProofBy
{
    MeasuredFall,
    OwnersWord,
}

/// <summary>The oil pump of a two-stroke feeds it: by the measured fall of its tank, or on the owner's word.</summary>
public sealed record PumpProven(PumpProofBy By, string? Words = null) : EntryBody;
