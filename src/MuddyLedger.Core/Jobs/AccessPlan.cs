using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Jobs;

/// <summary>Puts the opening and closing of what stands in the way between the steps of a run.</summary>
internal static class AccessPlan
{
    /// <summary>One opening of a group: the steps behind it, and its own once they are laid in.</summary>
    private sealed record Opening(AccessGroup Group, int Turn, List<StepDraft> Behind)
    {
        public List<StepDraft> Open { get; } = [];
        public List<StepDraft> Close { get; } = [];
        public string Prefix => Turn == 0 ? Group.Id : $"{Group.Id}.{Turn + 1}";
    }

    /// <summary>Puts the opening and closing of what lies in the way around the steps that need it, in layers.</summary>
    /// <returns>What is opened, and for which jobs.</returns>
    public static ImmutableArray<AccessOpened> Insert(
        List<StepDraft> drafts,
        IReadOnlyDictionary<string, JobAssembly.Stage> stages,
        IReadOnlyDictionary<string, AccessGroup> access,
        Capabilities bike
    )
    {
        var openings = OpeningsOf(drafts, stages, access, bike);
        foreach (var opening in openings)
            Open(drafts, opening, openings, bike);
        foreach (var opening in openings.AsEnumerable().Reverse())
            Close(drafts, opening, openings, stages, bike);
        KeepApart(drafts, openings);
        return
        [
            .. openings.Select(opening => new AccessOpened(
                opening.Group,
                [.. opening.Behind.SelectMany(draft => draft.Jobs).Distinct().Order(StringComparer.Ordinal)],
                opening.Prefix
            )),
        ];
    }

    /// <summary>
    /// Every opening, each after what it needs open. What may not be open while the engine runs is opened anew in each stage.
    /// </summary>
    private static List<Opening> OpeningsOf(
        List<StepDraft> drafts,
        IReadOnlyDictionary<string, JobAssembly.Stage> stages,
        IReadOnlyDictionary<string, AccessGroup> access,
        Capabilities bike
    )
    {
        var warmed = stages.Values.Contains(JobAssembly.Stage.Warm);
        var openings = new List<Opening>();
        foreach (var draft in JobAssembly.InOrder(drafts).Where(draft => draft.Step.Applies.Possible(bike) && !draft.Step.Within.IsEmpty))
        foreach (
            var group in AccessGroup.Chain(draft.Step.Within, access, bike).Where(group => !group.Open.IsEmpty || !group.Close.IsEmpty)
        )
        {
            var turn = !group.BlocksRunning
                ? 0
                : stages[draft.Id] switch
                {
                    JobAssembly.Stage.BeforeWarm => 0,
                    JobAssembly.Stage.Warm or JobAssembly.Stage.Apart => warmed ? 1 : 0,
                    _ => 2,
                };
            var opening = openings.Find(one => one.Group.Id == group.Id && one.Turn == turn);
            if (opening is null)
                openings.Add(opening = new(group, turn, []));
            opening.Behind.Add(draft);
        }

        return Nested(openings, access, bike);
    }

    private static List<Opening> Nested(List<Opening> openings, IReadOnlyDictionary<string, AccessGroup> access, Capabilities bike)
    {
        var order = AccessGroup.Chain(openings.Select(opening => opening.Group.Id), access, bike).Select(group => group.Id).ToList();
        return [.. openings.OrderBy(opening => order.IndexOf(opening.Group.Id)).ThenBy(opening => opening.Turn)];
    }

    /// <summary>The openings that this one needs open at the same time.</summary>
    private static IEnumerable<Opening> Outside(Opening inner, IEnumerable<Opening> openings) =>
        openings.Where(outer => outer != inner && outer.Behind.Intersect(inner.Behind).Any() && inner.Behind.All(outer.Behind.Contains));

    private static IEnumerable<Opening> Needs(Opening inner, IEnumerable<Opening> openings, Capabilities bike) =>
        Outside(inner, openings).Where(outer => Requires(inner.Group, outer.Group.Id, openings, bike));

    private static bool Requires(AccessGroup inner, string outer, IEnumerable<Opening> openings, Capabilities bike) =>
        inner
            .Requires.Where(need => need.Applies.To(bike))
            .Any(need =>
                need.Group == outer
                || openings.Any(middle => middle.Group.Id == need.Group && Requires(middle.Group, outer, openings, bike))
            );

