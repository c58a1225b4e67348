using MuddyLedger.App.Findings;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Findings;

public static class FindingEndpoints
{
    public static void MapFindings(this IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/bikes/{bike:guid}/findings",
                (Guid bike, Sent<FaultRequest> body, Caller caller, FindingHandlers handlers) =>
                    handlers.OpenAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes a fault that was seen.");
        api.MapGet(
                "/bikes/{bike:guid}/work",
                (Guid bike, bool? tried, string? cap, Guid[]? order, Caller caller, WorkHandlers handlers) =>
                    handlers.GetAsync(bike, tried == true ? new(cap, order ?? []) : null, caller).Read()
            )
            .WithSummary("What was found, as work: what must be done, and what of the rest the money reaches for.");
        api.MapPost(
                "/bikes/{bike:guid}/work",
                (Guid bike, Sent<BudgetRequest> body, Caller caller, WorkHandlers handlers) =>
                    handlers.SetAsync(bike, body, caller).Written()
            )
            .WithSummary("Sets how much may go into what was found, and the order of what is optional.");
        api.MapPost(
                "/entries/{entry:guid}/close",
                (Guid entry, Sent<CloseFindingRequest> body, Caller caller, FindingHandlers handlers) =>
                    handlers.CloseAsync(entry, body, caller).Written()
            )
            .WithSummary("Closes a finding, with what proves it.");
        api.MapPost(
                "/entries/{entry:guid}/tried",
                (Guid entry, Sent<CureTriedRequest> body, Caller caller, FindingHandlers handlers) =>
                    handlers.TriedAsync(entry, body, caller).Written()
            )
            .WithSummary("Writes that what was put right was tried under like conditions, and whether it is gone.");
    }
}
