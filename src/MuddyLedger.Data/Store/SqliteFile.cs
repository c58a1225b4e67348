using System.Security.Cryptography;
using Microsoft.Data.Sqlite;

namespace MuddyLedger.Data;

/// <summary>A SQLite file by itself, without the framework: for looking at it, copying it and proving it.</summary>
internal static class SqliteFile
{
    public static SqliteConnection Open(string file, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Mode = mode,
                Pooling = false,
                ForeignKeys = false,
            }.ToString()
        );
        connection.Open();
        return connection;
    }

    public static object? Scalar(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // put together from constants and from names that the store itself gives
        command.CommandText = sql;
#pragma warning restore CA2100
        return command.ExecuteScalar();
    }

    public static void Run(SqliteConnection connection, string sql) => Scalar(connection, sql);

    public static IEnumerable<string> Column(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // as above
        command.CommandText = sql;
#pragma warning restore CA2100
        using var rows = command.ExecuteReader();
        while (rows.Read())
            yield return rows.GetString(0);
    }

    /// <summary>Every table that holds something of the shed, the history of its shape among them.</summary>
    public static List<string> Tables(SqliteConnection connection, string schema = "main") =>
        [
            .. Column(
                connection,
                $"SELECT name FROM {schema}.sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' "
                    + "AND name <> '__EFMigrationsLock' ORDER BY rowid"
            ),
        ];

    public static string Digest(string file)
    {
        using var stream = File.OpenRead(file);
        return Convert.ToHexStringLower(SHA256.HashData(stream));
    }

    /// <summary>Every byte on the disk before anything is said to be there.</summary>
    public static void Flush(string file)
    {
        using var written = new FileStream(file, FileMode.Open, FileAccess.ReadWrite, FileShare.ReadWrite);
        written.Flush(flushToDisk: true);
    }

    /// <summary>The file and what belongs to it.</summary>
    public static readonly string[] Beside = ["-wal", "-shm", "-journal"];

    public static void Delete(string file)
    {
        File.Delete(file);
        foreach (var end in Beside)
            File.Delete(file + end);
    }
}
