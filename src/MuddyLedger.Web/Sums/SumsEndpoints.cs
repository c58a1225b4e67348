using MuddyLedger.App.Requests;
using MuddyLedger.App.Sums;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Sums;

/// <summary>The sums of the shed: reckoned in Core, typed in any unit, kept nowhere.</summary>
public static class SumsEndpoints
{
    public static void MapSums(this IEndpointRouteBuilder api)
    {
        var sums = api.MapGroup("/sums");
        sums.MapGet("/bikes/{bike:guid}", (Guid bike, Caller caller, BikeSumsHandlers handlers) => handlers.GetAsync(bike, caller).Read());
        sums.MapGet(
            "/premix",
            (string? fuel, string? ratio, Caller caller, SumsHandlers handlers) => handlers.PremixAsync(fuel, ratio, caller).Read()
        );
        sums.MapGet(
            "/correct-a-tank",
            (string? mix, string? from, string? to, string? room, Caller caller, SumsHandlers handlers) =>
                handlers.CorrectAsync(mix, from, to, room, caller).Read()
        );
        sums.MapGet(
            "/coolant",
            (string? share, string? coldest, string? system, string? concentrate, Caller caller, SumsHandlers handlers) =>
                handlers.CoolantAsync(share, coldest, system, concentrate, caller).Read()
        );
        sums.MapGet(
            "/gearing",
            (string? tyre, string? primary, string? gears, string? front, string? rear, string? rpm, Caller caller) =>
                SumsHandlers.Gearing(tyre, primary, gears, front, rear, rpm, caller).Read()
        );
        sums.MapGet(
            "/fork-oil",
            (string? tube, string? now, string? wanted, string? other, Caller caller) =>
                SumsHandlers.ForkOilLevel(tube, now, wanted, other, caller).Read()
        );
        sums.MapGet(
            "/stabiliser",
            (string? inTank, string? goesIn, string? dose, Caller caller, SumsHandlers handlers) =>
                handlers.StabiliserAsync(inTank, goesIn, dose, caller).Read()
        );
        sums.MapMoreSums();
        sums.MapGet(
            "/viscosity",
            (string? coldest, string? hottest, bool? liquidCooled, Caller caller) =>
                SumsHandlers.ViscosityOf(coldest, hottest, liquidCooled, caller).Read()
        );
    }
}
