using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Papers;
using MuddyLedger.Core.Rides;
using NodaTime;

namespace MuddyLedger.Core.Servicing;

/// <summary>A task of a bike and how it stands.</summary>
/// <param name="Component">What it is about.</param>
/// <param name="Task">With the owner's own limits, where the owner set some.</param>
/// <param name="Life">How much of it is left.</param>
public sealed record TaskState(Component Component, ServiceTask Task, LifeLeft Life)
{
    /// <summary>Overdue, due, or coming up: what a list of work has on it.</summary>
    public bool IsDue => Life.State is LifeState.Overdue or LifeState.Due or LifeState.ComingUp;

    /// <summary>Whether what is in is in for now, as a flush fill is: the change is done when that is drained.</summary>
    public bool IsInForNow => Life.Because.Any(line => line is PutInForNow);

    /// <summary>The part and what is done to it: "front brake pads: measure".</summary>
    public string Words => $"{Component.Title}: {Task.Title.ToLowerInvariant()}";
}

/// <summary>A bike's plan as it stands.</summary>
public static class Servicing
{
    /// <summary>Every task of a bike and how it stands today, from the profile, the schedules and the ledger alone.</summary>
    /// <param name="wear">What was measured, by the task that its end calls for.</param>
    public static ImmutableArray<TaskState> Of(
        Profile bike,
        IEnumerable<Schedule> schedules,
        BikeLedger ledger,
        BikeMeters meters,
        LocalDate today,
        IReadOnlyDictionary<string, Wear.WearSeries>? wear = null
    )
    {
        var tasks = Schedule.TasksOf(bike, schedules).Concat(OwnItems(ledger)).ToList();
        var rested = Rested(ledger, today);
        var done = ledger
            .Each<TaskDone>()
            .Where(pair => pair.Entry.Date <= today)
            .Select((pair, place) => (Place: place, Line: pair))
            .ToLookup(at => at.Line.Body.Task);
        var intervals = ledger.Each<IntervalSet>().GroupBy(pair => pair.Body.Task).ToDictionary(group => group.Key, group => group.Last());
        var papers = ledger.Each<PaperHeld>().GroupBy(pair => pair.Body.Paper).ToDictionary(group => group.Key, group => group.Last());
        var rides = ledger.Each<RideDone>().Where(pair => pair.Entry.Date <= today).ToList();
        var resetBy = (from item in tasks from resets in item.Task.Resets select (resets, item.Task.Id)).ToLookup(
            pair => pair.resets,
            pair => pair.Id
        );
        return
        [
            .. FlushFills(bike, ledger),
            .. tasks.Select(item =>
            {
                var (task, own) = intervals.TryGetValue(item.Task.Id, out var set)
                    ? (WithOwn(item.Task, set.Body, bike), (LedgerEntry?)set.Entry)
                    : (item.Task, null);
                var history = resetBy[task.Id]
                    .Append(task.Id)
                    .SelectMany(id => done[id])
                    .OrderBy(at => at.Place)
                    .Select(at => at.Line)
                    .ToList();
                var life =
                    papers.TryGetValue(item.Component.Id, out var paper) && task.Limits.Any(limit => limit is PaperLimit)
                        ? OfPaper(task, paper.Entry, paper.Body, meters, today)
                        : LifeOf(task, history, bike, meters, today);
                if (wear?.GetValueOrDefault(task.Id) is { } series)
                    life = life.With(series, today);
                life = AfterRides(task, history, rides, life);
                if (rested.GetValueOrDefault(task.Id) is { } rest)
                    life = new(LifeState.Rested, null, life.Limits, [rest, .. life.Because]);
                return new TaskState(
                    item.Component,
                    task,
                    own is null || set.Body.AsShipped ? life : life with { Because = [new OwnInterval(own), .. life.Because] }
                );
            }),
        ];
    }

    /// <summary>How many are named where nothing is due (house value).</summary>
    private const int NextOnes = 3;

    /// <summary>
    /// What an owner comes for: all that is overdue, due or coming up, the least left first; where nothing is, the next few by their likely
    /// day.
    /// </summary>
    public static ImmutableArray<TaskState> Next(IEnumerable<TaskState> tasks)
    {
        var all = tasks.ToList();
        LifeState[] order = [LifeState.Overdue, LifeState.Due, LifeState.ComingUp];
        var soon = all.Where(task => order.Contains(task.Life.State))
            .OrderBy(task => Array.IndexOf(order, task.Life.State))
            .ThenBy(task => task.Life.Governing?.Share ?? 0)
            .ToImmutableArray();
        return !soon.IsEmpty
            ? soon
            :
            [
                .. all.Where(task => task.Life.Governing?.Due?.Likely is not null && !task.Task.Limits.Any(limit => limit is PaperLimit))
                    .OrderBy(task => task.Life.Governing!.Due!.Likely)
                    .Take(NextOnes),
            ];
    }

    /// <summary>The owner's own items, as they were kept last.</summary>
    private static IEnumerable<(Component Component, ServiceTask Task)> OwnItems(BikeLedger ledger) =>
        ledger
            .Each<ServiceItemKept>()
            // Never in the place of one that ships, whatever a copy says.
            .Where(pair =>
                pair.Body.Task.StartsWith("own-", StringComparison.Ordinal) && pair.Body.Task.Contains('.', StringComparison.Ordinal)
            )
            .GroupBy(pair => pair.Body.Task)
            .Select(same =>
            {
                var kept = same.Last().Body;
                var task = new ServiceTask(
                    Id: kept.Task,
                    Title: kept.Title,
                    Applies: Applies.Always,
                    Limits: [],
                    Severities: [],
                    Also: null,
                    Resets: [],
                    Minutes: OwnMinutes,
                    Job: null,
                    Safety: false,
                    Why: null
                )
                {
                    AfterRides = kept.AfterRides,
                    AfterEveryRide = kept.AfterEveryRide,
                };
                var id = kept.Task[..kept.Task.IndexOf('.', StringComparison.Ordinal)];
                return (new Component(id, kept.Component, kept.Part, null, [task]), task);
            });

