using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using NodaTime;

namespace MuddyLedger.Core.Tests.Jobs;

/// <summary>
/// What a step is told of what is written down already. The ages are the schedules' own; of fuel, common practice, no source.
/// </summary>
public class BookFactsTests
{
    private static BookFact? Fact(Known thing, Profile bike, params (LocalDate On, EntryBody Body)[] lines)
    {
        var book = new LedgerBuilder();
        foreach (var (on, body) in lines)
            book.Write(on, body);
        var ledger = book.Ledger;
        var tasks = Core.Servicing.Servicing.Of(bike, Given.Content.Schedules, ledger, BikeMeters.Of(bike, ledger), Given.Today);
        return BookFacts
            .Of([thing], bike, ledger, tasks, UndoList.Of(ledger, [], instant => instant.InUtc().Date), Given.Today)
            .SingleOrDefault();
    }

    [Theory]
    [InlineData(2024, 4, 18, FactState.Within, 24)]
    [InlineData(2024, 4, 17, FactState.Over, 24)]
    [InlineData(2026, 4, 1, FactState.Within, 0)]
    public void Brake_fluid_is_over_its_two_years_on_the_day_after(int year, int month, int day, FactState state, int months)
    {
        var fact = Fact(
            Known.FrontBrakeFluid,
            Given.Drumlin,
            (new(year, month, day), new TaskDone("front-brake-fluid.replace", Evidence.Receipt))
        )!;
        (fact.State, fact.Months, fact.MostMonths, fact.Evidence).ShouldBe((state, months, 24, Evidence.Receipt));
    }

    [Fact]
    public void What_is_only_counted_from_a_day_or_declared_due_has_no_age()
    {
        foreach (var evidence in new[] { Evidence.Baseline, Evidence.TreatAsDue, Evidence.SellersWord })
            Fact(Known.FrontBrakeFluid, Given.Drumlin, (Given.Today.PlusDays(-10), new TaskDone("front-brake-fluid.replace", evidence)))!
                .State.ShouldBe(FactState.Unknown, $"{evidence}");
        Fact(Known.FrontBrakeFluid, Given.Drumlin)!.State.ShouldBe(FactState.Unknown);
    }

    [Fact]
    public void A_fluid_of_which_the_bike_has_none_is_not_spoken_of() =>
        Fact(Known.Coolant, Given.Drumlin with { Cooling = Cooling.Air }).ShouldBeNull();

    [Fact]
    public void The_fill_names_the_fluid_and_a_flush_fill_is_no_oil_to_trust()
    {
        var filled = Fact(
            Known.EngineOil,
            Given.Drumlin,
            (Given.Today.PlusMonths(-5), new FluidFilled(ReservoirId.Engine, Given.Litres(2.6m), "10W-40, JASO MA2"))
        )!;
        (filled.What, filled.Months, filled.State).ShouldBe(("10W-40, JASO MA2", 5, FactState.Within));
        Fact(
            Known.EngineOil,
            Given.Drumlin,
            (Given.Today, new FluidFilled(ReservoirId.Engine, Given.Litres(2.4m), "cheap oil", Temporary: true))
        )!
            .State.ShouldBe(FactState.Unknown);
    }

    [Fact]
    public void Untreated_fuel_keeps_two_months_treated_a_year_and_fresh_fuel_on_top_has_its_own_age()
    {
        EntryBody bought = new FuelBought(Given.Litres(8), null, true),
            treated = new LeftForNow(BookFacts.TreatedFuel, "treated fuel", ForNow.InPlace);
        var three = Given.Today.PlusMonths(-3);
        Fact(Known.Fuel, Given.Drumlin)!.State.ShouldBe(FactState.Unknown);
        Fact(Known.Fuel, Given.Drumlin, (three, bought))!.State.ShouldBe(FactState.Over);
        var kept = Fact(Known.Fuel, Given.Drumlin, (three, bought), (three, treated))!;
        (kept.State, kept.What, kept.Months).ShouldBe((FactState.Within, "treated", 3));
        Fact(Known.Fuel, Given.Drumlin, (Given.Today.PlusMonths(-13), treated))!.State.ShouldBe(FactState.Over);
        var fresh = Fact(Known.Fuel, Given.Drumlin, (three, treated), (Given.Today.PlusDays(-1), bought))!;
        (fresh.State, fresh.What, fresh.Since).ShouldBe((FactState.Within, "untreated", Given.Today.PlusDays(-1)));
    }

    [Fact]
    public void Pressures_mix_and_tank_come_from_the_profile_or_are_said_to_be_missing()
    {
        var spec = BikeFigures.Read("2.3 to 2.5 bar", BikeFigure.FrontTyrePressure).Value!;
        var bike = Given.Drumlin with { Figures = Given.Drumlin.Figures.SetItem(BikeFigure.FrontTyrePressure, spec) };
        var fact = Fact(Known.FrontTyrePressure, bike)!;
        (fact.Low!.Value.In(Core.Units.Unit.Kilopascal).Value, fact.High!.Value.In(Core.Units.Unit.Kilopascal).Value).ShouldBe(
            (230m, 250m)
        );
        Fact(Known.RearTyrePressure, bike)!.State.ShouldBe(FactState.Unknown);
        Fact(Known.FuelMix, Given.Drumlin).ShouldBeNull("a four-stroke drinks no oil");
        Fact(Known.FuelMix, Given.Heron)!.Low!.Value.Value.ShouldBe(FuelMix.InsuranceRatio, "its pump is not proven");
        Fact(Known.Tank, Given.Drumlin with { Reservoirs = Given.Drumlin.Reservoirs.Remove(ReservoirId.Fuel) })!
            .State.ShouldBe(FactState.Unknown);
    }

    [Fact]
    public void Every_shipped_step_that_says_to_look_into_the_book_is_told_what_the_book_says()
    {
        var asking = Given
            .Content.Jobs.SelectMany(job => job.Steps.Select(step => (job.Id, step)))
            .Where(one =>
                System.Text.RegularExpressions.Regex.IsMatch(
                    $"{one.step.Text} {one.step.Detail}",
                    @"[Ss]ee how old|placard|at the ratio (of|that) this|and how old"
                )
            )
            .ToList();
        asking.Count.ShouldBeGreaterThan(5);
        asking.Where(one => one.step.Knows.IsEmpty).Select(one => $"{one.Id}/{one.step.Id}").ShouldBeEmpty();
    }
}
