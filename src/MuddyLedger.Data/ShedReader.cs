using System.Collections.Concurrent;
using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>Reads out of the rows.</summary>
/// <param name="store">How the file was found; null where that is known to be well.</param>
public sealed class ShedReader(ShedContext context, ShedStore? store = null) : IShedReader
{
    public Task<IAsyncDisposable> ReadingAsync(CancellationToken cancel) => context.ReadingAsync(cancel);

    public long LostLines =>
        store?.LookOnly?.Salvaged.Where(table => table.Table is "Entries" or "Strikes" or "Runs" or "RunEvents").Sum(table => table.Lost)
        ?? 0;

    public async Task<OwnerSettings> SettingsAsync(CancellationToken cancel) =>
        await context.Settings.AsNoTracking().SingleOrDefaultAsync(cancel) is { } row
            ? new(Unit.Find(row.VolumeUnit) ?? Unit.Litre, Unit.Find(row.TorqueUnit) ?? Unit.NewtonMetre, row.Currency, row.Version)
            : OwnerSettings.Default;

    public Task<byte[]?> PhotoAsync(Guid id, bool small, CancellationToken cancel)
    {
        var photo = context.Photos.Where(row => row.Id == id);
        return (small ? photo.Select(row => row.Small) : photo.Select(row => row.Image)).SingleOrDefaultAsync(cancel);
    }

    public async Task<ReadBikes> BikesAsync(Func<BikeId, StoredBike?>? known, CancellationToken cancel)
    {
        if (known is not null)
        {
            var stand = await context
                .Bikes.AsNoTracking()
                .OrderBy(row => row.AddedAt)
                .Select(row => new Stand(row.Id, row.Version, row.LedgerVersion))
                .ToListAsync(cancel);
            var bikes = stand.Select(row => (Row: row, Bike: known(new(row.Id)))).ToList();
            if (bikes.All(bike => bike.Bike?.Version == bike.Row.Version))
                return new([.. bikes.Select(bike => bike.Bike! with { LedgerVersion = bike.Row.LedgerVersion })], []);
        }

        var rows = (await context.Bikes.AsNoTracking().OrderBy(row => row.AddedAt).ToListAsync(cancel))
            .Select(row => (row.Id, Bike: Readable.OrNull(() => RowMapper.Bike(row))))
            .ToList();
        return new([.. rows.Select(row => row.Bike).OfType<StoredBike>()], [.. rows.Where(row => row.Bike is null).Select(row => row.Id)]);
    }

    /// <exception cref="System.Text.Json.JsonException">It is there and cannot be read.</exception>
    public async Task<StoredBike?> BikeAsync(BikeId id, StoredBike? known, CancellationToken cancel)
    {
        var one = context.Bikes.AsNoTracking().Where(row => row.Id == id.Value);
        if (known is not null)
        {
            var stand = await one.Select(row => new Stand(row.Id, row.Version, row.LedgerVersion)).SingleOrDefaultAsync(cancel);
            if (stand?.Version == known.Version)
                return known with { LedgerVersion = stand.LedgerVersion };
        }

        return await one.SingleOrDefaultAsync(cancel) is { } row ? RowMapper.Bike(row) : null;
    }

    /// <summary>How far a bike has come, without what it is.</summary>
    private sealed record Stand(Guid Id, int Version, long LedgerVersion);

    /// <summary>A bike's ledger. Of one that was read before only the lines since are read: lines are added, never changed.</summary>
    /// <param name="known">As it was last read; null to read all of it.</param>
    /// <param name="changes">How many changes the store has counted since; null where that is not known.</param>
    public async Task<ReadLedger> LedgerAsync(BikeId bike, ReadLedger? known, long? changes, CancellationToken cancel)
    {
        var id = bike.Value;
        if (
            known is not null
            && changes is { } counted
            && await LatestAsync(context, id, known.Place, cancel) is var latest
            && latest.Count == counted
        )
        {
            var added = Read(bike, latest);
            return new(
                added.Length == 0 ? known.Ledger : known.Ledger.With(added),
                latest.Count == 0 ? known.Place : latest[^1].Place,
                known.Damaged + latest.Count - added.Length,
                known.Strikes
            );
        }

        var (count, last) = await context
            .Database.SqlQuery<LastLine>($"SELECT count(*) AS Lines, coalesce(max(rowid), 0) AS Place FROM Entries WHERE BikeId = {id}")
            .SingleAsync(cancel)
            is { } now
            ? (now.Lines, now.Place)
            : default;
        var after = known?.Place ?? 0;
        var rows = await LinesAsync(context, id, after, cancel);
        var fresh = Read(bike, rows);
        var damaged = (known?.Damaged ?? 0) + rows.Count - fresh.Length;
        // Should the store ever have been rewritten under us, the count tells, and all of it is read anew.
        if (known is not null && known.Ledger.All.Length + fresh.Length + damaged != count)
            return await LedgerAsync(bike, null, null, cancel);
        var struck =
            from strike in context.Strikes.AsNoTracking()
            join entry in context.Entries on strike.EntryId equals entry.Id
            where entry.BikeId == id
            select strike;
        // A tap on the bench writes no line: the ledger is then the one that was read before, and all that was computed of it holds.
        if (known is not null && rows.Count == 0 && await struck.CountAsync(cancel) == known.Strikes)
            return known with { Place = last };
        var strikes = await struck.ToListAsync(cancel);
        var told = strikes.Select(RowMapper.Strike).ToList();
        return new(known is null ? BikeLedger.Of(bike, fresh, told) : known.Ledger.With(fresh, told), last, damaged, told.Count);
    }

