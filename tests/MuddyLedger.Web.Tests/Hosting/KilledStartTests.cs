using Microsoft.Data.Sqlite;
using MuddyLedger.Data;
using static MuddyLedger.Web.Tests.Hosting.ServerProcess;

namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>Kills while a server starts, takes a copy in, or goes back to one.</summary>
public class KilledStartTests
{
    [Fact]
    public Task Ten_kills_of_released_stores_while_they_start_leave_a_shed_that_starts() => KillStartsAsync(10, seed: 3);

    [Fact(Explicit = true)]
    public Task Three_hundred_kills_while_it_starts_leave_a_shed_that_starts() => KillStartsAsync(300, seed: 4);

    [Fact]
    public Task Six_kills_while_it_takes_in_or_goes_back_leave_one_or_the_other() => KillExchangesAsync(6, seed: 5);

    [Fact(Explicit = true)]
    public Task A_hundred_kills_while_it_takes_in_or_goes_back_leave_one_or_the_other() => KillExchangesAsync(100, seed: 6);

    /// <summary>
    /// Starts of each released store, and of the newest, are killed at any moment; the next one that is let be has all that was there.
    /// </summary>
    private static async Task KillStartsAsync(int kills, int seed)
    {
        var random = new Random(seed);
        var releases = Directory
            .EnumerateFiles(Path.Combine(TestShed.ContentFolder, "..", "tests", "MuddyLedger.Web.Tests", "Hosting"), "*.sql")
            .Order(StringComparer.Ordinal)
            .ToList();
        for (var kill = 0; kill < kills; kill++)
        {
            var folder = Directory.CreateTempSubdirectory("muddy-start-").FullName;
            var file = Path.Combine(folder, ShedFile.Name);
            var release = kill % (releases.Count + 1) < releases.Count ? releases[kill % (releases.Count + 1)] : null;
            if (release is not null)
                Run(file, await File.ReadAllTextAsync(release, TestContext.Current.CancellationToken));
            var lines = release is null ? 0L : Count(file);
            for (var again = random.Next(1, 4); again > 0; again--)
            {
                using var process = Start(["dotnet", Dll], folder);
                // A start takes a second or two: within it, and now and then right after.
                await Task.Delay(random.Next(100, 2_500), TestContext.Current.CancellationToken);
                process.Kill();
                await process.WaitForExitAsync(TestContext.Current.CancellationToken);
            }

            await using var next = await TestShed.OverAsync(folder);
            var store = await next.GetAsync("/api/store");
            store.Body["lookOnly"].ShouldBeNull($"kill {kill}, {release}: {store}");
            (await next.GetAsync("/api/shed")).ShouldBeOk();
            (await BikeAsync(next.Http)).ShouldNotBeNull();
            await next.StopAsync();
            Count(file).ShouldBe(lines, $"kill {kill}, {release}");
            Directory.EnumerateFiles(folder, "*.migrating*").ShouldBeEmpty();
        }

        static long Count(string file)
        {
            using var store = new SqliteConnection($"Data Source={file};Pooling=False");
            store.Open();
            return long.Parse(Column(store, "SELECT count(*) FROM Entries")[0], System.Globalization.CultureInfo.InvariantCulture);
        }

        static void Run(string file, string sql)
        {
            using var store = new SqliteConnection($"Data Source={file};Pooling=False");
            store.Open();
            using var command = store.CreateCommand();
#pragma warning disable CA2100 // a frozen dump of a release
            command.CommandText = sql;
#pragma warning restore CA2100
            command.ExecuteNonQuery();
        }
    }

    /// <summary>
    /// A kill while a copy is taken in leaves all of it or nothing; one while the shed goes back to a copy leaves what was there, or the
    /// copy.
    /// </summary>
    private static async Task KillExchangesAsync(int kills, int seed)
    {
        var random = new Random(seed);
        await using var from = await TestShed.OpenAsync(demo: true);
        var text = (await from.GetAsync("/api/export")).ShouldBeOk().Body.ToJsonString();
        for (var kill = 0; kill < kills; kill++)
        {
            var folder = Directory.CreateTempSubdirectory("muddy-exchange-").FullName;
            var file = Path.Combine(folder, ShedFile.Name);
            var (back, said) = (kill % 2 == 1, false);
            using (var process = Start(["dotnet", Dll], folder))
            {
                using var http = new HttpClient { BaseAddress = new Uri(await AddressOf(process)) };
                Task<HttpResponseMessage> asked;
                if (back)
                {
                    var bike = await BikeAsync(http);
                    (await PostAsync(http, "/api/copies", id => new { id })).ShouldNotBeNull();
                    (
                        await PostAsync(
                            http,
                            $"/api/bikes/{bike}/notes",
                            id => new
                            {
                                id,
                                date = Day,
                                text = "after the copy",
                            }
                        )
                    ).ShouldNotBeNull();
                    var name = ShedCopies.Of(folder)[0].Name;
                    asked = http.PostAsync(
                        $"/api/copies/{name}/go-back",
                        System.Net.Http.Json.JsonContent.Create(new { id = Guid.CreateVersion7() })
                    );
                    await Task.Delay(random.Next(0, 400), TestContext.Current.CancellationToken);
                }
                else
                {
                    asked = http.PostAsync(
                        $"/api/import?id={Guid.CreateVersion7()}",
                        new StringContent(text, System.Text.Encoding.UTF8, "application/json")
                    );
                    await Task.Delay(random.Next(0, 4_000), TestContext.Current.CancellationToken);
                }

                process.Kill();
                await process.WaitForExitAsync(TestContext.Current.CancellationToken);
                try
                {
                    said = (await asked).IsSuccessStatusCode;
                }
                catch (HttpRequestException)
                {
                    // Killed under it: it may be done or not.
                }
            }

            await using var next = await TestShed.OverAsync(folder);
            (await next.GetAsync("/api/store")).Body["lookOnly"].ShouldBeNull($"kill {kill}");
            var bikes = (await next.GetAsync("/api/shed"))["bikes"].AsArray().Count;
            var notes = (int)(await next.GetAsync("/api/book?kind=note"))["total"];
            if (back)
                (bikes, said && notes > 0).ShouldBe((1, false), $"kill {kill}");
            else
                bikes.ShouldBeOneOf(said ? [6] : [0, 6]);
            Directory.EnumerateDirectories(folder, "taking-in-*").ShouldBeEmpty();
            await next.StopAsync();
            using (var store = new SqliteConnection($"Data Source={file};Pooling=False"))
            {
                store.Open();
                Column(store, "PRAGMA integrity_check").ShouldBe(["ok"], $"kill {kill}");
            }
        }
    }
}
