using System.Globalization;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using NodaTime;
using NodaTime.Text;

namespace MuddyLedger.Data;

/// <summary>What a backup's manifest says of it.</summary>
/// <param name="Migration">The last change of the store's shape that is in it.</param>
/// <param name="Sha256">Of the store's file, as hexadecimal digits.</param>
public sealed record BackupManifest(string Format, string MadeAt, string Migration, int Bikes, int Entries, long Bytes, string Sha256)
{
    public const string FormatName = "muddy-ledger-backup";
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
    public static string Make(string folder, string into, Instant at)
    {
        var source = Path.Combine(folder, ShedFile.Name);
        if (!File.Exists(source)) throw new InvalidDataException($"There is no shed in {folder}: nothing was backed up.");
        var copy = Path.Combine(into, $"muddy-ledger-{at.ToDateTimeUtc().ToString("yyyy-MM-dd'T'HHmmss", CultureInfo.InvariantCulture)}");
        if (Directory.Exists(copy)) throw new InvalidDataException($"{copy} is there already: nothing was backed up.");
        Directory.CreateDirectory(copy);
        var file = Path.Combine(copy, ShedFile.Name);
        for (var tries = 1; !Copied(source, file); tries++)
        {
            if (tries == MostTries) throw new InvalidDataException($"{source} is being written to without a pause: nothing was backed up. Try again.");
            Thread.Sleep(50);
        }

        var manifest = Describe(file, at);
        File.WriteAllText(Path.Combine(copy, ManifestName), JsonSerializer.Serialize(manifest, Json));
        Verify(copy);
        return copy;
    }

    private const int MostTries = 200;

    /// <summary>False where a writer held the store at that very moment.</summary>
    private static bool Copied(string source, string file)
    {
        try
        {
            using var from = Open(source, SqliteOpenMode.ReadOnly);
            using var to = Open(file, SqliteOpenMode.ReadWriteCreate);
            from.BackupDatabase(to);
            // One file, so that a copy of it alone is the whole.
            Scalar(to, "PRAGMA journal_mode=DELETE");
            return true;
        }
        catch (SqliteException busy) when (busy.SqliteErrorCode is 5 or 6)
        {
            File.Delete(file);
            return false;
        }
    }

    /// <summary>Proves a copy whole: its manifest, its checksum, its integrity and references, and that this version can read it.</summary>
    /// <exception cref="InvalidDataException">It is not, with the reason in words.</exception>
    public static BackupManifest Verify(string copy)
    {
        var file = Path.Combine(copy, ShedFile.Name);
        var manifest = ReadManifest(copy);
        if (!File.Exists(file)) throw new InvalidDataException($"{copy} lacks its {ShedFile.Name}.");
        if (new FileInfo(file).Length != manifest.Bytes || Digest(file) != manifest.Sha256) throw new InvalidDataException($"{file} is damaged: it is not the file that its manifest describes.");
        var found = Describe(file, Instant.MinValue);
        if ((found.Bikes, found.Entries, found.Migration) != (manifest.Bikes, manifest.Entries, manifest.Migration)) throw new InvalidDataException($"{copy} does not hold what its manifest says.");
        return manifest;
    }

    /// <summary>Puts a proven copy into a folder without a shed.</summary>
    /// <exception cref="InvalidDataException">The copy is damaged or newer, or the folder has a shed already.</exception>
    public static BackupManifest Restore(string copy, string folder)
    {
        var manifest = Verify(copy);
        var target = Path.Combine(folder, ShedFile.Name);
        if (File.Exists(target)) throw new InvalidDataException($"{folder} has a shed already. It was left as it is: name an empty folder.");
        Directory.CreateDirectory(folder);
        // What is left of another shed would be taken for the end of this one.
        if (Directory.EnumerateFiles(folder, ShedFile.Name + "*").FirstOrDefault() is { } left)
            throw new InvalidDataException($"{folder} holds what is left of another shed ({Path.GetFileName(left)}). It was left as it is: name an empty folder.");
        // Whole or not at all: a name of its own until every byte is on the disk.
        var half = target + ".restoring";
        File.Copy(Path.Combine(copy, ShedFile.Name), half, overwrite: true);
        using (var written = new FileStream(half, FileMode.Open, FileAccess.ReadWrite)) written.Flush(flushToDisk: true);
        File.Move(half, target);
        var put = Describe(target, Instant.MinValue);
        return (put.Bikes, put.Entries, put.Migration) == (manifest.Bikes, manifest.Entries, manifest.Migration)
            ? manifest : throw new InvalidDataException($"{target} does not hold what its backup holds: it is not to be used.");
    }

    private static BackupManifest ReadManifest(string copy)
    {
        var path = Path.Combine(copy, ManifestName);
        if (!File.Exists(path)) throw new InvalidDataException($"{copy} is no backup: it has no {ManifestName}.");
        try
        {
            var manifest = JsonSerializer.Deserialize<BackupManifest>(File.ReadAllText(path), Json);
            return manifest?.Format == BackupManifest.FormatName ? manifest : throw new InvalidDataException($"{path} is no manifest of a Muddy Ledger backup.");
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
            using var store = Open(file, SqliteOpenMode.ReadOnly);
            if (Scalar(store, "PRAGMA application_id") is not (long)ShedFile.ApplicationId) throw new InvalidDataException($"{file} is not a Muddy Ledger shed.");
            if (Scalar(store, "PRAGMA integrity_check") as string != "ok") throw new InvalidDataException($"{file} is damaged: its pages do not fit together.");
            if (Scalar(store, "SELECT count(*) FROM pragma_foreign_key_check") is not 0L) throw new InvalidDataException($"{file} is damaged: some of its lines belong to nothing.");
            var migration = Scalar(store, "SELECT max(MigrationId) FROM __EFMigrationsHistory") as string ?? "";
            if (!Known().Contains(migration)) throw new InvalidDataException($"{file} was written by a newer Muddy Ledger.");
            var bytes = new FileInfo(file).Length;
            return new(BackupManifest.FormatName, InstantPattern.ExtendedIso.Format(at), migration, Convert.ToInt32(Scalar(store, "SELECT count(*) FROM Bikes"), CultureInfo.InvariantCulture),
                Convert.ToInt32(Scalar(store, "SELECT count(*) FROM Entries"), CultureInfo.InvariantCulture), bytes, Digest(file));
        }
        catch (SqliteException)
        {
            throw new InvalidDataException($"{file} is damaged: it cannot be read.");
        }
    }

    private static HashSet<string> Known()
    {
        using var context = new ShedContextForMigrations().CreateDbContext([]);
        return [.. context.Database.GetMigrations()];
    }

    private static string Digest(string file)
    {
        using var stream = File.OpenRead(file);
        return Convert.ToHexStringLower(SHA256.HashData(stream));
    }

    private static SqliteConnection Open(string file, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = file, Mode = mode, Pooling = false }.ToString());
        connection.Open();
        return connection;
    }

    private static object? Scalar(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // constants of this class
        command.CommandText = sql;
#pragma warning restore CA2100
        return command.ExecuteScalar();
    }
}
