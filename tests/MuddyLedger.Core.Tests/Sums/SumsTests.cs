using CsCheck;
using MuddyLedger.Core.Sums;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Sums;

public class SumsTests
{
    private static Volume L(decimal litres) => Volume.FromLitres(litres);

    // Common practice, no source: 50:1 into 5 L is 100 ml.
    [Theory]
    [InlineData(5, 50, 0.1)]
    [InlineData(1, 50, 0.02)]
    [InlineData(10, 32, 0.3125)]
    public void Oil_for_fuel_is_a_part_to_the_ratio(decimal fuel, decimal ratio, decimal oil) =>
        Premix.OilFor(L(fuel), ratio).Litres.ShouldBe(oil);

    [Fact]
    public void Of_a_mix_one_part_in_one_more_than_the_ratio_is_oil() => Premix.OilIn(L(5.1m), 50).Litres.ShouldBe(0.1m);

    // Property: whatever is poured in, the mix then has the ratio that was wanted, by its parts.
    [Fact]
    public void A_corrected_tank_has_the_ratio_wanted() =>
        Gen.Select(Gen.Int[1, 3000], Gen.Int[10, 200], Gen.Int[10, 200])
            .Sample(
                (centilitres, from, to) =>
                {
                    var mix = L(centilitres / 100m);
                    var (oil, fuel) = Premix.Correct(mix, from, to);
                    var oilThen = Premix.OilIn(mix, from).Litres + oil.Litres;
                    var fuelThen = mix.Litres - Premix.OilIn(mix, from).Litres + fuel.Litres;
                    return Math.Abs((fuelThen / oilThen) - to) < 0.0001m && (oil.Litres == 0 || fuel.Litres == 0);
                }
            );

    [Fact]
    public void Two_leftovers_poured_together_lie_between_their_ratios()
    {
        Premix.Blend(L(2), 50, L(2), 50)!.Value.ShouldBe(50m, 0.0001m);
        var blended = Premix.Blend(L(1), 32, L(1), 50)!.Value;
        // One part in 33 and one in 51 of a litre each.
        blended.ShouldBe((2 - (1 / 33m) - (1 / 51m)) / ((1 / 33m) + (1 / 51m)), 0.0001m);
        Premix.Blend(Volume.Zero, 50, Volume.Zero, 50).ShouldBeNull();
        Should.Throw<ArgumentOutOfRangeException>(() => Premix.OilFor(L(1), 5));
    }

    // ASHRAE Handbook Fundamentals, secondary coolants, ethylene glycol, from memory.
    [Theory]
    [InlineData(18.1, -7.8)]
    [InlineData(27.7, -14.1)]
    [InlineData(37.5, -22.3)]
    [InlineData(47.6, -33.8)]
    [InlineData(57.8, -48.3)]
    public void Glycol_freezes_where_the_handbook_says(double share, double celsius) =>
        Coolant.FreezesAt(share)!.Value.ShouldBe(celsius, 1e-9);

    [Fact]
    public void Nothing_is_said_beyond_the_table()
    {
        Coolant.FreezesAt(18).ShouldBeNull();
        Coolant.FreezesAt(58).ShouldBeNull();
        Coolant.ShareFor(-43.4).ShouldBeNull();
        Coolant.ShareFor(-43.3)!.Value.ShouldBe(57.8, 1e-9);
    }

    // Property: the share that a night asks for holds it with the margin, and a little less would not, but for the inhibitor's least.
    [Fact]
    public void The_share_asked_for_holds_the_night_with_five_degrees_to_spare() =>
        Gen.Double[-43.2, 10]
            .Sample(night =>
            {
                var share = Coolant.ShareFor(night)!.Value;
                return share >= Coolant.LeastForInhibitor
                    && Coolant.FreezesAt(share) <= night - Coolant.Margin + 1e-9
                    && (share == Coolant.LeastForInhibitor || Coolant.FreezesAt(share - 0.1) > night - Coolant.Margin);
            });

    // Property: draining a mixed system and pouring concentrate brings it to what is wanted.
    [Fact]
    public void Drained_and_replaced_it_has_the_share_wanted() =>
        Gen.Select(Gen.Double[0.5, 5], Gen.Double[0, 60], Gen.Double[0, 60], Gen.Double[0, 100])
            .Sample(
                (litres, now, wanted, concentrate) =>
                {
                    if (Coolant.Replace(L((decimal)litres), now, wanted, concentrate) is not { } out_)
                        return concentrate == now || (wanted - now) / (concentrate - now) is < 0 or > 1;
                    var x = (double)out_.Litres;
                    return x <= litres + 1e-9 && Math.Abs((((litres - x) * now) + (x * concentrate)) - (litres * wanted)) < 1e-6;
                }
            );

