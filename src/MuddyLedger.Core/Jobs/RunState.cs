using System.Collections.Immutable;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Jobs;

/// <summary>How a step was answered.</summary>
public enum StepMark
{
    Open,
    Done,
    NotSound,
    Skipped,
}

/// <summary>How far a run is.</summary>
public enum RunStatus
{
    Running,
    Finished,
    SetAside,
}

/// <summary>How a step stands. A skipped step has its reason, a done one its record.</summary>
/// <param name="Mark">Open, done, not sound, or skipped.</param>
/// <param name="At">When it was marked last.</param>
/// <param name="Record">What was written down.</param>
/// <param name="Reason">Why it was skipped or is not sound; null where it is neither.</param>
public sealed record StepState(StepMark Mark, Instant At, StepRecord Record, string? Reason);

/// <summary>A timer that runs.</summary>
/// <param name="Step">The step that started it.</param>
/// <param name="Started">When it began.</param>
/// <param name="Ends">When it runs out.</param>
public sealed record RunningTimer(string Step, Instant Started, Instant Ends);

/// <summary>A look taken at a step of kind watch.</summary>
/// <param name="Step">The watch.</param>
/// <param name="At">When it was taken.</param>
/// <param name="Spots">What was wet; empty where all was dry.</param>
public sealed record WatchLook(string Step, Instant At, ImmutableArray<LeakSpot> Spots);

/// <summary>Something on the tray.</summary>
/// <param name="Item">The part's id in the job, or the id its putter gave it.</param>
/// <param name="Part">What it is.</param>
/// <param name="Count">1 to 99.</param>
/// <param name="Where">Where it came off; null where nobody said.</param>
/// <param name="Size">Of its head or thread; null where nobody said.</param>
/// <param name="Step">That took it off; empty where the owner laid it there beside the steps.</param>
public sealed record TrayItem(string Item, string Part, int Count, string? Where, string? Size, string Step)
{
    /// <summary>The step that was answered last when the owner laid it there; empty where a step took it off.</summary>
    public string PutAfter { get; init; } = "";
}

/// <summary>A finding noted by hand in a run.</summary>
/// <param name="Id">Of the tap that noted it.</param>
/// <param name="At">When.</param>
/// <param name="Step">At which it was found; null where at none.</param>
/// <param name="Finding">What is wrong.</param>
/// <param name="NotSound">The step was answered "not right" with it, and not only noted beside it.</param>
public sealed record RunFinding(Guid Id, Instant At, string? Step, FindingOpened Finding, bool NotSound = false);

