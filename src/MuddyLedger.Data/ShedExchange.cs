using System.Collections.Immutable;
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

/// <summary>Copies a shed out of its rows and back into empty ones.</summary>
public sealed class ShedExchange(ShedContext context)
{
    /// <param name="bike">One bike; null for the whole shed with its settings.</param>
    public async Task<ShedCopy> OutAsync(Guid? bike, Instant at, CancellationToken cancel)
    {
        // One transaction, so that a write in between is in all of it or in none.
        await using var reading = await context.ReadingAsync(cancel);
        var bikes = await context.Bikes.AsNoTracking().Where(row => bike == null || row.Id == bike).OrderBy(row => row.AddedAt).ThenBy(row => row.Id).ToListAsync(cancel);
        var copies = new List<BikeCopy>();
        foreach (var row in bikes) copies.Add(await CopyAsync(row, cancel));
        var settings = bike is null ? await context.Settings.AsNoTracking().SingleOrDefaultAsync(cancel) : null;
        var copy = new ShedCopy(ShedCopy.FormatName, ShedCopy.CurrentVersion, at, settings is null ? null : new(settings.VolumeUnit, settings.TorqueUnit, settings.Currency), [.. copies]);
        if (bike is null) copy = copy with { Viewings = await ViewingsAsync(cancel), Prices = await new ViewingStore(context).PricesAsync(cancel), Shelf = await ShelfAsync(cancel), Jobs = [.. (await new OwnJobStore(context).AllAsync(cancel)).Select(job => new OwnJobCopy(job.Id, job.Text))] };
        return copy with { Photos = await PhotosAsync(bike is null ? null : [.. copy.Bikes.SelectMany(one => one.Entries).Select(entry => entry.Body).OfType<PhotoTaken>().Select(taken => taken.Photo)], cancel) };
    }

    /// <summary>Nothing of the owner's is here yet: neither bikes nor viewings, shelf, prices, jobs or photos. Settings are no content; a copy brings its own.</summary>
    public async Task<bool> EmptyAsync(CancellationToken cancel) =>
        !await context.Bikes.AnyAsync(cancel) && !await context.Viewings.AnyAsync(cancel) && !await context.StockItems.AnyAsync(cancel)
        && !await context.Prices.AnyAsync(cancel) && !await context.OwnJobs.AnyAsync(cancel) && !await context.Photos.AnyAsync(cancel);

    /// <summary>Adds every row of a checked copy; the caller commits all of it or nothing.</summary>
    /// <param name="small">The stamp-sized picture of each photo, by its id.</param>
    public void In(ShedCopy copy, IReadOnlyDictionary<Guid, byte[]> small)
    {
        foreach (var photo in copy.Photos.IsDefault ? [] : copy.Photos)
            context.Photos.Add(new PhotoRow { Id = photo.Id, AddedAt = photo.AddedAt, Image = photo.Image, Small = small[photo.Id] });
        foreach (var bike in copy.Bikes)
        {
            context.Bikes.Add(new BikeRow { Id = bike.Id, Profile = CoreJson.Write(bike.Profile), Version = 1, AddedAt = bike.AddedAt });
            context.Runs.AddRange(bike.Runs.Select(run => new RunRow
            {
                Id = run.Id,
                BikeId = bike.Id,
                Job = CoreJson.Write(run.Job),
                StartedAt = run.StartedAt,
                Status = run.Status,
                Version = run.Taps.Length + 1,
                EndedAt = run.EndedAt,
            }));
            context.RunEvents.AddRange(bike.Runs.SelectMany(run => run.Taps.Select((tap, at) => new RunEventRow { Id = tap.Id, RunId = run.Id, Sequence = at + 1, At = tap.At, Device = tap.Device, Act = CoreJson.Write(tap.Act) })));
            context.Entries.AddRange(bike.Entries.Select(entry => new EntryRow
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
            }));
            context.Strikes.AddRange(bike.Strikes.Select(strike => new StrikeRow { EntryId = strike.Entry, At = strike.At, Device = strike.Device, Reason = strike.Reason }));
        }

