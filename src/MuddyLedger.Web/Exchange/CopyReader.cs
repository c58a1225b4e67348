using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Microsoft.EntityFrameworkCore;
using MuddyLedger.App.Photos;
using MuddyLedger.App.Settings;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Exchange;
using MuddyLedger.Core.Json;
using MuddyLedger.Data;
using MuddyLedger.Web.Photos;
using NodaTime;

namespace MuddyLedger.Web.Exchange;

/// <summary>Judges each piece and puts it into the store beside.</summary>
internal sealed class CopyReader(ShedIntake into, ContentLibrary content, int thisYear, Instant now)
{
    private readonly CopyCheck _check = new(thisYear);
    private string? _format;
    private int? _version;
    private bool _head;

    public int Bikes { get; private set; }
    public int Entries { get; private set; }
    public int Photos { get; private set; }

    public async Task<IReadOnlyList<Refusal>> TakeAsync(CopyPiece piece, CancellationToken cancel)
    {
        switch (piece.Field, piece.At)
        {
            case ("format", null):
                _format = Read(piece, CoreJson.Default.String);
                return Head();
            case ("version", null):
                _version = Read(piece, CoreJson.Default.Int32);
                return Head();
            case ("writtenAt", null):
                Read(piece, CoreJson.Default.Instant);
                return [];
            case ("settings", null):
                return await SettingsAsync(piece, cancel);
            case ("prices", null):
                return await PricesAsync(piece, cancel);
            case ("bikes", { } at):
                return await BikeAsync(at, Read(piece, CoreJson.Default.BikeCopy), cancel);
            case ("viewings", { } at):
                return await KeptAsync(at, Read(piece, CoreJson.Default.ViewingCopy), _check.Viewing, into.ViewingAsync, cancel);
            case ("shelf", { } at):
                return await KeptAsync(at, Read(piece, CoreJson.Default.StockCopy), _check.Stock, into.StockAsync, cancel);
            case ("jobs", { } at):
                return await KeptAsync(
                    at,
                    Read(piece, CoreJson.Default.OwnJobCopy),
                    Job,
                    (job, stop) => into.JobAsync(job, now, stop),
                    cancel
                );
            case ("photos", { } at):
                return await PhotoAsync(at, Read(piece, CoreJson.Default.PhotoCopy), cancel);
            case ("bikes" or "viewings" or "shelf" or "jobs" or "photos", null) when IsNull(piece):
                return [];
            case ("bikes" or "viewings" or "shelf" or "jobs" or "photos", null):
                return [new(piece.Field, "is no list")];
            default:
                return [new(piece.Field, "is not a field known here")];
        }
    }

    /// <summary>What only the end can tell.</summary>
    /// <param name="fields">The fields that the copy has.</param>
    public List<Refusal> End(IReadOnlySet<string> fields)
    {
        if (CopyCheck.Head(_format, _version).ToList() is { Count: > 0 } head)
            return head;
        return fields.Contains("bikes") ? [.. _check.End()] : [new("bikes", "is empty where something should stand")];
    }

    /// <summary>A copy of something else is refused as that, before anything in it is judged.</summary>
    private IReadOnlyList<Refusal> Head()
    {
        if (_head || _format is null || _version is null)
            return _format is not null ? [.. CopyCheck.Head(_format, CoreJson.Version)] : [];
        _head = true;
        return [.. CopyCheck.Head(_format, _version)];
    }

    private async Task<IReadOnlyList<Refusal>> SettingsAsync(CopyPiece piece, CancellationToken cancel)
    {
        if (IsNull(piece))
            return [];
        var settings = Read(piece, CoreJson.Default.SettingsCopy)!;
        if (
            OwnerSettings
                .Refuse(settings.VolumeUnit, settings.TorqueUnit, settings.Currency)
                .Select(refusal => refusal with { Field = $"settings.{refusal.Field}" })
                .ToList() is
            { Count: > 0 } wrong
        )
            return wrong;
        await into.SettingsAsync(settings, cancel);
        return [];
    }

