namespace MuddyLedger.App.Photos;

/// <summary>A picture as it is kept: upright JPEGs with nothing in them but the picture.</summary>
/// <param name="Image">JPEG, cleaned of where and by whom.</param>
/// <param name="Small">As large as a stamp, for lists.</param>
public sealed record Photo(byte[] Image, byte[] Small)
{
    /// <summary>Whether a kept JPEG begins and ends as one: a page of it that the disk lost leaves nothing at its end.</summary>
    public static bool IsWhole(ReadOnlySpan<byte> jpeg) =>
        jpeg.Length > 4
        && jpeg[..2].SequenceEqual((ReadOnlySpan<byte>)[0xFF, 0xD8])
        && jpeg[^2..].SequenceEqual((ReadOnlySpan<byte>)[0xFF, 0xD9]);
}

/// <summary>What became of a file that was sent as a picture.</summary>
/// <param name="Photo">Null where it was refused.</param>
/// <param name="Refusal">In a sentence; null where it was read.</param>
public sealed record PhotoRead(Photo? Photo, string? Refusal)
{
    /// <param name="words">What is wrong with what was sent.</param>
    public static PhotoRead Refused(string words) => new(null, words);
}

/// <summary>A picture that was sent, made anew before the request's turn to write comes.</summary>
/// <param name="Read">What came of reading it.</param>
/// <param name="Sha256">Of the file as it was sent: what the write is known by.</param>
/// <param name="TooLarge">It was not read, for its size.</param>
public sealed record SentPhoto(PhotoRead Read, string Sha256, bool TooLarge);
