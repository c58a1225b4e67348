using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Core;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.App.Ledger;

/// <summary>A month of the book with its totals; struck lines are listed and do not count.</summary>
/// <param name="Month">As 2026-04.</param>
/// <param name="Entries">The newest first.</param>
/// <param name="Spent">Money, as an amount.</param>
/// <param name="Minutes">Of work.</param>
public sealed record BookMonth(string Month, IReadOnlyList<EntryAnswer> Entries, string Spent, int Minutes);

/// <summary>The lines of the book that were asked for.</summary>
/// <param name="Months">The newest first.</param>
/// <param name="Total">How many lines there are in all.</param>
/// <param name="Skipped">How many newer lines were passed over.</param>
/// <param name="Page">How many lines a page holds at most.</param>
/// <param name="Spent">Money, as an amount, over all of them.</param>
/// <param name="Minutes">Of work, over all of them.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
/// <param name="Kinds">Those that the shed's books hold, for the filter.</param>
public sealed record BookAnswer(
    IReadOnlyList<BookMonth> Months,
    int Total,
    int Skipped,
    int Page,
    string Spent,
    int Minutes,
    string Currency,
    IReadOnlyList<BookKind> Kinds
);

/// <summary>A kind of line that the book holds, and what it is called.</summary>
/// <param name="Kind">By which it is asked for.</param>
/// <param name="Name">What it is called.</param>
public sealed record BookKind(string Kind, string Name);

/// <summary>A line put right: the old one is struck, and this one stands in its place.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Figures">The figures that change, by name, as typed.</param>
/// <param name="Reason">Why it was wrong.</param>
public sealed record CorrectionRequest(Guid Id, string? Date, IReadOnlyDictionary<string, string> Figures, string? Reason);

/// <summary>A line that counts no more.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Reason">Why.</param>
public sealed record StrikeRequest(Guid Id, string? Reason);

/// <summary>A line that was struck by mistake, written again in its old place.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
public sealed record PutBackRequest(Guid Id);

/// <summary>A line of words.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Text">Up to 2,000 letters.</param>
public sealed record NoteRequest(Guid Id, string? Date, string? Text);

/// <summary>The book of one bike or of all, and its lines corrected, struck and put back.</summary>
public sealed class BookHandlers(ShedSnapshots snapshots, Writing writing)
{
    private const int MostEntries = 400;

    /// <param name="before">Lines up to and with this day only.</param>
    /// <param name="skip">How many of the newest to pass over: the pages before this one.</param>
    public async Task<Outcome<BookAnswer>> BookAsync(
        Guid? bike,
        string? kind,
        string? text,
        bool? struck,
        string? since,
        string? before,
        int? skip,
        Caller caller
    )
    {
        var check = caller.Check();
        var from = string.IsNullOrWhiteSpace(since) ? LocalDate.MinIsoValue : check.Date("since", since, LocalDate.MaxIsoValue);
        var to = string.IsNullOrWhiteSpace(before) ? LocalDate.MaxIsoValue : check.Date("before", before, LocalDate.MaxIsoValue);
        if (text?.Length > 100)
            check.Refuse("text", "is longer than 100 characters");
        if (skip is < 0)
            check.Refuse("skip", "cannot be less than nothing");
        if (check.Failed)
            return check.Problem();
        var all = await snapshots.AllAsync(caller.Cancel);
        if (bike is not null && all.All(snapshot => snapshot.Bike.Id.Value != bike))
            return Problem.NotFound("bike");
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var words = text?.Trim();
        var lines = all.Where(snapshot => bike is null || snapshot.Bike.Id.Value == bike)
            .SelectMany(snapshot => snapshot.Ledger.All.Select(entry => (Entry: entry, Snapshot: snapshot)))
            .Where(line =>
                line.Entry.Date >= from && line.Entry.Date <= to && (kind is null || EntryAnswers.KindOf(line.Entry.Body) == kind)
            )
            .Where(line => struck != false || !line.Snapshot.Ledger.Strikes.ContainsKey(line.Entry.Id))
            .Where(line => string.IsNullOrEmpty(words) || Mentions(EntryAnswers.Of(line.Entry, line.Snapshot, settings), words))
            .OrderByDescending(line => line.Entry.Date)
            .ThenByDescending(line => line.Entry.FirstWrittenAt)
            .ThenByDescending(line => line.Entry.Place)
            .ToList();
        var months = lines
            .Skip(skip ?? 0)
            .Take(MostEntries)
            .GroupBy(line => line.Entry.Date.ToYearMonth())
            .Select(month =>
            {
                var (spent, minutes) = Totals(month);
                return new BookMonth(
                    month.Key.ToString("uuuu-MM", null),
                    [.. month.Select(line => EntryAnswers.Of(line.Entry, line.Snapshot, settings))],
                    spent.ToString(),
                    minutes
                );
            });
        var total = Totals(lines);
        return new BookAnswer(
            [.. months],
            lines.Count,
            Math.Min(skip ?? 0, lines.Count),
            MostEntries,
            total.Spent.ToString(),
            total.Minutes,
            settings.Currency,
            [
                .. all.SelectMany(snapshot => snapshot.Ledger.All)
                    .Select(entry => entry.Body)
                    .DistinctBy(body => body.GetType())
                    .Select(body => new BookKind(EntryAnswers.KindOf(body), body.KindName()))
                    .OrderBy(kind => kind.Name, StringComparer.Ordinal),
            ]
        );
    }

