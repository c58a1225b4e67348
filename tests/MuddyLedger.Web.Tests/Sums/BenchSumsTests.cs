namespace MuddyLedger.Web.Tests.Sums;

public sealed class BenchSumsTests : IAsyncLifetime
{
    private const string Sump = "/api/sums/tilt?length=180&width=140&height=150&oil=0.6%20L&axisHeight=70&reach=60";
    private TestShed _shed = null!;

    public async ValueTask InitializeAsync() => _shed = await TestShed.OpenAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    // Computed outside of this project: about 26 degrees with the axis 20% of the length off the middle.
    [Fact]
    public async Task The_tilt_trial_gives_limits_a_drawing_and_how_the_level_brings_them_down()
    {
        var tilt = (await _shed.GetAsync($"{Sump}&axisPlace=126&direction=nose-up&degrees=20")).ShouldBeOk();
        ((double)tilt["limits"].AsArray().First(limit => (string?)limit!["direction"] == "nose-up")!["lost"]!).ShouldBe(26, 0.7);
        ((bool)tilt["reached"]).ShouldBeTrue();
        tilt["drawing"]["oil"]!.AsArray().Count.ShouldBeGreaterThan(2);
        tilt["byLevel"].AsArray().Select(one => (double?)one!["lost"] ?? 91).ShouldBeInOrder(SortDirection.Descending);
        ((bool)(await _shed.GetAsync($"{Sump}&axisPlace=126&direction=nose-up&degrees=30")).ShouldBeOk()["reached"]).ShouldBeFalse();
        // In inches it is the same sump.
        var inches = (
            await _shed.GetAsync(
                "/api/sums/tilt?length=7.0866%20in&width=140&height=150&oil=600%20ml"
                    + "&axisHeight=70&axisPlace=126&reach=60&direction=nose-up&degrees=20"
            )
        ).ShouldBeOk();
        ((double)inches["limits"][0]!["lost"]!).ShouldBe((double)tilt["limits"][0]!["lost"]!, 0.05);
    }

    [Theory]
    [InlineData("&axisPlace=126&direction=sideways", "direction", "nose-up, nose-down, left or right")]
    [InlineData("&axisPlace=126&degrees=120", "degrees", "between 0 and 90")]
    [InlineData("&axisPlace=200", "axisPlace", "inside the box")]
    [InlineData("", "axisPlace", "is missing")]
    public async Task A_sump_that_cannot_be_is_refused_by_field(string query, string field, string words) =>
        (await _shed.GetAsync(Sump + query)).ShouldRefuse(field, words);

    [Fact]
    public async Task A_pump_is_proven_or_not_and_says_within_which_range()
    {
        var proof = (await _shed.GetAsync("/api/sums/pump-proof?fuel=8%20L&fall=160%20ml&readTo=10%20ml&low=30&high=60:1")).ShouldBeOk();
        ((string?)proof["verdict"]).ShouldBe("proven");
        ((double)proof["ratio"]).ShouldBe(50, 0.01);
        ((string?)(await _shed.GetAsync("/api/sums/pump-proof?fuel=8%20L&fall=0&low=30&high=60")).ShouldBeOk()["verdict"]).ShouldBe(
            "too-little"
        );
        (await _shed.GetAsync("/api/sums/pump-proof?fuel=0&fall=160&low=30&high=60")).ShouldRefuse("fuel", "more than nothing");
        (await _shed.GetAsync("/api/sums/pump-proof?fuel=8&fall=160&low=60&high=30")).ShouldRefuse("high", "richer than the other end");
    }

    // Common practice, no source: a clutch centre nut at 50 ft-lb is 68 N m; 106 in-lb for a small spark plug is 12 N m. Factors: NIST SP
    // 811.
    [Fact]
    public async Task Torque_is_told_in_every_unit_and_set_lower_with_an_adaptor()
    {
        var plain = (await _shed.GetAsync("/api/sums/wrench?torque=50%20ft-lb")).ShouldBeOk();
        ((decimal)plain["setting"]["value"]!).ShouldBe(67.8m);
        var longer = (await _shed.GetAsync("/api/sums/wrench?torque=100%20nm&wrench=400&adaptor=50")).ShouldBeOk();
        ((decimal)longer["setting"]["value"]!).ShouldBe(88.9m);
        longer["others"].AsArray().Select(one => (string?)one!["unit"]).ShouldBe(["lb-ft", "in-lb"]);
        (await _shed.GetAsync("/api/sums/wrench?torque=12%20bar")).ShouldRefuse("torque", "a torque is wanted");
        (await _shed.GetAsync("/api/sums/wrench?torque=12&wrench=10")).ShouldRefuse("wrench", "too short");
    }

    // Exact by NIST SP 811: 1 in is 25.4 mm, 1 mi is 1.609344 km, 1 US gal is 3.785411784 L.
    [Theory]
    [InlineData("1 in", "mm", 25.4)]
    [InlineData("6 thou", "mm", 0.1524)]
    [InlineData("1 mi", "km", 1.609)]
    [InlineData("1 gal", "L", 3.785)]
    [InlineData("36 psi", "bar", 2.482)]
    [InlineData("106 in-lb", "N m", 11.98)]
    [InlineData("10 F", "°C", -12.2)]
    [InlineData("-40 °C", "°F", -40)]
    [InlineData("100C", "°F", 212)]
    public async Task Any_amount_is_told_in_all_units_of_its_kind(string amount, string unit, double value) =>
        (
            (double)
                (await _shed.GetAsync($"/api/sums/units?amount={Uri.EscapeDataString(amount)}"))
                    .ShouldBeOk()["in"]
                    .AsArray()
                    .First(one => (string?)one!["unit"] == unit)!["value"]!
        ).ShouldBe(value);

    [Theory]
    [InlineData("", "is missing")]
    [InlineData("22", "has no unit")]
    [InlineData("22 furlongs", "not known here")]
    public async Task An_amount_that_cannot_be_read_says_why(string amount, string words) =>
        (await _shed.GetAsync($"/api/sums/units?amount={Uri.EscapeDataString(amount)}")).ShouldRefuse("amount", words);
}
