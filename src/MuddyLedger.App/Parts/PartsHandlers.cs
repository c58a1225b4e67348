using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Parts;
using NodaTime;

namespace MuddyLedger.App.Parts;

/// <summary>What a run took off, to be kept.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Quirks">What to mind the next time.</param>
public sealed record SheetRequest(Guid Id, string? Title, string? Quirks);

/// <summary>What a part that is not the maker's changes.</summary>
/// <param name="Kind">Of which sort.</param>
/// <param name="Words">In the owner's words.</param>
public sealed record ConsequenceRequest(ConsequenceKind Kind, string? Words);

/// <summary>A part that is not the maker's was fitted.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Part">What it is.</param>
/// <param name="InPlaceOf">What came off for it; empty where nothing did.</param>
/// <param name="Consequences">What it changes, up to 20.</param>
/// <param name="Donor">The bike of this shed that it was taken from; null where it came from none.</param>
public sealed record ModificationRequest(
    Guid Id,
    string? Date,
    string? Part,
    string? InPlaceOf,
    IReadOnlyList<ConsequenceRequest?> Consequences,
    Guid? Donor
);

/// <summary>A part that was fitted outside of a job.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Part">What it is.</param>
/// <param name="Count">1 to 99.</param>
/// <param name="SecondHand">From another bike, or bought used.</param>
/// <param name="Number">What it is ordered by.</param>
/// <param name="Source">Where it came from.</param>
/// <param name="Price">Of all of them together, as typed: it is written down as a cost, too.</param>
/// <param name="WarrantyUntil">The last day, as 2028-04-18.</param>
public sealed record FittedRequest(
    Guid Id,
    string? Date,
    string? Part,
    int Count,
    bool SecondHand,
    string? Number,
    string? Source,
    string? Price,
    string? WarrantyUntil
);

/// <summary>What the maker put there is back.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="How">In the owner's words.</param>
public sealed record ModificationUndoneRequest(Guid Id, string? Date, string? How);

/// <summary>Something mended for now.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="What">What was mended, and with what.</param>
/// <param name="CureHours">Before it may be loaded, 0 to 720.</param>
/// <param name="ReviewOn">The day to look at it again, as typed.</param>
/// <param name="Place">The access group behind which it lies; null where it lies open.</param>
public sealed record RepairRequest(Guid Id, string? Date, string? What, int CureHours, string? ReviewOn, string? Place = null);

/// <summary>Something that is opened for many a job: its id, and what it is called.</summary>
/// <param name="Id">Of the access group.</param>
/// <param name="Title">What it is called.</param>
public sealed record PlaceAnswer(string Id, string Title);

/// <summary>A look at what was mended for now.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Result">Whether it holds.</param>
/// <param name="Words">What was seen.</param>
/// <param name="ReviewOn">The next day to look, where it holds.</param>
public sealed record RepairLookRequest(Guid Id, string? Date, RepairResult Result, string? Words, string? ReviewOn);

/// <summary>Teardown sheets, modifications and temporary repairs of a bike.</summary>
public sealed class PartsHandlers(ShedSnapshots snapshots, ShedClock clock, OpenRuns runs, ContentLibrary content, Writing writing)
{
    private const int MostConsequences = 20;
    private const int LongestCure = 720;
    private const int MostOfOne = 99;

    private async Task<PartsAnswer> AnswerAsync(Guid bike, CancellationToken cancel)
    {
        var all = await snapshots.AllAsync(cancel);
        var snapshot = all.First(one => one.Bike.Id.Value == bike);
        var names = all.ToDictionary(one => one.Bike.Id, one => one.Profile.Nickname);
        return new(
            Nickname: snapshot.Profile.Nickname,
            Sheets: [.. snapshot.Ledger.Each<TeardownKept>().Reverse().Select(pair => SheetOf(pair.Entry, pair.Body))],
            Modifications:
            [
                .. Modifications
                    .Of(snapshot.Ledger)
                    .Reverse()
                    .Select(one => new ModificationAnswer(
                        one.Entry.Id.Value,
                        one.Entry.Date,
                        one.Made.Part,
                        one.Made.InPlaceOf,
                        one.Made.Consequences,
                        one.Made.Donor is { } donor ? names.GetValueOrDefault(donor, "a bike that is gone") : null
                    )),
            ],
            Repairs:
            [
                .. TemporaryRepairs
                    .Of(snapshot.Ledger, snapshot.Today, clock.Now)
                    .Select(one => new RepairAnswer(
                        one.Entry.Id.Value,
                        one.Entry.Date,
                        one.Made.What,
                        one.State,
                        one.CuredAt,
                        one.ReviewOn,
                        one.HowEnded,
                        one.Made.Place is { } place ? content.Access.GetValueOrDefault(place)?.Title : null
                    )),
            ],
            Places: [.. PlacesOf(snapshot.Profile).Select(group => new PlaceAnswer(group.Id, group.Title))],
            Others: [.. names.Where(pair => pair.Key.Value != bike).Select(pair => new OtherBike(pair.Key.Value, pair.Value))],
            Fitted:
            [
                .. FittedParts
                    .Of(snapshot.Ledger, FittedParts.PlacesOf(content.JobsFor(snapshot.Profile), snapshot.Profile))
                    .Select(one => new FittedAnswer(
                        Entry: one.Entry.Id.Value,
                        Date: one.Entry.Date,
                        Part: one.Fitted.Part,
                        Count: one.On,
                        Places: one.Places,
                        State: one.Fitted.State,
                        Again: one.Again,
                        Number: one.Fitted.Number,
                        Source: one.Fitted.Source,
                        Price: one.Fitted.Price?.ToString(),
                        WarrantyUntil: one.Fitted.WarrantyUntil,
                        InWarranty: one.InWarranty(snapshot.Today)
                    )),
            ],
            Currency: (await snapshots.SettingsAsync(cancel)).Currency,
            Today: snapshot.Today
        );
    }

