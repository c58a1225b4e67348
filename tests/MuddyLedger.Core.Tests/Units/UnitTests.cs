using CsCheck;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Units;

public class UnitTests
{
    // Published: NIST SP 811, appendix B. Mile, inch and gallons are exact there; the torque factors are as printed.
    [Theory]
    [InlineData("mi", 1609.344)]
    [InlineData("km", 1000)]
    [InlineData("US gal", 3.785411784)]
    [InlineData("imp gal", 4.54609)]
    [InlineData("lb-ft", 1.3558179483)]
    [InlineData("in-lb", 0.1129848290)]
    [InlineData("in", 25.4)]
    [InlineData("h", 1)]
    public void One_of_a_unit_is_its_published_factor(string symbol, double inBase) => Unit.Find(symbol)!.InBase.ShouldBe((decimal)inBase);

    // Published: NIST SP 811, appendix B: a US gallon is 231 cubic inches of 2.54 cm.
    [Fact]
    public void A_US_gallon_is_231_cubic_inches() => Unit.UsGallon.InBase.ShouldBe(231m * 2.54m * 2.54m * 2.54m / 1000m);

    // Published: 4 quarts, 8 pints or 128 fluid ounces to the US gallon, NIST Handbook 44, appendix C.
    [Fact]
    public void Quarts_pints_and_ounces_make_up_the_gallon()
    {
        (Unit.UsQuart.InBase * 4).ShouldBe(Unit.UsGallon.InBase);
        (Unit.UsPint.InBase * 8).ShouldBe(Unit.UsGallon.InBase);
        (Unit.UsFluidOunce.InBase * 128).ShouldBe(Unit.UsGallon.InBase);
        (Unit.ImperialPint.InBase * 8).ShouldBe(Unit.ImperialGallon.InBase);
    }

    // Common practice, no source: 106 in-lb for a small spark plug is called 12 N m.
    [Fact]
    public void A_small_plugs_106_inch_pounds_is_12_newton_metres() =>
        new Quantity(106, Unit.PoundInch).In(Unit.NewtonMetre).Value.ShouldBe(12m, 0.05m);

    // Common practice, no source: a clutch centre nut at 50 ft-lb is called 68 N m.
    [Fact]
    public void Fifty_foot_pounds_is_68_newton_metres() => new Quantity(50, Unit.PoundFoot).In(Unit.NewtonMetre).Value.ShouldBe(68m, 0.5m);

    // Common practice, no source: a fill of 2.75 US qt is called 2.6 L.
    [Fact]
    public void Two_and_three_quarter_quarts_is_2_6_litres() =>
        new Quantity(2.75m, Unit.UsQuart).In(Unit.Litre).Value.ShouldBe(2.6m, 0.01m);

    // Common practice, no source: 4 to 6 thou is called 0.10 to 0.15 mm.
    [Theory]
    [InlineData(4, 0.10)]
    [InlineData(6, 0.15)]
    public void Thou_are_hundredths_of_a_millimetre_near_enough(int thou, double millimetres) =>
        new Quantity(thou, Unit.Thou).In(Unit.Millimetre).Value.ShouldBe((decimal)millimetres, 0.005m);

    // Common practice, no source: 24,000 mi is called 40,000 km.
    [Fact]
    public void Twenty_four_thousand_miles_is_about_forty_thousand_kilometres() =>
        new Quantity(24_000, Unit.Mile).In(Unit.Kilometre).Value.ShouldBeInRange(38_000, 40_000);

    [Fact]
    public void Every_symbol_and_alias_finds_its_own_unit()
    {
        foreach (var unit in Unit.All)
        {
            Unit.Find(unit.Symbol).ShouldBe(unit);
            foreach (var alias in unit.Aliases)
                Unit.Find(alias).ShouldBe(unit, alias);
        }
    }

    [Fact]
    public void No_two_units_answer_to_one_name() =>
        Unit.All.SelectMany(unit => unit.Aliases.Append(unit.Symbol.ToLowerInvariant()).Distinct()).ShouldBeUnique();

    [Fact]
    public void Converting_there_and_back_gives_the_same_amount() =>
        Gen.Select(Gen.Decimal[0, 1_000_000], Gen.Int[0, Unit.All.Length - 1], Gen.Int[0, Unit.All.Length - 1])
            .Where((_, from, to) => Unit.All[from].Dimension == Unit.All[to].Dimension)
            .Sample(
                (value, from, to) =>
                {
                    var there = new Quantity(value, Unit.All[from]).In(Unit.All[to]);
                    return Math.Abs(there.In(Unit.All[from]).Value - value) <= 1e-15m * Math.Max(1, value);
                }
            );

    [Fact]
    public void A_mile_survives_as_a_distance_to_the_last_digit() =>
        Gen.Decimal[0, 999_999]
            .Select(value => Math.Round(value, 1))
            .Sample(miles => Math.Round(Distance.From(new Quantity(miles, Unit.Mile)).In(Unit.Mile).Value, 12) == miles);

    [Fact]
    public void A_unit_does_not_turn_into_another_dimension() =>
        Should.Throw<ArgumentException>(() => new Quantity(1, Unit.Mile).In(Unit.Hour)).Message.ShouldContain("does not measure");

    [Fact]
    public void Quantities_are_never_negative()
    {
        Should.Throw<ArgumentOutOfRangeException>(() => Distance.FromMetres(-1));
        Should.Throw<ArgumentOutOfRangeException>(() => EngineHours.FromHours(-1));
        Should.Throw<ArgumentOutOfRangeException>(() => Volume.FromLitres(-0.01m));
        Should.Throw<ArgumentOutOfRangeException>(() => Torque.FromNewtonMetres(-1));
        Should.Throw<ArgumentOutOfRangeException>(() => Money.Of(-1));
    }

    [Fact]
    public void Volumes_add_and_take_away_but_not_below_nothing()
    {
        (Volume.FromLitres(1.5m) + Volume.FromLitres(0.7m)).Litres.ShouldBe(2.2m);
        Volume.FromLitres(1.5m).Less(Volume.FromLitres(0.5m)).Litres.ShouldBe(1.0m);
        Volume.FromLitres(1.5m).Less(Volume.FromLitres(2m)).ShouldBe(Volume.Zero);
    }

    [Fact]
    public void Quantities_compare_by_amount()
    {
        (Distance.From(new Quantity(1, Unit.Mile)) > Distance.From(new Quantity(1, Unit.Kilometre))).ShouldBeTrue();
        (EngineHours.FromHours(1) <= EngineHours.From(new Quantity(60, Unit.Minute))).ShouldBeTrue();
        (Torque.FromNewtonMetres(10) < Torque.From(new Quantity(10, Unit.PoundFoot))).ShouldBeTrue();
        (Volume.FromLitres(1) >= Volume.From(new Quantity(1, Unit.UsQuart))).ShouldBeTrue();
    }
}
