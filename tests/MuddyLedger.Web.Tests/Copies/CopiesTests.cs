using Microsoft.Data.Sqlite;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;
using MuddyLedger.Web.Tests.Photos;
using NodaTime;

namespace MuddyLedger.Web.Tests.Copies;

/// <summary>The copies that the shed makes of itself, the way back to one, and a file that is gone, full, held or exchanged.</summary>
public sealed class CopiesTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync(reading: "9000");
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    private async Task<JsonNode> CopyAsync() => (await _shed.PostAsync("/api/copies", new { id = InTheShed.NewId() })).ShouldBeOk().Body;

    private Task<Answer> GoBackAsync(JsonNode copy) =>
        _shed.PostAsync($"/api/copies/{(string)copy["name"]!}/go-back", new { id = InTheShed.NewId() });

    [Fact]
    public async Task Going_back_gives_every_answer_of_then_and_sets_aside_what_was_there()
    {
        await PhotoAsync();
        var then = (await _shed.GetAsync($"/api/bikes/{_bike}")).Body.ToJsonString();
        var book = (await _shed.GetAsync("/api/book")).Body.ToJsonString();
        var copy = await CopyAsync();
        ((int)copy["photos"]!).ShouldBe(1);
        (await _shed.ReadAsync(_bike, "9500")).ShouldBeOk();
        var back = (await GoBackAsync(copy)).ShouldBeOk();
        (await _shed.GetAsync($"/api/bikes/{_bike}")).Body.ToJsonString().ShouldBe(then);
        (await _shed.GetAsync("/api/book")).Body.ToJsonString().ShouldBe(book);
        var photo = (string)(await _shed.BookAsync("?kind=photo"))[0]!["photo"]!;
        (await _shed.Http.GetByteArrayAsync($"/api/photos/{photo}", Cancel)).Length.ShouldBeGreaterThan(1_000);
        // Nothing of what was there is lost: it lies aside, whole.
        var aside = Path.Combine((string)back["setAside"]!, ShedFile.Name);
        Convert.ToInt64(DamagedFileTests.Scalar(aside, "SELECT count(*) FROM Entries")).ShouldBe((int)copy["entries"]! + 1);
        // And on it goes.
        (await _shed.ReadAsync(_bike, "9100")).ShouldBeOk();
        await _shed.RestartAsync();
        ((string?)(await _shed.GetAsync("/api/store")).Body["lookOnly"]).ShouldBeNull();
    }

    [Fact]
    public async Task An_automatic_copy_is_restored_from_the_command_line_photos_and_all()
    {
        await PhotoAsync();
        var then = (await _shed.GetAsync("/api/book")).Body.ToJsonString();
        var photo = (string)(await _shed.BookAsync("?kind=photo"))[0]!["photo"]!;
        var image = await _shed.Http.GetByteArrayAsync($"/api/photos/{photo}", Cancel);
        var copy = Path.Combine(ShedCopies.FolderOf(_shed.Folder), (string)(await CopyAsync())["name"]!);
        var target = Directory.CreateTempSubdirectory("muddy-restored-").FullName;
        try
        {
            var (code, said) = await CommandAsync("restore", "--from", copy, "--data", target);
            code.ShouldBe(0, said);
            said.ShouldContain("Restored: 1 bikes");
            await using (var server = await ShedServer.StartAsync(_shed.Options with { Folder = target }, Cancel))
            {
                using var http = new HttpClient { BaseAddress = new Uri(server.Address) };
                (await http.GetStringAsync("/api/book", Cancel)).ShouldBe(then);
                (await http.GetByteArrayAsync($"/api/photos/{photo}", Cancel)).ShouldBe(image);
            }

            // Over a shed that is there it is not put, and of a harmed copy nothing is taken.
            (code, said) = await CommandAsync("restore", "--from", copy, "--data", target);
            code.ShouldBe(1);
            said.ShouldContain(target);
            var harmed = Path.Combine(copy, ShedFile.Name);
            await using (var file = new FileStream(harmed, FileMode.Open))
                file.SetLength(file.Length / 2);
            var empty = Path.Combine(target, "empty");
            (await CommandAsync("restore", "--from", copy, "--data", empty)).Code.ShouldBe(1);
            File.Exists(Path.Combine(empty, ShedFile.Name)).ShouldBeFalse();
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(target, recursive: true);
        }
    }

    private static async Task<(int Code, string Said)> CommandAsync(params string[] words)
    {
        using var process = System.Diagnostics.Process.Start(
            new System.Diagnostics.ProcessStartInfo("dotnet", [Hosting.ServerProcess.Dll, .. words])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        var (said, refused) = (process.StandardOutput.ReadToEndAsync(Cancel), process.StandardError.ReadToEndAsync(Cancel));
        await process.WaitForExitAsync(Cancel);
        return (process.ExitCode, await said + await refused);
    }

    [Fact]
    public async Task Photos_lie_once_beside_all_copies_and_a_harmed_one_is_not_gone_back_to()
    {
        await PhotoAsync();
        var first = await CopyAsync();
        _shed.Clock.Advance(Duration.FromMinutes(2));
        (await _shed.ReadAsync(_bike, "9100")).ShouldBeOk();
        await CopyAsync();
        var photos = Directory.EnumerateFiles(Path.Combine(_shed.Folder, "copies", "photos")).ToList();
        photos.Count.ShouldBe(2, "one photo and its small one");
        foreach (var file in Directory.EnumerateFiles(Path.Combine(_shed.Folder, "copies"), ShedFile.Name, SearchOption.AllDirectories))
            Convert.ToInt64(DamagedFileTests.Scalar(file, "SELECT max(length(Image)) FROM Photos")).ShouldBe(0);
        SqliteConnection.ClearAllPools();
        var large = photos.Single(file => !file.Contains("small", StringComparison.Ordinal));
        var bytes = await File.ReadAllBytesAsync(large, Cancel);
        bytes[^10] ^= 1;
        await File.WriteAllBytesAsync(large, bytes, Cancel);
        var before = _shed.Stored();
        (await GoBackAsync(first)).Detail.ShouldContain("is damaged");
        _shed.Stored().ShouldBe(before);
        // The next copy writes it anew.
        _shed.Clock.Advance(Duration.FromMinutes(2));
        await CopyAsync();
        (await GoBackAsync(first)).ShouldBeOk();
    }

    [Fact]
    public async Task A_file_that_is_gone_is_not_made_anew_over_its_copies()
    {
        var copy = await CopyAsync();
        await _shed.StopAsync();
        foreach (var file in Directory.EnumerateFiles(_shed.Folder, ShedFile.Name + "*"))
            File.Delete(file);
        await _shed.StartAsync();
        var store = (await _shed.GetAsync("/api/store")).ShouldBeOk();
        ((string?)store["lookOnly"]).ShouldBe("gone");
        ((string?)store["words"])!.ShouldContain("the newest is of 2026-04-18, with 1 bike and");
        (
            await _shed.PostAsync(
                "/api/bikes",
                new
                {
                    id = InTheShed.NewId(),
                    profile = await _shed.SetAsync("road-twin"),
                    reading = (string?)null,
                    set = "road-twin",
                    condition = "in-use",
                    pumpFeeds = true,
                }
            )
        ).Status.ShouldBe(HttpStatusCode.ServiceUnavailable);
        File.Exists(_shed.File).ShouldBeFalse();
        (await GoBackAsync(copy)).ShouldBeOk();
        (await _shed.GetAsync("/api/shed")).ShouldBeOk()["bikes"].AsArray().Count.ShouldBe(1);
        (await _shed.ReadAsync(_bike, "9100")).ShouldBeOk();
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task A_file_of_nothing_is_no_new_shed(bool copies)
    {
        if (copies)
            await CopyAsync();
        await _shed.StopAsync();
        foreach (var file in Directory.EnumerateFiles(_shed.Folder, ShedFile.Name + "*"))
            File.Delete(file);
        await File.WriteAllBytesAsync(_shed.File, [], Cancel);
        if (copies)
            await _shed.StartAsync();
        else
            (await Should.ThrowAsync<InvalidDataException>(() => _shed.StartAsync())).Message.ShouldContain("holds nothing");
        new FileInfo(_shed.File).Length.ShouldBe(0);
        File.Delete(_shed.File);
        if (!copies)
            await _shed.StartAsync();
    }

    // Whatever ends the exchange in between, the next start ends what was begun, or it never began.
    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    public async Task An_exchange_that_was_interrupted_is_ended_by_the_next_start(int step)
    {
        var copy = await CopyAsync();
        (await _shed.ReadAsync(_bike, "9500")).ShouldBeOk();
        await _shed.StopAsync();
        var (half, note) = (_shed.File + ".restoring", Path.Combine(_shed.Folder, "muddy-ledger.restoring"));
        File.Copy(Path.Combine(_shed.Folder, "copies", (string)copy["name"]!, ShedFile.Name), half);
        if (step > 0)
            await File.WriteAllTextAsync(note, (string)copy["name"]!, Cancel);
        if (step > 1)
        {
            foreach (var end in new[] { "-wal", "-shm" })
                File.Delete(_shed.File + end);
            File.Move(half, _shed.File, overwrite: true);
        }

        await _shed.StartAsync();
        (await _shed.BookAsync("?kind=reading")).Count.ShouldBe(step == 0 ? 2 : 1);
        File.Exists(half).ShouldBeFalse();
        File.Exists(note).ShouldBeFalse();
    }

    [Fact]
    public async Task One_is_made_a_day_where_something_was_written_and_those_of_long_ago_go()
    {
        var zone = DateTimeZone.Utc;
        Instant At(int day, int hour = 12) => Instant.FromUtc(2026, 4, 18, hour, 0) + Duration.FromDays(day);
        var folder = _shed.Folder;
        ShedCopies.Wanted(folder, null, At(0), zone).ShouldBeFalse("nothing was ever written");
        ShedCopies.Wanted(folder, At(0), At(0), zone).ShouldBeTrue();
        for (var day = 0; day < 40; day++)
        {
            ShedCopies.Make(folder, At(day), zone);
            ShedCopies.Wanted(folder, At(day, 18), At(day, 20), zone).ShouldBeFalse("there is one of this day");
            ShedCopies.Wanted(folder, At(day, 10), At(day + 1), zone).ShouldBeFalse("nothing was written since");
            ShedCopies.Wanted(folder, At(day, 18), At(day + 1), zone).ShouldBeTrue();
        }

        var kept = ShedCopies.Of(folder);
        kept.Length.ShouldBeInRange(9, 13);
        kept.Take(7).Select(copy => copy.At).ShouldBe(Enumerable.Range(0, 7).Select(ago => At(39 - ago)));
        // The clock is set back a year: copies are made all the same, and none is lost to it.
        ShedCopies.Wanted(folder, At(-365), At(-365), zone).ShouldBeTrue();
        ShedCopies.Make(folder, At(-365), zone);
        ShedCopies.Of(folder).Length.ShouldBe(kept.Length + 1);
        await Task.CompletedTask;
    }

    [Fact]
    public async Task A_copy_for_which_there_is_no_room_leaves_nothing_and_is_told()
    {
        var copies = Path.Combine(_shed.Folder, "copies");
        await File.WriteAllTextAsync(copies, "a file where the folder should be", Cancel);
        (await _shed.PostAsync("/api/copies", new { id = InTheShed.NewId() })).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        ((string?)(await _shed.GetAsync("/api/copies"))["trouble"]).ShouldNotBeNullOrEmpty();
        File.Delete(copies);
        await CopyAsync();
        ((string?)(await _shed.GetAsync("/api/copies")).Body["trouble"]).ShouldBeNull();
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task A_file_that_was_removed_or_exchanged_while_the_server_ran_is_not_written_to(bool exchanged)
    {
        var other = _shed.File + "-other";
        File.Copy(_shed.File, other);
        if (exchanged)
            File.Move(other, _shed.File, overwrite: true);
        else
            File.Move(_shed.File, other + "-away");
        var refused = await _shed.ReadAsync(_bike, "9500");
        refused.Status.ShouldBe(HttpStatusCode.ServiceUnavailable);
        refused.Detail.ShouldContain("removed or replaced");
        (File.Exists(_shed.File), exchanged && new FileInfo(_shed.File).Length == 0).ShouldBe((exchanged, false));
        ((string?)(await _shed.GetAsync("/api/store"))["lookOnly"]).ShouldBe("replaced");
        // Nobody who reads makes the file anew.
        SqliteConnection.ClearAllPools();
        if (!exchanged)
            (await _shed.GetAsync("/api/shed")).Detail.ShouldContain("it is gone");
        File.Exists(_shed.File).ShouldBe(exchanged);
        if (!exchanged)
            File.Move(other + "-away", _shed.File);
        foreach (var left in Directory.EnumerateFiles(_shed.Folder, "*-other*"))
            File.Delete(left);
    }

    [Fact]
    public async Task A_store_that_another_program_holds_is_told_as_held()
    {
        using (var holder = new SqliteConnection($"Data Source={_shed.File};Pooling=False"))
        {
            holder.Open();
            using var hold = holder.CreateCommand();
            hold.CommandText = "BEGIN EXCLUSIVE";
            hold.ExecuteNonQuery();
            var refused = await _shed.ReadAsync(_bike, "9500");
            refused.Status.ShouldBe(HttpStatusCode.ServiceUnavailable);
            refused.Detail.ShouldContain("held by another program");
        }

        (await _shed.ReadAsync(_bike, "9500")).ShouldBeOk();
    }

    [Fact]
    [System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
    public void The_folder_and_its_files_are_their_owners_alone()
    {
        var others =
            UnixFileMode.GroupRead
            | UnixFileMode.GroupWrite
            | UnixFileMode.GroupExecute
            | UnixFileMode.OtherRead
            | UnixFileMode.OtherWrite
            | UnixFileMode.OtherExecute;
        // As long as somebody looks, what SQLite keeps beside the store is there, whatever else is closed meanwhile.
        using var looking = new SqliteConnection($"Data Source={_shed.File};Pooling=False;Mode=ReadOnly");
        looking.Open();
        using var look = looking.CreateCommand();
        look.CommandText = "SELECT count(*) FROM Entries";
        look.ExecuteScalar().ShouldBe(2L);
        var files = Directory.GetFiles(_shed.Folder, ShedFile.Name + "*");
        files.Select(Path.GetFileName).ShouldBe([ShedFile.Name, ShedFile.Name + "-shm", ShedFile.Name + "-wal"], ignoreOrder: true);
        foreach (var file in files)
            (File.GetUnixFileMode(file) & others).ShouldBe(UnixFileMode.None, file);
    }

    private async Task PhotoAsync()
    {
        using var content = new ByteArrayContent(Shots.Plain(600, 400)) { Headers = { ContentType = new("image/jpeg") } };
        (await _shed.Http.PutAsync($"/api/bikes/{_bike}/photos/{InTheShed.NewId()}", content, Cancel)).IsSuccessStatusCode.ShouldBeTrue();
    }
}
