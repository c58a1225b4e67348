using System.Reflection;
using System.Security.Cryptography;
using MuddyLedger.App.Photos;

namespace MuddyLedger.Web.Photos;

/// <summary>
/// The body of a request that is a picture. It is read and made anew before the request's turn to write comes, so that a slow sender
/// and a large picture hold nobody up.
/// </summary>
public sealed record PhotoBody(SentPhoto Sent)
{
    private static readonly PhotoBody TooLarge = new(new SentPhoto(PhotoRead.Refused(""), "", true));

    public static async ValueTask<PhotoBody?> BindAsync(HttpContext context, ParameterInfo _)
    {
        var cancel = context.RequestAborted;
        if (context.Request.ContentLength > PhotoFile.LargestFile)
            return TooLarge;
        using var sent = new MemoryStream();
        var buffer = new byte[64 * 1024];
        for (int read; (read = await context.Request.Body.ReadAsync(buffer, cancel)) > 0; )
        {
            if (sent.Length + read > PhotoFile.LargestFile)
                return TooLarge;
            sent.Write(buffer, 0, read);
        }

        var bytes = sent.ToArray();
        return new(
            new SentPhoto(
                bytes.Length == 0 ? PhotoRead.Refused("is missing") : await PhotoFile.ReadAsync(bytes, cancel),
                Convert.ToHexStringLower(SHA256.HashData(bytes)),
                false
            )
        );
    }
}
