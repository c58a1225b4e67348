using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Tests.Jobs;

public class UndoListTests
{
    private static readonly Instant Begin = Instant.FromUtc(2026, 4, 18, 9, 0);

    private static LocalDate Day(Instant at) => at.InUtc().Date;

    private static Step Step(string id, string[]? after = null, ForNowThing[]? puts = null, ForNowThing[]? lifts = null) =>
        new(
            id,
            id,
            id,
            null,
            null,
            StepKind.Do,
            Applies.Always,
            [.. after ?? []],
            [],
            [],
            null,
            [],
            [],
            [],
            null,
            false,
            false,
            null,
            null,
            null,
            null
        )
        {
            Puts = [.. puts ?? []],
            Lifts = [.. lifts ?? []],
        };

    private static Job JobOf(params Step[] steps) =>
        new("job", "A job", "tests", Applies.Always, 10, Provenance.CommonPractice, [], [], null, [.. steps]);

    private static RunState Done(Job job, params string[] steps) =>
        RunState.Of(
            job,
            Begin,
            steps.Select(
                (step, at) =>
                    new RunEvent(
                        Guid.CreateVersion7(),
                        Begin + Duration.FromMinutes(at + 1),
                        "bench",
                        new StepDone(step, StepRecord.Nothing)
                    )
            )
        );

    private static readonly ForNowThing Rag = new("rag", "a rag in the intake");
    private static readonly Job Filter = JobOf(
        Step("open"),
        Step("in", ["open"], puts: [Rag]),
        Step("out", ["in"], lifts: [Rag with { Back = true }])
    );

    private static BikeLedger Book(params EntryBody[] lines)
    {
        var bike = new BikeId(Guid.CreateVersion7());
        return BikeLedger.Of(
            bike,
            lines.Select(
                (line, at) =>
                    new LedgerEntry(new(Guid.CreateVersion7()), bike, Day(Begin).PlusDays(at), Begin + Duration.FromDays(at), "bench", line)
            ),
            []
        );
    }

    [Fact]
    public void What_a_running_job_puts_stands_until_its_counterpart_is_ticked()
    {
        var run = Guid.CreateVersion7();
        UndoList.Of(Book(), [(run, Filter, Done(Filter, "open"))], Day).ShouldBeEmpty();
        var state = UndoList.Of(Book(), [(run, Filter, Done(Filter, "open", "in"))], Day).ShouldHaveSingleItem();
        (state.What, state.Way, state.Since, state.Run).ShouldBe(("a rag in the intake", ForNow.InPlace, Day(Begin), run));
        UndoList.Of(Book(), [(run, Filter, Done(Filter, "open", "in", "out"))], Day).ShouldBeEmpty();
    }

