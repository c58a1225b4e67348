using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.App.Findings;

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

/// <summary>Something found wrong outside of a job.</summary>
public sealed class FindingHandlers(ShedPictures pictures, Writing writing)
{
    public async Task<Outcome<EntryAnswer>> OpenAsync(Guid bike, FaultRequest body, Caller caller)
    {
        if (await pictures.OneAsync(bike, caller.Cancel) is not { } picture)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var date = check.DateOrToday("date", body.Date, picture.Today);
        var found = new FindingOpened(
            check.Text("title", body.Title, 80),
            body.Severity,
            check.OptionalText("detail", body.Detail, 500),
            check.OptionalMoney("costGuess", body.CostGuess),
            body.Severity == FindingSeverity.Stop ? body.Gate ?? Gate.Ridden : null
        );
        return check.Failed ? check.Problem() : await writing.EntryAsync(caller, pictures, picture, body.Id, body, date, found);
    }
}
