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
                (Guid bike, Sent<StartRequest> body, Caller caller, RunHandlers handlers) =>
                    handlers.StartAsync(bike, body, caller).Written()
            )
            .WithSummary("Begins a job, or several as one run, with its choices as what is due calls for.");
        api.MapGet(
                "/bikes/{bike:guid}/joined",
                (Guid bike, Caller caller, RunHandlers handlers, [FromQuery] string[]? jobs = null) =>
                    handlers.JoinedAsync(bike, caller, jobs).Read()
            )
            .WithSummary("What several jobs would be as one run, before it is begun.");
        api.MapGet("/runs/{run:guid}", (Guid run, Caller caller, RunHandlers handlers) => handlers.GetAsync(run, caller).Read())
            .WithSummary("A run as it stands: its steps, tray, timers, and what signing it off would write.");
        api.MapPost(
                "/runs/{run:guid}/acts",
                (Guid run, Sent<ActRequest> body, Caller caller, RunHandlers handlers) => handlers.ActAsync(run, body, caller).Edited()
            )
            .WithSummary("One tap on the bench; it is stored before it is shown.");
        api.MapPost(
                "/runs/{run:guid}/finish",
                (Guid run, Sent<FinishRequest> body, Caller caller, RunHandlers handlers) =>
                    handlers.FinishAsync(run, body, caller).Edited()
            )
            .WithSummary("Signs off a run, or one job of it, and writes what its steps left.");
        api.MapPost(
                "/runs/{run:guid}/undo-finish",
                (Guid run, Sent<EndRequest> body, Caller caller, RunHandlers handlers) =>
                    handlers.UndoFinishAsync(run, body, caller).Written()
            )
            .WithSummary("Takes a signing off back, with a reason.");
        api.MapPost(
                "/runs/{run:guid}/set-aside",
                (Guid run, Sent<EndRequest> body, Caller caller, RunHandlers handlers) => handlers.SetAsideAsync(run, body, caller).Edited()
            )
            .WithSummary("Sets a run aside; what was seen stays seen.");
    }
}
