using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Ledger;

namespace MuddyLedger.Web.Findings;

/// <summary>A fault seen on the bike, outside of a job.</summary>
/// <param name="Gate">The gate that it shuts; asked only of one that says stop, and then ridden where nobody says.</param>
public sealed record FaultRequest(
    Guid Id,
    string? Date,
    string? Title,
    FindingSeverity Severity,
    string? Detail,
    string? CostGuess,
    Gate? Gate
);

public static class FindingEndpoints
{
    public static void MapFindings(this IEndpointRouteBuilder api) =>
        api.MapPost("/bikes/{bike:guid}/findings", OpenAsync).Produces<EntryAnswer>();

    private static async Task<IResult> OpenAsync(Guid bike, FaultRequest body, HttpContext http, ShedPictures pictures, Writing writing)
    {
        if (await pictures.OneAsync(bike, http.RequestAborted) is not { } picture)
            return Problems.NotFound("bike");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var date = check.DateOrToday("date", body.Date, picture.Today);
        var found = new FindingOpened(
            check.Text("title", body.Title, 80),
            body.Severity,
            check.OptionalText("detail", body.Detail, 500),
            check.OptionalMoney("costGuess", body.CostGuess),
            body.Severity == FindingSeverity.Stop ? body.Gate ?? Gate.Ridden : null
        );
        return check.Failed ? check.Problem() : await writing.EntryAsync(http, pictures, picture, body.Id, body, date, found);
    }
}
