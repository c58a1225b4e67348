using System.Collections.Immutable;
using CsCheck;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Core.Tests.Viewings;

public class OffersTests
{
    // Published: the worked example of Sen, JASA 63 (1968), from memory: the slope is 4.
    [Fact]
    public void The_slope_is_the_median_of_all_pairwise_slopes()
    {
        var line = TheilSen.Of([(1, 9), (2, 15), (3, 19), (4, 20), (10, 45), (12, 55), (18, 78)])!;
        line.Slope.ShouldBe(4, tolerance: 1e-12);
        line.Intercept.ShouldBe(6, tolerance: 1e-12);
    }

    [Fact]
    public void One_wild_price_does_not_move_the_line() =>
        TheilSen
            .Of([.. Enumerable.Range(0, 9).Select(year => ((double)year, year == 4 ? 99_000.0 : 1_000 + (200.0 * year)))])!
            .Slope.ShouldBe(200, tolerance: 1e-9);

    private static Comparable Bike(double price, int year, double? meter = null) => new(Guid.NewGuid(), price, year, meter, null);

    [Fact]
    public void Under_three_comparables_only_a_stated_value_counts()
    {
        SoundValue.Of(null, [Bike(2_000, 2014), Bike(2_200, 2015)], 2014, null, 100).Value.ShouldBeNull();
        SoundValue
            .Of(1_900, [Bike(2_000, 2014)], 2014, null, 100)
            .ShouldSatisfyAllConditions(value => value.Value.ShouldBe(1_900), value => value.Source.ShouldBe(ValueSource.Stated));
    }

    [Fact]
    public void From_three_the_year_tells_and_from_six_the_meter_too()
    {
        var three = SoundValue.Of(null, [Bike(2_000, 2014), Bike(2_200, 2015), Bike(2_400, 2016)], 2012, 40_000, 150);
        three.Value!.Value.ShouldBe(1_750, tolerance: 1e-6);
        three.PerMeter.ShouldBeNull();
        // A plane without noise: 200 a year, one for every hundred on the meter.
        var six = new[] { (2010, 30), (2011, 10), (2012, 50), (2013, 20), (2014, 40), (2015, 25) }
            .Select(one => Bike(1_000 + (200 * (one.Item1 - 2010)) - (one.Item2 * 10), one.Item1, one.Item2 * 1_000))
            .ToList();
        var value = SoundValue.Of(null, six, 2012, 20_000, 0);
        value.PerMeter!.Value.ShouldBeLessThan(0);
        value.Value!.Value.ShouldBeInRange(1_050, 1_350);
        value.Spread!.Value.ShouldBeLessThan(200);
    }

    private static readonly Trust Even = new(2, 2);

    [Fact]
    public void Offers_stand_in_order_inside_nothing_and_the_asking_price() =>
        Gen.Select(RepairCostTests.AnyFaults, Gen.Double[0, 5_000], Gen.Double[0, 400], Gen.Double[0, 5_000], Gen.Bool)
            .Sample(
                (faults, value, papers, asking, asked) =>
                {
                    var offers = Offers.Of(value, RepairCost.Of(faults, Even, 10), [], papers, asked ? asking : null);
                    new[] { 0, offers.Opening, offers.Target, offers.WalkAway }.ShouldBeInOrder();
                    offers.WalkAway.ShouldBeLessThanOrEqualTo(asked ? asking : value);
                },
                iter: 60
            );

    // Property, with the claims held fixed.
    [Fact]
    public void A_worse_grade_never_raises_the_walk_away_price_and_a_sound_point_never_lowers_it() =>
        Gen.Select(RepairCostTests.AnyFaults, RepairCostTests.AnyTrust, Gen.Int[0, 24], Gen.Double[500, 6_000])
            .Sample(
                (faults, trust, pick, value) =>
                {
                    var at = pick % faults.Length;
                    double With(Look look) =>
                        Offers
                            .Of(
                                value,
                                RepairCost.Of(
                                    [.. faults.Select((fault, index) => index == at ? fault with { Look = look } : fault)],
                                    trust,
                                    12
                                ),
                                [],
                                0,
                                null
                            )
                            .WalkAway;
                    var (not, sound, worn, bad) = (With(Look.NotLooked), With(Look.FoundSound), With(Look.FoundWorn), With(Look.FoundBad));
                    sound.ShouldBeGreaterThanOrEqualTo(not - 0.3);
                    sound.ShouldBeGreaterThanOrEqualTo(worn - 0.3);
                    worn.ShouldBeGreaterThanOrEqualTo(bad - 0.3);
                },
                iter: 60
            );

