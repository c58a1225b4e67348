using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.App.Findings;

/// <summary>A finding as work to be paid.</summary>
/// <param name="Entry">Of the finding; null of one that a job under way will write, which has no place in the order yet.</param>
/// <param name="Title">What is wrong.</param>
/// <param name="Detail">Null where nothing more was said.</param>
/// <param name="Severity">From a note to a stop.</param>
/// <param name="Shuts">The gate that it shuts, where it must be done.</param>
/// <param name="Cost">Money, as an amount; null where nobody guessed.</param>
/// <param name="Verdict">Whether it is done for the money there is.</param>
public sealed record WorkLineAnswer(
    Guid? Entry,
    string Title,
    string? Detail,
    FindingSeverity Severity,
    Gate? Shuts,
    string? Cost,
    WorkVerdict Verdict
);

/// <summary>What was found on a bike, as work under a cap. Money as text with a point.</summary>
/// <param name="Bike">Whose work it is.</param>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Must">What shuts a gate: it is paid first.</param>
/// <param name="Optional">In the owner's order.</param>
/// <param name="Cap">Money, as an amount; null where there is no limit.</param>
/// <param name="MustCost">Of what must be done, as far as it has a price.</param>
/// <param name="Taken">Of all that is done.</param>
/// <param name="Left">Of the cap; null where nothing is, or there is none.</param>
/// <param name="Short">How far what must be done goes over the cap; null where it does not.</param>
/// <param name="Unpriced">How many lines have no price.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
public sealed record WorkAnswer(
    Guid Bike,
    string Nickname,
    IReadOnlyList<WorkLineAnswer> Must,
    IReadOnlyList<WorkLineAnswer> Optional,
    string? Cap,
    string MustCost,
    string Taken,
    string? Left,
    string? Short,
    int Unpriced,
    string Currency,
    LocalDate Today
);

/// <summary>How much may go into what was found, and in which order.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Cap">As typed; empty for no limit.</param>
/// <param name="Order">What is optional, by its lines, the most wanted first.</param>
public sealed record BudgetRequest(Guid Id, string? Cap, IReadOnlyList<Guid> Order);

/// <summary>A cap and an order that are looked at and not kept.</summary>
/// <param name="Cap">Money as typed; empty for no limit.</param>
/// <param name="Order">Findings, the most wanted first.</param>
public sealed record BudgetTried(string? Cap, IReadOnlyList<Guid> Order);

/// <summary>What to do for the money there is.</summary>
public sealed class WorkHandlers(ShedSnapshots snapshots, Writing writing)
{
    private const int LongestOrder = 200;

    /// <param name="tried">A cap and an order that are only looked at, as they would be set; null for those that stand.</param>
    public async Task<Outcome<WorkAnswer>> GetAsync(Guid bike, BudgetTried? tried, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        if (tried is null)
            return await AnswerAsync(snapshot, null, caller.Cancel);
        var check = caller.Check();
        var budget = Read(tried.Cap, tried.Order, snapshot, check);
        return check.Failed ? check.Problem() : await AnswerAsync(snapshot, budget, caller.Cancel);
    }

    /// <summary>Sets how much may go into what was found, and the order of what is optional.</summary>
    public async Task<Outcome<WorkAnswer>> SetAsync(Guid bike, BudgetRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var budget = Read(body.Cap, body.Order, snapshot, check);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (writer, stamp) =>
            {
                writer.AddEntry(new LedgerEntry(new(body.Id), snapshot.Bike.Id, snapshot.Today, stamp.At, stamp.Device, budget));
                return Task.FromResult<Problem?>(null);
            },
            async () =>
                await snapshots.OneAsync(bike, caller.Cancel) is { } now
                    ? await AnswerAsync(now, null, caller.Cancel)
                    : throw new InvalidOperationException("The bike of a budget just set is gone.")
        );
    }

    private static BudgetSet Read(string? typed, IReadOnlyList<Guid> order, BikeSnapshot snapshot, FieldCheck check)
    {
        var cap = check.OptionalMoney("cap", typed);
        var open = OpenFindings.Of(snapshot.Ledger).Select(one => one.Entry.Id.Value).ToHashSet();
        if (order.Count > LongestOrder)
            check.Refuse("order", $"may name at most {LongestOrder}");
        else if (order.Any(id => !open.Contains(id)))
            check.Refuse("order", "names something that is not open on this bike any more");
        else if (order.Distinct().Count() < order.Count)
            check.Refuse("order", "names one of them twice");
        return new(cap, [.. order.Select(id => new EntryId(id))]);
    }

    private async Task<WorkAnswer> AnswerAsync(BikeSnapshot snapshot, BudgetSet? tried, CancellationToken cancel)
    {
        var running = snapshot
            .Running.SelectMany(run => RunFindings.Of(JobPlan.For(run.Job, snapshot.Profile, run.State), run.State))
            .Where(found => found.Settled is null)
            .Select(found => found.Body);
        var work = WorkForTheMoney.Of(snapshot.Ledger, running, tried);
        return new(
            Bike: snapshot.Bike.Id.Value,
            Nickname: snapshot.Profile.Nickname,
            Must: [.. work.Must.Select(LineOf)],
            Optional: [.. work.Optional.Select(LineOf)],
            Cap: work.Cap?.ToString(),
            MustCost: work.MustCost.ToString(),
            Taken: work.Taken.ToString(),
            Left: work.Left?.ToString(),
            Short: work.Short?.ToString(),
            Unpriced: work.Unpriced,
            Currency: (await snapshots.SettingsAsync(cancel)).Currency,
            Today: snapshot.Today
        );
    }

    private static WorkLineAnswer LineOf(WorkLine line) =>
        new(
            line.Entry?.Value,
            line.Finding.Title,
            line.Finding.Detail,
            line.Finding.Severity,
            line.Finding.Shuts,
            line.Finding.CostGuess?.ToString(),
            line.Verdict
        );
}
