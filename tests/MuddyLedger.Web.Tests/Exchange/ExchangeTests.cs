using CsCheck;
using MuddyLedger.Core.Exchange;

namespace MuddyLedger.Web.Tests.Exchange;

public class ExchangeTests
{
    // Settings are no content: a fresh shed in which units were chosen takes its own copy back. A shelf is content, and is not merged into.
    [Fact]
    public async Task A_shed_with_nothing_but_settings_takes_a_copy_and_one_with_a_shelf_does_not()
    {
        await using var from = await TestShed.OpenAsync();
        await from.BikeAsync(reading: "9000");
        var copy = (await from.GetAsync("/api/export")).Body.ToJsonString();
        await using var to = await TestShed.OpenAsync();
        var settings = (await to.GetAsync("/api/settings")).ShouldBeOk();
        (
            await to.PutAsync(
                "/api/settings",
                new
                {
                    id = InTheShed.NewId(),
                    volumeUnit = "US qt",
                    torqueUnit = "N m",
                    currency = "EUR",
                },
                settings.ETag
            )
        ).ShouldBeOk();
        (await to.PostAsync($"/api/import?id={InTheShed.NewId()}", copy)).ShouldBeOk();
        (await to.GetAsync("/api/shed")).ShouldBeOk()["bikes"].AsArray().Count.ShouldBe(1);

        await using var shelf = await TestShed.OpenAsync();
        (
            await shelf.PostAsync(
                "/api/shelf/items",
                new
                {
                    id = InTheShed.NewId(),
                    item = new
                    {
                        name = "DOT 4",
                        kind = "fluid",
                        serves = "",
                        bikes = Array.Empty<string>(),
                        minimum = "",
                        packs = Array.Empty<object>(),
                        place = (string?)null,
                        note = (string?)null,
                    },
                }
            )
        ).ShouldBeOk();
        (await shelf.PostAsync($"/api/import?id={InTheShed.NewId()}", copy)).Detail.ShouldContain("only where there is none yet");
    }

    [Fact]
    public async Task A_shed_taken_into_an_empty_folder_gives_every_answer_the_same()
    {
        await using var from = await TestShed.OpenAsync(demo: true);
        var copy = (await from.GetAsync("/api/export")).ShouldBeOk().Body.ToJsonString();
        await using var to = await TestShed.OpenAsync();
        var taken = (await to.PostAsync($"/api/import?id={InTheShed.NewId()}", copy)).ShouldBeOk();
        ((int)taken["bikes"]).ShouldBe(6);
        (await AnswersAsync(to)).ShouldBe(await AnswersAsync(from));
        // And out again: the very same file, but for the moment it was written.
        Undated((await to.GetAsync("/api/export")).Body).ShouldBe(Undated(System.Text.Json.Nodes.JsonNode.Parse(copy)!));
    }

    // Property, over generated sheds: out and in again is the very same file, and every answer is the same wherever it was taken in.
    [Fact]
    public Task Any_shed_comes_back_the_same_and_means_the_same() =>
        AnyShed
            .Of(Content.ContentLibrary.Load(TestShed.ContentFolder))
            .SampleAsync(
                async copy =>
                {
                    var text = System.Text.Json.JsonSerializer.Serialize(copy, Core.Json.CoreJson.Default.ShedCopy);
                    await using var one = await TestShed.OpenAsync();
                    (await one.PostAsync($"/api/import?id={InTheShed.NewId()}", text)).ShouldBeOk();
                    var again = (await one.GetAsync("/api/export")).ShouldBeOk().Body;
                    Undated(again.DeepClone()).ShouldBe(Undated(JsonNode.Parse(text)!));
                    await using var two = await TestShed.OpenAsync();
                    (await two.PostAsync($"/api/import?id={InTheShed.NewId()}", again.ToJsonString())).ShouldBeOk();
                    (await AnswersAsync(two)).ShouldBe(await AnswersAsync(one));
                },
                iter: 12,
                threads: 1
            );

