using System.Diagnostics;
using System.Globalization;
using System.IO.Compression;
using System.Net.Http.Json;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;
using MuddyLedger.Benchmarks;
using MuddyLedger.Content;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Wear;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;
using NodaTime;

// Every figure beside a plain baseline of the same run: the machine may be slow, the ratios are what counts.
CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
var contentFolder = Path.Combine(AppContext.BaseDirectory, "content");
var content = ContentLibrary.Load(contentFolder);
var folder = Directory.CreateTempSubdirectory("muddy-bench-").FullName;
var today = SystemClock.Instance.GetCurrentInstant().InUtc().Date;
var failed = 0;

var written = Stopwatch.StartNew();
var bikes = await GeneratedShed.WriteAsync(folder, content, today);
var file = Path.Combine(folder, ShedFile.Name);
Console.WriteLine(
    $"{bikes.Length} bikes, {Scalar("SELECT count(*) FROM Entries"):#,0} lines, {new FileInfo(file).Length / 1e6:0} MB, "
        + $"written in {written.Elapsed.TotalSeconds:0} s"
);

// One part of it alone: `-- exchange`, `-- writes`, `-- start`.
if (args is [var part])
{
    if (part == "start")
        Start();
    else
        await (part == "writes" ? WritesAsync() : ExchangeAsync());
    return failed;
}

ShedOptions Options(string at) => new(at, contentFolder, 0, SystemClock.Instance, DateTimeZone.Utc);

// The code is warmed on a smaller shed, read anew several times, so that "cold" means an empty cache and not a compiler at work.
var small = Directory.CreateTempSubdirectory("muddy-bench-small-").FullName;
var few = await GeneratedShed.WriteAsync(small, content, today, 8);
for (var round = 0; round < 6; round++)
{
    await using var warm = await ShedServer.StartAsync(Options(small));
    using var http = new HttpClient { BaseAddress = new Uri(warm.Address) };
    await http.GetStringAsync("/api/shed");
    foreach (var bike in few)
        await http.GetStringAsync($"/api/bikes/{bike}");
}

await using (var server = await ShedServer.StartAsync(Options(folder)))
{
    using var http = new HttpClient { BaseAddress = new Uri(server.Address) };
    var one = bikes.OrderByDescending(Lines).First();
    ReadRows(one);
    var plainOne = Median(15, () => ReadRows(one));
    var bikeCold = Median(
        15,
        () =>
        {
            // A line more, written past the server, so that nothing computed of this bike holds; the line itself is not timed.
            Insert(one);
            return Time(() => http.GetStringAsync($"/api/bikes/{one}").GetAwaiter().GetResult());
        }
    );
    Row("one bike after a write", bikeCold, plainOne, 3);
    Row("one bike, warm", Median(15, () => Time(() => http.GetStringAsync($"/api/bikes/{one}").GetAwaiter().GetResult())), plainOne, 3);
    var loaded = Load(one);
    Row("its ledger, read alone", Median(9, () => Time(() => Load(one))), plainOne, 3);
    Row("due computation of one bike", Median(15, () => Time(() => Compute(loaded.Profile, loaded.Ledger))), plainOne, 3);

    var meters = BikeMeters.Of(loaded.Profile, loaded.Ledger);
    Row(
        $"wear of one bike, {loaded.Ledger.Each<MeasurementTaken>().Count()} readings",
        Median(15, () => Time(() => WearBook.Of(loaded.Profile, content.Wear, content.Limits, loaded.Ledger, meters, today))),
        plainOne,
        3
    );

    var plainAll = Median(3, () => ReadRows(null));
    var shedCold = Time(() => http.GetStringAsync("/api/shed").GetAwaiter().GetResult());
    Row("the shed, cold", shedCold, plainAll, 5);
    var shedWarm = Median(15, () => Time(() => http.GetStringAsync("/api/shed").GetAwaiter().GetResult()));
    Limit("the shed, warm", shedWarm, 300, "ms");
    Limit("the book, first page", Median(5, () => Time(() => http.GetStringAsync("/api/book").GetAwaiter().GetResult())), 1_000, "ms");

    await ViewingAsync(http);
    await BenchAsync(http, one);
}

