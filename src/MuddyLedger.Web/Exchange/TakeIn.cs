using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Exchange;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Hosting;
using NodaTime;

namespace MuddyLedger.Web.Exchange;

/// <summary>
/// Takes in a whole shed. It is read piece by piece into a store of its own beside the shed's, every page of it is answered once there, and
/// only then are its rows put into the shed, in one transaction. Until then nobody waits for it, and whatever ends it leaves nothing.
/// </summary>
public sealed class TakeIn(
    IShedWriter writer,
    ShedExchange shed,
    ShedIntake intake,
    ShedStore store,
    OneWriteAtATime turn,
    ImportsUnderWay imports,
    ContentLibrary content,
    ShedOptions options
)
{
    private const string FolderStart = "taking-in-";

    /// <summary>Lines read before memory is given back.</summary>
    private const int ManyLines = 3_000;

    /// <summary>What a start that was killed while it took something in has left.</summary>
    public static void ClearLeft(string folder)
    {
        foreach (var left in Directory.EnumerateDirectories(folder, FolderStart + "*"))
            Directory.Delete(left, recursive: true);
    }

    public async Task<Outcome<ImportAnswer>> RunAsync(Guid id, Stream body, Caller caller)
    {
        var check = caller.Check(id);
        if (check.Failed)
            return check.Problem();
        var cancel = caller.Cancel;
        if (turn.Refusal() is { } lookOnly)
            return lookOnly;
        // Before a byte of it is read, unless it may be the same that was taken in a moment ago.
        var before = await writer.WasUsedAsync(id, cancel);
        if (!before && !await shed.EmptyAsync(cancel))
            return NotEmpty();
        var scratch = Path.Combine(store.Folder, $"{FolderStart}{id:n}-{Guid.NewGuid():n}");
        ShedStore.MakeFolder(scratch);
        try
        {
            var (taken, refused) = await ReadAsync(id, scratch, body, cancel);
            if (refused is not null)
                return refused;
            var answer = new ImportAnswer(taken!.Bikes, taken.Entries);
            switch (await writer.BeforeAsync(id, taken.Asked, cancel))
            {
                case WriteOutcome.Repeated:
                    return answer;
                case WriteOutcome.OtherBody:
                    return Problem.IdTaken();
            }

            if (
                await ImportProof.OfAsync(
                    scratch,
                    options with
                    {
                        Content = content,
                    },
                    pages => Say(id, ImportStage.Proving, taken, pages),
                    cancel
                ) is
                { } senseless
            )
                return Problem.Refused(senseless.Field, senseless.Words);
            using var held = await turn.TakeAsync(cancel);
            if (turn.Refusal() is { } since)
                return since;
            if (!await shed.EmptyAsync(cancel))
                return NotEmpty();
            Say(id, ImportStage.Keeping, taken, 0);
            await intake.AllOfAsync(Path.Combine(scratch, ShedFile.Name), id, taken.Asked, options.Clock.GetCurrentInstant(), cancel);
            return answer;
        }
        finally
        {
            imports.End(id);
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(scratch, recursive: true);
        }
    }

    private static Problem NotEmpty() =>
        Problem.Refused(null, "A whole shed is taken in only where there is none yet. Start on an empty folder.");

    private sealed record Taken(int Bikes, int Entries, int Photos, long Bytes, string Asked);

    private void Say(Guid id, ImportStage stage, Taken taken, int pages) =>
        imports.Say(id, new(stage, taken.Bytes, taken.Bikes, taken.Entries, taken.Photos, pages));

    private async Task<(Taken? Taken, Problem? Refused)> ReadAsync(Guid id, string scratch, Stream body, CancellationToken cancel)
    {
        var now = options.Clock.GetCurrentInstant();
        using (var made = new ShedStore(scratch))
            await made.OpenAsync(now, options.Zone, cancel);
        var choices = new DbContextOptionsBuilder<ShedContext>();
        ShedFile.Configure(choices, scratch);
        await using var context = new ShedContext(choices.Options);
        await using var hashed = new HashedStream(body);
        var reader = new CopyReader(new ShedIntake(context), content, options.DayOf(now).Year, now);
        var pieces = new CopyPieces(hashed);
        var given = 0;
        try
        {
            await foreach (var piece in pieces.ReadAsync(cancel))
            {
                if (await reader.TakeAsync(piece, cancel) is { Count: > 0 } wrong)
                    return (null, Refused(wrong));
                if (reader.Entries - given >= ManyLines)
                {
                    // What the store's writer leaves behind of each bike outlives the young; left to itself it grows to several hundred
                    // megabytes.
                    GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
                    given = reader.Entries;
                }

                imports.Say(id, new(ImportStage.Reading, hashed.Length, reader.Bikes, reader.Entries, reader.Photos, 0));
            }
        }
        catch (JsonException broken)
        {
            // A copy that breaks off in the middle is refused for that, not for what had not come yet.
            return (
                null,
                broken is CopyReader.PieceException piece
                    ? Problem.Refused(piece.At, "cannot be read as what should stand there")
                    : Problem.Refused(null, "This is no copy of a shed that can be read.")
            );
        }

        return reader.End(pieces.Fields) is { Count: > 0 } missing
            ? (null, Refused(missing))
            : (new(reader.Bikes, reader.Entries, reader.Photos, hashed.Length, $"import {hashed.Digest()}"), null);
    }

    private static Problem Refused(IEnumerable<Refusal> refusals)
    {
        var check = new FieldCheck(Core.Units.NumberMarks.Unknown);
        check.Refuse(refusals);
        return check.Problem();
    }
}
