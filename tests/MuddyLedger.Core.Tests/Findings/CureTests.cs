using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Tests.Findings;

/// <summary>What shows only hot is not cured by a cold engine that runs well.</summary>
public class CureTests
{
    private readonly LedgerBuilder _book = new();

    private LedgerEntry Found(string? under, FindingSeverity severity = FindingSeverity.FixSoon) =>
        _book.Write(Given.Today, FindingOpened.Seen("Cuts out", severity, null, null, null) with { Under = under });

    private string[] Open => [.. OpenFindings.Of(_book.Ledger).Select(one => one.Body.Title)];

    private string[] OnTrial => [.. OpenFindings.OnTrial(_book.Ledger).Select(one => $"{one.Finding.Title}: {one.How}")];

    [Fact]
    public void What_shows_under_some_conditions_is_on_trial_until_it_was_tried_under_them()
    {
        var found = Found("hot, uphill");
        OnTrial.ShouldBeEmpty();
        _book.Write(Given.Today, new FindingClosed(found.Id, "new coil"));
        Open.ShouldBeEmpty();
        OnTrial.ShouldBe(["Cuts out: new coil"]);
        _book.Write(Given.Today, new CureTried(found.Id, Gone: false, "cut out at the top again"));
        Open.ShouldBe(["Cuts out"]);
        OnTrial.ShouldBeEmpty();
        _book.Write(Given.Today, new FindingClosed(found.Id, "new crank sensor"));
        var gone = _book.Write(Given.Today, new CureTried(found.Id, Gone: true, "an hour, two up, to the pass"));
        Open.Concat(OnTrial).ShouldBeEmpty();
        _book.Strike(gone);
        OnTrial.ShouldBe(["Cuts out: new crank sensor"]);
    }

    [Fact]
    public void What_shows_at_any_time_and_what_was_tried_at_once_is_done_with()
    {
        _book.Write(Given.Today, new FindingClosed(Found(null).Id, "new bulb"));
        _book.Write(Given.Today, new FindingClosed(Found("cold, wet").Id, "new cap") { Tried = "cold, under the hose" });
        Open.Concat(OnTrial).ShouldBeEmpty();
    }

    /// <summary>To be tried it must be ridden; and when it is back, it shuts again.</summary>
    [Fact]
    public void On_trial_it_shuts_no_gate_and_shuts_it_again_when_it_is_back()
    {
        GateState Stop() =>
            Given.Line(Given.Drumlin, _book.Ledger).Reasons.Any(reason => reason.Kind == ReasonKind.StopFinding)
                ? GateState.Shut
                : GateState.Open;
        var found = Found("hot", FindingSeverity.Stop);
        Stop().ShouldBe(GateState.Shut);
        _book.Write(Given.Today, new FindingClosed(found.Id, "new coil"));
        Stop().ShouldBe(GateState.Open);
        _book.Write(Given.Today, new CureTried(found.Id, Gone: false, "hot again"));
        Stop().ShouldBe(GateState.Shut);
    }

    [Theory]
    [InlineData(FindingSeverity.Stop, null, Gate.Ridden)]
    [InlineData(FindingSeverity.Stop, Gate.Run, Gate.Run)]
    [InlineData(FindingSeverity.FixSoon, Gate.Run, null)]
    [InlineData(FindingSeverity.Watch, null, null)]
    public void Only_one_that_says_stop_shuts_a_gate_and_riding_where_none_is_named(FindingSeverity severity, Gate? gate, Gate? shuts)
    {
        var seen = FindingOpened.Seen("Crack", severity, null, null, gate);
        (seen.Gate, seen.Shuts).ShouldBe((shuts, shuts));
    }

    // Property: over any order of lines, a finding is open, on trial or done with, as its last line has it, and never two of them.
    [Fact]
    public void Any_order_of_lines_leaves_it_where_the_last_one_put_it() =>
        Gen.Select(Gen.Bool, Gen.Int[0, 3].Array[0, 8])
            .Sample(
                (conditions, lines) =>
                {
                    var book = new LedgerBuilder();
                    var under = conditions ? "hot" : null;
                    var found = book.Write(Given.Today, new FindingOpened("Cuts out", FindingSeverity.Watch) { Under = under });
                    var state = "open";
                    foreach (var line in lines)
                    {
                        EntryBody body = line switch
                        {
                            0 => new FindingClosed(found.Id, "mended"),
                            1 => new FindingClosed(found.Id, "mended") { Tried = "hot" },
                            2 => new CureTried(found.Id, true, "hot"),
                            _ => new CureTried(found.Id, false, "hot"),
                        };
                        book.Write(Given.Today, body);
                        state = (line, conditions) switch
                        {
                            (0, true) => "on trial",
                            (3, _) => "open",
                            _ => "done",
                        };
                    }

                    OpenFindings.Of(book.Ledger).Length.ShouldBe(state == "open" ? 1 : 0);
                    OpenFindings.OnTrial(book.Ledger).Length.ShouldBe(state == "on trial" ? 1 : 0);
                }
            );
}
