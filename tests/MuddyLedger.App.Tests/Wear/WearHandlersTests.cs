using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Wear;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.App.Tests.Wear;

public class WearHandlersTests
{
    private static MeasureRequest Measured(params string?[] values) =>
        new(OwnShed.NewId(), null, values, null, null, null, null, null, null, null);

    private static async Task<(OwnShed Shed, Guid Bike)> DemoAsync(string name = "Causeway")
    {
        var shed = await OwnShed.DemoAsync();
        return (shed, (await shed.Snapshots.AllAsync(OwnShed.Cancel)).Single(one => one.Profile.Nickname == name).Bike.Id.Value);
    }

    [Fact]
    public async Task Every_bike_of_the_demo_has_its_wear_each_series_and_a_form_that_asks_for_what_it_has()
    {
        var shed = await OwnShed.DemoAsync();
        foreach (var set in OwnShed.Content.Sets)
            await shed.BikeAsync(set.Id);
        foreach (var bike in (await shed.Snapshots.AllAsync(OwnShed.Cancel)).Select(snapshot => snapshot.Bike.Id.Value))
        {
            var wear = (await shed.Wear.GetAsync(bike, OwnShed.By())).Done();
            foreach (var line in wear.Series)
            {
                var series = (await shed.Wear.SeriesAsync(bike, line.Id, OwnShed.By())).Done();
                series.State.Id.ShouldBe(line.Id);
                (line.Asked.Unit is not null || line.Asked.Looks.Count == 5).ShouldBeTrue($"{wear.Nickname} {line.Id}");
                line.Asked.Places.ShouldNotBeEmpty();
            }
        }
    }

    [Fact]
    public async Task The_demo_says_what_wears_out_next_and_how_long_parts_lasted()
    {
        var (shed, bike) = await DemoAsync();
        var wear = (await shed.Wear.GetAsync(bike, OwnShed.By())).Done();
        wear.Next.Select(one => one.State.Id).ShouldBe(["chain-run", "rear-pads", "front-tread"]);
        var pads = wear.Lasted.Single(one => one.Series == "rear-pads").Lives;
        pads.Count.ShouldBe(2);
        pads.ShouldAllBe(life => life.CostPer != null && life.CostPerUnit == "1,000 mi");
        pads[1].BlamedOn.ShouldBe("the caliper's pins were dry, and one pad dragged");
        (await shed.Whole.GetAsync(OwnShed.By())).Done().Wears.ShouldContain(one => one.Bike == bike && one.Line.Id == "chain-run");
    }

    [Fact]
    public async Task What_is_typed_is_judged_before_it_is_kept()
    {
        var (shed, bike) = await DemoAsync();
        var judged = (await shed.Wear.JudgeAsync(bike, "front-pads", "0.9|3.2|", null, null, OwnShed.By())).Done();
        judged.Decides!.Value.ShouldBe(0.9m);
        judged.Verdict!.Grade.ShouldBe(Grade.Failed);
        judged.Spread.ShouldNotBeNull();
        (await shed.Wear.JudgeAsync(bike, "front-pads", "rubbish|", null, null, OwnShed.By())).Done().Decides.ShouldBeNull();
        // 321.4 over 20 is 160.7 over 10.
        var whole = (await shed.Wear.JudgeAsync(bike, "chain-run", "321.4", 20, null, OwnShed.By())).Done();
        var half = (await shed.Wear.JudgeAsync(bike, "chain-run", "160.7", 10, null, OwnShed.By())).Done();
        half.Decides.ShouldBe(whole.Decides);
        (await shed.Wear.JudgeAsync(bike, "front-shoes", "2", null, null, OwnShed.By())).NotDone(ProblemKind.NotFound);
    }

    [Fact]
    public async Task High_up_compression_reads_low_and_is_kept_as_at_sea_level()
    {
        var (shed, bike) = await DemoAsync();
        var body = Measured("9.0 bar") with { Altitude = "2000" };
        var series = (await shed.Wear.MeasureAsync(bike, "compression", body, OwnShed.By())).Done();
        // 1013.25 / 794.95 (ISO 2533, from memory) of 900 kPa.
        ((double)series.State.Latest!.Value!.Value).ShouldBe(1_147, 1.5);
    }

