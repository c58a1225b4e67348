using Microsoft.EntityFrameworkCore;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;
using NodaTime;

namespace MuddyLedger.Web.Copies;

/// <summary>Has the shed make its copy of the day, once it has been written to. What fails is said in Settings, and tried again.</summary>
public sealed class DailyCopies(ShedOptions options, ShedStore store, IServiceScopeFactory scopes, ILogger<DailyCopies> log)
    : BackgroundService
{
    /// <summary>Whoever starts the server wants to see something first.</summary>
    private static readonly TimeSpan First = TimeSpan.FromSeconds(20),
        Between = TimeSpan.FromMinutes(20);

    /// <summary>Why the last try failed; null where it did not.</summary>
    public string? Trouble { get; private set; }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            for (var wait = First; ; wait = Between)
            {
                await Task.Delay(wait, stoppingToken);
                await MakeIfWantedAsync(stoppingToken);
            }
        }
        catch (OperationCanceledException)
        {
            // The server stops.
        }
    }

    public async Task<bool> MakeIfWantedAsync(CancellationToken cancel)
    {
        if (store.LookOnly is not null)
            return false;
        var now = options.Clock.GetCurrentInstant();
        if (!ShedCopies.Wanted(store.Folder, await WrittenAsync(cancel), now, options.Zone))
            return false;
        return await MakeAsync(now) is not null;
    }

    /// <returns>The name of the copy; null where it failed, and <see cref="Trouble"/> says why.</returns>
    public async Task<string?> MakeAsync(Instant now)
    {
        try
        {
            // Reading and proving a large shed takes seconds; no request waits for it.
            var made = await Task.Run(() => ShedCopies.Make(store.Folder, now, options.Zone));
            Trouble = null;
            return Path.GetFileName(made);
        }
        catch (Exception failed) when (failed is IOException or InvalidDataException or UnauthorizedAccessException)
        {
            log.LogError(failed, "No copy was made");
            Trouble = failed.Message;
            return null;
        }
    }

    private async Task<Instant?> WrittenAsync(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        return await scope
            .ServiceProvider.GetRequiredService<ShedContext>()
            .Writes.AsNoTracking()
            .OrderByDescending(row => row.At)
            .Select(row => (Instant?)row.At)
            .FirstOrDefaultAsync(cancel);
    }
}
