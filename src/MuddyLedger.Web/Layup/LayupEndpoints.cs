using MuddyLedger.App.Layup;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Layup;

/// <summary>From when to when a bike stood: time over which its use is not averaged.</summary>
public static class LayupEndpoints
{
    public static void MapLayup(this IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/bikes/{bike:guid}/lay-up",
                (Guid bike, Sent<StandingRequest> body, Caller caller, LayupHandlers handlers) =>
                    handlers.AddAsync(bike, body, caller, layUp: true).Written()
            )
            .WithSummary("Writes that the bike is laid up.");
        api.MapPost(
                "/bikes/{bike:guid}/wake-up",
                (Guid bike, Sent<StandingRequest> body, Caller caller, LayupHandlers handlers) =>
                    handlers.AddAsync(bike, body, caller, layUp: false).Written()
            )
            .WithSummary("Writes that the bike is in use again.");
    }
}
