using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>A fault of a made-up bike, and what it would truly cost.</summary>
public sealed record HiddenFault(Grade Grade, double Cost);

/// <summary>
/// A made-up bike with hidden faults, for practice and to test the reckoning against. It is made otherwise than the reckoning assumes:
/// owners
/// are of two sorts and not spread evenly, each point's odds are off by its own amount, looks miss more at some points than at others,
/// prices
/// swing evenly and not normally, and some faults are mild.
/// </summary>
/// <param name="Faults">By point; a point without one is sound.</param>
/// <param name="Honest">A dishonest seller claims what is not so; an honest one admits some of what is wrong.</param>
/// <param name="TrueCost">Of everything, each part once.</param>
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
    public static HiddenBike Make(ViewingDetails details, ViewingContent content, double use, int seed)
    {
        var random = new Random(seed);
        var points = ViewingPicture.PointsOf(details, content);
        var neglected = random.NextDouble() < 0.3;
        // Odds of every fault, shifted: most bikes are kept well enough, some are not.
        var care = neglected ? Between(random, 0.3, 2.0) : Between(random, -1.6, 0.6);
        var mildOf = Between(random, 0.2, 0.6);
        var prices = Between(random, 0.76, 1.24);
        var rate = (double)details.HourlyRate.Amount;
        var faults = ImmutableDictionary.CreateBuilder<string, HiddenFault>();
        var byPart = new Dictionary<string, double>();
        foreach (var point in points.Where(point => point.Say is not null))
        {
            var odds = ViewingPicture.ChanceAt(point.Prior, use);
            var chance = Care.Logistic(Math.Log(odds / (1 - odds)) + care + Between(random, -0.6, 0.6));
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
