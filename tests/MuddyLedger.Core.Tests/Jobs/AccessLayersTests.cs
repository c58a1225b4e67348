using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Core.Tests.Jobs;

/// <summary>What stands in the way is opened in layers, for what is chosen, and not closed over what still lies on the tray.</summary>
public class AccessLayersTests
{
    private static readonly Profile Wrapped = Given.Drumlin with
    {
        BodyworkOverOil = true,
        InnerPanelOverOil = true,
        ExhaustOverOil = true,
        GearLinkageOverOil = true,
        GuardOverOil = true,
    };

    [Fact]
    public void Exhaust_before_guard_before_panel_before_the_panel_behind_it_before_the_linkage_before_the_filter()
    {
        // The second opening of the exhaust is the one after a warm-up.
        var ids = Ids(new Bench(Wrapped)).ConvertAll(id => id.Replace("exhaust-off.2/", "exhaust-off/"));
        ids.Where(id =>
                id
                    is "exhaust-off/off"
                        or "guard-off/off"
                        or "bodywork-off/off"
                        or "inner-panel-off/off"
                        or "gear-linkage-off/off"
                        or "plug-out"
                        or "filter-off"
                        or "cover-off"
            )
            .ShouldBe([
                "exhaust-off/off",
                "guard-off/off",
                "bodywork-off/off",
                "inner-panel-off/off",
                "gear-linkage-off/off",
                "plug-out",
                Given.Drumlin.OilFilter == OilFilter.SpinOn ? "filter-off" : "cover-off",
            ]);
        // The pipe is back before the engine runs; panels stay off until the last look behind them.
        Place("exhaust-off/torque").ShouldBeLessThan(Place("run"));
        Place("gear-linkage-off/on").ShouldBeLessThan(Place("inner-panel-off/on"));
        Place("inner-panel-off/on").ShouldBeLessThan(Place("bodywork-off/on"));
        Place("level-final").ShouldBeLessThan(Place("bodywork-off/on"));

        int Place(string id)
        {
            ids.ShouldContain(id);
            return ids.IndexOf(id);
        }
    }

    [Fact]
    public void Oil_is_drained_cold_where_the_exhaust_must_come_off_first() => Ids(new Bench(Wrapped)).ShouldNotContain("warm");

    [Fact]
    public void Coolant_needs_neither_exhaust_nor_linkage_off()
    {
        var ids = Ids(new Bench(Wrapped, Given.Content.Job("coolant")));
        ids.ShouldContain("inner-panel-off/off");
        ids.ShouldNotContain(id => id.StartsWith("exhaust-off") || id.StartsWith("gear-linkage-off"));
    }

    [Fact]
    public void A_place_is_opened_only_where_something_behind_it_was_chosen()
    {
        var bench = new Bench(Given.Drumlin, Given.Content.Job("front-pads")).UpTo("what");
        Ids(bench).ShouldNotContain(id => id.StartsWith("front-wheel-out"));
        bench.Done("what", new() { Option = "both" });
        Ids(bench).ShouldContain("front-wheel-out/axle");
        Ids(bench).ShouldContain("front-wheel-out/torque");
    }

    // What is not opened is not timed: the wheel stays in where the disc stays on.
    [Fact]
    public void Minutes_count_only_what_is_usually_opened()
    {
        var pads = Given.Content.Job("front-pads")!;
        JobAssembly.Of([pads], Given.Content.Access, Given.Drumlin).Job.Minutes.ShouldBe(pads.Minutes);
        JobAssembly.UsualMinutes(pads, Given.Content.Access, Given.Drumlin).ShouldBe(pads.Minutes);
        var oil = Given.Content.Job("engine-oil")!;
        JobAssembly.Of([oil], Given.Content.Access, Wrapped).Job.Minutes.ShouldBe(oil.Minutes + 35 + 6 + 7 + 6 + 8);
        JobAssembly.UsualMinutes(oil, Given.Content.Access, Wrapped).ShouldBe(oil.Minutes + 35 + 6 + 7 + 6 + 8);
    }

    [Fact]
    public void A_tank_is_not_put_back_over_a_part_that_lies_on_the_tray()
    {
        var bench = new Bench(Given.Drumlin with { TankOverPlugs = true }, Given.Content.Job("spark-plugs")).UpTo("out");
        // A note that was written before it lay there does not speak of it.
        bench.Do(new StepNoted("tank-off/on", "hose clip is tired")).Do(new TrayPut("coil", "coil bolt", 1, "left", null));
        bench.UpTo("tank-off/on");
        var refusal = bench.Try(new StepDone("tank-off/on", bench.RecordFor("tank-off/on")));
        refusal.ShouldNotBeNull().Words.ShouldContain("closes over what still lies on the tray: coil bolt.");
        bench.Do(new StepNoted("tank-off/on", "that bolt goes in from outside"));
        bench.Done("tank-off/on");
        bench.Do(new StepReopened("tank-off/on")).Do(new StepNoted("tank-off/on", "")).Do(new TrayTaken("coil"));
        bench.Done("tank-off/on");
    }

    // Whichever step begins the closing on this bike.
    [Theory]
    [InlineData(BrakeKind.Disc, "rear-wheel-out/wedge-out")]
    [InlineData(BrakeKind.Drum, "rear-wheel-out/wheel-in")]
    public void A_wheel_is_not_put_in_over_a_part_either(BrakeKind brake, string first)
    {
        var bench = new Bench(Given.Drumlin with { RearBrake = brake }, Given.Content.Job("rear-wheel")).UpTo("seals");
        bench.Do(new TrayPut("weight", "balance weight", 1, null, null)).UpTo(first);
        bench.Try(new StepDone(first, bench.RecordFor(first))).ShouldNotBeNull().Words.ShouldContain("balance weight");
        // Said once, it is not asked for again at each of the steps that follow.
        bench.Do(new StepNoted(first, "it was loose; new ones go on")).UpTo();
        bench.State.Tray.ShouldHaveSingleItem().Part.ShouldBe("balance weight");
    }

    // The old plugs stay on the tray: a later step carries them away.
    [Fact]
    public void A_part_that_a_later_step_takes_off_the_tray_is_not_in_the_way() =>
        new Bench(Given.Drumlin with { TankOverPlugs = true }, Given.Content.Job("spark-plugs")).UpTo().Next().ShouldBeNull();

    private static List<string> Ids(Bench bench) => [.. bench.Plan.Steps.Select(planned => planned.Step.Id)];
}
