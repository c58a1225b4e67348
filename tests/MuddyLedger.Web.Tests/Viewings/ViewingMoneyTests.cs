using static MuddyLedger.Web.Tests.Viewings.AtAViewing;

namespace MuddyLedger.Web.Tests.Viewings;

public class ViewingMoneyTests
{
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
}
