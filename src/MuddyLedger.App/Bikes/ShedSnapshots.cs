using System.Collections.Concurrent;
using System.Collections.Immutable;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.App.Bikes;

/// <summary>What is due on a bike, and what wears on it.</summary>
/// <param name="Tasks">Its plan as it stands.</param>
/// <param name="Wear">What wears on it, as far as it was measured.</param>
/// <param name="Valves">Its valves, one by one.</param>
/// <param name="WearByTask">The series that each task goes by, the valves among them.</param>
public sealed record BikePlan(
    ImmutableArray<TaskState> Tasks,
    ImmutableArray<WearSeries> Wear,
    ImmutableArray<ValveSeries> Valves,
    ImmutableDictionary<string, WearSeries> WearByTask
);

/// <summary>All that Core computes of one bike today.</summary>
/// <param name="Bike">As it is stored.</param>
/// <param name="Read">Its ledger, and up to which line it was read.</param>
/// <param name="Meters">Its own, with their forecasts.</param>
/// <param name="Plan">What is due and what wears: most of the work, made when it is first asked for. A line is written without.</param>
/// <param name="Running">Its job runs under way.</param>
/// <param name="Gates">Cranked, run, ridden.</param>
/// <param name="Pump">Whether its oil pump is proven.</param>
/// <param name="ForNow">What is there or away only for now.</param>
/// <param name="Today">The day for which it was computed.</param>
/// <param name="DamagedLines">Lines and running jobs that are stored and cannot be read.</param>
public sealed record BikeSnapshot(
    StoredBike Bike,
    ReadLedger Read,
    BikeMeters Meters,
    Lazy<BikePlan> Plan,
    ImmutableArray<StoredRun> Running,
    GateLine Gates,
    OilPump Pump,
    ImmutableArray<UndoItem> ForNow,
    LocalDate Today,
    int DamagedLines
)
{
    /// <summary>As it was last kept.</summary>
    public Profile Profile => Bike.Profile;

    /// <summary>Its whole book.</summary>
    public BikeLedger Ledger => Read.Ledger;

    /// <summary>Its plan as it stands.</summary>
    public ImmutableArray<TaskState> Tasks => Plan.Value.Tasks;

    /// <summary>What wears on it, as far as it was measured.</summary>
    public ImmutableArray<WearSeries> Wear => Plan.Value.Wear;

    /// <summary>Its valves, one by one.</summary>
    public ImmutableArray<ValveSeries> Valves => Plan.Value.Valves;

    /// <summary>The series that each task goes by, the valves among them.</summary>
    public ImmutableDictionary<string, WearSeries> WearByTask => Plan.Value.WearByTask;

    /// <summary>Of its plan.</summary>
    public IReadOnlySet<string> TaskIds => Tasks.Select(state => state.Task.Id).ToHashSet();

    /// <summary>What shuts a gate outside of one of its runs.</summary>
    public ImmutableArray<ShutElsewhere> ShutOutside(RunId run) =>
        [
            .. Gates
                .Reasons.Where(reason => reason.State == GateState.Shut && reason.Run != run)
                .Select(reason => new ShutElsewhere(reason.Gate, reason.Why)),
        ];
}

/// <summary>
/// What was computed of each bike, for as long as nothing of it has changed. The key is the store's own count of the bike's profile
/// edits and ledger lines, read anew for every answer, so that a snapshot is never stale, whoever wrote.
/// </summary>
public sealed class SnapshotCache
{
    private readonly ConcurrentDictionary<BikeId, BikeSnapshot> _snapshots = new();

    /// <summary>What was computed of the bike as it stands; null where it has changed since, or another day has come.</summary>
    public BikeSnapshot? Find(StoredBike bike, LocalDate today) =>
        _snapshots.TryGetValue(bike.Id, out var known)
        && known.Today == today
        && (known.Bike.Version, known.Bike.LedgerVersion) == (bike.Version, bike.LedgerVersion)
            ? known
            : null;

    /// <summary>The ledger as it was last read; lines may have been added since.</summary>
    public BikeSnapshot? Last(BikeId bike) => _snapshots.GetValueOrDefault(bike);

