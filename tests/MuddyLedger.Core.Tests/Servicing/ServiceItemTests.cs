using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Servicing;

/// <summary>What the owner adds to a plan, leaves alone in it, and what only its look decides.</summary>
public class ServiceItemTests
{
    private static readonly LocalDate Today = Given.Today;
    private static readonly ServiceItemKept Mounts = new("own-1.do", "Rack mounts", "Try the bolts", BikePart.Chassis);

    private static Dictionary<string, TaskState> Plan(LedgerBuilder book, LocalDate? today = null)
    {
        var bike = Given.Drumlin;
        return Core
            .Servicing.Servicing.Of(bike, Given.Content.Schedules, book.Ledger, BikeMeters.Of(bike, book.Ledger, null), today ?? Today)
            .ToDictionary(state => state.Task.Id);
    }

    [Fact]
    public void An_item_of_ones_own_counts_like_any_other()
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusDays(-400), Mounts);
        book.Write(Today.PlusDays(-400), new IntervalSet(Mounts.Task, null, null, 12, new(ProvenanceKind.Owner)));
        Plan(book)[Mounts.Task].Life.State.ShouldBe(LifeState.Unknown);
        book.Done(Today.PlusDays(-380), Mounts.Task);
        var state = Plan(book)[Mounts.Task];
        state.Life.State.ShouldBe(LifeState.Overdue);
        state.Component.Title.ShouldBe("Rack mounts");
        book.Done(Today, Mounts.Task);
        Plan(book)[Mounts.Task].Life.State.ShouldBe(LifeState.Fresh);
        // Changed, it is the same item.
        book.Write(Today, Mounts with { Title = "Torque the bolts" });
        Plan(book)[Mounts.Task].Task.Title.ShouldBe("Torque the bolts");
        Plan(book).Values.Count(one => one.Task.Id == Mounts.Task).ShouldBe(1);
    }

    [Fact]
    public void One_that_only_rides_ask_for_is_done_until_a_ride_asks()
    {
        var book = new LedgerBuilder();
        book.Write(Today.PlusDays(-9), Mounts with { AfterRides = [Severity.Mud] });
        book.Done(Today.PlusDays(-9), Mounts.Task);
        Plan(book)[Mounts.Task].Life.State.ShouldBe(LifeState.Fresh);
        book.Write(Today.PlusDays(-2), new RideDone(Distance.From(new Quantity(20, Unit.Mile)), null, "dry"));
        Plan(book)[Mounts.Task].Life.State.ShouldBe(LifeState.Fresh);
        book.Write(
            Today.PlusDays(-1),
            new RideDone(Distance.From(new Quantity(20, Unit.Mile)), null, "moor") { Severities = [Severity.Mud] }
        );
        Plan(book)[Mounts.Task].Life.State.ShouldBe(LifeState.Due);
    }

    [Fact]
    public void What_is_left_alone_is_never_due_until_its_day_is_past_or_it_is_taken_up_again()
    {
        var book = new LedgerBuilder().Done(Today.PlusDays(-900), "coolant.replace");
        Plan(book)["coolant.replace"].Life.State.ShouldBe(LifeState.Overdue);
        var until = Today.PlusDays(30);
        book.Write(Today, new ServiceItemRested("coolant.replace", until, "the bike is in pieces"));
        var rested = Plan(book)["coolant.replace"].Life;
        rested.State.ShouldBe(LifeState.Rested);
        rested.Because.OfType<LeftAlone>().Single().Why.ShouldBe("the bike is in pieces");
        Plan(book, until)["coolant.replace"].Life.State.ShouldBe(LifeState.Rested);
        Plan(book, until.PlusDays(1))["coolant.replace"].Life.State.ShouldBe(LifeState.Overdue);
        book.Write(Today, new ServiceItemResumed("coolant.replace"));
        Plan(book)["coolant.replace"].Life.State.ShouldBe(LifeState.Overdue);
        book.Write(Today, new ServiceItemRested("coolant.replace", null, "water-cooled no more"));
        Plan(book, Today.PlusYears(20))["coolant.replace"].Life.State.ShouldBe(LifeState.Rested);
    }

    [Fact]
    public void What_only_its_look_decides_is_never_due_by_itself_and_never_fine_by_itself()
    {
        var book = new LedgerBuilder();
        Plan(book)["front-pads.replace"].Life.State.ShouldBe(LifeState.WhenWorn);
        book.Done(Today.PlusYears(-30), "front-pads.replace");
        var life = Plan(book)["front-pads.replace"].Life;
        life.State.ShouldBe(LifeState.WhenWorn);
        life.Because.OfType<WornWhen>().ShouldHaveSingleItem();
        life.Because.OfType<LastDone>().ShouldHaveSingleItem();
        // New pads are measured pads.
        Plan(book)["front-pads.measure"].Life.State.ShouldBe(LifeState.Overdue);
        // The owner may set an interval all the same, and may say that it is due.
        book.Write(Today, new IntervalSet("front-pads.replace", null, null, 24, new(ProvenanceKind.Owner)));
        Plan(book)["front-pads.replace"].Life.State.ShouldBe(LifeState.Overdue);
        // A tyre has both: its bars, and its years.
        book.Done(Today.PlusYears(-11), "rear-tyre.replace");
        Plan(book)["rear-tyre.replace"].Life.State.ShouldBe(LifeState.Overdue);
    }

    // Over every set with a book of some age: what is due stands before what is coming, and nothing that is due is left out.
    [Fact]
    public void Next_names_all_that_is_due_and_else_the_few_that_come_first()
    {
        foreach (var set in Given.Content.Sets)
        foreach (var days in new[] { 10, 200, 900 })
        {
            var book = new LedgerBuilder();
            var tasks = Schedule.TasksOf(set.Profile, Given.Content.Schedules).Select(item => item.Task.Id).ToList();
            foreach (var task in tasks)
                book.Done(Today.PlusDays(-days), task);
            var plan = Core.Servicing.Servicing.Of(
                set.Profile,
                Given.Content.Schedules,
                book.Ledger,
                BikeMeters.Of(set.Profile, book.Ledger, null),
                Today
            );
            var next = Core.Servicing.Servicing.Next(plan);
            var due = plan.Where(one => one.Life.State is LifeState.Overdue or LifeState.Due or LifeState.ComingUp).ToList();
            if (due.Count > 0)
            {
                next.Select(one => one.Task.Id).ShouldBe(due.Select(one => one.Task.Id), ignoreOrder: true, $"{set.Id}, {days} days");
                next.Select(one => one.Life.State)
                    .ShouldBe(
                        next.Select(one => one.Life.State)
                            .OrderBy(state =>
                                state switch
                                {
                                    LifeState.Overdue => 0,
                                    LifeState.Due => 1,
                                    _ => 2,
                                }
                            )
                    );
            }
            else
            {
                next.Length.ShouldBeLessThanOrEqualTo(3);
                var first = plan.Where(one => one.Life.Governing?.Due is not null && !one.Task.Limits.OfType<PaperLimit>().Any())
                    .Select(one => one.Life.Governing!.Due!.Likely)
                    .Order()
                    .Take(3);
                next.Select(one => one.Life.Governing!.Due!.Likely).ShouldBe(first);
            }
        }
    }
}
