using MuddyLedger.Content;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Core.Tests.Content;

public sealed class ContentTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("muddy-content-").FullName;

    public ContentTests()
    {
        foreach (var file in Directory.EnumerateFiles(Given.ContentFolder, "*.yaml", SearchOption.AllDirectories))
        {
            var copy = Path.Combine(_folder, Path.GetRelativePath(Given.ContentFolder, file));
            Directory.CreateDirectory(Path.GetDirectoryName(copy)!);
            File.Copy(file, copy);
        }
    }

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    [Fact]
    public void What_ships_can_be_used()
    {
        var library = ContentLibrary.Load(Given.ContentFolder);
        library.Jobs.ShouldNotBeEmpty();
        library.Sets.ShouldAllBe(set => set.Title.Length > 0);
        library.Sets.SelectMany(set => library.JobsFor(set.Profile)).ShouldNotBeEmpty();
    }

    [Theory]
    [InlineData("kind: timer", "kind: stopwatch", "\"stopwatch\" is none of")]
    [InlineData("after: [stand]\n    needs", "after: [standing]\n    needs", "there is no step \"standing\"")]
    [InlineData("cautions: [carbon-monoxide, running-engine]", "cautions: [ghosts]", "\"ghosts\" is none of")]
    [InlineData("reservoir: engine\n    after: [drip", "after: [drip", "needs its \"reservoir\"")]
    [InlineData("fastener: oil-drain-plug", "fastener: oil-drain-plugs", "is none of")]
    [InlineData("refits: [plug]", "refits: [plugg]", "no step refits \"plug\"")]
    [InlineData("refits: [cap]", "refits: [cap, lid]", "nothing called \"lid\"")]
    [InlineData(
        "text: Leave it standing, so that the oil runs down.\n    reservoir: engine",
        "text: Leave it standing.",
        "from-reservoir needs"
    )]
    [InlineData("hold: cranked", "holds: cranked", "not a key known here")]
    [InlineData("applies: { choice.drain: [warm] }", "applies: { choice.rain: [warm] }", "matched on")]
    [InlineData("default: warm", "default: tepid", "none of the options")]
    [InlineData("minutes: 40", "minutes: soon", "not a whole number")]
    [InlineData("provenance: common practice\nserves", "provenance: hearsay\nserves", "must be house")]
    [InlineData("task: engine-oil.replace", "task: engine-oil.swap", "no schedule has a task")]
    [InlineData("  - id: magnet", "  - id: drip", "stands twice")]
    [InlineData("    after: [pour-first]\n    hold", "    after: [pour-first, leaks]\n    hold", "wait for each other")]
    [InlineData("title: Engine oil and filter", "title: [Engine", "is not YAML")]
    public void A_broken_job_is_refused_by_file_line_and_reason(string was, string becomes, string reason)
    {
        var refused = Break("jobs/engine-oil.yaml", was, becomes);
        refused.File.ShouldBe("jobs/engine-oil.yaml");
        refused.Message.ShouldContain(reason);
        refused.Line.ShouldBeGreaterThan(0);
    }

    [Theory]
    [InlineData(
        "lifts:\n      - { id: rag-over-plug-holes",
        "lifts:\n      - { id: rag-in-a-hole",
        "no step lifts \"rag-over-plug-holes\" back"
    )]
    [InlineData("plug hole, shuts: cranked }", "plug hole, back: yes, lasting: yes }", "lasting: belongs to what a step begins")]
    [InlineData("plug hole, shuts: cranked }", "plug hole, back: yes, shuts: cranked }", "shuts: belongs to what a step begins")]
    [InlineData("plug hole, shuts: cranked }", "plug hole, shuts: pushed }", "none of cranked, run, ridden")]
    [InlineData("after: [cover-holes, gap, set-gap]", "after: [gap, set-gap]", "must come after this one")]
    [InlineData("what: a rag over each open plug hole", "wat: a rag over each open plug hole", "\"what\" is missing")]
    public void What_is_put_for_now_and_not_lifted_is_refused(string was, string becomes, string reason) =>
        Break("jobs/spark-plugs.yaml", was, becomes).Message.ShouldContain(reason);

    [Theory]
    [InlineData("jobs/chain.yaml", "figure: chain-slack, places", "figure: chain-slak, places", "is none of")]
    [InlineData(
        "jobs/chain.yaml",
        "measure: { figure: chain-slack }",
        "measure: { figure: chain-slack, unit: mm }",
        "belongs to the figure"
    )]
    [InlineData("jobs/chain.yaml", "measure: { figure: chain-slack }", "measure: { within: 2 }", "\"figure\" is missing")]
    [InlineData(
        "jobs/chain.yaml",
        "measure: { figure: chain-slack }",
        "measure: { figure: chain-slack, within: 2 }",
        "needs two places or more"
    )]
    [InlineData("jobs/leak-watch.yaml", "looks: [4, 12]", "looks: [12, 4]", "must be in order")]
    [InlineData("jobs/leak-watch.yaml", "looks: [4, 12]", "looks: [4, 900]", "not a number of hours")]
    [InlineData("jobs/leak-watch.yaml", "    looks: [4, 12]\n", "", "belongs to a step of kind watch")]
    [InlineData("jobs/spark-plugs.yaml", "within: [plugs]", "within: [attic]", "there is no access group \"attic\"")]
    [InlineData("jobs/spark-plugs.yaml", "group: engine-top", "group: engine-bottom", "is none of")]
    [InlineData(
        "jobs/recommissioning.yaml",
        "    why: What was plugged in autumn and forgotten in spring melts, or gets sucked in.\n    after: [runaway]\n    hold: cranked",
        "    after: [runaway]",
        "needs its \"hold\""
    )]
    [InlineData(
        "jobs/recommissioning.yaml",
        "done: Outside, at hand",
        "if-standing: yes",
        "belongs to a step that ends what another began"
    )]
    [InlineData("jobs/recommissioning.yaml", "id: long, title", "id: two-years, title", "is no tier of standing")]
    [InlineData("jobs/recommissioning.yaml", "take: strip", "take: burn", "is none of the options")]
    [InlineData(
        "jobs/recommissioning.yaml",
        "applies: { choice.stood: [revival] }, because",
        "applies: { choice.sat: [revival] }, because",
        "matched on"
    )]
    [InlineData("jobs/laying-up.yaml", "marks: laid-up", "marks: laid-down", "is none of")]
    [InlineData("jobs/setting-up.yaml", "worth: must", "worth: much", "is none of")]
    [InlineData("access/tank-off.yaml", "group: seat-off", "group: saddle-off", "there is no access group \"saddle-off\"")]
    [InlineData("access/tank-off.yaml", "refits: [hoses]", "refits: [hose]", "no step refits \"hoses\"")]
    [InlineData("access/tank-off.yaml", "    refits: [tank, bolts]", "    after: [fuel]\n    refits: [tank, bolts]", "follow each other")]
    [InlineData(
        "access/plugs.yaml",
        "minutes: 0",
        "minutes: 0\nopen:\n  - { id: a, kind: do, title: A, text: Do it. }",
        "closes it, and the other way round"
    )]
    public void A_broken_measure_watch_or_access_group_is_refused(string file, string was, string becomes, string reason) =>
        Break(file, was, becomes).Message.ShouldContain(reason);

    [Fact]
    public void The_line_is_the_one_that_is_wrong()
    {
        var lines = File.ReadAllLines(Path.Combine(_folder, "jobs/engine-oil.yaml"));
        var at = Array.FindIndex(lines, line => line.Contains("fastener: oil-drain-plug", StringComparison.Ordinal));
        Break("jobs/engine-oil.yaml", "fastener: oil-drain-plug", "fastener: nail").Line.ShouldBe(at + 1);
    }

    // What only shows beside the other files has its line, too.
    [Theory]
    [InlineData("access/tank-off.yaml", "group: seat-off", "group: saddle-off")]
    [InlineData("schedules/brakes.yaml", "job: front-pads", "job: front-padding")]
    [InlineData("jobs/engine-oil.yaml", "task: engine-oil.replace", "task: engine-oil.burn")]
    public void The_line_of_an_id_that_no_other_file_has_is_the_one_on_which_it_stands(string file, string was, string becomes)
    {
        var lines = File.ReadAllLines(Path.Combine(_folder, file));
        var at = Array.FindIndex(lines, line => line.Contains(was, StringComparison.Ordinal));
        at.ShouldBeGreaterThan(0);
        Break(file, was, becomes).Line.ShouldBe(at + 1);
    }

    [Theory]
    [InlineData("every: 6000 mi", "every: 6000", "no unit that fits")]
    [InlineData("every: 6000 mi", "every: 6000 nm", "no unit that fits")]
    [InlineData("months: 12", "months: -2", "not a whole number")]
    [InlineData("act: replace", "deed: replace", "\"act\" is missing")]
    [InlineData("use: [road, dual-sport]", "weather: [road]", "matched on")]
    [InlineData("provenance: house", "provenance: published", "must be house")]
    [InlineData("job: engine-oil", "job: engine-oils", "there is no job")]
    public void A_broken_schedule_is_refused_by_file_and_reason(string was, string becomes, string reason)
    {
        var refused = Break("schedules/oil-wet-sump.yaml", was, becomes);
        refused.File.ShouldBe("schedules/oil-wet-sump.yaml");
        refused.Message.ShouldContain(reason);
    }

    [Fact]
    public void A_task_that_resets_what_is_no_task_is_refused() =>
        Break("schedules/chassis.yaml", "resets: [inspect]", "resets: [inspects]").Message.ShouldContain("which is no task");

    [Theory]
    [InlineData("until: entered", "until: christmas", "only \"entered\" is known")]
    [InlineData("until: entered, provenance", "until: entered, evry: 5 h, provenance", "not a key known here")]
    public void A_broken_paper_is_refused(string was, string becomes, string reason) =>
        Break("schedules/papers.yaml", was, becomes).Message.ShouldContain(reason);

    [Theory]
    [InlineData("stroke: four", "stroke: six", "is none of")]
    [InlineData("odometer: miles", "odometer: leagues", "is none of")]
    [InlineData("bodywork-over-oil: no", "bodywork-over-oil: maybe", "yes or no")]
    [InlineData("cylinders: 2", "cylinders: 200", "from 1 to 8")]
    public void A_broken_set_is_refused_by_file_and_reason(string was, string becomes, string reason) =>
        Break("sets/road-twin.yaml", was, becomes).Message.ShouldContain(reason);

    [Fact]
    public void The_same_id_twice_is_refused()
    {
        File.Copy(Path.Combine(_folder, "jobs/engine-oil.yaml"), Path.Combine(_folder, "jobs/zz-copy.yaml"));
        Should.Throw<ContentException>(() => ContentLibrary.Load(_folder)).Message.ShouldContain("is taken by jobs/engine-oil.yaml");
    }

    [Fact]
    public void A_missing_folder_is_named()
    {
        Directory.Delete(Path.Combine(_folder, "jobs"), recursive: true);
        Should.Throw<ContentException>(() => ContentLibrary.Load(_folder)).Message.ShouldContain("jobs/");
    }

    [Fact]
    public void Where_schools_differ_each_gives_its_reason() =>
        Given
            .Content.Jobs.SelectMany(job => job.Steps)
            .Where(step => step.Choice is not null)
            .SelectMany(step => step.Choice!.Options)
            .ShouldAllBe(option => option.Reason.Length > 20);

    [Fact]
    public void Every_step_that_is_not_self_evident_says_why() =>
        Given
            .Content.Jobs.SelectMany(job => job.Steps)
            .Where(step => step.Hold is not null)
            .ShouldAllBe(step => step.Why != null && step.Why.Length > 20);

    private ContentException Break(string file, string was, string becomes)
    {
        var path = Path.Combine(_folder, file);
        var text = File.ReadAllText(path);
        text.ShouldContain(was);
        var at = text.IndexOf(was, StringComparison.Ordinal);
        File.WriteAllText(path, string.Concat(text.AsSpan(0, at), becomes, text.AsSpan(at + was.Length)));
        return Should.Throw<ContentException>(() => ContentLibrary.Load(_folder));
    }

    // A file of a few bytes must not take the server down with it, whatever it holds: it is refused in words, and at once.
    [Theory]
    [InlineData("&a\n*a : 1\n", "alias")]
    [InlineData("a: &x [1]\nb: *x\n", "alias")]
    [InlineData("? [a, b]\n: 1\n", "key that is not a plain word")]
    [InlineData("? {a: b}\n: 1\n", "key that is not a plain word")]
    public void A_file_that_refers_to_itself_or_has_odd_keys_is_refused(string text, string words) =>
        Should.Throw<ContentException>(() => Given.Content.ReadJob("hostile.yaml", text)).Message.ShouldContain(words);

    [Theory]
    [InlineData("[")]
    [InlineData("{a: ")]
    [InlineData("- ")]
    public async Task Nesting_without_end_is_refused_within_a_second(string opens)
    {
        var text = "a: " + string.Concat(Enumerable.Repeat(opens == "- " ? "\n" + "- " : opens, 100_000));
        var refused = await Task.Run(() => Should.Throw<ContentException>(() => Given.Content.ReadJob("deep.yaml", text)))
            .WaitAsync(TimeSpan.FromSeconds(5), TestContext.Current.CancellationToken);
        refused.Message.ShouldContain("deep.yaml:");
        Should
            .Throw<ContentException>(() => Given.Content.ReadJob("long.yaml", "a: " + new string('x', 600_000)))
            .Message.ShouldContain("longer than");
    }
}