    /// <summary>What is left alone today: the last word on each counts, and a day that is past ends it.</summary>
    private static Dictionary<string, LeftAlone> Rested(BikeLedger ledger, LocalDate today)
    {
        var rested = new Dictionary<string, LeftAlone>();
        foreach (var (entry, body) in ledger.Each<EntryBody>().Where(pair => pair.Body is ServiceItemRested or ServiceItemResumed))
            if (body is ServiceItemResumed resumed)
                rested.Remove(resumed.Task);
            else if (body is ServiceItemRested rest)
                rested[rest.Task] = new(entry, rest.Until, rest.Why);
        foreach (var over in rested.Where(pair => pair.Value.Until < today).Select(pair => pair.Key).ToList())
            rested.Remove(over);
        return rested;
    }

    /// <summary>What nobody has timed is taken to take (house value).</summary>
    private const int OwnMinutes = 15;

    /// <summary>A ride that asks for the task makes it due until it is done, however much of its limits is left.</summary>
    private static LifeLeft AfterRides(
        ServiceTask task,
        List<(LedgerEntry Entry, TaskDone Body)> history,
        List<(LedgerEntry Entry, RideDone Body)> rides,
        LifeLeft life
    )
    {
        if (life.State is LifeState.Overdue || (task.AfterRides.IsEmpty && !task.AfterEveryRide))
            return life;
        var done =
            history.LastOrDefault(pair => pair.Body.Evidence is not (Evidence.SellersWord or Evidence.TreatAsDue)).Entry?.Place ?? -1;
        var asking = rides.LastOrDefault(ride => ride.Entry.Place > done && task.DueAfter(ride.Body));
        if (asking.Entry is null)
            return life;
        var asks = asking.Body.Severities.Where(task.AfterRides.Contains).Select(one => (Bikes.Severity?)one).FirstOrDefault();
        return life with { State = LifeState.Due, Governing = null, Because = [new AfterRide(asking.Entry, asks), .. life.Because] };
    }

    /// <summary>A flush fill opens a task of its own: drain it. It is due from the moment it was poured.</summary>
    private static IEnumerable<TaskState> FlushFills(Profile bike, BikeLedger ledger) =>
        from reservoir in Reservoirs.Of(bike)
        let state = FluidChain.StateOf(reservoir, ledger)
        where state.Contents is { Temporary: true }
        let name = Reservoirs.Words(reservoir)
        let task = new ServiceTask(
            Id: $"flush-fill.{Capabilities.Word(reservoir)}",
            Title: "Drain the flush fill",
            Applies: Applies.Always,
            Limits: [],
            Severities: [],
            Also: null,
            Resets: [],
            Minutes: 30,
            Job: null,
            Safety: false,
            Why: "It is cheap oil that was put in to carry dirt out. It was never meant to be ridden on."
        )
        select new TaskState(
            new Component("flush-fill", name, BikePart.Engine, reservoir, [task]),
            task,
            new LifeLeft(LifeState.Due, null, [], [new PutInForNow(state.Contents!.Filled)])
        );

    /// <summary>
    /// The task with the owner's limits in place of the shipped ones; severities and running-in belong to the shipped ones and go with
    /// them.
    /// </summary>
    private static ServiceTask WithOwn(ServiceTask task, IntervalSet own, Profile bike)
    {
        if (own.AsShipped)
            return task;
        var limits = ImmutableArray.CreateBuilder<Limit>();
        if (own.Distance is { } distance)
            limits.Add(new UseLimit(distance, own.Provenance, bike.UnitOf(MeterKind.Odometer)));
        if (own.Hours is { } hours)
            limits.Add(new UseLimit(hours, own.Provenance, bike.UnitOf(MeterKind.HourMeter)));
        if (own.Months is { } months)
            limits.Add(new CalendarLimit(months, own.Provenance));
        return task with { Limits = limits.ToImmutable() };
    }

    private static LifeLeft OfPaper(ServiceTask task, LedgerEntry entry, PaperHeld paper, BikeMeters meters, LocalDate today)
    {
        var life = LifeLeft.Of(task, [], new LastDone(entry, Evidence.DoneHere, null), meters, today);
        return life with { Because = [.. life.Because.Where(line => line is not LastDone), new PaperEntered(entry, paper.Until)] };
    }

    private static LifeLeft LifeOf(
        ServiceTask task,
        List<(LedgerEntry Entry, TaskDone Body)> history,
        Profile bike,
        BikeMeters meters,
        LocalDate today
    )
    {
        var last = history.LastOrDefault(pair => pair.Body.Evidence != Evidence.SellersWord);
        if (last.Entry is null)
        {
            var claim = history.LastOrDefault();
            var life = LifeLeft.Of(task, bike.Severities, null, meters, today);
            return claim.Entry is null
                ? life
                : life with
                {
                    Because = [.. life.Because.Where(line => line is not NoHistory), new OnlyClaimed(claim.Entry)],
                };
        }

        if (last.Body.Evidence == Evidence.TreatAsDue)
            return LifeLeft.TreatedAsDue(last.Entry);
        var shown = meters.All.Select(meter => meter.History.At(last.Entry, meter.Forecast)).FirstOrDefault(at => at is not null);
        return LifeLeft.Of(task, bike.Severities, new LastDone(last.Entry, last.Body.Evidence, shown), meters, today);
    }
}
