using System.Collections.Concurrent;
using System.Diagnostics;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.Data;
using static MuddyLedger.Web.Tests.Hosting.ServerProcess;

namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>A real server process is killed at random moments while it is written to: every write that it acknowledged is there.</summary>
public class CrashTests
{
    [Fact]
    public Task Fourteen_kills_of_writers_lose_nothing_acknowledged() => KillAsync(14, seed: 1);

    // A fresh shed for each hundred: every copy that the shed has is proven after every kill, and a shed of hundreds of kills is large.
    [Theory(Explicit = true)]
    [InlineData(2)]
    [InlineData(11)]
    [InlineData(12)]
    [InlineData(13)]
    [InlineData(14)]
    [InlineData(15)]
    public Task Six_times_a_hundred_kills_lose_nothing_acknowledged(int seed) => KillAsync(100, seed);

    [Fact]
    [System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
    public async Task A_folder_that_may_not_be_written_to_is_refused_in_words()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-readonly-").FullName;
        File.SetUnixFileMode(
            folder,
            UnixFileMode.UserRead
                | UnixFileMode.UserExecute
                | UnixFileMode.GroupRead
                | UnixFileMode.GroupExecute
                | UnixFileMode.OtherRead
                | UnixFileMode.OtherExecute
        );
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

    // A limit on what a file may grow to stands in for the full disk: a test may not fill the machine's own.
    [Fact]
    public async Task A_store_that_cannot_grow_refuses_in_words_and_keeps_what_it_has()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-full-").FullName;
        var cancel = TestContext.Current.CancellationToken;
        // The signal that comes with the limit is ignored, as a server under a service manager has it: the write itself must fail.
        using (var process = Start(["bash", "-c", "trap '' XFSZ; exec \"$@\"", "bash", "dotnet", Dll], folder))
        {
            using var http = new HttpClient { BaseAddress = new Uri(await AddressOf(process)) };
            var bike = await BikeAsync(http);
            var most = Directory.EnumerateFiles(folder).Max(file => new FileInfo(file).Length) + 100_000;
            using (var limit = Process.Start("prlimit", ["--pid", $"{process.Id}", $"--fsize={most}"]))
                await limit.WaitForExitAsync(cancel);
            var acknowledged = new ConcurrentBag<string>();
            HttpResponseMessage? refused = null;
            for (var at = 0; at < 400 && refused is null; at++)
            {
                var id = Guid.CreateVersion7().ToString();
                var response = await http.PostAsync(
                    $"/api/bikes/{bike}/notes",
                    System.Net.Http.Json.JsonContent.Create(
                        new
                        {
                            id,
                            date = Day,
                            text = new string('x', 1_900),
                        }
                    ),
                    cancel
                );
                if (response.IsSuccessStatusCode)
                    acknowledged.Add(id);
                else
                    refused = response;
            }

            refused.ShouldNotBeNull("it never ran out of room");
            ((int)refused.StatusCode).ShouldBe(507);
            var words = (string)JsonNode.Parse(await refused.Content.ReadAsStringAsync(cancel))!["detail"]!;
            words.ShouldContain("Nothing was changed");
            acknowledged.ShouldNotBeEmpty();
            // It still answers, and shows what it has.
            (await http.GetAsync($"/api/bikes/{bike}", cancel)).StatusCode.ShouldBe(HttpStatusCode.OK);
            process.Kill();
            await process.WaitForExitAsync(cancel);
            Check(Path.Combine(folder, ShedFile.Name), acknowledged, 0);
        }

        Directory.Delete(folder, recursive: true);
    }

