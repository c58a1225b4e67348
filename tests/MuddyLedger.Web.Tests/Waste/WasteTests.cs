namespace MuddyLedger.Web.Tests.Waste;

public sealed class WasteTests : IAsyncLifetime
{
    private TestShed _shed = null!;

    public async ValueTask InitializeAsync() => _shed = await TestShed.OpenAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task What_was_drained_waits_until_it_is_handed_in()
    {
        var bike = await _shed.BikeAsync(change: profile => profile["reservoirs"]!["engine"]!["drainAndFilter"] = "2.6 L");
        (await _shed.FinishAsync(await _shed.UpToAsync((await _shed.StartAsync(bike)).ShouldBeOk()))).ShouldBeOk();
        var hand = new
        {
            id = InTheShed.NewId(),
            kind = "engine oil",
            date = "2026-04-18",
            where = "recycling yard",
        };
        ((decimal)(await _shed.GetAsync("/api/shelf")).ShouldBeOk()["waste"][0]!["volume"]!["value"]!).ShouldBe(2.5m);
        (await _shed.PostAsync("/api/shelf/waste", hand)).ShouldBeOk()["waste"].AsArray().ShouldBeEmpty();
        (
            await _shed.PostAsync(
                "/api/shelf/waste",
                new
                {
                    id = InTheShed.NewId(),
                    hand.kind,
                    hand.date,
                    hand.where,
                }
            )
        ).ShouldRefuse("kind", "not among what waits");
        (await _shed.BookAsync("?kind=waste-handed-in")).Count.ShouldBe(1);
    }
}
