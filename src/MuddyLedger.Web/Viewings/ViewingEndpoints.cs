using MuddyLedger.App.Requests;
using MuddyLedger.App.Viewings;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Viewings;

public static class ViewingEndpoints
{
    public static void MapViewings(this IEndpointRouteBuilder api)
    {
        api.MapGet("/viewings", (Caller caller, ViewingHandlers handlers) => handlers.ListAsync(caller).Read())
            .WithSummary("Every viewing, open and closed.");
        api.MapPost(
                "/viewings",
                (Sent<NewViewing> body, Caller caller, ViewingHandlers handlers) => handlers.AddAsync(body, caller).Written()
            )
            .WithSummary("Begins a viewing from an advert.");
        api.MapGet(
                "/viewings/{viewing:guid}",
                (Guid viewing, Caller caller, ViewingHandlers handlers) => handlers.GetAsync(viewing, caller).Read()
            )
            .WithSummary("A viewing as it stands: points, score, trust, cost, offers, verdict.");
        api.MapGet(
                "/viewings/{viewing:guid}/next",
                (Guid viewing, Caller caller, ViewingHandlers handlers) => handlers.NextAsync(viewing, caller).Read()
            )
            .WithSummary("What is worth looking at next, and the short round.");
        api.MapGet(
                "/viewings/{viewing:guid}/workshop",
                (Guid viewing, Caller caller, ViewingHandlers handlers) => handlers.WorkshopAsync(viewing, caller).Read()
            )
            .WithSummary("Whether a workshop's look is worth its price.");
        api.MapGet("/prices", (Caller caller, ViewingHandlers handlers) => handlers.PricesAsync(caller).Read())
            .WithSummary("What each fault costs, as shipped or as the owner says.");
        api.MapGet(
                "/viewings/{viewing:guid}/recalls",
                (Guid viewing, Caller caller, ViewingHandlers handlers) => handlers.RecallsAsync(viewing, caller).Read()
            )
            .WithSummary("Recall notices for the frame number, from the simulated register.");
        api.MapPut(
                "/viewings/{viewing:guid}/details",
                (Guid viewing, Sent<ViewingChange> body, Caller caller, ViewingHandlers handlers) =>
                    handlers.ChangeAsync(viewing, body, caller).Edited()
            )
            .WithSummary("Changes what is known beforehand; asks for the version that was opened.");
        api.MapPost(
                "/viewings/{viewing:guid}/acts",
                (Guid viewing, Sent<ViewingActRequest> body, Caller caller, ViewingHandlers handlers) =>
                    handlers.ActAsync(viewing, body, caller).Written()
            )
            .WithSummary("One tap at a viewing; it is stored before it is shown.");
        api.MapPost(
                "/viewings/{viewing:guid}/close",
                (Guid viewing, Sent<CloseRequest> body, Caller caller, ViewingHandlers handlers) =>
                    handlers.CloseAsync(viewing, body, caller).Written()
            )
            .WithSummary("Closes a viewing without buying.");
        api.MapPost(
                "/viewings/{viewing:guid}/reopen",
                (Guid viewing, Sent<CloseRequest> body, Caller caller, ViewingHandlers handlers) =>
                    handlers.ReopenAsync(viewing, body, caller).Written()
            )
            .WithSummary("Opens a closed viewing again.");
        api.MapPost(
                "/viewings/{viewing:guid}/buy",
                (Guid viewing, Sent<BuyRequest> body, Caller caller, ViewingHandlers handlers) =>
                    handlers.BuyAsync(viewing, body, caller).Written()
            )
            .WithSummary("Buys the bike: what was seen goes into its book.");
        api.MapPut(
                "/prices/{point}",
                (string point, Sent<PriceChange> body, Caller caller, ViewingHandlers handlers) =>
                    handlers.PriceAsync(point, body, caller).Written()
            )
            .WithSummary("Sets the owner's own cost of a fault, or takes it away.");
    }
}
