using CsCheck;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Meters;

public class UsageForecastTests
{
    private static readonly LocalDate Start = new(2024, 1, 1);

    [Fact]
    public void Even_use_is_forecast_as_it_was()
    {
        var forecast = Of(Enumerable.Range(0, 40).Select(week => (week * 7, 1_000m + week * 70)))!;
        MeterAmount.Of(MeterKind.Odometer, (decimal)forecast.PerWeek).In(Unit.Mile).Value.ShouldBe(70, 0.01m);
        var band = forecast.Reaches(Given.Miles(700))!;
        band.Likely.ShouldBeInRange(Start.PlusDays(39 * 7 + 65), Start.PlusDays(39 * 7 + 71));
        band.Early.ShouldBeLessThanOrEqualTo(band.Likely);
        band.Late.ShouldBeGreaterThanOrEqualTo(band.Likely);
    }

    [Fact]
    public void Newer_readings_count_more()
    {
        var slow = Enumerable.Range(0, 52).Select(week => (week * 7, week * 10m));
        var fast = Enumerable.Range(1, 52).Select(week => ((51 + week) * 7, 510m + week * 100));
        var forecast = Of(slow.Concat(fast))!;
        MeterAmount.Of(MeterKind.Odometer, (decimal)forecast.PerWeek).In(Unit.Mile).Value.ShouldBeGreaterThan(70);
    }

    [Fact]
    public void Scatter_widens_the_band()
    {
        var even = Of(Enumerable.Range(0, 60).Select(week => (week * 7, week * 60m)))!.Reaches(Given.Miles(900))!;
        var lumpy = Of(Enumerable.Range(0, 60).Select(week => (week * 7, week / 6 * 360m)))!.Reaches(Given.Miles(900))!;
        Width(lumpy).ShouldBeGreaterThan(Width(even));
    }

    [Fact]
    public void A_lay_up_in_the_past_is_not_taken_for_slow_riding()
    {
        var book = new LedgerBuilder();
        for (var week = 0; week <= 20; week++)
            book.Reading(Start.PlusDays(week * 7), Given.Miles(week * 50));
        book.Write(Start.PlusDays(140), new LaidUp());
        book.Write(Start.PlusDays(300), new WokenUp());
        for (var week = 0; week <= 10; week++)
            book.Reading(Start.PlusDays(300 + week * 7), Given.Miles(1_000 + week * 50));
        var forecast = UsageForecast.Of(MeterHistory.Of(book.Ledger, MeterKind.Odometer), null, RidingTime.Of(book.Ledger))!;
        MeterAmount.Of(MeterKind.Odometer, (decimal)forecast.PerWeek).In(Unit.Mile).Value.ShouldBe(50, 0.5m);
    }

    [Fact]
    public void A_bike_that_is_laid_up_has_no_date_by_use()
    {
        var book = new LedgerBuilder();
        for (var week = 0; week <= 20; week++)
            book.Reading(Start.PlusDays(week * 7), Given.Miles(week * 50));
        book.Write(Start.PlusDays(150), new LaidUp());
        UsageForecast
            .Of(MeterHistory.Of(book.Ledger, MeterKind.Odometer), null, RidingTime.Of(book.Ledger))!
            .Reaches(Given.Miles(500))
            .ShouldBeNull();
    }

    [Fact]
    public void No_use_at_all_gives_no_date()
    {
        var still = Of([(0, 1_000), (90, 1_000), (180, 1_000)])!;
        still.PerWeek.ShouldBe(0);
        still.Reaches(Given.Miles(10)).ShouldBeNull();
    }

    // v' = v (1 + T/n) + (drift m)^2 T, as the notes have it: how little is known of the mean widens the band.
    [Theory]
    [InlineData(10, 9_500)]
    [InlineData(100, 5_000)]
    public void The_band_is_that_of_the_first_passage_with_our_ignorance_in_it(double effectiveWeeks, double variance)
    {
        var from = new LocalDate(2026, 1, 5);
        var forecast = new UsageForecast(
            MeterKind.HourMeter,
            from,
            100,
            2_500,
            effectiveWeeks,
            0.1,
            SeasonFactor.Of([], RidingTime.Always),
            RidingTime.Always,
            null,
            20,
            false
        );
        var law = new InverseGaussian(20, 2_000 * 2_000 / variance);
        LocalDate Day(double chance) => from.PlusDays((int)Math.Ceiling(law.Quantile(chance) * 7));
        forecast.Reaches(MeterAmount.Of(MeterKind.HourMeter, 2_000)).ShouldBe(new DueBand(Day(0.1), Day(0.5), Day(0.9)));
    }

