namespace MuddyLedger.Web.Tests.Fuel;

public sealed class FuelTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync(change: profile =>
        {
            var fuel = profile["reservoirs"]!["fuel"] ??= profile["reservoirs"]!["engine"]!.DeepClone();
            fuel["dryFill"] = "18 L";
        });
        (await _shed.ReadAsync(_bike, "23000", "2026-03-14")).ShouldBeOk();
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    private Task<Answer> FillAsync(
        string volume,
        string? reading = null,
        string date = "2026-04-14",
        string? oil = null,
        bool confirmed = false,
        string? id = null,
        bool brim = true
    ) =>
        _shed.PostAsync(
            $"/api/bikes/{_bike}/fuellings",
            new
            {
                id = id ?? InTheShed.NewId(),
                date,
                volume,
                price = "21,40",
                toTheBrim = brim,
                oil,
                meter = (string?)null,
                reading,
                confirmed,
            }
        );

    [Fact]
    public async Task Two_fillings_with_their_readings_say_what_it_burns_and_how_far_the_tank_goes()
    {
        (await FillAsync("14 L", "23100", "2026-04-01")).ShouldBeOk();
        (await FillAsync("1 gal", null, "2026-04-05", brim: false)).ShouldBeOk();
        var kept = (await FillAsync("6.5 L", "23250")).ShouldBeOk();
        ((string?)kept["fuel"]!["kind"], (string?)kept["reading"]!["kind"]).ShouldBe(("fuel", "reading"));
        var fuel = (await _shed.GetAsync($"/api/bikes/{_bike}/fluids")).ShouldBeOk()["fuel"]!;
        // 3.785 + 6.5 litres over 150 miles: 6.857 for 100 of them, in the unit of its own dash; both poured and read as entered.
        ((decimal)fuel["likely"]!).ShouldBe(6.9m);
        ((string?)fuel["unit"]).ShouldBe("L/100 mi");
        ((decimal)fuel["onTank"]!["likely"]!["value"]!).ShouldBe(262.5m, 2m);
        ((decimal)(await _shed.GetAsync("/api/shed"))["bikes"][0]!["meters"]![0]!["display"]!["value"]!).ShouldBe(23250);
    }

    [Fact]
    public async Task Two_tanks_of_one_day_are_told_each_by_the_meter_that_was_read_with_it()
    {
        (await FillAsync("14 L", "23100", "2026-04-01")).ShouldBeOk();
        (await FillAsync("10 L", "23200", "2026-04-02")).ShouldBeOk();
        (await FillAsync("6 L", "23260", "2026-04-02")).ShouldBeOk();
        async Task<decimal[]> Rates(TestShed shed) =>
            [
                .. (await shed.GetAsync($"/api/bikes/{_bike}/fluids")).ShouldBeOk()["fuel"]!["spells"]!
                    .AsArray()
                    .Select(spell => (decimal)spell!["rate"]!),
            ];
        (await Rates(_shed)).ShouldBe([10m, 10]);
        // Which reading belongs to which fill goes with a copy.
        await using var other = await TestShed.OpenAsync();
        var copy = (await _shed.GetAsync("/api/export")).ShouldBeOk().Body.ToJsonString();
        (await other.PostAsync($"/api/import?id={InTheShed.NewId()}", copy)).ShouldBeOk();
        (await Rates(other)).ShouldBe([10m, 10]);
    }

    [Fact]
    public async Task A_fuelling_sent_twice_counts_once_and_answers_with_the_same_two_lines()
    {
        var id = InTheShed.NewId();
        var first = (await FillAsync("14 L", "23100", id: id)).ShouldBeOk();
        var again = (await FillAsync("14 L", "23100", id: id)).ShouldBeOk();
        again.Body.ToJsonString().ShouldBe(first.Body.ToJsonString());
        (await _shed.BookAsync()).Count(line => (string?)line!["kind"] == "fuel").ShouldBe(1);
    }

    [Fact]
    public async Task What_cannot_be_is_refused_by_its_field_and_keeps_nothing()
    {
        var before = _shed.Stored();
        (await FillAsync("")).ShouldRefuse("volume", "is missing");
        (await FillAsync("0 L")).ShouldRefuse("volume", "more than nothing");
        (await FillAsync("14 nm")).ShouldRefuse("volume", "is in N m");
        (await FillAsync("14 L", "12")).ShouldRefuse("reading", "backwards");
        (await FillAsync("14 L", "23100", oil: "8 L")).ShouldRefuse("oil", "half of the fuel");
        (await FillAsync("14 L", date: "2031-01-01")).ShouldRefuse("date", "future");
        var much = await FillAsync("25 L");
        much.ShouldRefuse("volume", "more than its tank holds, 18 L");
        ((string?)much["ask"]).ShouldBe("confirm");
        _shed.Stored().ShouldBe(before);
        (await FillAsync("25 L", confirmed: true)).ShouldBeOk();
    }

    [Fact]
    public async Task A_pump_that_is_not_proven_asks_for_oil_at_each_fuelling_until_it_is()
    {
        await using var demo = await TestShed.OpenAsync(demo: true);
        var heron = (await demo.GetAsync("/api/shed"))["bikes"].AsArray().First(bike => (string?)bike!["nickname"] == "Heron")![
            "id"
        ]!.ToString();
        var asked = (await demo.GetAsync($"/api/bikes/{heron}/fuel-asked?volume=7.4 L")).ShouldBeOk();
        ((string?)asked["reason"], (decimal)asked["oil"]!["value"]!, (string?)asked["oil"]!["unit"]).ShouldBe(("insurance", 148m, "ml"));
        (
            await demo.PostAsync(
                $"/api/bikes/{heron}/undone",
                new
                {
                    id = InTheShed.NewId(),
                    thing = "premix-insurance",
                    date = (string?)(await demo.GetAsync("/api/shed"))["today"],
                    how = "fell by 90 ml",
                }
            )
        ).ShouldBeOk();
        ((string?)(await demo.GetAsync($"/api/bikes/{heron}/fuel-asked?volume=7.4 L")).ShouldBeOk()["reason"]).ShouldBe(
            "insurance",
            "struck off the list by hand is not proven"
        );
        (
            await demo.PostAsync(
                $"/api/bikes/{heron}/pump-word",
                new
                {
                    id = InTheShed.NewId(),
                    words = "I think it is fine",
                    date = (string?)(await demo.GetAsync("/api/shed"))["today"],
                }
            )
        ).ShouldRefuse("words", "do not prove it here");
        // Straight fuel, and a mix leaner than asked, are questioned before they are kept; a word settles neither.
        async Task<Answer> Fill(string? oil, bool confirmed = false) =>
            await demo.PostAsync(
                $"/api/bikes/{heron}/fuellings",
                new
                {
                    id = InTheShed.NewId(),
                    date = (string?)(await demo.GetAsync("/api/shed"))["today"],
                    volume = "5 L",
                    price = (string?)null,
                    toTheBrim = false,
                    oil,
                    meter = (string?)null,
                    reading = (string?)null,
                    confirmed,
                }
            );
        (await Fill(null)).ShouldRefuse("oil", "100 ml belong in this fuel");
        (await Fill("62")).ShouldRefuse("oil", "makes a mix of 81:1, leaner than the 50:1");
        (await Fill("100")).ShouldBeOk();
        (await Fill("62", confirmed: true)).ShouldBeOk();
        (await _shed.GetAsync($"/api/bikes/{_bike}/fuel-asked?volume=lots")).ShouldBeOk().Body["volume"].ShouldBeNull();
    }
}
