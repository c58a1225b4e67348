using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Meters;

namespace MuddyLedger.Content;

/// <summary>One step, as the files of jobs and of access groups write it.</summary>
internal static class StepFile
{
    public static Step Read(YamlMap map, HashSet<string> choices)
    {
        var kind = map.Word<StepKind>("kind");
        var minutes = map.Has("minutes") ? ReadMinutes(map.Map("minutes")) : null;
        var choice = map.Has("choose") ? ReadChoice(map.Map("choose"), choices) : null;
        var reservoir = map.OptionalWord<ReservoirId>("reservoir");
        if (kind is StepKind.Drain or StepKind.Pour or StepKind.Level && reservoir is null)
            throw map.Wrong($"a {Capabilities.Word(kind)} step needs its \"reservoir\"");
        if (minutes is { FromReservoir: true } && reservoir is null)
            throw map.Wrong("minutes", "from-reservoir needs the step's \"reservoir\"");
        if (kind == StepKind.Timer && minutes is null)
            throw map.Wrong("a timer step needs its \"minutes\"");
        if ((kind == StepKind.Choose) != (choice is not null))
            throw map.Wrong("\"choose\" belongs to a step of kind choose, and to no other");
        var fastener = map.OptionalWord<Fastener>("fastener");
        if ((kind == StepKind.Torque) != (fastener is not null))
            throw map.Wrong("\"fastener\" belongs to a step of kind torque, and to no other");
        if (kind == StepKind.Undo && !map.Has("hold"))
            throw map.Wrong("an undo step needs its \"hold\": the gate that nothing of the undo list may keep shut");
        var measure = map.Has("measure") ? ReadMeasure(map.Map("measure")) : null;
        if ((kind == StepKind.Measure) != (measure is not null))
            throw map.Wrong("\"measure\" belongs to a step of kind measure, and to no other");
        var step = new Step(
            Id: map.Text("id"),
            Title: map.Text("title"),
            Text: map.Text("text"),
            Detail: map.OptionalText("detail"),
            Why: map.OptionalText("why"),
            Kind: kind,
            Applies: map.Applies("applies", choices),
            After: map.Texts("after"),
            Needs: [.. map.Maps("needs").Select(ReadNeed)],
            Cautions: map.Words<Hazard>("cautions"),
            Hold: map.OptionalWord<Gate>("hold"),
            Tray: [.. map.Maps("tray").Select(ReadTray)],
            Refits: map.Texts("refits"),
            Fits: [.. map.Maps("fits").Select(ReadFits)],
            Reservoir: reservoir,
            FirstGo: map.Flag("first-go"),
            Flush: map.Flag("flush"),
            Fastener: fastener,
            Minutes: minutes,
            Choice: choice,
            Done: map.OptionalText("done")
        )
        {
            Puts = [.. map.Maps("puts").Select(ReadForNow)],
            Lifts = [.. map.Maps("lifts").Select(ReadForNow)],
            Within = map.Texts("within"),
            Closed = map.Texts("closed"),
            AfterOthers = map.Texts("after-others"),
            Shared = map.OptionalText("shared"),
            Empty = map.Words<ReservoirId>("empty"),
            Waste = map.OptionalText("waste"),
            Measure = measure,
            Wear = map.OptionalText("wear"),
            Looks = ReadLooks(map, kind),
            IfStanding = map.Flag("if-standing"),
            Settles = map.Texts("settles"),
            Worth = map.OptionalWord<Worth>("worth"),
            Marks = map.OptionalWord<StandingMark>("marks"),
            Knows = map.Words<Known>("knows"),
            Judge = map.OptionalText("judge"),
            Needed = map.OptionalWord<Gate>("needs-gate"),
        };
        if (step.IfStanding && !UndoList.Of(step).Any(pair => pair.Thing.Back))
            throw map.Wrong("if-standing", "belongs to a step that ends what another began");
        if (step is { Judge: not null, Kind: not StepKind.Drain })
            throw map.Wrong("judge", "belongs to a step of kind drain, and to no other");
        map.RefuseTheRest();
        return step;
    }

    private static MeasureAsked ReadMeasure(YamlMap map)
    {
        var figure = map.OptionalWord<BikeFigure>("figure");
        var unit = figure is { } known ? BikeFigures.UnitOf(known) : null;
        if (map.OptionalText("unit") is { } symbol)
        {
            if (unit is not null)
                throw map.Wrong("unit", "belongs to the figure, which has its own");
            unit = Core.Units.Unit.Find(symbol) ?? throw map.Wrong("unit", $"\"{symbol}\" is no unit known here");
        }

        if (unit is null)
            throw map.Wrong("\"figure\" is missing, or a \"unit\" where the bike has no figure for it");
        var asked = new MeasureAsked(
            figure,
            unit,
            map.Texts("places"),
            map.Has("within") ? (decimal)map.Number("within", 0, 1_000_000) : null
        )
        {
            Each = map.OptionalWord<CountedBy>("each"),
            Series = map.OptionalText("series"),
        };
        if (asked is { Figure: not null, Series: not null })
            throw map.Wrong("series", "belongs to what has no figure: a figure has its own");
        if (asked.Places.Length == 1)
            throw map.Wrong("places", "one place needs no name");
        if (asked is { Within: not null, Places.IsEmpty: true })
            throw map.Wrong("within", "needs two places or more");
        map.RefuseTheRest();
        return asked;
    }

