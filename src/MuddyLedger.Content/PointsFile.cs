using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Content;

internal sealed record StagePoints(Stage Stage, ImmutableArray<Point> Points);

/// <summary>The points of one stage of a viewing. What the file says of applies and cautions holds for each of its points.</summary>
internal static class PointsFile
{
    public static StagePoints Read(string file, string text, LimitTable limits)
    {
        var root = YamlMap.Load(file, text);
        var stage = root.Word<Stage>("stage");
        var applies = root.Applies("applies", ViewingSnapshot.Choices);
        var cautions = root.Words<Hazard>("cautions");
        var points = root.Maps("points");
        if (points.IsEmpty)
            throw root.Wrong("\"points\" is missing or empty");
        var read = new StagePoints(stage, [.. points.Select(map => ReadPoint(map, stage, applies, cautions, limits))]);
        root.RefuseTheRest();
        return read;
    }

    private static Point ReadPoint(YamlMap map, Stage stage, Applies ofStage, ImmutableArray<Hazard> cautions, LimitTable limits)
    {
        var kind = map.Word<PointKind>("kind");
        var own = map.Applies("applies", ViewingSnapshot.Choices);
        var say = map.OptionalText("say");
        var sayWorn = map.OptionalText("say-worn");
        var weight = map.Whole("weight", 0, 8);
        if (weight is not (0 or 1 or 2 or 4 or 8))
            throw map.Wrong("weight", "must be 0, 1, 2, 4 or 8");
        var point = new Point(
            Id: map.Text("id"),
            Stage: stage,
            Zone: map.Word<Zone>("zone"),
            Title: map.Text("title"),
            Do: map.Text("do"),
            Sound: map.Text("sound"),
            Bad: map.Text("bad"),
            Say: say,
            Kind: kind,
            Weight: weight,
            Applies: new Applies(ofStage.Wanted.SetItems(own.Wanted)),
            Cost: map.Has("cost") ? ReadCost(map.Map("cost")) : FaultCost.Nothing,
            Prior: say is null ? new(0.5, 0.5) : ReadChance(map),
            Minutes: map.Number("minutes", 0.1, 20),
            Tools: map.Texts("tools"),
            Cautions: [.. cautions.Concat(map.Words<Hazard>("cautions")).Distinct()],
            Provenance: map.Has("provenance") ? map.Provenance() : Provenance.CommonPractice
        )
        {
            Scale = map.Has("measure") ? ReadScale(map.Map("measure"), limits) : null,
            Places = map.Has("places") ? map.Whole("places", 1, 8) : 1,
            KnockOut = map.OptionalWord<KnockOut>("knock-out"),
            Part = map.OptionalText("part"),
            Task = map.OptionalText("task"),
            YesIsBad = map.Flag("yes-is-bad"),
            LowersTrust = map.Flag("lowers-trust"),
            OpensRide = map.Flag("opens-ride"),
            DateCode = map.Flag("date-code"),
            AskedFirst = map.Flag("asked-first"),
        };
        if (kind == PointKind.Measured != (point.Scale is not null))
            throw map.Wrong("a measured point needs \"measure\", and no other has it");
        if ((say is not null && kind != PointKind.YesNo) != (sayWorn is not null))
            throw map.Wrong("\"say-worn\" belongs beside \"say\" of a point that has more answers than yes and no");
        point = point with { SayWorn = sayWorn };
        if (say is not null && point.Cost == FaultCost.Nothing && point.KnockOut is null)
            throw map.Wrong("a fault that is told to a seller needs its \"cost\"");
        if (say is null && point.Cost != FaultCost.Nothing)
            throw map.Wrong("a point with a \"cost\" needs \"say\"");
        map.RefuseTheRest();
        return point;
    }

    private static FaultCost ReadCost(YamlMap map)
    {
        var cost = new FaultCost(map.Triangle("parts"), map.Triangle("hours"));
        map.RefuseTheRest();
        return cost;
    }

