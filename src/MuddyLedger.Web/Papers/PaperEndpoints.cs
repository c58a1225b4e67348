using MuddyLedger.App.Papers;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Papers;

public static class PaperEndpoints
{
    public static void MapPapers(this IEndpointRouteBuilder api) =>
        api.MapPost(
                "/bikes/{bike:guid}/papers",
                (Guid bike, Sent<PaperRequest> body, Caller caller, PaperHandlers handlers) =>
                    handlers.HeldAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes until when a paper of the bike runs.");
}
