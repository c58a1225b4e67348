namespace MuddyLedger.Web.Tests.Jobs;

public sealed class RunTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync() => (_shed, _bike) = await OilDueAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    /// <summary>A twin that is ridden and read, and whose oil is due soon.</summary>
    internal static async Task<(TestShed Shed, string Bike)> OilDueAsync()
    {
        var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(change: profile => profile["reservoirs"]!["engine"]!["drainAndFilter"] = "2.6 L");
        foreach (var (date, miles) in new[] { ("2025-04-10", "18000"), ("2025-10-10", "21000"), ("2026-04-14", "23588") })
            (await shed.ReadAsync(bike, miles, date)).ShouldBeOk();
        (await shed.DoneAsync(bike, "engine-oil.replace", "2025-05-10")).ShouldBeOk();
        return (shed, bike);
    }

    [Fact]
    public async Task A_job_is_left_taken_up_after_a_restart_and_finished_and_the_due_date_moves()
    {
        var dueBefore = (string?)(await _shed.TaskAsync(_bike, "engine-oil.replace"))["likelyDue"];
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike)).ShouldBeOk(), "drip");
        run = (await _shed.TapAsync(run, new { act = "timer-started", step = "drip" })).ShouldBeOk();
        await _shed.RestartAsync();
        _shed.Clock.AdvanceDays(1);
        var again = (await _shed.GetAsync($"/api/runs/{(string)run["id"]!}")).ShouldBeOk();
        ((string?)again["current"]).ShouldBe("drip");
        ((string?)again["timers"][0]!["ends"]).ShouldBe((string?)run["timers"][0]!["ends"]);
        again["tray"].AsArray().Select(item => (string?)item!["part"]).ShouldBe(["drain plug", "filler cap"]);

        var through = await _shed.UpToAsync(again);
        ((string?)through["current"]).ShouldBe("sign-off");
        through["willWrite"].AsArray().ShouldNotBeEmpty();
        var finished = (await _shed.FinishAsync(through, costs: [new { @for = "10W-40, 4 L", amount = "38,00" }])).ShouldBeOk();
        ((string?)finished["status"]).ShouldBe("finished");

        var kinds = (await _shed.BookAsync()).Where(entry => entry!["run"] is not null).Select(entry => (string?)entry!["kind"]).ToList();
        foreach (
            var kind in new[]
            {
                "reading",
                "drain",
                "fill",
                "top-up",
                "level",
                "part-fitted",
                "part-removed",
                "task-done",
                "waste-held",
                "cost",
                "job-finished",
            }
        )
            kinds.ShouldContain(kind);
        var due = await _shed.TaskAsync(_bike, "engine-oil.replace");
        ((string?)due["state"]).ShouldBe("fresh");
        string.CompareOrdinal((string?)due["likelyDue"], dueBefore).ShouldBeGreaterThan(0);
        ((string?)(await _shed.GetAsync($"/api/bikes/{_bike}"))["reservoirs"][0]!["fluid"]).ShouldBe("10W-40, JASO MA2");
        ((decimal)(await _shed.GetAsync("/api/shed"))["waste"][0]!["volume"]!["value"]!).ShouldBe(2.5m);
    }

    [Fact]
    public async Task Two_devices_do_not_overwrite_each_other()
    {
        var run = (await _shed.StartAsync(_bike)).ShouldBeOk();
        (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-done",
                    step = "reading",
                    record = new { odometer = "23650" },
                }
            )
        ).ShouldBeOk();
        var before = _shed.Stored();
        var late = await _shed.TapAsync(
            run,
            new
            {
                act = "step-skipped",
                step = "reading",
                reason = "cannot see it",
            }
        );
        late.Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        ((string?)late["current"]["current"]).ShouldBe("school");
        _shed.Stored().ShouldBe(before);
    }

    [Fact]
    public async Task A_tap_sent_twice_counts_once()
    {
        var run = (await _shed.StartAsync(_bike)).ShouldBeOk();
        var tap = new
        {
            id = InTheShed.NewId(),
            act = "tray-put",
            tray = new { part = "heat shield", count = 2 },
        };
        (await _shed.TapAsync(run, tap)).ShouldBeOk();
        var again = (await _shed.TapAsync(run, tap)).ShouldBeOk();
        again["tray"].AsArray().ShouldHaveSingleItem();
    }

    public static TheoryData<string, object, string, string> Unfit =>
        new()
        {
            { "reading", new { act = "step-done", step = "reading" }, "record.meters", "is missing" },
            {
                "reading",
                new
                {
                    act = "step-done",
                    step = "reading",
                    record = new { odometer = "12" },
                },
                "record.odometer",
                "backwards"
            },
            {
                "reading",
                new
                {
                    act = "step-done",
                    step = "reading",
                    record = new { odometer = "NaN" },
                },
                "record.odometer",
                "is not a number"
            },
            {
                "reading",
                new
                {
                    act = "step-done",
                    step = "reading",
                    record = new { hours = "12" },
                },
                "record.meters",
                "has not got"
            },
            {
                "reading",
                new
                {
                    act = "step-done",
                    step = "pour-first",
                    record = new { volume = "2 L", fluid = "x" },
                },
                "step",
                "waits for"
            },
            { "reading", new { act = "step-done", step = "weld" }, "step", "is not a step" },
            { "reading", new { act = "step-done" }, "step", "is missing" },
            { "reading", new { act = "step-skipped", step = "reading" }, "reason", "is missing" },
            { "reading", new { act = "step-not-sound", step = "reading" }, "finding", "is missing" },
            { "reading", new { act = "finding-noted", finding = new { title = "", severity = "watch" } }, "finding.title", "is missing" },
            {
                "reading",
                new
                {
                    act = "finding-noted",
                    finding = new
                    {
                        title = "x",
                        severity = "watch",
                        costGuess = "lots",
                    },
                },
                "finding.costGuess",
                "is not an amount"
            },
            { "reading", new { act = "tray-put", tray = new { part = "bolt", count = 0 } }, "tray.count", "between 1 and 99" },
            { "reading", new { act = "tray-taken", item = "nothing" }, "item", "is not on the tray" },
            { "reading", new { act = "timer-started", step = "reading" }, "step", "has no timer" },
            { "reading", new { act = "step-reopened", step = "reading" }, "step", "not answered yet" },
            {
                "school",
                new
                {
                    act = "step-done",
                    step = "school",
                    record = new { option = "boil" },
                },
                "record.option",
                "none of the choices"
            },
            {
                "pour-first",
                new
                {
                    act = "step-done",
                    step = "pour-first",
                    record = new { volume = "2 km", fluid = "x" },
                },
                "record.volume",
                "a volume is wanted"
            },
            {
                "pour-first",
                new
                {
                    act = "step-done",
                    step = "pour-first",
                    record = new { volume = "9000", fluid = "x" },
                },
                "record.volume",
                "more than can be meant"
            },
            {
                "pour-first",
                new
                {
                    act = "step-done",
                    step = "pour-first",
                    record = new { volume = "2" },
                },
                "record.fluid",
                "is missing"
            },
            {
                "pour-first",
                new
                {
                    act = "step-skipped",
                    step = "pour-first",
                    reason = "no oil",
                },
                "step",
                "set the whole job aside"
            },
            {
                "level-first",
                new
                {
                    act = "step-done",
                    step = "level-first",
                    record = new { level = "below" },
                },
                "record.level",
                "below the mark"
            },
        };

    [Theory]
    [MemberData(nameof(Unfit))]
    public async Task A_tap_that_cannot_be_is_refused_by_field_and_changes_nothing(string at, object act, string field, string words)
    {
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike)).ShouldBeOk(), at);
        var before = _shed.Stored();
        (await _shed.TapAsync(run, act)).ShouldRefuse(field, words);
        _shed.Stored().ShouldBe(before);
    }

    [Fact]
    public async Task A_job_that_does_not_fit_is_refused()
    {
        var heron = await _shed.BikeAsync("two-stroke-enduro");
        (await _shed.StartAsync(heron)).ShouldRefuse("jobs.0", "does not fit this bike");
        (await _shed.StartAsync(_bike, "brew-tea")).ShouldRefuse("jobs.0", "is not known here");
        (await _shed.StartAsync(_bike, [])).ShouldRefuse("jobs", "is missing");
    }

    [Fact]
    public async Task A_job_that_runs_is_not_started_again()
    {
        (await _shed.StartAsync(_bike)).ShouldBeOk();
        (await _shed.StartAsync(_bike)).ShouldRefuse("jobs", "running on this bike already");
    }

    [Fact]
    public async Task Found_something_stands_on_the_bike_at_once()
    {
        var run = (await _shed.StartAsync(_bike)).ShouldBeOk();
        (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "finding-noted",
                    finding = new
                    {
                        title = "Split coolant hose",
                        severity = "fix-soon",
                        costGuess = "18",
                    },
                }
            )
        ).ShouldBeOk();
        ((string?)(await _shed.GetAsync($"/api/bikes/{_bike}"))["findings"][0]!["title"]).ShouldBe("Split coolant hose");
    }

    [Fact]
    public async Task The_same_fault_noted_twice_at_a_step_breaks_no_page()
    {
        var run = (await _shed.StartAsync(_bike)).ShouldBeOk();
        var step = (string)run["current"]!;
        foreach (var _ in new[] { 1, 2 })
            run = await _shed.TapAsync(
                run,
                new
                {
                    act = "finding-noted",
                    step,
                    finding = new { title = "Fuel on the floor", severity = "stop" },
                }
            );
        run.ShouldBeOk()["findings"].AsArray().Count.ShouldBe(2);
        (await _shed.GetAsync($"/api/bikes/{_bike}")).ShouldBeOk()["gates"][2]!["reasons"]!
            .AsArray()
            .Count(reason => (string?)reason!["why"] == "Fuel on the floor")
            .ShouldBe(1);
        (await _shed.GetAsync("/api/shed")).ShouldBeOk();
    }

    [Fact]
    public async Task A_run_keeps_the_job_as_it_was_when_it_began()
    {
        var run = (await _shed.StartAsync(_bike)).ShouldBeOk();
        var profile = (await _shed.GetAsync($"/api/bikes/{_bike}"))["profile"];
        profile["lubrication"] = "dry-sump";
        (await _shed.PutAsync($"/api/bikes/{_bike}/profile", new { id = InTheShed.NewId(), profile }, "\"1\"")).ShouldBeOk();
        (await _shed.GetAsync($"/api/runs/{(string)run["id"]!}")).ShouldBeOk()["steps"].AsArray().ShouldNotBeEmpty();
    }

    [Fact]
    public async Task What_a_job_leaves_for_now_stands_on_the_bike_until_it_is_undone_there_or_by_hand()
    {
        async Task<List<JsonNode?>> UndoListAsync() => [.. (await _shed.GetAsync($"/api/bikes/{_bike}")).ShouldBeOk()["forNow"]!.AsArray()];
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike, "air-filter")).ShouldBeOk(), "dust");
        var state = (await UndoListAsync()).ShouldHaveSingleItem()!;
        ((string)state["what"]!).ShouldBe("a clean rag in the intake");
        ((string?)state["run"]).ShouldBe((string)run["id"]!);
        var undo = new
        {
            id = InTheShed.NewId(),
            thing = "rag-in-intake",
            date = "2026-04-18",
            how = "pulled it out",
        };
        (await _shed.PostAsync($"/api/bikes/{_bike}/undone", undo)).ShouldRefuse("thing", "under way");
        // Set aside with the rag in, it stands in the book and outlives the job and the server.
        (
            await _shed.PostAsync($"/api/runs/{(string)run["id"]!}/set-aside", new { id = InTheShed.NewId(), reason = "rain" }, run.ETag)
        ).ShouldBeOk();
        await _shed.RestartAsync();
        (await UndoListAsync()).ShouldHaveSingleItem()!["run"].ShouldBeNull();
        (
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/undone",
                new
                {
                    id = InTheShed.NewId(),
                    thing = "rag-in-intake",
                    date = "2026-04-17",
                    how = (string?)null,
                }
            )
        ).ShouldRefuse("date", "before it was left so");
        (
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/undone",
                new
                {
                    id = InTheShed.NewId(),
                    thing = "spanner",
                    date = "2026-04-18",
                    how = (string?)null,
                }
            )
        ).ShouldRefuse("thing", "not on the undo list");
        var line = (await _shed.PostAsync($"/api/bikes/{_bike}/undone", undo)).ShouldBeOk();
        (await _shed.PostAsync($"/api/bikes/{_bike}/undone", undo)).ShouldBeOk();
        (await UndoListAsync()).ShouldBeEmpty();
        // Struck, it is back.
        (
            await _shed.PostAsync(
                $"/api/entries/{(string)line["id"]!}/strike",
                new { id = InTheShed.NewId(), reason = "it is still there" }
            )
        ).ShouldBeOk();
        (await UndoListAsync()).ShouldHaveSingleItem();
    }
}
