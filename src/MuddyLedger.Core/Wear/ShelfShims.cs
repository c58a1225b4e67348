using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;

namespace MuddyLedger.Core.Wear;

/// <summary>Shims of one size that lie on the shelf.</summary>
/// <param name="Size">Thickness in mm.</param>
/// <param name="Count">How many lie there.</param>
public sealed record ShelfShim(decimal Size, int Count);

/// <summary>The shims on the shelf, told by the names that they are kept under: "Valve shim 2.80", "shims 285".</summary>
public static partial class ShelfShims
{
    private const decimal Thinnest = 0.5m;
    private const decimal Thickest = 5;

    /// <param name="bike">What is kept for other bikes only is left alone: it may be of another diameter.</param>
    public static ImmutableArray<ShelfShim> Of(IEnumerable<Stock> shelf, Guid bike) =>
        [
            .. Fitting(shelf, bike)
                .Select(stock => (Size: SizeIn(stock.Item.Name)!.Value, Count: (int)stock.Left))
                .GroupBy(one => one.Size)
                .OrderBy(same => same.Key)
                .Select(same => new ShelfShim(same.Key, same.Sum(one => one.Count))),
        ];

    /// <summary>
    /// What a check took from the shelf: the shims that went in, less those that came out of another valve of the same check, as far as
    /// they lie there. What lies nowhere in the book was bought for it.
    /// </summary>
    public static ImmutableArray<(Stock Stock, int Count)> TakenFor(
        IReadOnlyCollection<ValveReading> valves,
        IEnumerable<Stock> shelf,
        Guid bike
    )
    {
        var fitted = valves.Where(valve => valve.Fitted is not null).ToList();
        var free = fitted
            .Select(valve => valve.Shim)
            .OfType<decimal>()
            .GroupBy(size => size)
            .ToDictionary(same => same.Key, same => same.Count());
        var wanted = fitted
            .GroupBy(valve => valve.Fitted!.Value)
            .ToDictionary(same => same.Key, same => same.Count() - free.GetValueOrDefault(same.Key));
        var taken = ImmutableArray.CreateBuilder<(Stock, int)>();
        foreach (var stock in Fitting(shelf, bike).OrderBy(stock => stock.Item.Bikes.IsEmpty ? 1 : 0))
        {
            var size = SizeIn(stock.Item.Name)!.Value;
            var count = Math.Min(wanted.GetValueOrDefault(size), (int)stock.Left);
            if (count <= 0)
                continue;
            wanted[size] -= count;
            taken.Add((stock, count));
        }

        return taken.ToImmutable();
    }

    private static IEnumerable<Stock> Fitting(IEnumerable<Stock> shelf, Guid bike) =>
        shelf.Where(stock =>
            stock.Left >= 1 && stock.Item.Kind != StockKind.Fluid && stock.Item.FitsBike(bike) && SizeIn(stock.Item.Name) is not null
        );

    private static decimal? SizeIn(string name)
    {
        if (!name.Contains("shim", StringComparison.OrdinalIgnoreCase) || Size().Match(name) is not { Success: true } match)
            return null;
        var value = decimal.Parse(match.Value.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);
        // As it is stamped: 285 is 2.85 mm.
        value = value >= 50 ? value / 100 : value;
        return value is >= Thinnest and <= Thickest ? value : null;
    }

    [GeneratedRegex(@"(?<![\d.,])(\d[.,]\d{1,3}|\d{3})(?![\d.,]*\d)", RegexOptions.CultureInvariant, matchTimeoutMilliseconds: 1000)]
    private static partial Regex Size();
}
