using MuddyLedger.App.Findings;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Findings;

public static class FindingEndpoints
{
    public static void MapFindings(this IEndpointRouteBuilder api) =>
        api.MapPost(
                "/bikes/{bike:guid}/findings",
                (Guid bike, FaultRequest body, Caller caller, FindingHandlers handlers) => handlers.OpenAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes a fault that was seen.");
}
