using System.Globalization;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using NodaTime;
using NodaTime.Text;

namespace MuddyLedger.Data;

/// <summary>What a backup's manifest says of it.</summary>
/// <param name="Migration">The last change of the store's shape that is in it.</param>
/// <param name="Sha256">Of the store's file, as hexadecimal digits.</param>
/// <param name="Photos">Of a copy that keeps its photos beside it: SHA-256 of each, by its id. Null where they are in the file.</param>
public sealed record BackupManifest(
    string Format,
    string MadeAt,
    string Migration,
    int Bikes,
    int Entries,
    long Bytes,
    string Sha256,
    IReadOnlyDictionary<string, string>? Photos = null
)
{
    public const string FormatName = "muddy-ledger-backup";

    public Instant At => InstantPattern.ExtendedIso.Parse(MadeAt).GetValueOrThrow();
}

/// <summary>A copy of the store that can be taken while it is in use, with a manifest that proves it whole.</summary>
public static class ShedBackup
{
    public const string ManifestName = "manifest.json";

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    /// <summary>Copies by SQLite's online backup: the server may go on writing.</summary>
    /// <param name="into">A folder that is made for this copy, below it.</param>
    /// <returns>The folder of the copy.</returns>
    /// <exception cref="InvalidDataException">There is no shed, or the copy does not prove whole.</exception>
    /// <exception cref="IOException">There is no room for it, or the folder cannot be written to. Nothing is left behind.</exception>
    public static string Make(string folder, string into, Instant at) =>
        Make(folder, into, at, file => CopyTo(Path.Combine(folder, ShedFile.Name), file), null);

    /// <summary>
    /// The same without the photos in the file: each lies once in <see cref="PhotosOf"/>, however many copies there are of it.
    /// </summary>
    public static string MakeLight(string folder, string into, Instant at)
    {
        IReadOnlyDictionary<string, string> photos = new Dictionary<string, string>();
        return Make(
            folder,
            into,
            at,
            file => photos = LightCopy.Make(Path.Combine(folder, ShedFile.Name), file, Path.Combine(into, LightCopy.PhotosName)),
            () => photos
        );
    }

    /// <summary>Where the photos of a copy lie that has none in its file.</summary>
    public static string PhotosOf(string copy) =>
        Path.Combine(Path.GetDirectoryName(Path.TrimEndingDirectorySeparator(copy))!, LightCopy.PhotosName);

    private static string Make(
        string folder,
        string into,
        Instant at,
        Action<string> copyTo,
        Func<IReadOnlyDictionary<string, string>>? photos
    )
    {
        var source = Path.Combine(folder, ShedFile.Name);
        if (!File.Exists(source))
            throw new InvalidDataException($"There is no shed in {folder}: nothing was backed up.");
        var copy = Path.Combine(into, $"muddy-ledger-{at.ToDateTimeUtc().ToString("yyyy-MM-dd'T'HHmmss", CultureInfo.InvariantCulture)}");
        if (Directory.Exists(copy))
            throw new InvalidDataException($"{copy} is there already: nothing was backed up.");
        // Under a name of its own until it is proven: a folder of this name is a whole copy, or is not there.
        var half = copy + ".making";
        try
        {
            if (Directory.Exists(half))
                Directory.Delete(half, recursive: true);
            Directory.CreateDirectory(half);
            var file = Path.Combine(half, ShedFile.Name);
            copyTo(file);
            SqliteFile.Flush(file);
            var manifest = Describe(file, at) with { Photos = photos?.Invoke() };
            File.WriteAllText(Path.Combine(half, ManifestName), JsonSerializer.Serialize(manifest, Json));
            SqliteFile.Flush(Path.Combine(half, ManifestName));
            Prove(half, PhotosOf(half), manifest.Photos is null);
            Directory.Move(half, copy);
            return copy;
        }
        catch (Exception failed)
        {
            if (Directory.Exists(half))
                Directory.Delete(half, recursive: true);
            throw failed switch
            {
                InvalidDataException => failed,
                _ when ShedFile.Trouble(failed) is { } words => new IOException($"{into} {words}. Nothing was backed up.", failed),
                IOException or UnauthorizedAccessException => new IOException(
                    $"{into} cannot be written to: {failed.Message} Nothing was backed up.",
                    failed
                ),
                _ => failed,
            };
        }
    }

