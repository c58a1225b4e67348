using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Ledger;
using NodaTime;

namespace MuddyLedger.Web.Layup;

/// <param name="Words">Why it stands, or how it was brought back into use.</param>
public sealed record StandingRequest(Guid Id, string? Date, string? Words);

/// <summary>From when to when a bike stood: time that its use is not reckoned over.</summary>
public static class LayupEndpoints
{
    public static void MapLayup(this IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/bikes/{bike:guid}/lay-up",
                (Guid bike, StandingRequest body, HttpContext http, ShedPictures pictures, Writing writing) =>
                    AddAsync(bike, body, http, pictures, writing, layUp: true)
            )
            .Produces<EntryAnswer>();
        api.MapPost(
                "/bikes/{bike:guid}/wake-up",
                (Guid bike, StandingRequest body, HttpContext http, ShedPictures pictures, Writing writing) =>
                    AddAsync(bike, body, http, pictures, writing, layUp: false)
            )
            .Produces<EntryAnswer>();
    }

    private static async Task<IResult> AddAsync(
        Guid bike,
        StandingRequest body,
        HttpContext http,
        ShedPictures pictures,
        Writing writing,
        bool layUp
    )
    {
        if (await pictures.OneAsync(bike, http.RequestAborted) is not { } picture)
            return Problems.NotFound("bike");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var date = check.Date("date", body.Date, picture.Today);
        var words = check.OptionalText("words", body.Words, 120);
        // Asked anew with a request sent twice: the first of the two is already written.
        if (!picture.Ledger.All.Any(line => line.Id.Value == body.Id) && picture.Meters.Time.Refuse(layUp, date) is { } refusal)
            check.Refuse("date", refusal);
        return check.Failed
            ? check.Problem()
            : await writing.EntryAsync(http, pictures, picture, body.Id, body, date, layUp ? new LaidUp(words) : new WokenUp(words));
    }
}
