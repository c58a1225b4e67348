namespace MuddyLedger.Web.Tests.Viewings;

public class ViewingTests
{
    internal static object Details(
        string set = "motocross-four-stroke",
        string asking = "3400",
        string? stated = "3300",
        string soldAs = "runner",
        bool papers = false,
        string? meter = "12 h",
        string name = "The red one",
        int year = 2014
    ) =>
        new
        {
            set,
            name,
            make = "Fellhound",
            model = "Scree 250",
            year,
            soldAs,
            title = "unknown",
            frameNumber = (string?)null,
            meter,
            asking,
            lastRunYear = (int?)null,
            where = "the sawmill",
            note = (string?)null,
            needsPapers = papers,
            willRebuild = false,
            budget = (string?)null,
            hourlyRate = "12",
            papersDiscount = "250",
            statedValue = stated,
            lift = "0",
        };

    internal static async Task<Answer> OpenAsync(TestShed shed, object? details = null) =>
        (await shed.PostAsync("/api/viewings", new { id = InTheShed.NewId(), details = details ?? Details() })).ShouldBeOk();

    internal static Task<Answer> ActAsync(TestShed shed, Answer viewing, object act)
    {
        var body = (JsonObject)System.Text.Json.JsonSerializer.SerializeToNode(act)!;
        body["id"] ??= InTheShed.NewId();
        return shed.PostAsync($"/api/viewings/{(string)viewing["id"]!}/acts", body);
    }

    internal static JsonNode Point(Answer viewing, string id) =>
        viewing["stages"].AsArray().SelectMany(stage => stage!["points"]!.AsArray()).Single(point => (string?)point!["id"] == id)!;

    private static IEnumerable<JsonNode> Points(Answer viewing) =>
        viewing["stages"].AsArray().SelectMany(stage => stage!["points"]!.AsArray())!;

