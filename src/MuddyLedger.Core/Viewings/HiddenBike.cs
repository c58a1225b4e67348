using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>A fault of a made-up bike, and what it would truly cost.</summary>
/// <param name="Grade">How bad it is.</param>
/// <param name="Cost">Money: what it would truly cost.</param>
public sealed record HiddenFault(Grade Grade, double Cost);

/// <summary>
/// A made-up bike with hidden faults, for practice and to test the estimate against. It is made otherwise than the estimate assumes:
/// owners
/// are of two sorts and not spread evenly, each point's odds are off by its own amount, looks miss more at some points than at others,
/// prices
/// swing evenly and not normally, and some faults are mild.
/// </summary>
/// <param name="Points">Those that apply.</param>
/// <param name="Faults">By point; a point without one is sound.</param>
/// <param name="Honest">A dishonest seller claims what is not so; an honest one admits some of what is wrong.</param>
/// <param name="Claims">What the seller says, by id.</param>
/// <param name="Admitted">Faults that the seller tells of, by point.</param>
/// <param name="TrueCost">Of everything, each part once.</param>
/// <param name="Seed">The number that makes it again.</param>
public sealed record HiddenBike(
    ImmutableArray<Point> Points,
    ImmutableDictionary<string, HiddenFault> Faults,
    bool Honest,
    ImmutableArray<string> Claims,
    ImmutableArray<string> Admitted,
    double TrueCost,
    int Seed
)
{
    /// <summary>Makes up what is wrong and what is said of it; the same for the same number.</summary>
    /// <param name="use">From as new (0) to worn out (1).</param>
    public static HiddenBike Make(ViewingDetails details, ViewingContent content, double use, int seed)
    {
        var random = new Random(seed);
        var points = ViewingSnapshot.PointsOf(details, content);
        // Odds of every fault, shifted: most bikes are kept well enough, some are not.
        var neglected = random.NextDouble() < Neglected;
        var care = neglected ? Between(random, BadlyKept.Least, BadlyKept.Most) : Between(random, WellKept.Least, WellKept.Most);
        var middling = new Dictionary<double, double>();
        var mildOf = Between(random, 0.2, 0.6);
        var prices = Between(random, 0.76, 1.24);
        var rate = (double)details.HourlyRate.Amount;
        var faults = ImmutableDictionary.CreateBuilder<string, HiddenFault>();
        var byPart = new Dictionary<string, double>();
        foreach (var point in points.Where(point => point.Say is not null))
        {
            var known = ViewingSnapshot.ChanceAt(point.Prior, use);
            if (!middling.TryGetValue(known, out var odds))
                middling[known] = odds = Middling(known);
            var chance = Care.Logistic(odds + care + Between(random, -OwnOdds, OwnOdds));
            var (happens, mild, at) = (random.NextDouble() < chance, random.NextDouble() < mildOf, random.NextDouble());
            if (!happens)
                continue;
            var cost = prices * Amount(point.Cost.At(rate), mild ? at / 2 : at);
            faults[point.Id] = new(
                mild ? Grade.Worn
                    : random.NextDouble() < 0.5 ? Grade.Bad
                    : Grade.Failed,
                cost
            );
            var part = point.Part ?? point.Id;
            byPart[part] = Math.Max(byPart.GetValueOrDefault(part), cost);
        }

        var honest = random.NextDouble() < (neglected ? 0.5 : 0.8);
        var claims = content
            .Claims.Where(claim => claim.Tests.Any(test => points.Any(point => point.Id == test.Point)))
            .Where(claim => random.NextDouble() < 0.35)
            .Where(claim =>
                !honest || claim.Tests.All(test => !faults.TryGetValue(test.Point, out var fault) || fault.Grade < test.ContradictedFrom)
            )
            .Select(claim => claim.Id)
            .ToImmutableArray();
        var admitted = honest
            ? faults.Keys.Order(StringComparer.Ordinal).Where(_ => random.NextDouble() < 0.25).Take(MostTold).ToImmutableArray()
            : [];
        return new(points, faults.ToImmutable(), honest, claims, admitted, byPart.Values.Sum(), seed);
    }

    private const double Neglected = 0.3;
    private static readonly (double Least, double Most) BadlyKept = (0.3, 2.0);
    private static readonly (double Least, double Most) WellKept = (-1.6, 0.6);

    /// <summary>By how much each point's odds are off by themselves, at most.</summary>
    private const double OwnOdds = 0.6;

    /// <summary>
    /// The log-odds at which a fault is as frequent over all made-up bikes as its chance says over all real ones: the badly kept have it
    /// more often, and the rest less.
    /// </summary>
    private static double Middling(double chance) => Care.Middling(chance, Shift, Share);

    /// <summary>By how much the log-odds of a fault are off the middling ones over all made-up bikes, evenly spaced.</summary>
    private static readonly ImmutableArray<double> Shift =
    [
        .. from kept in new[] { BadlyKept, WellKept }
        from care in Evenly(kept.Least, kept.Most, 12)
        from own in Evenly(-OwnOdds, OwnOdds, 5)
        select care + own,
    ];

    /// <summary>How often each of them is.</summary>
    private static readonly ImmutableArray<double> Share =
    [
        .. Shift.Select((_, at) => (at < Shift.Length / 2 ? Neglected : 1 - Neglected) / (Shift.Length / 2)),
    ];

    private static IEnumerable<double> Evenly(double least, double most, int count) =>
        Enumerable.Range(0, count).Select(at => least + ((at + 0.5) / count * (most - least)));

    /// <summary>Nobody tells a stranger more than a handful of faults.</summary>
    private const int MostTold = 4;

    /// <summary>What a look at a point shows: the fault, most of the time; now and then one that is not there.</summary>
    public Grade LookAt(string point)
    {
        var random = new Random(HashCode(point));
        var (misses, alarms) = (Between(random, 0.04, 0.16), Between(random, 0.01, 0.05));
        if (Faults.TryGetValue(point, out var fault))
            return random.NextDouble() < misses ? Grade.Sound : fault.Grade;
        return random.NextDouble() < alarms ? Grade.Worn
            : random.NextDouble() < 0.2 ? Grade.Slight
            : Grade.Sound;
    }

    /// <summary>The same on every machine, so that a round can be shared by its number.</summary>
    private int HashCode(string point) => point.Aggregate(Seed * 31, (hash, letter) => unchecked((hash * 33) ^ letter));

    private static double Between(Random random, double low, double high) => low + (random.NextDouble() * (high - low));

    private static double Amount(Triangle cost, double chance)
    {
        var (low, high) = (cost.Low, cost.High);
        for (var step = 0; step < 40; step++)
        {
            var middle = (low + high) / 2;
            if (cost.Below(middle) < chance)
                low = middle;
            else
                high = middle;
        }

        return (low + high) / 2;
    }
}
