using MuddyLedger.App.Parts;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Parts;

/// <summary>Teardown sheets, modifications and temporary repairs of a bike.</summary>
public static class PartsEndpoints
{
    public static void MapParts(this IEndpointRouteBuilder api)
    {
        api.MapGet(
            "/bikes/{bike:guid}/parts",
            (Guid bike, Caller caller, PartsHandlers handlers) => handlers.GetAsync(bike, caller).Read()
        );
        api.MapPost(
            "/runs/{run:guid}/sheet",
            (Guid run, SheetRequest body, Caller caller, PartsHandlers handlers) => handlers.SheetAsync(run, body, caller).Written()
        );
        api.MapPost(
            "/bikes/{bike:guid}/modifications",
            (Guid bike, ModificationRequest body, Caller caller, PartsHandlers handlers) =>
                handlers.ModifyAsync(bike, body, caller).Written()
        );
        api.MapPost(
            "/bikes/{bike:guid}/modifications/{entry:guid}/undone",
            (Guid bike, Guid entry, ModificationUndoneRequest body, Caller caller, PartsHandlers handlers) =>
                handlers.UndoneAsync(bike, entry, body, caller).Written()
        );
        api.MapPost(
            "/bikes/{bike:guid}/parts/fitted",
            (Guid bike, FittedRequest body, Caller caller, PartsHandlers handlers) => handlers.FittedAsync(bike, body, caller).Written()
        );
        api.MapPost(
            "/bikes/{bike:guid}/repairs",
            (Guid bike, RepairRequest body, Caller caller, PartsHandlers handlers) => handlers.RepairAsync(bike, body, caller).Written()
        );
        api.MapPost(
            "/bikes/{bike:guid}/repairs/{entry:guid}/look",
            (Guid bike, Guid entry, RepairLookRequest body, Caller caller, PartsHandlers handlers) =>
                handlers.LookAsync(bike, entry, body, caller).Written()
        );
    }
}
