using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Core.Tests.Jobs;

public class JobPlanTests
{
    [Fact]
    public void The_steps_follow_the_bike()
    {
        var road = Ids(Given.Drumlin);
        road.ShouldContain("filter-off");
        road.ShouldContain("bodywork-off/off");
        road.ShouldContain("light");
        road.ShouldNotContain("cover-off");
        var dirt = Ids(Given.Scree);
        dirt.ShouldContain("cover-off");
        dirt.ShouldNotContain("bodywork-off/off");
        dirt.ShouldNotContain("light");
        Ids(Given.Drumlin with { OilFilter = OilFilter.Screen }).ShouldContain("screen-clean");
        Ids(Given.Drumlin with { OilFilter = OilFilter.Centrifugal }).ShouldContain("centrifugal-clean");
    }

    [Fact]
    public void The_filler_cap_comes_off_before_the_plug_and_the_plug_before_the_drain() =>
        InOrder(
            Ids(Given.Drumlin),
            "bodywork-off/off",
            "cap-off",
            "plug-out",
            "drain-read",
            "plug-in",
            "pour-first",
            "level-first",
            "cap-on",
            "light",
            "run",
            "leaks",
            "level-final",
            "bodywork-off/on",
            "sign-off"
        );

    [Fact]
    public void The_engine_is_not_warmed_when_the_oil_is_drained_cold()
    {
        var bench = new Bench(Given.Drumlin).Done("reading").Done("school", new() { Option = "cold" });
        bench.Plan.Steps.ShouldNotContain(planned => planned.Step.Id == "warm");
    }

    [Fact]
    public void What_is_poured_is_the_capacity_with_the_filter_in_two_goes()
    {
        var pour = JobPlan.For(Given.EngineOil, Given.Drumlin).Step("pour-first")!.Pour!;
        pour.Whole.ShouldBe(Given.Litres(2.6m));
        pour.First.ShouldBe(Given.Litres(2.21m)); // common practice, no source: about 85% first
        (pour.First + pour.ThenAbout).ShouldBe(pour.Whole);
    }

    [Fact]
    public void A_skipped_filter_makes_it_the_fill_without_one()
    {
        var bench = new Bench(Given.Drumlin).UpTo("filter-new").Do(new StepSkipped("filter-new", "none in the shop"));
        bench.Plan.Step("pour-first")!.Case.ShouldBe(FillCase.DrainOnly);
        bench.Plan.Step("pour-first")!.Pour!.Whole.ShouldBe(Given.Litres(2.4m));
    }

    [Fact]
    public void An_unknown_capacity_is_no_number() => JobPlan.For(Given.EngineOil, Given.Scree).Step("pour-first")!.Pour.ShouldBeNull();

    [Fact]
    public void A_torque_comes_from_the_profile_or_not_at_all()
    {
        var plan = JobPlan.For(Given.EngineOil, Given.Drumlin);
        plan.Step("plug-in")!.Torque!.Torque.NewtonMetres.ShouldBe(30);
        plan.Step("plug-in")!.Torque!.Provenance.Kind.ShouldBe(ProvenanceKind.Manual);
        plan.Step("filter-new")!.Torque.ShouldBeNull();
    }

    [Fact]
    public void The_wait_before_a_level_is_the_reservoirs_own()
    {
        JobPlan.For(Given.EngineOil, Given.Drumlin).Step("settle")!.Minutes!.Minutes.ShouldBe(4);
        JobPlan
            .For(Given.EngineOil, Given.Drumlin with { Reservoirs = Given.Drumlin.Reservoirs.Clear() })
            .Step("settle")!
            .Minutes!.Minutes.ShouldBe(3);
    }

    [Fact]
    public void Needs_are_merged_with_how_much_this_bike_takes()
    {
        var needs = JobPlan.For(Given.EngineOil, Given.Drumlin).Needs;
        needs.Select(need => need.What).ShouldBeUnique();
        var oil = needs.Single(need => need.Kind == NeedKind.Fluid);
        (oil.Volume, oil.Grade).ShouldBe((Given.Litres(2.6m), "10W-40, JASO MA2"));
        needs.Single(need => need.What == "oil filter").Count.ShouldBe(1);
    }

    [Fact]
    public void A_hot_or_running_engine_is_never_without_its_caution()
    {
        var steps = Given.EngineOil.Steps.ToDictionary(step => step.Id);
        foreach (var runs in new[] { "warm", "light", "run" })
            steps[runs].Cautions.ShouldContain(Hazard.CarbonMonoxide);
        steps["plug-out"].Cautions.ShouldContain(Hazard.HotOil);
        steps["stand"].Cautions.ShouldContain(Hazard.BikeOnStand);
        Enum.GetValues<Hazard>().ShouldAllBe(hazard => Cautions.For(hazard).Danger.Length > 10 && Cautions.For(hazard).Instead.Length > 10);
    }

