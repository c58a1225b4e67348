using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Jobs;

/// <summary>What was measured, held against the bike's limits and against itself.</summary>
/// <param name="Right">Inside the limits, as far as they are known, and alike as far as that is asked.</param>
/// <param name="Words">What is wrong with it; empty where nothing is.</param>
public sealed record MeasureReading(bool Right, string Words)
{
    public static MeasureReading Of(MeasureAsked asked, FigureSpec? limits, ImmutableArray<decimal> values)
    {
        var words = new List<string>();
        for (var at = 0; at < values.Length; at++)
        {
            if (limits is null || limits.Holds(values[at])) continue;
            var where = asked.Places.Length > 1 ? $"{asked.Places[at]}: " : "";
            words.Add($"{where}{Text(values[at])} {asked.Unit.Symbol} is outside {Limits(limits, asked.Unit)}");
        }

        if (asked.Within is { } most && values.Length > 1 && values.Max() - values.Min() is var apart && apart > most)
            words.Add($"the places differ by {Text(apart)} {asked.Unit.Symbol}, and may by {Text(most)} {asked.Unit.Symbol}");
        return new(words.Count == 0, string.Join("; ", words));
    }

    private static string Limits(FigureSpec limits, Unit unit) => limits switch
    {
        { Low: { } low, High: { } high } when low == high => $"{Text(low)} {unit.Symbol}",
        { Low: { } low, High: { } high } => $"{Text(low)} to {Text(high)} {unit.Symbol}",
        { Low: { } low } => $"at least {Text(low)} {unit.Symbol}",
        { High: { } high } => $"at most {Text(high)} {unit.Symbol}",
        _ => "",
    };

    private static string Text(decimal value) => value.Normalized().ToString(CultureInfo.InvariantCulture);
}
