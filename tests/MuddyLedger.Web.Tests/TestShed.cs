using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Runtime.CompilerServices;
using Microsoft.Data.Sqlite;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;
using NodaTime;
using NodaTime.Testing;

namespace MuddyLedger.Web.Tests;

/// <summary>What a server answered.</summary>
internal sealed record Answer(HttpStatusCode Status, JsonNode Body, string? ETag)
{
    public JsonNode this[string field] => Body[field] ?? throw new InvalidOperationException($"No {field} in {Body}");

    public string Detail => (string?)Body["detail"] ?? "";

    public string? Error(string field) => (string?)Body["errors"]?[field];

    public Answer ShouldBeOk()
    {
        Status.ShouldBe(HttpStatusCode.OK, Body.ToString());
        return this;
    }

    /// <summary>Refused with words on this very field.</summary>
    public void ShouldRefuse(string field, string words)
    {
        Status.ShouldBe(HttpStatusCode.UnprocessableEntity, Body.ToString());
        Error(field).ShouldNotBeNull(Body.ToString());
        Error(field)!.ShouldContain(words);
    }
}

/// <summary>A real server over a real file in a folder of its own, spoken to over real HTTP.</summary>
internal sealed class TestShed : IAsyncDisposable
{
    public static readonly LocalDate Today = new(2026, 4, 18);

    private readonly string _folder;
    private readonly bool _demo;
    private ShedServer? _server;

    private TestShed(bool demo, string? folder = null) =>
        (_demo, _folder) = (demo, folder ?? Directory.CreateTempSubdirectory("muddy-shed-").FullName);

    public FakeClock Clock { get; } = new(Instant.FromUtc(2026, 4, 18, 10, 20), Duration.FromMilliseconds(1));

    /// <summary>Where the machine stands; another from the next start on.</summary>
    public DateTimeZone Zone { get; set; } = DateTimeZone.Utc;
    public HttpClient Http { get; private set; } = null!;
    public string Folder => _folder;
    public string File => Path.Combine(_folder, ShedFile.Name);

    public static async Task<TestShed> OpenAsync(bool demo = false)
    {
        var made = await (demo ? Demo : Empty).Value;
        var shed = new TestShed(demo);
        foreach (var (name, content) in made.Files)
            await System.IO.File.WriteAllBytesAsync(Path.Combine(shed._folder, name), content);
        // It goes on from the moment at which the other was left.
        shed.Clock.Reset(made.At);
        await shed.StartAsync();
        return shed;
    }

    /// <summary>The next start over a folder that some other server left; the folder goes when this one is done with.</summary>
    public static async Task<TestShed> OverAsync(string folder)
    {
        var shed = new TestShed(demo: false, folder);
        await shed.StartAsync();
        return shed;
    }

    /// <summary>A shed as its first start leaves it, made once: every other one is a copy of it.</summary>
    private sealed record Made(IReadOnlyDictionary<string, byte[]> Files, Instant At);

    private static readonly Lazy<Task<Made>> Empty = new(() => MakeAsync(demo: false)),
        Demo = new(() => MakeAsync(demo: true));

    private static async Task<Made> MakeAsync(bool demo)
    {
        await using var shed = new TestShed(demo);
        await shed.StartAsync();
        await shed.StopAsync();
        var files = Directory
            .EnumerateFiles(shed._folder)
            .Where(file => Path.GetFileName(file).StartsWith(ShedFile.Name, StringComparison.Ordinal));
        return new(files.ToDictionary(file => Path.GetFileName(file), System.IO.File.ReadAllBytes), shed.Clock.GetCurrentInstant());
    }

    public ShedOptions Options => new(_folder, ContentFolder, 0, Clock, Zone, _demo) { Content = Shipped };

    private static readonly Content.ContentLibrary Shipped = Content.ContentLibrary.Load(ContentFolder);

    public static string ContentFolder => Path.Combine(Repository(), "content");

    public async Task RestartAsync()
    {
        await StopAsync();
        await StartAsync();
    }

    public Task<Answer> GetAsync(string path) => SendAsync(HttpMethod.Get, path, null);

    public Task<Answer> PostAsync(string path, object body, string? ifMatch = null) => SendAsync(HttpMethod.Post, path, body, ifMatch);

    public Task<Answer> PutAsync(string path, object body, string? ifMatch = null) => SendAsync(HttpMethod.Put, path, body, ifMatch);

