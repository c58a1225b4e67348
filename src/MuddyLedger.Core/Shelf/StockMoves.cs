using System.Collections.Immutable;
using NodaTime;

namespace MuddyLedger.Core.Shelf;

/// <summary>What an owner says of an item: that it was bought, taken or counted.</summary>
/// <param name="Cause">Bought, taken, put back, or counted.</param>
/// <param name="Amount">Of one bottle or pack; what is left where it was counted. Litres, or pieces.</param>
/// <param name="Count">How many bottles or packs were bought.</param>
/// <param name="Container">For a fluid that was taken or counted: which bottle.</param>
/// <param name="Date">When.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record StockChange(StockCause Cause, decimal Amount, int Count, Guid? Container, LocalDate Date, string? Note);

/// <summary>The lines that the shelf's book gets, and what it refuses.</summary>
public static class StockMoves
{
    /// <summary>The lines that a change makes, the first under the id given; or why it cannot be.</summary>
    public static (ImmutableArray<StockMove> Moves, Refusal? Refusal) Of(Stock stock, StockChange change, Guid id, Func<Guid> newId)
    {
        var fluid = stock.Item.Kind == StockKind.Fluid;
        StockMove Move(Guid move, Guid? container, decimal by) =>
            new(move, stock.Id, container, by, change.Date, change.Cause, change.Note);
        if (change.Cause == StockCause.PutBack)
            return ([], new("cause", "is what undoing writes: undo the line that took it"));
        if (change.Cause == StockCause.Bought)
            // Each bottle is one of its own, under the id of the line that brought it.
            return (
                fluid
                    ?
                    [
                        .. Enumerable
                            .Range(0, change.Count)
                            .Select(at => at == 0 ? id : newId())
                            .Select(bottle => Move(bottle, bottle, change.Amount)),
                    ]
                    : [Move(id, null, change.Amount * change.Count)],
                null
            );

        var left = stock.Left;
        if (fluid)
        {
            if (stock.Containers.FirstOrDefault(one => one.Id == change.Container) is not { } container)
                return ([], new("container", "is missing: say which bottle or can"));
            if (change.Cause == StockCause.Counted && change.Amount > container.Size)
                return ([], new("amount", $"is more than it held when it came ({container.Size:0.##} L)"));
            left = container.Left;
        }

        if (change.Cause == StockCause.Taken && change.Amount > left)
            return ([], new("amount", $"is more than is there ({left:0.##})"));
        return (
            [Move(id, fluid ? change.Container : null, change.Cause == StockCause.Taken ? -change.Amount : change.Amount - left)],
            null
        );
    }

    /// <summary>Why a line of an item cannot be undone; null where it can.</summary>
    /// <param name="moves">All lines of the item.</param>
    public static string? RefuseUndo(StockMove move, IEnumerable<StockMove> moves, Stock stock)
    {
        if (move.Cause == StockCause.PutBack)
            return "This line undid another one.";
        if (move.Run is not null)
            return "A job took it: undo its sign-off, and it is put back.";
        if (moves.Any(other => other.Note == UndoNote(move.Id)))
            return "It is undone already.";
        var there = move.Container is { } container ? stock.Containers.FirstOrDefault(one => one.Id == container)?.Left ?? 0 : stock.Left;
        return move.Amount > there ? "Some of it was used since: count what is left instead." : null;
    }

    /// <summary>The line that undoes another: both stay.</summary>
    public static StockMove Undoing(StockMove move, Guid id, LocalDate today) =>
        move with
        {
            Id = id,
            Amount = -move.Amount,
            Date = today,
            Cause = StockCause.PutBack,
            Note = UndoNote(move.Id),
        };

    private static string UndoNote(Guid move) => $"undone: {move}";
}
