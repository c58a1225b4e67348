using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Jobs;

/// <summary>A step with what the bike makes of it.</summary>
/// <param name="Step">As the job has it.</param>
/// <param name="WaitsFor">The steps that must be answered first.</param>
/// <param name="Pour">For a pour step: null where the owner has not entered the capacity.</param>
/// <param name="Expected">For a drain step: what should come out.</param>
/// <param name="Reservoir">As the profile has it; null where the step touches none, or nothing is known.</param>
/// <param name="Torque">For a torque step: null where the owner has not copied it from the manual.</param>
/// <param name="Minutes">For a timer step.</param>
/// <param name="Figure">For a measure step: the bike's limits; null where the owner has not entered them.</param>
/// <param name="Case">What its reservoir is filled for: drained only, or with a new filter.</param>
public sealed record PlannedStep(
    Step Step,
    ImmutableArray<string> WaitsFor,
    PourPlan? Pour,
    Volume? Expected,
    ReservoirSpec? Reservoir,
    TorqueSpec? Torque,
    StepMinutes? Minutes,
    FigureSpec? Figure,
    FillCase Case
)
{
    /// <summary>How long its timer runs: the wait, or the time to the first look. 0 where it has none.</summary>
    public int TimerMinutes => Minutes?.Minutes ?? (Step.Kind == StepKind.Watch ? Step.Looks[0] * 60 : 0);
}

/// <summary>Something to have ready, with how much of it this bike takes.</summary>
/// <param name="Kind">Tool, fluid, part or consumable.</param>
/// <param name="What">Its name.</param>
/// <param name="Count">How many; 1 of a fluid.</param>
/// <param name="Volume">Of a fluid; null where not known.</param>
/// <param name="Grade">Of a fluid; null where the profile does not say.</param>
/// <param name="Reservoir">Whose fluid it is.</param>
public sealed record PlannedNeed(NeedKind Kind, string What, int Count, Volume? Volume, string? Grade, ReservoirId? Reservoir = null);

/// <summary>A job made out for one bike and the choices of one run: the steps that apply, in order, with their quantities.</summary>
/// <param name="Job">The job, or the joined ones.</param>
/// <param name="Bike">On which it is done.</param>
/// <param name="Steps">Those that apply, in the order in which they come.</param>
/// <param name="Needs">What is to lie ready.</param>
public sealed record JobPlan(Job Job, Profile Bike, ImmutableArray<PlannedStep> Steps, ImmutableArray<PlannedNeed> Needs)
{
    /// <exception cref="InvalidOperationException">The job's steps wait for each other. Content is checked for that before it gets
    /// here.</exception>
    public static JobPlan For(Job job, Profile bike, RunState? state = null) => For(job, bike, state, NothingChosen);

    private static readonly IReadOnlyDictionary<string, string> NothingChosen = ImmutableDictionary<string, string>.Empty;

    private const int MostWays = 24;

    /// <summary>
    /// The job as these tasks call for it: by choices under which it does the most of them, without parts where only a look, a measurement
    /// or a cleaning is due, and else as it is usually done. To measure pads is not to buy pads.
    /// </summary>
    /// <param name="tasks">Ids of the service tasks that are due.</param>
    public static JobPlan ForTasks(Job job, Profile bike, IReadOnlyCollection<string> tasks) => CalledFor(job, bike, tasks).Plan;

    /// <summary>The job with its choices standing as these tasks call for; as it is where they call for nothing but the usual.</summary>
    /// <param name="because">Said beside each choice that stands otherwise than usual.</param>
    public static Job ForTasks(Job job, Profile bike, IReadOnlyCollection<string> tasks, string because)
    {
        if (tasks.Count == 0)
            return job;
        var usual = UsualChoices(job, Capabilities.Of(bike));
        var way = CalledFor(job, bike, tasks).Way;
        Step AsCalledFor(Step step) =>
            step.Choice is { } choice && way.TryGetValue(choice.Id, out var option) && usual[choice.Id] != option
                ? step with
                {
                    Choice = choice.Taking(option, because),
                }
                : step;
        return way.Any(pair => usual[pair.Key] != pair.Value) ? job with { Steps = [.. job.Steps.Select(AsCalledFor)] } : job;
    }

