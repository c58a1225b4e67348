using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.Core;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using NodaTime;

namespace MuddyLedger.App.Servicing;

/// <summary>How one knows it.</summary>
public enum KnownBy
{
    Memory,
    Receipt,

    /// <summary>The seller said so: kept as a claim, not as history.</summary>
    Seller,
}

/// <summary>What one knows of one task.</summary>
/// <param name="Task">The service item.</param>
/// <param name="When">A day, a month or a year, as one remembers it; "never" for not since the bike was new.</param>
/// <param name="Meter">What the dash showed then, where that is known.</param>
/// <param name="By">How it is known.</param>
public sealed record HistoryLine(string? Task, string? When, string? Meter, KnownBy By);

/// <summary>What the owner knows of a bike's past, a line for each service item.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Lines">One for each task that something is known of; the others are left out, and stay unknown.</param>
public sealed record HistoryRequest(Guid Id, IReadOnlyList<HistoryLine?>? Lines);

/// <summary>What the sheet wrote.</summary>
/// <param name="Entries">All that was written, for taking it back together.</param>
public sealed record HistoryAnswer(IReadOnlyList<EntryAnswer> Entries);

/// <summary>All that one knows of a bike, told on one sheet and kept in one breath.</summary>
public sealed class HistoryHandlers(ShedSnapshots snapshots, Writing writing)
{
    private const int Most = 200;

    /// <summary>Writes all that is known of the past in one go, a line for each task.</summary>
    public async Task<Outcome<HistoryAnswer>> TellAsync(Guid bike, HistoryRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var told = new List<(LocalDate Date, EntryBody Line)>();
        var readings = new List<(LocalDate Date, MeterAmount Display, int At)>();
        foreach (var (line, at) in (body.Lines ?? []).Take(Most).Select((line, at) => (line, at)))
            Read(line, at, snapshot, check, told, readings);
        if (told.Count == 0 && !check.Failed)
            check.Refuse("lines", "say nothing yet: write a day, a month or a year beside one of them");
        Fit(readings, check);
        if (check.Failed)
            return check.Problem();
        // The readings first: what was done is counted by them.
        var lines = readings
            .DistinctBy(reading => (reading.Date, reading.Display))
            .Where(reading => snapshot.Meters.Own[reading.Display.Kind].History.Points.All(point => point.Date != reading.Date))
            .Select(reading => (reading.Date, Line: (EntryBody)new MeterRead(reading.Display, "as it was then, told later")))
            .Concat(told)
            .ToList();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (rows, stamp) =>
            {
                foreach (var (line, at) in lines.Select((line, at) => (line, at)))
                    rows.AddEntry(
                        new LedgerEntry(
                            new(at == 0 ? body.Id : Guid.CreateVersion7()),
                            snapshot.Bike.Id,
                            line.Date,
                            stamp.At + Duration.FromTicks(at),
                            stamp.Device,
                            line.Line
                        )
                    );
                return Task.FromResult<Problem?>(null);
            },
            async () => await AnswerAsync(bike, body.Id, lines.Count, caller.Cancel)
        );
    }

    private static void Read(
        HistoryLine? line,
        int at,
        BikeSnapshot snapshot,
        FieldCheck check,
        List<(LocalDate, EntryBody)> told,
        List<(LocalDate, MeterAmount, int)> readings
    )
    {
        if (snapshot.Tasks.FirstOrDefault(state => state.Task.Id == line?.Task) is not { } state)
        {
            check.Refuse($"lines.{at}.task", "is not a task of this bike");
            return;
        }

        if (state.Task.IsPaper)
        {
            check.Refuse($"lines.{at}.task", "is a paper: enter the day up to which it is good");
            return;
        }

        var when = line!.When?.Trim() ?? "";
        if (string.Equals(when, "never", StringComparison.OrdinalIgnoreCase))
        {
            if (snapshot.Profile.Year == 0)
                check.Refuse($"lines.{at}.when", "cannot be counted: the year of the bike is not known");
            else
                told.Add(
                    (
                        LocalDate.Min(new(snapshot.Profile.Year, 1, 1), snapshot.Today),
                        new TaskDone(state.Task.Id, Evidence.AsNew, "never since it was built")
                    )
                );
            return;
        }

        var read = WhenText.Read(when, snapshot.Today);
        if (read.Refusal is { } refusal)
        {
            check.Refuse($"lines.{at}.when", refusal);
            return;
        }

        var day = read.Value!;
        var evidence = line.By switch
        {
            KnownBy.Receipt => Evidence.Receipt,
            KnownBy.Seller => Evidence.SellersWord,
            _ => Evidence.OwnMemory,
        };
        told.Add((day.Earliest, new TaskDone(state.Task.Id, evidence, day.IsDay ? null : $"told as \"{when}\", counted from its start")));
        if (string.IsNullOrWhiteSpace(line.Meter))
            return;
        var kind = snapshot.Profile.Odometer is null ? MeterKind.HourMeter : MeterKind.Odometer;
        if (!snapshot.Profile.Has(kind))
        {
            check.Refuse($"lines.{at}.meter", "cannot be kept: this bike has no meter");
            return;
        }

        // A check of its own: a line is read to its end whatever is wrong with another.
        var own = new FieldCheck(check.Marks);
        var display = MeterAmount.From(own.Quantity("meter", line.Meter, snapshot.Profile.UnitOf(kind), ReadingHandlers.MostOf(kind)));
        if (own.Failed)
        {
            check.Refuse($"lines.{at}.meter", own.Problem().Fields!["meter"]);
            return;
        }

        if (ReadingHandlers.Refuse(snapshot, display, day.Earliest, confirmed: true) is { } wrong)
            check.Refuse($"lines.{at}.meter", wrong.Words);
        else
            readings.Add((day.Earliest, display, at));
    }

    /// <summary>What is told together must agree with itself, too.</summary>
    private static void Fit(List<(LocalDate Date, MeterAmount Display, int At)> readings, FieldCheck check)
    {
        var sorted = readings.OrderBy(reading => reading.Date).ThenBy(reading => reading.Display.InBase).ToList();
        foreach (var (one, next) in sorted.Zip(sorted.Skip(1)))
            if (next.Display < one.Display)
                check.Refuse($"lines.{next.At}.meter", "is lower than on an earlier line of this sheet: one of the two is mistyped");
    }

    private async Task<HistoryAnswer> AnswerAsync(Guid bike, Guid first, int count, CancellationToken cancel)
    {
        var snapshot = (await snapshots.OneAsync(bike, cancel))!;
        var settings = await snapshots.SettingsAsync(cancel);
        var written = snapshot.Ledger.All.First(line => line.Id.Value == first).WrittenAt;
        return new([
            .. snapshot
                .Ledger.All.Where(line => line.WrittenAt >= written && line.WrittenAt < written + Duration.FromTicks(count))
                .Select(line => EntryAnswers.Of(line, snapshot, settings)),
        ]);
    }
}
