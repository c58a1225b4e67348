using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Core.Tests.Viewings;

public class WorkshopLookTests
{
    private static readonly Trust Even = new(2, 2);

    private static PossibleFault Fault(string point, double chance, double likely, string? part = null) =>
        new(point, chance, Look.NotLooked, new(new(likely * 0.8, likely, likely * 1.2), new(0, 0, 0)), part);

    // Every report that three looks can bring, each weighed by its chance, against the draws.
    [Fact]
    public void It_is_worth_what_every_report_written_out_says()
    {
        PossibleFault[] faults = [Fault("a", 0.3, 400), Fault("b", 0.2, 900), Fault("c", 0.4, 150), Fault("unseen by it", 0.3, 200)];
        var points = new Dictionary<string, bool>
        {
            ["a"] = false,
            ["b"] = true,
            ["c"] = false,
        };
        const double value = 2_000,
            price = 1_450;
        var now = RepairCost.Of(faults, Even, 0).Mean;
        double chanceOfAll = 0,
            with = 0,
            blind = 0,
            bargains = 0;
        var gains = new List<(double Chance, double Gain)>();
        for (var report = 0; report < 8; report++)
        {
            var seen = faults
                .Select((fault, at) => at == 3 ? fault : fault with { Look = (report >> at & 1) == 1 ? Look.FoundBad : Look.FoundSound })
                .ToList();
            // The chance of a report: over all levels of care, of each look in turn.
            var chance = Enumerable
                .Range(0, Care.Levels)
                .Sum(level =>
                    Care.Prior[level]
                    * faults
                        .Take(3)
                        .Select((fault, at) => Care.Likelihood(seen[at].Look, Care.Chances(Care.Middling(fault.Chance), Even.Shift)[level]))
                        .Aggregate(1.0, (all, one) => all * one)
                );
            var cost = RepairCost.Of(seen, Even, 0).Mean;
            var gain = ((report >> 1 & 1) == 1 ? 0 : Math.Max(0, value - cost)) - price;
            chanceOfAll += chance;
            with += chance * Math.Max(0, gain);
            blind += chance * gain;
            bargains += chance * Math.Max(0, ((report >> 1 & 1) == 1 ? value : cost) - now);
            gains.Add((chance, gain));
        }

        chanceOfAll.ShouldBe(1, 1e-9);
        var against = gains.Where(one => one.Gain <= 0).Sum(one => one.Chance);
        var look = WorkshopLook.Of(faults, points, Even, 0, value, price);
        look.Points.ShouldBe(["a", "b", "c"]);
        // Four deviations of five hundred draws.
        look.Worth!.Value.ShouldBe(with - Math.Max(0, blind), 4 * 330 / Math.Sqrt(500));
        look.Bargains.ShouldBe(bargains, 4 * 700 / Math.Sqrt(500));
        look.Against!.Value.ShouldBe(against, 4 * 0.5 / Math.Sqrt(500));
        look.Settles.ShouldBeInRange(0.2, 1);
    }

    [Fact]
    public void The_same_question_has_the_same_answer()
    {
        PossibleFault[] faults = [Fault("a", 0.3, 400), Fault("b", 0.2, 900, "part"), Fault("c", 0.4, 150, "part")];
        var points = faults.ToDictionary(fault => fault.Point, _ => false);
        var look = WorkshopLook.Of(faults, points, Even, 10, 2_000, 1_500);
        WorkshopLook
            .Of(faults, points, Even, 10, 2_000, 1_500)
            .ShouldSatisfyAllConditions(again => again.Worth.ShouldBe(look.Worth), again => again.Settles.ShouldBe(look.Settles));
        look.Worth!.Value.ShouldBeGreaterThan(0);
    }

    [Fact]
    public void It_is_worth_nothing_where_it_cannot_turn_the_decision_or_has_nothing_to_look_at()
    {
        PossibleFault[] faults = [Fault("a", 0.3, 100)];
        var look = WorkshopLook.Of(faults, new Dictionary<string, bool> { ["a"] = false }, Even, 0, 2_000, 500);
        look.Worth!.Value.ShouldBe(0, 1e-9);
        look.Against.ShouldBe(0);
        look.Settles.ShouldBeGreaterThan(0.3, "a single fault that is then known all but for its price");
        var none = WorkshopLook.Of(faults, new Dictionary<string, bool>(), Even, 0, 2_000, 500);
        none.Points.ShouldBeEmpty();
        none.Settles.ShouldBe(0);
        WorkshopLook.Of(faults, new Dictionary<string, bool> { ["a"] = false }, Even, 0, null, null).Worth.ShouldBeNull();
    }

    [Fact]
    public void A_dear_hidden_fault_makes_it_worth_more_than_a_cheap_one()
    {
        double Worth(double cost) =>
            WorkshopLook
                .Of([Fault("a", 0.3, cost)], new Dictionary<string, bool> { ["a"] = false }, Even, 0, 3_000, 3_000 - (0.3 * cost))
                .Worth!.Value;
        Worth(1_500).ShouldBeGreaterThan(2 * Worth(300));
    }
}
