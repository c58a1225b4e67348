using System.Collections.Immutable;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Viewings;
using MuddyLedger.Data;
using MuddyLedger.Instruments;
using MuddyLedger.Web.Api;
using MuddyLedger.Web.Bikes;
using MuddyLedger.Web.Hosting;
using NodaTime;

namespace MuddyLedger.Web.Viewings;

public static class ViewingEndpoints
{
    public static void MapViewings(this IEndpointRouteBuilder api)
    {
        api.MapGet("/viewings", ListAsync).Produces<IReadOnlyList<ViewingSummary>>();
        api.MapPost("/viewings", AddAsync).Produces<ViewingAnswer>();
        api.MapGet("/viewings/{viewing:guid}", GetAsync).Produces<ViewingAnswer>();
        api.MapGet("/viewings/{viewing:guid}/next", NextAsync).Produces<IReadOnlyList<NextAnswer>>();
        api.MapGet("/viewings/{viewing:guid}/workshop", WorkshopAsync).Produces<WorkshopAnswer>();
        api.MapGet("/prices", PricesAsync).Produces<IReadOnlyList<PriceAnswer>>();
        api.MapGet("/viewings/{viewing:guid}/recalls", RecallsAsync).Produces<RecallsAnswer>();
        api.MapPut("/viewings/{viewing:guid}/details", ChangeAsync).Produces<ViewingAnswer>();
        api.MapPost("/viewings/{viewing:guid}/acts", ActAsync).Produces<ViewingAnswer>();
        api.MapPost("/viewings/{viewing:guid}/close", CloseAsync).Produces<ViewingAnswer>();
        api.MapPost("/viewings/{viewing:guid}/reopen", ReopenAsync).Produces<ViewingAnswer>();
        api.MapPost("/viewings/{viewing:guid}/buy", BuyAsync).Produces<ViewingAnswer>();
        api.MapPut("/prices/{point}", PriceAsync).Produces<TriangleAnswer>();
    }

    /// <summary>What every request about a viewing needs: it, what Core makes of it, and how to answer.</summary>
    public sealed class Yard(ViewingStore store, ShedContext context, ContentLibrary content, ShedOptions options)
    {
        public LocalDate Today => options.DayOf(options.Clock.GetCurrentInstant());

        public ViewingStore Store => store;

        public Task<StoredViewing?> OneAsync(Guid id, CancellationToken cancel) => store.OneAsync(id, cancel);

        public ViewingPicture Picture(StoredViewing viewing, ImmutableSortedDictionary<string, FaultCost> prices) =>
            ViewingPicture.Of(viewing.Details, viewing.Events, content.Viewing, prices, Today);

        public async Task<ViewingPicture> PictureAsync(StoredViewing viewing, CancellationToken cancel) =>
            Picture(viewing, await store.PricesAsync(cancel));

        public async Task<string> CurrencyAsync(CancellationToken cancel) =>
            (await Settings.OwnerSettings.LoadAsync(context, cancel)).Currency;

        public async Task<object> AnswerAsync(Guid id, CancellationToken cancel)
        {
            var viewing = (await OneAsync(id, cancel))!;
            var prices = await store.PricesAsync(cancel);
            return ViewingAnswers.Of(viewing, Picture(viewing, prices), content, prices, await CurrencyAsync(cancel), Today);
        }
    }

    private static async Task<IResult> ListAsync(HttpContext http, Yard yard)
    {
        var (prices, currency) = (await yard.Store.PricesAsync(http.RequestAborted), await yard.CurrencyAsync(http.RequestAborted));
        return Results.Ok(
            (await yard.Store.AllAsync(http.RequestAborted)).Select(viewing =>
                ViewingAnswers.Summary(viewing, yard.Picture(viewing, prices), currency)
            )
        );
    }

    private static async Task<IResult> GetAsync(Guid viewing, HttpContext http, Yard yard) =>
        await yard.OneAsync(viewing, http.RequestAborted) is null
            ? Problems.NotFound("viewing")
            : Writing.Answer(http, await yard.AnswerAsync(viewing, http.RequestAborted));

    private static async Task<IResult> NextAsync(Guid viewing, HttpContext http, Yard yard, ContentLibrary content) =>
        await yard.OneAsync(viewing, http.RequestAborted) is { } stored
            ? Results.Ok(ViewingAnswers.Next(stored, await yard.PictureAsync(stored, http.RequestAborted), content))
            : Problems.NotFound("viewing");

