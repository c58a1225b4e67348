namespace MuddyLedger.Web.Tests.Ledger;

public sealed class BookTests : IAsyncLifetime
{
    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync();
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task A_corrected_reading_strikes_the_old_line_and_everything_follows()
    {
        foreach (var (date, miles) in new[] { ("2026-01-10", "18000"), ("2026-04-10", "19000") })
            (await _shed.ReadAsync(_bike, miles, date)).ShouldBeOk();
        (await _shed.DoneAsync(_bike, "engine-oil.replace", "2026-01-10")).ShouldBeOk();
        var left = (decimal)(await _shed.TaskAsync(_bike, "engine-oil.replace"))["share"]!;
        var wrong = (string)(await _shed.BookAsync("?kind=reading"))[0]!["id"]!;
        var corrected = (
            await _shed.PostAsync(
                $"/api/entries/{wrong}/correction",
                new
                {
                    id = InTheShed.NewId(),
                    date = (string?)null,
                    figures = new { reading = "22000" },
                    reason = "misread the dash",
                }
            )
        ).ShouldBeOk();
        ((string?)corrected["corrects"]).ShouldBe(wrong);
        ((decimal)(await _shed.TaskAsync(_bike, "engine-oil.replace"))["share"]!).ShouldBeLessThan(left);
        var lines = await _shed.BookAsync("?kind=reading");
        ((string?)lines.Single(line => (string?)line!["id"] == wrong)!["strike"]!["reason"]).ShouldBe("misread the dash");
        (
            await _shed.PostAsync(
                $"/api/entries/{wrong}/correction",
                new
                {
                    id = InTheShed.NewId(),
                    date = (string?)null,
                    figures = new { reading = "22001" },
                    reason = "again",
                }
            )
        ).Detail.ShouldContain("struck already");
    }

    [Theory]
    [InlineData("reading", "17000", "once more", "figures.reading", "lower than")]
    [InlineData("reading", "NaN", "once more", "figures.reading", "is not a number")]
    [InlineData("reading", "19000", "once more", "figures", "the same as before")]
    [InlineData("reading", "19001", "", "reason", "is missing")]
    [InlineData("colour", "red", "once more", "figures.colour", "")]
    public async Task A_correction_that_cannot_be_is_refused_by_field(
        string figure,
        string value,
        string reason,
        string field,
        string words
    )
    {
        foreach (var (date, miles) in new[] { ("2026-01-10", "18000"), ("2026-04-10", "19000") })
            (await _shed.ReadAsync(_bike, miles, date)).ShouldBeOk();
        var line = (string)(await _shed.BookAsync("?kind=reading"))[0]!["id"]!;
        var before = _shed.Stored();
        (
            await _shed.PostAsync(
                $"/api/entries/{line}/correction",
                new
                {
                    id = InTheShed.NewId(),
                    date = (string?)null,
                    figures = new Dictionary<string, string> { [figure] = value },
                    reason,
                }
            )
        ).ShouldRefuse(field, words);
        _shed.Stored().ShouldBe(before);
    }

