namespace MuddyLedger.Web.Tests.Rides;

public sealed class RideTests : IAsyncLifetime
{
    private TestShed _shed = null!;

    public async ValueTask InitializeAsync() => _shed = await TestShed.OpenAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task A_hard_ride_shortens_what_it_wears()
    {
        var heron = await _shed.BikeAsync("two-stroke-enduro", "40 h", profile => profile["severities"] = new JsonArray());
        (await _shed.DoneAsync(heron, "air-filter.clean", "2026-04-17")).ShouldBeOk();
        Task<Answer> Ride(string? hours, string? distance, params string[] severities) =>
            _shed.PostAsync(
                $"/api/bikes/{heron}/rides",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2026-04-18",
                    hours,
                    distance,
                    ground = "sand",
                    severities,
                }
            );
        (await _shed.ReadAsync(heron, "40", "2026-04-17", "hour-meter")).ShouldBeOk();
        (await _shed.ReadAsync(heron, "42", meter: "hour-meter")).ShouldBeOk();
        var before = (decimal)(await _shed.TaskAsync(heron, "air-filter.clean"))["limits"]![0]!["left"]!["value"]!;
        (await Ride("2", null, "grit")).ShouldBeOk();
        var after = await _shed.TaskAsync(heron, "air-filter.clean");
        ((decimal)after["limits"]![0]!["left"]!["value"]!).ShouldBe(before - 2);
        after["because"]!.AsArray().Select(line => (string?)line!["kind"]).ShouldContain("severe-rides");
        (await Ride(null, null)).ShouldRefuse("distance", "is missing");
        (await Ride("9999", null)).ShouldRefuse("hours", "more than can be meant");
        (await Ride("2", null, "flood")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }
}
