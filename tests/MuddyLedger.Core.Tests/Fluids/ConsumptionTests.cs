using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Fluids;

public class ConsumptionTests
{
    private static readonly LocalDate Start = new(2025, 1, 1);

    [Fact]
    public void What_was_topped_up_between_two_full_marks_is_what_was_used()
    {
        var used = Of((0, null, 0), (1000, 0.3m, 0), (3000, 0.4m, 0));
        used.Spells.Select(spell => spell.Used.Litres).ShouldBe([0.3m, 0.4m]);
        used.Spells.Select(spell => spell.Rate).ShouldBe([0.3m, 0.2m]);
        used.Rate!.Value.ShouldBe(0.7m / 3, 0.0001m);
        used.Verdict.ShouldBe(ConsumptionVerdict.Ordinary);
    }

    [Fact]
    public void A_measured_shortfall_counts_like_a_top_up()
    {
        var used = Of((0, null, 0.1m), (1000, null, 0.4m)); // 0.1 L short of full, then 0.4 L short: 0.3 L gone
        used.Spells.ShouldHaveSingleItem().Used.Litres.ShouldBe(0.3m);
    }

    // House thresholds: warn at 0.5 L per 1,000 km; a rising trend warns earlier.
    [Theory]
    [InlineData(0.2, 0.2, 0.2, ConsumptionVerdict.Ordinary)]
    [InlineData(0.1, 0.2, 0.3, ConsumptionVerdict.Rising)]
    [InlineData(0.02, 0.04, 0.06, ConsumptionVerdict.Ordinary)] // rising, and still nothing
    [InlineData(0.05, 0.1, 0.24, ConsumptionVerdict.Ordinary)] // just under half of the threshold: still nothing
    [InlineData(0.05, 0.1, 0.25, ConsumptionVerdict.Rising)] // half of it
    [InlineData(0.3, 0.2, 0.3, ConsumptionVerdict.Ordinary)]
    [InlineData(0.1, 0.1, 0.5, ConsumptionVerdict.TooMuch)]
    public void It_warns_at_the_threshold_and_of_a_rising_trend_before(
        double first,
        double second,
        double third,
        ConsumptionVerdict verdict
    ) => Of((0, null, 0), (1000, (decimal)first, 0), (2000, (decimal)second, 0), (3000, (decimal)third, 0)).Verdict.ShouldBe(verdict);

    [Fact]
    public void A_change_of_oil_begins_anew_and_a_level_that_says_no_amount_says_nothing()
    {
        var book = Book();
        Look(book, 0, 0, level: Level.AtMaximum);
        book.Write(Day(500), new FluidToppedUp(ReservoirId.Engine, Given.Litres(0.4m), "oil"));
        book.Write(Day(600), new FluidDrained(ReservoirId.Engine, Given.Litres(2), DrainReading.NotRead));
        book.Write(Day(600), new FluidFilled(ReservoirId.Engine, Given.Litres(2.6m), "oil"));
        Look(book, 1000, 0, level: Level.AtMaximum);
        Look(book, 2000, 0, level: Level.Between);
        Consumed(book).Verdict.ShouldBe(ConsumptionVerdict.NotKnown);
    }

    // An engine that is topped up every few miles is the one that burns most: none of its oil may go uncounted.
    [Fact]
    public void Looks_too_close_for_a_rate_are_counted_together()
    {
        var used = Of([.. Enumerable.Range(0, 9).Select(look => (look * 80, look == 0 ? (decimal?)null : 0.08m, 0m))]);
        used.Rate!.Value.ShouldBe(1);
        used.Verdict.ShouldBe(ConsumptionVerdict.TooMuch);
    }

    [Fact]
    public void What_a_day_took_from_the_look_in_the_morning_to_the_one_in_the_evening_is_counted()
    {
        var book = Book();
        Look(book, 0, 0);
        Look(book, 1000, 0); // in the morning
        book.Write(Day(1000), new FluidToppedUp(ReservoirId.Engine, Given.Litres(0.6m), "oil"));
        Look(book, 1000, 0); // in the evening
        Look(book, 2000, 0);
        Consumed(book).Spells.Select(spell => spell.Used.Litres).ShouldBe([0, 0.6m]);
    }

