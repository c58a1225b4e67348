using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;

namespace MuddyLedger.Core.Jobs;

/// <summary>A place opened and closed in a run, and the jobs that work behind it.</summary>
/// <param name="Group">What is opened.</param>
/// <param name="ForJobs">The ids of the jobs that need it.</param>
/// <param name="Prefix">What the ids of its steps begin with.</param>
public sealed record AccessOpened(AccessGroup Group, ImmutableArray<string> ForJobs, string Prefix);

/// <summary>
/// One run out of one job or several: what stands in the way is opened once, in the order in which it nests, and closed in reverse; what
/// the jobs share is done once; what drains comes before what needs it empty; and while the engine runs, everything is closed.
/// </summary>
/// <param name="Job">What is run: its steps name all that they wait for, the opening and closing included.</param>
/// <param name="Cycle">The titles of steps that wait for each other, where these jobs cannot be joined; else empty.</param>
/// <param name="Opened">Every opening that what is recommended needs, in order. A group that blocks running stands here twice where it
/// must be closed for a run in
/// between.</param>
/// <param name="MinutesApart">What the jobs would take one after another, each with its own opening and closing.</param>
/// <param name="SharedSteps">How many steps joining saves, the opening and closing included.</param>
public sealed record JobAssembly(
    Job Job,
    ImmutableArray<string> Cycle,
    ImmutableArray<AccessOpened> Opened,
    int MinutesApart,
    int SharedSteps
)
{
    /// <param name="jobs">In the order the owner named them; that order is kept where nothing asks for another.</param>
    public static JobAssembly Of(ImmutableArray<Job> jobs, IReadOnlyDictionary<string, AccessGroup> access, Profile bike)
    {
        var capabilities = Capabilities.Of(bike);
        var merged = JobMerge.Of(jobs);
        KeepEmpty(merged.Steps);
        if (jobs.Length > 1)
            KeepWhole(merged.Steps);
        var stages = StageOf(
            merged.Steps,
            draft =>
                draft.Step.Applies.Possible(capabilities)
                    ? AccessGroup.Chain(draft.Step.Within, access, capabilities).Where(group => group.BlocksRunning)
                    : []
        );
        var drafts = merged.Steps.OrderBy(draft => stages[draft.Id]).ToList();
        KeepStages(drafts, stages);
        var opened = AccessPlan.Insert(drafts, stages, access, capabilities);
        var steps = drafts
            .Select(draft => jobs.Length == 1 ? draft.Whole : draft.Whole with { OfJobs = [.. draft.Jobs.Order(StringComparer.Ordinal)] })
            .ToImmutableArray();
        var cycle = JobOrder.Of(steps, _ => true).Cycle;
        var titles = cycle.Select(id => steps.First(step => step.Id == id).Title).ToImmutableArray();
        if (cycle.IsEmpty)
            opened = UsuallyOpened(opened, steps, jobs[0], capabilities);
        var minutes = jobs.Sum(job => job.Minutes) + opened.Sum(one => one.Group.Minutes);
        var whole =
            jobs.Length == 1
                ? jobs[0] with
                {
                    Minutes = minutes,
                    Steps = steps,
                    NewFilterSteps = [],
                    WasteKind = null,
                }
                : new Job(
                    Id: string.Join('+', jobs.Select(job => job.Id)),
                    Title: string.Join("; ", jobs.Select(job => job.Title)),
                    For: string.Join(" ", jobs.Select(job => job.For)),
                    Applies: Applies.Always,
                    Minutes: minutes,
                    Provenance: Provenance.House,
                    Serves: merged.Serves,
                    NewFilterSteps: [],
                    WasteKind: null,
                    Steps: steps
                )
                {
                    Joined = [.. jobs.Select(job => job.Id)],
                    JoinedTitles = [.. jobs.Select(job => job.Title)],
                    Group = jobs[0].Group,
                    ProvesPump = [.. jobs.SelectMany(job => job.ProvesPump.Select(step => $"{job.Id}/{step}"))],
                };
        if (jobs.Length == 1)
            return new(whole, titles, opened, minutes, 0);
        var apart = jobs.Select(job => Of([job], access, bike)).ToList();
        // A warm-up that is shared is waited for once: that time is saved beside the opening and closing.
        var waits = apart.Sum(one => WaitsOf(one.Job.Steps, capabilities)) - WaitsOf(steps, capabilities);
        return new(
            whole with
            {
                Minutes = Math.Max(1, minutes - waits),
            },
            titles,
            opened,
            apart.Sum(one => one.Job.Minutes),
            apart.Sum(one => one.Job.Steps.Length) - steps.Length
        );
    }

    private static int WaitsOf(IEnumerable<Step> steps, Capabilities bike) =>
        steps.Where(step => step.Shared is not null && step.Applies.Possible(bike)).Sum(step => step.Minutes?.Minutes ?? 0);

    /// <summary>The openings that what is recommended on this bike needs: what only another choice opens is not counted.</summary>
    private static ImmutableArray<AccessOpened> UsuallyOpened(
        ImmutableArray<AccessOpened> opened,
        ImmutableArray<Step> steps,
        Job any,
        Capabilities bike
    )
    {
        var usual = JobPlan.UsualChoices(any with { Steps = steps }, bike);
        return
        [
            .. opened.Where(one =>
                steps.Any(step =>
                    !step.Closes.IsEmpty && step.Id.StartsWith($"{one.Prefix}/", StringComparison.Ordinal) && step.AppliesTo(bike, usual)
                )
            ),
        ];
    }

    /// <summary>
    /// What a job alone usually takes on this bike, with each place in its way opened once: for a list of many, where no run is made out
    /// yet.
    /// </summary>
    public static int UsualMinutes(Job job, IReadOnlyDictionary<string, AccessGroup> access, Profile bike)
    {
        var capabilities = Capabilities.Of(bike);
        var usual = JobPlan.UsualChoices(job, capabilities);
        var places = job.Steps.Where(step => step.AppliesTo(capabilities, usual)).SelectMany(step => step.Within).Distinct();
        return job.Minutes + AccessGroup.Chain(places, access, capabilities).Sum(group => group.Minutes);
    }

    /// <summary>At most this many jobs are joined: more would be a day that nobody can look over.</summary>
    public const int MostJobs = 8;

    /// <summary>Why these jobs cannot be joined into one run on this bike; null where they can.</summary>
    public static Refusal? Refuse(ImmutableArray<Job> jobs, IReadOnlyDictionary<string, AccessGroup> access, Profile bike)
    {
        if (jobs.IsEmpty)
            return new("jobs", "is missing: name at least one job");
        if (jobs.Length > MostJobs)
            return new("jobs", $"are more than {MostJobs}: run some of them another day");
        if (jobs.GroupBy(job => job.Id).FirstOrDefault(same => same.Count() > 1) is { } twice)
            return new("jobs", $"name \"{twice.First().Title}\" twice");
        if (jobs.Length > 1 && jobs.FirstOrDefault(job => job.Alone) is { } alone)
            return new(
                "jobs",
                $"cannot be joined: \"{alone.Title}\" has an order of its own, and is run alone. Run the others when it "
                    + $"names them, or before it"
            );
        var capabilities = Capabilities.Of(bike);
        var filled =
            from job in jobs
            from reservoir in job
                .Steps.Where(step => step.Kind == StepKind.Pour && step.Applies.Possible(capabilities))
                .Select(step => step.Reservoir!.Value)
                .Distinct()
            group job by reservoir into same
            where same.Count() > 1
            select same;
        if (filled.FirstOrDefault() is { } both)
            return new(
                "jobs",
                $"cannot be joined: \"{both.First().Title}\" and \"{both.Last().Title}\" both fill the "
                    + $"{Reservoirs.Words(both.Key).ToLowerInvariant()}. Run one after the other"
            );
        var cycle = Of(jobs, access, bike).Cycle;
        return cycle.IsEmpty ? null : new("jobs", $"cannot be joined: these steps would wait for each other: {string.Join(", ", cycle)}");
    }

    /// <summary>When in a run a step has its place. The engine is started in two of them, and ridden in the last.</summary>
    internal enum Stage
    {
        BeforeWarm,
        Warm,
        Apart,
        Proof,
        Ride,
        SignOff,
    }

    private const string WarmUp = "warm-up";
    private const string EngineCold = "engine-cold";

    /// <summary>The earliest stage that the step's kind, its job and all that it waits for leave it.</summary>
    /// <param name="places">The access groups that must be open for a step, and closed while the engine runs.</param>
    private static Dictionary<string, Stage> StageOf(ImmutableArray<StepDraft> drafts, Func<StepDraft, IEnumerable<AccessGroup>> places)
    {
        var byId = drafts.ToDictionary(draft => draft.Id);
        var warm = drafts.FirstOrDefault(draft => draft.Step.Shared == WarmUp);
        var cold = drafts.FirstOrDefault(draft => draft.Step.Shared == EngineCold);
        var graph = Graph(drafts);
        var afterWarm = warm is null ? new HashSet<string>() : graph.Behind(warm.Id);
        var beforeWarm = warm is null ? new HashSet<string>() : graph.Before(warm.Id);
        var coldJobs = cold?.Jobs ?? [];
        // A job that does not mind either way goes with the cold ones where it works behind the same place, so that it is opened once.
        var coldPlaces = drafts.Where(draft => draft.Jobs.Overlaps(coldJobs)).SelectMany(places).Select(group => group.Id).ToHashSet();
        var warmJobs = drafts.Where(draft => draft.Step.Shared == WarmUp).SelectMany(draft => draft.Jobs).ToHashSet();
        // Nor is fuel opened on an engine that was warmed a moment ago.
        var withCold = drafts
            .Where(draft => places(draft).Any(group => group.OpensFuel || coldPlaces.Contains(group.Id)))
            .SelectMany(draft => draft.Jobs)
            .Where(job => !warmJobs.Contains(job))
            .ToHashSet();

        // What a cold job has open while it runs the engine is closed again before the warm-up: coolant is bled and its cap is on.
        var openRuns = warm is null
            ? []
            : drafts
                .Where(draft =>
                    draft.Step.EngineRuns
                    && draft.Jobs.Overlaps(coldJobs)
                    && !afterWarm.Contains(draft.Id)
                    && graph.Behind(draft.Id) is var after
                    && drafts.Any(later => after.Contains(later.Id) && later.Jobs.Overlaps(draft.Jobs) && !later.Step.Refits.IsEmpty)
                )
                .Select(draft => draft.Id)
                .ToHashSet();

        var stages = new Dictionary<string, Stage>();
        foreach (var draft in InOrder(drafts))
            stages[draft.Id] = Later(Own(draft), draft.After.Where(stages.ContainsKey).Select(id => stages[id]));
        return stages;

        Stage Own(StepDraft draft)
        {
            var step = draft.Step;
            if (step.Kind == StepKind.SignOff)
                return Stage.SignOff;
            if (step.Rides)
                return Stage.Ride;
            if (step.Shared == WarmUp)
                return Stage.Warm;
            if (step.EngineRuns)
                return openRuns.Contains(draft.Id) ? Stage.BeforeWarm : Stage.Proof;
            if (warm is null || beforeWarm.Contains(draft.Id))
                return Stage.BeforeWarm;
            if (afterWarm.Contains(draft.Id))
                return Stage.Apart;
            return draft.Jobs.Overlaps(coldJobs) || draft.Jobs.Overlaps(withCold) || step.Kind == StepKind.Reading
                ? Stage.BeforeWarm
                : Stage.Apart;
        }

        static Stage Later(Stage own, IEnumerable<Stage> earlier) => earlier.Append(own).Max();
    }

    /// <summary>The engine is run only when all that comes before is done, and nothing of what comes after is begun.</summary>
    private static void KeepStages(List<StepDraft> drafts, Dictionary<string, Stage> stages)
    {
        foreach (var draft in drafts)
        {
            var stage = stages[draft.Id];
            var entersLater = draft.After.All(id => stages[id] < stage);
            if (!entersLater || stage == Stage.BeforeWarm)
                continue;
            var last = drafts
                .Where(other => stages[other.Id] < stage)
                .Select(other => stages[other.Id])
                .DefaultIfEmpty(Stage.BeforeWarm)
                .Max();
            foreach (var earlier in drafts.Where(other => stages[other.Id] == last && stages[other.Id] < stage))
                draft.After.Add(earlier.Id);
        }
    }

    private static void KeepEmpty(ImmutableArray<StepDraft> drafts)
    {
        foreach (var draft in drafts)
        foreach (var reservoir in draft.Step.Empty)
        {
            foreach (var drain in drafts.Where(other => other.Step.Kind == StepKind.Drain && other.Step.Reservoir == reservoir))
                draft.After.Add(drain.Id);
            foreach (var pour in drafts.Where(other => other.Step.Kind == StepKind.Pour && other.Step.Reservoir == reservoir))
                pour.After.Add(draft.Id);
        }
    }

    /// <summary>
    /// While the engine runs for one job, nothing of another lies on the tray, and nothing of it is drained: its cover is back by then, or
    /// comes off after. What a job itself leaves off to look at is its own affair. A job that begins on a cold engine goes first, and of
    /// those the one that opens the coolant. The meter is written down before any of it.
    /// </summary>
    private static void KeepWhole(ImmutableArray<StepDraft> drafts)
    {
        var runs = drafts.Where(draft => draft.Step.EngineRuns).ToList();
        foreach (var reading in drafts.Where(draft => draft.Step.Kind == StepKind.Reading))
        {
            var before = Graph(drafts).Before(reading.Id);
            foreach (var run in runs.Where(run => !before.Contains(run.Id)))
                run.After.Add(reading.Id);
        }

        var graph = Graph(drafts);
        var coldJobs = drafts.FirstOrDefault(draft => draft.Step.Shared == EngineCold)?.Jobs ?? [];
        // What a cold job runs with its own cap off is over before others open anything for the warm-up.
        var itself = drafts.All(draft => draft.Step.Shared != WarmUp)
            ? []
            : runs.Where(run =>
                    run.Jobs.Overlaps(coldJobs) && Spans(drafts).Any(span => span.From.Jobs.Overlaps(run.Jobs) && Inside(run, span))
                )
                .ToHashSet();
        var itsRuns = drafts
            .SelectMany(draft => draft.Jobs)
            .Distinct()
            .ToDictionary(
                job => job,
                job => runs.Where(run => run.Step.Shared != WarmUp && run.Jobs.Contains(job)).Select(run => run.Id).ToHashSet()
            );
        var pairs =
            from span in Spans(drafts)
            // What is done before and what after the warm-up is for the stages to say, unless it stays off until its own job has run.
            from run in runs.Where(run =>
                !run.Jobs.Overlaps(span.From.Jobs)
                && (run.Step.Shared != WarmUp || graph.Before(span.To.Id).Overlaps(itsRuns[span.From.Jobs.First()]))
            )
            orderby span.From.Step.Cautions.Contains(Hazard.HotCoolant) ? 0
            : span.From.Jobs.Overlaps(coldJobs) ? 1
            : 2
            select (span.From, span.To, run);
        foreach (var (from, to, run) in pairs.Distinct().ToList())
        {
            var canBeBack = !graph.Before(to.Id).Contains(run.Id);
            var canComeLater = !graph.Before(run.Id).Contains(from.Id);
            if (canBeBack && !(canComeLater && (itself.Contains(run) || run.Step.Shared == WarmUp) && !from.Jobs.Overlaps(coldJobs)))
                run.After.Add(to.Id);
            else if (canComeLater)
                from.After.Add(run.Id);
            else
                continue;
            graph = Graph(drafts);
        }

        bool Inside(StepDraft run, (StepDraft From, StepDraft To) span) =>
            graph.Before(run.Id).Contains(span.From.Id) && graph.Before(span.To.Id).Contains(run.Id);
    }

    /// <summary>From the step that takes a part off, or needs something drained, to the one that ends it.</summary>
    private static IEnumerable<(StepDraft From, StepDraft To)> Spans(ImmutableArray<StepDraft> drafts) =>
        (
            from draft in drafts
            from part in draft.Step.Tray
            let back = drafts.FirstOrDefault(other => other.Step.Refits.Contains(part.Id))
            where back is not null
            select (draft, back)
        ).Concat(
            from draft in drafts
            from reservoir in draft.Step.Empty
            let last = drafts.Last(other => other.Step.Empty.Contains(reservoir) && other.Jobs.Overlaps(draft.Jobs))
            where last != draft
            select (draft, last)
        );

    /// <summary>Each after all it waits for; steps of a cycle come last, for the caller to name.</summary>
    internal static ImmutableArray<StepDraft> InOrder(IReadOnlyCollection<StepDraft> drafts)
    {
        var byId = drafts.ToDictionary(draft => draft.Id);
        return [.. Graph(drafts).InOrder().Order.Select(id => byId[id])];
    }

    internal static StepGraph Graph(IEnumerable<StepDraft> drafts) =>
        StepGraph.Of(drafts.Select(draft => (draft.Id, draft.After.AsEnumerable())));
}

/// <summary>A step while a run is put together: what it waits for still grows.</summary>
internal sealed class StepDraft(Step step, IEnumerable<string> jobs)
{
    public string Id => Step.Id;
    public Step Step { get; } = step;
    public HashSet<string> After { get; } = [.. step.After];
    public HashSet<string> Jobs { get; } = [.. jobs];
    public Step Whole => Step with { After = [.. After.Order(StringComparer.Ordinal)] };
}
