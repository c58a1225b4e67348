namespace MuddyLedger.Web.Tests.Demo;

public sealed class DemoTests : IAsyncLifetime
{
    private TestShed _shed = null!;

    public async ValueTask InitializeAsync() => _shed = await TestShed.OpenAsync(demo: true);

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task Fallow_Tarn_has_what_a_shed_has()
    {
        var shed = (await _shed.GetAsync("/api/shed")).ShouldBeOk();
        shed["bikes"]
            .AsArray()
            .Select(bike => (string?)bike!["nickname"])
            .ShouldBe(["Heron", "Scree", "Causeway", "Dray", "Fathom", "Barrow"], ignoreOrder: true);
        shed["due"].AsArray().Select(due => (string?)due!["task"]!["state"]).ShouldContain("overdue");
        shed["running"]
            .AsArray()
            .Select(run => (string?)run!["title"])
            .ShouldBe(["Engine oil and filter", "Leak watch"], ignoreOrder: true);
        shed["waste"].AsArray().ShouldNotBeEmpty();
    }

    [Fact]
    public async Task Its_book_goes_back_three_years_and_holds_a_correction()
    {
        var causeway = (string)
            (await _shed.GetAsync("/api/shed"))["bikes"].AsArray().Single(bike => (string?)bike!["nickname"] == "Causeway")!["id"]!;
        var lines = await _shed.BookAsync($"?bike={causeway}");
        string.CompareOrdinal((string?)lines[^1]!["date"], "2023-04-18").ShouldBeLessThan(0);
        lines.ShouldContain(line => line!["strike"] != null);
        lines.ShouldContain(line => line!["corrects"] != null);
    }

    [Fact]
    public async Task A_bike_with_an_unknown_past_shows_it()
    {
        var scree = (string)
            (await _shed.GetAsync("/api/shed"))["bikes"].AsArray().Single(bike => (string?)bike!["nickname"] == "Scree")!["id"]!;
        (await _shed.GetAsync($"/api/bikes/{scree}"))["tasks"].AsArray().ShouldContain(task => (string)task!["state"]! == "unknown");
    }

    [Fact]
    public async Task The_old_ones_have_what_old_ones_have()
    {
        async Task<Answer> Bike(string name)
        {
            var bikes = (await _shed.GetAsync("/api/shed"))["bikes"].AsArray();
            return await _shed.GetAsync($"/api/bikes/{(string)bikes.Single(bike => (string?)bike!["nickname"] == name)!["id"]!}");
        }

        var dray = await Bike("Dray");
        ((decimal)dray["meters"][0]!["lifetime"]!["value"]!).ShouldBeGreaterThan(100_000);
        dray["warnings"].AsArray().ShouldNotBeEmpty();
        var fathom = await Bike("Fathom");
        ((string?)fathom["tasks"][0]!["id"]).ShouldBe("flush-fill.oil-tank");
        ((string?)fathom["gates"][2]!["state"]).ShouldBe("shut");
        var barrow = await Bike("Barrow");
        barrow["meters"].AsArray().ShouldBeEmpty();
        barrow["tasks"].AsArray().Single(task => (string?)task!["id"] == "engine-oil.renew")!["likelyDue"].ShouldNotBeNull();
    }

    [Fact]
    public async Task Started_again_it_is_not_filled_twice()
    {
        var before = _shed.Stored();
        await _shed.RestartAsync();
        _shed.Stored().ShouldBe(before);
    }

    [Fact]
    public async Task On_the_same_day_it_is_the_same_shed()
    {
        static string Due(Answer shed) =>
            string.Join(
                '\n',
                shed["due"]
                    .AsArray()
                    .Select(due => $"{due!["bikeName"]} {due["task"]!["id"]} {due["task"]!["likelyDue"]} {due["task"]!["share"]}")
            );
        await using var other = await TestShed.OpenAsync(demo: true);
        Due(await other.GetAsync("/api/shed")).ShouldBe(Due(await _shed.GetAsync("/api/shed")));
    }
}
