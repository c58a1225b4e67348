using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Core.Tests.Content;

/// <summary>What is looked at on which bike. Common practice, no source: which points a kind must and must not have.</summary>
public class ViewingPointsTests
{
    private static readonly Lazy<ViewingDetails> Details = new(() =>
        PracticeRound.Make("road-twin", Given.Drumlin, Given.Content.Viewing, 1, Given.Today).Details
    );

    private static HashSet<string> Ids(Profile bike, SoldAs soldAs = SoldAs.Runner) =>
        [
            .. ViewingPicture
                .PointsOf(Details.Value with { Profile = bike, SoldAs = soldAs }, Given.Content.Viewing)
                .Select(point => point.Id),
        ];

    private static Profile Set(string id) => Given.Content.Sets.First(set => set.Id == id).Profile;

    [Fact]
    public void Each_kind_of_bike_is_asked_what_it_has_and_nothing_that_it_has_not()
    {
        foreach (var (bike, soldAs) in from set in Given.Content.Sets from soldAs in Enum.GetValues<SoldAs>() select (set.Profile, soldAs))
        {
            var ids = Ids(bike, soldAs);
            // A two-stroke that burns its oil has none in its crankcase to find metal in.
            ids.Contains("fluids.metal").ShouldBe(bike.Stroke == Stroke.Four, $"{bike.Use}, {bike.Stroke}");
            ids.Contains("warm.crank-seals").ShouldBe(bike.Stroke == Stroke.Two && soldAs == SoldAs.Runner);
            ids.Contains("standing.brake-hoses").ShouldBe(bike.FrontBrake == BrakeKind.Disc);
            ids.Contains("standing.brake-cable").ShouldBe(bike.FrontBrake == BrakeKind.Drum);
            ids.Contains("off-the-ground.chain-slack").ShouldBe(bike.FinalDrive == FinalDrive.Chain);
            foreach (var still in new[] { "off-the-ground.gears-by-hand", "off-the-ground.controls-free", "fluids.throttle-slide" })
                ids.Contains(still).ShouldBe(soldAs != SoldAs.Runner, still);
            ids.ShouldContain("papers.not-stolen");
        }
    }

    // By consequence: what lets go under way or ends an engine weighs 8, what is set in ten minutes 1.
    [Theory]
    [InlineData("off-the-ground.front-tyre-cracks", 8)]
    [InlineData("off-the-ground.rear-tyre-cracks", 8)]
    [InlineData("off-the-ground.chain", 8)]
    [InlineData("off-the-ground.chain-slack", 1)]
    [InlineData("off-the-ground.disc-grooves", 8)]
    [InlineData("standing.brake-hoses", 8)]
    [InlineData("cold-start.bore", 8)]
    public void What_is_dangerous_weighs_eight(string id, int weight) =>
        Given.Content.Viewing.Points.First(point => point.Id == id).Weight.ShouldBe(weight);

    // Nothing that wants both wheels on the ground is asked of a bike on a stand.
    [Fact]
    public void A_fork_is_pumped_and_a_seat_pushed_with_the_wheels_on_the_ground() =>
        Given
            .Content.Viewing.Points.Where(point => point.Stage == Stage.OffTheGround)
            .ShouldAllBe(point => !point.Do.Contains("pump the fork") && !point.Do.Contains("ush the seat"));

    [Fact]
    public void Every_claim_is_tested_by_points_that_some_kind_of_bike_has()
    {
        var known = Given.Content.Viewing.Points.Select(point => point.Id).ToHashSet();
        foreach (var claim in new[] { "carburettor-done", "ran-when-parked" })
            Given.Content.Viewing.Claims.First(one => one.Id == claim).Tests.ShouldAllBe(test => known.Contains(test.Point));
        Ids(Set("old-two-stroke-trail"), SoldAs.NonRunner).ShouldContain("fluids.carburettor-stood");
    }
}
