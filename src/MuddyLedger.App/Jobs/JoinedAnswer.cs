using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Shelf;

namespace MuddyLedger.App.Jobs;

/// <param name="For">The titles of the jobs that work behind it.</param>
public sealed record OpenedAnswer(string Title, int Minutes, IReadOnlyList<string> For);

public sealed record JoinedStep(string Id, string Title);

/// <summary>Several jobs as one run: what it saves, and its order.</summary>
/// <param name="Refused">Why they cannot be joined; null where they can.</param>
/// <param name="MinutesApart">What they would take one after another.</param>
/// <param name="SharedSteps">Steps that are done once instead of several times.</param>
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
    public static JoinedAnswer Of(
        ImmutableArray<Job> jobs,
        JobLibrary library,
        BikePicture picture,
        ImmutableArray<Stock> shelf,
        OwnerSettings settings
    )
    {
        if (JobAssembly.Refuse(jobs, library.Access, picture.Profile) is { } refused)
            return new("", $"They {refused.Words}.", 0, 0, 0, [], [], []);
        var joined = library.Assemble(jobs, picture);
        var plan = JobPlan.For(joined.Job, picture.Profile);
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
            [.. plan.Needs.Select(need => RunAnswers.NeedOf(need, settings, shelf, picture.Bike.Id.Value, picture.Profile))]
        );
    }
}
