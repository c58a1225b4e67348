using System.Collections.Immutable;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Tests;

/// <summary>A shed that is nowhere but in memory: the same store, written down again as plainly as can be.</summary>
internal sealed class MemoryShed : IShedReader, IShedWriter, IShelfStore, IViewingStore, IOwnJobStore, IAsyncDisposable
{
    private readonly List<Func<Kept, Kept>> _asked = [];
    private Kept _kept = new();

    /// <summary>All that is kept. A write makes another one, or none.</summary>
    private sealed record Kept
    {
        public ImmutableList<StoredBike> Bikes { get; init; } = [];
        public ImmutableList<LedgerEntry> Entries { get; init; } = [];
        public ImmutableList<Strike> Strikes { get; init; } = [];
        public ImmutableList<StoredRun> Runs { get; init; } = [];
        public ImmutableList<StoredViewing> Viewings { get; init; } = [];
        public ImmutableSortedDictionary<string, FaultCost> Prices { get; init; } =
            ImmutableSortedDictionary<string, FaultCost>.Empty.WithComparers(StringComparer.Ordinal);
        public ImmutableSortedDictionary<string, OwnJob> Jobs { get; init; } =
            ImmutableSortedDictionary<string, OwnJob>.Empty.WithComparers(StringComparer.Ordinal);
        public ImmutableList<StoredItem> Items { get; init; } = [];
        public ImmutableList<(StockMove Move, Instant At)> Moves { get; init; } = [];
        public ImmutableDictionary<Guid, (byte[] Image, byte[] Small)> Photos { get; init; } =
            ImmutableDictionary<Guid, (byte[], byte[])>.Empty;
        public ImmutableDictionary<Guid, string> Writes { get; init; } = ImmutableDictionary<Guid, string>.Empty;
        public OwnerSettings Settings { get; init; } = OwnerSettings.Default;

        /// <summary>One more thing was written about this bike.</summary>
        public Kept Counted(BikeId bike) =>
            this with
            {
                Bikes = [.. Bikes.Select(one => one.Id == bike ? one with { LedgerVersion = one.LedgerVersion + 1 } : one)],
            };

        public Kept Changed(StoredRun was, Func<StoredRun, StoredRun> change) =>
            (this with { Runs = [.. Runs.Select(run => run.Id == was.Id ? change(run) with { Version = was.Version + 1 } : run)] }).Counted(
                was.Bike
            );
    }

    private sealed class StaleException : Exception;

    private sealed class TakenException : Exception;

    private static void Same(int known, int state)
    {
        if (known != state)
            throw new StaleException();
    }

    private static void Free(bool free)
    {
        if (!free)
            throw new TakenException();
    }

    public ValueTask DisposeAsync() => ValueTask.CompletedTask;

    public long LostLines => 0;

    public Task<IAsyncDisposable> ReadingAsync(CancellationToken cancel) => Task.FromResult<IAsyncDisposable>(this);

    public Task<ReadBikes> BikesAsync(Func<BikeId, StoredBike?>? known, CancellationToken cancel) =>
        Task.FromResult(new ReadBikes([.. _kept.Bikes], []));

    public Task<StoredBike?> BikeAsync(BikeId id, StoredBike? known, CancellationToken cancel) =>
        Task.FromResult(_kept.Bikes.Find(bike => bike.Id == id));

    public Task<ReadLedger> LedgerAsync(BikeId bike, ReadLedger? known, long? changes, CancellationToken cancel)
    {
        var entries = _kept.Entries.Where(entry => entry.Bike == bike).ToList();
        var ids = entries.Select(entry => entry.Id).ToHashSet();
        var strikes = _kept.Strikes.Where(strike => ids.Contains(strike.Entry)).ToList();
        return Task.FromResult(new ReadLedger(BikeLedger.Of(bike, entries, strikes), entries.Count, 0, strikes.Count));
    }

    public Task<BikeId?> BikeOfEntryAsync(EntryId id, CancellationToken cancel) =>
        Task.FromResult(_kept.Entries.Find(entry => entry.Id == id)?.Bike);

    public Task<StoredRun?> RunAsync(RunId id, CancellationToken cancel) => Task.FromResult(_kept.Runs.Find(run => run.Id == id));

    public Task<ReadRuns> RunningAsync(BikeId? bike, CancellationToken cancel) =>
        Task.FromResult(
            new ReadRuns(
                [
                    .. _kept
                        .Runs.Where(run => run.Status == RunStatus.Running && (bike is null || run.Bike == bike))
                        .OrderBy(run => run.Started),
                ],
                []
            )
        );

