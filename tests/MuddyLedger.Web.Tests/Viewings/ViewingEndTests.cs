using static MuddyLedger.Web.Tests.Viewings.AtAViewing;

namespace MuddyLedger.Web.Tests.Viewings;

public class ViewingEndTests
{
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
