using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace MuddyLedger.Data;

/// <summary>The one SQLite file that holds a shed.</summary>
public static class ShedFile
{
    /// <summary>"MudL" in ASCII: tells the file apart from any other SQLite file.</summary>
    public const int ApplicationId = 0x4D75644C;

    public const string Name = "muddy-ledger.db";

    public static void Configure(DbContextOptionsBuilder options, string folder) => options
        .UseSqlite(new SqliteConnectionStringBuilder { DataSource = Path.Combine(folder, Name), ForeignKeys = true, DefaultTimeout = 10 }.ToString())
        .AddInterceptors(new Pragmas());

    /// <summary>Creates the file or brings it up to date.</summary>
    /// <exception cref="InvalidDataException">The file is not a shed, or was written by a newer version.</exception>
    /// <exception cref="IOException">The folder cannot be written to, or the disk is full.</exception>
    public static async Task PrepareAsync(ShedContext context, CancellationToken cancel = default)
    {
        try
        {
            await BringUpToDateAsync(context, cancel);
        }
        catch (Exception failed) when (Trouble(failed) is { } words)
        {
            throw new IOException($"{context.Database.GetDbConnection().DataSource} {words}.", failed);
        }
    }

    /// <summary>What keeps the store from being written, in words that complete a sentence about it; null where it is something else.</summary>
    public static string? Trouble(Exception failed) => (failed as SqliteException ?? failed.InnerException as SqliteException)?.SqliteErrorCode switch
    {
        13 => "cannot be written: the disk is full",
        8 or 14 or 23 => "cannot be written: the folder is read-only or belongs to somebody else",
        10 => "cannot be written or read: the disk reports an error",
        11 or 26 => "is damaged: restore a backup",
        _ => null,
    };

    private static async Task BringUpToDateAsync(ShedContext context, CancellationToken cancel)
    {
        var connection = context.Database.GetDbConnection();
        await context.Database.OpenConnectionAsync(cancel);
        var id = await ScalarAsync(connection, "PRAGMA application_id", cancel);
        var empty = await ScalarAsync(connection, "SELECT count(*) FROM sqlite_master", cancel) == 0;
        if (id != ApplicationId && !empty)
            throw new InvalidDataException($"{connection.DataSource} is not a Muddy Ledger shed. It was left as it is.");
        var known = context.Database.GetMigrations().ToHashSet();
        if (!empty && (await context.Database.GetAppliedMigrationsAsync(cancel)).Any(name => !known.Contains(name)))
            throw new InvalidDataException($"{connection.DataSource} was written by a newer Muddy Ledger. It was left as it is.");
        await context.Database.ExecuteSqlRawAsync($"PRAGMA journal_mode=WAL; PRAGMA application_id={ApplicationId};", cancel);
        // A server that was killed while it started leaves the row behind by which migrations wait for each other. Nobody else is at this
        // folder, so nobody holds it, and whoever waited for it would wait for ever.
        if (await ScalarAsync(connection, "SELECT count(*) FROM sqlite_master WHERE name = '__EFMigrationsLock'", cancel) > 0)
            await context.Database.ExecuteSqlRawAsync("DELETE FROM __EFMigrationsLock", cancel);
        if ((await context.Database.GetPendingMigrationsAsync(cancel)).Any()) await context.Database.MigrateAsync(cancel);
        await context.Database.CloseConnectionAsync();
    }

    private static async Task<long> ScalarAsync(DbConnection connection, string sql, CancellationToken cancel)
    {
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // both statements are constants of this class
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

        public override async Task ConnectionOpenedAsync(DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
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