    [Fact]
    public void What_the_filter_took_after_a_change_is_not_used()
    {
        var book = Book();
        book.Write(Day(0), new FluidFilled(ReservoirId.Engine, Given.Litres(2.6m), "oil"));
        foreach (var at in new[] { 0, 0, 50 })
        {
            book.Write(Day(at), new FluidToppedUp(ReservoirId.Engine, Given.Litres(0.2m), "oil"));
            Look(book, at, 0);
        }

        Look(book, 1000, 0.1m);
        Consumed(book).Spells.ShouldHaveSingleItem().Used.Litres.ShouldBe(0.1m);
    }

    // Simulation: an engine that burns at a steady rate, looked at whenever its rider thinks of it, comes out at that rate.
    [Fact]
    public void A_steady_engine_comes_out_at_its_own_rate() =>
        Gen.Select(Gen.Int[5, 60], Gen.Int[150, 1500].Array[2, 8])
            .Sample(
                (hundredths, ways) =>
                {
                    var rate = hundredths / 100m;
                    var at = 0;
                    var looks = new List<(int, decimal?, decimal)> { (0, null, 0) };
                    foreach (var way in ways)
                        looks.Add((at += way, Math.Round(rate * way / 1000, 4), 0));
                    Of([.. looks]).Rate!.Value.ShouldBe(rate, 0.002m);
                },
                iter: 60
            );

    [Fact]
    public void Fuel_is_worked_out_from_brim_to_brim_with_what_was_poured_in_between()
    {
        var book = Book();
        Fuel(book, 0, 10, brim: true);
        Fuel(book, 100, 3, brim: false);
        Fuel(book, 200, 7, brim: true);
        Fuel(book, 400, 10, brim: true);
        var economy = FuelEconomy.Of(book.Ledger, BikeMeters.Of(Given.Drumlin, book.Ledger))!;
        economy.Spells.Select(spell => Math.Round(spell.Rate, 3)).ShouldBe([5m, 5m]); // 3 + 7 over 200 km, 10 over 200 km
        var (shortest, likely, longest) = economy.Range(Given.Litres(16.5m));
        likely.In(Unit.Kilometre).Value.ShouldBe(330, 0.1m);
        // Two alike are no promise: a tank may be a tenth thirstier, or thriftier.
        shortest.In(Unit.Kilometre).Value.ShouldBe(300, 0.1m);
        longest.In(Unit.Kilometre).Value.ShouldBe(366.667m, 0.1m);
        economy.Dropped.ShouldBeFalse();
    }

    // A fuelling that was forgotten must not make the engine look thrifty: said, it begins anew; unsaid, what cannot be counts for nothing.
    [Fact]
    public void A_missed_fill_is_left_out_whether_it_was_said_or_is_seen()
    {
        FuelEconomy? Derived(Action<LedgerBuilder> last)
        {
            var book = Book();
            Fuel(book, 0, 10, brim: true);
            Fuel(book, 200, 10, brim: true);
            last(book);
            return FuelEconomy.Of(book.Ledger, BikeMeters.Of(Given.Drumlin, book.Ledger));
        }

        var said = Derived(book => book.Write(Day(1000), new FuelBought(Given.Litres(6), null, true) { MissedSome = true }))!;
        (said.Spells.Length, Math.Round(said.Likely, 3), said.LeftOut.Length).ShouldBe((1, 5m, 0));
        var seen = Derived(book => Fuel(book, 1000, 1.6m, brim: true))!;
        (seen.Spells.Length, Math.Round(seen.Likely, 3)).ShouldBe((1, 5m));
        Math.Round(seen.LeftOut.ShouldHaveSingleItem().Rate, 3).ShouldBe(0.2m, "0.2 L per 100 km is a fill that nobody wrote down");
    }

