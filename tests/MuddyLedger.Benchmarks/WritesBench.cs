using System.Diagnostics;
using System.Net.Http.Json;

namespace MuddyLedger.Benchmarks;

/// <summary>
/// A line that is kept when the answer comes: through the server as it is published, beside one row of the empty application's and a bare
/// fsync, in turns. Where a disk answers in a tenth of a millisecond an fsync says little of what a server takes: the row says it.
/// </summary>
internal static class WritesBench
{
    public static async Task RunAsync(BenchShed shed, Report report)
    {
        const int rounds = 28;
        const int warming = 20;
        const int each = 50;
        var one = shed.Longest;
        using var served = ServedPrograms.Start(ServedPrograms.Server(shed.Folder));
        using var plain = ServedPrograms.Start(ServedPrograms.Empty(shed.NewFolder("plain")));
        var (writes, young, rows, syncs) = (new List<double>(), new List<double>(), new List<double>(), new List<double>());
        await served.Http.GetStringAsync($"/api/bikes/{one}");
        for (var round = 0; round < rounds; round++)
        {
            var (ours, theirs) = (new List<double>(), new List<double>());
            for (var at = 0; at < each; at++)
                ours.Add(
                    await SentAsync(
                        served.Http,
                        $"/api/bikes/{one}/notes",
                        new
                        {
                            id = Guid.CreateVersion7(),
                            date = $"{shed.Today:uuuu-MM-dd}",
                            text = "bench",
                        }
                    )
                );
            for (var at = 0; at < each; at++)
                theirs.Add(await SentAsync(plain.Http, "/lines", new { text = "bench" }));
            // The first thousand warm both. What an owner's server takes in its first days is said, too.
            if (round is 4 or 5)
                young.AddRange(ours);
            if (round < warming)
                continue;
            writes.AddRange(ours);
            rows.AddRange(theirs);
            syncs.AddRange(Syncs(shed.Folder, each));
        }

        foreach (var (name, share, ofRow, ofSync) in new[] { ("p50", 0.5, 6.0, 6.0), ("p99", 0.99, 8.0, 8.0) })
        {
            double At(List<double> all) => all.Order().ElementAt((int)(share * all.Count));
            report.Say(
                $"durable write, {name}, {At(writes):0.0} ms: {At(writes) / At(rows):0.0}x a plain row over HTTP ({At(rows):0.00} ms; "
                    + $"at most {ofRow}x), {At(writes) / At(syncs):0}x a bare fsync ({At(syncs):0.00} ms; {ofSync}x is wished for)",
                within: At(writes) <= ofRow * At(rows)
            );
            report.Say($"  of its third hundred: {At(young):0.0} ms, {At(young) / At(rows):0.0}x");
        }
    }

    private static async Task<double> SentAsync(HttpClient http, string path, object body)
    {
        var clock = Stopwatch.StartNew();
        using var response = await http.PostAsJsonAsync(path, body);
        response.EnsureSuccessStatusCode();
        return clock.Elapsed.TotalMilliseconds;
    }

    private static double[] Syncs(string folder, int count)
    {
        using var stream = new FileStream(Path.Combine(folder, "sync"), FileMode.Create);
        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(_ =>
                    Report.Time(() =>
                    {
                        stream.Write(new byte[4096]);
                        stream.Flush(flushToDisk: true);
                    })
                )
                .Order(),
        ];
    }
}
