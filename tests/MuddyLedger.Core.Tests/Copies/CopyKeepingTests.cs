using MuddyLedger.Core.Copies;
using NodaTime;

namespace MuddyLedger.Core.Tests.Copies;

/// <summary>Seven days, four weeks, twelve months: house values, held by walking through three years day by day.</summary>
public class CopyKeepingTests
{
    [Fact]
    public void Day_after_day_for_three_years_what_was_promised_is_there()
    {
        var start = new LocalDate(2024, 1, 1);
        var made = new HashSet<LocalDateTime>();
        for (var day = 0; day < 1_100; day++)
        {
            var today = start.PlusDays(day);
            made.Add(today.At(new LocalTime(9, 5)));
            made = [.. CopyKeeping.Keep(made, today)];
            if (day < 400)
                continue;
            for (var ago = 0; ago < 7; ago++)
                made.Any(one => one.Date == today.PlusDays(-ago)).ShouldBeTrue($"{today}, {ago} days ago");
            for (var week = 0; week < 4; week++)
            {
                var monday = today.PlusDays(1 - (int)today.DayOfWeek - 7 * week);
                made.Any(one => one.Date >= monday && one.Date < monday.PlusDays(7)).ShouldBeTrue($"{today}, the week of {monday}");
            }

            for (var month = 0; month < 12; month++)
            {
                var of = today.ToYearMonth().PlusMonths(-month);
                made.Any(one => one.Date.ToYearMonth() == of).ShouldBeTrue($"{today}, {of}");
            }

            made.Count.ShouldBeLessThanOrEqualTo(CopyKeeping.Days + CopyKeeping.Weeks + CopyKeeping.Months);
        }
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void The_newest_of_each_and_none_but_those_stay_against_brute_force(int seed)
    {
        var random = new Random(seed);
        var today = new LocalDate(2026, 4, 18);
        for (var round = 0; round < 300; round++)
        {
            var made = Enumerable
                .Range(0, random.Next(1, 40))
                .Select(_ => today.PlusDays(-random.Next(0, 500)).At(LocalTime.FromMinutesSinceMidnight(random.Next(1440))))
                .Distinct()
                .ToList();
            var kept = CopyKeeping.Keep(made, today);
            kept.ShouldContain(made.Max());
            foreach (var one in made)
            {
                bool NewestOf(Func<LocalDateTime, bool> same) => made.Where(same).Max() == one;
                var monday = one.Date.PlusDays(1 - (int)one.DayOfWeek);
                var thisMonday = today.PlusDays(1 - (int)today.DayOfWeek);
                var wanted =
                    one == made.Max()
                    || one.Date >= today
                    || (today.PlusDays(-7) < one.Date && NewestOf(other => other.Date == one.Date))
                    || (monday > thisMonday.PlusDays(-28) && NewestOf(other => other.Date.PlusDays(1 - (int)other.DayOfWeek) == monday))
                    || (
                        one.Date.ToYearMonth().PlusMonths(12).CompareTo(today.ToYearMonth()) > 0
                        && NewestOf(other => other.Date.ToYearMonth() == one.Date.ToYearMonth())
                    );
                kept.Contains(one).ShouldBe(wanted, $"{one} among {string.Join(", ", made.Order())}");
            }
        }
    }

    [Fact]
    public void A_clock_that_was_set_back_throws_nothing_away()
    {
        var later = new LocalDate(2026, 4, 18).At(LocalTime.Noon);
        CopyKeeping.Keep([later, later.PlusDays(-1)], new LocalDate(2020, 1, 1)).Count.ShouldBe(2);
    }
}
