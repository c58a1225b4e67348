using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.App.ShopWork;

/// <summary>Work that a shop did: the tasks it settles, the parts it fitted, what it cost, and what its receipt says.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Shop">Who did it, in the owner's words.</param>
/// <param name="What">What was done, in the owner's words.</param>
/// <param name="Tasks">The service tasks that are done by it.</param>
/// <param name="Parts">What was fitted, a line for each.</param>
/// <param name="Costs">What was paid.</param>
public sealed record ShopWorkRequest(
    Guid Id,
    string? Date,
    string? Shop,
    string? What,
    IReadOnlyList<string?>? Tasks,
    IReadOnlyList<string?>? Parts,
    IReadOnlyList<CostRequest?>? Costs
);

/// <summary>What it wrote.</summary>
/// <param name="Entries">All that was written, for taking it back together.</param>
public sealed record ShopWorkAnswer(IReadOnlyList<EntryAnswer> Entries);

/// <summary>Money spent on a bike.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="For">What was paid for.</param>
/// <param name="Amount">As typed.</param>
public sealed record ExpenseRequest(Guid Id, string? Date, string? For, string? Amount);

/// <summary>Work that a shop did, and what else was paid.</summary>
public sealed class ShopWorkHandlers(ShedSnapshots snapshots, Writing writing)
{
    private const int Most = 30;

    /// <summary>Writes what was paid for the bike.</summary>
    public async Task<Outcome<EntryAnswer>> ExpenseAsync(Guid bike, ExpenseRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var cost = new CostPaid(check.Text("for", body.For, 80), check.Money("amount", body.Amount));
        return check.Failed ? check.Problem() : await writing.EntryAsync(caller, snapshots, snapshot, body.Id, body, date, cost);
    }

    /// <summary>Writes what a shop did: tasks, parts, price.</summary>
    public async Task<Outcome<ShopWorkAnswer>> ShopWorkAsync(Guid bike, ShopWorkRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var shop = check.Text("shop", body.Shop, 80);
        var what = check.OptionalText("what", body.What, 500);
        var lines = new List<EntryBody> { new NoteWritten($"Done by {shop}{(what is null ? "" : $": {what}")}") };
        foreach (var (task, at) in (body.Tasks ?? []).Take(Most).Select((task, at) => (task, at)))
        {
            if (snapshot.Tasks.All(state => state.Task.Id != task))
                check.Refuse($"tasks.{at}", "is not a task of this bike");
            else
                lines.Add(new TaskDone(task!, Evidence.Receipt, $"by {shop}"));
        }

        foreach (
            var (part, at) in (body.Parts ?? [])
                .Take(Most)
                .Select((part, at) => (part, at))
                .Where(pair => !string.IsNullOrWhiteSpace(pair.part))
        )
            lines.Add(new PartFitted(check.Text($"parts.{at}", part, 80), 1, $"by {shop}"));
        foreach (var (cost, at) in (body.Costs ?? []).Take(Most).Select((cost, at) => (cost, at)))
            lines.Add(new CostPaid(check.Text($"costs.{at}.for", cost?.For, 80), check.Money($"costs.{at}.amount", cost?.Amount)));
        if (lines.Count == 1 && what is null)
            check.Refuse("what", "is missing: say what was done, or tick the tasks that it settles");
        if (check.Failed)
            return check.Problem();
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
                            date,
                            stamp.At + Duration.FromTicks(at),
                            stamp.Device,
                            line
                        )
                    );
                return Task.FromResult<Problem?>(null);
            },
            async () => await AnswerAsync(bike, body.Id, lines.Count, caller.Cancel)
        );
    }

    /// <summary>The lines of one piece of shop work: its note, and those written in the same breath after it.</summary>
    private async Task<ShopWorkAnswer> AnswerAsync(Guid bike, Guid note, int count, CancellationToken cancel)
    {
        var snapshot = (await snapshots.OneAsync(bike, cancel))!;
        var settings = await snapshots.SettingsAsync(cancel);
        var first = snapshot.Ledger.All.First(line => line.Id.Value == note);
        return new([
            .. snapshot
                .Ledger.All.Where(line =>
                    line.Date == first.Date
                    && line.WrittenAt >= first.WrittenAt
                    && line.WrittenAt < first.WrittenAt + Duration.FromTicks(count)
                )
                .Select(line => EntryAnswers.Of(line, snapshot, settings)),
        ]);
    }
}
