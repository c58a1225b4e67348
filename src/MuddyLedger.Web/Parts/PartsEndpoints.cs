using MuddyLedger.App.Parts;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Parts;

/// <summary>Teardown sheets, modifications and temporary repairs of a bike.</summary>
public static class PartsEndpoints
{
    public static void MapParts(this IEndpointRouteBuilder api)
    {
        api.MapGet("/bikes/{bike:guid}/parts", (Guid bike, Caller caller, PartsHandlers handlers) => handlers.GetAsync(bike, caller).Read())
            .WithSummary("What is fitted, changed, mended for now, and written on teardown sheets.");
        api.MapPost(
                "/runs/{run:guid}/sheet",
                (Guid run, Sent<SheetRequest> body, Caller caller, PartsHandlers handlers) =>
                    handlers.SheetAsync(run, body, caller).Written()
            )
            .WithSummary("Keeps a teardown sheet beside the run.");
        api.MapPost(
                "/bikes/{bike:guid}/modifications",
                (Guid bike, Sent<ModificationRequest> body, Caller caller, PartsHandlers handlers) =>
                    handlers.ModifyAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes what was changed on the bike, and what follows from it.");
        api.MapPost(
                "/bikes/{bike:guid}/modifications/{entry:guid}/undone",
                (Guid bike, Guid entry, Sent<ModificationUndoneRequest> body, Caller caller, PartsHandlers handlers) =>
                    handlers.UndoneAsync(bike, entry, body, caller).Written()
            )
            .WithSummary("Writes that a change was taken back.");
        api.MapPost(
                "/bikes/{bike:guid}/parts/fitted",
                (Guid bike, Sent<FittedRequest> body, Caller caller, PartsHandlers handlers) =>
                    handlers.FittedAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes a part that was put on.");
        api.MapPost(
                "/bikes/{bike:guid}/repairs",
                (Guid bike, Sent<RepairRequest> body, Caller caller, PartsHandlers handlers) =>
                    handlers.RepairAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes a repair for now, with when to look at it again.");
        api.MapPost(
                "/bikes/{bike:guid}/repairs/{entry:guid}/look",
                (Guid bike, Guid entry, Sent<RepairLookRequest> body, Caller caller, PartsHandlers handlers) =>
                    handlers.LookAsync(bike, entry, body, caller).Written()
            )
            .WithSummary("Writes how a repair for now was found.");
    }
}
