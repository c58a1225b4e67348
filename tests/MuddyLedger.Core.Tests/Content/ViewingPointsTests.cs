using System.Text.RegularExpressions;
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
            .. ViewingSnapshot
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

    // Common practice, no source: a bike in a stranger's yard is looked over in forty minutes, the ride with it.
    [Fact]
    public void No_whole_round_takes_more_than_forty_minutes()
    {
        foreach (var (set, soldAs) in from set in Given.Content.Sets from soldAs in Enum.GetValues<SoldAs>() select (set, soldAs))
            ViewingSnapshot
                .PointsOf(Details.Value with { Profile = set.Profile, SoldAs = soldAs }, Given.Content.Viewing)
                .Sum(point => point.Minutes)
                .ShouldBeInRange(25, 40, $"{set.Id}, sold as {soldAs}");
    }

    // What decides is said as it was found: "No metal in the oil: failed" says the opposite to whoever reads in haste.
    [Fact]
    public void What_knocks_a_bike_out_is_said_in_a_sentence_of_its_own() =>
        Given
            .Content.Viewing.Points.Where(point => point.KnockOut is not null)
            .ShouldAllBe(point => point.Say != null && point.Say.EndsWith('.') && point.Say != point.SayWorn);

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

    /// <summary>What a point may name only where the bike has it.</summary>
    private static readonly (string Words, Func<Profile, bool> Has)[] Things =
    [
        (@"\b(?:caliper|pads?)\b", bike => bike.FrontBrake == BrakeKind.Disc || bike.RearBrake == BrakeKind.Disc),
        (@"\b(?:radiators?|coolant)\b", bike => bike.Cooling == Cooling.Liquid),
        (@"\b(?:the|its) fan\b", bike => bike.Cooling != Cooling.Air && bike.Fan != Fitment.NotFitted),
        (@"\b(?:sprockets?|chain slack)\b", bike => bike.FinalDrive == FinalDrive.Chain),
        (@"\bkick lever\b", bike => bike.Starting != Starting.Electric),
        (@"\bstarter motor\b", bike => bike.Starting != Starting.Kick),
        (@"\bbattery\b", bike => bike.Battery != BatteryKind.None),
        (@"\bspokes?\b", bike => bike.Wheels != WheelBuild.Cast),
        (@"\b(?:float bowl|carburettor)\b", bike => bike.Fuel == FuelSystem.Carburettor),
        (@"\b(?:valves|tappets|cam chain)\b", bike => bike.Stroke == Stroke.Four),
        (@"\b(?:reeds?|power valve)\b", bike => bike.Stroke == Stroke.Two),
        (@"\bclutch lever\b", bike => bike.Clutch != ClutchControl.None),
        (@"\blinkage\b", bike => bike.Linkage),
    ];

    // Over all pairs of the form's choices and every way of being sold: a point that is asked names nothing that this bike has not got.
    [Fact]
    public void No_point_names_what_this_bike_has_not_got()
    {
        var points = Given.Content.Viewing.Points;
        var found = new SortedSet<string>();
        foreach (var bike in EveryKind.Pairs)
        foreach (var soldAs in Enum.GetValues<SoldAs>())
        {
            var ids = Ids(bike, soldAs);
            foreach (var (words, has) in Things.Where(thing => !thing.Has(bike)))
            foreach (var point in points.Where(point => ids.Contains(point.Id)))
            foreach (var text in new[] { point.Title, point.Do, point.Sound, point.Bad, point.Say, point.SayWorn }.OfType<string>())
                if (Regex.IsMatch(text, words, RegexOptions.IgnoreCase) && !text.Contains("where it has", StringComparison.Ordinal))
                    found.Add($"{point.Id}: {Regex.Match(text, words, RegexOptions.IgnoreCase).Value}");
        }

        string.Join('\n', found).ShouldBeEmpty();
    }

    // And what a bike has is looked at: each of these by one point at least, on whatever kind of bike.
    [Fact]
    public void Whatever_a_bike_has_some_point_looks_at()
    {
        (string What, Func<Profile, bool> Has, string[] Points)[] wanted =
        [
            ("front brake", bike => bike.FrontBrake == BrakeKind.Disc, ["off-the-ground.front-disc", "off-the-ground.front-pads"]),
            ("front drum", bike => bike.FrontBrake == BrakeKind.Drum, ["off-the-ground.front-drum", "standing.brake-cable"]),
            ("rear disc", bike => bike.RearBrake == BrakeKind.Disc, ["off-the-ground.rear-disc", "off-the-ground.rear-pads"]),
            ("rear drum", bike => bike.RearBrake == BrakeKind.Drum, ["off-the-ground.rear-drum"]),
            ("chain", bike => bike.FinalDrive == FinalDrive.Chain, ["off-the-ground.chain", "off-the-ground.sprockets"]),
            ("belt", bike => bike.FinalDrive == FinalDrive.Belt, ["off-the-ground.belt"]),
            ("shaft", bike => bike.FinalDrive == FinalDrive.Shaft, ["off-the-ground.shaft"]),
            ("variator", bike => bike.Transmission == Transmission.Variator, ["ride.variator"]),
            ("driven front wheel", bike => bike.FrontDrive != FrontDrive.None, ["off-the-ground.front-drive"]),
            ("ABS", bike => bike.FrontBrake == BrakeKind.Disc && bike.Abs == Fitment.Fitted, ["electrics.abs"]),
            ("spark arrestor", bike => bike.SparkArrestor == Fitment.Fitted && bike.Use != BikeUse.Road, ["standing.spark-arrestor"]),
            ("coolant", bike => bike.Cooling == Cooling.Liquid, ["fluids.coolant", "standing.radiators", "warm.heat"]),
            ("gear oil", bike => bike.GearboxOil is GearboxOil.Separate or GearboxOil.SeparateWithPrimary, ["fluids.gearbox-oil"]),
            ("oil pump", bike => bike.Lubrication == Lubrication.OilInjection, ["fluids.oil-injection"]),
            ("hydraulic clutch", bike => bike.Clutch == ClutchControl.Hydraulic, ["fluids.clutch"]),
            ("linkage", bike => bike.Linkage, ["off-the-ground.linkage"]),
            ("spoked wheels", bike => bike.Wheels == WheelBuild.Spoked, ["off-the-ground.front-rim", "off-the-ground.rear-rim"]),
            ("cast wheels", bike => bike.Wheels == WheelBuild.Cast, ["off-the-ground.front-cast", "off-the-ground.rear-cast"]),
        ];
        var left = wanted.Select(one => one.What).ToHashSet();
        foreach (var bike in EveryKind.Pairs)
        {
            var ids = Ids(bike);
            foreach (var (what, has, points) in wanted.Where(one => one.Has(bike)))
            {
                left.Remove(what);
                foreach (var point in points)
                    ids.ShouldContain(point, $"{what} of {bike.Use}");
            }
        }

        left.ShouldBeEmpty();
    }
}
