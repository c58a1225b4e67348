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
            (QuestionsRequest body, Caller caller, FigureHandlers handlers) => handlers.QuestionsAsync(body, caller).Read()
        );
        api.MapGet(
            "/bikes/{bike:guid}/figures",
            (Guid bike, Caller caller, FigureHandlers handlers) => handlers.CardAsync(bike, caller).Read()
        );
        api.MapPost(
            "/bikes/{bike:guid}/figures",
            (Guid bike, FigureRequest body, Caller caller, FigureHandlers handlers) => handlers.EnterAsync(bike, body, caller).Written()
        );
    }
}
