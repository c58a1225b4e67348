using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Gates;

public class GateLineTests
{
    private static readonly LocalDate Today = Given.Today;
    internal static readonly RunId Run = new(Guid.Parse("01990000-0000-7000-8000-0000000000ab"));

    [Fact]
    public void A_bike_of_which_nobody_has_said_anything_is_not_proven_and_one_word_opens_it()
    {
        var book = new LedgerBuilder();
        var line = Given.Line(Given.Drumlin, book.Ledger);
        Enum.GetValues<Gate>().ShouldAllBe(gate => line.StateOf(gate) == GateState.NotProven);
        line.Reasons.Select(reason => reason.Kind).Distinct().ShouldBe([ReasonKind.UnknownContent, ReasonKind.Stood], ignoreOrder: true);
        // Fuel is judged by what was bought, not by whether anybody has spoken of it.
        line.Reasons.ShouldAllBe(reason => !reason.Why.Contains("fuel"));

        book.Write(Today, new WordGiven(Gate.Ridden, "I ride it every week"));
        var open = Given.Line(Given.Drumlin, book.Ledger);
        open.StateOf(Gate.Ridden).ShouldBe(GateState.Open);
        open.Word!.Body.Words.ShouldBe("I ride it every week", "it stays marked as a word");
    }

    [Fact]
    public void It_is_shut_since_the_first_of_what_shuts_it_and_not_by_what_is_only_not_proven()
    {
        var book = new LedgerBuilder();
        Given.Line(Given.Drumlin, book.Ledger).ShutSince.ShouldBeNull();
        book.Write(Today.PlusDays(-9), new FindingOpened("Brake hose cracked", FindingSeverity.Stop, null, null, Gate.Ridden));
        book.Write(Today.PlusDays(-2), new FindingOpened("Fuel tap weeps", FindingSeverity.Stop, null, null, Gate.Run));
        Given.Line(Given.Drumlin, book.Ledger).ShutSince.ShouldBe(Today.PlusDays(-9));
    }

    [Fact]
    public void A_word_for_the_engine_says_nothing_of_the_brakes()
    {
        var book = new LedgerBuilder();
        book.Write(Today, new WordGiven(Gate.Run, "it runs"));
        var line = Given.Line(Given.Drumlin, book.Ledger);
        (line.StateOf(Gate.Run), line.StateOf(Gate.Ridden)).ShouldBe((GateState.Open, GateState.NotProven));
    }

