using Microsoft.AspNetCore.Mvc;
using MuddyLedger.App.Photos;
using MuddyLedger.App.Requests;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Photos;

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
                (Guid photo, HttpContext http, Caller caller, PhotoHandlers handlers) => ShowAsync(photo, false, http, caller, handlers)
            )
            .WithSummary("A photo.")
            .Produces<byte[]>(contentType: "image/jpeg")
            .Refuses(StatusCodes.Status404NotFound);
        api.MapGet(
                "/photos/{photo:guid}/small",
                (Guid photo, HttpContext http, Caller caller, PhotoHandlers handlers) => ShowAsync(photo, true, http, caller, handlers)
            )
            .WithSummary("A photo, small.")
            .Produces<byte[]>(contentType: "image/jpeg")
            .Refuses(StatusCodes.Status404NotFound);
        Takes(
            api.MapPut(
                    "/viewings/{viewing:guid}/points/{point}/photos/{photo:guid}",
                    (Guid viewing, string point, Guid photo, PhotoBody body, Caller caller, PhotoHandlers handlers) =>
                        handlers.AtViewingAsync(viewing, point, photo, body.Sent, caller).Written()
                )
                .WithSummary("Keeps a photo at a point of a viewing.")
        );
        Takes(
            api.MapPut(
                    "/bikes/{bike:guid}/photos/{photo:guid}",
                    (Guid bike, Guid photo, string? about, PhotoBody body, Caller caller, PhotoHandlers handlers) =>
                        handlers.InBookAsync(bike, photo, about, body.Sent, caller).Written()
                )
                .WithSummary("Keeps a photo in a bike's book.")
        );
    }

    private static void Takes(RouteHandlerBuilder route) =>
        route.WithMetadata(new RequestSizeLimitAttribute(PhotoFile.LargestFile + 1024)).Accepts<byte[]>(Kinds[0], Kinds[1..]);

    /// <summary>A picture never changes, so whoever has it need not ask again.</summary>
    private static async Task<IResult> ShowAsync(Guid photo, bool small, HttpContext http, Caller caller, PhotoHandlers handlers)
    {
        var outcome = await handlers.ShowAsync(photo, small, caller);
        if (!outcome.IsDone)
            return Problems.Of(outcome.Problem);
        http.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return Results.Bytes(outcome.Answer, "image/jpeg");
    }
}
