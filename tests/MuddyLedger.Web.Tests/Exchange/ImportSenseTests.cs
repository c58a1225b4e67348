using MuddyLedger.App.Bikes;
using MuddyLedger.Web.Exchange;
using MuddyLedger.Web.Hosting;

namespace MuddyLedger.Web.Tests.Exchange;

/// <summary>What is taken in makes sense, or nothing is taken in.</summary>
public class ImportSenseTests
{
    private static Task<Answer> ImportAsync(TestShed shed, string copy) => ImportTests.ImportAsync(shed, copy);

    private static Task<JsonNode> DemoAsync() => ImportTests.DemoAsync();

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

    internal static async Task EveryPageAsync(TestShed shed, string how)
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

    // What tells of the bikes is asked of each by itself; all else would say the same again.
    [Fact]
    public async Task The_pages_that_are_asked_bike_by_bike_are_those_that_tell_of_bikes()
    {
        await using var shed = await TestShed.OpenAsync(demo: true);
        var one = Guid.Parse((string)(await shed.GetAsync("/api/shed")).ShouldBeOk()["bikes"][0]!["id"]!);
        await shed.StopAsync();
        var focus = new ProofFocus();
        await using var server = await ShedServer.StartAsync(shed.Options with { Proof = focus }, TestContext.Current.CancellationToken);
        using var http = new HttpClient { BaseAddress = new Uri(server.Address) };
        var tell = new List<string>();
        foreach (var path in ImportProof.OfShed)
        {
            focus.Bike = Guid.Empty;
            var without = await http.GetStringAsync(new Uri(path, UriKind.Relative), TestContext.Current.CancellationToken);
            focus.Bike = one;
            if (await http.GetStringAsync(new Uri(path, UriKind.Relative), TestContext.Current.CancellationToken) != without)
                tell.Add(path);
        }

        tell.ShouldBe(ImportProof.OfBikes);
    }
}
