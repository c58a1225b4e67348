using System.Collections.Immutable;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Store;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>The jobs that the owner wrote. A change is committed with the request that asks for it.</summary>
public sealed class OwnJobStore(ShedContext context) : IOwnJobStore
{
    public async Task<ImmutableArray<OwnJob>> AllAsync(CancellationToken cancel) =>
        [.. (await context.OwnJobs.AsNoTracking().OrderBy(row => row.Id).ToListAsync(cancel)).Select(RowMapper.Job)];

    /// <param name="version">That is replaced; null where there is none yet.</param>
    /// <param name="text">Null takes it away.</param>
    public async Task KeepAsync(string id, int? version, string? text, Instant at, CancellationToken cancel)
    {
        var row = version is null ? null : await context.OwnJobs.SingleAsync(one => one.Id == id, cancel);
        if (row is null)
        {
            if (text is not null)
                context.OwnJobs.Add(RowMapper.Row(new OwnJob(id, text, 1, at)));
            return;
        }

        context.Entry(row).Property(one => one.Version).OriginalValue = version!.Value;
        if (text is null)
        {
            context.OwnJobs.Remove(row);
            return;
        }

        row.Text = text;
        row.Version = version.Value + 1;
        row.ChangedAt = at;
    }
}
