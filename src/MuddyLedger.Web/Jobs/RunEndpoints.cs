using Microsoft.AspNetCore.Mvc;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Hosting;
using NodaTime;

namespace MuddyLedger.Web.Jobs;

public static class RunEndpoints
{
    public static void MapRuns(this IEndpointRouteBuilder api)
    {
        api.MapPost("/bikes/{bike:guid}/runs", StartAsync).Produces<RunAnswer>();
        api.MapGet("/bikes/{bike:guid}/joined", JoinedAsync).Produces<JoinedAnswer>();
        api.MapGet("/runs/{run:guid}", GetAsync).Produces<RunAnswer>();
        api.MapPost("/runs/{run:guid}/acts", ActAsync).Produces<RunAnswer>();
        api.MapPost("/runs/{run:guid}/finish", FinishAsync).Produces<RunAnswer>();
        api.MapPost("/runs/{run:guid}/undo-finish", UndoFinishAsync).Produces<RunAnswer>();
        api.MapPost("/runs/{run:guid}/set-aside", SetAsideAsync).Produces<RunAnswer>();
    }

    /// <summary>What every request about a run needs: the run, its bike, and how to answer.</summary>
    public sealed class Bench(ShedReader reader, ShedPictures pictures, ShelfStore shelf, ContentLibrary content, ShedOptions options)
    {
        public ShelfStore Shelf => shelf;

        public async Task<(StoredRun Run, BikePicture Picture, JobPlan Plan)?> OpenAsync(Guid run, CancellationToken cancel)
        {
            if (await reader.RunAsync(new RunId(run), cancel) is not { } stored)
                return null;
            var picture = (await pictures.OneAsync(stored.Bike.Value, cancel))!;
            return (stored, picture, JobPlan.For(stored.Job, picture.Profile, stored.State));
        }

        public async Task<object> AnswerAsync(Guid run, CancellationToken cancel)
        {
            var (stored, picture, _) = (await OpenAsync(run, cancel))!.Value;
            return RunAnswers.Of(
                stored,
                picture,
                await shelf.StockAsync(cancel),
                content.Access,
                await pictures.SettingsAsync(cancel),
                options.Clock.GetCurrentInstant(),
                options.DayOf
            );
        }

        public LocalDate Day(Instant instant) => options.DayOf(instant);
    }

    private static async Task<IResult> GetAsync(Guid run, HttpContext http, Bench bench) =>
        await bench.OpenAsync(run, http.RequestAborted) is null
            ? Problems.NotFound("job run")
            : Writing.Answer(http, await bench.AnswerAsync(run, http.RequestAborted));

