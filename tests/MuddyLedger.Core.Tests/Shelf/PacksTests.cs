using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Tests.Shelf;

public class PacksTests
{
    private static readonly ImmutableArray<Pack> Oil = [new(1m, Money.Of(12.90m)), new(4m, Money.Of(38m))];

    [Theory]
    [InlineData(0.3, 1, 12.90, 0.7)] // a litre for a drop
    [InlineData(2.6, 3, 38.00, 1.4)] // three litres singly cost 38.70: the can is cheaper, and more
    [InlineData(1.0, 1, 12.90, 0)]
    [InlineData(4.2, 2, 50.90, 0.8)]
    [InlineData(7.0, 2, 76.00, 1.0)]
    public void The_cheapest_packs_are_taken_and_what_is_over_is_said(double need, int _, double cost, double over)
    {
        var packs = Packs.Cheapest((decimal)need, Oil)!;
        packs.Cost.Amount.ShouldBe((decimal)cost);
        packs.Over.ShouldBe((decimal)over);
    }

    [Fact]
    public void Of_two_that_cost_the_same_the_one_that_leaves_less_is_taken() =>
        Packs.Cheapest(2m, [new(2m, Money.Of(10m)), new(3m, Money.Of(10m))])!.Over.ShouldBe(0);

    [Fact]
    public void Where_nothing_is_sold_or_wanted_there_is_nothing_to_buy()
    {
        Packs.Cheapest(2m, []).ShouldBeNull();
        Packs.Cheapest(0, Oil).ShouldBeNull();
    }

    // Brute force: every way of buying up to so many of each that covers the need.
    [Fact]
    public void No_other_way_of_buying_is_cheaper() =>
        Gen.Select(Gen.Int[1, 60], Gen.Select(Gen.Int[1, 25], Gen.Int[0, 900]).Array[1, 4])
            .Sample(
                (need, sizes) =>
                {
                    var packs = sizes.Select(size => new Pack(size.Item1 / 4m, Money.Of(size.Item2 / 100m))).ToImmutableArray();
                    var wanted = need / 8m;
                    var found = Packs.Cheapest(wanted, packs)!;
                    found.Bought.Sum(one => one.Pack.Size * one.Count).ShouldBeGreaterThanOrEqualTo(wanted);
                    found.Bought.Sum(one => one.Pack.Price.Amount * one.Count).ShouldBe(found.Cost.Amount);
                    found.Over.ShouldBe(found.Bought.Sum(one => one.Pack.Size * one.Count) - wanted);
                    return (found.Cost.Amount, found.Over) == Brute(wanted, packs);
                },
                iter: 400
            );

    private static (decimal Cost, decimal Over) Brute(decimal need, ImmutableArray<Pack> packs)
    {
        var best = (Cost: decimal.MaxValue, Over: decimal.MaxValue);
        Try(0, 0, 0);
        return best;

        void Try(int at, decimal size, decimal cost)
        {
            if (size >= need)
            {
                if ((cost, size - need).CompareTo(best) < 0)
                    best = (cost, size - need);
                // Free packs may be added for nothing, but never make it better.
                return;
            }

            for (var pack = at; pack < packs.Length; pack++)
                Try(pack, size + packs[pack].Size, cost + packs[pack].Price.Amount);
        }
    }
}
