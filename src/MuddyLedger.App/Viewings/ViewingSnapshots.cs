using System.Collections.Immutable;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Viewings;

/// <summary>What every request about a viewing needs: it, what Core makes of it, and how to answer.</summary>
public sealed class ViewingSnapshots(IViewingStore store, IShedReader reader, ContentLibrary content, ShedClock clock)
{
    /// <summary>By the shed's clock, in the owner's calendar.</summary>
    public LocalDate Today => clock.Today;

    /// <summary>That it reads from.</summary>
    public IViewingStore Store => store;

    /// <summary>Null where there is no such viewing.</summary>
    public Task<StoredViewing?> OneAsync(Guid id, CancellationToken cancel) => store.OneAsync(id, cancel);

    /// <param name="prices">The owner's own, by point.</param>
    public ViewingSnapshot Snapshot(StoredViewing viewing, ImmutableSortedDictionary<string, FaultCost> prices) =>
        ViewingSnapshot.Of(viewing.Details, viewing.Events, content.Viewing, prices, Today);

    /// <summary>With the owner's own prices as they stand now.</summary>
    public async Task<ViewingSnapshot> SnapshotAsync(StoredViewing viewing, CancellationToken cancel) =>
        Snapshot(viewing, await store.PricesAsync(cancel));

    /// <summary>ISO 4217, of all sums.</summary>
    public async Task<string> CurrencyAsync(CancellationToken cancel) => (await reader.SettingsAsync(cancel)).Currency;

    /// <summary>As it stands now, read anew.</summary>
    public async Task<ViewingAnswer> AnswerAsync(Guid id, CancellationToken cancel)
    {
        var viewing = (await OneAsync(id, cancel))!;
        var prices = await store.PricesAsync(cancel);
        return ViewingAnswers.Of(viewing, Snapshot(viewing, prices), content, prices, await CurrencyAsync(cancel), Today);
    }
}
