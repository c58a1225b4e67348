using CsCheck;
using MuddyLedger.Core.Sums;

namespace MuddyLedger.Core.Tests.Sums;

public class TiltTrialTests
{
    private static readonly SplashSump Middle = new(180, 140, 150, 600, 70, 90, Across: true, 60);
    private static readonly SplashSump Off = Middle with { AxisPlace = 90 + (0.2 * 180) };

    // Computed outside of this project: contact is lost at about 82 degrees with the axis in the middle, at about 26 with it 20% of the
    // length off.
    [Fact]
    public void The_two_computed_examples()
    {
        TiltTrial.LimitOf(Middle, TiltDirection.NoseUp).Lost!.Value.ShouldBe(82, 0.7);
        TiltTrial.LimitOf(Middle, TiltDirection.NoseDown).Lost!.Value.ShouldBe(82, 0.7);
        TiltTrial.LimitOf(Off, TiltDirection.NoseUp).Lost!.Value.ShouldBe(26, 0.7);
    }

    [Fact]
    public void A_full_sump_never_loses_it_and_one_that_lies_under_the_dipper_has_lost_it_level()
    {
        TiltTrial.Limits(Middle with { OilMl = 180 * 140 * 150 / 1000.0 }).ShouldAllBe(limit => limit.Lost == null);
        // 8 mm deep, and the dipper stops at 10
        TiltTrial.Limits(Middle with { OilMl = 200 }).ShouldAllBe(limit => limit.Lost == 0 && limit.Working == 0);
    }

    [Fact]
    public void Level_the_oil_is_a_box_and_on_its_tail_it_stands_on_the_rear_wall()
    {
        var level = TiltTrial.At(Middle, TiltDirection.NoseUp, 0);
        level.Oil.Max(point => point.Z).ShouldBe(600_000 / 140.0 / 180, 1e-6);
        level.Depth.ShouldBe(600_000 / 140.0 / 180 - 10, 1e-6);
        var tail = TiltTrial.At(Middle, TiltDirection.NoseUp, 90);
        tail.Oil.Max(point => point.X).ShouldBe(600_000 / 140.0 / 150, 1e-6);
        TiltTrial.At(Middle, TiltDirection.NoseDown, 90).Oil.Min(point => point.X).ShouldBe(180 - (600_000 / 140.0 / 150), 1e-6);
    }

    [Fact]
    public void A_low_level_brings_the_angle_down()
    {
        var lost = TiltTrial.ByLevel(Off, [1, 0.9, 0.8, 0.7, 0.6, 0.5, 0.4]).Select(one => one.Lost ?? 91).ToList();
        lost.ShouldBe(lost.OrderDescending());
        lost[^1].ShouldBeLessThan(lost[0] - 5);
    }

    [Fact]
    public void The_working_angle_keeps_a_margin_and_is_never_more_than_such_engines_are_given() =>
        TiltTrial.Limits(Off).ShouldAllBe(limit => limit.Working <= TiltTrial.UsuallyGiven && limit.Working <= (limit.Lost ?? 90) / 2);

    [Fact]
    public void What_cannot_be_is_refused_by_field()
    {
        TiltTrial.Refuse(Middle).ShouldBeEmpty();
        TiltTrial.Refuse(Middle with { OilMl = 9000 }).ShouldHaveSingleItem().Field.ShouldBe("oil");
        TiltTrial
            .Refuse(Middle with { AxisHeight = 200, Length = 5, OilMl = 0.1 })
            .Select(refusal => refusal.Field)
            .ShouldBe(["length", "axisHeight", "axisPlace"]);
    }

    // Against numeric integration: the oil's volume under its face, counted grain by grain, and whether the dipper meets it, point by
    // point.
    [Fact]
    public void The_face_and_the_contact_agree_with_counting_grains() =>
        Sumps.Sample(
            (sump, direction, degrees) =>
            {
                var drawing = TiltTrial.At(sump, direction, degrees);
                var fore = direction is TiltDirection.NoseUp or TiltDirection.NoseDown;
                var angle = (direction is TiltDirection.NoseUp or TiltDirection.Left ? 1 : -1) * degrees * Math.PI / 180;
                var (sin, cos) = (Math.Sin(angle), Math.Cos(angle));
                double Up(double x, double z) => (x * sin) + (z * cos);
                var face = drawing.Oil.Max(point => Up(point.X, point.Z));
                const int grains = 300;
                var under = 0;
                for (var i = 0; i < grains; i++)
                for (var j = 0; j < grains; j++)
                    if (Up((i + 0.5) * drawing.Across / grains, (j + 0.5) * drawing.Height / grains) <= face)
                        under++;
                var counted = under / (double)(grains * grains) * sump.Length * sump.Width * sump.Height / 1000;
                counted.ShouldBe(sump.OilMl, sump.Length * sump.Width * sump.Height / 1000 * 0.008);

                var deepest = double.NegativeInfinity;
                for (var turn = 0; turn < 7200; turn++)
                {
                    var around = turn * Math.PI / 3600;
                    var (x, z) = drawing.EdgeOn
                        ? (drawing.AxisAt, drawing.AxisHeight + (sump.Reach * Math.Sin(around)))
                        : (drawing.AxisAt + (sump.Reach * Math.Cos(around)), drawing.AxisHeight + (sump.Reach * Math.Sin(around)));
                    if (x >= 0 && x <= drawing.Across && z >= 0 && z <= drawing.Height)
                        deepest = Math.Max(deepest, face - Up(x, z));
                }

                // The circle is walked in steps: near a wall its last point inside lies a step away from the wall.
                if (double.IsNegativeInfinity(deepest))
                    drawing.Depth.ShouldBeLessThan(double.PositiveInfinity);
                else
                    drawing.Depth.ShouldBe(deepest, 0.6 + (drawing.EdgeOn ? 0.1 : 0));
                fore.ShouldBe(drawing.Across == sump.Length || sump.Length == sump.Width);
            },
            iter: 60
        );

    // Where it says that contact is lost, a hair less still has it and a hair more has not.
    [Fact]
    public void The_angle_is_the_one_at_which_it_is_lost() =>
        Sumps.Sample(
            (sump, direction, _) =>
            {
                if (TiltTrial.LimitOf(sump, direction).Lost is not { } lost)
                {
                    for (var degrees = 0; degrees <= 90; degrees += 3)
                        TiltTrial.At(sump, direction, degrees).Reached.ShouldBeTrue();
                    return;
                }

                if (lost > 0.01)
                    TiltTrial.At(sump, direction, lost - 0.001).Reached.ShouldBeTrue();
                TiltTrial.At(sump, direction, Math.Min(90, lost + 0.001)).Reached.ShouldBeFalse();
            },
            iter: 200
        );

    private static readonly Gen<(SplashSump, TiltDirection, double)> Sumps =
        from length in Gen.Double[60, 400]
        from width in Gen.Double[60, 400]
        from height in Gen.Double[60, 300]
        from share in Gen.Double[0.05, 0.95]
        from axis in Gen.Double[0.2, 0.8]
        from place in Gen.Double[0.2, 0.8]
        from reach in Gen.Double[0.2, 1.1]
        from across in Gen.Bool
        from direction in Gen.Enum<TiltDirection>()
        from degrees in Gen.Double[0, 90]
        select (
            new SplashSump(
                length,
                width,
                height,
                share * length * width * height / 1000,
                axis * height,
                place * length,
                across,
                reach * axis * height
            ),
            direction,
            degrees
        );
}
