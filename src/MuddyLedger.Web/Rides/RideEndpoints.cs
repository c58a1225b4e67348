using System.Collections.Immutable;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Ledger;

namespace MuddyLedger.Web.Rides;

/// <param name="Distance">In any unit; distance, hours or both.</param>
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

public static class RideEndpoints
{
    /// <summary>The most that one ride is taken to be: see <see cref="MeterHistory.MostInADay"/>.</summary>
    private const int MostDays = 30;

    public static void MapRides(this IEndpointRouteBuilder api) =>
        api.MapPost("/bikes/{bike:guid}/rides", AddAsync).Produces<EntryAnswer>();

    private static async Task<IResult> AddAsync(Guid bike, RideRequest body, HttpContext http, ShedPictures pictures, Writing writing)
    {
        if (await pictures.OneAsync(bike, http.RequestAborted) is not { } picture)
            return Problems.NotFound("bike");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var date = check.Date("date", body.Date, picture.Today);
        var distance = Amount(check, "distance", body.Distance, MeterKind.Odometer, picture.Profile.UnitOf(MeterKind.Odometer));
        var hours = Amount(check, "hours", body.Hours, MeterKind.HourMeter, Unit.Hour);
        if (distance is null && hours is null)
            check.Refuse("distance", "is missing: write how far it was, or how many hours");
        var ground = check.OptionalText("ground", body.Ground, 80) ?? "";
        var despite = check.OptionalText("despite", body.Despite, 200);
        if (check.Failed)
            return check.Problem();
        // Asked anew with a request sent twice: the first of the two is already written.
        if (despite is null && picture.Ledger.All.All(line => line.Id.Value != body.Id) && picture.Gates.RideQuestion(date) is { } question)
            return Problems.Refused(new Refusal("despite", question, "despite"));
        var ride = new RideDone(
            distance is { } far ? Distance.FromMetres(far.InBase) : null,
            hours is { } ran ? EngineHours.FromHours(ran.InBase) : null,
            ground
        )
        {
            Despite = despite,
            Severities = body.Severities.IsDefault ? [] : [.. body.Severities.Distinct().Order()],
        };
        return await writing.EntryAsync(http, pictures, picture, body.Id, body, date, ride);
    }

    private static MeterAmount? Amount(FieldCheck check, string field, string? text, MeterKind kind, Unit unit) =>
        string.IsNullOrWhiteSpace(text)
            ? null
            : MeterAmount.From(check.Quantity(field, text, unit, MeterHistory.MostInADay(kind).InBase * MostDays));
}
