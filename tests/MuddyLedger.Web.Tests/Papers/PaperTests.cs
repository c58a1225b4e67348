namespace MuddyLedger.Web.Tests.Papers;

public sealed class PaperTests : IAsyncLifetime
{
    private TestShed _shed = null!;

    public async ValueTask InitializeAsync() => _shed = await TestShed.OpenAsync();

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task A_paper_is_entered_with_its_last_day()
    {
        var bike = await _shed.BikeAsync(change: profile => profile["title"] = "road-title");
        Task<Answer> Paper(string paper, string until) =>
            _shed.PostAsync(
                $"/api/bikes/{bike}/papers",
                new
                {
                    id = InTheShed.NewId(),
                    paper,
                    until,
                    note = (string?)null,
                }
            );
        (await Paper("registration", "2026-09-30")).ShouldBeOk();
        var task = await _shed.TaskAsync(bike, "registration.renew");
        ((string?)task["likelyDue"]).ShouldBe("2026-09-30");
        (await Paper("registration", "soon")).ShouldRefuse("until", "is not a date");
        (await Paper("registration", "")).ShouldRefuse("until", "is missing");
        (await Paper("dog-licence", "2026-09-30")).ShouldRefuse("paper", "not a paper of this bike");
        (await _shed.DoneAsync(bike, "registration.renew", "2026-04-01")).ShouldRefuse("task", "is a paper");
    }
}
