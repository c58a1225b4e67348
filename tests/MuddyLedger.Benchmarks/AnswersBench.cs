using System.Net.Http.Json;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Wear;
using MuddyLedger.Web.Hosting;

namespace MuddyLedger.Benchmarks;

/// <summary>What the pages wait for, beside the plain read of the same rows.</summary>
internal static class AnswersBench
{
    public static async Task RunAsync(BenchShed shed, Report report)
    {
        await WarmAsync(shed);
        await using var server = await ShedServer.StartAsync(BenchShed.Options(shed.Folder));
        using var http = new HttpClient { BaseAddress = new Uri(server.Address) };
        double Asked(string path) => Report.Time(() => http.GetStringAsync(path));
        var one = shed.Longest;
        shed.ReadRows(one);
        var plainOne = Report.Median(15, () => shed.ReadRows(one));
        var bikeCold = Report.Median(
            15,
            () =>
            {
                // The line itself is not timed.
                shed.Insert(one);
                return Asked($"/api/bikes/{one}");
            }
        );
        report.Row("one bike after a write", bikeCold, plainOne, 3);
        report.Row("one bike, warm", Report.Median(15, () => Asked($"/api/bikes/{one}")), plainOne, 3);
        var (profile, ledger) = shed.Load(one);
        report.Row("its ledger, read alone", Report.Median(9, () => Report.Time(() => _ = shed.Load(one))), plainOne, 3);
        report.Row("due computation of one bike", Report.Median(15, () => Report.Time(() => Compute(shed, profile, ledger))), plainOne, 3);

        var meters = BikeMeters.Of(profile, ledger);
        report.Row(
            $"wear of one bike, {ledger.Each<MeasurementTaken>().Count()} readings",
            Report.Median(
                15,
                () => Report.Time(() => _ = WearBook.Of(profile, shed.Content.Wear, shed.Content.Limits, ledger, meters, shed.Today))
            ),
            plainOne,
            3
        );

        var plainAll = Report.Median(3, () => shed.ReadRows(null));
        report.Row("the shed, cold", Asked("/api/shed"), plainAll, 5);
        report.Limit("the shed, warm", Report.Median(15, () => Asked("/api/shed")), 300, "ms");
        report.Limit("the book, first page", Report.Median(5, () => Asked("/api/book")), 1_000, "ms");

        await ViewingAsync(http, report);
        await BenchAsync(http, one, report);
    }

    // The code is warmed on a smaller shed, read anew several times, so that "cold" means an empty cache and not a compiler at work.
    private static async Task WarmAsync(BenchShed shed)
    {
        var small = shed.NewFolder("small");
        var few = await GeneratedShed.WriteAsync(small, shed.Content, shed.Today, 8);
        for (var round = 0; round < 6; round++)
        {
            await using var warm = await ShedServer.StartAsync(BenchShed.Options(small));
            using var http = new HttpClient { BaseAddress = new Uri(warm.Address) };
            await http.GetStringAsync("/api/shed");
            foreach (var bike in few)
                await http.GetStringAsync($"/api/bikes/{bike}");
        }
    }

    private static void Compute(BenchShed shed, Profile profile, BikeLedger ledger)
    {
        var meters = BikeMeters.Of(profile, ledger);
        if (Servicing.Of(profile, shed.Content.Schedules, ledger, meters, shed.Today).IsEmpty)
            throw new InvalidOperationException("Nothing was computed.");
    }

    /// <summary>A viewing with all of its points answered but one, and that one tapped to and fro.</summary>
    private static async Task ViewingAsync(HttpClient http, Report report)
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

        var half = Report.Median(31, () => Report.Time(() => Tap("standing.pegs", Random.Shared.Next(2) == 0 ? "worn" : "sound")));
        report.Limit($"a tap at a viewing of {points.Count} points, none seen", half, 50, "ms");
        foreach (var (point, at) in points.Select((point, at) => (point, at)).Where(pair => pair.at % 2 == 0))
            await Tap(point, at % 10 == 0 ? "failed" : "sound");
        report.Limit(
            "the same with half of them seen",
            Report.Median(31, () => Report.Time(() => Tap("standing.pegs", Random.Shared.Next(2) == 0 ? "worn" : "sound"))),
            50,
            "ms"
        );
        report.Limit(
            "what to look at next",
            Report.Median(15, () => Report.Time(() => http.GetStringAsync($"/api/viewings/{viewing}/next"))),
            250,
            "ms"
        );
    }

    /// <summary>A tap on the bench of a bike with ten years of lines: it reads its run, and nothing of the book.</summary>
    private static async Task BenchAsync(HttpClient http, Guid bike, Report report)
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
        report.Limit("a tap on the bench", Report.Median(31, () => Report.Time(TapAsync)), 50, "ms");
    }
}
