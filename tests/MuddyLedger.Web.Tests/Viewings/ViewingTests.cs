using static MuddyLedger.Web.Tests.Viewings.AtAViewing;

namespace MuddyLedger.Web.Tests.Viewings;

public class ViewingTests
{
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
    [InlineData("set", "", "set", "is missing: choose one")]
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
}
