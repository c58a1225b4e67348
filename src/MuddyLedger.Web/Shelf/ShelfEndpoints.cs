using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;
using MuddyLedger.Data;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Jobs;
using MuddyLedger.Web.Settings;
using NodaTime;

namespace MuddyLedger.Web.Shelf;

public static class ShelfEndpoints
{
    public static void MapShelf(this IEndpointRouteBuilder api)
    {
        api.MapGet("/shelf", GetAsync).Produces<ShelfAnswer>();
        api.MapPost("/shelf/items", AddAsync).Produces<ShelfAnswer>();
        api.MapPut("/shelf/items/{item:guid}", ChangeAsync).Produces<ShelfAnswer>();
        api.MapPost("/shelf/items/{item:guid}/gone", GoneAsync).Produces<ShelfAnswer>();
        api.MapGet("/shelf/items/{item:guid}/moves", MovesAsync).Produces<IReadOnlyList<MoveAnswer>>();
        api.MapPost("/shelf/items/{item:guid}/moves", MoveAsync).Produces<ShelfAnswer>();
        api.MapPost("/shelf/moves/{move:guid}/undone", UndoneAsync).Produces<ShelfAnswer>();
        api.MapPost("/shelf/waste", HandedInAsync).Produces<ShelfAnswer>();
    }

    /// <summary>What every request about the shelf needs.</summary>
    public sealed class Boards(ShelfStore store, ShedPictures pictures, JobLibraries libraries)
    {
        public ShelfStore Store => store;

        public Task<OwnerSettings> SettingsAsync(CancellationToken cancel) => pictures.SettingsAsync(cancel);

        public LocalDate Today => pictures.Today;

        public Task<ImmutableArray<BikePicture>> BikesAsync(CancellationToken cancel) => pictures.AllAsync(cancel);

        public async Task<object> AnswerAsync(CancellationToken cancel)
        {
            var bikes = await pictures.AllAsync(cancel);
            return ShelfAnswers.Of(
                await store.ItemsAsync(cancel),
                await store.StockAsync(cancel),
                bikes,
                await libraries.OpenAsync(cancel),
                await pictures.SettingsAsync(cancel),
                pictures.Today
            );
        }

        public async Task<(StoredItem Item, Stock Stock)?> OneAsync(Guid id, CancellationToken cancel)
        {
            if ((await store.ItemsAsync(cancel)).FirstOrDefault(one => one.Id == id) is not { } item)
                return null;
            return (item, Stock.Of(id, item.Item, await store.MovesAsync(cancel, id)));
        }
    }

    private static async Task<IResult> GetAsync(HttpContext http, Boards boards) =>
        Results.Ok(await boards.AnswerAsync(http.RequestAborted));

    private static async Task<IResult> AddAsync(KeepItemRequest body, HttpContext http, Boards boards, Writing writing)
    {
        var (item, problem) = await ReadAsync(body, http, boards);
        return problem
            ?? await writing.OnceAsync(
                http,
                body.Id,
                body,
                async (_, pen) =>
                {
                    if (
                        (await boards.Store.ItemsAsync(http.RequestAborted)).Any(one =>
                            string.Equals(one.Item.Name, item!.Name, StringComparison.OrdinalIgnoreCase)
                        )
                    )
                        return Problems.Refused("name", "stands on the shelf already");
                    boards.Store.Add(body.Id, item!, pen.At);
                    return null;
                },
                () => boards.AnswerAsync(http.RequestAborted)
            );
    }

