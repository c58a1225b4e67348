using System.Collections.Immutable;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Shelf;

/// <summary>What a shelf keeps.</summary>
public enum StockKind
{
    Fluid,
    Part,
    Consumable,
}

/// <summary>How it is sold: so much for so much.</summary>
/// <param name="Size">In litres for a fluid, pieces for the rest.</param>
/// <param name="Price">Of one.</param>
public sealed record Pack(decimal Size, Money Price);

/// <summary>Something that is kept on the shelf.</summary>
/// <param name="Name">As the owner calls it.</param>
/// <param name="Kind">Fluid, part or consumable.</param>
/// <param name="Serves">What jobs call it: "oil filter", "engine oil". Its own name always serves.</param>
/// <param name="Bikes">Which bikes it fits; empty where it fits all.</param>
/// <param name="Minimum">Below this it goes on the shopping list. Litres, or pieces.</param>
/// <param name="Packs">Sizes in which it is sold.</param>
/// <param name="Place">Where it stands; null where nobody said.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record StockItem(
    string Name,
    StockKind Kind,
    ImmutableArray<string> Serves,
    ImmutableArray<Guid> Bikes,
    decimal Minimum,
    ImmutableArray<Pack> Packs,
    string? Place,
    string? Note
)
{
    /// <summary>More than a shelf holds: a slip of the pen.</summary>
    public const decimal MostLitres = 250;

    /// <summary>More than a shelf holds: a slip of the pen.</summary>
    public const decimal MostPieces = 10_000;

    /// <summary>Whether it is kept for this bike; what names none fits all.</summary>
    public bool FitsBike(Guid bike) => Bikes.IsEmpty || Bikes.Contains(bike);

    /// <summary>
    /// By its name or a word that it serves for. "10W-40, JASO MA2" is met by an item that is both, however its words are listed.
    /// </summary>
    public bool IsCalled(string word) =>
        Same(Name, word)
        || Serves.Any(served => Same(served, word))
        || (
            Terms(word) is { Length: > 1 } wanted
            && wanted.All(Serves.Append(Name).SelectMany(Terms).ToHashSet(StringComparer.OrdinalIgnoreCase).Contains)
        );

    /// <summary>All that its name and its words say of what it is.</summary>
    public string Description => string.Join(", ", Serves.Prepend(Name));

    private static string[] Terms(string words) => words.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);

    /// <summary>Decimals that its amounts are worth: a hundredth of a litre, whole pieces.</summary>
    public int Decimals => Kind == StockKind.Fluid ? 2 : 0;

    private static bool Same(string one, string other) => string.Equals(one.Trim(), other.Trim(), StringComparison.OrdinalIgnoreCase);
}

/// <summary>Why something came or went.</summary>
public enum StockCause
{
    Bought,
    Taken,
    PutBack,
    Counted,
}

/// <summary>What came or went. The shelf is the sum of its moves; none is ever changed.</summary>
/// <param name="Id">Its own.</param>
/// <param name="Item">What moved.</param>
/// <param name="Container">For a fluid: the bottle or can; it is the id of the move that brought it.</param>
/// <param name="Amount">Litres or pieces; below zero where it went.</param>
/// <param name="Date">When.</param>
/// <param name="Cause">Bought, taken, put back, or counted.</param>
/// <param name="Note">Null where there is none.</param>
/// <param name="Run">The job that took it, or whose undoing put it back.</param>
public sealed record StockMove(
    Guid Id,
    Guid Item,
    Guid? Container,
    decimal Amount,
    LocalDate Date,
    StockCause Cause,
    string? Note = null,
    Guid? Run = null
);

/// <summary>A bottle, a box or a tin on the shelf.</summary>
/// <param name="Id">Its own.</param>
/// <param name="Size">What was in it when it came.</param>
/// <param name="Left">What is in it, in litres or pieces.</param>
/// <param name="Since">When it came.</param>
public sealed record Container(Guid Id, decimal Size, decimal Left, LocalDate Since)
{
    /// <summary>Something is out of it.</summary>
    public bool Opened => Left < Size;
}

/// <summary>What is there of one item.</summary>
/// <param name="Id">Of the thing.</param>
/// <param name="Item">What it is.</param>
/// <param name="Left">In all containers, in litres or pieces.</param>
/// <param name="Containers">The one that is used first comes first.</param>
public sealed record Stock(Guid Id, StockItem Item, decimal Left, ImmutableArray<Container> Containers)
{
    /// <summary>It is to be bought.</summary>
    public bool Low => Left < Item.Minimum;

    /// <summary>What is left by the moves alone; an emptied container stands no more.</summary>
    public static Stock Of(Guid id, StockItem item, IEnumerable<StockMove> moves)
    {
        var left = 0m;
        var containers = new Dictionary<Guid, Container>();
        foreach (var move in moves)
        {
            left += move.Amount;
            if (move.Container is not { } which)
                continue;
            containers[which] = containers.TryGetValue(which, out var known)
                ? known with
                {
                    Left = known.Left + move.Amount,
                }
                : new(which, move.Amount, move.Amount, move.Date);
        }

        return new(
            id,
            item,
            left,
            [
                .. containers
                    .Values.Where(one => one.Left > 0)
                    .OrderBy(one => one.Opened ? 0 : 1)
                    .ThenBy(one => one.Left)
                    .ThenBy(one => one.Since),
            ]
        );
    }
}
