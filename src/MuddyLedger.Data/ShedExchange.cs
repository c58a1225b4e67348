using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Exchange;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>Copies a shed out of its rows, piece by piece. What cannot be read is left out, and the rest goes out.</summary>
public sealed class ShedExchange(ShedContext context)
{
    /// <summary>One view of the store for all of a copy: a write in between is in all of it or in none.</summary>
    public Task<IAsyncDisposable> ReadingAsync(CancellationToken cancel) => context.ReadingAsync(cancel);

    /// <summary>
    /// Nothing of the owner's is here yet: neither bikes nor viewings, shelf, prices, jobs or photos. Settings are no content; a copy
    /// brings its own.
    /// </summary>
    public async Task<bool> EmptyAsync(CancellationToken cancel) =>
        !await context.Bikes.AnyAsync(cancel)
        && !await context.Viewings.AnyAsync(cancel)
        && !await context.StockItems.AnyAsync(cancel)
        && !await context.Prices.AnyAsync(cancel)
        && !await context.OwnJobs.AnyAsync(cancel)
        && !await context.Photos.AnyAsync(cancel);

    public async Task<SettingsCopy?> SettingsAsync(CancellationToken cancel) =>
        await context.Settings.AsNoTracking().SingleOrDefaultAsync(cancel) is { } row
            ? new(row.VolumeUnit, row.TorqueUnit, row.Currency)
            : null;

    /// <param name="bike">One bike; null for all.</param>
    public async IAsyncEnumerable<BikeCopy> BikesAsync(Guid? bike, [EnumeratorCancellation] CancellationToken cancel)
    {
        var ids = await context
            .Bikes.AsNoTracking()
            .Where(row => bike == null || row.Id == bike)
            .OrderBy(row => row.AddedAt)
            .ThenBy(row => row.Id)
            .Select(row => row.Id)
            .ToListAsync(cancel);
        foreach (var id in ids)
            if (await BikeAsync(await context.Bikes.AsNoTracking().SingleAsync(row => row.Id == id, cancel), cancel) is { } copy)
                yield return copy;
    }

    public async Task<ImmutableArray<ViewingCopy>> ViewingsAsync(CancellationToken cancel)
    {
        var rows = await context.Viewings.AsNoTracking().OrderBy(row => row.AddedAt).ThenBy(row => row.Id).ToListAsync(cancel);
        var taps = (await context.ViewingEvents.AsNoTracking().OrderBy(row => row.Sequence).ToListAsync(cancel)).ToLookup(row =>
            row.ViewingId
        );
        return [.. rows.Select(row => Readable.OrNull(() => CopyOf(RowMapper.Viewing(row, taps[row.Id])))).OfType<ViewingCopy>()];
    }

    public async Task<ImmutableSortedDictionary<string, FaultCost>> PricesAsync(CancellationToken cancel) =>
        await new ViewingStore(context).PricesAsync(cancel);

    public async Task<ImmutableArray<OwnJobCopy>> JobsAsync(CancellationToken cancel) =>
        [.. (await new OwnJobStore(context).AllAsync(cancel)).Select(job => new OwnJobCopy(job.Id, job.Text))];

    public async Task<ImmutableArray<StockCopy>> ShelfAsync(CancellationToken cancel)
    {
        var items = await context
            .StockItems.AsNoTracking()
            .Where(row => !row.Gone)
            .OrderBy(row => row.AddedAt)
            .ThenBy(row => row.Id)
            .ToListAsync(cancel);
        var moves = (await context.StockMoves.AsNoTracking().OrderBy(row => row.At).ThenBy(row => row.Id).ToListAsync(cancel)).ToLookup(
            row => row.ItemId
        );
        return
        [
            .. items
                .Select(row =>
                    Readable.OrNull(() =>
                        new StockCopy(
                            row.Id,
                            row.AddedAt,
                            CoreJson.Read<StockItem>(row.Item),
                            [
                                .. moves[row.Id]
                                    .Select(move => new StockMoveCopy(
                                        Id: move.Id,
                                        Container: move.ContainerId,
                                        Amount: move.Amount,
                                        Date: move.Date,
                                        At: move.At,
                                        Device: move.Device,
                                        Cause: move.Cause,
                                        Note: move.Note,
                                        Run: move.RunId
                                    )),
                            ]
                        )
                    )
                )
                .OfType<StockCopy>(),
        ];
    }

