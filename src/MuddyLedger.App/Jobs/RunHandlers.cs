using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Shelf;
using NodaTime;

namespace MuddyLedger.App.Jobs;

/// <summary>A job or several from the first tap to the book, and back.</summary>
public sealed class RunHandlers(OpenRuns runs, ShedSnapshots snapshots, JobLibraries libraries, Writing writing, IShelfStore shelf)
{
    /// <summary>A run as it stands: its steps, tray, timers, and what signing it off would write.</summary>
    public async Task<Outcome<RunAnswer>> GetAsync(Guid run, Caller caller) =>
        await runs.OpenAsync(run, caller.Cancel) is null ? Problem.NotFound("job run") : await runs.AnswerAsync(run, caller.Cancel);

    /// <summary>Begins a job, or several as one run, with its choices as what is due calls for.</summary>
    public async Task<Outcome<RunAnswer>> StartAsync(Guid bike, StartRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var jobs = await libraries.OpenAsync(caller.Cancel);
        var wanted = jobs.Named(body.Jobs, snapshot.Profile, check);
        if (body.Task is { } task && !snapshot.TaskIds.Contains(task))
            check.Refuse("task", "is none of this bike's service tasks");
        if (!check.Failed && JobAssembly.Refuse(wanted, jobs.Access, snapshot.Profile) is { } refused)
            check.Refuse([refused]);
        if (check.Failed)
            return check.Problem();
        var job = jobs.Assemble(wanted, snapshot, body.Task).Job;
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (writer, stamp) =>
            {
                if (snapshot.Running.FirstOrDefault(run => run.Job.Covers.Intersect(job.Covers).Any()) is { } already)
                    return Task.FromResult<Problem?>(
                        Problem.Refused(
                            "jobs",
                            $"\"{already.Job.Title}\" is running on this bike already, since "
                                + $"{runs.Day(already.Started):d MMMM}: go on with that one"
                        )
                    );
                writer.AddRun(new StoredRun(new RunId(body.Id), snapshot.Bike.Id, job, stamp.At, RunStatus.Running, 1, null, []));
                return Task.FromResult<Problem?>(null);
            },
            () => runs.AnswerAsync(body.Id, caller.Cancel)
        );
    }

    /// <summary>What several jobs would be as one run, before it is started.</summary>
    /// <param name="jobs">Their ids, in the order wanted.</param>
    public async Task<Outcome<JoinedAnswer>> JoinedAsync(Guid bike, Caller caller, string[]? jobs = null)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check();
        var library = await libraries.OpenAsync(caller.Cancel);
        var wanted = library.Named(jobs, snapshot.Profile, check);
        if (check.Failed)
            return check.Problem();
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        return (JoinedAnswer.Of(wanted, library, snapshot, await shelf.StockAsync(caller.Cancel), settings));
    }

    /// <summary>One tap on the bench; it is stored before it is shown.</summary>
    public async Task<Outcome<RunAnswer>> ActAsync(Guid run, ActRequest body, Caller caller)
    {
        if (await runs.OpenAsync(run, caller.Cancel) is not var (stored, snapshot, plan))
            return Problem.NotFound("job run");
        var check = caller.Check(body.Id);
        var act = RunReading.Act(body, plan, await snapshots.SettingsAsync(caller.Cancel), check);
        if (check.Failed)
            return check.Problem();
        if (caller.Version is not { } version)
            return Problem.NoVersion();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (writer, stamp) =>
            {
                if (version != stored.Version)
                    return Problem.Stale(await runs.AnswerAsync(run, caller.Cancel));
                if (stored.Status != RunStatus.Running)
                    return Problem.Refused(null, "This job is not running any more.");
                if (act is TimerStarted timer)
                    act = timer with { Minutes = plan.Step(timer.Step)?.TimerMinutes ?? 0 };
                if (act is TimerStarted { Minutes: 0 })
                    return Problem.Refused("step", "has no timer");
                var refusal =
                    RunRules.Refuse(plan, stored.State, act!, snapshot.ForNow, snapshot.ShutOutside(stored.Id))
                    ?? RefuseReading(act!, snapshot, runs.Day(stamp.At));
                if (refusal is not null)
                    return Problem.Refused(refusal);
                writer.AddEvent(stored, new RunEvent(body.Id, stamp.At, stamp.Device, act!));
                return null;
            },
            () => runs.AnswerAsync(run, caller.Cancel)
        );
    }

    /// <summary>Signs off a run, or one job of it, and writes what its steps left.</summary>
    public async Task<Outcome<RunAnswer>> FinishAsync(Guid run, FinishRequest body, Caller caller)
    {
        if (await runs.OpenAsync(run, caller.Cancel) is not var (stored, snapshot, plan))
            return Problem.NotFound("job run");
        var check = caller.Check(body.Id);
        var signOff = RunReading.SignOff(body, snapshot.Ledger, check);
        if (check.Failed)
            return check.Problem();
        if (caller.Version is not { } version)
            return Problem.NoVersion();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (writer, stamp) =>
            {
                if (version != stored.Version)
                    return Problem.Stale(await runs.AnswerAsync(run, caller.Cancel));
                if (stored.Status != RunStatus.Running)
                    return Problem.Refused(null, "This job is not running any more.");
                var state = stored.State;
                if (
                    (body.Job is { } one ? RunFinish.RefusePart(plan, state, signOff, one) : RunFinish.Refuse(plan, state, signOff)) is
                    { } refusal
                )
                    return Problem.Refused(refusal);
                var readings = RunFinish.Entries(
                    plan,
                    state,
                    signOff,
                    runs.Day(stamp.At),
                    runs.Day,
                    snapshot.Ledger,
                    snapshot.TaskIds,
                    body.Job
                );
                // A reading made elsewhere in the meantime may have overtaken the one written down on the bench.
                foreach (var read in readings.Where(entry => entry.Body is MeterRead))
                    if (RefuseMeter(((MeterRead)read.Body).Display, read.Date, snapshot, runs.Day(stamp.At)) is { } words)
                        return Problem.Refused(
                            null,
                            $"The reading written down on the bench {words}. Take that step back and write it again."
                        );
                Write(writer, readings, stored, stamp);
                foreach (var take in RunAnswers.TakingOf(readings, await runs.Shelf.StockAsync(caller.Cancel), stored.Bike.Value).Takes)
                    runs.Shelf.Add(
                        new StockMove(
                            Guid.CreateVersion7(),
                            take.Item,
                            take.Container,
                            -take.Amount,
                            runs.Day(stamp.At),
                            StockCause.Taken,
                            stored.Job.Title,
                            stored.Id.Value
                        ),
                        stamp.At,
                        stamp.Device
                    );
                if (body.Job is { } part)
                    writer.AddEvent(stored, new RunEvent(body.Id, stamp.At, stamp.Device, new PartSignedOff(part)));
                else
                    writer.EndRun(stored, RunStatus.Finished, stamp.At);
                return null;
            },
            () => runs.AnswerAsync(run, caller.Cancel)
        );
    }

    /// <summary>Takes a signing off back, with a reason.</summary>
    public async Task<Outcome<RunAnswer>> UndoFinishAsync(Guid run, EndRequest body, Caller caller)
    {
        if (await runs.OpenAsync(run, caller.Cancel) is not var (stored, snapshot, _))
            return Problem.NotFound("job run");
        var check = caller.Check(body.Id);
        var reason = check.Text("reason", body.Reason, 300);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (writer, stamp) =>
            {
                if (stored is { Status: RunStatus.Running, State.SignedJobs.IsEmpty: true })
                    return Problem.Refused(null, "This job is not finished: there is nothing to undo.");
                if (snapshot.Running.Any(other => other.Id != stored.Id && other.Job.Covers.Intersect(stored.Job.Covers).Any()))
                    return Problem.Refused(null, "The same job is running on this bike again. Finish that or set it aside first.");
                foreach (var entry in snapshot.Ledger.InForce.Where(entry => entry.Run == stored.Id))
                    writer.AddStrike(new Strike(entry.Id, stamp.At, stamp.Device, reason));
                await PutBackAsync(stored.Id.Value, runs.Day(stamp.At), stamp, caller.Cancel);
                if (!stored.State.SignedJobs.IsEmpty)
                    writer.AddEvent(stored, new RunEvent(body.Id, stamp.At, stamp.Device, new PartsTakenBack()));
                if (stored.Status != RunStatus.Running)
                    writer.EndRun(stored, RunStatus.Running, null);
                return null;
            },
            () => runs.AnswerAsync(run, caller.Cancel)
        );
    }

    /// <summary>Sets a run aside; what was seen stays seen.</summary>
    public async Task<Outcome<RunAnswer>> SetAsideAsync(Guid run, EndRequest body, Caller caller)
    {
        if (await runs.OpenAsync(run, caller.Cancel) is not var (stored, _, plan))
            return Problem.NotFound("job run");
        var check = caller.Check(body.Id);
        var reason = check.Text("reason", body.Reason, 300);
        if (check.Failed)
            return check.Problem();
        if (caller.Version is not { } version)
            return Problem.NoVersion();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (writer, stamp) =>
            {
                if (version != stored.Version)
                    return Problem.Stale(await runs.AnswerAsync(run, caller.Cancel));
                if (stored.Status != RunStatus.Running)
                    return Problem.Refused(null, "This job is not running any more.");
                Write(writer, RunFinish.EntriesSetAside(plan, stored.State, runs.Day(stamp.At), runs.Day, reason), stored, stamp);
                writer.EndRun(stored, RunStatus.SetAside, stamp.At);
                return null;
            },
            () => runs.AnswerAsync(run, caller.Cancel)
        );
    }

    /// <summary>What the job took from the shelf stands there again, each in the bottle it came out of.</summary>
    private async Task PutBackAsync(Guid run, LocalDate today, WriteStamp stamp, CancellationToken cancel)
    {
        foreach (
            var taken in (await shelf.OfRunAsync(run, cancel))
                .GroupBy(move => (move.Item, move.Container))
                .Where(same => same.Sum(move => move.Amount) < 0)
        )
            shelf.Add(
                new StockMove(
                    Guid.CreateVersion7(),
                    taken.Key.Item,
                    taken.Key.Container,
                    -taken.Sum(move => move.Amount),
                    today,
                    StockCause.PutBack,
                    taken.First().Note,
                    run
                ),
                stamp.At,
                stamp.Device
            );
    }

    private static void Write(IShedWriter writer, IEnumerable<PlannedEntry> entries, StoredRun run, WriteStamp stamp)
    {
        // Tick by tick, so that the book keeps the order in which it happened.
        var opened = new Dictionary<string, EntryId>();
        foreach (var (entry, at) in entries.Select((entry, at) => (entry, at)))
        {
            var id = new EntryId(Guid.CreateVersion7());
            if (entry.Opens is { } key)
                opened[key] = id;
            var body =
                entry.Closes is { } closes && entry.Body is FindingClosed closed ? closed with { Finding = opened[closes] } : entry.Body;
            writer.AddEntry(new LedgerEntry(id, run.Bike, entry.Date, stamp.At + Duration.FromTicks(at), stamp.Device, body, run.Id));
        }
    }

    private static Refusal? RefuseReading(RunAct act, BikeSnapshot snapshot, LocalDate today) =>
        act is StepDone { Record.Meters: { IsDefaultOrEmpty: false } meters }
            ? meters
                .Where(meter => snapshot.Profile.Has(meter.Kind))
                .Select(meter => (meter.Kind, Words: RefuseMeter(meter, today, snapshot, today)))
                .Where(pair => pair.Words is not null)
                .Select(pair => new Refusal(pair.Kind == Core.Meters.MeterKind.Odometer ? "record.odometer" : "record.hours", pair.Words!))
                .FirstOrDefault()
            : null;

    private static string? RefuseMeter(Core.Meters.MeterAmount display, LocalDate date, BikeSnapshot snapshot, LocalDate today) =>
        snapshot.Meters.Own[display.Kind].History.Refuse(date, display, amount => Shown.Of(amount, snapshot.Profile).ToString(), today);
}