    [Fact]
    public void One_reading_says_nothing_and_the_owners_word_stands_in()
    {
        Of([(0, 1_000)]).ShouldBeNull();
        Of([(0, 1_000), (3, 1_400)]).ShouldBeNull();
        var stated = Of([(0, 1_000)], Given.Miles(3652.5m))!;
        (stated.Readings, stated.Stated).ShouldBe((0, true));
        MeterAmount.Of(MeterKind.Odometer, (decimal)stated.PerWeek).In(Unit.Mile).Value.ShouldBe(70, 0.01m);
        Of([(0, 1_000)], Given.Hours(40)).ShouldBeNull();
    }

    [Fact]
    public void The_owners_word_outweighs_a_thin_history_and_fades_as_it_grows()
    {
        // Even weeks at 10 against a word of 70 a week: after four the word counts five times as much, after half a year a quarter as much.
        decimal PerWeek(int weeks) =>
            MeterAmount
                .Of(
                    MeterKind.Odometer,
                    (decimal)Of(Enumerable.Range(0, weeks + 1).Select(week => (week * 7, week * 10m)), Given.Miles(3652.5m))!.PerWeek
                )
                .In(Unit.Mile)
                .Value;
        PerWeek(4).ShouldBeInRange(59, 63);
        PerWeek(12).ShouldBeInRange(43, 49);
        PerWeek(26).ShouldBeInRange(24, 34);
        Enumerable
            .Range(3, 45)
            .Select(PerWeek)
            .Zip(Enumerable.Range(4, 45).Select(PerWeek))
            .ShouldAllBe(pair => pair.Second <= pair.First + 0.01m);
        Of(Enumerable.Range(0, 60).Select(week => (week * 7, week * 10m)), Given.Miles(3652.5m))!.Stated.ShouldBeFalse();
    }

    [Fact]
    public void A_season_is_found_where_there_is_one_and_not_claimed_under_a_year()
    {
        decimal Summer(int week) => 100 + 80 * (decimal)Math.Cos(2 * Math.PI * (week * 7 - 200) / 365.25);
        var shown = 0m;
        var years = Enumerable.Range(0, 130).Select(week => (week * 7, shown += Summer(week))).ToList();
        var forecast = Of(years)!;
        forecast.Season.Known.ShouldBeTrue();
        forecast.Season.Swing.ShouldBe(0.8, 0.08);
        Of(years.Take(40))!.Season.Known.ShouldBeFalse();
        // Counted from June the same amount is sooner used than counted from December.
        var (june, december) = (forecast with { From = new(2026, 6, 1) }, forecast with { From = new(2026, 11, 15) });
        Period
            .DaysBetween(june.From, june.Reaches(Given.Miles(600))!.Likely)
            .ShouldBeLessThan(Period.DaysBetween(december.From, december.Reaches(Given.Miles(600))!.Likely));
    }

    // Property: more to use up is never used up sooner, and early, likely and late keep their order.
    [Fact]
    public void The_band_is_in_order_and_grows_with_the_amount() =>
        Gen.Select(Gen.Int[0, 90].Array[6, 60], Gen.Int[1, 3_000], Gen.Int[0, 3_000])
            .Sample(
                (weeks, amount, more) =>
                {
                    var shown = 0m;
                    if (Of(weeks.Select((miles, week) => (week * 7, shown += miles))) is not { PerWeek: > 0 } forecast)
                        return true;
                    var (small, large) = (forecast.Reaches(Given.Miles(amount)), forecast.Reaches(Given.Miles(amount + more)));
                    return small is null
                        || (
                            small.Early <= small.Likely
                            && small.Likely <= small.Late
                            && (large is null || (large.Early >= small.Early && large.Likely >= small.Likely))
                        );
                },
                iter: 300
            );

    // Property: splitting a lay-out of readings into more readings of the same even use changes nothing much.
    [Fact]
    public void The_same_day_twice_is_one_reading()
    {
        var book = new LedgerBuilder();
        for (var week = 0; week <= 20; week++)
            book.Reading(Start.PlusDays(week * 7), Given.Miles(week * 50)).Reading(Start.PlusDays(week * 7), Given.Miles(week * 50));
        var forecast = UsageForecast.Of(MeterHistory.Of(book.Ledger, MeterKind.Odometer), null, RidingTime.Always)!;
        MeterAmount.Of(MeterKind.Odometer, (decimal)forecast.PerWeek).In(Unit.Mile).Value.ShouldBe(50, 0.01m);
    }

    private static int Width(DueBand band) => Period.DaysBetween(band.Early, band.Late);

    private static UsageForecast? Of(IEnumerable<(int Day, decimal Miles)> readings, MeterAmount? stated = null)
    {
        var book = new LedgerBuilder();
        foreach (var (day, miles) in readings)
            book.Reading(Start.PlusDays(day), Given.Miles(miles));
        return UsageForecast.Of(MeterHistory.Of(book.Ledger, MeterKind.Odometer), stated, RidingTime.Always);
    }
}
