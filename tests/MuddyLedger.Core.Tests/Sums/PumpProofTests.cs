using CsCheck;
using MuddyLedger.Core.Sums;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Sums;

public class PumpProofTests
{
    private static Volume Ml(decimal ml) => Volume.FromLitres(ml / 1000);

    [Theory]
    [InlineData(8, 160, PumpVerdict.Proven)] // 50:1, 47 to 53
    [InlineData(8, 20, PumpVerdict.TooLittle)] // 400:1
    [InlineData(8, 0, PumpVerdict.TooLittle)] // it did not fall: at the best 800:1
    [InlineData(8, 500, PumpVerdict.TooMuch)] // 16:1: a leak, or a pump wide open
    [InlineData(1, 20, PumpVerdict.CannotTell)] // 33 to 100:1 by the reading: a litre proves nothing
    [InlineData(8, 130, PumpVerdict.CannotTell)] // 61.5:1, 57 to 67: the edge lies inside
    public void A_pump_is_proven_only_where_the_whole_reading_lies_in_the_band(decimal fuel, decimal fall, PumpVerdict verdict) =>
        PumpProof.Of(Volume.FromLitres(fuel), Ml(fall), Ml(10), low: 30, high: 60, premix: null).Verdict.ShouldBe(verdict);

    [Fact]
    public void With_premix_as_insurance_the_engine_gets_both()
    {
        var proof = PumpProof.Of(Volume.FromLitres(5.1m), Ml(100), Ml(5), low: 30, high: 60, premix: 50);
        proof.Ratio.ShouldBe(50); // 5.1 L of mix at 50:1 hold 5 L of fuel, and the pump gave 100 ml
        proof.With.ShouldBe(25); // and another 100 ml came with the fuel
    }

    // Whatever the true ratio: a reading that is off by less than it is said to be never proves a pump that lies outside the band.
    [Fact]
    public void A_bad_pump_is_never_proven() =>
        // Less, and not just as much: at the very end of the band the last decimal of a quotient would decide.
        Gen.Select(Gen.Decimal[10, 300], Gen.Decimal[1, 20], Gen.Decimal[-0.999m, 0.999m], Gen.Decimal[2, 40])
            .Sample(
                (truth, litres, off, readTo) =>
                {
                    var fall = Math.Max(0, (litres * 1000 / truth) + (off * readTo));
                    var proof = PumpProof.Of(Volume.FromLitres(litres), Ml(fall), Ml(readTo), 30, 60, null);
                    if (truth is < 30 or > 60)
                        proof.Verdict.ShouldNotBe(PumpVerdict.Proven);
                    if (truth is >= 30 and <= 60)
                        proof.Verdict.ShouldBeOneOf(PumpVerdict.Proven, PumpVerdict.CannotTell);
                }
            );

    [Fact]
    public void A_lengthened_wrench_is_set_lower()
    {
        // Levers: 100 N m on 400 mm is 250 N at the handle; on 450 mm to the bolt it sets 88.9 N m.
        var setting = TorqueWrench.Setting(Torque.FromNewtonMetres(100), Length.FromMillimetres(400), Length.FromMillimetres(50));
        setting.NewtonMetres.ShouldBe(88.889m, 0.001m);
        TorqueWrench
            .Setting(Torque.FromNewtonMetres(100), Length.FromMillimetres(400), Length.FromMillimetres(0))
            .NewtonMetres.ShouldBe(100);
    }
}

public class GearOilTests
{
    // SAE J306, from memory: 80 at least 7.0 mm2/s at 100 C, 85 11.0, 90 13.5, 110 18.5, 140 24.0; SAE J300, from memory, for what they are
    // as engine oils.
    [
        Theory,
        InlineData("80W", 7.0, "20"),
        InlineData("85W", 11.0, "30"),
        InlineData("90", 13.5, "40"),
        InlineData("110", 18.5, "50"),
        InlineData("140", 24.0, "60")
    ]
    public void A_gear_oil_is_no_thicker_than_its_number_sounds(string gear, double least, string engine)
    {
        Viscosity.GearOil.First(one => one.Grade == gear.TrimEnd('W')).Least.ShouldBe(least);
        Viscosity.AsEngineOil(gear).ShouldBe(engine);
    }

    [Fact]
    public void A_grade_that_is_in_no_table_is_nothing() => Viscosity.AsEngineOil("75").ShouldBeNull();
}
