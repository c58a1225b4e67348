using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.Core;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime.Text;

namespace MuddyLedger.App.Servicing;

/// <summary>A task done without a guided job, or before this book began.</summary>
/// <param name="Task">The service task, as "chain.lubricate".</param>
public sealed record DoneRequest(Guid Id, string? Task, string? Date, Evidence Evidence, string? Note);

public enum IntervalSource
{
    Manual,
    Owner,
}

/// <summary>The owner's own limits for a task; with none of them, the shipped ones hold again.</summary>
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

/// <param name="Paper">The component of its task, as "registration".</param>
public sealed record PaperRequest(Guid Id, string? Paper, string? Until, string? Note);

/// <summary>Work done without a guided job, intervals of the owner, and papers.</summary>
public sealed class ServicingHandlers(ShedPictures pictures, Writing writing)
{
    public async Task<Outcome<EntryAnswer>> DoneAsync(Guid bike, DoneRequest body, Caller caller)
    {
        if (await pictures.OneAsync(bike, caller.Cancel) is not { } picture)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, picture.Today);
        var note = check.OptionalText("note", body.Note, 500);
        var task = TaskOf(check, body.Task, picture);
        if (
            picture.Tasks.Any(standing => standing.Task.Id == task && standing.Life.Because.Any(line => line is Core.Servicing.PutInForNow))
        )
            check.Refuse("task", "is done when it is drained: run the oil change");
        if (
            picture.Tasks.Any(standing => standing.Task.Id == task && standing.Task.Limits.Any(limit => limit is Core.Servicing.PaperLimit))
        )
            check.Refuse("task", "is a paper: enter the day up to which it is good");
        if (check.Failed)
            return check.Problem();
        return await writing.EntryAsync(caller, pictures, picture, body.Id, body, date, new TaskDone(task, body.Evidence, note));
    }

    public async Task<Outcome<EntryAnswer>> IntervalAsync(Guid bike, IntervalRequest body, Caller caller)
    {
        if (await pictures.OneAsync(bike, caller.Cancel) is not { } picture)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var task = TaskOf(check, body.Task, picture);
        var distance = Amount(check, "distance", body.Distance, picture.Profile.UnitOf(MeterKind.Odometer));
        var hours = Amount(check, "hours", body.Hours, Unit.Hour);
        var months = check.OptionalWhole("months", body.Months, 1, 240);
        var source = check.OptionalText("source", body.Source, 80);
        if (check.Failed)
            return check.Problem();
        var provenance = new Provenance(body.From == IntervalSource.Manual ? ProvenanceKind.Manual : ProvenanceKind.Owner, source);
        return await writing.EntryAsync(
            caller,
            pictures,
            picture,
            body.Id,
            body,
            picture.Today,
            new IntervalSet(task, distance, hours, months, provenance)
        );
    }

    public async Task<Outcome<EntryAnswer>> PaperAsync(Guid bike, PaperRequest body, Caller caller)
    {
        if (await pictures.OneAsync(bike, caller.Cancel) is not { } picture)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var paper = check.Text("paper", body.Paper, 60);
        if (
            picture.Tasks.All(standing =>
                standing.Component.Id != paper || !standing.Task.Limits.Any(limit => limit is Core.Servicing.PaperLimit)
            )
        )
            check.Refuse("paper", "is not a paper of this bike");
        var until = LocalDatePattern.Iso.Parse(body.Until ?? "");
        if (!until.Success)
            check.Refuse("until", string.IsNullOrWhiteSpace(body.Until) ? "is missing" : "is not a date such as 2026-04-18");
        else if (until.Value.Year is < 1900 or > 2200)
            check.Refuse("until", "must lie between 1900 and 2200");
        var note = check.OptionalText("note", body.Note, 500);
        if (check.Failed)
            return check.Problem();
        return await writing.EntryAsync(caller, pictures, picture, body.Id, body, picture.Today, new PaperHeld(paper, until.Value, note));
    }

    private static string TaskOf(FieldCheck check, string? text, BikePicture picture)
    {
        var task = check.Text("task", text, 80);
        if (picture.Tasks.All(standing => standing.Task.Id != task))
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