await WritesAsync();
Start();
await ExchangeAsync();
Script();
SqliteConnection.ClearAllPools();
Directory.Delete(folder, recursive: true);
Directory.Delete(small, recursive: true);
return failed;

int Lines(Guid bike) => Convert.ToInt32(Scalar($"SELECT count(*) FROM Entries WHERE BikeId = '{bike.ToString().ToUpperInvariant()}'"));

(MuddyLedger.Core.Bikes.Profile Profile, BikeLedger Ledger) Load(Guid bike)
{
    var options = new Microsoft.EntityFrameworkCore.DbContextOptionsBuilder<ShedContext>();
    ShedFile.Configure(options, folder);
    using var context = new ShedContext(options.Options);
    var reader = new ShedReader(context);
    var id = new MuddyLedger.Core.BikeId(bike);
    return (
        reader.BikeAsync(id, null, default).GetAwaiter().GetResult()!.Profile,
        reader.LedgerAsync(id, null, null, default).GetAwaiter().GetResult().Ledger
    );
}

void Compute(MuddyLedger.Core.Bikes.Profile profile, BikeLedger ledger)
{
    var meters = BikeMeters.Of(profile, ledger);
    if (Servicing.Of(profile, content.Schedules, ledger, meters, today).IsEmpty)
        throw new InvalidOperationException("Nothing was computed.");
}

// The plain read of the same rows: every column of every line, as text.
double ReadRows(Guid? bike) =>
    Time(() =>
    {
        using var connection = Open();
        using var command = connection.CreateCommand();
        command.CommandText =
            "SELECT Id, BikeId, Date, WrittenAt, Device, Body, RunId, CorrectsId, Reason FROM Entries"
            + (bike is { } id ? $" WHERE BikeId = '{id.ToString().ToUpperInvariant()}'" : "");
        using var rows = command.ExecuteReader();
        var bytes = 0L;
        while (rows.Read())
            for (var at = 0; at < rows.FieldCount; at++)
                bytes += rows.IsDBNull(at) ? 0 : rows.GetString(at).Length;
        if (bytes == 0)
            throw new InvalidOperationException("Nothing was read.");
    });

// A viewing with all of its points answered but one, and that one tapped to and fro.
async Task ViewingAsync(HttpClient http)
{
    var details = new
    {
        set = "road-twin",
        name = "Bench",
        make = "Fellhound",
        model = "Scree",
        year = 2014,
        soldAs = "runner",
        title = "road-title",
        frameNumber = (string?)null,
        meter = "40000 mi",
        asking = "3000",
        lastRunYear = (int?)null,
        where = (string?)null,
        note = (string?)null,
        needsPapers = false,
        willRebuild = false,
        budget = (string?)null,
        hourlyRate = "12",
        papersDiscount = "0",
        statedValue = "3200",
        lift = "0",
    };
    var viewing = Guid.CreateVersion7();
    using (var made = await http.PostAsJsonAsync("/api/viewings", new { id = viewing, details }))
        made.EnsureSuccessStatusCode();
    var points = Regex
        .Matches(await http.GetStringAsync($"/api/viewings/{viewing}"), "\"id\":\"([a-z-]+\\.[a-z-]+)\"")
        .Select(match => match.Groups[1].Value)
        .Distinct()
        .Where(id => !id.StartsWith("ride.", StringComparison.Ordinal))
        .ToList();
    async Task Tap(string point, string grade)
    {
        using var response = await http.PostAsJsonAsync(
            $"/api/viewings/{viewing}/acts",
            new
            {
                id = Guid.CreateVersion7(),
                act = "graded",
                point,
                grade,
            }
        );
        response.EnsureSuccessStatusCode();
    }

    var half = Median(31, () => Time(() => Tap("standing.pegs", Random.Shared.Next(2) == 0 ? "worn" : "sound").GetAwaiter().GetResult()));
    Limit($"a tap at a viewing of {points.Count} points, none seen", half, 50, "ms");
    foreach (var (point, at) in points.Select((point, at) => (point, at)).Where(pair => pair.at % 2 == 0))
        await Tap(point, at % 10 == 0 ? "failed" : "sound");
    Limit(
        "the same with half of them seen",
        Median(31, () => Time(() => Tap("standing.pegs", Random.Shared.Next(2) == 0 ? "worn" : "sound").GetAwaiter().GetResult())),
        50,
        "ms"
    );
    Limit(
        "what to look at next",
        Median(15, () => Time(() => http.GetStringAsync($"/api/viewings/{viewing}/next").GetAwaiter().GetResult())),
        250,
        "ms"
    );
}