    public Task<OwnerSettings> SettingsAsync(CancellationToken cancel) => Task.FromResult(_kept.Settings);

    public Task<byte[]?> PhotoAsync(Guid id, bool small, CancellationToken cancel) =>
        Task.FromResult(_kept.Photos.TryGetValue(id, out var photo) ? (small ? photo.Small : photo.Image) : null);

    public Task<WriteOutcome?> BeforeAsync(Guid id, string asked, CancellationToken cancel)
    {
        // What a refused write had asked for is not kept for the next one.
        _asked.Clear();
        return Task.FromResult(Before(id, asked));
    }

    private WriteOutcome? Before(Guid id, string asked) =>
        !_kept.Writes.TryGetValue(id, out var before) ? null
        : before == asked ? WriteOutcome.Repeated
        : WriteOutcome.OtherBody;

    public Task<bool> WasUsedAsync(Guid id, CancellationToken cancel) => Task.FromResult(_kept.Writes.ContainsKey(id));

    public void AddBike(BikeId id, Profile profile, Instant at) =>
        _asked.Add(kept =>
        {
            Free(kept.Bikes.All(bike => bike.Id != id));
            return kept with { Bikes = kept.Bikes.Add(new(id, profile, 1, 0)) };
        });

    public void ChangeProfile(StoredBike bike, Profile profile) =>
        _asked.Add(kept =>
        {
            var state = kept.Bikes.Find(one => one.Id == bike.Id) ?? throw new StaleException();
            Same(bike.Version, state.Version);
            return kept with { Bikes = kept.Bikes.Replace(state, state with { Profile = profile, Version = bike.Version + 1 }) };
        });

    public void AddEntry(LedgerEntry entry) =>
        _asked.Add(kept =>
        {
            Free(kept.Entries.All(one => one.Id != entry.Id));
            return (kept with { Entries = kept.Entries.Add(entry) }).Counted(entry.Bike);
        });

    public void AddStrike(Strike strike) =>
        _asked.Add(kept =>
        {
            Free(kept.Strikes.All(one => one.Entry != strike.Entry));
            return (kept with { Strikes = kept.Strikes.Add(strike) }).Counted(kept.Entries.Find(entry => entry.Id == strike.Entry)!.Bike);
        });

    public void AddRun(StoredRun run) =>
        _asked.Add(kept =>
        {
            Free(kept.Runs.All(one => one.Id != run.Id));
            return (kept with { Runs = kept.Runs.Add(run) }).Counted(run.Bike);
        });

    public void AddEvent(StoredRun run, RunEvent act) =>
        _asked.Add(kept =>
        {
            Free(kept.Runs.All(one => one.Events.All(tap => tap.Id != act.Id)));
            return kept.Changed(run, now => now with { Events = now.Events.Add(act) });
        });

    public void EndRun(StoredRun run, RunStatus status, Instant? at) =>
        _asked.Add(kept => kept.Changed(run, now => now with { Status = status, Ended = at }));

    public void AddPhoto(Guid id, byte[] image, byte[] small, Instant at) =>
        _asked.Add(kept =>
        {
            Free(!kept.Photos.ContainsKey(id));
            return kept with { Photos = kept.Photos.Add(id, (image, small)) };
        });

    public void ChangeSettings(string volumeUnit, string torqueUnit, string currency, int version) =>
        _asked.Add(kept =>
        {
            Same(version, kept.Settings.Version);
            return kept with { Settings = new(Unit.Find(volumeUnit)!, Unit.Find(torqueUnit)!, currency, version + 1) };
        });

    public Task<WriteOutcome> CommitAsync(Guid id, string asked, Instant at, CancellationToken cancel)
    {
        try
        {
            if (Before(id, asked) is { } before)
                return Task.FromResult(before);
            _kept = _asked.Aggregate(_kept, (kept, change) => change(kept)) with { Writes = _kept.Writes.Add(id, asked) };
            return Task.FromResult(WriteOutcome.Written);
        }
        catch (StaleException)
        {
            return Task.FromResult(WriteOutcome.Stale);
        }
        catch (TakenException)
        {
            return Task.FromResult(WriteOutcome.OtherBody);
        }
        finally
        {
            _asked.Clear();
        }
    }

    public Task<ImmutableArray<StoredItem>> ItemsAsync(CancellationToken cancel) =>
        Task.FromResult(_kept.Items.OrderBy(item => item.AddedAt).ThenBy(item => $"{item.Id}", StringComparer.Ordinal).ToImmutableArray());