    // ISO 5751 designations, from memory: 140/80-18 is 681 mm over all.
    [Fact]
    public void A_tyre_is_its_rim_and_two_walls()
    {
        TyreSize.Read("140/80-18")!.DiameterMm.ShouldBe(681.2, 0.05);
        TyreSize.Read("180/55 ZR17")!.DiameterMm.ShouldBe((17 * 25.4) + (2 * 180 * 0.55), 1e-9);
        TyreSize.Read("4.00-18")!.DiameterMm.ShouldBe((18 * 25.4) + (2 * 102), 1e-9);
        foreach (var odd in new[] { null, "", "140", "140/80", "a/b-c", "9999/80-18", "140/80-99", "-140/80-18" })
            TyreSize.Read(odd).ShouldBeNull(odd);
    }

    // Derived by hand: 9,000 rpm / (3 x 1 x 2.5) = 1,200 turns a minute of a wheel two metres round: 144 km/h.
    [Fact]
    public void Speed_follows_the_turns_of_the_wheel()
    {
        var gearing = new Gearing(3, [2.5, 1], 2.5, 2000);
        gearing.TotalOf(2).ShouldBe(7.5);
        gearing.SpeedAt(2, 9000).ShouldBe(144_000, 1e-6);
        gearing.SpeedAt(1, 9000).ShouldBe(144_000 / 2.5, 1e-6);
        gearing.RpmAt(2, Distance.FromMetres(144_000)).ShouldBe(9000, 1e-6);
    }

    // By geometry: a tube of 40 mm holds 1.2566 ml to a millimetre.
    [Fact]
    public void Fork_oil_rises_by_the_area_of_its_tube()
    {
        ForkOil.ToRaise(Length.FromMillimetres(40), 10).Litres.ShouldBe(0.0125664m, 0.0000001m);
        ForkOil.Alike(120, 122).ShouldBeTrue();
        ForkOil.Alike(120, 122.1).ShouldBeFalse();
    }

    // SAE J300 cranking limits, from memory: 10W at -25, 15W at -20; the pumping limit lies 5 K colder.
    [Theory]
    [InlineData(-35, "0W")]
    [InlineData(-25, "0W 5W 10W")]
    [InlineData(-20.1, "0W 5W 10W")]
    [InlineData(-20, "0W 5W 10W 15W")]
    [InlineData(5, "0W 5W 10W 15W 20W 25W")]
    [InlineData(-36, "")]
    public void A_grade_may_be_cranked_down_to_its_limit(double coldest, string grades) =>
        string.Join(' ', Viscosity.For(coldest).Select(grade => grade.Grade)).ShouldBe(grades);

    [Fact]
    public void Both_ends_of_the_weather_are_met_or_nothing_is_said()
    {
        Viscosity.Cold.Single(grade => grade.Grade == "10W").PumpsTo.ShouldBe(-30);
        Viscosity.Multigrades(-18, 28, airCooled: true).ShouldBe(["15W-40", "10W-40", "5W-40"]);
        Viscosity.Multigrades(5, 28, airCooled: false).ShouldBe(["20W-30", "15W-30", "10W-30"]);
        Viscosity.Multigrades(-40, 28, true).ShouldBeEmpty();
        Viscosity.Multigrades(0, 60, true).ShouldBeEmpty();
    }

    [Theory]
    [InlineData("-12", -12.0)]
    [InlineData("\u221212 °C", -12.0)]
    [InlineData("10 F", -12.2222)]
    [InlineData("195 F", null)]
    [InlineData("warm", null)]
    [InlineData("", null)]
    public void Temperatures_are_read_in_both_scales(string text, double? celsius)
    {
        if (celsius is { } wanted)
            Temperatures.Read(text)!.Value.ShouldBe(wanted, 0.001);
        else
            Temperatures.Read(text).ShouldBeNull();
    }

    [Fact]
    public void Stabiliser_is_for_all_the_fuel_that_it_treats() => Stabiliser.Dose(L(4), L(6), 2.5m).Litres.ShouldBe(0.025m);
}