    // Simulation: a rider who notes the meter now and then, rides some days and not others, and fills to the brim without reading. What
    // lies between two readings can be anywhere; a spell is as long as it must be for that not to matter.
    [Fact]
    public void A_meter_that_was_not_read_at_the_pump_makes_a_tank_no_shorter_and_no_longer() =>
        Gen.Select(Gen.Int[0, 300].Array[200], Gen.Int[3, 30].Array[60], Gen.Int[2, 9].Array[60])
            .Sample(
                (ridden, fillEvery, readEvery) =>
                {
                    const decimal burns = 5m;
                    var fills = Marks(fillEvery);
                    var reads = Marks(readEvery);
                    var book = new LedgerBuilder();
                    var (shown, since) = (10_000, 0);
                    for (var day = 0; day < ridden.Length; day++)
                    {
                        shown += ridden[day] < 200 ? 0 : ridden[day];
                        since += ridden[day] < 200 ? 0 : ridden[day];
                        if (reads.Contains(day))
                            book.Reading(Start.PlusDays(day), MeterAmount.From(new Quantity(shown, Unit.Kilometre)));
                        if (!fills.Contains(day))
                            continue;
                        book.Write(Start.PlusDays(day), new FuelBought(Given.Litres(since * burns / 100), null, ToTheBrim: true));
                        since = 0;
                    }

                    var economy = FuelEconomy.Of(book.Ledger, BikeMeters.Of(Given.Drumlin, book.Ledger));
                    economy?.LeftOut.ShouldBeEmpty();
                    // Both ends at the far ends of what was not read come to 4.9 times the share that may be a guess.
                    foreach (var spell in economy?.Spells ?? [])
                        spell.Rate.ShouldBe(burns, burns / 4);
                },
                iter: 200
            );

    private static HashSet<int> Marks(int[] every) => [.. every.Select((_, at) => every[..(at + 1)].Sum())];

    [Fact]
    public void A_fill_at_a_meter_that_was_not_read_is_joined_to_the_next_that_was()
    {
        var book = new LedgerBuilder();
        foreach (var (day, km) in new[] { (0, 10_000), (300, 10_300), (1000, 10_320), (1300, 10_620) })
            book.Reading(Day(day), MeterAmount.From(new Quantity(km, Unit.Kilometre)));
        Fuel(book, 0, 8, brim: true);
        Fuel(book, 100, 13, brim: true); // the bike was ridden on one of these three days: nobody knows on which
        Fuel(book, 300, 2, brim: true);
        Fuel(book, 1300, 16, brim: true);
        Fuel(book, 1500, 12, brim: true); // nobody has read the meter since
        var economy = FuelEconomy.Of(book.Ledger, BikeMeters.Of(Given.Drumlin, book.Ledger))!;
        economy.Spells.Select(spell => (Math.Round(spell.Rate, 2), spell.Over.InBase)).ShouldBe([(5m, 300_000m), (5m, 320_000m)]);
        economy.LeftOut.ShouldBeEmpty();
    }

    // A day on tour: what the meter showed in the evening is not what it showed at noon.
    [Fact]
    public void Each_tank_of_a_day_goes_by_the_meter_that_was_read_with_it()
    {
        var book = new LedgerBuilder();
        book.WriteAt(Day(0), Odometer(10_000), new FuelBought(Given.Litres(12), null, true));
        var noon = book.WriteAt(Day(100), Odometer(10_200), new FuelBought(Given.Litres(9), null, true));
        book.WriteAt(Day(100), Odometer(10_380), new FuelBought(Given.Litres(9), null, true));
        book.WriteAt(Day(100), Odometer(10_600), new FuelBought(Given.Litres(11), null, true));
        book.WriteAt(Day(500), Odometer(10_800), new FuelBought(Given.Litres(10), null, true));
        Rates(book).ShouldBe([4.5m, 5, 5, 5]); // 9 over 200 km, 9 over 180, 11 over 220, 10 over 200
        // A volume that was misread keeps its reading.
        book.Correct(noon, new FuelBought(Given.Litres(10), null, true));
        Rates(book).ShouldBe([5m, 5, 5, 5]);
    }

    [Fact]
    public void Tanks_of_a_day_that_has_one_reading_are_one_and_a_day_read_only_in_part_is_joined_to_the_next()
    {
        var book = new LedgerBuilder();
        book.WriteAt(Day(0), Odometer(10_000), new FuelBought(Given.Litres(12), null, true));
        Fuel(book, 100, 10, brim: true);
        Fuel(book, 100, 10, brim: true);
        book.Reading(Day(100), Odometer(10_400)); // in the evening
        Rates(book).ShouldBe([5m]);
        book.WriteAt(Day(500), Odometer(10_600), new FuelBought(Given.Litres(10), null, true));
        Fuel(book, 500, 10, brim: true); // nobody knows where, and perhaps before the one above
        Rates(book).ShouldBe([5m]);
        book.WriteAt(Day(900), Odometer(11_000), new FuelBought(Given.Litres(10), null, true));
        Rates(book).ShouldBe([5m, 5]);
    }

