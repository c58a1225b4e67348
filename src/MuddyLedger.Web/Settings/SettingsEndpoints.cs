using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Settings;

public static class SettingsEndpoints
{
    public static void MapSettings(this IEndpointRouteBuilder api)
    {
        api.MapGet("/settings", (Caller caller, SettingsHandlers handlers) => handlers.GetAsync(caller).Read())
            .WithSummary("The owner's units, currency and ways.");
        api.MapPut(
                "/settings",
                (Sent<SettingsChange> body, Caller caller, SettingsHandlers handlers) => handlers.ChangeAsync(body, caller).Edited()
            )
            .WithSummary("Changes them; asks for the version that was opened.");
        api.MapGet("/units/read", (string text, string unit, Caller caller) => SettingsHandlers.Read(text, unit, caller).Read())
            .WithSummary("How a typed quantity is understood.");
    }
}
