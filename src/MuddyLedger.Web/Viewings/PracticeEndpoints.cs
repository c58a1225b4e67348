using MuddyLedger.App.Requests;
using MuddyLedger.App.Viewings;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Viewings;

/// <summary>The practice yard. Nothing is kept: a round follows from its kind and number.</summary>
public static class PracticeEndpoints
{
    public static void MapPractice(this IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/practice",
                (string? set, int? seed, Caller caller, PracticeHandlers handlers) => handlers.StartAsync(set, seed, caller).Read()
            )
            .WithSummary("A made-up bike to practise on.");
        api.MapGet(
                "/practice/look",
                (string? set, int? seed, string? point, PracticeHandlers handlers) => handlers.Look(set, seed, point).Read()
            )
            .WithSummary("What a look at one point of it shows.");
        api.MapGet(
                "/practice/end",
                (string? set, int? seed, string? looked, string? offer, Caller caller, PracticeHandlers handlers) =>
                    handlers.End(set, seed, looked, offer, caller).Read()
            )
            .WithSummary("How a practice round ended, against the truth.");
    }
}
