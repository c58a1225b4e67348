using System.Collections.Immutable;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.App.Demo;

/// <summary>Writes one demo bike's history by the rules and the writer that real data goes through, only dated in the past.</summary>
internal sealed class DemoBook(IShedWriter writer, ContentLibrary content, ShedClock clock, Profile bike)
{
    private const string Device = "shed laptop";
    private readonly List<LedgerEntry> _entries = [];
    private readonly List<Strike> _strikes = [];
    private int _tick;

    public BikeId Bike { get; } = new(Guid.CreateVersion7());

    /// <summary>Puts the bike into the shed.</summary>
    public void AddBike(LocalDate on) => writer.AddBike(Bike, bike, MomentOf(on, 10));

    /// <summary>One line.</summary>
    /// <param name="hour">Of the day, by the shed's clock.</param>
    public EntryId Write(LocalDate on, EntryBody body, RunId? run = null, int hour = 18)
    {
        var entry = new LedgerEntry(new(Guid.CreateVersion7()), Bike, on, MomentOf(on, hour), Device, body, run);
        _entries.Add(entry);
        writer.AddEntry(entry);
        return entry.Id;
    }

    /// <summary>Strikes a line and writes the right one in its place, the day after.</summary>
    public void Correct(EntryId wrong, EntryBody right, string reason)
    {
        var was = _entries.First(entry => entry.Id == wrong);
        var at = MomentOf(was.Date.PlusDays(1), 9);
        var strike = new Strike(wrong, at, Device, reason);
        _strikes.Add(strike);
        writer.AddStrike(strike);
        var entry = new LedgerEntry(
            Id: new(Guid.CreateVersion7()),
            Bike: Bike,
            Date: was.Date,
            WrittenAt: at,
            Device: Device,
            Body: right,
            Run: was.Run,
            Corrects: wrong,
            Reason: reason
        );
        _entries.Add(entry);
        writer.AddEntry(entry);
    }

    /// <summary>What was read so far, in order of date.</summary>
    public ImmutableArray<MeterPoint> Readings(MeterKind kind) => MeterHistory.Of(BikeLedger.Of(Bike, _entries, _strikes), kind).Points;

    /// <exception cref="InvalidOperationException">The demo's own readings do not fit each other.</exception>
    public void Reading(LocalDate on, MeterAmount display)
    {
        var history = MeterHistory.Of(BikeLedger.Of(Bike, _entries, _strikes), display.Kind);
        if (history.Refuse(on, display, amount => amount.ToString(), on) is { } words)
            throw new InvalidOperationException($"Demo reading {display} {words}");
        Write(on, new MeterRead(display), hour: 17);
    }

    /// <summary>The meter begins anew, as the reading dialog would write it.</summary>
    public void Epoch(LocalDate on, EpochCause cause, MeterAmount shows, MeterAmount before)
    {
        var history = MeterHistory.Of(BikeLedger.Of(Bike, _entries, _strikes), shows.Kind);
        if (history.Last?.Display != before)
            throw new InvalidOperationException($"The demo's meter stood at {history.Last?.Display}, not {before}.");
        Write(on, history.StartEpoch(cause, shows, bike.Odometer!.RollsAt), hour: 16);
        Write(on, new MeterRead(shows), hour: 17);
    }

    /// <summary>The season's look-over: all that this bike has of what it settles.</summary>
    public void LookedOver(LocalDate on, string[] except)
    {
        var settles = content.Job("look-over")!.Serves.Select(serves => serves.Task).Except(except).ToHashSet();
        Done(on, [.. Core.Servicing.Schedule.TasksOf(bike, content.Schedules).Select(item => item.Task.Id).Where(settles.Contains)]);
    }

    /// <param name="tasks">Each was done here, that day.</param>
    public void Done(LocalDate on, params string[] tasks)
    {
        foreach (var task in tasks)
            Write(on, new TaskDone(task, Evidence.DoneHere));
    }