    [Fact]
    public async Task A_viewing_is_made_of_its_advert_and_asks_what_fits_the_bike()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        viewing["stages"]
            .AsArray()
            .Select(stage => (string)stage!["stage"]!)
            .ShouldBe([
                "arrival",
                "papers",
                "standing",
                "off-the-ground",
                "fluids",
                "electrics",
                "cold-start",
                "warm",
                "ride-gate",
                "ride",
            ]);
        Points(viewing).Select(point => (string)point["id"]!).ShouldNotContain("fluids.oil-injection");
        viewing["questions"].AsArray().Count.ShouldBeGreaterThan(8);
        viewing["bring"].AsArray().Select(tool => (string)tool!).ShouldContain("torch");
        ((string?)viewing["verdict"]).ShouldBe("not-seen-enough");
        viewing["score"]!["condition"].ShouldBeNull();
        // The same seen through another kind of bike, and as one that does not run.
        var project = await OpenAsync(shed, Details("two-stroke-enduro", soldAs: "project"));
        Points(project).Select(point => (string)point["id"]!).ShouldContain("fluids.oil-injection");
        project["stages"].AsArray().Select(stage => (string)stage!["stage"]!).ShouldNotContain("ride");
    }

    [Theory]
    [InlineData("set", "hovercraft", "set", "no kind of bike")]
    [InlineData("asking", "a lot", "asking", "not an amount")]
    [InlineData("name", "", "name", "")]
    [InlineData("budget", "-3", "budget", "less than nothing")]
    public async Task What_cannot_be_in_an_advert_is_refused_by_its_field(string field, string value, string named, string words)
    {
        await using var shed = await TestShed.OpenAsync();
        var details = (JsonObject)System.Text.Json.JsonSerializer.SerializeToNode(Details())!;
        details[field] = value;
        var before = shed.Stored();
        (await shed.PostAsync("/api/viewings", new { id = InTheShed.NewId(), details })).ShouldRefuse(named, words);
        shed.Stored().ShouldBe(before);
    }

    [Fact]
    public async Task A_tap_moves_condition_range_and_price_and_survives_a_restart()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        var before = (double)viewing["offers"]!["walkAway"]!;
        var after = (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "graded",
                    point = "standing.pegs",
                    grade = "failed",
                }
            )
        ).ShouldBeOk();
        ((double)after["score"]!["condition"]!).ShouldBe(0);
        ((double)after["score"]!["high"]!).ShouldBeLessThan(100);
        ((double)after["offers"]!["walkAway"]!).ShouldBeLessThan(before);
        after["sheet"].AsArray().ShouldHaveSingleItem()!["say"]!.GetValue<string>().ShouldBe("The footpegs are worn through.");
        await shed.RestartAsync();
        (await shed.GetAsync($"/api/viewings/{(string)viewing["id"]!}"))
            .ShouldBeOk()
            .Body.ToJsonString()
            .ShouldBe(after.Body.ToJsonString());
        // Taken back, it is as it was.
        (
            (double)(await ActAsync(shed, viewing, new { act = "cleared", point = "standing.pegs" })).ShouldBeOk()["offers"]!["walkAway"]!
        ).ShouldBe(before);
    }

    [Fact]
    public async Task Measured_values_are_read_in_any_unit_and_the_worst_place_decides()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed, Details("road-twin", meter: "61,400 mi"));
        var disc = (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "measured",
                    point = "off-the-ground.front-disc",
                    values = new[] { "4.9", "0.177 in", "4.9 mm" },
                    least = "4.5 mm",
                }
            )
        ).ShouldBeOk();
        ((string?)Point(disc, "off-the-ground.front-disc")["grade"]).ShouldBe("failed");
        ((string?)Point(disc, "off-the-ground.front-disc")["typed"]).ShouldBe("4.9, 0.177 in, 4.9 mm");
        var tyre = (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "measured",
                    point = "off-the-ground.front-tyre-age",
                    values = new[] { "1815" },
                }
            )
        ).ShouldBeOk();
        ((string?)Point(tyre, "off-the-ground.front-tyre-age")["grade"]).ShouldBe("failed");
        (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "measured",
                    point = "off-the-ground.front-tyre-age",
                    values = new[] { "9915" },
                }
            )
        ).ShouldRefuse("values.0", "no date code");
        (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "measured",
                    point = "warm.charging-lead",
                    values = new[] { "14 bar" },
                }
            )
        ).ShouldRefuse("values.0", "a voltage is wanted");
        (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "measured",
                    point = "standing.pegs",
                    values = new[] { "3" },
                }
            )
        ).ShouldRefuse("point", "judged by eye");
    }

    [Fact]
    public async Task The_ride_waits_for_the_gate()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "graded",
                    point = "ride.gears",
                    grade = "sound",
                }
            )
        ).ShouldRefuse("point", "waits for the ride gate");
        foreach (var point in Points(viewing).Where(point => (bool)point["opensRide"]!).Select(point => (string)point["id"]!).ToList())
            viewing = (
                await ActAsync(
                    shed,
                    viewing,
                    new
                    {
                        act = "graded",
                        point,
                        grade = "sound",
                    }
                )
            ).ShouldBeOk();
        viewing["rideShutBy"].AsArray().ShouldBeEmpty();
        (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "graded",
                    point = "ride.gears",
                    grade = "sound",
                }
            )
        ).ShouldBeOk();
    }

    [Fact]
    public async Task A_claim_given_the_lie_lowers_trust_and_a_refused_look_too()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        viewing = (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "claim-heard",
                    claim = "low-use",
                    text = "Twelve hours from new.",
                }
            )
        ).ShouldBeOk();
        ((double)viewing["trust"]!["share"]!).ShouldBe(0.5);
        var cost = (double)viewing["cost"]!["mean"]!;
        viewing = (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "graded",
                    point = "standing.pegs",
                    grade = "failed",
                }
            )
        ).ShouldBeOk();
        // A material lie counts three: 2 / (2 + 5).
        ((double)viewing["trust"]!["share"]!).ShouldBe(2 / 7.0, tolerance: 1e-9);
        ((double)viewing["cost"]!["mean"]!).ShouldBeGreaterThan(cost * 1.3);
        viewing = (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "left",
                    point = "fluids.air-filter",
                    because = "refused",
                }
            )
        ).ShouldBeOk();
        ((double)viewing["trust"]!["share"]!).ShouldBe(2 / 8.0, tolerance: 1e-9);
        ((string?)Point(viewing, "fluids.air-filter")["left"]).ShouldBe("refused");
    }

    [Fact]
    public async Task A_knock_out_decides_over_a_good_average()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        foreach (
            var point in Points(viewing).Where(point => (string)point["stage"]! != "ride").Select(point => (string)point["id"]!).ToList()
        )
            viewing = (
                await ActAsync(
                    shed,
                    viewing,
                    new
                    {
                        act = "graded",
                        point,
                        grade = "sound",
                    }
                )
            ).ShouldBeOk();
        ((double)viewing["score"]!["condition"]!).ShouldBe(100);
        viewing = (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "graded",
                    point = "standing.frame-cracks",
                    grade = "bad",
                }
            )
        ).ShouldBeOk();
        ((double)viewing["score"]!["condition"]!).ShouldBeGreaterThan(90);
        ((string?)viewing["verdict"]).ShouldBe("walk-away");
        ((string?)viewing["reasons"].AsArray()[0]!["found"]).ShouldBe("The frame is cracked.");
        ((bool)viewing["knockedOut"]!).ShouldBeTrue();
        viewing["value"]!["value"].ShouldNotBeNull();
        viewing.Body["offers"].ShouldBeNull("no sum is right for it");
    }

    [Fact]
    public async Task Comparables_and_credits_make_the_value_and_the_offers()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed, Details(stated: null));
        viewing.Body["offers"].ShouldBeNull();
        foreach (var (price, year) in new[] { ("2800", 2012), ("3000", 2013), ("3400", 2015) })
            viewing = (
                await ActAsync(
                    shed,
                    viewing,
                    new
                    {
                        act = "comparable",
                        price,
                        year,
                    }
                )
            ).ShouldBeOk();
        ((double)viewing["value"]!["value"]!).ShouldBe(3200, tolerance: 1);
        var bare = (double)viewing["offers"]!["walkAway"]!;
        viewing = (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "credit",
                    text = "spare wheels",
                    low = "80",
                    likely = "120",
                    high = "160",
                }
            )
        ).ShouldBeOk();
        ((double)viewing["offers"]!["walkAway"]!).ShouldBe(bare + 120, tolerance: 12);
        var credit = (Guid)viewing["credits"].AsArray()[0]!["id"]!;
        viewing = (await ActAsync(shed, viewing, new { act = "credit-dropped", item = credit })).ShouldBeOk();
        ((double)viewing["offers"]!["walkAway"]!).ShouldBe(bare, tolerance: 1);
        (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "credit",
                    text = "x",
                    low = "80",
                    likely = "20",
                    high = "160",
                }
            )
        ).ShouldRefuse("likely", "between low and high");
    }

    [Fact]
    public async Task The_price_book_is_the_owners()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        var cost = (double)Point(viewing, "standing.pegs")["cost"]!["likely"]!;
        (
            await shed.PutAsync(
                "/api/prices/standing.pegs",
                new
                {
                    id = InTheShed.NewId(),
                    low = "200",
                    likely = "300",
                    high = "400",
                    hoursLow = "",
                    hoursLikely = "",
                    hoursHigh = "",
                }
            )
        ).ShouldBeOk();
        var dear = (await shed.GetAsync($"/api/viewings/{(string)viewing["id"]!}")).ShouldBeOk();
        ((double)Point(dear, "standing.pegs")["cost"]!["likely"]!).ShouldBe(300);
        (
            await shed.PutAsync(
                "/api/prices/standing.pegs",
                new
                {
                    id = InTheShed.NewId(),
                    low = "",
                    likely = "",
                    high = "",
                    hoursLow = "",
                    hoursLikely = "",
                    hoursHigh = "",
                }
            )
        ).ShouldBeOk();
        (
            (double)
                Point((await shed.GetAsync($"/api/viewings/{(string)viewing["id"]!}")).ShouldBeOk(), "standing.pegs")["cost"]!["likely"]!
        ).ShouldBe(cost);
        (
            await shed.PutAsync(
                "/api/prices/standing.pegs",
                new
                {
                    id = InTheShed.NewId(),
                    low = "9",
                    likely = "3",
                    high = "4",
                    hoursLow = "",
                    hoursLikely = "",
                    hoursHigh = "",
                }
            )
        ).ShouldRefuse("likely", "between low and high");
    }

    [Fact]
    public async Task Bought_it_stands_in_the_shed_with_what_is_known_and_what_is_not()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed, Details("road-twin", meter: "61,400 mi"));
        foreach (
            var act in new object[]
            {
                new
                {
                    act = "claim-heard",
                    claim = "oil-just-changed",
                    text = "Last week.",
                },
                new
                {
                    act = "claim-heard",
                    claim = "low-use",
                    text = "Sundays only.",
                },
                new
                {
                    act = "graded",
                    point = "fluids.engine-colour",
                    grade = "sound",
                },
                new
                {
                    act = "graded",
                    point = "standing.pegs",
                    grade = "bad",
                },
                new
                {
                    act = "graded",
                    point = "ride-gate.front-brake",
                    grade = "bad",
                },
                new
                {
                    act = "measured",
                    point = "off-the-ground.front-disc",
                    values = new[] { "4.6" },
                    least = "4.5",
                },
                new
                {
                    act = "noted",
                    point = "standing.pegs",
                    text = "Both of them.",
                },
            }
        )
            viewing = (await ActAsync(shed, viewing, act)).ShouldBeOk();
        var bike = InTheShed.NewId();
        var id = InTheShed.NewId();
        var request = new
        {
            id,
            bike,
            nickname = "Courier",
            paid = "1700",
            date = "2026-04-18",
        };
        ((string?)(await shed.PostAsync($"/api/viewings/{(string)viewing["id"]!}/buy", request)).ShouldBeOk()["status"]).ShouldBe("bought");
        // Sent twice, it is bought once.
        (await shed.PostAsync($"/api/viewings/{(string)viewing["id"]!}/buy", request)).ShouldBeOk();
        var page = (await shed.GetAsync($"/api/bikes/{bike}")).ShouldBeOk();
        ((string?)page["nickname"]).ShouldBe("Courier");
        ((decimal)page["meters"][0]!["display"]!["value"]!).ShouldBe(61_400);
        page["findings"]
            .AsArray()
            .Select(finding => (string)finding!["title"]!)
            .ShouldBe(
                ["The front brake does not hold as it must", "The footpegs are worn through", "The front disc is at its limit"],
                ignoreOrder: true,
                customMessage: "the faults, not the names of what is sound"
            );
        page["gates"].AsArray().Single(gate => (string?)gate!["gate"] == "ridden")!["state"]!.GetValue<string>().ShouldBe("shut");
        page["tasks"].AsArray().Single(task => (string?)task!["id"] == "engine-oil.replace")!["state"]!
            .GetValue<string>()
            .ShouldNotBe("unknown");
        page["tasks"].AsArray().Single(task => (string?)task!["id"] == "valves.measure")!["state"]!.GetValue<string>().ShouldBe("unknown");
        var kinds = (await shed.BookAsync($"?bike={bike}")).Select(line => (string)line!["kind"]!).ToList();
        kinds.ShouldContain("measurement");
        kinds.ShouldContain("cost");
        (await ActAsync(shed, viewing, new { act = "cleared", point = "standing.pegs" })).Detail.ShouldContain("closed");
    }

    [Fact]
    public async Task Not_bought_it_is_kept_with_the_reason_and_can_be_opened_again()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        var path = $"/api/viewings/{(string)viewing["id"]!}";
        (await shed.PostAsync($"{path}/close", new { id = InTheShed.NewId(), reason = "" })).ShouldRefuse("reason", "is missing");
        (
            (string?)
                (await shed.PostAsync($"{path}/close", new { id = InTheShed.NewId(), reason = "Frame cracked." })).ShouldBeOk()["ended"]
        ).ShouldBe("Frame cracked.");
        (await shed.PostAsync($"{path}/close", new { id = InTheShed.NewId(), reason = "again" })).Detail.ShouldContain("closed already");
        ((string?)(await shed.GetAsync("/api/viewings")).Body.AsArray()[0]!["ended"]).ShouldBe("Frame cracked.");
        (
            (string?)(await shed.PostAsync($"{path}/reopen", new { id = InTheShed.NewId(), reason = (string?)null })).ShouldBeOk()["status"]
        ).ShouldBe("open");
    }

    [Fact]
    public async Task Details_changed_on_another_device_are_not_overwritten()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        var path = $"/api/viewings/{(string)viewing["id"]!}/details";
        (await shed.PutAsync(path, new { id = InTheShed.NewId(), details = Details(asking: "3000") })).Status.ShouldBe(
            HttpStatusCode.PreconditionRequired
        );
        (await shed.PutAsync(path, new { id = InTheShed.NewId(), details = Details(asking: "3000") }, viewing.ETag)).ShouldBeOk();
        (await shed.PutAsync(path, new { id = InTheShed.NewId(), details = Details(asking: "2000") }, viewing.ETag)).Status.ShouldBe(
            HttpStatusCode.PreconditionFailed
        );
    }

    [Fact]
    public async Task What_to_look_at_next_is_ranked_by_what_it_could_move()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        var looks = (await shed.GetAsync($"/api/viewings/{(string)viewing["id"]!}/next")).ShouldBeOk().Body.AsArray();
        looks.Select(look => -(double)look!["perMinute"]!).ShouldBeInOrder();
        looks.Count.ShouldBeGreaterThan(60);
        var first = (string)looks[0]!["point"]!;
        await ActAsync(
            shed,
            viewing,
            new
            {
                act = "graded",
                point = first,
                grade = "sound",
            }
        );
        (await shed.GetAsync($"/api/viewings/{(string)viewing["id"]!}/next"))
            .Body.AsArray()
            .Select(look => (string)look!["point"]!)
            .ShouldNotContain(first);
    }

    [Fact]
    public async Task Recall_notices_are_asked_for_by_frame_number_and_marked_as_made_up()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        (await shed.GetAsync($"/api/viewings/{(string)viewing["id"]!}/recalls")).ShouldRefuse("frameNumber", "is not known");
        var (with, open) = (0, 0);
        for (var number = 0; number < 30; number++)
        {
            var details = (JsonObject)System.Text.Json.JsonSerializer.SerializeToNode(Details())!;
            details["frameNumber"] = $"DRC730-{number:0000}";
            var one = await OpenAsync(shed, details);
            var answer = (await shed.GetAsync($"/api/viewings/{(string)one["id"]!}/recalls")).ShouldBeOk();
            ((bool)answer["simulated"]!).ShouldBeTrue();
            with += answer["notices"].AsArray().Count;
            open += answer["notices"].AsArray().Count(notice => !(bool)notice!["done"]!);
            (await shed.GetAsync($"/api/viewings/{(string)one["id"]!}/recalls")).Body.ToJsonString().ShouldBe(answer.Body.ToJsonString());
        }

        with.ShouldBeInRange(3, 20);
        open.ShouldBeInRange(1, with - 1);
    }

    [Fact]
    public async Task A_workshop_is_held_against_its_fee()
    {
        await using var shed = await TestShed.OpenAsync();
        var details = (JsonObject)System.Text.Json.JsonSerializer.SerializeToNode(Details())!;
        details["workshopFee"] = "5000";
        var viewing = await OpenAsync(shed, details);
        var address = $"/api/viewings/{(string)viewing["id"]!}/workshop";
        var look = (await shed.GetAsync(address)).ShouldBeOk();
        ((bool)look["pays"]!).ShouldBeFalse();
        ((double)look["settles"]!).ShouldBeInRange(0.1, 1);
        var points = (int)look["points"]!;
        points.ShouldBeGreaterThan(40);
        // What has been looked at need not be paid for.
        (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "graded",
                    point = "standing.pegs",
                    grade = "sound",
                }
            )
        ).ShouldBeOk();
        ((int)(await shed.GetAsync(address)).ShouldBeOk()["points"]!).ShouldBe(points - 1);
        (await shed.GetAsync($"/api/viewings/{InTheShed.NewId()}/workshop")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task The_price_book_lists_every_fault_that_costs_and_marks_the_owners_own()
    {
        await using var shed = await TestShed.OpenAsync();
        (
            await shed.PutAsync(
                "/api/prices/standing.pegs",
                new
                {
                    id = InTheShed.NewId(),
                    low = "10",
                    likely = "20",
                    high = "40",
                    hoursLow = "",
                    hoursLikely = "",
                    hoursHigh = "",
                }
            )
        ).ShouldBeOk();
        var book = (await shed.GetAsync("/api/prices")).ShouldBeOk().Body.AsArray();
        book.Count.ShouldBeGreaterThan(90);
        var own = book.Where(line => (bool)line!["own"]!).ToList().ShouldHaveSingleItem()!;
        ((string)own["point"]!).ShouldBe("standing.pegs");
        ((double)own["parts"]!["likely"]!).ShouldBe(20);
        ((double)own["hours"]!["high"]!).ShouldBe(0);
    }

    [Fact]
    public async Task Of_a_bike_that_does_not_run_three_things_are_asked_first()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed, Details("old-two-stroke-trail", soldAs: "non-runner", meter: null));
        viewing["first"]!
            .AsArray()
            .Select(point => (string)point!)
            .ShouldBe(["cold-start.compression", "papers.title", "fluids.tank"], ignoreOrder: true);
        var after = (
            await ActAsync(
                shed,
                viewing,
                new
                {
                    act = "graded",
                    point = "cold-start.compression",
                    grade = "sound",
                }
            )
        ).ShouldBeOk();
        after["first"]!.AsArray().Count.ShouldBe(2);
        Points(viewing).Select(point => (string)point["id"]!).ShouldContain("fluids.carburettor-stood");
        (await OpenAsync(shed))["first"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_viewing_that_is_interrupted_at_every_stage_by_a_restart_loses_nothing()
    {
        await using var shed = await TestShed.OpenAsync();
        var viewing = await OpenAsync(shed);
        var address = $"/api/viewings/{(string)viewing["id"]!}";
        // The gate first, so that the ride can be written down too.
        var state = viewing;
        foreach (var point in Points(viewing).Where(point => (bool)point["opensRide"]!).ToList())
            state = (
                await ActAsync(
                    shed,
                    viewing,
                    new
                    {
                        act = "graded",
                        point = (string)point["id"]!,
                        grade = "sound",
                    }
                )
            ).ShouldBeOk();
        foreach (var stage in viewing["stages"].AsArray())
        {
            var point = stage!["points"]!.AsArray().First(one => (string)one!["kind"]! == "graded" || (string)one["kind"]! == "yes-no")!;
            state = (
                await ActAsync(
                    shed,
                    viewing,
                    new
                    {
                        act = "graded",
                        point = (string)point["id"]!,
                        grade = (string)stage["stage"]! == "ride-gate" ? "sound" : "failed",
                    }
                )
            ).ShouldBeOk();
            state = (
                await ActAsync(
                    shed,
                    viewing,
                    new
                    {
                        act = "noted",
                        point = (string)point["id"]!,
                        text = $"seen at {(string)stage["stage"]!}",
                    }
                )
            ).ShouldBeOk();
            await shed.RestartAsync();
            (await shed.GetAsync(address)).ShouldBeOk().Body.ToJsonString().ShouldBe(state.Body.ToJsonString());
        }

        Points(await shed.GetAsync(address)).Count(point => point["note"] is not null).ShouldBe(10);
    }
}
