using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Parts;

public class FittedPartsTests
{
    private static readonly LocalDate Until = new(2028, 4, 18);

    [Fact]
    public void What_was_fitted_last_is_on_it_and_what_was_taken_off_is_not()
    {
        var book = new LedgerBuilder();
        book.Write(Given.Today.PlusDays(-900), new PartFitted("rear tyre", 1) { Number = "old" });
        book.Write(Given.Today.PlusDays(-400), new PartRemoved("rear tyre", 1, "replaced"));
        book.Write(Given.Today.PlusDays(-400), new PartFitted("rear tyre", 1) { Number = "new", WarrantyUntil = Until });
        book.Write(Given.Today.PlusDays(-300), new PartFitted("mirror", 2));
        book.Write(Given.Today.PlusDays(-200), new PartRemoved("mirror", 2, "lost"));
        book.Write(Given.Today.PlusDays(-100), new PartFitted("Rear tyre", 1) { State = PartState.UsedAgain });
        var part = FittedParts.Of(book.Ledger).ShouldHaveSingleItem();
        (part.Fitted.Number, part.Again, part.InWarranty(Until), part.InWarranty(Until.PlusDays(1))).ShouldBe(("new", 1, true, false));
    }

    [Fact]
    public void What_is_known_of_a_part_is_written_with_it_and_its_price_as_a_cost()
    {
        var written = Finished(
            new("oil filter", 1, 0, SecondHand: false, Number: "OC-12", Source: "shed shelf", Price: Money.Of(9.8m), WarrantyUntil: Until)
        );
        var part = written.OfType<PartFitted>().Single(one => one.Part == "oil filter");
        (part.Number, part.Source, part.Price, part.WarrantyUntil).ShouldBe(("OC-12", "shed shelf", Money.Of(9.8m), Until));
        written.OfType<CostPaid>().ShouldHaveSingleItem().ShouldBe(new CostPaid("oil filter", Money.Of(9.8m)));
        written.OfType<PartRemoved>().ShouldContain(one => one.Part == "oil filter");
        written.OfType<TaskDone>().ShouldContain(one => one.Task == "oil-filter.replace");
    }

    // What goes back on is neither bought nor new: no cost, nothing off the shelf, and the plan does not take it for replaced.
    [Fact]
    public void A_part_that_went_back_on_replaces_nothing()
    {
        var written = Finished(new PartRecord("oil filter", 0, 1));
        written.OfType<PartFitted>().Single(one => one.Part == "oil filter").State.ShouldBe(PartState.UsedAgain);
        written.OfType<PartRemoved>().ShouldNotContain(one => one.Part == "oil filter");
        written.OfType<TaskDone>().ShouldNotContain(one => one.Task == "oil-filter.replace");
        written.OfType<TaskDone>().ShouldContain(one => one.Task == "engine-oil.replace");
        Taking.UsedBy(written, _ => "engine oil").ShouldNotContain(used => used.What == "oil filter");
    }

    [Fact]
    public void Where_nothing_is_said_all_of_it_went_on_new() =>
        Finished(null).OfType<PartFitted>().ShouldAllBe(part => part.Count == 1 && part.State == PartState.New);

    private static List<EntryBody> Finished(PartRecord? part)
    {
        var bench = new Bench(Given.Drumlin).UpTo("filter-new");
        bench.Done("filter-new", part is null ? null : new() { Parts = [part] });
        bench.UpTo();
        return
        [
            .. RunFinish
                .Entries(bench.Plan, bench.State, new(30, [], null, null), Given.Today, _ => Given.Today, new LedgerBuilder().Ledger)
                .Select(entry => entry.Body),
        ];
    }
}
