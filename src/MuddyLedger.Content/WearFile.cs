using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.Content;

/// <summary>What wears, how it is measured and where its end is.</summary>
internal static class WearFile
{
    public static ImmutableArray<WearKind> Read(string file, string text)
    {
        var root = YamlMap.Load(file, text);
        var maps = root.Maps("series");
        if (maps.IsEmpty)
            throw root.Wrong("\"series\" is missing or empty");
        var kinds = maps.Select(ReadKind).ToImmutableArray();
        root.RefuseTheRest();
        return kinds;
    }

    private static WearKind ReadKind(YamlMap map)
    {
        var id = map.Text("id");
        var figure = map.OptionalWord<BikeFigure>("figure");
        var unit = map.OptionalText("unit");
        if (figure is null == unit is null)
            throw map.Wrong("a series has either a \"figure\" or a \"unit\"");
        var growth = map.OptionalText("reckon") switch
        {
            null => false,
            "chain-growth" => true,
            _ => throw map.Wrong("reckon", "only \"chain-growth\" is known"),
        };
        var looked = unit == "grade";
        var measured =
            figure is { } known ? BikeFigures.UnitOf(known)
            : looked ? null
            : Unit.Find(unit!) ?? throw map.Wrong("unit", "is not known here");
        var kind = new WearKind(
            id,
            map.Text("title"),
            map.Word<BikePart>("part"),
            figure,
            [.. map.Texts("also").Prepend(figure is { } named ? Capabilities.Word(named) : id)],
            map.Applies("applies"),
            measured,
            growth ? "%"
                : measured is null ? "grade"
                : measured.Symbol,
                // Half a millimetre of a rule over 20 pitches of 15.875 mm.
                growth ? 0.16m
                : map.Has("resolution") ? Number(map, "resolution")
                : Instruments.ResolutionOf(figure ?? throw map.Wrong("\"resolution\" is missing")),
            map.Texts("places"),
            map.Word<WorstPlace>("worst"),
            map.Word<WearWay>("wears"),
            map.OptionalWord<WearAxis>("axis") ?? WearAxis.Use,
            !map.Has("trend") || map.Flag("trend"),
            map.Texts("tasks"),
            map.Text("how"),
            ReadLooks(map)
        )
        {
            New = map.Has("new") ? Number(map, "new") : null,
            NewFigure = map.OptionalWord<BikeFigure>("new-figure"),
            End = EndOf(map, "limit", "at"),
            EndRaced = EndOf(map, "limit-raced", "at"),
            Grown = EndOf(map, "grown", "by"),
            ShareOfFirst = EndOf(map, "share-of-first", "at"),
            Spread = SpreadOf(map),
            SpreadShare = map.Has("spread-share") ? Number(map, "spread-share") : null,
            ChainGrowth = growth,
            Each = map.OptionalWord<Core.Jobs.CountedBy>("each"),
            BoughtAs = map.Texts("bought-as"),
        };
        if (kind.Places.IsEmpty)
            throw map.Wrong("places", "is missing: say where it is measured");
        if (looked && (kind.Looks.IsEmpty || kind.End is null))
            throw map.Wrong("what only a look tells needs its \"looks\" and its \"limit\"");
        map.RefuseTheRest();
        return kind;
    }

    private static ImmutableDictionary<Grade, string> ReadLooks(YamlMap map)
    {
        if (!map.Has("looks"))
            return ImmutableDictionary<Grade, string>.Empty;
        var looks = map.Map("looks");
        var read = Enum.GetValues<Grade>().ToImmutableDictionary(grade => grade, grade => looks.Text(Capabilities.Word(grade)));
        looks.RefuseTheRest();
        return read;
    }

    private static WearEnd? EndOf(YamlMap map, string key, string value)
    {
        if (!map.Has(key))
            return null;
        var end = map.Map(key);
        var read = new WearEnd(Number(end, value), end.Provenance());
        end.RefuseTheRest();
        return read;
    }

    private static SpreadRule? SpreadOf(YamlMap map)
    {
        if (!map.Has("spread"))
            return null;
        var spread = map.Map("spread");
        var read = new SpreadRule(Number(spread, "over"), spread.Text("means"), spread.Text("do"));
        spread.RefuseTheRest();
        return read;
    }

    private static decimal Number(YamlMap map, string key) =>
        decimal.TryParse(map.Text(key), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value)
            ? value
            : throw map.Wrong(key, "a number is wanted");
}