    /// <summary>A teardown sheet as its page shows it.</summary>
    public static SheetAnswer SheetOf(LedgerEntry entry, TeardownKept sheet) =>
        new(entry.Id.Value, entry.Date, sheet.Title, sheet.Parts, sheet.Photos, sheet.Quirks);

    /// <summary>What is fitted, changed, mended for now, and written on teardown sheets.</summary>
    public async Task<Outcome<PartsAnswer>> GetAsync(Guid bike, Caller caller) =>
        await snapshots.OneAsync(bike, caller.Cancel) is null ? Problem.NotFound("bike") : (await AnswerAsync(bike, caller.Cancel));

    /// <summary>Keeps what a run took off, in order, with its pictures, as a sheet of the bike.</summary>
    public async Task<Outcome<PartsAnswer>> SheetAsync(Guid run, SheetRequest body, Caller caller)
    {
        if (await runs.OpenAsync(run, caller.Cancel) is not var (stored, snapshot, plan))
            return Problem.NotFound("job run");
        var check = caller.Check(body.Id);
        var title = check.Text("title", body.Title, 80);
        var quirks = check.OptionalText("quirks", body.Quirks, 1000);
        var parts = Teardown.PartsOf(plan, stored.State, stored.Events);
        if (parts.IsEmpty)
            check.Refuse("title", "has nothing to keep: nothing came off in this job");
        if (check.Failed)
            return check.Problem();
        var photos = stored.State.Steps.Values.Select(step => step.Record.Photo).OfType<Guid>().Distinct();
        return await WriteAsync(
            caller,
            snapshot,
            body.Id,
            body,
            snapshot.Today,
            new TeardownKept(title, Teardown.PlacesOf(stored.Job, content.Access), parts, [.. photos], quirks)
        );
    }

    /// <summary>Writes what was changed on the bike, and what follows from it.</summary>
    public async Task<Outcome<PartsAnswer>> ModifyAsync(Guid bike, ModificationRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var part = check.Text("part", body.Part, 80);
        var instead = check.OptionalText("inPlaceOf", body.InPlaceOf, 80);
        if (body.Consequences.Count > MostConsequences)
            check.Refuse("consequences", $"are more than {MostConsequences}");
        var consequences = body
            .Consequences.Take(MostConsequences)
            .Select(
                (one, at) => new Consequence(one?.Kind ?? ConsequenceKind.Other, check.Text($"consequences.{at}.words", one?.Words, 200))
            )
            .ToImmutableArray();
        var donor = body.Donor is { } id ? await snapshots.OneAsync(id, caller.Cancel) : null;
        if (body.Donor is not null && (donor is null || body.Donor == bike))
            check.Refuse("donor", "is not another bike of this shed");
        if (check.Failed)
            return check.Problem();
        return await WriteAsync(
            caller,
            snapshot,
            body.Id,
            body,
            date,
            // What was taken from another bike leaves a gap there, and the gap says so.
            new ModificationMade(part, instead, consequences, donor?.Bike.Id),
            donor is null ? null : (donor, OpenFindings.Wanting(part, snapshot.Profile.Nickname))
        );
    }

    /// <summary>A part that was fitted outside of a job, with its cost where the price is known.</summary>
    public async Task<Outcome<PartsAnswer>> FittedAsync(Guid bike, FittedRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        if (body.Count is < 1 or > MostOfOne)
            check.Refuse("count", $"must lie between 1 and {MostOfOne}");
        var fitted = new PartFitted(check.Text("part", body.Part, 80), body.Count)
        {
            State = body.SecondHand ? PartState.SecondHand : PartState.New,
            Number = check.OptionalText("number", body.Number, 60),
            Source = check.OptionalText("source", body.Source, 80),
            Price = check.OptionalMoney("price", body.Price),
            WarrantyUntil = Warranty("warrantyUntil", body.WarrantyUntil, check),
        };
        return check.Failed
            ? check.Problem()
            : await WriteAsync(
                caller,
                snapshot,
                body.Id,
                body,
                date,
                fitted,
                fitted.Price is { } price ? (snapshot, new CostPaid(fitted.Part, price)) : null
            );
    }