    /// <summary>In place of what was kept of this bike.</summary>
    public void Keep(BikeSnapshot snapshot)
    {
        _snapshots[snapshot.Bike.Id] = snapshot;
        _notShown.TryRemove(snapshot.Bike.Id, out _);
    }

    /// <summary>Bikes of which nothing can be computed from what is stored, and what went wrong.</summary>
    public IEnumerable<(BikeId Bike, string Name, string Words)> NotShown =>
        _notShown.Select(pair => (pair.Key, pair.Value.Name, pair.Value.Words));

    /// <param name="words">Why, in a sentence.</param>
    public void CannotShow(StoredBike bike, string words) => _notShown[bike.Id] = (bike.Profile.Nickname, words);

    /// <summary>The file was exchanged: nothing of the old one counts.</summary>
    public void Clear()
    {
        _snapshots.Clear();
        _notShown.Clear();
    }

    private readonly ConcurrentDictionary<BikeId, (string Name, string Words)> _notShown = new();
}

/// <summary>What is stored of a bike cannot be made sense of.</summary>
public sealed class BikeNotShownException(string words, Exception inner) : Exception(words, inner);

/// <summary>A bike whose book is not whole.</summary>
/// <param name="Bike">Its id; null where not even that can be read.</param>
/// <param name="Name">Its nickname, or what else it can be known by.</param>
/// <param name="Lines">How many lines and running jobs of it cannot be read.</param>
/// <param name="Shown">False where the bike cannot be shown at all.</param>
/// <param name="Words">What cannot be read.</param>
public sealed record DamagedBike(Guid? Bike, string Name, int Lines, bool Shown, string Words);

/// <summary>Loads what is stored and has Core make of it what it means.</summary>
public sealed class ShedSnapshots(IShedReader reader, ContentLibrary content, ShedClock clock, SnapshotCache cache, ProofFocus focus)
{
    /// <summary>By the shed's clock.</summary>
    public Instant Now => clock.Now;

    /// <summary>By the shed's clock, in the owner's calendar.</summary>
    public LocalDate Today => clock.Today;

    /// <summary>In the owner's calendar.</summary>
    public LocalDate DayOf(Instant instant) => clock.DayOf(instant);

    /// <summary>The owner's, or those that are there from the start.</summary>
    public Task<OwnerSettings> SettingsAsync(CancellationToken cancel) => reader.SettingsAsync(cancel);

    /// <summary>Every bike that can be shown, with its plan made.</summary>
    public async Task<ImmutableArray<BikeSnapshot>> AllAsync(CancellationToken cancel)
    {
        // One reading of the store: its parts belong together.
        await using var reading = await reader.ReadingAsync(cancel);
        var today = Today;
        var bikes = (await reader.BikesAsync(LastRead, cancel)).Bikes;
        if (focus.Bike is { } only)
            bikes = [.. bikes.Where(bike => bike.Id.Value == only)];
        var running = bikes.All(bike => cache.Find(bike, today) is not null) ? new([], []) : await reader.RunningAsync(null, cancel);
        // While one bike is computed the next one is read: the store gives one thing at a time, the processor need not.
        var snapshots = new List<Task<BikeSnapshot?>>();
        var lines = 0;
        foreach (var bike in bikes)
        {
            if (cache.Find(bike, today) is { } known)
            {
                snapshots.Add(Task.FromResult<BikeSnapshot?>(known));
                continue;
            }

            var read = await ReadAsync(bike, cancel);
            lines += read.Ledger.All.Length;
            snapshots.Add(Task.Run(() => SnapshotOrNull(bike, read, running, today), cancel));
        }

        var all = await Task.WhenAll(snapshots);
        // What reading a whole shed leaves behind is several times what is kept of it; it is given back, not held for the next time.
        if (lines > ManyLines)
            GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        return [.. all.OfType<BikeSnapshot>()];
    }

    private const int ManyLines = 20_000;

