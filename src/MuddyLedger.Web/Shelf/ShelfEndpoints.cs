using MuddyLedger.App.Requests;
using MuddyLedger.App.Shelf;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Shelf;

public static class ShelfEndpoints
{
    public static void MapShelf(this IEndpointRouteBuilder api)
    {
        api.MapGet("/shelf", (Caller caller, ShelfHandlers handlers) => handlers.GetAsync(caller).Read())
            .WithSummary("What is kept on the shelf, what is low, what to buy and what waits to be handed in.");
        api.MapPost(
                "/shelf/items",
                (Sent<KeepItemRequest> body, Caller caller, ShelfHandlers handlers) => handlers.AddAsync(body, caller).Written()
            )
            .WithSummary("Puts a new item on the shelf.");
        api.MapPut(
                "/shelf/items/{item:guid}",
                (Guid item, Sent<KeepItemRequest> body, Caller caller, ShelfHandlers handlers) =>
                    handlers.ChangeAsync(item, body, caller).Edited()
            )
            .WithSummary("Changes an item; asks for the version that was opened.");
        api.MapPost(
                "/shelf/items/{item:guid}/gone",
                (Guid item, Sent<ItemGoneRequest> body, Caller caller, ShelfHandlers handlers) =>
                    handlers.GoneAsync(item, body, caller).Edited()
            )
            .WithSummary("Takes an item off the shelf for good.");
        api.MapGet(
                "/shelf/items/{item:guid}/moves",
                (Guid item, Caller caller, ShelfHandlers handlers) => handlers.MovesAsync(item, caller).Read()
            )
            .WithSummary("What went in and out of one item.");
        api.MapPost(
                "/shelf/items/{item:guid}/moves",
                (Guid item, Sent<MoveRequest> body, Caller caller, ShelfHandlers handlers) =>
                    handlers.MoveAsync(item, body, caller).Written()
            )
            .WithSummary("Puts in or takes out.");
        api.MapPost(
                "/shelf/moves/{move:guid}/undone",
                (Guid move, Sent<MoveUndoneRequest> body, Caller caller, ShelfHandlers handlers) =>
                    handlers.UndoneAsync(move, body, caller).Written()
            )
            .WithSummary("Undoes one move.");
    }
}
