using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Core.Tests.Jobs;

public class JobOrderTests
{
    [Fact]
    public void The_authors_order_is_kept_where_it_is_free() => Order([Step("a"), Step("b"), Step("c")]).ShouldBe(["a", "b", "c"]);

    [Fact]
    public void A_step_waits_for_what_must_come_first() =>
        Order([Step("pour", "plug"), Step("drain"), Step("plug", "drain")]).ShouldBe(["drain", "plug", "pour"]);

    [Fact]
    public void A_step_that_does_not_apply_passes_on_what_it_waited_for()
    {
        ImmutableArray<Step> steps = [Step("c", "b"), Step("b", "a"), Step("a")];
        var order = JobOrder.Of(steps, step => step.Id != "b");
        order.Steps.Select(step => step.Id).ShouldBe(["a", "c"]);
        order.WaitsFor["c"].ShouldBe(["a"]);
    }

    [Fact]
    public void Steps_that_wait_for_each_other_are_named()
    {
        var order = JobOrder.Of([Step("a"), Step("b", "d"), Step("c", "b"), Step("d", "c")], _ => true);
        order.Steps.ShouldBeEmpty();
        order.Cycle.Order().ShouldBe(["b", "c", "d"]);
    }

    // Property: whatever graph without a cycle, every step comes once, and after all that it waits for.
    [Fact]
    public void Every_step_comes_once_and_after_what_it_waits_for() =>
        AnySteps.Sample(steps =>
        {
            var order = JobOrder.Of(steps, _ => true).Steps;
            var place = order.Select((step, at) => (step.Id, at)).ToDictionary(pair => pair.Id, pair => pair.at);
            return order.Length == steps.Length && steps.All(step => step.After.All(before => place[before] < place[step.Id]));
        });

    // Property: of the steps that may come next, the one that stands first in the file is taken. Checked by brute force.
    [Fact]
    public void The_order_is_the_first_in_the_file_among_those_free() =>
        AnySteps.Sample(steps =>
        {
            var done = new HashSet<string>();
            foreach (var step in JobOrder.Of(steps, _ => true).Steps)
            {
                var first = steps.First(one => !done.Contains(one.Id) && one.After.All(done.Contains));
                if (first != step)
                    return false;
                done.Add(step.Id);
            }

            return true;
        });

    // Property: leaving steps out never changes the order that the others must keep.
    [Fact]
    public void Leaving_steps_out_keeps_what_waited_through_them() =>
        Gen.Select(AnySteps, Gen.Int[0, 11])
            .Sample(
                (steps, left) =>
                {
                    bool Applies(Step step) => step.Id != $"s{left}";
                    var order = JobOrder.Of(steps, Applies).Steps.Select(step => step.Id).ToList();
                    return steps
                        .Where(Applies)
                        .All(step =>
                            Earlier(step.Id, steps).Where(order.Contains).All(before => order.IndexOf(before) < order.IndexOf(step.Id))
                        );
                }
            );

    // Property: with a cycle put in, the steps named do wait for each other in a ring.
    [Fact]
    public void A_cycle_that_is_named_is_one() =>
        Gen.Select(AnySteps, Gen.Int[1, 11])
            .Sample(
                (steps, to) =>
                {
                    if (steps.Length < 2)
                        return true;
                    var last = Math.Min(to, steps.Length - 1);
                    var first = steps[0] with { After = [.. steps[0].After, steps[last].Id] };
                    var tied = steps.SetItem(last, steps[last] with { After = steps[last].After.Add(first.Id) }).SetItem(0, first);
                    var order = JobOrder.Of(tied, _ => true);
                    var byId = tied.ToDictionary(step => step.Id);
                    return order.Cycle.Length >= 2
                        && order
                            .Cycle.Select((id, at) => byId[id].After.Contains(order.Cycle[(at + 1) % order.Cycle.Length]))
                            .All(tiedToNext => tiedToNext);
                }
            );

    private static HashSet<string> Earlier(string id, ImmutableArray<Step> steps)
    {
        var found = new HashSet<string>();
        var open = new Stack<string>(steps.First(step => step.Id == id).After);
        while (open.TryPop(out var next))
            if (found.Add(next))
                foreach (var before in steps.First(step => step.Id == next).After)
                    open.Push(before);
        return found;
    }

    /// <summary>
    /// Up to twelve steps in a shuffled file, each waiting for some of those with a lower rank: no cycle by construction.
    /// </summary>
    private static readonly Gen<ImmutableArray<Step>> AnySteps =
        from count in Gen.Int[1, 12]
        from ties in Gen.Bool.Array[count * count]
        from order in Gen.Shuffle(Enumerable.Range(0, count).ToArray())
        select order
            .Select(rank =>
                Step($"s{rank}", [.. Enumerable.Range(0, rank).Where(lower => ties[rank * count + lower]).Select(lower => $"s{lower}")])
            )
            .ToImmutableArray();

    private static string[] Order(ImmutableArray<Step> steps) => [.. JobOrder.Of(steps, _ => true).Steps.Select(step => step.Id)];

    private static Step Step(string id, params string[] after) =>
        new(
            id,
            id,
            id,
            null,
            null,
            StepKind.Do,
            Applies.Always,
            [.. after],
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
        );
}
