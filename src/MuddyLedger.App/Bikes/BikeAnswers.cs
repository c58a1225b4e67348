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

/// <summary>What a bike's page shows, made from its snapshot.</summary>
public static class BikeAnswers
{
    private const int LatestEntries = 8;

    /// <param name="now">Decides what has cured.</param>
    public static BikeAnswer Of(BikeSnapshot snapshot, JobLibrary jobs, OwnerSettings settings, Instant now, Func<Instant, LocalDate> dayOf)
    {
        var bike = snapshot.Profile;
        return new(
            Id: snapshot.Bike.Id.Value,
            Version: snapshot.Bike.Version,
            Nickname: bike.Nickname,
            Make: bike.Make,
            Model: bike.Model,
            Year: bike.Year,
            Use: bike.Use,
            Profile: ProfileForm.Of(bike, settings),
            Meters: [.. snapshot.Meters.Own.Values.Select(meter => MeterOf(meter, snapshot))],
            Gates: [.. Enum.GetValues<Gate>().Select(gate => GateOf(gate, snapshot, jobs))],
            Word: snapshot.Gates.Word is { } word ? new(word.Entry.Id.Value, word.Entry.Date, word.Body.Gate, word.Body.Words) : null,
            Pump: bike.Lubrication == Lubrication.OilInjection
                ? new(snapshot.Pump.Proven, snapshot.Pump.Why, snapshot.Pump.WordWillDo)
                : null,
            Tasks: [.. snapshot.Tasks.Select(state => TaskAnswer.Of(state, bike))],
            Next: [.. Core.Servicing.Servicing.Next(snapshot.Tasks).Select(state => state.Task.Id)],
            Reservoirs: [.. Reservoirs.Of(bike).Select(id => ReservoirOf(id, snapshot, settings))],
            Findings: FindingsOf(snapshot, dayOf),
            ForNow: ForNowAnswer.Of(snapshot.ForNow),
            OnTrial:
            [
                .. OpenFindings
                    .OnTrial(snapshot.Ledger)
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
                    .Of(snapshot.Ledger, snapshot.Today, now)
                    .Where(one => one.State is not (RepairState.Proven or RepairState.Ended))
                    .Select(one => new OpenRepair(one.Made.What, one.State, one.ReviewOn)),
            ],
            Running: RunningOf(snapshot),
            SetAside: [.. SetAside.Of(snapshot.Ledger).Select(one => new SetAsideAnswer(one.Run.Value, one.Date, one.Words))],
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
            Book: [.. snapshot.Ledger.All.Reverse().Take(LatestEntries).Select(entry => EntryAnswers.Of(entry, snapshot, settings))],
            Warnings: [.. ProfileCheck.Warnings(bike, snapshot.Today).Select(warning => new ProfileWarning(warning.Field!, warning.Words))],
            StandsSince: snapshot.Meters.Time.StandsSince,
            Today: snapshot.Today
        );
    }

    /// <summary>What is open: in the book, and in the jobs under way.</summary>
    public static IReadOnlyList<FindingAnswer> FindingsOf(BikeSnapshot snapshot, Func<Instant, LocalDate> dayOf) =>
        [
            .. snapshot.Running.SelectMany(run =>
                RunFindings
                    .Of(JobPlan.For(run.Job, snapshot.Profile, run.State), run.State)
                    .Select(found => new FindingAnswer(
                        Entry: null,
                        Run: run.Id.Value,
                        Bike: snapshot.Bike.Id.Value,
                        BikeName: snapshot.Profile.Nickname,
                        Title: found.Body.Title,
                        Detail: found.Body.Detail,
                        Severity: found.Body.Severity,
                        Since: found.At is { } at ? dayOf(at) : snapshot.Today,
                        CostGuess: found.Body.CostGuess?.ToString(),
                        Gate: found.Body.Gate,
                        Key: found.Key,
                        Settled: found.Settled,
                        Under: found.Body.Under
                    ))
            ),
            .. OpenFindings
                .Of(snapshot.Ledger)
                .Select(open => new FindingAnswer(
                    Entry: open.Entry.Id.Value,
                    Run: null,
                    Bike: snapshot.Bike.Id.Value,
                    BikeName: snapshot.Profile.Nickname,
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
    public static IReadOnlyList<RunningAnswer> RunningOf(BikeSnapshot snapshot) =>
        [
            .. snapshot.Running.Select(run =>
            {
                var state = run.State;
                var plan = JobPlan.For(run.Job, snapshot.Profile, state);
                var next = plan.Steps.First(planned => state.Step(planned.Step.Id).Mark == StepMark.Open);
                return new RunningAnswer(
                    Id: run.Id.Value,
                    Bike: snapshot.Bike.Id.Value,
                    BikeName: snapshot.Profile.Nickname,
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
    public static MeterAnswer MeterOf(Meter meter, BikeSnapshot snapshot)
    {
        var (bike, (history, forecast)) = (snapshot.Profile, meter);
        var last = history.Last;
        var today = last is not null && last.Date < snapshot.Today && forecast is not null ? history.At(snapshot.Today, forecast) : null;
        return new(
            Kind: history.Kind,
            Unit: bike.UnitOf(history.Kind).Symbol,
            Display: last is null ? null : Shown.Of(last.Display, bike),
            ReadOn: last?.Date,
            Lifetime: last is not null && last.Lifetime != last.Display ? Shown.Of(last.Lifetime, bike) : null,
            Today: today is null ? null : Shown.Of(history.DisplayFor(snapshot.Today, today.Lifetime), bike),
            PerWeek: forecast is null ? null : Shown.Of(MeterAmount.Of(history.Kind, (decimal)forecast.PerWeek), bike),
            RateStated: forecast is { Readings: 0 },
            Readings: history.Points.Length
        );
    }

    private static GateAnswer GateOf(Gate gate, BikeSnapshot snapshot, JobLibrary jobs) =>
        new(
            gate,
            snapshot.Gates.StateOf(gate),
            [
                .. snapshot
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
                        Job: JobFor(reason, snapshot.Profile, jobs),
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
    public static ReservoirAnswer ReservoirOf(ReservoirId id, BikeSnapshot snapshot, OwnerSettings settings)
    {
        var state = FluidChain.StateOf(id, snapshot.Ledger);
        var spec = snapshot.Profile.Reservoirs.GetValueOrDefault(id);
        var capacity = spec?.DrainAndFilter ?? spec?.DrainOnly ?? spec?.DryFill;
        // What a running job has drained is out, though its lines are not yet written.
        var draining = snapshot.Running.Any(run =>
            RunFindings.Drained(JobPlan.For(run.Job, snapshot.Profile, run.State), run.State).Any(drain => drain.Reservoir == id)
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
            AgeMonths: contents is null ? null : FluidChain.AgeInMonths(contents, snapshot.Today),
            Use: contents is null ? null : UseSince(contents, snapshot),
            Level: state.LastLevel?.Level,
            LevelSeen: state.LastLevel?.Entry.Date
        );
    }

    private static Shown? UseSince(Contents contents, BikeSnapshot snapshot)
    {
        foreach (var (history, forecast) in snapshot.Meters.Own.Values)
        {
            if (history.At(contents.Filled, forecast) is { } then && history.At(snapshot.Today, forecast) is { } now)
                return Shown.Of(now.Lifetime - then.Lifetime, snapshot.Profile);
        }

        return null;
    }
}
