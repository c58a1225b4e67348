using CsCheck;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Findings;

/// <summary>What is done for the money there is, in the owner's order.</summary>
public class WorkForTheMoneyTests
{
    private readonly LedgerBuilder _book = new();

    private EntryId Found(string title, decimal? cost, FindingSeverity severity = FindingSeverity.Watch) =>
        _book.Write(Given.Today, FindingOpened.Seen(title, severity, null, cost is { } guess ? Money.Of(guess) : null, null)).Id;

    private void Set(decimal? cap, params EntryId[] order) =>
        _book.Write(Given.Today, new BudgetSet(cap is { } most ? Money.Of(most) : null, [.. order]));

    private WorkForTheMoney Work(params FindingOpened[] running) => WorkForTheMoney.Of(_book.Ledger, running);

    private static string[] Lines(WorkForTheMoney work) =>
        [.. work.Must.Concat(work.Optional).Select(line => $"{line.Finding.Title}: {line.Verdict}")];

    [Fact]
    public void What_is_optional_is_taken_in_the_owners_order_as_far_as_the_money_goes()
    {
        var (seat, pipe, paint) = (Found("Seat torn", 80), Found("Pipe dented", 150), Found("Paint", 60));
        Set(200, paint, pipe, seat);
        var work = Work();
        // The pipe does not fit behind the paint; the seat behind it does.
        Lines(work).ShouldBe(["Paint: Within", "Pipe dented: OverTheCap", "Seat torn: Within"]);
        (work.Taken, work.Left, work.Short).ShouldBe((Money.Of(140), Money.Of(60), null));
        Set(200, pipe, paint, seat);
        Lines(Work()).ShouldBe(["Pipe dented: Within", "Paint: OverTheCap", "Seat torn: OverTheCap"]);
    }

    [Fact]
    public void What_a_strip_down_finds_decides_it_again()
    {
        Set(200, Found("Seat torn", 80), Found("Paint", 60));
        Lines(Work()).ShouldBe(["Seat torn: Within", "Paint: Within"]);
        var crack = FindingOpened.Seen("Hub cracked", FindingSeverity.Stop, null, Money.Of(130), null);
        var work = Work(crack);
        Lines(work).ShouldBe(["Hub cracked: Must", "Seat torn: OverTheCap", "Paint: Within"]);
        (work.MustCost, work.Taken).ShouldBe((Money.Of(130), Money.Of(190)));
        Work(crack with { CostGuess = Money.Of(260) }).Short.ShouldBe(Money.Of(60));
    }

    [Fact]
    public void Without_a_cap_all_that_has_a_price_is_done_and_what_has_none_is_counted()
    {
        Found("Seat torn", 80);
        Found("Rust in the tank", null);
        var work = Work();
        Lines(work).ShouldBe(["Seat torn: Within", "Rust in the tank: NoPrice"]);
        (work.Cap, work.Left, work.Unpriced).ShouldBe((null, null, 1));
    }

    // Property: the cap is never gone over but by what must be; what was left out would not have fitted when its turn came.
    [Fact]
    public void The_cap_holds_and_nothing_is_left_out_that_would_fit() =>
        Gen.Select(Gen.Int[0, 400], Gen.Select(Gen.Int[0, 200], Gen.Int[0, 3]).Array[0, 9], Gen.Int[0, 99])
            .Sample(
                (cap, found, seed) =>
                {
                    var book = new LedgerBuilder();
                    var ids = found
                        .Select(one => (Cost: one.Item1, Severity: (FindingSeverity)one.Item2))
                        .Select(one => FindingOpened.Seen("x", one.Severity, null, one.Cost == 0 ? null : Money.Of(one.Cost), null))
                        .Select(body => book.Write(Given.Today, body).Id)
                        .ToArray();
                    new Random(seed).Shuffle(ids);
                    book.Write(Given.Today, new BudgetSet(Money.Of(cap), [.. ids]));
                    var work = WorkForTheMoney.Of(book.Ledger, []);
                    work.Taken.Amount.ShouldBeLessThanOrEqualTo(Math.Max(cap, work.MustCost.Amount));
                    work.Optional.Select(line => line.Entry!.Value)
                        .ShouldBe(ids.Where(work.Optional.Select(line => line.Entry!.Value).Contains));
                    var left = Math.Max(0, cap - work.MustCost.Amount);
                    foreach (var line in work.Optional.Where(line => line.Finding.CostGuess is not null))
                    {
                        var cost = line.Finding.CostGuess!.Value.Amount;
                        line.Verdict.ShouldBe(cost <= left ? WorkVerdict.Within : WorkVerdict.OverTheCap);
                        left -= line.Verdict == WorkVerdict.Within ? cost : 0;
                    }
                }
            );
}