    private async Task<IReadOnlyList<Refusal>> PricesAsync(CopyPiece piece, CancellationToken cancel)
    {
        if (IsNull(piece))
            return [];
        foreach (var (point, cost) in Read(piece, CoreJson.Default.ImmutableSortedDictionaryStringFaultCost)!)
        {
            if (cost is null)
                return [new($"prices.{point}", "is empty where something should stand")];
            await into.PriceAsync(point, cost, cancel);
        }

        return [];
    }

    private async Task<IReadOnlyList<Refusal>> BikeAsync(int at, BikeCopy? bike, CancellationToken cancel)
    {
        var refused = await KeptAsync(at, bike, _check.Bike, into.BikeAsync, cancel);
        (Bikes, Entries) = (Bikes + 1, Entries + (refused.Count == 0 ? bike!.Entries.Length : 0));
        return refused;
    }

    /// <summary>As it is judged when an owner writes it: what cannot be read as a job is not kept as one.</summary>
    private IEnumerable<Refusal> Job(int at, OwnJobCopy job)
    {
        if (_check.Job(at, job).ToList() is { Count: > 0 } wrong)
            return wrong;
        try
        {
            content.ReadJob($"{job.Id}.yaml", job.Text);
            return [];
        }
        catch (ContentException broken)
        {
            return [new($"jobs.{at}.text", $"is no job that can be read: line {broken.Line}, {broken.Reason}")];
        }
    }

    private async Task<IReadOnlyList<Refusal>> PhotoAsync(int at, PhotoCopy? photo, CancellationToken cancel)
    {
        if (photo is null)
            return [new($"photos.{at}", "is empty where something should stand")];
        if (_check.Photo(at, photo).ToList() is { Count: > 0 } wrong)
            return wrong;
        var read =
            PhotoFile.OnlyAPicture(photo.Image) && photo.Image.Length <= PhotoFile.LargestFile
                ? await PhotoFile.ReadAsync(photo.Image, cancel)
                : PhotoRead.Refused("is no JPEG as this Muddy Ledger keeps them");
        if (read.Photo is not { } made)
            return [new($"photos.{at}.image", read.Refusal!)];
        await into.PhotoAsync(photo, made.Small, cancel);
        Photos++;
        return [];
    }

    private static async Task<IReadOnlyList<Refusal>> KeptAsync<T>(
        int at,
        T? piece,
        Func<int, T, IEnumerable<Refusal>> judge,
        Func<T, CancellationToken, Task> keep,
        CancellationToken cancel
    )
        where T : class
    {
        if (piece is null)
            return [new($"{NameOf<T>()}.{at}", "is empty where something should stand")];
        if (judge(at, piece).ToList() is { Count: > 0 } wrong)
            return wrong;
        try
        {
            await keep(piece, cancel);
            return [];
        }
        catch (DbUpdateException clash) when (clash.InnerException is Microsoft.Data.Sqlite.SqliteException { SqliteErrorCode: 19 })
        {
            return [new($"{NameOf<T>()}.{at}", "clashes with another piece of the copy, or with itself")];
        }
    }

    private static string NameOf<T>() =>
        typeof(T).Name switch
        {
            nameof(BikeCopy) => "bikes",
            nameof(ViewingCopy) => "viewings",
            nameof(StockCopy) => "shelf",
            _ => "jobs",
        };

    private static bool IsNull(CopyPiece piece) => piece.Json.Span.SequenceEqual("null"u8);

    private static T? Read<T>(CopyPiece piece, JsonTypeInfo<T> type)
    {
        var where = piece.At is { } at ? $"{piece.Field}[{at}]" : piece.Field;
        try
        {
            return JsonSerializer.Deserialize(piece.Json.Span, type);
        }
        catch (Exception broken)
            when (broken
                    is JsonException
                        or NotSupportedException
                        or ArgumentException
                        or FormatException
                        or InvalidOperationException
                        or OverflowException
            )
        {
            throw new PieceException(where + ((broken as JsonException)?.Path?.TrimStart('$') ?? ""), broken);
        }
    }

    /// <summary>A piece that cannot be read, and where in the copy that is.</summary>
    internal sealed class PieceException(string at, Exception inner) : JsonException(inner.Message, inner)
    {
        public string At => at;
    }
}
