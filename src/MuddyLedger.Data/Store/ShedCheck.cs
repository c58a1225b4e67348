using Microsoft.Data.Sqlite;

namespace MuddyLedger.Data;

/// <summary>How the shed's file was found.</summary>
public enum FoundFile
{
    /// <summary>There is none.</summary>
    Missing,

    /// <summary>It is there and holds nothing at all: never so by a start of this program.</summary>
    Empty,

    /// <summary>Another program's.</summary>
    NotAShed,

    /// <summary>Written by a later version.</summary>
    Newer,

    /// <summary>Its pages do not fit together, or it cannot be read.</summary>
    Damaged,
    Sound,
}

/// <param name="Words">What is wrong, as the store says it; null where nothing is.</param>
public sealed record ShedFound(FoundFile State, string? Words = null);

/// <summary>Looks at a shed's file without writing to it or to anything beside it.</summary>
public static class ShedCheck
{
    /// <summary>"file is not a database".</summary>
    private const int NotADatabase = 26,
        Corrupt = 11;

    public static ShedFound Of(string file, IReadOnlySet<string> knownMigrations)
    {
        if (!File.Exists(file))
            return new(FoundFile.Missing);
        if (new FileInfo(file).Length == 0)
            return new(FoundFile.Empty);
        try
        {
            // Read-only: a damaged file is not written to by the mere closing of it.
            using var store = SqliteFile.Open(file, SqliteOpenMode.ReadOnly);
            var id = SqliteFile.Scalar(store, "PRAGMA application_id");
            var tables = SqliteFile.Tables(store);
            if (id is not (long)ShedFile.ApplicationId)
                return id is 0L && tables.Count == 0 ? new(FoundFile.Empty) : new(FoundFile.NotAShed);
            var wrong = SqliteFile.Column(store, "PRAGMA quick_check(3)").Where(line => line != "ok").ToList();
            if (wrong.Count > 0)
                return new(FoundFile.Damaged, string.Join("; ", wrong));
            return new(ShedFile.IsNewer(store, knownMigrations) ? FoundFile.Newer : FoundFile.Sound);
        }
        catch (SqliteException failed) when (failed.SqliteErrorCode is Corrupt or NotADatabase)
        {
            return IsShed(file) ? new(FoundFile.Damaged, "it cannot be read") : new(FoundFile.NotAShed);
        }
    }

    /// <summary>By the mark that SQLite keeps at byte 68 of the first page, where the rest cannot be read.</summary>
    internal static bool IsShed(string file)
    {
        using var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
        Span<byte> head = stackalloc byte[72];
        if (stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false) < head.Length)
            return true;
        // A first page that was zeroed says nothing: the name of the file is then all that there is to go by.
        return head.IndexOfAnyExcept((byte)0) < 0
            || System.Buffers.Binary.BinaryPrimitives.ReadInt32BigEndian(head[68..]) == ShedFile.ApplicationId;
    }
}