    public async Task<Answer> SendAsync(HttpMethod method, string path, object? body, string? ifMatch = null)
    {
        using var request = new HttpRequestMessage(method, path);
        if (body is not null)
            request.Content = body is string raw
                ? new StringContent(raw, new MediaTypeHeaderValue("application/json"))
                : JsonContent.Create(body);
        if (ifMatch is not null)
            request.Headers.TryAddWithoutValidation("If-Match", ifMatch);
        request.Headers.Add("Device", "test bench");
        using var response = await Http.SendAsync(request);
        var text = await response.Content.ReadAsStringAsync();
        text.ShouldNotContain("   at MuddyLedger", Case.Sensitive, "a stack trace came out");
        var json =
            text.Length > 0 && response.Content.Headers.ContentType?.MediaType?.EndsWith("json", StringComparison.Ordinal) == true
                ? JsonNode.Parse(text)!
                : JsonValue.Create(text);
        Contract
            .Against(method, request.RequestUri!, (int)response.StatusCode, response.Content.Headers.ContentType?.MediaType, json)
            .ShouldBeNull();
        return new(response.StatusCode, json, response.Headers.ETag?.ToString());
    }

    /// <summary>Everything that is stored, as text: equal before and after where nothing was changed.</summary>
    public string Stored()
    {
        using var connection = new SqliteConnection($"Data Source={File};Mode=ReadOnly");
        connection.Open();
        var all = new List<string>();
        foreach (
            var table in new[]
            {
                "Bikes",
                "Entries",
                "Strikes",
                "Runs",
                "RunEvents",
                "Viewings",
                "ViewingEvents",
                "Prices",
                "OwnJobs",
                "StockItems",
                "StockMoves",
                "Photos",
                "Writes",
                "Settings",
            }
        )
        {
            using var command = connection.CreateCommand();
#pragma warning disable CA2100 // the table names stand right above
            command.CommandText = $"SELECT * FROM {table} ORDER BY 1";
#pragma warning restore CA2100
            using var rows = command.ExecuteReader();
            while (rows.Read())
                all.Add($"{table}: {string.Join("|", Enumerable.Range(0, rows.FieldCount).Select(at => rows.GetValue(at)))}");
        }

        return string.Join('\n', all);
    }

    public async ValueTask DisposeAsync()
    {
        await StopAsync();
        Directory.Delete(_folder, recursive: true);
    }

    public async Task StartAsync()
    {
        _server = await ShedServer.StartAsync(Options);
        Http = new HttpClient { BaseAddress = new Uri(_server.Address) };
    }

    public async Task StopAsync()
    {
        if (_server is not { } running)
            return;
        _server = null;
        Http.Dispose();
        await running.DisposeAsync();
        SqliteConnection.ClearAllPools();
    }

    internal static string Repository([CallerFilePath] string here = "") =>
        Path.GetFullPath(Path.Combine(Path.GetDirectoryName(here)!, "..", ".."));
}

/// <summary>The few things that every test begins with.</summary>
internal static class InTheShed
{
    public static string NewId() => Guid.CreateVersion7().ToString();

    public static async Task<JsonObject> SetAsync(this TestShed shed, string id) =>
        (JsonObject)(await shed.GetAsync("/api/sets")).Body.AsArray().Single(set => (string?)set!["id"] == id)!["profile"]!.DeepClone();

    /// <summary>Brings in a bike of a shipped set, with a first reading if one is given.</summary>
    public static async Task<string> BikeAsync(
        this TestShed shed,
        string set = "road-twin",
        string? reading = null,
        Action<JsonObject>? change = null
    )
    {
        var profile = await shed.SetAsync(set);
        (profile["nickname"], profile["make"], profile["model"], profile["year"]) = ("Causeway", "Drumlin", "Causeway 730", 2014);
        change?.Invoke(profile);
        var id = NewId();
        (
            await shed.PostAsync(
                "/api/bikes",
                new
                {
                    id,
                    profile,
                    reading,
                    set,
                    condition = "in-use",
                    pumpFeeds = true,
                }
            )
        ).ShouldBeOk();
        return id;
    }

    public static Task<Answer> ReadAsync(
        this TestShed shed,
        string bike,
        string reading,
        string date = "2026-04-18",
        string meter = "odometer",
        string? because = null
    ) =>
        shed.PostAsync(
            $"/api/bikes/{bike}/readings",
            new
            {
                id = NewId(),
                meter,
                reading,
                date,
                note = (string?)null,
                because,
            }
        );