    private static FaultPrior ReadChance(YamlMap map)
    {
        var chances = map.Texts("chance")
            .Select(text => double.TryParse(text, CultureInfo.InvariantCulture, out var value) ? value : double.NaN)
            .ToList();
        return chances is [>= 0.001 and <= 0.9, >= 0.001 and <= 0.9] && chances[0] <= chances[1]
            ? new(chances[0], chances[1])
            : throw map.Wrong("chance", "two chances are wanted, as new and worn out, from 0.001 to 0.9");
    }

    private static MeasureScale ReadScale(YamlMap map, LimitTable limits)
    {
        if (map.OptionalText("limit") is { } id)
        {
            var row = limits.Row(id) ?? throw map.Wrong("limit", $"\"{id}\" is no row of the table of limits");
            map.RefuseTheRest();
            return new(row.Unit, row.Sound.Low ?? 0, row.Sound.High ?? decimal.MaxValue, null, null) { Row = row };
        }

        if (map.Flag("stamped"))
        {
            var stamped = Unit.Find(map.Text("unit")) ?? throw map.Wrong("unit", "is not known here");
            map.RefuseTheRest();
            return new(stamped, 0, decimal.MaxValue, null, null) { Stamped = true };
        }

        var unit = Unit.Find(map.Text("unit")) ?? throw map.Wrong("unit", "is not known here");
        var ends = map.Text("sound")
            .Split(" to ", StringSplitOptions.TrimEntries)
            .Select(text =>
                decimal.TryParse(text, CultureInfo.InvariantCulture, out var value)
                    ? value
                    : throw map.Wrong("sound", "\"from to to\" is wanted, as \"3 to 5\"")
            )
            .ToList();
        if (ends is not [var from, var to] || from > to)
            throw map.Wrong("sound", "\"from to to\" is wanted, as \"3 to 5\"");
        decimal? Limit(string key) =>
            map.OptionalText(key) is { } text
                ? decimal.TryParse(text, CultureInfo.InvariantCulture, out var value)
                    ? value
                    : throw map.Wrong(key, "a number is wanted")
                : null;
        var (below, above) = (Limit("fails-below"), Limit("fails-above"));
        if (below is null && above is null)
            throw map.Wrong("a scale needs \"fails-below\" or \"fails-above\"");
        if (below > from || above < to)
            throw map.Wrong("the limits must lie outside of what is sound");
        map.RefuseTheRest();
        return new(unit, from, to, below, above);
    }
}

internal sealed record SellersWords(ImmutableArray<Claim> Claims, ImmutableArray<Question> Questions);

/// <summary>What sellers say, and the points that test it.</summary>
internal static class ClaimsFile
{
    public static SellersWords Read(string file, string text)
    {
        var root = YamlMap.Load(file, text);
        var claims = root.Maps("claims");
        if (claims.IsEmpty)
            throw root.Wrong("\"claims\" is missing or empty");
        var read = new SellersWords([.. claims.Select(ReadClaim)], [.. root.Maps("questions").Select(ReadQuestion)]);
        root.RefuseTheRest();
        return read;
    }

    private static Question ReadQuestion(YamlMap map)
    {
        var question = new Question(map.Text("ask"), map.Text("why"), map.Applies("applies", ViewingSnapshot.Choices));
        map.RefuseTheRest();
        return question;
    }

    private static Claim ReadClaim(YamlMap map)
    {
        var tests = map.Maps("tests");
        if (tests.IsEmpty)
            throw map.Wrong("a claim needs at least one of \"tests\"");
        var claim = new Claim(
            map.Text("id"),
            map.Text("words"),
            [.. tests.Select(ReadTest)],
            map.Applies("applies"),
            map.OptionalText("task")
        );
        map.RefuseTheRest();
        return claim;
    }

    private static ClaimTest ReadTest(YamlMap map)
    {
        var test = new ClaimTest(map.Text("point"), map.Word<Grade>("contradicted-from"), map.Flag("material"), map.Flag("confirms"));
        map.RefuseTheRest();
        return test;
    }
}
