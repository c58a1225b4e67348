using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Content;

internal static class JobFile
{
    public static Job Read(string file, string text)
    {
        var root = YamlMap.Load(file, text);
        var stepMaps = root.Maps("steps");
        if (stepMaps.IsEmpty) throw root.Wrong("\"steps\" is missing or empty");
        var choices = stepMaps.Where(map => map.Has("choose")).Select(map => map.Map("choose").Text("id")).ToHashSet();
        var steps = stepMaps.Select(map => (Map: map, Step: ReadStep(map, choices))).ToImmutableArray();
        var job = new Job(root.Text("id"), root.Text("title"), root.Text("for"), root.Applies("applies"), root.Whole("minutes", 1, 2000), root.Provenance(),
            [.. root.Maps("serves").Select(ReadServes)], root.Texts("new-filter-steps"), root.OptionalText("waste"), [.. steps.Select(pair => pair.Step)]);
        root.RefuseTheRest();
        CheckReferences(root, job, steps);
        return job;
    }

    private static Serves ReadServes(YamlMap map)
    {
        var serves = new Serves(map.Text("task"), map.Texts("by"));
        if (serves.By.IsEmpty) throw map.Wrong("\"by\" is missing: name the steps that must be done for the task to count");
        map.RefuseTheRest();
        return serves;
    }

    private static Step ReadStep(YamlMap map, HashSet<string> choices)
    {
        var kind = map.Word<StepKind>("kind");
        var minutes = map.Has("minutes") ? ReadMinutes(map.Map("minutes")) : null;
        var choice = map.Has("choose") ? ReadChoice(map.Map("choose")) : null;
        var reservoir = map.OptionalWord<ReservoirId>("reservoir");
        if (kind is StepKind.Drain or StepKind.Pour or StepKind.Level && reservoir is null) throw map.Wrong($"a {Capabilities.Word(kind)} step needs its \"reservoir\"");
        if (minutes is { FromReservoir: true } && reservoir is null) throw map.Wrong("minutes", "from-reservoir needs the step's \"reservoir\"");
        if (kind == StepKind.Timer && minutes is null) throw map.Wrong("a timer step needs its \"minutes\"");
        if ((kind == StepKind.Choose) != (choice is not null)) throw map.Wrong("\"choose\" belongs to a step of kind choose, and to no other");
        var fastener = map.OptionalWord<Fastener>("fastener");
        if ((kind == StepKind.Torque) != (fastener is not null)) throw map.Wrong("\"fastener\" belongs to a step of kind torque, and to no other");
        var step = new Step(
            map.Text("id"), map.Text("title"), map.Text("text"), map.OptionalText("detail"), map.OptionalText("why"), kind, map.Applies("applies", choices), map.Texts("after"),
            [.. map.Maps("needs").Select(ReadNeed)], map.Words<Hazard>("cautions"), map.OptionalWord<Gate>("hold"),
            [.. map.Maps("tray").Select(ReadTray)], map.Texts("refits"), [.. map.Maps("fits").Select(ReadFits)],
            reservoir, map.Flag("first-go"), map.Flag("flush"), fastener, minutes, choice, map.OptionalText("done"))
        {
            Puts = [.. map.Maps("puts").Select(ReadForNow)],
            Lifts = [.. map.Maps("lifts").Select(ReadForNow)],
        };
        map.RefuseTheRest();
        return step;
    }

    private static StepMinutes ReadMinutes(YamlMap map)
    {
        var minutes = new StepMinutes(map.Whole("wait", 1, 1440), map.Provenance(), map.Flag("from-reservoir"));
        map.RefuseTheRest();
        return minutes;
    }

    private static Choice ReadChoice(YamlMap map)
    {
        var options = map.Maps("options").Select(option =>
        {
            var read = new ChoiceOption(option.Text("id"), option.Text("title"), option.Text("reason"));
            option.RefuseTheRest();
            return read;
        }).ToImmutableArray();
        var choice = new Choice(map.Text("id"), options, map.Text("default"));
        if (options.Length < 2) throw map.Wrong("a choice needs two options or more");
        if (options.All(option => option.Id != choice.Default)) throw map.Wrong("default", $"\"{choice.Default}\" is none of the options");
        map.RefuseTheRest();
        return choice;
    }

    private static Need ReadNeed(YamlMap map)
    {
        var kind = new[] { NeedKind.Tool, NeedKind.Fluid, NeedKind.Part, NeedKind.Consumable }.FirstOrDefault(kind => map.Has(Capabilities.Word(kind)), (NeedKind)(-1));
        if ((int)kind < 0) throw map.Wrong("a need is a tool, a fluid, a part or a consumable");
        var need = new Need(kind, map.Text(Capabilities.Word(kind)), map.Has("count") ? map.Whole("count", 1, 99) : 1, map.OptionalWord<ReservoirId>("reservoir"));
        map.RefuseTheRest();
        return need;
    }

