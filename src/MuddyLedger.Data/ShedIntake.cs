using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Exchange;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>Puts the checked pieces of a copy into a store of their own, and that store's rows into the shed at once.</summary>
public sealed class ShedIntake(ShedContext context)
{
    private readonly ShedWriter _writer = new(context);

    /// <summary>So many rows are written at a time: a long book is not held twice.</summary>
    private const int RowsAtATime = 2_000;

    public async Task BikeAsync(BikeCopy bike, CancellationToken cancel)
    {
        _writer.AddBike(new(bike.Id), bike.Profile, bike.AddedAt);
        await KeepAsync(cancel);
        foreach (var run in bike.Runs)
        {
            _writer.AddRun(
                new StoredRun(
                    new(run.Id),
                    new(bike.Id),
                    run.Job,
                    run.StartedAt,
                    run.Status,
                    run.Taps.Length + 1,
                    run.EndedAt,
                    [.. run.Taps.Select(tap => new RunEvent(tap.Id, tap.At, tap.Device, tap.Act))]
                )
            );
            await KeepAsync(cancel);
        }

        // A line that corrects another may stand before it in the file, and comes after it in the store.
        foreach (var some in InOrder(bike.Entries).Chunk(RowsAtATime))
        {
            foreach (var entry in some)
                _writer.AddEntry(EntryOf(new(bike.Id), entry));
            await KeepAsync(cancel);
        }

        foreach (var strike in bike.Strikes)
            _writer.AddStrike(new Strike(new(strike.Entry), strike.At, strike.Device, strike.Reason));
        await KeepAsync(cancel);
    }

    public async Task ViewingAsync(ViewingCopy viewing, CancellationToken cancel)
    {
        new ViewingStore(context).Add(
            new(
                Id: new(viewing.Id),
                Details: viewing.Details,
                Status: viewing.Status,
                Version: 1,
                AddedAt: viewing.AddedAt,
                EndedAt: viewing.EndedAt,
                Ended: viewing.Ended,
                Bike: viewing.Bike is { } bought ? new(bought) : null,
                Events: [.. viewing.Taps.Select(tap => new ViewingEvent(tap.Id, tap.At, tap.Device, tap.Act))]
            )
        );
        await KeepAsync(cancel);
    }

    public async Task StockAsync(StockCopy stock, CancellationToken cancel)
    {
        var shelf = new ShelfStore(context);
        shelf.Add(stock.Id, stock.Item, stock.AddedAt);
        foreach (var move in stock.Moves)
            shelf.Add(
                new StockMove(move.Id, stock.Id, move.Container, move.Amount, move.Date, move.Cause, move.Note, move.Run),
                move.At,
                move.Device
            );
        await KeepAsync(cancel);
    }

    public async Task JobAsync(OwnJobCopy job, Instant at, CancellationToken cancel)
    {
        context.OwnJobs.Add(RowMapper.Row(new OwnJob(job.Id, job.Text, 1, at)));
        await KeepAsync(cancel);
    }

    public async Task PriceAsync(string point, FaultCost cost, CancellationToken cancel)
    {
        context.Prices.Add(RowMapper.Row(point, cost));
        await KeepAsync(cancel);
    }

    public async Task SettingsAsync(SettingsCopy settings, CancellationToken cancel)
    {
        _writer.ChangeSettings(settings.VolumeUnit, settings.TorqueUnit, settings.Currency, version: 0);
        await KeepAsync(cancel);
    }

    /// <param name="small">The stamp-sized picture.</param>
    public async Task PhotoAsync(PhotoCopy photo, byte[] small, CancellationToken cancel)
    {
        _writer.AddPhoto(photo.Id, photo.Image, small, photo.AddedAt);
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

                context.Writes.Add(RowMapper.Write(id, asked, at));
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

    private static LedgerEntry EntryOf(BikeId bike, EntryCopy entry) =>
        new(
            Id: new(entry.Id),
            Bike: bike,
            Date: entry.Date,
            WrittenAt: entry.WrittenAt,
            Device: entry.Device,
            Body: entry.Body,
            Run: entry.Run is { } run ? new RunId(run) : null,
            Corrects: entry.Corrects is { } corrects ? new EntryId(corrects) : null,
            Reason: entry.Reason
        );

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
