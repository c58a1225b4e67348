using System.Collections.Immutable;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Viewings;

/// <summary>What every request about a viewing needs: it, what Core makes of it, and how to answer.</summary>
public sealed class ViewingPictures(IViewingStore store, IShedReader reader, ContentLibrary content, ShedClock clock)
{
    /// <summary>By the shed's clock, in the owner's calendar.</summary>
    public LocalDate Today => clock.Today;

    /// <summary>That it reads from.</summary>
    public IViewingStore Store => store;

    public Task<StoredViewing?> OneAsync(Guid id, CancellationToken cancel) => store.OneAsync(id, cancel);

    public ViewingPicture Picture(StoredViewing viewing, ImmutableSortedDictionary<string, FaultCost> prices) =>
        ViewingPicture.Of(viewing.Details, viewing.Events, content.Viewing, prices, Today);

    public async Task<ViewingPicture> PictureAsync(StoredViewing viewing, CancellationToken cancel) =>
        Picture(viewing, await store.PricesAsync(cancel));

    public async Task<string> CurrencyAsync(CancellationToken cancel) => (await reader.SettingsAsync(cancel)).Currency;

    public async Task<ViewingAnswer> AnswerAsync(Guid id, CancellationToken cancel)
    {
        var viewing = (await OneAsync(id, cancel))!;
        var prices = await store.PricesAsync(cancel);
        return ViewingAnswers.Of(viewing, Picture(viewing, prices), content, prices, await CurrencyAsync(cancel), Today);
    }
}
