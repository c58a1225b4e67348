using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace MuddyLedger.Web.Hosting;

/// <summary>The clock that a shed is started with.</summary>
public static class ShedClocks
{
    /// <summary>The machine's own, or one that goes on from a day or a moment: 2026-04-18, or 2026-04-18T10:20.</summary>
    /// <returns>Null where the text is neither, or its year is not from 1950 to 2200.</returns>
    public static IClock? Read(string? today, DateTimeZone zone)
    {
        if (today is null)
            return SystemClock.Instance;
        var first = today.AsSpan(0, Math.Min(4, today.Length));
        if (!int.TryParse(first, NumberStyles.None, CultureInfo.InvariantCulture, out var year) || year is < 1950 or > 2200)
            return null;
        if (LocalDatePattern.Iso.Parse(today) is { Success: true } day)
            return SetClock.To(day.Value.At(SystemClock.Instance.GetCurrentInstant().InZone(zone).TimeOfDay), SystemClock.Instance, zone);
        return LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm").Parse(today) is { Success: true } moment
            ? SetClock.To(moment.Value, SystemClock.Instance, zone)
            : null;
    }
}