    // Simulation: an engine that burns evenly, filled as often as its rider likes; the meter is read at every fill of a day, at its last
    // only, in the evening, or not at all.
    [Fact]
    public void However_often_a_day_it_is_filled_a_steady_engine_burns_what_it_burns() =>
        Gen.Select(Gen.Int[40, 260].Array[1, 4], Gen.Int[0, 3])
            .Array[2, 20]
            .Sample(
                days =>
                {
                    var book = new LedgerBuilder();
                    var (shown, on) = (10_000, 0);
                    foreach (var (legs, read) in days)
                    {
                        on += 100;
                        foreach (var (leg, at) in legs.Select((leg, at) => (leg, at)))
                        {
                            shown += leg;
                            var fuel = new FuelBought(Given.Litres(leg * 0.05m), null, true);
                            if (read == 2 || (read == 1 && at == legs.Length - 1))
                                book.WriteAt(Day(on), Odometer(shown), fuel);
                            else
                                book.Write(Day(on), fuel);
                        }

                        if (read == 3)
                            book.Reading(Day(on), Odometer(shown));
                    }

                    var rates = Rates(book);
                    // A guess between two readings may be off, as above; what was read is not.
                    var off = days.Any(day => day.Item2 == 0) ? 5m / 4 : 0.001m;
                    rates.ShouldAllBe(rate => Math.Abs(rate - 5) < off);
                    if (days.All(day => day.Item2 == 2))
                        rates.Length.ShouldBe(days.Sum(day => day.Item1.Length) - 1);
                },
                iter: 300
            );

    private static MeterAmount Odometer(int kilometres) => MeterAmount.From(new Quantity(kilometres, Unit.Kilometre));

    private static decimal[] Rates(LedgerBuilder book) =>
        [.. FuelEconomy.Of(book.Ledger, BikeMeters.Of(Given.Drumlin, book.Ledger))?.Spells.Select(spell => spell.Rate) ?? []];

    [Fact]
    public void A_thirsty_tank_is_called_out_and_the_band_holds_the_middle()
    {
        var book = Book();
        var km = 0;
        foreach (var litres in new[] { 10m, 10, 9.6m, 10.3m, 10.1m, 12.5m })
            Fuel(book, km += 200, litres, brim: true);
        var economy = FuelEconomy.Of(book.Ledger, BikeMeters.Of(Given.Drumlin, book.Ledger))!;
        economy.Dropped.ShouldBeTrue();
        economy.Low.ShouldBeLessThan(economy.Likely);
        var (shortest, likely, longest) = economy.Range(Given.Litres(17));
        (shortest < likely && likely < longest).ShouldBeTrue();
        FuelEconomy.Of(Book().Ledger, BikeMeters.Of(Given.Drumlin, Book().Ledger)).ShouldBeNull();
    }

    [Fact]
    public void A_bike_that_counts_only_hours_burns_by_the_hour()
    {
        var book = new LedgerBuilder();
        foreach (var (day, hours) in new[] { (0, 10m), (1000, 12m), (2000, 14m), (2100, 14.2m) })
            book.Reading(Day(day), Given.Hours(hours));
        Fuel(book, 0, 6, brim: true);
        Fuel(book, 1000, 5, brim: true);
        Fuel(book, 2000, 7, brim: true);
        Fuel(book, 2100, 3, brim: true); // after twelve minutes the brim says more than the engine
        var economy = FuelEconomy.Of(book.Ledger, BikeMeters.Of(Given.Scree, book.Ledger))!;
        economy.Spells.Select(spell => spell.Rate).ShouldBe([2.5m, 3.5m]); // 5 L and 7 L over two hours each
        (economy.By, economy.Likely).ShouldBe((MeterKind.HourMeter, 3m));
        economy.Range(Given.Litres(7.5m)).Likely.ShouldBe(Given.Hours(2.5m));
    }

