using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.Core.Tests.Jobs;

/// <summary>A lay-up and its wake-up are one thing: what one puts, the other asks for, and no more.</summary>
public class LayUpAndWakeTests
{
    private static readonly Job LayingUp = Given.Content.Job("laying-up")!;
    private static readonly Job Waking = Given.Content.Job("recommissioning")!;

    private static LocalDate Day(Instant at) => at.InUtc().Date;

    /// <summary>Every kind of bike that ships, with one set of choices drawn for each.</summary>
    private static readonly Gen<(Profile Bike, int[] Picks)> Case = Gen.Select(
        Gen.Int[0, Given.Content.Sets.Length - 1].Select(at => Given.Content.Sets[at].Profile),
        Gen.Int[0, 2].Array[8]
    );

    // Property: over every kind of bike and any choices, the wake-up has a step for each thing that the lay-up left, none for what it did
    // not leave, cannot pass its last look at the list while one stands, and leaves an empty list.
    [Fact]
    public void A_wake_up_undoes_exactly_what_the_lay_up_did() =>
        Case.Sample(
            one =>
            {
                var book = new LedgerBuilder();
                Finish(book, Through(new Bench(one.Bike, LayingUp), one.Picks));
                var left = UndoList.Of(book.Ledger, [], Day);
                var waking = UndoList.For(Waking, left.Select(thing => thing.Thing).ToHashSet());
                var ends = waking.Steps.Where(step => step.IfStanding).SelectMany(UndoList.Of).Select(pair => pair.Thing.Id).ToHashSet();
                ends.ShouldBe(left.Select(thing => thing.Thing).ToHashSet(), ignoreOrder: true);
                foreach (var thing in left)
                    waking
                        .Steps.SelectMany(UndoList.Of)
                        .Any(pair => pair.Thing.Back && pair.Thing.Id == thing.Thing && pair.Way != thing.Way)
                        .ShouldBeTrue(thing.What);

                var bench = Through(new Bench(one.Bike, waking) { Before = left }, one.Picks);
                Finish(book, bench);
                // An oil pump that stood is not proven by waking: its premix stays on the list until a measured fall ends it.
                UndoList
                    .Of(book.Ledger, [], Day)
                    .Select(thing => thing.Thing)
                    .ShouldBe(one.Bike.Lubrication is Lubrication.OilInjection ? ["premix-insurance"] : []);
                RidingTime.Of(book.Ledger).StandsStill.ShouldBeFalse();
            },
            iter: 24
        );

    // The same for what a step of the wake-up was skipped for: the look at the list does not pass, and says what stands.
    [Fact]
    public void The_list_must_be_empty_before_the_gate_opens_and_a_skipped_step_does_not_empty_it()
    {
        var before = Open(
            ("plug-in-exhaust", "the ends of the exhaust shut", Gate.Cranked),
            ("chalk-on-tyres", "chalk", null),
            ("tyres-pumped-up", "pumped up", Gate.Ridden)
        );
        var bench = new Bench(Given.Drumlin, UndoList.For(Waking, before.Select(one => one.Thing).ToHashSet())) { Before = before };
        while (bench.Next() is { } next && next != "undo-cranked")
        {
            if (next == "exhaust-open")
                bench.Do(new StepSkipped(next, "called in"));
            else
                bench.Done(next);
        }

        bench
            .Try(new StepDone("undo-cranked", StepRecord.Nothing))!
            .Words.ShouldBe("does not pass yet. In place for now: the ends of the exhaust shut");
        // What only keeps it from being ridden does not keep it from being cranked.
        var open = new Bench(Given.Drumlin, UndoList.For(Waking, before.Select(one => one.Thing).ToHashSet())) { Before = before }.UpTo(
            "undo-cranked"
        );
        open.Done("undo-cranked").UpTo("pressure").Do(new StepSkipped("pressure", "no gauge here")).UpTo("undo-ridden");
        open.Try(new StepDone("undo-ridden", StepRecord.Nothing))!.Words.ShouldContain("pumped up");
    }

    [Fact]
    public void A_bike_with_an_empty_list_is_asked_for_none_of_it()
    {
        var plain = UndoList.For(Waking, ImmutableHashSet<string>.Empty);
        plain.Steps.ShouldNotContain(step => step.IfStanding);
        JobOrder.Of(plain.Steps, _ => true).Cycle.ShouldBeEmpty();
        // What followed a step that fell away follows what that one followed.
        plain.Steps.First(step => step.Id == "nests").After.ShouldBe(["stood"]);
        UndoList.For(LayingUp, ImmutableHashSet<string>.Empty).ShouldBeSameAs(LayingUp);
    }

    [Fact]
    public void What_stands_keeps_its_gate_shut_until_it_is_undone()
    {
        var book = new LedgerBuilder();
        book.Write(Given.Today, new LeftForNow("main-fuse", "the main fuse", ForNow.Away) { Shuts = Gate.Run, Where = "tin on the sill" });
        book.Write(Given.Today, new LeftForNow("chalk-on-tyres", "the chalk", ForNow.InPlace));
        var shut = Given.Line(Given.Drumlin, book.Ledger).Reasons.Where(reason => reason.State == GateState.Shut).ShouldHaveSingleItem();
        (shut.Gate, shut.Kind, shut.Why, shut.Thing).ShouldBe(
            (Gate.Run, ReasonKind.ForNow, "Away for now: the main fuse (tin on the sill)", "main-fuse")
        );
        book.Write(Given.Today, new ForNowUndone("main-fuse", "the main fuse"));
        Given.Line(Given.Drumlin, book.Ledger).Reasons.ShouldNotContain(reason => reason.State == GateState.Shut);
    }