    private static async Task<IResult> StartAsync(
        Guid bike,
        StartRequest body,
        HttpContext http,
        ShedPictures pictures,
        JobLibraries libraries,
        Bench bench,
        Writing writing
    )
    {
        if (await pictures.OneAsync(bike, http.RequestAborted) is not { } picture)
            return Problems.NotFound("bike");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var jobs = await libraries.OpenAsync(http.RequestAborted);
        var wanted = jobs.Named(body.Jobs, picture.Profile, check);
        if (!check.Failed && JobAssembly.Refuse(wanted, jobs.Access, picture.Profile) is { } refused)
            check.Refuse([refused]);
        if (check.Failed)
            return check.Problem();
        var job = jobs.Assemble(wanted, picture).Job;
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            (writer, pen) =>
            {
                if (picture.Running.FirstOrDefault(run => run.Job.Covers.Intersect(job.Covers).Any()) is { } already)
                    return Task.FromResult<IResult?>(
                        Problems.Refused(
                            "jobs",
                            $"\"{already.Job.Title}\" is running on this bike already, since {bench.Day(already.Started):d MMMM}: go on with that one"
                        )
                    );
                writer.AddRun(new StoredRun(new RunId(body.Id), picture.Bike.Id, job, pen.At, RunStatus.Running, 1, null, []));
                return Task.FromResult<IResult?>(null);
            },
            () => bench.AnswerAsync(body.Id, http.RequestAborted)
        );
    }

    /// <summary>What several jobs would be as one run, before it is started.</summary>
    /// <param name="jobs">Their ids, in the order wanted.</param>
    private static async Task<IResult> JoinedAsync(
        Guid bike,
        HttpContext http,
        ShedPictures pictures,
        JobLibraries libraries,
        ShelfStore shelf,
        [FromQuery] string[]? jobs = null
    )
    {
        if (await pictures.OneAsync(bike, http.RequestAborted) is not { } picture)
            return Problems.NotFound("bike");
        var check = new FieldCheck(http);
        var library = await libraries.OpenAsync(http.RequestAborted);
        var wanted = library.Named(jobs, picture.Profile, check);
        if (check.Failed)
            return check.Problem();
        var settings = await pictures.SettingsAsync(http.RequestAborted);
        return TypedResults.Ok(JoinedAnswer.Of(wanted, library, picture, await shelf.StockAsync(http.RequestAborted), settings));
    }

    private static async Task<IResult> ActAsync(
        Guid run,
        ActRequest body,
        HttpContext http,
        ShedPictures pictures,
        Bench bench,
        Writing writing
    )
    {
        if (await bench.OpenAsync(run, http.RequestAborted) is not var (stored, picture, plan))
            return Problems.NotFound("job run");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var act = RunReading.Act(body, plan, await pictures.SettingsAsync(http.RequestAborted), check);
        if (check.Failed)
            return check.Problem();
        if (Writing.IfMatch(http) is not { } version)
            return Problems.NoETag();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (writer, pen) =>
            {
                if (version != stored.Version)
                    return Problems.Stale(await bench.AnswerAsync(run, http.RequestAborted));
                if (stored.Status != RunStatus.Running)
                    return Problems.Refused(null, "This job is not running any more.");
                if (act is TimerStarted timer)
                    act = timer with { Minutes = plan.Step(timer.Step)?.TimerMinutes ?? 0 };
                if (act is TimerStarted { Minutes: 0 })
                    return Problems.Refused("step", "has no timer");
                var refusal =
                    RunRules.Refuse(plan, stored.State, act!, picture.ForNow, picture.ShutOutside(stored.Id))
                    ?? RefuseReading(act!, picture, bench.Day(pen.At));
                if (refusal is not null)
                    return Problems.Refused(refusal);
                writer.AddEvent(stored, new RunEvent(body.Id, pen.At, pen.Device, act!));
                return null;
            },
            () => bench.AnswerAsync(run, http.RequestAborted)
        );
    }

    private static async Task<IResult> FinishAsync(Guid run, FinishRequest body, HttpContext http, Bench bench, Writing writing)
    {
        if (await bench.OpenAsync(run, http.RequestAborted) is not var (stored, picture, plan))
            return Problems.NotFound("job run");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var signOff = RunReading.SignOff(body, picture.Ledger, check);
        if (check.Failed)
            return check.Problem();
        if (Writing.IfMatch(http) is not { } version)
            return Problems.NoETag();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (writer, pen) =>
            {
                if (version != stored.Version)
                    return Problems.Stale(await bench.AnswerAsync(run, http.RequestAborted));
                if (stored.Status != RunStatus.Running)
                    return Problems.Refused(null, "This job is not running any more.");
                var state = stored.State;
                if (
                    (body.Job is { } one ? RunFinish.RefusePart(plan, state, signOff, one) : RunFinish.Refuse(plan, state, signOff)) is
                    { } refusal
                )
                    return Problems.Refused(refusal);
                var readings = RunFinish.Entries(
                    plan,
                    state,
                    signOff,
                    bench.Day(pen.At),
                    bench.Day,
                    picture.Ledger,
                    picture.TaskIds,
                    body.Job
                );
                // A reading made elsewhere in the meantime may have overtaken the one written down on the bench.
                foreach (var read in readings.Where(entry => entry.Body is MeterRead))
                    if (RefuseMeter(((MeterRead)read.Body).Display, read.Date, picture, bench.Day(pen.At)) is { } words)
                        return Problems.Refused(
                            null,
                            $"The reading written down on the bench {words}. Take that step back and write it again."
                        );
                Write(writer, readings, stored, pen);
                foreach (
                    var take in RunAnswers.TakingOf(readings, await bench.Shelf.StockAsync(http.RequestAborted), stored.Bike.Value).Takes
                )
                    bench.Shelf.Add(
                        new StockMove(
                            Guid.CreateVersion7(),
                            take.Item,
                            take.Container,
                            -take.Amount,
                            bench.Day(pen.At),
                            StockCause.Taken,
                            stored.Job.Title,
                            stored.Id.Value
                        ),
                        pen.At,
                        pen.Device
                    );
                if (body.Job is { } part)
                    writer.AddEvent(stored, new RunEvent(body.Id, pen.At, pen.Device, new PartSignedOff(part)));
                else
                    writer.EndRun(stored, RunStatus.Finished, pen.At);
                return null;
            },
            () => bench.AnswerAsync(run, http.RequestAborted)
        );
    }

    private static async Task<IResult> UndoFinishAsync(Guid run, EndRequest body, HttpContext http, Bench bench, Writing writing)
    {
        if (await bench.OpenAsync(run, http.RequestAborted) is not var (stored, picture, _))
            return Problems.NotFound("job run");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var reason = check.Text("reason", body.Reason, 300);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (writer, pen) =>
            {
                if (stored is { Status: RunStatus.Running, State.SignedJobs.IsEmpty: true })
                    return Problems.Refused(null, "This job is not finished: there is nothing to undo.");
                if (picture.Running.Any(other => other.Id != stored.Id && other.Job.Covers.Intersect(stored.Job.Covers).Any()))
                    return Problems.Refused(null, "The same job is running on this bike again. Finish that or set it aside first.");
                foreach (var entry in picture.Ledger.Standing.Where(entry => entry.Run == stored.Id))
                    writer.AddStrike(new Strike(entry.Id, pen.At, pen.Device, reason));
                await PutBackAsync(bench.Shelf, stored.Id.Value, bench.Day(pen.At), pen, http.RequestAborted);
                if (!stored.State.SignedJobs.IsEmpty)
                    writer.AddEvent(stored, new RunEvent(body.Id, pen.At, pen.Device, new PartsTakenBack()));
                if (stored.Status != RunStatus.Running)
                    writer.EndRun(stored, RunStatus.Running, null);
                return null;
            },
            () => bench.AnswerAsync(run, http.RequestAborted)
        );
    }

    private static async Task<IResult> SetAsideAsync(Guid run, EndRequest body, HttpContext http, Bench bench, Writing writing)
    {
        if (await bench.OpenAsync(run, http.RequestAborted) is not var (stored, _, plan))
            return Problems.NotFound("job run");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var reason = check.Text("reason", body.Reason, 300);
        if (check.Failed)
            return check.Problem();
        if (Writing.IfMatch(http) is not { } version)
            return Problems.NoETag();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (writer, pen) =>
            {
                if (version != stored.Version)
                    return Problems.Stale(await bench.AnswerAsync(run, http.RequestAborted));
                if (stored.Status != RunStatus.Running)
                    return Problems.Refused(null, "This job is not running any more.");
                Write(writer, RunFinish.EntriesSetAside(plan, stored.State, bench.Day(pen.At), bench.Day, reason), stored, pen);
                writer.EndRun(stored, RunStatus.SetAside, pen.At);
                return null;
            },
            () => bench.AnswerAsync(run, http.RequestAborted)
        );
    }

    /// <summary>What the job took from the shelf stands there again, each in the bottle it came out of.</summary>
    private static async Task PutBackAsync(ShelfStore shelf, Guid run, LocalDate today, Pen pen, CancellationToken cancel)
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
                pen.At,
                pen.Device
            );
    }

    private static void Write(ShedWriter writer, IEnumerable<PlannedEntry> entries, StoredRun run, Pen pen)
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
            writer.AddEntry(new LedgerEntry(id, run.Bike, entry.Date, pen.At + Duration.FromTicks(at), pen.Device, body, run.Id));
        }
    }

    private static Refusal? RefuseReading(RunAct act, BikePicture picture, LocalDate today) =>
        act is StepDone { Record.Meters: { IsDefaultOrEmpty: false } meters }
            ? meters
                .Where(meter => picture.Profile.Has(meter.Kind))
                .Select(meter => (meter.Kind, Words: RefuseMeter(meter, today, picture, today)))
                .Where(pair => pair.Words is not null)
                .Select(pair => new Refusal(pair.Kind == Core.Meters.MeterKind.Odometer ? "record.odometer" : "record.hours", pair.Words!))
                .FirstOrDefault()
            : null;

    private static string? RefuseMeter(Core.Meters.MeterAmount display, LocalDate date, BikePicture picture, LocalDate today) =>
        picture.Meters.Own[display.Kind].History.Refuse(date, display, amount => Shown.Of(amount, picture.Profile).ToString(), today);
}
