using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text.Json.Serialization;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Wear;
using MuddyLedger.Instruments;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Wear;

/// <summary>An instrument that sends what it shows.</summary>
/// <param name="Id">By which readings are asked for.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Simulated">Its readings are made up.</param>
/// <param name="Unit">The symbol in which it reads.</param>
/// <param name="Resolution">The smallest step that it shows.</param>
/// <param name="Scenarios">Of a made-up one: what it can be held to.</param>
public sealed record GaugeAnswer(
    string Id,
    string Title,
    bool Simulated,
    string Unit,
    decimal Resolution,
    IReadOnlyList<GaugeScenario> Scenarios
);

/// <summary>What wears, valve checks, and whether a bike lasts to the end of a trip.</summary>
public static class WearEndpoints
{
    public static void MapWear(this IEndpointRouteBuilder api)
    {
        api.MapGet("/bikes/{bike:guid}/wear", (Guid bike, Caller caller, WearHandlers handlers) => handlers.GetAsync(bike, caller).Read())
            .WithSummary("Every series of readings of a bike, where it stands and when it ends.");
        api.MapGet(
                "/bikes/{bike:guid}/wear/{series}",
                (Guid bike, string series, Caller caller, WearHandlers handlers) => handlers.SeriesAsync(bike, series, caller).Read()
            )
            .WithSummary("One series: its readings, line, bands and end.");
        api.MapGet(
                "/bikes/{bike:guid}/wear/{series}/judge",
                (Guid bike, string series, string? values, int? pitches, string? altitude, Caller caller, WearHandlers handlers) =>
                    handlers.JudgeAsync(bike, series, values, pitches, altitude, caller).Read()
            )
            .WithSummary("What a reading would mean, before it is written.");
        api.MapPost(
                "/bikes/{bike:guid}/wear/{series}",
                (Guid bike, string series, Sent<MeasureRequest> body, Caller caller, WearHandlers handlers) =>
                    handlers.MeasureAsync(bike, series, body, caller).Written()
            )
            .WithSummary("Writes a reading or a look.");
        api.MapGet(
                "/bikes/{bike:guid}/valves",
                (Guid bike, Caller caller, ValveHandlers handlers) => handlers.GetAsync(bike, caller).Read()
            )
            .WithSummary("The last valve check, and what is due.");
        api.MapPost(
                "/bikes/{bike:guid}/valves",
                (Guid bike, Sent<ValveCheckRequest> body, Caller caller, ValveHandlers handlers) =>
                    handlers.CheckAsync(bike, body, caller).Written()
            )
            .WithSummary("Writes a valve check with its shims.");
        api.MapPost(
                "/bikes/{bike:guid}/valves/plan",
                (Guid bike, Sent<ShimPlanRequest> body, Caller caller, ValveHandlers handlers) =>
                    handlers.PlanAsync(bike, body, caller).Read()
            )
            .WithSummary("Which shims go where so that fewest are bought.");
        api.MapGet("/bikes/{bike:guid}/trips", (Guid bike, Caller caller, TripHandlers handlers) => handlers.GetAsync(bike, caller).Read())
            .WithSummary("The trips that are kept for a bike.");
        api.MapPost(
                "/bikes/{bike:guid}/trips",
                (Guid bike, Sent<TripRequest> body, Caller caller, TripHandlers handlers) =>
                    handlers.KeepAsync(bike, body, caller).Written()
            )
            .WithSummary("Keeps a trip.");
        api.MapGet(
                "/bikes/{bike:guid}/lasts",
                (Guid bike, string? amount, string? from, int days, decimal hard, bool loaded, Caller caller, TripHandlers handlers) =>
                    handlers.LastsAsync(bike, amount, from, days, hard, loaded, caller).Read()
            )
            .WithSummary("Whether the bike lasts to the end of a trip, what to do before, and by when to order.");
        api.MapGet("/gauges", (Gauges gauges) => TypedResults.Ok(gauges.All.Select(AnswerOf).ToArray()))
            .WithSummary("The simulated gauges that can be read.");
        api.MapGet("/gauges/{gauge}/readings", ReadingsAsync)
            .WithSummary("What a gauge shows, reading by reading, as server-sent events.")
            .Refuses(StatusCodes.Status404NotFound);
    }

    private static GaugeAnswer AnswerOf(IGauge gauge) =>
        new(gauge.Id, gauge.Title, gauge.Simulated, gauge.Unit, gauge.Resolution, gauge.Scenarios);

    /// <summary>The readings of a gauge as they come, as server-sent events, until nobody listens.</summary>
    private static IResult ReadingsAsync(string gauge, string? scenario, string? around, Gauges gauges, CancellationToken cancel)
    {
        if (gauges.Find(gauge) is not { } found)
            return Problems.Of(Problem.NotFound("gauge"));
        var at =
            double.TryParse(around, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value)
                ? value
                : (double?)null;
        return TypedResults.ServerSentEvents(UntilLeft(found.ReadAsync(scenario, at, cancel), cancel), "reading");
    }

    /// <summary>Who closes the dialog has not made an error.</summary>
    private static async IAsyncEnumerable<GaugeReading> UntilLeft(
        IAsyncEnumerable<GaugeReading> readings,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        await using var each = readings.GetAsyncEnumerator(cancel);
        while (true)
        {
            try
            {
                if (!await each.MoveNextAsync())
                    yield break;
            }
            catch (OperationCanceledException)
            {
                yield break;
            }

            yield return each.Current;
        }
    }
}
