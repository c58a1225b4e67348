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

    // Two legs, done in two years; then one of them again.
    [Fact]
    public void One_of_two_leaves_the_other_as_it_was_and_the_oldest_goes_first()
    {
        var two = new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase) { ["fork seal"] = 2 };
        var book = new LedgerBuilder();
        string[] On() => [.. FittedParts.Of(book.Ledger, two).Select(part => $"{part.Fitted.Number} {part.On}/{part.Places} {part.Again}")];
        void One(int daysAgo, string number, int again = 0)
        {
            book.Write(Given.Today.PlusDays(-daysAgo), new PartRemoved("fork seal", 1, "replaced"));
            book.Write(Given.Today.PlusDays(-daysAgo), new PartFitted("fork seal", 1) { Number = number });
            if (again > 0)
                book.Write(Given.Today.PlusDays(-daysAgo), new PartFitted("fork seal", again) { State = PartState.UsedAgain });
        }

        One(900, "first");
        On().ShouldBe(["first 1/2 0"]);
        // The other leg's went back on that day, and nobody ever wrote down what it is.
        One(600, "second", again: 1);
        On().ShouldBe(["second 1/2 0", "first 1/2 1"]);
        One(300, "third");
        On().ShouldBe(["third 1/2 0", "second 1/2 0"]);
        book.Write(Given.Today.PlusDays(-100), new PartFitted("fork seal", 2) { Number = "pair" });
        On().ShouldBe(["pair 2/2 0"]);
        One(50, "one of them");
        On().ShouldBe(["one of them 1/2 0", "pair 1/2 0"]);
    }

    // However they come and go, no more are on than the bike has places for, and none twice.
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(4)]
    public void No_more_are_on_than_there_are_places(int places)
    {
        var random = new Random(places);
        for (var made = 0; made < 200; made++)
        {
            var book = new LedgerBuilder();
            for (var line = 0; line < 12; line++)
            {
                var count = random.Next(1, places + 1);
                EntryBody body = random.Next(4) switch
                {
                    0 => new PartRemoved("plug", count, "replaced"),
                    1 => new PartFitted("plug", count) { State = PartState.UsedAgain },
                    _ => new PartFitted("plug", count),
                };
                book.Write(Given.Today.PlusDays(-100 + line), body);
            }

            var on = FittedParts.Of(book.Ledger, new Dictionary<string, int> { ["plug"] = places });
            on.Sum(part => part.On).ShouldBeLessThanOrEqualTo(places);
            on.All(part => part.On >= 1 && part.On <= part.Fitted.Count).ShouldBeTrue();
            on.Select(part => part.Entry.Id).ShouldBeUnique();
            // What was fitted last and is new is there, unless something came off after it.
            var last = book.Ledger.InForce.Last();
            if (last.Body is PartFitted { State: PartState.New })
                on[0].Entry.Id.ShouldBe(last.Id);
        }
    }

    [Fact]
    public void A_twin_carries_two_plugs_and_as_many_fork_seals_as_its_job_fits()
    {
        var places = FittedParts.PlacesOf(Given.Content.JobsFor(Given.Drumlin), Given.Drumlin);
        places["spark plugs"].ShouldBe(Given.Drumlin.Cylinders);
        places["Fork seals and dust seals"].ShouldBe(2);
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