    [Fact]
    public void Every_kind_of_line_is_among_the_generated()
    {
        var kinds = typeof(Core.Ledger.EntryBody).Assembly.GetTypes().Where(type => type.IsSubclassOf(typeof(Core.Ledger.EntryBody)));
        var made = AnyShed.Bodies.Select(gen => gen.Single().GetType()).ToList();
        kinds.Except(made).ShouldBeEmpty();
        made.Distinct().Count().ShouldBe(made.Count);
    }

    [Fact]
    public async Task One_bike_goes_out_alone()
    {
        await using var shed = await TestShed.OpenAsync();
        var bike = await shed.BikeAsync(reading: "9000");
        await shed.BikeAsync("two-stroke-enduro");
        var copy = (await shed.GetAsync($"/api/bikes/{bike}/export")).ShouldBeOk();
        ((string?)copy["bikes"].AsArray().ShouldHaveSingleItem()!["id"]).ShouldBe(bike);
        (await shed.GetAsync($"/api/bikes/{InTheShed.NewId()}/export")).Status.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task It_is_taken_in_once_and_only_where_there_is_nothing_yet()
    {
        await using var shed = await TestShed.OpenAsync();
        await shed.BikeAsync(reading: "9000");
        var copy = (await shed.GetAsync("/api/export")).Body.ToJsonString();
        var before = shed.Stored();
        (await shed.PostAsync($"/api/import?id={InTheShed.NewId()}", copy)).Detail.ShouldContain("only where there is none yet");
        shed.Stored().ShouldBe(before);
        await using var empty = await TestShed.OpenAsync();
        var id = InTheShed.NewId();
        (await empty.PostAsync($"/api/import?id={id}", copy)).ShouldBeOk();
        var once = empty.Stored();
        (await empty.PostAsync($"/api/import?id={id}", copy)).ShouldBeOk();
        empty.Stored().ShouldBe(once);
    }

    public static TheoryData<string, Action<JsonNode>, string, string> Broken =>
        new()
        {
            { "another format", copy => copy["format"] = "shopping-list", "format", "no copy of a shed" },
            { "a newer version", copy => copy["version"] = 99, "version", "take a newer one" },
            { "an impossible bike", copy => copy["bikes"]![0]!["profile"]!["year"] = 1712, "bikes.0.profile.year", "between 1885" },
            {
                "a run that is not there",
                copy => copy["bikes"]![0]!["entries"]![0]!["run"] = InTheShed.NewId(),
                "bikes.0.entries.0.run",
                "no job run"
            },
            {
                "a line that corrects itself",
                copy => copy["bikes"]![0]!["entries"]![0]!["corrects"] = copy["bikes"]![0]!["entries"]![0]!["id"]!.DeepClone(),
                "bikes.0.entries.0.corrects",
                "no other line"
            },
            {
                "a line twice",
                copy => copy["bikes"]![0]!["entries"]!.AsArray().Add(copy["bikes"]![0]!["entries"]![0]!.DeepClone()),
                "bikes.0.entries.2.id",
                "stands twice"
            },
            {
                "a strike of nothing",
                copy =>
                    copy["bikes"]![0]!["strikes"]!
                        .AsArray()
                        .Add(
                            new JsonObject
                            {
                                ["entry"] = InTheShed.NewId(),
                                ["at"] = "2026-04-18T10:00:00Z",
                                ["device"] = "x",
                                ["reason"] = "x",
                            }
                        ),
                "bikes.0.strikes.0.entry",
                "no line of this bike"
            },
            {
                "an entry of an unknown kind",
                copy => copy["bikes"]![0]!["entries"]![0]!["body"] = new JsonObject { ["kind"] = "sacrifice" },
                "bikes[0].entries[0].body",
                "cannot be read"
            },
            { "a bike that is not there", copy => copy["bikes"]!.AsArray().Add(null), "bikes.1", "empty where" },
            { "a line that is not there", copy => copy["bikes"]![0]!["entries"]![0] = null, "bikes.0.entries.0", "empty where" },
            {
                "a teardown sheet without its places",
                copy =>
                    copy["bikes"]![0]!["entries"]![0]!["body"] = new JsonObject
                    {
                        ["kind"] = "teardown",
                        ["title"] = "x",
                        ["parts"] = new JsonArray(),
                        ["photos"] = new JsonArray(),
                    },
                "bikes.0.entries.0.body.places",
                "empty where"
            },
            {
                "a fill of nothing named",
                copy =>
                    copy["bikes"]![0]!["entries"]![0]!["body"] = new JsonObject
                    {
                        ["kind"] = "fill",
                        ["reservoir"] = "engine",
                        ["volume"] = "2 L",
                    },
                "bikes.0.entries.0.body.fluid",
                "empty where"
            },
            {
                "a part without its name",
                copy =>
                    copy["bikes"]![0]!["entries"]![0]!["body"] = new JsonObject
                    {
                        ["kind"] = "teardown",
                        ["title"] = "x",
                        ["places"] = new JsonArray(),
                        ["parts"] = new JsonArray(new JsonObject { ["count"] = 1 }),
                        ["photos"] = new JsonArray(),
                    },
                "bikes.0.entries.0.body.parts.0.part",
                "empty where"
            },
            { "no list of bikes", copy => copy.AsObject().Remove("bikes"), "bikes", "empty where" },
            { "an unknown field", copy => copy["bikes"]![0]!["wings"] = 2, "bikes[0].wings", "cannot be read" },
            {
                "a quantity without its unit",
                copy => copy["bikes"]![0]!["entries"]![0]!["body"]!["display"] = "9000",
                "bikes[0].entries[0].body.display",
                "cannot be read"
            },
        };

    [Theory]
    [MemberData(nameof(Broken))]
    public async Task A_copy_that_cannot_be_is_refused_by_path_and_nothing_is_taken(
        string what,
        Action<JsonNode> harm,
        string path,
        string words
    )
    {
        await using var shed = await TestShed.OpenAsync();
        await shed.BikeAsync(reading: "9000");
        var copy = (await shed.GetAsync("/api/export")).Body;
        harm(copy);
        await using var empty = await TestShed.OpenAsync();
        var before = empty.Stored();
        var refused = await empty.PostAsync($"/api/import?id={InTheShed.NewId()}", copy.ToJsonString());
        refused.Status.ShouldBe(HttpStatusCode.UnprocessableEntity, what);
        var field = ((JsonObject)refused["errors"]).Select(pair => pair.Key).ShouldHaveSingleItem();
        if (path.Contains('[', StringComparison.Ordinal))
            field.ShouldStartWith(path[..Math.Min(path.Length, 24)]);
        else
            field.ShouldBe(path);
        refused.Error(field)!.ShouldContain(words);
        empty.Stored().ShouldBe(before);
    }

    [Theory]
    [InlineData("")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("{\"format\":")]
    [InlineData("hello")]
    public async Task What_is_no_copy_at_all_is_refused_in_words(string text)
    {
        await using var shed = await TestShed.OpenAsync();
        var refused = await shed.PostAsync($"/api/import?id={InTheShed.NewId()}", text);
        ((int)refused.Status).ShouldBeInRange(400, 422);
        refused.Detail.ShouldNotBeEmpty();
    }

    [Fact]
    public async Task The_format_is_published_as_a_schema()
    {
        await using var shed = await TestShed.OpenAsync();
        using var answer = await shed.Http.GetAsync("/api/export/schema", TestContext.Current.CancellationToken);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/schema+json");
        (await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).ShouldBe(ShedCopySchema.Text());
    }

    private static async Task<string> AnswersAsync(TestShed shed)
    {
        var tag = (await shed.GetAsync("/api/shed")).ShouldBeOk();
        var answers = new List<string> { tag.Body.ToJsonString(), (await shed.GetAsync("/api/book")).Body.ToJsonString() };
        foreach (var viewing in (await shed.GetAsync("/api/viewings")).ShouldBeOk().Body.AsArray())
            answers.Add((await shed.GetAsync($"/api/viewings/{(string)viewing!["id"]!}")).ShouldBeOk().Body.ToJsonString());
        foreach (var bike in tag["bikes"].AsArray())
            answers.Add((await shed.GetAsync($"/api/bikes/{(string)bike!["id"]!}")).ShouldBeOk().Body.ToJsonString());
        return string.Join('\n', answers);
    }

    private static string Undated(JsonNode copy)
    {
        copy["writtenAt"] = "";
        return copy.ToJsonString();
    }
}
