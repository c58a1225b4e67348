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
        var derive = map.OptionalText("derive");
        if (derive is not (null or "chain-growth" or "spread"))
            throw map.Wrong("derive", "only \"chain-growth\" and \"spread\" are known");
        var growth = derive == "chain-growth";
        var looked = unit == "grade";
        var measured =
            figure is { } known ? BikeFigures.UnitOf(known)
            : looked ? null
            : Unit.Find(unit!) ?? throw map.Wrong("unit", "is not known here");
        // What is told from the measurements of another series is kept under that one's name.
        var own = derive == "spread" ? map.Text("of") : id;
        var kind = new WearKind
        {
            Id = id,
            Title = map.Text("title"),
            Part = map.Word<BikePart>("part"),
            Figure = figure,
            Names = [.. map.Texts("also").Prepend(figure is { } named ? Capabilities.Word(named) : own)],
            Applies = map.Applies("applies"),
            MeasuredIn = measured,
            Shows =
                growth ? "%"
                : measured is null ? "grade"
                : measured.Symbol,
            // Half a millimetre of a rule over 20 pitches of 15.875 mm.
            Resolution =
                growth ? 0.16m
                : map.Has("resolution") ? Number(map, "resolution")
                : Instruments.ResolutionOf(figure ?? throw map.Wrong("\"resolution\" is missing")),
            Places = map.Texts("places"),
            Worst = map.Word<WorstPlace>("worst"),
            Way = map.Word<WearWay>("wears"),
            Axis = map.OptionalWord<WearAxis>("axis") ?? WearAxis.Use,
            Trend = !map.Has("trend") || map.Flag("trend"),
            Tasks = map.Texts("tasks"),
            How = map.Text("how"),
            Looks = ByGrade(map, "looks"),
            Meanings = ByGrade(map, "means"),
            New = map.Has("new") ? Number(map, "new") : null,
            NewFigure = map.OptionalWord<BikeFigure>("new-figure"),
            End = EndOf(map, "limit", "at"),
            EndRaced = EndOf(map, "limit-raced", "at"),
            Grown = EndOf(map, "grown", "by"),
            ShareOfFirst = EndOf(map, "share-of-first", "at"),
            Spread = SpreadOf(map),
            SpreadShare = map.Has("spread-share") ? Number(map, "spread-share") : null,
            ChainGrowth = growth,
            OfSpread = derive == "spread",
            AtSeaLevel = map.Has("at-sea-level") && map.Flag("at-sea-level"),
            Tyre = map.OptionalWord<WheelEnd>("tyre"),
            Each = map.OptionalWord<Core.Jobs.CountedBy>("each"),
            BoughtAs = map.Texts("bought-as"),
        };
        if (kind.Places.IsEmpty)
            throw map.Wrong("places", "is missing: say where it is measured");
        if (kind.OfSpread && kind.Places.Length < 2)
            throw map.Wrong("places", "what places differ by needs two or more");
        if (looked && (kind.Looks.IsEmpty || (kind.Trend && kind.End is null)))
            throw map.Wrong("what only a look tells needs its \"looks\", and its \"limit\" where it wears");
        map.RefuseTheRest();
        return kind;
    }

    private static ImmutableDictionary<Grade, string> ByGrade(YamlMap map, string key)
    {
        if (!map.Has(key))
            return ImmutableDictionary<Grade, string>.Empty;
        var looks = map.Map(key);
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
