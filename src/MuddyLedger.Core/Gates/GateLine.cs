using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using NodaTime;

namespace MuddyLedger.Core.Gates;

/// <summary>A job under way, made out for its bike.</summary>
/// <param name="Id">Of the run.</param>
/// <param name="Plan">As it applies to the bike.</param>
/// <param name="State">How far it is.</param>
public sealed record RunningJob(RunId Id, JobPlan Plan, RunState State);

/// <summary>The owner's own word, by which gates stand open that nothing in the book proves.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Body">What was said.</param>
public sealed record OwnersWord(LedgerEntry Entry, WordGiven Body);

/// <summary>
/// Whether a bike may be cranked, run and ridden, as far as this book knows. It certifies nothing. A gate is shut by what shuts it, not
/// proven by what nobody knows, and open only where neither is; what holds for a gate holds for those after it.
/// </summary>
/// <param name="Reasons">All that keeps a gate from being open, the earliest gate first, what shuts before what is not proven.</param>
/// <param name="Word">The word on which something counts as proven that would not be otherwise; null where no word is needed.</param>
public sealed record GateLine(ImmutableArray<GateReason> Reasons, OwnersWord? Word)
{
    /// <summary>Of a bike that nothing is known against.</summary>
    public static readonly GateLine AllOpen = new([], null);

    /// <summary>The worst that any reason says of this gate or of one before it: what may not be cranked may not be ridden.</summary>
    public GateState StateOf(Gate gate) =>
        Reasons.Where(reason => reason.Gate <= gate).Select(reason => reason.State).DefaultIfEmpty(GateState.Open).Max();

    /// <summary>The first gate that is not open; null where all are.</summary>
    public Gate? FirstNotOpen => Reasons.IsEmpty ? null : Reasons[0].Gate;

    /// <summary>What keeps this gate from being open, that of earlier gates among it.</summary>
    public IEnumerable<GateReason> For(Gate gate) => Reasons.Where(reason => reason.Gate <= gate);

    /// <summary>What is asked of a ride on a day when the bike was not open to be ridden; null where it was.</summary>
    public string? RideQuestion(LocalDate date)
    {
        var then = Reasons.Where(reason => reason.Since.Date <= date).ToList();
        if (then.Count == 0)
            return null;
        var shut = then.Find(reason => reason.State == GateState.Shut);
        var stands = shut is null ? "it is not proven that the bike may be ridden" : "the bike may not be ridden";
        return $"is missing: {stands} ({(shut ?? then[0]).Why}). Say why it was ridden all the same";
    }

    /// <summary>
    /// The day since which something keeps it from being ridden; null while nothing does. What is only not proven does not keep anyone from
    /// riding.
    /// </summary>
    public LocalDate? ShutSince =>
        Reasons.Where(reason => reason.State == GateState.Shut).Select(reason => (LocalDate?)reason.Since.Date).Min();

    /// <param name="fillTasks">The service tasks that leave a reservoir with fluid of known kind, by their id.</param>
    /// <param name="forNow">The bike's undo list, that of the jobs under way among it.</param>
    /// <param name="running">The jobs under way: each tap counts at once.</param>
    /// <param name="dayOf">The owner's calendar day of an instant.</param>
    /// <param name="unread">What of the book is there and cannot be read, in a sentence; null where all of it can.</param>
    public static GateLine Of(
        Profile bike,
        BikeLedger ledger,
        IReadOnlyDictionary<string, ReservoirId> fillTasks,
        IEnumerable<UndoItem> forNow,
        ImmutableArray<RunningJob> running,
        LocalDate today,
        Func<Instant, LocalDate> dayOf,
        string? unread = null
    )
    {
        var reasons = new List<GateReason>();
        // No word covers it: nobody knows what the lines said, and they may be read again tomorrow.
        if (unread is not null)
            reasons.Add(
                new(Gate.Cranked, GateState.NotProven, ReasonKind.DamagedBook, unread, new(LocalDate.MaxIsoValue, Instant.MaxValue))
            );
        reasons.AddRange(Reservoir(bike, ledger, fillTasks, running));
        reasons.AddRange(
            from open in OpenFindings.Of(ledger)
            let shuts = open.Body.Shuts
            where shuts is not null
            select new GateReason(shuts.Value, GateState.Shut, ReasonKind.StopFinding, open.Body.Title, Moment.Of(open.Entry))
            {
                Finding = open.Entry.Id,
            }
        );
        reasons.AddRange(
            from one in forNow
            where one.Shuts is not null
            select new GateReason(one.Shuts!.Value, GateState.Shut, ReasonKind.ForNow, one.Words, new(one.Since, Instant.MinValue))
            {
                Thing = one.Thing,
                Run = one.Run is { } run ? new RunId(run) : null,
            }
        );
        reasons.AddRange(running.SelectMany(job => RunGates.Of(job, dayOf)));
        reasons.AddRange(Unproven(bike, ledger, today));
        if (FuelInTank.Doubt(bike, ledger, today) is { } doubt)
            reasons.Add(doubt);

        var proofs = Proof.Of(ledger, running, dayOf);
        var words = ledger.Each<WordGiven>().Select(pair => new OwnersWord(pair.Entry, pair.Body)).ToList();
        // Said once, however often it was noted: the same words twice at one step of a job are two findings and one reason.
        var left = reasons.Distinct().Where(reason => !proofs.Any(proof => proof.Covers(reason))).ToList();
        var covering = left.ToDictionary(reason => reason, reason => words.LastOrDefault(word => Covers(word, reason)));
        return new(
            [
                .. left.Where(reason => covering[reason] is null)
                    .OrderBy(reason => reason.Gate)
                    .ThenByDescending(reason => reason.State)
                    .ThenBy(reason => reason.Since),
            ],
            covering.Values.Where(word => word is not null).MaxBy(word => Moment.Of(word!.Entry))
        );
    }

