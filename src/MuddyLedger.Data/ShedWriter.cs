using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>Writes into the rows.</summary>
public sealed class ShedWriter(ShedContext context) : IShedWriter
{
    /// <summary>Whether this id was acknowledged before, and for the same request.</summary>
    public async Task<WriteOutcome?> BeforeAsync(Guid id, string asked, CancellationToken cancel) =>
        await context.Writes.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id, cancel) is not { } row ? null
        : row.Asked == Digest(asked) ? WriteOutcome.Repeated
        : WriteOutcome.OtherBody;

    /// <summary>Whether this id was acknowledged before, for whatever request.</summary>
    public Task<bool> WasUsedAsync(Guid id, CancellationToken cancel) => context.Writes.AnyAsync(row => row.Id == id, cancel);

    public void AddBike(BikeId id, Profile profile, Instant at) => context.Bikes.Add(RowMapper.Row(id, profile, at));

    public void ChangeProfile(StoredBike bike, Profile profile)
    {
        // Attached at the version that was read, so that a change in between makes the commit fail.
        var row = new BikeRow
        {
            Id = bike.Id.Value,
            Profile = "",
            Version = bike.Version,
        };
        context.Bikes.Attach(row);
        row.Profile = CoreJson.Write(profile);
        row.Version = bike.Version + 1;
    }

    public void AddEntry(LedgerEntry entry) => context.Entries.Add(RowMapper.Row(entry));

    public void AddStrike(Strike strike) => context.Strikes.Add(RowMapper.Row(strike));

    public void AddEvent(StoredRun run, RunEvent act)
    {
        Touch(run);
        context.RunEvents.Add(RowMapper.Row(run.Id, act, run.Events.Length + 1));
    }

    /// <summary>A new run, with the events it may have already.</summary>
    public void AddRun(StoredRun run)
    {
        context.Runs.Add(RowMapper.Row(run));
        context.RunEvents.AddRange(run.Events.Select((act, at) => RowMapper.Row(run.Id, act, at + 1)));
    }

    public void AddPhoto(Guid id, byte[] image, byte[] small, Instant at) => context.Photos.Add(RowMapper.Row(id, image, small, at));

    public void EndRun(StoredRun run, RunStatus status, Instant? at)
    {
        var row = Touch(run);
        row.Status = status;
        row.EndedAt = at;
        context.Entry(row).Property(changed => changed.Status).IsModified = true;
        context.Entry(row).Property(changed => changed.EndedAt).IsModified = true;
    }

    /// <param name="version">The version that was read; 0 where none was ever kept.</param>
    public void ChangeSettings(string volumeUnit, string torqueUnit, string currency, int version)
    {
        var row = RowMapper.Settings(volumeUnit, torqueUnit, currency, version);
        if (version == 0)
            context.Settings.Add(row);
        else
            context.Settings.Attach(row).State = EntityState.Modified;
        row.Version = version + 1;
    }

    /// <summary>All of it or nothing.</summary>
    public async Task<WriteOutcome> CommitAsync(Guid id, string asked, Instant at, CancellationToken cancel)
    {
        context.Writes.Add(RowMapper.Write(id, asked, at));
        try
        {
            await context.SaveChangesAsync(cancel); // one transaction
            return WriteOutcome.Written;
        }
        catch (DbUpdateConcurrencyException)
        {
            return WriteOutcome.Stale;
        }
        catch (DbUpdateException clash) when (clash.InnerException is Microsoft.Data.Sqlite.SqliteException { SqliteErrorCode: 19 })
        {
            // Two of the same at the same moment: the other one won. Or the id is that of something else: a line, a bike, a run.
            context.ChangeTracker.Clear();
            return await BeforeAsync(id, asked, cancel)
                ?? (
                    // The first settings have no id of their own: whoever is late meets those of somebody else.
                    clash.Entries.All(entry => entry.Entity is not SettingsRow)
                    && ((Microsoft.Data.Sqlite.SqliteException)clash.InnerException).SqliteExtendedErrorCode == PrimaryKeyTaken
                        ? WriteOutcome.OtherBody
                        : WriteOutcome.Stale
                );
        }
    }

    /// <summary>SQLITE_CONSTRAINT_PRIMARYKEY.</summary>
    private const int PrimaryKeyTaken = 1555;

    private RunRow Touch(StoredRun run)
    {
        if (context.Runs.Local.FirstOrDefault(touched => touched.Id == run.Id.Value) is { } already)
            return already;
        var row = new RunRow
        {
            Id = run.Id.Value,
            BikeId = run.Bike.Value,
            Job = "",
            StartedAt = run.Started,
            Status = run.Status,
            Version = run.Version,
            EndedAt = run.Ended,
        };
        context.Runs.Attach(row);
        row.Version = run.Version + 1;
        return row;
    }

    internal static string Digest(string asked) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(asked)));
}