    [Fact]
    public async Task A_line_can_be_moved_to_its_right_day()
    {
        (await _shed.DoneAsync(_bike, "coolant.replace", "2026-03-01")).ShouldBeOk();
        var line = (string)(await _shed.BookAsync("?kind=task-done"))[0]!["id"]!;
        (
            await _shed.PostAsync(
                $"/api/entries/{line}/correction",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2025-03-01",
                    figures = new { },
                    reason = "wrong year",
                }
            )
        ).ShouldBeOk();
        ((string?)(await _shed.TaskAsync(_bike, "coolant.replace"))["likelyDue"]).ShouldBe("2027-03-01");
    }

    [Fact]
    public async Task A_struck_line_no_longer_counts()
    {
        (await _shed.DoneAsync(_bike, "coolant.replace", "2026-03-01")).ShouldBeOk();
        var line = (string)(await _shed.BookAsync("?kind=task-done"))[0]!["id"]!;
        (await _shed.PostAsync($"/api/entries/{line}/strike", new { id = InTheShed.NewId(), reason = "was the other bike" })).ShouldBeOk();
        ((string?)(await _shed.TaskAsync(_bike, "coolant.replace"))["state"]).ShouldBe("unknown");
        (await _shed.BookAsync("?struck=false&kind=task-done")).ShouldBeEmpty();
        (await _shed.BookAsync("?kind=task-done")).ShouldHaveSingleItem();
    }

    [Fact]
    public async Task The_book_is_filtered_by_bike_kind_and_words_and_totalled()
    {
        var other = await _shed.BikeAsync("motocross-four-stroke", change: profile => profile["nickname"] = "Scree");
        (
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/notes",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2026-04-01",
                    text = "Rear brake squeals",
                }
            )
        ).ShouldBeOk();
        (
            await _shed.PostAsync(
                $"/api/bikes/{other}/notes",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2026-03-01",
                    text = "Spoke loose",
                }
            )
        ).ShouldBeOk();
        (await _shed.BookAsync($"?bike={other}&kind=note")).ShouldHaveSingleItem();
        (await _shed.BookAsync("?text=squeal")).ShouldHaveSingleItem();
        (await _shed.BookAsync("?text=scree&kind=note")).ShouldHaveSingleItem();
        (await _shed.BookAsync("?kind=cost")).ShouldBeEmpty();
        (await _shed.GetAsync("/api/book"))["months"].AsArray().Count.ShouldBe(2);
        (await _shed.GetAsync($"/api/book?bike={InTheShed.NewId()}")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_finding_is_closed_once_with_what_was_done()
    {
        var run = (await _shed.StartAsync(_bike)).ShouldBeOk();
        run = (
            await _shed.TapAsync(run, new { act = "finding-noted", finding = new { title = "Weeping tap", severity = "stop" } })
        ).ShouldBeOk();
        (
            await _shed.PostAsync($"/api/runs/{(string)run["id"]!}/set-aside", new { id = InTheShed.NewId(), reason = "rain" }, run.ETag)
        ).ShouldBeOk();
        ((string?)(await _shed.GetAsync($"/api/bikes/{_bike}"))["gates"][2]!["state"]).ShouldBe("shut");
        var finding = (string)(await _shed.BookAsync("?kind=finding-opened"))[0]!["id"]!;
        (await _shed.PostAsync($"/api/entries/{finding}/close", new { id = InTheShed.NewId(), how = "" })).ShouldRefuse(
            "how",
            "is missing"
        );
        (await _shed.PostAsync($"/api/entries/{finding}/close", new { id = InTheShed.NewId(), how = "new washer" })).ShouldBeOk();
        ((string?)(await _shed.GetAsync($"/api/bikes/{_bike}"))["gates"][2]!["state"]).ShouldBe("open");
        (await _shed.PostAsync($"/api/entries/{finding}/close", new { id = InTheShed.NewId(), how = "again" })).Detail.ShouldContain(
            "closed already"
        );
    }

    [Fact]
    public async Task An_entry_that_is_not_there_is_not_found()
    {
        foreach (var way in new[] { "correction", "strike", "close" })
            (
                await _shed.PostAsync(
                    $"/api/entries/{InTheShed.NewId()}/{way}",
                    way switch
                    {
                        "correction" => new
                        {
                            id = InTheShed.NewId(),
                            date = (string?)null,
                            figures = new { },
                            reason = "x",
                        },
                        "strike" => new { id = InTheShed.NewId(), reason = "x" },
                        _ => new { id = InTheShed.NewId(), how = "x" },
                    }
                )
            ).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Words_that_cannot_be_kept_are_refused()
    {
        async Task<Answer> Note(string text) =>
            await _shed.PostAsync(
                $"/api/bikes/{_bike}/notes",
                new
                {
                    id = InTheShed.NewId(),
                    date = "2026-04-01",
                    text,
                }
            );
        (await Note(new string('x', 2001))).ShouldRefuse("text", "longer than 2000");
        (await Note("bell \a")).ShouldRefuse("text", "cannot be written");
        (await Note("   ")).ShouldRefuse("text", "is missing");
        (await Note("<script>alert(1)</script>")).ShouldBeOk();
    }

    [Fact]
    public async Task An_id_that_is_something_elses_is_refused_and_not_answered_as_a_clash()
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: "9000");
        var line = (string)(await shed.BookAsync())[0]!["id"]!;
        var other = await shed.BikeAsync("two-stroke-enduro", "40 h");
        (
            await shed.PostAsync(
                $"/api/bikes/{other}/notes",
                new
                {
                    id = line,
                    date = "2026-04-18",
                    text = "mine",
                }
            )
        ).Status.ShouldBe(HttpStatusCode.Conflict);
        (
            await shed.PostAsync(
                $"/api/bikes/{bike}/notes",
                new
                {
                    id = bike,
                    date = "2026-04-18",
                    text = "mine",
                }
            )
        ).Status.ShouldBe(HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_line_struck_by_mistake_is_put_back_in_its_place_and_counts_again()
    {
        (await _shed.DoneAsync(_bike, "coolant.replace", "2026-03-01")).ShouldBeOk();
        var line = (string)(await _shed.BookAsync("?kind=task-done"))[0]!["id"]!;
        var due = (string?)(await _shed.TaskAsync(_bike, "coolant.replace"))["likelyDue"];
        (await PutBackAsync(line)).Detail.ShouldContain("is not struck");
        (await _shed.PostAsync($"/api/entries/{line}/strike", new { id = InTheShed.NewId(), reason = "was the other bike" })).ShouldBeOk();
        ((bool)(await _shed.BookAsync("?kind=task-done"))[0]!["canPutBack"]!).ShouldBeTrue();
        var back = (await PutBackAsync(line)).ShouldBeOk();
        ((string?)back["corrects"]).ShouldBe(line);
        ((string?)(await _shed.TaskAsync(_bike, "coolant.replace"))["likelyDue"]).ShouldBe(due);
        (await PutBackAsync(line)).Detail.ShouldContain("stands in its place already");
        (await _shed.BookAsync("?kind=task-done")).ShouldAllBe(entry => !(bool)entry!["canPutBack"]!);
        // And once more: what was put back can be struck and put back again.
        (
            await _shed.PostAsync($"/api/entries/{(string)back["id"]!}/strike", new { id = InTheShed.NewId(), reason = "again" })
        ).ShouldBeOk();
        (await PutBackAsync((string)back["id"]!)).ShouldBeOk();
        ((string?)(await _shed.TaskAsync(_bike, "coolant.replace"))["likelyDue"]).ShouldBe(due);
    }

    [Fact]
    public async Task A_reading_that_no_longer_fits_is_not_put_back()
    {
        (await _shed.ReadAsync(_bike, "19000", "2026-03-01")).ShouldBeOk();
        var line = (string)(await _shed.BookAsync("?kind=reading"))[0]!["id"]!;
        (await _shed.PostAsync($"/api/entries/{line}/strike", new { id = InTheShed.NewId(), reason = "misread" })).ShouldBeOk();
        (await _shed.ReadAsync(_bike, "18000", "2026-04-01")).ShouldBeOk();
        var before = _shed.Stored();
        (await PutBackAsync(line)).Detail.ShouldContain("which is later");
        _shed.Stored().ShouldBe(before);
    }

    private Task<Answer> PutBackAsync(string line) => _shed.PostAsync($"/api/entries/{line}/put-back", new { id = InTheShed.NewId() });
}
