using CsCheck;
using MuddyLedger.Core.Shelf;
using NodaTime;

namespace MuddyLedger.Core.Tests.Shelf;

public class StockMovesTests
{
    private static readonly Guid Oil = Guid.CreateVersion7();
    private static readonly LocalDate Today = Given.Today;

    private static StockItem Item(StockKind kind) => new("10W-40", kind, [], [], 0, [], null, null);

    private static Stock Shelf(StockKind kind, IEnumerable<StockMove> moves) => Stock.Of(Oil, Item(kind), moves);

    private static StockChange Change(StockCause cause, decimal amount, Guid? bottle = null, int count = 1) =>
        new(cause, amount, count, bottle, Today, null);

    [Fact]
    public void Two_bottles_bought_are_two_bottles_and_three_packs_are_one_line()
    {
        var first = Guid.CreateVersion7();
        var bottles = StockMoves.Of(Shelf(StockKind.Fluid, []), Change(StockCause.Bought, 4, count: 2), first, Guid.CreateVersion7).Moves;
        bottles.Length.ShouldBe(2);
        (bottles[0].Id, bottles[0].Container).ShouldBe((first, first));
        bottles[1].Container.ShouldBe(bottles[1].Id);
        StockMoves
            .Of(Shelf(StockKind.Part, []), Change(StockCause.Bought, 10, count: 3), first, Guid.CreateVersion7)
            .Moves.ShouldHaveSingleItem()
            .Amount.ShouldBe(30);
    }

    [Fact]
    public void What_is_not_there_is_not_taken_and_a_bottle_holds_no_more_than_it_came_with()
    {
        var bottle = Guid.CreateVersion7();
        var shelf = Shelf(StockKind.Fluid, [new(bottle, Oil, bottle, 1, Today, StockCause.Bought)]);
        string? Refused(StockChange change) => StockMoves.Of(shelf, change, Guid.CreateVersion7(), Guid.CreateVersion7).Refusal?.ToString();
        Refused(Change(StockCause.Taken, 1.1m, bottle))!.ShouldContain("more than is there (1)");
        Refused(Change(StockCause.Counted, 1.1m, bottle))!.ShouldContain("more than it held when it came (1 L)");
        Refused(Change(StockCause.Taken, 0.5m))!.ShouldContain("which bottle");
        Refused(Change(StockCause.PutBack, 0.5m, bottle))!.ShouldContain("what undoing writes");
        StockMoves
            .Of(shelf, Change(StockCause.Counted, 0.4m, bottle), Guid.CreateVersion7(), Guid.CreateVersion7)
            .Moves.ShouldHaveSingleItem()
            .Amount.ShouldBe(-0.6m);
    }

    [Fact]
    public void A_line_is_undone_once_and_not_where_its_bottle_was_used_since()
    {
        var bottle = Guid.CreateVersion7();
        var bought = new StockMove(bottle, Oil, bottle, 1, Today, StockCause.Bought);
        var taken = new StockMove(Guid.CreateVersion7(), Oil, bottle, -0.4m, Today, StockCause.Taken);
        string? Refused(StockMove move, params StockMove[] moves) => StockMoves.RefuseUndo(move, moves, Shelf(StockKind.Fluid, moves));
        Refused(bought, bought).ShouldBeNull();
        Refused(bought, bought, taken)!.ShouldContain("used since");
        var undone = StockMoves.Undoing(taken, Guid.CreateVersion7(), Today);
        Refused(taken, bought, taken, undone)!.ShouldContain("undone already");
        Refused(undone, bought, taken, undone)!.ShouldContain("undid another");
        Refused(bought, bought, taken, undone).ShouldBeNull("all of it is there again");
        Refused(taken with { Run = Guid.CreateVersion7() }, bought, taken)!.ShouldContain("undo its sign-off");
    }

    // Property: whatever is bought, taken and counted, the shelf never holds less than nothing, and undoing the last line gives back what
    // was there.
    [Fact]
    public void The_shelf_never_holds_less_than_nothing_and_undoing_gives_back() =>
        Gen.Select(Gen.Int[0, 2], Gen.Decimal[0.01m, 5m], Gen.Int[0, 3])
            .Array[1, 20]
            .Sample(
                acts =>
                {
                    var moves = new List<StockMove>();
                    foreach (var (kind, amount, which) in acts)
                    {
                        var before = Shelf(StockKind.Fluid, moves);
                        var cause = kind switch
                        {
                            0 => StockCause.Bought,
                            1 => StockCause.Taken,
                            _ => StockCause.Counted,
                        };
                        var bottle = before.Containers.Length > 0 ? before.Containers[which % before.Containers.Length].Id : (Guid?)null;
                        var (added, refusal) = StockMoves.Of(
                            before,
                            Change(cause, Math.Round(amount, 2), bottle),
                            Guid.CreateVersion7(),
                            Guid.CreateVersion7
                        );
                        if (refusal is not null)
                            continue;
                        moves.AddRange(added);
                        var after = Shelf(StockKind.Fluid, moves);
                        (after.Left >= 0 && after.Containers.All(one => one.Left > 0)).ShouldBeTrue();
                        var last = added[^1];
                        if (StockMoves.RefuseUndo(last, moves, after) is null)
                            Shelf(StockKind.Fluid, [.. moves, StockMoves.Undoing(last, Guid.CreateVersion7(), Today)])
                                .Left.ShouldBe(before.Left);
                    }
                },
                iter: 200
            );
}