    private static (Money Spent, int Minutes) Totals(IEnumerable<(LedgerEntry Entry, BikeSnapshot Snapshot)> lines)
    {
        var counted = lines
            .Where(line => !line.Snapshot.Ledger.Strikes.ContainsKey(line.Entry.Id))
            .Select(line => line.Entry.Body)
            .ToList();
        var spent = counted
            .OfType<CostPaid>()
            .Select(cost => cost.Amount)
            .Concat(counted.OfType<FuelBought>().Select(fuel => fuel.Price ?? Money.Of(0)))
            .Aggregate(Money.Of(0), (sum, amount) => sum + amount);
        return (spent, counted.OfType<JobFinished>().Sum(job => job.Minutes));
    }

    private static bool Mentions(EntryAnswer answer, string text) =>
        answer.Figures.Any(figure =>
            (figure.Text ?? figure.Quantity?.ToString())?.Contains(text, StringComparison.OrdinalIgnoreCase) == true
        )
        || answer.Name.Contains(text, StringComparison.OrdinalIgnoreCase)
        || answer.About?.Contains(text, StringComparison.OrdinalIgnoreCase) == true
        || answer.Reason?.Contains(text, StringComparison.OrdinalIgnoreCase) == true
        || answer.BikeName.Contains(text, StringComparison.OrdinalIgnoreCase)
        || answer.Strike?.Reason.Contains(text, StringComparison.OrdinalIgnoreCase) == true;

    /// <summary>Writes a note.</summary>
    public async Task<Outcome<EntryAnswer>> NoteAsync(Guid bike, NoteRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.DateOrToday("date", body.Date, snapshot.Today);
        var text = check.Text("text", body.Text, 2000);
        if (check.Failed)
            return check.Problem();
        return await writing.EntryAsync(caller, snapshots, snapshot, body.Id, body, date, new NoteWritten(text));
    }

