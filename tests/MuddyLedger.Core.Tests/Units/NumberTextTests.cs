using System.Globalization;
using CsCheck;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Units;

/// <summary>
/// Numbers as they are written in four countries. The marks of each: Unicode CLDR, common/main, symbols of decimal and group, from memory:
/// en 1,234.5; de 1.234,5; fr 1 234,5 (narrow no-break space); de-CH 1’234.5.
/// </summary>
public class NumberTextTests
{
    private static readonly (string Country, NumberMarks Marks, NumberFormatInfo Format)[] Countries =
    [
        ("en", NumberMarks.Point, Of(".", ",")),
        ("de", NumberMarks.Comma, Of(",", ".")),
        ("fr", NumberMarks.Comma, Of(",", "\u202F")),
        ("de-CH", NumberMarks.Point, Of(".", "\u2019")),
    ];

    private static NumberFormatInfo Of(string point, string group) =>
        new()
        {
            NumberDecimalSeparator = point,
            NumberGroupSeparator = group,
            NumberGroupSizes = [3],
        };

    // Property: an amount written as its country writes it, grouped or not, is read as that amount, over two decimals.
    [Fact]
    public void What_a_country_writes_is_read_there_as_it_is_meant() =>
        Gen.Select(Gen.Int[0, 99_999_999], Gen.Int[0, Countries.Length - 1], Gen.Int[0, 2], Gen.Bool)
            .Sample(
                (cents, at, decimals, grouped) =>
                {
                    var (country, marks, format) = Countries[at];
                    var amount = Math.Round(cents / 100m, decimals);
                    var text = amount.ToString((grouped ? "N" : "F") + decimals, format);
                    foreach (var coarse in new[] { true, false })
                        Read(text, marks, coarse).ShouldBe(amount, $"{country}: {text}");
                },
                iter: 4_000
            );

    // Property: what stands in a field to be changed is read back as the same number by every reader, untouched, whatever its digits.
    [Fact]
    public void What_a_field_is_filled_with_reads_back_the_same_everywhere() =>
        Gen.Select(Gen.Int[0, 9_999_999], Gen.Int[0, 5], Gen.Enum<NumberMarks>(), Gen.Bool)
            .Sample(
                (digits, decimals, marks, coarse) =>
                {
                    var value = digits / (decimal)Math.Pow(10, decimals);
                    Read(NumberText.Editable(value), marks, coarse).ShouldBe(value, NumberText.Editable(value));
                },
                iter: 4_000
            );

    [Theory]
    [InlineData("2.600", NumberMarks.Point, false, 2.6)]
    [InlineData("2.600", NumberMarks.Comma, false, 2600)]
    [InlineData("2,600", NumberMarks.Point, false, 2600)]
    [InlineData("2,600", NumberMarks.Comma, false, 2.6)]
    [InlineData("2,600", NumberMarks.Unknown, true, 2600)]
    [InlineData("2.600", NumberMarks.Unknown, true, 2.6)]
    [InlineData("0,125", NumberMarks.Point, false, 0.125)]
    [InlineData("1.234.567,5", NumberMarks.Point, true, 1234567.5)]
    [InlineData("1,234,567.5", NumberMarks.Comma, true, 1234567.5)]
    [InlineData("61 400", NumberMarks.Unknown, true, 61400)]
    [InlineData("61'400", NumberMarks.Comma, true, 61400)]
    public void Marks_are_read_by_where_the_reader_lives(string text, NumberMarks marks, bool coarse, double value) =>
        Read(text, marks, coarse).ShouldBe((decimal)value);

    // A distance or an amount with three digits behind what would be its decimal mark is one of two things: it is asked, never guessed.
    [Theory]
    [InlineData("23.588", NumberMarks.Point)]
    [InlineData("23,588", NumberMarks.Comma)]
    [InlineData("2.500", NumberMarks.Point)]
    public void What_can_be_two_numbers_is_asked_about(string text, NumberMarks marks)
    {
        var read = NumberText.Read(text, marks, coarse: true);
        read.IsRefused.ShouldBeTrue();
        read.Refusal!.ShouldContain("can be read as");
        Money.Read(text, marks).Refusal!.ShouldContain("can be read as");
    }

    [Theory]
    [InlineData("1,23,4")]
    [InlineData("1.234.56")]
    [InlineData("12 34")]
    [InlineData("5.")]
    [InlineData("1,2.3,4")]
    [InlineData("")]
    public void What_is_no_number_is_refused(string text) => NumberText.Read(text, NumberMarks.Point, false).IsRefused.ShouldBeTrue();

    [Theory]
    [InlineData("19.80", 19.80)]
    [InlineData("19,80", 19.80)]
    [InlineData("€ 1.234,50", 1234.50)]
    [InlineData("£2,500.00", 2500)]
    [InlineData("EUR 40", 40)]
    [InlineData("1 250,00 EUR", 1250)]
    public void Money_is_read_with_its_sign_and_any_marks(string text, double amount) =>
        Money.Read(text, NumberMarks.Unknown).Value.Amount.ShouldBe((decimal)amount);

    [Theory]
    [InlineData("80", 80)]
    [InlineData("80 min", 80)]
    [InlineData("1 h 20", 80)]
    [InlineData("1:20", 80)]
    [InlineData("1.5 h", 90)]
    [InlineData("1,5 h", 90)]
    [InlineData("2 hours", 120)]
    [InlineData("0", 0)]
    public void A_time_on_the_bench_is_read_as_it_is_said(string text, int minutes) =>
        MinutesText.Read(text, NumberMarks.Unknown, 10_000).Value.ShouldBe(minutes);

    [Theory]
    [InlineData("1 h 75")]
    [InlineData("1.5 h 20")]
    [InlineData("soon")]
    [InlineData("90.5")]
    [InlineData("999999")]
    [InlineData("")]
    public void A_time_that_is_none_is_refused(string text) => MinutesText.Read(text, NumberMarks.Unknown, 10_000).IsRefused.ShouldBeTrue();

    private static decimal Read(string text, NumberMarks marks, bool coarse)
    {
        var read = NumberText.Read(text, marks, coarse);
        read.Refusal.ShouldBeNull(text);
        return read.Value;
    }
}
