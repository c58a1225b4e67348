using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Shelf;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Tests.Jobs;

/// <summary>What goes on at the bench, what it came from, and the fluid that stands on the shelf for it.</summary>
public class PartsOnTheBenchTests
{
    private readonly OwnShed _shed = new();

    private async Task<(BenchHand Hand, RunAnswer Run)> AtAsync(string step)
    {
        var bike = (await _shed.BikeAsync(reading: "23,588")).Id;
        var hand = new BenchHand(_shed);
        return (hand, await hand.ThroughAsync(await hand.StartAsync(bike, "engine-oil"), step));
    }

    [Fact]
    public async Task A_part_is_written_with_what_is_known_of_it_and_offered_so_the_next_time()
    {
        var (hand, run) = await AtAsync("filter-new");
        var fits = run.Steps.Single(step => step.Id == "filter-new").Fits.ShouldHaveSingleItem();
        (fits.Part, fits.Count, fits.Number).ShouldBe(("oil filter", 1, null));
        run = (
            await hand.TapAsync(
                run,
                new(
                    OwnShed.NewId(),
                    RunActKind.StepDone,
                    "filter-new",
                    new RecordRequest(Parts: [new("oil filter", 1, 0, false, "OC-12", "the shop", "9.80", "2028-04-18")])
                )
            )
        ).ShouldNotBeNull(hand.Refused);
        run = await hand.ThroughAsync(run);
        (await _shed.Runs.FinishAsync(run.Id, new(OwnShed.NewId(), "50", [], null, null), OwnShed.By(run.Version))).Done();
        var book = (await _shed.Snapshots.OneAsync(run.Bike, OwnShed.Cancel))!.Ledger;
        book.Each<PartFitted>().Single(pair => pair.Body.Part == "oil filter").Body.Number.ShouldBe("OC-12");
        book.Each<CostPaid>().ShouldHaveSingleItem().Body.ShouldBe(new CostPaid("oil filter", Money.Of(9.8m)));

        var next = await hand.StartAsync(run.Bike, "engine-oil");
        var known = next.Steps.Single(step => step.Id == "filter-new").Fits.ShouldHaveSingleItem();
        (known.Number, known.Source, known.Price).ShouldBe(("OC-12", "the shop", "9.80"));
    }

    // Who comes from "front brake pads: measure" is not asked first whether they are to be renewed.
    [Theory]
    [InlineData("front-pads.measure", false)]
    [InlineData("front-pads.replace", true)]
    public async Task The_choices_of_a_run_stand_as_the_task_calls_for_that_it_was_begun_for(string task, bool renews)
    {
        var bike = (await _shed.BikeAsync(reading: "23,588")).Id;
        var start = new StartRequest(OwnShed.NewId(), ["front-pads"], task);
        var run = (await _shed.Runs.StartAsync(bike, start, OwnShed.By())).Done();
        run.Steps.Any(step => step.Fits.Any(fits => fits.Part.Contains("pads"))).ShouldBe(renews);
        var said = run.Steps.Where(step => step.Choice is not null).Select(step => step.Choice!.Because ?? "").ToList();
        said.Any(words => words.Contains("asked for: ", StringComparison.Ordinal)).ShouldBe(!renews, string.Join(" | ", said));
    }

    [Fact]
    public async Task A_task_that_the_bike_has_not_got_is_refused()
    {
        var bike = (await _shed.BikeAsync(reading: "23,588")).Id;
        var start = new StartRequest(OwnShed.NewId(), ["front-pads"], "sails.furl");
        (await _shed.Runs.StartAsync(bike, start, OwnShed.By())).NotDone(ProblemKind.Refused).Fields!.Keys.ShouldBe(["task"]);
    }

    public static TheoryData<PartRequest, string> Wrong =>
        new()
        {
            { new("a bell", 1, 0), "record.parts.0.part" },
            { new("oil filter", -1, 0), "record.parts.0.fitted" },
            { new("oil filter", 0, 0), "record.parts.0.fitted" },
            { new("oil filter", 1, 100), "record.parts.0.usedAgain" },
            { new("oil filter", 1, 0, Price: "much"), "record.parts.0.price" },
            { new("oil filter", 1, 0, WarrantyUntil: "soon"), "record.parts.0.warrantyUntil" },
        };

    [Theory]
    [MemberData(nameof(Wrong))]
    public async Task What_cannot_be_of_a_part_is_refused_by_its_field(PartRequest part, string field)
    {
        var (hand, run) = await AtAsync("filter-new");
        (
            await hand.TapAsync(run, new(OwnShed.NewId(), RunActKind.StepDone, "filter-new", new RecordRequest(Parts: [part])))
        ).ShouldBeNull();
        hand.Refused.ShouldContain(field);
    }

    // An oil on the shelf that is as good as the grade is offered by its own name, and taken from there.
    [Fact]
    public async Task The_oil_that_stands_on_the_shelf_is_offered_and_used()
    {
        var bike = (await _shed.BikeAsync(reading: "23,588")).Id;
        var grade = (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Profile.Reservoirs[Core.Bikes.ReservoirId.Engine].Grade!;
        var name = $"Moor {grade}";
        (
            await _shed.Shelf.AddAsync(new(OwnShed.NewId(), new ItemForm(name, StockKind.Fluid, "", [], "0", [], null, null)), OwnShed.By())
        ).Done();
        var item = (await _shed.Shelf.GetAsync(OwnShed.By())).Done().Items.Single();
        (
            await _shed.Shelf.MoveAsync(item.Id, new(OwnShed.NewId(), StockCause.Bought, "4 L", 1, "2026-04-18", null, null), OwnShed.By())
        ).Done();
        var hand = new BenchHand(_shed);
        var run = await hand.StartAsync(bike, "engine-oil");
        run.Steps.First(step => step.Id == "pour-first").InIt.ShouldBe(name);
        run.Needs.Single(need => need.Kind == Core.Jobs.NeedKind.Fluid).OnShelf.ShouldBe(true);
        run = await hand.ThroughAsync(run, "pour-first");
        run = (
            await hand.TapAsync(run, new(OwnShed.NewId(), RunActKind.StepDone, "pour-first", new RecordRequest(Volume: "2 L", Fluid: name)))
        )!;
        run = await hand.ThroughAsync(run);
        run.FromShelf.ShouldContain(one => one.What == name && !one.Missing);
    }
}
