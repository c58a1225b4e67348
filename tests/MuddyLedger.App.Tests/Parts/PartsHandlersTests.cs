using MuddyLedger.App.Parts;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Tests.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.App.Tests.Parts;

public class PartsHandlersTests
{
    private readonly OwnShed _shed = new();

    private static FittedRequest Tyre(int count = 1, string? part = "rear tyre", string? price = "128.50", string? until = "2028-04-18") =>
        new(OwnShed.NewId(), "2026-04-17", part, count, false, "RT-17", "a shop on the road", price, until);

    [Fact]
    public async Task A_part_bought_on_the_road_stands_with_its_cost_and_warranty()
    {
        var bike = (await _shed.BikeAsync()).Id;
        var fitted = (await _shed.Parts.FittedAsync(bike, Tyre(), OwnShed.By())).Done().Fitted.ShouldHaveSingleItem();
        (fitted.Part, fitted.Number, fitted.Source, fitted.Price, fitted.InWarranty).ShouldBe(
            ("rear tyre", "RT-17", "a shop on the road", "128.50", true)
        );
        var book = (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger;
        book.Each<CostPaid>().ShouldHaveSingleItem().Body.ShouldBe(new CostPaid("rear tyre", Money.Of(128.5m)));
        book.Each<PartFitted>().ShouldHaveSingleItem().Body.WarrantyUntil.ShouldBe(new LocalDate(2028, 4, 18));
    }

    public static TheoryData<FittedRequest, string> Wrong =>
        new()
        {
            { Tyre(count: 0), "count" },
            { Tyre(count: 100), "count" },
            { Tyre(part: " "), "part" },
            { Tyre(price: "1,2,3"), "price" },
            { Tyre(until: "next spring"), "warrantyUntil" },
        };

    [Theory]
    [MemberData(nameof(Wrong))]
    public async Task What_cannot_be_is_refused_by_its_field(FittedRequest body, string field)
    {
        var bike = (await _shed.BikeAsync()).Id;
        (await _shed.Parts.FittedAsync(bike, body, OwnShed.By())).NotDone(ProblemKind.Refused).Fields!.Keys.ShouldBe([field]);
        (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.Each<PartFitted>().ShouldBeEmpty();
    }

    // Glue that nobody thinks of any more is said when its place is opened, and not said once it has proven itself.
    [Fact]
    public async Task What_was_mended_for_now_is_said_at_the_step_that_opens_its_place()
    {
        var bike = (await _shed.BikeAsync(reading: "23,588")).Id;
        RepairRequest Glued(string? place) => new(OwnShed.NewId(), "2026-04-17", $"glued, {place}", 0, "2026-05-18", place);
        (await _shed.Parts.RepairAsync(bike, Glued("the moon"), OwnShed.By()))
            .NotDone(ProblemKind.Refused)
            .Fields!.Keys.ShouldBe(["place"]);
        var parts = (await _shed.Parts.RepairAsync(bike, Glued(null), OwnShed.By())).Done();
        foreach (var place in parts.Places)
            parts = (await _shed.Parts.RepairAsync(bike, Glued(place.Id), OwnShed.By())).Done();
        parts.Repairs.Count(one => one.Place is not null).ShouldBe(parts.Places.Count);

        var hand = new BenchHand(_shed);
        var run = await hand.StartAsync(bike, "front-wheel");
        var said = run.Steps.Where(step => step.Mended.Count > 0).ToList();
        said.ShouldNotBeEmpty();
        said.ShouldAllBe(step => step.Mended.Single() == $"glued, {step.Id.Split('/')[0]}");
        run.Steps.First(step => step.Id.Contains('/')).Mended.ShouldNotBeEmpty();

        foreach (var one in parts.Repairs)
            (
                await _shed.Parts.LookAsync(
                    bike,
                    one.Entry,
                    new(OwnShed.NewId(), "2026-04-18", RepairResult.Proven, "holds", null),
                    OwnShed.By()
                )
            ).Done();
        (await _shed.Runs.GetAsync(run.Id, OwnShed.By())).Done().Steps.ShouldAllBe(step => step.Mended.Count == 0);
    }
}
