namespace MuddyLedger.Web.Tests.Meters;

public sealed class ReadingTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync(reading: "9000");
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Theory]
    [InlineData("9400", 9400)]
    [InlineData("9,400 mi", 9400)]
    [InlineData("15128 km", 9400)]
    [InlineData("9400,4", 9400)]
    public async Task A_reading_is_taken_in_any_unit(string typed, int miles)
    {
        (await _shed.ReadAsync(_bike, typed)).ShouldBeOk();
        Math.Round((await ShownAsync())!.Value, 0).ShouldBe(miles);
    }

    [Theory]
    [InlineData("8999", "does not run backwards")]
    [InlineData("", "is missing")]
    [InlineData("NaN", "is not a number")]
    [InlineData("-1", "less than nothing")]
    [InlineData("1e6", "unit that is not known")]
    [InlineData("99999999999", "more than can be meant")]
    [InlineData("12 h", "a distance is wanted")]
    [InlineData("12 furlongs", "unit that is not known")]
    public async Task What_cannot_be_is_refused_in_words_and_changes_nothing(string typed, string words)
    {
        var before = _shed.Stored();
        (await _shed.ReadAsync(_bike, typed)).ShouldRefuse("reading", words);
        _shed.Stored().ShouldBe(before);
    }

    [Fact]
    public async Task An_unlikely_jump_is_confirmed_first()
    {
        var jump = await _shed.ReadAsync(_bike, "19000");
        jump.ShouldRefuse("reading", "confirm it");
        ((string?)jump["ask"]).ShouldBe("confirm");
        (
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/readings",
                new
                {
                    id = InTheShed.NewId(),
                    meter = "odometer",
                    reading = "19000",
                    date = "2026-04-18",
                    note = (string?)null,
                    because = (string?)null,
                    confirmed = true,
                }
            )
        ).ShouldBeOk();
    }

    [Theory]
    [InlineData("2026-04-19", "in the future")]
    [InlineData("1899-12-31", "before 1900")]
    [InlineData("18.4.2026", "is not a date")]
    [InlineData("2026-02-30", "is not a date")]
    [InlineData("", "is missing")]
    public async Task A_date_that_cannot_be_is_refused(string date, string words) =>
        (await _shed.ReadAsync(_bike, "9400", date)).ShouldRefuse("date", words);

    [Fact]
    public async Task A_meter_that_is_not_on_the_bike_is_refused() =>
        (await _shed.ReadAsync(_bike, "12", meter: "hour-meter")).ShouldRefuse("meter", "is not on this bike");

    [Fact]
    public async Task A_bike_that_is_not_there_is_not_found() =>
        (await _shed.ReadAsync(InTheShed.NewId(), "9400")).Status.ShouldBe(HttpStatusCode.NotFound);

    [Fact]
    public async Task A_back_dated_reading_must_fit_between_its_neighbours()
    {
        (await _shed.ReadAsync(_bike, "9400")).ShouldBeOk();
        (await _shed.ReadAsync(_bike, "8000", "2026-03-01")).ShouldBeOk();
        (await _shed.ReadAsync(_bike, "8800", "2026-02-01")).ShouldRefuse("reading", "which is later");
        (await _shed.ReadAsync(_bike, "7000", "2026-03-15")).ShouldRefuse("reading", "lower than");
    }

    [Fact]
    public async Task A_swapped_dash_carries_the_life_of_the_bike_on()
    {
        (await _shed.ReadAsync(_bike, "12", because: "dash-swapped")).ShouldBeOk();
        var meter = (await _shed.GetAsync($"/api/bikes/{_bike}"))["meters"][0]!;
        ((decimal)meter["display"]!["value"]!).ShouldBe(12);
        ((decimal)meter["lifetime"]!["value"]!).ShouldBe(9000);
        var backwards = await _shed.ReadAsync(_bike, "11");
        backwards.ShouldRefuse("reading", "does not run backwards");
        ((string?)backwards["ask"]).ShouldBe("new-epoch");
    }

    [Fact]
    public async Task A_rollover_loses_no_distance()
    {
        var old = await _shed.BikeAsync(reading: "9950", change: profile => profile["odometerDigits"] = 4);
        (await _shed.ReadAsync(old, "30", because: "rolled-over")).ShouldBeOk();
        ((decimal)(await _shed.GetAsync($"/api/bikes/{old}"))["meters"][0]!["lifetime"]!["value"]!).ShouldBe(10_030);
    }

    [Fact]
    public async Task The_preview_says_what_was_understood()
    {
        var read = (await _shed.GetAsync("/api/units/read?text=95%20in-lb&unit=N%20m")).ShouldBeOk();
        ((decimal)read["inOwnUnit"]["value"]!).ShouldBe(10.7m);
        ((string?)(await _shed.GetAsync("/api/units/read?text=12%20furlongs&unit=mi")).Body["refusal"])
            .ShouldNotBeNull()
            .ShouldContain("furlongs");
    }

    private async Task<decimal?> ShownAsync() => (decimal?)(await _shed.GetAsync($"/api/bikes/{_bike}"))["meters"][0]!["display"]!["value"];
}