        var viewings = new ViewingStore(context);
        foreach (var viewing in copy.Viewings.IsDefault ? [] : copy.Viewings)
            viewings.Add(new(new(viewing.Id), viewing.Details, viewing.Status, 1, viewing.AddedAt, viewing.EndedAt, viewing.Ended, viewing.Bike is { } bought ? new(bought) : null,
                [.. viewing.Taps.Select(tap => new ViewingEvent(tap.Id, tap.At, tap.Device, tap.Act))]));
        context.Prices.AddRange(copy.Prices.Select(price => new PriceRow { Point = price.Key, Cost = CoreJson.Write(price.Value) }));
        context.OwnJobs.AddRange((copy.Jobs.IsDefault ? [] : copy.Jobs).Select(job => new OwnJobRow { Id = job.Id, Text = job.Text, Version = 1, ChangedAt = copy.WrittenAt }));
        foreach (var stock in copy.Shelf.IsDefault ? [] : copy.Shelf)
        {
            context.StockItems.Add(new StockItemRow { Id = stock.Id, Item = CoreJson.Write(stock.Item), Version = 1, AddedAt = stock.AddedAt });
            context.StockMoves.AddRange(stock.Moves.Select(move => new StockMoveRow
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
            }));
        }

        if (copy.Settings is not { } settings) return;
        var row = context.Settings.SingleOrDefault() ?? context.Settings.Add(new SettingsRow { Id = 1, VolumeUnit = "", TorqueUnit = "", Currency = "", Version = 0 }).Entity;
        (row.VolumeUnit, row.TorqueUnit, row.Currency, row.Version) = (settings.VolumeUnit, settings.TorqueUnit, settings.Currency, row.Version + 1);
    }

    /// <param name="only">Null for all.</param>
    private async Task<ImmutableArray<PhotoCopy>> PhotosAsync(HashSet<Guid>? only, CancellationToken cancel)
    {
        var rows = await context.Photos.AsNoTracking().Where(row => only == null || only.Contains(row.Id)).OrderBy(row => row.AddedAt).ThenBy(row => row.Id)
            .Select(row => new { row.Id, row.AddedAt, row.Image }).ToListAsync(cancel);
        return [.. rows.Select(row => new PhotoCopy(row.Id, row.AddedAt, row.Image))];
    }

    private async Task<ImmutableArray<ViewingCopy>> ViewingsAsync(CancellationToken cancel)
    {
        var rows = await context.Viewings.AsNoTracking().OrderBy(row => row.AddedAt).ThenBy(row => row.Id).ToListAsync(cancel);
        var taps = (await context.ViewingEvents.AsNoTracking().OrderBy(row => row.Sequence).ToListAsync(cancel)).ToLookup(row => row.ViewingId);
        return [.. rows.Select(row => new ViewingCopy(row.Id, row.AddedAt, CoreJson.Read<ViewingDetails>(row.Details), row.Status, row.EndedAt, row.Ended, row.BikeId,
            [.. taps[row.Id].Select(tap => new ViewingTapCopy(tap.Id, tap.At, tap.Device, CoreJson.Read<ViewingAct>(tap.Act)))]))];
    }

    private async Task<ImmutableArray<StockCopy>> ShelfAsync(CancellationToken cancel)
    {
        var items = await context.StockItems.AsNoTracking().Where(row => !row.Gone).OrderBy(row => row.AddedAt).ThenBy(row => row.Id).ToListAsync(cancel);
        var moves = (await context.StockMoves.AsNoTracking().OrderBy(row => row.At).ThenBy(row => row.Id).ToListAsync(cancel)).ToLookup(row => row.ItemId);
        return [.. items.Select(row => new StockCopy(row.Id, row.AddedAt, CoreJson.Read<StockItem>(row.Item),
            [.. moves[row.Id].Select(move => new StockMoveCopy(move.Id, move.ContainerId, move.Amount, move.Date, move.At, move.Device, move.Cause, move.Note, move.RunId))]))];
    }

    private async Task<BikeCopy> CopyAsync(BikeRow bike, CancellationToken cancel)
    {
        var entries = await context.Entries.AsNoTracking().Where(row => row.BikeId == bike.Id).OrderBy(row => row.WrittenAt).ThenBy(row => row.Id).ToListAsync(cancel);
        var strikes = await (from strike in context.Strikes.AsNoTracking()
                             join entry in context.Entries on strike.EntryId equals entry.Id
                             where entry.BikeId == bike.Id
                             orderby strike.At, strike.EntryId
                             select strike).ToListAsync(cancel);
        var runs = await context.Runs.AsNoTracking().Where(row => row.BikeId == bike.Id).OrderBy(row => row.StartedAt).ThenBy(row => row.Id).ToListAsync(cancel);
        var taps = (await (from tap in context.RunEvents.AsNoTracking()
                           join run in context.Runs on tap.RunId equals run.Id
                           where run.BikeId == bike.Id
                           orderby tap.Sequence
                           select tap).ToListAsync(cancel)).ToLookup(tap => tap.RunId);
        return new(bike.Id, bike.AddedAt, CoreJson.Read<Profile>(bike.Profile),
            [.. entries.Select(row => new EntryCopy(row.Id, row.Date, row.WrittenAt, row.Device, CoreJson.Read<EntryBody>(row.Body), row.RunId, row.CorrectsId, row.Reason))],
            [.. strikes.Select(row => new StrikeCopy(row.EntryId, row.At, row.Device, row.Reason))],
            [.. runs.Select(row => new RunCopy(row.Id, CoreJson.Read<Job>(row.Job), row.StartedAt, row.Status, row.EndedAt,
                [.. taps[row.Id].Select(tap => new TapCopy(tap.Id, tap.At, tap.Device, CoreJson.Read<RunAct>(tap.Act)))]))]);
    }
}
