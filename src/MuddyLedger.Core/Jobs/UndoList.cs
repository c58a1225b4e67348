using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Jobs;

/// <summary>Which way a thing is not as it belongs: something is in place that must come away, or away that must come back.</summary>
public enum ForNow
{
    InPlace,
    Away,
}

/// <summary>What a step puts in place, or lifts away.</summary>
/// <param name="Id">The same for the step and its counterpart, over all jobs: "rag-in-intake", "battery".</param>
/// <param name="What">As it is said on the undo list: "a clean rag in the intake".</param>
/// <param name="Back">This step is the counterpart: it ends what another began, and begins nothing.</param>
/// <param name="Lasting">Meant to stay when the job is done: another job, or the owner, ends it.</param>
/// <param name="Shuts">The gate that it keeps shut as long as it stands; null where the bike may be used with it.</param>
public sealed record ForNowThing(string Id, string What, bool Back = false, bool Lasting = false, Gate? Shuts = null);

/// <summary>One line of the undo list.</summary>
/// <param name="Thing">Its id.</param>
/// <param name="What">In words.</param>
/// <param name="Way">In its place, or away.</param>
/// <param name="Since">When it was put there or taken away.</param>
/// <param name="Run">The running job that began it; null where it is written in the book.</param>
/// <param name="Shuts">The gate that it keeps shut; null where none.</param>
/// <param name="Where">Where a thing that was taken away is kept, as far as somebody said.</param>
public sealed record UndoItem(string Thing, string What, ForNow Way, LocalDate Since, Guid? Run, Gate? Shuts = null, string? Where = null)
{
    /// <summary>"In place for now: a rag in the intake".</summary>
    public string Words =>
        Way == ForNow.InPlace ? $"In place for now: {What}" : $"Away for now: {What}{(Where is null ? "" : $" ({Where})")}";
}

/// <summary>
/// All that was put in place or taken away only for now and not undone yet, over all jobs and months. A plug, a rag, a fuse, a battery in
/// the cellar: it stands here until its counterpart is ticked, and no end of a job takes it off.
/// </summary>
public static class UndoList
{
    /// <param name="running">The jobs under way: what they did counts at once, though their lines are not written yet.</param>
    /// <param name="dayOf">The owner's calendar day of an instant.</param>
    public static ImmutableArray<UndoItem> Of(
        BikeLedger ledger,
        IEnumerable<(Guid Run, Job Job, RunState State)> running,
        Func<Instant, LocalDate> dayOf
    )
    {
        var open = ledger.Fold(Written).ToBuilder();
        foreach (var (run, job, state) in running)
        foreach (var (step, at, record) in Done(job, state))
        {
            foreach (var (thing, way) in Of(step))
                if (thing.Back)
                    open.Remove(thing.Id);
                else
                    open[thing.Id] = new(thing.Id, thing.What, way, dayOf(at), run, thing.Shuts, way == ForNow.Away ? record.Where : null);
        }

        return [.. open.Values.OrderBy(one => one.Since).ThenBy(one => one.Thing, StringComparer.Ordinal)];
    }

    /// <summary>What the book holds of it, by the thing.</summary>
    private static readonly LineFold<ImmutableDictionary<string, UndoItem>> Written = new(
        body => body is LeftForNow or ForNowUndone,
        lines =>
        {
            var open = ImmutableDictionary.CreateBuilder<string, UndoItem>();
            foreach (var entry in lines.InForce)
            {
                if (entry.Body is LeftForNow left)
                    open[left.Thing] = new(left.Thing, left.What, left.Way, entry.Date, null, left.Shuts, left.Where);
                if (entry.Body is ForNowUndone undone)
                    open.Remove(undone.Thing);
            }

            return open.ToImmutable();
        }
    );

    /// <summary>What a job has begun and not ended as it stands.</summary>
    public static ImmutableArray<(ForNowThing Thing, ForNow Way)> Open(Job job, RunState state)
    {
        var open = new Dictionary<string, (ForNowThing, ForNow)>();
        foreach (var (step, _, _) in Done(job, state))
        foreach (var (thing, way) in Of(step))
            if (thing.Back)
                open.Remove(thing.Id);
            else
                open[thing.Id] = (thing, way);
        return [.. open.Values];
    }

    /// <summary>The lines that a done step leaves.</summary>
    public static IEnumerable<EntryBody> Entries(Step step, StepRecord record) =>
        Of(step)
            .Select(
                EntryBody (pair) =>
                    pair.Thing.Back
                        ? new ForNowUndone(pair.Thing.Id, pair.Thing.What)
                        : new LeftForNow(pair.Thing.Id, pair.Thing.What, pair.Way)
                        {
                            Shuts = pair.Thing.Shuts,
                            Where = pair.Way == ForNow.Away ? record.Where : null,
                        }
            );

    /// <summary>What of the list keeps a gate shut, or an earlier one.</summary>
    public static IEnumerable<UndoItem> Shutting(Gate gate, IEnumerable<UndoItem> open) => open.Where(one => one.Shuts <= gate);

    /// <summary>
    /// The job as it is run on a bike with this undo list: steps that are there only to end what may stand, and does not, are left out.
    /// What
    /// they waited for is waited for by those that waited for them.
    /// </summary>
    public static Job For(Job job, IReadOnlySet<string> open)
    {
        bool Needed(Step step) => !step.IfStanding || Of(step).Any(pair => pair.Thing.Back && open.Contains(pair.Thing.Id));
        if (job.Steps.All(Needed))
            return job;
        var waits = JobOrder.Of(job.Steps, Needed).WaitsFor;
        return job with
        {
            Steps = [.. job.Steps.Where(Needed).Select(step => step with { After = [.. waits[step.Id].Order(StringComparer.Ordinal)] })],
        };
    }

    /// <summary>What a step puts and lifts, with what becomes of each thing.</summary>
    public static IEnumerable<(ForNowThing Thing, ForNow Way)> Of(Step step) =>
        step.Puts.Select(thing => (thing, ForNow.InPlace)).Concat(step.Lifts.Select(thing => (thing, ForNow.Away)));

    /// <summary>
    /// In the order that the job asks for, in which what ends a thing comes after what began it; not by the clock, which may have been set
    /// back.
    /// </summary>
    private static IEnumerable<(Step Step, Instant At, StepRecord Record)> Done(Job job, RunState state) =>
        from step in JobOrder.Of(job.Steps, _ => true).Steps
        let answered = state.Step(step.Id)
        where answered.Mark == StepMark.Done && !(step.Puts.IsEmpty && step.Lifts.IsEmpty)
        select (step, answered.At, answered.Record);
}
