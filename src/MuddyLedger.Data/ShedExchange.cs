using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
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
        return
        [
            .. rows.Select(row =>
                    Readable.OrNull(() =>
                        new ViewingCopy(
                            row.Id,
                            row.AddedAt,
                            CoreJson.Read<ViewingDetails>(row.Details),
                            row.Status,
                            row.EndedAt,
                            row.Ended,
                            row.BikeId,
                            [
                                .. taps[row.Id]
                                    .Select(tap => new ViewingTapCopy(tap.Id, tap.At, tap.Device, CoreJson.Read<ViewingAct>(tap.Act))),
                            ]
                        )
                    )
                )
                .OfType<ViewingCopy>(),
        ];
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
                                        move.Id,
                                        move.ContainerId,
                                        move.Amount,
                                        move.Date,
                                        move.At,
                                        move.Device,
                                        move.Cause,
                                        move.Note,
                                        move.RunId
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
            .. runRows
                .Select(row =>
                    Readable.OrNull(() =>
                        new RunCopy(
                            row.Id,
                            CoreJson.Read<Job>(row.Job),
                            row.StartedAt,
                            row.Status,
                            row.EndedAt,
                            [.. taps[row.Id].Select(tap => new TapCopy(tap.Id, tap.At, tap.Device, CoreJson.Read<RunAct>(tap.Act)))]
                        )
                    )
                )
                .OfType<RunCopy>(),
        ];
        ImmutableArray<EntryCopy> entries =
        [
            .. rows.Select(row => Readable.OrNull(() => ShedReader.Entry(new(bike.Id), row, row.Device)))
                .OfType<LedgerEntry>()
                .Select(line => new EntryCopy(
                    line.Id.Value,
                    line.Date,
                    line.WrittenAt,
                    line.Device,
                    line.Body,
                    line.Run?.Value,
                    line.Corrects?.Value,
                    line.Reason
                )),
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
}

/// <summary>Puts the checked pieces of a copy into a store of their own, and that store's rows into the shed at once.</summary>
public sealed class ShedIntake(ShedContext context)
{
    /// <summary>So many rows are written at a time: a long book is not held twice.</summary>
    private const int RowsAtATime = 2_000;

    public async Task BikeAsync(BikeCopy bike, CancellationToken cancel)
    {
        context.Bikes.Add(
            new BikeRow
            {
                Id = bike.Id,
                Profile = CoreJson.Write(bike.Profile),
                Version = 1,
                AddedAt = bike.AddedAt,
            }
        );
        await KeepAsync(cancel);
        foreach (var run in bike.Runs)
        {
            context.Runs.Add(
                new RunRow
                {
                    Id = run.Id,
                    BikeId = bike.Id,
                    Job = CoreJson.Write(run.Job),
                    StartedAt = run.StartedAt,
                    Status = run.Status,
                    Version = run.Taps.Length + 1,
                    EndedAt = run.EndedAt,
                }
            );
            context.RunEvents.AddRange(
                run.Taps.Select(
                    (tap, at) =>
                        new RunEventRow
                        {
                            Id = tap.Id,
                            RunId = run.Id,
                            Sequence = at + 1,
                            At = tap.At,
                            Device = tap.Device,
                            Act = CoreJson.Write(tap.Act),
                        }
                )
            );
            await KeepAsync(cancel);
        }

        // A line that corrects another may stand before it in the file, and comes after it in the store.
        foreach (var some in InOrder(bike.Entries).Chunk(RowsAtATime))
        {
            context.Entries.AddRange(
                some.Select(entry => new EntryRow
                {
                    Id = entry.Id,
                    BikeId = bike.Id,
                    Date = entry.Date,
                    WrittenAt = entry.WrittenAt,
                    Device = entry.Device,
                    Body = CoreJson.Write(entry.Body),
                    RunId = entry.Run,
                    CorrectsId = entry.Corrects,
                    Reason = entry.Reason,
                })
            );
            await KeepAsync(cancel);
        }

        context.Strikes.AddRange(
            bike.Strikes.Select(strike => new StrikeRow
            {
                EntryId = strike.Entry,
                At = strike.At,
                Device = strike.Device,
                Reason = strike.Reason,
            })
        );
        await KeepAsync(cancel);
    }

    public async Task ViewingAsync(ViewingCopy viewing, CancellationToken cancel)
    {
        new ViewingStore(context).Add(
            new(
                new(viewing.Id),
                viewing.Details,
                viewing.Status,
                1,
                viewing.AddedAt,
                viewing.EndedAt,
                viewing.Ended,
                viewing.Bike is { } bought ? new(bought) : null,
                [.. viewing.Taps.Select(tap => new ViewingEvent(tap.Id, tap.At, tap.Device, tap.Act))]
            )
        );
        await KeepAsync(cancel);
    }

