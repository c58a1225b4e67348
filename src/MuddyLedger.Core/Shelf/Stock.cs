using System.Collections.Immutable;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Shelf;

public enum StockKind
{
    Fluid,
    Part,
    Consumable,
}

/// <summary>How it is sold: so much for so much.</summary>
/// <param name="Size">In litres for a fluid, pieces for the rest.</param>
public sealed record Pack(decimal Size, Money Price);

/// <summary>Something that is kept on the shelf.</summary>
/// <param name="Serves">What jobs call it: "oil filter", "engine oil". Its own name always serves.</param>
/// <param name="Bikes">Which bikes it fits; empty where it fits all.</param>
/// <param name="Minimum">Below this it goes on the shopping list. Litres, or pieces.</param>
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
    public const decimal MostLitres = 250;
    public const decimal MostPieces = 10_000;

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

public enum StockCause
{
    Bought,
    Taken,
    PutBack,
    Counted,
}

/// <summary>What came or went. The shelf is the sum of its moves; none is ever changed.</summary>
/// <param name="Container">For a fluid: the bottle or can; it is the id of the move that brought it.</param>
/// <param name="Amount">Litres or pieces; below nought where it went.</param>
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

/// <param name="Size">What was in it when it came.</param>
public sealed record Container(Guid Id, decimal Size, decimal Left, LocalDate Since)
{
    public bool Opened => Left < Size;
}

/// <summary>What is there of one item.</summary>
public sealed record Stock(Guid Id, StockItem Item, decimal Left, ImmutableArray<Container> Containers)
{
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
