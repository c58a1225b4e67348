using MuddyLedger.App.Requests;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Web.Api;

/// <summary>Reads off a request who asks.</summary>
public static class Callers
{
    public const string DeviceHeader = "Device",
        MarkHeader = "Decimal-Mark";

    public static Caller Of(HttpContext http) =>
        new(
            Caller.DeviceNamed(Uri.UnescapeDataString(http.Request.Headers[DeviceHeader].ToString())),
            http.Request.Headers[MarkHeader].ToString() switch
            {
                "comma" => NumberMarks.Comma,
                "point" => NumberMarks.Point,
                _ => NumberMarks.Unknown,
            },
            int.TryParse(http.Request.Headers.IfMatch.ToString().Trim('"'), out var version) ? version : null,
            $"{http.Request.Method} {http.Request.Path}",
            http.RequestAborted
        );
}
