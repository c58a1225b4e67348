using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Fluids;

public class FluidChainTests
{
    [Fact]
    public void Nothing_written_is_unknown_and_not_empty()
    {
        var state = FluidChain.StateOf(ReservoirId.Engine, new LedgerBuilder().Ledger);
        (state.Unknown, state.EmptySince).ShouldBe((true, null));
    }

    [Fact]
    public void The_chain_says_what_is_in_it_now()
    {
        var book = new LedgerBuilder();
        book.Write(Given.Today.PlusDays(-400), new FluidFilled(ReservoirId.Engine, Given.Litres(2.6m), "15W-50"));
        book.Write(Given.Today.PlusDays(-45), new FluidDrained(ReservoirId.Engine, Given.Litres(2.4m), DrainReading.NotRead));
        FluidChain.StateOf(ReservoirId.Engine, book.Ledger).EmptySince.ShouldNotBeNull();
        book.Write(Given.Today.PlusDays(-45), new FluidFilled(ReservoirId.Engine, Given.Litres(2.2m), "10W-40"));
        book.Write(Given.Today.PlusDays(-45), new FluidToppedUp(ReservoirId.Engine, Given.Litres(0.3m), "10W-40"));
        book.Write(Given.Today.PlusDays(-45), new LevelSeen(ReservoirId.Engine, Level.AtMaximum));
        book.Write(Given.Today, new FluidDrained(ReservoirId.Coolant, null, DrainReading.NotRead));
        var state = FluidChain.StateOf(ReservoirId.Engine, book.Ledger);
        (state.Contents!.Fluid, state.Contents.Poured).ShouldBe(("10W-40", Given.Litres(2.5m)));
        state.LastLevel!.Value.Level.ShouldBe(Level.AtMaximum);
        state.EmptySince.ShouldBeNull();
        FluidChain.AgeInMonths(state.Contents, Given.Today).ShouldBe(1);
    }

    [Fact]
    public void A_struck_fill_was_never_poured()
    {
        var book = new LedgerBuilder();
        book.Strike(book.Write(Given.Today, new FluidFilled(ReservoirId.Engine, Given.Litres(2), "10W-40")));
        FluidChain.StateOf(ReservoirId.Engine, book.Ledger).Unknown.ShouldBeTrue();
    }

    [Fact]
    public void A_known_remainder_is_taken_off_the_dry_fill_only()
    {
        var spec = Given.Drumlin.Reservoirs[ReservoirId.Engine];
        PourPlan.For(spec, FillCase.Dry, Given.Litres(0.2m))!.Whole.ShouldBe(Given.Litres(2.8m));
        PourPlan.For(spec, FillCase.DrainAndFilter, Given.Litres(0.2m))!.Whole.ShouldBe(Given.Litres(2.6m));
        PourPlan.For(null, FillCase.Dry).ShouldBeNull();
        PourPlan.For(new ReservoirSpec(), FillCase.DrainOnly).ShouldBeNull();
    }

    // Common practice, no source: a fill of 2.75 US qt is called 2.6 L.
    [Fact]
    public void A_fill_copied_in_quarts_is_poured_in_litres()
    {
        var spec = new ReservoirSpec { DrainAndFilter = Volume.From(new Quantity(2.75m, Unit.UsQuart)) };
        Math.Round(PourPlan.For(spec, FillCase.DrainAndFilter)!.Whole.Litres, 1).ShouldBe(2.6m);
    }

    // Common practice, no source: what each sign in the drain means.
    [Theory]
    [InlineData(DrainColour.Milky, MagnetReading.Clean, DrainDebris.None, false, FindingSeverity.Stop, "Do not run")]
    [InlineData(DrainColour.Dark, MagnetReading.Chips, DrainDebris.None, false, FindingSeverity.Stop, "Do not run")]
    [InlineData(DrainColour.SilverSheen, MagnetReading.Clean, DrainDebris.None, false, FindingSeverity.FixSoon, "filter open")]
    [InlineData(DrainColour.Dark, MagnetReading.Slivers, DrainDebris.None, false, FindingSeverity.FixSoon, "compare")]
    [InlineData(DrainColour.Dark, MagnetReading.Clean, DrainDebris.ClutchFibre, false, FindingSeverity.FixSoon, "clutch plates")]
    [InlineData(DrainColour.Dark, MagnetReading.Clean, DrainDebris.Plastic, false, FindingSeverity.FixSoon, "oil pump")]
    [InlineData(DrainColour.Dark, MagnetReading.Clean, DrainDebris.None, true, FindingSeverity.Watch, "choke")]
    [InlineData(DrainColour.BlackSludge, MagnetReading.Clean, DrainDebris.None, false, FindingSeverity.Watch, "not changed")]
    [InlineData(DrainColour.Dark, MagnetReading.FinePaste, DrainDebris.None, false, FindingSeverity.Note, "Wipe")]
    public void Each_sign_in_the_drain_has_its_meaning(
        DrainColour colour,
        MagnetReading magnet,
        DrainDebris debris,
        bool fuel,
        FindingSeverity severity,
        string action
    )
    {
        var gravest = DrainMeanings.Of(new(colour, magnet, debris, fuel))[0];
        gravest.Severity.ShouldBe(severity);
        gravest.Action.ShouldContain(action);
    }

    [Fact]
    public void Sound_oil_means_nothing_and_what_was_not_seen_means_nothing_either()
    {
        DrainMeanings.Of(new(DrainColour.Amber, MagnetReading.Clean, DrainDebris.None, false)).ShouldBeEmpty();
        DrainMeanings.Of(DrainReading.NotRead).ShouldBeEmpty();
    }

    // Over every reservoir: only oil that turns steel is asked for its magnet, only what an engine can leak fuel into for its smell.
    [Fact]
    public void A_drain_is_asked_only_for_what_its_fluid_can_show()
    {
        ReservoirId[] steel =
        [
            ReservoirId.Engine,
            ReservoirId.OilTank,
            ReservoirId.Gearbox,
            ReservoirId.Primary,
            ReservoirId.ShaftDrive,
            ReservoirId.FrontDrive,
        ];
        foreach (var id in Enum.GetValues<ReservoirId>())
        {
            var shows = DrainShows.Of(id);
            shows.Magnet.ShouldBe(steel.Contains(id), $"{id}");
            shows.Fuel.ShouldBe(id is ReservoirId.Engine or ReservoirId.OilTank, $"{id}");
            shows
                .Debris.Contains(DrainDebris.ClutchFibre)
                .ShouldBe(steel.Contains(id) && id is not (ReservoirId.ShaftDrive or ReservoirId.FrontDrive), $"{id}");
            shows.Colours.ShouldNotContain(DrainColour.NotSeen);
            shows.Colours.Length.ShouldBeGreaterThan(2);
        }
        DrainShows.Of(ReservoirId.FrontBrake).Debris.ShouldBeEmpty();
    }

    [Fact]
    public void The_gravest_sign_comes_first() =>
        DrainMeanings
            .Of(new(DrainColour.Milky, MagnetReading.FinePaste, DrainDebris.ClutchFibre, true))
            .Select(sign => sign.Severity)
            .ShouldBe([FindingSeverity.Stop, FindingSeverity.FixSoon, FindingSeverity.Watch, FindingSeverity.Note]);
}
