using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;

namespace MuddyLedger.Core.Tests.Fluids;

// Class names from memory of JASO T 903, JASO M 345, API GL and 49 CFR 571.116; the rules are common practice, no source.
public class CompatibilityTests
{
    // The whole table, row by fluid and column by place, written out by hand: r right, d doubtful, n never.
    // Columns: engine with wet clutch, engine alone, gearbox with wet clutch, old gearbox, primary, two-stroke tank, brake, clutch,
    // cooling, fork, bevel.
    [Theory]
    [InlineData(FluidClass.Unknown, "r r r r r r r r r r r")]
    [InlineData(FluidClass.WetClutchOil, "r r r r r n n n n n n")]
    [InlineData(FluidClass.FrictionModifiedOil, "n r n d n n n n n n n")]
    [InlineData(FluidClass.PlainEngineOil, "d r d r d n n n n n n")]
    [InlineData(FluidClass.MildGearOil, "n n r r r n n n n n d")]
    [InlineData(FluidClass.ExtremePressureGearOil, "n n n n n n n n n n r")]
    [InlineData(FluidClass.TwoStrokeForInjection, "n n n n n r n n n n n")]
    [InlineData(FluidClass.TwoStrokeForPremix, "n n n n n n n n n n n")]
    [InlineData(FluidClass.GlycolBrakeFluid, "n n n n n n r r n n n")]
    [InlineData(FluidClass.SiliconeBrakeFluid, "n n n n n n d d n n n")]
    [InlineData(FluidClass.MineralHydraulic, "n n n n n n n d n n n")]
    [InlineData(FluidClass.Coolant, "n n n n n n n n r n n")]
    [InlineData(FluidClass.ForkOil, "n n n n n n n n n r n")]
    public void Every_cell_of_the_table(FluidClass fluid, string row)
    {
        var places = Enum.GetValues<FluidPlace>();
        var cells = row.Split(' ');
        cells.Length.ShouldBe(places.Length);
        foreach (var (place, cell) in places.Zip(cells))
        {
            var fit = Compatibility.Of(fluid, place);
            fit.Fit.ShouldBe(
                cell == "r" ? Fit.Right
                    : cell == "d" ? Fit.Doubtful
                    : Fit.Never,
                $"{fluid} in {place}"
            );
            (fit.Because.Length > 0).ShouldBe(fit.Fit != Fit.Right, $"{fluid} in {place} says why");
        }
    }

    [Theory]
    [InlineData("10W-40, JASO MA2", FluidClass.WetClutchOil)]
    [InlineData("10W-40 JASO MA", FluidClass.WetClutchOil)]
    [InlineData("5W-30 energy conserving", FluidClass.FrictionModifiedOil)]
    [InlineData("10W-30, JASO MB", FluidClass.FrictionModifiedOil)]
    [InlineData("0W-20", FluidClass.FrictionModifiedOil)]
    [InlineData("SAE 30", FluidClass.PlainEngineOil)]
    [InlineData("cheap 20W-50", FluidClass.PlainEngineOil)]
    [InlineData("80W gear oil for wet clutches", FluidClass.MildGearOil)]
    [InlineData("75W-90 GL-4", FluidClass.MildGearOil)]
    [InlineData("80W-90, GL5", FluidClass.ExtremePressureGearOil)]
    [InlineData("two-stroke oil for injection", FluidClass.TwoStrokeForInjection)]
    [InlineData("two-stroke premix oil", FluidClass.TwoStrokeForPremix)]
    [InlineData("two-stroke, JASO FD", FluidClass.TwoStrokeForInjection)]
    [InlineData("DOT 4", FluidClass.GlycolBrakeFluid)]
    [InlineData("DOT 5.1", FluidClass.GlycolBrakeFluid)]
    [InlineData("DOT 5", FluidClass.SiliconeBrakeFluid)]
    [InlineData("ethylene glycol, silicate free, 50%", FluidClass.Coolant)]
    [InlineData("fork oil, 5 W", FluidClass.ForkOil)]
    [InlineData("what was in the shed", FluidClass.Unknown)]
    public void A_fluid_is_known_by_its_name(string name, FluidClass expected) => Compatibility.ClassOf(name).ShouldBe(expected);

    [Theory]
    [InlineData("DOT 4", "DOT 5", Fit.Never)]
    [InlineData("DOT 5", "DOT 5.1", Fit.Never)]
    [InlineData("DOT 4", "DOT 5.1", null)]
    [InlineData("glycol, silicate free", "glycol, hybrid", Fit.Doubtful)]
    [InlineData("glycol, silicate free", "ethylene glycol silicate-free", null)]
    [InlineData("DOT 4", "what was there", null)]
    public void Two_that_must_not_meet_are_told_apart(string one, string other, Fit? fit)
    {
        Compatibility.Mix(one, other)?.Fit.ShouldBe(fit ?? Fit.Right);
        (Compatibility.Mix(one, other) is null).ShouldBe(fit is null);
        Compatibility.Mix(other, one)?.Fit.ShouldBe(Compatibility.Mix(one, other)!.Fit);
    }

