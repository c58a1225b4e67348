using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.App.Tests.Jobs;

/// <summary>Every shipped job on every shipped kind of bike, from its first tap to the book and back.</summary>
public class EveryJobTests
{
    public static TheoryData<string> Sets => [.. OwnShed.Content.Sets.Select(set => set.Id)];

    [Theory]
    [MemberData(nameof(Sets))]
    public async Task Every_job_that_fits_runs_to_its_end_writes_what_it_said_and_can_be_taken_back(string set)
    {
        var ran = 0;
        foreach (var job in JobsOn(set))
        {
            // A shed for each, so that one job's end is not another's start.
            var shed = new OwnShed();
            var bike = await shed.BikeAsync(set);
            var hand = new BenchHand(shed);
            var before = await LinesAsync(shed, bike.Id);
            var run = await hand.ThroughAsync(await hand.StartAsync(bike.Id, job));
            ran++;
            if (run.FinishRefused is { } held)
            {
                // What is left undone holds the job; that is said, and it can be set aside.
                hand.Left.ShouldNotBeEmpty($"{job}: nothing was left, and yet {held}");
                (await shed.Runs.SetAsideAsync(run.Id, new EndRequest(OwnShed.NewId(), "Held"), OwnShed.By(run.Version))).Done();
                continue;
            }

            var promised = run.WillWrite.Select(line => line.Kind).Order(StringComparer.Ordinal).ToList();
            var finish = new FinishRequest(OwnShed.NewId(), "47", [], run.Tray.Count > 0 ? "as it lies" : null, null);
            run = (await shed.Runs.FinishAsync(run.Id, finish, OwnShed.By(run.Version))).Done();
            run.Status.ShouldBe(RunStatus.Finished, job);
            // That the job is done needs no saying; all else was said before.
            run.Wrote.Select(line => line.Kind)
                .Where(kind => kind != "job-finished")
                .Order(StringComparer.Ordinal)
                .ToList()
                .ShouldBe(promised, job);
            (await shed.Bikes.GetAsync(bike.Id, OwnShed.By())).Done().Running.ShouldBeEmpty();

            (await shed.Runs.UndoFinishAsync(run.Id, new EndRequest(OwnShed.NewId(), "Too soon"), OwnShed.By()))
                .Done()
                .Status.ShouldBe(RunStatus.Running);
            (await LinesAsync(shed, bike.Id)).ShouldBe(before, $"{job}: what was taken back still counts");
        }

        ran.ShouldBeGreaterThan(2);
    }

    [Fact]
    public void No_job_is_left_out() => Sets.SelectMany(row => JobsOn(row.Data)).Distinct().Count().ShouldBe(OwnShed.Content.Jobs.Length);

    /// <summary>Every job on some of the kinds that it fits, spread over all of them: all on all would take minutes.</summary>
    private static IEnumerable<string> JobsOn(string set) =>
        from at in Enumerable.Range(0, OwnShed.Content.Jobs.Length)
        let job = OwnShed.Content.Jobs[at]
        let fitting = OwnShed
            .Content.Sets.Where(one => job.Applies.To(Core.Bikes.Capabilities.Of(one.Profile)))
            .Select(one => one.Id)
            .ToList()
        let place = fitting.IndexOf(set)
        where place >= 0 && place % 6 == at % Math.Min(6, fitting.Count)
        select job.Id;

    private static async Task<string> LinesAsync(OwnShed shed, Guid bike) =>
        string.Join('\n', (await shed.Snapshots.OneAsync(bike, OwnShed.Cancel))!.Ledger.InForce.Select(line => $"{line.Date} {line.Body}"));
}