    // At each tap of a job the disk is full, and then it is not: the same tap, sent again, is written once.
    [Fact]
    public async Task A_disk_that_is_full_at_every_tap_of_a_job_loses_none_and_doubles_none()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-full-job-").FullName;
        var cancel = TestContext.Current.CancellationToken;
        using (var process = Start(["bash", "-c", "trap '' XFSZ; exec \"$@\"", "bash", "dotnet", Dll], folder))
        {
            using var http = new HttpClient { BaseAddress = new Uri(await AddressOf(process)) };
            async Task LimitAsync(string most)
            {
                using var limit = Process.Start("prlimit", ["--pid", $"{process.Id}", $"--fsize={most}:unlimited"]);
                await limit.WaitForExitAsync(cancel);
            }

            var bike = await BikeAsync(http);
            var run = await RunAsync(http, bike);
            var (full, taps) = (0, 0);
            for (; taps < 25; taps++)
            {
                // Not below what the runtime itself may want of a file.
                await LimitAsync($"{Math.Max(300_000, new FileInfo(Path.Combine(folder, ShedFile.Name + "-wal")).Length)}");
                var now = JsonNode.Parse(await http.GetStringAsync($"/api/runs/{run}", cancel))!;
                var id = Guid.CreateVersion7().ToString();
                async Task<HttpStatusCode> TapOnceAsync()
                {
                    using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/runs/{run}/acts")
                    {
                        Content = System.Net.Http.Json.JsonContent.Create(
                            new
                            {
                                id,
                                act = "tray-put",
                                tray = new { part = $"bolt {taps}", count = 1 },
                            }
                        ),
                    };
                    request.Headers.TryAddWithoutValidation("If-Match", $"\"{now["version"]}\"");
                    using var response = await http.SendAsync(request, cancel);
                    return response.StatusCode;
                }

                var first = await TapOnceAsync();
                first.ShouldBeOneOf(HttpStatusCode.OK, HttpStatusCode.InsufficientStorage);
                if (first == HttpStatusCode.InsufficientStorage)
                    full++;
                await LimitAsync("unlimited");
                (await TapOnceAsync()).ShouldBe(HttpStatusCode.OK);
            }

            full.ShouldBeGreaterThan(3, "the disk was hardly ever full");
            JsonNode.Parse(await http.GetStringAsync($"/api/runs/{run}", cancel))!["tray"]!.AsArray().Count.ShouldBe(taps);
            process.Kill();
            await process.WaitForExitAsync(cancel);
        }

        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    [System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
    public async Task A_shed_that_may_only_be_read_is_shown_goes_out_and_is_not_written_to()
    {
        await using var from = await TestShed.OpenAsync();
        await from.BikeAsync(reading: "9000");
        await from.StopAsync();
        var folder = Directory.CreateTempSubdirectory("muddy-look-").FullName;
        var file = Path.Combine(folder, ShedFile.Name);
        foreach (var own in Directory.EnumerateFiles(from.Folder, ShedFile.Name + "*"))
            File.Copy(own, Path.Combine(folder, Path.GetFileName(own)));
        await from.StartAsync();
        var was = await File.ReadAllBytesAsync(file, TestContext.Current.CancellationToken);
        foreach (var own in Directory.EnumerateFiles(folder))
            File.SetUnixFileMode(own, UnixFileMode.UserRead | UnixFileMode.GroupRead | UnixFileMode.OtherRead);
        File.SetUnixFileMode(
            folder,
            UnixFileMode.UserRead
                | UnixFileMode.UserExecute
                | UnixFileMode.GroupRead
                | UnixFileMode.GroupExecute
                | UnixFileMode.OtherRead
                | UnixFileMode.OtherExecute
        );
        var asOther = Environment.UserName == "root" ? new[] { "setpriv", "--reuid=65534", "--regid=65534", "--clear-groups" } : [];
        using (var process = Start([.. asOther, "dotnet", Dll], folder))
        {
            using var http = new HttpClient { BaseAddress = new Uri(await AddressOf(process)) };
            var store = JsonNode.Parse(await http.GetStringAsync("/api/store", TestContext.Current.CancellationToken))!;
            ((string?)store["lookOnly"]).ShouldBe("read-only");
            ((string?)store["words"])!.ShouldContain("open for looking only");
            JsonNode.Parse(await http.GetStringAsync("/api/shed", TestContext.Current.CancellationToken))!["bikes"]!
                .AsArray()
                .Count.ShouldBe(1);
            JsonNode.Parse(await http.GetStringAsync("/api/export", TestContext.Current.CancellationToken))!["bikes"]!
                .AsArray()
                .Count.ShouldBe(1);
            using var refused = await http.PostAsync(
                "/api/copies",
                System.Net.Http.Json.JsonContent.Create(new { id = Guid.CreateVersion7() }),
                TestContext.Current.CancellationToken
            );
            refused.StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
            process.Kill();
            await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        }

        (await File.ReadAllBytesAsync(file, TestContext.Current.CancellationToken)).AsSpan().SequenceEqual(was).ShouldBeTrue();
        File.SetUnixFileMode(folder, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task A_full_disk_is_told_as_one()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-pages-").FullName;
        var options = new DbContextOptionsBuilder<ShedContext>();
        ShedFile.Configure(options, folder);
        using (var store = new ShedStore(folder))
            await store.OpenAsync(
                NodaTime.Instant.FromUtc(2026, 4, 18, 10, 0),
                NodaTime.DateTimeZone.Utc,
                TestContext.Current.CancellationToken
            );
        await using (var context = new ShedContext(options.Options))
        {
            await context.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
            await context.Database.ExecuteSqlRawAsync("PRAGMA max_page_count=1", TestContext.Current.CancellationToken);
            context.Writes.AddRange(
                Enumerable
                    .Range(0, 200)
                    .Select(_ => new WriteRow
                    {
                        Id = Guid.CreateVersion7(),
                        Asked = new string('x', 1000),
                        At = NodaTime.Instant.FromUnixTimeSeconds(0),
                    })
            );
            var failed = await Should.ThrowAsync<DbUpdateException>(() => context.SaveChangesAsync(TestContext.Current.CancellationToken));
            ShedFile.Trouble(failed).ShouldBe("cannot be written: the disk is full");
            (await context.Writes.CountAsync(TestContext.Current.CancellationToken)).ShouldBe(0);
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private static async Task KillAsync(int kills, int seed)
    {
        var folder = Directory.CreateTempSubdirectory("muddy-crash-").FullName;
        var (random, all) = (new Random(seed), new ConcurrentBag<string>());
        var by = new Dictionary<string, ConcurrentBag<string>>
        {
            ["readings"] = [],
            ["notes"] = [],
            ["taps"] = [],
            ["photos"] = [],
            ["copies"] = [],
        };
        string? bike = null;
        var miles = 10_000;
        var picture = Photos.Shots.Plain(64, 48);
        for (var kill = 0; kill < kills; kill++)
        {
            using var process = Start(["dotnet", Dll], folder);
            using var http = new HttpClient { BaseAddress = new Uri(await AddressOf(process)) };
            bike ??= await BikeAsync(http);
            var run = await RunAsync(http, bike);
            using var stop = new CancellationTokenSource();
            var before = by.ToDictionary(pair => pair.Key, pair => pair.Value.Count);
            var writers = new[]
            {
                WriteAsync(
                    () =>
                        PostAsync(
                            http,
                            $"/api/bikes/{bike}/readings",
                            id => new
                            {
                                id,
                                meter = "odometer",
                                reading = $"{Interlocked.Increment(ref miles)} mi",
                                date = Day,
                                note = (string?)null,
                                because = (string?)null,
                            }
                        ),
                    by["readings"],
                    stop.Token
                ),
                WriteAsync(
                    () =>
                        PostAsync(
                            http,
                            $"/api/bikes/{bike}/notes",
                            id => new
                            {
                                id,
                                date = Day,
                                text = "in the middle of it",
                            }
                        ),
                    by["notes"],
                    stop.Token
                ),
                WriteAsync(() => TapAsync(http, run), by["taps"], stop.Token),
                WriteAsync(() => PhotoAsync(http, bike, picture), by["photos"], stop.Token),
                WriteAsync(() => PostAsync(http, "/api/copies", id => new { id }), by["copies"], stop.Token),
            };
            // Now and then before anything was acknowledged, mostly in full flow: when each of them has written.
            var patience = random.Next(5) == 0 ? 0 : 3_000;
            for (var wait = 0; wait < patience && by.Any(pair => pair.Value.Count == before[pair.Key]); wait++)
                await Task.Delay(10, TestContext.Current.CancellationToken);
            await Task.Delay(random.Next(0, 300), TestContext.Current.CancellationToken);
            process.Kill();
            await stop.CancelAsync();
            await process.WaitForExitAsync(TestContext.Current.CancellationToken);
            await Task.WhenAll(writers);
            Check(Path.Combine(folder, ShedFile.Name), [.. by.Where(pair => pair.Key != "copies").SelectMany(pair => pair.Value)], kill);
            foreach (var copy in ShedCopies.Of(folder))
                ShedBackup.Verify(Path.Combine(ShedCopies.FolderOf(folder), copy.Name));
        }

        // Each of them wrote: a writer that was refused all along proves nothing.
        foreach (var (name, bag) in by)
            bag.Count.ShouldBeGreaterThan(0, $"no {name} were acknowledged: {Refused.GetValueOrDefault(name)}");
        by.Where(pair => pair.Key is "readings" or "notes" or "taps").ShouldAllBe(pair => pair.Value.Count > kills / 2);
        Directory.Delete(folder, recursive: true);
    }

    private static async Task<string?> PhotoAsync(HttpClient http, string bike, byte[] picture)
    {
        var id = Guid.CreateVersion7().ToString();
        using var content = new ByteArrayContent(picture) { Headers = { ContentType = new("image/jpeg") } };
        using var response = await http.PutAsync($"/api/bikes/{bike}/photos/{id}", content);
        return response.StatusCode == HttpStatusCode.OK ? id : null;
    }

    private static async Task WriteAsync(Func<Task<string?>> write, ConcurrentBag<string> acknowledged, CancellationToken stop)
    {
        try
        {
            while (!stop.IsCancellationRequested)
                if (await write() is { } id)
                    acknowledged.Add(id);
        }
        catch (HttpRequestException)
        {
            // Killed under it: what was not acknowledged may be there or not.
        }
        catch (IOException) { }
    }

    private static async Task<string> RunAsync(HttpClient http, string bike)
    {
        var running = JsonNode.Parse(await http.GetStringAsync($"/api/bikes/{bike}"))!["running"]!.AsArray();
        return running.Count > 0
            ? (string)running[0]!["id"]!
            : (await PostAsync(http, $"/api/bikes/{bike}/runs", id => new { id, jobs = new[] { "engine-oil" } }))!;
    }

    private static async Task<string?> TapAsync(HttpClient http, string run)
    {
        var now = JsonNode.Parse(await http.GetStringAsync($"/api/runs/{run}"))!;
        var id = Guid.CreateVersion7().ToString();
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/runs/{run}/acts")
        {
            Content = System.Net.Http.Json.JsonContent.Create(
                new
                {
                    id,
                    act = "tray-put",
                    tray = new { part = "bolt", count = 1 },
                }
            ),
        };
        request.Headers.TryAddWithoutValidation("If-Match", $"\"{now["version"]}\"");
        using var response = await http.SendAsync(request);
        return response.StatusCode == HttpStatusCode.OK ? id : null;
    }

    private static void Check(string file, IReadOnlyCollection<string> acknowledged, int kill)
    {
        using var store = new SqliteConnection($"Data Source={file};Pooling=False");
        store.Open();
        Column(store, "PRAGMA integrity_check").ShouldBe(["ok"], $"kill {kill}");
        Column(store, "SELECT 1 FROM pragma_foreign_key_check").ShouldBeEmpty($"kill {kill}");
        var kept = Column(store, "SELECT lower(Id) FROM Writes").ToHashSet();
        var rows = Column(
                store,
                "SELECT lower(Id) FROM Entries UNION ALL SELECT lower(Id) FROM RunEvents UNION ALL SELECT lower(Id) "
                    + "FROM Bikes UNION ALL SELECT lower(Id) FROM Runs"
            )
            .ToHashSet();
        acknowledged.Where(id => !kept.Contains(id) || !rows.Contains(id)).ShouldBeEmpty($"kill {kill}: acknowledged and gone");
        // And no half of a write: what is noted as written has its row.
        kept.Count.ShouldBe(rows.Count, $"kill {kill}");
    }
}
