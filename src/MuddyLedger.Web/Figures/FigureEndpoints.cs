using MuddyLedger.App.Figures;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Figures;

public static class FigureEndpoints
{
    public static void MapFigures(this IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/profile-questions",
                (Sent<QuestionsRequest> body, Caller caller, FigureHandlers handlers) => handlers.QuestionsAsync(body, caller).Read()
            )
            .WithSummary("Which parts of a profile are asked of a bike with these answers.");
        api.MapGet(
                "/bikes/{bike:guid}/figures",
                (Guid bike, Caller caller, FigureHandlers handlers) => handlers.CardAsync(bike, caller).Read()
            )
            .WithSummary("The figure card: capacities, torques, pressures and clearances, with what is still missing.");
        api.MapPost(
                "/bikes/{bike:guid}/figures",
                (Guid bike, Sent<FigureRequest> body, Caller caller, FigureHandlers handlers) =>
                    handlers.EnterAsync(bike, body, caller).Written()
            )
            .WithSummary("Keeps one missing figure with its source.");
    }
}