// A tap on the bench of a bike with ten years of lines: it reads its run, and nothing of the book.
async Task BenchAsync(HttpClient http, Guid bike)
{
    var run = Guid.CreateVersion7();
    string[] jobs = ["look-over"];
    using (var begun = await http.PostAsJsonAsync($"/api/bikes/{bike}/runs", new { id = run, jobs }))
        begun.EnsureSuccessStatusCode();
    var version = 0;
    async Task TapAsync()
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/api/runs/{run}/acts")
        {
            Content = JsonContent.Create(
                new
                {
                    id = Guid.CreateVersion7(),
                    act = "tray-put",
                    tray = new { part = "bolt", count = 1 },
                }
            ),
        };
        request.Headers.TryAddWithoutValidation("If-Match", $"\"{version}\"");
        using var answer = await http.SendAsync(request);
        answer.EnsureSuccessStatusCode();
        version = (int)System.Text.Json.Nodes.JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["version"]!;
    }

    version = (int)System.Text.Json.Nodes.JsonNode.Parse(await http.GetStringAsync($"/api/runs/{run}"))!["version"]!;
    Limit("a tap on the bench", Median(31, () => Time(() => TapAsync().GetAwaiter().GetResult())), 50, "ms");
}

// A line that is kept when the answer comes: through the server as it is published, beside one row of the empty application's and a bare
// fsync, in turns. Where a disk answers in a tenth of a millisecond an fsync says little of what a server takes: the row says it.
async Task WritesAsync()
{
    const int rounds = 28;
    const int warming = 20;
    const int each = 50;
    var one = bikes.OrderByDescending(Lines).First();
    using var served = Serve(folder);
    using var plain = Serving([Empty(), EmptyTable()]);
    var (writes, young, rows, syncs) = (new List<double>(), new List<double>(), new List<double>(), new List<double>());
    await served.Http.GetStringAsync($"/api/bikes/{one}");
    for (var round = 0; round < rounds; round++)
    {
        var (ours, theirs) = (new List<double>(), new List<double>());
        for (var at = 0; at < each; at++)
            ours.Add(
                await SentAsync(
                    served.Http,
                    $"/api/bikes/{one}/notes",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        date = $"{today:uuuu-MM-dd}",
                        text = "bench",
                    }
                )
            );
        for (var at = 0; at < each; at++)
            theirs.Add(await SentAsync(plain.Http, "/lines", new { text = "bench" }));
        // The first thousand warm both. What an owner's server takes in its first days is said, too.
        if (round is 4 or 5)
            young.AddRange(ours);
        if (round < warming)
            continue;
        writes.AddRange(ours);
        rows.AddRange(theirs);
        syncs.AddRange(Syncs(each));
    }

    foreach (var (name, share, ofRow, ofSync) in new[] { ("p50", 0.5, 6.0, 6.0), ("p99", 0.99, 8.0, 8.0) })
    {
        double At(List<double> all) => all.Order().ElementAt((int)(share * all.Count));
        Console.WriteLine(
            $"durable write, {name}, {At(writes):0.0} ms: {At(writes) / At(rows):0.0}x a plain row over HTTP ({At(rows):0.00} ms; "
                + $"at most {ofRow}x), {At(writes) / At(syncs):0}x a bare fsync ({At(syncs):0.00} ms; {ofSync}x is wished for)"
        );
        if (At(writes) > ofRow * At(rows))
            failed = 1;
        Console.WriteLine($"  of its third hundred: {At(young):0.0} ms, {At(young) / At(rows):0.0}x");
    }
}

