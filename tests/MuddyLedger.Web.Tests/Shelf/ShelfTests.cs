namespace MuddyLedger.Web.Tests.Shelf;

public sealed class ShelfTests : IAsyncLifetime
{
    private TestShed _shed = null!;

    public async ValueTask InitializeAsync() => _shed = await TestShed.OpenAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task Bottles_are_bought_taken_counted_and_each_can_be_undone()
    {
        var oil = await AddAsync(Fluid());
        var bought = InTheShed.NewId();
        (await MoveAsync(oil, "bought", "1 US qt", count: 2, id: bought)).ShouldBeOk();
        var shelf = (await _shed.GetAsync("/api/shelf")).ShouldBeOk();
        ((decimal)Item(shelf, oil)["left"]!["value"]!).ShouldBe(1.89m);
        Item(shelf, oil)["containers"]!.AsArray().Count.ShouldBe(2);
        (await MoveAsync(oil, "taken", "0.5")).ShouldRefuse("container", "which bottle");
        (await MoveAsync(oil, "taken", "2 L", container: bought)).ShouldRefuse("amount", "more than is there");
        var taken = InTheShed.NewId();
        (await MoveAsync(oil, "taken", "0.5 L", container: bought, id: taken)).ShouldBeOk();
        (await MoveAsync(oil, "counted", "3 L", container: bought)).ShouldRefuse("amount", "more than it held");
        (await _shed.PostAsync($"/api/shelf/moves/{bought}/undone", new { id = InTheShed.NewId() })).Detail.ShouldContain("used since");
        (await _shed.PostAsync($"/api/shelf/moves/{taken}/undone", new { id = InTheShed.NewId() })).ShouldBeOk();
        (await _shed.PostAsync($"/api/shelf/moves/{taken}/undone", new { id = InTheShed.NewId() })).Detail.ShouldContain("undone already");
        (await MoveAsync(oil, "counted", "0.2 L", container: bought)).ShouldBeOk();
        ((decimal)Item((await _shed.GetAsync("/api/shelf")).ShouldBeOk(), oil)["left"]!["value"]!).ShouldBe(1.15m); // 0.2 + 0.946
        (await _shed.GetAsync($"/api/shelf/items/{oil}/moves")).ShouldBeOk().Body.AsArray().Count.ShouldBe(5);
    }

    [Fact]
    public async Task A_write_sent_twice_counts_once_and_a_stale_edit_is_told_so()
    {
        var oil = await AddAsync(Fluid());
        var id = InTheShed.NewId();
        foreach (var _ in new[] { 1, 2 })
            (await MoveAsync(oil, "bought", "4 L", id: id)).ShouldBeOk();
        ((decimal)Item((await _shed.GetAsync("/api/shelf")).ShouldBeOk(), oil)["left"]!["value"]!).ShouldBe(4);
        (
            await _shed.PutAsync($"/api/shelf/items/{oil}", new { id = InTheShed.NewId(), item = Fluid(place: "cellar") }, "\"1\"")
        ).ShouldBeOk();
        (
            await _shed.PutAsync($"/api/shelf/items/{oil}", new { id = InTheShed.NewId(), item = Fluid(place: "attic") }, "\"1\"")
        ).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        (
            await _shed.PutAsync(
                $"/api/shelf/items/{oil}",
                new { id = InTheShed.NewId(), item = Fluid(kind: "part", minimum: "1") },
                "\"2\""
            )
        ).ShouldRefuse("kind", "cannot change between litres and pieces");
        (await _shed.PostAsync($"/api/shelf/items/{oil}/gone", new { id = InTheShed.NewId() }, "\"2\"")).ShouldBeOk();
        (await _shed.GetAsync("/api/shelf")).ShouldBeOk()["items"].AsArray().ShouldBeEmpty();
    }

    [Theory]
    [InlineData("", "1 L", "4 L", "38", "name", "is missing")]
    [InlineData("oil", "much", "4 L", "38", "minimum", "not a number")]
    [InlineData("oil", "1 L", "4 bar", "38", "packs.0.size", "a volume is wanted")]
    [InlineData("oil", "1 L", "0.001 L", "38", "packs.0.size", "less than a hundredth")]
    [InlineData("oil", "1 L", "4 L", "-3", "packs.0.price", "less than nothing")]
    public async Task Bad_input_names_its_field_and_keeps_nothing(
        string name,
        string minimum,
        string size,
        string price,
        string field,
        string words
    )
    {
        var item = new
        {
            name,
            kind = "fluid",
            serves = "",
            bikes = Array.Empty<string>(),
            minimum,
            packs = new[] { new { size, price } },
            place = "",
            note = "",
        };
        (await _shed.PostAsync("/api/shelf/items", new { id = InTheShed.NewId(), item })).ShouldRefuse(field, words);
        (await _shed.GetAsync("/api/shelf")).ShouldBeOk()["items"].AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task What_is_due_is_on_the_list_in_the_cheapest_packs_and_what_is_unknown_to_the_shelf_without_a_price()
    {
        var bike = await _shed.BikeAsync(change: profile => profile["reservoirs"]!["engine"]!["drainAndFilter"] = "2.6 L");
        (await _shed.ReadAsync(bike, "23588", "2026-04-14")).ShouldBeOk();
        (await _shed.DoneAsync(bike, "engine-oil.replace", "2025-03-10")).ShouldBeOk();
        var oil = await AddAsync(Fluid());
        (await MoveAsync(oil, "bought", "1 L")).ShouldBeOk();
        var shelf = (await _shed.GetAsync("/api/shelf")).ShouldBeOk();
        var line = shelf["toBuy"].AsArray().First(one => (string?)one!["item"] == oil)!;
        ((decimal)line["missing"]!["value"]!).ShouldBe(2.6m); // 2.6 + 1 in reserve - 1
        ((string?)line["cost"]).ShouldBe("38.00"); // three singly are 38.70
        line["for"]!.AsArray().Single()!.ToString().ShouldContain("Engine oil and filter");
        var filter = shelf["toBuy"].AsArray().First(one => (string?)one!["what"] == "oil filter")!;
        filter["item"].ShouldBeNull();
        ((int)shelf["unpriced"]).ShouldBeGreaterThan(0);
    }

    private async Task<string> AddAsync(object item)
    {
        var id = InTheShed.NewId();
        (await _shed.PostAsync("/api/shelf/items", new { id, item })).ShouldBeOk();
        return id;
    }

    private Task<Answer> MoveAsync(string item, string cause, string amount, int count = 1, string? container = null, string? id = null) =>
        _shed.PostAsync(
            $"/api/shelf/items/{item}/moves",
            new
            {
                id = id ?? InTheShed.NewId(),
                cause,
                amount,
                count,
                date = "2026-04-18",
                note = (string?)null,
                container,
            }
        );

    private static object Fluid(string kind = "fluid", string minimum = "1 L", string place = "top board") =>
        new
        {
            name = "10W-40, JASO MA2",
            kind,
            serves = "engine oil",
            bikes = Array.Empty<string>(),
            minimum,
            packs = kind == "fluid" ? new[] { new { size = "1 L", price = "12.90" }, new { size = "4 L", price = "38" } } : [],
            place,
            note = "",
        };

    private static JsonNode Item(Answer shelf, string id) => shelf["items"].AsArray().First(one => (string?)one!["id"] == id)!;
}
