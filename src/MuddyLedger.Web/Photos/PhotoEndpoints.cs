using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.Content;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Viewings;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Hosting;
using MuddyLedger.Web.Ledger;
using MuddyLedger.Web.Viewings;

namespace MuddyLedger.Web.Photos;

/// <summary>What a write is known by: the picture that was sent, and what it was said to show.</summary>
public sealed record PhotoAsked(string About, string Sha256);

/// <summary>
/// Pictures in, to a point of a viewing or a bike's book, and out again. A picture's id is that of the write, the tap or line, and the
/// picture.
/// </summary>
public static class PhotoEndpoints
{
    private static readonly string[] Kinds = ["image/jpeg", "image/png", "image/webp"];

    public static void MapPhotos(this IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/photos/{photo:guid}",
                (Guid photo, HttpContext http, ShedContext context) =>
                    ShowAsync(context.Photos.Where(row => row.Id == photo).Select(row => row.Image), http)
            )
            .Produces<byte[]>(contentType: "image/jpeg");
        api.MapGet(
                "/photos/{photo:guid}/small",
                (Guid photo, HttpContext http, ShedContext context) =>
                    ShowAsync(context.Photos.Where(row => row.Id == photo).Select(row => row.Small), http)
            )
            .Produces<byte[]>(contentType: "image/jpeg");
        Takes(api.MapPut("/viewings/{viewing:guid}/points/{point}/photos/{photo:guid}", AtViewingAsync)).Produces<ViewingAnswer>();
        Takes(api.MapPut("/bikes/{bike:guid}/photos/{photo:guid}", InBookAsync)).Produces<EntryAnswer>();
    }

    private static RouteHandlerBuilder Takes(RouteHandlerBuilder route) =>
        route.WithMetadata(new RequestSizeLimitAttribute(PhotoFile.LargestFile + 1024)).Accepts<byte[]>(Kinds[0], Kinds[1..]);

    /// <summary>A picture never changes, so whoever has it need not ask again.</summary>
    private static async Task<IResult> ShowAsync(IQueryable<byte[]> image, HttpContext http)
    {
        if (await image.SingleOrDefaultAsync(http.RequestAborted) is not { } bytes)
            return Problems.NotFound("photo");
        if (!PhotoFile.IsWhole(bytes))
            return Problems.Gone("This photo is damaged: its end is missing. An automatic copy may still hold it.");
        http.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return Results.Bytes(bytes, "image/jpeg");
    }

    private static async Task<IResult> AtViewingAsync(
        Guid viewing,
        string point,
        Guid photo,
        PhotoSent sent,
        HttpContext http,
        ViewingEndpoints.Yard yard,
        ContentLibrary content,
        ShedContext context,
        Writing writing
    )
    {
        if (await yard.OneAsync(viewing, http.RequestAborted) is not { } stored)
            return Problems.NotFound("viewing");
        if (!content.Viewing.ById.ContainsKey(point))
            return Problems.NotFound("point");
        if (Judge(http, photo, sent) is { } refused)
            return refused;
        return await writing.OnceAsync(
            http,
            photo,
            new PhotoAsked(point, sent.Sha256),
            (_, pen) =>
            {
                if (stored.Status != ViewingStatus.Open)
                    return Task.FromResult<IResult?>(Problems.Refused(null, "This viewing is closed. Open it again to change it."));
                Add(context, photo, sent, pen);
                yard.Store.AddEvent(stored, new ViewingEvent(photo, pen.At, pen.Device, new PointPictured(point, photo)));
                return Task.FromResult<IResult?>(null);
            },
            () => yard.AnswerAsync(viewing, http.RequestAborted)
        );
    }

    private static async Task<IResult> InBookAsync(
        Guid bike,
        Guid photo,
        string? about,
        PhotoSent sent,
        HttpContext http,
        ShedPictures pictures,
        ShedOptions options,
        ShedContext context,
        Writing writing
    )
    {
        if (await pictures.OneAsync(bike, http.RequestAborted) is not { } picture)
            return Problems.NotFound("bike");
        if (Judge(http, photo, sent) is { } refused)
            return refused;
        var check = new FieldCheck(http);
        var words = check.OptionalText("about", about, 120) ?? "";
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            photo,
            new PhotoAsked(words, sent.Sha256),
            (writer, pen) =>
            {
                Add(context, photo, sent, pen);
                writer.AddEntry(
                    new LedgerEntry(new(photo), picture.Bike.Id, options.DayOf(pen.At), pen.At, pen.Device, new PhotoTaken(photo, words))
                );
                return Task.FromResult<IResult?>(null);
            },
            () => EntryAnswers.OneAsync(pictures, bike, photo, http.RequestAborted)
        );
    }

    private static IResult? Judge(HttpContext http, Guid photo, PhotoSent sent)
    {
        if (sent.TooLarge)
            return Results.Problem(
                title: "Nothing was changed.",
                detail: "A photo may be at most 15 MB. Send it smaller.",
                statusCode: StatusCodes.Status413PayloadTooLarge
            );
        var check = new FieldCheck(http);
        check.Id("photo", photo);
        if (sent.Read.Refusal is { } words)
            check.Refuse("photo", words);
        return check.Failed ? check.Problem() : null;
    }

    private static void Add(ShedContext context, Guid id, PhotoSent sent, Pen pen) =>
        context.Photos.Add(
            new PhotoRow
            {
                Id = id,
                AddedAt = pen.At,
                Image = sent.Read.Photo!.Image,
                Small = sent.Read.Photo.Small,
            }
        );
}
