using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using MuddyLedger.Core.Exchange;
using MuddyLedger.Core.Json;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Hosting;
using MuddyLedger.Web.Photos;
using NodaTime;

namespace MuddyLedger.Web.Exchange;

/// <summary>What was taken in.</summary>
public sealed record ImportAnswer(int Bikes, int Entries);

/// <summary>A shed out as an open file, and into an empty shed again.</summary>
public static class ExchangeEndpoints
{
    /// <summary>Some two hundred thousand lines are about 100 MB, and a thousand photos some 300.</summary>
    private const int LargestCopy = 1024 * 1024 * 1024;

    public static void MapExchange(this IEndpointRouteBuilder api)
    {
        api.MapGet("/export", (HttpContext http, ShedExchange exchange, ShedOptions options) => OutAsync(null, "shed", http, exchange, options)).Produces<byte[]>(contentType: "application/json");
        api.MapGet("/export/schema", () => Results.Text(ShedCopySchema.Text(), "application/schema+json")).Produces<string>(contentType: "application/schema+json");
        api.MapGet("/bikes/{bike:guid}/export", (Guid bike, HttpContext http, ShedExchange exchange, ShedOptions options) => OutAsync(bike, "bike", http, exchange, options))
            .Produces<byte[]>(contentType: "application/json");
        api.MapPost("/import", InAsync).WithMetadata(new RequestSizeLimitAttribute(LargestCopy)).Accepts<object>("application/json").Produces<ImportAnswer>();
    }

    private static async Task<IResult> OutAsync(Guid? bike, string what, HttpContext http, ShedExchange exchange, ShedOptions options)
    {
        var now = options.Clock.GetCurrentInstant();
        var copy = await exchange.OutAsync(bike, now, http.RequestAborted);
        return bike is not null && copy.Bikes.IsEmpty
            ? Problems.NotFound("bike")
            : Results.File(JsonSerializer.SerializeToUtf8Bytes(copy, CoreJson.Default.ShedCopy), "application/json", $"muddy-ledger-{what}-{options.DayOf(now):uuuu-MM-dd}.json");
    }

    private static async Task<IResult> InAsync(Guid id, HttpContext http, ShedExchange exchange, ShedWriter writer, ShedOptions options)
    {
        var check = new FieldCheck(http);
        check.Id("id", id);
        if (check.Failed) return check.Problem();
        ShedCopy? copy;
        try
        {
            copy = await JsonSerializer.DeserializeAsync(http.Request.Body, CoreJson.Default.ShedCopy, http.RequestAborted);
        }
        catch (Exception broken) when (broken is JsonException or NotSupportedException or ArgumentException or FormatException or InvalidOperationException or OverflowException)
        {
            var path = (broken as JsonException)?.Path?.TrimStart('$', '.');
            return Problems.Refused(string.IsNullOrEmpty(path) ? null : path, string.IsNullOrEmpty(path) ? "This is no copy of a shed that can be read." : "cannot be read as what should stand there");
        }

        if (copy is null) return Problems.Refused(null, "This is no copy of a shed that can be read.");
        var now = options.Clock.GetCurrentInstant();
        check.Refuse(copy.Check(options.DayOf(now).Year));
        if (check.Failed) return check.Problem();
        var asked = $"import {copy.WrittenAt} {copy.Bikes.Length} {copy.Bikes.Sum(bike => bike.Entries.Length)} {(copy.Photos.IsDefault ? 0 : copy.Photos.Length)}";
        var answer = new ImportAnswer(copy.Bikes.Length, copy.Bikes.Sum(bike => bike.Entries.Length));
        switch (await writer.BeforeAsync(id, asked, http.RequestAborted))
        {
            case WriteOutcome.Repeated: return Results.Ok(answer);
            case WriteOutcome.OtherBody: return Problems.OtherBody();
        }

        var small = new Dictionary<Guid, byte[]>();
        foreach (var (photo, at) in (copy.Photos.IsDefault ? [] : copy.Photos).Select((photo, at) => (photo, at)))
        {
            var read = PhotoFile.OnlyAPicture(photo.Image) && photo.Image.Length <= PhotoFile.LargestFile ? await PhotoFile.ReadAsync(photo.Image, http.RequestAborted) : PhotoRead.Refused("is no JPEG as this Muddy Ledger keeps them");
            if (read.Photo is not { } made) return Problems.Refused($"photos.{at}.image", read.Refusal!);
            small[photo.Id] = made.Small;
        }

        if (!await exchange.EmptyAsync(http.RequestAborted)) return Problems.Refused(null, "A whole shed is taken in only where there is none yet. Start on an empty folder.");
        exchange.In(copy, small);
        return await writer.CommitAsync(id, asked, now, http.RequestAborted) == WriteOutcome.Written ? Results.Ok(answer) : Problems.Refused(null, "Something in this copy clashes with what is here.");
    }
}