    /// <summary>
    /// Only the columns that are wanted, and what a line says as the bytes that it is: whose bike it is is known, and a key less to read is
    /// a key less.
    /// </summary>
    internal static Task<List<Line>> LinesAsync(ShedContext context, Guid bike, long after, CancellationToken cancel) =>
        context
            .Database.SqlQuery<Line>(
                $"""
                SELECT Id, Date, WrittenAt, Device, CAST(Body AS BLOB) AS Body, RunId, CorrectsId, Reason, rowid AS Place
                FROM Entries WHERE BikeId = {bike} AND rowid > {after} ORDER BY rowid
                """
            )
            .ToListAsync(cancel);

    /// <summary>The same where few came since: by their place, and not by the index of the bike's whole book.</summary>
    private static Task<List<Line>> LatestAsync(ShedContext context, Guid bike, long after, CancellationToken cancel) =>
        context
            .Database.SqlQuery<Line>(
                $"""
                SELECT Id, Date, WrittenAt, Device, CAST(Body AS BLOB) AS Body, RunId, CorrectsId, Reason, rowid AS Place
                FROM Entries WHERE +BikeId = {bike} AND rowid > {after} ORDER BY rowid
                """
            )
            .ToListAsync(cancel);

    /// <summary>
    /// Reads the lines' words on every core, and keeps once what recurs in thousands of them. A line that cannot be read is left out.
    /// </summary>
    private static LedgerEntry[] Read(BikeId bike, List<Line> rows)
    {
        var devices = new ConcurrentDictionary<string, string>();
        LedgerEntry? One(Line row) => Readable.OrNull(() => RowMapper.Entry(bike, row, devices.GetOrAdd(row.Device, row.Device)));
        return rows.Count < FewRows
            ? [.. rows.Select(One).OfType<LedgerEntry>()]
            : [.. rows.AsParallel().AsOrdered().Select(One).OfType<LedgerEntry>()];
    }

    private const int FewRows = 200;

    /// <summary>As it is stored: what it says is read by itself, so that one that cannot be read does not take the others along.</summary>
    internal sealed record Line(
        Guid Id,
        string Date,
        string WrittenAt,
        string Device,
        byte[] Body,
        Guid? RunId,
        Guid? CorrectsId,
        string? Reason,
        long Place
    );

    private sealed record LastLine(long Lines, long Place);

    /// <summary>The bike whose book holds a line; null where there is no such line.</summary>
    public async Task<BikeId?> BikeOfEntryAsync(EntryId id, CancellationToken cancel) =>
        await context.Entries.AsNoTracking().Where(row => row.Id == id.Value).Select(row => (Guid?)row.BikeId).SingleOrDefaultAsync(cancel)
            is { } bike
            ? new BikeId(bike)
            : null;

    public async Task<StoredRun?> RunAsync(RunId id, CancellationToken cancel)
    {
        var row = await context.Runs.AsNoTracking().SingleOrDefaultAsync(run => run.Id == id.Value, cancel);
        return row is null
            ? null
            : RowMapper.Run(
                row,
                await context.RunEvents.AsNoTracking().Where(act => act.RunId == id.Value).OrderBy(act => act.Sequence).ToListAsync(cancel)
            );
    }

    public async Task<ReadRuns> RunningAsync(BikeId? bike, CancellationToken cancel)
    {
        var id = bike?.Value;
        var rows = await context
            .Runs.AsNoTracking()
            .Where(run => run.Status == RunStatus.Running && (id == null || run.BikeId == id))
            .OrderBy(run => run.StartedAt)
            .ToListAsync(cancel);
        var events = await (
            from act in context.RunEvents.AsNoTracking()
            join run in context.Runs on act.RunId equals run.Id
            where run.Status == RunStatus.Running && (id == null || run.BikeId == id)
            orderby act.Sequence
            select act
        ).ToListAsync(cancel);
        var byRun = events.ToLookup(act => act.RunId);
        var runs = rows.Select(row => (Row: row, Run: Readable.OrNull(() => RowMapper.Run(row, byRun[row.Id])))).ToList();
        return new(
            [.. runs.Select(one => one.Run).OfType<StoredRun>()],
            [.. runs.Where(one => one.Run is null).Select(one => new DamagedRow(one.Row.BikeId, one.Row.Id))]
        );
    }
}

/// <summary>Reads what may be damaged.</summary>
internal static class Readable
{
    /// <returns>Null where what is stored is not what should stand there.</returns>
    public static T? OrNull<T>(Func<T> read)
        where T : class
    {
        try
        {
            return read();
        }
        catch (Exception broken)
            when (broken
                    is System.Text.Json.JsonException
                        or FormatException
                        or ArgumentException
                        or OverflowException
                        or InvalidOperationException
                        or NotSupportedException
                        or NullReferenceException
            )
        {
            return null;
        }
    }
}
