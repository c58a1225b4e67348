using System.Globalization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Core.Tests.Limits;

public class LimitTableTests
{
    private static readonly LimitTable Table = Given.Content.Limits;

    private static Profile With(BatteryKind battery, int volts) => Given.Drumlin with { Battery = battery, BatteryVolts = volts };

    private static ReadingVerdict Judge(BikeFigure figure, Profile bike, string value) =>
        ReadingVerdict.Of(
            figure,
            bike.Figure(figure),
            Table.For(figure, Capabilities.Of(bike)),
            decimal.Parse(value, CultureInfo.InvariantCulture)
        );

    // Common practice, no source: trade tables as the notes have them; a boundary belongs to the better side.
    [Theory]
    [InlineData("10.49", "dead cell")]
    [InlineData("10.5", "flat")]
    [InlineData("11.99", "flat")]
    [InlineData("12.0", "low")]
    [InlineData("12.39", "low")]
    [InlineData("12.4", "not full")]
    [InlineData("12.59", "not full")]
    [InlineData("12.6", "not full")]
    [InlineData("12.61", "fair")]
    [InlineData("12.69", "fair")]
    [InlineData("12.7", "good")]
    [InlineData("13.0", "good")]
    [InlineData("13.01", "just charged")]
    public void A_lead_battery_at_rest(string volts, string name) =>
        Judge(BikeFigure.RestingVoltage, With(BatteryKind.AgmOrGel, 12), volts).Name.ShouldBe(name);

    [Theory]
    [InlineData(BatteryKind.Flooded, 6, "5.99", "flat")]
    [InlineData(BatteryKind.Flooded, 6, "6.0", "low")]
    [InlineData(BatteryKind.Flooded, 6, "6.2", "not full")]
    [InlineData(BatteryKind.Flooded, 6, "6.35", "good")]
    [InlineData(BatteryKind.Flooded, 6, "6.5", "good")]
    [InlineData(BatteryKind.LiFePo4, 12, "11.99", "over-discharged")]
    [InlineData(BatteryKind.LiFePo4, 12, "12.0", "nearly empty")]
    [InlineData(BatteryKind.LiFePo4, 12, "12.8", "low")]
    [InlineData(BatteryKind.LiFePo4, 12, "13.0", "fair")]
    [InlineData(BatteryKind.LiFePo4, 12, "13.2", "good")]
    [InlineData(BatteryKind.LiFePo4, 12, "13.4", "good")]
    public void Other_batteries_at_rest(BatteryKind kind, int rated, string volts, string name) =>
        Judge(BikeFigure.RestingVoltage, With(kind, rated), volts).Name.ShouldBe(name);

    [Theory]
    [InlineData(BatteryKind.AgmOrGel, 12, "12.8", "not charging", null)]
    [InlineData(BatteryKind.AgmOrGel, 12, "13.49", "weak", null)]
    [InlineData(BatteryKind.AgmOrGel, 12, "13.5", "sound", null)]
    [InlineData(BatteryKind.AgmOrGel, 12, "14.8", "sound", null)]
    [InlineData(BatteryKind.AgmOrGel, 12, "15.0", "high", null)]
    [InlineData(BatteryKind.AgmOrGel, 12, "15.01", "overcharging", null)]
    [InlineData(BatteryKind.AgmOrGel, 12, "15.99", "overcharging", null)]
    [InlineData(BatteryKind.AgmOrGel, 12, "16.0", "gassing", Gate.Ridden)]
    [InlineData(BatteryKind.Flooded, 6, "6.8", "sound", null)]
    [InlineData(BatteryKind.Flooded, 6, "7.61", "overcharging", null)]
    [InlineData(BatteryKind.Flooded, 6, "8.0", "gassing", Gate.Ridden)]
    [InlineData(BatteryKind.LiFePo4, 12, "13.6", "sound", null)]
    [InlineData(BatteryKind.LiFePo4, 12, "14.6", "sound", null)]
    [InlineData(BatteryKind.LiFePo4, 12, "14.61", "overcharging", Gate.Run)]
    public void Charging_by_chemistry_and_volts(BatteryKind kind, int rated, string volts, string name, Gate? stops)
    {
        var verdict = Judge(BikeFigure.ChargingVoltage, With(kind, rated), volts);
        (verdict.Name, verdict.Stops).ShouldBe((name, stops));
    }

