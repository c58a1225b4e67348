using System.Diagnostics;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.Core.Tests.Wear;

public class SwapPlanTests
{
    private static readonly ClearanceRange Intake = new(100, 150);
    private static readonly ClearanceRange Exhaust = new(200, 250);

    private static ValveToSet Valve(string name, int clearance, int? shim, ClearanceRange? range = null) =>
        new(name, clearance, shim, range ?? Intake);

    /// <summary>New shim = old shim + (measured - target): shop arithmetic, common practice, no source.</summary>
    [Fact]
    public void A_tight_valve_gets_a_thinner_shim_and_the_sum_is_exact()
    {
        // 0.05 mm with a 2.85: to the middle of 0.10 to 0.15 it wants 2.775; 2.75 leaves 0.15, 2.80 leaves 0.10. The thinner wins.
        var plan = SwapPlan.Of([Valve("intake 1", 50, 2850)], [], ShimSizes.Usual);
        var move = plan.Moves.ShouldHaveSingleItem();
        (move.Where, move.Shim, move.Left).ShouldBe((ShimFrom.Buy, 2750, 150));
        plan.Buy.ShouldBe([2750]);
        plan.Spare.ShouldBe([2850]);
        // With finer sizes it is exact.
        SwapPlan
            .Of([Valve("intake 1", 50, 2850)], [], ShimSizes.Usual with { Step = 25 })
            .Moves[0]
            .ShouldSatisfyAllConditions(fine => fine.Shim.ShouldBe(2775), fine => fine.Left.ShouldBe(125));
    }

    [Fact]
    public void Two_valves_that_suit_each_other_swap_and_nothing_is_bought()
    {
        // The tight one wants 2.80 and the wide one wants 2.85.
        var plan = SwapPlan.Of([Valve("a", 75, 2850), Valve("b", 175, 2800)], [], ShimSizes.Usual);
        plan.Buy.ShouldBeEmpty();
        plan.Moves.Select(move => (move.Valve.Name, move.Shim, move.From, move.Left))
            .ShouldBe([("a", 2800, "b", 125), ("b", 2850, "a", 125)]);
    }

    [Fact]
    public void The_shelf_comes_before_the_shop_and_valves_that_are_right_keep_their_shims()
    {
        var plan = SwapPlan.Of([Valve("a", 75, 2850), Valve("b", 125, 2800)], [2800, 3000], ShimSizes.Usual);
        plan.Moves.Select(move => move.Where).ShouldBe([ShimFrom.Shelf, ShimFrom.Stays]);
        plan.Buy.ShouldBeEmpty();
        plan.Spare.ShouldBe([2850]);
    }

    [Fact]
    public void Closed_to_nothing_cannot_be_worked_out_and_says_what_to_do()
    {
        var plan = SwapPlan.Of([Valve("a", 0, 2850), Valve("b", 60, null)], [], ShimSizes.Usual);
        plan.Moves.ShouldBeEmpty();
        plan.Unsolved.Select(one => one.Valve.Name).ShouldBe(["a", "b"]);
        plan.Unsolved[0].Why.ShouldContain("nothing or less");
        plan.Unsolved[1].Why.ShouldContain("not measured");
    }

    [Fact]
    public void A_seat_at_its_end_is_told()
    {
        var plan = SwapPlan.Of([Valve("a", 10, 1200)], [], ShimSizes.Usual);
        plan.Unsolved.ShouldHaveSingleItem().Why.ShouldContain("come to its end");
    }