async Task<double> SentAsync(HttpClient http, string path, object body)
{
    var clock = Stopwatch.StartNew();
    using var response = await http.PostAsJsonAsync(path, body);
    response.EnsureSuccessStatusCode();
    return clock.Elapsed.TotalMilliseconds;
}

void Insert(Guid bike)
{
    using var connection = new SqliteConnection($"Data Source={file}");
    connection.Open();
    using var command = connection.CreateCommand();
    command.CommandText =
        $"INSERT INTO Entries (Id, BikeId, Date, WrittenAt, Device, Body) SELECT "
        + $"'{Guid.CreateVersion7().ToString().ToUpperInvariant()}', BikeId, Date, WrittenAt, Device, Body FROM "
        + $"Entries WHERE BikeId = '{bike.ToString().ToUpperInvariant()}' LIMIT 1";
    if (command.ExecuteNonQuery() != 1)
        throw new InvalidOperationException("Nothing was written.");
}

double[] Syncs(int count)
{
    using var stream = new FileStream(Path.Combine(folder, "sync"), FileMode.Create);
    return
    [
        .. Enumerable
            .Range(0, count)
            .Select(_ =>
                Time(() =>
                {
                    stream.Write(new byte[4096]);
                    stream.Flush(flushToDisk: true);
                })
            )
            .Order(),
    ];
}

// Processes of their own, published as an owner starts them: from nothing to the first answer, in turns; and what the server then holds in
// memory with the shed loaded.
void Start()
{
    var none = EmptyTable();
    var (firsts, plain) = (new List<double>(), new List<double>());
    for (var turn = 0; turn < 5; turn++)
    {
        plain.Add(FirstAnswer([Empty(), none], "/lines"));
        firsts.Add(FirstAnswer([Published(), "--data", folder, "--port", "0"], "/api/settings"));
    }

    var (first, baseline) = (firsts.Order().ElementAt(2), plain.Order().ElementAt(2));
    Console.WriteLine($"cold start to the first answer: {first:0.00} s; of an empty application {baseline:0.00} s");
    Limit("cold start against an empty application", first / baseline, 2, "times");

    using var served = Serve(folder);
    served.Http.GetStringAsync("/api/shed").GetAwaiter().GetResult();
    foreach (var bike in bikes)
        served.Http.GetStringAsync($"/api/bikes/{bike}").GetAwaiter().GetResult();
    Limit("resident memory with every bike opened", served.Idle(), 300, "MB");
}

// Seconds from the start of a program to its answer at this address.
double FirstAnswer(string[] arguments, string path)
{
    var clock = Stopwatch.StartNew();
    using var process = Process.Start(new ProcessStartInfo("dotnet", arguments) { RedirectStandardOutput = true })!;
    try
    {
        var address = "";
        while (address.Length == 0)
            address = Regex
                .Match(
                    process.StandardOutput.ReadLine() ?? throw new InvalidOperationException($"{arguments[0]} did not start."),
                    "http://[^ ]+"
                )
                .Value;
        using var http = new HttpClient { BaseAddress = new Uri(address) };
        http.GetStringAsync(path).GetAwaiter().GetResult();
        return clock.Elapsed.TotalSeconds;
    }
    finally
    {
        process.Kill();
        process.WaitForExit();
    }
}

static string Repository([System.Runtime.CompilerServices.CallerFilePath] string here = "") =>
    Path.GetFullPath(Path.Combine(Path.GetDirectoryName(here)!, "..", ".."));

