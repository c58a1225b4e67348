using System.Text.RegularExpressions;

namespace MuddyLedger.Core.Units;

/// <summary>Reads a time on the bench as it is written: "80", "80 min", "1 h 20", "1:20", "1.5 h".</summary>
public static partial class MinutesText
{
    /// <returns>Whole minutes, or words that say what is wrong.</returns>
    public static Reading<int> Read(string? text, NumberMarks marks, int most)
    {
        if (string.IsNullOrWhiteSpace(text))
            return Reading<int>.Refused("is missing: write minutes, or hours and minutes such as 1 h 20");
        if (text.Length > 40 || Shape().Match(text) is not { Success: true } match)
            return Refused();
        var (hours, minutes) = (match.Groups["h"].Value, match.Groups["m"].Value);
        var total = 0m;
        if (hours.Length > 0)
        {
            var read = NumberText.Read(hours, marks, coarse: true);
            if (read.IsRefused)
                return Reading<int>.Refused(read.Refusal!);
            if (minutes.Length > 0 && (read.Value != decimal.Truncate(read.Value) || !int.TryParse(minutes, out var rest) || rest >= 60))
                return Refused();
            total = read.Value * 60;
        }

        if (minutes.Length > 0)
        {
            // "1.5" may be an hour and a half or a minute and a half: nobody works for half a minute.
            if (!int.TryParse(minutes, System.Globalization.CultureInfo.InvariantCulture, out var whole))
                return Refused();
            total += whole;
        }

        return total > most
            ? Reading<int>.Refused($"is more than can be meant here (at most {most:#,0} minutes)")
            : Reading<int>.Of((int)Math.Round(total, MidpointRounding.AwayFromZero));
    }

    private static Reading<int> Refused() =>
        Reading<int>.Refused("is not a time: write minutes such as 80, or hours and minutes such as 1 h 20");

    [GeneratedRegex(
        @"^\s*(?:(?<h>\d{1,4}(?:[.,]\d+)?)\s*(?:h|hr|hrs|hours?|std|:)\s*(?<m>\d{1,2})?\s*(?:m|min|mins|minutes?)?|"
            + @"(?<m>\d{1,6})\s*(?:m|min|mins|minutes?)?)\s*$",
        RegexOptions.CultureInvariant | RegexOptions.IgnoreCase
    )]
    private static partial Regex Shape();
}
