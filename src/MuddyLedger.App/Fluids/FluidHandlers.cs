using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Instruments;
using NodaTime;

namespace MuddyLedger.App.Fluids;

/// <summary>A level that was read.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Level">As it stood at the end.</param>
/// <param name="Added">What was poured in to bring it there, as typed; empty where nothing was.</param>
/// <param name="Fluid">What that was.</param>
/// <param name="UnderFull">How much would bring it to the upper mark, where that was measured.</param>
/// <param name="Empty">There is nothing in it: that shuts its gate until it is filled.</param>
public sealed record LevelRequest(Guid Id, string? Date, Level Level, string? Added, string? Fluid, string? UnderFull, bool Empty = false);

/// <summary>What stands in each reservoir, and a level seen or put right.</summary>
public sealed class FluidHandlers(ShedSnapshots snapshots, IWeatherForecast weather, Writing writing)
{
    /// <summary>The coming weeks that an oil is chosen for (house value).</summary>
    private const int DaysAhead = 28;

    private async Task<FluidsAnswer?> AnswerAsync(Guid bike, CancellationToken cancel) =>
        await snapshots.OneAsync(bike, cancel) is { } snapshot
            ? FluidAnswers.Of(
                snapshot,
                await snapshots.SettingsAsync(cancel),
                await weather.ComingAsync(snapshot.Today, DaysAhead, cancel),
                weather.Simulated
            )
            : null;

    /// <summary>What is in each reservoir, since when, and what that means.</summary>
    public async Task<Outcome<FluidsAnswer>> GetAsync(Guid bike, Caller caller) =>
        await AnswerAsync(bike, caller.Cancel) is { } answer ? answer : Problem.NotFound("bike");

    /// <summary>A level seen outside of a job, with what was poured in to mend it.</summary>
    public async Task<Outcome<FluidsAnswer>> LevelAsync(Guid bike, string reservoir, LevelRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var known = Reservoirs
            .Of(snapshot.Profile)
            .Where(one => Capabilities.Word(one) == reservoir)
            .Select(one => (ReservoirId?)one)
            .FirstOrDefault();
        if (known is not { } id)
            return Problem.NotFound("reservoir of this bike");
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var added = check.OptionalVolume("added", body.Added, settings.Volume);
        var fluid = check.OptionalText("fluid", body.Fluid, 80);
        var under = check.OptionalVolume("underFull", body.UnderFull, settings.Volume);
        if (added is { Litres: > 0 } && fluid is null)
            check.Refuse("fluid", "is missing: say what was poured in, grade and all");
        if (under is { Litres: > 0 } && body.Level is Level.AtMaximum or Level.Above)
            check.Refuse("underFull", "cannot be, at the upper mark or over it");
        if (body.Empty && added is { Litres: > 0 })
            check.Refuse("added", "cannot be: it is said to be empty");
        return check.Failed
            ? check.Problem()
            : await writing.OnceAsync(
                caller,
                body.Id,
                body,
                (writer, stamp) =>
                {
                    void Write(Guid entry, int tick, EntryBody line) =>
                        writer.AddEntry(
                            new LedgerEntry(new(entry), snapshot.Bike.Id, date, stamp.At + Duration.FromTicks(tick), stamp.Device, line)
                        );
                    if (body.Empty)
                    {
                        Write(body.Id, 0, new FluidDrained(id, null, DrainReading.NotRead));
                        return Task.FromResult<Problem?>(null);
                    }

                    if (added is { Litres: > 0 } more)
                        Write(Guid.CreateVersion7(), 0, new FluidToppedUp(id, more, fluid!));
                    Write(body.Id, 1, new LevelSeen(id, body.Level, under is { Litres: > 0 } ? under : null));
                    return Task.FromResult<Problem?>(null);
                },
                async () => (await AnswerAsync(bike, caller.Cancel))!
            );
    }
}
