using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Shelf;
using NodaTime;

namespace MuddyLedger.App.Shelf;

/// <summary>What every request about the shelf needs.</summary>
public sealed class ShelfSnapshots(IShelfStore store, ShedSnapshots snapshots, JobLibraries libraries)
{
    /// <summary>That it reads from.</summary>
    public IShelfStore Store => store;

    /// <summary>The owner's, or those that are there from the start.</summary>
    public Task<OwnerSettings> SettingsAsync(CancellationToken cancel) => snapshots.SettingsAsync(cancel);

    /// <summary>By the shed's clock, in the owner's calendar.</summary>
    public LocalDate Today => snapshots.Today;

    /// <summary>For which the shelf is kept.</summary>
    public Task<ImmutableArray<BikeSnapshot>> BikesAsync(CancellationToken cancel) => snapshots.AllAsync(cancel);

    /// <summary>As it stands now, read anew.</summary>
    public async Task<ShelfAnswer> AnswerAsync(CancellationToken cancel)
    {
        var bikes = await snapshots.AllAsync(cancel);
        return ShelfAnswers.Of(
            await store.ItemsAsync(cancel),
            await store.StockAsync(cancel),
            bikes,
            await libraries.OpenAsync(cancel),
            await snapshots.SettingsAsync(cancel),
            snapshots.Today
        );
    }

    /// <summary>Null where nothing of this id is kept.</summary>
    public async Task<(StoredItem Item, Stock Stock)?> OneAsync(Guid id, CancellationToken cancel)
    {
        if ((await store.ItemsAsync(cancel)).FirstOrDefault(one => one.Id == id) is not { } item)
            return null;
        return (item, Stock.Of(id, item.Item, await store.MovesAsync(cancel, id)));
    }
}
