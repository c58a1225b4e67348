using System.Collections.Immutable;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Servicing;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Parts;
using NodaTime;

namespace MuddyLedger.App.Bikes;

/// <param name="Display">What the dash showed at the last reading.</param>
/// <param name="Lifetime">What the bike has done, where that differs from the dash.</param>
/// <param name="Today">What the dash likely shows today, where the last reading is older and the rate is known.</param>
public sealed record MeterAnswer(
    MeterKind Kind,
    string Unit,
    Shown? Display,
    LocalDate? ReadOn,
    Shown? Lifetime,
    Shown? Today,
    Shown? PerWeek,
    bool RateStated,
    int Readings
);

/// <param name="Reasons">What keeps it, or an earlier gate, from being open.</param>
public sealed record GateAnswer(Gate Gate, GateState State, IReadOnlyList<GateReasonAnswer> Reasons);

/// <summary>
/// One thing that keeps a gate from being open, and where it is settled: which of the fields is filled follows from the kind.
/// </summary>
/// <param name="Job">The job that would settle it, where one ships.</param>
/// <param name="ByWord">Whether the owner's word settles it.</param>
public sealed record GateReasonAnswer(
    Gate Gate,
    GateState State,
    ReasonKind Kind,
    string Why,
    Guid? Finding,
    Guid? Run,
    string? Thing,
    string? Reservoir,
    string? Job,
    bool ByWord
);

/// <summary>The owner's word by which a gate stands open that nothing else in the book proves.</summary>
public sealed record WordAnswer(Guid Entry, LocalDate Date, Gate Gate, string Words);

/// <param name="WordWillDo">Whether the owner's word may prove it.</param>
public sealed record PumpAnswer(bool Proven, string Why, bool WordWillDo);

public enum FillState
{
    Unknown,
    Empty,
    Filled,
}

/// <param name="Capacity">With drain and filter, else drain only, else dry: the first that the owner has entered.</param>
public sealed record ReservoirAnswer(
    ReservoirId Id,
    FillState State,
    string? Fluid,
    bool Temporary,
    Shown? Poured,
    Shown? Capacity,
    string? Grade,
    LocalDate? Since,
    int? AgeMonths,
    Shown? Use,
    Level? Level,
    LocalDate? LevelSeen
);

/// <param name="Entry">Null for a finding that a running job will write when it ends.</param>
/// <param name="Gate">The gate that it shuts, where it says stop.</param>
/// <param name="Key">Of a running job's: what names it when it is put right there.</param>
/// <param name="Settled">How it was put right in the job that found it.</param>
/// <param name="Under">Under what conditions it shows; null where it shows at any time.</param>
public sealed record FindingAnswer(
    Guid? Entry,
    Guid? Run,
    Guid Bike,
    string BikeName,
    string Title,
    string? Detail,
    FindingSeverity Severity,
    LocalDate Since,
    string? CostGuess,
    Gate? Gate,
    string? Key,
    string? Settled,
    string? Under
);

/// <summary>What was put right and waits to be tried under the conditions under which it showed.</summary>
/// <param name="Entry">Of the finding.</param>
/// <param name="How">What was done about it.</param>
/// <param name="Since">When that was.</param>
public sealed record OnTrialAnswer(Guid Entry, string Title, string Under, string How, LocalDate Since);

public sealed record RunningAnswer(
    Guid Id,
    Guid Bike,
    string BikeName,
    string Title,
    IReadOnlyList<string> Jobs,
    int Answered,
    int Steps,
    string Next,
    Instant LastTouched,
    int OnTray,
    IReadOnlyList<Instant> TimersEnd
);

/// <param name="Minutes">With what stands in its way opened and closed.</param>
/// <param name="Own">Written by the owner.</param>
public sealed record JobOffer(string Id, string Title, string For, JobGroup Group, int Minutes, bool Own);

/// <summary>Put in place or taken away only for now.</summary>
/// <param name="Run">The running job that began it; it is undone there.</param>
/// <param name="Shuts">The gate that it keeps shut; null where the bike may be used with it.</param>
/// <param name="Where">Where it is kept; null where nobody said.</param>
public sealed record ForNowAnswer(string Thing, string What, ForNow Way, LocalDate Since, Guid? Run, Gate? Shuts, string? Where)
{
    public static IReadOnlyList<ForNowAnswer> Of(IEnumerable<StandingForNow> standing) =>
        [.. standing.Select(one => new ForNowAnswer(one.Thing, one.What, one.Way, one.Since, one.Run, one.Shuts, one.Where))];
}

/// <summary>Mended only for now, and neither proven nor replaced yet.</summary>
public sealed record OpenRepair(string What, RepairState State, LocalDate ReviewOn);

/// <summary>A job that was set aside half done, and can be taken up again.</summary>
public sealed record SetAsideAnswer(Guid Run, LocalDate Date, string Words);

/// <summary>Something odd about the profile that is not impossible.</summary>
public sealed record ProfileWarning(string Field, string Words);

public sealed record BikeAnswer(
    Guid Id,
    int Version,
    string Nickname,
    string Make,
    string Model,
    int Year,
    BikeUse Use,
    ProfileForm Profile,
    IReadOnlyList<MeterAnswer> Meters,
    IReadOnlyList<GateAnswer> Gates,
    WordAnswer? Word,
    PumpAnswer? Pump,
    IReadOnlyList<TaskAnswer> Tasks,
    IReadOnlyList<string> Next,
    IReadOnlyList<ReservoirAnswer> Reservoirs,
    IReadOnlyList<FindingAnswer> Findings,
    IReadOnlyList<ForNowAnswer> ForNow,
    IReadOnlyList<OnTrialAnswer> OnTrial,
    IReadOnlyList<OpenRepair> Repairs,
    IReadOnlyList<RunningAnswer> Running,
    IReadOnlyList<SetAsideAnswer> SetAside,
    IReadOnlyList<JobOffer> Jobs,
    IReadOnlyList<EntryAnswer> Book,
    IReadOnlyList<ProfileWarning> Warnings,
    LocalDate? StandsSince,
    LocalDate Today
) : IVersioned;

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
