using System.Collections.Immutable;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
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
    StoredBike Bike, BikeLedger Ledger, BikeMeters Meters, ImmutableArray<TaskStanding> Tasks, ImmutableArray<StoredRun> Running, ImmutableArray<GateShut> GatesShut, LocalDate Today)
{
    public Profile Profile => Bike.Profile;
}

/// <summary>Loads what is stored and has Core make of it what it means.</summary>
public sealed class ShedPictures(ShedReader reader, ContentLibrary content, ShedContext context, ShedOptions options)
{
    public LocalDate Today => options.DayOf(options.Clock.GetCurrentInstant());

    public Task<OwnerSettings> SettingsAsync(CancellationToken cancel) => OwnerSettings.LoadAsync(context, cancel);

    public async Task<ImmutableArray<BikePicture>> AllAsync(CancellationToken cancel)
    {
        var running = await reader.RunningAsync(cancel);
        var pictures = ImmutableArray.CreateBuilder<BikePicture>();
        foreach (var bike in await reader.BikesAsync(cancel)) pictures.Add(await PictureAsync(bike, running, cancel));
        return pictures.ToImmutable();
    }

    public async Task<BikePicture?> OneAsync(Guid id, CancellationToken cancel) =>
        await reader.BikeAsync(new BikeId(id), cancel) is { } bike ? await PictureAsync(bike, await reader.RunningAsync(cancel), cancel) : null;

    private async Task<BikePicture> PictureAsync(StoredBike bike, ImmutableArray<StoredRun> running, CancellationToken cancel)
    {
        var ledger = await reader.LedgerAsync(bike.Id, cancel);
        var meters = BikeMeters.Of(bike.Profile, ledger);
        var own = running.Where(run => run.Bike == bike.Id).ToImmutableArray();
        var fromRuns = own.SelectMany(run => RunRules.GatesShut(JobPlan.For(run.Job, bike.Profile, run.State), run.State, run.Id));
        return new(bike, ledger, meters, Core.Servicing.Servicing.Of(bike.Profile, content.Schedules, ledger, meters, Today), own,
            Gates.Of(bike.Profile, ledger, fromRuns), Today);
    }
}
