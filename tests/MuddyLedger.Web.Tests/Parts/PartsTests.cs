namespace MuddyLedger.Web.Tests.Parts;

public sealed class PartsTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync(change: profile => profile["tankOverPlugs"] = true);
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task A_tray_is_kept_as_a_sheet_and_offered_to_the_next_job_behind_the_same_place()
    {
        var run = (await _shed.StartAsync(_bike, "spark-plugs")).ShouldBeOk();
        (
            await _shed.PostAsync(
                $"/api/runs/{(string)run["id"]!}/sheet",
                new
                {
                    id = InTheShed.NewId(),
                    title = "Tank",
                    quirks = "",
                }
            )
        ).ShouldRefuse("title", "nothing came off");
        run = await _shed.UpToAsync(run, "tank-off/off");
        run = (await _shed.TapAsync(run, new { act = "step-done", step = "tank-off/off" })).ShouldBeOk();
        var tank = (string?)run["tray"].AsArray().First(item => (string?)item!["part"] == "fuel tank")!["item"];
        (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "tray-marked",
                    item = tank,
                    tray = new
                    {
                        part = "fuel tank",
                        count = 1,
                        marks = new string('x', 201),
                    },
                }
            )
        ).ShouldRefuse("tray.marks", "longer than 200");
        (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "tray-marked",
                    item = "halo",
                    tray = new
                    {
                        part = "fuel tank",
                        count = 1,
                        marks = "x",
                    },
                }
            )
        ).ShouldRefuse("item", "not on the tray");
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "tray-marked",
                    item = tank,
                    tray = new
                    {
                        part = "fuel tank",
                        count = 1,
                        marks = "front rubber first",
                    },
                }
            )
        ).ShouldBeOk();
        ((string?)run["tray"].AsArray().First(item => (string?)item!["item"] == tank)!["marks"]).ShouldBe("front rubber first");
        var done = (await _shed.FinishAsync(await _shed.UpToAsync(run))).ShouldBeOk();
        var parts = (
            await _shed.PostAsync(
                $"/api/runs/{(string)done["id"]!}/sheet",
                new
                {
                    id = InTheShed.NewId(),
                    title = "Tank off",
                    quirks = "the left bolt is longer",
                }
            )
        ).ShouldBeOk();
        parts["sheets"][0]!["parts"]!.AsArray().Select(part => (string?)part!["part"]).ShouldContain("fuel tank");
        ((string?)parts["sheets"][0]!["parts"]!.AsArray().First(part => (string?)part!["part"] == "fuel tank")!["marks"]).ShouldBe(
            "front rubber first"
        );
        var next = (await _shed.StartAsync(_bike, "valve-clearances")).ShouldBeOk();
        ((string?)next["sheets"].AsArray().ShouldHaveSingleItem()!["quirks"]).ShouldBe("the left bolt is longer");
        (await _shed.StartAsync(_bike, "chain")).ShouldBeOk()["sheets"].AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_modification_is_told_to_its_jobs_and_a_part_from_a_donor_leaves_a_need_there()
    {
        var donor = await _shed.BikeAsync("two-stroke-enduro");
        object Made(string part, string? from) =>
            new
            {
                id = InTheShed.NewId(),
                date = "2026-04-18",
                part,
                inPlaceOf = "regulator",
                consequences = new[] { new { kind = "charger", words = "lithium only" } },
                donor = from,
            };
        (await _shed.PostAsync($"/api/bikes/{_bike}/modifications", Made("", null))).ShouldRefuse("part", "is missing");
        (await _shed.PostAsync($"/api/bikes/{_bike}/modifications", Made("regulator", _bike))).ShouldRefuse("donor", "not another bike");
        var parts = (await _shed.PostAsync($"/api/bikes/{_bike}/modifications", Made("regulator", donor))).ShouldBeOk();
        (await _shed.GetAsync($"/api/bikes/{donor}"))
            .ShouldBeOk()["findings"]
            .AsArray()
            .Select(one => (string?)one!["title"])
            .ShouldContain("Wants: regulator");
        (
            (string?)
                (await _shed.StartAsync(_bike, "charging-test")).ShouldBeOk()["knownChanges"].AsArray().ShouldHaveSingleItem()!["words"]
        ).ShouldBe("lithium only");
        var entry = (string)parts["modifications"][0]!["entry"]!;
        (
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/modifications/{entry}/undone",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2026-04-17",
                    how = "back",
                }
            )
        ).ShouldRefuse("date", "before it was made");
        (
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/modifications/{entry}/undone",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2026-04-18",
                    how = "back",
                }
            )
        ).ShouldBeOk()["modifications"].AsArray().ShouldBeEmpty();
        // Struck in the book, the change stands again.
        var line = (await _shed.BookAsync("?kind=modification-undone"))[0]!;
        (
            await _shed.PostAsync($"/api/entries/{(string)line["id"]!}/strike", new { id = InTheShed.NewId(), reason = "not yet" })
        ).ShouldBeOk();
        (await _shed.GetAsync($"/api/bikes/{_bike}/parts")).ShouldBeOk()["modifications"].AsArray().Count.ShouldBe(1);
    }

    [Fact]
    public async Task A_repair_for_now_cures_comes_due_over_a_moved_clock_and_is_looked_at()
    {
        (
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/repairs",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2026-04-18",
                    what = "case, cold weld",
                    cureHours = 24,
                    reviewOn = "2026-04-01",
                }
            )
        ).ShouldRefuse("reviewOn", "must lie ahead");
        var entry = InTheShed.NewId();
        (
            (string?)
                (
                    await _shed.PostAsync(
                        $"/api/bikes/{_bike}/repairs",
                        new
                        {
                            id = entry,
                            date = "2026-04-18",
                            what = "case, cold weld",
                            cureHours = 24,
                            reviewOn = "2026-05-01",
                        }
                    )
                ).ShouldBeOk()["repairs"][0]!["state"]
        ).ShouldBe("curing");
        _shed.Clock.AdvanceDays(2);
        ((string?)(await _shed.GetAsync($"/api/bikes/{_bike}")).ShouldBeOk()["repairs"][0]!["state"]).ShouldBe("holding");
        _shed.Clock.AdvanceDays(12);
        ((string?)(await _shed.GetAsync($"/api/bikes/{_bike}/parts")).ShouldBeOk()["repairs"][0]!["state"]).ShouldBe("review-due");
        (
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/repairs/{entry}/look",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2026-05-02",
                    result = "holds-on",
                    words = "dry",
                    reviewOn = (string?)null,
                }
            )
        ).ShouldRefuse("reviewOn", "when will you look");
        (
            (string?)
                (
                    await _shed.PostAsync(
                        $"/api/bikes/{_bike}/repairs/{entry}/look",
                        new
                        {
                            id = InTheShed.NewId(),
                            date = "2026-05-02",
                            result = "proven",
                            words = "dry all along",
                            reviewOn = (string?)null,
                        }
                    )
                ).ShouldBeOk()["repairs"][0]!["state"]
        ).ShouldBe("proven");
        (await _shed.GetAsync($"/api/bikes/{_bike}")).ShouldBeOk()["repairs"].AsArray().ShouldBeEmpty();
    }
}
