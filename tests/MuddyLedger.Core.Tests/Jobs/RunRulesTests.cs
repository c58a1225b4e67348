using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Tests.Jobs;

public class RunRulesTests
{
    private static readonly RunId Run = new(Guid.Parse("01990000-0000-7000-8000-0000000000aa"));

    private static Bench OnTheDrumlin => new(Given.Drumlin);

    [Fact]
    public void A_step_waits_for_the_ones_before_it() => Refused(OnTheDrumlin, new StepDone("plug-out", StepRecord.Nothing), "waits for");

    [Fact]
    public void A_step_is_answered_once()
    {
        var bench = OnTheDrumlin.Done("reading");
        Refused(bench, new StepDone("reading", bench.RecordFor("reading")), "answered already");
    }

    [Fact]
    public void An_unknown_step_is_refused() => Refused(OnTheDrumlin, new StepDone("weld-the-frame", StepRecord.Nothing), "not a step");

    [Fact]
    public void Later_steps_wait_for_a_hold_point_that_has_not_passed()
    {
        var bench = OnTheDrumlin
            .UpTo("level-first")
            .Do(new StepNotSound("level-first", new FindingOpened("Glass clouded", FindingSeverity.Watch)));
        Refused(bench, new StepDone("cap-on", StepRecord.Nothing), "waits for");
        bench.Do(new StepReopened("level-first")).Done("level-first").Done("cap-on");
    }

    [Fact]
    public void A_step_that_is_no_hold_point_may_be_not_right_and_the_job_goes_on()
    {
        var bench = OnTheDrumlin.UpTo("magnet").Do(new StepNotSound("magnet", new FindingOpened("Slivers", FindingSeverity.FixSoon)));
        bench.UpTo();
        bench.Next().ShouldBeNull();
    }

    [Theory]
    [InlineData("drain-read")]
    [InlineData("pour-first")]
    public void What_the_job_is_for_cannot_be_skipped(string step) =>
        Refused(OnTheDrumlin.UpTo(step), new StepSkipped(step, "no time"), "set the whole job aside");

    public static TheoryData<string, StepRecord, string, string> Unfit =>
        new()
        {
            { "reading", StepRecord.Nothing, "record.meters", "is missing" },
            {
                "reading",
                new() { Meters = [Given.Hours(12)] },
                "record.meters",
                "has not got"
            },
            {
                "school",
                new() { Option = "boil" },
                "record.option",
                "none of the choices"
            },
            {
                "pour-first",
                new() { Fluid = "10W-40" },
                "record.volume",
                "is missing"
            },
            {
                "pour-first",
                new() { Volume = Given.Litres(0), Fluid = "10W-40" },
                "record.volume",
                "is missing"
            },
            {
                "pour-first",
                new() { Volume = Given.Litres(2) },
                "record.fluid",
                "is missing"
            },
            { "level-first", StepRecord.Nothing, "record.level", "is missing" },
            {
                "level-first",
                new() { Level = Level.Below },
                "record.level",
                "below the mark"
            },
            {
                "level-final",
                new() { Level = Level.Above },
                "record.level",
                "above the maximum"
            },
        };

    [Theory]
    [MemberData(nameof(Unfit))]
    public void A_record_that_does_not_fit_its_step_is_refused_by_field(string step, StepRecord record, string field, string words)
    {
        var refusal = OnTheDrumlin.UpTo(step).Try(new StepDone(step, record))!;
        refusal.Field.ShouldBe(field);
        refusal.Words.ShouldContain(words);
    }

    [Fact]
    public void An_answer_is_taken_back_only_before_what_came_after_it()
    {
        var bench = OnTheDrumlin.UpTo("plug-out").Done("plug-out");
        Refused(bench, new StepReopened("cap-off"), "cannot be taken back before");
        bench.Do(new StepReopened("plug-out")).Do(new StepReopened("cap-off"));
        bench.State.Step("cap-off").Mark.ShouldBe(StepMark.Open);
    }

    [Fact]
    public void A_timer_is_an_instant_that_goes_on_by_itself()
    {
        var bench = OnTheDrumlin.UpTo("drip").Do(new TimerStarted("drip", 10));
        var timer = bench.Wait(Duration.FromHours(9)).State.Timers["drip"];
        (timer.Ends - timer.Started).ShouldBe(Duration.FromMinutes(10));
        Refused(bench, new TimerStarted("drip", 10), "running already");
        bench.Done("drip").State.Timers.ShouldBeEmpty();
        Refused(bench, new TimerStopped("drip"), "no timer");
    }

    [Fact]
    public void What_comes_off_lies_on_the_tray_until_its_step_refits_it()
    {
        var bench = OnTheDrumlin.UpTo("plug-out").Done("plug-out");
        bench
            .State.Tray.Select(item => item.Item)
            .ShouldBe(["bodywork-off/panel", "bodywork-off/panel-bolts", "bodywork-off/indicator", "cap", "plug"]);
        bench.UpTo("pour-first").State.Tray.ShouldNotContain(item => item.Item == "plug");
        bench.UpTo().State.Tray.ShouldBeEmpty();
    }

    [Fact]
    public void Something_the_job_does_not_name_can_lie_there_too()
    {
        var bench = OnTheDrumlin.Do(new TrayPut("x1", "heat shield", 2, "left", "M6"));
        Refused(bench, new TrayPut("x1", "heat shield", 2, "left", "M6"), "on the tray already");
        bench.UpTo();
        RunFinish.Refuse(bench.Plan, bench.State, new SignOff(10, [], null, null))!.Field.ShouldBe("leftover");
        RunFinish.Refuse(bench.Plan, bench.State, new SignOff(10, [], "cracked, thrown away", null)).ShouldBeNull();
        bench.Do(new TrayTaken("x1")).State.Tray.ShouldBeEmpty();
        Refused(bench, new TrayTaken("x1"), "not on the tray");
    }

