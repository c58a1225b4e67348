using System.Collections.Immutable;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Shelf;

/// <summary>Something that will be wanted, and for what.</summary>
/// <param name="Kind">Fluid, part or consumable.</param>
/// <param name="What">Its name.</param>
/// <param name="Amount">Litres or pieces; null where nobody has entered how much that reservoir takes.</param>
/// <param name="Bike">For which.</param>
/// <param name="For">The job and the bike, in words.</param>
/// <param name="Or">What does as well; null where nothing does.</param>
/// <param name="Suits">For a fluid: whether one that is called otherwise will do as well.</param>
public sealed record Wanted(
    StockKind Kind,
    string What,
    decimal? Amount,
    Guid Bike,
    string For,
    string? Or = null,
    Func<string, bool>? Suits = null
);

/// <summary>One line of the shopping list.</summary>
/// <param name="Item">The item of the shelf that it is; null where the shelf knows none.</param>
/// <param name="Kind">Fluid, part or consumable.</param>
/// <param name="What">Its name.</param>
/// <param name="Needed">What the jobs want, together.</param>
/// <param name="Here">What the shelf holds towards it.</param>
/// <param name="Missing">What is to be bought: for the jobs, and to stand at the minimum after them.</param>
/// <param name="Packs">Null where it is not known how it is sold.</param>
/// <param name="For">What needs it, in words.</param>
/// <param name="Bikes">The bikes whose jobs want it.</param>
/// <param name="AmountUnknown">A job wants more than is listed, and nobody has entered how much.</param>
public sealed record ToBuy(
    Guid? Item,
    StockKind Kind,
    string What,
    decimal Needed,
    decimal Here,
    decimal Missing,
    Packs? Packs,
    ImmutableArray<string> For,
    ImmutableArray<Guid> Bikes,
    bool AmountUnknown
);

/// <summary>What the coming work wants, less what is there, bundled into packs at least cost.</summary>
public static class Shopping
{
    /// <summary>What is wanted less what is there, once for each thing, and what the shelf itself runs low on.</summary>
    public static ImmutableArray<ToBuy> List(IEnumerable<Wanted> wanted, ImmutableArray<Stock> shelf)
    {
        var lines =
            new Dictionary<string, (Stock? Stock, Wanted First, decimal Needed, bool Unknown, List<string> For, HashSet<Guid> Bikes)>();
        foreach (var one in wanted)
        {
            var stock = ItemFor(one, shelf);
            var key = stock?.Id.ToString() ?? $"{one.Kind} {one.What.ToLowerInvariant()}";
            var line = lines.GetValueOrDefault(key, (stock, one, 0m, false, [], []));
            line.Bikes.Add(one.Bike);
            if (!line.For.Contains(one.For))
                line.For.Add(one.For);
            lines[key] = line with { Needed = line.Needed + (one.Amount ?? 0), Unknown = line.Unknown || one.Amount is null };
        }

        foreach (var low in shelf.Where(stock => stock.Low && !lines.ContainsKey(stock.Id.ToString())))
            lines[low.Id.ToString()] = (low, new(low.Item.Kind, low.Item.Name, 0, Guid.Empty, ""), 0, false, [], []);
        return
        [
            .. lines
                .Values.Select(line => LineOf(line.Stock, line.First, line.Needed, line.Unknown, line.For, line.Bikes))
                .Where(line => line.Missing > 0 || (line.AmountUnknown && line.Here == 0))
                .OrderBy(line => line.Kind)
                .ThenBy(line => line.What, StringComparer.OrdinalIgnoreCase),
        ];
    }

    /// <summary>What jobs want beyond what is there: not what the shelf itself runs low on.</summary>
    public static ImmutableArray<ToBuy> Missing(IEnumerable<Wanted> wanted, ImmutableArray<Stock> shelf) =>
        [.. List(wanted, shelf).Where(line => line.Needed > line.Here || (line.AmountUnknown && line.Here == 0))];

    /// <summary>Money for the packs; what has no price counts as nothing.</summary>
    public static Money Total(IEnumerable<ToBuy> list) => Money.Of(list.Sum(line => line.Packs?.Cost.Amount ?? 0));

    private static ToBuy LineOf(Stock? stock, Wanted first, decimal needed, bool unknown, List<string> reasons, HashSet<Guid> bikes)
    {
        var here = stock?.Left ?? 0;
        var missing = Math.Max(0, needed + (stock?.Item.Minimum ?? 0) - here);
        return new(
            Item: stock?.Id,
            Kind: first.Kind,
            What: stock?.Item.Name ?? first.What,
            Needed: needed,
            Here: here,
            Missing: missing,
            Packs: stock is null || missing == 0 ? null : Packs.Cheapest(missing, stock.Item.Packs),
            For: [.. reasons],
            Bikes: [.. bikes],
            AmountUnknown: unknown
        );
    }

    /// <summary>
    /// The shelf's item for it, even where none of it is left: what stands there and suffices before what is called so and is used up.
    /// </summary>
    private static Stock? ItemFor(Wanted one, ImmutableArray<Stock> shelf)
    {
        var fitting = shelf
            .Where(stock => stock.Item.FitsBike(one.Bike) && (stock.Item.Kind == StockKind.Fluid) == (one.Kind == StockKind.Fluid))
            .OrderBy(stock => stock.Item.Bikes.IsEmpty ? 1 : 0)
            .ThenByDescending(stock => stock.Left)
            .ToList();
        var named = fitting.Where(stock => stock.Item.IsCalled(one.What)).ToList();
        // Another grade is not bought for a bike because it happens to serve the same purpose on another one; what is as good is not
        // bought twice.
        var asGood = fitting
            .Except(named)
            .Where(stock =>
                one.Kind == StockKind.Fluid
                    ? one.Suits?.Invoke(stock.Item.Description) == true
                        || (one.Or is { } purpose && !stock.Item.Bikes.IsEmpty && stock.Item.IsCalled(purpose))
                    : one.Or is { } other && stock.Item.IsCalled(other)
            )
            .ToList();
        return named.Concat(asGood).FirstOrDefault(stock => stock.Left > 0 && stock.Left >= (one.Amount ?? 0))
            ?? named.Concat(asGood).FirstOrDefault(stock => stock.Left > 0)
            ?? named.Concat(asGood).FirstOrDefault();
    }

    /// <summary>Whether the shelf keeps count of it, if none of it is left.</summary>
    public static bool Known(Wanted one, ImmutableArray<Stock> shelf) => ItemFor(one, shelf) is not null;

    /// <summary>
    /// The fluid on the shelf that a job would take for this: called as it is asked for, or as good; null where none stands there.
    /// </summary>
    public static Stock? OnShelf(Wanted one, ImmutableArray<Stock> shelf) => ItemFor(one, shelf) is { Left: > 0 } stock ? stock : null;
}
