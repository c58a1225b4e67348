using System.Text.RegularExpressions;
using MuddyLedger.Content;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Jobs;

/// <param name="Own">Written by the owner.</param>
/// <param name="StandsIn">It is the owner's own in place of a shipped one.</param>
/// <param name="Version">For an own job: what an edit must name.</param>
/// <param name="Broken">Why it cannot be used; null where it can.</param>
public sealed record LibraryJob(
    string Id,
    string Title,
    string For,
    JobGroup Group,
    int Steps,
    bool Own,
    bool StandsIn,
    int? Version,
    string? Broken
);

/// <param name="Text">The file, YAML.</param>
public sealed record JobFileAnswer(string Id, string Text, bool Own, bool Ships, int Version) : IVersioned;

public sealed record JobTextRequest(string? Text);

/// <param name="Line">1 for the first line of the text; null where it is fine.</param>
/// <param name="Reason">What is wrong; null where it can be used.</param>
public sealed record JobCheckAnswer(string? Id, string? Title, int Steps, long? Line, string? Reason);

public sealed record KeepJobRequest(Guid Id, string? Text);

public sealed record RemoveJobRequest(Guid Id);

/// <summary>The library of jobs, and those that the owner writes, copies, changes, brings in and takes out.</summary>
public static partial class OwnJobEndpoints
{
    private const int MostLetters = 200_000;

    public static void MapOwnJobs(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs", ListAsync).Produces<IReadOnlyList<LibraryJob>>();
        // Reading a file takes its time, and nobody's write waits for it.
        api.MapPost("/jobs/check", Check).WithMetadata(new TakesItsOwnTurn()).Produces<JobCheckAnswer>();
        api.MapGet("/jobs/{job}", GetAsync).Produces<JobFileAnswer>();
        api.MapGet("/jobs/{job}/file", FileAsync).Produces<string>(contentType: "application/yaml");
        api.MapPut("/jobs/{job}", KeepAsync).WithMetadata(new TakesItsOwnTurn()).Produces<JobFileAnswer>();
        api.MapPost("/jobs/{job}/removed", RemoveAsync).Produces<IReadOnlyList<LibraryJob>>();
    }

    private static async Task<IResult> ListAsync(HttpContext http, JobLibraries libraries) =>
        Results.Ok(ListOf(await libraries.OpenAsync(http.RequestAborted)));

    private static List<LibraryJob> ListOf(JobLibrary library) =>
        [
            .. library
                .All.Where(job => !library.IsOwn(job.Id))
                .Select(job => new LibraryJob(job.Id, job.Title, job.For, job.Group, job.Steps.Length, false, false, null, null))
                .Concat(
                    library.Own.Select(own => new LibraryJob(
                        own.Own.Id,
                        own.Job?.Title ?? own.Own.Id,
                        own.Job?.For ?? "",
                        own.Job?.Group ?? JobGroup.Other,
                        own.Job?.Steps.Length ?? 0,
                        true,
                        library.Ships(own.Own.Id),
                        own.Own.Version,
                        own.Broken
                    ))
                )
                .OrderBy(job => job.Group)
                .ThenBy(job => job.Title, StringComparer.Ordinal),
        ];

    private static async Task<JobFileAnswer?> OneAsync(string job, JobLibraries libraries, ContentLibrary content, CancellationToken cancel)
    {
        var library = await libraries.OpenAsync(cancel);
        if (library.Own.FirstOrDefault(one => one.Own.Id == job) is { } own)
            return new(job, own.Own.Text, true, library.Ships(job), own.Own.Version);
        return content.JobText(job) is { } text ? new(job, text, false, true, 0) : null;
    }

    private static async Task<IResult> GetAsync(string job, HttpContext http, JobLibraries libraries, ContentLibrary content) =>
        await OneAsync(job, libraries, content, http.RequestAborted) is { } answer
            ? Writing.Answer(http, answer)
            : Problems.NotFound("job");

    private static async Task<IResult> FileAsync(string job, HttpContext http, JobLibraries libraries, ContentLibrary content) =>
        await OneAsync(job, libraries, content, http.RequestAborted) is { } answer
            ? Results.File(System.Text.Encoding.UTF8.GetBytes(answer.Text), "application/yaml", $"{answer.Id}.yaml")
            : Problems.NotFound("job");

    private static IResult Check(JobTextRequest body, ContentLibrary content) => Results.Ok(CheckOf(body.Text, content));

    private static JobCheckAnswer CheckOf(string? text, ContentLibrary content)
    {
        if (string.IsNullOrWhiteSpace(text))
            return new(null, null, 0, 1, "is empty: write a job, or copy one that ships");
        if (text.Length > MostLetters)
            return new(null, null, 0, 1, $"is longer than {MostLetters:#,0} letters");
        try
        {
            var job = content.ReadJob("job", text);
            return IdShape().IsMatch(job.Id)
                ? new(job.Id, job.Title, job.Steps.Length, null, null)
                : new(null, null, 0, 1, "the id may hold small letters, digits, dots and hyphens, 2 to 60 of them");
        }
        catch (ContentException broken)
        {
            return new(null, null, 0, broken.Line, broken.Reason);
        }
    }

    private static async Task<IResult> KeepAsync(
        string job,
        KeepJobRequest body,
        HttpContext http,
        JobLibraries libraries,
        ContentLibrary content,
        OwnJobStore store,
        Writing writing,
        OneWriteAtATime turn
    )
    {
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var read = CheckOf(body.Text, content);
        if (read.Reason is { } reason)
            check.Refuse("text", $"line {read.Line}: {reason}");
        else if (read.Id != job)
            check.Refuse("text", $"line 1: names itself \"{read.Id}\", and is to be kept as \"{job}\"");
        if (check.Failed)
            return check.Problem();
        var version = Writing.IfMatch(http) ?? 0;
        using var held = await turn.TakeAsync(http.RequestAborted);
        if (turn.Refusal() is { } lookOnly)
            return lookOnly;
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (_, pen) =>
            {
                var standing = (await store.AllAsync(http.RequestAborted)).FirstOrDefault(one => one.Id == job);
                if ((standing?.Version ?? 0) != version)
                    return Problems.Stale((await OneAsync(job, libraries, content, http.RequestAborted))!);
                await store.KeepAsync(job, standing?.Version, body.Text, pen.At, http.RequestAborted);
                return null;
            },
            async () => (await OneAsync(job, libraries, content, http.RequestAborted))!
        );
    }

    private static async Task<IResult> RemoveAsync(
        string job,
        RemoveJobRequest body,
        HttpContext http,
        JobLibraries libraries,
        OwnJobStore store,
        Writing writing
    )
    {
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        if (check.Failed)
            return check.Problem();
        if (Writing.IfMatch(http) is not { } version)
            return Problems.NoETag();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (_, pen) =>
            {
                var standing = (await store.AllAsync(http.RequestAborted)).FirstOrDefault(one => one.Id == job);
                if (standing is null)
                    return Problems.NotFound("job of your own");
                if (standing.Version != version)
                    return Problems.Stale(ListOf(await libraries.OpenAsync(http.RequestAborted)));
                await store.KeepAsync(job, version, null, pen.At, http.RequestAborted);
                return null;
            },
            async () => ListOf(await libraries.OpenAsync(http.RequestAborted))
        );
    }

    [GeneratedRegex("^[a-z0-9][a-z0-9.-]{1,59}$")]
    private static partial Regex IdShape();
}