    [Fact]
    public void A_word_opens_nothing_that_is_shut_and_nothing_that_came_up_after_it()
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusDays(-3), new FindingOpened("Fuel tap weeps", FindingSeverity.Stop, null, null, Gate.Run));
        book.Write(Today.PlusDays(-2), new WordGiven(Gate.Ridden, "it is fine"));
        Given.Line(Given.Drumlin, book.Ledger).StateOf(Gate.Run).ShouldBe(GateState.Shut);
        book.Write(Today.PlusDays(-1), new LevelSeen(ReservoirId.Engine, Level.Below));
        var low = Given.Line(Given.Drumlin, book.Ledger);
        low.StateOf(Gate.Cranked).ShouldBe(GateState.NotProven);
        low.Reasons[0]
            .ShouldSatisfyAllConditions(
                reason => reason.Kind.ShouldBe(ReasonKind.BelowMark),
                reason => reason.Reservoir.ShouldBe(ReservoirId.Engine)
            );
        book.Write(Today, new LevelSeen(ReservoirId.Engine, Level.Between));
        Given.Line(Given.Drumlin, book.Ledger).StateOf(Gate.Cranked).ShouldBe(GateState.Open);
    }

    [Theory]
    [InlineData(TakenInAs.NonRunner)]
    [InlineData(TakenInAs.Project)]
    public void One_that_was_bought_not_running_is_not_proven_until_it_ran_and_then_until_it_was_ridden(TakenInAs how)
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusDays(-30), new WordGiven(Gate.Ridden, "the seller rode it"));
        book.Write(Today.PlusDays(-20), new TakenIn(how));
        Given.Line(Given.Drumlin, book.Ledger).StateOf(Gate.Cranked).ShouldBe(GateState.NotProven, "an older word is of another bike");
        book.Write(Today.PlusDays(-10), new EngineRan("first start"));
        var ran = Given.Line(Given.Drumlin, book.Ledger);
        (ran.StateOf(Gate.Run), ran.StateOf(Gate.Ridden)).ShouldBe((GateState.Open, GateState.NotProven));
        book.Write(Today, new RideDone(Distance.FromMetres(9_000), null, ""));
        Given.Line(Given.Drumlin, book.Ledger).StateOf(Gate.Ridden).ShouldBe(GateState.Open);
    }

    // Fuel that was burned, and an engine that ran, show that it runs: not that it may be ridden, nor what is in a case that nobody has
    // looked into.
    [Fact]
    public void What_ran_shows_neither_that_it_may_be_ridden_nor_what_is_in_it()
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusDays(-20), new TakenIn(TakenInAs.NonRunner));
        foreach (var day in new[] { -9, -2 })
            book.Write(Today.PlusDays(day), new FuelBought(Given.Litres(4), null, false));
        var fuelled = Given.Line(Given.Drumlin, book.Ledger);
        fuelled.For(Gate.Run).Select(reason => reason.Kind).ShouldNotContain(ReasonKind.TakenIn);
        fuelled.For(Gate.Ridden).Select(reason => reason.Kind).ShouldContain(ReasonKind.TakenIn);
        book.Write(Today.PlusDays(-1), new EngineRan("in the yard"));
        Given.Line(Given.Drumlin, book.Ledger).For(Gate.Cranked).Select(reason => reason.Kind).ShouldContain(ReasonKind.UnknownContent);
    }

    // With its plugs on the tray it is shut, and no word opens it; with nothing off it is only not proven.
    [Fact]
    public void A_hold_that_nobody_has_come_to_shuts_while_something_lies_on_the_tray()
    {
        GateState RunAt(string step)
        {
            var bench = new Bench(Given.Drumlin, Given.Content.Job("spark-plugs")!).UpTo(step);
            return Given.Line(Given.Drumlin, InUse.Ledger, [], new RunningJob(Run, bench.Plan, bench.State)).StateOf(Gate.Run);
        }

        (RunAt("caps"), RunAt("cover-holes")).ShouldBe((GateState.NotProven, GateState.Shut));
    }

    [Fact]
    public void Two_years_standing_takes_the_proof_away_and_an_old_word_with_it()
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusYears(-3), new RideDone(Distance.FromMetres(9_000), null, ""));
        book.Write(Today.PlusYears(-2).PlusDays(-2), new WordGiven(Gate.Ridden, "rode it in spring"));
        var line = Given.Line(Given.Drumlin, book.Ledger);
        line.StateOf(Gate.Cranked).ShouldBe(GateState.NotProven);
        line.Reasons[0].Kind.ShouldBe(ReasonKind.Stood);
        book.Write(Today, new WordGiven(Gate.Ridden, "I rode it today"));
        Given.Line(Given.Drumlin, book.Ledger).StateOf(Gate.Ridden).ShouldBe(GateState.Open);
    }

    [Fact]
    public void A_drained_reservoir_shuts_its_gate_and_those_after_it()
    {
        var book = new LedgerBuilder();
        book.Write(Today, new WordGiven(Gate.Ridden, "in use"));
        book.Write(Today, new FluidDrained(ReservoirId.Coolant, null, DrainReading.NotRead));
        var line = Given.Line(Given.Drumlin, book.Ledger);
        (line.StateOf(Gate.Cranked), line.StateOf(Gate.Run), line.StateOf(Gate.Ridden)).ShouldBe(
            (GateState.Open, GateState.Shut, GateState.Shut)
        );
        line.Reasons.ShouldHaveSingleItem().Why.ShouldContain("Coolant");
    }

    [Fact]
    public void Dry_forks_shut_the_ride()
    {
        var book = new LedgerBuilder();
        book.Write(Today, new RideDone(Distance.FromMetres(9_000), null, ""));
        book.Write(Today, new FluidDrained(ReservoirId.ForkLegs, null, DrainReading.NotRead));
        Given.Line(Given.Drumlin, book.Ledger).StateOf(Gate.Ridden).ShouldBe(GateState.Shut);
        book.Write(Today, new FluidFilled(ReservoirId.ForkLegs, Given.Litres(0.9m), "10W"));
        Given.Line(Given.Drumlin, book.Ledger).StateOf(Gate.Ridden).ShouldBe(GateState.Open);
    }

    [Fact]
    public void A_finding_that_says_stop_shuts_its_gate_until_it_is_put_right_however_often_it_is_corrected()
    {
        var book = new LedgerBuilder();
        book.Write(Today, new RideDone(Distance.FromMetres(9_000), null, ""));
        var found = book.Write(Today, new FindingOpened("Milky oil", FindingSeverity.Stop, null, null, Gate.Run));
        Given
            .Line(Given.Drumlin, book.Ledger)
            .Reasons.ShouldHaveSingleItem()
            .ShouldSatisfyAllConditions(one => one.Gate.ShouldBe(Gate.Run), one => one.Finding.ShouldBe(found.Id));
        book.Write(Today, new FindingClosed(found.Id, "head gasket replaced"));
        var once = book.Correct(found, new FindingOpened("Milky oil, a lot", FindingSeverity.Stop, null, null, Gate.Run));
        book.Correct(once, new FindingOpened("Milky oil, very much of it", FindingSeverity.Stop, null, null, Gate.Run));
        Given.Line(Given.Drumlin, book.Ledger).StateOf(Gate.Ridden).ShouldBe(GateState.Open);
    }

    [Fact]
    public void A_stop_finding_and_a_failed_hold_of_a_job_under_way_shut_at_the_tap()
    {
        var round = new Bench(Given.Drumlin, Given.Content.Job("before-a-ride")!).UpTo("brakes");
        GateLine Line() => Given.Line(Given.Drumlin, InUse.Ledger, [], new RunningJob(Run, round.Plan, round.State));
        Line().StateOf(Gate.Ridden).ShouldBe(GateState.NotProven, "its hold points are not passed yet");
        round.Do(new StepNotSound("brakes", new FindingOpened("Lever comes to the grip", FindingSeverity.Note)));
        Line().StateOf(Gate.Ridden).ShouldBe(GateState.Shut);
        Line().Reasons.ShouldContain(reason => reason.Kind == ReasonKind.FailedHold && reason.Step == "brakes" && reason.Run == Run);
        round.Do(new StepReopened("brakes")).Done("brakes");
        Line().Reasons.ShouldNotContain(reason => reason.State == GateState.Shut);

        round.Do(new FindingNoted(null, new FindingOpened("Fuel on the floor", FindingSeverity.Stop, null, null, Gate.Run)));
        Line().StateOf(Gate.Run).ShouldBe(GateState.Shut);
        round.Do(new FindingSettled(RunFindings.Of(round.Plan, round.State)[^1].Key, "hose clip renewed"));
        Line().Reasons.ShouldNotContain(reason => reason.State == GateState.Shut);
    }

    // Two devices, or the same fault found again after a look: two findings in the same words are one reason, and no page breaks over them.
    [Fact]
    public void What_is_noted_twice_in_the_same_words_is_one_reason()
    {
        var round = new Bench(Given.Drumlin, Given.Content.Job("before-a-ride")!).UpTo("brakes");
        var leak = new FindingOpened("Fuel on the floor", FindingSeverity.Stop, null, null, Gate.Run);
        round.Do(new FindingNoted("brakes", leak)).Do(new FindingNoted("brakes", leak));
        var grip = new FindingOpened("Lever comes to the grip", FindingSeverity.Watch);
        foreach (var _ in new[] { 1, 2 })
            round.Do(new StepNotSound("brakes", grip)).Do(new StepReopened("brakes"));
        round.Do(new StepSkipped("brakes", "no time"));
        var line = Given.Line(Given.Drumlin, InUse.Ledger, [], new RunningJob(Run, round.Plan, round.State));
        line.Reasons.ShouldBeUnique();
        line.Reasons.Where(reason => reason.Kind == ReasonKind.StopFinding)
            .Select(reason => reason.Why)
            .ShouldBe([leak.Title, grip.Title], ignoreOrder: true);
        foreach (var settled in RunFindings.Of(round.Plan, round.State).Where(found => found.Body.Title == leak.Title).Take(1).ToList())
            round.Do(new FindingSettled(settled.Key, "hose clip renewed"));
        Given
            .Line(Given.Drumlin, InUse.Ledger, [], new RunningJob(Run, round.Plan, round.State))
            .StateOf(Gate.Run)
            .ShouldBe(GateState.Shut, "one of the two is still open");
    }

    [Fact]
    public void A_recommissioning_leaves_its_gates_not_proven_from_the_first_tap_and_proves_them_by_its_hold_points()
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusDays(-9), new TakenIn(TakenInAs.NonRunner));
        var bench = new Bench(Given.Drumlin, Given.Content.Job("recommissioning")!);
        GateLine Line() => Given.Line(Given.Drumlin, book.Ledger, [], new RunningJob(Run, bench.Plan, bench.State));
        bench.UpTo("start");
        Line().StateOf(Gate.Run).ShouldBe(GateState.Open, string.Join("; ", Line().For(Gate.Run).Select(reason => reason.Why)));
        Line().StateOf(Gate.Ridden).ShouldBe(GateState.NotProven);
        bench.UpTo();
        Line().StateOf(Gate.Ridden).ShouldBe(GateState.Open, string.Join("; ", Line().Reasons.Select(reason => reason.Why)));
    }

    [Theory]
    [InlineData(null, GateState.NotProven)]
    [InlineData(20, GateState.NotProven)]
    [InlineData(80, GateState.NotProven)]
    [InlineData(100, GateState.Open)]
    public void Straight_or_lean_fuel_is_not_proven_to_oil_an_engine_whose_pump_nobody_has_proven(int? millilitres, GateState state)
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusDays(-1), new RideDone(null, EngineHours.FromHours(1), ""));
        book.Write(Today, new FuelBought(Given.Litres(5), null, false) { Oil = millilitres is { } ml ? Given.Litres(ml / 1000m) : null });
        Given.Line(Given.Heron, book.Ledger).StateOf(Gate.Run).ShouldBe(state);
        book.Write(Today, new PumpProven(PumpProofBy.MeasuredFall));
        Given.Line(Given.Heron, book.Ledger).StateOf(Gate.Run).ShouldBe(GateState.Open);
    }

    [Fact]
    public void A_ride_through_a_gate_that_was_not_open_is_asked_about_and_an_earlier_one_is_not()
    {
        var book = InUse;
        Given.Line(Given.Drumlin, book.Ledger).RideQuestion(Today).ShouldBeNull();
        book.Write(Today.PlusDays(-2), new FindingOpened("Axle nut loose", FindingSeverity.Stop));
        var line = Given.Line(Given.Drumlin, book.Ledger);
        line.RideQuestion(Today)!.ShouldContain("Axle nut loose");
        line.RideQuestion(Today.PlusDays(-3)).ShouldBeNull();
    }

    /// <summary>A bike that is ridden, with its pump proven.</summary>
    internal static LedgerBuilder InUse
    {
        get
        {
            var book = new LedgerBuilder();
            book.Write(Today.PlusDays(-30), new RideDone(Distance.FromMetres(50_000), EngineHours.FromHours(2), ""));
            book.Write(Today.PlusDays(-29), new PumpProven(PumpProofBy.MeasuredFall));
            return book;
        }
    }
}
