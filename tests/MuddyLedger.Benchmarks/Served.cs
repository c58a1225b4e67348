using System.Diagnostics;

namespace MuddyLedger.Benchmarks;

/// <summary>A server of its own process, and what it holds in memory.</summary>
internal sealed class Served(Process process, string address) : IDisposable
{
    public HttpClient Http { get; } = new() { BaseAddress = new Uri(address), Timeout = TimeSpan.FromMinutes(30) };

    /// <summary>In megabytes, once it has answered something, and before what its start left behind is given back.</summary>
    public double Idle()
    {
        Http.GetStringAsync("/api/settings").GetAwaiter().GetResult();
        Thread.Sleep(500);
        return Resident();
    }

    /// <summary>In megabytes, once nobody has asked it for a while: by then it has given back what it does not need.</summary>
    public double AtRest()
    {
        Thread.Sleep(15_000);
        return Resident();
    }

    /// <summary>The most that it held while this was done, looked at fifty times a second.</summary>
    public async Task<double> MostWhileAsync(Func<Task> act)
    {
        var (most, done) = (Resident(), false);
        var watching = Task.Run(async () =>
        {
            while (!Volatile.Read(ref done))
            {
                most = Math.Max(most, Resident());
                await Task.Delay(20);
            }
        });
        await act();
        Volatile.Write(ref done, true);
        await watching;
        return most;
    }

    private double Resident()
    {
        process.Refresh();
        return process.WorkingSet64 / 1e6;
    }

    public void Dispose()
    {
        process.Kill();
        process.WaitForExit();
        process.Dispose();
        Http.Dispose();
    }
}