    public static Task<Answer> DoneAsync(this TestShed shed, string bike, string task, string date, string evidence = "done-here") =>
        shed.PostAsync(
            $"/api/bikes/{bike}/servicing/done",
            new
            {
                id = NewId(),
                task,
                date,
                evidence,
                note = (string?)null,
            }
        );

    public static async Task<JsonNode> TaskAsync(this TestShed shed, string bike, string task) =>
        (await shed.GetAsync($"/api/bikes/{bike}")).ShouldBeOk()["tasks"].AsArray().Single(one => (string?)one!["id"] == task)!;

    public static async Task<JsonArray> BookAsync(this TestShed shed, string query = "")
    {
        var months = (await shed.GetAsync($"/api/book{query}")).ShouldBeOk()["months"].AsArray();
        return new JsonArray([.. months.SelectMany(month => month!["entries"]!.AsArray()).Select(entry => entry!.DeepClone())]);
    }

    public static Task<Answer> StartAsync(this TestShed shed, string bike, string job = "engine-oil") => shed.StartAsync(bike, [job]);

    public static async Task<Answer> StartAsync(this TestShed shed, string bike, string[] jobs) =>
        await shed.PostAsync($"/api/bikes/{bike}/runs", new { id = NewId(), jobs });

    /// <summary>Taps one act at the version that the run has now.</summary>
    public static async Task<Answer> TapAsync(this TestShed shed, Answer run, object act)
    {
        var body = (JsonObject)System.Text.Json.JsonSerializer.SerializeToNode(act)!;
        body["id"] ??= NewId();
        return await shed.PostAsync($"/api/runs/{(string)run["id"]!}/acts", body, run.ETag);
    }

    /// <summary>Answers every step in order, up to this one.</summary>
    public static async Task<Answer> UpToAsync(this TestShed shed, Answer run, string? stop = null)
    {
        while ((string?)run.Body["current"] is { } step && step != stop && !step.EndsWith("sign-off", StringComparison.Ordinal))
            run = (
                await shed.TapAsync(
                    run,
                    new
                    {
                        act = "step-done",
                        step,
                        record = RecordFor(step, run),
                    }
                )
            ).ShouldBeOk();
        return run;
    }

    public static Task<Answer> FinishAsync(this TestShed shed, Answer run, string? leftover = null, object[]? costs = null) =>
        shed.PostAsync(
            $"/api/runs/{(string)run["id"]!}/finish",
            new
            {
                id = NewId(),
                minutes = "47",
                costs = costs ?? [],
                leftover,
                note = (string?)null,
            },
            run.ETag
        );

    public static object? RecordFor(string step, Answer run) =>
        (string?)run["steps"].AsArray().First(one => (string?)one!["id"] == step)!["kind"] switch
        {
            "measure" => new { values = MeasuredFor(run["steps"].AsArray().First(one => (string?)one!["id"] == step)!["measure"]!) },
            "choose" => new { option = (string?)run["steps"].AsArray().First(one => (string?)one!["id"] == step)!["choice"]!["default"] },
            var kind => RecordByName(step[(step.IndexOf('/', StringComparison.Ordinal) + 1)..], run)
                ?? (kind == "level" ? new { level = "between" } : null),
        };

    private static string[] MeasuredFor(JsonNode measure) =>
        [
            .. Enumerable.Repeat(
                ((measure["low"] ?? measure["high"]) is { } limit ? limit["value"]!.ToString() : "1"),
                Math.Max(1, measure["places"]!.AsArray().Count)
            ),
        ];

    private static object? RecordByName(string step, Answer run) =>
        step switch
        {
            "reading" or "reading-home" => run["meters"].AsArray() is [{ } meter, ..] && (string?)meter["kind"] == "odometer"
                ? new { odometer = "23650" }
                : new { hours = "97" },
            "drain-read" => new
            {
                volume = "2.5 L",
                drain = new
                {
                    colour = "dark",
                    magnet = "fine-paste",
                    debris = "none",
                    smellsOfFuel = false,
                },
            },
            "pour-first" => new { volume = "2.2 L", fluid = "10W-40, JASO MA2" },
            "level-first" => new { level = "between", volume = "0.2 L" },
            "level-final" => new { level = "at-maximum" },
            _ => null,
        };
}