    [Fact]
    public void Where_a_thing_is_kept_goes_into_the_book_and_onto_the_list()
    {
        var bench = new Bench(Given.Drumlin, LayingUp).UpTo("battery-out");
        bench.Done("battery-out", new() { Where = "shelf in the cellar" });
        var running = UndoList
            .Of(new LedgerBuilder().Ledger, [(Guid.CreateVersion7(), bench.Job, bench.State)], Day)
            .First(one => one.Thing == "battery");
        (running.Where, running.Shuts, running.Way).ShouldBe(("shelf in the cellar", Gate.Run, ForNow.Away));
        var book = new LedgerBuilder();
        Finish(book, bench.UpTo());
        UndoList
            .Of(book.Ledger, [], Day)
            .First(one => one.Thing == "battery")
            .Words.ShouldBe("Away for now: the battery (shelf in the cellar)");
    }

    [Fact]
    public void Laying_up_says_that_it_stands_once_and_waking_that_it_is_in_use()
    {
        var book = new LedgerBuilder();
        Finish(book, new Bench(Given.Drumlin, LayingUp).UpTo());
        RidingTime.Of(book.Ledger).StandsSince.ShouldBe(Given.Today);
        Finish(book, new Bench(Given.Drumlin, LayingUp).UpTo());
        book.Ledger.InForce.Count(line => line.Body is LaidUp).ShouldBe(1);
        var left = UndoList.Of(book.Ledger, [], Day);
        Finish(book, new Bench(Given.Drumlin, UndoList.For(Waking, left.Select(one => one.Thing).ToHashSet())) { Before = left }.UpTo());
        RidingTime.Of(book.Ledger).StandsStill.ShouldBeFalse();
    }

    // The words for each tier; the plastic tank and the injection of the recommendations are the shed's own.
    [Theory]
    [InlineData("road-twin", "season", "treated", "It is injected. The pump and its seals last better wet.")]
    [InlineData("road-twin", "years", "drained", "Treated fuel keeps for about twelve months, and this is longer.")]
    [InlineData("two-stroke-enduro", "season", "drained", "Its tank does not rust, and old fuel blocks its jets first.")]
    [InlineData("trials-single", "season", "treated", "Its tank is steel, which rusts where there is air.")]
    public void The_school_for_the_fuel_is_recommended_by_tank_system_and_length(string set, string stay, string school, string because)
    {
        var bench = new Bench(Given.Content.Sets.First(one => one.Id == set).Profile, LayingUp).UpTo("stay");
        bench.Done("stay", new() { Option = stay });
        var choice = bench.Plan.Step("fuel-school")!.Step.Choice!;
        (choice.Default, choice.Because).ShouldBe((school, because));
        bench.Plan.Steps.Any(planned => planned.Step.Id == "stabiliser").ShouldBe(school == "treated");
        // The owner's own choice stands over it, for good.
        var other = choice.Options.First(option => option.Id != school).Id;
        bench.Done("fuel-school", new() { Option = other });
        bench.Plan.Steps.Any(planned => planned.Step.Id == "stabiliser").ShouldBe(other == "treated");
    }

    // What is asked only of some bikes is no choice on the others, and nothing hangs on its default there.
    [Theory]
    [InlineData("motocross-four-stroke", "battery-out", false)]
    [InlineData("road-twin", "battery-out", true)]
    [InlineData("two-stroke-enduro", "oil-now", false)]
    [InlineData("two-stroke-enduro", "gear-oil", true)]
    [InlineData("step-through", "oil-now", true)]
    public void A_step_that_hangs_on_a_choice_that_is_not_asked_does_not_apply(string set, string step, bool applies) =>
        JobPlan
            .For(
                LayingUp,
                Given.Content.Sets.First(one => one.Id == set).Profile with
                {
                    Battery = set == "motocross-four-stroke" ? BatteryKind.None : BatteryKind.AgmOrGel,
                }
            )
            .Steps.Any(planned => planned.Step.Id == step)
            .ShouldBe(applies);

    [Fact]
    public void Joined_with_another_job_a_recommendation_still_reads_its_own_choices()
    {
        var joined = JobAssembly.Of([Given.Content.Job("chain")!, Given.Content.Job("setting-up")!], Given.Content.Access, Given.Scree).Job;
        var where = JobPlan
            .For(joined, Given.Scree with { Use = BikeUse.Motocross })
            .Steps.First(planned => planned.Step.Id == "setting-up/where")
            .Step.Choice!;
        (where.Default, where.Because).ShouldBe(("closed", "It was built for closed courses."));
        JobAssembly
            .Refuse([Given.Content.Job("chain")!, LayingUp], Given.Content.Access, Given.Scree)!
            .Words.ShouldContain("\"Laying up\" has an order of its own");
    }

    /// <summary>Every step done in order, the choices as drawn.</summary>
    private static Bench Through(Bench bench, int[] picks)
    {
        var at = 0;
        while (bench.Next() is { } next)
        {
            var choice = bench.Plan.Step(next)!.Step.Choice;
            if (choice is null)
                bench.Answer(next);
            else
                bench.Done(next, new() { Option = choice.Options[picks[at++ % picks.Length] % choice.Options.Length].Id });
        }

        return bench;
    }

    private static void Finish(LedgerBuilder book, Bench bench)
    {
        foreach (
            var entry in RunFinish.Entries(bench.Plan, bench.State, new(60, [], null, null), Given.Today, _ => Given.Today, book.Ledger)
        )
            book.Write(entry.Date, entry.Body);
    }

    private static ImmutableArray<UndoItem> Open(params (string Thing, string What, Gate? Shuts)[] things) =>
        [.. things.Select(one => new UndoItem(one.Thing, one.What, ForNow.InPlace, Given.Today, null, one.Shuts))];
}