    private static (JobPlan Plan, ImmutableDictionary<string, string> Way) CalledFor(
        Job job,
        Profile bike,
        IReadOnlyCollection<string> tasks
    )
    {
        var asUsual = ImmutableDictionary<string, string>.Empty;
        var renews = tasks.Any(task => task.EndsWith(".replace", StringComparison.Ordinal));
        var plan = For(job, bike);
        if (tasks.All(plan.Does) && (renews || plan.PartsWanted == 0))
            return (plan, asUsual);
        var capabilities = Capabilities.Of(bike);
        var usual = UsualChoices(job, capabilities);
        // Only what parts, or what the tasks ask for, hang on is worth trying otherwise.
        var deciding = job
            .Steps.Where(step =>
                step.Needs.Any(need => need.Kind == NeedKind.Part)
                || job.Serves.Any(serves => tasks.Contains(serves.Task) && serves.By.Contains(step.Id))
            )
            .SelectMany(step => step.AnyApplies.Append(step.Applies).Concat(step.ForApplies))
            .SelectMany(applies => applies.Wanted.Keys)
            .ToHashSet();
        IEnumerable<ImmutableDictionary<string, string>> ways = [asUsual];
        // What follows from the bike itself, or from how long it has stood, is not changed by what is due: no paper filter is made foam.
        foreach (
            var choice in job.Steps.Select(step => step.Choice).OfType<Choice>().Where(choice => !choice.FollowsFrom(capabilities, usual))
        )
            if (usual.TryGetValue(choice.Id, out var own) && deciding.Contains(Applies.ChoicePrefix + choice.Id))
                ways = ways.SelectMany(way =>
                    choice.Options.OrderByDescending(option => option.Id == own).Select(option => way.SetItem(choice.Id, option.Id))
                );
        return ways.Take(MostWays)
            .Select(way => (Plan: For(job, bike, null, way), Way: way))
            .OrderByDescending(one => tasks.Count(one.Plan.Does))
            .ThenBy(one => renews ? 0 : one.Plan.PartsWanted)
            .ThenBy(one => one.Way.Count(pair => usual[pair.Key] != pair.Value))
            .First();
    }

    private int PartsWanted => Needs.Where(need => need.Kind == NeedKind.Part).Sum(need => need.Count);

    private bool Does(string task) => Job.Serves.Any(serves => serves.Task == task && serves.By.All(step => Step(step) is not null));

    private static JobPlan For(Job job, Profile bike, RunState? state, IReadOnlyDictionary<string, string> chosen)
    {
        var capabilities = Capabilities.Of(bike);
        var (choices, recommended) = ChoicesOf(job, capabilities, state, chosen);
        bool Fits(Step step) => step.AppliesTo(capabilities, choices);

        var order = JobOrder.Of(job.Steps, Fits);
        if (!order.Cycle.IsEmpty)
            throw new InvalidOperationException($"Steps wait for each other: {string.Join(", ", order.Cycle)}.");
        FillCase CaseFor(ReservoirId reservoir) => CaseOf(job, order.Steps, state, reservoir);
        var steps = order
            .Steps.Select(step => recommended.TryGetValue(step.Id, out var choice) ? step with { Choice = choice } : step)
            .Select(step => Planned(step, order.WaitsFor[step.Id], bike, CaseFor))
            .ToImmutableArray();
        return new(job, bike, steps, NeedsOf(steps, bike, CaseFor));
    }

    /// <summary>What is recommended on a bike where nothing is chosen yet.</summary>
    public static IReadOnlyDictionary<string, string> UsualChoices(Job job, Capabilities bike) =>
        ChoicesOf(job, bike, null, NothingChosen).Choices;

    /// <summary>Null where this bike or these choices have no such step.</summary>
    public PlannedStep? Step(string id) => Steps.FirstOrDefault(planned => planned.Step.Id == id);

