using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Content;

internal static class JobFile
{
    /// <summary>Ten times what the longest job needs; with more, a run could not be answered in the time of a tap.</summary>
    private const int MostSteps = 1_000;

    public static Job Read(string file, string text)
    {
        var root = YamlMap.Load(file, text);
        var stepMaps = root.Maps("steps");
        if (stepMaps.IsEmpty)
            throw root.Wrong("\"steps\" is missing or empty");
        if (stepMaps.Length > MostSteps)
            throw root.Wrong("steps", $"are {stepMaps.Length:#,0}: at most {MostSteps:#,0} are a job");
        var choices = stepMaps.Where(map => map.Has("choose")).Select(map => map.Map("choose").Text("id")).ToHashSet();
        var waste = root.OptionalText("waste");
        var newFilter = root.Texts("new-filter-steps");
        var read = stepMaps.Select(map => (Map: map, Step: StepFile.Read(map, choices))).ToImmutableArray();
        // A filter's share belongs to the reservoir that the job drains.
        var drained = read.Select(pair => pair.Step).FirstOrDefault(step => step.Kind == StepKind.Drain)?.Reservoir;
        var round = root.Flag("round");
        var steps = read.Select(pair =>
                (
                    pair.Map,
                    Step: pair.Step with
                    {
                        Round = round,
                        Waste = pair.Step.Kind == StepKind.Drain ? pair.Step.Waste ?? waste : null,
                        NewFilter = newFilter.Contains(pair.Step.Id) ? drained : null,
                    }
                )
            )
            .ToImmutableArray();
        var job = new Job(
            Id: root.Text("id"),
            Title: root.Text("title"),
            For: root.Text("for"),
            Applies: root.Applies("applies"),
            Minutes: root.Whole("minutes", 1, 2000),
            Provenance: root.Provenance(),
            Serves: [.. root.Maps("serves").Select(ReadServes)],
            NewFilterSteps: [],
            WasteKind: null,
            Steps: [.. steps.Select(pair => pair.Step)]
        )
        {
            Group = root.Word<JobGroup>("group"),
            Alone = root.Flag("alone"),
            Proves = root.Words<Gate>("proves"),
            ProvesPump = root.Texts("proves-pump"),
        };
        root.RefuseTheRest();
        foreach (var id in job.ProvesPump.Where(id => job.Steps.All(step => step.Id != id)))
            throw root.Wrong("proves-pump", $"there is no step \"{id}\"");
        foreach (var gate in job.Proves.Where(gate => job.Steps.All(step => step.Hold != gate)))
            throw root.Wrong("proves", $"no hold point of the job is for \"{Capabilities.Word(gate)}\"");
        foreach (var id in newFilter.Where(id => job.Steps.All(step => step.Id != id)))
            throw root.Wrong("new-filter-steps", $"there is no step \"{id}\"");
        CheckReferences(root, job, steps);
        return job;
    }

    private static Serves ReadServes(YamlMap map)
    {
        var serves = new Serves(map.Text("task"), map.Texts("by"));
        if (serves.By.IsEmpty)
            throw map.Wrong("\"by\" is missing: name the steps that must be done for the task to count");
        map.RefuseTheRest();
        return serves;
    }

    /// <summary>
    /// No dangling id, no part left on the tray by design, no steps that wait for each other, no choice used before it is made.
    /// </summary>
    private static void CheckReferences(YamlMap root, Job job, ImmutableArray<(YamlMap Map, Step Step)> steps)
    {
        var byId = new Dictionary<string, Step>();
        foreach (var (map, step) in steps)
            if (!byId.TryAdd(step.Id, step))
                throw map.Wrong("id", $"\"{step.Id}\" stands twice");
        var trayIds = job.TrayPartIds.ToList();
        var refits = job.Steps.SelectMany(step => step.Refits).ToHashSet();
        foreach (var (map, step) in steps)
        {
            foreach (var id in step.After.Where(id => !byId.ContainsKey(id)))
                throw map.Wrong("after", $"there is no step \"{id}\"");
            foreach (var id in step.Refits.Where(id => !trayIds.Contains(id)))
                throw map.Wrong("refits", $"nothing called \"{id}\" goes on the tray");
            foreach (var part in step.Tray.Where(part => !refits.Contains(part.Id)))
                throw map.Wrong("tray", $"no step refits \"{part.Id}\"");
            foreach (var part in step.Tray.Where(part => trayIds.Count(id => id == part.Id) > 1))
                throw map.Wrong("tray", $"\"{part.Id}\" stands twice");
        }

        var graph = StepGraph.Of(job.Steps);
        CheckForNow(steps, graph);
        var cycle = graph.InOrder().Cycle;
        if (!cycle.IsEmpty)
            throw steps
                .First(pair => pair.Step.Id == cycle[0])
                .Map.Wrong("after", $"these steps wait for each other: {string.Join(", ", cycle)}");
        foreach (var id in job.Serves.SelectMany(serves => serves.By).Where(id => !byId.ContainsKey(id)))
            throw root.Wrong("serves", $"there is no step \"{id}\"");
        if (job.Steps.Count(step => step.Kind == StepKind.SignOff) != 1 || job.Steps[^1].Kind != StepKind.SignOff)
            throw root.Wrong("steps", "the last step, and only the last, must be of kind sign-off");
        foreach (var (map, step) in steps)
        {
            foreach (
                var choice in step
                    .Applies.Wanted.Keys.Concat(step.Choice?.ByBike.SelectMany(rule => rule.Applies.Wanted.Keys) ?? [])
                    .Where(key => key.StartsWith(Applies.ChoicePrefix, StringComparison.Ordinal))
                    .Select(key => key[Applies.ChoicePrefix.Length..])
            )
            {
                var chooser = job.Steps.First(other => other.Choice?.Id == choice);
                if (!graph.Before(step.Id).Contains(chooser.Id))
                    throw map.Wrong("applies", $"must come after the step \"{chooser.Id}\", which makes that choice");
            }
        }
    }

    /// <summary>What is put is lifted again, and what is lifted put back, later in the same job; what is meant to last says so.</summary>
    private static void CheckForNow(ImmutableArray<(YamlMap Map, Step Step)> steps, StepGraph graph)
    {
        foreach (var (map, step) in steps)
        foreach (var (thing, way) in UndoList.Of(step).Where(pair => !pair.Thing.Back && !pair.Thing.Lasting))
        {
            var ends = steps
                .Where(other => UndoList.Of(other.Step).Any(pair => pair.Thing.Back && pair.Thing.Id == thing.Id && pair.Way != way))
                .ToList();
            var (verb, counter) = way == ForNow.InPlace ? ("puts", "lifts") : ("lifts", "puts");
            if (ends.Count == 0)
                throw map.Wrong(verb, $"no step {counter} \"{thing.Id}\" back; one that is meant to stay says \"lasting: yes\"");
            if (ends.All(end => !graph.Before(end.Step.Id).Contains(step.Id)))
                throw map.Wrong(verb, $"the step that {counter} \"{thing.Id}\" back must come after this one");
        }
    }
}