    /// <summary>Runs an oil job on the bench, step by step, up to a step or to the end.</summary>
    /// <param name="meter">Null where the bike has no meter: the reading is skipped then.</param>
    /// <param name="stopBefore">The step to stop at; null runs it through and signs it off.</param>
    public void OilChange(
        LocalDate on,
        MeterAmount? meter,
        string fluid,
        DrainReading drain,
        Volume drained,
        string? stopBefore = null,
        string jobId = "engine-oil",
        params CostPaid[] costs
    )
    {
        var job = JobAssembly.Of([content.Job(jobId)!], content.Access, bike).Job;
        var start = MomentOf(on, 10);
        var events = new List<RunEvent>();
        var id = new RunId(Guid.CreateVersion7());
        JobPlan Plan() => JobPlan.For(job, bike, RunState.Of(job, start, events));
        while (true)
        {
            var state = RunState.Of(job, start, events);
            var plan = Plan();
            var next = plan.Steps.FirstOrDefault(planned =>
                state.Step(planned.Step.Id).Mark == StepMark.Open && planned.Step.Kind != StepKind.SignOff
            );
            if (next is null || next.Step.Id == stopBefore)
                break;
            RunAct act =
                next.Step.Kind == StepKind.Reading && meter is null
                    ? new StepSkipped(next.Step.Id, "it has no meter")
                    : new StepDone(next.Step.Id, RecordFor(next, next.Case, meter, fluid, drain, drained));
            if (RunRules.Refuse(plan, state, act, []) is { } refusal)
                throw new InvalidOperationException($"Demo run: {next.Step.Id} {refusal.Words}");
            events.Add(new RunEvent(Guid.CreateVersion7(), start + Duration.FromMinutes(2 * (events.Count + 1)), Device, act));
        }

        var finished = stopBefore is null;
        writer.AddRun(
            new StoredRun(
                id,
                Bike,
                job,
                start,
                finished ? RunStatus.Finished : RunStatus.Running,
                events.Count + 1,
                finished ? start + Duration.FromHours(2) : null,
                [.. events]
            )
        );
        if (!finished)
            return;
        var signOff = new SignOff(2 * events.Count, [.. costs], null, null);
        foreach (
            var entry in RunFinish.Entries(Plan(), RunState.Of(job, start, events), signOff, on, clock.DayOf, BikeLedger.Of(Bike, [], []))
        )
            Write(entry.Date, entry.Body, id, hour: 12);
    }

    /// <summary>A leak watch under way: begun the evening before, looked at once, the next look due.</summary>
    /// <param name="began">Hours before the demo's moment.</param>
    public void LeakWatch(Instant now, int began, int looked, LeakSpot spot)
    {
        var job = JobAssembly.Of([content.Job("leak-watch")!], content.Access, bike).Job;
        var start = now - Duration.FromHours(began) - Duration.FromMinutes(12);
        var acts = new List<(Instant At, RunAct Act)>();
        foreach (var step in new[] { "wipe", "levels", "sheet" })
            acts.Add((start + Duration.FromMinutes(3 * (acts.Count + 1)), new StepDone(step, StepRecord.Nothing)));
        acts.Add((now - Duration.FromHours(began), new TimerStarted("standing", 4 * 60)));
        acts.Add((now - Duration.FromHours(looked), new LookTaken("standing", [spot])));
        var events = acts.Select(act => new RunEvent(Guid.CreateVersion7(), act.At, Device, act.Act)).ToImmutableArray();
        writer.AddRun(
            new StoredRun(new RunId(Guid.CreateVersion7()), Bike, job, start, RunStatus.Running, events.Length + 1, null, events)
        );
    }

    private static StepRecord RecordFor(
        PlannedStep planned,
        FillCase fillCase,
        MeterAmount? meter,
        string fluid,
        DrainReading drain,
        Volume drained
    ) =>
        planned.Step.Kind switch
        {
            StepKind.Reading => new() { Meters = [meter!.Value] },
            StepKind.Choose => new() { Option = planned.Step.Choice!.Default },
            // A dry sump is drained twice: what is left below the tank comes last.
            StepKind.Drain => new() { Volume = planned.Step.Id == "sump-drain" ? Volume.FromLitres(0.15m) : drained, Drain = drain },
            StepKind.Pour => new() { Volume = Volume.FromLitres(Math.Round(planned.Pour!.First.Litres, 2)), Fluid = fluid },
            StepKind.Level => new()
            {
                Level = Level.AtMaximum,
                Volume = Volume.FromLitres(
                    Math.Round(planned.Reservoir!.Capacity(fillCase)!.Value.Litres * (planned.Step.Id == "level-first" ? 0.09m : 0.05m), 2)
                ),
            },
            _ => StepRecord.Nothing,
        };

    private Instant MomentOf(LocalDate on, int hour) => clock.StartOf(on) + Duration.FromHours(hour) + Duration.FromMilliseconds(_tick++);
}
