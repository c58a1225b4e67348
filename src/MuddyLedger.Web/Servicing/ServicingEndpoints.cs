using MuddyLedger.App.Requests;
using MuddyLedger.App.Servicing;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Servicing;

public static class ServicingEndpoints
{
    public static void MapServicing(this IEndpointRouteBuilder api)
    {
        var servicing = api.MapGroup("/bikes/{bike:guid}/servicing");
        servicing.MapPost(
            "/done",
            (Guid bike, DoneRequest body, Caller caller, ServicingHandlers handlers) => handlers.DoneAsync(bike, body, caller).Written()
        );
        servicing.MapPost(
            "/interval",
            (Guid bike, IntervalRequest body, Caller caller, ServicingHandlers handlers) =>
                handlers.IntervalAsync(bike, body, caller).Written()
        );
        servicing.MapPost(
            "/item",
            (Guid bike, ItemRequest body, Caller caller, ServicingHandlers handlers) => handlers.ItemAsync(bike, body, caller).Written()
        );
        servicing.MapGet("/items", (Guid bike, Caller caller, ItemFileHandlers handlers) => handlers.GetAsync(bike, caller).Read());
        servicing.MapPost(
            "/items",
            (Guid bike, ItemFileRequest body, Caller caller, ItemFileHandlers handlers) =>
                handlers.TakeInAsync(bike, body, caller).Written()
        );
        servicing.MapPost(
            "/rest",
            (Guid bike, RestRequest body, Caller caller, ServicingHandlers handlers) => handlers.RestAsync(bike, body, caller).Written()
        );
        servicing.MapPost(
            "/resume",
            (Guid bike, ResumeRequest body, Caller caller, ServicingHandlers handlers) => handlers.ResumeAsync(bike, body, caller).Written()
        );
        servicing.MapPost(
            "/history",
            (Guid bike, HistoryRequest body, Caller caller, HistoryHandlers handlers) => handlers.TellAsync(bike, body, caller).Written()
        );
        servicing.MapPost(
            "/paper",
            (Guid bike, PaperRequest body, Caller caller, ServicingHandlers handlers) => handlers.PaperAsync(bike, body, caller).Written()
        );
    }
}
