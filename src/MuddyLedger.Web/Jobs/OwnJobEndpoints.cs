using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Jobs;

/// <summary>The library of jobs, and those that the owner writes, copies, changes, brings in and takes out.</summary>
public static class OwnJobEndpoints
{
    public static void MapOwnJobs(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs", (Caller caller, OwnJobHandlers handlers) => handlers.ListAsync(caller).Read());
        // Reading a file takes its time, and nobody's write waits for it.
        api.MapPost("/jobs/check", (JobTextRequest body, OwnJobHandlers handlers) => handlers.Check(body).Read())
            .WithMetadata(new TakesItsOwnTurn());
        api.MapGet("/jobs/{job}", (string job, Caller caller, OwnJobHandlers handlers) => handlers.GetAsync(job, caller).Read());
        api.MapGet("/jobs/{job}/file", FileAsync).Produces<string>(contentType: "application/yaml");
        api.MapPut(
                "/jobs/{job}",
                (string job, KeepJobRequest body, Caller caller, OwnJobHandlers handlers) => handlers.KeepAsync(job, body, caller).Edited()
            )
            .WithMetadata(new TakesItsOwnTurn());
        api.MapPost(
            "/jobs/{job}/removed",
            (string job, RemoveJobRequest body, Caller caller, OwnJobHandlers handlers) => handlers.RemoveAsync(job, body, caller).Edited()
        );
    }

    /// <summary>As a file, to be kept or sent to somebody.</summary>
    private static async Task<IResult> FileAsync(string job, Caller caller, OwnJobHandlers handlers) =>
        await handlers.GetAsync(job, caller) is { IsDone: true, Answer: var answer }
            ? Results.File(System.Text.Encoding.UTF8.GetBytes(answer!.Text), "application/yaml", $"{answer.Id}.yaml")
            : Problems.Of(Problem.NotFound("job"));
}
