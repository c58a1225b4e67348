using MuddyLedger.App.Requests;
using MuddyLedger.App.ShopWork;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.ShopWork;

public static class ShopWorkEndpoints
{
    public static void MapShopWork(this IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/bikes/{bike:guid}/shop-work",
                (Guid bike, Sent<ShopWorkRequest> body, Caller caller, ShopWorkHandlers handlers) =>
                    handlers.ShopWorkAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes what a shop did: tasks, parts, price.");
        api.MapPost(
                "/bikes/{bike:guid}/expenses",
                (Guid bike, Sent<ExpenseRequest> body, Caller caller, ShopWorkHandlers handlers) =>
                    handlers.ExpenseAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes what was paid for the bike.");
    }
}
