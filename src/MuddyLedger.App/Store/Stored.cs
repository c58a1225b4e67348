using System.Collections.Immutable;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Store;

/// <summary>A bike as the store keeps it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Profile">Without its ledger.</param>
/// <param name="Version">Counts the edits of its profile.</param>
/// <param name="LedgerVersion">Counts every line, strike, run and tap of the bike; what is computed from them holds for as long as it
/// does.</param>
public sealed record StoredBike(BikeId Id, Profile Profile, int Version, long LedgerVersion);

/// <summary>A job run as the store keeps it: the job as it was when it began, and what was tapped.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Bike">The bike that it is done on.</param>
/// <param name="Job">As it was when it began.</param>
/// <param name="Started">When it began.</param>
/// <param name="Status">Running, finished or set aside.</param>
/// <param name="Version">Counts up with every act.</param>
/// <param name="Ended">Null while it runs.</param>
/// <param name="Events">In the order in which they were tapped.</param>
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
    /// <summary>How far it is, from its taps.</summary>
    public RunState State => RunState.Of(Job, Started, Events);
}

/// <summary>A ledger, and the place of its last line in the store.</summary>
/// <param name="Ledger">All of it.</param>
/// <param name="Place">The last row that was read: more may stand behind it.</param>
/// <param name="Damaged">Lines that are there and cannot be read. Nothing is known of what they said.</param>
/// <param name="Strikes">How many strikes it was made with; none is ever taken back.</param>
public sealed record ReadLedger(BikeLedger Ledger, long Place, int Damaged, int Strikes);

/// <summary>A row that is there and cannot be read; the rest is read without it.</summary>
/// <param name="Bike">The bike that it belongs to.</param>
/// <param name="Row">Its id.</param>
public sealed record DamagedRow(Guid Bike, Guid Row);

/// <summary>All bikes, as far as they can be read.</summary>
/// <param name="Bikes">Those that can.</param>
/// <param name="Damaged">The ids of those that cannot.</param>
public sealed record ReadBikes(ImmutableArray<StoredBike> Bikes, ImmutableArray<Guid> Damaged);

/// <summary>Job runs, as far as they can be read.</summary>
/// <param name="Runs">Those that can.</param>
/// <param name="Damaged">Rows that cannot.</param>
public sealed record ReadRuns(ImmutableArray<StoredRun> Runs, ImmutableArray<DamagedRow> Damaged);

/// <summary>A thing on the shelf as the store keeps it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Item">What it is.</param>
/// <param name="Version">Counts the edits of what it is; its moves have no version.</param>
/// <param name="AddedAt">When it was written.</param>
public sealed record StoredItem(Guid Id, StockItem Item, int Version, Instant AddedAt);

/// <summary>A viewing as the store keeps it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Details">What the advert says, and what the owner wants.</param>
/// <param name="Status">Open, bought, or not bought.</param>
/// <param name="Version">Counts up with every act.</param>
/// <param name="AddedAt">When it was written.</param>
/// <param name="EndedAt">Null while it is open.</param>
/// <param name="Ended">Why it was not bought.</param>
/// <param name="Bike">The bike that it became.</param>
/// <param name="Events">In the order in which they were tapped.</param>
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

/// <summary>A job of the owner's own as the store keeps it.</summary>
/// <param name="Id">By which tasks and files name it.</param>
/// <param name="Text">The file as the owner wrote it.</param>
/// <param name="Version">Counts up with every change.</param>
/// <param name="ChangedAt">When it was last written.</param>
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
