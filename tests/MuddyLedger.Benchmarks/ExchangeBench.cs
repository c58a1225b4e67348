using System.Diagnostics;
using System.Net.Http.Json;

namespace MuddyLedger.Benchmarks;

/// <summary>The whole shed out, copied, and into an empty one: the most that each of them holds in memory beyond the idle server.</summary>
internal static class ExchangeBench
{
    public static async Task RunAsync(BenchShed shed, Report report)
    {
        var copy = Path.Combine(shed.NewFolder("copy"), "bench.json");
        using (var from = ServedPrograms.Start(ServedPrograms.Server(shed.Folder)))
        {
            var idle = from.Idle();
            var took = Stopwatch.StartNew();
            var most = await from.MostWhileAsync(async () =>
            {
                await using var to = File.Create(copy);
                await using var stream = await from.Http.GetStreamAsync("/api/export");
                await stream.CopyToAsync(to);
            });
            report.Say($"export of {new FileInfo(copy).Length / 1e6:0} MB in {took.Elapsed.TotalSeconds:0.0} s");
            report.Limit("memory beyond idle, export", most - idle, 150, "MB");
            most = await from.MostWhileAsync(async () =>
                (await from.Http.PostAsJsonAsync("/api/copies", new { id = Guid.CreateVersion7() })).EnsureSuccessStatusCode()
            );
            report.Limit("memory beyond idle, backup", most - idle, 150, "MB");
        }

        using (var into = ServedPrograms.Start(ServedPrograms.Server(shed.NewFolder("into"))))
        {
            var idle = into.Idle();
            var took = Stopwatch.StartNew();
            var most = await into.MostWhileAsync(async () =>
            {
                await using var stream = File.OpenRead(copy);
                using var body = new StreamContent(stream) { Headers = { ContentType = new("application/json") } };
                using var answer = await into.Http.PostAsync($"/api/import?id={Guid.CreateVersion7()}", body);
                if (!answer.IsSuccessStatusCode)
                    throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
            });
            report.Say($"import in {took.Elapsed.TotalSeconds:0.0} s");
            report.Limit("memory beyond idle, import", most - idle, 150, "MB");
        }
    }
}