    /// <summary>Writes that a change was taken back.</summary>
    public async Task<Outcome<PartsAnswer>> UndoneAsync(Guid bike, Guid entry, ModificationUndoneRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var how = check.Text("how", body.How, 200);
        var made = snapshot.Ledger.InForce.FirstOrDefault(line => line.Id.Value == entry && line.Body is ModificationMade);
        if (made is null)
            return Problem.NotFound("modification of this bike");
        if (!check.Failed && date < made.Date)
            check.Refuse("date", "lies before it was made");
        return check.Failed
            ? check.Problem()
            : await WriteAsync(caller, snapshot, body.Id, body, date, new ModificationUndone(made.Id, how));
    }

    /// <summary>What is opened by steps of its own on this bike.</summary>
    private IEnumerable<AccessGroup> PlacesOf(Profile bike)
    {
        var capabilities = Capabilities.Of(bike);
        return content
            .Access.Values.Where(group => group.Applies.To(capabilities) && !group.Open.IsEmpty)
            .OrderBy(group => group.Title, StringComparer.Ordinal);
    }

    /// <summary>Writes a repair for now, with when to look at it again.</summary>
    public async Task<Outcome<PartsAnswer>> RepairAsync(Guid bike, RepairRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var what = check.Text("what", body.What, 300);
        if (body.CureHours is < 0 or > LongestCure)
            check.Refuse("cureHours", $"must lie between 0 and {LongestCure}");
        var review = Later("reviewOn", body.ReviewOn, snapshot.Today, check);
        var place = check.OptionalText("place", body.Place, 60);
        if (place is not null && PlacesOf(snapshot.Profile).All(group => group.Id != place))
            check.Refuse("place", "is nothing that is opened on this bike");
        return check.Failed
            ? check.Problem()
            : await WriteAsync(
                caller,
                snapshot,
                body.Id,
                body,
                date,
                new TemporaryRepairMade(what, body.CureHours, review) { Place = place }
            );
    }

    /// <summary>Writes how a repair for now was found.</summary>
    public async Task<Outcome<PartsAnswer>> LookAsync(Guid bike, Guid entry, RepairLookRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var words = check.Text("words", body.Words, 200);
        LocalDate? review = body.Result == RepairResult.HoldsOn ? Later("reviewOn", body.ReviewOn, snapshot.Today, check) : null;
        var made = snapshot.Ledger.InForce.FirstOrDefault(line => line.Id.Value == entry && line.Body is TemporaryRepairMade);
        if (made is null)
            return Problem.NotFound("temporary repair of this bike");
        return check.Failed
            ? check.Problem()
            : await WriteAsync(caller, snapshot, body.Id, body, date, new TemporaryRepairLooked(made.Id, body.Result, words, review));
    }

    /// <summary>The last day of a warranty; it may be over already.</summary>
    public static LocalDate? Warranty(string field, string? text, FieldCheck check)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        var read = NodaTime.Text.LocalDatePattern.Iso.Parse(text.Trim());
        if (!read.Success || read.Value.Year is < 1950 or > 2150)
            check.Refuse(field, "is not a date such as 2028-04-18");
        return read.Success ? read.Value : null;
    }

    private static LocalDate Later(string field, string? text, LocalDate today, FieldCheck check)
    {
        var read = NodaTime.Text.LocalDatePattern.Iso.Parse(text ?? "");
        if (!read.Success)
            check.Refuse(
                field,
                string.IsNullOrWhiteSpace(text) ? "is missing: when will you look at it again?" : "is not a date such as 2026-06-18"
            );
        else if (read.Value < today || read.Value > today.PlusYears(5))
            check.Refuse(field, "must lie ahead, and within five years");
        return read.Success ? read.Value : today;
    }

    private Task<Outcome<PartsAnswer>> WriteAsync<TBody>(
        Caller caller,
        BikeSnapshot snapshot,
        Guid id,
        TBody body,
        LocalDate date,
        EntryBody line,
        (BikeSnapshot Bike, EntryBody Line)? also = null
    ) =>
        writing.OnceAsync(
            caller,
            id,
            body,
            (writer, stamp) =>
            {
                writer.AddEntry(new LedgerEntry(new(id), snapshot.Bike.Id, date, stamp.At, stamp.Device, line));
                if (also is { } pair)
                    writer.AddEntry(
                        new LedgerEntry(new(Guid.CreateVersion7()), pair.Bike.Bike.Id, date, stamp.At, stamp.Device, pair.Line)
                    );
                return Task.FromResult<Problem?>(null);
            },
            async () => await AnswerAsync(snapshot.Bike.Id.Value, caller.Cancel)
        );
}
