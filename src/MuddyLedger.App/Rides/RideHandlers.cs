using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Rides;

/// <summary>A ride.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Distance">In any unit; distance, hours or both.</param>
/// <param name="Hours">What the hour meter showed, as typed; empty where it was not read.</param>
/// <param name="Ground">Where it went, in the owner's words.</param>
/// <param name="Severities">How it was harder than the ordinary.</param>
/// <param name="Despite">Why it was ridden although its gate was not open; asked for only then, and kept.</param>
public sealed record RideRequest(
    Guid Id,
    string? Date,
    string? Distance,
    string? Hours,
    string? Ground,
    ImmutableArray<Severity> Severities,
    string? Despite = null
);

/// <summary>A ride, and why it was ridden although a gate was not open.</summary>
public sealed class RideHandlers(ShedSnapshots snapshots, Writing writing)
{
    /// <summary>The most that one ride is taken to be: see <see cref="MeterHistory.MostInADay"/>.</summary>
    private const int MostDays = 30;

    /// <summary>Writes a ride: how far, how long, through what.</summary>
    public async Task<Outcome<EntryAnswer>> AddAsync(Guid bike, RideRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.Date("date", body.Date, snapshot.Today);
        var distance = Amount(check, "distance", body.Distance, MeterKind.Odometer, snapshot.Profile.UnitOf(MeterKind.Odometer));
        var hours = Amount(check, "hours", body.Hours, MeterKind.HourMeter, Unit.Hour);
        if (distance is null && hours is null)
            check.Refuse("distance", "is missing: write how far it was, or how many hours");
        var ground = check.OptionalText("ground", body.Ground, 80) ?? "";
        var despite = check.OptionalText("despite", body.Despite, 200);
        if (check.Failed)
            return check.Problem();
        // Asked anew with a request sent twice: the first of the two is already written.
        if (
            despite is null
            && snapshot.Ledger.All.All(line => line.Id.Value != body.Id)
            && snapshot.Gates.RideQuestion(date) is { } question
        )
            return Problem.Refused(new Refusal("despite", question, "despite"));
        var ride = new RideDone(
            distance is { } far ? Distance.FromMetres(far.InBase) : null,
            hours is { } ran ? EngineHours.FromHours(ran.InBase) : null,
            ground
        )
        {
            Despite = despite,
            Severities = body.Severities.IsDefault ? [] : [.. body.Severities.Distinct().Order()],
        };
        return await writing.EntryAsync(caller, snapshots, snapshot, body.Id, body, date, ride);
    }

    private static MeterAmount? Amount(FieldCheck check, string field, string? text, MeterKind kind, Unit unit) =>
        string.IsNullOrWhiteSpace(text)
            ? null
            : MeterAmount.From(check.Quantity(field, text, unit, MeterHistory.MostInADay(kind).InBase * MostDays));
}
