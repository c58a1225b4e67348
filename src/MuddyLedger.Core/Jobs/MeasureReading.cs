using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Jobs;

/// <summary>What was measured, held against the maker's figure or the table of limits, and against itself.</summary>
/// <param name="Right">No place is worse than slightly off, as far as anybody can say, and they are alike as far as that is asked.</param>
/// <param name="Words">What is wrong with it, and what to do; empty where nothing is.</param>
/// <param name="Verdicts">One for each place.</param>
public sealed record MeasureReading(bool Right, string Words, ImmutableArray<ReadingVerdict> Verdicts)
{
    /// <summary>The gate that such a reading shuts at once; null where it shuts none.</summary>
    public Gate? Stops => Verdicts.Select(verdict => verdict.Stops).Where(gate => gate is not null).Min();

    /// <summary>Of all places.</summary>
    public Grade Worst => Verdicts.Select(verdict => verdict.Grade ?? Grade.Sound).DefaultIfEmpty(Grade.Sound).Max();

    /// <param name="own">The maker's figure for this bike; null where nobody has entered it.</param>
    public static MeasureReading Of(MeasureAsked asked, FigureSpec? own, ImmutableArray<decimal> values)
    {
        var words = new List<string>();
        var verdicts = asked.Figure is { } figure
            ? values.Select(value => ReadingVerdict.Of(figure, own, asked.Row, value)).ToImmutableArray()
            : [];
        for (var at = 0; at < verdicts.Length; at++)
        {
            if (verdicts[at].Right)
                continue;
            var where = asked.Places.Length > 1 ? $"{asked.Places[at]}: " : "";
            words.Add(
                $"{where}{Text(values[at])} {asked.Unit.Symbol}, {verdicts[at].Name}. {verdicts[at].Means} {verdicts[at].Do}"
                    .TrimEnd()
                    .TrimEnd('.')
            );
        }

        if (asked.Within is { } most && values.Length > 1 && values.Max() - values.Min() is var apart && apart > most)
            words.Add($"the places differ by {Text(apart)} {asked.Unit.Symbol}, and may by {Text(most)} {asked.Unit.Symbol}");
        return new(words.Count == 0, string.Join("; ", words), verdicts);
    }

    private static string Text(decimal value) => value.Normalized().ToString(CultureInfo.InvariantCulture);
}
