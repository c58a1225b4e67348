using MuddyLedger.App.Jobs;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Servicing;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Parts;
using NodaTime;

namespace MuddyLedger.App.Bikes;

/// <summary>What a bike's page shows, made from its picture.</summary>
public static class BikeAnswers
{
    private const int LatestEntries = 8;

    /// <param name="now">Decides what has cured.</param>
    public static BikeAnswer Of(BikePicture picture, JobLibrary jobs, OwnerSettings settings, Instant now, Func<Instant, LocalDate> dayOf)
    {
        var bike = picture.Profile;
        return new(
            picture.Bike.Id.Value,
            picture.Bike.Version,
            bike.Nickname,
            bike.Make,
            bike.Model,
            bike.Year,
            bike.Use,
            ProfileForm.Of(bike, settings),
            [.. picture.Meters.Own.Values.Select(meter => MeterOf(meter, picture))],
            [.. Enum.GetValues<Gate>().Select(gate => GateOf(gate, picture, jobs))],
            picture.Gates.Word is { } word ? new(word.Entry.Id.Value, word.Entry.Date, word.Body.Gate, word.Body.Words) : null,
            bike.Lubrication == Lubrication.OilInjection ? new(picture.Pump.Proven, picture.Pump.Why, picture.Pump.WordWillDo) : null,
            [.. picture.Tasks.Select(standing => TaskAnswer.Of(standing, bike))],
            [.. Core.Servicing.Servicing.Next(picture.Tasks).Select(standing => standing.Task.Id)],
            [.. Reservoirs.Of(bike).Select(id => ReservoirOf(id, picture, settings))],
            FindingsOf(picture, dayOf),
            ForNowAnswer.Of(picture.ForNow),
            [
                .. OpenFindings
                    .OnTrial(picture.Ledger)
                    .Select(trial => new OnTrialAnswer(
                        trial.Entry.Id.Value,
                        trial.Finding.Title,
                        trial.Finding.Under!,
                        trial.How,
                        trial.Since
                    )),
            ],
            [
                .. TemporaryRepairs
                    .Of(picture.Ledger, picture.Today, now)
                    .Where(one => one.State is not (RepairState.Proven or RepairState.Ended))
                    .Select(one => new OpenRepair(one.Made.What, one.State, one.ReviewOn)),
            ],
            RunningOf(picture),
            [.. SetAside.Of(picture.Ledger).Select(one => new SetAsideAnswer(one.Run.Value, one.Date, one.Words))],
            [
                .. jobs.For(bike)
                    .Select(job => new JobOffer(
                        job.Id,
                        job.Title,
                        job.For,
                        job.Group,
                        JobAssembly.UsualMinutes(job, jobs.Access, bike),
                        jobs.IsOwn(job.Id)
                    )),
            ],
            [.. picture.Ledger.All.Reverse().Take(LatestEntries).Select(entry => EntryAnswers.Of(entry, picture, settings))],
            [.. ProfileCheck.Warnings(bike, picture.Today).Select(warning => new ProfileWarning(warning.Field!, warning.Words))],
            picture.Meters.Time.StandsSince,
            picture.Today
        );
    }

    public static IReadOnlyList<FindingAnswer> FindingsOf(BikePicture picture, Func<Instant, LocalDate> dayOf) =>
        [
            .. picture.Running.SelectMany(run =>
                RunFindings
                    .Of(JobPlan.For(run.Job, picture.Profile, run.State), run.State)
                    .Select(found => new FindingAnswer(
                        null,
                        run.Id.Value,
                        picture.Bike.Id.Value,
                        picture.Profile.Nickname,
                        found.Body.Title,
                        found.Body.Detail,
                        found.Body.Severity,
                        found.At is { } at ? dayOf(at) : picture.Today,
                        found.Body.CostGuess?.ToString(),
                        found.Body.Gate,
                        found.Key,
                        found.Settled,
                        found.Body.Under
                    ))
            ),
            .. OpenFindings
                .Of(picture.Ledger)
                .Select(open => new FindingAnswer(
                    open.Entry.Id.Value,
                    null,
                    picture.Bike.Id.Value,
                    picture.Profile.Nickname,
                    open.Body.Title,
                    open.Body.Detail,
                    open.Body.Severity,
                    open.Entry.Date,
                    open.Body.CostGuess?.ToString(),
                    open.Body.Gate,
                    null,
                    null,
                    open.Body.Under
                )),
        ];

