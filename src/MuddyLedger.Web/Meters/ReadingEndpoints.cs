using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Meters;

public static class ReadingEndpoints
{
    public static void MapReadings(this IEndpointRouteBuilder api) =>
        api.MapPost(
                "/bikes/{bike:guid}/readings",
                (Guid bike, Sent<ReadingRequest> body, Caller caller, ReadingHandlers handlers) =>
                    handlers.AddAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes a meter reading; one that falls is asked about first.");
}
