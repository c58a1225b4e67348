using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Meters;

public class UsageRateTests
{
    private static readonly LocalDate Start = new(2025, 1, 1);

    [Fact]
    public void The_rate_is_what_was_done_over_the_days_it_took()
    {
        var rate = Of([(0, 1_000), (30, 1_300), (60, 1_600)])!;
        rate.PerDay.In(Unit.Mile).Value.ShouldBe(10m, 0.0001m);
        (rate.From, rate.To, rate.Readings).ShouldBe((Start, Start.PlusDays(60), 3));
    }

    [Fact]
    public void Only_the_last_year_counts_and_the_increment_that_straddles_its_start_counts_whole()
    {
        var rate = Of([(0, 0), (100, 5_000), (300, 5_200), (500, 5_400)])!;
        rate.From.ShouldBe(Start.PlusDays(100));
        rate.PerDay.In(Unit.Mile).Value.ShouldBe(1m, 0.0001m);
    }

    [Fact]
    public void Readings_too_close_together_say_nothing() => Of([(0, 1_000), (3, 1_400)]).ShouldBeNull();

    [Fact]
    public void One_reading_says_nothing() => Of([(0, 1_000)]).ShouldBeNull();

    [Fact]
    public void The_owners_word_stands_in_until_the_readings_speak()
    {
        var stated = Of([(0, 1_000)], Given.Miles(3652.5m))!;
        stated.Readings.ShouldBe(0);
        stated.PerDay.In(Unit.Mile).Value.ShouldBe(10m, 0.0001m);
        Of([(0, 1_000), (100, 1_100)], Given.Miles(3652.5m))!.PerDay.In(Unit.Mile).Value.ShouldBe(1m, 0.0001m);
    }

    [Fact]
    public void The_owners_word_about_hours_says_nothing_of_miles() => Of([(0, 1_000)], Given.Hours(40)).ShouldBeNull();

    [Fact]
    public void A_bike_that_stands_still_has_a_rate_of_nothing() => Of([(0, 1_000), (90, 1_000)])!.PerDay.InBase.ShouldBe(0);

    private static UsageRate? Of((int Day, decimal Miles)[] readings, MeterAmount? stated = null)
    {
        var book = new LedgerBuilder();
        foreach (var (day, miles) in readings) book.Reading(Start.PlusDays(day), Given.Miles(miles));
        return UsageRate.Of(MeterHistory.Of(book.Ledger, MeterKind.Odometer), stated);
    }
}
