using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Servicing;

/// <summary>One bound on how long a task may wait. Any mix may stand together; whichever comes first governs.</summary>
/// <param name="Provenance">Where it comes from.</param>
public abstract record Limit(Provenance Provenance)
{
    /// <summary>The bikes whose limit this is: one task has its own intervals by use, by age and by what it is made of.</summary>
    public Applies For { get; init; } = Applies.Always;
}

/// <summary>Distance or engine hours.</summary>
/// <param name="Amount">Distance or hours.</param>
/// <param name="Provenance">Where it comes from.</param>
/// <param name="StatedIn">The unit in which the source states it.</param>
/// <param name="First">The limit for the first time after the component was new, while it runs in.</param>
public sealed record UseLimit(MeterAmount Amount, Provenance Provenance, Unit StatedIn, MeterAmount? First = null) : Limit(Provenance);

/// <summary>A limit by the calendar.</summary>
/// <param name="Months">1 to 240.</param>
/// <param name="Provenance">Where it comes from.</param>
public sealed record CalendarLimit(int Months, Provenance Provenance) : Limit(Provenance);

/// <summary>A day that local rules set and the owner enters: see <see cref="Papers.PaperHeld"/>.</summary>
/// <param name="Provenance">Where it comes from.</param>
public sealed record PaperLimit(Provenance Provenance) : Limit(Provenance);

/// <summary>
/// No interval at all: what its look or its measurement shows decides. A task with nothing else is never due by itself, and never fine by
/// itself either.
/// </summary>
/// <param name="Sign">What shows that it is time, in words: "1.0 mm of lining left".</param>
/// <param name="Provenance">Where it comes from.</param>
public sealed record WornLimit(string Sign, Provenance Provenance) : Limit(Provenance);

/// <summary>The end of what was measured: see <see cref="Wear.WearSeries"/>.</summary>
/// <param name="Series">Which series says so.</param>
/// <param name="Title">What wears.</param>
/// <param name="At">Its limit, in what the series shows.</param>
/// <param name="Shows">What its end is, in words.</param>
/// <param name="Provenance">Where that comes from.</param>
public sealed record WearLimit(string Series, string Title, decimal At, string Shows, Provenance Provenance) : Limit(Provenance);

/// <summary>A severe use shortens use limits to this share, 0.1 to 1.</summary>
/// <param name="Severity">Which.</param>
/// <param name="Factor">What the limit is multiplied by, 0.1 to 1.</param>
/// <param name="Provenance">Where it comes from.</param>
public sealed record SeverityFactor(Severity Severity, decimal Factor, Provenance Provenance);

/// <summary>Something to do to a component: inspect, clean, lubricate, adjust, measure, replace or bleed.</summary>
/// <param name="Id">The component and the act, as "engine-oil.replace".</param>
/// <param name="Title">What is done.</param>
/// <param name="Applies">On which bikes.</param>
/// <param name="Limits">The first that is reached counts.</param>
/// <param name="Severities">What shortens them.</param>
/// <param name="Also">What is worth knowing beside its limits, in words.</param>
/// <param name="Resets">Other tasks that this one does too: to replace is also to inspect.</param>
/// <param name="Minutes">Usual time on the bench.</param>
/// <param name="Job">The guided job that does it, where one ships.</param>
/// <param name="Safety">True where its failure hurts someone: brakes, tyres, steering, wheel bearings, chain.</param>
/// <param name="Why">Null where it is plain.</param>
public sealed record ServiceTask(
    string Id,
    string Title,
    Applies Applies,
    ImmutableArray<Limit> Limits,
    ImmutableArray<SeverityFactor> Severities,
    string? Also,
    ImmutableArray<string> Resets,
    int Minutes,
    string? Job,
    bool Safety,
    string? Why
)
{
    /// <summary>Due after any ride that was one of these, whatever its limits say.</summary>
    public ImmutableArray<Severity> AfterRides
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>Due after every ride.</summary>
    public bool AfterEveryRide { get; init; }

    /// <summary>The job by what the bike is made of, where one does not fit all: the first that matches.</summary>
    public ImmutableArray<(string Job, Applies For)> JobsBy
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The task as this bike has it: the limits and the job that are its own.</summary>
    public ServiceTask On(Capabilities bike) =>
        this with
        {
            Limits = [.. Limits.Where(limit => limit.For.To(bike))],
            Job = JobsBy.Where(one => one.For.To(bike)).Select(one => one.Job).FirstOrDefault() ?? Job,
            JobsBy = [],
        };

    /// <summary>Whether it is a paper, which is good up to a day that is entered and is never done.</summary>
    public bool IsPaper => Limits.Any(limit => limit is PaperLimit);

    /// <summary>Whether a ride makes it due.</summary>
    public bool DueAfter(Rides.RideDone ride) => AfterEveryRide || ride.Severities.Any(AfterRides.Contains);
}

/// <summary>The part of the bike under which its items are listed.</summary>
public enum BikePart
{
    Engine,
    Intake,
    DriveAndBrakes,
    Chassis,
    Electrics,
    Papers,
}

/// <summary>A service item: a component with one or more tasks.</summary>
/// <param name="Id">With the act it makes the ids of its tasks.</param>
/// <param name="Title">What it is about.</param>
/// <param name="Part">The part of the bike that it is listed under.</param>
/// <param name="Reservoir">Null where it is none.</param>
/// <param name="Tasks">What is done with it.</param>
public sealed record Component(string Id, string Title, BikePart Part, ReservoirId? Reservoir, ImmutableArray<ServiceTask> Tasks);

/// <summary>A shipped or owner's file of service items for the bikes that it applies to.</summary>
/// <param name="Id">Of the file.</param>
/// <param name="Title">What it is about.</param>
/// <param name="Applies">On which bikes.</param>
/// <param name="Components">What it plans.</param>
public sealed record Schedule(string Id, string Title, Applies Applies, ImmutableArray<Component> Components)
{
    /// <summary>The tasks that a bike has, with their components, in the order of the files.</summary>
    public static IEnumerable<(Component Component, ServiceTask Task)> TasksOf(Profile bike, IEnumerable<Schedule> schedules)
    {
        var capabilities = Capabilities.Of(bike);
        return from schedule in schedules
            where schedule.Applies.To(capabilities)
            from component in schedule.Components
            from task in component.Tasks
            where task.Applies.To(capabilities)
            select (component, task.On(capabilities));
    }

    /// <summary>The tasks of a bike that leave a reservoir filled anew, by their id.</summary>
    public static IReadOnlyDictionary<string, ReservoirId> FillTasksOf(Profile bike, IEnumerable<Schedule> schedules) =>
        TasksOf(bike, schedules)
            .Where(item => item.Component.Reservoir is not null && item.Task.Id.EndsWith(".replace", StringComparison.Ordinal))
            .DistinctBy(item => item.Task.Id)
            .ToDictionary(item => item.Task.Id, item => item.Component.Reservoir!.Value);
}
