namespace MuddyLedger.Web.Tests.Jobs;

/// <summary>How a run ends: signed off, taken back, set aside.</summary>
public sealed class RunEndTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync() => (_shed, _bike) = await RunTests.OilDueAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task Undoing_a_finish_strikes_all_it_wrote_and_opens_the_run_again()
    {
        var before = await _shed.TaskAsync(_bike, "engine-oil.replace");
        var finished = (await _shed.FinishAsync(await _shed.UpToAsync(await _shed.StartAsync(_bike)))).ShouldBeOk();
        var undone = (
            await _shed.PostAsync($"/api/runs/{(string)finished["id"]!}/undo-finish", new { id = InTheShed.NewId(), reason = "wrong bike" })
        ).ShouldBeOk();
        ((string?)undone["status"]).ShouldBe("running");
        (await _shed.TaskAsync(_bike, "engine-oil.replace"))["likelyDue"]!.ToString().ShouldBe(before["likelyDue"]!.ToString());
        (await _shed.BookAsync())
            .Where(entry => entry!["run"] is not null)
            .ShouldAllBe(entry => (string?)entry!["strike"]!["reason"] == "wrong bike");
        (await _shed.GetAsync("/api/shed"))["waste"].AsArray().ShouldBeEmpty();
        (await _shed.FinishAsync(undone)).ShouldBeOk();
        ((string?)(await _shed.TaskAsync(_bike, "engine-oil.replace"))["state"]).ShouldBe("fresh");
    }

    [Fact]
    public async Task A_job_with_something_on_the_tray_is_not_signed_off_without_a_reason()
    {
        var run = (
            await _shed.TapAsync(
                (await _shed.StartAsync(_bike)).ShouldBeOk(),
                new { act = "tray-put", tray = new { part = "spacer", count = 1 } }
            )
        ).ShouldBeOk();
        run = await _shed.UpToAsync(run);
        (await _shed.FinishAsync(run)).ShouldRefuse("leftover", "spacer");
        (await _shed.FinishAsync(run, leftover: "bent, a new one is ordered")).ShouldBeOk();
    }

    [Fact]
    public async Task A_finish_is_all_or_nothing()
    {
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike)).ShouldBeOk());
        // Ridden and read elsewhere meanwhile, higher than what the bench wrote down before.
        (await _shed.ReadAsync(_bike, "23700")).ShouldBeOk();
        var before = _shed.Stored();
        var refused = await _shed.FinishAsync(run);
        refused.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        refused.Detail.ShouldContain("The reading written down on the bench");
        _shed.Stored().ShouldBe(before);
    }

    [Theory]
    [InlineData("-1", "is not a time")]
    [InlineData("99999", "at most 10,000 minutes")]
    [InlineData("an hour", "is not a time")]
    [InlineData("", "is missing")]
    public async Task Minutes_that_cannot_be_are_refused(string minutes, string words)
    {
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike)).ShouldBeOk());
        var refused = await _shed.PostAsync(
            $"/api/runs/{(string)run["id"]!}/finish",
            new
            {
                id = InTheShed.NewId(),
                minutes,
                costs = Array.Empty<object>(),
                leftover = "",
                note = "",
            },
            run.ETag
        );
        refused.ShouldRefuse("minutes", words);
        var costs = await _shed.FinishAsync(run, costs: [new { @for = "oil", amount = "NaN" }]);
        costs.ShouldRefuse("costs.0.amount", "is not an amount");
    }

    [Fact]
    public async Task A_half_done_job_keeps_the_bike_from_being_cranked_and_setting_it_aside_keeps_what_is_true()
    {
        var run = await _shed.UpToAsync((await _shed.StartAsync(_bike)).ShouldBeOk(), "seat");
        var gates = (await _shed.GetAsync($"/api/bikes/{_bike}"))["gates"];
        ((string?)gates[0]!["state"]).ShouldBe("shut");
        (
            await _shed.PostAsync($"/api/runs/{(string)run["id"]!}/set-aside", new { id = InTheShed.NewId(), reason = "" }, run.ETag)
        ).ShouldRefuse("reason", "is missing");
        (
            await _shed.PostAsync(
                $"/api/runs/{(string)run["id"]!}/set-aside",
                new { id = InTheShed.NewId(), reason = "no filter to be had" },
                run.ETag
            )
        ).ShouldBeOk();
        var after = (await _shed.GetAsync($"/api/bikes/{_bike}")).ShouldBeOk();
        ((string?)after["gates"][0]!["state"]).ShouldBe("shut", "the oil is still out");
        ((string?)after["reservoirs"][0]!["state"]).ShouldBe("empty");
        ((string?)(await _shed.TaskAsync(_bike, "engine-oil.replace"))["state"]).ShouldNotBe("fresh");
        (await _shed.TapAsync(run, new { act = "step-done", step = "seat" })).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
    }
}
