using MuddyLedger.App.Requests;
using MuddyLedger.App.Viewings;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Viewings;

public static class ViewingEndpoints
{
    public static void MapViewings(this IEndpointRouteBuilder api)
    {
        api.MapGet("/viewings", (Caller caller, ViewingHandlers handlers) => handlers.ListAsync(caller).Read());
        api.MapPost("/viewings", (NewViewing body, Caller caller, ViewingHandlers handlers) => handlers.AddAsync(body, caller).Written());
        api.MapGet(
            "/viewings/{viewing:guid}",
            (Guid viewing, Caller caller, ViewingHandlers handlers) => handlers.GetAsync(viewing, caller).Read()
        );
        api.MapGet(
            "/viewings/{viewing:guid}/next",
            (Guid viewing, Caller caller, ViewingHandlers handlers) => handlers.NextAsync(viewing, caller).Read()
        );
        api.MapGet(
            "/viewings/{viewing:guid}/workshop",
            (Guid viewing, Caller caller, ViewingHandlers handlers) => handlers.WorkshopAsync(viewing, caller).Read()
        );
        api.MapGet("/prices", (Caller caller, ViewingHandlers handlers) => handlers.PricesAsync(caller).Read());
        api.MapGet(
            "/viewings/{viewing:guid}/recalls",
            (Guid viewing, Caller caller, ViewingHandlers handlers) => handlers.RecallsAsync(viewing, caller).Read()
        );
        api.MapPut(
            "/viewings/{viewing:guid}/details",
            (Guid viewing, ViewingChange body, Caller caller, ViewingHandlers handlers) =>
                handlers.ChangeAsync(viewing, body, caller).Edited()
        );
        api.MapPost(
            "/viewings/{viewing:guid}/acts",
            (Guid viewing, ViewingActRequest body, Caller caller, ViewingHandlers handlers) =>
                handlers.ActAsync(viewing, body, caller).Written()
        );
        api.MapPost(
            "/viewings/{viewing:guid}/close",
            (Guid viewing, CloseRequest body, Caller caller, ViewingHandlers handlers) =>
                handlers.CloseAsync(viewing, body, caller).Written()
        );
        api.MapPost(
            "/viewings/{viewing:guid}/reopen",
            (Guid viewing, CloseRequest body, Caller caller, ViewingHandlers handlers) =>
                handlers.ReopenAsync(viewing, body, caller).Written()
        );
        api.MapPost(
            "/viewings/{viewing:guid}/buy",
            (Guid viewing, BuyRequest body, Caller caller, ViewingHandlers handlers) => handlers.BuyAsync(viewing, body, caller).Written()
        );
        api.MapPut(
            "/prices/{point}",
            (string point, PriceChange body, Caller caller, ViewingHandlers handlers) => handlers.PriceAsync(point, body, caller).Written()
        );
    }
}
