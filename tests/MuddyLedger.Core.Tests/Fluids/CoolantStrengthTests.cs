using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Tests.Fluids;

public class CoolantStrengthTests
{
    [Theory]
    [InlineData("50%", 50)]
    [InlineData("coolant, 45.5 % glycol", 45.5)]
    [InlineData("50:50", 50)]
    [InlineData("1:2 with water", 33.33)]
    [InlineData("3 to 2", 60)]
    [InlineData("distilled water", 0)]
    [InlineData("concentrate", 100)]
    [InlineData("40 percent", 40)]
    public void What_a_name_says_of_its_strength(string fluid, double share) =>
        CoolantStrength.ShareOf(fluid).ShouldNotBeNull().ShouldBe(share, 0.01);

    [Theory]
    [InlineData("the green one")]
    [InlineData("waterless")]
    [InlineData("150%")]
    [InlineData("0:0")]
    public void A_name_that_says_nothing(string fluid) => CoolantStrength.ShareOf(fluid).ShouldBeNull();

    // 1.5 L at 50%, of which 0.3 L went and was made up with water: 0.3/1.5 of the strength is gone. The freezing point is the table's.
    [Fact]
    public void Water_on_top_thins_it_by_its_share_of_the_whole()
    {
        var book = Filled(1.5m, "50%");
        book.Write(Given.Today, new FluidToppedUp(ReservoirId.Coolant, Given.Litres(0.3m), "water"));
        var strength = CoolantStrength.Of(book.Ledger).ShouldNotBeNull();
        strength.Share.ShouldBe(40, 1e-9);
        strength.Filled.ShouldBe(50);
        (strength.Changed, strength.TooWeak).ShouldBe((true, false));
        strength.FreezesAt.ShouldBe(Core.Sums.Coolant.FreezesAt(40));
    }

    [Fact]
    public void Nothing_is_said_of_it_once_something_unknown_was_poured_on_top_or_it_was_drained()
    {
        var book = Filled(1.5m, "50%");
        book.Write(Given.Today, new FluidToppedUp(ReservoirId.Coolant, Given.Litres(0.1m), "the green one"));
        CoolantStrength.Of(book.Ledger).ShouldBeNull();
        var drained = Filled(1.5m, "50%");
        drained.Write(Given.Today, new FluidDrained(ReservoirId.Coolant, null, DrainReading.NotRead));
        CoolantStrength.Of(drained.Ledger).ShouldBeNull();
        CoolantStrength.Of(Filled(1.5m, "the green one").Ledger).ShouldBeNull();
    }

    // Against a tank that loses what is topped up, mixed through each time, drop by drop in another order of reckoning.
    [Fact]
    public void Many_top_ups_are_what_mixing_litre_by_litre_gives() =>
        Gen.Select(Gen.Int[5, 40], Gen.Select(Gen.Int[1, 5], Gen.Int[0, 100]).Array[0, 12])
            .Sample(
                (tenths, tops) =>
                {
                    var (volume, glycol) = (tenths / 10m, tenths / 10m * 0.5m);
                    var book = Filled(volume, "50%");
                    foreach (var (added, share) in tops)
                    {
                        var more = Math.Min(added / 10m, volume);
                        book.Write(Given.Today, new FluidToppedUp(ReservoirId.Coolant, Given.Litres(added / 10m), $"{share}%"));
                        glycol = (glycol * (volume - more) / volume) + (more * share / 100m);
                    }

                    CoolantStrength.Of(book.Ledger)!.Share.ShouldBe((double)(glycol / volume * 100), 1e-6);
                }
            );

    private static LedgerBuilder Filled(decimal litres, string fluid)
    {
        var book = new LedgerBuilder();
        book.Write(Given.Today.PlusDays(-100), new FluidFilled(ReservoirId.Coolant, Given.Litres(litres), fluid));
        return book;
    }
}