    /// <summary>
    /// A word opens what is not proven when it is given. It opens nothing that is shut, and nothing that came up after it.
    /// </summary>
    private static bool Covers(OwnersWord word, GateReason reason) =>
        reason.State == GateState.NotProven && reason.Gate <= word.Body.Gate && reason.Since <= Moment.Of(word.Entry);

    private static IEnumerable<GateReason> Reservoir(
        Profile bike,
        BikeLedger ledger,
        IReadOnlyDictionary<string, ReservoirId> fillTasks,
        ImmutableArray<RunningJob> running
    )
    {
        var known = KnownByTask(ledger, fillTasks);
        var unknown = new List<ReservoirId>();
        foreach (var id in Reservoirs.Of(bike))
        {
            var state = FluidChain.StateOf(id, ledger);
            var name = Reservoirs.Words(id);
            if (state.EmptySince is { } drain)
                yield return new(
                    Reservoirs.GateOf(id),
                    GateState.Shut,
                    ReasonKind.Drained,
                    $"{name} is drained and not filled",
                    Moment.Of(drain)
                )
                {
                    Reservoir = id,
                };
            if (state.Contents is { Temporary: true } flush)
                yield return new(
                    Gate.Ridden,
                    GateState.Shut,
                    ReasonKind.FlushFill,
                    $"{name} is a flush fill: drain it and fill it properly before the first ride",
                    Moment.Of(flush.Filled)
                )
                {
                    Reservoir = id,
                };
            if (state.LastLevel is { Level: Level.Below } low)
                yield return new(
                    Reservoirs.GateOf(id),
                    GateState.NotProven,
                    ReasonKind.BelowMark,
                    $"{name} was last read below its mark",
                    Moment.Of(low.Entry)
                )
                {
                    Reservoir = id,
                };
            // A fluid that was filled, seen in range, or changed by a task that counts is there. Fuel and its oil are judged by what was
            // bought.
            if (state.Unknown && state.LastLevel is null && id != ReservoirId.Fuel && !known.Contains(id) && !BeingFilled(id, running))
                unknown.Add(id);
        }

        foreach (var same in unknown.GroupBy(Reservoirs.GateOf))
            yield return new(
                same.Key,
                GateState.NotProven,
                ReasonKind.UnknownContent,
                $"Nobody has said what is in: {string.Join(", ", same.Select(id => Reservoirs.Words(id).ToLowerInvariant()))}",
                Moment.Always
            )
            {
                Reservoir = same.First(),
            };
    }

    private static bool BeingFilled(ReservoirId id, ImmutableArray<RunningJob> running) =>
        running.Any(job =>
            job.Plan.Steps.Any(planned =>
                planned.Step.Reservoir == id
                && job.State.Step(planned.Step.Id).Mark == StepMark.Done
                && (
                    planned.Step.Kind == StepKind.Pour
                    || (
                        planned.Step.Kind == StepKind.Level
                        && job.State.Step(planned.Step.Id).Record.Level is Level.Between or Level.AtMaximum
                    )
                )
            )
        );

    private static HashSet<ReservoirId> KnownByTask(BikeLedger ledger, IReadOnlyDictionary<string, ReservoirId> fillTasks) =>
        [
            .. from done in ledger.Each<TaskDone>()
            where
                done.Body.Evidence
                    is Evidence.DoneHere
                        or Evidence.Receipt
                        or Evidence.OwnMemory
                        or Evidence.ClaimAccepted
                        or Evidence.AsNew
            where fillTasks.ContainsKey(done.Body.Task)
            select fillTasks[done.Body.Task],
        ];

    /// <summary>
    /// Bought as one that does not run, or stood too long: not proven to be cranked and run until it ran, and not to be ridden until it was
    /// ridden.
    /// </summary>
    private static IEnumerable<GateReason> Unproven(Profile bike, BikeLedger ledger, LocalDate today)
    {
        // One at each gate: a word that it may be cranked says nothing of running it.
        IEnumerable<GateReason> AtEach(ReasonKind kind, string why, Moment since) =>
            Enum.GetValues<Gate>().Select(gate => new GateReason(gate, GateState.NotProven, kind, why, since));

        var taken = ledger.Each<TakenIn>().LastOrDefault();
        if (taken.Body is { As: not TakenInAs.Runner })
            foreach (
                var reason in AtEach(
                    ReasonKind.TakenIn,
                    taken.Body.As == TakenInAs.Project ? "Bought as a project" : "Bought as one that does not run",
                    Moment.Of(taken.Entry)
                )
            )
                yield return reason;

        // A word keeps a bike from counting as stood for two years, like a run; what it covers in them stays marked as a word.
        var stood = StandingTime.Of(bike, ledger, today);
        var bare = StandingTime.Of(bike, ledger, today, words: false);
        if (bare.Tier != StoodTier.Revival)
            yield break;
        var since = stood is { Tier: StoodTier.Revival, LastRan: { } ran } ? new Moment(ran.PlusYears(2), Instant.MinValue) : Moment.Always;
        foreach (
            var reason in AtEach(
                ReasonKind.Stood,
                bare.LastRan is null ? "Nobody has said when it last ran" : $"It has stood for over two years. {bare.Because.TrimEnd('.')}",
                since
            )
        )
            yield return reason;
    }
}
