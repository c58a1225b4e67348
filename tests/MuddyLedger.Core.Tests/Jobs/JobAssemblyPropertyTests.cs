using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Core.Tests.Jobs;

/// <summary>What holds of every job and of jobs joined, over every shipped kind of bike with everything in the way.</summary>
public class JobAssemblyPropertyTests
{
    [Fact]
    public void Every_shipped_job_can_be_run_alone_and_in_pairs_on_every_kind_of_bike()
    {
        foreach (var (bike, number) in Bikes().Select((bike, number) => (bike, number)))
        {
            var jobs = Given.Content.JobsFor(bike).ToImmutableArray();
            foreach (var job in jobs)
                ShouldHold([job], bike);
            foreach (var (first, at) in jobs.Select((job, at) => (job, at)))
            foreach (var (second, after) in jobs.Select((job, after) => (job, after)).Skip(at + 1))
            {
                // Every pair on several kinds of bike, every kind with many pairs: all of them on all would take minutes.
                if ((at + 7 * after + number) % 14 != 0)
                    continue;
                if (JobAssembly.Refuse([first, second], Given.Content.Access, bike) is { } refused)
                {
                    refused.Words.ShouldContain(
                        first.Alone || second.Alone ? "is run alone" : "both fill",
                        customMessage: $"{first.Id} and {second.Id} on {bike.Model}: {refused.Words}"
                    );
                    continue;
                }

                ShouldHold([first, second], bike);
            }
        }
    }

    [Fact]
    public void Threes_and_sixes_drawn_at_random_hold_in_any_order_of_naming()
    {
        var random = new Random(20260418);
        var bikes = Bikes().ToList();
        for (var round = 0; round < 150; round++)
        {
            var bike = bikes[random.Next(bikes.Count)];
            var jobs = Given.Content.JobsFor(bike).OrderBy(_ => random.Next()).Take(round % 3 == 0 ? 6 : 3).ToImmutableArray();
            if (JobAssembly.Refuse(jobs, Given.Content.Access, bike) is { } refused)
                refused.Words.ShouldContain(jobs.Any(job => job.Alone) ? "is run alone" : "both fill");
            else
                ShouldHold(jobs, bike);
        }
    }

