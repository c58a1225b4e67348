using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Core.Tests.Jobs;

/// <summary>
/// The rules of <see cref="TradeOrder"/> are held by every joined run in <see cref="JobAssemblyPropertyTests"/>; here, by all of them.
/// </summary>
public class TradeOrderTests
{
    // A rule that no order of steps breaks would hold nothing.
    [Fact]
    public void Every_rule_is_broken_by_some_order_of_steps()
    {
        var random = new Random(20261127);
        var left = TradeOrder.Rules.Select(rule => rule.Rule).ToHashSet();
        foreach (var steps in Runs(31).Select(run => run.Steps).Concat(SideBySide()))
        {
            var shuffled = new TradeOrder([.. steps.OrderBy(_ => random.Next())]);
            left.RemoveWhere(rule => TradeOrder.Rules.First(one => one.Rule == rule).Broken(shuffled).Any());
            if (left.Count == 0)
                return;
        }

        string.Join("; ", left).ShouldBeEmpty();
    }

    [Fact]
    public void There_are_at_least_thirty_rules_each_with_words_of_its_own()
    {
        TradeOrder.Rules.Length.ShouldBeGreaterThanOrEqualTo(30);
        TradeOrder.Rules.Select(rule => rule.Rule).ShouldBeUnique();
    }

    [Fact(Explicit = true)]
    public void Every_pair_in_both_orders_of_naming_on_every_kind_of_bike() =>
        string.Join(
                '\n',
                Runs(1).AsParallel().SelectMany(run => new TradeOrder(run.Steps).Broken().Select(what => $"{run.Name}: {what}")).Take(50)
            )
            .ShouldBeEmpty();

    /// <summary>The steps of two jobs, put together by nobody.</summary>
    private static IEnumerable<ImmutableArray<Step>> SideBySide()
    {
        foreach (var bike in JobAssemblyPropertyTests.Bikes())
        {
            var jobs = Given
                .Content.JobsFor(bike)
                .Where(job => !job.Alone)
                .Select(job => JobPlan.For(Given.Ready(job, bike), bike).Steps.Select(one => Of(job, one.Step)).ToImmutableArray())
                .ToList();
            foreach (var first in jobs)
            foreach (var second in jobs.Where(job => job != first))
                yield return [.. first, .. second];
        }

        static Step Of(Job job, Step step) =>
            step with
            {
                Id = step.IsAccess ? $"{step.Id}/{job.Id}" : $"{job.Id}/{step.Id}",
                OfJobs = [job.Id],
                Tray = [.. step.Tray.Select(part => part with { Id = $"{job.Id}/{part.Id}" })],
                Refits = [.. step.Refits.Select(part => $"{job.Id}/{part}")],
            };
    }

    private static IEnumerable<(ImmutableArray<Step> Steps, string Name)> Runs(int oneIn)
    {
        var number = 0;
        foreach (var bike in JobAssemblyPropertyTests.Bikes())
        {
            var jobs = Given.Content.JobsFor(bike).ToImmutableArray();
            foreach (var first in jobs)
            foreach (var second in jobs.Where(job => job.Id != first.Id))
                if (++number % oneIn == 0 && JobAssembly.Refuse([first, second], Given.Content.Access, bike) is null)
                    yield return (
                        [
                            .. JobPlan
                                .For(JobAssembly.Of([first, second], Given.Content.Access, bike).Job, bike)
                                .Steps.Select(one => one.Step),
                        ],
                        $"{first.Id} + {second.Id} on {bike.Model}"
                    );
        }
    }
}
