using System.Collections.Immutable;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Parts;

namespace MuddyLedger.Core.Shelf;

/// <summary>What a job uses up, by the word that the job has for it.</summary>
/// <param name="Kind">Fluid, part or consumable.</param>
/// <param name="What">Its name.</param>
/// <param name="Amount">Litres, or pieces.</param>
/// <param name="Or">Another word for it, tried where the first finds nothing: what the fluid is for, beside its name.</param>
public sealed record Used(StockKind Kind, string What, decimal Amount, string? Or = null);

/// <summary>What is taken from one thing of the shelf.</summary>
/// <param name="Item">Its id.</param>
/// <param name="Name">Its name.</param>
/// <param name="Container">The bottle or can it comes out of; null for pieces.</param>
/// <param name="Amount">In litres or pieces.</param>
public sealed record Take(Guid Item, string Name, Guid? Container, decimal Amount);

/// <summary>Takes from the shelf what a job used: from what is open first, and never more than is there.</summary>
/// <param name="Takes">Thing by thing.</param>
/// <param name="Missing">What was used and was not on the shelf.</param>
public sealed record Taking(ImmutableArray<Take> Takes, ImmutableArray<Used> Missing)
{
    /// <summary>What the lines of a finished job used.</summary>
    /// <param name="fluidFor">What a reservoir's fluid is called by jobs: "engine oil".</param>
    public static ImmutableArray<Used> UsedBy(IEnumerable<EntryBody> lines, Func<Bikes.ReservoirId, string> fluidFor)
    {
        var used =
            from line in lines
            let one = line switch
            {
                FluidFilled fill => new Used(StockKind.Fluid, fill.Fluid, fill.Volume.Litres, fluidFor(fill.Reservoir)),
                FluidToppedUp more => new Used(StockKind.Fluid, more.Fluid, more.Volume.Litres, fluidFor(more.Reservoir)),
                // What came off and went back on was not taken from anywhere.
                PartFitted { State: not PartState.UsedAgain } part => new Used(StockKind.Part, part.Part, part.Count),
                _ => null,
            }
            where one is { Amount: > 0 }
            group one by (one.Kind, What: one.What.ToLowerInvariant(), one.Or) into same
            select same.First() with
            {
                Amount = same.Sum(one => one.Amount),
            };
        return [.. used];
    }

    /// <summary>What each thing used takes from the shelf, in the order of <see cref="Matching"/>, and what is missing.</summary>
    public static Taking Of(IEnumerable<Used> used, IEnumerable<Stock> shelf, Guid bike)
    {
        var takes = ImmutableArray.CreateBuilder<Take>();
        var missing = ImmutableArray.CreateBuilder<Used>();
        var left = shelf.ToDictionary(stock => stock.Id);
        foreach (var one in used)
        {
            var wanted = one.Amount;
            foreach (var stock in Matching(one, left.Values, bike).ToList())
            {
                foreach (var take in From(stock, wanted))
                {
                    takes.Add(take);
                    wanted -= take.Amount;
                    left[stock.Id] = Less(left[stock.Id], take);
                }

                if (wanted <= 0)
                    break;
            }

            if (wanted > 0)
                missing.Add(one with { Amount = wanted });
        }

        return new(takes.ToImmutable(), missing.ToImmutable());
    }

    /// <summary>Items of that name first, then what serves for it; what is made for this bike before what fits all.</summary>
    public static IEnumerable<Stock> Matching(Used used, IEnumerable<Stock> shelf, Guid bike)
    {
        var fitting = shelf
            .Where(stock =>
                stock.Left > 0 && stock.Item.FitsBike(bike) && (stock.Item.Kind == StockKind.Fluid) == (used.Kind == StockKind.Fluid)
            )
            .OrderBy(stock => stock.Item.Bikes.IsEmpty ? 1 : 0)
            .ThenBy(stock => stock.Left)
            .ThenBy(stock => stock.Id)
            .ToList();
        var named = fitting.Where(stock => stock.Item.IsCalled(used.What)).ToList();
        // A fluid that was named and is not here was bought elsewhere, unless what is here is meant for that bike and that place.
        return named.Count > 0 || used.Or is not { } other
            ? named
            : fitting.Where(stock => !stock.Item.Bikes.IsEmpty && stock.Item.IsCalled(other));
    }

    private static IEnumerable<Take> From(Stock stock, decimal wanted)
    {
        if (stock.Item.Kind != StockKind.Fluid)
        {
            yield return new(stock.Id, stock.Item.Name, null, Math.Min(wanted, stock.Left));
            yield break;
        }

        foreach (var container in stock.Containers)
        {
            if (wanted <= 0)
                yield break;
            var amount = Math.Min(wanted, container.Left);
            wanted -= amount;
            yield return new(stock.Id, stock.Item.Name, container.Id, amount);
        }
    }

    private static Stock Less(Stock stock, Take take) =>
        stock with
        {
            Left = stock.Left - take.Amount,
            Containers =
            [
                .. stock
                    .Containers.Select(one => one.Id == take.Container ? one with { Left = one.Left - take.Amount } : one)
                    .Where(one => one.Left > 0),
            ],
        };
}
