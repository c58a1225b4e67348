using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Shelf;

public class TakingTests
{
    private static readonly Guid Causeway = Guid.Parse("01990000-0000-7000-8000-00000000000a");
    private static readonly Guid Other = Guid.Parse("01990000-0000-7000-8000-00000000000b");

    [Fact]
    public void What_is_left_is_the_sum_of_the_moves_bottle_by_bottle()
    {
        var stock = Bottles("10W-40", [4m, 1m], used: [2.6m]);
        stock.Left.ShouldBe(2.4m);
        stock.Containers.Select(one => one.Left).ShouldBe([1.4m, 1m]); // the open one first
        stock.Containers[0].Opened.ShouldBeTrue();
    }

    [Fact]
    public void A_job_takes_from_the_open_bottle_first_and_goes_on_in_the_next()
    {
        var taking = Taking.Of([new(StockKind.Fluid, "10w-40", 2m)], [Bottles("10W-40", [4m, 1m], used: [2.6m])], Causeway);
        taking.Takes.Select(take => take.Amount).ShouldBe([1.4m, 0.6m]);
        taking.Missing.ShouldBeEmpty();
    }

    [Fact]
    public void What_is_not_there_is_missing_and_the_shelf_never_goes_below_nought()
    {
        var taking = Taking.Of([new(StockKind.Part, "oil filter", 2)], [Pieces("oil filter", 1)], Causeway);
        taking.Takes.ShouldHaveSingleItem().Amount.ShouldBe(1);
        taking.Missing.ShouldHaveSingleItem().Amount.ShouldBe(1);
    }

    [Fact]
    public void What_is_made_for_the_bike_is_taken_before_what_fits_all_and_never_what_is_anothers()
    {
        Stock[] shelf =
        [
            Pieces("filter, any", 5, serves: "oil filter"),
            Pieces("Causeway filter", 5, serves: "oil filter", bike: Causeway),
            Pieces("Heron filter", 5, serves: "oil filter", bike: Other),
        ];
        Taking.Of([new(StockKind.Part, "oil filter", 1)], shelf, Causeway).Takes.ShouldHaveSingleItem().Name.ShouldBe("Causeway filter");
        Taking.Of([new(StockKind.Part, "oil filter", 1)], [shelf[2]], Causeway).Takes.ShouldBeEmpty();
    }

    [Fact]
    public void Another_oil_is_not_taken_for_the_one_that_was_poured() =>
        Taking
            .Of(
                [new(StockKind.Fluid, "0W-20 from the dealer", 1m, "engine oil")],
                [Bottles("10W-40", [4m], [], serves: "engine oil")],
                Causeway
            )
            .Takes.ShouldBeEmpty();

    [Fact]
    public void The_lines_of_a_job_say_what_it_used()
    {
        var used = Taking.UsedBy(
            [
                new FluidFilled(ReservoirId.Engine, Given.Litres(2.2m), "10W-40"),
                new FluidToppedUp(ReservoirId.Engine, Given.Litres(0.3m), "10W-40"),
                new PartFitted("oil filter", 1),
                new FluidDrained(ReservoirId.Engine, Given.Litres(2.4m), Core.Fluids.DrainReading.NotRead),
                new NoteWritten("none"),
            ],
            _ => "engine oil"
        );
        used.ShouldBe([new Used(StockKind.Fluid, "10W-40", 2.5m, "engine oil"), new Used(StockKind.Part, "oil filter", 1)]);
    }

