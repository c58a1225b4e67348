using System.Collections.Immutable;
using Microsoft.Data.Sqlite;

namespace MuddyLedger.Data;

/// <param name="Lost">Rows whose place in the file can be told and whose content cannot be read.</param>
public sealed record SalvagedTable(string Table, long Read, long Lost);

/// <summary>Reads out of a damaged file all that can be read, row by row, into a sound one.</summary>
public static class Salvage
{
    /// <param name="from">The damaged file; it is not written to.</param>
    /// <param name="into">A sound and empty store of the newest shape.</param>
    public static ImmutableArray<SalvagedTable> Into(string from, string into)
    {
        using var sound = SqliteFile.Open(into, SqliteOpenMode.ReadWrite);
        SqliteFile.Run(sound, "PRAGMA foreign_keys=OFF");
        // The counters come along with their rows; the triggers would count them a second time.
        var triggers = SqliteFile.Column(sound, "SELECT sql FROM sqlite_master WHERE type = 'trigger'").ToList();
        foreach (var name in SqliteFile.Column(sound, "SELECT name FROM sqlite_master WHERE type = 'trigger'").ToList())
            SqliteFile.Run(sound, $"DROP TRIGGER \"{name}\"");
        var tables = SqliteFile
            .Tables(sound)
            .Where(table => table != "__EFMigrationsHistory")
            .Select(table => TableOf(from, sound, table))
            .ToImmutableArray();
        foreach (var trigger in triggers)
            SqliteFile.Run(sound, trigger);
        return tables;
    }

    private static SalvagedTable TableOf(string from, SqliteConnection sound, string table)
    {
        try
        {
            using var damaged = SqliteFile.Open(from, SqliteOpenMode.ReadOnly);
            var there = SqliteFile.Column(damaged, $"SELECT name FROM pragma_table_info('{table}')").ToHashSet();
            var columns = SqliteFile
                .Column(sound, $"SELECT name FROM pragma_table_info('{table}')")
                .Where(there.Contains)
                .Select(name => $"\"{name}\"")
                .ToList();
            if (columns.Count == 0)
                return new(table, 0, 0);
            using var transaction = sound.BeginTransaction();
            var rows = new Rows(damaged, sound, transaction, table, string.Join(", ", columns));
            var forth = rows.Walk("ASC", after: 0, before: long.MaxValue);
            if (forth is { } stopped)
            {
                // From the other end back to the hole, and then place by place through it.
                var back = rows.Walk("DESC", after: stopped, before: long.MaxValue) ?? stopped;
                if (back == long.MaxValue)
                    back = stopped + Rows.LongestHole;
                rows.Through(stopped, back);
            }

            transaction.Commit();
            return new(table, rows.Read, rows.Lost);
        }
        catch (SqliteException)
        {
            return new(table, 0, 1);
        }
    }

    private sealed class Rows(SqliteConnection damaged, SqliteConnection sound, SqliteTransaction transaction, string table, string columns)
    {
        /// <summary>Without a sound row behind it, a hole is tried for so many places.</summary>
        public const long LongestHole = 2_000;

        public long Read { get; private set; }

        public long Lost { get; private set; }

        /// <returns>The place of the last row that was read, where it broke off; null where it came to its end.</returns>
        public long? Walk(string order, long after, long before)
        {
            var last = order == "ASC" ? after : before;
            try
            {
                using var command = Command(
                    $"SELECT rowid, {columns} FROM \"{table}\" NOT INDEXED "
                        + $"WHERE rowid > {after} AND rowid < {before} ORDER BY rowid {order}"
                );
                using var rows = command.ExecuteReader();
                while (rows.Read())
                {
                    last = rows.GetInt64(0);
                    Keep(rows);
                }

                return null;
            }
            catch (SqliteException)
            {
                return last;
            }
        }

        public void Through(long after, long before)
        {
            for (var place = after + 1; place < before; place++)
                try
                {
                    using var command = Command($"SELECT rowid, {columns} FROM \"{table}\" NOT INDEXED WHERE rowid = {place}");
                    using var rows = command.ExecuteReader();
                    if (rows.Read())
                        Keep(rows);
                }
                catch (SqliteException)
                {
                    Lost++;
                }
        }

        private void Keep(SqliteDataReader row)
        {
            using var insert = sound.CreateCommand();
            insert.Transaction = transaction;
            var values = Enumerable.Range(0, row.FieldCount).ToList();
#pragma warning disable CA2100 // the names are the store's own
            insert.CommandText =
                $"INSERT OR IGNORE INTO \"{table}\" (rowid, {columns}) VALUES ({string.Join(", ", values.Select(at => $"@p{at}"))})";
#pragma warning restore CA2100
            foreach (var at in values)
                insert.Parameters.AddWithValue($"@p{at}", row.GetValue(at));
            try
            {
                Read += insert.ExecuteNonQuery();
            }
            catch (SqliteException failed) when (failed.SqliteErrorCode != Constraint)
            {
                // What fails here is the sound side: no room, say. That is no damage of the other one.
                throw new IOException("What can be read could not be kept: there is no room for it.", failed);
            }
        }

        private const int Constraint = 19;

        private SqliteCommand Command(string sql)
        {
            var command = damaged.CreateCommand();
#pragma warning disable CA2100 // the names are the store's own
            command.CommandText = sql;
#pragma warning restore CA2100
            return command;
        }
    }
}
