using System.Net.Http.Headers;
using System.Text.Json;
using MuddyLedger.Web.Exchange;

namespace MuddyLedger.Web.Tests.Exchange;

/// <summary>What is taken in makes sense, or nothing is taken in; and nobody waits for it.</summary>
public class ImportTests
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static Task<Answer> ImportAsync(TestShed shed, string copy, string? id = null) =>
        shed.PostAsync($"/api/import?id={id ?? InTheShed.NewId()}", copy);

    private static async Task<JsonNode> DemoAsync() => JsonNode.Parse(await Demo.Value)!;

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
            var copy = await DemoAsync();
            foreach (var field in fields.Split(' '))
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
        }
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

    private static JsonNode Entry(JsonNode copy, string kind) =>
        copy["bikes"]!.AsArray().SelectMany(bike => bike!["entries"]!.AsArray()).First(entry => (string?)entry!["body"]!["kind"] == kind)!;

    private static JsonNode Run(JsonNode copy) =>
        copy["bikes"]!
            .AsArray()
            .SelectMany(bike => bike!["runs"]!.AsArray())
            .First(run => (string?)run!["status"] is "Running" or "running")!;

    public static TheoryData<string, Action<JsonNode>> Nonsense =>
        new()
        {
            { "a day before our era", copy => Entry(copy, "reading")["date"] = "-0004-03-01" },
            { "a day of the bronze age", copy => Entry(copy, "reading")["date"] = "0044-03-15" },
            { "a moment that never comes", copy => Entry(copy, "reading")["writtenAt"] = "9876-01-01T00:00:00Z" },
            { "a volume in miles", copy => Entry(copy, "fill")["body"]!["volume"] = "5 mi" },
            { "an odometer in hours of litres", copy => Entry(copy, "reading")["body"]!["display"] = "12 L" },
            { "a job without steps", copy => Run(copy)["job"]!["steps"] = new JsonArray() },
            {
                "steps in a ring",
                copy =>
                {
                    var steps = Run(copy)["job"]!["steps"]!.AsArray();
                    (steps[0]!["after"], steps[1]!["after"]) = (
                        new JsonArray((string)steps[1]!["id"]!),
                        new JsonArray((string)steps[0]!["id"]!)
                    );
                }
            },
            { "a step twice", copy => Run(copy)["job"]!["steps"]!.AsArray().Add(Run(copy)["job"]!["steps"]![0]!.DeepClone()) },
            {
                "settings that nobody can choose",
                copy =>
                    copy["settings"] = new JsonObject
                    {
                        ["volumeUnit"] = "buckets",
                        ["torqueUnit"] = "N m",
                        ["currency"] = "EUR",
                    }
            },
            { "a job file that is none", copy => copy["jobs"] = new JsonArray(new JsonObject { ["id"] = "odd", ["text"] = "&a [*a]" }) },
            {
                "a picture that is none",
                copy =>
                    copy["photos"] = new JsonArray(
                        new JsonObject
                        {
                            ["id"] = InTheShed.NewId(),
                            ["addedAt"] = "2026-04-18T10:00:00Z",
                            ["image"] = "aGVsbG8=",
                        }
                    )
            },
            { "the same field twice", copy => { } },
        };

    // Refused with its place and the reason, or every page of it answers: never a shed that does not open.
    [Theory]
    [MemberData(nameof(Nonsense))]
    public async Task What_makes_no_sense_is_refused_or_harmless(string what, Action<JsonNode> harm)
    {
        var copy = await DemoAsync();
        harm(copy);
        var text = copy.ToJsonString();
        if (what == "the same field twice")
            text = text[..^1] + ",\"settings\":null,\"settings\":null}";
        await using var shed = await TestShed.OpenAsync();
        var before = shed.Stored();
        var answer = await ImportAsync(shed, text);
        ((int)answer.Status).ShouldBeLessThan(500, answer.Body.ToString());
        if (answer.Status == HttpStatusCode.OK)
        {
            await EveryPageAsync(shed, what);
            return;
        }

        answer.Detail.ShouldNotBeEmpty();
        shed.Stored().ShouldBe(before);
        Directory.EnumerateDirectories(shed.Folder, "taking-in-*").ShouldBeEmpty();
    }

    [Fact]
    public Task Fifteen_mutations_of_a_copy_lock_nobody_out() => MutateAsync(15, seed: 5);

    [Fact(Explicit = true)]
    public Task A_thousand_mutations_of_a_copy_lock_nobody_out() => MutateAsync(1_000, seed: 6);

    private static async Task MutateAsync(int times, int seed)
    {
        var sound = (await DemoAsync()).ToJsonString();
        var (random, taken) = (new Random(seed), 0);
        var shed = await TestShed.OpenAsync();
        for (var time = 0; time < times; time++)
        {
            var copy = JsonNode.Parse(sound)!;
            var how = string.Join("; ", Enumerable.Range(0, random.Next(1, 3)).Select(_ => Mutate(copy, random)));
            var answer = await ImportAsync(shed, copy.ToJsonString());
            ((int)answer.Status).ShouldBeLessThan(500, $"{how}: {answer.Body}");
            if (answer.Status != HttpStatusCode.OK)
            {
                answer.Detail.ShouldNotBeEmpty(how);
                (await shed.GetAsync("/api/shed")).ShouldBeOk()["bikes"].AsArray().ShouldBeEmpty(how);
                continue;
            }

            taken++;
            await EveryPageAsync(shed, how);
            await shed.DisposeAsync();
            shed = await TestShed.OpenAsync();
        }

        await shed.DisposeAsync();
        taken.ShouldBeInRange(times / 20, times * 19 / 20, "all taken or all refused proves nothing");
    }

    /// <summary>One value anywhere in the copy becomes another, or goes, or comes twice.</summary>
    private static string Mutate(JsonNode copy, Random random)
    {
        var node = copy;
        var path = "";
        // The deeper, the likelier: most of a copy is deep.
        while (true)
        {
            var children = node switch
            {
                JsonObject one => one.Where(pair => pair.Value is not null).Select(pair => (Key: pair.Key, Value: pair.Value!)).ToList(),
                JsonArray list => list.Select((value, at) => (Key: $"{at}", Value: value!)).Where(pair => pair.Value is not null).ToList(),
                _ => [],
            };
            if (children.Count == 0 || (path.Length > 0 && random.Next(7) == 0))
                break;
            var (key, value) = children[random.Next(children.Count)];
            (node, path) = (value, $"{path}/{key}");
        }

        if (node.Parent is not { } parent)
            return "nothing";
        JsonNode? other = random.Next(9) switch
        {
            0 => null,
            1 => JsonValue.Create(-1),
            2 => JsonValue.Create(1e300),
            3 => JsonValue.Create(""),
            4 => JsonValue.Create("1899-12-31"),
            5 => JsonValue.Create("99999999999 mi"),
            6 => new JsonArray(),
            7 => node is JsonValue text && text.TryGetValue<string>(out var words)
                ? JsonValue.Create(new string([.. words.Reverse()]))
                : JsonValue.Create(true),
            _ => node.DeepClone(),
        };
        var twice = other is not null && JsonNode.DeepEquals(other, node);
        if (parent is JsonArray among)
        {
            if (twice)
                among.Add(other);
            else
                among[node.GetElementIndex()] = other;
        }
        else if (twice || random.Next(4) == 0)
            parent.AsObject().Remove(node.GetPropertyName());
        else
            parent.AsObject()[node.GetPropertyName()] = other;
        return $"{path} becomes {other?.ToJsonString() ?? "nothing"}{(twice ? ", or comes twice, or goes" : "")}";
    }

    private static async Task EveryPageAsync(TestShed shed, string how)
    {
        async Task<JsonNode?> Get(string path)
        {
            var answer = await shed.GetAsync(path);
            ((int)answer.Status).ShouldBeLessThan(500, $"{how}: {path}: {answer.Body}");
            return answer.Status == HttpStatusCode.OK ? answer.Body : null;
        }

        foreach (var path in ImportProof.OfShed)
            await Get(path);
        (await Get("/api/store"))!["damaged"]!.AsArray().ShouldBeEmpty(how);
        var copy = (await Get("/api/export"))!;
        foreach (var bike in copy["bikes"]!.AsArray())
        {
            foreach (var path in ImportProof.OfBike)
                await Get(string.Format(System.Globalization.CultureInfo.InvariantCulture, path, (string)bike!["id"]!));
            foreach (var run in bike!["runs"]!.AsArray())
                await Get($"/api/runs/{(string)run!["id"]!}");
        }

        foreach (var viewing in copy["viewings"]!.AsArray())
        foreach (var path in ImportProof.OfViewing)
            await Get(string.Format(System.Globalization.CultureInfo.InvariantCulture, path, (string)viewing!["id"]!));
        foreach (var stock in copy["shelf"]!.AsArray())
            await Get($"/api/shelf/items/{(string)stock!["id"]!}/moves");
    }

    // Each answer of the API that is about something stored is among those by which a copy is proven.
    [Fact]
    public async Task A_copy_is_proven_by_every_answer_that_there_is()
    {
        await using var shed = await TestShed.OpenAsync();
        var paths = (await shed.GetAsync("/api/openapi/v1.json"))
            .ShouldBeOk()["paths"]
            .AsObject()
            .Where(path => path.Value!["get"] is not null)
            .Select(path => path.Key)
            .ToList();
        string[] elsewhere =
        [
            "/api/bikes/{bike}/joined",
            "/api/jobs/{job}",
            "/api/jobs/{job}/file",
            "/api/photos/{photo}",
            "/api/photos/{photo}/small",
            "/api/export",
            "/api/export/schema",
            "/api/bikes/{bike}/export",
            "/api/store",
            "/api/copies",
            "/api/import/{id}",
            "/api/units/read",
            "/api/practice",
            "/api/practice/look",
            "/api/practice/end",
            // Answered for what is typed, from what the others have proven; and each series behind the wear of its bike.
            "/api/bikes/{bike}/lasts",
            "/api/bikes/{bike}/wear/{series}/judge",
            "/api/bikes/{bike}/wear/{series}",
            "/api/gauges",
            "/api/gauges/{gauge}/readings",
        ];
        var proven = ImportProof
            .OfShed.Concat(ImportProof.OfBike.Select(path => path.Replace("{0}", "{bike}", StringComparison.Ordinal)))
            .Concat(ImportProof.OfRun.Select(path => path.Replace("{0}", "{run}", StringComparison.Ordinal)))
            .Concat(ImportProof.OfViewing.Select(path => path.Replace("{0}", "{viewing}", StringComparison.Ordinal)))
            .Concat(ImportProof.OfItem.Select(path => path.Replace("{0}", "{item}", StringComparison.Ordinal)));
        paths
            .Where(path => !path.StartsWith("/api/sums/", StringComparison.Ordinal) || path.Contains("{bike}", StringComparison.Ordinal))
            .Except(elsewhere)
            .Except(proven)
            .ShouldBeEmpty();
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
        await EveryPageAsync(shed, file);
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
