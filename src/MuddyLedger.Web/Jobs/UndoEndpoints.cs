using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Jobs;

/// <summary>What was left for now, undone by hand, outside of a job.</summary>
public static class UndoEndpoints
{
    public static void MapUndoList(this IEndpointRouteBuilder api) =>
        api.MapPost(
                "/bikes/{bike:guid}/undone",
                (Guid bike, Sent<UndoneRequest> body, Caller caller, UndoHandlers handlers) =>
                    handlers.UndoneAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes that something left only for now was undone.");
}
