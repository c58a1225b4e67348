using System.Collections.Immutable;
using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>Why a shed is open for looking only.</summary>
public enum LookOnlyCause
{
    /// <summary>The folder or its file may not be written to.</summary>
    ReadOnly,
    DiskFull,

    /// <summary>The file is damaged: what can be read of it is shown.</summary>
    Damaged,

    /// <summary>The file is gone or holds nothing, and copies of it are there.</summary>
    Gone,

    /// <summary>The file was removed or replaced while the server ran.</summary>
    Replaced,
}

/// <param name="Words">What is so and what to do, for the owner.</param>
/// <param name="Salvaged">For a damaged file: what could be read of each table that lost something.</param>
public sealed record LookOnly(LookOnlyCause Cause, string Words, ImmutableArray<SalvagedTable> Salvaged)
{
    /// <summary>What the store itself says of the damage, for whoever mends such files; null where it is no damage.</summary>
    public string? Found { get; init; }
}

/// <summary>
/// The one store of a server: where its file is, and whether it may be written. A file that cannot be written or is damaged is not
/// touched: what can be read of it is put into a folder of the system for passing things, and looked at there.
/// </summary>
public sealed class ShedStore(string folder) : IDisposable
{
    private string? _passing;
    private FileStream? _held;

    /// <summary>Where the shed is kept.</summary>
    public string Folder { get; } = folder;

    /// <summary>Where the file is that is read: the same, or a passing one.</summary>
    public string OpenFolder => _passing ?? Folder;

    /// <summary>Null where the shed may be written.</summary>
    public LookOnly? LookOnly { get; private set; }

    /// <summary>There was no shed, and one was made.</summary>
    public bool Made { get; private set; }

    private string File => Path.Combine(Folder, ShedFile.Name);

