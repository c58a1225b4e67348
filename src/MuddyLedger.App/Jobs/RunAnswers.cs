using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Parts;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Shelf;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.App.Jobs;

/// <summary>What the bench shows, made from a run and its bike's snapshot.</summary>
public static class RunAnswers
{
    /// <summary>All that the bench shows of a run.</summary>
    public static RunAnswer Of(
        StoredRun run,
        BikeSnapshot snapshot,
        ImmutableArray<Stock> shelf,
        IReadOnlyDictionary<string, AccessGroup> access,
        OwnerSettings settings,
        Instant now,
        Func<Instant, LocalDate> dayOf
    )
    {
        var bike = snapshot.Profile;
        var state = run.State;
        var plan = JobPlan.For(run.Job, bike, state);
        var outside = snapshot.ShutOutside(run.Id);
        var current = RunRules.Current(plan, state, outside);
        var signOff = new SignOff(0, [], "as it lies", null);
        var mended = TemporaryRepairs.Of(snapshot.Ledger, snapshot.Today, now);
        var refused = RunFinish.Refuse(plan, state, signOff);
        ImmutableArray<PlannedEntry> lines =
            refused is null && run.Status == RunStatus.Running
                ? RunFinish.Entries(plan, state, signOff, snapshot.Today, dayOf, snapshot.Ledger, snapshot.TaskIds)
                : [];
        return new(
            Id: run.Id.Value,
            Bike: run.Bike.Value,
            BikeName: bike.Nickname,
            Use: bike.Use,
            Jobs: run.Job.Covers,
            Title: run.Job.Title,
            For: run.Job.For,
            Status: run.Status,
            Version: run.Version,
            Started: run.Started,
            Now: now,
            Today: snapshot.Today,
            WorkedMinutes: (int)(state.Worked - state.SignedTime).TotalMinutes,
            Needs: [.. plan.Needs.Select(need => NeedOf(need, settings, shelf, run.Bike.Value, bike))],
            Steps:
            [
                .. plan.Steps.Select(planned =>
                    StepOf(planned, plan, state, snapshot.ForNow, outside, settings) with
                    {
                        Facts = FactsOf(planned.Step, snapshot, settings),
                        Mended = [.. TemporaryRepairs.Behind(planned.Step, mended).Select(one => one.What)],
                        Fits = FitsOf(planned.Step, snapshot, shelf),
                        InIt = InItOf(planned, plan, state, snapshot, shelf),
                    }
                ),
            ],
            Current: run.Status == RunStatus.Running ? current?.Step.Id : null,
            Tray: [.. state.Tray.Reverse().Select(item => TrayOf(item, state.Marks.GetValueOrDefault(item.Item)))],
            Timers:
            [
                .. state
                    .Timers.Values.OrderBy(timer => timer.Ends)
                    .Select(timer => new TimerAnswer(
                        timer.Step,
                        plan.Step(timer.Step)?.Step.Title ?? timer.Step,
                        timer.Started,
                        timer.Ends
                    )),
            ],
            Findings: [.. BikeAnswers.FindingsOf(snapshot, dayOf).Where(finding => finding.Run == run.Id.Value)],
            DrainMeanings: [.. RunFindings.DrainMeaningsOf(plan, state).Select(pair => pair.Meaning)],
            Meters: [.. snapshot.Meters.Own.Values.Select(meter => MeterFieldOf(meter.History, bike))],
            WillWrite:
            [
                .. lines
                    .Where(entry => entry.Body is not JobFinished)
                    .Select(entry => new WillWriteAnswer(
                        entry.Date,
                        EntryAnswers.KindOf(entry.Body),
                        entry.Body.LineName(),
                        AboutOf(entry, lines, snapshot)?.Title,
                        EntryFigures.Of(entry.Body, bike, settings)
                    )),
            ],
            FromShelf: FromShelfOf(lines, shelf, run.Bike.Value, settings),
            FluidWarnings:
            [
                .. from planned in plan.Steps
                where planned.Step.Kind == StepKind.Pour && state.Step(planned.Step.Id) is { Mark: StepMark.Done, Record.Fluid: not null }
                let fluid = state.Step(planned.Step.Id).Record.Fluid!
                from warning in Compatibility.Warnings(planned.Step.Reservoir!.Value, bike, fluid, planned.Reservoir?.Grade)
                select new FluidWarning(planned.Step.Id, fluid, warning.Fit, warning.Because),
            ],
            Sheets:
            [
                .. Teardown
                    .For(snapshot.Ledger, Teardown.PlacesOf(run.Job, access))
                    .Select(pair => PartsHandlers.SheetOf(pair.Entry, pair.Sheet)),
            ],
            KnownChanges:
            [
                .. Modifications
                    .For(snapshot.Ledger, run.Job.Group)
                    .Select(one => new KnownChange(one.Part, one.Consequence.Kind, one.Consequence.Words)),
            ],
            StaysForNow: [.. UndoList.Open(run.Job, state).Select(open => open.Thing.What)],
            FinishRefused: refused?.Words,
            Currency: settings.Currency,
            VolumeUnit: settings.Volume.Symbol,
            Parts: [.. run.Job.JoinedTitles.Select((title, at) => PartOf(plan, state, run.Job.Joined[at], title))],
            Wrote:
            [
                .. snapshot
                    .Ledger.InForce.Where(entry => entry.Run == run.Id)
                    .Reverse()
                    .Select(entry => EntryAnswers.Of(entry, snapshot, settings)),
            ]
        );
    }