    [Fact]
    public void It_is_as_good_as_trying_everything_up_to_eight_valves()
    {
        for (var seed = 0; seed < 300; seed++)
        {
            var random = new Random(seed);
            var count = 1 + random.Next(seed % 25 == 0 ? 8 : 6);
            var valves = Enumerable
                .Range(0, count)
                .Select(at => Valve($"v{at}", 5 * random.Next(1, 70), 2500 + 25 * random.Next(20), random.Next(2) == 0 ? Intake : Exhaust))
                .ToList();
            var shelf = Enumerable.Range(0, random.Next(4)).Select(_ => 2500 + 25 * random.Next(20)).ToList();
            var sizes = ShimSizes.Usual with { Step = seed % 2 == 0 ? 50 : 25 };
            var plan = SwapPlan.Of(valves, shelf, sizes);
            var (buys, squares) = Best(valves, shelf, sizes);
            plan.Buy.Length.ShouldBe(buys, $"seed {seed}");
            SquaresOf(plan.Moves.Where(move => move.Where != ShimFrom.Stays)).ShouldBe(squares, $"seed {seed}");
            // No shim twice, and every clearance inside.
            plan.Moves.ShouldAllBe(move => move.Valve.Range.Holds(move.Left));
            var moved = plan.Moves.Where(move => move.Where == ShimFrom.OtherValve).Select(move => move.From).ToList();
            moved.ShouldBeUnique();
        }
    }

    private static long SquaresOf(IEnumerable<ShimMove> moves) =>
        moves.Sum(move => (long)(2 * move.Left - move.Valve.Range.TwiceMiddle) * (2 * move.Left - move.Valve.Range.TwiceMiddle));

    /// <summary>Every way to give the pool to the valves that are set.</summary>
    private static (int Buys, long Squares) Best(List<ValveToSet> valves, List<int> shelf, ShimSizes sizes)
    {
        var setting = valves
            .Where(valve => !valve.Right && !valve.Closed && sizes.All.Any(size => valve.Range.Holds(valve.LeftWith(size))))
            .ToList();
        var pool = setting.Select(valve => valve.Shim!.Value).Concat(shelf).ToList();
        var used = new bool[pool.Count];
        (int Buys, long Squares) best = (int.MaxValue, long.MaxValue);
        void Try(int at, int buys, long squares)
        {
            if (buys > best.Buys || (buys == best.Buys && squares >= best.Squares))
                return;
            if (at == setting.Count)
            {
                best = (buys, squares);
                return;
            }

            var valve = setting[at];
            long Off(int shim) =>
                (long)(2 * valve.LeftWith(shim) - valve.Range.TwiceMiddle) * (2 * valve.LeftWith(shim) - valve.Range.TwiceMiddle);
            for (var one = 0; one < pool.Count; one++)
            {
                if (used[one] || !valve.Range.Holds(valve.LeftWith(pool[one])))
                    continue;
                used[one] = true;
                Try(at + 1, buys, squares + Off(pool[one]));
                used[one] = false;
            }

            Try(at + 1, buys + 1, squares + sizes.All.Where(size => valve.Range.Holds(valve.LeftWith(size))).Min(Off));
        }

        Try(0, 0, 0);
        return best;
    }

    [Fact]
    public void Sixteen_valves_take_less_than_fifty_milliseconds()
    {
        var random = new Random(3);
        var valves = Enumerable.Range(0, 16).Select(at => Valve($"v{at}", 5 * random.Next(1, 60), 2500 + 25 * random.Next(20))).ToList();
        var shelf = Enumerable.Range(0, 60).Select(_ => 2500 + 25 * random.Next(20)).ToList();
        SwapPlan.Of(valves, shelf, ShimSizes.Usual);
        // The least of some: other tests run beside, and their pauses are not this one's.
        var least = Enumerable
            .Range(0, 5)
            .Min(_ =>
            {
                var watch = Stopwatch.StartNew();
                SwapPlan.Of(valves, shelf, ShimSizes.Usual);
                return watch.Elapsed;
            });
        least.TotalMilliseconds.ShouldBeLessThan(50);
    }

    [Fact]
    public void Thou_and_millimetres_meet_in_whole_microns()
    {
        // 1 thou is 0.0254 mm exactly (NIST SP 811, appendix B).
        Microns.Of(4.5m * 0.0254m).ShouldBe(114);
        Microns.Millimetres(Microns.Of(0.115m)).ShouldBe(0.115m);
    }
}
