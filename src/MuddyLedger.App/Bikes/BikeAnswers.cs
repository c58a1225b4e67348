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
            Id: picture.Bike.Id.Value,
            Version: picture.Bike.Version,
            Nickname: bike.Nickname,
            Make: bike.Make,
            Model: bike.Model,
            Year: bike.Year,
            Use: bike.Use,
            Profile: ProfileForm.Of(bike, settings),
            Meters: [.. picture.Meters.Own.Values.Select(meter => MeterOf(meter, picture))],
            Gates: [.. Enum.GetValues<Gate>().Select(gate => GateOf(gate, picture, jobs))],
            Word: picture.Gates.Word is { } word ? new(word.Entry.Id.Value, word.Entry.Date, word.Body.Gate, word.Body.Words) : null,
            Pump: bike.Lubrication == Lubrication.OilInjection ? new(picture.Pump.Proven, picture.Pump.Why, picture.Pump.WordWillDo) : null,
            Tasks: [.. picture.Tasks.Select(standing => TaskAnswer.Of(standing, bike))],
            Next: [.. Core.Servicing.Servicing.Next(picture.Tasks).Select(standing => standing.Task.Id)],
            Reservoirs: [.. Reservoirs.Of(bike).Select(id => ReservoirOf(id, picture, settings))],
            Findings: FindingsOf(picture, dayOf),
            ForNow: ForNowAnswer.Of(picture.ForNow),
            OnTrial:
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
            Repairs:
            [
                .. TemporaryRepairs
                    .Of(picture.Ledger, picture.Today, now)
                    .Where(one => one.State is not (RepairState.Proven or RepairState.Ended))
                    .Select(one => new OpenRepair(one.Made.What, one.State, one.ReviewOn)),
            ],
            Running: RunningOf(picture),
            SetAside: [.. SetAside.Of(picture.Ledger).Select(one => new SetAsideAnswer(one.Run.Value, one.Date, one.Words))],
            Jobs:
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
            Book: [.. picture.Ledger.All.Reverse().Take(LatestEntries).Select(entry => EntryAnswers.Of(entry, picture, settings))],
            Warnings: [.. ProfileCheck.Warnings(bike, picture.Today).Select(warning => new ProfileWarning(warning.Field!, warning.Words))],
            StandsSince: picture.Meters.Time.StandsSince,
            Today: picture.Today
        );
    }

    /// <summary>What is open: in the book, and in the jobs under way.</summary>
    public static IReadOnlyList<FindingAnswer> FindingsOf(BikePicture picture, Func<Instant, LocalDate> dayOf) =>
        [
            .. picture.Running.SelectMany(run =>
                RunFindings
                    .Of(JobPlan.For(run.Job, picture.Profile, run.State), run.State)
                    .Select(found => new FindingAnswer(
                        Entry: null,
                        Run: run.Id.Value,
                        Bike: picture.Bike.Id.Value,
                        BikeName: picture.Profile.Nickname,
                        Title: found.Body.Title,
                        Detail: found.Body.Detail,
                        Severity: found.Body.Severity,
                        Since: found.At is { } at ? dayOf(at) : picture.Today,
                        CostGuess: found.Body.CostGuess?.ToString(),
                        Gate: found.Body.Gate,
                        Key: found.Key,
                        Settled: found.Settled,
                        Under: found.Body.Under
                    ))
            ),
            .. OpenFindings
                .Of(picture.Ledger)
                .Select(open => new FindingAnswer(
                    Entry: open.Entry.Id.Value,
                    Run: null,
                    Bike: picture.Bike.Id.Value,
                    BikeName: picture.Profile.Nickname,
                    Title: open.Body.Title,
                    Detail: open.Body.Detail,
                    Severity: open.Body.Severity,
                    Since: open.Entry.Date,
                    CostGuess: open.Body.CostGuess?.ToString(),
                    Gate: open.Body.Gate,
                    Key: null,
                    Settled: null,
                    Under: open.Body.Under
                )),
        ];

    /// <summary>Its jobs under way, with how far each is.</summary>
    public static IReadOnlyList<RunningAnswer> RunningOf(BikePicture picture) =>
        [
            .. picture.Running.Select(run =>
            {
                var state = run.State;
                var plan = JobPlan.For(run.Job, picture.Profile, state);
                var next = plan.Steps.First(planned => state.Step(planned.Step.Id).Mark == StepMark.Open);
                return new RunningAnswer(
                    Id: run.Id.Value,
                    Bike: picture.Bike.Id.Value,
                    BikeName: picture.Profile.Nickname,
                    Title: run.Job.Title,
                    Jobs: run.Job.Covers,
                    Answered: plan.Steps.Count(planned => state.Step(planned.Step.Id).Mark != StepMark.Open),
                    Steps: plan.Steps.Length,
                    Next: next.Step.Title,
                    LastTouched: state.LastTouched,
                    OnTray: state.Tray.Length,
                    TimersEnd: [.. state.Timers.Values.Select(timer => timer.Ends).Order()]
                );
            }),
        ];

    /// <summary>A meter as its page shows it, in the bike's own unit.</summary>
    public static MeterAnswer MeterOf(Meter meter, BikePicture picture)
    {
        var (bike, (history, forecast)) = (picture.Profile, meter);
        var last = history.Last;
        var today = last is not null && last.Date < picture.Today && forecast is not null ? history.At(picture.Today, forecast) : null;
        return new(
            Kind: history.Kind,
            Unit: bike.UnitOf(history.Kind).Symbol,
            Display: last is null ? null : Shown.Of(last.Display, bike),
            ReadOn: last?.Date,
            Lifetime: last is not null && last.Lifetime != last.Display ? Shown.Of(last.Lifetime, bike) : null,
            Today: today is null ? null : Shown.Of(history.DisplayFor(picture.Today, today.Lifetime), bike),
            PerWeek: forecast is null ? null : Shown.Of(MeterAmount.Of(history.Kind, (decimal)forecast.PerWeek), bike),
            RateStated: forecast is { Readings: 0 },
            Readings: history.Points.Length
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
                        Gate: reason.Gate,
                        State: reason.State,
                        Kind: reason.Kind,
                        Why: reason.Why,
                        Finding: reason.Finding?.Value,
                        Run: reason.Run?.Value,
                        Thing: reason.Thing,
                        Reservoir: reason.Reservoir is { } at ? Capabilities.Word(at) : null,
                        Job: JobFor(reason, picture.Profile, jobs),
                        ByWord: reason.State == GateState.NotProven
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

    /// <summary>What is in it, and what belongs in it, in the owner's units.</summary>
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
            Id: id,
            State: draining || state.EmptySince is not null ? FillState.Empty
                : contents is null ? FillState.Unknown
                : FillState.Filled,
            Fluid: contents?.Fluid,
            Temporary: contents?.Temporary ?? false,
            Poured: contents is null ? null : Shown.Of(contents.Poured, settings),
            Capacity: capacity is { } full ? Shown.Of(full, settings) : null,
            Grade: spec?.Grade,
            Since: contents?.Filled.Date,
            AgeMonths: contents is null ? null : FluidChain.AgeInMonths(contents, picture.Today),
            Use: contents is null ? null : UseSince(contents, picture),
            Level: state.LastLevel?.Level,
            LevelSeen: state.LastLevel?.Entry.Date
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