    private static void ShouldHold(ImmutableArray<Job> jobs, Profile bike)
    {
        var name = $"{string.Join(" + ", jobs.Select(job => job.Id))} on {bike.Model}";
        var whole = JobAssembly.Of(jobs, Given.Content.Access, bike);
        whole.Cycle.ShouldBeEmpty(name);
        var plan = JobPlan.For(whole.Job, bike);
        var steps = plan.Steps.Select(planned => planned.Step).ToList();
        var place = steps.Select((step, at) => (step.Id, at)).ToDictionary(pair => pair.Id, pair => pair.at);
        steps[^1].Kind.ShouldBe(StepKind.SignOff, name);
        if (jobs.Length > 1)
            new TradeOrder([.. steps]).Broken().ShouldBeEmpty(name);
        // Every job is respected: what it says must come first does.
        foreach (var step in steps)
        foreach (var first in step.After.Where(place.ContainsKey))
            place[first].ShouldBeLessThan(place[step.Id], $"{name}: {first} before {step.Id}");
        // Whatever comes off goes back on, later; what is put for now is taken away, later.
        foreach (var step in steps)
        foreach (var part in step.Tray)
            steps
                .Any(other => other.Refits.Contains(part.Id) && place[other.Id] > place[step.Id])
                .ShouldBeTrue($"{name}: {part.Part} stays on the tray");
        var state = new Dictionary<string, string>();
        foreach (var step in steps)
        foreach (var (thing, _) in UndoList.Of(step))
        {
            if (!thing.Back && state.TryGetValue(thing.Id, out var by))
                Assert.Fail($"{name}: {thing.What} is begun by {by} and again by {step.Id}");
            if (thing.Back)
                state.Remove(thing.Id);
            else if (!thing.Lasting)
                state[thing.Id] = step.Id;
        }

        state.ShouldBeEmpty(name);
        // Nothing is open that keeps the engine from running while it runs, and inner places are open only inside outer ones.
        IEnumerable<string> PlacesOf(string group, ImmutableArray<Step> part, int turn) =>
            part.Select(one => $"{(turn == 0 ? group : $"{group}.{turn + 1}")}/{one.Id}").Where(place.ContainsKey);
        var turns = whole
            .Opened.Select(one => one.Group)
            .Distinct()
            .ToDictionary(
                group => group.Id,
                group =>
                    Enumerable
                        .Range(0, 3)
                        .Select(turn =>
                            (
                                From: PlacesOf(group.Id, group.Open, turn).Select(id => place[id]).DefaultIfEmpty(-1).Max(),
                                First: PlacesOf(group.Id, group.Open, turn).Select(id => place[id]).DefaultIfEmpty(-1).Min(),
                                To: PlacesOf(group.Id, group.Close, turn).Select(id => place[id]).DefaultIfEmpty(-1).Min(),
                                Last: PlacesOf(group.Id, group.Close, turn).Select(id => place[id]).DefaultIfEmpty(-1).Max()
                            )
                        )
                        .Where(turn => turn.First >= 0)
                        .ToList()
            );
        foreach (var (group, spans) in turns)
            spans.ShouldEachBe(span => span.From < span.To, $"{name}: {group} is closed before it is open");
        foreach (var step in steps)
        {
            var at = place[step.Id];
            if (step.EngineRuns)
                turns
                    .Where(pair =>
                        Given.Content.Access[pair.Key].BlocksRunning && pair.Value.Any(span => span.First < at && at < span.Last)
                    )
                    .Select(pair => pair.Key)
                    .ShouldBeEmpty($"{name}: the engine runs at {step.Id}");
            foreach (
                var needed in AccessGroup.Chain(step.Within, Given.Content.Access, Capabilities.Of(bike)).Where(one => !one.Open.IsEmpty)
            )
                turns[needed.Id].Any(span => span.From < at && at < span.To).ShouldBeTrue($"{name}: {step.Id} works behind {needed.Id}");
            foreach (
                var drained in step.Empty.Where(reservoir =>
                    steps.Any(other => other.Kind == StepKind.Drain && other.Reservoir == reservoir)
                )
            )
                steps
                    .Where(other => other.Kind == StepKind.Pour && other.Reservoir == drained)
                    .ShouldEachBe(pour => place[pour.Id] > place[step.Id], name);
        }

        foreach (var (group, spans) in turns)
        foreach (
            var outer in Given
                .Content.Access[group]
                .Requires.Where(need => need.Applies.To(Capabilities.Of(bike)) && turns.ContainsKey(need.Group))
        )
            spans.ShouldEachBe(
                inner => turns[outer.Group].Any(span => span.From < inner.First && inner.Last < span.To),
                $"{name}: {group} inside {outer.Group}"
            );
        whole.Opened.Where(one => !one.Group.BlocksRunning).Select(one => one.Group.Id).ShouldBeUnique(name);
        whole.Job.Minutes.ShouldBeLessThanOrEqualTo(whole.MinutesApart, name);
    }

    /// <summary>Every kind of bike that ships, with everything in the way that can be.</summary>
    internal static IEnumerable<Profile> Bikes() =>
        Given
            .Content.Sets.Select(set =>
                set.Profile with
                {
                    Model = set.Id,
                    TankOverPlugs = true,
                    AirFilter = AirFilterBehind.Tank,
                    BodyworkOverOil = true,
                }
            )
            .Append(
                Given.Drumlin with
                {
                    TankOverPlugs = true,
                    Model = "shaft",
                    FinalDrive = FinalDrive.Shaft,
                    AirFilter = AirFilterBehind.Seat,
                    Fuel = FuelSystem.Carburettor,
                    Carburettors = 2,
                    FuelTap = FuelTap.Vacuum,
                }
            );
}
