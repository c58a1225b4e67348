using Microsoft.Data.Sqlite;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;
using MuddyLedger.Web.Tests.Photos;
using NodaTime;

namespace MuddyLedger.Web.Tests.Copies;

/// <summary>
/// A file that was torn by a crash of the machine, or of which the disk gave back nothing: it is told as damaged and what can be read is
/// shown, or nothing of it was harmed. Never is a wrong answer given without a word.
/// </summary>
public sealed class DamagedFileTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public Task Sixteen_torn_files_are_never_started_without_a_word() => TearAsync(16, seed: 11);

    [Fact(Explicit = true)]
    public Task Two_hundred_torn_files_are_never_started_without_a_word() => TearAsync(200, seed: 12);

    private static async Task TearAsync(int times, int seed)
    {
        await using var shed = await TestShed.OpenAsync(demo: true);
        var bike = (string)(await shed.GetAsync("/api/shed"))["bikes"][0]!["id"]!;
        var id = InTheShed.NewId();
        using (var content = new ByteArrayContent(Shots.Plain(900, 700)) { Headers = { ContentType = new("image/jpeg") } })
            (await shed.Http.PutAsync($"/api/bikes/{bike}/photos/{id}", content, Cancel)).IsSuccessStatusCode.ShouldBeTrue();
        var sound = await PagesAsync(shed.Http);
        await shed.StopAsync();
        // One file, so that what is torn is what counts.
        Execute(shed.File, "PRAGMA journal_mode=DELETE");
        var whole = await File.ReadAllBytesAsync(shed.File, Cancel);
        var (random, told, harmless) = (new Random(seed), 0, 0);
        for (var time = 0; time < times; time++)
        {
            var torn = Torn(whole, random, out var how);
            var folder = Directory.CreateTempSubdirectory("muddy-torn-").FullName;
            var file = Path.Combine(folder, ShedFile.Name);
            await File.WriteAllBytesAsync(file, torn, Cancel);
            await using (var server = await ShedServer.StartAsync(shed.Options with { Folder = folder, Demo = false }, Cancel))
            {
                using var http = new HttpClient { BaseAddress = new Uri(server.Address) };
                var store = JsonNode.Parse(await http.GetStringAsync("/api/store", Cancel))!;
                var pages = await PagesAsync(http);
                if ((string?)store["lookOnly"] == "damaged" || store["damaged"]!.AsArray().Count > 0)
                {
                    told++;
                    pages.Values.ShouldAllBe(page => page.Status != HttpStatusCode.InternalServerError, how);
                }
                else
                {
                    harmless++;
                    // Every page is as it was, but a photo that was harmed and says so.
                    foreach (var (path, page) in pages)
                        (page == sound[path] || page.Status == HttpStatusCode.Gone).ShouldBeTrue(
                            $"{how}: {path} is another, and nobody said so\n{page.Text}\n{sound[path].Text}"
                        );
                }
            }

            if (
                (await File.ReadAllBytesAsync(file, Cancel)).AsSpan().SequenceEqual(torn) is var untouched
                && harmless + told > 0
                && !untouched
            )
                (await DamagedAsync(shed, folder)).ShouldBeFalse($"{how}: a damaged file was written to");
            SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }

        told.ShouldBeGreaterThan(times / 2, $"{harmless} were harmless: the tearing proves nothing");
        await shed.StartAsync();
    }

    /// <summary>A sound file may have been written to by its start; a damaged one may not.</summary>
    private static async Task<bool> DamagedAsync(TestShed like, string folder)
    {
        using var store = new ShedStore(folder);
        await store.OpenAsync(like.Clock.GetCurrentInstant(), DateTimeZone.Utc, Cancel);
        return store.LookOnly is not null;
    }

    private static byte[] Torn(byte[] whole, Random random, out string how)
    {
        const int Page = 4096;
        var torn = whole.ToArray();
        if (random.Next(4) == 0)
        {
            var left = random.Next(1, whole.Length);
            how = $"cut off after {left} of {whole.Length} bytes";
            return torn[..left];
        }

        var pages = Enumerable.Range(0, random.Next(1, 4)).Select(_ => random.Next(0, whole.Length / Page)).Distinct().ToList();
        foreach (var page in pages)
            torn.AsSpan(page * Page, Page).Clear();
        how = $"pages {string.Join(", ", pages)} of {whole.Length / Page} are nothing";
        return torn;
    }

    private static async Task<Dictionary<string, (HttpStatusCode Status, string Text)>> PagesAsync(HttpClient http)
    {
        var pages = new Dictionary<string, (HttpStatusCode, string)>();
        async Task<JsonNode?> Get(string path)
        {
            using var answer = await http.GetAsync(path, Cancel);
            var text = await answer.Content.ReadAsStringAsync(Cancel);
            pages[path] = (
                answer.StatusCode,
                path.StartsWith("/api/runs", StringComparison.Ordinal) ? (string?)JsonNode.Parse(text)!["title"] ?? "" : text
            );
            return answer.IsSuccessStatusCode && answer.Content.Headers.ContentType?.MediaType == "application/json"
                ? JsonNode.Parse(text)
                : null;
        }

        var shed = await Get("/api/shed");
        var book = await Get("/api/book");
        foreach (var bike in shed?["bikes"]?.AsArray() ?? [])
            await Get($"/api/bikes/{(string)bike!["id"]!}");
        foreach (var run in shed?["running"]?.AsArray() ?? [])
            await Get($"/api/runs/{(string)run!["id"]!}");
        foreach (var viewing in (await Get("/api/viewings"))?.AsArray() ?? [])
            await Get($"/api/viewings/{(string)viewing!["id"]!}");
        await Get("/api/shelf");
        foreach (
            var photo in (book?["months"]?.AsArray() ?? [])
                .SelectMany(month => month!["entries"]!.AsArray())
                .Select(entry => (string?)entry!["photo"])
                .OfType<string>()
        )
            await Get($"/api/photos/{photo}");
        return pages;
    }

    [Fact]
    public async Task Of_a_damaged_file_the_rest_is_shown_nothing_is_written_and_its_copy_goes_out()
    {
        await using var shed = await TestShed.OpenAsync(demo: true);
        var bikes = (await shed.GetAsync("/api/shed"))["bikes"].AsArray().Count;
        await shed.StopAsync();
        Execute(shed.File, "PRAGMA journal_mode=DELETE");
        SqliteConnection.ClearAllPools();
        // One leaf of the book: a page of rows (13) that holds many lines.
        var bytes = await File.ReadAllBytesAsync(shed.File, Cancel);
        var page = Enumerable
            .Range(1, bytes.Length / 4096 - 1)
            .Where(at => bytes[at * 4096] == 13 && Occurs(bytes.AsSpan(at * 4096, 4096), "\"kind\":\"") > 12)
            .ElementAt(3);
        await using (var stream = new FileStream(shed.File, FileMode.Open))
        {
            stream.Position = page * 4096L;
            stream.Write(new byte[4096]);
        }

        var damaged = await File.ReadAllBytesAsync(shed.File, Cancel);
        await shed.StartAsync();
        var store = (await shed.GetAsync("/api/store")).ShouldBeOk();
        ((string?)store["lookOnly"]).ShouldBe("damaged");
        ((string?)store["words"])!.ShouldContain("is damaged");
        store["lost"].AsArray().Select(lost => (string?)lost!["what"]).ShouldContain("Entries");
        (await shed.GetAsync("/api/shed")).ShouldBeOk()["bikes"].AsArray().Count.ShouldBe(bikes);
        (await shed.GetAsync("/api/book")).ShouldBeOk()["total"]!.GetValue<int>().ShouldBeGreaterThan(200);
        var bike = (string)(await shed.GetAsync("/api/shed"))["bikes"][0]!["id"]!;
        // Whose the lost lines were nobody knows: no bike's gates are open on the word of the rest.
        foreach (var tag in (await shed.GetAsync("/api/shed"))["bikes"].AsArray())
            ((string?)tag!["gateState"]).ShouldNotBe("open");
        var refused = await shed.ReadAsync(bike, "99999");
        refused.Status.ShouldBe(HttpStatusCode.ServiceUnavailable);
        refused.Detail.ShouldContain("is damaged");
        var copy = (await shed.GetAsync("/api/export")).ShouldBeOk().Body.ToJsonString();
        await shed.StopAsync();
        (await File.ReadAllBytesAsync(shed.File, Cancel)).AsSpan().SequenceEqual(damaged).ShouldBeTrue("a damaged file was written to");
        // What went out is a copy that another shed takes in.
        await using var other = await TestShed.OpenAsync();
        (await other.PostAsync($"/api/import?id={InTheShed.NewId()}", copy)).ShouldBeOk()["bikes"]!.GetValue<int>().ShouldBe(bikes);
        await shed.StartAsync();
    }

    private static int Occurs(ReadOnlySpan<byte> page, string words)
    {
        var (sought, count) = (System.Text.Encoding.UTF8.GetBytes(words), 0);
        for (int at; (at = page.IndexOf(sought)) >= 0; page = page[(at + sought.Length)..])
            count++;
        return count;
    }

    // A row that makes no sense takes no other along: the rest of the bike, the other bikes, the book and the export are there.
    [Theory]
    [InlineData(
        "UPDATE Entries SET Body = '{\"kind\":\"reading\"' WHERE rowid = (SELECT max(rowid) FROM Entries WHERE BikeId = @bike)",
        true
    )]
    [InlineData("UPDATE Entries SET Date = 'yesterday' WHERE rowid = (SELECT max(rowid) FROM Entries WHERE BikeId = @bike)", true)]
    [InlineData("UPDATE Entries SET Body = char(0) WHERE rowid = (SELECT max(rowid) FROM Entries WHERE BikeId = @bike)", true)]
    [InlineData("UPDATE Runs SET Job = '[]' WHERE BikeId = @bike AND Status = 'Running'", true)]
    [InlineData("UPDATE Bikes SET Profile = 'null' WHERE Id = @bike", false)]
    [InlineData("UPDATE Bikes SET Profile = '{\"nickname\":1}' WHERE Id = @bike", false)]
    public async Task A_row_that_cannot_be_read_is_set_apart(string harm, bool shown)
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: "9000");
        var other = await shed.BikeAsync("two-stroke-enduro");
        (await shed.StartAsync(bike)).ShouldBeOk();
        await shed.StopAsync();
        Execute(
            shed.File,
            string.Concat(Guards.Select(guard => $"DROP TRIGGER IF EXISTS \"{guard}\"; "))
                + harm.Replace("@bike", $"'{bike.ToUpperInvariant()}'", StringComparison.Ordinal)
        );
        await shed.StartAsync();
        var store = (await shed.GetAsync("/api/store")).ShouldBeOk();
        var damaged = store["damaged"].AsArray().ShouldHaveSingleItem()!;
        ((bool)damaged["shown"]!).ShouldBe(shown);
        (await shed.GetAsync("/api/shed")).ShouldBeOk()["bikes"].AsArray().Count.ShouldBe(shown ? 2 : 1);
        (await shed.GetAsync($"/api/bikes/{other}")).ShouldBeOk();
        (await shed.GetAsync("/api/book")).ShouldBeOk();
        (await shed.GetAsync("/api/export")).ShouldBeOk();
        var page = await shed.GetAsync($"/api/bikes/{bike}");
        if (shown)
        {
            // One of the lines may have shut a gate: none is open on the word of the others.
            ((string?)page.ShouldBeOk()["gates"].AsArray()[0]!["state"]).ShouldBe("not-proven");
            (await shed.ReadAsync(other, "12", meter: "hour-meter")).ShouldBeOk();
        }
        else
        {
            page.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            page.Detail.ShouldNotBeEmpty();
        }
    }

    private static readonly string[] Guards = ["Entries_never_changed", "Runs_never_changed"];

    internal static void Execute(string file, string sql) => Scalar(file, sql);

    internal static object? Scalar(string file, string sql)
    {
        using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // constants of these tests
        command.CommandText = sql;
#pragma warning restore CA2100
        return command.ExecuteScalar();
    }
}
