using MuddyLedger.App.Gates;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Gates;

/// <summary>The owner's word that a gate may be passed, or that an oil pump feeds its engine. It opens nothing that is shut.</summary>
public static class GateEndpoints
{
    public static void MapGates(this IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/bikes/{bike:guid}/word",
                (Guid bike, Sent<WordRequest> body, Caller caller, GateHandlers handlers) =>
                    handlers.WordAsync(bike, body, caller).Written()
            )
            .WithSummary("The owner's word that a gate is open; it opens only what was not proven.");
        api.MapPost(
                "/bikes/{bike:guid}/pump-word",
                (Guid bike, Sent<PumpWordRequest> body, Caller caller, GateHandlers handlers) =>
                    handlers.PumpAsync(bike, body, caller).Written()
            )
            .WithSummary("The owner's word that the oil pump works.");
    }
}
