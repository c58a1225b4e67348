using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Core.Tests.Viewings;

public class NextLooksTests
{
    private static readonly Trust Even = new(2, 3);

    // Brute force: the whole estimate done anew for each outcome of each look, on the fine grid.
    [Fact]
    public void Looks_are_worth_what_brute_force_says()
    {
        var random = new Random(4);
        var faults = Enumerable
            .Range(0, 14)
            .Select(at =>
            {
                var low = random.Next(10, 200);
                return new PossibleFault(
                    $"p{at}",
                    0.03 + (random.NextDouble() * 0.5),
                    at % 3 == 0 ? Look.FoundSound : Look.NotLooked,
                    new(new(low, low * 1.5, low * 3), new(0, 0, 0)),
                    at is 1 or 2 ? "a part" : null
                );
            })
            .ToList();
        var points = faults.ToDictionary(fault => fault.Point, fault => (Minutes: 2.0, KnockOut: fault.Point == "p5"));
        var looks = NextLook.Of(faults, points, Even, 0, 3_000, 2_900);
        looks
            .Select(look => look.Point)
            .Order()
            .ShouldBe(faults.Where(fault => fault.Look == Look.NotLooked).Select(fault => fault.Point).Order());
        looks.Select(look => -look.PerMinute).ShouldBeInOrder();

        double Price(List<PossibleFault> with)
        {
            // Without the common price factor, as the ranking leaves it out too: it moves all prices alike.
            var cost = RepairCost.Of(with, Even, 0);
            return Math.Clamp(3_000 - Math.Max(cost.C50, cost.Mean), 0, 2_900);
        }

        var now = Price(faults);
        foreach (var look in looks)
        {
            var at = faults.FindIndex(fault => fault.Point == look.Point);
            var (sound, bad) = (With(Look.FoundSound), With(Look.FoundBad));
            List<PossibleFault> With(Look found) => [.. faults.Select((fault, index) => index == at ? fault with { Look = found } : fault)];
            var priceIfBad = look.Point == "p5" ? 0 : Price(bad);
            var expected = ((1 - look.ChanceOfFault) * Math.Abs(Price(sound) - now)) + (look.ChanceOfFault * Math.Abs(priceIfBad - now));
            look.Change.ShouldBe(expected, tolerance: Math.Max(6, expected * 0.1));
        }
    }

    [Fact]
    public void A_dear_likely_fault_that_takes_a_minute_comes_before_a_cheap_one_that_takes_ten()
    {
        PossibleFault[] faults =
        [
            new("cheap", 0.3, Look.NotLooked, new(new(5, 10, 15), new(0, 0, 0))),
            new("dear", 0.3, Look.NotLooked, new(new(300, 400, 500), new(0, 0, 0))),
        ];
        NextLook
            .Of(faults, new Dictionary<string, (double, bool)> { ["cheap"] = (10, false), ["dear"] = (1, false) }, Even, 0, 2_000, null)[0]
            .Point.ShouldBe("dear");
    }
}
