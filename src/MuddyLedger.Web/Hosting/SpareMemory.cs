namespace MuddyLedger.Web.Hosting;

/// <summary>
/// Gives the machine back what is not needed once nobody asks for anything. By itself the runtime keeps what a start or a large answer
/// left behind until it needs room again, which on an idle server is never: most of what it held was nobody's.
/// </summary>
public sealed class SpareMemory
{
    private const long Enough = 16_000_000;
    private const long Little = 1_000_000;
    private static readonly TimeSpan Between = TimeSpan.FromSeconds(5);

    private long _seen;
    private long _given;

    /// <summary>Looks until it is told to stop.</summary>
    public static async Task GiveBackAsync(CancellationToken cancel)
    {
        var spare = new SpareMemory();
        using var looks = new PeriodicTimer(Between);
        try
        {
            while (await looks.WaitForNextTickAsync(cancel))
                if (spare.Due(GC.GetTotalAllocatedBytes()))
                    GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        }
        catch (OperationCanceledException)
        {
            // The server stops.
        }
    }

    /// <summary>Whether it is worth while since it was last done, and nothing much has gone on since the last look.</summary>
    /// <param name="allocated">In bytes, since the start.</param>
    public bool Due(long allocated)
    {
        var quiet = allocated - _seen < Little;
        _seen = allocated;
        if (!quiet || allocated - _given < Enough)
            return false;
        _given = allocated;
        return true;
    }
}
