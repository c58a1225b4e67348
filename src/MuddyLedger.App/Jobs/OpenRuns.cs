using MuddyLedger.App.Bikes;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Jobs;
using NodaTime;

namespace MuddyLedger.App.Jobs;

/// <summary>What every request about a run needs: the run, its bike, and how to answer.</summary>
public sealed class OpenRuns(IShedReader reader, ShedSnapshots snapshots, IShelfStore shelf, ContentLibrary content, ShedClock clock)
{
    /// <summary>From which a run takes.</summary>
    public IShelfStore Shelf => shelf;

    /// <summary>The run, its bike and its steps; null where there is no such run.</summary>
    public async Task<(StoredRun Run, BikeSnapshot Snapshot, JobPlan Plan)?> OpenAsync(Guid run, CancellationToken cancel)
    {
        if (await reader.RunAsync(new RunId(run), cancel) is not { } stored)
            return null;
        var snapshot = (await snapshots.OneAsync(stored.Bike.Value, cancel))!;
        return (stored, snapshot, JobPlan.For(stored.Job, snapshot.Profile, stored.State));
    }

    /// <summary>As it stands now, read anew.</summary>
    public async Task<RunAnswer> AnswerAsync(Guid run, CancellationToken cancel)
    {
        var (stored, snapshot, _) = (await OpenAsync(run, cancel))!.Value;
        return RunAnswers.Of(
            stored,
            snapshot,
            await shelf.StockAsync(cancel),
            content.Access,
            await snapshots.SettingsAsync(cancel),
            clock.Now,
            clock.DayOf
        );
    }

    /// <summary>In the owner's calendar.</summary>
    public LocalDate Day(Instant instant) => clock.DayOf(instant);
}
