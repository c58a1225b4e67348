using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;

namespace MuddyLedger.Core.Tests.Jobs;

/// <summary>Jobs that were joined into one run are signed off one by one, and one that is held up does not hold up the others.</summary>
public class SignOffByJobTests
{
    private static readonly SignOff Plain = new(0, [], null, null);
    private static readonly Profile Bike = Given.Drumlin with { TankOverPlugs = true };

    private static Bench Joined(params string[] jobs) =>
        new(
            Bike,
            JobAssembly.Of([.. jobs.Select(id => Given.Content.Limits.Into(Given.Content.Job(id)!, Bike))], Given.Content.Access, Bike).Job
        );

    private static ImmutableArray<PlannedEntry> Written(Bench bench, string? part, BikeLedger? ledger = null) =>
        RunFinish.Entries(bench.Plan, bench.State, Plain, Given.Today, Given.Day, ledger ?? new LedgerBuilder().Ledger, null, part);

    private static string Line(PlannedEntry entry) => $"{entry.Date} {entry.Body}";

    // Whatever is joined, and in whatever order its parts are signed off: together they write what the whole run would have written, each
    // line once.
    [Fact]
    public void Parts_write_together_what_the_whole_run_writes_in_any_order_of_theirs()
    {
        string[][] joins =
        [
            ["engine-oil", "spark-plugs", "chain"],
            ["chain", "air-filter"],
            ["front-brake-fluid", "engine-oil"],
            ["coolant", "radiator", "chain"],
        ];
        foreach (var jobs in joins)
        foreach (var order in Orders(jobs))
        {
            var bench = Joined(jobs).UpTo();
            var whole = Written(bench, null).Where(entry => entry.Body is not JobFinished).Select(Line).Order().ToList();
            var parts = new List<PlannedEntry>();
            foreach (var job in order[..^1])
            {
                RunFinish.RefusePart(bench.Plan, bench.State, Plain, job).ShouldBeNull($"{job} of {string.Join(", ", order)}");
                parts.AddRange(Written(bench, job));
                bench.Sign(job);
            }
            RunFinish.RefusePart(bench.Plan, bench.State, Plain, order[^1])!.Words.ShouldContain("last one");
            parts.AddRange(Written(bench, null));
            parts
                .Where(entry => entry.Body is not JobFinished and not EngineRan)
                .Select(Line)
                .Order()
                .ShouldBe(whole.Where(line => !line.Contains("EngineRan")), string.Join(", ", order));
            parts.Select(entry => entry.Body).OfType<JobFinished>().Select(line => line.Job).ShouldBe(order);
        }
    }

    [Fact]
    public void A_part_is_signed_off_while_another_has_hardly_begun_and_is_then_shut()
    {
        var bench = Joined("chain", "front-brake-fluid");
        while (
            bench.Plan.Steps.FirstOrDefault(planned =>
                planned.Step.OfJobs.Contains("chain")
                && planned.Step.Kind != StepKind.SignOff
                && bench.State.Step(planned.Step.Id).Mark == StepMark.Open
            )
                is { } next
        )
        {
            RunFinish.RefusePart(bench.Plan, bench.State, Plain, "chain")!.Words.ShouldContain("is not answered yet");
            bench.Answer(next.Step.Id);
        }
        RunFinish.RefusePart(bench.Plan, bench.State, Plain, "front-brake-fluid")!.Words.ShouldContain("is not answered yet");
        RunFinish.RefusePart(bench.Plan, bench.State, Plain, "valve-clearances")!.Field.ShouldBe("job");
        var lines = Written(bench, "chain");
        lines.Select(entry => entry.Body).OfType<TaskDone>().ShouldAllBe(done => done.Task.StartsWith("chain"));
        lines[^1].Body.ShouldBeOfType<JobFinished>().Title.ShouldBe("Chain clean, lubricate, adjust");
        bench.Sign("chain");
        RunFinish.RefusePart(bench.Plan, bench.State, Plain, "chain")!.Words.ShouldContain("already");
        bench.Try(new StepReopened("chain/oil"))!.Words.ShouldContain("signed off already");
        bench
            .Try(new FindingNoted("chain/oil", new("late", FindingSeverity.Note, null, null, null)))!
            .Words.ShouldContain("signed off already");
        RunFinish.Refuse(bench.Plan, bench.State, Plain)!.Words.ShouldContain("is not answered yet");
        bench.Sign(null);
        RunFinish.RefusePart(bench.Plan, bench.State, Plain, "chain").ShouldBeNull();
    }

    // A seized bleed nipple keeps the bike from being ridden. It does not keep the oil from being changed and the engine from being run.
    [Fact]
    public void One_that_is_held_up_does_not_hold_up_the_others_but_its_gate_stays_shut()
    {
        var bench = Joined("front-brake-fluid", "engine-oil").UpTo("front-brake-fluid/firm");
        bench.Do(new StepNotSound("front-brake-fluid/firm", new("Nipple seized", FindingSeverity.Stop, null, null, Gate.Ridden)));
        RunRules
            .Locked(
                bench.Plan,
                bench.State,
                bench.Plan.Steps.First(planned =>
                    planned.Step.OfJobs.SequenceEqual(["front-brake-fluid"]) && planned.WaitsFor.Contains("front-brake-fluid/firm")
                )
            )
            .ShouldNotBeNull();
        while (
            bench.Plan.Steps.FirstOrDefault(planned =>
                planned.Step.OfJobs.SequenceEqual(["engine-oil"]) && bench.State.Step(planned.Step.Id).Mark == StepMark.Open
            )
                is { } next
        )
            bench.Answer(next.Step.Id);
        bench.State.Step("engine-oil/run").Mark.ShouldBe(StepMark.Done);
        foreach (
            var shared in bench.Plan.Steps.Where(planned =>
                planned.Step.OfJobs.Contains("engine-oil") && planned.Step.Kind != StepKind.SignOff
            )
        )
            bench.State.Step(shared.Step.Id).Mark.ShouldBe(StepMark.Done, shared.Step.Id);
        RunFinish.RefusePart(bench.Plan, bench.State, Plain, "engine-oil").ShouldBeNull();
        RunFinish.Refuse(bench.Plan, bench.State, Plain)!.Words.ShouldContain("not answered yet");
        RunFindings.Of(bench.Sign("engine-oil").Plan, bench.State).Select(found => found.Body.Title).ShouldBe(["Nipple seized"]);
    }

    // With the tank off for another job, nothing runs, however long that one is held up.
    [Fact]
    public void What_is_open_for_a_job_that_is_held_up_still_keeps_the_engine_from_being_run()
    {
        var bench = Joined("spark-plugs", "engine-oil").UpTo("spark-plugs/torque");
        bench.Do(new StepNotSound("spark-plugs/torque", new("Thread stripped", FindingSeverity.Stop, null, null, Gate.Run)));
        RunRules.Locked(bench.Plan, bench.State, bench.Plan.Step("engine-oil/warm")!).ShouldNotBeNull();
    }

    private static IEnumerable<string[]> Orders(string[] items) =>
        items.Length == 1
            ? [items]
            : items.SelectMany(first => Orders([.. items.Where(item => item != first)]).Select(rest => (string[])[first, .. rest]));
}
