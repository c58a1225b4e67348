namespace MuddyLedger.Web.Tests.Jobs;

/// <summary>A lay-up in autumn and its wake-up in spring, over the API and a moved clock.</summary>
public sealed class LayUpTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync();
        (await _shed.ReadAsync(_bike, "23400", "2026-03-14")).ShouldBeOk();
        (await _shed.ReadAsync(_bike, "23588", "2026-04-14")).ShouldBeOk();
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    private Task<Answer> BikeAsync() => _shed.GetAsync($"/api/bikes/{_bike}");

    private static JsonNode StepOf(Answer run, string id) => run["steps"].AsArray().First(step => (string?)step!["id"] == id)!;

    [Fact]
    public async Task What_a_lay_up_left_shuts_the_gates_over_months_and_the_wake_up_asks_for_it()
    {
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike, "laying-up")).ShouldBeOk(), "battery-out");
        StepOf(run, "fuel-school")["choice"]!["because"]!.ToString().ShouldContain("It is injected");
        (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-done",
                    step = "battery-out",
                    record = new { where = new string('x', 81) },
                }
            )
        ).ShouldRefuse("record.where", "longer than 80");
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-done",
                    step = "battery-out",
                    record = new { where = "shelf in the cellar" },
                }
            )
        ).ShouldBeOk();
        ((string?)StepOf(run, "battery-out")["record"]!["where"]).ShouldBe("shelf in the cellar");
        run = await _shed.UpToAsync(run);
        (await _shed.FinishAsync(run)).ShouldBeOk();

        _shed.Clock.AdvanceDays(170);
        await _shed.RestartAsync();
        var asleep = await BikeAsync();
        ((string?)asleep["standsSince"]).ShouldNotBeNull();
        var battery = asleep["forNow"].AsArray().First(thing => (string?)thing!["thing"] == "battery")!;
        ((string?)battery["where"], (string?)battery["shuts"], (string?)battery["way"]).ShouldBe(("shelf in the cellar", "run", "away"));
        ((string?)asleep["gates"][0]!["state"]).ShouldBe("shut", "the exhaust is shut");
        (await _shed.BookAsync()).ShouldContain(line =>
            (string?)line!["kind"] == "for-now"
            && line["figures"]!.AsArray().Any(figure => figure!.ToString().Contains("shelf in the cellar", StringComparison.Ordinal))
        );

        run = (await _shed.StartAsync(_bike, "recommissioning")).ShouldBeOk();
        var stood = StepOf(run, "stood")["choice"]!;
        ((string?)stood["default"], (string?)stood["because"]).ShouldSatisfyAllConditions(
            one => one.Item1.ShouldBe("season"),
            one => one.Item2!.ShouldContain("170 days ago")
        );
        run["steps"].AsArray().Select(step => (string?)step!["id"]).ShouldNotContain("rag-out");
        run = await _shed.UpToAsync(run, "exhaust-open");
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-skipped",
                    step = "exhaust-open",
                    reason = "called in",
                }
            )
        ).ShouldBeOk();
        run = await _shed.UpToAsync(run, "undo-cranked");
        ((string?)StepOf(run, "undo-cranked")["undoList"]![0]!["thing"]).ShouldBe("plug-in-exhaust", "what blocks comes first");
        (await _shed.TapAsync(run, new { act = "step-done", step = "undo-cranked" })).ShouldRefuse("step", "the ends of the exhaust shut");

        (
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/undone",
                new
                {
                    id = InTheShed.NewId(),
                    thing = "plug-in-exhaust",
                    date = (string?)run["today"],
                    how = "found it in time",
                }
            )
        ).ShouldBeOk();
        run = await _shed.UpToAsync(await _shed.GetAsync($"/api/runs/{(string)run["id"]!}"), "reading");
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-done",
                    step = "reading",
                    record = new { odometer = "23700" },
                }
            )
        ).ShouldBeOk();
        (await _shed.FinishAsync(await _shed.UpToAsync(run))).ShouldBeOk();
        var awake = await BikeAsync();
        awake["forNow"].AsArray().ShouldBeEmpty();
        awake.Body["standsSince"].ShouldBeNull();
        ((string?)awake["gates"][2]!["state"]).ShouldBe("open");
    }

    [Fact]
    public async Task A_job_with_an_order_of_its_own_is_not_joined() =>
        (await _shed.StartAsync(_bike, ["laying-up", "chain"])).ShouldRefuse("jobs", "is run alone");
}
