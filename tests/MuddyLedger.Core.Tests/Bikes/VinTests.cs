using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Bikes;

public class VinTests
{
    // Published: rule of 49 CFR 565.15; the sums of these numbers were verified by hand.
    [Theory]
    [InlineData("1M8GDM9AXKP042788", 'X')]
    [InlineData("1G4AH59H45G118341", '4')]
    [InlineData("11111111111111111", '1')]
    public void Check_digit_of_a_frame_number_is_the_weighted_sum_modulo_eleven(string vin, char digit)
    {
        Vin.CheckDigit(vin).ShouldBe(digit);
        Vin.CheckDigit(vin.ToLowerInvariant()).ShouldBe(digit);
        Vin.Warn(vin).ShouldBeNull();
    }

    [Fact]
    public void A_mistyped_number_warns_and_is_never_refused()
    {
        Vin.Warn("1M8GDM9AXKP042789")!.ShouldContain("the sum gives");
        Vin.Warn("1M8GDM9AXKPO42788")!.ShouldContain("I, O, Q");
        Vin.Warn("PF325-0093").ShouldBeNull();
        Vin.Warn(null).ShouldBeNull();
        ProfileCheck.Of(Given.Drumlin with { FrameNumber = "1M8GDM9AXKP042789" }, 2026).ShouldBeEmpty();
    }

    // Property: any one digit changed is found out, but for the pairs whose weighted difference is a multiple of eleven, of which there are
    // none.
    [Fact]
    public void Any_one_digit_changed_is_found_out()
    {
        const string vin = "11111111111111111";
        for (var at = 0; at < Vin.Length; at++)
        for (var digit = '2'; digit <= '9'; digit++)
            if (at != 8)
                Vin.Warn(string.Concat(vin.AsSpan(0, at), digit.ToString(), vin.AsSpan(at + 1))).ShouldNotBeNull($"{digit} at {at}");
    }

    // Published: 49 CFR 574.5, from memory: the last four digits are week and year.
    [Theory]
    [InlineData("1820", 18, 2020, 5)]
    [InlineData("5315", 53, 2015, 10)]
    [InlineData("0126", 1, 2026, 0)]
    public void A_tyres_last_four_digits_are_week_and_year(string code, int week, int year, int old)
    {
        var made = TyreDate.Read(code)!;
        (made.Week, made.Year, made.Years(Given.Today)).ShouldBe((week, year, old));
        made.Monday.DayOfWeek.ShouldBe(IsoDayOfWeek.Monday);
    }

    [Theory]
    [InlineData("0020")]
    [InlineData("5420")]
    [InlineData("182")]
    [InlineData("18 20")]
    [InlineData("")]
    [InlineData(null)]
    public void What_is_no_date_code_is_none(string? code) => TyreDate.Read(code).ShouldBeNull();

    // Common practice, no source: cracks yearly from five years, off at ten.
    [Fact]
    public void An_old_tyre_warns()
    {
        TyreDate.Read("1821")!.Warn(Given.Today).ShouldBeNull();
        TyreDate.Read("1020")!.Warn(Given.Today)!.ShouldContain("cracks");
        TyreDate.Read("1015")!.Warn(Given.Today)!.ShouldContain("replace it");
        ProfileCheck
            .Warnings(Given.Drumlin with { RearTyre = new(null, null, "1015", TyreInner.Tubeless) }, Given.Today)
            .ShouldHaveSingleItem()
            .Field.ShouldBe("rearTyre");
    }

    // Published: NIST SP 811, appendix B.
    [Fact]
    public void A_placard_in_psi_is_kept_in_kilopascals() =>
        Pressure.From(new Quantity(36, Unit.Psi)).Kilopascals.ShouldBe(248.211m, 0.001m);

    // Common practice, no source: 4 to 6 thou is 0.10 to 0.15 mm.
    [Fact]
    public void A_clearance_in_thou_is_kept_in_millimetres() =>
        Math.Round(Length.From(new Quantity(4, Unit.Thou)).Millimetres, 2).ShouldBe(0.10m);
}
