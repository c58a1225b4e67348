using MuddyLedger.App.Shelf;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Shelf;

namespace MuddyLedger.App.Tests.Shelf;

public class ShelfHandlersTests
{
    private const string Seal = "exhaust seal of 54 mm, not 52";

    // Which of the bike's parts it is about nobody knows, so that no line of the list can claim it.
    [Fact]
    public async Task What_to_know_before_a_part_is_ordered_is_said_once_for_its_bike_and_only_while_it_wants_one()
    {
        var shed = await OwnShed.DemoAsync();
        var list = (await shed.Shelf.GetAsync(OwnShed.By())).Done();
        list.ToBuy.Count(line => line.Kind == StockKind.Part && line.For.Any(words => words.EndsWith("Causeway"))).ShouldBeGreaterThan(1);
        list.Mind.ShouldHaveSingleItem().ShouldBe(new MindAnswer("Causeway", list.Mind[0].Part, Seal));
        list.Mind[0].Part.ShouldNotBeNullOrWhiteSpace();

        var causeway = list.Bikes.Single(bike => bike.Name == "Causeway").Id;
        var snapshot = (await shed.Snapshots.OneAsync(causeway, OwnShed.Cancel))!;
        foreach (var task in snapshot.Tasks.Where(state => state.IsDue))
            await shed.Servicing.DoneAsync(
                causeway,
                new(OwnShed.NewId(), task.Task.Id, "2026-04-18", Evidence.DoneHere, null),
                OwnShed.By()
            );
        var done = (await shed.Shelf.GetAsync(OwnShed.By())).Done();
        done.ToBuy.ShouldNotContain(line => line.Kind == StockKind.Part && line.For.Any(words => words.EndsWith("Causeway")));
        done.Mind.ShouldBeEmpty();
    }
}
