using System.Collections.Immutable;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests;

/// <summary>The invented shed, in the smallest words that a test can say it in.</summary>
internal static class Given
{
    public static readonly BikeId Bike = new(Guid.Parse("01990000-0000-7000-8000-000000000001"));
    public static readonly LocalDate Today = new(2026, 4, 18);
    public static readonly Instant Noon = Instant.FromUtc(2026, 4, 18, 12, 0);

    public static readonly string ContentFolder = Path.Combine(RepositoryRoot(), "content");
    public static readonly ContentLibrary Content = ContentLibrary.Load(ContentFolder);

    public static Job EngineOil => Content.Job("engine-oil")!;

    /// <summary>A job as a bike gets to run it: with what stands in its way opened and closed.</summary>
    public static Job Ready(Job job, Profile bike) => JobAssembly.Of([Content.Limits.Into(job, bike)], Content.Access, bike).Job;

    public static Profile Drumlin =>
        Named("road-twin", "Causeway") with
        {
            BodyworkOverOil = true,
            Reservoirs = Content
                .Sets.First(set => set.Id == "road-twin")
                .Profile.Reservoirs.SetItem(
                    ReservoirId.Engine,
                    new ReservoirSpec
                    {
                        Grade = "10W-40, JASO MA2",
                        DryFill = Litres(3.0m),
                        DrainOnly = Litres(2.4m),
                        DrainAndFilter = Litres(2.6m),
                        WaitMinutes = 4,
                    }
                ),
            Torques = ImmutableDictionary<Fastener, TorqueSpec>.Empty.Add(
                Fastener.OilDrainPlug,
                new(Torque.FromNewtonMetres(30), new(ProvenanceKind.Manual, "p. 2-12"))
            ),
        };

    public static Profile Scree => Named("motocross-four-stroke", "Scree");

    public static Profile Heron => Named("two-stroke-enduro", "Heron");

    public static Profile Named(string set, string nickname) =>
        Content.Sets.First(one => one.Id == set).Profile with
        {
            Nickname = nickname,
            Make = "Fallow",
            Model = "Tarn",
            Year = 2017,
        };

    public static Volume Litres(decimal litres) => Volume.FromLitres(litres);

    public static MeterAmount Miles(decimal miles) => MeterAmount.From(new Quantity(miles, Unit.Mile));

    public static MeterAmount Hours(decimal hours) => MeterAmount.Of(EngineHours.FromHours(hours));

    public static string Show(MeterAmount amount) => amount.ToString();

    /// <summary>A bike's gates by its book alone.</summary>
    public static GateLine Line(Profile bike, BikeLedger ledger, IEnumerable<UndoItem>? forNow = null, params RunningJob[] running) =>
        GateLine.Of(
            bike,
            ledger,
            Core.Servicing.Schedule.FillTasksOf(bike, Content.Schedules),
            forNow ?? UndoList.Of(ledger, [], Day),
            [.. running],
            Today,
            Day
        );

    public static LocalDate Day(Instant instant) => instant.InUtc().Date;

    public static readonly OilPump ProvenPump = new(true, "by measured fall", true);
    public static readonly OilPump UnprovenPump = new(false, "nobody has proven it", true);

    private static string RepositoryRoot()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (folder is not null && !File.Exists(Path.Combine(folder.FullName, "MuddyLedger.slnx")))
            folder = folder.Parent;
        return folder?.FullName ?? throw new InvalidOperationException("The tests run outside the repository.");
    }
}

/// <summary>Writes a ledger line by line.</summary>
internal sealed class LedgerBuilder
{
    private readonly List<LedgerEntry> _entries = [];
    private readonly List<Strike> _strikes = [];
    private int _next;

    public LedgerEntry Write(LocalDate on, EntryBody body, RunId? run = null)
    {
        var at = Instant.FromUtc(2026, 1, 1, 0, 0) + Duration.FromSeconds(_next);
        var entry = new LedgerEntry(new(IdOf(_next++)), Given.Bike, on, at, "test bench", body, run);
        _entries.Add(entry);
        return entry;
    }

    public LedgerBuilder Reading(LocalDate on, MeterAmount display)
    {
        Write(on, new MeterRead(display));
        return this;
    }

    /// <summary>By one act with a reading, as at the pump.</summary>
    public LedgerEntry WriteAt(LocalDate on, MeterAmount display, EntryBody body)
    {
        var read = Write(on, new MeterRead(display));
        var entry = read with { Id = new(IdOf(_next++)), WrittenAt = read.WrittenAt + LedgerEntry.Moment, Body = body };
        _entries.Add(entry);
        return entry;
    }

    public LedgerBuilder Done(LocalDate on, string task, Evidence evidence = Evidence.DoneHere)
    {
        Write(on, new TaskDone(task, evidence));
        return this;
    }

    public void Strike(LedgerEntry entry) => _strikes.Add(new(entry.Id, Given.Noon, "test bench", "wrong"));