    // However the words of a grade are listed on the can: "10W-40, JASO MA2" is one that is 10W-40 and MA2.
    [Theory]
    [InlineData("10W-40, JASO MA2", "", true)]
    [InlineData("Moor oil", "10W-40, JASO MA2", true)]
    [InlineData("Moor oil, 10W-40", "jaso ma2, engine oil", true)]
    [InlineData("Moor oil", "10W-40", false)]
    [InlineData("JASO MA2", "", false)]
    public void A_name_with_a_comma_is_met_by_all_of_its_words(string name, string serves, bool met) =>
        new StockItem(
            name,
            StockKind.Fluid,
            [.. serves.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)],
            [],
            0,
            [],
            null,
            null
        )
            .IsCalled("10W-40, JASO MA2")
            .ShouldBe(met);

    [Theory]
    [InlineData("10W-40, JASO MA", true)]
    [InlineData("Moor 10w40, JASO MA2", true)]
    [InlineData("20W-50, JASO MA2", false)] // another thickness
    [InlineData("10W-40, JASO MB", false)] // slips a wet clutch
    [InlineData("10W-40", false)] // does not say
    public void What_is_as_good_as_the_grade_is_not_bought_twice(string name, bool does) =>
        Core.Fluids.Compatibility.Suits(ReservoirId.Engine, Given.Drumlin, name, "10W-40, JASO MA2").ShouldBe(does);

    [Fact]
    public void The_list_takes_what_will_do_and_names_a_fluid_whose_amount_nobody_knows()
    {
        var any = new StockItem("Moor 10W-40, JASO MA", StockKind.Fluid, ["engine oil"], [], 0, [], null, null);
        var oil = new Stock(Guid.NewGuid(), any, 4m, []);
        Wanted Oil(Func<string, bool>? suits) =>
            new(StockKind.Fluid, "10W-40, JASO MA2", 2.6m, Causeway, "oil, Causeway", "engine oil", suits);
        Shopping
            .List([Oil(fluid => Core.Fluids.Compatibility.Suits(ReservoirId.Engine, Given.Drumlin, fluid, "10W-40, JASO MA2"))], [oil])
            .ShouldBeEmpty();
        Shopping.List([Oil(null)], [oil]).ShouldHaveSingleItem().Missing.ShouldBe(2.6m);

        var brake = Shopping.List([new(StockKind.Fluid, "DOT 4", null, Causeway, "brake fluid, Causeway")], []).ShouldHaveSingleItem();
        (brake.AmountUnknown, brake.Missing, brake.Here).ShouldBe((true, 0m, 0m));
        Shopping
            .List([new(StockKind.Fluid, "DOT 4", null, Causeway, "brake fluid, Causeway")], [Bottles("DOT 4", [0.5m], [])])
            .ShouldBeEmpty();
    }

    // What stands there and will do is taken before what is called so and is used up.
    [Fact]
    public void What_stands_on_the_shelf_is_preferred()
    {
        var empty = new Stock(Guid.NewGuid(), new("10W-40, JASO MA2", StockKind.Fluid, [], [], 0, [], null, null), 0, []);
        var full = new Stock(Guid.NewGuid(), new("Moor 10W-40, JASO MA2", StockKind.Fluid, [], [], 0, [], null, null), 4m, []);
        var wanted = new Wanted(
            StockKind.Fluid,
            "10W-40, JASO MA2",
            2.6m,
            Causeway,
            "oil, Causeway",
            "engine oil",
            fluid => Core.Fluids.Compatibility.IsAsGood(ReservoirId.Engine, Given.Drumlin, fluid, "10W-40, JASO MA2")
        );
        Shopping.List([wanted], [empty, full]).ShouldBeEmpty();
        Shopping.OnShelf(wanted, [empty, full])!.Id.ShouldBe(full.Id);
        Shopping.OnShelf(wanted, [empty]).ShouldBeNull();
    }

    // Whatever a shipped bike takes, bought under the name that the list gives it, is what its job then takes from the shelf.
    [Fact]
    public void Every_fluid_of_every_set_is_used_under_the_name_that_the_list_gives_it()
    {
        var seen = 0;
        foreach (var set in Given.Content.Sets)
        foreach (var job in Given.Content.JobsFor(set.Profile))
        {
            var bike = set.Profile;
            var plan = JobPlan.For(Given.Ready(job, bike), bike);
            foreach (var need in plan.Needs.Where(need => need is { Kind: NeedKind.Fluid, Reservoir: not null }))
            {
                var wanted = new Wanted(StockKind.Fluid, need.Grade ?? need.What, 1, Causeway, "", need.What);
                var line = Shopping.List([wanted], []).ShouldHaveSingleItem();
                var bought = new Stock(Guid.NewGuid(), new(line.What, StockKind.Fluid, [], [], 0, [], null, null), 5, []) is var stock
                    ? stock with
                    {
                        Containers = [new(Guid.NewGuid(), 5, 5, Given.Today)],
                    }
                    : stock;
                Shopping.OnShelf(wanted, [bought]).ShouldNotBeNull($"{need.What} of {set.Id}");
                var poured = new FluidFilled(need.Reservoir!.Value, Given.Litres(1), bought.Item.Name);
                Taking.Of(Taking.UsedBy([poured], _ => need.What), [bought], Causeway).Missing.ShouldBeEmpty($"{need.What} of {set.Id}");
                seen++;
            }
        }

        seen.ShouldBeGreaterThan(100);
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(2, 2)]
    [InlineData(0, 1)] // nobody has said
    public void There_are_as_many_sets_of_pads_as_front_discs(int discs, int sets) =>
        JobPlan
            .For(Given.Content.Job("front-pads")!, Given.Drumlin with { FrontDiscs = discs })
            .Needs.First(need => need.What == "front brake pads")
            .Count.ShouldBe(sets);

    // A plug for each cylinder: on the list, on the bench and in the book.
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(4)]
    public void There_are_as_many_plugs_as_cylinders(int cylinders)
    {
        var bench = new Bench(Given.Drumlin with { Cylinders = cylinders }, Given.Content.Job("spark-plugs")!).UpTo();
        bench.Plan.Needs.First(need => need.What == "spark plugs").Count.ShouldBe(cylinders);
        var lines = RunFinish
            .Entries(bench.Plan, bench.State, new(10, [], null, null), Given.Today, Given.Day, new LedgerBuilder().Ledger)
            .Select(line => line.Body)
            .ToList();
        lines.OfType<PartFitted>().ShouldHaveSingleItem().Count.ShouldBe(cylinders);
        lines.OfType<PartRemoved>().ShouldHaveSingleItem().Count.ShouldBe(cylinders);
    }

    [Fact]
    public void The_list_asks_for_what_the_jobs_want_and_for_the_minimum_after_them()
    {
        var oil = Bottles(
            "10W-40",
            [4m],
            used: [2.6m],
            serves: "engine oil",
            minimum: 1m,
            packs: [new(1m, Money.Of(12.90m)), new(4m, Money.Of(38m))]
        );
        Wanted[] wanted =
        [
            new(StockKind.Fluid, "10W-40", 2.6m, Causeway, "oil, Causeway"),
            new(StockKind.Part, "air filter", 1, Causeway, "air filter, Causeway"),
        ];
        var list = Shopping.List(wanted, [oil, Pieces("washer", 4, minimum: 5)]);
        var line = list.First(one => one.What == "10W-40");
        (line.Needed, line.Here, line.Missing).ShouldBe((2.6m, 1.4m, 2.2m)); // 2.6 + 1 in reserve - 1.4 that is there
        line.Packs!.Cost.Amount.ShouldBe(38m); // three singly are 38.70
        list.First(one => one.What == "air filter").Item.ShouldBeNull();
        list.First(one => one.What == "washer").Missing.ShouldBe(1);
        Shopping.Total(list).Amount.ShouldBe(38m);
    }

    // Whatever is asked for: what is taken and what is missing is what was used, and no bottle gives more than it holds.
    [Fact]
    public void Nothing_is_lost_and_nothing_is_made() =>
        Gen.Select(Gen.Int[1, 300].Array[1, 6], Gen.Int[1, 800].Array[1, 5])
            .Sample(
                (bottles, uses) =>
                {
                    var shelf = Bottles("oil", [.. bottles.Select(size => size / 100m)], []);
                    var used = uses.Select(use => new Used(StockKind.Fluid, "oil", use / 100m)).ToList();
                    var taking = Taking.Of(used, [shelf], Causeway);
                    taking.Takes.Sum(take => take.Amount).ShouldBe(Math.Min(shelf.Left, used.Sum(use => use.Amount)));
                    (taking.Takes.Sum(take => take.Amount) + taking.Missing.Sum(one => one.Amount)).ShouldBe(used.Sum(use => use.Amount));
                    foreach (var bottle in taking.Takes.GroupBy(take => take.Container))
                        bottle.Sum(take => take.Amount).ShouldBeLessThanOrEqualTo(shelf.Containers.First(one => one.Id == bottle.Key).Size);
                },
                iter: 300
            );

    private static Stock Bottles(
        string name,
        decimal[] came,
        decimal[] used,
        string serves = "",
        decimal minimum = 0,
        ImmutableArray<Pack> packs = default
    )
    {
        var id = Guid.CreateVersion7();
        var moves = came.Select(size =>
                Guid.CreateVersion7() is var bottle ? new StockMove(bottle, id, bottle, size, Given.Today, StockCause.Bought) : null!
            )
            .ToList();
        moves.AddRange(
            used.Select(amount => new StockMove(Guid.CreateVersion7(), id, moves[0].Id, -amount, Given.Today, StockCause.Taken)).ToList()
        );
        return Stock.Of(
            id,
            new(name, StockKind.Fluid, serves.Length == 0 ? [] : [serves], [], minimum, packs.IsDefault ? [] : packs, null, null),
            moves
        );
    }

    private static Stock Pieces(string name, decimal count, string serves = "", Guid? bike = null, decimal minimum = 0)
    {
        var id = Guid.CreateVersion7();
        return Stock.Of(
            id,
            new(name, StockKind.Part, serves.Length == 0 ? [] : [serves], bike is { } one ? [one] : [], minimum, [], null, null),
            [new(Guid.CreateVersion7(), id, null, count, Given.Today, StockCause.Bought)]
        );
    }
}
