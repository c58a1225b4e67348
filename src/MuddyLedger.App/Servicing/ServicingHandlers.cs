using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.Core;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime.Text;

namespace MuddyLedger.App.Servicing;

/// <summary>A task done without a guided job, or before this book began.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Task">The service task, as "chain.lubricate".</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Evidence">How it is known.</param>
/// <param name="Note">In the owner's words; empty where there is nothing to say.</param>
public sealed record DoneRequest(Guid Id, string? Task, string? Date, Evidence Evidence, string? Note);

/// <summary>Who says an interval.</summary>
public enum IntervalSource
{
    Manual,
    Owner,
}

/// <summary>The owner's own limits for a task; with none of them, the shipped ones hold again.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Task">The service item.</param>
/// <param name="Distance">As typed; empty for none.</param>
/// <param name="Hours">As typed; empty for none.</param>
/// <param name="Months">As typed; empty for none.</param>
/// <param name="From">Who says so.</param>
/// <param name="Source">The page of the manual, or why.</param>
public sealed record IntervalRequest(
    Guid Id,
    string? Task,
    string? Distance,
    string? Hours,
    string? Months,
    IntervalSource From,
    string? Source
);

/// <summary>A service item of the owner's own, with its limits; at least one, or a ride that asks for it.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Task">Of one that is changed; null for a new one.</param>
/// <param name="Component">What it is about, up to 40 letters.</param>
/// <param name="Title">What is done, up to 60 letters.</param>
/// <param name="Part">The part of the bike that it is listed under.</param>
/// <param name="Distance">As typed; empty for none.</param>
/// <param name="Hours">As typed; empty for none.</param>
/// <param name="Months">As typed; empty for none.</param>
/// <param name="AfterEveryRide">It is due after each.</param>
/// <param name="AfterRides">It is due after rides of these sorts.</param>
public sealed record ItemRequest(
    Guid Id,
    string? Task,
    string? Component,
    string? Title,
    Core.Servicing.BikePart Part,
    string? Distance,
    string? Hours,
    string? Months,
    bool AfterEveryRide,
    IReadOnlyList<Core.Bikes.Severity>? AfterRides
);

/// <summary>A service item that is left alone for now, or for good.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Task">Which.</param>
/// <param name="Until">Up to when it is left alone; empty for good.</param>
/// <param name="Why">In the owner's words.</param>
public sealed record RestRequest(Guid Id, string? Task, string? Until, string? Why);

/// <summary>A service item that was left alone is asked for again.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Task">Which.</param>
public sealed record ResumeRequest(Guid Id, string? Task);

/// <summary>Work done without a guided job, and intervals of the owner.</summary>
public sealed class ServicingHandlers(ShedSnapshots snapshots, Writing writing)
{
    /// <summary>Writes that a service task was done, when, and how that is known.</summary>
    public async Task<Outcome<EntryAnswer>> DoneAsync(Guid bike, DoneRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var note = check.OptionalText("note", body.Note, 500);
        var task = TaskOf(check, body.Task, snapshot);
        if (snapshot.Tasks.Any(state => state.Task.Id == task && state.IsInForNow))
            check.Refuse("task", "is done when it is drained: run the oil change");
        if (snapshot.Tasks.Any(state => state.Task.Id == task && state.Task.IsPaper))
            check.Refuse("task", "is a paper: enter the day up to which it is good");
        if (check.Failed)
            return check.Problem();
        return await writing.EntryAsync(caller, snapshots, snapshot, body.Id, body, date, new TaskDone(task, body.Evidence, note));
    }

    /// <summary>Sets this bike's own interval of a task, or takes it away.</summary>
    public async Task<Outcome<EntryAnswer>> IntervalAsync(Guid bike, IntervalRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var task = TaskOf(check, body.Task, snapshot);
        var distance = Amount(check, "distance", body.Distance, snapshot.Profile.UnitOf(MeterKind.Odometer));
        var hours = Amount(check, "hours", body.Hours, Unit.Hour);
        var months = check.OptionalWhole("months", body.Months, 1, 240);
        var source = check.OptionalText("source", body.Source, 80);
        if (check.Failed)
            return check.Problem();
        var provenance = new Provenance(body.From == IntervalSource.Manual ? ProvenanceKind.Manual : ProvenanceKind.Owner, source);
        return await writing.EntryAsync(
            caller,
            snapshots,
            snapshot,
            body.Id,
            body,
            snapshot.Today,
            new IntervalSet(task, distance, hours, months, provenance)
        );
    }

