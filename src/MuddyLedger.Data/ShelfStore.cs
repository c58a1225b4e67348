using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Shelf;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>Reads and writes the shelf. A change is committed with the request that asks for it.</summary>
public sealed class ShelfStore(ShedContext context) : IShelfStore
{
    public async Task<ImmutableArray<StoredItem>> ItemsAsync(CancellationToken cancel) =>
        [
            .. (
                await context
                    .StockItems.AsNoTracking()
                    .Where(row => !row.Gone)
                    .OrderBy(row => row.AddedAt)
                    .ThenBy(row => row.Id)
                    .ToListAsync(cancel)
            )
                .Select(row => Readable.OrNull(() => RowMapper.Item(row)))
                .OfType<StoredItem>(),
        ];

    /// <summary>Things of the shelf that are there and cannot be read.</summary>
    public async Task<int> DamagedAsync(CancellationToken cancel) =>
        await context.StockItems.CountAsync(row => !row.Gone, cancel) - (await ItemsAsync(cancel)).Length;

    public async Task<ImmutableArray<Stock>> StockAsync(CancellationToken cancel)
    {
        var moves = (await MovesAsync(cancel)).ToLookup(move => move.Item);
        return [.. (await ItemsAsync(cancel)).Select(item => Stock.Of(item.Id, item.Item, moves[item.Id]))];
    }

    /// <summary>In the order in which they were written.</summary>
    public async Task<ImmutableArray<StockMove>> MovesAsync(CancellationToken cancel, Guid? item = null) =>
        [
            .. (
                await context
                    .StockMoves.AsNoTracking()
                    .Where(row => item == null || row.ItemId == item)
                    .OrderBy(row => row.At)
                    .ThenBy(row => row.Id)
                    .ToListAsync(cancel)
            ).Select(RowMapper.Move),
        ];

    public async Task<ImmutableArray<StockMove>> OfRunAsync(Guid run, CancellationToken cancel) =>
        [
            .. (
                await context
                    .StockMoves.AsNoTracking()
                    .Where(row => row.RunId == run)
                    .OrderBy(row => row.At)
                    .ThenBy(row => row.Id)
                    .ToListAsync(cancel)
            ).Select(RowMapper.Move),
        ];

    public void Add(Guid id, StockItem item, Instant at) => context.StockItems.Add(RowMapper.Row(id, item, at));

    /// <param name="item">Null where it is not kept any more.</param>
    public async Task ChangeAsync(Guid id, int version, StockItem? item, CancellationToken cancel)
    {
        var row = await context.StockItems.SingleAsync(one => one.Id == id, cancel);
        context.Entry(row).Property(one => one.Version).OriginalValue = version;
        if (item is null)
            row.Gone = true;
        else
            row.Item = CoreJson.Write(item);
        row.Version = version + 1;
    }

    public void Add(StockMove move, Instant at, string device) => context.StockMoves.Add(RowMapper.Row(move, at, device));
}
