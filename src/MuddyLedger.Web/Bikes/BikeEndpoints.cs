using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Bikes;

public static class BikeEndpoints
{
    public static void MapBikes(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sets", (BikeHandlers handlers) => handlers.Sets().Read());
        // Nothing is kept.
        api.MapPost("/sets/nearest", (KindAnswers asked, Caller caller, BikeHandlers handlers) => handlers.Nearest(asked, caller).Read());
        api.MapPost("/bikes", (NewBike body, Caller caller, BikeHandlers handlers) => handlers.AddAsync(body, caller).Written());
        api.MapGet("/bikes/{bike:guid}", (Guid bike, Caller caller, BikeHandlers handlers) => handlers.GetAsync(bike, caller).Read());
        api.MapPut(
            "/bikes/{bike:guid}/profile",
            (Guid bike, ProfileChange body, Caller caller, BikeHandlers handlers) => handlers.ChangeAsync(bike, body, caller).Edited()
        );
    }
}
