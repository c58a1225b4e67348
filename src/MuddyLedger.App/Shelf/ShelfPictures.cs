using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Shelf;
using NodaTime;

namespace MuddyLedger.App.Shelf;

/// <summary>What every request about the shelf needs.</summary>
public sealed class ShelfPictures(IShelfStore store, ShedPictures pictures, JobLibraries libraries)
{
    /// <summary>That it reads from.</summary>
    public IShelfStore Store => store;

    /// <summary>The owner's, or those that are there from the start.</summary>
    public Task<OwnerSettings> SettingsAsync(CancellationToken cancel) => pictures.SettingsAsync(cancel);

    /// <summary>By the shed's clock, in the owner's calendar.</summary>
    public LocalDate Today => pictures.Today;

    /// <summary>For which the shelf is kept.</summary>
    public Task<ImmutableArray<BikePicture>> BikesAsync(CancellationToken cancel) => pictures.AllAsync(cancel);

    /// <summary>As it stands now, read anew.</summary>
    public async Task<ShelfAnswer> AnswerAsync(CancellationToken cancel)
    {
        var bikes = await pictures.AllAsync(cancel);
        return ShelfAnswers.Of(
            await store.ItemsAsync(cancel),
            await store.StockAsync(cancel),
            bikes,
            await libraries.OpenAsync(cancel),
            await pictures.SettingsAsync(cancel),
            pictures.Today
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
