using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Parts;
using NodaTime;

namespace MuddyLedger.Core.Tests.Parts;

public class PartsTests
{
    private static readonly Profile Twin = Given.Drumlin with { TankOverPlugs = true };

    [Fact]
    public void A_tray_is_kept_whole_in_its_order_though_all_of_it_is_back_on()
    {
        var bench = new Bench(Twin, Given.Content.Job("spark-plugs"))
            .UpTo("caps")
            .Do(new TrayPut("x", "a wasp's nest", 1, "under the tank", null))
            .Do(new StepNoted("tank-off/on", "the nest stays off"))
            .UpTo();
        bench.State.Tray.ShouldHaveSingleItem(); // the nest stays off
        var parts = Teardown.PartsOf(bench.Plan, bench.State, bench.Events);
        parts
            .Select(part => part.Part)
            .ShouldBe([
                "seat",
                "seat bolts",
                "fuel tank",
                "tank bolts and rubbers",
                "fuel, vent and overflow hoses",
                "a wasp's nest",
                "old spark plugs",
            ]);
    }

    [Fact]
    public void A_step_taken_back_and_done_again_lists_its_parts_once()
    {
        var bench = new Bench(Twin, Given.Content.Job("spark-plugs"))
            .UpTo("tank-off/off")
            .Done("tank-off/off")
            .Do(new StepReopened("tank-off/off"))
            .Done("tank-off/off");
        Teardown.PartsOf(bench.Plan, bench.State, bench.Events).Count(part => part.Part == "fuel tank").ShouldBe(1);
    }

    [Fact]
    public void A_sheet_is_offered_to_the_next_job_that_opens_the_same_place_and_to_no_other()
    {
        var book = new LedgerBuilder();
        var plugs = Given.Ready(Given.Content.Job("spark-plugs")!, Twin);
        var places = Teardown.PlacesOf(plugs, Given.Content.Access);
        places.ShouldBe(["seat-off", "spark-plugs", "tank-off"]);
        book.Write(Given.Today, new TeardownKept("Tank off", places, [new("fuel tank", 1, null, null)], [], null));
        Teardown
            .For(book.Ledger, Teardown.PlacesOf(Given.Ready(Given.Content.Job("valve-clearances")!, Twin), Given.Content.Access))
            .ShouldHaveSingleItem();
        Teardown.For(book.Ledger, Teardown.PlacesOf(Given.Ready(Given.Content.Job("chain")!, Twin), Given.Content.Access)).ShouldBeEmpty();
    }

    [Fact]
    public void A_job_is_told_what_was_changed_where_it_matters_to_it()
    {
        var book = new LedgerBuilder();
        var pipe = book.Write(
            Given.Today,
            new ModificationMade(
                "open pipe",
                "exhaust",
                [new(ConsequenceKind.Jetting, "main 180"), new(ConsequenceKind.RoadLegal, "not on the road")]
            )
        );
        Modifications.For(book.Ledger, JobGroup.FuelAndAir).ShouldHaveSingleItem().Consequence.Words.ShouldBe("main 180");
        Modifications.For(book.Ledger, JobGroup.Rides).ShouldHaveSingleItem().Consequence.Kind.ShouldBe(ConsequenceKind.RoadLegal);
        Modifications.For(book.Ledger, JobGroup.Drive).ShouldBeEmpty();
        book.Write(Given.Today, new ModificationUndone(pipe.Id, "the old one is back"));
        Modifications.Of(book.Ledger).ShouldBeEmpty();
        Modifications.For(book.Ledger, JobGroup.FuelAndAir).ShouldBeEmpty();
    }

    [Fact]
    public void Every_consequence_is_told_to_some_job()
    {
        foreach (var kind in Enum.GetValues<ConsequenceKind>())
        {
            var book = new LedgerBuilder();
            book.Write(Given.Today, new ModificationMade("part", null, [new(kind, "so")]));
            Enum.GetValues<JobGroup>().ShouldContain(group => Modifications.For(book.Ledger, group).Length == 1, kind.ToString());
        }
    }

    [Fact]
    public void A_temporary_repair_cures_holds_comes_due_and_ends()
    {
        var book = new LedgerBuilder();
        var made = book.Write(Given.Today, new TemporaryRepairMade("case, cold weld", 24, Given.Today.PlusDays(30)));
        RepairState At(int days) =>
            TemporaryRepairs.Of(book.Ledger, Given.Today.PlusDays(days), made.WrittenAt + Duration.FromDays(days)).Single().State;
        At(0).ShouldBe(RepairState.Curing);
        At(1).ShouldBe(RepairState.Holding);
        At(30).ShouldBe(RepairState.ReviewDue);
        book.Write(Given.Today.PlusDays(30), new TemporaryRepairLooked(made.Id, RepairResult.HoldsOn, "dry", Given.Today.PlusDays(90)));
        At(31).ShouldBe(RepairState.Holding);
        At(90).ShouldBe(RepairState.ReviewDue);
        book.Write(Given.Today.PlusDays(90), new TemporaryRepairLooked(made.Id, RepairResult.ReplacedForGood, "new case half", null));
        At(91).ShouldBe(RepairState.Ended);
    }
}
