using System.Collections.Concurrent;
using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Meters;

namespace MuddyLedger.App.Jobs;

/// <summary>A job of the owner's own, as it was written and as it was read.</summary>
/// <param name="Own">As it is stored.</param>
/// <param name="Job">Null where it cannot be used any more.</param>
/// <param name="Broken">Why it cannot, by line.</param>
public sealed record ReadOwnJob(OwnJob Own, Job? Job, string? Broken);

/// <summary>Opens the library as it stands. What an owner wrote is read once for each time it was changed.</summary>
public sealed class JobLibraries(ContentLibrary content, IOwnJobStore store)
{
    private static readonly ConcurrentDictionary<string, ReadOwnJob> Known = new();

    /// <summary>With the owner's jobs as they stand now.</summary>
    public async Task<JobLibrary> OpenAsync(CancellationToken cancel) => new(content, [.. (await store.AllAsync(cancel)).Select(Read)]);

    private ReadOwnJob Read(OwnJob own)
    {
        if (Known.TryGetValue(own.Id, out var known) && known.Own == own)
            return known;
        try
        {
            known = new(own, content.ReadJob($"{own.Id}.yaml", own.Text), null);
        }
        catch (ContentException broken)
        {
            known = new(own, null, $"line {broken.Line}: {broken.Reason}");
        }

        return Known[own.Id] = known;
    }
}

/// <summary>All jobs that can be run here: those that ship, and the owner's own, which stand in for a shipped one of the same id.</summary>
public sealed class JobLibrary(ContentLibrary content, ImmutableArray<ReadOwnJob> own)
{
    /// <summary>What ships.</summary>
    public ContentLibrary Content => content;

    /// <summary>By id: what stands in the way of what.</summary>
    public ImmutableDictionary<string, AccessGroup> Access => content.Access;

    /// <summary>Jobs of the owner's own, those that cannot be read among them.</summary>
    public ImmutableArray<ReadOwnJob> Own => own;

    /// <summary>Those that ship, but for the ones that the owner's stand in for, and the owner's.</summary>
    public IEnumerable<Job> All => content.Jobs.Where(job => !IsOwn(job.Id)).Concat(own.Select(one => one.Job).OfType<Job>());

    /// <summary>The owner wrote a job of this name, and it can be read.</summary>
    public bool IsOwn(string id) => own.Any(one => one.Own.Id == id && one.Job is not null);

    /// <summary>A job of this name came with the application.</summary>
    public bool Ships(string id) => content.Job(id) is not null;

    /// <summary>Those that fit a bike, heading by heading.</summary>
    public IEnumerable<Job> For(Profile bike)
    {
        var capabilities = Capabilities.Of(bike);
        return All.Where(job => job.Applies.To(capabilities)).OrderBy(job => job.Group).ThenBy(job => job.Title, StringComparer.Ordinal);
    }

    /// <summary>
    /// One run out of these jobs, for a bike as it stands: with what its undo list asks for, by how long it has stood, and with its
    /// choices as what is due calls for.
    /// </summary>
    /// <param name="task">A service task for which it is begun though it is not due; null where none was named.</param>
    public JobAssembly Assemble(ImmutableArray<Job> jobs, BikeSnapshot snapshot, string? task = null)
    {
        var open = snapshot.ForNow.Select(one => one.Thing).ToHashSet();
        var stood = StandingTime.Of(snapshot.Profile, snapshot.Ledger, snapshot.Today);
        return JobAssembly.Of(
            [.. jobs.Select(job => content.Limits.Into(AsCalledFor(stood.Into(UndoList.For(job, open))), snapshot.Profile))],
            content.Access,
            snapshot.Profile
        );

        Job AsCalledFor(Job job)
        {
            var wanted = snapshot.Tasks.Where(one => one.Task.Job == job.Id && (one.IsDue || one.Task.Id == task)).ToList();
            return JobPlan.ForTasks(
                job,
                snapshot.Profile,
                [.. wanted.Select(one => one.Task.Id)],
                $"It is what is asked for: {string.Join("; ", wanted.Select(one => one.Words))}."
            );
        }
    }

    /// <summary>The jobs meant, or each that is not known or does not fit refused.</summary>
    public ImmutableArray<Job> Named(IReadOnlyList<string?>? ids, Profile bike, FieldCheck check)
    {
        var fitting = For(bike).ToDictionary(job => job.Id);
        var found = ImmutableArray.CreateBuilder<Job>();
        if (ids is null or { Count: 0 })
            check.Refuse("jobs", "is missing: name at least one job");
        foreach (var (id, at) in (ids ?? []).Take(JobAssembly.MostJobs + 1).Select((id, at) => (id ?? "", at)))
        {
            if (fitting.TryGetValue(id, out var job))
                found.Add(job);
            else
                check.Refuse($"jobs.{at}", All.Any(one => one.Id == id) ? "does not fit this bike" : "is not known here");
        }

        return found.ToImmutable();
    }
}
