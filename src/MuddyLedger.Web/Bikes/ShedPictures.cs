using System.Collections.Concurrent;
using System.Collections.Immutable;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;
using MuddyLedger.Web.Settings;
using NodaTime;

namespace MuddyLedger.Web.Bikes;

/// <summary>All that Core computes of one bike today.</summary>
public sealed record BikePicture(
    StoredBike Bike, ReadLedger Read, BikeMeters Meters, ImmutableArray<TaskStanding> Tasks, ImmutableArray<StoredRun> Running, GateLine Gates, OilPump Pump, ImmutableArray<StandingForNow> ForNow, LocalDate Today)
{
    public Profile Profile => Bike.Profile;

    public BikeLedger Ledger => Read.Ledger;

    public IReadOnlySet<string> TaskIds => Tasks.Select(standing => standing.Task.Id).ToHashSet();

    /// <summary>What shuts a gate outside of one of its runs.</summary>
    public ImmutableArray<ShutElsewhere> ShutOutside(RunId run) =>
        [.. Gates.Reasons.Where(reason => reason.State == GateState.Shut && reason.Run != run).Select(reason => new ShutElsewhere(reason.Gate, reason.Why))];
}

/// <summary>
/// What was computed of each bike, for as long as nothing of it has changed. The key is the store's own count of the bike's profile
/// edits and ledger lines, read anew for every answer, so that a picture is never stale, whoever wrote.
/// </summary>
public sealed class PictureCache
{
    private readonly ConcurrentDictionary<BikeId, BikePicture> _pictures = new();

    public BikePicture? Find(StoredBike bike, LocalDate today) =>
        _pictures.TryGetValue(bike.Id, out var known) && known.Today == today && (known.Bike.Version, known.Bike.LedgerVersion) == (bike.Version, bike.LedgerVersion) ? known : null;

    /// <summary>The ledger as it was last read; lines may have been added since.</summary>
    public BikePicture? Last(BikeId bike) => _pictures.GetValueOrDefault(bike);

    public void Keep(BikePicture picture) => _pictures[picture.Bike.Id] = picture;
}

/// <summary>Loads what is stored and has Core make of it what it means.</summary>
public sealed class ShedPictures(ShedReader reader, ContentLibrary content, ShedContext context, ShedOptions options, PictureCache cache)
{
    public Instant Now => options.Clock.GetCurrentInstant();

    public LocalDate Today => options.DayOf(Now);

    public LocalDate DayOf(Instant instant) => options.DayOf(instant);

    public Task<OwnerSettings> SettingsAsync(CancellationToken cancel) => OwnerSettings.LoadAsync(context, cancel);

    public async Task<ImmutableArray<BikePicture>> AllAsync(CancellationToken cancel)
    {
        // One reading of the store: its parts belong together.
        await using var reading = await context.ReadingAsync(cancel);
        var today = Today;
        var bikes = await reader.BikesAsync(cancel);
        var running = bikes.All(bike => cache.Find(bike, today) is not null) ? [] : await reader.RunningAsync(cancel);
        // While one bike is computed the next one is read: the store gives one thing at a time, the processor need not.
        var pictures = new List<Task<BikePicture>>();
        var lines = 0;
        foreach (var bike in bikes)
        {
            if (cache.Find(bike, today) is { } known)
            {
                pictures.Add(Task.FromResult(known));
                continue;
            }

            var read = await ReadAsync(bike, cancel);
            lines += read.Ledger.All.Length;
            pictures.Add(Task.Run(() => Picture(bike, read, running, today), cancel));
        }

        var all = await Task.WhenAll(pictures);
        // What reading a whole shed leaves behind is several times what is kept of it; it is given back, not held for the next time.
        if (lines > ManyLines) GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        return [.. all];
    }

    private const int ManyLines = 20_000;

    public async Task<BikePicture?> OneAsync(Guid id, CancellationToken cancel)
    {
        await using var reading = await context.ReadingAsync(cancel);
        var today = Today;
        if (await reader.BikeAsync(new BikeId(id), cancel) is not { } bike) return null;
        return cache.Find(bike, today) ?? Picture(bike, await ReadAsync(bike, cancel), await reader.RunningAsync(cancel), today);
    }

    /// <summary>The bike whose book holds an entry, and the entry.</summary>
    public async Task<(LedgerEntry? Entry, BikePicture? Picture)> OfEntryAsync(Guid entry, CancellationToken cancel)
    {
        if (await reader.EntryAsync(new EntryId(entry), cancel) is not { } found) return (null, null);
        var picture = await OneAsync(found.Bike.Value, cancel);
        return (picture?.Ledger.All.First(line => line.Id == found.Id), picture);
    }

    private async Task<ReadLedger> ReadAsync(StoredBike bike, CancellationToken cancel)
    {
        var last = cache.Last(bike.Id);
        return last is not null && last.Bike.LedgerVersion == bike.LedgerVersion ? last.Read : await reader.LedgerAsync(bike.Id, last?.Read, cancel);
    }

    private BikePicture Picture(StoredBike bike, ReadLedger read, ImmutableArray<StoredRun> running, LocalDate today)
    {
        var ledger = read.Ledger;
        var own = running.Where(run => run.Bike == bike.Id).ToImmutableArray();
        var jobs = own.Select(run => new RunningJob(run.Id, JobPlan.For(run.Job, bike.Profile, run.State), run.State)).ToImmutableArray();
        var forNow = UndoList.Of(ledger, own.Select(run => (run.Id.Value, run.Job, run.State)), options.DayOf);
        var gates = GateLine.Of(bike.Profile, ledger, Schedule.FillTasksOf(bike.Profile, content.Schedules), forNow, jobs, today, options.DayOf);
        var meters = BikeMeters.Of(bike.Profile, ledger, gates.ShutSince);
        var picture = new BikePicture(bike, read, meters, Core.Servicing.Servicing.Of(bike.Profile, content.Schedules, ledger, meters, today), own,
            gates, OilPump.Of(bike.Profile, ledger, today), forNow, today);
        cache.Keep(picture);
        return picture;
    }
}
