using MuddyLedger.App.Findings;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Findings;

namespace MuddyLedger.App.Tests.Findings;

/// <summary>A fault seen, put right, and tried under the conditions under which it showed.</summary>
public class FindingHandlersTests
{
    private readonly OwnShed _shed = new();

    private async Task<(Guid Bike, Guid Finding)> FoundAsync(string? under)
    {
        var bike = (await _shed.BikeAsync()).Id;
        var request = new FaultRequest(OwnShed.NewId(), null, "Cuts out", FindingSeverity.Stop, null, "30", null, under);
        return (bike, (await _shed.Findings.OpenAsync(bike, request, OwnShed.By())).Done().Id);
    }

    private async Task<App.Bikes.BikeAnswer> BikeAsync(Guid bike) => (await _shed.Bikes.GetAsync(bike, OwnShed.By())).Done();

    private Task<Outcome<App.Ledger.EntryAnswer>> CloseAsync(Guid finding, string? how = "new coil", string? tried = null) =>
        _shed.Findings.CloseAsync(finding, new(OwnShed.NewId(), how, tried), OwnShed.By());

    private Task<Outcome<App.Ledger.EntryAnswer>> TryAsync(Guid finding, bool? gone, string? words = "an hour, to the pass") =>
        _shed.Findings.TriedAsync(finding, new(OwnShed.NewId(), gone, words), OwnShed.By());

    [Fact]
    public async Task A_cure_waits_to_be_tried_and_what_is_back_is_open_again()
    {
        var (bike, finding) = await FoundAsync("hot, uphill");
        (await BikeAsync(bike)).Findings.ShouldHaveSingleItem().Under.ShouldBe("hot, uphill");
        (await CloseAsync(finding)).Done().Name.ShouldBe("Put right");
        var mended = await BikeAsync(bike);
        mended.Findings.ShouldBeEmpty();
        var trial = mended.OnTrial.ShouldHaveSingleItem();
        (trial.Entry, trial.Title, trial.Under, trial.How).ShouldBe((finding, "Cuts out", "hot, uphill", "new coil"));

        (await TryAsync(finding, gone: false)).Done().Name.ShouldBe("Back again");
        (await BikeAsync(bike)).Findings.ShouldHaveSingleItem().Title.ShouldBe("Cuts out");
        (await CloseAsync(finding, "new crank sensor")).Done();
        (await TryAsync(finding, gone: true)).Done().Name.ShouldBe("Cured");
        var done = await BikeAsync(bike);
        (done.Findings.Count, done.OnTrial.Count).ShouldBe((0, 0));
    }

    [Fact]
    public async Task What_was_tried_before_it_was_closed_does_not_wait()
    {
        var (bike, finding) = await FoundAsync("hot");
        (await CloseAsync(finding, tried: "hot, an hour")).Done();
        (await BikeAsync(bike)).OnTrial.ShouldBeEmpty();
    }

    [Fact]
    public async Task What_does_not_wait_cannot_be_tried_and_nothing_is_written()
    {
        var (bike, finding) = await FoundAsync(null);
        (await TryAsync(finding, gone: true)).NotDone(ProblemKind.Refused).Words.ShouldContain("does not wait");
        (await CloseAsync(finding)).Done();
        (await TryAsync(finding, gone: true)).NotDone(ProblemKind.Refused);
        (await BikeAsync(bike)).Findings.ShouldBeEmpty();
        (await TryAsync(Guid.CreateVersion7(), gone: true)).NotDone(ProblemKind.NotFound);
    }

    [Theory]
    [InlineData(true, null, "words")]
    [InlineData(true, "  ", "words")]
    [InlineData(null, "an hour", "gone")]
    public async Task How_it_was_tried_and_what_came_of_it_must_be_said(bool? gone, string? words, string field)
    {
        var (_, finding) = await FoundAsync("hot");
        (await CloseAsync(finding)).Done();
        (await TryAsync(finding, gone, words)).NotDone(ProblemKind.Refused).Fields!.Keys.ShouldBe([field]);
    }

    [Fact]
    public async Task What_shows_under_more_than_a_line_of_conditions_is_refused_by_its_field()
    {
        var bike = (await _shed.BikeAsync()).Id;
        var request = new FaultRequest(
            OwnShed.NewId(),
            null,
            "Cuts out",
            FindingSeverity.Watch,
            null,
            null,
            null,
            new string('x', FindingText.LongestUnder + 1)
        );
        (await _shed.Findings.OpenAsync(bike, request, OwnShed.By())).NotDone(ProblemKind.Refused).Fields!.Keys.ShouldBe(["under"]);
    }
}
