using MuddyLedger.Core;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Ledger;

namespace MuddyLedger.Web.Servicing;

/// <summary>A task done without a guided job, or before this book began.</summary>
/// <param name="Task">The service task, as "chain.lubricate".</param>
public sealed record DoneRequest(Guid Id, string? Task, string? Date, Evidence Evidence, string? Note);

public static class ServicingEndpoints
{
    public static void MapServicing(this IEndpointRouteBuilder api) =>
        api.MapPost("/bikes/{bike:guid}/servicing/done", DoneAsync).Produces<EntryAnswer>();

    private static async Task<IResult> DoneAsync(Guid bike, DoneRequest body, HttpContext http, ShedPictures pictures, Writing writing)
    {
        if (await pictures.OneAsync(bike, http.RequestAborted) is not { } picture) return Problems.NotFound("bike");
        var check = new FieldCheck();
        var id = new EntryId(check.Id("id", body.Id));
        var date = check.Date("date", body.Date, picture.Today);
        var note = check.OptionalText("note", body.Note, 500);
        var task = check.Text("task", body.Task, 80);
        if (picture.Tasks.All(standing => standing.Task.Id != task)) check.Refuse("task", "is not a task of this bike");
        if (check.Failed) return check.Problem();
        return await writing.OnceAsync(http, body.Id, body,
            (writer, pen) =>
            {
                writer.AddEntry(new LedgerEntry(id, picture.Bike.Id, date, pen.At, pen.Device, new TaskDone(task, body.Evidence, note)));
                return Task.FromResult<IResult?>(null);
            },
            () => EntryAnswers.OneAsync(pictures, bike, id.Value, http.RequestAborted));
    }
}
