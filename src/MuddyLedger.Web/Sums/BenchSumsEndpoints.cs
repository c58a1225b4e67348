using MuddyLedger.App.Requests;
using MuddyLedger.App.Sums;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Sums;

/// <summary>Sums about the bench and its measures: tilt, the proof of a pump, torque, units.</summary>
public static class BenchSumsEndpoints
{
    public static void MapMoreSums(this RouteGroupBuilder sums)
    {
        sums.MapGet(
                "/tilt",
                (
                    string? length,
                    string? width,
                    string? height,
                    string? oil,
                    string? axisHeight,
                    string? axisPlace,
                    string? reach,
                    string? lies,
                    string? direction,
                    double? degrees,
                    Caller caller
                ) =>
                    BenchSumsHandlers
                        .Tilt(length, width, height, oil, axisHeight, axisPlace, reach, lies, direction, degrees, caller)
                        .Read()
            )
            .WithSummary("How far the tilt of a bike moves its oil level.");
        sums.MapGet(
                "/pump-proof",
                (string? fuel, string? fall, string? readTo, string? low, string? high, string? premix, Caller caller) =>
                    BenchSumsHandlers.PumpProofOf(fuel, fall, readTo, low, high, premix, caller).Read()
            )
            .WithSummary("Whether an oil pump gives what it should, by measured fall.");
        sums.MapGet(
                "/wrench",
                (string? torque, string? wrench, string? adaptor, Caller caller, BenchSumsHandlers handlers) =>
                    handlers.WrenchAsync(torque, wrench, adaptor, caller).Read()
            )
            .WithSummary("The setting of a torque wrench with an extension.");
        sums.MapGet("/units", (string? amount, Caller caller) => BenchSumsHandlers.Units(amount, caller).Read())
            .WithSummary("One quantity in other units.");
    }
}
