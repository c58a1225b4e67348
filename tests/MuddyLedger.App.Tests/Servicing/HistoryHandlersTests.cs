using MuddyLedger.App.Requests;
using MuddyLedger.App.Servicing;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;
using NodaTime;

namespace MuddyLedger.App.Tests.Servicing;

public class HistoryHandlersTests
{
    private readonly OwnShed _shed = new();

    private Task<Outcome<HistoryAnswer>> TellAsync(Guid bike, params HistoryLine?[] lines) =>
        _shed.History.TellAsync(bike, new(OwnShed.NewId(), lines), OwnShed.By());

    private async Task<LifeLeft> LifeAsync(Guid bike, string task) =>
        (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Tasks.Single(one => one.Task.Id == task).Life;

    [Fact]
    public async Task One_sheet_ends_the_unknown_and_each_line_says_how_it_is_known()
    {
        var bike = (await _shed.BikeAsync(reading: "23,588")).Id;
        var answer = (
            await TellAsync(
                bike,
                new("engine-oil.replace", "May 2025", "20,100", KnownBy.Receipt),
                new("oil-filter.replace", "May 2025", "20,100", KnownBy.Receipt),
                new("coolant.replace", "2023", null, KnownBy.Memory),
                new("valves.measure", "2022", null, KnownBy.Seller),
                new("fork.replace", "never", null, KnownBy.Memory)
            )
        ).Done();
        // The reading of that day is written once, before what was done at it.
        answer.Entries.Count.ShouldBe(6);
        var book = (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger;
        book.Each<TaskDone>().Single(pair => pair.Body.Task == "coolant.replace").Entry.Date.ShouldBe(new LocalDate(2023, 1, 1));
        book.Each<TaskDone>().Single(pair => pair.Body.Task == "fork.replace").Body.Evidence.ShouldBe(Evidence.AsNew);
        (await LifeAsync(bike, "engine-oil.replace")).Because.OfType<LastDone>().Single().Evidence.ShouldBe(Evidence.Receipt);
        (await LifeAsync(bike, "coolant.replace")).State.ShouldBe(LifeState.Overdue);
        (await LifeAsync(bike, "fork.replace")).State.ShouldBe(LifeState.Overdue);
        // The seller's word is kept, and is no history.
        (await LifeAsync(bike, "valves.measure")).State.ShouldBe(LifeState.Unknown);
        (await LifeAsync(bike, "valves.measure")).Because.OfType<OnlyClaimed>().ShouldHaveSingleItem();
    }

    [Fact]
    public async Task All_that_is_wrong_is_said_by_line_and_nothing_is_written()
    {
        var bike = (await _shed.BikeAsync(reading: "23,588")).Id;
        var before = (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.All.Length;
        var refused = (
            await TellAsync(
                bike,
                new("engine-oil.replace", "3/5/2024", null, KnownBy.Memory),
                new("reeds.replace", "2024", null, KnownBy.Memory),
                new("coolant.replace", "2024", "99,000", KnownBy.Memory),
                new("insurance.renew", "2024", null, KnownBy.Memory),
                null
            )
        ).NotDone(ProblemKind.Refused);
        refused.Fields!.Keys.Order().ShouldBe(["lines.0.when", "lines.1.task", "lines.2.meter", "lines.3.task", "lines.4.task"]);
        (await TellAsync(bike)).NotDone(ProblemKind.Refused).Fields!.Keys.ShouldBe(["lines"]);
        (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.All.Length.ShouldBe(before);
    }

    [Fact]
    public async Task Lines_that_contradict_each_other_are_told_apart()
    {
        var bike = (await _shed.BikeAsync(reading: "23,588")).Id;
        (
            await TellAsync(
                bike,
                new("engine-oil.replace", "2024", "20,000", KnownBy.Memory),
                new("coolant.replace", "2025", "12,000", KnownBy.Memory)
            )
        )
            .NotDone(ProblemKind.Refused)
            .Fields!["lines.1.meter"]
            .ShouldContain("lower than on an earlier line");
    }

    [Fact]
    public async Task The_same_sheet_twice_is_written_once()
    {
        var bike = (await _shed.BikeAsync()).Id;
        var sheet = new HistoryRequest(OwnShed.NewId(), [new("coolant.replace", "2024", null, KnownBy.Memory)]);
        (await _shed.History.TellAsync(bike, sheet, OwnShed.By())).Done().Entries.Count.ShouldBe(1);
        (await _shed.History.TellAsync(bike, sheet, OwnShed.By())).Done().Entries.Count.ShouldBe(1);
        (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.Each<TaskDone>().Count().ShouldBe(1);
    }

    [Fact]
    public async Task An_item_is_added_changed_left_alone_and_counted_again()
    {
        var bike = (await _shed.BikeAsync()).Id;
        ItemRequest Item(string? task, string? months) =>
            new(OwnShed.NewId(), task, "Rack mounts", "Try the bolts", BikePart.Chassis, null, null, months, false, [Severity.Crashed]);
        var id = OwnShed.NewId();
        (await _shed.Servicing.ItemAsync(bike, Item(null, "12") with { Id = id }, OwnShed.By())).Done();
        var task = (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Tasks.Single(one => one.Component.Title == "Rack mounts").Task;
        task.Limits.OfType<CalendarLimit>().Single().Months.ShouldBe(12);
        (await _shed.Servicing.ItemAsync(bike, Item(task.Id, "6"), OwnShed.By())).Done();
        (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!
            .Tasks.Single(one => one.Task.Id == task.Id)
            .Task.Limits.OfType<CalendarLimit>()
            .Single()
            .Months.ShouldBe(6);
        (await _shed.Servicing.ItemAsync(bike, Item("coolant.replace", "6"), OwnShed.By())).NotDone(ProblemKind.Refused);
        (await _shed.Servicing.ItemAsync(bike, Item(null, null) with { AfterRides = [] }, OwnShed.By()))
            .NotDone(ProblemKind.Refused)
            .Fields!.Keys.ShouldBe(["months"]);

        (await _shed.Servicing.RestAsync(bike, new(OwnShed.NewId(), task.Id, "2026-04-18", "x"), OwnShed.By()))
            .NotDone(ProblemKind.Refused)
            .Fields!.Keys.ShouldBe(["until"]);
        (await _shed.Servicing.ResumeAsync(bike, new(OwnShed.NewId(), task.Id), OwnShed.By())).NotDone(ProblemKind.Refused);
        (await _shed.Servicing.RestAsync(bike, new(OwnShed.NewId(), task.Id, null, "the rack is off"), OwnShed.By())).Done();
        (await LifeAsync(bike, task.Id)).State.ShouldBe(LifeState.Rested);
        (await _shed.Servicing.ResumeAsync(bike, new(OwnShed.NewId(), task.Id), OwnShed.By())).Done();
        (await LifeAsync(bike, task.Id)).State.ShouldBe(LifeState.Unknown);
    }
}