    /// <summary>What is chosen, and where nothing is chosen yet, what is recommended on this bike after what was chosen before.</summary>
    private static (IReadOnlyDictionary<string, string> Choices, IReadOnlyDictionary<string, Choice> Recommended) ChoicesOf(
        Job job,
        Capabilities bike,
        RunState? state,
        IReadOnlyDictionary<string, string> chosen
    )
    {
        var choices = new Dictionary<string, string>();
        var recommended = new Dictionary<string, Choice>();
        var open = job.Steps.Where(step => step.Choice is not null).ToList();
        // A choice that is not asked on this bike is not made, and what hangs on it does not apply. One may hang on another that stands
        // later.
        while (open.Find(step => step.AppliesTo(bike, choices)) is { } step)
        {
            open.Remove(step);
            var choice = recommended[step.Id] = step.Choice!.For(bike, choices);
            choices[choice.Id] = state?.Choices.GetValueOrDefault(choice.Id) ?? chosen.GetValueOrDefault(choice.Id) ?? choice.Default;
        }

        return (choices, recommended);
    }

    /// <summary>A new filter is counted on until its step is skipped: then the drain-only amount goes in.</summary>
    private static FillCase CaseOf(Job job, ImmutableArray<Step> steps, RunState? state, ReservoirId reservoir) =>
        steps.Any(step =>
            (step.NewFilter == reservoir || job.NewFilterSteps.Contains(step.Id)) && state?.Step(step.Id).Mark != StepMark.Skipped
        )
            ? FillCase.DrainAndFilter
            : FillCase.DrainOnly;

    private static PlannedStep Planned(Step step, ImmutableArray<string> waitsFor, Profile bike, Func<ReservoirId, FillCase> caseOf)
    {
        var fillCase = step.Reservoir is { } whose ? caseOf(whose) : FillCase.DrainOnly;
        var spec = step.Reservoir is { } id ? bike.Reservoirs.GetValueOrDefault(id) : null;
        var minutes =
            step.Minutes is { FromReservoir: true } && spec is { ReadingEntered: true }
                ? new StepMinutes(spec.WaitMinutes, spec.Provenance, FromReservoir: true)
                : step.Minutes;
        return new(
            Step: step.Measure is { } asked ? step with { Measure = asked.On(bike) } : step,
            WaitsFor: waitsFor,
            Pour: step.Kind == StepKind.Pour ? PourPlan.For(spec, fillCase) : null,
            // Taking the filter off lets its share out too, so both drains together are held against the case.
            Expected: step.Kind == StepKind.Drain ? spec?.Capacity(fillCase) : null,
            Reservoir: spec,
            Torque: step.Fastener is { } fastener ? bike.Torques.GetValueOrDefault(fastener) : null,
            Minutes: minutes is { Minutes: > 0 } ? minutes : null,
            Figure: step.Measure?.Figure is { } figure ? bike.Figure(figure) : null,
            Case: fillCase
        );
    }

    /// <summary>Needs of all steps: the same thing once, at the largest count for tools and at the sum for parts.</summary>
    private static ImmutableArray<PlannedNeed> NeedsOf(
        ImmutableArray<PlannedStep> steps,
        Profile bike,
        Func<ReservoirId, FillCase> caseOf
    ) =>
        [
            .. from planned in steps
            from need in planned.Step.Needs
            group need by (need.Kind, need.What) into same
            orderby same.Key.Kind
            let reservoir = same.First().Reservoir
            let spec = reservoir is { } id ? bike.Reservoirs.GetValueOrDefault(id) : null
            select new PlannedNeed(
                same.Key.Kind,
                same.Key.What,
                same.Key.Kind == NeedKind.Part ? same.Sum(need => need.CountFor(bike)) : same.Max(need => need.CountFor(bike)),
                reservoir is { } whose ? spec?.Capacity(caseOf(whose)) : null,
                reservoir is null ? null : spec?.Grade,
                reservoir
            ),
        ];
}