    public LedgerEntry Correct(LedgerEntry wrong, EntryBody right)
    {
        Strike(wrong);
        var at = Instant.FromUtc(2026, 2, 1, 0, 0) + Duration.FromSeconds(_next);
        var entry = new LedgerEntry(new(IdOf(_next++)), Given.Bike, wrong.Date, at, "test bench", right, wrong.Run, wrong.Id, "misread");
        _entries.Add(entry);
        return entry;
    }

    public BikeLedger Ledger => BikeLedger.Of(Given.Bike, _entries, _strikes);

    private static Guid IdOf(int number) => Guid.Parse($"01990000-0000-7000-9000-{number:x12}");
}

/// <summary>A run on the bench: answers steps through the rules, and holds on to what came of it.</summary>
internal sealed class Bench(Profile bike, Job? job = null)
{
    private readonly List<RunEvent> _events = [];
    private Instant _now = Given.Noon;

    public Job Job { get; } = job is { Joined.IsEmpty: false } ? job : Given.Ready(job ?? Given.EngineOil, bike);
    public RunState State => RunState.Of(Job, Given.Noon, _events);
    public JobPlan Plan => JobPlan.For(Job, bike, State);
    public IReadOnlyList<RunEvent> Events => _events;

    /// <summary>What stood on the bike's undo list before the run.</summary>
    public System.Collections.Immutable.ImmutableArray<UndoItem> Before { get; init; } = [];

    public System.Collections.Immutable.ImmutableArray<UndoItem> OnUndoList =>
        [
            .. Before.Where(one =>
                !State.Steps.Any(step =>
                    step.Value.Mark == StepMark.Done
                    && Job.Steps.Any(each =>
                        each.Id == step.Key && UndoList.Of(each).Any(pair => pair.Thing.Back && pair.Thing.Id == one.Thing)
                    )
                )
            ),
            .. UndoList
                .Open(Job, State)
                .Select(open => new UndoItem(open.Thing.Id, open.Thing.What, open.Way, Given.Today, null, open.Thing.Shuts)),
        ];

    public Refusal? Try(RunAct act)
    {
        _now += Duration.FromMinutes(1);
        if (RunRules.Refuse(Plan, State, act, OnUndoList) is { } refusal)
            return refusal;
        _events.Add(new RunEvent(Guid.CreateVersion7(), _now, "test bench", act));
        return null;
    }

    public Bench Do(RunAct act)
    {
        Try(act).ShouldBeNull();
        return this;
    }

    /// <summary>
    /// Signs off one of the joined jobs, or takes all of that back where none is named: acts of the sign-off and not of the bench.
    /// </summary>
    public Bench Sign(string? job)
    {
        _now += Duration.FromMinutes(1);
        _events.Add(new RunEvent(Guid.CreateVersion7(), _now, "test bench", job is null ? new PartsTakenBack() : new PartSignedOff(job)));
        return this;
    }

    public Bench Done(string step, StepRecord? record = null) => Do(new StepDone(step, record ?? RecordFor(step)));

    /// <summary>Done, or skipped where it asks for a meter that the bike has not got.</summary>
    public Bench Answer(string step) =>
        Plan.Step(step)!.Step.Kind == StepKind.Reading && bike is { Odometer: null, HourMeter: false }
            ? Do(new StepSkipped(step, "it has no meter"))
            : Done(step);

    public Bench Wait(Duration pause)
    {
        _now += pause;
        return this;
    }

    /// <summary>Answers every step in order, up to this one.</summary>
    public Bench UpTo(string? stop = null)
    {
        while (Next() is { } next && next != stop)
            Answer(next);
        return this;
    }

    public string? Next() =>
        Plan
            .Steps.FirstOrDefault(planned => State.Step(planned.Step.Id).Mark == StepMark.Open && planned.Step.Kind != StepKind.SignOff)
            ?.Step.Id;

    /// <summary>A reading that passes: the maker's limit, else the sound end of the table's.</summary>
    private static decimal Right(PlannedStep planned) =>
        planned.Figure is { } own ? own.Low ?? own.High!.Value
        : planned.Step.Measure!.Row?.Sound is { } sound ? sound.Low ?? sound.High ?? 1m
        : 1m;

    public StepRecord RecordFor(string step)
    {
        var planned = Plan.Step(step)!;
        return planned.Step.Kind switch
        {
            StepKind.Reading => new() { Meters = [bike.Has(MeterKind.Odometer) ? Given.Miles(23_600) : Given.Hours(96.3m)] },
            StepKind.Choose => new() { Option = planned.Step.Choice!.Default },
            StepKind.Drain => new()
            {
                Volume = Given.Litres(2.5m),
                Drain = new(DrainColour.Dark, MagnetReading.FinePaste, DrainDebris.None, false),
            },
            StepKind.Pour => new() { Volume = Given.Litres(2.2m), Fluid = "10W-40" },
            StepKind.Level => new() { Level = Level.Between },
            StepKind.Measure => new() { Values = [.. Enumerable.Repeat(Right(planned), Math.Max(1, planned.Step.Measure!.Places.Length))] },
            StepKind.Photo => new() { Photo = Guid.CreateVersion7() },
            _ => StepRecord.Nothing,
        };
    }
}