    [Fact]
    public void A_clock_that_was_set_back_in_between_changes_nothing()
    {
        var state = RunState.Of(
            Filter,
            Begin,
            new[] { ("open", 0), ("in", 60), ("out", 5) }.Select(one => new RunEvent(
                Guid.CreateVersion7(),
                Begin + Duration.FromMinutes(one.Item2),
                "bench",
                new StepDone(one.Item1, StepRecord.Nothing)
            ))
        );
        UndoList.Of(Book(), [(Guid.CreateVersion7(), Filter, state)], Day).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_lifted_away_in_one_job_is_put_back_in_another_months_later()
    {
        var away = Step("battery-out", lifts: [new("battery", "the battery in the cellar", Lasting: true)]);
        var back = Step("battery-in", puts: [new("battery", "the battery", Back: true)]);
        var layUp = UndoList.Entries(away, StepRecord.Nothing).ToArray();
        var state = UndoList.Of(Book([.. layUp, new NoteWritten("winter")]), [], Day).ShouldHaveSingleItem();
        (state.Way, state.Run).ShouldBe((ForNow.Away, null));
        UndoList.Of(Book([.. layUp, new NoteWritten("winter"), .. UndoList.Entries(back, StepRecord.Nothing)]), [], Day).ShouldBeEmpty();
        // To put back what nobody wrote down as away begins nothing.
        UndoList.Of(Book([.. UndoList.Entries(back, StepRecord.Nothing)]), [], Day).ShouldBeEmpty();
    }

    [Fact]
    public void A_finished_job_writes_what_it_left_for_now_and_says_so_before()
    {
        var job = JobOf([.. Filter.Steps, Step("sign", ["out"]) with { Kind = StepKind.SignOff }]);
        var state = RunState.Of(
            job,
            Begin,
            [
                new(Guid.CreateVersion7(), Begin + Duration.FromMinutes(1), "bench", new StepDone("open", StepRecord.Nothing)),
                new(Guid.CreateVersion7(), Begin + Duration.FromMinutes(2), "bench", new StepDone("in", StepRecord.Nothing)),
                new(Guid.CreateVersion7(), Begin + Duration.FromMinutes(3), "bench", new StepSkipped("out", "called away")),
            ]
        );
        UndoList.Open(job, state).ShouldHaveSingleItem().Thing.ShouldBe(Rag);
        var plan = JobPlan.For(job, Given.Drumlin, state);
        var written = RunFinish
            .Entries(plan, state, new(5, [], null, null), Day(Begin), Day, new LedgerBuilder().Ledger)
            .Select(entry => entry.Body)
            .ToArray();
        UndoList.Of(Book(written), [], Day).ShouldHaveSingleItem().Thing.ShouldBe("rag");
        // Set aside instead, it stands as well.
        UndoList
            .Of(Book([.. RunFinish.EntriesSetAside(plan, state, Day(Begin), Day, "no time").Select(entry => entry.Body)]), [], Day)
            .ShouldHaveSingleItem();
        // By hand it comes off; and a struck line gives it back.
        UndoList.Of(Book([.. written, new ForNowUndone("rag", "a rag in the intake", "by hand")]), [], Day).ShouldBeEmpty();
    }

    // Property: whatever is done, taken back, and in which order, the list is what a count by hand says.
    [Fact]
    public void The_list_is_what_a_count_by_hand_says() =>
        Gen.Select(Gen.Int[0, 3], Gen.Bool)
            .Array[0, 30]
            .Sample(acts =>
            {
                var lines = acts.Select(
                        EntryBody (act) =>
                            act.Item2 ? new LeftForNow($"t{act.Item1}", "it", ForNow.InPlace) : new ForNowUndone($"t{act.Item1}", "it")
                    )
                    .ToArray();
                var state = UndoList.Of(Book(lines), [], Day).Select(one => one.Thing).ToHashSet();
                return Enumerable
                    .Range(0, 4)
                    .All(thing => state.Contains($"t{thing}") == acts.LastOrDefault(act => act.Item1 == thing, (thing, false)).Item2);
            });

    // For every kind of bike and every choice: what a shipped job puts, it lifts, unless it is meant to last; then another job ends it.
    [Fact]
    public void Every_shipped_job_undoes_what_it_puts_for_every_kind_of_bike()
    {
        var jobs = Given.Content.Jobs;
        var everywhere = jobs.SelectMany(job => job.Steps).SelectMany(UndoList.Of).ToList();
        everywhere.Count.ShouldBeGreaterThan(5);
        foreach (var set in Given.Content.Sets)
        foreach (var job in Given.Content.JobsFor(set.Profile))
        foreach (var choices in Choices(job))
        {
            var state = RunState.Of(job, Begin, []) with { Choices = choices };
            var things = JobPlan.For(job, set.Profile, state).Steps.SelectMany(planned => UndoList.Of(planned.Step)).ToList();
            foreach (var (thing, way) in things.Where(pair => !pair.Thing.Back))
                (thing.Lasting ? everywhere : things).ShouldHaveOne(
                    pair => pair.Thing.Back && pair.Thing.Id == thing.Id && pair.Way != way,
                    $"{job.Id} on {set.Id}: {thing.What}"
                );
            foreach (var (thing, way) in things.Where(pair => pair.Thing.Back))
                everywhere.ShouldHaveOne(
                    pair => !pair.Thing.Back && pair.Thing.Id == thing.Id && pair.Way != way,
                    $"{job.Id}: nothing begins {thing.Id}"
                );
        }
    }

    private static IEnumerable<ImmutableDictionary<string, string>> Choices(Job job) =>
        job
            .Steps.Where(step => step.Choice is not null)
            .Aggregate(
                Enumerable.Repeat(ImmutableDictionary<string, string>.Empty, 1),
                (all, step) => all.SelectMany(made => step.Choice!.Options.Select(option => made.SetItem(step.Choice.Id, option.Id)))
            );
}
