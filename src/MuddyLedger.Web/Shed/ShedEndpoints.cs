using MuddyLedger.App.Requests;
using MuddyLedger.App.Shed;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Shed;

public static class ShedEndpoints
{
    public static void MapShed(this IEndpointRouteBuilder api) =>
        api.MapGet("/shed", (Caller caller, ShedHandlers handlers) => handlers.GetAsync(caller).Read())
            .WithSummary("Every bike at a glance, with what is due over the whole shed.");
}
