namespace MuddyLedger.Web.Tests.Layup;

public class LayupTests
{
    [Fact]
    public async Task A_bike_that_stands_is_not_expected_to_be_used_until_it_is_back()
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: null);
        for (var week = 30; week >= 4; week--)
            (await shed.ReadAsync(bike, $"{9_000 + ((30 - week) * 60)}", $"{TestShed.Today.PlusDays(-7 * week):uuuu-MM-dd}")).ShouldBeOk();
        (await StandAsync(shed, bike, "lay-up", "2026-03-22", "salt")).ShouldBeOk();
        var page = (await shed.GetAsync($"/api/bikes/{bike}")).ShouldBeOk();
        ((string?)page["standsSince"]).ShouldBe("2026-03-22");
        var asleep = (decimal)page["meters"][0]!["today"]!["value"]!;
        (await StandAsync(shed, bike, "wake-up", "2026-03-29", null)).ShouldBeOk();
        page = (await shed.GetAsync($"/api/bikes/{bike}")).ShouldBeOk();
        page.Body["standsSince"].ShouldBeNull();
        ((decimal)page["meters"][0]!["today"]!["value"]!).ShouldBeGreaterThan(asleep + 100);
    }

    [Theory]
    [InlineData("wake-up", "2026-04-10", "it is in use")]
    [InlineData("lay-up", "2026-04-19", "in the future")]
    [InlineData("lay-up", "soon", "not a date")]
    public async Task What_cannot_have_been_is_refused(string what, string date, string words)
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: "9000");
        (await StandAsync(shed, bike, what, date, null)).ShouldRefuse("date", words);
    }

    [Fact]
    public async Task It_is_laid_up_once_and_woken_after_that()
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: "9000");
        var id = InTheShed.NewId();
        (await StandAsync(shed, bike, "lay-up", "2026-02-01", "winter", id)).ShouldBeOk();
        // The same tap sent again changes nothing; another lay-up inside it is refused.
        (await StandAsync(shed, bike, "lay-up", "2026-02-01", "winter", id)).ShouldBeOk();
        (await StandAsync(shed, bike, "lay-up", "2026-03-01", null)).ShouldRefuse("date", "it stands since 1 February 2026");
        (await StandAsync(shed, bike, "wake-up", "2026-01-20", null)).ShouldRefuse("date", "before the lay-up of 1 February 2026");
        (await StandAsync(shed, bike, "wake-up", "2026-04-01", "new battery")).ShouldBeOk();
        (await StandAsync(shed, bike, "lay-up", "2026-03-01", null)).ShouldRefuse("date", "stood from 1 February 2026 to 1 April 2026");
        (await shed.BookAsync()).Count(line => (string?)line!["kind"] is "laid-up" or "woken-up").ShouldBe(2);
    }

    private static Task<Answer> StandAsync(TestShed shed, string bike, string what, string date, string? words, string? id = null) =>
        shed.PostAsync(
            $"/api/bikes/{bike}/{what}",
            new
            {
                id = id ?? InTheShed.NewId(),
                date,
                words,
            }
        );
}
