using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>
/// Viewings and the price book out of their rows, and into them; whoever writes commits once through the <see cref="ShedWriter"/>.
/// </summary>
public sealed class ViewingStore(ShedContext context) : IViewingStore
{
    public async Task<ImmutableArray<StoredViewing>> AllAsync(CancellationToken cancel)
    {
        await using var reading = await context.ReadingAsync(cancel);
        var rows = await context.Viewings.AsNoTracking().OrderBy(row => row.AddedAt).ThenBy(row => row.Id).ToListAsync(cancel);
        var events = (await context.ViewingEvents.AsNoTracking().OrderBy(row => row.Sequence).ToListAsync(cancel)).ToLookup(row =>
            row.ViewingId
        );
        return [.. rows.Select(row => Readable.OrNull(() => RowMapper.Viewing(row, events[row.Id]))).OfType<StoredViewing>()];
    }

    /// <summary>Viewings that are there and cannot be read.</summary>
    public async Task<int> DamagedAsync(CancellationToken cancel) =>
        await context.Viewings.CountAsync(cancel) - (await AllAsync(cancel)).Length;

    public async Task<StoredViewing?> OneAsync(Guid id, CancellationToken cancel)
    {
        await using var reading = await context.ReadingAsync(cancel);
        return await context.Viewings.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id, cancel) is not { } row
            ? null
            : RowMapper.Viewing(
                row,
                await context
                    .ViewingEvents.AsNoTracking()
                    .Where(act => act.ViewingId == id)
                    .OrderBy(act => act.Sequence)
                    .ToListAsync(cancel)
            );
    }

    public async Task<ImmutableSortedDictionary<string, FaultCost>> PricesAsync(CancellationToken cancel) =>
        (await context.Prices.AsNoTracking().ToListAsync(cancel)).ToImmutableSortedDictionary(
            row => row.Point,
            RowMapper.Price,
            StringComparer.Ordinal
        );

    public void Add(StoredViewing viewing)
    {
        context.Viewings.Add(RowMapper.Row(viewing));
        context.ViewingEvents.AddRange(viewing.Events.Select((act, at) => RowMapper.Row(viewing.Id, act, at + 1)));
    }

    public void AddEvent(StoredViewing viewing, ViewingEvent act, int after = 0) =>
        context.ViewingEvents.Add(RowMapper.Row(viewing.Id, act, viewing.Events.Length + 1 + after));

    /// <summary>Attached at the version that was read, so that a change in between makes the commit fail.</summary>
    public void Change(StoredViewing was, StoredViewing now)
    {
        var row = new ViewingRow
        {
            Id = was.Id.Value,
            Details = "",
            Version = was.Version,
            AddedAt = was.AddedAt,
        };
        context.Viewings.Attach(row);
        row.Details = CoreJson.Write(now.Details);
        (row.Status, row.EndedAt, row.Ended, row.BikeId) = (now.Status, now.EndedAt, now.Ended, now.Bike?.Value);
        row.Version = was.Version + 1;
        foreach (var changed in new[] { nameof(row.Status), nameof(row.EndedAt), nameof(row.Ended), nameof(row.BikeId) })
            context.Entry(row).Property(changed).IsModified = true;
    }

    /// <param name="cost">Null to go back to the shipped figure.</param>
    public async Task SetPriceAsync(string point, FaultCost? cost, CancellationToken cancel)
    {
        var row = await context.Prices.SingleOrDefaultAsync(price => price.Point == point, cancel);
        if (cost is null)
        {
            if (row is not null)
                context.Prices.Remove(row);
        }
        else if (row is null)
            context.Prices.Add(RowMapper.Row(point, cost));
        else
            row.Cost = CoreJson.Write(cost);
    }
}
