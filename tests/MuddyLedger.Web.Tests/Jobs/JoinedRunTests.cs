namespace MuddyLedger.Web.Tests.Jobs;

public sealed class JoinedRunTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync(change: profile =>
        {
            profile["reservoirs"]!["engine"]!["drainAndFilter"] = "2.6 L";
            profile["tankOverPlugs"] = true;
            profile["airFilter"] = "tank";
            profile["bodyworkOverOil"] = true;
        });
        (await _shed.ReadAsync(_bike, "23588", "2026-04-14")).ShouldBeOk();
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task What_joining_saves_is_said_before_it_is_started()
    {
        var joined = (await _shed.GetAsync($"/api/bikes/{_bike}/joined?jobs=engine-oil&jobs=spark-plugs&jobs=air-filter")).ShouldBeOk();
        ((int)joined["minutes"]).ShouldBeLessThan((int)joined["minutesApart"]);
        joined["opened"].AsArray().Count(one => (string?)one!["title"] == "Tank off").ShouldBe(1);
        ((string?)(await _shed.GetAsync($"/api/bikes/{_bike}/joined?jobs=engine-oil&jobs=flush-fill")).ShouldBeOk()["refused"])
            .ShouldNotBeNull()
            .ShouldContain("both fill");
        (await _shed.GetAsync($"/api/bikes/{_bike}/joined?jobs=brew-tea")).ShouldRefuse("jobs.0", "not known here");
        (await _shed.StartAsync(_bike, ["engine-oil", "flush-fill"])).ShouldRefuse("jobs", "both fill");
    }

    [Fact]
    public async Task One_run_does_the_work_of_three_and_the_shelf_falls_and_rises_again_on_undo()
    {
        var oil = await ItemAsync("10W-40, JASO MA2", "fluid", "engine oil", "4 L");
        var filter = await ItemAsync("filter for it", "part", "oil filter", "2");
        var run = (await _shed.StartAsync(_bike, ["engine-oil", "spark-plugs", "air-filter"])).ShouldBeOk();
        (await _shed.StartAsync(_bike, "spark-plugs")).ShouldRefuse("jobs", "is running on this bike already");
        run["needs"].AsArray().First(need => (string?)need!["what"] == "oil filter")!["onShelf"]!.GetValue<bool>().ShouldBeTrue();
        var through = await _shed.UpToAsync(run);
        ((string?)through["current"]).ShouldBe("engine-oil/sign-off");
        through["fromShelf"]
            .AsArray()
            .Select(one => (string?)one!["what"])
            .ShouldBe(["10W-40, JASO MA2", "filter for it"], ignoreOrder: true);
        var finished = (await _shed.FinishAsync(through)).ShouldBeOk();
        (await LeftAsync(oil)).ShouldBe(4m - 2.4m); // 2.2 poured, 0.2 to the mark
        (await LeftAsync(filter)).ShouldBe(1);
        foreach (var task in new[] { "engine-oil.replace", "oil-filter.replace", "spark-plugs.replace" })
            ((string?)(await _shed.TaskAsync(_bike, task))["state"]).ShouldBe("fresh", task);

        (
            await _shed.PostAsync($"/api/runs/{(string)finished["id"]!}/undo-finish", new { id = InTheShed.NewId(), reason = "wrong bike" })
        ).ShouldBeOk();
        (await LeftAsync(oil)).ShouldBe(4m);
        (await LeftAsync(filter)).ShouldBe(2);
        // And signed off again it is taken again, once.
        var open = (await _shed.GetAsync($"/api/runs/{(string)finished["id"]!}")).ShouldBeOk();
        (await _shed.FinishAsync(open)).ShouldBeOk();
        (await LeftAsync(oil)).ShouldBe(1.6m);
    }

    // The book has each job when it is signed off; undoing takes all of it back, and the whole run can be signed off anew.
    [Fact]
    public async Task One_job_of_a_run_is_signed_off_while_the_other_goes_on()
    {
        var run = (await _shed.StartAsync(_bike, ["chain", "engine-oil"])).ShouldBeOk();
        (await FinishPartAsync(run, "chain")).Body.ToString().ShouldContain("is not answered yet");
        run = await _shed.UpToAsync(run, "engine-oil/plug-out");
        run["parts"]
            .AsArray()
            .Select(part => ((string?)part!["title"], (string?)part["refused"] is null))
            .ShouldBe([("Chain clean, lubricate, adjust", true), ("Engine oil and filter", false)]);
        (await FinishPartAsync(run, "brew-tea")).ShouldRefuse("job", "not one of those");
        run = (await FinishPartAsync(run, "chain")).ShouldBeOk();
        ((string)run["status"]!, (bool)run["parts"][0]!["signed"]!).ShouldBe(("running", true));
        ((string?)(await _shed.TaskAsync(_bike, "chain.lubricate"))["state"]).ShouldBe("fresh");
        ((string?)(await _shed.TaskAsync(_bike, "engine-oil.replace"))["state"]).ShouldNotBe("fresh");
        var lines = (await _shed.BookAsync("?kind=job-finished")).Count;

        run = (
            await _shed.PostAsync($"/api/runs/{(string)run["id"]!}/undo-finish", new { id = InTheShed.NewId(), reason = "too early" })
        ).ShouldBeOk();
        ((bool)run["parts"][0]!["signed"]!).ShouldBeFalse();
        ((string?)(await _shed.TaskAsync(_bike, "chain.lubricate"))["state"]).ShouldNotBe("fresh");

        run = (await FinishPartAsync(run, "chain")).ShouldBeOk();
        await _shed.RestartAsync();
        run = (await _shed.GetAsync($"/api/runs/{(string)run["id"]!}")).ShouldBeOk();
        (await _shed.FinishAsync(await _shed.UpToAsync(run))).ShouldBeOk();
        ((string?)(await _shed.TaskAsync(_bike, "engine-oil.replace"))["state"]).ShouldBe("fresh");
        (await _shed.BookAsync("?kind=job-finished")).Count.ShouldBeGreaterThan(lines);
    }

    [Fact]
    public async Task What_was_set_aside_is_named_on_the_bikes_page_until_it_is_taken_up_again_or_done_anew()
    {
        async Task<string[]> NamedAsync() =>
            [.. (await _shed.GetAsync($"/api/bikes/{_bike}")).ShouldBeOk()["setAside"].AsArray().Select(one => (string)one!["words"]!)];
        async Task<Answer> AsideAsync(Answer run) =>
            (
                await _shed.PostAsync(
                    $"/api/runs/{(string)run["id"]!}/set-aside",
                    new { id = InTheShed.NewId(), reason = "no grease" },
                    run.ETag
                )
            ).ShouldBeOk();
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike, "chain")).ShouldBeOk(), "oil");
        run = await AsideAsync(run);
        (await NamedAsync()).ShouldBe(["Chain clean, lubricate, adjust was set aside: no grease"]);
        run = (
            await _shed.PostAsync($"/api/runs/{(string)run["id"]!}/undo-finish", new { id = InTheShed.NewId(), reason = "grease came" })
        ).ShouldBeOk();
        ((string)run["status"]!, (string)run["current"]!).ShouldBe(("running", "oil"));
        (await NamedAsync()).ShouldBeEmpty();
        await AsideAsync(run);
        (await NamedAsync()).Length.ShouldBe(1);
        (await _shed.FinishAsync(await _shed.UpToAsync((await _shed.StartAsync(_bike, "chain")).ShouldBeOk()))).ShouldBeOk();
        (await NamedAsync()).ShouldBeEmpty();
    }

    private Task<Answer> FinishPartAsync(Answer run, string job) =>
        _shed.PostAsync(
            $"/api/runs/{(string)run["id"]!}/finish",
            new
            {
                id = InTheShed.NewId(),
                minutes = "20",
                costs = Array.Empty<object>(),
                leftover = (string?)null,
                note = (string?)null,
                job,
            },
            run.ETag
        );

    [Fact]
    public async Task A_part_left_on_the_tray_keeps_it_from_being_signed_off()
    {
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike, ["spark-plugs", "air-filter"])).ShouldBeOk(), "seat-off/on");
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-skipped",
                    step = "seat-off/on",
                    reason = "will do it later",
                }
            )
        ).ShouldBeOk();
        run = await _shed.UpToAsync(run);
        (await _shed.FinishAsync(run)).ShouldRefuse("leftover", "seat");
        (await _shed.FinishAsync(run, leftover: "the seat is at the upholsterer's")).ShouldBeOk();
    }

    [Fact]
    public async Task A_leak_watch_over_a_moved_clock_reminds_and_gives_its_verdict()
    {
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike, "leak-watch")).ShouldBeOk(), "standing");
        run = (await _shed.TapAsync(run, new { act = "timer-started", step = "standing" })).ShouldBeOk();
        var started = DateTimeOffset.Parse((string)run["timers"][0]!["started"]!, System.Globalization.CultureInfo.InvariantCulture);
        DateTimeOffset
            .Parse((string)run["timers"][0]!["ends"]!, System.Globalization.CultureInfo.InvariantCulture)
            .ShouldBe(started.AddHours(4));
        await _shed.RestartAsync();
        _shed.Clock.AdvanceHours(5);
        var spot = new
        {
            place = "drain-plug",
            grade = "one-spot",
            fluid = "engine-oil",
        };
        run = (await _shed.GetAsync($"/api/runs/{(string)run["id"]!}")).ShouldBeOk();
        (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "look-taken",
                    step = "standing",
                    spots = new[] { spot, spot },
                }
            )
        ).ShouldRefuse("spots", "twice");
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "look-taken",
                    step = "standing",
                    spots = new[] { spot },
                }
            )
        ).ShouldBeOk();
        DateTimeOffset
            .Parse((string)run["timers"][0]!["ends"]!, System.Globalization.CultureInfo.InvariantCulture)
            .ShouldBe(started.AddHours(12));
        _shed.Clock.AdvanceHours(8);
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "look-taken",
                    step = "standing",
                    spots = new[] { spot },
                }
            )
        ).ShouldBeOk();
        ((string?)StepOf(run, "standing")["watch"]!["verdict"]).ShouldBe("weeping");
        run = await _shed.UpToAsync(run, "after");
        run = (await _shed.TapAsync(run, new { act = "timer-started", step = "after" })).ShouldBeOk();
        _shed.Clock.AdvanceHours(1);
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "look-taken",
                    step = "after",
                    spots = Array.Empty<object>(),
                }
            )
        ).ShouldBeOk();
        (await _shed.FinishAsync(await _shed.UpToAsync(run))).ShouldBeOk();
        (await _shed.BookAsync("?kind=leak-look")).Count.ShouldBe(3);
        (await _shed.GetAsync($"/api/bikes/{_bike}"))["findings"]
            .AsArray()
            .Select(one => (string?)one!["title"])
            .ShouldContain("Weeping: drain plug");
    }

    [Fact]
    public async Task What_is_measured_is_read_in_any_unit_and_judged()
    {
        (
            await _shed.PutAsync(
                $"/api/bikes/{_bike}/profile",
                new { id = InTheShed.NewId(), profile = await ChangedAsync("chain-slack", "25 to 35 mm") },
                "\"1\""
            )
        ).ShouldBeOk();
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike, "chain")).ShouldBeOk(), "recheck");
        (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-done",
                    step = "recheck",
                    record = new { values = new[] { "2 in" } },
                }
            )
        ).ShouldRefuse("record.values", "The maker gives 25 to 35 mm");
        (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-done",
                    step = "recheck",
                    record = new { values = new[] { "3 bar" } },
                }
            )
        ).ShouldRefuse("record.values.0", "a length is wanted");
        (await _shed.TapAsync(run, new { act = "step-done", step = "recheck" })).ShouldRefuse("record.values", "is missing");
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-done",
                    step = "recheck",
                    record = new { values = new[] { "1.2 in" } },
                }
            )
        ).ShouldBeOk();
        ((decimal)StepOf(run, "recheck")["record"]!["values"]![0]!["value"]!).ShouldBe(30.48m);
    }

    private async Task<JsonNode> ChangedAsync(string figure, string text)
    {
        var profile = (await _shed.GetAsync($"/api/bikes/{_bike}")).ShouldBeOk()["profile"].DeepClone();
        profile["figures"]![figure] = text;
        return profile;
    }

    private static JsonNode StepOf(Answer run, string step) => run["steps"].AsArray().First(one => (string?)one!["id"] == step)!;

    private async Task<string> ItemAsync(string name, string kind, string serves, string amount)
    {
        var id = InTheShed.NewId();
        (
            await _shed.PostAsync(
                "/api/shelf/items",
                new
                {
                    id,
                    item = new
                    {
                        name,
                        kind,
                        serves,
                        bikes = Array.Empty<string>(),
                        minimum = "",
                        packs = Array.Empty<object>(),
                        place = "",
                        note = "",
                    },
                }
            )
        ).ShouldBeOk();
        (
            await _shed.PostAsync(
                $"/api/shelf/items/{id}/moves",
                new
                {
                    id = InTheShed.NewId(),
                    cause = "bought",
                    amount,
                    count = 1,
                    date = "2026-04-18",
                    note = (string?)null,
                    container = (string?)null,
                }
            )
        ).ShouldBeOk();
        return id.ToString();
    }

    private async Task<decimal> LeftAsync(string item) =>
        (decimal)
            (await _shed.GetAsync("/api/shelf")).ShouldBeOk()["items"].AsArray().First(one => (string?)one!["id"] == item)!["left"]![
                "value"
            ]!;
}