    private const int MostTries = 200;

    /// <summary>The whole store at one moment, whoever writes meanwhile.</summary>
    internal static void CopyTo(string source, string file)
    {
        for (var tries = 1; !Copied(source, file); tries++)
        {
            if (tries == MostTries)
                throw new InvalidDataException($"{source} is being written to without a pause: nothing was backed up. Try again.");
            Thread.Sleep(50);
        }
    }

    /// <summary>False where a writer held the store at that very moment.</summary>
    internal static bool Copied(string source, string file)
    {
        try
        {
            using var from = SqliteFile.Open(source, SqliteOpenMode.ReadOnly);
            using var to = SqliteFile.Open(file, SqliteOpenMode.ReadWriteCreate);
            from.BackupDatabase(to);
            // One file, so that a copy of it alone is the whole.
            SqliteFile.Run(to, "PRAGMA journal_mode=DELETE");
            return true;
        }
        catch (SqliteException busy) when (busy.SqliteErrorCode is 5 or 6)
        {
            File.Delete(file);
            return false;
        }
    }

    /// <summary>
    /// Proves a copy whole: its manifest, its checksum, its integrity and references, its photos, and that this version can read it.
    /// </summary>
    /// <exception cref="InvalidDataException">It is not, with the reason in words.</exception>
    public static BackupManifest Verify(string copy) => Prove(copy, PhotosOf(copy), deep: true);

    /// <param name="deep">False to see only that each photo is there: those that were put there just now were proven as they were
    /// written.</param>
    private static BackupManifest Prove(string copy, string photos, bool deep)
    {
        var file = Path.Combine(copy, ShedFile.Name);
        var manifest = ReadManifest(copy);
        if (!File.Exists(file))
            throw new InvalidDataException($"{copy} lacks its {ShedFile.Name}.");
        if (new FileInfo(file).Length != manifest.Bytes || SqliteFile.Digest(file) != manifest.Sha256)
            throw new InvalidDataException($"{file} is damaged: it is not the file that its manifest describes.");
        var found = Describe(file, Instant.MinValue);
        if ((found.Bikes, found.Entries, found.Migration) != (manifest.Bikes, manifest.Entries, manifest.Migration))
            throw new InvalidDataException($"{copy} does not hold what its manifest says.");
        foreach (var (id, sha) in manifest.Photos ?? new Dictionary<string, string>())
        {
            var photo = LightCopy.FileOf(photos, id);
            if (!File.Exists(photo) || !File.Exists(LightCopy.SmallOf(photos, id)))
                throw new InvalidDataException($"{copy} lacks the photo {id}, which should lie in {photos}.");
            if (deep && SqliteFile.Digest(photo) != sha)
                throw new InvalidDataException($"{photo} is damaged: it is not the photo that was copied.");
        }

        return manifest;
    }

    /// <summary>Puts a proven copy into a folder without a shed.</summary>
    /// <exception cref="InvalidDataException">The copy is damaged or newer, or the folder has a shed already.</exception>
    /// <exception cref="IOException">There is no room for it, or the folder cannot be written to.</exception>
    public static BackupManifest Restore(string copy, string folder)
    {
        var manifest = Verify(copy);
        var target = Path.Combine(folder, ShedFile.Name);
        if (File.Exists(target))
            throw new InvalidDataException($"{folder} has a shed already. It was left as it is: name an empty folder.");
        Directory.CreateDirectory(folder);
        // What is left of another shed would be taken for the end of this one.
        if (Directory.EnumerateFiles(folder, ShedFile.Name + "*").FirstOrDefault() is { } left)
            throw new InvalidDataException(
                $"{folder} holds what is left of another shed ({Path.GetFileName(left)}). It was left as it is: name an empty folder."
            );
        Assemble(copy, manifest, target + ".restoring");
        File.Move(target + ".restoring", target);
        var put = Describe(target, Instant.MinValue);
        return (put.Bikes, put.Entries, put.Migration) == (manifest.Bikes, manifest.Entries, manifest.Migration)
            ? manifest
            : throw new InvalidDataException($"{target} does not hold what its backup holds: it is not to be used.");
    }

