namespace MuddyLedger.Web.Tests.Bikes;

public sealed class BikeTests : IAsyncLifetime
{
    private TestShed _shed = null!;

    public async ValueTask InitializeAsync() => _shed = await TestShed.OpenAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task An_empty_shed_says_so_and_takes_in_a_bike()
    {
        (await _shed.GetAsync("/api/shed")).ShouldBeOk()["bikes"].AsArray().ShouldBeEmpty();
        await _shed.BikeAsync(reading: "14,205 mi");
        var tag = (await _shed.GetAsync("/api/shed"))["bikes"].AsArray().ShouldHaveSingleItem()!;
        ((string?)tag["nickname"]).ShouldBe("Causeway");
        ((decimal)tag["meters"]![0]!["display"]!["value"]!).ShouldBe(14_205);
    }

    [Theory]
    [InlineData("nickname", "", "is missing")]
    [InlineData("make", null, "is missing")]
    [InlineData("year", 1, "between 1885 and 2027")]
    [InlineData("displacementCc", -4, "between 20 and 3,000")]
    [InlineData("cylinders", 99, "between 1 and 8")]
    [InlineData("lubrication", "premix", "does not fit a four-stroke")]
    [InlineData("frameNumber", "0123456789012345678901234567890123456789012", "longer than 40")]
    [InlineData("statedUsePerYear", "12 furlongs", "unit that is not known")]
    [InlineData("statedUsePerYear", "-3 mi", "less than nothing")]
    [InlineData("odometerDigits", 12, "between 4 and 7")]
    public async Task What_cannot_be_is_refused_by_field(string field, object? value, string words)
    {
        var profile = await _shed.SetAsync("road-twin");
        (profile["nickname"], profile["make"], profile["model"], profile["year"]) = ("C", "D", "E", 2014);
        profile[field] = value is null ? null : JsonValue.Create(value);
        var before = _shed.Stored();
        var refused = await _shed.PostAsync(
            "/api/bikes",
            new
            {
                id = InTheShed.NewId(),
                profile,
                reading = (string?)null,
            }
        );
        refused.ShouldRefuse(field == "odometerDigits" ? "odometer.digits" : field, words);
        _shed.Stored().ShouldBe(before);
    }

    [Fact]
    public async Task Capacities_and_torques_are_read_in_any_unit_and_refused_by_their_own_path()
    {
        var bike = await _shed.BikeAsync(change: profile =>
        {
            profile["reservoirs"]!["engine"]!["drainAndFilter"] = "2.75 qt";
            profile["torques"]!["oil-drain-plug"] = "95 in-lb";
        });
        var kept = (await _shed.GetAsync($"/api/bikes/{bike}"))["profile"];
        ((string?)kept["reservoirs"]!["engine"]!["drainAndFilter"]).ShouldBe("2.6 L");
        ((string?)kept["torques"]!["oil-drain-plug"]).ShouldBe("10.7 N m");

        var profile = (JsonObject)kept.DeepClone();
        profile["reservoirs"]!["engine"]!["dryFill"] = "lots";
        profile["reservoirs"]!["moat"] = profile["reservoirs"]!["engine"]!.DeepClone();
        profile["torques"]!["oil-drain-plug"] = "9999";
        profile["torques"]!["left-handed-nut"] = "5";
        var refused = await _shed.PutAsync($"/api/bikes/{bike}/profile", new { id = InTheShed.NewId(), profile }, "\"1\"");
        refused.ShouldRefuse("reservoirs.engine.dryFill", "is not a number");
        refused.ShouldRefuse("reservoirs.moat", "not a reservoir");
        refused.ShouldRefuse("torques.oil-drain-plug", "more than can be meant");
        refused.ShouldRefuse("torques.left-handed-nut", "not a fastener");
    }

    [Fact]
    public async Task What_is_odd_without_being_impossible_is_said_and_kept()
    {
        var bike = await _shed.BikeAsync(change: profile =>
        {
            profile["frameNumber"] = "1M8GDM9AXKP042789";
            profile["rearTyre"]!["dateCode"] = "1015";
            profile["rearTyre"]!["placard"] = "36 psi";
            profile["figures"]!["intake-clearance"] = "4 to 6 thou";
        });
        var answer = (await _shed.GetAsync($"/api/bikes/{bike}")).ShouldBeOk();
        answer["warnings"].AsArray().Select(warning => (string?)warning!["field"]).ShouldBe(["frameNumber", "rearTyre"]);
        ((string?)answer["profile"]["rearTyre"]!["placard"]).ShouldBe("2.48 bar");
        ((string?)answer["profile"]["figures"]!["intake-clearance"]).ShouldBe("0.1016 to 0.1524 mm");
        var profile = (JsonObject)answer["profile"].DeepClone();
        profile["rearTyre"]!["dateCode"] = "9999";
        profile["frontTyre"]!["placard"] = "900 psi";
        profile["batteryVolts"] = 9;
        profile["figures"]!["plug-gap"] = "9 to 8 mm";
        profile["figures"]!["luck"] = "much";
        var refused = await _shed.PutAsync($"/api/bikes/{bike}/profile", new { id = InTheShed.NewId(), profile }, "\"1\"");
        refused.ShouldRefuse("rearTyre.dateCode", "week and year");
        refused.ShouldRefuse("frontTyre.placard", "more than can be meant");
        refused.ShouldRefuse("batteryVolts", "6 or 12");
        refused.ShouldRefuse("figures.plug-gap", "lower limit above");
        refused.ShouldRefuse("figures.luck", "not a figure known here");
    }