    /// <summary>Makes the file, brings it up to date, or finds that it can be looked at only.</summary>
    /// <exception cref="InvalidDataException">The file is another program's, or was written by a newer version. It was left as it
    /// is.</exception>
    /// <exception cref="IOException">There is no shed, and none can be made here.</exception>
    public async Task OpenAsync(Instant now, DateTimeZone zone, CancellationToken cancel = default)
    {
        Close();
        try
        {
            PutBack.Finish(Folder);
            ShedFile.RollBackWhatWasLeft(File);
            await OpenForWritingAsync(now, zone, cancel);
        }
        catch (Exception failed) when (ShedFile.Trouble(failed) is { } words && System.IO.File.Exists(File) && !IsDamage(failed))
        {
            var cause = ShedFile.Code(failed) == Full ? LookOnlyCause.DiskFull : LookOnlyCause.ReadOnly;
            LookAt(
                new(
                    cause,
                    $"{File} {words}. The shed is open for looking only: nothing can be written. {(cause == LookOnlyCause.DiskFull
                ? "Take its copy out if you like, make room, and start again." : "Put right who may write there, and start again.")}",
                    []
                )
            );
        }
        catch (Exception failed) when (ShedFile.Trouble(failed) is { } words && !IsDamage(failed))
        {
            throw new IOException($"{File} {words}.", failed);
        }
        catch (Exception failed) when (IsDamage(failed))
        {
            LookAt(Damage("it cannot be read"));
        }
    }

    private async Task OpenForWritingAsync(Instant now, DateTimeZone zone, CancellationToken cancel)
    {
        var found = ShedCheck.Of(File, ShedFile.KnownMigrations);
        switch (found.State)
        {
            case FoundFile.NotAShed:
                throw new InvalidDataException($"{File} is not a Muddy Ledger shed. It was left as it is.");
            case FoundFile.Newer:
                throw new InvalidDataException($"{File} was written by a newer Muddy Ledger. It was left as it is.");
            case FoundFile.Damaged:
                LookAt(Damage(found.Words!));
                return;
            case FoundFile.Missing or FoundFile.Empty when ShedCopies.Of(Folder) is [var newest, ..]:
                LookAt(
                    new(
                        LookOnlyCause.Gone,
                        $"{File} {(found.State == FoundFile.Missing ? "is gone" : "holds nothing")}, and copies of it "
                            + $"are there: the newest is of {Day(newest.At, zone)}, "
                            + $"with {newest.Bikes} {(newest.Bikes == 1 ? "bike" : "bikes")} and {newest.Entries} "
                            + $"lines. Go back to it in Settings; to begin a new shed instead, name another folder.",
                        []
                    )
                );
                return;
            case FoundFile.Empty:
                throw new InvalidDataException(
                    $"{File} holds nothing. A shed is never empty like that: restore a backup into another folder, or "
                        + $"remove the file to begin a new shed."
                );
        }

        Made = found.State == FoundFile.Missing;
        foreach (var left in Directory.EnumerateFiles(Folder, ShedFile.Name + Migrating + "*"))
            System.IO.File.Delete(left);
        if (Made || ShedFile.Pending(File))
            await BringUpToDateAsync(now, zone, cancel);
        ShedFile.ProveWritable(File);
        // Held open for as long as the server runs: by it is told whether the file is still the one of that name.
        _held = new FileStream(File, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
        _heldAs = HeldAs();
        if (!OperatingSystem.IsWindows())
            foreach (var own in Directory.EnumerateFiles(Folder, ShedFile.Name + "*"))
                System.IO.File.SetUnixFileMode(own, UnixFileMode.UserRead | UnixFileMode.UserWrite);
    }

    private const string Migrating = ".migrating";

    /// <summary>On a copy that takes the file's place when it is whole: whatever ends this in between leaves the file as it was.</summary>
    private async Task BringUpToDateAsync(Instant now, DateTimeZone zone, CancellationToken cancel)
    {
        var work = File + Migrating;
        if (!Made)
        {
            if (ShedFile.HasTables(File))
                ShedCopies.Make(Folder, now, zone);
            ShedBackup.CopyTo(File, work);
        }

        await ShedFile.MigrateAsync(work, cancel);
        if (ShedCheck.Of(work, ShedFile.KnownMigrations) is not { State: FoundFile.Sound })
            throw new InvalidDataException($"{File} could not be brought up to date. It was left as it is.");
        SqliteFile.Flush(work);
        if (!Made)
            ShedFile.TakeInWhatIsBeside(File);
        System.IO.File.Move(work, File, overwrite: true);
    }

    /// <summary>Notices that the file was removed, moved or replaced since it was opened; from then on nothing is written.</summary>
    public bool IsReplaced()
    {
        if (LookOnly is not null || _held is null || HeldAs() == _heldAs)
            return false;
        LookOnly = new(
            LookOnlyCause.Replaced,
            $"{File} was removed or replaced while this server was running. Nothing more is written, so that nothing is "
                + $"written into the wrong file. Put it back as it was, and start again.",
            []
        );
        return true;
    }

    /// <summary>What the system calls the open file now: its path, or that it was deleted. Null where the system does not say.</summary>
    private string? HeldAs() =>
        OperatingSystem.IsLinux() && _held is { } held
            ? new FileInfo($"/proc/self/fd/{held.SafeFileHandle.DangerousGetHandle().ToString(CultureInfo.InvariantCulture)}").LinkTarget
            : null;

    private string? _heldAs;

    /// <summary>Goes back to a copy: proven first, what is there now is set aside and never overwritten.</summary>
    /// <returns>The folder in which what was there lies now.</returns>
    /// <remarks>Nobody else may be reading or writing; the caller sees to that.</remarks>
    public async Task<string> GoBackAsync(string copy, Instant now, DateTimeZone zone, CancellationToken cancel)
    {
        var manifest = ShedBackup.Verify(copy);
        Close();
        var aside = PutBack.Begin(Folder, copy, manifest, now);
        PutBack.Finish(Folder);
        await OpenAsync(now, zone, cancel);
        return aside;
    }

    private LookOnly Damage(string found) =>
        new(
            LookOnlyCause.Damaged,
            $"{File} is damaged. It is not written to. What can be read of it is shown here, and its copy can be taken "
                + $"out; go back to an automatic copy in Settings, or restore a backup into another folder.",
            []
        )
        {
            Found = found.ReplaceLineEndings(" "),
        };

    /// <summary>Reads what can be read into a passing folder.</summary>
    private void LookAt(LookOnly why)
    {
        LookOnly = why;
        _passing = Passing();
        var looked = Path.Combine(_passing, ShedFile.Name);
        if (why.Cause is LookOnlyCause.Damaged or LookOnlyCause.Gone)
        {
            ShedFile.MigrateAsync(looked, CancellationToken.None).GetAwaiter().GetResult();
            if (why.Cause == LookOnlyCause.Gone)
                return;
            var damaged = looked + ".damaged";
            CopyRaw(damaged);
            LookOnly = why with { Salvaged = [.. Salvage.Into(damaged, looked).Where(table => table.Lost > 0)] };
            SqliteFile.Delete(damaged);
            return;
        }

        CopyRaw(looked);
        if (System.IO.File.Exists(File + "-journal"))
            System.IO.File.Copy(File + "-journal", looked + "-journal");
        ShedFile.RollBackWhatWasLeft(looked);
        if (ShedFile.Pending(looked))
            ShedFile.MigrateAsync(looked, CancellationToken.None).GetAwaiter().GetResult();
    }

    private void CopyRaw(string to)
    {
        System.IO.File.Copy(File, to);
        if (System.IO.File.Exists(File + "-wal"))
            System.IO.File.Copy(File + "-wal", to + "-wal");
    }

    /// <summary>In memory where the system's own folder for passing things has no room either.</summary>
    private static string Passing()
    {
        try
        {
            return Directory.CreateTempSubdirectory("muddy-ledger-look-").FullName;
        }
        catch (Exception full) when (full is IOException or UnauthorizedAccessException && Directory.Exists("/dev/shm"))
        {
            return Directory.CreateDirectory(Path.Combine("/dev/shm", $"muddy-ledger-look-{Guid.NewGuid():n}")).FullName;
        }
    }

    private void Close()
    {
        SqliteConnection.ClearAllPools();
        _held?.Dispose();
        _held = null;
        LookOnly = null;
        Made = false;
        if (_passing is { } passing && Directory.Exists(passing))
            Directory.Delete(passing, recursive: true);
        _passing = null;
    }

    /// <summary>
    /// Makes a folder for its owner alone: other users of this machine have no business in it. One that is there stays as it is.
    /// </summary>
    public static void MakeFolder(string folder)
    {
        if (OperatingSystem.IsWindows())
            Directory.CreateDirectory(folder);
        else if (!Directory.Exists(folder))
            Directory.CreateDirectory(folder, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
    }

    private static string Day(Instant at, DateTimeZone zone) => at.InZone(zone).Date.ToString("uuuu-MM-dd", CultureInfo.InvariantCulture);

    private const int Full = 13;

    private static bool IsDamage(Exception failed) => ShedFile.Code(failed) is 11 or 26;

    public void Dispose() => Close();
}
