using System.Collections.Immutable;
using MuddyLedger.Core.Shelf;
using NodaTime;

namespace MuddyLedger.Core.Wear;

/// <summary>What has to be ordered for a line of a trip, and by when.</summary>
/// <param name="What">What is missing, after what lies on the shelf.</param>
/// <param name="By">The last day that leaves time for it to come and to be fitted; it may lie in the past.</param>
public sealed record ToOrder(ImmutableArray<string> What, LocalDate By);

/// <summary>How long parts take to come. House values: what every shop has, what it orders, what only a maker has.</summary>
public static class OrderTime
{
    /// <summary>The work is done so long before the start, with a ride to prove it.</summary>
    public const int ReadyDays = 2;

    private const int OverTheCounter = 3;
    private const int Ordered = 10;
    private const int FromItsMaker = 21;

    private static readonly ImmutableArray<string> Common = ["plug", "oil", "washer", "bulb", "fuse", "grease", "tube", "filter"];

    private static readonly ImmutableArray<string> Usual =
    [
        "pads",
        "shoes",
        "chain",
        "sprocket",
        "tyre",
        "battery",
        "bearing",
        "hose",
        "belt",
        "seal",
    ];

    /// <summary>How many days it takes to come.</summary>
    public static int Days(StockKind kind, string what) =>
        kind is StockKind.Fluid or StockKind.Consumable || Named(Common, what) ? OverTheCounter
        : Named(Usual, what) ? Ordered
        : FromItsMaker;

    /// <summary>Null where nothing is missing.</summary>
    public static ToOrder? Of(IReadOnlyCollection<ToBuy> missing, LocalDate start) =>
        missing.Count == 0
            ? null
            : new([.. missing.Select(line => line.What)], start.PlusDays(-ReadyDays - missing.Max(line => Days(line.Kind, line.What))));

    private static bool Named(ImmutableArray<string> words, string what) =>
        words.Any(word => what.Contains(word, StringComparison.OrdinalIgnoreCase));
}