    private static TrayPart ReadTray(YamlMap map)
    {
        var part = new TrayPart(map.Text("id"), map.Text("part"), map.Has("count") ? map.Whole("count", 1, 99) : 1, map.OptionalText("where"));
        map.RefuseTheRest();
        return part;
    }

    private static ForNowThing ReadForNow(YamlMap map)
    {
        var thing = new ForNowThing(map.Text("id"), map.Text("what"), map.Flag("back"), map.Flag("lasting"));
        if (thing is { Back: true, Lasting: true }) throw map.Wrong("lasting", "belongs to what a step begins, not to what it takes back");
        map.RefuseTheRest();
        return thing;
    }

    private static FitsPart ReadFits(YamlMap map)
    {
        var fits = new FitsPart(map.Text("part"), map.Has("count") ? map.Whole("count", 1, 99) : 1, map.OptionalText("replaces"));
        map.RefuseTheRest();
        return fits;
    }

    /// <summary>No dangling id, no part left on the tray by design, no steps that wait for each other, no choice used before it is made.</summary>
    private static void CheckReferences(YamlMap root, Job job, ImmutableArray<(YamlMap Map, Step Step)> steps)
    {
        var byId = new Dictionary<string, Step>();
        foreach (var (map, step) in steps)
            if (!byId.TryAdd(step.Id, step)) throw map.Wrong("id", $"\"{step.Id}\" stands twice");
        var trayIds = job.TrayPartIds.ToList();
        var refits = job.Steps.SelectMany(step => step.Refits).ToHashSet();
        foreach (var (map, step) in steps)
        {
            foreach (var id in step.After.Where(id => !byId.ContainsKey(id))) throw map.Wrong("after", $"there is no step \"{id}\"");
            foreach (var id in step.Refits.Where(id => !trayIds.Contains(id))) throw map.Wrong("refits", $"nothing called \"{id}\" goes on the tray");
            foreach (var part in step.Tray.Where(part => !refits.Contains(part.Id))) throw map.Wrong("tray", $"no step refits \"{part.Id}\"");
            foreach (var part in step.Tray.Where(part => trayIds.Count(id => id == part.Id) > 1)) throw map.Wrong("tray", $"\"{part.Id}\" stands twice");
        }

        CheckForNow(steps, byId);
        var cycle = JobOrder.Of(job.Steps, _ => true).Cycle;
        if (!cycle.IsEmpty) throw steps.First(pair => pair.Step.Id == cycle[0]).Map.Wrong("after", $"these steps wait for each other: {string.Join(", ", cycle)}");
        foreach (var id in job.Serves.SelectMany(serves => serves.By).Concat(job.NewFilterSteps).Where(id => !byId.ContainsKey(id)))
            throw root.Wrong("serves", $"there is no step \"{id}\"");
        if (job.Steps.Count(step => step.Kind == StepKind.SignOff) != 1 || job.Steps[^1].Kind != StepKind.SignOff)
            throw root.Wrong("steps", "the last step, and only the last, must be of kind sign-off");
        foreach (var (map, step) in steps)
        {
            foreach (var choice in step.Applies.Wanted.Keys.Where(key => key.StartsWith(Applies.ChoicePrefix, StringComparison.Ordinal)).Select(key => key[Applies.ChoicePrefix.Length..]))
            {
                var chooser = job.Steps.First(other => other.Choice?.Id == choice);
                if (!Earlier(step, byId).Contains(chooser.Id)) throw map.Wrong("applies", $"must come after the step \"{chooser.Id}\", which makes that choice");
            }
        }
    }

    /// <summary>What is put is lifted again, and what is lifted put back, later in the same job; what is meant to last says so.</summary>
    private static void CheckForNow(ImmutableArray<(YamlMap Map, Step Step)> steps, Dictionary<string, Step> byId)
    {
        foreach (var (map, step) in steps)
            foreach (var (thing, way) in UndoList.Of(step).Where(pair => !pair.Thing.Back && !pair.Thing.Lasting))
            {
                var ends = steps.Where(other => UndoList.Of(other.Step).Any(pair => pair.Thing.Back && pair.Thing.Id == thing.Id && pair.Way != way)).ToList();
                var (verb, counter) = way == ForNow.InPlace ? ("puts", "lifts") : ("lifts", "puts");
                if (ends.Count == 0) throw map.Wrong(verb, $"no step {counter} \"{thing.Id}\" back; one that is meant to stay says \"lasting: yes\"");
                if (ends.All(end => !Earlier(end.Step, byId).Contains(step.Id))) throw map.Wrong(verb, $"the step that {counter} \"{thing.Id}\" back must come after this one");
            }
    }

    private static HashSet<string> Earlier(Step step, Dictionary<string, Step> byId)
    {
        var found = new HashSet<string>();
        var open = new Stack<string>(step.After);
        while (open.TryPop(out var id))
            if (found.Add(id)) foreach (var earlier in byId[id].After) open.Push(earlier);
        return found;
    }
}