    private static void Open(List<StepDraft> drafts, Opening opening, List<Opening> openings, Capabilities bike)
    {
        if (opening.Group.Open.IsEmpty)
            return;
        var behind = opening.Behind.ToHashSet();
        // Of those behind it the one that can be done first: a step that two jobs share may wait for others behind the same opening.
        var first = JobAssembly.InOrder(drafts).First(behind.Contains);
        var jobs = behind.SelectMany(draft => draft.Jobs).ToList();
        var waits = first
            .After.Concat(Needs(opening, openings, bike).Where(outer => outer.Open.Count > 0).Select(outer => outer.Open[^1].Id))
            .ToList();
        foreach (var step in opening.Group.Open)
        {
            var draft = new StepDraft(Named(step, opening) with { ForApplies = ForOf(opening) }, jobs);
            foreach (var id in opening.Open.Count == 0 ? waits : [opening.Open[^1].Id])
                draft.After.Add(id);
            opening.Open.Add(draft);
        }

        drafts.InsertRange(drafts.IndexOf(first), opening.Open);
        foreach (var draft in behind)
            draft.After.Add(opening.Open[^1].Id);
    }

    private static void Close(
        List<StepDraft> drafts,
        Opening opening,
        List<Opening> openings,
        IReadOnlyDictionary<string, JobAssembly.Stage> stages,
        Capabilities bike
    )
    {
        if (opening.Group.Close.IsEmpty)
            return;
        var jobs = opening.Behind.SelectMany(draft => draft.Jobs).ToList();
        var inner = openings
            .Where(one => Needs(one, openings, bike).Contains(opening))
            .SelectMany(one => one.Close.Concat(one.Open))
            .ToList();
        var waits = opening.Behind.Concat(inner).Concat(opening.Open).ToHashSet();
        foreach (var step in opening.Group.Close)
        {
            var draft = new StepDraft(
                Named(step, opening) with
                {
                    ForApplies = ForOf(opening),
                    Closes = [.. opening.Open.Concat(opening.Behind).Select(one => one.Id)],
                },
                jobs
            );
            foreach (var id in opening.Close.Count == 0 ? waits.Select(one => one.Id) : [opening.Close[^1].Id])
                draft.After.Add(id);
            opening.Close.Add(draft);
        }

        drafts.InsertRange(drafts.FindLastIndex(waits.Contains) + 1, opening.Close);
        var last = opening.Close[^1].Id;
        foreach (var draft in drafts.Where(draft => !opening.Behind.Contains(draft) && !waits.Contains(draft)))
        {
            var runs =
                opening.Group.BlocksRunning
                && draft.Step.EngineRuns
                && stages.TryGetValue(draft.Id, out var stage)
                && stage >= StageOf(opening)
                && !Precedes(draft, opening, drafts);
            var rides = draft.Step.Rides && !Precedes(draft, opening, drafts);
            if (draft.Step.Kind == StepKind.SignOff || draft.Step.Closed.Contains(opening.Group.Id) || runs || rides)
                draft.After.Add(last);
        }

        JobAssembly.Stage StageOf(Opening one) => one.Behind.Max(draft => stages[draft.Id]);
    }

    /// <summary>
    /// Of two groups that may not be open together the one that can be opened first is closed before the other is opened.
    /// </summary>
    private static void KeepApart(List<StepDraft> drafts, List<Opening> openings)
    {
        foreach (var one in openings)
        foreach (var other in openings.Where(other => one.Group.NotWith.Contains(other.Group.Id) && other.Open.Count > 0))
        {
            if (one.Open.Count == 0)
                continue;
            var order = JobAssembly.InOrder(drafts);
            var (first, second) = order.IndexOf(one.Open[0]) < order.IndexOf(other.Open[0]) ? (one, other) : (other, one);
            second.Open[0].After.Add(first.Close[^1].Id);
        }
    }

    /// <summary>It is opened for what is chosen to be done behind it, and for nothing else.</summary>
    private static ImmutableArray<Applies> ForOf(Opening opening) =>
        opening.Behind.Any(draft => draft.Step.AnyApplies.IsEmpty)
            ? []
            : [.. opening.Behind.SelectMany(draft => draft.Step.AnyApplies).Distinct()];

    /// <summary>Whether something behind the opening waits for this step: then it comes before it is opened.</summary>
    private static bool Precedes(StepDraft draft, Opening opening, List<StepDraft> drafts) =>
        JobAssembly.Graph(drafts).Before(opening.Behind.Select(behind => behind.Id)).Contains(draft.Id);

    private static Step Named(Step step, Opening opening) =>
        step with
        {
            Id = $"{opening.Prefix}/{step.Id}",
            After = [],
            IsAccess = true,
            Tray = [.. step.Tray.Select(part => part with { Id = $"{opening.Prefix}/{part.Id}" })],
            Refits = [.. step.Refits.Select(part => $"{opening.Prefix}/{part}")],
        };
}
