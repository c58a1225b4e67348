using CsCheck;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.Core.Tests.Meters;

public class RidingTimeTests
{
    private static readonly LocalDate Start = new(2025, 1, 1);

    [Fact]
    public void A_lay_up_is_left_out_and_an_open_one_lasts()
    {
        var book = new LedgerBuilder();
        book.Write(Start.PlusDays(70), new LaidUp("winter"));
        book.Write(Start.PlusDays(140), new WokenUp());
        var time = RidingTime.Of(book.Ledger);
        time.Weeks(Start, Start.PlusDays(210)).ShouldBe(20);
        time.StandsStill.ShouldBeFalse();
        book.Write(Start.PlusDays(200), new LaidUp());
        RidingTime.Of(book.Ledger).Weeks(Start, Start.PlusDays(400)).ShouldBe(130 / 7.0, 1e-9);
        RidingTime.Of(book.Ledger).StandsStill.ShouldBeTrue();
    }

    // Property, by brute force over the days.
    [Fact]
    public void Riding_weeks_are_the_days_outside_all_rests() =>
        Gen.Select(Gen.Int[0, 60].Array[0, 8], Gen.Int[0, 200], Gen.Int[0, 200])
            .Sample(
                (gaps, first, length) =>
                {
                    var (rests, at) = (new List<Rest>(), Start);
                    for (var rest = 0; rest + 1 < gaps.Length; rest += 2)
                    {
                        var from = at.PlusDays(gaps[rest]);
                        at = from.PlusDays(gaps[rest + 1]);
                        rests.Add(new(from, at));
                    }

                    var (begin, end) = (Start.PlusDays(first), Start.PlusDays(first + length));
                    var days = Enumerable
                        .Range(0, length)
                        .Select(begin.PlusDays)
                        .Count(day => rests.All(rest => day < rest.From || day >= rest.To));
                    return Math.Abs(new RidingTime([.. rests]).Weeks(begin, end) - days / 7.0) < 1e-9;
                }
            );
}
