using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Core.Tests.Viewings;

public class TrustTests
{
    private static readonly Claim Fresh = new(
        "fresh",
        "It is fresh.",
        [new("gasket", Grade.Bad, Material: true, Confirms: true), new("noise", Grade.Worn, Material: false, Confirms: false)],
        Applies.Always
    );

    private static CheckedClaim With(params (string Point, Grade Grade)[] seen) =>
        Trust.Stand(Fresh, seen.ToDictionary(one => one.Point, one => Seen.Of(one.Grade)));

    [Fact]
    public void A_claim_stays_open_until_a_point_that_could_tell_is_seen()
    {
        With().State.ShouldBe(ClaimState.Open);
        With(("elsewhere", Grade.Failed)).State.ShouldBe(ClaimState.Open);
        With(("noise", Grade.Sound)).State.ShouldBe(ClaimState.Open);
        With(("gasket", Grade.Worn)).State.ShouldBe(ClaimState.Open);
        With(("gasket", Grade.Slight)).State.ShouldBe(ClaimState.Confirmed);
    }

    [Fact]
    public void One_point_against_it_outweighs_those_for_it()
    {
        var state = With(("gasket", Grade.Sound), ("noise", Grade.Bad));
        (state.State, state.Material).ShouldBe((ClaimState.Contradicted, false));
        state.By.ShouldBe(["noise"]);
        With(("gasket", Grade.Failed)).Material.ShouldBeTrue();
    }

    [Fact]
    public void Trust_begins_even_and_moves_by_one_or_by_three()
    {
        CheckedClaim Of(ClaimState state, bool material = false) => new(Fresh, state, material, []);
        Trust.Of([], 0).ShouldBe(new Trust(2, 2));
        Trust.Of([], 0).Shift.ShouldBe(0);
        Trust.Of([Of(ClaimState.Open), Of(ClaimState.Confirmed)], 0).ShouldBe(new Trust(3, 2));
        Trust.Of([Of(ClaimState.Contradicted), Of(ClaimState.Contradicted, material: true)], 1).ShouldBe(new Trust(2, 7));
    }

    // The odds of a fault that was not looked for are the prior odds times (1 - t) / t.
    [Fact]
    public void Trust_moves_the_odds_at_points_not_looked_at()
    {
        var trust = new Trust(2, 6);
        var (before, after) = (Care.Chances(-1, 0)[10], Care.Chances(-1, trust.Shift)[10]);
        (after / (1 - after)).ShouldBe(before / (1 - before) * (1 - trust.Share) / trust.Share, tolerance: 1e-9);
    }
}