// The whole shed out, copied, and into an empty one: what each of them holds in memory beyond the idle server, at its most.
async Task ExchangeAsync()
{
    var copy = Path.Combine(Directory.CreateTempSubdirectory("muddy-bench-copy-").FullName, "bench.json");
    using (var from = Serve(folder))
    {
        var idle = from.Idle();
        var took = Stopwatch.StartNew();
        var most = await from.MostWhileAsync(async () =>
        {
            await using var to = File.Create(copy);
            await using var stream = await from.Http.GetStreamAsync("/api/export");
            await stream.CopyToAsync(to);
        });
        Console.WriteLine($"export of {new FileInfo(copy).Length / 1e6:0} MB in {took.Elapsed.TotalSeconds:0.0} s");
        Limit("memory beyond idle, export", most - idle, 150, "MB");
        most = await from.MostWhileAsync(async () =>
            (await from.Http.PostAsJsonAsync("/api/copies", new { id = Guid.CreateVersion7() })).EnsureSuccessStatusCode()
        );
        Limit("memory beyond idle, backup", most - idle, 150, "MB");
    }

    var empty = Directory.CreateTempSubdirectory("muddy-bench-empty-").FullName;
    using (var into = Serve(empty))
    {
        var idle = into.Idle();
        var took = Stopwatch.StartNew();
        var most = await into.MostWhileAsync(async () =>
        {
            await using var stream = File.OpenRead(copy);
            using var body = new StreamContent(stream) { Headers = { ContentType = new("application/json") } };
            using var answer = await into.Http.PostAsync($"/api/import?id={Guid.CreateVersion7()}", body);
            if (!answer.IsSuccessStatusCode)
                throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
        });
        Console.WriteLine($"import in {took.Elapsed.TotalSeconds:0.0} s");
        Limit("memory beyond idle, import", most - idle, 150, "MB");
    }

    Directory.Delete(empty, recursive: true);
}

// The application that is nothing but its frame, and the file of its one table.
static string Empty() => Path.Combine(Repository(), ".empty", "MuddyLedger.Empty.dll");
static string EmptyTable() => Path.Combine(Directory.CreateTempSubdirectory("muddy-bench-empty-").FullName, "lines.db");

// The server as it is published.
string Published() => Path.Combine(Repository(), ".app", "MuddyLedger.Web.dll");

Served Serve(string at) => Serving([Published(), "--data", at, "--port", "0"]);

static Served Serving(string[] arguments)
{
    var process = Process.Start(new ProcessStartInfo("dotnet", arguments) { RedirectStandardOutput = true })!;
    while (process.StandardOutput.ReadLine() is { } line)
        if (Regex.Match(line, "http://[^ ]+") is { Success: true } found)
        {
            // What it says from then on is taken from it, so that it never waits for that.
            _ = process.StandardOutput.ReadToEndAsync();
            return new(process, found.Value);
        }

    throw new InvalidOperationException($"{arguments[0]} did not start.");
}

void Script()
{
    var root = Path.Combine(AppContext.BaseDirectory, "wwwroot");
    var html = File.ReadAllText(Path.Combine(root, "index.html"));
    var bytes = Regex
        .Matches(html, "(?:src|href)=\"/?(assets/[^\"]+\\.js)\"")
        .Select(match => match.Groups[1].Value)
        .Distinct()
        .Sum(name =>
        {
            using var packed = new MemoryStream();
            using (var gzip = new GZipStream(packed, CompressionLevel.SmallestSize, leaveOpen: true))
                gzip.Write(File.ReadAllBytes(Path.Combine(root, name)));
            return packed.Length;
        });
    Limit("script of the first screen, compressed", bytes / 1e3, 200, "kB");
}

void Row(string what, double took, double plain, double most)
{
    var ratio = took / plain;
    if (ratio > most)
        failed = 1;
    Console.WriteLine(
        $"{what, -42}{took, 9:0.0} ms   plain read {plain, 7:0.0} ms   {ratio, 5:0.00}x   (at most "
            + $"{most}x){(ratio > most ? "  TOO SLOW" : "")}"
    );
}

void Limit(string what, double value, double most, string unit)
{
    if (value > most)
        failed = 1;
    Console.WriteLine($"{what, -42}{value, 9:0.0} {unit}   (at most {most} {unit}){(value > most ? "  TOO MUCH" : "")}");
}

object? Scalar(string sql)
{
    using var connection = Open();
    using var command = connection.CreateCommand();
    command.CommandText = sql;
    return command.ExecuteScalar();
}

SqliteConnection Open()
{
    var connection = new SqliteConnection($"Data Source={file};Mode=ReadOnly");
    connection.Open();
    return connection;
}

static double Time(Action act)
{
    var clock = Stopwatch.StartNew();
    act();
    return clock.Elapsed.TotalMilliseconds;
}

static double Median(int times, Func<double> measure) => Enumerable.Range(0, times).Select(_ => measure()).Order().ElementAt(times / 2);