    /// <summary>
    /// The store that a proven copy holds, its photos in it again, whole on the disk under the name given, or not at all.
    /// </summary>
    internal static void Assemble(string copy, BackupManifest manifest, string half)
    {
        try
        {
            File.Copy(Path.Combine(copy, ShedFile.Name), half, overwrite: true);
            if (manifest.Photos is not null)
                LightCopy.PutPhotosBack(half, PhotosOf(copy), manifest.Photos.Keys);
            SqliteFile.Flush(half);
        }
        catch (Exception failed) when (failed is IOException or UnauthorizedAccessException or SqliteException)
        {
            SqliteFile.Delete(half);
            throw new IOException($"{half} cannot be written: {ShedFile.Trouble(failed) ?? failed.Message}. Nothing was changed.", failed);
        }
    }

    /// <exception cref="InvalidDataException">There is no manifest, or it cannot be read.</exception>
    internal static BackupManifest ReadManifest(string copy)
    {
        var path = Path.Combine(copy, ManifestName);
        if (!File.Exists(path))
            throw new InvalidDataException($"{copy} is no backup: it has no {ManifestName}.");
        try
        {
            var manifest = JsonSerializer.Deserialize<BackupManifest>(File.ReadAllText(path), Json);
            return manifest?.Format == BackupManifest.FormatName
                ? manifest
                : throw new InvalidDataException($"{path} is no manifest of a Muddy Ledger backup.");
        }
        catch (JsonException)
        {
            throw new InvalidDataException($"{path} is damaged: it cannot be read.");
        }
    }

    private static BackupManifest Describe(string file, Instant at)
    {
        try
        {
            using var store = SqliteFile.Open(file, SqliteOpenMode.ReadOnly);
            if (SqliteFile.Scalar(store, "PRAGMA application_id") is not (long)ShedFile.ApplicationId)
                throw new InvalidDataException($"{file} is not a Muddy Ledger shed.");
            if (SqliteFile.Scalar(store, "PRAGMA integrity_check") as string != "ok")
                throw new InvalidDataException($"{file} is damaged: its pages do not fit together.");
            if (SqliteFile.Scalar(store, "SELECT count(*) FROM pragma_foreign_key_check") is not 0L)
                throw new InvalidDataException($"{file} is damaged: some of its lines belong to nothing.");
            var migration = SqliteFile.Scalar(store, "SELECT max(MigrationId) FROM __EFMigrationsHistory") as string ?? "";
            if (migration.Length == 0 || ShedFile.IsNewer(store, ShedFile.KnownMigrations))
                throw new InvalidDataException($"{file} was written by a newer Muddy Ledger.");
            return new(
                BackupManifest.FormatName,
                InstantPattern.ExtendedIso.Format(at),
                migration,
                Count(store, "Bikes"),
                Count(store, "Entries"),
                new FileInfo(file).Length,
                SqliteFile.Digest(file)
            );
        }
        catch (SqliteException)
        {
            throw new InvalidDataException($"{file} is damaged: it cannot be read.");
        }
    }

    private static int Count(SqliteConnection store, string table) =>
        Convert.ToInt32(SqliteFile.Scalar(store, $"SELECT count(*) FROM {table}"), CultureInfo.InvariantCulture);
}
