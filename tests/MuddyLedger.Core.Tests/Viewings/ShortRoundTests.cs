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
            var picture = round.Picture(seen);
            var known = round.Points.Select(point => point.Id).ToHashSet();
            var next = picture.ShortRound(round.Details).FirstOrDefault(id => known.Contains(id) && !seen.Contains(id));
            if (next is null)
                return seen;
            seen = seen.Add(next);
        }
    }

    private static (double Short, double Full, double Minutes, double Value) Compare(int seed)
    {
        var round = Made(seed);
        var walked = Walk(round);
        return (
            round.Picture(walked).Offers!.WalkAway,
            round.Picture([.. round.Points.Select(point => point.Id)]).Offers!.WalkAway,
            walked.Sum(id => round.Points.First(point => point.Id == id).Minutes),
            round.Value
        );
    }

    [Theory]
    [InlineData(40)]
    public void In_most_cases_it_leads_to_nearly_the_price_of_the_full_round(int bikes) => Share(bikes).ShouldBeGreaterThan(0.6);

    [Fact(Explicit = true)]
    public void Calibration_over_many_bikes() => Share(400).ShouldBeGreaterThan(0.6);

    private static double Share(int bikes)
    {
        var all = Enumerable.Range(1, bikes).AsParallel().Select(Compare).ToList();
        all.ShouldAllBe(one => one.Minutes <= ViewingPicture.ShortRoundMinutes + 1e-9);
        double Within(double share) => all.Average(one => Math.Abs(one.Short - one.Full) <= share * Math.Max(one.Full, 1) ? 1.0 : 0.0);
        var (five, ten, twenty) = (Within(0.05), Within(0.1), Within(0.2));
        var ofValue = all.Average(one => Math.Abs(one.Short - one.Full) <= 0.1 * one.Value ? 1.0 : 0.0);
        Console.WriteLine(
            $"Short round over {bikes} bikes: within 5% {five:P0}, 10% {ten:P0}, 20% {twenty:P0} of the full round's walk-away price; "
                + $"within 10% of the value {ofValue:P0}; {all.Average(one => one.Minutes):0.0} minutes on average"
        );
        return ten;
    }
}
