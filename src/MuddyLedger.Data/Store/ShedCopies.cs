using System.Collections.Immutable;
using MuddyLedger.Core.Copies;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>One of the copies that the shed makes of itself.</summary>
/// <param name="Name">Of its folder; what one asks for it by.</param>
/// <param name="Bytes">Of its file; its photos lie beside all copies and are not counted.</param>
public sealed record ShedCopyFound(string Name, Instant At, int Bikes, int Entries, int Photos, long Bytes);

/// <summary>
/// The copies that a shed makes of itself, in its own folder: one a day on which something changed, and one before each change of its
/// shape.
/// </summary>
public static class ShedCopies
{
    public const string FolderName = "copies";

    public static string FolderOf(string folder) => Path.Combine(folder, FolderName);

    /// <summary>The newest first. What is no whole copy is not among them.</summary>
    public static ImmutableArray<ShedCopyFound> Of(string folder)
    {
        var copies = FolderOf(folder);
        if (!Directory.Exists(copies))
            return [];
        return
        [
            .. Directory
                .EnumerateDirectories(copies, "muddy-ledger-*")
                .Select(One)
                .OfType<ShedCopyFound>()
                .OrderByDescending(copy => copy.At),
        ];
    }

    public static ShedCopyFound? One(string path)
    {
        if (path.EndsWith(".making", StringComparison.Ordinal))
            return null;
        try
        {
            var manifest = ShedBackup.ReadManifest(path);
            return new(Path.GetFileName(path), manifest.At, manifest.Bikes, manifest.Entries, manifest.Photos?.Count ?? 0, manifest.Bytes);
        }
        catch (Exception broken)
            when (broken is InvalidDataException or IOException or UnauthorizedAccessException or NodaTime.Text.UnparsableValueException)
        {
            return null;
        }
    }

    /// <summary>Makes a copy, proves it, and lets go of those that are kept no longer.</summary>
    /// <returns>The folder of the copy.</returns>
    /// <exception cref="IOException">There is no room for it, or the folder cannot be written to.</exception>
    /// <exception cref="InvalidDataException">The shed is not whole: a copy of it would be worth nothing.</exception>
    public static string Make(string folder, Instant at, DateTimeZone zone)
    {
        var into = FolderOf(folder);
        ShedStore.MakeFolder(into);
        foreach (var half in Directory.EnumerateDirectories(into, "*.making"))
            Directory.Delete(half, recursive: true);
        // Asked for twice in a second, it is the same copy.
        if (Of(folder).FirstOrDefault(one => one.At.ToUnixTimeSeconds() == at.ToUnixTimeSeconds()) is { } already)
            return Path.Combine(into, already.Name);
        var copy = ShedBackup.MakeLight(folder, into, at);
        LetGo(folder, at.InZone(zone).Date, zone);
        return copy;
    }

    /// <summary>Whether a day's copy is wanted: none was made today, and something was written since the last one.</summary>
    /// <param name="written">When the shed was last written to; null where it never was.</param>
    public static bool Wanted(string folder, Instant? written, Instant now, DateTimeZone zone)
    {
        if (written is not { } last)
            return false;
        var copies = Of(folder);
        if (copies.Any(copy => copy.At.InZone(zone).Date == now.InZone(zone).Date))
            return false;
        // A copy from a day to come was made by a clock that was wrong, or by one that is wrong now.
        return copies.FirstOrDefault(copy => copy.At <= now) is not { } before || last > before.At;
    }

    private static void LetGo(string folder, LocalDate today, DateTimeZone zone)
    {
        var all = Of(folder);
        var keep = CopyKeeping.Keep(all.Select(copy => copy.At.InZone(zone).LocalDateTime), today);
        foreach (var copy in all.Where(copy => !keep.Contains(copy.At.InZone(zone).LocalDateTime)))
            Directory.Delete(Path.Combine(FolderOf(folder), copy.Name), recursive: true);
    }

    /// <summary>The folder of a copy by its name; null where there is none, or the name is no name of a copy.</summary>
    public static string? PathOf(string folder, string name) =>
        Of(folder).FirstOrDefault(copy => string.Equals(copy.Name, name, StringComparison.Ordinal)) is { } found
            ? Path.Combine(FolderOf(folder), found.Name)
            : null;
}
