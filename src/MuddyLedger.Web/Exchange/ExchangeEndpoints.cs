using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Exchange;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Viewings;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Hosting;
using NodaTime;

namespace MuddyLedger.Web.Exchange;

/// <summary>What was taken in.</summary>
/// <param name="Bikes">How many.</param>
/// <param name="Entries">How many lines of books.</param>
public sealed record ImportAnswer(int Bikes, int Entries);

/// <summary>A shed out as an open file, and into an empty shed again.</summary>
public static class ExchangeEndpoints
{
    /// <summary>Some two hundred thousand lines are about 100 MB, and a thousand photos some 300.</summary>
    private const int LargestCopy = 1024 * 1024 * 1024;

    public static void MapExchange(this IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/export",
                (HttpContext http, ShedExchange exchange, ShedOptions options) => OutAsync(null, "shed", http, exchange, options)
            )
            .WithSummary("The whole shed as an open file.")
            .Produces<object>(contentType: "application/json")
            .Refuses(StatusCodes.Status404NotFound);
        api.MapGet("/export/schema", () => Results.Text(ShedCopySchema.Text(), "application/schema+json"))
            .WithSummary("The JSON Schema of that file.")
            .Produces<string>(contentType: "application/schema+json");
        api.MapGet(
                "/bikes/{bike:guid}/export",
                (Guid bike, HttpContext http, ShedExchange exchange, ShedOptions options) => OutAsync(bike, "bike", http, exchange, options)
            )
            .WithSummary("One bike's book as an open file.")
            .Produces<object>(contentType: "application/json")
            .Refuses(StatusCodes.Status404NotFound);
        api.MapPost(
                "/import",
                (Guid id, HttpContext http, Caller caller, TakeIn takeIn) => takeIn.RunAsync(id, http.Request.Body, caller).Written()
            )
            .WithSummary("Takes a shed in from such a file; it is proven by every page first.")
            .WithMetadata(new RequestSizeLimitAttribute(LargestCopy), new TakesItsOwnTurn())
            .Accepts<object>("application/json");
        api.MapGet(
                "/import/{id:guid}",
                (Guid id, ImportsUnderWay imports) =>
                    imports.Of(id) is { } progress ? Results.Ok(progress) : Problems.Of(Problem.NotFound("import"))
            )
            .WithSummary("How far a taking in has come.")
            .Produces<ImportProgress>()
            .Refuses(StatusCodes.Status404NotFound);
    }

    /// <summary>Written as it is read: of a large shed there is never more in memory than one bike or one picture.</summary>
    private static async Task<IResult> OutAsync(Guid? bike, string what, HttpContext http, ShedExchange exchange, ShedOptions options)
    {
        var cancel = http.RequestAborted;
        var now = options.Clock.GetCurrentInstant();
        await using var reading = await exchange.ReadingAsync(cancel);
        await using var bikes = exchange.BikesAsync(bike, cancel).GetAsyncEnumerator(cancel);
        var any = await bikes.MoveNextAsync();
        if (bike is not null && !any)
            return Problems.Of(Problem.NotFound("bike"));
        http.Response.ContentType = "application/json";
        http.Response.Headers.ContentDisposition = $"attachment; filename=muddy-ledger-{what}-{options.DayOf(now):uuuu-MM-dd}.json";
        await using var writer = new Utf8JsonWriter(
            http.Response.BodyWriter,
            new JsonWriterOptions { Encoder = CoreJson.Default.Options.Encoder }
        );
        writer.WriteStartObject();
        writer.WriteString("format", ShedCopy.FormatName);
        writer.WriteNumber("version", CoreJson.Version);
        Write(writer, "writtenAt", now);
        if (bike is null && await exchange.SettingsAsync(cancel) is { } settings)
            Write(writer, "settings", settings);
        var photos = bike is null ? null : new HashSet<Guid>();
        writer.WriteStartArray("bikes");
        for (; any; any = await bikes.MoveNextAsync())
        {
            JsonSerializer.Serialize(writer, bikes.Current, CoreJson.Default.BikeCopy);
            photos?.UnionWith(bikes.Current.Entries.Select(entry => entry.Body).OfType<PhotoTaken>().Select(taken => taken.Photo));
            await FlushAsync(writer, http);
        }

        writer.WriteEndArray();
        if (bike is null)
            await WriteShedAsync(writer, http, exchange);
        writer.WriteStartArray("photos");
        await foreach (var photo in exchange.PhotosAsync(photos, cancel))
        {
            JsonSerializer.Serialize(writer, photo, CoreJson.Default.PhotoCopy);
            await FlushAsync(writer, http);
        }

        writer.WriteEndArray();
        writer.WriteEndObject();
        await FlushAsync(writer, http);
        return Results.Empty;
    }

    private static async Task WriteShedAsync(Utf8JsonWriter writer, HttpContext http, ShedExchange exchange)
    {
        var cancel = http.RequestAborted;
        writer.WriteStartArray("viewings");
        foreach (var viewing in await exchange.ViewingsAsync(cancel))
            JsonSerializer.Serialize(writer, viewing, CoreJson.Default.ViewingCopy);
        writer.WriteEndArray();
        writer.WriteStartObject("prices");
        foreach (var (point, cost) in await exchange.PricesAsync(cancel))
            Write(writer, point, cost);
        writer.WriteEndObject();
        writer.WriteStartArray("jobs");
        foreach (var job in await exchange.JobsAsync(cancel))
            JsonSerializer.Serialize(writer, job, CoreJson.Default.OwnJobCopy);
        writer.WriteEndArray();
        writer.WriteStartArray("shelf");
        foreach (var stock in await exchange.ShelfAsync(cancel))
            JsonSerializer.Serialize(writer, stock, CoreJson.Default.StockCopy);
        writer.WriteEndArray();
        await FlushAsync(writer, http);
    }

    private static void Write<T>(Utf8JsonWriter writer, string name, T value)
    {
        writer.WritePropertyName(name);
        JsonSerializer.Serialize(writer, value, typeof(T), CoreJson.Default);
    }

    private static async Task FlushAsync(Utf8JsonWriter writer, HttpContext http)
    {
        await writer.FlushAsync(http.RequestAborted);
        await http.Response.BodyWriter.FlushAsync(http.RequestAborted);
    }
}