    // Every volt from nothing to twenty has a verdict with a meaning, and what to do wherever something is wrong.
    [Theory]
    [InlineData(BatteryKind.Flooded, 12)]
    [InlineData(BatteryKind.AgmOrGel, 12)]
    [InlineData(BatteryKind.Flooded, 6)]
    [InlineData(BatteryKind.AgmOrGel, 6)]
    [InlineData(BatteryKind.LiFePo4, 12)]
    public void Every_volt_has_a_verdict(BatteryKind kind, int rated)
    {
        foreach (var figure in new[] { BikeFigure.RestingVoltage, BikeFigure.ChargingVoltage })
            for (var volts = 0m; volts <= 20; volts += 0.01m)
            {
                var verdict = ReadingVerdict.Of(figure, null, Table.For(figure, Capabilities.Of(With(kind, rated))), volts);
                verdict.Grade.ShouldNotBeNull($"{figure} {volts}");
                verdict.Means.Length.ShouldBeGreaterThan(3);
                if (!verdict.Right)
                    verdict.Do.Length.ShouldBeGreaterThan(5, $"{figure} {volts}");
            }
    }

    [Fact]
    public void The_sound_stretch_stands_between_what_is_worse_on_both_sides()
    {
        foreach (var row in Table.Rows)
        {
            row.Bands.Count(band => band.Grade == Grade.Sound).ShouldBeGreaterThan(0, row.Id);
            var (low, high) = row.Sound;
            if (low is { } least)
                row.BandOf(least).Grade.ShouldBe(Grade.Sound, $"{row.Id} at {least}: its boundary belongs to the better side");
            if (high is { } most)
                row.BandOf(most).Grade.ShouldBe(Grade.Sound, $"{row.Id} at {most}");
            row.Figures.ShouldAllBe(figure => BikeFigures.UnitOf(figure) == row.Unit);
        }
    }

    [Fact]
    public void A_viewing_and_the_bench_say_the_same_of_a_reading()
    {
        foreach (
            var (point, figure, bike) in new[]
            {
                ("electrics.rest-lead", BikeFigure.RestingVoltage, With(BatteryKind.AgmOrGel, 12)),
                ("warm.charging-lithium", BikeFigure.ChargingVoltage, With(BatteryKind.LiFePo4, 12)),
                ("off-the-ground.front-pads", BikeFigure.FrontPads, Given.Drumlin),
                ("warm.throttle-play", BikeFigure.ThrottlePlay, Given.Drumlin),
            }
        )
            for (var value = 0m; value < 17; value += 0.05m)
                Seen.Of(Given.Content.Viewing.ById[point].Scale!, [value])
                    .Grade.ShouldBe(
                        ReadingVerdict.Of(figure, null, Table.For(figure, Capabilities.Of(bike)), value).Grade!.Value,
                        $"{point} {value}"
                    );
    }

    [Fact]
    public void The_makers_figure_wins_and_the_table_still_knows_what_is_dangerous()
    {
        var bike = With(BatteryKind.AgmOrGel, 12) with
        {
            Figures = Given.Drumlin.Figures.SetItem(BikeFigure.ChargingVoltage, new(14.0m, 15.5m, new(ProvenanceKind.Manual, "p. 7"))),
        };
        Judge(BikeFigure.ChargingVoltage, bike, "15.4")
            .ShouldSatisfyAllConditions(verdict => verdict.Right.ShouldBeTrue(), verdict => verdict.From!.Source.ShouldBe("p. 7"));
        Judge(BikeFigure.ChargingVoltage, bike, "13.8").Right.ShouldBeFalse("sound by the table, and outside of the maker's");
        Judge(BikeFigure.ChargingVoltage, bike, "16.2").Stops.ShouldBe(Gate.Ridden);
    }

