using System.Collections.Immutable;
using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using MuddyLedger.Core.Json;

namespace MuddyLedger.Data;

/// <summary>The one SQLite file that holds a shed.</summary>
public static class ShedFile
{
    /// <summary>"MudL" in ASCII: tells the file apart from any other SQLite file.</summary>
    public const int ApplicationId = 0x4D75644C;

    public const string Name = "muddy-ledger.db";

    public static void Configure(DbContextOptionsBuilder options, string folder) => ConfigureFile(options, Path.Combine(folder, Name));

    /// <param name="make">False where a file that is not there is an error: one that was taken away under a running server is not made
    /// anew by its next reader.</param>
    private static void ConfigureFile(DbContextOptionsBuilder options, string file, bool make = false) =>
        options
            .UseSqlite(
                new SqliteConnectionStringBuilder
                {
                    DataSource = file,
                    ForeignKeys = true,
                    DefaultTimeout = 10,
                    Mode = make ? SqliteOpenMode.ReadWriteCreate : SqliteOpenMode.ReadWrite,
                }.ToString()
            )
            .AddInterceptors(new Pragmas());

    /// <summary>
    /// What keeps the store from being written, in words that complete a sentence about it; null where it is something else.
    /// </summary>
    public static string? Trouble(Exception failed) =>
        Code(failed) switch
        {
            13 => "cannot be written: the disk is full",
            14 => "cannot be written: it is gone, or the folder is read-only or belongs to somebody else",
            8 or 23 => "cannot be written: the folder is read-only or belongs to somebody else",
            5 or 6 => "is held by another program: close that, and try again",
            10 => "cannot be written or read: the disk reports an error",
            11 or 26 => "is damaged: go back to a copy, or restore a backup",
            _ => null,
        };

    /// <summary>Somebody else holds the store, and it may be free again in a moment.</summary>
    public static bool IsHeld(Exception failed) => Code(failed) is 5 or 6;

    internal static int? Code(Exception failed) => (failed as SqliteException ?? failed.InnerException as SqliteException)?.SqliteErrorCode;

    /// <summary>Every change of the store's shape that this version knows, the oldest first.</summary>
    internal static ImmutableSortedSet<string> KnownMigrations { get; } = Known();

    /// <summary>Whether the file lacks a change of its shape.</summary>
    internal static bool Pending(string file)
    {
        using var store = SqliteFile.Open(file, SqliteOpenMode.ReadOnly);
        if (!SqliteFile.Tables(store).Contains("__EFMigrationsHistory"))
            return true;
        return !KnownMigrations.IsSubsetOf(SqliteFile.Column(store, "SELECT MigrationId FROM __EFMigrationsHistory"));
    }

    internal static bool HasTables(string file)
    {
        using var store = SqliteFile.Open(file, SqliteOpenMode.ReadOnly);
        return SqliteFile.Tables(store).Contains("__EFMigrationsHistory");
    }

    /// <summary>Brings a file up to date, or makes a new one. Nobody else may be at it.</summary>
    internal static async Task MigrateAsync(string file, CancellationToken cancel)
    {
        var options = new DbContextOptionsBuilder<ShedContext>();
        ConfigureFile(options, file, make: true);
        await using (var context = new ShedContext(options.Options))
        {
            await context.Database.OpenConnectionAsync(cancel);
            // A start that was killed may have left the row behind by which migrations wait for each other; whoever waited for it would
            // wait for ever.
            if (
                await ScalarAsync(
                    context.Database.GetDbConnection(),
                    "SELECT count(*) FROM sqlite_master WHERE name = '__EFMigrationsLock'",
                    cancel
                ) > 0
            )
                await context.Database.ExecuteSqlRawAsync("DELETE FROM __EFMigrationsLock", cancel);
            await context.Database.MigrateAsync(cancel);
            await context.Database.ExecuteSqlRawAsync($"PRAGMA application_id={ApplicationId}; PRAGMA journal_mode=DELETE;", cancel);
            await context.Database.CloseConnectionAsync();
        }

        // The pool keeps the file open otherwise, under a name that it will not have.
        SqliteConnection.ClearAllPools();
    }

