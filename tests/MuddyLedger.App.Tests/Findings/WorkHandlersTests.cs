using MuddyLedger.App.Findings;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Findings;

namespace MuddyLedger.App.Tests.Findings;

/// <summary>What is done for the money there is, as the page asks for it.</summary>
public class WorkHandlersTests
{
    private readonly OwnShed _shed = new();

    private async Task<Guid> FoundAsync(Guid bike, string title, string? cost) =>
        (await _shed.Findings.OpenAsync(bike, new(OwnShed.NewId(), null, title, FindingSeverity.Watch, null, cost, null), OwnShed.By()))
            .Done()
            .Id;

    private static string[] Lines(WorkAnswer work) => [.. work.Optional.Select(line => $"{line.Title}: {line.Verdict}")];

    [Fact]
    public async Task A_cap_and_an_order_are_looked_at_first_and_count_when_they_are_kept()
    {
        var bike = (await _shed.BikeAsync()).Id;
        var (seat, paint) = (await FoundAsync(bike, "Seat torn", "80"), await FoundAsync(bike, "Paint", "60"));
        var tried = (await _shed.Work.GetAsync(bike, new("100", [paint, seat]), OwnShed.By())).Done();
        Lines(tried).ShouldBe(["Paint: Within", "Seat torn: OverTheCap"]);
        (tried.Taken, tried.Left).ShouldBe(("60.00", "40.00"));
        Lines((await _shed.Work.GetAsync(bike, null, OwnShed.By())).Done()).ShouldBe(["Seat torn: Within", "Paint: Within"]);

        (await _shed.Work.SetAsync(bike, new(OwnShed.NewId(), "100", [paint, seat]), OwnShed.By())).Done();
        var kept = (await _shed.Work.GetAsync(bike, null, OwnShed.By())).Done();
        (kept.Cap, string.Join(", ", Lines(kept))).ShouldBe(("100.00", "Paint: Within, Seat torn: OverTheCap"));
        (await _shed.Work.SetAsync(bike, new(OwnShed.NewId(), "", [paint, seat]), OwnShed.By())).Done().Cap.ShouldBeNull();
    }

    [Theory]
    [InlineData("much", true, "cap")]
    [InlineData("-5", true, "cap")]
    [InlineData("100", false, "order")]
    public async Task What_cannot_be_is_refused_by_its_field_and_nothing_is_kept(string cap, bool known, string field)
    {
        var bike = (await _shed.BikeAsync()).Id;
        var order = known ? [await FoundAsync(bike, "Seat torn", "80")] : new[] { Guid.CreateVersion7() };
        (await _shed.Work.SetAsync(bike, new(OwnShed.NewId(), cap, order), OwnShed.By()))
            .NotDone(ProblemKind.Refused)
            .Fields!.Keys.ShouldBe([field]);
        (await _shed.Work.GetAsync(bike, new(cap, order), OwnShed.By())).NotDone(ProblemKind.Refused);
        (await _shed.Work.GetAsync(bike, null, OwnShed.By())).Done().Cap.ShouldBeNull();
    }

    [Fact]
    public async Task Each_stands_in_the_order_once()
    {
        var bike = (await _shed.BikeAsync()).Id;
        var seat = await FoundAsync(bike, "Seat torn", "80");
        (await _shed.Work.SetAsync(bike, new(OwnShed.NewId(), "100", [seat, seat]), OwnShed.By()))
            .NotDone(ProblemKind.Refused)
            .Fields!["order"]
            .ShouldContain("twice");
        (await _shed.Work.GetAsync(Guid.CreateVersion7(), null, OwnShed.By())).NotDone(ProblemKind.NotFound);
    }
}
