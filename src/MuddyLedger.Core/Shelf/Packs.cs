using System.Collections.Immutable;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Shelf;

/// <summary>How many to buy of one size.</summary>
/// <param name="Pack">The size.</param>
/// <param name="Count">How many of that size.</param>
public sealed record PackBought(Pack Pack, int Count);

/// <summary>The packs to buy for an amount: the cheapest there are, of those the one that leaves least over, of those the fewest.</summary>
/// <param name="Bought">Size by size.</param>
/// <param name="Cost">Of all of them.</param>
/// <param name="Over">What is left over.</param>
public sealed record Packs(ImmutableArray<PackBought> Bought, Money Cost, decimal Over)
{
    /// <summary>Exact, over all ways of putting packs together (house: amounts to a hundredth).</summary>
    /// <param name="need">Litres or pieces, above zero.</param>
    /// <returns>Null where nothing is sold.</returns>
    public static Packs? Cheapest(decimal need, ImmutableArray<Pack> sizes)
    {
        var usable = sizes.Where(pack => pack.Size >= Grain).DistinctBy(pack => (pack.Size, pack.Price)).ToImmutableArray();
        if (usable.IsEmpty || need <= 0)
            return null;
        var grains = usable.Select(pack => Grains(pack.Size)).ToImmutableArray();
        var wanted = Grains(need);
        // Counted in the largest step that all sizes are whole numbers of, so that litres in cans stay a short table.
        var step = grains.Aggregate(Divisor);
        var target = (int)((wanted + step - 1) / step);
        var best = new (long Cost, long Size, int Count, int Last)[target + 1];
        for (var at = 1; at <= target; at++)
        {
            best[at] = (long.MaxValue, 0, 0, -1);
            for (var pack = 0; pack < usable.Length; pack++)
            {
                var rest = best[(int)Math.Max(0, at - (grains[pack] / step))];
                var tried = (
                    Cost: rest.Cost + Cents(usable[pack].Price),
                    Size: rest.Size + grains[pack],
                    Count: rest.Count + 1,
                    Last: pack
                );
                if (
                    (tried.Cost, tried.Size, tried.Count).CompareTo((best[at].Cost, best[at].Size, best[at].Count)) < 0
                    || best[at].Last < 0
                )
                    best[at] = tried;
            }
        }

        var counts = new int[usable.Length];
        for (long at = target; at > 0; at -= grains[best[at].Last] / step)
            counts[best[at].Last]++;
        return new(
            [
                .. usable
                    .Select((pack, at) => new PackBought(pack, counts[at]))
                    .Where(one => one.Count > 0)
                    .OrderByDescending(one => one.Pack.Size),
            ],
            Money.Of(best[target].Cost / 100m),
            (best[target].Size / Scale) - need
        );
    }

    private const decimal Grain = 0.01m;
    private const decimal Scale = 100m;

    private static long Grains(decimal amount) => (long)Math.Ceiling(amount * Scale);

    private static long Cents(Money price) => (long)Math.Round(price.Amount * 100m);

    private static long Divisor(long one, long other) => other == 0 ? one : Divisor(other, one % other);
}