    /// <summary>Takes what stands beside the file into it, so that the file alone is the whole.</summary>
    internal static void TakeInWhatIsBeside(string file)
    {
        using var store = SqliteFile.Open(file, SqliteOpenMode.ReadWrite);
        SqliteFile.Run(store, "PRAGMA journal_mode=DELETE");
    }

    /// <summary>
    /// Undoes what a writer that was killed has left half done. SQLite does so by itself whenever it may write; whoever only looks at
    /// such a file is refused, as if it could not be written to at all.
    /// </summary>
    internal static void RollBackWhatWasLeft(string file)
    {
        if (!File.Exists(file + "-journal") || !File.Exists(file) || !ShedCheck.IsShed(file))
            return;
        using var store = SqliteFile.Open(file, SqliteOpenMode.ReadWrite);
        SqliteFile.Run(store, "SELECT count(*) FROM sqlite_master");
    }

    /// <summary>
    /// The version of the JSON in its rows, from the number that SQLite keeps for a file's owner; 0 in the first releases, whose names are
    /// those of version 1. The number's last bit is turned at every start.
    /// </summary>
    internal static long JsonVersion(SqliteConnection store) => (long)SqliteFile.Scalar(store, "PRAGMA user_version")! >> 1;

    /// <summary>Whether a later release wrote it: its shape, or the JSON in its rows.</summary>
    internal static bool IsNewer(SqliteConnection store, IReadOnlySet<string> knownMigrations) =>
        JsonVersion(store) > CoreJson.Version
        || (
            SqliteFile.Tables(store).Contains("__EFMigrationsHistory")
            && SqliteFile.Column(store, "SELECT MigrationId FROM __EFMigrationsHistory").Any(name => !knownMigrations.Contains(name))
        );

    /// <summary>Writes to the file, as a write would, and by that says of which version its rows are from now on.</summary>
    /// <exception cref="SqliteException">It cannot be written.</exception>
    internal static void ProveWritable(string file)
    {
        using var store = SqliteFile.Open(file, SqliteOpenMode.ReadWrite);
        SqliteFile.Run(store, "PRAGMA journal_mode=WAL");
        var turn = (CoreJson.Version << 1) | (int)(((long)SqliteFile.Scalar(store, "PRAGMA user_version")! & 1) ^ 1);
        SqliteFile.Run(store, "BEGIN IMMEDIATE");
        SqliteFile.Run(store, $"PRAGMA user_version={turn}");
        SqliteFile.Run(store, "COMMIT");
    }

    private static ImmutableSortedSet<string> Known()
    {
        using var context = new ShedContextForMigrations().CreateDbContext([]);
        return [.. context.Database.GetMigrations()];
    }

    private static async Task<long> ScalarAsync(DbConnection connection, string sql, CancellationToken cancel)
    {
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // a constant of this class
        command.CommandText = sql;
#pragma warning restore CA2100
        return Convert.ToInt64(await command.ExecuteScalarAsync(cancel));
    }

    /// <summary>These hold for a connection, not for the file. FULL, never NORMAL: an acknowledged tap survives a power cut.</summary>
    private sealed class Pragmas : DbConnectionInterceptor
    {
        private const string Sql = "PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON; PRAGMA busy_timeout=10000;";

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
        {
            using var command = connection.CreateCommand();
            command.CommandText = Sql;
            command.ExecuteNonQuery();
        }

        public override async Task ConnectionOpenedAsync(
            DbConnection connection,
            ConnectionEndEventData eventData,
            CancellationToken cancellationToken = default
        )
        {
            await using var command = connection.CreateCommand();
            command.CommandText = Sql;
            await command.ExecuteNonQueryAsync(cancellationToken);
        }
    }
}

/// <summary>For the migrations tool only.</summary>
public sealed class ShedContextForMigrations : IDesignTimeDbContextFactory<ShedContext>
{
    public ShedContext CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<ShedContext>();
        ShedFile.Configure(options, Path.GetTempPath());
        return new ShedContext(options.Options);
    }
}
