using System.Text.RegularExpressions;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.App.Jobs;

/// <summary>A job of the library.</summary>
/// <param name="Id">By which tasks and files name it.</param>
/// <param name="Title">What it is called.</param>
/// <param name="For">What it does, in a sentence.</param>
/// <param name="Group">The heading that it is listed under.</param>
/// <param name="Steps">How many it has, before any bike leaves some out.</param>
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

/// <summary>The file of a job.</summary>
/// <param name="Id">By which it is kept.</param>
/// <param name="Text">The file, YAML.</param>
/// <param name="Own">The owner wrote or changed it.</param>
/// <param name="Ships">One of this id ships.</param>
/// <param name="Version">Counts up with every change, from 1; sent back as If-Match.</param>
public sealed record JobFileAnswer(string Id, string Text, bool Own, bool Ships, int Version) : IVersioned;

/// <summary>A file that is being written.</summary>
/// <param name="Text">YAML.</param>
public sealed record JobTextRequest(string? Text);

/// <summary>What a file would be read as.</summary>
/// <param name="Id">Null where it cannot be read.</param>
/// <param name="Title">Null where it cannot be read.</param>
/// <param name="Steps">How many; 0 where it cannot be read.</param>
/// <param name="Line">1 for the first line of the text; null where it is fine.</param>
/// <param name="Reason">What is wrong; null where it can be used.</param>
public sealed record JobCheckAnswer(string? Id, string? Title, int Steps, long? Line, string? Reason);

/// <summary>A job of the owner's own to be kept.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Text">YAML, checked as strictly as what ships.</param>
public sealed record KeepJobRequest(Guid Id, string? Text);

/// <summary>A job of the owner's own to be removed: a shipped one of the same id stands again.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
public sealed record RemoveJobRequest(Guid Id);

/// <summary>The library of jobs, and those that the owner writes, copies, changes, brings in and takes out.</summary>
public sealed partial class OwnJobHandlers(
    JobLibraries libraries,
    ContentLibrary content,
    IOwnJobStore store,
    IWriteTurn turn,
    Writing writing
)
{
    private const int MostLetters = 200_000;

    /// <summary>Every job that can be run here, shipped and the owner's own.</summary>
    public async Task<Outcome<LibraryJob[]>> ListAsync(Caller caller) => ListOf(await libraries.OpenAsync(caller.Cancel));

    private static LibraryJob[] ListOf(JobLibrary library) =>
        [
            .. library
                .All.Where(job => !library.IsOwn(job.Id))
                .Select(job => new LibraryJob(
                    Id: job.Id,
                    Title: job.Title,
                    For: job.For,
                    Group: job.Group,
                    Steps: job.Steps.Length,
                    Own: false,
                    StandsIn: false,
                    Version: null,
                    Broken: null
                ))
                .Concat(
                    library.Own.Select(own => new LibraryJob(
                        Id: own.Own.Id,
                        Title: own.Job?.Title ?? own.Own.Id,
                        For: own.Job?.For ?? "",
                        Group: own.Job?.Group ?? JobGroup.Other,
                        Steps: own.Job?.Steps.Length ?? 0,
                        Own: true,
                        StandsIn: library.Ships(own.Own.Id),
                        Version: own.Own.Version,
                        Broken: own.Broken
                    ))
                )
                .OrderBy(job => job.Group)
                .ThenBy(job => job.Title, StringComparer.Ordinal),
        ];

    private async Task<JobFileAnswer?> OneAsync(string job, CancellationToken cancel)
    {
        var library = await libraries.OpenAsync(cancel);
        if (library.Own.FirstOrDefault(one => one.Own.Id == job) is { } own)
            return new(job, own.Own.Text, true, library.Ships(job), own.Own.Version);
        return content.JobText(job) is { } text ? new(job, text, false, true, 0) : null;
    }

    /// <summary>A job's file with all its steps.</summary>
    public async Task<Outcome<JobFileAnswer>> GetAsync(string job, Caller caller) =>
        await OneAsync(job, caller.Cancel) is { } answer ? answer : Problem.NotFound("job");

    /// <summary>Reads a job file without keeping it, and says what is wrong with it by line.</summary>
    public Outcome<JobCheckAnswer> Check(JobTextRequest body) => (CheckOf(body.Text));

    private JobCheckAnswer CheckOf(string? text)
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

    /// <summary>Keeps a job of the owner's own; asks for the version that was opened.</summary>
    public async Task<Outcome<JobFileAnswer>> KeepAsync(string job, KeepJobRequest body, Caller caller)
    {
        var check = caller.Check(body.Id);
        var read = CheckOf(body.Text);
        if (read.Reason is { } reason)
            check.Refuse("text", $"line {read.Line}: {reason}");
        else if (read.Id != job)
            check.Refuse("text", $"line 1: names itself \"{read.Id}\", and is to be kept as \"{job}\"");
        if (check.Failed)
            return check.Problem();
        var version = caller.Version ?? 0;
        using var held = await turn.TakeAsync(caller.Cancel);
        if (turn.Refusal() is { } lookOnly)
            return lookOnly;
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (_, stamp) =>
            {
                var kept = (await store.AllAsync(caller.Cancel)).FirstOrDefault(one => one.Id == job);
                if ((kept?.Version ?? 0) != version)
                    return Problem.Stale((await OneAsync(job, caller.Cancel))!);
                await store.KeepAsync(job, kept?.Version, body.Text, stamp.At, caller.Cancel);
                return null;
            },
            async () => (await OneAsync(job, caller.Cancel))!
        );
    }

    /// <summary>Removes a job of the owner's own.</summary>
    public async Task<Outcome<LibraryJob[]>> RemoveAsync(string job, RemoveJobRequest body, Caller caller)
    {
        var check = caller.Check(body.Id);
        if (check.Failed)
            return check.Problem();
        if (caller.Version is not { } version)
            return Problem.NoVersion();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (_, stamp) =>
            {
                var kept = (await store.AllAsync(caller.Cancel)).FirstOrDefault(one => one.Id == job);
                if (kept is null)
                    return Problem.NotFound("job of your own");
                if (kept.Version != version)
                    return Problem.Stale(ListOf(await libraries.OpenAsync(caller.Cancel)));
                await store.KeepAsync(job, version, null, stamp.At, caller.Cancel);
                return null;
            },
            async () => ListOf(await libraries.OpenAsync(caller.Cancel))
        );
    }

    [GeneratedRegex("^[a-z0-9][a-z0-9.-]{1,59}$")]
    private static partial Regex IdShape();
}
