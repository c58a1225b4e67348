using MuddyLedger.Core.Wear;

namespace MuddyLedger.Core.Tests.Wear;

public class PlanningBandTests
{
    private static readonly WearReading[] Pads = [new(0, 6), new(2_000, 5.1), new(4_100, 4.3), new(6_000, 3.2)];

    private static PlanningBand Band(WearReading[]? readings = null, bool newKnown = true, double limit = 1.5, double resolution = 0.1) =>
        PlanningBand.Of(readings ?? Pads, newKnown, limit, resolution, rising: false).ShouldNotBeNull();

    // The places are where the chance says; between the first and the last they only go on.
    [Fact]
    public void Each_crossing_is_where_its_chance_is_reached()
    {
        var band = Band();
        var places = band.Crossings(40);
        places.ShouldBe(places.Order());
        for (var at = 0; at < places.Length; at++)
            band.Chance(places[at]).ShouldBe((at + 0.5) / 40, 0.002);
        foreach (var chance in new[] { 0.1, 0.5, 0.9 })
            band.Chance(band.Quantile(chance).ShouldNotBeNull()).ShouldBe(chance, 1e-4);
    }

    // What is worked out once is kept; what differs in anything is worked out for itself.
    [Fact]
    public void The_same_readings_are_not_gone_through_again_and_others_are()
    {
        var band = Band();
        Band([.. Pads]).ShouldBeSameAs(band);
        var others = new[]
        {
            Band([.. Pads[..3], new(6_000, 3.3)]),
            Band([.. Pads[..3], new(6_001, 3.2)]),
            Band([.. Pads[..3], new(6_000, 3.2, Spread: 4)]),
            Band(Pads[..3]),
            Band(newKnown: false),
            Band(limit: 1.6),
            Band(resolution: 0.2),
        };
        others.Select(other => other.Quantile(0.5)).Append(band.Quantile(0.5)).ShouldBeUnique();
        PlanningBand.Of(Pads, true, 1.5, 0.1, rising: true).ShouldBeNull();
    }

    // More than are kept: none of them takes another's place.
    [Fact]
    public void However_many_parts_are_asked_about_each_has_its_own()
    {
        double Middle(int part) => Band([new(0, 6), new(1_000 + part, 5), new(2_000 + (2 * part), 4)]).Quantile(0.5)!.Value;
        var first = Enumerable.Range(0, 1_200).AsParallel().AsOrdered().Select(Middle).ToList();
        first.ShouldBe(first.Order());
        first.ShouldBeUnique();
        Enumerable.Range(0, 1_200).Where(part => part % 7 == 0).Select(Middle).ShouldBe(first.Where((_, part) => part % 7 == 0));
    }
}
