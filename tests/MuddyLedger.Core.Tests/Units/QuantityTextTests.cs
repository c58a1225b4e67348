using CsCheck;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Units;

public class QuantityTextTests
{
    [Theory]
    [InlineData("22 nm", 22, "N m")]
    [InlineData("95 in-lb", 95, "in-lb")]
    [InlineData("50 ft lbs", 50, "lb-ft")]
    [InlineData("17", 17, "N m")]
    [InlineData(" 24.5 N m ", 24.5, "N m")]
    public void Torque_is_read_in_any_unit(string text, double value, string unit) => Reads(text, Unit.NewtonMetre, value, unit);

    [Theory]
    [InlineData("1.9 qt", 1.9, "US qt")]
    [InlineData("2,4 L", 2.4, "L")]
    [InlineData("850ml", 850, "ml")]
    [InlineData("850 cc", 850, "ml")]
    [InlineData(".9", 0.9, "L")]
    [InlineData("2.75 US qt", 2.75, "US qt")]
    [InlineData("1 imp pt", 1, "imp pt")]
    public void Volume_is_read_in_any_unit(string text, double value, string unit) => Reads(text, Unit.Litre, value, unit);

    [Theory]
    [InlineData("23588", 23588, "mi")]
    [InlineData("23,588", 23588, "mi")]
    [InlineData("23 588 mi", 23588, "mi")]
    [InlineData("37,961 km", 37961, "km")]
    [InlineData("1,234,567.8 km", 1234567.8, "km")]
    [InlineData("23588,4", 23588.4, "mi")]
    [InlineData("0", 0, "mi")]
    public void Odometers_are_read_with_and_without_grouping(string text, double value, string unit) => Reads(text, Unit.Mile, value, unit);

    [Theory]
    [InlineData(null, "is missing")]
    [InlineData("   ", "is missing")]
    [InlineData("lots", "is not a number")]
    [InlineData("NaN", "is not a number")]
    [InlineData("Infinity km", "is not a number")]
    [InlineData("1e9", "unit that is not known")]
    [InlineData("0x10", "unit that is not known")]
    [InlineData("12.3.4", "is not a number")]
    [InlineData("1,23,4", "is not a number")]
    [InlineData("-5", "less than nothing")]
    [InlineData("-5 km", "less than nothing")]
    [InlineData("12 furlongs", "unit that is not known")]
    [InlineData("12 h", "a distance is wanted")]
    [InlineData("12 nm", "a distance is wanted")]
    [InlineData("99999999999", "more than can be meant")]
    [InlineData("12345678901234567890123456789012345 km", "more than can be meant")]
    [InlineData("1234567890123456789012345678901234567890123 km", "too long")]
    public void What_cannot_be_meant_is_refused_in_words(string? text, string words)
    {
        var read = QuantityText.Read(text, Unit.Mile, 2_000_000_000m);
        read.IsRefused.ShouldBeTrue();
        read.Refusal!.ShouldContain(words);
    }

    [Fact]
    public void A_quantity_written_down_reads_back_the_same() =>
        Gen.Select(Gen.Decimal[0, 100_000].Select(value => Math.Round(value, 3)), Gen.Int[0, Unit.All.Length - 1])
            .Sample(
                (value, at) =>
                {
                    var quantity = new Quantity(value, Unit.All[at]);
                    var read = QuantityText.Read(quantity.ToString(), Unit.BaseOf(quantity.Unit.Dimension), decimal.MaxValue / 1e9m);
                    return !read.IsRefused && read.Value == quantity;
                }
            );

    [Fact]
    public void Nothing_typed_ever_throws() =>
        Gen.String.Sample(text =>
        {
            var read = QuantityText.Read(text, Unit.Litre, 200);
            return read.IsRefused ? read.Refusal!.Length > 0 : read.Value.InBase is >= 0 and <= 200;
        });

    [Theory]
    [InlineData("19.80", 19.80)]
    [InlineData("19,80", 19.80)]
    [InlineData(" 7 ", 7)]
    [InlineData("0.005", 0.01)]
    public void Money_is_read_with_point_or_comma(string text, double amount) => Money.Read(text).Value.Amount.ShouldBe((decimal)amount);

    [Theory]
    [InlineData("", "is missing")]
    [InlineData("free", "is not an amount")]
    [InlineData("-3", "less than nothing")]
    [InlineData("1e5", "is not an amount")]
    [InlineData("1000001", "more than can be meant")]
    public void Money_that_cannot_be_meant_is_refused(string text, string words) => Money.Read(text).Refusal!.ShouldContain(words);

    private static void Reads(string text, Unit bare, double value, string unit)
    {
        var read = QuantityText.Read(text, bare, 1e12m);
        read.Refusal.ShouldBeNull();
        read.Value.ShouldBe(new Quantity((decimal)value, Unit.Find(unit)!));
    }
}
