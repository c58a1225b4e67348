using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Content;

/// <summary>Rows of the table of limits.</summary>
internal static class LimitsFile
{
    public static ImmutableArray<LimitRow> Read(string file, string text)
    {
        var root = YamlMap.Load(file, text);
        var rows = root.Maps("limits");
        if (rows.IsEmpty)
            throw root.Wrong("\"limits\" is missing or empty");
        var read = rows.Select(ReadRow).ToImmutableArray();
        root.RefuseTheRest();
        return read;
    }

    private static LimitRow ReadRow(YamlMap map)
    {
        var unit = Unit.Find(map.Text("unit")) ?? throw map.Wrong("unit", "is not known here");
        var row = new LimitRow(
            map.Text("id"),
            map.Text("title"),
            map.Words<BikeFigure>("figures"),
            map.Applies("applies"),
            unit,
            Number(map, "resolution"),
            map.Provenance(),
            [.. map.Maps("bands").Select(ReadBand)]
        );
        if (
            row.Figures.FirstOrDefault(figure => BikeFigures.UnitOf(figure) != unit, row.Figures.FirstOrDefault()) is var odd
            && !row.Figures.IsEmpty
            && BikeFigures.UnitOf(odd) != unit
        )
            throw map.Wrong("unit", $"is not what \"{Capabilities.Word(odd)}\" is kept in");
        if (row.Bands.Length < 2)
            throw map.Wrong("a row needs two bands or more");
        var ends = row.Bands.Select(band => band.Upto).ToList();
        if (ends[^1] is not null || ends[..^1].Any(end => end is null))
            throw map.Wrong("bands", "each has its \"upto\" but the last, which is open");
        if (!ends[..^1].SequenceEqual(ends[..^1].Order()))
            throw map.Wrong("bands", "must go from the lowest to the highest");
        map.RefuseTheRest();
        return row;
    }

    private static LimitBand ReadBand(YamlMap map)
    {
        var band = new LimitBand(
            map.Has("upto") ? Number(map, "upto") : null,
            map.Has("with-upto") ? map.Flag("with-upto") : null,
            map.Text("name"),
            map.Word<Grade>("grade"),
            map.Text("means"),
            map.OptionalText("do") ?? "",
            map.OptionalWord<Gate>("stops")
        );
        if (band.Grade >= Grade.Worn && band.Do.Length == 0)
            throw map.Wrong("do", "is missing: say what is to be done about it");
        map.RefuseTheRest();
        return band;
    }

    private static decimal Number(YamlMap map, string key) =>
        decimal.TryParse(map.Text(key), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value)
            ? value
            : throw map.Wrong(key, "a number is wanted");
}
