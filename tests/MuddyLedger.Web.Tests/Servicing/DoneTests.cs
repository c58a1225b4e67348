namespace MuddyLedger.Web.Tests.Servicing;

public sealed class DoneTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync(reading: "9000");
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task A_new_bike_with_no_history_is_unknown_throughout() =>
        (await _shed.GetAsync($"/api/bikes/{_bike}"))["tasks"]
            .AsArray()
            .ShouldAllBe(task => (string?)task!["state"] == "unknown" || (string?)task["state"] == "when-worn");

    [Fact]
    public async Task The_owners_own_limits_hold_until_they_are_taken_back()
    {
        Task<Answer> Set(string? distance, string? months, string task = "engine-oil.replace") =>
            _shed.PostAsync(
                $"/api/bikes/{_bike}/servicing/interval",
                new
                {
                    id = InTheShed.NewId(),
                    task,
                    distance,
                    hours = (string?)null,
                    months,
                    from = "manual",
                    source = "p. 3-12",
                }
            );
        (await Set("8000 km", "6")).ShouldBeOk();
        var limits = (await _shed.TaskAsync(_bike, "engine-oil.replace"))["limits"]!.AsArray();
        ((decimal)limits[0]!["amount"]!["value"]!).ShouldBe(4_971);
        ((string?)limits[0]!["provenance"]!["kind"]).ShouldBe("manual");
        (await Set("0", null)).ShouldRefuse("distance", "more than nothing");
        (await Set("8000 h", null)).ShouldRefuse("distance", "a distance is wanted");
        (await Set(null, "999")).ShouldRefuse("months", "whole number from 1 to 240");
        (await Set(null, "6", "engine-oil.polish")).ShouldRefuse("task", "not a task");
        (await Set(null, null)).ShouldBeOk();
        ((decimal)(await _shed.TaskAsync(_bike, "engine-oil.replace"))["limits"]![0]!["amount"]!["value"]!).ShouldBe(6_000);
    }

    [Fact]
    public async Task Each_answer_says_because_of_what()
    {
        (await _shed.DoneAsync(_bike, "engine-oil.replace", "2026-04-18")).ShouldBeOk();
        var because = (await _shed.TaskAsync(_bike, "engine-oil.replace"))["because"]!
            .AsArray()
            .Select(line => (string?)line!["kind"])
            .ToList();
        because.ShouldBe(["limit", "limit", "last-done", "meter-today", "rate-unknown"], ignoreOrder: true);
    }

    [Fact]
    public async Task The_sellers_word_is_kept_as_a_claim()
    {
        (await _shed.DoneAsync(_bike, "valves.measure", "2026-04-18", "sellers-word")).ShouldBeOk();
        var task = await _shed.TaskAsync(_bike, "valves.measure");
        ((string?)task["state"]).ShouldBe("unknown");
        task["because"]!.AsArray().Select(line => (string?)line!["kind"]).ShouldContain("claimed");
    }

    [Theory]
    [InlineData("engine-oil.polish", "2026-04-18", "task", "is not a task of this bike")]
    [InlineData("reeds.replace", "2026-04-18", "task", "is not a task of this bike")]
    [InlineData("engine-oil.replace", "2027-01-01", "date", "in the future")]
    [InlineData("", "2026-04-18", "task", "is missing")]
    public async Task What_cannot_be_is_refused_by_field(string task, string date, string field, string words) =>
        (await _shed.DoneAsync(_bike, task, date)).ShouldRefuse(field, words);

    [Fact]
    public async Task Evidence_of_an_unknown_kind_is_refused_by_field() =>
        (await _shed.DoneAsync(_bike, "engine-oil.replace", "2026-04-18", "dreamt")).ShouldRefuse("evidence", "none of the choices");
}
