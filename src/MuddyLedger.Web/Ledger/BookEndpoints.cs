using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Ledger;

public static class BookEndpoints
{
    public static void MapBook(this IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/book",
                (
                    Guid? bike,
                    string? kind,
                    string? text,
                    bool? struck,
                    string? since,
                    string? before,
                    int? skip,
                    Caller caller,
                    BookHandlers handlers
                ) => handlers.BookAsync(bike, kind, text, struck, since, before, skip, caller).Read()
            )
            .WithSummary("The book: every line of one bike or of all, filtered and a page at a time.");
        api.MapPost(
                "/bikes/{bike:guid}/notes",
                (Guid bike, Sent<NoteRequest> body, Caller caller, BookHandlers handlers) =>
                    handlers.NoteAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes a note.");
        api.MapPost(
                "/entries/{entry:guid}/correction",
                (Guid entry, Sent<CorrectionRequest> body, Caller caller, BookHandlers handlers) =>
                    handlers.CorrectAsync(entry, body, caller).Written()
            )
            .WithSummary("Strikes a line and writes another in its place.");
        api.MapPost(
                "/entries/{entry:guid}/strike",
                (Guid entry, Sent<StrikeRequest> body, Caller caller, BookHandlers handlers) =>
                    handlers.StrikeAsync(entry, body, caller).Written()
            )
            .WithSummary("Strikes a line, with a reason.");
        api.MapPost(
                "/entries/{entry:guid}/put-back",
                (Guid entry, Sent<PutBackRequest> body, Caller caller, BookHandlers handlers) =>
                    handlers.PutBackAsync(entry, body, caller).Written()
            )
            .WithSummary("Puts a struck line back.");
    }
}
