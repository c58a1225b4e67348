using MuddyLedger.App.Requests;
using MuddyLedger.App.Rides;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Rides;

public static class RideEndpoints
{
    public static void MapRides(this IEndpointRouteBuilder api) =>
        api.MapPost(
                "/bikes/{bike:guid}/rides",
                (Guid bike, Sent<RideRequest> body, Caller caller, RideHandlers handlers) => handlers.AddAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes a ride: how far, how long, through what.");
}
