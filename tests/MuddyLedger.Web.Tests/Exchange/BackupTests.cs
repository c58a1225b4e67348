using Microsoft.Data.Sqlite;
using MuddyLedger.Data;
using NodaTime;

namespace MuddyLedger.Web.Tests.Exchange;

public sealed class BackupTests : IAsyncLifetime
{
    private readonly string _folder = Directory.CreateTempSubdirectory("muddy-backup-").FullName;
    private TestShed _shed = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        await _shed.BikeAsync(reading: "9000");
    }

    public async ValueTask DisposeAsync()
    {
        await _shed.DisposeAsync();
        Directory.Delete(_folder, recursive: true);
    }

    [Fact]
    public async Task A_backup_is_taken_while_the_shed_is_written_to_and_is_whole()
    {
        var bike = (string)(await _shed.GetAsync("/api/shed"))["bikes"][0]!["id"]!;
        using var stop = new CancellationTokenSource();
        var writing = Task.Run(
            async () =>
            {
                for (var miles = 9_001; !stop.IsCancellationRequested; miles++)
                    (await _shed.ReadAsync(bike, $"{miles}")).ShouldBeOk();
            },
            TestContext.Current.CancellationToken
        );
        var copies = Enumerable.Range(0, 5).Select(second => ShedBackup.Make(_shed.Folder, _folder, At(second))).ToList();
        await stop.CancelAsync();
        await writing;
        foreach (var copy in copies)
            ShedBackup.Verify(copy).Bikes.ShouldBe(1);
    }

    [Fact]
    public async Task A_restored_shed_gives_the_same_answers()
    {
        var copy = ShedBackup.Make(_shed.Folder, _folder, At(0));
        var before = (await _shed.GetAsync("/api/shed")).Body.ToJsonString();
        var target = Path.Combine(_folder, "restored");
        ShedBackup.Restore(copy, target).Entries.ShouldBe(2, "the reading, and the word that it is in use");
        await using var server = await MuddyLedger.Web.Hosting.ShedServer.StartAsync(
            _shed.Options with
            {
                Folder = target,
            },
            TestContext.Current.CancellationToken
        );
        using var http = new HttpClient { BaseAddress = new Uri(server.Address) };
        (await http.GetStringAsync("/api/shed", TestContext.Current.CancellationToken)).ShouldBe(before);
    }

    [Fact]
    public void A_folder_with_a_shed_is_left_as_it_is()
    {
        var copy = ShedBackup.Make(_shed.Folder, _folder, At(0));
        Should.Throw<InvalidDataException>(() => ShedBackup.Restore(copy, _shed.Folder)).Message.ShouldContain("has a shed already");
    }

    // What another shed left would be taken for the end of the restored one.
    [Theory]
    [InlineData("-wal")]
    [InlineData("-shm")]
    [InlineData("-journal")]
    [InlineData(".restoring")]
    public void A_folder_with_what_is_left_of_a_shed_is_refused(string left)
    {
        var copy = ShedBackup.Make(_shed.Folder, _folder, At(0));
        var target = Path.Combine(_folder, "left" + left);
        Directory.CreateDirectory(target);
        File.WriteAllText(Path.Combine(target, ShedFile.Name + left), "old");
        Should.Throw<InvalidDataException>(() => ShedBackup.Restore(copy, target)).Message.ShouldContain("what is left of another shed");
        File.Exists(Path.Combine(target, ShedFile.Name)).ShouldBeFalse();
    }

    [Fact]
    public void What_is_damaged_or_newer_is_refused_in_words()
    {
        var copy = ShedBackup.Make(_shed.Folder, _folder, At(0));
        var file = Path.Combine(copy, ShedFile.Name);
        var whole = File.ReadAllBytes(file);
        var manifest = File.ReadAllText(Path.Combine(copy, ShedBackup.ManifestName));

        // Any one byte, anywhere.
        foreach (var at in new[] { 0, 100, whole.Length / 2, whole.Length - 1 })
        {
            var harmed = whole.ToArray();
            harmed[at] ^= 0x40;
            File.WriteAllBytes(file, harmed);
            Refuses(copy, "damaged");
        }

        File.WriteAllBytes(file, whole[..^1]);
        Refuses(copy, "damaged");
        File.WriteAllBytes(file, whole);
        File.WriteAllText(Path.Combine(copy, ShedBackup.ManifestName), "{");
        Refuses(copy, "cannot be read");
        File.WriteAllText(Path.Combine(copy, ShedBackup.ManifestName), "{\"format\":\"cake\"}");
        Refuses(copy, "no manifest");
        File.Delete(Path.Combine(copy, ShedBackup.ManifestName));
        Refuses(copy, "is no backup");
        File.WriteAllText(Path.Combine(copy, ShedBackup.ManifestName), manifest);
        ShedBackup.Verify(copy);

        using (var store = new SqliteConnection($"Data Source={_shed.File}"))
        {
            store.Open();
            using var later = store.CreateCommand();
            later.CommandText = "INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_Later', '10.0.13')";
            later.ExecuteNonQuery();
        }

        Should.Throw<InvalidDataException>(() => ShedBackup.Make(_shed.Folder, _folder, At(1))).Message.ShouldContain("newer Muddy Ledger");
    }

    [Fact]
    public void A_folder_without_a_shed_is_said_to_be_one() =>
        Should
            .Throw<InvalidDataException>(() => ShedBackup.Make(Path.Combine(_folder, "nothing"), _folder, At(0)))
            .Message.ShouldContain("no shed");

    private void Refuses(string copy, string words) =>
        Should.Throw<InvalidDataException>(() => ShedBackup.Restore(copy, Path.Combine(_folder, "never"))).Message.ShouldContain(words);

    private static Instant At(int second) => Instant.FromUtc(2026, 4, 18, 10, 20, second);
}
