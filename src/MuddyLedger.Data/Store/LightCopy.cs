using System.Security.Cryptography;
using Microsoft.Data.Sqlite;

namespace MuddyLedger.Data;

/// <summary>
/// A copy of the store whose photos lie beside it, each once for all copies: a photo is never changed, so that a year of copies holds it
/// no more often than a day of them.
/// </summary>
internal static class LightCopy
{
    public const string PhotosName = "photos";

    public static string FileOf(string photos, string id) => Path.Combine(photos, $"{id}.jpg");

    public static string SmallOf(string photos, string id) => Path.Combine(photos, $"{id}.small.jpg");

    /// <returns>SHA-256 of each photo, by its id.</returns>
    public static IReadOnlyDictionary<string, string> Make(string source, string target, string photos)
    {
        using var copy = SqliteFile.Open(target, SqliteOpenMode.ReadWriteCreate);
        SqliteFile.Run(copy, $"PRAGMA application_id={ShedFile.ApplicationId}");
        Attach(copy, source);
        SqliteFile.Run(copy, "BEGIN");
        var tables = SqliteFile.Tables(copy, "shed");
        foreach (var sql in Schema(copy, "= 'table'").ToList())
            SqliteFile.Run(copy, sql);
        foreach (var table in tables)
            SqliteFile.Run(copy, $"INSERT INTO main.\"{table}\" SELECT {Columns(copy, table)} FROM shed.\"{table}\" ORDER BY rowid");
        // Indexes and triggers after the rows: the counters that triggers keep came along with them.
        foreach (var sql in Schema(copy, "IN ('index', 'trigger')").ToList())
            SqliteFile.Run(copy, sql);
        var digests = tables.Contains("Photos") ? Photos(copy, photos) : new Dictionary<string, string>();
        SqliteFile.Run(copy, "COMMIT");
        SqliteFile.Run(copy, "DETACH shed");
        return digests;
    }

    /// <summary>Puts the photos into a copy's own file again.</summary>
    public static void PutPhotosBack(string file, string photos, IEnumerable<string> ids)
    {
        using var store = SqliteFile.Open(file, SqliteOpenMode.ReadWrite);
        using var transaction = store.BeginTransaction();
        foreach (var id in ids)
        {
            using var put = store.CreateCommand();
            put.Transaction = transaction;
            put.CommandText = "UPDATE Photos SET Image = @image, Small = @small WHERE Id = @id";
            put.Parameters.AddWithValue("@image", File.ReadAllBytes(FileOf(photos, id)));
            put.Parameters.AddWithValue("@small", File.ReadAllBytes(SmallOf(photos, id)));
            put.Parameters.AddWithValue("@id", id);
            put.ExecuteNonQuery();
        }

        transaction.Commit();
    }

    private static void Attach(SqliteConnection copy, string source)
    {
        using var attach = copy.CreateCommand();
        attach.CommandText = "ATTACH @file AS shed";
        attach.Parameters.AddWithValue("@file", source);
        attach.ExecuteNonQuery();
    }

    private static IEnumerable<string> Schema(SqliteConnection copy, string types) =>
        SqliteFile.Column(
            copy,
            $"SELECT sql FROM shed.sqlite_master WHERE sql IS NOT NULL AND type {types} AND name NOT LIKE 'sqlite_%' "
                + "AND name <> '__EFMigrationsLock' ORDER BY rowid"
        );

    private static string Columns(SqliteConnection copy, string table) =>
        string.Join(
            ", ",
            SqliteFile
                .Column(copy, $"SELECT name FROM pragma_table_info('{table}', 'shed')")
                .Select(name => table == "Photos" && name is "Image" or "Small" ? "zeroblob(0)" : $"\"{name}\"")
        );

    private static Dictionary<string, string> Photos(SqliteConnection copy, string folder)
    {
        Directory.CreateDirectory(folder);
        var digests = new Dictionary<string, string>(StringComparer.Ordinal);
        using var command = copy.CreateCommand();
        command.CommandText = "SELECT Id, Image, Small FROM shed.Photos";
        using var rows = command.ExecuteReader();
        while (rows.Read())
        {
            var id = rows.GetString(0);
            var image = (byte[])rows.GetValue(1);
            digests[id] = Convert.ToHexStringLower(SHA256.HashData(image));
            Keep(FileOf(folder, id), image);
            Keep(SmallOf(folder, id), (byte[])rows.GetValue(2));
        }

        return digests;
    }

    /// <summary>One that lies there as it should is left alone; one that was harmed since is written again.</summary>
    private static void Keep(string file, byte[] image)
    {
        if (File.Exists(file) && new FileInfo(file).Length == image.Length && File.ReadAllBytes(file).AsSpan().SequenceEqual(image))
            return;
        var half = file + ".making";
        File.WriteAllBytes(half, image);
        SqliteFile.Flush(half);
        File.Move(half, file, overwrite: true);
    }
}
