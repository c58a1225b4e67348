using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Servicing;
using MuddyLedger.App.Waste;
using MuddyLedger.App.Wear;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Waste;
using NodaTime;

namespace MuddyLedger.App.Shed;

/// <summary>A bike as a tag on the rail.</summary>
/// <param name="Id">Of the bike.</param>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Model">As the owner wrote it.</param>
/// <param name="Overdue">How many tasks are overdue or due.</param>
/// <param name="ComingUp">How many items are due soon.</param>
/// <param name="Unknown">How many items nobody knows the last time of.</param>
/// <param name="Gate">The first gate that is not open; null where all are.</param>
/// <param name="GateState">How that gate stands.</param>
/// <param name="JobRunning">A job is under way on it.</param>
/// <param name="Meters">What each shows.</param>
public sealed record TagAnswer(
    Guid Id,
    string Nickname,
    string Model,
    int Overdue,
    int ComingUp,
    int Unknown,
    Gate? Gate,
    GateState GateState,
    bool JobRunning,
    IReadOnlyList<MeterAnswer> Meters
);

/// <summary>A service item that is due.</summary>
/// <param name="Bike">On which bike.</param>
/// <param name="BikeName">The bike's nickname.</param>
/// <param name="Task">Which.</param>
public sealed record DueAnswer(Guid Bike, string BikeName, TaskAnswer Task);

/// <summary>Everything that asks for the owner today, over all bikes.</summary>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
/// <param name="Horizon">Up to which day it looks ahead.</param>
/// <param name="Bikes">Those of the shed.</param>
/// <param name="Due">Overdue, due and coming up, the most pressing first.</param>
/// <param name="Ahead">What is likely to fall due inside the horizon, for the season strip; by bike and date.</param>
/// <param name="Running">Jobs under way.</param>
/// <param name="Findings">What is wrong and open, the gravest first.</param>
/// <param name="Waste">What waits to be handed in.</param>
/// <param name="Wears">What wears out next, one of each bike that has readings.</param>
public sealed record ShedAnswer(
    LocalDate Today,
    LocalDate Horizon,
    IReadOnlyList<TagAnswer> Bikes,
    IReadOnlyList<DueAnswer> Due,
    IReadOnlyList<DueAnswer> Ahead,
    IReadOnlyList<RunningAnswer> Running,
    IReadOnlyList<FindingAnswer> Findings,
    IReadOnlyList<WasteAnswer> Waste,
    IReadOnlyList<WearsNextAnswer> Wears
);

/// <summary>Everything that asks for the owner today, over all bikes.</summary>
public sealed class ShedHandlers(ShedSnapshots snapshots)
{
    /// <summary>Every bike at a glance, with what is due over the whole shed.</summary>
    public async Task<Outcome<ShedAnswer>> GetAsync(Caller caller)
    {
        var all = await snapshots.AllAsync(caller.Cancel);
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var today = snapshots.Today;
        var horizon = today.PlusDays(LifeLeft.HorizonDays);
        var tasks = all.SelectMany(snapshot =>
                snapshot.Tasks.Select(state => new DueAnswer(
                    snapshot.Bike.Id.Value,
                    snapshot.Profile.Nickname,
                    TaskAnswer.Of(state, snapshot.Profile)
                ))
            )
            .ToList();
        return new ShedAnswer(
            Today: today,
            Horizon: horizon,
            Bikes: [.. all.Select(TagOf)],
            Due:
            [
                .. tasks
                    .Where(due => due.Task.State is LifeState.Overdue or LifeState.Due or LifeState.ComingUp)
                    // What can hurt first, then by how far it is over.
                    .OrderBy(due => due.Task.State)
                    .ThenByDescending(due => due.Task.Safety)
                    .ThenBy(due => due.Task.State == LifeState.Overdue ? due.Task.Share : 0)
                    .ThenBy(due => due.Task.LikelyDue ?? LocalDate.MaxIsoValue)
                    .ThenBy(due => due.Task.Share),
            ],
            Ahead:
            [
                .. tasks
                    .Where(due => due.Task.LikelyDue <= horizon && due.Task.State != LifeState.Unknown)
                    .OrderBy(due => due.Task.LikelyDue),
            ],
            Running: [.. all.SelectMany(BikeAnswers.RunningOf)],
            Findings:
            [
                .. all.SelectMany(snapshot => BikeAnswers.FindingsOf(snapshot, snapshots.DayOf))
                    .Where(finding => finding.Settled is null)
                    .OrderByDescending(finding => finding.Severity)
                    .ThenBy(finding => finding.Since),
            ],
            Waste:
            [
                .. WasteKept
                    .ToHandIn(all.Select(snapshot => snapshot.Ledger))
                    .Select(waste => new WasteAnswer(waste.Kind, Shown.Of(waste.Volume, settings))),
            ],
            Wears: WearAnswers.NextOf(all)
        );
    }

    private static TagAnswer TagOf(BikeSnapshot snapshot)
    {
        int Count(params LifeState[] states) => snapshot.Tasks.Count(state => states.Contains(state.Life.State));
        return new(
            Id: snapshot.Bike.Id.Value,
            Nickname: snapshot.Profile.Nickname,
            Model: snapshot.Profile.Model,
            Overdue: Count(LifeState.Overdue, LifeState.Due),
            ComingUp: Count(LifeState.ComingUp),
            Unknown: Count(LifeState.Unknown),
            Gate: snapshot.Gates.FirstNotOpen,
            GateState: snapshot.Gates.FirstNotOpen is { } gate ? snapshot.Gates.StateOf(gate) : GateState.Open,
            JobRunning: !snapshot.Running.IsEmpty,
            Meters: [.. snapshot.Meters.Own.Values.Select(meter => BikeAnswers.MeterOf(meter, snapshot))]
        );
    }
}
