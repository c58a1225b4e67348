using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Core.Tests.Viewings;

public class ScoreTests
{
    internal static Point PointOf(string id, int weight = 2, KnockOut? knockOut = null) =>
        new(
            id,
            Stage.Standing,
            Zone.Frame,
            id,
            "do",
            "sound",
            "bad",
            "say",
            PointKind.Graded,
            weight,
            Applies.Always,
            FaultCost.Nothing,
            new(0.1, 0.3),
            1,
            [],
            [],
            Provenance.House
        )
        {
            KnockOut = knockOut,
        };

    private static readonly Gen<(Point Point, Grade? Grade)[]> AnyPoints = Gen.Select(
            Gen.OneOf(Gen.Const(1), Gen.Const(2), Gen.Const(4), Gen.Const(8)),
            Gen.Enum<Grade>(),
            Gen.Bool
        )
        .Array[1, 20]
        .Select(all => all.Select((one, at) => (PointOf($"p{at}", one.Item1), one.Item3 ? one.Item2 : (Grade?)null)).ToArray());

    private static Score Of(IEnumerable<(Point Point, Grade? Grade)> points) =>
        Score.Of(
            points.Select(one => one.Point),
            points.Where(one => one.Grade is not null).ToDictionary(one => one.Point.Id, one => Seen.Of(one.Grade!.Value))
        );

    [Fact]
    public void Condition_is_what_is_left_of_the_checked_weight()
    {
        var score = Of([(PointOf("a", 8), Grade.Sound), (PointOf("b", 2), Grade.Worn), (PointOf("c", 4), null)]);
        score.Condition!.Value.ShouldBe(90, tolerance: 1e-9);
        score.Coverage.ShouldBe(10 / 14.0, tolerance: 1e-9);
        score.Low.ShouldBe(100 * 9 / 14.0, tolerance: 1e-9);
        score.High.ShouldBe(100 * 13 / 14.0, tolerance: 1e-9);
        Of([(PointOf("a", 8), null)]).Condition.ShouldBeNull();
    }

    // Property.
    [Fact]
    public void Condition_lies_inside_its_range_and_seeing_more_never_widens_it() =>
        AnyPoints.Sample(points =>
        {
            var score = Of(points);
            if (score.Condition is { } condition)
                condition.ShouldBeInRange(score.Low - 1e-9, score.High + 1e-9);
            foreach (var (open, at) in points.Select((one, at) => (one, at)).Where(pair => pair.one.Grade is null))
            foreach (var grade in Enum.GetValues<Grade>())
            {
                var more = Of(points.Select((one, index) => index == at ? (one.Point, grade) : one));
                (more.High - more.Low).ShouldBeLessThanOrEqualTo(score.High - score.Low + 1e-9);
                more.Low.ShouldBeGreaterThanOrEqualTo(score.Low - 1e-9);
                more.High.ShouldBeLessThanOrEqualTo(score.High + 1e-9);
            }
        });

    // Property.
    [Fact]
    public void A_worse_grade_never_raises_condition() =>
        Gen.Select(AnyPoints, Gen.Int[0, 30])
            .Sample(
                (points, pick) =>
                {
                    var at = pick % points.Length;
                    double? before = null;
                    foreach (var grade in Enum.GetValues<Grade>())
                    {
                        var condition = Of(points.Select((one, index) => index == at ? (one.Point, grade) : one)).Condition;
                        if (before is { } better)
                            condition!.Value.ShouldBeLessThanOrEqualTo(better + 1e-9);
                        before = condition;
                    }
                }
            );

    // Common practice, no source: boundaries belong to the better side, and every volt has a verdict.
    [Theory]
    [InlineData("13.5", 0)]
    [InlineData("14.8", 0)]
    [InlineData("12.8", 1)]
    [InlineData("13.0", 0.75)]
    [InlineData("13.25", 0.75)]
    [InlineData("15.0", 0.25)]
    [InlineData("15.01", 0.75)]
    [InlineData("16.0", 1)]
    [InlineData("17", 1)]
    [InlineData("0", 1)]
    public void Charging_volts_are_judged_on_both_sides(string volts, double severity) =>
        Given
            .Content.Viewing.ById["warm.charging-lead"]
            .Scale!.Severity(decimal.Parse(volts, System.Globalization.CultureInfo.InvariantCulture))
            .ShouldBe(severity, tolerance: 1e-6);

    [Theory]
    [InlineData("electrics.rest-lead", "12.7", Grade.Sound)]
    [InlineData("electrics.rest-lead", "12.6", Grade.Slight)]
    [InlineData("electrics.rest-lead", "11.5", Grade.Bad)]
    [InlineData("electrics.rest-lead", "10.4", Grade.Failed)]
    [InlineData("electrics.rest-six", "6.35", Grade.Sound)]
    [InlineData("electrics.rest-lithium", "12.9", Grade.Worn)]
    [InlineData("electrics.rest-lithium", "11.9", Grade.Failed)]
    [InlineData("cold-start.kicks", "10", Grade.Worn)]
    [InlineData("cold-start.cranking", "5", Grade.Sound)]
    [InlineData("cold-start.cranking", "16", Grade.Bad)]
    [InlineData("off-the-ground.front-pads", "1", Grade.Failed)]
    [InlineData("cold-start.kicks", "3", Grade.Sound)]
    [InlineData("cold-start.kicks", "25", Grade.Bad)]
    [InlineData("warm.throttle-play", "4", Grade.Sound)]
    [InlineData("off-the-ground.front-tyre-age", "10", Grade.Failed)]
    [InlineData("off-the-ground.front-tyre-age", "5", Grade.Sound)]
    public void A_measured_point_has_the_nearest_grade(string point, string value, Grade grade) =>
        Seen.Of(Given.Content.Viewing.ById[point].Scale!, [decimal.Parse(value, System.Globalization.CultureInfo.InvariantCulture)])
            .Grade.ShouldBe(grade);

    [Fact]
    public void The_worst_of_several_places_decides() =>
        Seen.Of(new MeasureScale(Unit.Millimetre, 4.8m, 9, 4.5m, null), [4.9m, 4.5m, 5m])
            .ShouldSatisfyAllConditions(seen => seen.Grade.ShouldBe(Grade.Failed), seen => seen.Severity.ShouldBe(1));

    // Check value of the notes: last run in 1987 and looked at in 2026 is 39 years, or 38 before the day comes round.
    [Fact]
    public void A_year_alone_gives_a_range() => Stood.Years(1987, new(2026, 4, 18)).ShouldBe((38, 39));

    [Fact]
    public void A_year_to_come_gives_none() => Stood.Years(2027, new(2026, 4, 18)).ShouldBeNull();
}