    [Fact]
    public async Task Every_shipped_set_makes_a_bike_with_its_reservoirs_and_tasks()
    {
        foreach (var set in (await _shed.GetAsync("/api/sets")).Body.AsArray())
        {
            var bike = await _shed.BikeAsync((string)set!["id"]!);
            var answer = (await _shed.GetAsync($"/api/bikes/{bike}")).ShouldBeOk();
            answer["reservoirs"].AsArray().ShouldNotBeEmpty((string?)set["id"]);
            answer["tasks"].AsArray().Count.ShouldBeGreaterThan(5, (string?)set["id"]);
            answer["jobs"].AsArray().ShouldNotBeEmpty((string?)set["id"]);
        }
    }

    [Fact]
    public async Task The_same_request_twice_makes_one_bike_and_another_body_makes_none()
    {
        var (profile, id) = (await _shed.SetAsync("road-twin"), InTheShed.NewId());
        (profile["nickname"], profile["make"], profile["model"], profile["year"]) = ("C", "D", "E", 2014);
        (
            await _shed.PostAsync(
                "/api/bikes",
                new
                {
                    id,
                    profile,
                    reading = "100",
                }
            )
        ).ShouldBeOk();
        var before = _shed.Stored();
        (
            await _shed.PostAsync(
                "/api/bikes",
                new
                {
                    id,
                    profile,
                    reading = "100",
                }
            )
        ).ShouldBeOk();
        _shed.Stored().ShouldBe(before);
        var other = await _shed.PostAsync(
            "/api/bikes",
            new
            {
                id,
                profile,
                reading = "200",
            }
        );
        other.Status.ShouldBe(HttpStatusCode.Conflict);
        other.Error("id").ShouldNotBeNull();
        _shed.Stored().ShouldBe(before);
    }

    [Theory]
    [InlineData("00000000-0000-0000-0000-000000000000")]
    [InlineData("6fa459ea-ee8a-4ca4-894e-db77e160355e")] // version 4
    public async Task An_id_that_is_not_of_version_seven_is_refused(string id)
    {
        var profile = await _shed.SetAsync("road-twin");
        (
            await _shed.PostAsync(
                "/api/bikes",
                new
                {
                    id,
                    profile,
                    reading = (string?)null,
                }
            )
        ).ShouldRefuse("id", "version 7");
    }

    [Fact]
    public async Task A_profile_is_changed_only_by_who_has_seen_its_latest_version()
    {
        var bike = await _shed.BikeAsync();
        var profile = (await _shed.GetAsync($"/api/bikes/{bike}"))["profile"];
        profile["nickname"] = "Blue";
        (await _shed.PutAsync($"/api/bikes/{bike}/profile", new { id = InTheShed.NewId(), profile })).Status.ShouldBe(
            HttpStatusCode.PreconditionRequired
        );
        var changed = (await _shed.PutAsync($"/api/bikes/{bike}/profile", new { id = InTheShed.NewId(), profile }, "\"1\"")).ShouldBeOk();
        changed.ETag.ShouldBe("\"2\"");
        profile["nickname"] = "Green";
        var before = _shed.Stored();
        var stale = await _shed.PutAsync($"/api/bikes/{bike}/profile", new { id = InTheShed.NewId(), profile }, "\"1\"");
        stale.Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        ((string?)stale["current"]["nickname"]).ShouldBe("Blue");
        _shed.Stored().ShouldBe(before);
    }

    [Fact]
    public async Task Changing_a_field_derives_the_rest_and_loses_no_record()
    {
        var bike = await _shed.BikeAsync(reading: "9000");
        (await _shed.DoneAsync(bike, "coolant.replace", "2026-01-02")).ShouldBeOk();
        var profile = (await _shed.GetAsync($"/api/bikes/{bike}"))["profile"];
        profile["cooling"] = "air";
        profile["finalDrive"] = "shaft";
        var changed = (await _shed.PutAsync($"/api/bikes/{bike}/profile", new { id = InTheShed.NewId(), profile }, "\"1\"")).ShouldBeOk();
        changed["reservoirs"].AsArray().Select(one => (string?)one!["id"]).ShouldNotContain("coolant");
        changed["reservoirs"].AsArray().Select(one => (string?)one!["id"]).ShouldContain("shaft-drive");
        changed["tasks"].AsArray().Select(one => (string?)one!["id"]).ShouldNotContain("coolant.replace");
        (await _shed.BookAsync()).Select(entry => (string?)entry!["kind"]).ShouldContain("task-done");
    }

    [Fact]
    public async Task Another_spelling_of_a_field_is_not_silently_dropped()
    {
        var answer = await _shed.PostAsync("/api/bikes", new { id = InTheShed.NewId(), profil = 1 });
        answer.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        answer.Detail.ShouldContain("not a field known here");
    }
}