    private static async Task<IResult> WorkshopAsync(Guid viewing, HttpContext http, Yard yard) =>
        await yard.OneAsync(viewing, http.RequestAborted) is { } stored
            ? Results.Ok(
                ViewingAnswers.Workshop(
                    stored,
                    (await yard.PictureAsync(stored, http.RequestAborted)).Workshop(stored.Details),
                    await yard.CurrencyAsync(http.RequestAborted)
                )
            )
            : Problems.NotFound("viewing");

    private static async Task<IResult> PricesAsync(HttpContext http, Yard yard, ContentLibrary content)
    {
        var prices = await yard.Store.PricesAsync(http.RequestAborted);
        return Results.Ok(
            content
                .Viewing.Points.Where(point => point.Cost != FaultCost.Nothing)
                .Select(point =>
                {
                    var cost = prices.GetValueOrDefault(point.Id) ?? point.Cost;
                    return new PriceAnswer(
                        point.Id,
                        point.Title,
                        point.Zone,
                        point.Say!,
                        ViewingAnswers.Shown(cost.Parts),
                        ViewingAnswers.Shown(cost.Hours),
                        prices.ContainsKey(point.Id)
                    );
                })
        );
    }

    private static async Task<IResult> RecallsAsync(Guid viewing, HttpContext http, Yard yard, IRecallNotices notices)
    {
        if (await yard.OneAsync(viewing, http.RequestAborted) is not { } stored)
            return Problems.NotFound("viewing");
        if (stored.Details.Profile.FrameNumber is not { } number)
            return Problems.Refused("frameNumber", "is not known: write it down with the advert, then ask");
        return Results.Ok(
            new RecallsAnswer(
                notices.Simulated,
                number,
                [
                    .. (await notices.OfAsync(number, http.RequestAborted)).Select(notice => new RecallAnswer(
                        notice.Number,
                        notice.Title,
                        notice.Danger,
                        notice.Issued,
                        notice.Done
                    )),
                ]
            )
        );
    }

