using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text.Json.Serialization;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Wear;
using MuddyLedger.Instruments;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Wear;

/// <param name="Simulated">Its readings are made up.</param>
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
        api.MapGet("/bikes/{bike:guid}/wear", (Guid bike, Caller caller, WearHandlers handlers) => handlers.GetAsync(bike, caller).Read());
        api.MapGet(
            "/bikes/{bike:guid}/wear/{series}",
            (Guid bike, string series, Caller caller, WearHandlers handlers) => handlers.SeriesAsync(bike, series, caller).Read()
        );
        api.MapGet(
            "/bikes/{bike:guid}/wear/{series}/judge",
            (Guid bike, string series, string? values, int? pitches, string? altitude, Caller caller, WearHandlers handlers) =>
                handlers.JudgeAsync(bike, series, values, pitches, altitude, caller).Read()
        );
        api.MapPost(
            "/bikes/{bike:guid}/wear/{series}",
            (Guid bike, string series, MeasureRequest body, Caller caller, WearHandlers handlers) =>
                handlers.MeasureAsync(bike, series, body, caller).Written()
        );
        api.MapGet(
            "/bikes/{bike:guid}/valves",
            (Guid bike, Caller caller, ValveHandlers handlers) => handlers.GetAsync(bike, caller).Read()
        );
        api.MapPost(
            "/bikes/{bike:guid}/valves",
            (Guid bike, ValveCheckRequest body, Caller caller, ValveHandlers handlers) => handlers.CheckAsync(bike, body, caller).Written()
        );
        api.MapPost(
            "/bikes/{bike:guid}/valves/plan",
            (Guid bike, ShimPlanRequest body, Caller caller, ValveHandlers handlers) => handlers.PlanAsync(bike, body, caller).Read()
        );
        api.MapGet("/bikes/{bike:guid}/trips", (Guid bike, Caller caller, TripHandlers handlers) => handlers.GetAsync(bike, caller).Read());
        api.MapPost(
            "/bikes/{bike:guid}/trips",
            (Guid bike, TripRequest body, Caller caller, TripHandlers handlers) => handlers.KeepAsync(bike, body, caller).Written()
        );
        api.MapGet(
            "/bikes/{bike:guid}/lasts",
            (Guid bike, string? amount, string? from, int days, decimal hard, bool loaded, Caller caller, TripHandlers handlers) =>
                handlers.LastsAsync(bike, amount, from, days, hard, loaded, caller).Read()
        );
        api.MapGet("/gauges", (Gauges gauges) => TypedResults.Ok(gauges.All.Select(AnswerOf).ToArray()));
        api.MapGet("/gauges/{gauge}/readings", ReadingsAsync);
    }

    private static GaugeAnswer AnswerOf(IGauge gauge) =>
        new(gauge.Id, gauge.Title, gauge.Simulated, gauge.Unit, gauge.Resolution, gauge.Scenarios);

    /// <summary>The readings of a gauge as they come, as server-sent events, until nobody listens.</summary>
    private static IResult ReadingsAsync(string gauge, string? scenario, string? around, Gauges gauges, CancellationToken cancel)
    {
        if (gauges.Find(gauge) is not { } found)
            return Results.NotFound();
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
