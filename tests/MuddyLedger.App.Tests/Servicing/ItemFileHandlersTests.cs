using MuddyLedger.App.Requests;
using MuddyLedger.App.Servicing;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;

namespace MuddyLedger.App.Tests.Servicing;

public class ItemFileHandlersTests
{
    private readonly OwnShed _shed = new();

    private async Task KeepAsync(
        Guid bike,
        string component,
        string title,
        string? distance = null,
        string? months = null,
        Severity[]? after = null
    ) =>
        (
            await _shed.Servicing.ItemAsync(
                bike,
                new(OwnShed.NewId(), null, component, title, BikePart.Chassis, distance, null, months, false, after),
                OwnShed.By()
            )
        ).Done();

    private async Task<List<TaskState>> OwnAsync(Guid bike) =>
        [
            .. (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!
                .Tasks.Where(one => one.Task.Id.StartsWith("own-", StringComparison.Ordinal))
                .OrderBy(one => one.Component.Title, StringComparer.Ordinal),
        ];

    // What one shed writes another reads: words with quotes and colons, limits to the metre, rides.
    [Fact]
    public async Task Items_go_from_bike_to_bike_and_lose_nothing()
    {
        var from = (await _shed.BikeAsync()).Id;
        await KeepAsync(from, "Rack: \"mounts\" \\ bolts", "Try them # all", "500 mi", "6");
        await KeepAsync(from, "Screen", "Wash it", after: [Severity.Mud, Severity.Wet]);
        var file = (await _shed.Items.GetAsync(from, OwnShed.By())).Done();
        file.Count.ShouldBe(2);

        var to = (await _shed.BikeAsync()).Id;
        var taken = (await _shed.Items.TakeInAsync(to, new(OwnShed.NewId(), file.Text), OwnShed.By())).Done();
        taken.ShouldBe(new ItemsTakenIn(2, 0));
        var (before, after) = (await OwnAsync(from), await OwnAsync(to));
        after
            .Select(one => (one.Component.Title, one.Task.Title, one.Component.Part))
            .ShouldBe(before.Select(one => (one.Component.Title, one.Task.Title, one.Component.Part)));
        after
            .SelectMany(one => one.Task.Limits)
            .OfType<UseLimit>()
            .Single()
            .Amount.ShouldBe(before.SelectMany(one => one.Task.Limits).OfType<UseLimit>().Single().Amount);
        after.SelectMany(one => one.Task.AfterRides).ShouldBe([Severity.Mud, Severity.Wet]);
        after.Select(one => one.Task.Id).ShouldNotContain(id => before.Any(one => one.Task.Id == id));
        // The same file once more adds nothing.
        (await _shed.Items.TakeInAsync(to, new(OwnShed.NewId(), file.Text), OwnShed.By()))
            .Done()
            .ShouldBe(new ItemsTakenIn(0, 2));
        (await OwnAsync(to)).Count.ShouldBe(2);
    }

    [Fact]
    public async Task A_bike_without_items_of_its_own_has_no_file()
    {
        var bike = (await _shed.BikeAsync()).Id;
        (await _shed.Items.GetAsync(bike, OwnShed.By())).Done().ShouldBe(new ItemFileAnswer(null, 0));
    }

    // Only what fits the bike is taken in.
    [Fact]
    public async Task An_item_of_a_shared_schedule_that_this_bike_cannot_have_is_left()
    {
        var bike = (await _shed.BikeAsync()).Id;
        const string Text = """
            id: shared
            title: Shared
            components:
              - id: a
                title: Reed stops
                part: intake
                tasks:
                  - { act: do, title: Look at them, applies: { stroke: [two] }, minutes: 5, limits: [{ months: 3, provenance: owner }] }
              - id: b
                title: Oil catch
                part: engine
                tasks: [{ act: do, title: Empty it, applies: { stroke: [four] }, minutes: 5, limits: [{ every: 20 h, provenance: owner }] }]
            """;
        (await _shed.Items.TakeInAsync(bike, new(OwnShed.NewId(), Text), OwnShed.By())).Done().Added.ShouldBe(1);
        (await OwnAsync(bike)).ShouldHaveSingleItem().Component.Title.ShouldBe("Oil catch");
    }

    [Theory]
    [InlineData("", "is empty")]
    [InlineData("id: [", "line")]
    [InlineData("id: x\ntitle: y\ncomponents: []", "components")]
    [InlineData(
        "id: x\ntitle: y\ncomponents: [{ id: a, title: A, part: engine, tasks: [{ act: do, title: T, minutes: 5, "
            + "limits: [{ until: entered, provenance: owner }] }] }]",
        "goes by distance"
    )]
    [InlineData(
        "id: x\ntitle: y\ncomponents: [{ id: a, title: A, part: engine, tasks: [{ act: do, title: T, minutes: 5, job: "
            + "chain, limits: [{ months: 3, provenance: owner }] }] }]",
        "belong to the schedules that ship"
    )]
    [InlineData(
        "id: x\ntitle: y\ncomponents: [{ id: a, title: A, part: engine, tasks: [{ act: do, title: T, minutes: 5 }] }]",
        "at least one limit"
    )]
    [InlineData(
        """
            id: x
            title: y
            components:
              - id: a
                title: A
                part: engine
                tasks:
                  - { act: do, title: T, minutes: 5, limits: [{ months: 3, provenance: owner }] }
                  - { act: do, title: T, minutes: 5, limits: [{ months: 3, provenance: owner }, { months: 6, provenance: owner }] }
            """,
        "line 9"
    )]
    public async Task A_file_that_cannot_be_is_refused_and_nothing_is_written(string text, string why)
    {
        var bike = (await _shed.BikeAsync()).Id;
        var before = (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.All.Length;
        var refused = await _shed.Items.TakeInAsync(bike, new(OwnShed.NewId(), text), OwnShed.By());
        refused.NotDone(ProblemKind.Refused).Fields!["text"].ShouldContain(why);
        (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.All.Length.ShouldBe(before);
    }
}
