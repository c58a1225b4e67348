using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Bikes;

public static class BikeEndpoints
{
    public static void MapBikes(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sets", (BikeHandlers handlers) => handlers.Sets().Read())
            .WithSummary("The shipped kinds of bike, each with its profile to begin from.");
        // Nothing is kept.
        api.MapPost(
                "/sets/nearest",
                (Sent<KindAnswers> asked, Caller caller, BikeHandlers handlers) => handlers.Nearest(asked, caller).Read()
            )
            .WithSummary("The shipped kind that is nearest to a few answers, with the answers put in.");
        api.MapPost("/bikes", (Sent<NewBike> body, Caller caller, BikeHandlers handlers) => handlers.AddAsync(body, caller).Written())
            .WithSummary("Takes a bike in: profile, first reading, and what is known of it.");
        api.MapGet("/bikes/{bike:guid}", (Guid bike, Caller caller, BikeHandlers handlers) => handlers.GetAsync(bike, caller).Read())
            .WithSummary("All that the page of one bike shows, computed as of today.");
        api.MapPut(
                "/bikes/{bike:guid}/profile",
                (Guid bike, Sent<ProfileChange> body, Caller caller, BikeHandlers handlers) =>
                    handlers.ChangeAsync(bike, body, caller).Edited()
            )
            .WithSummary("Changes a bike's profile; asks for the version that was opened.");
    }
}