    public static IReadOnlyList<RunningAnswer> RunningOf(BikePicture picture) =>
        [
            .. picture.Running.Select(run =>
            {
                var state = run.State;
                var plan = JobPlan.For(run.Job, picture.Profile, state);
                var next = plan.Steps.First(planned => state.Step(planned.Step.Id).Mark == StepMark.Open);
                return new RunningAnswer(
                    run.Id.Value,
                    picture.Bike.Id.Value,
                    picture.Profile.Nickname,
                    run.Job.Title,
                    run.Job.Covers,
                    plan.Steps.Count(planned => state.Step(planned.Step.Id).Mark != StepMark.Open),
                    plan.Steps.Length,
                    next.Step.Title,
                    state.LastTouched,
                    state.Tray.Length,
                    [.. state.Timers.Values.Select(timer => timer.Ends).Order()]
                );
            }),
        ];

    public static MeterAnswer MeterOf(Meter meter, BikePicture picture)
    {
        var (bike, (history, forecast)) = (picture.Profile, meter);
        var last = history.Last;
        var today = last is not null && last.Date < picture.Today && forecast is not null ? history.At(picture.Today, forecast) : null;
        return new(
            history.Kind,
            bike.UnitOf(history.Kind).Symbol,
            last is null ? null : Shown.Of(last.Display, bike),
            last?.Date,
            last is not null && last.Lifetime != last.Display ? Shown.Of(last.Lifetime, bike) : null,
            today is null ? null : Shown.Of(history.DisplayFor(picture.Today, today.Lifetime), bike),
            forecast is null ? null : Shown.Of(MeterAmount.Of(history.Kind, (decimal)forecast.PerWeek), bike),
            forecast is { Readings: 0 },
            history.Points.Length
        );
    }

    private static GateAnswer GateOf(Gate gate, BikePicture picture, JobLibrary jobs) =>
        new(
            gate,
            picture.Gates.StateOf(gate),
            [
                .. picture
                    .Gates.For(gate)
                    .DistinctBy(reason => reason.Why)
                    .Select(reason => new GateReasonAnswer(
                        reason.Gate,
                        reason.State,
                        reason.Kind,
                        reason.Why,
                        reason.Finding?.Value,
                        reason.Run?.Value,
                        reason.Thing,
                        reason.Reservoir is { } at ? Capabilities.Word(at) : null,
                        JobFor(reason, picture.Profile, jobs),
                        reason.State == GateState.NotProven
                    )),
            ]
        );

    /// <summary>The job that would settle what is not proven: one that proves its gate, or the pump.</summary>
    private static string? JobFor(GateReason reason, Profile bike, JobLibrary jobs) =>
        reason.Kind switch
        {
            ReasonKind.TakenIn or ReasonKind.Stood => jobs.For(bike)
                .Where(job => job.Proves.Contains(reason.Gate))
                .MaxBy(job => job.Proves.Length)
                ?.Id,
            ReasonKind.OilInFuel when bike.Lubrication == Lubrication.OilInjection => jobs.For(bike)
                .FirstOrDefault(job => !job.ProvesPump.IsEmpty)
                ?.Id,
            _ => null,
        };

    public static ReservoirAnswer ReservoirOf(ReservoirId id, BikePicture picture, OwnerSettings settings)
    {
        var state = FluidChain.StateOf(id, picture.Ledger);
        var spec = picture.Profile.Reservoirs.GetValueOrDefault(id);
        var capacity = spec?.DrainAndFilter ?? spec?.DrainOnly ?? spec?.DryFill;
        // What a running job has drained is out, though its lines are not yet written.
        var draining = picture.Running.Any(run =>
            RunFindings.Drained(JobPlan.For(run.Job, picture.Profile, run.State), run.State).Any(drain => drain.Reservoir == id)
        );
        var contents = draining ? null : state.Contents;
        return new(
            id,
            draining || state.EmptySince is not null ? FillState.Empty
                : contents is null ? FillState.Unknown
                : FillState.Filled,
            contents?.Fluid,
            contents?.Temporary ?? false,
            contents is null ? null : Shown.Of(contents.Poured, settings),
            capacity is { } full ? Shown.Of(full, settings) : null,
            spec?.Grade,
            contents?.Filled.Date,
            contents is null ? null : FluidChain.AgeInMonths(contents, picture.Today),
            contents is null ? null : UseSince(contents, picture),
            state.LastLevel?.Level,
            state.LastLevel?.Entry.Date
        );
    }

    private static Shown? UseSince(Contents contents, BikePicture picture)
    {
        foreach (var (history, forecast) in picture.Meters.Own.Values)
        {
            if (history.At(contents.Filled, forecast) is { } then && history.At(picture.Today, forecast) is { } now)
                return Shown.Of(now.Lifetime - then.Lifetime, picture.Profile);
        }

        return null;
    }
}
