using MuddyLedger.App.Requests;
using MuddyLedger.App.Servicing;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Servicing;

public static class ServicingEndpoints
{
    public static void MapServicing(this IEndpointRouteBuilder api)
    {
        var servicing = api.MapGroup("/bikes/{bike:guid}/servicing");
        servicing
            .MapPost(
                "/done",
                (Guid bike, Sent<DoneRequest> body, Caller caller, ServicingHandlers handlers) =>
                    handlers.DoneAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes that a service task was done, when, and how that is known.");
        servicing
            .MapPost(
                "/interval",
                (Guid bike, Sent<IntervalRequest> body, Caller caller, ServicingHandlers handlers) =>
                    handlers.IntervalAsync(bike, body, caller).Written()
            )
            .WithSummary("Sets this bike's own interval of a task, or takes it away.");
        servicing
            .MapPost(
                "/item",
                (Guid bike, Sent<ItemRequest> body, Caller caller, ServicingHandlers handlers) =>
                    handlers.ItemAsync(bike, body, caller).Written()
            )
            .WithSummary("Adds a service item of the owner's own, or changes one.");
        servicing
            .MapGet("/items", (Guid bike, Caller caller, ItemFileHandlers handlers) => handlers.GetAsync(bike, caller).Read())
            .WithSummary("The owner's own service items as a file to be shared.");
        servicing
            .MapPost(
                "/items",
                (Guid bike, Sent<ItemFileRequest> body, Caller caller, ItemFileHandlers handlers) =>
                    handlers.TakeInAsync(bike, body, caller).Written()
            )
            .WithSummary("Takes in service items from such a file.");
        servicing
            .MapPost(
                "/rest",
                (Guid bike, Sent<RestRequest> body, Caller caller, ServicingHandlers handlers) =>
                    handlers.RestAsync(bike, body, caller).Written()
            )
            .WithSummary("Leaves a task alone for now, with a reason.");
        servicing
            .MapPost(
                "/resume",
                (Guid bike, Sent<ResumeRequest> body, Caller caller, ServicingHandlers handlers) =>
                    handlers.ResumeAsync(bike, body, caller).Written()
            )
            .WithSummary("Counts a task again that was left alone.");
        servicing
            .MapPost(
                "/history",
                (Guid bike, Sent<HistoryRequest> body, Caller caller, HistoryHandlers handlers) =>
                    handlers.TellAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes all that is known of the past in one go, a line for each task.");
    }
}