    public async Task StockAsync(StockCopy stock, CancellationToken cancel)
    {
        context.StockItems.Add(
            new StockItemRow
            {
                Id = stock.Id,
                Item = CoreJson.Write(stock.Item),
                Version = 1,
                AddedAt = stock.AddedAt,
            }
        );
        context.StockMoves.AddRange(
            stock.Moves.Select(move => new StockMoveRow
            {
                Id = move.Id,
                ItemId = stock.Id,
                ContainerId = move.Container,
                Amount = move.Amount,
                Date = move.Date,
                At = move.At,
                Device = move.Device,
                Cause = move.Cause,
                Note = move.Note,
                RunId = move.Run,
            })
        );
        await KeepAsync(cancel);
    }

    public async Task JobAsync(OwnJobCopy job, Instant at, CancellationToken cancel)
    {
        context.OwnJobs.Add(
            new OwnJobRow
            {
                Id = job.Id,
                Text = job.Text,
                Version = 1,
                ChangedAt = at,
            }
        );
        await KeepAsync(cancel);
    }

    public async Task PriceAsync(string point, FaultCost cost, CancellationToken cancel)
    {
        context.Prices.Add(new PriceRow { Point = point, Cost = CoreJson.Write(cost) });
        await KeepAsync(cancel);
    }

    public async Task SettingsAsync(SettingsCopy settings, CancellationToken cancel)
    {
        context.Settings.Add(
            new SettingsRow
            {
                Id = 1,
                VolumeUnit = settings.VolumeUnit,
                TorqueUnit = settings.TorqueUnit,
                Currency = settings.Currency,
                Version = 1,
            }
        );
        await KeepAsync(cancel);
    }

    /// <param name="small">The stamp-sized picture.</param>
    public async Task PhotoAsync(PhotoCopy photo, byte[] small, CancellationToken cancel)
    {
        context.Photos.Add(
            new PhotoRow
            {
                Id = photo.Id,
                AddedAt = photo.AddedAt,
                Image = photo.Image,
                Small = small,
            }
        );
        await KeepAsync(cancel);
    }

    /// <summary>Every row of another store into this one, in one transaction, with the note that it was asked for.</summary>
    /// <param name="from">The file of a store of this shape.</param>
    public async Task AllOfAsync(string from, Guid id, string asked, Instant at, CancellationToken cancel)
    {
        await context.Database.OpenConnectionAsync(cancel);
        try
        {
            var connection = (SqliteConnection)context.Database.GetDbConnection();
            await using (var attach = connection.CreateCommand())
            {
                attach.CommandText = "ATTACH @file AS taken";
                attach.Parameters.AddWithValue("@file", from);
                await attach.ExecuteNonQueryAsync(cancel);
            }

            try
            {
                await using var transaction = await context.Database.BeginTransactionAsync(cancel);
                await context.Database.ExecuteSqlRawAsync(
                    "PRAGMA defer_foreign_keys=ON; DELETE FROM Settings WHERE EXISTS (SELECT 1 FROM taken.Settings)",
                    cancel
                );
                foreach (
                    var table in SqliteFile.Tables(connection, "taken").Where(table => table is not ("__EFMigrationsHistory" or "Writes"))
                )
                {
                    var columns = string.Join(
                        ", ",
                        SqliteFile.Column(connection, $"SELECT name FROM pragma_table_info('{table}')").Select(name => $"\"{name}\"")
                    );
#pragma warning disable EF1002, CA2100 // the names are the store's own
                    await context.Database.ExecuteSqlRawAsync(
                        $"INSERT INTO main.\"{table}\" ({columns}) SELECT {columns} FROM taken.\"{table}\" ORDER BY rowid",
                        cancel
                    );
#pragma warning restore EF1002, CA2100
                }

                context.Writes.Add(
                    new WriteRow
                    {
                        Id = id,
                        Asked = ShedWriter.Digest(asked),
                        At = at,
                    }
                );
                await context.SaveChangesAsync(cancel);
                await transaction.CommitAsync(CancellationToken.None);
            }
            finally
            {
                await context.Database.ExecuteSqlRawAsync("DETACH taken", CancellationToken.None);
            }
        }
        finally
        {
            await context.Database.CloseConnectionAsync();
        }
    }

    private async Task KeepAsync(CancellationToken cancel)
    {
        await context.SaveChangesAsync(cancel);
        context.ChangeTracker.Clear();
    }

    private static IEnumerable<EntryCopy> InOrder(ImmutableArray<EntryCopy> entries)
    {
        var byId = entries.ToDictionary(entry => entry.Id);
        var written = new HashSet<Guid>();
        foreach (var entry in entries)
        {
            var chain = new Stack<EntryCopy>();
            for (var at = entry; !written.Contains(at.Id); at = byId[at.Corrects.Value])
            {
                chain.Push(at);
                if (at.Corrects is null)
                    break;
            }

            foreach (var one in chain)
            {
                written.Add(one.Id);
                yield return one;
            }
        }
    }
}
