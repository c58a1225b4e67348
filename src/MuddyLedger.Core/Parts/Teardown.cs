using System.Collections.Immutable;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Parts;

/// <summary>Something that came off, in the order in which it came.</summary>
/// <param name="Part">What it is.</param>
/// <param name="Count">1 to 99.</param>
/// <param name="Where">Where it came off; null where nobody said.</param>
/// <param name="Size">Of a fastener: "M8 x 40".</param>
public sealed record TeardownPart(string Part, int Count, string? Where, string? Size)
{
    /// <summary>How it sat: spacer order, dot to line, which way round.</summary>
    public string? Marks { get; init; }

    /// <summary>A picture of it, kept in the bike's book.</summary>
    public Guid? Photo { get; init; }
}

/// <summary>How this very bike comes apart, kept from a tray for the next time.</summary>
public static class Teardown
{
    /// <summary>All that went onto a run's tray, in order, whether it is back on or not.</summary>
    public static ImmutableArray<TeardownPart> PartsOf(JobPlan plan, RunState state, IEnumerable<RunEvent> events)
    {
        var steps = plan.Job.Steps.ToDictionary(step => step.Id);
        var parts = ImmutableArray.CreateBuilder<TeardownPart>();
        foreach (var act in events.Select(tap => tap.Act))
        {
            // A step taken back and done again puts its parts on the tray once.
            if (act is StepDone done && state.Step(done.Step).Mark == StepMark.Done)
                foreach (var part in steps[done.Step].Tray)
                {
                    var known = Marked(part.Id, part.Part, part.Count, part.Where, null);
                    if (!parts.Contains(known))
                        parts.Add(known);
                }

            if (act is TrayPut put)
                parts.Add(Marked(put.Item, put.Part, put.Count, put.Where, put.Size));
        }

        return parts.ToImmutable();

        TeardownPart Marked(string item, string part, int count, string? where, string? size) =>
            state.Marks.TryGetValue(item, out var mark)
                ? new(part, count, mark.Where ?? where, mark.Size ?? size) { Marks = mark.Marks, Photo = mark.Photo }
                : new(part, count, where, size);
    }

    /// <summary>What a run opens: its access groups, and its jobs, so that the next one that needs the same is offered the sheet.</summary>
    public static ImmutableArray<string> PlacesOf(Job job, IReadOnlyDictionary<string, AccessGroup> access) =>
        [
            .. job
                .Steps.Select(step => step.Id)
                .Select(PlaceOf)
                .OfType<string>()
                .Where(access.ContainsKey)
                .Concat(job.Covers)
                .Distinct()
                .Order(StringComparer.Ordinal),
        ];

    /// <summary>The access group, or the job of a joined run, that a step belongs to by its id; null where it belongs to none.</summary>
    public static string? PlaceOf(string step) =>
        step.IndexOf('/', StringComparison.Ordinal) is >= 0 and var end ? step[..end].Split('.')[0] : null;

    /// <summary>The sheets of a bike that speak of a place that a job opens; the newest first.</summary>
    public static ImmutableArray<(LedgerEntry Entry, TeardownKept Sheet)> For(BikeLedger ledger, ImmutableArray<string> places) =>
        [.. ledger.Each<TeardownKept>().Where(pair => pair.Body.Places.Intersect(places).Any()).Reverse()];
}
