using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Shelf;

namespace MuddyLedger.App.Jobs;

/// <summary>A place that jobs open.</summary>
/// <param name="Title">Which.</param>
/// <param name="Minutes">To open and close it once.</param>
/// <param name="For">The titles of the jobs that work behind it.</param>
public sealed record OpenedAnswer(string Title, int Minutes, IReadOnlyList<string> For);

/// <summary>A step of joined jobs.</summary>
/// <param name="Id">Within the joined run.</param>
/// <param name="Title">In a few words.</param>
public sealed record JoinedStep(string Id, string Title);

/// <summary>Several jobs as one run: what it saves, and its order.</summary>
/// <param name="Title">Of all of them.</param>
/// <param name="Refused">Why they cannot be joined; null where they can.</param>
/// <param name="Minutes">Of the whole, with what is opened once only counted once.</param>
/// <param name="MinutesApart">What they would take one after another.</param>
/// <param name="SharedSteps">Steps that are done once instead of several times.</param>
/// <param name="Opened">What is opened, each place once.</param>
/// <param name="Steps">In the order in which they come.</param>
/// <param name="Needs">What lies ready, for all of them.</param>
public sealed record JoinedAnswer(
    string Title,
    string? Refused,
    int Minutes,
    int MinutesApart,
    int SharedSteps,
    IReadOnlyList<OpenedAnswer> Opened,
    IReadOnlyList<JoinedStep> Steps,
    IReadOnlyList<NeedAnswer> Needs
)
{
    /// <summary>What joining these jobs saves, and in which order they go.</summary>
    public static JoinedAnswer Of(
        ImmutableArray<Job> jobs,
        JobLibrary library,
        BikeSnapshot snapshot,
        ImmutableArray<Stock> shelf,
        OwnerSettings settings
    )
    {
        if (JobAssembly.Refuse(jobs, library.Access, snapshot.Profile) is { } refused)
            return new("", $"They {refused.Words}.", 0, 0, 0, [], [], []);
        var joined = library.Assemble(jobs, snapshot);
        var plan = JobPlan.For(joined.Job, snapshot.Profile);
        var titles = jobs.ToDictionary(job => job.Id, job => job.Title);
        return new(
            joined.Job.Title,
            null,
            joined.Job.Minutes,
            joined.MinutesApart,
            joined.SharedSteps,
            [
                .. joined.Opened.Select(one => new OpenedAnswer(
                    one.Group.Title,
                    one.Group.Minutes,
                    [.. one.ForJobs.Select(id => titles[id])]
                )),
            ],
            [.. plan.Steps.Select(planned => new JoinedStep(planned.Step.Id, planned.Step.Title))],
            [.. plan.Needs.Select(need => RunAnswers.NeedOf(need, settings, shelf, snapshot.Bike.Id.Value, snapshot.Profile))]
        );
    }
}
