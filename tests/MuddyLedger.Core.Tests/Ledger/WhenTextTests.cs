using MuddyLedger.Core.Ledger;
using NodaTime;
using NodaTime.Text;

namespace MuddyLedger.Core.Tests.Ledger;

public class WhenTextTests
{
    [Theory]
    [InlineData("2024", "2024-01-01", "2024-12-31")]
    [InlineData(" 2026 ", "2026-01-01", "2026-04-18")]
    [InlineData("May 2024", "2024-05-01", "2024-05-31")]
    [InlineData("sept 19", "2019-09-01", "2019-09-30")]
    [InlineData("feb 2024", "2024-02-01", "2024-02-29")]
    [InlineData("5/2024", "2024-05-01", "2024-05-31")]
    [InlineData("05.2024", "2024-05-01", "2024-05-31")]
    [InlineData("2024-5", "2024-05-01", "2024-05-31")]
    [InlineData("2024-05-03", "2024-05-03", "2024-05-03")]
    [InlineData("3.5.2024", "2024-05-03", "2024-05-03")]
    [InlineData("3.5.24", "2024-05-03", "2024-05-03")]
    [InlineData("13/5/2024", "2024-05-13", "2024-05-13")]
    [InlineData("5/13/2024", "2024-05-13", "2024-05-13")]
    [InlineData("5/5/2024", "2024-05-05", "2024-05-05")]
    [InlineData("3 May 2024", "2024-05-03", "2024-05-03")]
    [InlineData("29 feb 1996", "1996-02-29", "1996-02-29")]
    [InlineData("yesterday", "2026-04-17", "2026-04-17")]
    [InlineData("last year", "2025-01-01", "2025-12-31")]
    [InlineData("2 years ago", "2023-10-18", "2024-10-18")]
    [InlineData("1 week ago", "2026-04-08", "2026-04-14")]
    [InlineData("1/91", null, null)]
    public void What_people_write_is_the_days_it_can_have_been(string text, string? earliest, string? latest)
    {
        var read = WhenText.Read(text, Given.Today);
        if (earliest is null)
        {
            read.Refusal.ShouldNotBeNull();
            return;
        }

        read.Refusal.ShouldBeNull();
        read.Value!.Earliest.ShouldBe(LocalDatePattern.Iso.Parse(earliest).Value);
        read.Value.Latest.ShouldBe(LocalDatePattern.Iso.Parse(latest!).Value);
    }

    [Theory]
    [InlineData("", "missing")]
    [InlineData("long ago", "no day")]
    [InlineData("3/5/2024", "2024-05-03 or 2024-03-05")]
    [InlineData("31.2.2024", "a day that there is not")]
    [InlineData("29 feb 2023", "a day that there is not")]
    [InlineData("13/2024", "a month that there is not")]
    [InlineData("2027", "in the future")]
    [InlineData("0812", "before 1900")]
    [InlineData("400 years ago", "longer ago")]
    public void What_cannot_be_told_is_asked_about_in_words(string text, string words) =>
        WhenText.Read(text, Given.Today).Refusal!.ShouldContain(words);

    [Fact]
    public void No_text_whatever_ends_in_anything_but_an_answer_or_words()
    {
        var random = new Random(7);
        const string Letters = "0123456789./- abcdefghijklmnopqrstuvwxyzäß,";
        for (var round = 0; round < 20_000; round++)
        {
            var text = new string([.. Enumerable.Range(0, random.Next(14)).Select(_ => Letters[random.Next(Letters.Length)])]);
            var read = WhenText.Read(text, Given.Today);
            if (read.Refusal is null)
            {
                read.Value!.Earliest.ShouldBeLessThanOrEqualTo(read.Value.Latest, text);
                read.Value.Latest.ShouldBeLessThanOrEqualTo(Given.Today, text);
            }
        }
    }
}