    /// <summary>One at a time: a thousand of them are several hundred megabytes.</summary>
    /// <param name="only">Null for all.</param>
    public async IAsyncEnumerable<PhotoCopy> PhotosAsync(IReadOnlySet<Guid>? only, [EnumeratorCancellation] CancellationToken cancel)
    {
        var ids = await context
            .Photos.AsNoTracking()
            .OrderBy(row => row.AddedAt)
            .ThenBy(row => row.Id)
            .Select(row => row.Id)
            .ToListAsync(cancel);
        foreach (var id in ids.Where(id => only is null || only.Contains(id)))
        {
            var row = await context
                .Photos.AsNoTracking()
                .Where(photo => photo.Id == id)
                .Select(photo => new
                {
                    photo.Id,
                    photo.AddedAt,
                    photo.Image,
                })
                .SingleAsync(cancel);
            yield return new(row.Id, row.AddedAt, row.Image);
        }
    }

    private async Task<BikeCopy?> BikeAsync(BikeRow bike, CancellationToken cancel)
    {
        if (Readable.OrNull(() => CoreJson.Read<Profile>(bike.Profile)) is not { } profile)
            return null;
        var rows = (await ShedReader.LinesAsync(context, bike.Id, 0, cancel))
            .OrderBy(row => row.WrittenAt, StringComparer.Ordinal)
            .ThenBy(row => row.Id.ToString(), StringComparer.Ordinal);
        var runRows = await context
            .Runs.AsNoTracking()
            .Where(row => row.BikeId == bike.Id)
            .OrderBy(row => row.StartedAt)
            .ThenBy(row => row.Id)
            .ToListAsync(cancel);
        var taps = (
            await (
                from tap in context.RunEvents.AsNoTracking()
                join run in context.Runs on tap.RunId equals run.Id
                where run.BikeId == bike.Id
                orderby tap.Sequence
                select tap
            ).ToListAsync(cancel)
        ).ToLookup(tap => tap.RunId);
        var strikes = await (
            from strike in context.Strikes.AsNoTracking()
            join entry in context.Entries on strike.EntryId equals entry.Id
            where entry.BikeId == bike.Id
            orderby strike.At, strike.EntryId
            select strike
        ).ToListAsync(cancel);
        ImmutableArray<RunCopy> runs =
        [
            .. runRows.Select(row => Readable.OrNull(() => CopyOf(RowMapper.Run(row, taps[row.Id])))).OfType<RunCopy>(),
        ];
        ImmutableArray<EntryCopy> entries =
        [
            .. rows.Select(row => Readable.OrNull(() => RowMapper.Entry(new(bike.Id), row, row.Device)))
                .OfType<LedgerEntry>()
                .Select(CopyOf),
        ];
        // What a damaged row leaves behind must not make a copy that cannot be taken in: it speaks only of what goes out with it.
        var (kept, ran) = (entries.Select(entry => entry.Id).ToHashSet(), runs.Select(run => run.Id).ToHashSet());
        return new(
            bike.Id,
            bike.AddedAt,
            profile,
            [
                .. entries.Select(entry =>
                    entry with
                    {
                        Run = entry.Run is { } run && ran.Contains(run) ? run : null,
                        Corrects = entry.Corrects is { } was && kept.Contains(was) ? was : null,
                    }
                ),
            ],
            [
                .. strikes
                    .Where(row => kept.Contains(row.EntryId))
                    .Select(row => new StrikeCopy(row.EntryId, row.At, row.Device, row.Reason)),
            ],
            runs
        );
    }

    private static ViewingCopy CopyOf(StoredViewing viewing) =>
        new(
            viewing.Id.Value,
            viewing.AddedAt,
            viewing.Details,
            viewing.Status,
            viewing.EndedAt,
            viewing.Ended,
            viewing.Bike?.Value,
            [.. viewing.Events.Select(tap => new ViewingTapCopy(tap.Id, tap.At, tap.Device, tap.Act))]
        );

    private static RunCopy CopyOf(StoredRun run) =>
        new(
            run.Id.Value,
            run.Job,
            run.Started,
            run.Status,
            run.Ended,
            [.. run.Events.Select(tap => new TapCopy(tap.Id, tap.At, tap.Device, tap.Act))]
        );

    private static EntryCopy CopyOf(LedgerEntry line) =>
        new(line.Id.Value, line.Date, line.WrittenAt, line.Device, line.Body, line.Run?.Value, line.Corrects?.Value, line.Reason);
}
