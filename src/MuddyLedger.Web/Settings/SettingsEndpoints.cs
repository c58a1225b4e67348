using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Web.Api;

namespace MuddyLedger.Web.Settings;

public static class SettingsEndpoints
{
    public static void MapSettings(this IEndpointRouteBuilder api)
    {
        api.MapGet("/settings", (Caller caller, SettingsHandlers handlers) => handlers.GetAsync(caller).Read());
        api.MapPut(
            "/settings",
            (SettingsChange body, Caller caller, SettingsHandlers handlers) => handlers.ChangeAsync(body, caller).Edited()
        );
        api.MapGet("/units/read", (string text, string unit, Caller caller) => SettingsHandlers.Read(text, unit, caller).Read());
    }
}
