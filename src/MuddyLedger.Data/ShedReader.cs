using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Data;

/// <param name="LedgerVersion">Counts every line, strike, run and tap of the bike; what is computed from them holds for as long as it does.</param>
public sealed record StoredBike(BikeId Id, Profile Profile, int Version, long LedgerVersion);

public sealed record StoredRun(RunId Id, BikeId Bike, Job Job, Instant Started, RunStatus Status, int Version, Instant? Ended, ImmutableArray<RunEvent> Events)
{
    public RunState State => RunState.Of(Job, Started, Events);
}

/// <summary>Loads what Core needs, and nothing else.</summary>
public sealed class ShedReader(ShedContext context)
{
    public async Task<ImmutableArray<StoredBike>> BikesAsync(CancellationToken cancel) =>
        [.. (await context.Bikes.AsNoTracking().OrderBy(row => row.AddedAt).ToListAsync(cancel)).Select(Bike)];

    public async Task<StoredBike?> BikeAsync(BikeId id, CancellationToken cancel) =>
        await context.Bikes.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id.Value, cancel) is { } row ? Bike(row) : null;

    public async Task<BikeLedger> LedgerAsync(BikeId bike, CancellationToken cancel)
    {
        var entries = await context.Entries.AsNoTracking().Where(row => row.BikeId == bike.Value).ToListAsync(cancel);
        var strikes = await (from strike in context.Strikes.AsNoTracking()
                             join entry in context.Entries on strike.EntryId equals entry.Id
                             where entry.BikeId == bike.Value
                             select strike).ToListAsync(cancel);
        return BikeLedger.Of(bike, entries.Select(Entry), strikes.Select(row => new Strike(new(row.EntryId), row.At, row.Device, row.Reason)));
    }

    public async Task<LedgerEntry?> EntryAsync(EntryId id, CancellationToken cancel) =>
        await context.Entries.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id.Value, cancel) is { } row ? Entry(row) : null;

    public async Task<StoredRun?> RunAsync(RunId id, CancellationToken cancel)
    {
        var row = await context.Runs.AsNoTracking().SingleOrDefaultAsync(run => run.Id == id.Value, cancel);
        return row is null ? null : Run(row, await context.RunEvents.AsNoTracking().Where(act => act.RunId == id.Value).OrderBy(act => act.Sequence).ToListAsync(cancel));
    }

    public async Task<ImmutableArray<StoredRun>> RunningAsync(CancellationToken cancel)
    {
        var rows = await context.Runs.AsNoTracking().Where(run => run.Status == RunStatus.Running).OrderBy(run => run.StartedAt).ToListAsync(cancel);
        var events = await (from act in context.RunEvents.AsNoTracking()
                            join run in context.Runs on act.RunId equals run.Id
                            where run.Status == RunStatus.Running
                            orderby act.Sequence
                            select act).ToListAsync(cancel);
        var byRun = events.ToLookup(act => act.RunId);
        return [.. rows.Select(row => Run(row, byRun[row.Id]))];
    }

    private static StoredBike Bike(BikeRow row) => new(new(row.Id), CoreJson.Read<Profile>(row.Profile), row.Version, row.LedgerVersion);

    private static LedgerEntry Entry(EntryRow row) => new(
        new(row.Id), new(row.BikeId), row.Date, row.WrittenAt, row.Device, CoreJson.Read<EntryBody>(row.Body),
        row.RunId is { } run ? new RunId(run) : null, row.CorrectsId is { } corrects ? new EntryId(corrects) : null, row.Reason);

    private static StoredRun Run(RunRow row, IEnumerable<RunEventRow> events) => new(
        new(row.Id), new(row.BikeId), CoreJson.Read<Job>(row.Job), row.StartedAt, row.Status, row.Version, row.EndedAt,
        [.. events.Select(act => new RunEvent(act.Id, act.At, act.Device, CoreJson.Read<RunAct>(act.Act)))]);
}
