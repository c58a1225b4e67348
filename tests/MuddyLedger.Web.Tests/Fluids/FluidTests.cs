namespace MuddyLedger.Web.Tests.Fluids;

public sealed class FluidTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync(change: profile =>
        {
            profile["reservoirs"]!["engine"]!["drainAndFilter"] = "2.6 L";
            profile["reservoirs"]!["fuel"]!["dryFill"] = "17 L";
        });
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task Two_levels_at_the_mark_with_a_way_between_tell_what_it_uses()
    {
        foreach (var (date, miles) in new[] { ("2026-01-10", "20000"), ("2026-02-10", "21000"), ("2026-04-14", "22000") })
            (await _shed.ReadAsync(_bike, miles, date)).ShouldBeOk();
        ((string?)Of((await LevelAsync("2026-01-10", "at-maximum")).ShouldBeOk(), "engine")["consumption"]!["verdict"]).ShouldBe(
            "not-known"
        );
        var used = Of((await LevelAsync("2026-02-10", "at-maximum", added: "0.3 L")).ShouldBeOk(), "engine")["consumption"]!;
        ((decimal)used["rate"]!).ShouldBe(0.19m); // 0.3 L over 1,000 mi, which are 1,609 km
        ((string?)used["verdict"]).ShouldBe("ordinary");
        (
            (string?)Of((await LevelAsync("2026-04-14", "at-maximum", added: "0.9 L")).ShouldBeOk(), "engine")["consumption"]!["verdict"]
        ).ShouldBe("too-much");
    }

    [Fact]
    public async Task Bad_levels_are_refused_by_field()
    {
        (await LevelAsync("2026-04-14", "at-maximum", added: "0.3 L", fluid: null)).ShouldRefuse("fluid", "say what was poured in");
        (await LevelAsync("2026-04-14", "at-maximum", added: "3 bar")).ShouldRefuse("added", "a volume is wanted");
        (await LevelAsync("2027-04-14", "at-maximum")).ShouldRefuse("date", "future");
        (await LevelAsync("2026-04-14", "at-maximum", under: "0.2 L")).ShouldRefuse("underFull", "cannot be");
        (await LevelAsync("2026-04-14", "between", reservoir: "gearbox")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await _shed.BookAsync("?kind=level")).Count.ShouldBe(0);
    }

    [Fact]
    public async Task A_fluid_that_does_not_belong_is_said_so_on_the_bench_and_on_the_page()
    {
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike)).ShouldBeOk(), "pour-first");
        run = (
            await _shed.TapAsync(
                run,
                new
                {
                    act = "step-done",
                    step = "pour-first",
                    record = new { volume = "2.2 L", fluid = "0W-20, resource conserving" },
                }
            )
        ).ShouldBeOk();
        ((string?)run["fluidWarnings"].AsArray().ShouldHaveSingleItem()!["because"])!.ShouldContain("wet clutch slip");
        (await _shed.FinishAsync(await _shed.UpToAsync(run))).ShouldBeOk();
        var page = (await _shed.GetAsync($"/api/bikes/{_bike}/fluids")).ShouldBeOk();
        ((string?)Of(page, "engine")["warnings"]![0]!["fit"]).ShouldBe("never");
        ((string?)Of(page, "engine")["status"]).ShouldBe("level-checked");
    }

    [Fact]
    public async Task Oil_is_advised_by_made_up_weather_that_says_so()
    {
        var oil = (await _shed.GetAsync($"/api/bikes/{_bike}/fluids")).ShouldBeOk()["oil"];
        ((bool)oil["simulated"]!).ShouldBeTrue();
        ((string?)oil["advice"]!["school"]).ShouldBe("makers");
        ((double)oil["advice"]!["coldest"]!).ShouldBeLessThan((double)oil["advice"]!["hottest"]!);
        // The same day, the same weather.
        (
            await _shed.GetAsync($"/api/bikes/{_bike}/fluids")
        ).ShouldBeOk()["oil"]["advice"]!.ToJsonString().ShouldBe(oil["advice"]!.ToJsonString());
    }

    private static JsonNode Of(Answer page, string reservoir) =>
        page["reservoirs"].AsArray().First(one => (string?)one!["id"] == reservoir)!;

    private Task<Answer> LevelAsync(
        string date,
        string level,
        string? added = null,
        string? fluid = "10W-40",
        string? under = null,
        string reservoir = "engine"
    ) =>
        _shed.PostAsync(
            $"/api/bikes/{_bike}/reservoirs/{reservoir}/level",
            new
            {
                id = InTheShed.NewId(),
                date,
                level,
                added,
                fluid,
                underFull = under,
            }
        );
}

public class WeatherTests
{
    // The shed lies at 310 m on a moor edge, and its winters reach -9 C.
    [Fact]
    public async Task The_made_up_weather_has_winters_summers_and_no_jumps()
    {
        var weather = new MuddyLedger.Instruments.SimulatedWeather();
        var days = await weather.ComingAsync(new NodaTime.LocalDate(2026, 1, 1), 365, TestContext.Current.CancellationToken);
        days.Length.ShouldBe(365);
        days.Min(day => day.Low).ShouldBeInRange(-13, -5);
        days.Max(day => day.High).ShouldBeInRange(22, 33);
        days.ShouldAllBe(day => day.Low < day.High);
        days.Zip(days.Skip(1)).ShouldAllBe(pair => Math.Abs(pair.First.Low - pair.Second.Low) < 13);
        (await weather.ComingAsync(new NodaTime.LocalDate(2026, 1, 1), 365, TestContext.Current.CancellationToken)).ShouldBe(days);
    }
}
