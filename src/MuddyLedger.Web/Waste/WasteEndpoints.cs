using MuddyLedger.App.Requests;
using MuddyLedger.App.Waste;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Waste;

public static class WasteEndpoints
{
    public static void MapWaste(this IEndpointRouteBuilder api) =>
        api.MapPost(
                "/shelf/waste",
                (Sent<HandedInRequest> body, Caller caller, WasteHandlers handlers) => handlers.HandedInAsync(body, caller).Written()
            )
            .WithSummary("Writes that old fluid was handed in, and where.");
}