    /// <summary>The finding that a line puts right: one of the book, or one that the same run opens.</summary>
    private static FindingOpened? AboutOf(PlannedEntry line, ImmutableArray<PlannedEntry> lines, BikeSnapshot snapshot) =>
        line.Closes is { } key
            ? lines.First(other => other.Opens == key).Body as FindingOpened
            : OpenFindings.AboutOf(snapshot.Ledger, line.Body);

    private static PartAnswer PartOf(JobPlan plan, RunState state, string job, string title)
    {
        var signed = state.SignedJobs.Contains(job);
        return new(
            job,
            title,
            signed,
            signed ? null : RunFinish.RefusePart(plan, state, new SignOff(0, [], "as it lies", null), job)?.Words
        );
    }

    private static TrayAnswer TrayOf(TrayItem item, TrayMarked? mark) =>
        new(
            item.Item,
            item.Part,
            item.Count,
            mark?.Where ?? item.Where,
            mark?.Size ?? item.Size,
            mark?.Marks,
            mark?.Photo,
            item.Step.Length == 0
        );

    private static MeterField MeterFieldOf(MeterHistory history, Profile bike) =>
        new(
            history.Kind,
            bike.UnitOf(history.Kind).Symbol,
            history.Last is { } last ? Shown.Of(last.Display, bike) : null,
            history.Last?.Date
        );

    /// <summary>Something to have ready, with what of it stands on the shelf.</summary>
    public static NeedAnswer NeedOf(PlannedNeed need, OwnerSettings settings, ImmutableArray<Stock> shelf, Guid bike, Profile profile) =>
        new(
            need.Kind,
            need.What,
            need.Count,
            need.Volume is { } volume ? Shown.Of(volume, settings) : null,
            need.Grade,
            OnShelf(need, shelf, bike, profile)
        );

    private static bool? OnShelf(PlannedNeed need, ImmutableArray<Stock> shelf, Guid bike, Profile profile)
    {
        if (need.Kind == NeedKind.Tool)
            return null;
        if (need.Kind == NeedKind.Fluid)
        {
            var wanted = Wants.Of(need, profile, new(bike), "");
            return Shopping.OnShelf(wanted, shelf) is { } stock ? stock.Left >= (wanted.Amount ?? 0.01m)
                : Shopping.Known(wanted, shelf) ? false
                : null;
        }

        var kept = shelf
            .Where(stock => stock.Item.FitsBike(bike) && stock.Item.Kind != StockKind.Fluid && stock.Item.IsCalled(need.What))
            .ToList();
        return kept.Count == 0 ? null : kept.Sum(stock => stock.Left) >= need.Count;
    }

    /// <summary>What the lines of a job take from the shelf.</summary>
    public static Taking TakingOf(IEnumerable<PlannedEntry> lines, ImmutableArray<Stock> shelf, Guid bike) =>
        Taking.Of(Taking.UsedBy(lines.Select(line => line.Body), ShelfAnswers.FluidFor), shelf, bike);

    private static List<FromShelf> FromShelfOf(
        ImmutableArray<PlannedEntry> lines,
        ImmutableArray<Stock> shelf,
        Guid bike,
        OwnerSettings settings
    )
    {
        var taking = TakingOf(lines, shelf, bike);
        var kinds = shelf.ToDictionary(stock => stock.Id, stock => stock.Item.Kind);
        return
        [
            .. taking
                .Takes.GroupBy(take => take.Item)
                .Select(same => new FromShelf(
                    same.First().Name,
                    ShelfAnswers.Amount(same.Sum(take => take.Amount), kinds[same.Key], settings),
                    false
                )),
            // Said only of what the shelf keeps: the rest was bought for the day.
            .. taking
                .Missing.Where(used => shelf.Any(stock => stock.Item.IsCalled(used.What) && stock.Item.FitsBike(bike)))
                .Select(used => new FromShelf(used.What, ShelfAnswers.Amount(used.Amount, used.Kind, settings), true)),
        ];
    }