    [Theory]
    [InlineData(BikeFigure.FrontDisc, "stamped on the disc")]
    [InlineData(BikeFigure.ChainSlack, "swingarm")]
    [InlineData(BikeFigure.IntakeClearance, "manual")]
    public void Without_a_limit_there_is_no_verdict_and_it_says_where_one_is_found(BikeFigure figure, string where)
    {
        var verdict = Judge(figure, Given.Drumlin, "4.9");
        (verdict.Grade, verdict.Right).ShouldBe((null, true));
        verdict.Means.ShouldContain(where);
    }

    // Published: NIST SP 811, 1 thou is 0.0254 mm. A range printed in thou is met exactly by readings in thou, and by a feeler's
    // hundredths.
    [Theory]
    [InlineData("4 to 6 thou", "4 thou", true)]
    [InlineData("4 to 6 thou", "6 thou", true)]
    [InlineData("4 to 6 thou", "0.10 mm", true)]
    [InlineData("4 to 6 thou", "0.15 mm", true)]
    [InlineData("4 to 6 thou", "3 thou", false)]
    [InlineData("4 to 6 thou", "7 thou", false)]
    [InlineData("4 to 6 thou", "0.09 mm", false)]
    [InlineData("4 to 6 thou", "0.17 mm", false)]
    [InlineData("0.10 to 0.15 mm", "4 thou", true)]
    [InlineData("0.10 to 0.15 mm", "6 thou", true)]
    [InlineData("0.10 to 0.15 mm", "0.1 mm", true)]
    [InlineData("0.10 to 0.15 mm", "0.16 mm", false)]
    public void Thou_and_millimetres_meet_at_the_boundary(string limits, string reading, bool right)
    {
        var spec = BikeFigures.Read(limits, BikeFigure.IntakeClearance).Value!;
        var value = QuantityText.Read(reading, Unit.Millimetre, 100).Value.In(Unit.Millimetre).Value;
        ReadingVerdict.Of(BikeFigure.IntakeClearance, spec, null, value).Right.ShouldBe(right);
    }

    // House: a single figure has room to either side.
    [Theory]
    [InlineData(BikeFigure.IdleSpeed, 1300, 1350, true)]
    [InlineData(BikeFigure.IdleSpeed, 1300, 1250, true)]
    [InlineData(BikeFigure.IdleSpeed, 1300, 1400, false)]
    [InlineData(BikeFigure.PlugGap, 0.7, 0.75, true)]
    [InlineData(BikeFigure.PlugGap, 0.7, 0.76, false)]
    [InlineData(BikeFigure.ForkOilLevel, 120, 126, true)]
    [InlineData(BikeFigure.ForkOilLevel, 120, 127, false)]
    [InlineData(BikeFigure.CompressionPressure, 900, 910, true)]
    [InlineData(BikeFigure.CompressionPressure, 900, 911, false)]
    public void A_single_figure_carries_a_tolerance(BikeFigure figure, double single, double value, bool right) =>
        ReadingVerdict
            .Of(figure, new((decimal)single, (decimal)single, new(ProvenanceKind.Owner)), null, (decimal)value)
            .Right.ShouldBe(right);

    // Common practice, no source: up to half again the screw or the warm-up, beyond that a stuck slide or an air leak.
    [Theory]
    [InlineData(1950, "high")]
    [InlineData(2100, "racing")]
    [InlineData(3900, "racing")]
    public void An_idle_that_races_says_why(int rpm, string name) =>
        ReadingVerdict.Of(BikeFigure.IdleSpeed, new(1300, 1350, new(ProvenanceKind.Owner)), null, rpm).Name.ShouldBe(name);

    [Theory]
    [InlineData(0.84, false)]
    [InlineData(0.85, true)]
    public void A_gap_that_has_grown_by_0_15_mm_is_the_end_of_the_plug(double gap, bool done) =>
        (
            ReadingVerdict.Of(BikeFigure.PlugGap, new(0.6m, 0.7m, new(ProvenanceKind.Owner)), null, (decimal)gap).Grade == Grade.Failed
        ).ShouldBe(done);