/// <summary>Where a run stands: its events folded, one after another.</summary>
/// <param name="Started">When the run began.</param>
/// <param name="Steps">By id; one that nobody touched is not there.</param>
/// <param name="Timers">By step; those that run.</param>
/// <param name="Tray">In the order in which they came off.</param>
/// <param name="Findings">Noted by hand.</param>
/// <param name="Choices">What was chosen; what is not chosen yet follows what is recommended on the bike.</param>
/// <param name="Notes">By step.</param>
/// <param name="Worked">Between taps, long pauses left out.</param>
/// <param name="LastTouched">When something was last tapped.</param>
public sealed record RunState(
    Instant Started,
    ImmutableDictionary<string, StepState> Steps,
    ImmutableDictionary<string, RunningTimer> Timers,
    ImmutableArray<TrayItem> Tray,
    ImmutableArray<RunFinding> Findings,
    ImmutableDictionary<string, string> Choices,
    ImmutableDictionary<string, string> Notes,
    Duration Worked,
    Instant LastTouched
)
{
    /// <summary>All looks for leaks, in the order in which they were taken.</summary>
    public ImmutableArray<WatchLook> Looks { get; init; } = [];

    /// <summary>What was said of things on the tray, by item. It outlives the thing's coming off and going on again.</summary>
    public ImmutableDictionary<string, TrayMarked> Marks { get; init; } = ImmutableDictionary<string, TrayMarked>.Empty;

    /// <summary>
    /// What lay on the tray when the note of a step was written: of that, and of no other thing, it may say why it stays off.
    /// </summary>
    public ImmutableDictionary<string, ImmutableHashSet<string>> NotedOver { get; init; } =
        ImmutableDictionary<string, ImmutableHashSet<string>>.Empty;

    /// <summary>How findings of the run were put right in it, by their key: see <see cref="RunFindings"/>.</summary>
    public ImmutableDictionary<string, string> Settled { get; init; } = ImmutableDictionary<string, string>.Empty;

    /// <summary>Watches that were taken back and begun anew, with what was seen in them.</summary>
    public ImmutableArray<EarlierWatch> EarlierWatches { get; init; } = [];

    /// <summary>Of a joined run: the jobs that were signed off while the others go on, in order.</summary>
    public ImmutableArray<string> SignedJobs { get; init; } = [];

    /// <summary>The steps whose lines stand in the book already.</summary>
    public ImmutableHashSet<string> SignedSteps { get; init; } = [];

    /// <summary>The time that was signed off with them.</summary>
    public Duration SignedTime { get; init; }

    /// <summary>When the watch of a step began.</summary>
    public ImmutableDictionary<string, Instant> Watches { get; init; } = ImmutableDictionary<string, Instant>.Empty;

    /// <summary>A pause longer than this was spent elsewhere (house value).</summary>
    public static readonly Duration LongestPause = Duration.FromMinutes(30);

    private static readonly StepState Untouched = new(StepMark.Open, Instant.MinValue, StepRecord.Nothing, null);

    /// <summary>Untouched where nothing was tapped there.</summary>
    public StepState Step(string id) => Steps.GetValueOrDefault(id, Untouched);

    private string LastAnswered =>
        Steps.Where(step => step.Value.Mark != StepMark.Open).OrderBy(step => step.Value.At).Select(step => step.Key).LastOrDefault("");

    /// <summary>From all that was tapped, in its order.</summary>
    public static RunState Of(Job job, Instant started, IEnumerable<RunEvent> events) =>
        events.Aggregate(
            new RunState(
                Started: started,
                Steps: ImmutableDictionary<string, StepState>.Empty,
                Timers: ImmutableDictionary<string, RunningTimer>.Empty,
                Tray: [],
                Findings: [],
                Choices: ImmutableDictionary<string, string>.Empty,
                Notes: ImmutableDictionary<string, string>.Empty,
                Worked: Duration.Zero,
                LastTouched: started
            ),
            (state, @event) => state.Then(job, @event)
        );

    private RunState Then(Job job, RunEvent @event)
    {
        var pause = @event.At - LastTouched;
        var next = this with
        {
            LastTouched = @event.At,
            Worked = Worked + (pause > Duration.Zero && pause <= LongestPause ? pause : Duration.Zero),
        };
        return @event.Act switch
        {
            StepDone done => next.Answered(done.Step, new(StepMark.Done, @event.At, done.Record, null))
                .Did(job.Steps.First(step => step.Id == done.Step), done.Record),
            StepNotSound bad => next.Answered(bad.Step, new(StepMark.NotSound, @event.At, StepRecord.Nothing, null)) with
            {
                Findings = Findings.Add(new(@event.Id, @event.At, bad.Step, bad.Finding, NotSound: true)),
            },
            StepSkipped skip => next.Answered(skip.Step, new(StepMark.Skipped, @event.At, StepRecord.Nothing, skip.Reason)),
            StepReopened again => next.Undid(job, job.Steps.First(step => step.Id == again.Step)),
            TimerStarted timer => next with
            {
                Timers = Timers.SetItem(timer.Step, new(timer.Step, @event.At, @event.At + Duration.FromMinutes(timer.Minutes))),
                Watches =
                    job.Steps.First(step => step.Id == timer.Step).Kind == StepKind.Watch
                        ? Watches.SetItem(timer.Step, @event.At)
                        : Watches,
            },
            LookTaken look => next.Looked(job.Steps.First(step => step.Id == look.Step), look, @event.At),
            TimerStopped timer => next with { Timers = Timers.Remove(timer.Step) },
            FindingNoted noted => next with { Findings = Findings.Add(new(@event.Id, @event.At, noted.Step, noted.Finding)) },
            FindingSettled settled => next with { Settled = Settled.SetItem(settled.Finding, settled.How) },
            TrayPut put => next with
            {
                Tray = Tray.Add(new(put.Item, put.Part, put.Count, put.Where, put.Size, "") { PutAfter = LastAnswered }),
            },
            TrayMarked mark => next with { Marks = Marks.SetItem(mark.Item, mark) },
            TrayTaken taken => next with { Tray = Tray.RemoveAll(item => item.Item == taken.Item) },
            PartSignedOff part => next with
            {
                SignedJobs = SignedJobs.Add(part.Job),
                SignedSteps = SignedSteps.Union(
                    job.Steps.Where(step => step.OfJobs.Contains(part.Job) && Step(step.Id).Mark != StepMark.Open).Select(step => step.Id)
                ),
                SignedTime = next.Worked,
            },
            PartsTakenBack => next with { SignedJobs = [], SignedSteps = [], SignedTime = Duration.Zero },
            StepNoted { Text: "" } none => next with { Notes = Notes.Remove(none.Step), NotedOver = NotedOver.Remove(none.Step) },
            StepNoted note => next with
            {
                Notes = Notes.SetItem(note.Step, note.Text),
                NotedOver = NotedOver.SetItem(note.Step, [.. Tray.Select(item => item.Item)]),
            },
            _ => throw new InvalidOperationException($"No rule for {@event.Act.GetType().Name}."),
        };
    }

    /// <summary>A look counts, and sets the reminder for the one after it, from when the watch began.</summary>
    private RunState Looked(Step step, LookTaken look, Instant at)
    {
        var began = Watches.GetValueOrDefault(step.Id, at);
        var taken = Looks.Add(new(step.Id, at, look.Spots));
        var count = LeakWatch
            .Count(step.Looks, began, taken.Where(one => one.Step == step.Id).Select(one => (one.At, one.Spots)))
            .Count(one => one.Due is not null);
        return this with
        {
            Looks = taken,
            Watches = Watches.SetItem(step.Id, began),
            Timers =
                count < step.Looks.Length
                    ? Timers.SetItem(step.Id, new(step.Id, began, began + Duration.FromHours(step.Looks[count])))
                    : Timers.Remove(step.Id),
        };
    }

    private RunState Answered(string step, StepState state) =>
        this with
        {
            Steps = Steps.SetItem(step, state),
            Timers = Timers.Remove(step),
        };

    private RunState Did(Step step, StepRecord record) =>
        this with
        {
            Choices = step.Choice is { } choice && record.Option is { } option ? Choices.SetItem(choice.Id, option) : Choices,
            Tray = Tray.RemoveAll(item => step.Refits.Contains(item.Item))
                .AddRange(step.Tray.Select(part => new TrayItem(part.Id, part.Part, part.Count, part.Where, null, step.Id))),
        };

    /// <summary>
    /// Taking back "done" takes off the tray what it put there, and puts back what it had refitted. Findings stay: they were seen.
    /// </summary>
    private RunState Undid(Job job, Step step)
    {
        var wasDone = Step(step.Id).Mark == StepMark.Done;
        var back =
            from earlier in job.Steps
            where wasDone && Step(earlier.Id).Mark == StepMark.Done
            from part in earlier.Tray
            where step.Refits.Contains(part.Id)
            select new TrayItem(part.Id, part.Part, part.Count, part.Where, null, earlier.Id);
        return this with
        {
            Steps = Steps.Remove(step.Id),
            // A watch taken back is begun anew: what was put right in between counts from here.
            Looks = step.Kind == StepKind.Watch ? Looks.RemoveAll(look => look.Step == step.Id) : Looks,
            EarlierWatches = Watches.TryGetValue(step.Id, out var began)
                ? EarlierWatches.Add(new(step.Id, began, [.. Looks.Where(look => look.Step == step.Id)]))
                : EarlierWatches,
            Watches = Watches.Remove(step.Id),
            Choices = step.Choice is { } choice ? Choices.Remove(choice.Id) : Choices,
            Tray = wasDone ? Tray.RemoveAll(item => item.Step == step.Id).AddRange(back) : Tray,
        };
    }
}