    [Fact]
    public void What_the_bike_is_decides_the_place()
    {
        Compatibility.Warnings(ReservoirId.Engine, Given.Drumlin, "0W-20", null).ShouldHaveSingleItem().Because.ShouldContain("JASO MA");
        Compatibility.Warnings(ReservoirId.Engine, Given.Scree, "0W-20", null).ShouldBeEmpty(); // its clutch runs in other oil
        Compatibility.Warnings(ReservoirId.Gearbox, Given.Heron, "75W-90 GL-5", null).ShouldHaveSingleItem().Fit.ShouldBe(Fit.Never);
        Compatibility
            .Warnings(ReservoirId.Gearbox, Given.Named("trials-single", "Fathom"), "75W-90 GL-5", null)
            .ShouldHaveSingleItem()
            .Because.ShouldContain("yellow metal");
        Compatibility
            .Warnings(ReservoirId.OilTank, Given.Named("trials-single", "Fathom") with { Year = 1979 }, "5W-20", null)
            .ShouldContain(fit => fit.Because.Contains("flat tappets"));
        Compatibility.Warnings(ReservoirId.Engine, Given.Drumlin, "10W-40, JASO MA2", "10W-40, JASO MA2").ShouldBeEmpty();
    }

    // Every shipped grade fits the place that it ships for.
    [Fact]
    public void No_shipped_grade_is_warned_of()
    {
        foreach (var set in Given.Content.Sets)
        foreach (var (reservoir, spec) in set.Profile.Reservoirs.Where(pair => pair.Value.Grade is not null))
            Compatibility.Warnings(reservoir, set.Profile, spec.Grade!, spec.Grade).ShouldBeEmpty($"{set.Id}: {spec.Grade}");
    }

    /// <summary>Of another class is never as good as what is asked for, even where nothing warns of it.</summary>
    [Fact]
    public void A_fluid_of_another_class_does_not_stand_in_for_the_one_asked_for()
    {
        string[] cans =
        [
            "10W-40, JASO MA2",
            "10W-40",
            "5W-20",
            "75W-90 GL-5",
            "75W-90 GL-4",
            "DOT 4",
            "DOT 5",
            "fork oil 10W",
            "coolant, OAT",
            "JASO FD",
            "two-stroke premix",
            "hydraulic mineral oil",
        ];
        var unwarned = 0;
        foreach (var reservoir in Enum.GetValues<ReservoirId>())
        foreach (
            var (fluid, wanted) in from fluid in cans
            from wanted in cans
            where Compatibility.ClassOf(fluid) != Compatibility.ClassOf(wanted)
            select (fluid, wanted)
        )
        {
            Compatibility.Suits(reservoir, Given.Drumlin, fluid, wanted).ShouldBeFalse($"{fluid} for {wanted} in {reservoir}");
            if (Compatibility.Warnings(reservoir, Given.Drumlin, fluid, wanted).IsEmpty)
                unwarned++;
        }

        unwarned.ShouldBeGreaterThan(0, "a warning catches all of them: the rule is not tried");
    }

    /// <summary>
    /// A level seen where nobody has said what is in there tells nothing of a fill: what is unknown stays unknown, what is empty stays
    /// empty.
    /// </summary>
    [Theory]
    [InlineData(Core.Fluids.Level.AtMaximum)]
    [InlineData(Core.Fluids.Level.Between)]
    [InlineData(Core.Fluids.Level.Below)]
    public void A_level_alone_fills_nothing(Core.Fluids.Level level)
    {
        var book = new LedgerBuilder();
        book.Write(Given.Today, new LevelSeen(ReservoirId.Engine, level));
        ReservoirStatuses.Of(ReservoirId.Engine, book.Ledger).ShouldBe(ReservoirStatus.Unknown);
        book.Write(Given.Today, new FluidDrained(ReservoirId.Engine, null, DrainReading.NotRead));
        book.Write(Given.Today, new LevelSeen(ReservoirId.Engine, level));
        ReservoirStatuses.Of(ReservoirId.Engine, book.Ledger).ShouldBe(ReservoirStatus.Empty);
        book.Write(Given.Today, new FluidFilled(ReservoirId.Engine, Given.Litres(2.6m), "10W-40"));
        book.Write(Given.Today, new LevelSeen(ReservoirId.Engine, level));
        ReservoirStatuses
            .Of(ReservoirId.Engine, book.Ledger)
            .ShouldBe(level == Core.Fluids.Level.Below ? ReservoirStatus.Filled : ReservoirStatus.LevelChecked);
    }
}
