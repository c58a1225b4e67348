using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.App.Tests.Requests;

/// <summary>What every write has in common, seen on notes, readings, settings and a profile.</summary>
public class WritingTests
{
    private readonly OwnShed _shed = new();

    private async Task<int> LinesAsync(Guid bike) => (await _shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.All.Length;

    [Fact]
    public async Task The_same_write_twice_is_acknowledged_twice_and_written_once()
    {
        var bike = (await _shed.BikeAsync()).Id;
        var note = new NoteRequest(OwnShed.NewId(), "2026-04-18", "Chain is dry");
        var first = (await _shed.Book.NoteAsync(bike, note, OwnShed.By())).Done();
        var lines = await LinesAsync(bike);
        var second = (await _shed.Book.NoteAsync(bike, note, OwnShed.By())).Done();
        second.Id.ShouldBe(first.Id);
        (await LinesAsync(bike)).ShouldBe(lines);
    }

    [Fact]
    public async Task An_id_stands_for_one_write_only()
    {
        var bike = (await _shed.BikeAsync()).Id;
        var note = new NoteRequest(OwnShed.NewId(), "2026-04-18", "Chain is dry");
        (await _shed.Book.NoteAsync(bike, note, OwnShed.By())).Done();
        var lines = await LinesAsync(bike);
        (await _shed.Book.NoteAsync(bike, note with { Text = "Chain is wet" }, OwnShed.By()))
            .NotDone(ProblemKind.IdTaken)
            .Fields!.Keys.ShouldBe(["id"]);
        // Nor for another act with the same words.
        (await _shed.Book.NoteAsync(bike, note, OwnShed.By(request: "something else"))).NotDone(ProblemKind.IdTaken);
        (await LinesAsync(bike)).ShouldBe(lines);
    }

    [Fact]
    public async Task An_id_that_is_a_lines_already_is_taken()
    {
        var bike = await _shed.BikeAsync(reading: "9,000 mi");
        var line = (await _shed.Snapshots.OneAsync(bike.Id, OwnShed.Cancel))!.Ledger.All.First(entry => entry.Body is MeterRead);
        (await _shed.Book.NoteAsync(bike.Id, new(line.Id.Value, "2026-04-18", "x"), OwnShed.By())).NotDone(ProblemKind.IdTaken);
    }

    [Fact]
    public async Task All_that_is_wrong_with_a_request_is_said_at_once_by_field()
    {
        var bike = (await _shed.BikeAsync()).Id;
        var lines = await LinesAsync(bike);
        var refused = (await _shed.Book.NoteAsync(bike, new(Guid.Empty, "2027-01-01", " "), OwnShed.By())).NotDone(ProblemKind.Refused);
        refused.Fields!.Keys.Order().ShouldBe(["date", "id", "text"]);
        (await LinesAsync(bike)).ShouldBe(lines);
    }

    private Task<Outcome<EntryAnswer>> ReadAsync(Guid bike, string typed, NumberMarks marks) =>
        _shed.Readings.AddAsync(bike, new(OwnShed.NewId(), MeterKind.Odometer, typed, "2026-04-18", null, null), OwnShed.By(marks: marks));

    [Theory]
    [InlineData("9.000 mi", NumberMarks.Comma)]
    [InlineData("9,000 mi", NumberMarks.Point)]
    public async Task A_number_is_read_by_the_marks_of_whoever_typed_it(string typed, NumberMarks marks)
    {
        var bike = (await _shed.BikeAsync()).Id;
        (await ReadAsync(bike, typed, marks)).Done();
        (await _shed.Bikes.GetAsync(bike, OwnShed.By())).Done().Meters.Single().Display!.Value.ShouldBe(9000);
    }

    // Nine miles to three places is nothing that anybody reads off a dash: it is asked about, not guessed.
    [Fact]
    public async Task A_number_that_means_something_else_to_its_reader_is_not_guessed()
    {
        var bike = (await _shed.BikeAsync()).Id;
        (await ReadAsync(bike, "9,000 mi", NumberMarks.Comma)).NotDone(ProblemKind.Refused).Fields!.Keys.ShouldBe(["reading"]);
    }

    [Fact]
    public async Task A_change_says_which_version_it_changes_and_a_late_one_gets_what_stands()
    {
        var bike = await _shed.BikeAsync();
        ProfileChange Change(string name) => new(OwnShed.NewId(), bike.Profile with { Nickname = name });
        (await _shed.Bikes.ChangeAsync(bike.Id, Change("Heron"), OwnShed.By())).NotDone(ProblemKind.NoVersion);
        (await _shed.Bikes.ChangeAsync(bike.Id, Change("Heron"), OwnShed.By(bike.Version))).Done().Nickname.ShouldBe("Heron");
        (await _shed.Bikes.ChangeAsync(bike.Id, Change("Scree"), OwnShed.By(bike.Version)))
            .NotDone(ProblemKind.Stale)
            .Current.ShouldBeOfType<BikeAnswer>()
            .Nickname.ShouldBe("Heron");
    }

    [Fact]
    public async Task Settings_have_a_first_version_too()
    {
        SettingsChange Change(string unit) => new(OwnShed.NewId(), unit, Unit.PoundFoot.Symbol, "EUR");
        (await _shed.Settings.ChangeAsync(Change("firkin"), OwnShed.By(0)))
            .NotDone(ProblemKind.Refused)
            .Fields!.Keys.ShouldBe(["volumeUnit"]);
        (await _shed.Settings.ChangeAsync(Change("ml"), OwnShed.By(0))).Done().Version.ShouldBe(1);
        (await _shed.Settings.ChangeAsync(Change("L"), OwnShed.By(0))).NotDone(ProblemKind.Stale);
    }

    [Fact]
    public async Task What_is_not_there_is_said_by_what_it_is() =>
        (await _shed.Bikes.GetAsync(OwnShed.NewId(), OwnShed.By())).NotDone(ProblemKind.NotFound).Words.ShouldBe("There is no such bike.");

    [Theory]
    [InlineData(null, "unnamed device")]
    [InlineData(" \t ", "unnamed device")]
    [InlineData("shed\u0007 phone", "shed phone")]
    public void A_device_has_a_name_that_can_be_written_down(string? sent, string kept) => Caller.DeviceNamed(sent).ShouldBe(kept);

    [Fact]
    public void A_device_with_a_long_name_is_cut() => Caller.DeviceNamed(new string('x', 900)).Length.ShouldBe(Caller.LongestDevice);
}
