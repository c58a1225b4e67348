using Microsoft.Data.Sqlite;
using MuddyLedger.Content;
using MuddyLedger.Core.Json;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;

namespace MuddyLedger.Web.Tests.Hosting;

public class StoreTests
{
    [Fact]
    public async Task The_file_is_marked_as_a_shed_and_written_ahead()
    {
        await using var shed = await TestShed.OpenAsync();
        Scalar(shed.File, "PRAGMA application_id").ShouldBe((long)ShedFile.ApplicationId);
        Scalar(shed.File, "PRAGMA journal_mode").ShouldBe("wal");
        Scalar(shed.File, "PRAGMA integrity_check").ShouldBe("ok");
    }

    [Fact]
    public async Task Every_connection_waits_for_the_disk_and_keeps_its_references()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-pragma-").FullName;
        var options = new Microsoft.EntityFrameworkCore.DbContextOptionsBuilder<ShedContext>();
        ShedFile.Configure(options, folder);
        using (var store = new ShedStore(folder))
            await store.OpenAsync(
                NodaTime.Instant.FromUtc(2026, 4, 18, 10, 0),
                NodaTime.DateTimeZone.Utc,
                TestContext.Current.CancellationToken
            );
        await using (var context = new ShedContext(options.Options))
        {
            await Microsoft.EntityFrameworkCore.RelationalDatabaseFacadeExtensions.OpenConnectionAsync(
                context.Database,
                TestContext.Current.CancellationToken
            );
            var connection = Microsoft.EntityFrameworkCore.RelationalDatabaseFacadeExtensions.GetDbConnection(context.Database);
            foreach (var (pragma, wanted) in new[] { ("synchronous", 2L), ("foreign_keys", 1L), ("busy_timeout", 10_000L) })
            {
                await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // one of the three names above
                command.CommandText = $"PRAGMA {pragma}";
#pragma warning restore CA2100
                Convert.ToInt64(await command.ExecuteScalarAsync(TestContext.Current.CancellationToken)).ShouldBe(wanted, pragma);
            }
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    // What is only ever added to is refused any change by the store itself, whoever writes.
    [Theory]
    [InlineData("Entries", "Device = 'x'")]
    [InlineData("Strikes", "Device = 'x'")]
    [InlineData("RunEvents", "Device = 'x'")]
    [InlineData("ViewingEvents", "Device = 'x'")]
    [InlineData("StockMoves", "Device = 'x'")]
    public async Task What_is_only_added_to_is_never_changed_or_removed(string table, string change)
    {
        await using var shed = await TestShed.OpenAsync(demo: true);
        Convert.ToInt64(Scalar(shed.File, $"SELECT count(*) FROM {table}")).ShouldBeGreaterThan(0, "nothing there proves nothing");
        Should.Throw<SqliteException>(() => Run(shed.File, $"UPDATE {table} SET {change}")).Message.ShouldContain("never changed");
        Should.Throw<SqliteException>(() => Run(shed.File, $"DELETE FROM {table}")).Message.ShouldContain("never removed");
    }

    [Fact]
    public async Task What_was_written_is_there_after_a_restart()
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: "9000");
        var before = shed.Stored();
        await shed.RestartAsync();
        shed.Stored().ShouldBe(before);
        (await shed.GetAsync($"/api/bikes/{bike}")).ShouldBeOk()["meters"][0]!["display"]!["value"]!.GetValue<decimal>().ShouldBe(9000);
    }

    // A shed that was just put in its place is first written to by its old way of writing: a kill in that moment leaves a journal.
    [Fact]
    public async Task What_a_killed_writer_left_half_done_is_undone_at_the_next_start()
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: "9000");
        var before = (await shed.GetAsync("/api/book")).Body.ToJsonString();
        await shed.StopAsync();
        var folder = Directory.CreateTempSubdirectory("muddy-half-").FullName;
        var file = Path.Combine(folder, ShedFile.Name);
        using (var writer = new SqliteConnection($"Data Source={shed.File};Pooling=False"))
        {
            writer.Open();
            void Run(string sql)
            {
                using var command = writer.CreateCommand();
#pragma warning disable CA2100 // constants of this test
                command.CommandText = sql;
#pragma warning restore CA2100
                command.ExecuteNonQuery();
            }

            // More than its cache holds, so that pages go to the disk before the end that never comes.
            Run("PRAGMA journal_mode=DELETE");
            Run("PRAGMA cache_size=2");
            Run("BEGIN IMMEDIATE");
            Run("CREATE TABLE Half AS SELECT randomblob(4000) AS Bytes FROM Entries, Entries, Entries, Entries, Entries, Entries");
            Run("PRAGMA user_version=1000");
            foreach (var end in new[] { "", "-journal" })
                File.Copy(shed.File + end, file + end);
        }

        new FileInfo(file + "-journal").Length.ShouldBeGreaterThan(512);
        using (var looked = new SqliteConnection($"Data Source={file};Pooling=False;Mode=ReadOnly"))
        {
            looked.Open();
            using var command = looked.CreateCommand();
            command.CommandText = "SELECT count(*) FROM Entries";
            Should
                .Throw<SqliteException>(command.ExecuteScalar)
                .SqliteErrorCode.ShouldBe(8, "nothing was left half done: the test proves nothing");
        }

        await using (var server = await ShedServer.StartAsync(shed.Options with { Folder = folder }, TestContext.Current.CancellationToken))
        {
            server.Store.LookOnly.ShouldBeNull();
            using var http = new HttpClient { BaseAddress = new Uri(server.Address) };
            (await http.GetStringAsync("/api/book", TestContext.Current.CancellationToken)).ShouldBe(before);
            (await http.GetAsync($"/api/bikes/{bike}", TestContext.Current.CancellationToken)).StatusCode.ShouldBe(HttpStatusCode.OK);
        }

        SqliteConnection.ClearAllPools();
        Scalar(file, "PRAGMA integrity_check").ShouldBe("ok");
        Directory.Delete(folder, recursive: true);
        await shed.StartAsync();
    }

    [Fact]
    public async Task A_file_that_is_no_shed_is_left_alone()
    {
        await using var shed = await TestShed.OpenAsync();
        var other = Directory.CreateTempSubdirectory("muddy-other-").FullName;
        var file = Path.Combine(other, ShedFile.Name);
        Run(file, "CREATE TABLE Recipes (Id INTEGER); INSERT INTO Recipes VALUES (1)");
        var was = await File.ReadAllBytesAsync(file, TestContext.Current.CancellationToken);
        (
            await Should.ThrowAsync<InvalidDataException>(() => ShedServer.StartAsync(shed.Options with { Folder = other }))
        ).Message.ShouldContain("is not a Muddy Ledger shed");
        SqliteConnection.ClearAllPools();
        (await File.ReadAllBytesAsync(file, TestContext.Current.CancellationToken)).ShouldBe(was);
        Directory.Delete(other, recursive: true);
    }

    [Fact]
    public async Task A_shed_of_a_newer_version_is_left_alone()
    {
        await using var shed = await TestShed.OpenAsync();
        Run(shed.File, "INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_Later', '10.0.13')");
        (await Should.ThrowAsync<InvalidDataException>(() => shed.RestartAsync())).Message.ShouldContain("newer Muddy Ledger");
        Run(shed.File, "DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '2999%'");
        await shed.RestartAsync();
    }

    // The same tables, and JSON in them that this release would only half understand.
    [Fact]
    public async Task A_shed_whose_lines_were_written_by_a_newer_version_is_left_alone()
    {
        await using var shed = await TestShed.OpenAsync();
        await shed.StopAsync();
        JsonVersion(shed.File).ShouldBe(CoreJson.Version);
        Run(shed.File, $"PRAGMA user_version={(CoreJson.Version + 1) << 1}");
        SqliteConnection.ClearAllPools();
        var was = await File.ReadAllBytesAsync(shed.File, TestContext.Current.CancellationToken);
        (await Should.ThrowAsync<InvalidDataException>(() => shed.StartAsync())).Message.ShouldContain("newer Muddy Ledger");
        SqliteConnection.ClearAllPools();
        (await File.ReadAllBytesAsync(shed.File, TestContext.Current.CancellationToken)).AsSpan().SequenceEqual(was).ShouldBeTrue();
        Run(shed.File, $"PRAGMA user_version={CoreJson.Version << 1}");
        await shed.StartAsync();
        await shed.RestartAsync();
        JsonVersion(shed.File).ShouldBe(CoreJson.Version);
    }

    private static long JsonVersion(string file) => (long)Scalar(file, "PRAGMA user_version")! >> 1;

    // A frozen dump of each release's store; a new migration adds one here.
    [Theory]
    [InlineData("first-release.sql", 2, 83, 0)]
    [InlineData("with-viewings.sql", 2, 83, 3)]
    [InlineData("with-photos.sql", 2, 83, 3)]
    [InlineData("with-guards.sql", 2, 83, 3)]
    public async Task A_shed_of_an_earlier_release_is_brought_up_to_date_and_loses_nothing(string dump, int bikes, int lines, int taps)
    {
        await using var shed = await TestShed.OpenAsync();
        var old = Directory.CreateTempSubdirectory("muddy-old-").FullName;
        var file = Path.Combine(old, ShedFile.Name);
        Run(
            file,
            await File.ReadAllTextAsync(
                Path.Combine(TestShed.ContentFolder, "..", "tests", "MuddyLedger.Web.Tests", "Hosting", dump),
                TestContext.Current.CancellationToken
            )
        );
        var was = Rows(file);
        await using (var server = await ShedServer.StartAsync(shed.Options with { Folder = old }, TestContext.Current.CancellationToken))
        {
            using var http = new HttpClient { BaseAddress = new Uri(server.Address) };
            var answer = JsonNode.Parse(await http.GetStringAsync("/api/shed", TestContext.Current.CancellationToken))!;
            answer["bikes"]!.AsArray().Count.ShouldBe(bikes);
            foreach (
                var viewing in JsonNode.Parse(await http.GetStringAsync("/api/viewings", TestContext.Current.CancellationToken))!.AsArray()
            )
                JsonNode.Parse(
                    await http.GetStringAsync($"/api/viewings/{(string)viewing!["id"]!}", TestContext.Current.CancellationToken)
                )!["score"]!["condition"]!
                    .GetValue<double>()
                    .ShouldBe(0, "the one point seen there had failed");
            foreach (var bike in answer["bikes"]!.AsArray())
            {
                var page = JsonNode.Parse(
                    await http.GetStringAsync($"/api/bikes/{(string)bike!["id"]!}", TestContext.Current.CancellationToken)
                )!;
                page["tasks"]!.AsArray().Count.ShouldBeGreaterThan(10);
                foreach (var run in page["running"]!.AsArray())
                    (await http.GetAsync($"/api/runs/{(string)run!["id"]!}", TestContext.Current.CancellationToken)).StatusCode.ShouldBe(
                        HttpStatusCode.OK
                    );
            }
        }

        SqliteConnection.ClearAllPools();
        Rows(file).ShouldBe(was);
        Scalar(file, "SELECT count(*) FROM Entries").ShouldBe((long)lines);
        Scalar(file, "SELECT count(*) FROM ViewingEvents").ShouldBe((long)taps);
        Scalar(file, "PRAGMA integrity_check").ShouldBe("ok");
        JsonVersion(file).ShouldBe(CoreJson.Version, "the first releases wrote none");
        SqliteConnection.ClearAllPools();
        Directory.Delete(old, recursive: true);
    }

    /// <summary>What the owner wrote, as text, whatever columns have come since.</summary>
    private static string Rows(string file) =>
        string.Join(
            '\n',
            new[]
            {
                "SELECT group_concat(Id || Profile || Version || AddedAt, char(10)) FROM Bikes",
                "SELECT group_concat(Id || BikeId || Date || WrittenAt || Device || Body || coalesce(RunId, '') || "
                    + "coalesce(CorrectsId, '') || coalesce(Reason, ''), char(10)) FROM Entries",
                "SELECT group_concat(EntryId || At || Device || Reason, char(10)) FROM Strikes",
                "SELECT group_concat(Id || BikeId || Job || StartedAt || Status || Version, char(10)) FROM Runs",
                "SELECT group_concat(Id || RunId || Sequence || At || Device || Act, char(10)) FROM RunEvents",
                "SELECT group_concat(Id || Asked || At, char(10)) FROM Writes",
            }.Select(sql => (string)Scalar(file, sql)!)
        );

    [Fact]
    public async Task A_broken_content_file_is_refused_at_start_with_file_and_line()
    {
        await using var shed = await TestShed.OpenAsync();
        var content = Directory.CreateTempSubdirectory("muddy-content-").FullName;
        foreach (var kind in new[] { "jobs", "schedules", "sets" })
            Directory.CreateDirectory(Path.Combine(content, kind));
        await File.WriteAllTextAsync(
            Path.Combine(content, "jobs", "odd.yaml"),
            "id: odd\ntitle: Odd\nsteps: none\n",
            TestContext.Current.CancellationToken
        );
        (
            await Should.ThrowAsync<ContentException>(() =>
                ShedServer.StartAsync(shed.Options with { ContentFolder = content, Content = null })
            )
        ).Message.ShouldStartWith("jobs/odd.yaml:3:");
        Directory.Delete(content, recursive: true);
    }

    private static object? Scalar(string file, string sql)
    {
        using var connection = new SqliteConnection($"Data Source={file}");
        connection.Open();
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // constants of this class
        command.CommandText = sql;
#pragma warning restore CA2100
        return command.ExecuteScalar();
    }

    private static void Run(string file, string sql) => Scalar(file, sql);
}
