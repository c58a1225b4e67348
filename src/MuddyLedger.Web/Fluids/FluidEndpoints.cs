using MuddyLedger.App.Fluids;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Fluids;

public static class FluidEndpoints
{
    public static void MapFluids(this IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/bikes/{bike:guid}/fluids",
                (Guid bike, Caller caller, FluidHandlers handlers) => handlers.GetAsync(bike, caller).Read()
            )
            .WithSummary("What is in each reservoir, since when, and what that means.");
        api.MapPost(
                "/bikes/{bike:guid}/reservoirs/{reservoir}/level",
                (Guid bike, string reservoir, Sent<LevelRequest> body, Caller caller, FluidHandlers handlers) =>
                    handlers.LevelAsync(bike, reservoir, body, caller).Written()
            )
            .WithSummary("Writes a level that was seen, and what was topped up.");
    }
}
