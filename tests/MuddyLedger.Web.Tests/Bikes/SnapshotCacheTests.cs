using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Json;
using MuddyLedger.Content;
using MuddyLedger.Data;

namespace MuddyLedger.Web.Tests.Bikes;

public class SnapshotCacheTests
{
    // Property: after any sequence of writes, what the server answers from its cache is what an empty cache answers.
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task A_snapshot_is_never_stale(int seed)
    {
        await using var shed = await TestShed.OpenAsync();
        var content = ContentLibrary.Load(TestShed.ContentFolder);
        var random = new Random(seed);
        string[] bikes = [await shed.BikeAsync(reading: "9000"), await shed.BikeAsync("motocross-four-stroke", "40 h")];
        var miles = 9_000;
        for (var at = 0; at < 40; at++)
        {
            var bike = bikes[random.Next(2)];
            switch (random.Next(8))
            {
                case 0:
                    await shed.ReadAsync(bikes[0], $"{miles += random.Next(1, 200)}");
                    break;
                case 1:
                    await shed.DoneAsync(bike, "chain.lubricate", $"2026-04-{random.Next(1, 18):00}");
                    break;
                case 2:
                    await shed.PostAsync(
                        $"/api/bikes/{bike}/rides",
                        new
                        {
                            id = InTheShed.NewId(),
                            date = "2026-04-10",
                            distance = "20 mi",
                            hours = (string?)null,
                            ground = "sand",
                            severities = new[] { "grit" },
                        }
                    );
                    break;
                case 3:
                    await shed.StartAsync(bike);
                    break;
                case 4:
                    await TapAsync(shed, bike);
                    break;
                case 5:
                    var lines = await shed.BookAsync($"?bike={bike}&struck=false");
                    if (lines.Count > 2)
                        await shed.PostAsync(
                            $"/api/entries/{(string)lines[random.Next(lines.Count - 1)]!["id"]!}/strike",
                            new { id = InTheShed.NewId(), reason = "wrong" }
                        );
                    break;
                case 6:
                    var answer = await shed.GetAsync($"/api/bikes/{bike}");
                    answer["profile"]["severities"] = random.Next(2) == 0 ? new JsonArray() : new JsonArray("grit");
                    await shed.PutAsync(
                        $"/api/bikes/{bike}/profile",
                        new { id = InTheShed.NewId(), profile = answer["profile"] },
                        answer.ETag
                    );
                    break;
                default:
                    shed.Clock.AdvanceDays(random.Next(0, 2));
                    break;
            }

            foreach (var id in bikes)
                (await shed.GetAsync($"/api/bikes/{id}"))
                    .ShouldBeOk()
                    .Body.ToJsonString()
                    .ShouldBe(await ComputedAnewAsync(shed, content, id), $"after write {at}");
        }
    }

    private static async Task TapAsync(TestShed shed, string bike)
    {
        if ((await shed.GetAsync($"/api/bikes/{bike}"))["running"].AsArray() is not [{ } running, ..])
            return;
        var run = await shed.GetAsync($"/api/runs/{(string)running["id"]!}");
        await shed.TapAsync(run, new { act = "tray-put", tray = new { part = "bolt", count = 1 } });
    }

    private static async Task<string> ComputedAnewAsync(TestShed shed, ContentLibrary content, string bike)
    {
        var options = new DbContextOptionsBuilder<ShedContext>();
        ShedFile.Configure(options, shed.Folder);
        await using var context = new ShedContext(options.Options);
        using var store = new ShedStore(shed.Folder);
        var clock = new ShedClock(shed.Options.Clock, shed.Options.Zone);
        var snapshots = new ShedSnapshots(new ShedReader(context, store), content, clock, new SnapshotCache(), new ProofFocus());
        var snapshot = (await snapshots.OneAsync(Guid.Parse(bike), TestContext.Current.CancellationToken))!;
        var json = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        AppJson.Configure(json);
        return JsonSerializer
            .SerializeToNode(
                BikeAnswers.Of(
                    snapshot,
                    new JobLibrary(content, []),
                    await snapshots.SettingsAsync(TestContext.Current.CancellationToken),
                    snapshots.Now,
                    snapshots.DayOf
                ),
                json
            )!
            .ToJsonString();
    }
}
