using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.App.Viewings;
using MuddyLedger.Content;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.App.Photos;

/// <summary>What a write is known by: the picture that was sent, and what it was said to show.</summary>
/// <param name="About">The line that it belongs to, or what it shows.</param>
/// <param name="Sha256">Of the picture as sent, in hexadecimal.</param>
public sealed record PhotoAsked(string About, string Sha256);

/// <summary>
/// Pictures in, to a point of a viewing or a bike's book, and out again. A picture's id is that of the write, the tap or line, and the
/// picture.
/// </summary>
public sealed class PhotoHandlers(
    ViewingSnapshots viewings,
    ContentLibrary content,
    IShedReader reader,
    Writing writing,
    ShedSnapshots snapshots,
    ShedClock clock
)
{
    /// <returns>A JPEG.</returns>
    public async Task<Outcome<byte[]>> ShowAsync(Guid photo, bool small, Caller caller) =>
        await reader.PhotoAsync(photo, small, caller.Cancel) is not { } bytes ? Problem.NotFound("photo")
        : Photo.IsWhole(bytes) ? bytes
        : Problem.Gone("This photo is damaged: its end is missing. An automatic copy may still hold it.");

    /// <summary>Keeps a photo at a point of a viewing.</summary>
    public async Task<Outcome<ViewingAnswer>> AtViewingAsync(Guid viewing, string point, Guid photo, SentPhoto sent, Caller caller)
    {
        if (await viewings.OneAsync(viewing, caller.Cancel) is not { } stored)
            return Problem.NotFound("viewing");
        if (!content.Viewing.ById.ContainsKey(point))
            return Problem.NotFound("point");
        if (Judge(caller, photo, sent) is { } refused)
            return refused;
        return await writing.OnceAsync(
            caller,
            photo,
            new PhotoAsked(point, sent.Sha256),
            (writer, stamp) =>
            {
                if (stored.Status != ViewingStatus.Open)
                    return Task.FromResult<Problem?>(Problem.Refused(null, "This viewing is closed. Open it again to change it."));
                Add(writer, photo, sent, stamp);
                viewings.Store.AddEvent(stored, new ViewingEvent(photo, stamp.At, stamp.Device, new PointPictured(point, photo)));
                return Task.FromResult<Problem?>(null);
            },
            () => viewings.AnswerAsync(viewing, caller.Cancel)
        );
    }

    /// <summary>Keeps a photo in a bike's book.</summary>
    public async Task<Outcome<EntryAnswer>> InBookAsync(Guid bike, Guid photo, string? about, SentPhoto sent, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        if (Judge(caller, photo, sent) is { } refused)
            return refused;
        var check = caller.Check();
        var words = check.OptionalText("about", about, 120) ?? "";
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            photo,
            new PhotoAsked(words, sent.Sha256),
            (writer, stamp) =>
            {
                Add(writer, photo, sent, stamp);
                writer.AddEntry(
                    new LedgerEntry(
                        new(photo),
                        snapshot.Bike.Id,
                        clock.DayOf(stamp.At),
                        stamp.At,
                        stamp.Device,
                        new PhotoTaken(photo, words)
                    )
                );
                return Task.FromResult<Problem?>(null);
            },
            () => EntryAnswers.OneAsync(snapshots, bike, photo, caller.Cancel)
        );
    }

    private static Problem? Judge(Caller caller, Guid photo, SentPhoto sent)
    {
        if (sent.TooLarge)
            return Problem.TooLarge("A photo may be at most 15 MB. Send it smaller.");
        var check = caller.Check();
        check.Id("photo", photo);
        if (sent.Read.Refusal is { } words)
            check.Refuse("photo", words);
        return check.Failed ? check.Problem() : null;
    }

    private static void Add(IShedWriter writer, Guid id, SentPhoto sent, WriteStamp stamp) =>
        writer.AddPhoto(id, sent.Read.Photo!.Image, sent.Read.Photo.Small, stamp.At);
}
