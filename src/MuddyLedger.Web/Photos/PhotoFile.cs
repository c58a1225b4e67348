using MuddyLedger.App.Photos;
using SkiaSharp;

namespace MuddyLedger.Web.Photos;

/// <summary>
/// Takes in a picture by making it anew, so that where it was taken, by what and by whom stays behind. What a file says of itself
/// is believed only as far as it costs nothing: its size is judged before a pixel of it is unpacked.
/// </summary>
public static class PhotoFile
{
    public const int LargestFile = 15 * 1024 * 1024;
    public const int LongSide = 1600;
    public const int SmallSide = 240;

    /// <summary>No camera makes more; a file that says so is a trap.</summary>
    private const long MostPixels = 200_000_000;

    /// <summary>Unpacked they take four bytes each.</summary>
    private const long MostUnpacked = 40_000_000;

    private const int Quality = 82;
    private const int SmallQuality = 75;

    /// <summary>Unpacked pictures are large: one at a time.</summary>
    private static readonly SemaphoreSlim Turn = new(1, 1);

    public static async Task<PhotoRead> ReadAsync(byte[] sent, CancellationToken cancel)
    {
        await Turn.WaitAsync(cancel);
        try
        {
            return await Task.Run(() => Read(sent), cancel);
        }
        finally
        {
            Turn.Release();
        }
    }

    private static PhotoRead Read(byte[] sent)
    {
        using var data = SKData.CreateCopy(sent);
        using var codec = SKCodec.Create(data);
        if (codec?.EncodedFormat is not (SKEncodedImageFormat.Jpeg or SKEncodedImageFormat.Png or SKEncodedImageFormat.Webp))
            return PhotoRead.Refused("is no JPEG, PNG or WebP picture that can be read");
        var full = codec.Info;
        if (Pixels(full.Size) > MostPixels)
            return PhotoRead.Refused($"says that it is {full.Width} by {full.Height}: no camera takes so large a picture");
        // A JPEG can be unpacked at a half, a quarter, an eighth: enough of it, and cheaper.
        var size = codec.GetScaledDimensions(Math.Min(1, (float)LongSide / Math.Max(full.Width, full.Height)));
        if (Pixels(size) > MostUnpacked)
            return PhotoRead.Refused($"is {full.Width} by {full.Height}: too large to unpack. Send it smaller, or as a JPEG");
        using var unpacked = new SKBitmap(
            new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Premul, SKColorSpace.CreateSrgb())
        );
        if (codec.GetPixels(unpacked.Info, unpacked.GetPixels()) != SKCodecResult.Success)
            return PhotoRead.Refused("is cut short or damaged");
        using var upright = SKImage.FromBitmap(unpacked);
        return new(
            new Photo(Drawn(upright, codec.EncodedOrigin, LongSide, Quality), Drawn(upright, codec.EncodedOrigin, SmallSide, SmallQuality)),
            null
        );
    }

    private static long Pixels(SKSizeI size) => (long)size.Width * size.Height;

    private static byte[] Drawn(SKImage image, SKEncodedOrigin origin, int longSide, int quality)
    {
        var lying = origin >= SKEncodedOrigin.LeftTop;
        var (width, height) = lying ? (image.Height, image.Width) : (image.Width, image.Height);
        var scale = Math.Min(1f, (float)longSide / Math.Max(width, height));
        using var surface = SKSurface.Create(
            new SKImageInfo(
                Math.Max(1, (int)Math.Round(width * scale)),
                Math.Max(1, (int)Math.Round(height * scale)),
                SKColorType.Rgba8888,
                SKAlphaType.Opaque,
                SKColorSpace.CreateSrgb()
            )
        );
        var canvas = surface.Canvas;
        canvas.Clear(SKColors.White); // behind what is see-through
        canvas.Scale(surface.Canvas.DeviceClipBounds.Width / (float)width, surface.Canvas.DeviceClipBounds.Height / (float)height);
        canvas.Concat(Turned(origin, image.Width, image.Height));
        canvas.DrawImage(image, 0, 0, new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var shot = surface.Snapshot();
        using var encoded = shot.Encode(SKEncodedImageFormat.Jpeg, quality);
        return encoded.ToArray();
    }

    /// <summary>
    /// From the picture as it lies in the file to upright, for each of the eight ways it can lie (EXIF 2.3, Orientation).
    /// </summary>
    private static SKMatrix Turned(SKEncodedOrigin origin, int width, int height) =>
        origin switch
        {
            SKEncodedOrigin.TopRight => new(-1, 0, width, 0, 1, 0, 0, 0, 1),
            SKEncodedOrigin.BottomRight => new(-1, 0, width, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.BottomLeft => new(1, 0, 0, 0, -1, height, 0, 0, 1),
            SKEncodedOrigin.LeftTop => new(0, 1, 0, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightTop => new(0, -1, height, 1, 0, 0, 0, 0, 1),
            SKEncodedOrigin.RightBottom => new(0, -1, height, -1, 0, width, 0, 0, 1),
            SKEncodedOrigin.LeftBottom => new(0, 1, 0, -1, 0, width, 0, 0, 1),
            _ => SKMatrix.Identity,
        };

    /// <summary>
    /// Whether a JPEG holds a picture and nothing else: of what may be said beside it (APPn and comments), only what says how to read
    /// the pixels. A picture in a copy of a shed is kept byte for byte, and so must be one of ours.
    /// </summary>
    public static bool OnlyAPicture(ReadOnlySpan<byte> jpeg)
    {
        const byte Start = 0xD8,
            Scan = 0xDA,
            Comment = 0xFE,
            FirstApp = 0xE0,
            Profile = 0xE2,
            Adobe = 0xEE,
            LastApp = 0xEF;
        if (jpeg.Length < 4 || jpeg[0] != 0xFF || jpeg[1] != Start)
            return false;
        for (var at = 2; at + 4 <= jpeg.Length && jpeg[at] == 0xFF; )
        {
            var marker = jpeg[at + 1];
            if (marker == Scan)
                return true;
            if (marker == Comment || (marker is >= FirstApp and <= LastApp && marker is not (FirstApp or Profile or Adobe)))
                return false;
            at += 2 + ((jpeg[at + 2] << 8) | jpeg[at + 3]);
        }

        return false;
    }
}