    private static async Task<IResult> ChangeAsync(Guid item, KeepItemRequest body, HttpContext http, Boards boards, Writing writing)
    {
        if (await boards.OneAsync(item, http.RequestAborted) is not var (standing, stock))
            return Problems.NotFound("item");
        var (changed, problem) = await ReadAsync(body, http, boards);
        if (problem is not null)
            return problem;
        if (Writing.IfMatch(http) is not { } version)
            return Problems.NoETag();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (_, _) =>
            {
                if (version != standing.Version)
                    return Problems.Stale(await boards.AnswerAsync(http.RequestAborted));
                if (
                    changed!.Kind != standing.Item.Kind
                    && stock.Left != 0
                    && (changed.Kind == StockKind.Fluid || standing.Item.Kind == StockKind.Fluid)
                )
                    return Problems.Refused("kind", "cannot change between litres and pieces while some of it is there");
                await boards.Store.ChangeAsync(item, version, changed, http.RequestAborted);
                return null;
            },
            () => boards.AnswerAsync(http.RequestAborted)
        );
    }

    private static async Task<IResult> GoneAsync(Guid item, ItemGoneRequest body, HttpContext http, Boards boards, Writing writing)
    {
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        if (check.Failed)
            return check.Problem();
        if (Writing.IfMatch(http) is not { } version)
            return Problems.NoETag();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (_, _) =>
            {
                if (await boards.OneAsync(item, http.RequestAborted) is not var (standing, _))
                    return Problems.NotFound("item");
                if (version != standing.Version)
                    return Problems.Stale(await boards.AnswerAsync(http.RequestAborted));
                await boards.Store.ChangeAsync(item, version, null, http.RequestAborted);
                return null;
            },
            () => boards.AnswerAsync(http.RequestAborted)
        );
    }

    private static async Task<(StockItem? Item, IResult? Problem)> ReadAsync(KeepItemRequest body, HttpContext http, Boards boards)
    {
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var bikes = (await boards.BikesAsync(http.RequestAborted)).Select(picture => picture.Bike.Id.Value).ToHashSet();
        var item = body.Item.Read(check, await boards.SettingsAsync(http.RequestAborted), bikes);
        return check.Failed ? (null, check.Problem()) : (item, null);
    }

    private static async Task<IResult> MovesAsync(Guid item, HttpContext http, Boards boards)
    {
        if (await boards.OneAsync(item, http.RequestAborted) is not var (standing, stock))
            return Problems.NotFound("item");
        var settings = await boards.SettingsAsync(http.RequestAborted);
        var moves = await boards.Store.MovesAsync(http.RequestAborted, item);
        return Results.Ok(
            moves
                .Reverse()
                .Select(move => new MoveAnswer(
                    move.Id,
                    move.Date,
                    move.Cause,
                    ShelfAnswers.Amount(move.Amount, standing.Item.Kind, settings),
                    move.Note,
                    move.Run,
                    StockMoves.RefuseUndo(move, moves, stock) is null
                ))
                .ToList()
        );
    }

    private static async Task<IResult> MoveAsync(Guid item, MoveRequest body, HttpContext http, Boards boards, Writing writing)
    {
        if (await boards.OneAsync(item, http.RequestAborted) is not var (standing, stock))
            return Problems.NotFound("item");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var settings = await boards.SettingsAsync(http.RequestAborted);
        var date = check.Date("date", body.Date, boards.Today);
        var note = check.OptionalText("note", body.Note, 200);
        var amount = ItemForm.Amount(
            check,
            "amount",
            body.Amount,
            standing.Item.Kind,
            settings,
            least: body.Cause == StockCause.Counted ? 0 : 0.01m
        );
        if (body.Count is < 1 or > 99)
            check.Refuse("count", "must lie between 1 and 99");
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            (_, pen) =>
            {
                var (moves, refusal) = StockMoves.Of(
                    stock,
                    new(body.Cause, amount, body.Count, body.Container, date, note),
                    body.Id,
                    Guid.CreateVersion7
                );
                foreach (var move in moves)
                    boards.Store.Add(move, pen.At, pen.Device);
                return Task.FromResult<IResult?>(refusal is null ? null : Problems.Refused(refusal));
            },
            () => boards.AnswerAsync(http.RequestAborted)
        );
    }

    private static async Task<IResult> UndoneAsync(Guid move, MoveUndoneRequest body, HttpContext http, Boards boards, Writing writing)
    {
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (_, pen) =>
            {
                var all = await boards.Store.MovesAsync(http.RequestAborted);
                if (
                    all.FirstOrDefault(one => one.Id == move) is not { } found
                    || await boards.OneAsync(found.Item, http.RequestAborted) is not var (_, stock)
                )
                    return Problems.NotFound("line of the shelf");
                if (StockMoves.RefuseUndo(found, all.Where(one => one.Item == found.Item), stock) is { } words)
                    return Problems.Refused(null, words);
                boards.Store.Add(StockMoves.Undoing(found, body.Id, boards.Today), pen.At, pen.Device);
                return null;
            },
            () => boards.AnswerAsync(http.RequestAborted)
        );
    }

    private static async Task<IResult> HandedInAsync(HandedInRequest body, HttpContext http, Boards boards, Writing writing)
    {
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var kind = check.Text("kind", body.Kind, 60);
        var date = check.Date("date", body.Date, boards.Today);
        var where = check.Text("where", body.Where, 80);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (writer, pen) =>
            {
                var held = (await boards.BikesAsync(http.RequestAborted))
                    .Select(picture =>
                        (
                            picture.Bike.Id,
                            Left: Waste
                                .ToHandIn([picture.Ledger])
                                .Where(waste => waste.Kind == kind)
                                .Select(waste => waste.Volume)
                                .FirstOrDefault()
                        )
                    )
                    .Where(pair => pair.Left > Volume.Zero)
                    .ToList();
                if (held.Count == 0)
                    return Problems.Refused("kind", "is not among what waits to be handed in");
                foreach (var ((bike, left), at) in held.Select((pair, at) => (pair, at)))
                    writer.AddEntry(
                        new LedgerEntry(
                            new(at == 0 ? body.Id : Guid.CreateVersion7()),
                            bike,
                            date,
                            pen.At + Duration.FromTicks(at),
                            pen.Device,
                            new WasteHandedIn(kind, left, where)
                        )
                    );
                return null;
            },
            () => boards.AnswerAsync(http.RequestAborted)
        );
    }
}
