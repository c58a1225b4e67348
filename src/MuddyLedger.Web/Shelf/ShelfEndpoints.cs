using MuddyLedger.App.Requests;
using MuddyLedger.App.Shelf;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Shelf;

public static class ShelfEndpoints
{
    public static void MapShelf(this IEndpointRouteBuilder api)
    {
        api.MapGet("/shelf", (Caller caller, ShelfHandlers handlers) => handlers.GetAsync(caller).Read());
        api.MapPost(
            "/shelf/items",
            (KeepItemRequest body, Caller caller, ShelfHandlers handlers) => handlers.AddAsync(body, caller).Written()
        );
        api.MapPut(
            "/shelf/items/{item:guid}",
            (Guid item, KeepItemRequest body, Caller caller, ShelfHandlers handlers) => handlers.ChangeAsync(item, body, caller).Edited()
        );
        api.MapPost(
            "/shelf/items/{item:guid}/gone",
            (Guid item, ItemGoneRequest body, Caller caller, ShelfHandlers handlers) => handlers.GoneAsync(item, body, caller).Edited()
        );
        api.MapGet(
            "/shelf/items/{item:guid}/moves",
            (Guid item, Caller caller, ShelfHandlers handlers) => handlers.MovesAsync(item, caller).Read()
        );
        api.MapPost(
            "/shelf/items/{item:guid}/moves",
            (Guid item, MoveRequest body, Caller caller, ShelfHandlers handlers) => handlers.MoveAsync(item, body, caller).Written()
        );
        api.MapPost(
            "/shelf/moves/{move:guid}/undone",
            (Guid move, MoveUndoneRequest body, Caller caller, ShelfHandlers handlers) => handlers.UndoneAsync(move, body, caller).Written()
        );
        api.MapPost(
            "/shelf/waste",
            (HandedInRequest body, Caller caller, ShelfHandlers handlers) => handlers.HandedInAsync(body, caller).Written()
        );
    }
}
