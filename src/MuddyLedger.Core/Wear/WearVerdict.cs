using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Limits;

namespace MuddyLedger.Core.Wear;

/// <summary>
/// What a reading of a series is worth: by the table of limits where it judges the figure, else by the end of the series.
/// </summary>
public static class WearVerdict
{
    /// <param name="value">In what the series shows.</param>
    public static ReadingVerdict Of(WearSeries series, Profile bike, LimitTable limits, decimal value) =>
        Of(series.Kind, bike, RowOf(series.Kind, bike, limits), value, series.State.End);

    internal static LimitRow? RowOf(WearKind kind, Profile bike, LimitTable limits) =>
        kind.Figure is { } figure ? limits.For(figure, Capabilities.Of(bike)) : null;

    internal static ReadingVerdict Of(WearKind kind, Profile bike, LimitRow? row, WearPoint point, WearEnd? end) =>
        point.Look is { } look
            ? new(
                look,
                Capabilities.Word(look),
                kind.Meanings.GetValueOrDefault(look) ?? kind.Looks.GetValueOrDefault(look, ""),
                "",
                null,
                end?.Provenance
            )
            : Of(kind, bike, row, point.Value!.Value, end);

    private static ReadingVerdict Of(WearKind kind, Profile bike, LimitRow? row, decimal value, WearEnd? end)
    {
        var over =
            end is not null
            && kind.Way switch
            {
                WearWay.Up => value >= end.At,
                WearWay.Down => value <= end.At,
                _ => false,
            };
        // The table knows more than the end alone, where the reading is of a figure that it judges.
        if (kind.Figure is { } figure && !kind.ChainGrowth && kind.Grown is null && (row is not null || bike.Figure(figure) is not null))
        {
            var verdict = ReadingVerdict.Of(figure, bike.Figure(figure), row, value);
            // What has worn to its maker's limit is not put right: it has come to its end.
            if (over && row is null)
                return new(Grade.Failed, "done", verdict.Means, "Replace it.", null, verdict.From);
            if (!over || verdict.Grade >= Grade.Bad)
                return verdict;
        }

        if (end is null)
            return new(
                null,
                "",
                kind.Figure is { } named ? $"No limit is known for it here: {ReadingVerdict.WhereToFind(named)}" : "",
                "",
                null,
                null
            );
        return over
            ? new(Grade.Failed, "done", "At its limit, or beyond.", "Replace it.", null, end.Provenance)
            : new(Grade.Sound, "inside its limit", "", "", null, end.Provenance);
    }
}
