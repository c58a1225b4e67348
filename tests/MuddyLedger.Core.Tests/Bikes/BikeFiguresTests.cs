using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.Core.Tests.Bikes;

public class BikeFiguresTests
{
    // Common practice, no source: 4 to 6 thou is 0.10 to 0.15 mm.
    [Theory]
    [InlineData("0.10 to 0.15 mm", 0.10, 0.15)]
    [InlineData("4 to 6 thou", 0.1016, 0.1524)]
    [InlineData("4-6 thou", 0.1016, 0.1524)]
    [InlineData("0,1 – 0,15", 0.1, 0.15)]
    [InlineData("0.13", 0.13, 0.13)]
    [InlineData("at least 4.5 mm", 4.5, null)]
    [InlineData("at most 0.7", null, 0.7)]
    public void Limits_are_read_as_they_are_printed(string text, double? low, double? high)
    {
        var read = BikeFigures.Read(text, BikeFigure.IntakeClearance);
        read.Refusal.ShouldBeNull();
        read.Value!.Low.ShouldBe((decimal?)low);
        read.Value.High.ShouldBe((decimal?)high);
        // Written back into its field, it reads the same.
        BikeFigures.Read(BikeFigures.Text(read.Value, BikeFigure.IntakeClearance), BikeFigure.IntakeClearance).Value.ShouldBe(read.Value);
    }

    [Theory]
    [InlineData("0.2 to 0.1", "lower limit above")]
    [InlineData("12 V", "a length is wanted")]
    [InlineData("about right", "not a number")]
    [InlineData("-1", "less than nothing")]
    public void What_is_no_limit_is_refused(string text, string words) =>
        BikeFigures.Read(text, BikeFigure.PlugGap).Refusal!.ShouldContain(words, Case.Insensitive);

    [Fact]
    public void A_figure_that_nobody_entered_is_unknown()
    {
        Given.Drumlin.Figure(BikeFigure.ChainSlack).ShouldBeNull();
        Given.Drumlin.Figure(BikeFigure.RestingVoltage).ShouldBeNull("what counts without the maker's is the table of limits");
    }

    [Fact]
    public void A_clearance_from_an_old_profile_still_counts() =>
        (Given.Drumlin with { IntakeClearance = Length.FromMillimetres(0.16m) }).Figure(BikeFigure.IntakeClearance)!.Low.ShouldBe(0.16m);

    // Common practice, no source: chain slack 45 to 55 mm.
    [Theory]
    [InlineData(50, 50, true, "")]
    [InlineData(44, 50, false, "left: 44 mm, outside its limits. The maker gives 45 to 55 mm")]
    [InlineData(46, 52, false, "the places differ by 6 mm, and may by 2 mm")]
    public void What_is_measured_is_held_against_the_limits_and_against_itself(double left, double right, bool sound, string words)
    {
        var asked = new MeasureAsked(BikeFigure.ChainSlack, Unit.Millimetre, ["left", "right"], 2);
        var reading = MeasureReading.Of(asked, new(45, 55, new(ProvenanceKind.Owner)), [(decimal)left, (decimal)right]);
        reading.Right.ShouldBe(sound);
        reading.Words.ShouldContain(words);
    }

    [Fact]
    public void A_hold_point_measured_outside_its_limits_does_not_pass_and_one_put_right_leaves_no_finding()
    {
        var bike = Given.Drumlin with
        {
            Figures = Given.Drumlin.Figures.Add(BikeFigure.ChainSlack, new(25, 35, new(ProvenanceKind.Owner))),
        };
        var bench = new Bench(bike, Given.Content.Job("chain"))
            .UpTo("four-places")
            .Done("four-places", new() { Values = [48, 50, 44, 47] })
            .UpTo("recheck");
        bench
            .Try(new StepDone("recheck", new() { Values = [41] }))!
            .Words.ShouldContain("41 mm, outside its limits. The maker gives 25 to 35 mm");
        bench.Try(new StepDone("recheck", StepRecord.Nothing))!.Field.ShouldBe("record.values");
        bench.Done("recheck", new() { Values = [30] }).UpTo();
        var lines = RunFinish
            .Entries(bench.Plan, bench.State, new(30, [], null, null), Given.Today, _ => Given.Today, new LedgerBuilder().Ledger)
            .Select(line => line.Body)
            .ToList();
        lines.OfType<MeasurementTaken>().Select(taken => taken.AskedBy).ShouldBe(["chain-slack", "chain-slack"]);
        lines.OfType<FindingOpened>().ShouldBeEmpty();
    }
}
