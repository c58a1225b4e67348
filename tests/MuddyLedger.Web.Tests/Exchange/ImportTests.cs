using System.Net.Http.Headers;
using System.Text.Json;
using MuddyLedger.Web.Exchange;

namespace MuddyLedger.Web.Tests.Exchange;

/// <summary>What is taken in is all there, and nobody waits for it.</summary>
public class ImportTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    internal static Task<Answer> ImportAsync(TestShed shed, string copy, string? id = null) =>
        shed.PostAsync($"/api/import?id={id ?? InTheShed.NewId()}", copy);

    internal static async Task<JsonNode> DemoAsync() => JsonNode.Parse(await Demo.Value)!;

    /// <summary>Written out once: each test changes one of its own.</summary>
    private static readonly Lazy<Task<string>> Demo = new(async () =>
    {
        await using var demo = await TestShed.OpenAsync(demo: true);
        return (await demo.GetAsync("/api/export")).ShouldBeOk().Body.ToJsonString();
    });

    // The published format has them, and does not require them: copies of earlier releases have none of them.
    [Theory]
    [InlineData("viewings")]
    [InlineData("prices")]
    [InlineData("jobs")]
    [InlineData("shelf")]
    [InlineData("settings")]
    [InlineData("viewings prices jobs shelf settings")]
    public async Task A_list_that_a_copy_has_not_got_is_empty(string fields)
    {
        var schema = JsonNode.Parse(Core.Exchange.ShedCopySchema.Text())!;
        foreach (var nothing in new[] { false, true })
        {
            var names = fields.Split(' ');
            // Each by itself from a copy of one bike, and all together from the whole.
            var copy = names.Length == 1 ? OfOneBike(await DemoAsync()) : await DemoAsync();
            foreach (var field in names)
            {
                schema["required"]!.AsArray().Select(name => (string?)name).ShouldNotContain(field);
                if (nothing)
                    copy[field] = null;
                else
                    copy.AsObject().Remove(field);
            }

            await using var shed = await TestShed.OpenAsync();
            (await ImportAsync(shed, copy.ToJsonString())).ShouldBeOk();
            foreach (var page in ImportProof.OfShed)
                (await shed.GetAsync(page)).ShouldBeOk();
            if (names.Length > 1)
                continue;
            // What it has is there, and what it has not got is not.
            foreach (var list in (string[])["viewings", "prices", "jobs", "shelf"])
            {
                var answer = (await shed.GetAsync($"/api/{list}")).Body;
                var kept = (list == "shelf" ? answer["items"]! : answer).AsArray();
                kept.Any(one => list is "viewings" or "shelf" || (bool)one!["own"]!).ShouldBe(list != fields, list);
            }
        }
    }

    /// <summary>
    /// The first bike and what belongs to it, a viewing, the shelf with what that bike took from it; a price and a job of one's own.
    /// </summary>
    private static JsonNode OfOneBike(JsonNode copy)
    {
        var bike = copy["bikes"]![0]!;
        var runs = bike["runs"]!.AsArray().Select(run => (string)run!["id"]!).ToHashSet();
        copy["bikes"] = new JsonArray(bike.DeepClone());
        copy["viewings"] = new JsonArray(copy["viewings"]!.AsArray().First(viewing => viewing!["bike"] is null)!.DeepClone());
        foreach (var stock in copy["shelf"]!.AsArray())
            stock!["moves"]!.AsArray().RemoveAll(move => move!["run"] is { } run && !runs.Contains((string)run!));
        copy["prices"] = JsonNode.Parse(
            """{"standing.pegs":{"parts":{"low":10,"likely":20,"high":40},"hours":{"low":0,"likely":0,"high":0}}}"""
        );
        copy["jobs"] = new JsonArray(new JsonObject { ["id"] = "gate-hinges", ["text"] = Jobs.OwnJobTests.Hinges });
        return copy;
    }

    [Fact]
    public async Task A_copy_without_a_bike_but_with_all_the_rest_is_taken_in()
    {
        var copy = await DemoAsync();
        copy["bikes"] = new JsonArray();
        foreach (var viewing in copy["viewings"]!.AsArray())
            viewing!.AsObject().Remove("bike");
        foreach (var stock in copy["shelf"]!.AsArray())
            stock!["moves"] = new JsonArray();
        copy["photos"] = new JsonArray();
        await using var shed = await TestShed.OpenAsync();
        (await ImportAsync(shed, copy.ToJsonString())).ShouldBeOk();
        (await shed.GetAsync("/api/viewings")).ShouldBeOk().Body.AsArray().Count.ShouldBe(copy["viewings"]!.AsArray().Count);
    }

    // The sender is slow, or gone: nobody else waits, and nothing is left.
    [Fact]
    public async Task A_slow_sender_holds_nobody_up_and_one_that_goes_away_leaves_nothing()
    {
        var copy = System.Text.Encoding.UTF8.GetBytes((await DemoAsync()).ToJsonString());
        await using var shed = await TestShed.OpenAsync();
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(Cancel);
        var half = new TaskCompletionSource();
        var id = InTheShed.NewId();
        var sending = shed.Http.PostAsync($"/api/import?id={id}", new SlowContent(copy, half.Task), stop.Token);
        JsonNode? progress = null;
        for (var wait = 0; wait < 1_200 && progress is null; wait++)
        {
            await Task.Delay(50, Cancel);
            using var asked = await shed.Http.GetAsync($"/api/import/{id}", Cancel);
            if (asked.IsSuccessStatusCode)
                progress = JsonNode.Parse(await asked.Content.ReadAsStringAsync(Cancel));
        }

        ((string?)progress!["stage"]).ShouldBe("reading");
        progress["bytes"]!.GetValue<long>().ShouldBeGreaterThan(1_000);
        // Somebody writes in the meantime, at once.
        var clock = System.Diagnostics.Stopwatch.StartNew();
        var settings = (await shed.GetAsync("/api/settings")).ShouldBeOk();
        (
            await shed.PutAsync(
                "/api/settings",
                new
                {
                    id = InTheShed.NewId(),
                    volumeUnit = "US qt",
                    torqueUnit = "N m",
                    currency = "EUR",
                },
                settings.ETag
            )
        ).ShouldBeOk();
        clock.Elapsed.ShouldBeLessThan(
            TimeSpan.FromSeconds(30),
            "the sender is held until this test lets it go: whoever waits for it waits for ever"
        );
        await stop.CancelAsync();
        await Should.ThrowAsync<OperationCanceledException>(() => sending);
        half.SetResult();
        for (var wait = 0; wait < 1_200 && Directory.EnumerateDirectories(shed.Folder, "taking-in-*").Any(); wait++)
            await Task.Delay(50, Cancel);
        Directory.EnumerateDirectories(shed.Folder, "taking-in-*").ShouldBeEmpty();
        (await shed.GetAsync($"/api/import/{id}")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await ImportAsync(shed, System.Text.Encoding.UTF8.GetString(copy))).ShouldBeOk();
    }

    [Fact]
    public async Task A_shed_that_got_a_bike_while_a_copy_came_in_keeps_it_and_takes_nothing_more()
    {
        var copy = System.Text.Encoding.UTF8.GetBytes((await DemoAsync()).ToJsonString());
        await using var shed = await TestShed.OpenAsync();
        var half = new TaskCompletionSource();
        var sending = shed.Http.PostAsync($"/api/import?id={InTheShed.NewId()}", new SlowContent(copy, half.Task), Cancel);
        await Task.Delay(300, Cancel);
        var bike = await shed.BikeAsync(reading: "9000");
        half.SetResult();
        (await sending).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        ((string?)(await shed.GetAsync("/api/shed")).ShouldBeOk()["bikes"].AsArray().ShouldHaveSingleItem()!["id"]).ShouldBe(bike);
    }

    [Fact]
    public async Task The_same_id_with_another_copy_is_refused()
    {
        var copy = await DemoAsync();
        await using var shed = await TestShed.OpenAsync();
        var id = InTheShed.NewId();
        (await ImportAsync(shed, copy.ToJsonString(), id)).ShouldBeOk();
        copy["bikes"]![0]!["profile"]!["nickname"] = "Another";
        (await ImportAsync(shed, copy.ToJsonString(), id)).Status.ShouldBe(HttpStatusCode.Conflict);
    }

    // A copy that each released version wrote of its own demo shed, cut down to a few bikes.
    [Theory]
    [MemberData(nameof(Releases))]
    public async Task A_copy_of_an_earlier_release_is_taken_in_whole(string file)
    {
        var copy = JsonNode.Parse(await File.ReadAllTextAsync(file, Cancel))!;
        await using var shed = await TestShed.OpenAsync();
        var taken = (await ImportAsync(shed, copy.ToJsonString())).ShouldBeOk();
        ((int)taken["bikes"]).ShouldBe(copy["bikes"]!.AsArray().Count);
        ((int)taken["entries"]).ShouldBe(copy["bikes"]!.AsArray().Sum(bike => bike!["entries"]!.AsArray().Count));
        await ImportSenseTests.EveryPageAsync(shed, file);
        var again = (await shed.GetAsync("/api/export")).ShouldBeOk().Body;
        foreach (var list in new[] { "viewings", "shelf", "jobs", "photos" })
            again[list]!.AsArray().Count.ShouldBe(copy[list]?.AsArray().Count ?? 0, list);
        foreach (var (was, now) in copy["bikes"]!.AsArray().Zip(again["bikes"]!.AsArray()))
            now!["entries"]!
                .AsArray()
                .Select(entry => (string?)entry!["id"])
                .ShouldBe(was!["entries"]!.AsArray().Select(entry => (string?)entry!["id"]), ignoreOrder: true);
    }

    public static TheoryData<string> Releases =>
        [
            .. Directory
                .EnumerateFiles(
                    Path.Combine(TestShed.ContentFolder, "..", "tests", "MuddyLedger.Web.Tests", "Exchange", "Releases"),
                    "*.json"
                )
                .Order(StringComparer.Ordinal),
        ];

    [Fact]
    public void There_are_copies_of_releases() => Releases.Count.ShouldBeGreaterThan(3);

    /// <summary>Sends half, and the rest when it is told to.</summary>
    private sealed class SlowContent : HttpContent
    {
        private readonly byte[] _bytes;
        private readonly Task _go;

        public SlowContent(byte[] bytes, Task go)
        {
            (_bytes, _go) = (bytes, go);
            Headers.ContentType = new MediaTypeHeaderValue("application/json");
        }

        protected override Task SerializeToStreamAsync(Stream stream, System.Net.TransportContext? context) =>
            SerializeToStreamAsync(stream, context, CancellationToken.None);

        protected override async Task SerializeToStreamAsync(
            Stream stream,
            System.Net.TransportContext? context,
            CancellationToken cancellationToken
        )
        {
            await stream.WriteAsync(_bytes.AsMemory(0, _bytes.Length / 2), cancellationToken);
            await stream.FlushAsync(cancellationToken);
            await _go.WaitAsync(cancellationToken);
            await stream.WriteAsync(_bytes.AsMemory(_bytes.Length / 2), cancellationToken);
        }

        protected override bool TryComputeLength(out long length)
        {
            length = _bytes.Length;
            return true;
        }
    }
}
