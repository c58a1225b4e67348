namespace MuddyLedger.Web.Tests.Settings;

public class SettingsTests
{
    [Fact]
    public async Task Volumes_and_torques_are_shown_in_the_units_that_the_owner_sets()
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(change: profile => profile["reservoirs"]!["engine"]!["drainAndFilter"] = "2.6 L");
        var settings = (await shed.GetAsync("/api/settings")).ShouldBeOk();
        object Change(string volume) =>
            new
            {
                id = InTheShed.NewId(),
                volumeUnit = volume,
                torqueUnit = "lb-ft",
                currency = "GBP",
            };
        (await shed.PutAsync("/api/settings", Change("US qt"), settings.ETag)).ShouldBeOk();
        ((string?)(await shed.GetAsync($"/api/bikes/{bike}"))["profile"]["reservoirs"]!["engine"]!["drainAndFilter"]).ShouldBe(
            "2.75 US qt"
        );
        (await shed.PutAsync("/api/settings", Change("L"), settings.ETag)).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        (await shed.PutAsync("/api/settings", Change("L"))).Status.ShouldBe(HttpStatusCode.PreconditionRequired);
        await shed.RestartAsync();
        ((string?)(await shed.GetAsync("/api/settings"))["currency"]).ShouldBe("GBP");
    }

    [Fact]
    public async Task The_same_change_twice_counts_once()
    {
        await using var shed = await TestShed.OpenAsync();
        var change = new
        {
            id = InTheShed.NewId(),
            volumeUnit = "L",
            torqueUnit = "N m",
            currency = "SEK",
        };
        (await shed.PutAsync("/api/settings", change, "\"0\"")).ShouldBeOk().ETag.ShouldBe("\"1\"");
        (await shed.PutAsync("/api/settings", change, "\"0\"")).ShouldBeOk().ETag.ShouldBe("\"1\"");
    }

    [Theory]
    [InlineData("bucket", "N m", "EUR", "volumeUnit", "must be one of")]
    [InlineData("L", "grunts", "EUR", "torqueUnit", "must be one of")]
    [InlineData("L", "N m", "euros", "currency", "three capital letters")]
    [InlineData("L", "N m", "", "currency", "three capital letters")]
    public async Task What_cannot_be_is_refused_by_field(string volumeUnit, string torqueUnit, string currency, string field, string words)
    {
        await using var shed = await TestShed.OpenAsync();
        var refused = await shed.PutAsync(
            "/api/settings",
            new
            {
                id = InTheShed.NewId(),
                volumeUnit,
                torqueUnit,
                currency,
            },
            "\"0\""
        );
        refused.Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        refused.Error(field).ShouldNotBeNull().ShouldContain(words, Case.Insensitive);
    }
}