    [Fact]
    public void What_is_marked_on_the_tray_is_kept_whether_it_goes_back_on_or_not()
    {
        var photo = Guid.CreateVersion7();
        var bench = OnTheDrumlin
            .UpTo("plug-out")
            .Done("plug-out")
            .Do(new TrayMarked("plug", null, "M14 x 1.5", "flange to the case", photo))
            .Do(new TrayPut("x1", "heat shield", 2, "left", "M6"));
        Refused(bench, new TrayMarked("nothing", null, null, "odd", null), "not on the tray");
        bench.Do(new TrayMarked("plug", null, "M14 x 1.5", "dot to the front", photo));
        // Taken back and done again, what was said of it still holds.
        bench.Do(new StepReopened("plug-out")).Done("plug-out").Do(new StepNoted("bodywork-off/on", "the shield stays off")).UpTo();
        var parts = Core.Parts.Teardown.PartsOf(bench.Plan, bench.State, bench.Events);
        var plug = parts.First(part => part.Part == "drain plug");
        (plug.Where, plug.Size, plug.Marks, plug.Photo).ShouldBe(("lowest point of the sump", "M14 x 1.5", "dot to the front", photo));
        parts.First(part => part.Part == "heat shield").ShouldBe(new("heat shield", 2, "left", "M6"));
    }

    [Fact]
    public void A_drained_engine_may_not_be_cranked_until_the_level_has_passed()
    {
        var bench = OnTheDrumlin.UpTo("drain-read");
        Shut(bench).ShouldBe([Gate.Cranked, Gate.Run, Gate.Ridden], "the plug is out, on the tray");
        bench.UpTo("pour-first");
        Shut(bench).ShouldContain(Gate.Cranked);
        bench.UpTo("cap-on");
        Shut(bench).ShouldBe([Gate.Run, Gate.Ridden]);
        bench.UpTo("run");
        Shut(bench).ShouldBe([Gate.Ridden]);
        bench.UpTo();
        Shut(bench).ShouldBeEmpty();
    }

    [Fact]
    public void A_run_that_took_nothing_apart_shuts_no_gate_and_leaves_them_not_proven_from_its_first_tap()
    {
        GateState[] States(Bench bench) =>
            [.. RunGates.Of(new(Run, bench.Plan, bench.State), Given.Day).Select(reason => reason.State).Distinct()];
        States(OnTheDrumlin).ShouldBeEmpty();
        States(OnTheDrumlin.Done("reading")).ShouldBe([GateState.NotProven]);
    }

    [Fact]
    public void A_long_pause_is_not_work()
    {
        var bench = OnTheDrumlin.Done("reading").Wait(Duration.FromDays(2)).Done("school");
        bench.State.Worked.ShouldBe(Duration.FromMinutes(1));
    }

    [Fact]
    public void A_clock_that_is_set_back_takes_no_work_away()
    {
        var bench = OnTheDrumlin.Done("reading").Wait(-Duration.FromHours(3)).Done("school");
        bench.State.Worked.ShouldBe(Duration.FromMinutes(1));
    }

    // Property: whatever is tapped, in whatever order, an answered step has had all that it waits for answered before it.
    [Fact]
    public void No_order_of_taps_gets_round_the_rules() =>
        AnyTaps.Sample(
            taps =>
            {
                var bench = OnTheDrumlin;
                foreach (var (at, way) in taps)
                {
                    var steps = bench.Plan.Steps;
                    var id = steps[at % steps.Length].Step.Id;
                    bench.Try(
                        way switch
                        {
                            0 => new StepSkipped(id, "no time"),
                            1 => new StepNotSound(id, new FindingOpened("Odd", FindingSeverity.Watch)),
                            2 => new StepReopened(id),
                            _ => new StepDone(id, bench.RecordFor(id)),
                        }
                    );
                    var (plan, state) = (bench.Plan, bench.State);
                    foreach (var planned in plan.Steps.Where(one => state.Step(one.Step.Id).Mark != StepMark.Open))
                        if (planned.WaitsFor.Any(before => state.Step(before).Mark == StepMark.Open))
                            return false;
                }

                return true;
            },
            iter: 60
        );

    // Property: taking an answer back leaves the tray as it was before the answer.
    [Fact]
    public void Taking_an_answer_back_undoes_what_it_did_to_the_tray()
    {
        var bench = OnTheDrumlin;
        while (bench.Next() is { } step)
        {
            var before = bench.State.Tray.Select(item => item.Item).Order().ToList();
            bench.Done(step).Do(new StepReopened(step));
            bench.State.Tray.Select(item => item.Item).Order().SequenceEqual(before).ShouldBeTrue(step);
            bench.Done(step);
        }
    }

    private static Gate[] Shut(Bench bench) =>
        [
            .. RunGates
                .Of(new(Run, bench.Plan, bench.State), Given.Day)
                .Where(reason => reason.State == GateState.Shut)
                .Select(reason => reason.Gate)
                .Distinct()
                .Order(),
        ];

    private static void Refused(Bench bench, RunAct act, string words) =>
        bench.Try(act).ShouldNotBeNull().Words.ShouldContain(words, Case.Insensitive);

    private static readonly Gen<(int At, int Way)[]> AnyTaps = Gen.Select(Gen.Int[0, 40], Gen.Int[0, 11]).Array[0, 80];
}
