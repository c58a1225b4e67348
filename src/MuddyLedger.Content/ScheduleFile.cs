using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Content;

internal static class ScheduleFile
{
    public static Schedule Read(string file, string text) => Read(file, text, []);

    /// <param name="lines">Takes the line on which each task begins.</param>
    public static Schedule Read(string file, string text, Dictionary<ServiceTask, long> lines)
    {
        var root = YamlMap.Load(file, text);
        var components = root.Maps("components");
        if (components.IsEmpty)
            throw root.Wrong("\"components\" is missing or empty");
        var schedule = new Schedule(
            root.Text("id"),
            root.Text("title"),
            root.Applies("applies"),
            [.. components.Select(map => ReadComponent(map, lines))]
        );
        root.RefuseTheRest();
        return schedule;
    }

    private static Component ReadComponent(YamlMap map, Dictionary<ServiceTask, long> lines)
    {
        var id = map.Text("id");
        var tasks = map.Maps("tasks");
        if (tasks.IsEmpty)
            throw map.Wrong("\"tasks\" is missing or empty");
        var component = new Component(
            id,
            map.Text("title"),
            map.Word<BikePart>("part"),
            map.OptionalWord<ReservoirId>("reservoir"),
            [.. tasks.Select(Task)]
        );
        map.RefuseTheRest();
        return component;

        ServiceTask Task(YamlMap task)
        {
            var read = ReadTask(task, id);
            lines[read] = task.Line;
            return read;
        }
    }

    private static ServiceTask ReadTask(YamlMap map, string component)
    {
        var limits = map.Maps("limits");
        if (limits.IsEmpty && !map.Has("after-rides") && !map.Has("after-every-ride"))
            throw map.Wrong("a task needs at least one limit, or a ride that asks for it");
        var jobsBy = map.Maps("jobs").Select(ReadJobBy).ToImmutableArray();
        var task = new ServiceTask(
            Id: $"{component}.{map.Text("act")}",
            Title: map.Text("title"),
            Applies: map.Applies("applies"),
            Limits: [.. limits.Select(ReadLimit)],
            Severities: [.. map.Maps("severe").Select(ReadSeverity)],
            Also: map.OptionalText("also"),
            Resets: [.. map.Texts("resets").Select(act => $"{component}.{act}")],
            Minutes: map.Whole("minutes", 1, 2000),
            Job: jobsBy.IsEmpty ? map.OptionalText("job") : null,
            Safety: map.Flag("safety"),
            Why: map.OptionalText("why")
        )
        {
            AfterRides = map.Words<Severity>("after-rides"),
            AfterEveryRide = map.Flag("after-every-ride"),
            JobsBy = jobsBy,
        };
        map.RefuseTheRest();
        return task;
    }

    private static (string Job, Applies For) ReadJobBy(YamlMap map)
    {
        var one = (map.Text("job"), map.Applies("applies"));
        map.RefuseTheRest();
        return one;
    }

    private static Limit ReadLimit(YamlMap map)
    {
        Limit limit;
        if (map.Has("every"))
        {
            var every = map.Quantity("every", Dimension.Distance, Dimension.EngineHours);
            var first = map.Has("first") ? map.Quantity("first", every.Unit.Dimension) : (Quantity?)null;
            limit = new UseLimit(
                MeterAmount.From(every),
                map.Provenance(),
                every.Unit,
                first is { } runningIn ? MeterAmount.From(runningIn) : null
            );
        }
        else if (map.OptionalText("when") is { } sign)
        {
            limit = new WornLimit(sign, map.Provenance());
        }
        else if (map.OptionalText("until") is { } until)
        {
            if (until != "entered")
                throw map.Wrong("until", "only \"entered\" is known: a day that the owner enters");
            limit = new PaperLimit(map.Provenance());
        }
        else
        {
            limit = new CalendarLimit(map.Whole("months", 1, 240), map.Provenance());
        }

        limit = limit with { For = map.Applies("applies") };
        map.RefuseTheRest();
        return limit;
    }

    private static SeverityFactor ReadSeverity(YamlMap map)
    {
        var factor = new SeverityFactor(map.Word<Severity>("when"), map.Share("factor"), map.Provenance());
        map.RefuseTheRest();
        return factor;
    }
}