    private static ImmutableArray<int> ReadLooks(YamlMap map, StepKind kind)
    {
        var looks = map.Texts("looks")
            .Select(text =>
                int.TryParse(text, System.Globalization.CultureInfo.InvariantCulture, out var hours) && hours is >= 0 and <= 240
                    ? hours
                    : throw map.Wrong("looks", $"\"{text}\" is not a number of hours from 0 to 240")
            )
            .ToImmutableArray();
        if ((kind == StepKind.Watch) != (looks.Length > 0))
            throw map.Wrong("\"looks\" (hours after the start, for each look) belongs to a step of kind watch, and to no other");
        if (!looks.Order().SequenceEqual(looks))
            throw map.Wrong("looks", "must be in order");
        return looks;
    }

    private static StepMinutes ReadMinutes(YamlMap map)
    {
        var minutes = new StepMinutes(map.Whole("wait", 1, 1440), map.Provenance(), map.Flag("from-reservoir"));
        map.RefuseTheRest();
        return minutes;
    }

    private static Choice ReadChoice(YamlMap map, HashSet<string> choices)
    {
        var options = map.Maps("options")
            .Select(option =>
            {
                var read = new ChoiceOption(option.Text("id"), option.Text("title"), option.Text("reason"));
                option.RefuseTheRest();
                return read;
            })
            .ToImmutableArray();
        var choice = new Choice(map.Text("id"), options, map.Text("default"))
        {
            ByStandingTime = map.Flag("by-standing-time"),
            AfterYears = map.OptionalText("after-years"),
            ByBike = [.. map.Maps("by-bike").Select(rule => ReadChoiceRule(rule, options, choices))],
        };
        if (choice.AfterYears is { } after && options.All(option => option.Id != after))
            throw map.Wrong("after-years", $"\"{after}\" is none of the options");
        if (choice.ByStandingTime && options.FirstOrDefault(option => !StandingTime.Words.Contains(option.Id)) is { } odd)
            throw map.Wrong("options", $"\"{odd.Id}\" is no tier of standing: they are {string.Join(", ", StandingTime.Words)}");
        if (options.Length < 2)
            throw map.Wrong("a choice needs two options or more");
        if (options.All(option => option.Id != choice.Default))
            throw map.Wrong("default", $"\"{choice.Default}\" is none of the options");
        map.RefuseTheRest();
        return choice;
    }

    private static ChoiceRule ReadChoiceRule(YamlMap map, ImmutableArray<ChoiceOption> options, HashSet<string> choices)
    {
        var rule = new ChoiceRule(map.Text("take"), map.Applies("applies", choices), map.Text("because"));
        if (options.All(option => option.Id != rule.Take))
            throw map.Wrong("take", $"\"{rule.Take}\" is none of the options");
        map.RefuseTheRest();
        return rule;
    }

    private static Need ReadNeed(YamlMap map)
    {
        var kind = new[] { NeedKind.Tool, NeedKind.Fluid, NeedKind.Part, NeedKind.Consumable }.FirstOrDefault(
            kind => map.Has(Capabilities.Word(kind)),
            (NeedKind)(-1)
        );
        if ((int)kind < 0)
            throw map.Wrong("a need is a tool, a fluid, a part or a consumable");
        var need = new Need(
            kind,
            map.Text(Capabilities.Word(kind)),
            map.Has("count") ? map.Whole("count", 1, 99) : 1,
            map.OptionalWord<ReservoirId>("reservoir")
        )
        {
            Each = map.OptionalWord<CountedBy>("each"),
        };
        map.RefuseTheRest();
        return need;
    }

    private static TrayPart ReadTray(YamlMap map)
    {
        var part = new TrayPart(
            map.Text("id"),
            map.Text("part"),
            map.Has("count") ? map.Whole("count", 1, 99) : 1,
            map.OptionalText("where")
        );
        map.RefuseTheRest();
        return part;
    }

    private static ForNowThing ReadForNow(YamlMap map)
    {
        var thing = new ForNowThing(map.Text("id"), map.Text("what"), map.Flag("back"), map.Flag("lasting"));
        if (thing is { Back: true, Lasting: true })
            throw map.Wrong("lasting", "belongs to what a step begins, not to what it takes back");
        if (thing.Back && map.Has("shuts"))
            throw map.Wrong("shuts", "belongs to what a step begins, not to what it takes back");
        // Nobody rides with a thing that is there only for now, unless its file says that one may.
        if (!thing.Back)
            thing = thing with { Shuts = map.Has("shuts") ? map.WordOrNone<Gate>("shuts") : Gate.Ridden };
        map.RefuseTheRest();
        return thing;
    }

    private static FitsPart ReadFits(YamlMap map)
    {
        var fits = new FitsPart(map.Text("part"), map.Has("count") ? map.Whole("count", 1, 99) : 1, map.OptionalText("replaces"))
        {
            Each = map.OptionalWord<CountedBy>("each"),
        };
        map.RefuseTheRest();
        return fits;
    }
}
