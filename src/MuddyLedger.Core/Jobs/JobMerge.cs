using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Jobs;

/// <summary>The steps of several jobs laid side by side under ids of their own, with those that they share made one.</summary>
internal sealed record JobMerge(ImmutableArray<StepDraft> Steps, ImmutableArray<Serves> Serves)
{
    /// <summary>One job as it is; of several, what they share is done once.</summary>
    public static JobMerge Of(ImmutableArray<Job> jobs)
    {
        if (jobs.Length == 1)
            return new([.. jobs[0].Steps.Select(step => new StepDraft(step, [jobs[0].Id]))], jobs[0].Serves);

        var names = NamesOf(jobs);
        var drafts = new List<Step>();
        var owners = new Dictionary<string, HashSet<string>>();
        var trays = new Dictionary<(string Job, string Part), string>();
        foreach (var job in jobs)
        foreach (var part in job.TrayPartIds)
            trays[(job.Id, part)] = $"{job.Id}/{part}";
        foreach (var job in jobs)
        foreach (var step in job.Steps)
        {
            var id = names.Steps[(job.Id, step.Id)];
            var at = drafts.FindIndex(one => one.Id == id);
            foreach (var part in step.Tray)
                trays[(job.Id, part.Id)] =
                    (at < 0 ? null : drafts[at].Tray.FirstOrDefault(there => there.Part == part.Part)?.Id) ?? $"{job.Id}/{part.Id}";
            var renamed = Renamed(job, step, id, names, trays);
            renamed = renamed with { After = [.. renamed.After.Union(OthersBefore(step, jobs, names.Steps)).Where(one => one != id)] };
            if (at < 0)
                drafts.Add(renamed);
            else
                drafts[at] = Joined(drafts[at], renamed);
            (owners.TryGetValue(id, out var known) ? known : owners[id] = []).Add(job.Id);
        }

        var serves = jobs.SelectMany(job =>
            job.Serves.Select(one => one with { By = [.. one.By.Select(id => names.Steps[(job.Id, id)])] })
        );
        return new([.. drafts.Select(step => new StepDraft(step, owners[step.Id]))], [.. serves]);
    }

    /// <summary>The word under which a step is shared. Writing down the meter and signing off are shared always.</summary>
    private static string? SharedAs(Step step) =>
        step.Kind switch
        {
            StepKind.Reading => "reading",
            StepKind.SignOff => "sign-off",
            _ => step.Shared,
        };

    private static (Dictionary<(string Job, string Id), string> Steps, Dictionary<(string Job, string Id), string> Choices) NamesOf(
        ImmutableArray<Job> jobs
    )
    {
        var steps = new Dictionary<(string, string), string>();
        var choices = new Dictionary<(string, string), string>();
        var firstShared = new Dictionary<string, (string Step, string? Choice)>();
        foreach (var job in jobs)
        foreach (var step in job.Steps)
        {
            var own = ($"{job.Id}/{step.Id}", step.Choice is null ? null : $"{job.Id}/{step.Choice.Id}");
            if (SharedAs(step) is { } word && !firstShared.TryAdd(word, own))
                own = firstShared[word];
            steps[(job.Id, step.Id)] = own.Item1;
            if (step.Choice is { } choice)
                choices[(job.Id, choice.Id)] = own.Item2 ?? choice.Id;
        }

        return (steps, choices);
    }

    /// <summary>The steps of the other joined jobs that this one comes after.</summary>
    private static IEnumerable<string> OthersBefore(
        Step step,
        ImmutableArray<Job> jobs,
        Dictionary<(string Job, string Id), string> names
    ) =>
        from named in step.AfterOthers
        let parts = named.Split('/', 2)
        from job in jobs
        where job.Id == parts[0]
        from other in job.Steps
        where parts.Length == 2 ? other.Id == parts[1] : other.Kind != StepKind.SignOff
        select names[(job.Id, other.Id)];

    private static Step Renamed(
        Job job,
        Step step,
        string id,
        (Dictionary<(string Job, string Id), string> Steps, Dictionary<(string Job, string Id), string> Choices) names,
        Dictionary<(string Job, string Part), string> trays
    ) =>
        step with
        {
            Id = id,
            After = [.. step.After.Select(after => names.Steps[(job.Id, after)])],
            Applies = Renamed(job, step.Applies, names.Choices),
            Choice = step.Choice is { } choice
                ? choice with
                {
                    Id = names.Choices[(job.Id, choice.Id)],
                    ByBike = [.. choice.ByBike.Select(rule => rule with { Applies = Renamed(job, rule.Applies, names.Choices) })],
                }
                : null,
            Tray = [.. step.Tray.Select(part => part with { Id = trays[(job.Id, part.Id)] })],
            Refits = [.. step.Refits.Select(part => trays[(job.Id, part)])],
        };

    private static Applies Renamed(Job job, Applies applies, Dictionary<(string Job, string Id), string> choices) =>
        new(
            applies.Wanted.ToImmutableDictionary(
                want =>
                    want.Key.StartsWith(Applies.ChoicePrefix, StringComparison.Ordinal)
                        ? Applies.ChoicePrefix + choices[(job.Id, want.Key[Applies.ChoicePrefix.Length..])]
                        : want.Key,
                want => want.Value
            )
        );

    /// <summary>
    /// One step for two: its words are the first's, its cautions, needs and waits are both's, and it holds as early as either.
    /// </summary>
    private static Step Joined(Step first, Step second) =>
        first with
        {
            After = [.. first.After.Union(second.After)],
            Needs = [.. first.Needs.Union(second.Needs)],
            Cautions = [.. first.Cautions.Union(second.Cautions)],
            Hold = first.Hold is { } one && second.Hold is { } other ? (Gate)Math.Min((int)one, (int)other) : first.Hold ?? second.Hold,
            Tray = [.. first.Tray, .. second.Tray.Where(part => first.Tray.All(there => there.Id != part.Id))],
            Refits = [.. first.Refits.Union(second.Refits)],
            Fits = [.. first.Fits.Union(second.Fits)],
            Puts = [.. first.Puts.UnionBy(second.Puts, thing => thing.Id)],
            Lifts = [.. first.Lifts.UnionBy(second.Lifts, thing => thing.Id)],
            Within = [.. first.Within.Union(second.Within)],
            Closed = [.. first.Closed.Union(second.Closed)],
            Settles = [.. first.Settles.Union(second.Settles)],
            Round = first.Round && second.Round,
            Needed =
                first.Needed is { } wanted && second.Needed is { } also
                    ? (Gate)Math.Max((int)wanted, (int)also)
                    : first.Needed ?? second.Needed,
            OrApplies = [.. first.OrApplies, second.Applies],
        };
}
