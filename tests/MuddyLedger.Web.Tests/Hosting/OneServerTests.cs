using Microsoft.Data.Sqlite;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;

namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>One server to a folder, and a start that a kill cannot spoil.</summary>
public class OneServerTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task A_second_server_on_the_same_folder_is_told_where_the_first_is_and_writes_nothing()
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: "9000");
        var before = shed.Stored();
        var second = await Should.ThrowAsync<InvalidDataException>(() => ShedServer.StartAsync(shed.Options, Cancel));
        second.Message.ShouldContain("in use by another Muddy Ledger, at http://127.0.0.1:");
        shed.Stored().ShouldBe(before);
        // The first goes on as before, and once it has stopped its folder is free.
        (await shed.ReadAsync(bike, "9010")).ShouldBeOk();
        await shed.RestartAsync();
        (await shed.ReadAsync(bike, "9020")).ShouldBeOk();
        File.Exists(Path.Combine(shed.Folder, "muddy-ledger.address")).ShouldBeTrue();
    }

    // A server that was killed while it brought its file up to date leaves the row behind by which others would wait for ever.
    [Fact]
    public async Task A_migration_lock_that_a_killed_server_left_behind_is_cleared()
    {
        await using var shed = await TestShed.OpenAsync();
        await shed.BikeAsync(reading: "9000");
        await shed.StopAsync();
        Execute(
            shed.File,
            "CREATE TABLE IF NOT EXISTS \"__EFMigrationsLock\" (\"Id\" INTEGER NOT NULL PRIMARY KEY, \"Timestamp\" TEXT NOT NULL); "
                + "INSERT OR REPLACE INTO \"__EFMigrationsLock\" VALUES (1, '2026-04-18 10:00:00')"
        );
        // The last change is pending again, so that the lock is asked for.
        Execute(shed.File, "DELETE FROM \"__EFMigrationsLock\" WHERE Id = 2");
        await shed.StartAsync().WaitAsync(TimeSpan.FromSeconds(90), Cancel);
        (await shed.GetAsync("/api/shed")).ShouldBeOk()["bikes"].AsArray().Count.ShouldBe(1);
    }

    [Fact]
    public async Task A_new_file_whose_first_start_was_killed_at_the_lock_is_made_whole()
    {
        var folder = Directory.CreateTempSubdirectory("muddy-killed-").FullName;
        var file = Path.Combine(folder, ShedFile.Name);
        Execute(
            file,
            $"PRAGMA application_id={ShedFile.ApplicationId}; CREATE TABLE \"__EFMigrationsLock\" "
                + "(\"Id\" INTEGER NOT NULL PRIMARY KEY, \"Timestamp\" TEXT NOT NULL); "
                + "INSERT INTO \"__EFMigrationsLock\" VALUES (1, '2026-04-18 10:00:00')"
        );
        await using var other = await TestShed.OpenAsync();
        await using (
            var server = await ShedServer
                .StartAsync(other.Options with { Folder = folder }, Cancel)
                .WaitAsync(TimeSpan.FromSeconds(90), Cancel)
        )
        {
            using var http = new HttpClient { BaseAddress = new Uri(server.Address) };
            (await http.GetAsync("/api/shed", Cancel)).IsSuccessStatusCode.ShouldBeTrue();
        }

        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private static void Execute(string file, string sql)
    {
        using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // constants of these tests
        command.CommandText = sql;
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }
}
