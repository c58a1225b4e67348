using Microsoft.AspNetCore.Mvc;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Jobs;

public static class RunEndpoints
{
    public static void MapRuns(this IEndpointRouteBuilder api)
    {
        api.MapPost(
            "/bikes/{bike:guid}/runs",
            (Guid bike, StartRequest body, Caller caller, RunHandlers handlers) => handlers.StartAsync(bike, body, caller).Written()
        );
        api.MapGet(
            "/bikes/{bike:guid}/joined",
            (Guid bike, Caller caller, RunHandlers handlers, [FromQuery] string[]? jobs = null) =>
                handlers.JoinedAsync(bike, caller, jobs).Read()
        );
        api.MapGet("/runs/{run:guid}", (Guid run, Caller caller, RunHandlers handlers) => handlers.GetAsync(run, caller).Read());
        api.MapPost(
            "/runs/{run:guid}/acts",
            (Guid run, ActRequest body, Caller caller, RunHandlers handlers) => handlers.ActAsync(run, body, caller).Edited()
        );
        api.MapPost(
            "/runs/{run:guid}/finish",
            (Guid run, FinishRequest body, Caller caller, RunHandlers handlers) => handlers.FinishAsync(run, body, caller).Edited()
        );
        api.MapPost(
            "/runs/{run:guid}/undo-finish",
            (Guid run, EndRequest body, Caller caller, RunHandlers handlers) => handlers.UndoFinishAsync(run, body, caller).Written()
        );
        api.MapPost(
            "/runs/{run:guid}/set-aside",
            (Guid run, EndRequest body, Caller caller, RunHandlers handlers) => handlers.SetAsideAsync(run, body, caller).Edited()
        );
    }
}