    /// <summary>Null where there is no such bike.</summary>
    public async Task<BikeSnapshot?> OneAsync(Guid id, CancellationToken cancel)
    {
        await using var reading = await reader.ReadingAsync(cancel);
        var today = Today;
        if (await BikeAsync(new BikeId(id), cancel) is not { } bike)
            return null;
        if (cache.Find(bike, today) is { } known)
            return known;
        var last = cache.Last(bike.Id);
        var read = await ReadAsync(bike, cancel);
        var running =
            last is not null && OnlyLinesCame(last, bike, read) ? new(last.Running, []) : await reader.RunningAsync(bike.Id, cancel);
        return Snapshot(bike, read, running, today);
    }

    /// <summary>Whether all that the store has counted since are lines: then no job has begun, gone on or ended.</summary>
    private static bool OnlyLinesCame(BikeSnapshot last, StoredBike bike, ReadLedger read) =>
        last.DamagedLines == last.Read.Damaged
        && read.Strikes == last.Read.Strikes
        && bike.LedgerVersion - last.Bike.LedgerVersion
            == read.Ledger.All.Length + read.Damaged - last.Ledger.All.Length - last.Read.Damaged;

    private StoredBike? LastRead(BikeId bike) => cache.Last(bike)?.Bike;

    /// <exception cref="BikeNotShownException">Its profile cannot be read.</exception>
    private async Task<StoredBike?> BikeAsync(BikeId id, CancellationToken cancel)
    {
        try
        {
            return await reader.BikeAsync(id, LastRead(id), cancel);
        }
        catch (Exception broken)
            when (broken
                    is System.Text.Json.JsonException
                        or FormatException
                        or ArgumentException
                        or InvalidOperationException
                        or NotSupportedException
            )
        {
            throw new BikeNotShownException("Its profile cannot be read", broken);
        }
    }

    /// <summary>The bike whose book holds an entry, and the entry.</summary>
    public async Task<(LedgerEntry? Entry, BikeSnapshot? Snapshot)> OfEntryAsync(Guid entry, CancellationToken cancel)
    {
        if (await reader.BikeOfEntryAsync(new EntryId(entry), cancel) is not { } bike)
            return (null, null);
        var snapshot = await OneAsync(bike.Value, cancel);
        return (snapshot?.Ledger.All.FirstOrDefault(line => line.Id.Value == entry), snapshot);
    }

    private async Task<ReadLedger> ReadAsync(StoredBike bike, CancellationToken cancel)
    {
        var last = cache.Last(bike.Id);
        return last is not null && last.Bike.LedgerVersion == bike.LedgerVersion
            ? last.Read
            : await reader.LedgerAsync(bike.Id, last?.Read, bike.LedgerVersion - last?.Bike.LedgerVersion, cancel);
    }

    /// <summary>All that is there and cannot be read, or makes no sense.</summary>
    public async Task<IReadOnlyList<DamagedBike>> DamagedAsync(CancellationToken cancel)
    {
        var all = await AllAsync(cancel);
        return
        [
            .. (await reader.BikesAsync(LastRead, cancel)).Damaged.Select(id => new DamagedBike(
                id,
                "A bike",
                0,
                false,
                "Its profile cannot be read."
            )),
            .. cache
                .NotShown.Where(one => all.All(snapshot => snapshot.Bike.Id != one.Bike))
                .Select(one => new DamagedBike(one.Bike.Value, one.Name, 0, false, one.Words)),
            .. all.Where(snapshot => snapshot.DamagedLines > 0)
                .Select(snapshot => new DamagedBike(
                    snapshot.Bike.Id.Value,
                    snapshot.Profile.Nickname,
                    snapshot.DamagedLines,
                    true,
                    $"{snapshot.DamagedLines} {(snapshot.DamagedLines == 1 ? "line of its book" : "lines of its book")} cannot be read."
                )),
        ];
    }

    private BikeSnapshot? SnapshotOrNull(StoredBike bike, ReadLedger read, ReadRuns running, LocalDate today)
    {
        try
        {
            var snapshot = Snapshot(bike, read, running, today);
            _ = snapshot.Plan.Value;
            return snapshot;
        }
        catch (BikeNotShownException)
        {
            // The other bikes are shown; that this one is not is said by the list of what is damaged.
            return null;
        }
    }

    /// <exception cref="BikeNotShownException">What is stored makes no sense: falling meters, a ring of steps, a day before all
    /// days.</exception>
    private BikeSnapshot Snapshot(StoredBike bike, ReadLedger read, ReadRuns running, LocalDate today) =>
        Sensible(cache, bike, () => Computed(bike, read, running, today));

