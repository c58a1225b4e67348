using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Jobs;

/// <summary>The library of jobs, and those that the owner writes, copies, changes, brings in and takes out.</summary>
public static class OwnJobEndpoints
{
    public static void MapOwnJobs(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs", (Caller caller, OwnJobHandlers handlers) => handlers.ListAsync(caller).Read())
            .WithSummary("Every job that can be run here, shipped and the owner's own.");
        // Reading a file takes its time, and nobody's write waits for it.
        api.MapPost("/jobs/check", (Sent<JobTextRequest> body, OwnJobHandlers handlers) => handlers.Check(body).Read())
            .WithSummary("Reads a job file without keeping it, and says what is wrong with it by line.")
            .WithMetadata(new TakesItsOwnTurn());
        api.MapGet("/jobs/{job}", (string job, Caller caller, OwnJobHandlers handlers) => handlers.GetAsync(job, caller).Read())
            .WithSummary("A job's file with all its steps.");
        api.MapGet("/jobs/{job}/file", FileAsync)
            .WithSummary("A job as the file it is.")
            .Produces<string>(contentType: "application/yaml")
            .Refuses(StatusCodes.Status404NotFound);
        api.MapPut(
                "/jobs/{job}",
                (string job, Sent<KeepJobRequest> body, Caller caller, OwnJobHandlers handlers) =>
                    handlers.KeepAsync(job, body, caller).Edited()
            )
            .WithSummary("Keeps a job of the owner's own; asks for the version that was opened.")
            .WithMetadata(new TakesItsOwnTurn());
        api.MapPost(
                "/jobs/{job}/removed",
                (string job, Sent<RemoveJobRequest> body, Caller caller, OwnJobHandlers handlers) =>
                    handlers.RemoveAsync(job, body, caller).Edited()
            )
            .WithSummary("Removes a job of the owner's own.");
    }

    /// <summary>As a file, to be kept or sent to somebody.</summary>
    private static async Task<IResult> FileAsync(string job, Caller caller, OwnJobHandlers handlers) =>
        await handlers.GetAsync(job, caller) is { IsDone: true, Answer: var answer }
            ? Results.File(System.Text.Encoding.UTF8.GetBytes(answer!.Text), "application/yaml", $"{answer.Id}.yaml")
            : Problems.Of(Problem.NotFound("job"));
}
