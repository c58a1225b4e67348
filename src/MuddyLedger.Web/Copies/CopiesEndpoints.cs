using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Hosting;
using NodaTime;

namespace MuddyLedger.Web.Copies;

/// <summary>How the shed's file is.</summary>
/// <param name="LookOnly">Why nothing can be written; null where it can.</param>
/// <param name="Words">The same for the owner, with what to do.</param>
/// <param name="Lost">For a damaged file: what could not be read, by what it was.</param>
/// <param name="Damaged">What could be read and not understood, by bike.</param>
/// <param name="Folder">Where the shed is kept.</param>
public sealed record StoreAnswer(
    LookOnlyCause? LookOnly,
    string? Words,
    IReadOnlyList<LostAnswer> Lost,
    IReadOnlyList<DamagedBike> Damaged,
    string Folder
);

/// <summary>How much of one kind was lost.</summary>
/// <param name="What">"entries", "photos".</param>
/// <param name="Read">How many rows could be read.</param>
/// <param name="Lost">How many could not.</param>
public sealed record LostAnswer(string What, long Read, long Lost);

/// <summary>A copy that the shed made of itself.</summary>
/// <param name="Name">Of its file.</param>
/// <param name="At">When it was made.</param>
/// <param name="Bikes">How many are in it.</param>
/// <param name="Entries">How many lines of books are in it.</param>
/// <param name="Photos">How many photos belong to it.</param>
/// <param name="Bytes">Of its file.</param>
public sealed record CopyAnswer(string Name, Instant At, int Bikes, int Entries, int Photos, long Bytes);

/// <summary>The copies that the shed made of itself.</summary>
/// <param name="Copies">The newest first.</param>
/// <param name="Folder">Where they lie.</param>
/// <param name="Trouble">Why the last automatic copy failed; null where it did not.</param>
public sealed record CopiesAnswer(IReadOnlyList<CopyAnswer> Copies, string Folder, string? Trouble);

/// <summary>A copy to be made now, or to be gone back to.</summary>
/// <param name="Id">The act's own id, a UUID v7.</param>
public sealed record CopyRequest(Guid Id);

/// <summary>The shed is as it was when a copy was made.</summary>
/// <param name="Copy">Which.</param>
/// <param name="SetAside">Where what was there before lies now.</param>
public sealed record WentBackAnswer(CopyAnswer Copy, string SetAside);

/// <summary>The copies that the shed makes of itself, and the way back to one of them.</summary>
public static class CopiesEndpoints
{
    /// <summary>How long the exchange of the file waits for those who are still reading it.</summary>
    private static readonly TimeSpan MostWait = TimeSpan.FromSeconds(20);

    /// <summary>Whoever reads the shed goes in by the door, so that its file is never exchanged under a reader.</summary>
    public static void UseStoreDoor(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                // A gauge is listened to for minutes, and reads nothing of the shed.
                var path = context.Request.Path;
                if (!path.StartsWithSegments("/api") || path.StartsWithSegments("/api/gauges"))
                {
                    await next(context);
                    return;
                }

                var door = context.RequestServices.GetRequiredService<StoreDoor>();
                await door.EnterAsync(context.RequestAborted);
                try
                {
                    await next(context);
                }
                finally
                {
                    door.Leave();
                }
            }
        );

    public static void MapCopies(this IEndpointRouteBuilder api)
    {
        api.MapGet("/store", StoreAsync)
            .WithSummary("How the shed's file was found, and what of it cannot be read.")
            .Produces<StoreAnswer>();
        api.MapGet(
                "/copies",
                (ShedStore store, DailyCopies daily) =>
                    TypedResults.Ok(
                        new CopiesAnswer(
                            [.. ShedCopies.Of(store.Folder).Select(AnswerOf)],
                            ShedCopies.FolderOf(store.Folder),
                            daily.Trouble
                        )
                    )
            )
            .WithSummary("The copies of the shed that are kept here.");
        api.MapPost("/copies", MakeAsync)
            .WithSummary("Makes a copy now.")
            .WithMetadata(new TakesItsOwnTurn())
            .Produces<CopyAnswer>()
            .Refuses(StatusCodes.Status422UnprocessableEntity, StatusCodes.Status503ServiceUnavailable);
        api.MapPost("/copies/{name}/go-back", GoBackAsync)
            .WithSummary("Goes back to a copy; what stood before is kept as one.")
            .WithMetadata(new TakesItsOwnTurn())
            .Produces<WentBackAnswer>()
            .Refuses(StatusCodes.Status404NotFound, StatusCodes.Status422UnprocessableEntity);
    }

    private static async Task<IResult> StoreAsync(Caller caller, ShedStore store, ShedSnapshots snapshots)
    {
        // A file that was taken away cannot be asked what of it is damaged.
        var damaged =
            store.IsReplaced() || store.LookOnly?.Cause == LookOnlyCause.Replaced ? [] : await snapshots.DamagedAsync(caller.Cancel);
        return TypedResults.Ok(
            new StoreAnswer(
                store.LookOnly?.Cause,
                store.LookOnly?.Words,
                [.. (store.LookOnly?.Salvaged ?? []).Select(table => new LostAnswer(table.Table, table.Read, table.Lost))],
                damaged,
                store.Folder
            )
        );
    }

    private static async Task<IResult> MakeAsync(
        Sent<CopyRequest> body,
        Caller caller,
        ShedStore store,
        DailyCopies daily,
        OneWriteAtATime turn,
        ShedOptions options
    )
    {
        var check = caller.Check(body.Value.Id);
        if (check.Failed)
            return Problems.Of(check.Problem());
        if (turn.Refusal() is { } refusal)
            return Problems.Of(refusal);
        return await daily.MakeAsync(options.Clock.GetCurrentInstant()) is { } made && Found(store, made) is { } copy
            ? TypedResults.Ok(AnswerOf(copy))
            : Problems.Of(Problem.Refused(null, daily.Trouble ?? "No copy was made."));
    }

    private static async Task<IResult> GoBackAsync(
        string name,
        Sent<CopyRequest> body,
        Caller caller,
        ShedStore store,
        OneWriteAtATime turn,
        StoreDoor door,
        SnapshotCache cache,
        ShedOptions options
    )
    {
        var check = caller.Check(body.Value.Id);
        if (check.Failed)
            return Problems.Of(check.Problem());
        if (ShedCopies.PathOf(store.Folder, name) is not { } path || Found(store, name) is not { } copy)
            return Problems.Of(Problem.NotFound("copy"));
        using var held = await turn.TakeAsync(caller.Cancel);
        try
        {
            var aside = await door.AloneAsync(
                async () =>
                {
                    var aside = await store.GoBackAsync(path, options.Clock.GetCurrentInstant(), options.Zone, CancellationToken.None);
                    cache.Clear();
                    return aside;
                },
                MostWait
            );
            return TypedResults.Ok(new WentBackAnswer(AnswerOf(copy), aside));
        }
        catch (TimeoutException)
        {
            return Problems.Of(
                Problem.Refused(null, "Somebody is still reading the shed, an export for instance. Try again when that is done.")
            );
        }
        catch (Exception refused) when (refused is InvalidDataException or IOException or UnauthorizedAccessException)
        {
            return Problems.Of(Problem.Refused(null, refused.Message));
        }
    }

    private static ShedCopyFound? Found(ShedStore store, string name) =>
        ShedCopies.Of(store.Folder).FirstOrDefault(copy => copy.Name == name);

    private static CopyAnswer AnswerOf(ShedCopyFound copy) => new(copy.Name, copy.At, copy.Bikes, copy.Entries, copy.Photos, copy.Bytes);
}