    private static StepAnswer StepOf(
        PlannedStep planned,
        JobPlan plan,
        RunState state,
        ImmutableArray<UndoItem> forNow,
        ImmutableArray<ShutElsewhere> outside,
        OwnerSettings settings
    )
    {
        var step = planned.Step;
        var answered = state.Step(step.Id);
        return new(
            Id: step.Id,
            Title: step.Title,
            Text: step.Text,
            Detail: step.Detail,
            Why: step.Why,
            Kind: step.Kind,
            Mark: answered.Mark,
            Locked: RunRules.Locked(plan, state, planned, outside),
            Reason: answered.Reason,
            Note: state.Notes.GetValueOrDefault(step.Id),
            DoneWords: step.Done ?? "Done",
            Cautions: [.. step.Cautions.Select(Cautions.For)],
            Hold: step.Hold,
            Pour: planned.Pour is { } pour
                ? new(Shown.Of(pour.Whole, settings), Shown.Of(pour.First, settings), Shown.Of(pour.ThenAbout, settings), planned.Case)
                : null,
            FirstGo: step.FirstGo,
            Reservoir: step.Reservoir,
            Grade: planned.Reservoir?.Grade,
            Expected: planned.Expected is { } expected ? Shown.Of(expected, settings) : null,
            Level: planned.Reservoir is { } spec ? LevelOf(step.Reservoir!.Value, spec) : null,
            Torque: planned.Torque is { } torque ? new(Shown.Of(torque.Torque, settings), ShownProvenance.Of(torque.Provenance)) : null,
            Minutes: planned.Minutes?.Minutes,
            MinutesFrom: planned.Minutes is { } minutes ? ShownProvenance.Of(minutes.Provenance) : null,
            Choice: step.Choice,
            Needs: [.. step.Needs.Select(need => new NeedAnswer(need.Kind, need.What, need.Count, null, null))],
            Record: answered.Mark == StepMark.Done ? RecordOf(answered.Record, planned, plan.Bike, settings) : null,
            CanReopen: RunRules.Refuse(plan, state, new StepReopened(step.Id), []) is null,
            ForNow: [.. UndoList.Of(step).Select(pair => new StepForNow(pair.Thing.What, pair.Way, pair.Thing.Back, pair.Thing.Lasting))],
            Measure: step.Measure is { } asked ? MeasureOf(asked, planned.Figure) : null,
            Wear: step.Wear,
            Watch: step.Kind == StepKind.Watch ? WatchOf(step, state, plan) : null,
            Worth: step.Worth,
            UndoList: step.Kind == StepKind.Undo ? ForNowAnswer.Of(forNow.OrderBy(one => one.Shuts ?? Gate.Ridden + 1)) : null
        )
        {
            Facts = [],
            Fits = [],
            Missing = MissingFigures.Of(plan.Bike, step),
            Drain = step.Kind == StepKind.Drain ? DrainShows.Of(step.Reservoir!.Value) : null,
        };
    }

    private static IReadOnlyList<FitAnswer> FitsOf(Step step, BikeSnapshot snapshot, ImmutableArray<Stock> shelf) =>
        [
            .. step.Fits.Select(fits =>
            {
                var last = snapshot
                    .Ledger.Each<PartFitted>()
                    .LastOrDefault(pair => pair.Body.Part == fits.Part && pair.Body.Number is not null);
                var kept = shelf.Where(stock => stock.Item.FitsBike(snapshot.Bike.Id.Value) && stock.Item.IsCalled(fits.Part)).ToList();
                return new FitAnswer(
                    fits.Part,
                    fits.CountFor(snapshot.Profile),
                    fits.Replaces is not null,
                    snapshot.Profile.PartNumbers.GetValueOrDefault(fits.Part) ?? last.Body?.Number,
                    last.Body?.Source,
                    last.Body?.Price?.ToString(),
                    kept.Count == 0 ? null : (int)kept.Sum(stock => stock.Left)
                );
            }),
        ];