    [Theory]
    [InlineData("values.0", "")]
    [InlineData("values.0", "a bit")]
    [InlineData("values.0", "-1")]
    [InlineData("values.0", "3 kg")]
    public async Task A_field_that_says_nothing_is_refused_by_name_and_nothing_is_kept(string field, string typed)
    {
        var (shed, bike) = await DemoAsync();
        var lines = (await shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.All.Length;
        var problem = (await shed.Wear.MeasureAsync(bike, "front-pads", Measured(typed), OwnShed.By())).NotDone(ProblemKind.Refused);
        problem.Fields!.ShouldContainKey(field);
        (await shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.All.Length.ShouldBe(lines);
    }

    [Fact]
    public async Task A_miscounted_chain_and_a_look_where_none_tells_are_refused()
    {
        var (shed, bike) = await DemoAsync();
        (await shed.Wear.MeasureAsync(bike, "chain-run", Measured("305") with { Pitches = 20 }, OwnShed.By()))
            .NotDone(ProblemKind.Refused)
            .Fields!.ShouldContainKey("values.0");
        (await shed.Wear.MeasureAsync(bike, "front-disc", Measured() with { Look = Grade.Worn }, OwnShed.By()))
            .NotDone(ProblemKind.Refused)
            .Fields!.ShouldContainKey("look");
        (await shed.Wear.MeasureAsync(bike, "fork-seals", Measured("2"), OwnShed.By()))
            .NotDone(ProblemKind.Refused)
            .Fields!.ShouldContainKey("look");
    }

    [Fact]
    public async Task What_would_hurt_shuts_the_gate_once()
    {
        var (shed, bike) = await DemoAsync();
        for (var again = 0; again < 2; again++)
            (await shed.Wear.MeasureAsync(bike, "rear-pads", Measured("0", "1.2"), OwnShed.By(request: $"again {again}"))).Done();
        var snapshot = (await shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!;
        var found = snapshot.Ledger.Each<FindingOpened>().Where(pair => pair.Body.Title == "Rear brake pads, at its end").ToList();
        found.ShouldHaveSingleItem().Body.Severity.ShouldBe(FindingSeverity.Stop);
        snapshot.Gates.FirstNotOpen.ShouldNotBeNull();
    }

    [Fact]
    public async Task What_was_measured_of_an_earlier_part_shuts_nothing_and_a_sound_reading_opens_the_gate_again()
    {
        var (shed, bike) = await DemoAsync();
        async Task<BikeSnapshot> AfterAsync(string request, MeasureRequest body)
        {
            (await shed.Wear.MeasureAsync(bike, "rear-pads", body, OwnShed.By(request: request))).Done();
            return (await shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!;
        }

        // Two years ago, before two exchanges; and last month, before the latest reading.
        foreach (var day in new[] { "2024-05-01", "2026-03-10" })
            OpenFindings
                .Of((await AfterAsync(day, Measured("0") with { Date = day })).Ledger)
                .ShouldNotContain(pair => pair.Body.Title.Contains("Rear brake pads", StringComparison.Ordinal), day);
        OpenFindings
            .Of((await AfterAsync("worn", Measured("0"))).Ledger)
            .ShouldContain(pair => pair.Body.Title == "Rear brake pads, at its end");
        OpenFindings
            .Of((await AfterAsync("new ones", Measured("4.1", "4.2"))).Ledger)
            .ShouldNotContain(pair => pair.Body.Title == "Rear brake pads, at its end");
        // And again, when those are worn in their turn.
        OpenFindings
            .Of((await AfterAsync("worn again", Measured("0"))).Ledger)
            .ShouldContain(pair => pair.Body.Title == "Rear brake pads, at its end");
    }

    [Fact]
    public async Task A_valve_check_in_thou_is_kept_in_microns_and_settles_the_task_when_all_are_right()
    {
        var (shed, bike) = await DemoAsync("Scree");
        ValveRequest Valve(ValveSide side, int number, string clearance, string? fitted = null, string? left = null) =>
            new(1, side, number, clearance, "2.85", fitted, left);
        ValveRequest[] valves =
        [
            Valve(ValveSide.Intake, 1, "3", "2.80", "5"),
            Valve(ValveSide.Intake, 2, "4.5"),
            Valve(ValveSide.Exhaust, 1, "8"),
            Valve(ValveSide.Exhaust, 2, "8"),
        ];
        var answer = (await shed.Valves.CheckAsync(bike, new(OwnShed.NewId(), null, "thou", valves, "cold"), OwnShed.By())).Done();
        var first = answer.Valves.Single(valve => valve is { Side: ValveSide.Intake, Number: 1 });
        first.Points[^1].Clearance.Millimetres.ShouldBe(0.076m);
        (first.LeftAt!.Millimetres, first.ShimNow).ShouldBe((0.127m, 2.80m));
        var snapshot = (await shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!;
        snapshot.Ledger.Each<TaskDone>().Last().Body.Task.ShouldBe("valves.measure");
        // Left outside, it is not done.
        valves[1] = Valve(ValveSide.Intake, 2, "1");
        var done = snapshot.Ledger.Each<TaskDone>().Count();
        (await shed.Valves.CheckAsync(bike, new(OwnShed.NewId(), null, "thou", valves, null), OwnShed.By(request: "again"))).Done();
        (await shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.Each<TaskDone>().Count().ShouldBe(done);
    }

    // Kept under whatever name: what is a shim, and of which size, is told by it.
    [Fact]
    public async Task Shims_that_lie_on_the_shelf_stand_in_the_grid()
    {
        var (shed, bike) = await DemoAsync("Scree");
        foreach (
            var (name, count) in new[] { ("Valve shim 2.80", 2), ("shims 285", 1), ("Shim kit", 1), ("Shim 7.48 x 2,75", 1), ("2.90", 1) }
        )
        {
            var add = new App.Shelf.KeepItemRequest(OwnShed.NewId(), new(name, Core.Shelf.StockKind.Part, "", [], "0", [], null, null));
            (await shed.Shelf.AddAsync(add, OwnShed.By(request: name))).Done();
            var item = (await shed.Shelf.GetAsync(OwnShed.By())).Done().Items.Single(one => one.Name == name);
            var bought = new App.Shelf.MoveRequest(OwnShed.NewId(), Core.Shelf.StockCause.Bought, $"{count}", 1, "2026-04-18", null, null);
            (await shed.Shelf.MoveAsync(item.Id, bought, OwnShed.By(request: $"bought {name}"))).Done();
        }

        // A diameter of 7.48 mm is no thickness: what cannot be told apart is left to its owner.
        (await shed.Valves.GetAsync(bike, OwnShed.By()))
            .Done()
            .Shelf.Select(one => (one.Size, one.Count))
            .ShouldBe([(2.80m, 2), (2.85m, 1)]);

        // Two go in: one comes out of the other valve, one off the shelf.
        var check = new ValveCheckRequest(
            OwnShed.NewId(),
            null,
            "mm",
            [
                new(1, ValveSide.Intake, 1, "0.08", "2.85", "2.80", null),
                new(1, ValveSide.Intake, 2, "0.18", "2.80", "2.85", null),
                new(1, ValveSide.Exhaust, 1, "0.16", "2.85", "2.80", null),
            ],
            null
        );
        (await shed.Valves.CheckAsync(bike, check, OwnShed.By()))
            .Done()
            .Shelf.Select(one => (one.Size, one.Count))
            .ShouldBe([(2.80m, 1), (2.85m, 1)]);
        (await shed.Valves.CheckAsync(bike, check, OwnShed.By())).Done().Shelf.Sum(one => one.Count).ShouldBe(2, "sent twice, taken once");
    }

    [Fact]
    public async Task Left_and_right_are_looked_at_apart_and_a_place_may_be_left_out()
    {
        var (shed, bike) = await DemoAsync();
        var seals = (
            await shed.Wear.MeasureAsync(bike, "fork-seals", Measured() with { Looks = [Grade.Sound, Grade.Bad] }, OwnShed.By())
        ).Done();
        seals.State.Latest!.Looks.Select(one => (one.Place, one.Grade)).ShouldBe([("left leg", Grade.Sound), ("right leg", Grade.Bad)]);
        seals.State.Latest.Look.ShouldBe(Grade.Bad);
        var one = (
            await shed.Wear.MeasureAsync(bike, "fork-seals", Measured() with { Looks = [null, Grade.Worn] }, OwnShed.By(request: "one"))
        ).Done();
        one.State.Latest!.Looks.ShouldHaveSingleItem().Place.ShouldBe("right leg");
        (await shed.Wear.MeasureAsync(bike, "fork-seals", Measured() with { Looks = [null, null] }, OwnShed.By(request: "none")))
            .NotDone(ProblemKind.Refused)
            .Fields!.ShouldContainKey("look");
    }

    [Fact]
    public async Task Plugs_stand_side_by_side_and_oil_in_the_low_cylinder_says_rings()
    {
        var (shed, bike) = await DemoAsync();
        var plugs = (await shed.Wear.SeriesAsync(bike, "plug-colour", OwnShed.By())).Done();
        plugs.State.Latest!.Looks.Select(look => look.Words).ShouldBe(["tan to light grey", "black and dry, sooty"]);
        plugs.Spread!.Do.ShouldContain("Change the odd plug over");
        plugs.Spread.Spread.ShouldBeNull();
        var wet = (await shed.Wear.SeriesAsync(bike, "compression", OwnShed.By())).Done().Wet!;
        wet.Cylinders.Select(one => (one.Place, one.Verdict))
            .ShouldBe([("cylinder 1", WetVerdict.NotLow), ("cylinder 2", WetVerdict.Rings)]);
    }

    [Fact]
    public async Task What_a_trip_needs_is_ordered_in_time_unless_it_lies_on_the_shelf()
    {
        var (shed, bike) = await DemoAsync();
        async Task<TripLineAnswer> ChainAsync() =>
            (await shed.Trips.LastsAsync(bike, "1500 mi", "2026-05-20", 9, 1, true, OwnShed.By()))
                .Done()
                .Before.Single(line => line.Task == "chain.replace");
        var order = (await ChainAsync()).Order!;
        (order.Late, order.What.Contains("chain")).ShouldBe((false, true));
        order.By.ShouldBeLessThan(new(2026, 5, 18));
        foreach (var what in order.What)
        {
            var add = new App.Shelf.KeepItemRequest(OwnShed.NewId(), new(what, Core.Shelf.StockKind.Part, "", [], "0", [], null, null));
            (await shed.Shelf.AddAsync(add, OwnShed.By(request: what))).Done();
            var item = (await shed.Shelf.GetAsync(OwnShed.By())).Done().Items.Single(one => one.Name == what);
            var bought = new App.Shelf.MoveRequest(OwnShed.NewId(), Core.Shelf.StockCause.Bought, "4", 1, "2026-04-18", null, null);
            (await shed.Shelf.MoveAsync(item.Id, bought, OwnShed.By(request: $"bought {what}"))).Done();
        }

        (await ChainAsync()).Order.ShouldBeNull();
        // Off tomorrow: what is missing may come too late, and is said to.
        var soon = (await shed.Trips.LastsAsync(bike, "1500 mi", "2026-04-19", 9, 1, true, OwnShed.By())).Done();
        soon.Before.Where(line => line.Order is not null)
            .ShouldAllBe(line => line.Order!.Late && line.Order.By == new LocalDate(2026, 4, 18));
        soon.OrderBy.ShouldBe(new LocalDate(2026, 4, 18));
    }

    [Fact]
    public async Task On_the_bench_each_cylinder_has_its_place_and_a_gauge_leaves_its_name()
    {
        var (shed, bike) = await DemoAsync();
        var hand = new Jobs.BenchHand(shed);
        var run = await hand.ThroughAsync(await hand.StartAsync(bike, "compression-test"), upTo: "dry");
        var asked = run.Steps.Single(step => step.Id == "dry").Measure!;
        (asked.Gauge, string.Join(", ", asked.Places)).ShouldBe(("gauge", "cylinder 1, cylinder 2"));
        var record = new App.Jobs.RecordRequest(Values: ["1200", "11.5 bar"], Instrument: "Pressure gauge, simulated");
        run = (await hand.TapAsync(run, new(OwnShed.NewId(), App.Jobs.RunActKind.StepDone, "dry", record))).ShouldNotBeNull();
        run = await hand.ThroughAsync(run);
        var finish = new App.Jobs.FinishRequest(OwnShed.NewId(), "47", [], run.Tray.Count > 0 ? "as it lies" : null, null);
        (await shed.Runs.FinishAsync(run.Id, finish, OwnShed.By(run.Version))).Done();
        var latest = (await shed.Wear.SeriesAsync(bike, "compression", OwnShed.By())).Done().State.Latest!;
        latest.Instrument.ShouldBe("Pressure gauge, simulated");
        latest.Places.Zip(latest.Values.Select(value => value.Value)).ShouldBe([("cylinder 1", 1_200m), ("cylinder 2", 1_150m)]);
    }

    /// <summary>The end of a series is a due date, so its job's parts come onto the shopping list.</summary>
    [Fact]
    public async Task What_wears_out_soon_is_on_the_shopping_list()
    {
        var (shed, bike) = await DemoAsync();
        async Task<bool> ListedAsync() =>
            (await shed.Shelf.GetAsync(OwnShed.By()))
                .Done()
                .ToBuy.Any(line => line.What == "front tyre" && line.For.Any(why => why.Contains("Causeway")));
        (await ListedAsync()).ShouldBeFalse();
        (await shed.Wear.MeasureAsync(bike, "front-tread", Measured("1.5", "1.8", "1.7"), OwnShed.By())).Done();
        (await ListedAsync()).ShouldBeTrue();
    }

    [Theory]
    [InlineData("valves.0.clearance", "much", "2.85", "", "0.05")]
    [InlineData("valves.0.shim", "0.12", "28500", "", "0.05")]
    [InlineData("shelf", "0.12", "2.85", "2.80 x0", "0.05")]
    [InlineData("step", "0.12", "2.85", "", "0.1")]
    public async Task A_plan_names_the_field_that_it_cannot_read(string field, string clearance, string shim, string shelf, string step)
    {
        var (shed, bike) = await DemoAsync("Scree");
        var body = new ShimPlanRequest("mm", [new(1, ValveSide.Intake, 1, clearance, shim, null, null)], shelf, step);
        (await shed.Valves.PlanAsync(bike, body, OwnShed.By())).NotDone(ProblemKind.Refused).Fields!.ShouldContainKey(field);
    }

    [Fact]
    public async Task A_trip_is_kept_changed_answered_and_called_off()
    {
        var (shed, bike) = await DemoAsync();
        var trips = (await shed.Trips.GetAsync(bike, OwnShed.By())).Done();
        trips.Trips.ShouldHaveSingleItem().Title.ShouldBe("The sea road in spring");
        var request = new TripRequest(OwnShed.NewId(), null, "Coast", "90 km", "2026-05-01", 2, 1, false, false);
        var kept = (await shed.Trips.KeepAsync(bike, request, OwnShed.By())).Done().Trips.Single(trip => trip.Title == "Coast");
        var longer = request with { Id = OwnShed.NewId(), Trip = kept.Trip, Amount = "1500 mi" };
        (await shed.Trips.KeepAsync(bike, longer, OwnShed.By(request: "longer"))).Done().Trips.Count.ShouldBe(2);
        var lasts = (await shed.Trips.LastsAsync(bike, "1500 mi", "2026-05-01", 9, 1, true, OwnShed.By())).Done();
        lasts.Before.ShouldContain(line => line.Task == "chain.replace" && line.Series == "chain-run");
        lasts.NotKnown.ShouldAllBe(line => line.Percent == null);
        lasts.Fine.ShouldAllBe(line => line.Percent < 2);
        lasts.Fuel!.Tank.Count.ShouldBe(3);
        var off = longer with { Id = OwnShed.NewId(), Dropped = true };
        (await shed.Trips.KeepAsync(bike, off, OwnShed.By(request: "off"))).Done().Trips.ShouldHaveSingleItem();
    }

    [Theory]
    [InlineData("", "2026-05-01", 3, 1, "amount")]
    [InlineData("3 L", "2026-05-01", 3, 1, "amount")]
    [InlineData("300", "yesterday", 3, 1, "from")]
    [InlineData("300", "2025-05-01", 3, 1, "from")]
    [InlineData("300", "2026-05-01", 0, 1, "days")]
    [InlineData("300", "2026-05-01", 3, 9, "hard")]
    public async Task A_trip_that_means_nothing_names_its_field(string amount, string from, int days, int hard, string field)
    {
        var (shed, bike) = await DemoAsync();
        (await shed.Trips.LastsAsync(bike, amount, from, days, hard, false, OwnShed.By()))
            .NotDone(ProblemKind.Refused)
            .Fields!.ShouldContainKey(field);
    }
}
