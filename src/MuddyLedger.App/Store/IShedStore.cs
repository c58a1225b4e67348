using System.Collections.Immutable;
using MuddyLedger.App.Settings;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Store;

/// <summary>Reads what Core needs, and nothing else.</summary>
public interface IShedReader
{
    /// <summary>One view of the store for several reads that belong together; it ends when what is given is disposed of.</summary>
    Task<IAsyncDisposable> ReadingAsync(CancellationToken cancel);

    /// <summary>Every bike, in the order in which they came; those that cannot be read by their ids.</summary>
    /// <param name="known">Each as it was last read, as for one; null to read all of all.</param>
    Task<ReadBikes> BikesAsync(Func<BikeId, StoredBike?>? known, CancellationToken cancel);

    /// <summary>One bike; null where there is none.</summary>
    /// <param name="known">As it was last read; null to read all of it. A profile of the same version is the same.</param>
    /// <exception cref="System.Text.Json.JsonException">It is there and cannot be read.</exception>
    Task<StoredBike?> BikeAsync(BikeId id, StoredBike? known, CancellationToken cancel);

    /// <summary>A bike's ledger. Of one that was read before only the lines since are read: lines are added, never changed.</summary>
    /// <param name="known">As it was last read; null to read all of it.</param>
    /// <param name="changes">How many changes of the bike the store has counted since then; null where that is not known. Where as many
    /// lines came, nothing else did.</param>
    Task<ReadLedger> LedgerAsync(BikeId bike, ReadLedger? known, long? changes, CancellationToken cancel);

    /// <summary>The bike whose book holds a line; null where there is no such line.</summary>
    Task<BikeId?> BikeOfEntryAsync(EntryId id, CancellationToken cancel);

    /// <summary>A run with all its taps; null where there is none.</summary>
    Task<StoredRun?> RunAsync(RunId id, CancellationToken cancel);

    /// <param name="bike">Of one bike only; null for the whole shed.</param>
    Task<ReadRuns> RunningAsync(BikeId? bike, CancellationToken cancel);

    /// <summary>Those that are there from the start where none were ever kept.</summary>
    Task<OwnerSettings> SettingsAsync(CancellationToken cancel);

    /// <summary>A photo as it is kept, a JPEG; null where there is none.</summary>
    /// <param name="small">The one for lists.</param>
    Task<byte[]?> PhotoAsync(Guid id, bool small, CancellationToken cancel);

    /// <summary>How many lines of the books a damaged store has lost: nobody can say whose they were.</summary>
    long LostLines { get; }
}

/// <summary>
/// Writes, each in one transaction with its client-made id. Whoever writes adds here and then calls <see cref="CommitAsync"/> once.
/// </summary>
public interface IShedWriter
{
    /// <summary>Whether this id was acknowledged before, and for the same request.</summary>
    Task<WriteOutcome?> BeforeAsync(Guid id, string asked, CancellationToken cancel);

    /// <summary>Whether this id was acknowledged before, for whatever request.</summary>
    Task<bool> WasUsedAsync(Guid id, CancellationToken cancel);

    /// <summary>A bike without a line in its book.</summary>
    void AddBike(BikeId id, Profile profile, Instant at);

    /// <summary>At the version that was read: a change in between makes the commit fail.</summary>
    void ChangeProfile(StoredBike bike, Profile profile);

    /// <summary>A line of a book; never changed afterwards.</summary>
    void AddEntry(LedgerEntry entry);

    /// <summary>From then on the line counts no more, and stays.</summary>
    void AddStrike(Strike strike);

    /// <summary>A new run, with the events it may have already.</summary>
    void AddRun(StoredRun run);

    /// <summary>At the version of the run that was read: a tap in between makes the commit fail.</summary>
    void AddEvent(StoredRun run, RunEvent act);

    /// <summary>At the version of the run that was read.</summary>
    /// <param name="at">Null where it goes on.</param>
    void EndRun(StoredRun run, RunStatus status, Instant? at);

    /// <summary>Both as JPEG, upright, without what else was in the file.</summary>
    void AddPhoto(Guid id, byte[] image, byte[] small, Instant at);

    /// <param name="version">The version that was read; 0 where none was ever kept.</param>
    void ChangeSettings(string volumeUnit, string torqueUnit, string currency, int version);

    /// <summary>All of it or nothing.</summary>
    Task<WriteOutcome> CommitAsync(Guid id, string asked, Instant at, CancellationToken cancel);
}

/// <summary>The shelf: what is kept, and each thing that was put there or taken. Committed by the <see cref="IShedWriter"/>.</summary>
public interface IShelfStore
{
    /// <summary>What is kept.</summary>
    Task<ImmutableArray<StoredItem>> ItemsAsync(CancellationToken cancel);

    /// <summary>The same, with what is left of each.</summary>
    Task<ImmutableArray<Stock>> StockAsync(CancellationToken cancel);

    /// <summary>In the order in which they were written.</summary>
    /// <param name="item">Of one thing only; null for all.</param>
    Task<ImmutableArray<StockMove>> MovesAsync(CancellationToken cancel, Guid? item = null);

    /// <summary>What a job took, and what came back.</summary>
    Task<ImmutableArray<StockMove>> OfRunAsync(Guid run, CancellationToken cancel);

    /// <summary>Something to keep, of which nothing is there yet.</summary>
    void Add(Guid id, StockItem item, Instant at);

    /// <param name="item">Null where it is not kept any more.</param>
    Task ChangeAsync(Guid id, int version, StockItem? item, CancellationToken cancel);

    /// <summary>What came or went; never changed afterwards.</summary>
    void Add(StockMove move, Instant at, string device);
}

/// <summary>Viewings and the owner's price book. Committed by the <see cref="IShedWriter"/>.</summary>
public interface IViewingStore
{
    /// <summary>Every viewing with its taps, those that are over too.</summary>
    Task<ImmutableArray<StoredViewing>> AllAsync(CancellationToken cancel);

    /// <summary>Null where there is none.</summary>
    Task<StoredViewing?> OneAsync(Guid id, CancellationToken cancel);

    /// <summary>The owner's own prices, by point.</summary>
    Task<ImmutableSortedDictionary<string, FaultCost>> PricesAsync(CancellationToken cancel);

    /// <summary>A new one, with the taps that it may have already.</summary>
    void Add(StoredViewing viewing);

    /// <param name="after">How many events were added by the same request before this one.</param>
    void AddEvent(StoredViewing viewing, ViewingEvent act, int after = 0);

    /// <summary>At the version that was read: a change in between makes the commit fail.</summary>
    void Change(StoredViewing was, StoredViewing now);

    /// <param name="cost">Null to go back to the shipped figure.</param>
    Task SetPriceAsync(string point, FaultCost? cost, CancellationToken cancel);
}

/// <summary>The jobs that the owner wrote. Committed by the <see cref="IShedWriter"/>.</summary>
public interface IOwnJobStore
{
    /// <summary>Each as it was last written.</summary>
    Task<ImmutableArray<OwnJob>> AllAsync(CancellationToken cancel);

    /// <param name="version">That is replaced; null where there is none yet.</param>
    /// <param name="text">Null takes it away.</param>
    Task KeepAsync(string id, int? version, string? text, Instant at, CancellationToken cancel);
}
