using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;

namespace MuddyLedger.App.Tests.Demo;

/// <summary>The demo shed in memory: all that can be asked of it is answered.</summary>
public class DemoShedTests
{
    [Fact]
    public async Task Every_page_of_it_answers()
    {
        var shed = await OwnShed.DemoAsync();
        var caller = OwnShed.By();
        var whole = (await shed.Whole.GetAsync(caller)).Done();
        whole.Bikes.Count.ShouldBe(6);
        foreach (var tag in whole.Bikes)
        {
            (await shed.Bikes.GetAsync(tag.Id, caller)).Done().Nickname.ShouldBe(tag.Nickname);
            (await shed.Fluids.GetAsync(tag.Id, caller)).Done();
            (await shed.Parts.GetAsync(tag.Id, caller)).Done();
        }

        foreach (var running in whole.Running)
            (await shed.Runs.GetAsync(running.Id, caller)).Done().Bike.ShouldBe(running.Bike);
        (await shed.Shelf.GetAsync(caller)).Done().Items.ShouldNotBeEmpty();
        foreach (var viewing in (await shed.Viewings.ListAsync(caller)).Done())
        {
            (await shed.Viewings.GetAsync(viewing.Id, caller)).Done();
            (await shed.Viewings.NextAsync(viewing.Id, caller)).Done();
            (await shed.Viewings.WorkshopAsync(viewing.Id, caller)).Done();
        }

        (await shed.Book.BookAsync(null, null, null, null, null, null, null, caller)).Done().Total.ShouldBeGreaterThan(100);
    }

    [Fact]
    public async Task It_is_filled_once()
    {
        var shed = await OwnShed.DemoAsync();
        await App.Demo.DemoShed.FillAsync(shed.Store, shed.Store, shed.Store, shed.Store, OwnShed.Content, shed.Day, OwnShed.Cancel);
        (await shed.Whole.GetAsync(OwnShed.By())).Done().Bikes.Count.ShouldBe(6);
    }
}
