using System.Collections.Immutable;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using NodaTime;

namespace MuddyLedger.App.Shelf;

/// <summary>What is kept, what came and went, and what is to be bought.</summary>
public sealed class ShelfHandlers(ShelfSnapshots shelf, Writing writing)
{
    /// <summary>What is kept on the shelf, what is low, what to buy and what waits to be handed in.</summary>
    public async Task<Outcome<ShelfAnswer>> GetAsync(Caller caller) => await shelf.AnswerAsync(caller.Cancel);

    /// <summary>Puts a new item on the shelf.</summary>
    public async Task<Outcome<ShelfAnswer>> AddAsync(KeepItemRequest body, Caller caller)
    {
        var (item, problem) = await ReadAsync(body, caller);
        return problem
            ?? await writing.OnceAsync(
                caller,
                body.Id,
                body,
                async (_, stamp) =>
                {
                    if (
                        (await shelf.Store.ItemsAsync(caller.Cancel)).Any(one =>
                            string.Equals(one.Item.Name, item!.Name, StringComparison.OrdinalIgnoreCase)
                        )
                    )
                        return Problem.Refused("name", "stands on the shelf already");
                    shelf.Store.Add(body.Id, item!, stamp.At);
                    return null;
                },
                () => shelf.AnswerAsync(caller.Cancel)
            );
    }

    /// <summary>Changes an item; asks for the version that was opened.</summary>
    public async Task<Outcome<ShelfAnswer>> ChangeAsync(Guid item, KeepItemRequest body, Caller caller)
    {
        if (await shelf.OneAsync(item, caller.Cancel) is not var (kept, stock))
            return Problem.NotFound("item");
        var (changed, problem) = await ReadAsync(body, caller);
        if (problem is not null)
            return problem;
        if (caller.Version is not { } version)
            return Problem.NoVersion();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (_, _) =>
            {
                if (version != kept.Version)
                    return Problem.Stale(await shelf.AnswerAsync(caller.Cancel));
                if (
                    changed!.Kind != kept.Item.Kind
                    && stock.Left != 0
                    && (changed.Kind == StockKind.Fluid || kept.Item.Kind == StockKind.Fluid)
                )
                    return Problem.Refused("kind", "cannot change between litres and pieces while some of it is there");
                await shelf.Store.ChangeAsync(item, version, changed, caller.Cancel);
                return null;
            },
            () => shelf.AnswerAsync(caller.Cancel)
        );
    }

    /// <summary>Takes an item off the shelf for good.</summary>
    public async Task<Outcome<ShelfAnswer>> GoneAsync(Guid item, ItemGoneRequest body, Caller caller)
    {
        var check = caller.Check(body.Id);
        if (check.Failed)
            return check.Problem();
        if (caller.Version is not { } version)
            return Problem.NoVersion();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (_, _) =>
            {
                if (await shelf.OneAsync(item, caller.Cancel) is not var (kept, _))
                    return Problem.NotFound("item");
                if (version != kept.Version)
                    return Problem.Stale(await shelf.AnswerAsync(caller.Cancel));
                await shelf.Store.ChangeAsync(item, version, null, caller.Cancel);
                return null;
            },
            () => shelf.AnswerAsync(caller.Cancel)
        );
    }

    /// <summary>What was typed as something to keep; or what is wrong with it.</summary>
    public async Task<(StockItem? Item, Problem? Problem)> ReadAsync(KeepItemRequest body, Caller caller)
    {
        var check = caller.Check(body.Id);
        var bikes = (await shelf.BikesAsync(caller.Cancel)).Select(snapshot => snapshot.Bike.Id.Value).ToHashSet();
        var item = body.Item.Read(check, await shelf.SettingsAsync(caller.Cancel), bikes);
        return check.Failed ? (null, check.Problem()) : (item, null);
    }

    /// <summary>What went in and out of one item.</summary>
    public async Task<Outcome<MoveAnswer[]>> MovesAsync(Guid item, Caller caller)
    {
        if (await shelf.OneAsync(item, caller.Cancel) is not var (kept, stock))
            return Problem.NotFound("item");
        var settings = await shelf.SettingsAsync(caller.Cancel);
        var moves = await shelf.Store.MovesAsync(caller.Cancel, item);
        return moves
            .Reverse()
            .Select(move => new MoveAnswer(
                move.Id,
                move.Date,
                move.Cause,
                ShelfAnswers.Amount(move.Amount, kept.Item.Kind, settings),
                move.Note,
                move.Run,
                StockMoves.RefuseUndo(move, moves, stock) is null
            ))
            .ToArray();
    }

    /// <summary>Puts in or takes out.</summary>
    public async Task<Outcome<ShelfAnswer>> MoveAsync(Guid item, MoveRequest body, Caller caller)
    {
        if (await shelf.OneAsync(item, caller.Cancel) is not var (kept, stock))
            return Problem.NotFound("item");
        var check = caller.Check(body.Id);
        var settings = await shelf.SettingsAsync(caller.Cancel);
        var date = check.Date("date", body.Date, shelf.Today);
        var note = check.OptionalText("note", body.Note, 200);
        var amount = ItemForm.Amount(
            check,
            "amount",
            body.Amount,
            kept.Item.Kind,
            settings,
            least: body.Cause == StockCause.Counted ? 0 : 0.01m
        );
        if (body.Count is < 1 or > 99)
            check.Refuse("count", "must lie between 1 and 99");
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (_, stamp) =>
            {
                var (moves, refusal) = StockMoves.Of(
                    stock,
                    new(body.Cause, amount, body.Count, body.Container, date, note),
                    body.Id,
                    Guid.CreateVersion7
                );
                foreach (var move in moves)
                    shelf.Store.Add(move, stamp.At, stamp.Device);
                return Task.FromResult<Problem?>(refusal is null ? null : Problem.Refused(refusal));
            },
            () => shelf.AnswerAsync(caller.Cancel)
        );
    }

    /// <summary>Undoes one move.</summary>
    public async Task<Outcome<ShelfAnswer>> UndoneAsync(Guid move, MoveUndoneRequest body, Caller caller)
    {
        var check = caller.Check(body.Id);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (_, stamp) =>
            {
                var all = await shelf.Store.MovesAsync(caller.Cancel);
                if (
                    all.FirstOrDefault(one => one.Id == move) is not { } found
                    || await shelf.OneAsync(found.Item, caller.Cancel) is not var (_, stock)
                )
                    return Problem.NotFound("line of the shelf");
                if (StockMoves.RefuseUndo(found, all.Where(one => one.Item == found.Item), stock) is { } words)
                    return Problem.Refused(null, words);
                shelf.Store.Add(StockMoves.Undoing(found, body.Id, shelf.Today), stamp.At, stamp.Device);
                return null;
            },
            () => shelf.AnswerAsync(caller.Cancel)
        );
    }
}
