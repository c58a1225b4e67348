using System.Collections.Immutable;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Core.Tests.Viewings;

/// <summary>Twenty minutes where it tells most, against the whole round.</summary>
public class ShortRoundTests
{
    private static readonly LocalDate Today = new(2026, 4, 18);

    private static PracticeRound Made(int seed)
    {
        var sets = Given.Content.Sets;
        var set = sets[seed % sets.Length];
        return PracticeRound.Make(set.Id, set.Profile, Given.Content.Viewing, seed, Today);
    }

    /// <summary>As it is walked: after each look the round is made out anew, and the next of it in walking order is looked at.</summary>
    private static ImmutableArray<string> Walk(PracticeRound round)
    {
        var seen = ImmutableArray<string>.Empty;
        while (true)
        {
            var snapshot = round.Snapshot(seen);
            var known = round.Points.Select(point => point.Id).ToHashSet();
            var next = snapshot.ShortRound(round.Details).FirstOrDefault(id => known.Contains(id) && !seen.Contains(id));
            if (next is null)
                return seen;
            seen = seen.Add(next);
        }
    }

    private sealed record Compared(double Short, double Full, double Minutes, double Value, RestOfRound? Rest, double Asking)
    {
        public double Off => Math.Abs(Short - Full);
    }

    /// <summary>What one would pay at most: nothing for a bike that is knocked out.</summary>
    private static double PriceOf(ViewingSnapshot snapshot) => snapshot.Offers?.WalkAway ?? 0;

    private static Compared Compare(int seed)
    {
        var round = Made(seed);
        var walked = Walk(round);
        var asking = (double)round.Details.Asking!.Value.Amount;
        var snapshot = round.Snapshot(walked);
        return new(
            PriceOf(snapshot),
            PriceOf(round.Snapshot([.. round.Points.Select(point => point.Id)])),
            walked.Sum(id => round.Points.First(point => point.Id == id).Minutes),
            round.Value,
            RestOfRound.Of(snapshot, asking),
            asking
        );
    }

    /// <summary>
    /// In four of five it leads to within a tenth of the full round's price, and it says how far off it may be, and that is so.
    /// </summary>
    [Theory]
    [InlineData(24)]
    public void It_leads_near_the_price_of_the_full_round_and_says_how_far_that_may_be(int bikes) => Hold(bikes);

    [Fact(Explicit = true)]
    public void Calibration_over_many_bikes() => Hold(400);

    private const double FourInFive = 0.8;

    private static void Hold(int bikes)
    {
        var all = Enumerable.Range(1, bikes).AsParallel().Select(Compare).ToList();
        all.ShouldAllBe(one => one.Minutes <= ViewingSnapshot.ShortRoundMinutes + 1e-9);
        double Share(Func<Compared, bool> holds) => all.Average(one => holds(one) ? 1.0 : 0.0);
        double Within(double share) => Share(one => one.Off <= share * Math.Max(one.Full, 1));
        var told = all.Where(one => one.Rest is not null).ToList();
        var held = told.Average(one => one.Full >= one.Rest!.Low - 1 && one.Full <= one.Rest.High + 1 ? 1.0 : 0.0);
        var sure = told.Where(one => one.Rest!.Says != RestSays.Hangs).ToList();
        var right = sure.Count(one => one.Rest!.Says == RestSays.AskedHolds == (one.Full >= one.Asking));
        Console.WriteLine(
            $"Short round over {bikes} bikes: within 5% {Within(0.05):P0}, 10% {Within(0.1):P0}, 20% {Within(0.2):P0} of the full "
                + $"round's walk-away price; within 10% of the value {Share(one => one.Off <= 0.1 * one.Value):P0}; "
                + $"{all.Average(one => one.Minutes):0.0} minutes on average; the full round's price within what was said {held:P0}, "
                + $"a band of {told.Average(one => (one.Rest!.High - one.Rest.Low) / one.Value):P0} of the value; "
                + $"of {sure.Count} called settled {right} were"
        );
        Within(0.1).ShouldBeGreaterThanOrEqualTo(FourInFive);
        held.ShouldBeGreaterThanOrEqualTo(0.85);
        ((double)right / sure.Count).ShouldBeGreaterThanOrEqualTo(0.85);
    }

    [Fact]
    public void Nothing_is_said_of_the_rest_where_there_is_none_or_where_a_knock_out_has_decided()
    {
        var round = Made(3);
        var start = round.Snapshot([]);
        var rest = RestOfRound.Of(start, null).ShouldNotBeNull();
        (rest.Says, rest.Points).ShouldBe((null, start.Points.Length));
        rest.Minutes.ShouldBe(start.Points.Sum(point => point.Minutes), 1e-9);
        RestOfRound.Of(start, rest.Low).ShouldNotBeNull().Says.ShouldBe(RestSays.AskedHolds);
        RestOfRound.Of(start, rest.High + 1).ShouldNotBeNull().Says.ShouldBe(RestSays.AskedTooMuch);
        RestOfRound.Of(start, (rest.Low + rest.High) / 2).ShouldNotBeNull().Says.ShouldBe(RestSays.Hangs);
        var knocked = new KnockedOut("frame.number", KnockOut.WalkAway);
        RestOfRound.Of(start with { Judgement = new(Verdict.WalkAway, [knocked]) }, 1_000).ShouldBeNull();
    }
}
