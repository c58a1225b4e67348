using System.Globalization;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>
/// Puts a copy in the place of the shed's file. A note on the disk says how far it has come, so that a start after it was interrupted
/// ends what was begun: the file is either the old one or the whole new one.
/// </summary>
internal static class PutBack
{
    private const string HalfEnd = ".restoring";
    private const string NoteName = "muddy-ledger.restoring";
    public const string AsideName = "set-aside";

    /// <summary>All of it but the last step: the copy lies whole beside the file, and what is there now is set aside.</summary>
    public static string Begin(string folder, string copy, BackupManifest manifest, Instant now)
    {
        var file = Path.Combine(folder, ShedFile.Name);
        var aside = Path.Combine(folder, AsideName, now.ToDateTimeUtc().ToString("yyyy-MM-dd'T'HHmmssfff", CultureInfo.InvariantCulture));
        ShedStore.MakeFolder(aside);
        foreach (var own in SqliteFile.Beside.Prepend("").Select(end => file + end).Where(File.Exists))
        {
            var there = Path.Combine(aside, Path.GetFileName(own));
            File.Copy(own, there);
            SqliteFile.Flush(there);
        }

        ShedBackup.Assemble(copy, manifest, file + HalfEnd);
        var note = Path.Combine(folder, NoteName);
        File.WriteAllText(note, Path.GetFileName(copy));
        SqliteFile.Flush(note);
        return aside;
    }

    /// <summary>The last step, as often as it takes. Does nothing where none was begun.</summary>
    public static void Finish(string folder)
    {
        var (file, note) = (Path.Combine(folder, ShedFile.Name), Path.Combine(folder, NoteName));
        var half = file + HalfEnd;
        if (!File.Exists(note))
        {
            // Without the note it is half of a copy: the file has not been touched yet.
            if (File.Exists(half))
                SqliteFile.Delete(half);
            return;
        }

        if (File.Exists(half))
        {
            // What belongs to the old file must not be taken for the end of the new one.
            foreach (var end in SqliteFile.Beside)
                File.Delete(file + end);
            File.Move(half, file, overwrite: true);
        }

        File.Delete(note);
    }
}