    [Fact]
    public void A_reservoir_comes_through_its_stages_and_falls_back()
    {
        var book = Book();
        ReservoirStatus Now() => ReservoirStatuses.Of(ReservoirId.Engine, book.Ledger);
        Now().ShouldBe(ReservoirStatus.Unknown);
        book.Write(Day(1), new FluidDrained(ReservoirId.Engine, null, DrainReading.NotRead));
        Now().ShouldBe(ReservoirStatus.Empty);
        book.Write(Day(2), new FluidFilled(ReservoirId.Engine, Given.Litres(2), "cheap", Temporary: true));
        Now().ShouldBe(ReservoirStatus.FlushFill);
        book.Write(Day(3), new FluidFilled(ReservoirId.Engine, Given.Litres(2), "10W-40"));
        Now().ShouldBe(ReservoirStatus.Filled);
        book.Write(Day(4), new LeakLooked([]));
        Now().ShouldBe(ReservoirStatus.Filled, "a look before the level was checked proves nothing");
        book.Write(Day(5), new LevelSeen(ReservoirId.Engine, Level.AtMaximum));
        book.Write(Day(6), new LeakLooked([new(LeakPlace.Radiator, LeakGrade.Drip, LeakFluid.Coolant)]));
        Now().ShouldBe(ReservoirStatus.LeakChecked, "coolant is not its own");
        book.Write(Day(7), new LeakLooked([new(LeakPlace.DrainPlug, LeakGrade.Damp, LeakFluid.EngineOil)]));
        Now().ShouldBe(ReservoirStatus.LevelChecked);
        book.Write(Day(8), new LevelSeen(ReservoirId.Engine, Level.Below));
        Now().ShouldBe(ReservoirStatus.Filled);
    }

    // SAE J300, from memory: 10W may be cranked at -25 C, 15W at -20 C.
    [Fact]
    public void The_adviser_keeps_to_the_maker_and_the_heavier_school_turns_itself_off_in_the_cold()
    {
        var makers = OilAdvice.Of("10W-40, JASO MA2", "10W-40, JASO MA2", -9, 18, airCooled: false, heavierChosen: false);
        (makers.School, makers.CranksTo, makers.ColdEnough).ShouldBe((OilSchool.Makers, -25, true));
        OilAdvice.Of("20W-50", "20W-50", -18, 10, airCooled: true, heavierChosen: false).ColdEnough.ShouldBeFalse();
        var heat = OilAdvice.Of("10W-40, JASO MA2", null, 12, 36, airCooled: true, heavierChosen: true);
        (heat.School, heat.Grade).ShouldBe((OilSchool.HeavierInHeat, "15W-50, JASO MA2"));
        heat.Cost!.ShouldContain("-20 °C");
        var winter = OilAdvice.Of("10W-40, JASO MA2", null, 2, 15, airCooled: true, heavierChosen: true);
        winter.School.ShouldBe(OilSchool.Makers);
        winter.HeldBack.ShouldNotBeNull();
        OilAdvice.Heavier("SAE 30").ShouldBeNull();
    }

    private static LedgerBuilder Book()
    {
        var book = new LedgerBuilder();
        for (var day = 0; day <= 120; day++)
            book.Reading(Start.PlusDays(day), MeterAmount.From(new Quantity(10_000 + (day * 100), Unit.Kilometre)));
        return book;
    }

    /// <summary>A hundred kilometres a day: so much on the way is a day.</summary>
    private static LocalDate Day(int kilometres) => Start.PlusDays(kilometres / 100);

    private static Consumption Consumed(LedgerBuilder book) =>
        Consumption.Of(ReservoirId.Engine, book.Ledger, BikeMeters.Of(Given.Drumlin, book.Ledger));

    private static void Look(LedgerBuilder book, int at, decimal under, Level level = Level.AtMaximum) =>
        book.Write(Day(at), new LevelSeen(ReservoirId.Engine, level, under == 0 ? null : Given.Litres(under)));

    private static void Fuel(LedgerBuilder book, int at, decimal litres, bool brim) =>
        book.Write(Day(at), new FuelBought(Given.Litres(litres), null, brim));

    /// <param name="looks">At how many kilometres, what was topped up just before, and how much it was short of full after.</param>
    private static Consumption Of(params (int At, decimal? Topped, decimal Under)[] looks)
    {
        var book = new LedgerBuilder();
        var day = Start;
        foreach (var (at, topped, under) in looks)
        {
            day = day.PlusDays(20);
            book.Reading(day, MeterAmount.From(new Quantity(10_000 + at, Unit.Kilometre)));
            if (topped is { } more)
                book.Write(day, new FluidToppedUp(ReservoirId.Engine, Given.Litres(more), "oil"));
            book.Write(day, new LevelSeen(ReservoirId.Engine, Level.AtMaximum, under == 0 ? null : Given.Litres(under)));
        }

        return Consumed(book);
    }
}
