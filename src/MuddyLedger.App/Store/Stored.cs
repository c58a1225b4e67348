using System.Collections.Immutable;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Store;

/// <param name="Version">Counts the edits of its profile.</param>
/// <param name="LedgerVersion">Counts every line, strike, run and tap of the bike; what is computed from them holds for as long as it
/// does.</param>
public sealed record StoredBike(BikeId Id, Profile Profile, int Version, long LedgerVersion);

public sealed record StoredRun(
    RunId Id,
    BikeId Bike,
    Job Job,
    Instant Started,
    RunStatus Status,
    int Version,
    Instant? Ended,
    ImmutableArray<RunEvent> Events
)
{
    public RunState State => RunState.Of(Job, Started, Events);
}

/// <summary>A ledger, and the place of its last line in the store.</summary>
/// <param name="Damaged">Lines that are there and cannot be read. Nothing is known of what they said.</param>
/// <param name="Strikes">How many strikes it was made with; none is ever taken back.</param>
public sealed record ReadLedger(BikeLedger Ledger, long Place, int Damaged, int Strikes);

/// <summary>A row that is there and cannot be read; the rest is read without it.</summary>
/// <param name="Bike">The bike that it belongs to.</param>
public sealed record DamagedRow(Guid Bike, Guid Row);

public sealed record ReadBikes(ImmutableArray<StoredBike> Bikes, ImmutableArray<Guid> Damaged);

public sealed record ReadRuns(ImmutableArray<StoredRun> Runs, ImmutableArray<DamagedRow> Damaged);

/// <param name="Version">Counts the edits of what it is; its moves have no version.</param>
public sealed record StoredItem(Guid Id, StockItem Item, int Version, Instant AddedAt);

/// <param name="Ended">Why it was not bought.</param>
/// <param name="Bike">The bike that it became.</param>
public sealed record StoredViewing(
    ViewingId Id,
    ViewingDetails Details,
    ViewingStatus Status,
    int Version,
    Instant AddedAt,
    Instant? EndedAt,
    string? Ended,
    BikeId? Bike,
    ImmutableArray<ViewingEvent> Events
);

/// <param name="Text">The file as the owner wrote it.</param>
public sealed record OwnJob(string Id, string Text, int Version, Instant ChangedAt);

/// <summary>What became of a write.</summary>
public enum WriteOutcome
{
    Written,

    /// <summary>The same request was acknowledged before: nothing was changed again.</summary>
    Repeated,

    /// <summary>The id was used for something else: nothing was changed.</summary>
    OtherBody,

    /// <summary>Somebody else changed the thing since it was read: nothing was changed.</summary>
    Stale,
}