    /// <summary>What was poured in this run; else what stands in the book, or on the shelf for it; else what belongs in there.</summary>
    private static string? InItOf(PlannedStep planned, JobPlan plan, RunState state, BikeSnapshot snapshot, ImmutableArray<Stock> shelf)
    {
        if (planned.Step is not { Kind: StepKind.Level or StepKind.Pour, Reservoir: { } reservoir })
            return null;
        var need = plan.Needs.FirstOrDefault(need => need.Kind == NeedKind.Fluid && need.Reservoir == reservoir);
        return RunFinish.FluidPoured(plan, state, planned.Step)
            ?? (planned.Step.Kind == StepKind.Level ? FluidChain.StateOf(reservoir, snapshot.Ledger).Contents?.Fluid : null)
            ?? (
                need is null || planned.Step.Flush
                    ? null
                    : Shopping.OnShelf(Wants.Of(need, plan.Bike, snapshot.Bike.Id, ""), shelf)?.Item.Name
            )
            ?? planned.Reservoir?.Grade;
    }

    private static IReadOnlyList<BookFactAnswer> FactsOf(Step step, BikeSnapshot snapshot, OwnerSettings settings) =>
        step.Knows.IsEmpty
            ? []
            :
            [
                .. BookFacts
                    .Of(step.Knows, snapshot.Profile, snapshot.Ledger, snapshot.Tasks, snapshot.ForNow, snapshot.Today)
                    .Select(fact => new BookFactAnswer(
                        Thing: fact.Thing,
                        State: fact.State,
                        Since: fact.Since,
                        Months: fact.Months,
                        MostMonths: fact.MostMonths,
                        Evidence: fact.Evidence,
                        What: fact.What,
                        Low: Figure(fact.Low, settings),
                        High: Figure(fact.High, settings),
                        From: fact.From is { } from ? ShownProvenance.Of(from) : null
                    )),
            ];

    private static Shown? Figure(Quantity? quantity, OwnerSettings settings) =>
        quantity is not { } known ? null
        : known.Unit.Dimension == Unit.Litre.Dimension ? Shown.Of(Volume.From(known), settings)
        : Shown.Of(known);

    private static LevelAnswer LevelOf(ReservoirId reservoir, ReservoirSpec spec)
    {
        var reading = LevelReading.Of(reservoir, spec);
        return new(spec.Level, spec.Stance, reading.ReadAt, reading.WaitMinutes);
    }

    private static MeasureAnswer MeasureOf(MeasureAsked asked, FigureSpec? limits)
    {
        Shown? In(decimal? value) => value is { } known ? Shown.Of(new Quantity(known, asked.Unit)) : null;
        var (low, high) = limits is not null ? (limits.Low, limits.High) : asked.Row?.Sound ?? (null, null);
        var from = limits?.Provenance ?? asked.Row?.Provenance;
        return new(
            asked.Unit.Symbol,
            asked.Places,
            In(low),
            In(high),
            from is null ? null : ShownProvenance.Of(from),
            In(asked.Within),
            from is null && asked.Figure is { } figure ? ReadingVerdict.WhereToFind(figure) : null
        )
        {
            Figure = asked.Figure is { } named ? Capabilities.Word(named) : asked.Series,
            Gauge = Wear.WearAnswers.GaugeOf(asked.Unit),
            Valves = asked.Figure is BikeFigure.IntakeClearance or BikeFigure.ExhaustClearance,
        };
    }

    private static WatchAnswer WatchOf(Step step, RunState state, JobPlan plan)
    {
        var watch = RunWatches.Of(plan, state);
        var looks = RunWatches.LooksOf(step, state);
        Instant? began = state.Watches.TryGetValue(step.Id, out var at) ? at : null;
        return new(
            step.Looks,
            began,
            RunWatches.LeftOf(step, state),
            began is { } from ? LeakWatch.NextFrom(step.Looks, from, looks) : null,
            [.. looks.Select(look => new LookAnswer(began!.Value + look.After, look.Spots, look.Due is not null))],
            watch.Verdict,
            watch.Places,
            [.. LeakWatch.PlacesOf(plan.Bike).Select(one => new CanLeak(one.Place, one.Fluid))]
        );
    }

    private static RecordAnswer RecordOf(StepRecord record, PlannedStep planned, Profile bike, OwnerSettings settings) =>
        new(
            Meters: [.. record.Meters.Select(meter => Shown.Of(meter, bike))],
            Volume: record.Volume is { } volume ? Shown.Of(volume, settings) : null,
            Fluid: record.Fluid,
            Drain: record.Drain,
            Level: record.Level,
            Option: record.Option,
            Values: [.. record.Values.Select(value => Shown.Of(new Quantity(value, planned.Step.Measure!.Unit)))],
            ValuesWrong: planned.Step.Measure is { } asked
            && MeasureReading.Of(asked, planned.Figure, record.Values) is { Right: false } wrong
                ? wrong.Words
                : null,
            Photo: record.Photo,
            Where: record.Where
        );
}
