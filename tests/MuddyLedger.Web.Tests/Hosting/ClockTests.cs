using NodaTime;

namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>
/// Clocks that go wrong, machines that travel, days that are longer or shorter than others: nothing is lost, and every page answers.
/// </summary>
public sealed class ClockTests
{
    [Fact]
    public async Task A_clock_set_back_while_it_runs_loses_nothing_and_stops_nobody()
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: "9000");
        var run = (await shed.StartAsync(bike)).ShouldBeOk();
        run = await shed.UpToAsync(run, "drain-read");
        shed.Clock.Reset(shed.Clock.GetCurrentInstant() - Duration.FromHours(3));
        run = (await shed.UpToAsync(run)).ShouldBeOk();
        ((double)run["workedMinutes"]!).ShouldBeGreaterThanOrEqualTo(0);
        (await shed.FinishAsync(run, leftover: "none")).ShouldBeOk();
        var lines = (await shed.BookAsync()).Count;

        // Ten days back: what was written is of days to come now. It stays, and what is dated so from now on is asked about.
        shed.Clock.Reset(Instant.FromUtc(2026, 4, 8, 9, 0));
        await EveryPageAnswersAsync(shed, bike);
        (await shed.ReadAsync(bike, "9200", "2026-04-18")).ShouldRefuse("date", "future");
        (await shed.ReadAsync(bike, "8990", "2026-04-08")).ShouldBeOk();
        (await shed.BookAsync()).Count.ShouldBe(lines + 1);
        await shed.RestartAsync();
        await EveryPageAnswersAsync(shed, bike);
        (await shed.BookAsync()).Count.ShouldBe(lines + 1);
        shed.Clock.Reset(Instant.FromUtc(2026, 4, 19, 9, 0));
        (await shed.ReadAsync(bike, "9700", "2026-04-19")).ShouldBeOk();
    }

    // The furthest ahead, the furthest behind, a quarter of an hour off, and two with a change between summer and winter.
    [Theory]
    [InlineData("Pacific/Kiritimati", "Pacific/Niue")]
    [InlineData("Pacific/Niue", "Asia/Kathmandu")]
    [InlineData("Europe/Berlin", "America/New_York")]
    public async Task A_shed_that_travels_keeps_the_days_that_were_written_down(string from, string to)
    {
        await using var shed = await TestShed.OpenAsync();
        shed.Zone = DateTimeZoneProviders.Tzdb[from];
        await shed.RestartAsync();
        var today = shed.Clock.GetCurrentInstant().InZone(shed.Zone).Date;
        var bike = await shed.BikeAsync(reading: "9000");
        (await shed.ReadAsync(bike, "9010", Iso(today))).ShouldBeOk();
        (await shed.DoneAsync(bike, "chain.lubricate", Iso(today))).ShouldBeOk();
        var before = Lines(await shed.BookAsync());

        shed.Zone = DateTimeZoneProviders.Tzdb[to];
        await shed.RestartAsync();
        await EveryPageAnswersAsync(shed, bike);
        Lines(await shed.BookAsync()).ShouldBe(before);
        ((string?)(await shed.GetAsync("/api/shed"))["today"]).ShouldBe(Iso(shed.Clock.GetCurrentInstant().InZone(shed.Zone).Date));
    }

    // Berlin 2026: on 29 March two o'clock is three; on 25 October three o'clock is two once more.
    [Theory]
    [InlineData("2026-03-29T00:50:00Z")]
    [InlineData("2026-10-25T00:50:00Z")]
    public async Task Minutes_are_minutes_whatever_the_clock_on_the_wall_does(string start)
    {
        await using var shed = await TestShed.OpenAsync();
        shed.Zone = DateTimeZoneProviders.Tzdb["Europe/Berlin"];
        await shed.RestartAsync();
        shed.Clock.Reset(NodaTime.Text.InstantPattern.ExtendedIso.Parse(start).Value);
        var bike = await shed.BikeAsync(reading: "9000");
        var run = (await shed.StartAsync(bike)).ShouldBeOk();
        for (var step = 0; step < 4; step++)
        {
            shed.Clock.AdvanceMinutes(5);
            run = (
                await shed.TapAsync(
                    run,
                    new
                    {
                        act = "step-done",
                        step = (string?)run["current"],
                        record = RecordFor(run),
                    }
                )
            ).ShouldBeOk();
        }

        ((double)run["workedMinutes"]!).ShouldBe(20, 0.5);
        await EveryPageAnswersAsync(shed, bike);
    }

    [Theory]
    [InlineData("2028-02-28", "2029-02-28")]
    [InlineData("2028-02-29", "2029-02-28")]
    [InlineData("2028-03-01", "2029-03-01")]
    public async Task A_year_from_a_leap_day_ends_on_the_last_of_february(string done, string due)
    {
        await using var shed = await TestShed.OpenAsync();
        var day = NodaTime.Text.LocalDatePattern.Iso.Parse(done).Value;
        shed.Clock.Reset(day.At(new LocalTime(12, 0)).InUtc().ToInstant());
        var bike = await shed.BikeAsync(reading: "9000");
        (
            await shed.PostAsync(
                $"/api/bikes/{bike}/servicing/interval",
                new
                {
                    id = InTheShed.NewId(),
                    task = "engine-oil.replace",
                    distance = (string?)null,
                    hours = (string?)null,
                    months = "12",
                    from = "manual",
                    source = "p. 3",
                }
            )
        ).ShouldBeOk();
        (await shed.DoneAsync(bike, "engine-oil.replace", done)).ShouldBeOk();
        var limit = (await shed.TaskAsync(bike, "engine-oil.replace"))["limits"]!.AsArray().Single(one => one!["months"] is not null)!;
        ((string?)limit["likelyDue"]).ShouldBe(due, limit.ToString());
        (
            await shed.PostAsync(
                $"/api/bikes/{bike}/papers",
                new
                {
                    id = InTheShed.NewId(),
                    paper = "insurance",
                    until = "2032-02-29",
                    note = (string?)null,
                }
            )
        ).ShouldBeOk();
        await EveryPageAnswersAsync(shed, bike);
    }

    private static object? RecordFor(Answer run) => InTheShed.RecordFor((string)run["current"]!, run);

    private static string Iso(LocalDate day) => NodaTime.Text.LocalDatePattern.Iso.Format(day);

    private static List<string> Lines(JsonArray book) => [.. book.Select(line => $"{line!["date"]} {line["kind"]} {line["id"]}")];

    private static async Task EveryPageAnswersAsync(TestShed shed, string bike)
    {
        foreach (
            var page in new[]
            {
                "/api/shed",
                $"/api/bikes/{bike}",
                $"/api/bikes/{bike}/fluids",
                $"/api/bikes/{bike}/parts",
                $"/api/bikes/{bike}/fuel-asked",
                "/api/book",
                "/api/shelf",
                "/api/viewings",
                "/api/settings",
                "/api/copies",
                "/api/store",
                "/api/export",
            }
        )
            (await shed.GetAsync(page)).Status.ShouldBe(HttpStatusCode.OK, page);
    }
}