    [Fact]
    public void What_comes_with_the_bike_raises_every_offer()
    {
        var cost = RepairCost.Of([new("tyre", 0.5, Look.NotLooked, new(new(80, 100, 120), new(0, 0, 0)))], Even, 0);
        var (bare, laden) = (Offers.Of(2_000, cost, [], 0, null), Offers.Of(2_000, cost, [new Triangle(150, 200, 250)], 0, null));
        (laden.WalkAway - bare.WalkAway).ShouldBe(200, tolerance: 5);
        (laden.Opening - bare.Opening).ShouldBeInRange(150, 210);
    }

    private static readonly RepairCost Cheap = RepairCost.Of([], Even, 0);

    private static Verdict Judge(
        double? value = 2_000,
        double? asking = 2_000,
        double coverage = 0.9,
        double? budget = null,
        bool papers = false,
        bool rebuild = false,
        params KnockOut[] knocked
    ) =>
        Judgement
            .Of(
                [.. knocked.Select(what => ("p", what))],
                papers,
                rebuild,
                coverage,
                value,
                asking,
                budget,
                Cheap,
                value is { } worth ? Offers.Of(worth, Cheap, [], 0, asking) : null
            )
            .Verdict;

    [Fact]
    public void A_knock_out_is_never_averaged_away()
    {
        Judge(knocked: KnockOut.WalkAway).ShouldBe(Verdict.WalkAway);
        Judge(knocked: KnockOut.OnlyAsParts).ShouldBe(Verdict.WalkAway);
        Judge(rebuild: true, knocked: KnockOut.OnlyAsParts).ShouldBe(Verdict.OnlyAsParts);
        Judge(rebuild: true, knocked: [KnockOut.OnlyAsParts, KnockOut.WalkAway]).ShouldBe(Verdict.WalkAway);
        Judge(papers: true).ShouldBe(Verdict.WalkAway);
        Judge(coverage: 0.1, knocked: KnockOut.WalkAway).ShouldBe(Verdict.WalkAway);
    }

    private static ViewingSnapshot Seen(string point, bool rebuild = false, bool needsPapers = true)
    {
        var round = PracticeRound.Make("road-twin", Given.Drumlin, Given.Content.Viewing, 1, Given.Today);
        var details = round.Details with { WillRebuild = rebuild, NeedsPapers = needsPapers, PapersDiscount = Money.Of(100) };
        return ViewingSnapshot.Of(
            details,
            [new(Guid.Empty, NodaTime.Instant.MinValue, "bench", new PointGraded(point, Grade.Failed))],
            Given.Content.Viewing,
            ImmutableDictionary<string, FaultCost>.Empty,
            Given.Today
        );
    }

    // A number that was worked on, a cracked frame: to say what to offer for it would be to say that it may be bought.
    [Theory]
    [InlineData("papers.number-untouched", true, false, false)]
    [InlineData("standing.frame-cracks", true, false, false)]
    [InlineData("cold-start.compression", false, false, false)]
    [InlineData("cold-start.compression", true, false, true)]
    [InlineData("papers.title", false, true, false)]
    [InlineData("papers.title", false, false, true)]
    public void No_sum_is_offered_for_a_bike_that_is_knocked_out(string point, bool rebuild, bool needsPapers, bool offered)
    {
        var snapshot = Seen(point, rebuild, needsPapers);
        snapshot.Judgement.KnockedOut.ShouldBe(!offered);
        (snapshot.Offers is not null).ShouldBe(offered);
        snapshot.Repaired.ShouldNotBeNull();
        if (!offered)
            RestOfRound.Of(snapshot, 1_000).ShouldBeNull("the rest does not matter any more");
    }

    // Dearer than the owner's purse is no fault of the bike: what to offer is still said.
    [Fact]
    public void Who_cannot_pay_is_told_what_it_is_worth()
    {
        var judged = Judgement.Of([], false, false, 0.9, 2_000, 2_000, 500, Cheap, Offers.Of(2_000, Cheap, [], 0, 2_000));
        (judged.Verdict, judged.KnockedOut).ShouldBe((Verdict.WalkAway, false));
    }

    [Fact]
    public void The_price_is_judged_when_enough_was_seen()
    {
        Judge(coverage: 0.59).ShouldBe(Verdict.NotSeenEnough);
        Judge(coverage: 0.60).ShouldBe(Verdict.BargainIfTheRestHolds);
        Judge(asking: 2_100).ShouldBe(Verdict.Negotiate);
        Judge(value: null).ShouldBe(Verdict.Negotiate);
        Judge(budget: 1_500).ShouldBe(Verdict.WalkAway);
    }
}