    /// <summary>Adds a service item of the owner's own, or changes one.</summary>
    public async Task<Outcome<EntryAnswer>> ItemAsync(Guid bike, ItemRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var item = new ServiceItemKept(
            body.Task is null ? $"own-{body.Id:N}"[..20] + ".do" : TaskOf(check, body.Task, snapshot),
            check.Text("component", body.Component, 40),
            check.Text("title", body.Title, 60),
            body.Part,
            body.AfterEveryRide
        )
        {
            AfterRides = [.. (body.AfterRides ?? []).Distinct()],
        };
        var distance = Amount(check, "distance", body.Distance, snapshot.Profile.UnitOf(MeterKind.Odometer));
        var hours = Amount(check, "hours", body.Hours, Unit.Hour);
        var months = check.OptionalWhole("months", body.Months, 1, 240);
        if (body.Task?.StartsWith("own-", StringComparison.Ordinal) == false)
            check.Refuse("task", "ships: change its interval, or leave it alone and keep one of your own");
        if (distance is null && hours is null && months is null && !item.AfterEveryRide && item.AfterRides.IsEmpty)
            check.Refuse("months", "or another limit is missing: without one it would never be due");
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (rows, stamp) =>
            {
                var interval = new IntervalSet(item.Task, distance, hours, months, new(ProvenanceKind.Owner));
                rows.AddEntry(new LedgerEntry(new(body.Id), snapshot.Bike.Id, snapshot.Today, stamp.At, stamp.Device, item));
                if (!interval.AsShipped || body.Task is not null)
                    rows.AddEntry(
                        new LedgerEntry(
                            new(Guid.CreateVersion7()),
                            snapshot.Bike.Id,
                            snapshot.Today,
                            stamp.At + LedgerEntry.Moment,
                            stamp.Device,
                            interval
                        )
                    );
                return Task.FromResult<Problem?>(null);
            },
            () => EntryAnswers.OneAsync(snapshots, bike, body.Id, caller.Cancel)
        );
    }

    /// <summary>Leaves a task alone for now, with a reason.</summary>
    public async Task<Outcome<EntryAnswer>> RestAsync(Guid bike, RestRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var task = TaskOf(check, body.Task, snapshot);
        var why = check.Text("why", body.Why, 200);
        NodaTime.LocalDate? until = null;
        if (!string.IsNullOrWhiteSpace(body.Until))
        {
            var read = LocalDatePattern.Iso.Parse(body.Until);
            if (!read.Success)
                check.Refuse("until", "is not a date such as 2026-04-18");
            else if (read.Value <= snapshot.Today)
                check.Refuse("until", "must lie ahead; leave it empty for good");
            else
                until = read.Value;
        }

        if (check.Failed)
            return check.Problem();
        return await writing.EntryAsync(
            caller,
            snapshots,
            snapshot,
            body.Id,
            body,
            snapshot.Today,
            new ServiceItemRested(task, until, why)
        );
    }

    /// <summary>Counts a task again that was left alone.</summary>
    public async Task<Outcome<EntryAnswer>> ResumeAsync(Guid bike, ResumeRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var task = TaskOf(check, body.Task, snapshot);
        if (!check.Failed && snapshot.Tasks.All(one => one.Task.Id != task || one.Life.State != Core.Servicing.LifeState.Rested))
            check.Refuse("task", "is not left alone");
        return check.Failed
            ? check.Problem()
            : await writing.EntryAsync(caller, snapshots, snapshot, body.Id, body, snapshot.Today, new ServiceItemResumed(task));
    }

    private static string TaskOf(FieldCheck check, string? text, BikeSnapshot snapshot)
    {
        var task = check.Text("task", text, 80);
        if (snapshot.Tasks.All(state => state.Task.Id != task))
            check.Refuse("task", "is not a task of this bike");
        return task;
    }

    private static MeterAmount? Amount(FieldCheck check, string field, string? text, Unit unit)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        var amount = MeterAmount.From(
            check.Quantity(field, text, unit, ReadingHandlers.MostOf(unit == Unit.Hour ? MeterKind.HourMeter : MeterKind.Odometer))
        );
        if (amount.InBase == 0)
            check.Refuse(field, "must be more than nothing");
        return amount;
    }
}