    public async Task<ImmutableArray<Stock>> StockAsync(CancellationToken cancel)
    {
        var stock = ImmutableArray.CreateBuilder<Stock>();
        foreach (var item in await ItemsAsync(cancel))
            stock.Add(Stock.Of(item.Id, item.Item, await MovesAsync(cancel, item.Id)));
        return stock.ToImmutable();
    }

    public Task<ImmutableArray<StockMove>> MovesAsync(CancellationToken cancel, Guid? item = null) =>
        Task.FromResult(Moves(move => item is null || move.Item == item));

    public Task<ImmutableArray<StockMove>> OfRunAsync(Guid run, CancellationToken cancel) =>
        Task.FromResult(Moves(move => move.Run == run));

    private ImmutableArray<StockMove> Moves(Func<StockMove, bool> wanted) =>
        [
            .. _kept
                .Moves.Where(line => wanted(line.Move))
                .OrderBy(line => line.At)
                .ThenBy(line => $"{line.Move.Id}", StringComparer.Ordinal)
                .Select(line => line.Move),
        ];

    public void Add(Guid id, StockItem item, Instant at) =>
        _asked.Add(kept =>
        {
            Free(kept.Items.All(one => one.Id != id));
            return kept with { Items = kept.Items.Add(new(id, item, 1, at)) };
        });

    public Task ChangeAsync(Guid id, int version, StockItem? item, CancellationToken cancel)
    {
        _asked.Add(kept =>
        {
            var state = kept.Items.Find(one => one.Id == id) ?? throw new StaleException();
            Same(version, state.Version);
            return kept with
            {
                Items = item is null
                    ? kept.Items.Remove(state)
                    : kept.Items.Replace(state, state with { Item = item, Version = version + 1 }),
            };
        });
        return Task.CompletedTask;
    }

    public void Add(StockMove move, Instant at, string device) =>
        _asked.Add(kept =>
        {
            Free(kept.Moves.All(line => line.Move.Id != move.Id));
            return kept with { Moves = kept.Moves.Add((move, at)) };
        });

    Task<ImmutableArray<StoredViewing>> IViewingStore.AllAsync(CancellationToken cancel) =>
        Task.FromResult(
            _kept.Viewings.OrderBy(one => one.AddedAt).ThenBy(one => $"{one.Id.Value}", StringComparer.Ordinal).ToImmutableArray()
        );

    public Task<StoredViewing?> OneAsync(Guid id, CancellationToken cancel) =>
        Task.FromResult(_kept.Viewings.Find(viewing => viewing.Id.Value == id));

    public Task<ImmutableSortedDictionary<string, FaultCost>> PricesAsync(CancellationToken cancel) => Task.FromResult(_kept.Prices);

    public void Add(StoredViewing viewing) =>
        _asked.Add(kept =>
        {
            Free(kept.Viewings.All(one => one.Id != viewing.Id));
            return kept with { Viewings = kept.Viewings.Add(viewing) };
        });

    public void AddEvent(StoredViewing viewing, ViewingEvent act, int after = 0) =>
        _asked.Add(kept =>
        {
            Free(kept.Viewings.All(one => one.Events.All(tap => tap.Id != act.Id)));
            var state = kept.Viewings.Find(one => one.Id == viewing.Id)!;
            return kept with { Viewings = kept.Viewings.Replace(state, state with { Events = state.Events.Add(act) }) };
        });

    public void Change(StoredViewing was, StoredViewing now) =>
        _asked.Add(kept =>
        {
            var state = kept.Viewings.Find(one => one.Id == was.Id)!;
            Same(was.Version, state.Version);
            return kept with { Viewings = kept.Viewings.Replace(state, now with { Version = was.Version + 1, Events = state.Events }) };
        });

    public Task SetPriceAsync(string point, FaultCost? cost, CancellationToken cancel)
    {
        _asked.Add(kept => kept with { Prices = cost is null ? kept.Prices.Remove(point) : kept.Prices.SetItem(point, cost) });
        return Task.CompletedTask;
    }

    Task<ImmutableArray<OwnJob>> IOwnJobStore.AllAsync(CancellationToken cancel) => Task.FromResult(_kept.Jobs.Values.ToImmutableArray());

    public Task KeepAsync(string id, int? version, string? text, Instant at, CancellationToken cancel)
    {
        _asked.Add(kept =>
        {
            Same(version ?? 0, kept.Jobs.GetValueOrDefault(id)?.Version ?? 0);
            return kept with { Jobs = text is null ? kept.Jobs.Remove(id) : kept.Jobs.SetItem(id, new(id, text, (version ?? 0) + 1, at)) };
        });
        return Task.CompletedTask;
    }
}
