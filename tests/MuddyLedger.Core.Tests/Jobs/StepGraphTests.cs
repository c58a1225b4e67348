using CsCheck;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Core.Tests.Jobs;

/// <summary>Order, ways and cycles, against the plainest way of finding them: trying every chain.</summary>
public class StepGraphTests
{
    private static readonly Gen<(string Id, string[] After)[]> Graphs =
        from count in Gen.Int[1, 8]
        from edges in Gen.Select(Gen.Int[0, count - 1], Gen.Int[0, count - 1]).Array[0, 14]
        select Enumerable
            .Range(0, count)
            .Select(at => ($"s{at}", edges.Where(edge => edge.Item1 == at).Select(edge => $"s{edge.Item2}").Distinct().ToArray()))
            .ToArray();

    private static StepGraph Of((string Id, string[] After)[] steps) =>
        StepGraph.Of(steps.Select(step => (step.Id, step.After.AsEnumerable())));

    /// <summary>Whether a chain of "after" leads from one step back to the other, of at most so many links.</summary>
    private static bool Leads((string Id, string[] After)[] steps, string from, string to, int links) =>
        links > 0 && steps.Single(step => step.Id == from).After.Any(earlier => earlier == to || Leads(steps, earlier, to, links - 1));

    [Fact]
    public void What_comes_before_and_behind_is_what_a_chain_leads_to() =>
        Graphs.Sample(
            steps =>
            {
                var graph = Of(steps);
                foreach (var (one, _) in steps)
                foreach (var (other, _) in steps)
                {
                    var leads = Leads(steps, one, other, steps.Length);
                    graph.Before(one).Contains(other).ShouldBe(leads);
                    graph.Behind(other).Contains(one).ShouldBe(leads);
                }
            },
            iter: 300
        );

    [Fact]
    public void An_order_keeps_every_wait_and_a_cycle_is_one() =>
        Graphs.Sample(
            steps =>
            {
                var (order, cycle) = Of(steps).InOrder();
                order.Order(StringComparer.Ordinal).ShouldBe(steps.Select(step => step.Id).Order(StringComparer.Ordinal));
                cycle.IsEmpty.ShouldBe(steps.All(step => !Leads(steps, step.Id, step.Id, steps.Length)));
                if (cycle.IsEmpty)
                    foreach (var (id, after) in steps)
                        after.ShouldEachBe(earlier => order.IndexOf(earlier) < order.IndexOf(id));
                for (var at = 0; at < cycle.Length; at++)
                    steps.Single(step => step.Id == cycle[at]).After.ShouldContain(cycle[(at + 1) % cycle.Length]);
            },
            iter: 2_000
        );

    // Stable: what may stand where the author put it, stands there.
    [Fact]
    public void Of_all_orders_that_keep_the_waits_it_is_the_first_by_the_authors_own() =>
        Graphs.Sample(
            steps =>
            {
                var (order, cycle) = Of(steps).InOrder();
                if (!cycle.IsEmpty)
                    return;
                var done = new HashSet<string>();
                foreach (var id in order)
                {
                    steps.First(step => !done.Contains(step.Id) && step.After.All(done.Contains)).Id.ShouldBe(id);
                    done.Add(id);
                }
            },
            iter: 2_000
        );

    [Fact]
    public void Who_is_left_out_passes_on_what_it_waited_for() =>
        Graphs.Sample(
            steps =>
            {
                bool Stays(string id) => id is not ("s1" or "s3");
                var (all, some) = (Of(steps), Of(steps).Only(Stays));
                foreach (var (id, _) in steps.Where(step => Stays(step.Id)))
                    some.Before(id).Order(StringComparer.Ordinal).ShouldBe(all.Before(id).Where(Stays).Order(StringComparer.Ordinal));
            },
            iter: 2_000
        );
}