    // A disc is judged by what is stamped on it: a new 3.0 mm dirt disc is sound, and 4.9 where 5.0 is stamped has failed.
    [Theory]
    [InlineData(3.0, 2.5, 3.0, Grade.Sound)]
    [InlineData(4.9, 5.0, null, Grade.Failed)]
    [InlineData(2.5, 2.5, 3.0, Grade.Bad)]
    [InlineData(2.49, 2.5, 3.0, Grade.Failed)]
    [InlineData(2.75, 2.5, 3.0, Grade.Worn)]
    [InlineData(4.6, 4.5, null, Grade.Bad)]
    [InlineData(4.8, 4.5, null, Grade.Worn)]
    [InlineData(4.81, 4.5, null, Grade.Sound)]
    public void A_disc_is_held_against_its_own_stamp(double thinnest, double least, double? whenNew, Grade grade)
    {
        var scale = Given.Content.Viewing.ById["off-the-ground.front-disc"].Scale!;
        var measured = new PointMeasured("off-the-ground.front-disc", [(decimal)thinnest + 0.2m, (decimal)thinnest], "typed")
        {
            Least = (decimal)least,
            WhenNew = (decimal?)whenNew,
        };
        Seen.Of(scale, measured)!.Grade.ShouldBe(grade);
        Seen.Of(scale, measured with { Least = null }).ShouldBeNull("without the stamp there is no verdict");
    }

    [Fact]
    public void A_dangerous_reading_shuts_its_gate_at_the_tap_and_a_second_one_is_held_to_the_same_limits()
    {
        var bike = With(BatteryKind.LiFePo4, 12);
        var bench = new Bench(bike, Given.Content.Job("charging-test")!);
        var step = bench.Plan.Steps.First(planned => planned.Step.Measure?.Figure == BikeFigure.ChargingVoltage).Step.Id;
        bench.UpTo(step).Done(step, new() { Values = [15.2m] });
        RunFindings
            .Stops(bench.Plan, bench.State)
            .ShouldHaveSingleItem()
            .Body.ShouldSatisfyAllConditions(found => found.Gate.ShouldBe(Gate.Run), found => found.Title.ShouldContain("overcharging"));
    }

    // Common practice, no source: 120 to 180 ml is what a sump keeps; nearly none has not run since it was built; far more crept in while
    // it stood.
    [Theory]
    [InlineData(0.005, "Read the sump's oil: nearly none", FindingSeverity.FixSoon)]
    [InlineData(0.030, "Read the sump's oil: less than usual", FindingSeverity.Note)]
    [InlineData(0.119, null, null)]
    [InlineData(0.120, null, null)]
    [InlineData(0.180, null, null)]
    [InlineData(0.185, "Read the sump's oil: more than usual", FindingSeverity.Note)]
    [InlineData(0.350, "Read the sump's oil: more than usual", FindingSeverity.Note)]
    [InlineData(0.360, "Read the sump's oil: far more", FindingSeverity.Watch)]
    public void The_sump_of_a_dry_sump_engine_is_judged_apart_from_its_tank(double litres, string? sign, FindingSeverity? severity)
    {
        var bike = Given.Content.Sets.First(set => set.Id == "trials-single").Profile;
        var bench = new Bench(bike, Given.Content.Job("dry-sump-oil")!).UpTo("tank-drain");
        bench.Done("tank-drain", new() { Volume = Volume.FromLitres(1.1m) }).UpTo("sump-drain");
        bench.Done("sump-drain", new() { Volume = Volume.FromLitres((decimal)litres) });
        var meanings = RunFindings
            .DrainMeaningsOf(bench.Plan, bench.State)
            .Where(pair => pair.Step == "sump-drain" && pair.Meaning.Sign.StartsWith("Read", StringComparison.Ordinal))
            .ToList();
        meanings.Select(pair => pair.Meaning.Sign).ShouldBe(sign is null ? [] : [sign]);
        if (severity is { } grave)
            meanings[0].Meaning.Severity.ShouldBe(grave);
        RunFindings.Of(bench.Plan, bench.State).Any(found => found.Key == $"drain:{sign}").ShouldBe(severity > FindingSeverity.Note);
    }
}
