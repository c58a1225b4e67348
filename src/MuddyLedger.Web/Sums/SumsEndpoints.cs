using MuddyLedger.App.Requests;
using MuddyLedger.App.Sums;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Sums;

/// <summary>The sums of the shed: worked out in Core, typed in any unit, kept nowhere.</summary>
public static class SumsEndpoints
{
    public static void MapSums(this IEndpointRouteBuilder api)
    {
        var sums = api.MapGroup("/sums");
        sums.MapGet("/bikes/{bike:guid}", (Guid bike, Caller caller, BikeSumsHandlers handlers) => handlers.GetAsync(bike, caller).Read())
            .WithSummary("What a bike gives the sums to begin with.");
        sums.MapGet(
                "/premix",
                (string? fuel, string? ratio, Caller caller, SumsHandlers handlers) => handlers.PremixAsync(fuel, ratio, caller).Read()
            )
            .WithSummary("Oil for a tank of fuel.");
        sums.MapGet(
                "/correct-a-tank",
                (string? mix, string? from, string? to, string? room, Caller caller, SumsHandlers handlers) =>
                    handlers.CorrectAsync(mix, from, to, room, caller).Read()
            )
            .WithSummary("What to add to a tank that was mixed wrong.");
        sums.MapGet(
                "/coolant",
                (string? share, string? coldest, string? system, string? concentrate, Caller caller, SumsHandlers handlers) =>
                    handlers.CoolantAsync(share, coldest, system, concentrate, caller).Read()
            )
            .WithSummary("How far a coolant protects, and what to exchange to reach further.");
        sums.MapGet(
                "/gearing",
                (string? tyre, string? primary, string? gears, string? front, string? rear, string? rpm, Caller caller) =>
                    SumsHandlers.Gearing(tyre, primary, gears, front, rear, rpm, caller).Read()
            )
            .WithSummary("Ratio, speed and revs of a pair of sprockets, beside another pair.");
        sums.MapGet(
                "/fork-oil",
                (string? tube, string? now, string? wanted, string? other, Caller caller) =>
                    SumsHandlers.ForkOilLevel(tube, now, wanted, other, caller).Read()
            )
            .WithSummary("What a change of fork oil level or grade does.");
        sums.MapGet(
                "/stabiliser",
                (string? inTank, string? goesIn, string? dose, Caller caller, SumsHandlers handlers) =>
                    handlers.StabiliserAsync(inTank, goesIn, dose, caller).Read()
            )
            .WithSummary("How much stabiliser a tank takes.");
        sums.MapMoreSums();
        sums.MapGet(
                "/viscosity",
                (string? coldest, string? hottest, bool? liquidCooled, Caller caller) =>
                    SumsHandlers.ViscosityOf(coldest, hottest, liquidCooled, caller).Read()
            )
            .WithSummary("How thick an oil is at a temperature.");
    }
}