    /// <exception cref="BikeNotShownException">See <see cref="Snapshot"/>.</exception>
    private static T Sensible<T>(SnapshotCache cache, StoredBike bike, Func<T> compute)
    {
        try
        {
            return compute();
        }
#pragma warning disable CA1031 // Whatever it is: one bike that makes no sense must not take the others along.
        catch (Exception senseless)
#pragma warning restore CA1031
        {
            var words =
                $"What is stored of it makes no sense, and nothing can be worked out from it "
                + $"({senseless.GetType().Name}: {senseless.Message})";
            cache.CannotShow(bike, words);
            throw new BikeNotShownException(words, senseless);
        }
    }

    private string? Unread(int damaged)
    {
        if (damaged > 0)
            return $"{damaged} {(damaged == 1 ? "line" : "lines")} of its book cannot be read";
        // Of a damaged file nobody can say whose the lines were that are lost.
        var lost = reader.LostLines;
        return lost == 0 ? null : $"The shed's file is damaged: {lost} of its lines cannot be read, and some may be this bike's";
    }

    private BikeSnapshot Computed(StoredBike bike, ReadLedger read, ReadRuns running, LocalDate today)
    {
        var ledger = read.Ledger;
        var own = running.Runs.Where(run => run.Bike == bike.Id).ToImmutableArray();
        var damaged = read.Damaged + running.Damaged.Count(row => row.Bike == bike.Id.Value);
        var jobs = own.Select(run => new RunningJob(run.Id, JobPlan.For(run.Job, bike.Profile, run.State), run.State)).ToImmutableArray();
        var forNow = UndoList.Of(ledger, own.Select(run => (run.Id.Value, run.Job, run.State)), clock.DayOf);
        var gates = GateLine.Of(
            bike.Profile,
            ledger,
            Schedule.FillTasksOf(bike.Profile, content.Schedules),
            forNow,
            jobs,
            today,
            clock.DayOf,
            Unread(damaged)
        );
        // Of the same book and the same profile on the same day all the rest is the same, unless a gate says since when it stands.
        if (
            cache.Last(bike.Id) is { } last
            && ReferenceEquals(last.Ledger, ledger)
            && last.Bike.Version == bike.Version
            && last.Today == today
            && last.Gates.ShutSince == gates.ShutSince
        )
        {
            var tapped = last with { Bike = bike, Read = read, Running = own, Gates = gates, ForNow = forNow, DamagedLines = damaged };
            cache.Keep(tapped);
            return tapped;
        }

        var meters = BikeMeters.Of(bike.Profile, ledger, gates.ShutSince);
        // By name, so that what is kept does not hold on to the reader of this one request.
        var (profile, shipped, kept) = (bike.Profile, content, cache);
        var snapshot = new BikeSnapshot(
            Bike: bike,
            Read: read,
            Meters: meters,
            Plan: new(() => Sensible(kept, bike, () => PlanOf(profile, shipped, ledger, meters, today))),
            Running: own,
            Gates: gates,
            Pump: OilPump.Of(bike.Profile, ledger, today),
            ForNow: forNow,
            Today: today,
            DamagedLines: damaged
        );
        cache.Keep(snapshot);
        return snapshot;
    }

    private static BikePlan PlanOf(Profile profile, ContentLibrary content, BikeLedger ledger, BikeMeters meters, LocalDate today)
    {
        var wear = WearBook.Of(profile, content.Wear, content.Limits, ledger, meters, today);
        var valves = ValveHistory.Of(profile, content.Limits, ledger, meters, today);
        var first = ValveHistory.AsWear(profile, meters, today, valves);
        var byTask = WearBook.ByTask(first is null ? wear : wear.Add(first));
        return new(Core.Servicing.Servicing.Of(profile, content.Schedules, ledger, meters, today, byTask), wear, valves, byTask);
    }
}

/// <summary>The one bike that all answers are about for now, where a copy is proven bike by bike; none where they are about all.</summary>
public sealed class ProofFocus
{
    /// <summary>The one that is looked at; null for all.</summary>
    public Guid? Bike { get; set; }
}
