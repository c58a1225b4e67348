using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Core.Tests.Fuel;

public class FuelMixTests
{
    private static Profile Premixed(string ratio) =>
        Given.Heron with
        {
            Lubrication = Lubrication.Premix,
            Figures = Given.Heron.Figures.SetItem(BikeFigure.FuelToOil, BikeFigures.Read(ratio, BikeFigure.FuelToOil).Value!),
        };

    // 50:1 is 20 ml to the litre: arithmetic, as check values have it.
    [Fact]
    public void A_premixed_bike_is_told_the_oil_for_what_goes_in()
    {
        var mix = FuelMix.For(Premixed("50:1"), Given.ProvenPump, Given.Litres(7.4m));
        (mix.Reason, mix.Ratio, mix.Oil!.Value.Litres, mix.From!.Kind).ShouldBe((MixReason.Premixed, 50m, 0.148m, ProvenanceKind.Owner));
        FuelMix
            .For(Premixed("32 to 40:1"), Given.ProvenPump, Given.Litres(3.2m))
            .Oil!.Value.Litres.ShouldBe(0.1m, customMessage: "of a band the rich end");
    }

    [Fact]
    public void Without_a_ratio_nothing_is_guessed()
    {
        var none = FuelMix.For(Given.Heron with { Lubrication = Lubrication.Premix }, Given.ProvenPump, Given.Litres(5));
        (none.Reason, none.Ratio, none.Oil).ShouldBe((MixReason.Premixed, null, null));
        FuelMix.For(Premixed("3:1"), Given.ProvenPump, Given.Litres(5)).Ratio.ShouldBeNull("no engine is run at that");
    }

    [Fact]
    public void A_pump_adds_the_oil_once_it_is_proven_and_until_then_the_tank_is_mixed()
    {
        FuelMix.For(Given.Heron, Given.ProvenPump, Given.Litres(5)).ShouldBe(new(MixReason.Pumped, null, null, null));
        var insured = FuelMix.For(Given.Heron, Given.UnprovenPump, Given.Litres(5));
        (insured.Reason, insured.Oil!.Value.Litres, insured.From!.Kind).ShouldBe((MixReason.Insurance, 0.1m, ProvenanceKind.House));
        FuelMix.For(Given.Drumlin, Given.UnprovenPump, Given.Litres(5)).Reason.ShouldBe(MixReason.None);
        // The word is the one that the job which bleeds the pump puts onto the list, and the one which proves it takes off.
        var things = Given
            .Content.Jobs.SelectMany(job => job.Steps)
            .SelectMany(UndoList.Of)
            .Where(pair => pair.Thing.Id == FuelMix.InsuranceThing)
            .ToList();
        (things.Any(pair => pair.Thing.Back), things.Any(pair => !pair.Thing.Back)).ShouldBe((true, true));
    }

    [Theory]
    [InlineData(19.8, false)]
    [InlineData(19.9, true)]
    public void More_than_a_tenth_over_its_tank_is_asked_about(decimal litres, bool over)
    {
        var bike = Given.Drumlin with
        {
            Reservoirs = Given.Drumlin.Reservoirs.SetItem(ReservoirId.Fuel, new ReservoirSpec { DryFill = Given.Litres(18) }),
        };
        FuelMix.Overfills(bike, Given.Litres(litres)).ShouldBe(over);
        FuelMix
            .Overfills(bike with { Reservoirs = bike.Reservoirs.Remove(ReservoirId.Fuel) }, Given.Litres(litres))
            .ShouldBeFalse("what a tank holds is not guessed");
        FuelMix.TooMuchOil(Given.Litres(litres / 2), Given.Litres(litres)).ShouldBeTrue();
    }

    [Theory]
    [InlineData("50:1", "50:1")]
    [InlineData("50", "50:1")]
    [InlineData("30 to 100:1", "30 to 100:1")]
    [InlineData("30:1-100:1", "30 to 100:1")]
    [InlineData("at least 40:1", "at least 40:1")]
    public void A_ratio_is_written_as_the_trade_writes_it(string typed, string text) =>
        BikeFigures.Text(BikeFigures.Read(typed, BikeFigure.FuelToOil).Value!, BikeFigure.FuelToOil).ShouldBe(text);
}
