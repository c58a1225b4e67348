namespace MuddyLedger.Web.Tests.Jobs;

public sealed class OwnJobTests : IAsyncLifetime
{
    internal const string Hinges = """
        id: gate-hinges
        title: Oil the gate
        for: So that it does not wake the dog.
        applies: {}
        group: other
        minutes: 5
        provenance: owner
        steps:
          - id: oil
            kind: do
            title: Oil the hinges
            text: Put a drop on each hinge.
            needs:
              - { consumable: oil can }
          - id: sign-off
            kind: sign-off
            title: Sign off
            text: Sign it off.
            after: [oil]
        """;

    private TestShed _shed = null!;
    private string _bike = null!;

    public async ValueTask InitializeAsync()
    {
        _shed = await TestShed.OpenAsync();
        _bike = await _shed.BikeAsync();
    }

    public ValueTask DisposeAsync() => _shed.DisposeAsync();

    [Fact]
    public async Task A_job_of_ones_own_is_kept_offered_run_changed_and_taken_away()
    {
        ((int)(await KeepAsync("gate-hinges", Hinges)).ShouldBeOk()["version"]).ShouldBe(1);
        await _shed.RestartAsync();
        var run = (await _shed.StartAsync(_bike, ["gate-hinges", "chain"])).ShouldBeOk();
        run["steps"].AsArray().Select(step => (string?)step!["id"]).ShouldContain("gate-hinges/oil");
        // A run that is under way keeps the job as it was when it began.
        (await KeepAsync("gate-hinges", Hinges.Replace("a drop", "two drops", StringComparison.Ordinal), "\"1\"")).ShouldBeOk();
        (await _shed.GetAsync($"/api/runs/{(string)run["id"]!}"))
            .ShouldBeOk()["steps"]
            .AsArray()
            .ShouldContain(step => (string?)step!["text"] == "Put a drop on each hinge.");
        (await KeepAsync("gate-hinges", Hinges, "\"1\"")).Status.ShouldBe(HttpStatusCode.PreconditionFailed);
        (await _shed.PostAsync("/api/jobs/gate-hinges/removed", new { id = InTheShed.NewId() }, "\"2\"")).ShouldBeOk();
        (await _shed.GetAsync("/api/jobs/gate-hinges")).Status.ShouldBe(HttpStatusCode.NotFound);
        (await _shed.GetAsync($"/api/bikes/{_bike}"))
            .ShouldBeOk()["jobs"]
            .AsArray()
            .ShouldNotContain(job => (string?)job!["id"] == "gate-hinges");
    }

    [Theory]
    [InlineData("kind: do", "kind: dance", "line 10: kind: \"dance\" is none of")]
    [InlineData("after: [oil]", "after: [paint]", "there is no step \"paint\"")]
    [InlineData("minutes: 5", "minutes: soon", "line 6: minutes: \"soon\" is not a whole number")]
    [InlineData("title: Oil the gate", "title: [Oil", "is not YAML")]
    [InlineData("id: gate-hinges", "id: gate", "names itself \"gate\"")]
    [InlineData("text: Put", "within: [cellar-door]\n    text: Put", "line 12: oil: there is no access group \"cellar-door\"")]
    public async Task A_bad_file_is_refused_by_line_and_nothing_is_kept(string was, string becomes, string words)
    {
        Hinges.ShouldContain(was);
        (await KeepAsync("gate-hinges", Hinges.Replace(was, becomes, StringComparison.Ordinal))).ShouldRefuse("text", words);
        (await _shed.GetAsync("/api/jobs")).ShouldBeOk().Body.AsArray().ShouldNotContain(job => (bool)job!["own"]!);
    }

    [Fact]
    public async Task It_is_read_along_while_it_is_written()
    {
        var fine = (await _shed.PostAsync("/api/jobs/check", new { text = Hinges })).ShouldBeOk();
        ((string?)fine["title"], (int)fine["steps"]).ShouldBe(("Oil the gate", 2));
        fine.Body["reason"].ShouldBeNull();
        var wrong = (
            await _shed.PostAsync("/api/jobs/check", new { text = Hinges.Replace("kind: do", "kid: do", StringComparison.Ordinal) })
        ).ShouldBeOk();
        ((int)wrong["line"]).ShouldBe(9);
        ((string?)(await _shed.PostAsync("/api/jobs/check", new { text = " " })).ShouldBeOk()["reason"])!.ShouldContain("is empty");
    }

    [Fact]
    public async Task A_copy_of_a_shipped_job_stands_in_for_it_and_gives_way_again()
    {
        var shipped = (string)(await _shed.GetAsync("/api/jobs/chain")).ShouldBeOk()["text"]!;
        (await KeepAsync("chain", shipped.Replace("title: Clean it", "title: Clean it well", StringComparison.Ordinal))).ShouldBeOk();
        (await _shed.StartAsync(_bike, "chain"))
            .ShouldBeOk()["steps"]
            .AsArray()
            .ShouldContain(step => (string?)step!["title"] == "Clean it well");
        var listed = (await _shed.GetAsync("/api/jobs"))
            .ShouldBeOk()
            .Body.AsArray()
            .Where(job => (string?)job!["id"] == "chain")
            .ShouldHaveSingleItem()!;
        ((bool)listed["standsIn"]!).ShouldBeTrue();
        (await _shed.PostAsync("/api/jobs/chain/removed", new { id = InTheShed.NewId() }, "\"1\"")).ShouldBeOk();
        ((string)(await _shed.GetAsync("/api/jobs/chain")).ShouldBeOk()["text"]!).ShouldBe(shipped);
    }

    [Fact]
    public async Task It_goes_out_as_a_file_and_in_a_copy_of_the_shed_and_comes_in_again()
    {
        (await KeepAsync("gate-hinges", Hinges)).ShouldBeOk();
        (await _shed.Http.GetStringAsync("/api/jobs/gate-hinges/file", TestContext.Current.CancellationToken)).ShouldBe(Hinges);
        var copy = await _shed.Http.GetStringAsync("/api/export", TestContext.Current.CancellationToken);
        ((string?)JsonNode.Parse(copy)!["jobs"]![0]!["text"]).ShouldBe(Hinges);
        await using var other = await TestShed.OpenAsync();
        (await other.PostAsync($"/api/import?id={InTheShed.NewId()}", copy)).ShouldBeOk();
        ((string)(await other.GetAsync("/api/jobs/gate-hinges")).ShouldBeOk()["text"]!).ShouldBe(Hinges);
    }

    private Task<Answer> KeepAsync(string job, string text, string etag = "\"0\"") =>
        _shed.PutAsync($"/api/jobs/{job}", new { id = InTheShed.NewId(), text }, etag);
}