    // For every bike that a job fits: no step without what it needs, whatever comes off has a step that refits it.
    [Fact]
    public void Every_shipped_job_is_whole_for_every_shipped_set()
    {
        foreach (var set in Given.Content.Sets)
        foreach (var job in Given.Content.JobsFor(set.Profile))
        {
            var plan = JobPlan.For(Given.Ready(job, set.Profile), set.Profile);
            plan.Steps[^1].Step.Kind.ShouldBe(StepKind.SignOff, job.Id);
            var refits = plan.Steps.SelectMany(planned => planned.Step.Refits).ToHashSet();
            plan.Steps.SelectMany(planned => planned.Step.Tray).ShouldEachBe(part => refits.Contains(part.Id), job.Id);
            plan.Steps.Where(planned => planned.Step.Reservoir is not null)
                .ShouldEachBe(planned => Reservoirs.Of(set.Profile).Contains(planned.Step.Reservoir!.Value), job.Id);
            plan.Steps.ShouldEachBe(planned => planned.Step.Text.EndsWith('.') && planned.Step.Title.Length <= 30, job.Id);
        }
    }

    private static IEnumerable<string> StepsOf(Job job, string task) =>
        job.Serves.Where(serves => serves.Task == task).SelectMany(serves => serves.By);

    private static string[] Ids(Profile bike) => Ids(JobPlan.For(Given.Ready(Given.EngineOil, bike), bike));

    private static string[] Ids(JobPlan plan) => [.. plan.Steps.Select(planned => planned.Step.Id)];

    private static void InOrder(string[] ids, params string[] wanted) => ids.Where(wanted.Contains).ShouldBe(wanted);

    /// <summary>
    /// Over every kind that ships and every task that a job serves: what is only looked at buys nothing that it need not.
    /// </summary>
    [Fact]
    public void A_job_for_a_task_does_that_task_and_buys_parts_only_where_they_are_renewed()
    {
        const string Asked = "it is asked for";
        var (looked, saved, otherwise) = (0, 0, 0);
        foreach (var set in Given.Content.Sets)
        foreach (var job in Given.Content.Jobs.Where(job => job.Applies.To(Capabilities.Of(set.Profile))))
        foreach (var task in job.Serves.Select(serves => serves.Task).Distinct())
        {
            int Parts(JobPlan plan) => plan.Needs.Where(need => need.Kind == NeedKind.Part).Sum(need => need.Count);
            bool Does(JobPlan plan) =>
                job.Serves.Any(serves => serves.Task == task && serves.By.All(step => plan.Steps.Any(one => one.Step.Id == step)));
            var (usual, own) = (JobPlan.For(job, set.Profile), JobPlan.ForTasks(job, set.Profile, [task]));
            var where = $"{set.Id}, {job.Id}, {task}";
            // A run that is begun for the task has the same steps before it, and says why a choice stands otherwise than usual.
            var asked = JobPlan.ForTasks(job, set.Profile, [task], Asked);
            var begun = JobPlan.For(asked, set.Profile);
            Ids(begun).ShouldBe(Ids(own), where);
            var changed = begun.Steps.Where(planned => planned.Step.Choice?.Because == Asked).ToList();
            if (changed.Count == 0)
                Ids(begun).ShouldBe(Ids(usual), where);
            otherwise += changed.Count;
            (Does(own) || !Does(usual)).ShouldBeTrue(where);
            // What is due today does not keep a trip from asking for more of the same job.
            foreach (var other in job.Serves.Select(serves => serves.Task).Distinct().Where(other => other != task))
                Ids(JobPlan.ForTasks(asked, set.Profile, [other]))
                    .Intersect(StepsOf(job, other))
                    .ShouldBe(Ids(JobPlan.ForTasks(job, set.Profile, [other])).Intersect(StepsOf(job, other)), $"{where}, then {other}");
            if (task.EndsWith(".replace", StringComparison.Ordinal))
                continue;
            looked++;
            if (Does(usual))
                Parts(own).ShouldBeLessThanOrEqualTo(Parts(usual), where);
            saved += Parts(own) < Parts(usual) ? 1 : 0;
        }

        looked.ShouldBeGreaterThan(500);
        saved.ShouldBeGreaterThan(50);
        otherwise.ShouldBeGreaterThan(50);
    }

    [Theory]
    [InlineData("spark-plugs", "spark-plugs.inspect", false)]
    [InlineData("spark-plugs", "spark-plugs.replace", true)]
    [InlineData("front-pads", "front-pads.measure", false)]
    [InlineData("front-pads", "front-pads.replace", true)]
    public void To_look_is_not_to_buy(string job, string task, bool buys) =>
        JobPlan
            .ForTasks(Given.Content.Jobs.Single(one => one.Id == job), Given.Drumlin, [task])
            .Needs.Any(need => need.Kind == NeedKind.Part && (need.What.Contains("plug") || need.What.Contains("pads")))
            .ShouldBe(buys);
}
