using System.Collections.Concurrent;
using System.Diagnostics;
using Microsoft.Data.Sqlite;
using MuddyLedger.Data;

namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>A real server process is killed at random moments while it is written to: every write that it acknowledged is there.</summary>
public class CrashTests
{
    [Fact]
    public Task Eight_kills_lose_nothing_acknowledged() => KillAsync(8, seed: 1);

    [Fact(Explicit = true)]
    public Task Two_hundred_kills_lose_nothing_acknowledged() => KillAsync(200, seed: 2);

    [Fact]
    [System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
    public async Task A_folder_that_may_not_be_written_to_is_refused_in_words()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-readonly-").FullName;
        File.SetUnixFileMode(folder, UnixFileMode.UserRead | UnixFileMode.UserExecute | UnixFileMode.GroupRead | UnixFileMode.GroupExecute | UnixFileMode.OtherRead | UnixFileMode.OtherExecute);
        // The superuser may write everywhere: then somebody else must try.
        var asOther = Environment.UserName == "root" ? new[] { "setpriv", "--reuid=65534", "--regid=65534", "--clear-groups" } : [];
        using var process = Start([.. asOther, "dotnet", Dll], folder);
        var said = await process.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken);
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        process.ExitCode.ShouldBe(1);
        said.ShouldContain(folder);
        said.ShouldContain("cannot be written");
        Directory.EnumerateFileSystemEntries(folder).ShouldBeEmpty();
        Directory.Delete(folder);
    }

    private static async Task KillAsync(int kills, int seed)
    {
        var folder = Directory.CreateTempSubdirectory("muddy-crash-").FullName;
        var (random, acknowledged) = (new Random(seed), new ConcurrentBag<string>());
        string? bike = null;
        var miles = 10_000;
        for (var kill = 0; kill < kills; kill++)
        {
            using var process = Start(["dotnet", Dll], folder);
            using var http = new HttpClient { BaseAddress = new Uri(await AddressOf(process)) };
            bike ??= await BikeAsync(http);
            var run = await RunAsync(http, bike);
            using var stop = new CancellationTokenSource();
            var before = acknowledged.Count;
            var writers = new[]
            {
                WriteAsync(() => PostAsync(http, $"/api/bikes/{bike}/readings", id => new { id, meter = "odometer", reading = $"{Interlocked.Increment(ref miles)} mi", date = Day, note = (string?)null, because = (string?)null }), acknowledged, stop.Token),
                WriteAsync(() => PostAsync(http, $"/api/bikes/{bike}/notes", id => new { id, date = Day, text = "in the middle of it" }), acknowledged, stop.Token),
                WriteAsync(() => TapAsync(http, run), acknowledged, stop.Token),
            };
            // Now and then before anything was acknowledged, mostly in full flow.
            var patience = random.Next(5) == 0 ? 0 : 500;
            for (var wait = 0; wait < patience * 4 && acknowledged.Count == before; wait++) await Task.Delay(10, TestContext.Current.CancellationToken);
            await Task.Delay(random.Next(0, 300), TestContext.Current.CancellationToken);
            process.Kill();
            await stop.CancelAsync();
            await process.WaitForExitAsync(TestContext.Current.CancellationToken);
            await Task.WhenAll(writers);
            Check(Path.Combine(folder, ShedFile.Name), acknowledged, kill);
        }

        acknowledged.Count.ShouldBeGreaterThan(kills, "too few writes to prove anything");
        Directory.Delete(folder, recursive: true);
    }

    private const string Day = "2026-04-18";

    private static string Dll => typeof(MuddyLedger.Web.Hosting.ShedServer).Assembly.Location;

    private static Process Start(string[] command, string folder)
    {
        var start = new ProcessStartInfo(command[0]) { RedirectStandardOutput = true, RedirectStandardError = true };
        foreach (var word in command.Skip(1).Concat(["--data", folder, "--port", "0", "--content", TestShed.ContentFolder, "--today", "2026-04-18T10:00"])) start.ArgumentList.Add(word);
        return Process.Start(start)!;
    }

    private static async Task<string> AddressOf(Process process)
    {
        while (await process.StandardOutput.ReadLineAsync() is { } line)
            if (line.IndexOf("http://", StringComparison.Ordinal) is >= 0 and var at) return line[at..].Split(' ')[0];
        throw new InvalidOperationException($"The server did not start: {await process.StandardError.ReadToEndAsync()}");
    }

    private static async Task WriteAsync(Func<Task<string?>> write, ConcurrentBag<string> acknowledged, CancellationToken stop)
    {
        try
        {
            while (!stop.IsCancellationRequested)
                if (await write() is { } id) acknowledged.Add(id);
        }
        catch (HttpRequestException)
        {
            // Killed under it: what was not acknowledged may be there or not.
        }
        catch (IOException)
        {
        }
    }

    private static async Task<string?> PostAsync(HttpClient http, string path, Func<string, object> body)
    {
        var id = Guid.CreateVersion7().ToString();
        using var response = await http.PostAsync(path, System.Net.Http.Json.JsonContent.Create(body(id)));
        return response.StatusCode == HttpStatusCode.OK ? id : null;
    }

    private static async Task<string> BikeAsync(HttpClient http)
    {
        var sets = JsonNode.Parse(await http.GetStringAsync("/api/sets"))!.AsArray();
        var profile = sets.Single(set => (string?)set!["id"] == "road-twin")!["profile"]!;
        (profile["nickname"], profile["make"], profile["model"], profile["year"]) = ("Causeway", "Drumlin", "Causeway 730", 2014);
        return (await PostAsync(http, "/api/bikes", id => new { id, profile, reading = (string?)null }))!;
    }

    private static async Task<string> RunAsync(HttpClient http, string bike)
    {
        var running = JsonNode.Parse(await http.GetStringAsync($"/api/bikes/{bike}"))!["running"]!.AsArray();
        return running.Count > 0 ? (string)running[0]!["id"]! : (await PostAsync(http, $"/api/bikes/{bike}/runs", id => new { id, job = "engine-oil" }))!;
    }

    private static async Task<string?> TapAsync(HttpClient http, string run)
    {
        var now = JsonNode.Parse(await http.GetStringAsync($"/api/runs/{run}"))!;
        var id = Guid.CreateVersion7().ToString();
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/runs/{run}/acts")
        {
            Content = System.Net.Http.Json.JsonContent.Create(new { id, act = "tray-put", tray = new { part = "bolt", count = 1 } }),
        };
        request.Headers.TryAddWithoutValidation("If-Match", $"\"{now["version"]}\"");
        using var response = await http.SendAsync(request);
        return response.StatusCode == HttpStatusCode.OK ? id : null;
    }

    private static void Check(string file, ConcurrentBag<string> acknowledged, int kill)
    {
        using var store = new SqliteConnection($"Data Source={file};Pooling=False");
        store.Open();
        Column(store, "PRAGMA integrity_check").ShouldBe(["ok"], $"kill {kill}");
        Column(store, "SELECT 1 FROM pragma_foreign_key_check").ShouldBeEmpty($"kill {kill}");
        var kept = Column(store, "SELECT lower(Id) FROM Writes").ToHashSet();
        var rows = Column(store, "SELECT lower(Id) FROM Entries UNION ALL SELECT lower(Id) FROM RunEvents UNION ALL SELECT lower(Id) FROM Bikes UNION ALL SELECT lower(Id) FROM Runs").ToHashSet();
        acknowledged.Where(id => !kept.Contains(id) || !rows.Contains(id)).ShouldBeEmpty($"kill {kill}: acknowledged and gone");
        // And no half of a write: what is noted as written has its row.
        kept.Count.ShouldBe(rows.Count, $"kill {kill}");
    }

    private static List<string> Column(SqliteConnection store, string sql)
    {
        using var command = store.CreateCommand();
#pragma warning disable CA2100 // constants of this class
        command.CommandText = sql;
#pragma warning restore CA2100
        using var rows = command.ExecuteReader();
        var all = new List<string>();
        while (rows.Read()) all.Add(rows.GetValue(0).ToString()!);
        return all;
    }
}
