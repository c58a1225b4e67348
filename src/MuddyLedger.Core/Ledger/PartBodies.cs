using System.Collections.Immutable;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Ledger;

/// <summary>What a part was when it went on.</summary>
public enum PartState
{
    New,

    /// <summary>From another bike, or bought used.</summary>
    SecondHand,

    /// <summary>The one that came off, put back.</summary>
    UsedAgain,
}

/// <summary>A part that went on the bike.</summary>
/// <param name="Count">1 to 99.</param>
public sealed record PartFitted(string Part, int Count, string? Detail = null) : EntryBody
{
    public PartState State { get; init; }

    /// <summary>What it is ordered by.</summary>
    public string? Number { get; init; }

    /// <summary>Where it came from: a shop, the shelf, another bike.</summary>
    public string? Source { get; init; }

    /// <summary>Of all of them together. A line of cost says the same: this is not added up.</summary>
    public Money? Price { get; init; }

    /// <summary>The last day of its warranty.</summary>
    public LocalDate? WarrantyUntil { get; init; }
}

public sealed record PartRemoved(string Part, int Count, string Reason) : EntryBody;

/// <summary>How the bike came apart, kept from a tray.</summary>
/// <param name="Places">The access groups that were open and the jobs that were run: what the next job is matched on.</param>
/// <param name="Quirks">Which way a lever sits, what falls out when a cover lifts.</param>
public sealed record TeardownKept(
    string Title,
    ImmutableArray<string> Places,
    ImmutableArray<TeardownPart> Parts,
    ImmutableArray<Guid> Photos,
    string? Quirks
) : EntryBody
{
    public bool Equals(TeardownKept? other) =>
        other is not null
        && (Title, Quirks) == (other.Title, other.Quirks)
        && Places.SequenceEqual(other.Places)
        && Parts.SequenceEqual(other.Parts)
        && Photos.SequenceEqual(other.Photos);

    public override int GetHashCode() => HashCode.Combine(Title, Quirks, Parts.Length);
}

/// <summary>A part that is not the maker's, and what follows from it.</summary>
/// <param name="InPlaceOf">The part that it stands for; null where there was none.</param>
/// <param name="Donor">The bike it was taken from, which wants one now; null where it was bought.</param>
public sealed record ModificationMade(string Part, string? InPlaceOf, ImmutableArray<Consequence> Consequences, BikeId? Donor = null)
    : EntryBody
{
    public bool Equals(ModificationMade? other) =>
        other is not null
        && (Part, InPlaceOf, Donor) == (other.Part, other.InPlaceOf, other.Donor)
        && Consequences.SequenceEqual(other.Consequences);

    public override int GetHashCode() => HashCode.Combine(Part, InPlaceOf, Consequences.Length);
}

public sealed record ModificationUndone(EntryId Modification, string How) : EntryBody;

/// <summary>Mended for now. A finding of its own kind: it is looked at again on a day, and told in a sale until it is proven.</summary>
/// <param name="What">What was broken, and how it is mended.</param>
/// <param name="CureHours">Before it may be used, 0 to 720.</param>
public sealed record TemporaryRepairMade(string What, int CureHours, LocalDate ReviewOn) : EntryBody
{
    /// <summary>The access group behind which it lies: a job that opens it says so. Null where it lies open, or nobody said.</summary>
    public string? Place { get; init; }
}

public enum RepairResult
{
    HoldsOn,
    Proven,
    ReplacedForGood,
}

/// <param name="ReviewOn">When to look again, where it holds on; else null.</param>
public sealed record TemporaryRepairLooked(EntryId Repair, RepairResult Result, string Words, LocalDate? ReviewOn) : EntryBody;