    private static async Task<IResult> AddAsync(NewViewing body, HttpContext http, Yard yard, ContentLibrary content, Writing writing)
    {
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var details = body.Details.Read(check, content, yard.Today.Year);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            (_, pen) =>
            {
                yard.Store.Add(new(new(body.Id), details!, ViewingStatus.Open, 1, pen.At, null, null, null, []));
                return Task.FromResult<IResult?>(null);
            },
            () => yard.AnswerAsync(body.Id, http.RequestAborted)
        );
    }

    private static async Task<IResult> ChangeAsync(
        Guid viewing,
        ViewingChange body,
        HttpContext http,
        Yard yard,
        ContentLibrary content,
        Writing writing
    )
    {
        if (await yard.OneAsync(viewing, http.RequestAborted) is not { } stored)
            return Problems.NotFound("viewing");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var details = body.Details.Read(check, content, yard.Today.Year);
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
                if (version != stored.Version)
                    return Problems.Stale(await yard.AnswerAsync(viewing, http.RequestAborted));
                yard.Store.Change(stored, stored with { Details = details! });
                return null;
            },
            () => yard.AnswerAsync(viewing, http.RequestAborted)
        );
    }

    /// <summary>Taps need no version: the last word on each point counts, whichever device said it.</summary>
    private static async Task<IResult> ActAsync(
        Guid viewing,
        ViewingActRequest body,
        HttpContext http,
        Yard yard,
        ContentLibrary content,
        Writing writing
    )
    {
        if (await yard.OneAsync(viewing, http.RequestAborted) is not { } stored)
            return Problems.NotFound("viewing");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var act = ViewingReading.Act(body, stored, content, yard.Today, check);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (_, pen) =>
            {
                if (stored.Status != ViewingStatus.Open)
                    return Problems.Refused(null, "This viewing is closed. Open it again to change it.");
                if (RideShut(act!, content) && !(await yard.PictureAsync(stored, http.RequestAborted)).RideShutBy.IsEmpty)
                    return Problems.Refused("point", "waits for the ride gate: nobody rides until all of it is sound");
                yard.Store.AddEvent(stored, new ViewingEvent(body.Id, pen.At, pen.Device, act!));
                return null;
            },
            () => yard.AnswerAsync(viewing, http.RequestAborted)
        );
    }

    /// <summary>
    /// What can only be seen on a ride is not written down before the gate is open; taking it back or leaving it always may be.
    /// </summary>
    private static bool RideShut(ViewingAct act, ContentLibrary content) =>
        (
            act switch
            {
                PointGraded graded => content.Viewing.ById.GetValueOrDefault(graded.Point),
                PointMeasured measured => content.Viewing.ById.GetValueOrDefault(measured.Point),
                _ => null,
            }
        )?.Stage == Stage.Ride;

    private static Task<IResult> CloseAsync(Guid viewing, CloseRequest body, HttpContext http, Yard yard, Writing writing)
    {
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var reason = check.Text("reason", body.Reason, 300);
        return EndAsync(
            viewing,
            body.Id,
            body,
            check,
            http,
            yard,
            writing,
            (stored, pen) =>
                stored.Status != ViewingStatus.Open
                    ? null
                    : stored with
                    {
                        Status = ViewingStatus.NotBought,
                        EndedAt = pen.At,
                        Ended = reason,
                    },
            "This viewing is closed already."
        );
    }

    private static Task<IResult> ReopenAsync(Guid viewing, CloseRequest body, HttpContext http, Yard yard, Writing writing)
    {
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        return EndAsync(
            viewing,
            body.Id,
            body,
            check,
            http,
            yard,
            writing,
            (stored, _) =>
                stored.Status != ViewingStatus.NotBought ? null : stored with { Status = ViewingStatus.Open, EndedAt = null, Ended = null },
            "Only a viewing that was closed as not bought can be opened again."
        );
    }

    private static async Task<IResult> EndAsync<TBody>(
        Guid viewing,
        Guid id,
        TBody body,
        FieldCheck check,
        HttpContext http,
        Yard yard,
        Writing writing,
        Func<StoredViewing, Pen, StoredViewing?> change,
        string words
    )
    {
        if (await yard.OneAsync(viewing, http.RequestAborted) is not { } stored)
            return Problems.NotFound("viewing");
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            id,
            body,
            (_, pen) =>
            {
                if (change(stored, pen) is not { } changed)
                    return Task.FromResult<IResult?>(Problems.Refused(null, words));
                yard.Store.Change(stored, changed);
                return Task.FromResult<IResult?>(null);
            },
            () => yard.AnswerAsync(viewing, http.RequestAborted)
        );
    }

    private static async Task<IResult> BuyAsync(
        Guid viewing,
        BuyRequest body,
        HttpContext http,
        Yard yard,
        ContentLibrary content,
        Writing writing
    )
    {
        if (await yard.OneAsync(viewing, http.RequestAborted) is not { } stored)
            return Problems.NotFound("viewing");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        check.Id("bike", body.Bike);
        var date = check.Date("date", body.Date, yard.Today);
        var paid = check.OptionalMoney("paid", body.Paid);
        var profile = stored.Details.Profile with { Nickname = body.Nickname?.Trim() ?? "" };
        check.Refuse(ProfileCheck.Of(profile, yard.Today.Year));
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (writer, pen) =>
            {
                if (stored.Status == ViewingStatus.Bought)
                    return Problems.Refused(null, "This bike is bought already.");
                var tasks = Schedule.TasksOf(profile, content.Schedules).Select(item => item.Task.Id).ToHashSet();
                writer.AddBike(new(body.Bike), profile, pen.At);
                var entries = Purchase.Entries(stored.Details, await yard.PictureAsync(stored, http.RequestAborted), paid, tasks, date);
                foreach (var (line, at) in entries.Select((line, at) => (line, at)))
                    writer.AddEntry(
                        new LedgerEntry(new(Guid.CreateVersion7()), new(body.Bike), date, pen.At + Duration.FromTicks(at), pen.Device, line)
                    );
                yard.Store.Change(stored, stored with { Status = ViewingStatus.Bought, EndedAt = pen.At, Bike = new BikeId(body.Bike) });
                return null;
            },
            () => yard.AnswerAsync(viewing, http.RequestAborted)
        );
    }

    private static async Task<IResult> PriceAsync(
        string point,
        PriceChange body,
        HttpContext http,
        Yard yard,
        ContentLibrary content,
        Writing writing
    )
    {
        if (content.Viewing.ById.GetValueOrDefault(point) is not { } known)
            return Problems.NotFound("point");
        var check = new FieldCheck(http);
        check.Id("id", body.Id);
        var cost = ViewingReading.Price(body, check);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            http,
            body.Id,
            body,
            async (_, _) =>
            {
                await yard.Store.SetPriceAsync(point, cost, http.RequestAborted);
                return null;
            },
            () =>
                Task.FromResult<object>(
                    new TriangleAnswer((cost ?? known.Cost).Parts.Low, (cost ?? known.Cost).Parts.Likely, (cost ?? known.Cost).Parts.High)
                )
        );
    }
}
