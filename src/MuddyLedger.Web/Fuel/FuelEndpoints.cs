using MuddyLedger.App.Fuel;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Fuel;

public static class FuelEndpoints
{
    public static void MapFuel(this IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/bikes/{bike:guid}/fuel-asked",
                (Guid bike, string? volume, Caller caller, FuelHandlers handlers) => handlers.AskedAsync(bike, volume, caller).Read()
            )
            .WithSummary("What a tank of this bike wants: fuel, oil, and what it has used.");
        api.MapPost(
                "/bikes/{bike:guid}/fuellings",
                (Guid bike, Sent<FuellingRequest> body, Caller caller, FuelHandlers handlers) =>
                    handlers.AddAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes what went into the tank; a lean mix is asked about first.");
    }
}