    /// <summary>Strikes a line and writes another in its place.</summary>
    public async Task<Outcome<EntryAnswer>> CorrectAsync(Guid entry, CorrectionRequest body, Caller caller)
    {
        if (await snapshots.OfEntryAsync(entry, caller.Cancel) is not ({ } was, { } snapshot))
            return Problem.NotFound("entry");
        var check = caller.Check();
        var id = new EntryId(check.Id("id", body.Id));
        var reason = check.Text("reason", body.Reason, 300);
        var date = body.Date is null ? was.Date : check.Date("date", body.Date, snapshot.Today);
        var corrected = EntryFigures.Corrected(
            was.Body,
            body.Figures,
            snapshot.Profile,
            await snapshots.SettingsAsync(caller.Cancel),
            check
        );
        if (!check.Failed && corrected == was.Body && date == was.Date)
            check.Refuse("figures", "are the same as before: nothing to correct");
        if (check.Failed)
            return check.Problem();

        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (writer, stamp) =>
            {
                if (snapshot.Ledger.Strikes.ContainsKey(was.Id))
                    return Task.FromResult<Problem?>(
                        Problem.Refused(null, "This line is struck already. Correct the line that stands in its place.")
                    );
                if (corrected is MeterRead read && MeterRefusal(read, was, date, snapshot) is { } words)
                    return Task.FromResult<Problem?>(Problem.Refused("figures.reading", words));
                writer.AddStrike(new Strike(was.Id, stamp.At, stamp.Device, reason));
                writer.AddEntry(
                    new LedgerEntry(
                        Id: id,
                        Bike: was.Bike,
                        Date: date,
                        WrittenAt: stamp.At,
                        Device: stamp.Device,
                        Body: corrected,
                        Run: was.Run,
                        Corrects: was.Id,
                        Reason: reason
                    )
                );
                return Task.FromResult<Problem?>(null);
            },
            () => EntryAnswers.OneAsync(snapshots, snapshot.Bike.Id.Value, id.Value, caller.Cancel)
        );
    }

    /// <summary>Strikes a line, with a reason.</summary>
    public async Task<Outcome<EntryAnswer>> StrikeAsync(Guid entry, StrikeRequest body, Caller caller)
    {
        if (await snapshots.OfEntryAsync(entry, caller.Cancel) is not ({ } was, { } snapshot))
            return Problem.NotFound("entry");
        var check = caller.Check(body.Id);
        var reason = check.Text("reason", body.Reason, 300);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (writer, stamp) =>
            {
                if (snapshot.Ledger.Strikes.ContainsKey(was.Id))
                    return Task.FromResult<Problem?>(Problem.Refused(null, "This line is struck already."));
                if (was.Body is JobFinished)
                    return Task.FromResult<Problem?>(Problem.Refused(null, "A finished job is struck as a whole: undo its finish."));
                writer.AddStrike(new Strike(was.Id, stamp.At, stamp.Device, reason));
                return Task.FromResult<Problem?>(null);
            },
            () => EntryAnswers.OneAsync(snapshots, snapshot.Bike.Id.Value, was.Id.Value, caller.Cancel)
        );
    }

    /// <summary>
    /// Nothing is unstruck: the same words are written once more, as what stands for the struck line, and take its place in the day.
    /// </summary>
    public async Task<Outcome<EntryAnswer>> PutBackAsync(Guid entry, PutBackRequest body, Caller caller)
    {
        if (await snapshots.OfEntryAsync(entry, caller.Cancel) is not ({ } was, { } snapshot))
            return Problem.NotFound("entry");
        var check = caller.Check();
        var id = new EntryId(check.Id("id", body.Id));
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (writer, stamp) =>
            {
                if (snapshot.Ledger.PutBackRefusal(was) is { } words)
                    return Task.FromResult<Problem?>(Problem.Refused(null, words));
                if (was.Body is MeterRead read && MeterRefusal(read, was, was.Date, snapshot) is { } clash)
                    return Task.FromResult<Problem?>(
                        Problem.Refused(null, $"The reading {clash.TrimEnd('.')}{(clash.EndsWith('?') ? "" : ".")}")
                    );
                writer.AddEntry(
                    new LedgerEntry(
                        Id: id,
                        Bike: was.Bike,
                        Date: was.Date,
                        WrittenAt: stamp.At,
                        Device: stamp.Device,
                        Body: was.Body,
                        Run: was.Run,
                        Corrects: was.Id,
                        Reason: "struck by mistake, and put back"
                    )
                );
                return Task.FromResult<Problem?>(null);
            },
            () => EntryAnswers.OneAsync(snapshots, snapshot.Bike.Id.Value, id.Value, caller.Cancel)
        );
    }

    /// <summary>A corrected reading must fit among the others as a new one must.</summary>
    private static string? MeterRefusal(MeterRead read, LedgerEntry was, LocalDate date, BikeSnapshot snapshot) =>
        snapshot.Meters.Own.TryGetValue(read.Display.Kind, out var meter)
            ? meter.History.Refuse(
                date,
                read.Display,
                amount => Shown.Of(amount, snapshot.Profile).ToString(),
                snapshot.Today,
                instead: was.Id
            )
            : null;
}
