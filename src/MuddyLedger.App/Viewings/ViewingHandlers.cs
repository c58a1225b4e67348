using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Viewings;
using MuddyLedger.Instruments;
using NodaTime;

namespace MuddyLedger.App.Viewings;

/// <summary>A viewing from the advert to the verdict, and the price book.</summary>
public sealed class ViewingHandlers(ViewingSnapshots viewings, ContentLibrary content, IRecallNotices notices, Writing writing)
{
    /// <summary>Every viewing, open and closed.</summary>
    public async Task<Outcome<ViewingSummary[]>> ListAsync(Caller caller)
    {
        var (prices, currency) = (await viewings.Store.PricesAsync(caller.Cancel), await viewings.CurrencyAsync(caller.Cancel));
        return (await viewings.Store.AllAsync(caller.Cancel))
            .Select(viewing => ViewingAnswers.Summary(viewing, viewings.Snapshot(viewing, prices), currency))
            .ToArray();
    }

    /// <summary>A viewing as it stands: points, score, trust, cost, offers, verdict.</summary>
    public async Task<Outcome<ViewingAnswer>> GetAsync(Guid viewing, Caller caller) =>
        await viewings.OneAsync(viewing, caller.Cancel) is null
            ? Problem.NotFound("viewing")
            : await viewings.AnswerAsync(viewing, caller.Cancel);

    /// <summary>What is worth looking at next, and the short round.</summary>
    public async Task<Outcome<NextAnswer[]>> NextAsync(Guid viewing, Caller caller) =>
        await viewings.OneAsync(viewing, caller.Cancel) is { } stored
            ? ViewingAnswers.Next(stored, await viewings.SnapshotAsync(stored, caller.Cancel), content)
            : Problem.NotFound("viewing");

    /// <summary>Whether a workshop's look is worth its price.</summary>
    public async Task<Outcome<WorkshopAnswer>> WorkshopAsync(Guid viewing, Caller caller) =>
        await viewings.OneAsync(viewing, caller.Cancel) is { } stored
            ? ViewingAnswers.Workshop(
                stored,
                (await viewings.SnapshotAsync(stored, caller.Cancel)).Workshop(stored.Details),
                await viewings.CurrencyAsync(caller.Cancel)
            )
            : Problem.NotFound("viewing");

    /// <summary>What each fault costs, as shipped or as the owner says.</summary>
    public async Task<Outcome<PriceAnswer[]>> PricesAsync(Caller caller)
    {
        var prices = await viewings.Store.PricesAsync(caller.Cancel);
        return content
            .Viewing.Points.Where(point => point.Cost != FaultCost.Nothing)
            .Select(point =>
            {
                var cost = prices.GetValueOrDefault(point.Id) ?? point.Cost;
                return new PriceAnswer(
                    point.Id,
                    point.Title,
                    point.Zone,
                    point.Say!,
                    ViewingAnswers.TriangleOf(cost.Parts),
                    ViewingAnswers.TriangleOf(cost.Hours),
                    prices.ContainsKey(point.Id)
                );
            })
            .ToArray();
    }

    /// <summary>Recall notices for the frame number, from the simulated register.</summary>
    public async Task<Outcome<RecallsAnswer>> RecallsAsync(Guid viewing, Caller caller)
    {
        if (await viewings.OneAsync(viewing, caller.Cancel) is not { } stored)
            return Problem.NotFound("viewing");
        if (stored.Details.Profile.FrameNumber is not { } number)
            return Problem.Refused("frameNumber", "is not known: write it down with the advert, then ask");
        return new RecallsAnswer(
            notices.Simulated,
            number,
            [
                .. (await notices.OfAsync(number, caller.Cancel)).Select(notice => new RecallAnswer(
                    notice.Number,
                    notice.Title,
                    notice.Danger,
                    notice.Issued,
                    notice.Done
                )),
            ]
        );
    }

    /// <summary>Begins a viewing from an advert.</summary>
    public async Task<Outcome<ViewingAnswer>> AddAsync(NewViewing body, Caller caller)
    {
        var check = caller.Check(body.Id);
        var details = body.Details.Read(check, content, viewings.Today.Year);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (_, stamp) =>
            {
                viewings.Store.Add(
                    new(
                        Id: new(body.Id),
                        Details: details!,
                        Status: ViewingStatus.Open,
                        Version: 1,
                        AddedAt: stamp.At,
                        EndedAt: null,
                        Ended: null,
                        Bike: null,
                        Events: []
                    )
                );
                return Task.FromResult<Problem?>(null);
            },
            () => viewings.AnswerAsync(body.Id, caller.Cancel)
        );
    }

    /// <summary>Changes what is known beforehand; asks for the version that was opened.</summary>
    public async Task<Outcome<ViewingAnswer>> ChangeAsync(Guid viewing, ViewingChange body, Caller caller)
    {
        if (await viewings.OneAsync(viewing, caller.Cancel) is not { } stored)
            return Problem.NotFound("viewing");
        var check = caller.Check(body.Id);
        var details = body.Details.Read(check, content, viewings.Today.Year);
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
                if (version != stored.Version)
                    return Problem.Stale(await viewings.AnswerAsync(viewing, caller.Cancel));
                viewings.Store.Change(stored, stored with { Details = details! });
                return null;
            },
            () => viewings.AnswerAsync(viewing, caller.Cancel)
        );
    }

    /// <summary>Taps need no version: the last word on each point counts, whichever device said it.</summary>
    public async Task<Outcome<ViewingAnswer>> ActAsync(Guid viewing, ViewingActRequest body, Caller caller)
    {
        if (await viewings.OneAsync(viewing, caller.Cancel) is not { } stored)
            return Problem.NotFound("viewing");
        var check = caller.Check(body.Id);
        var act = ViewingReading.Act(body, stored, content, viewings.Today, check);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (_, stamp) =>
            {
                if (stored.Status != ViewingStatus.Open)
                    return Problem.Refused(null, "This viewing is closed. Open it again to change it.");
                if (RideShut(act!) && !(await viewings.SnapshotAsync(stored, caller.Cancel)).RideShutBy.IsEmpty)
                    return Problem.Refused("point", "waits for the ride gate: nobody rides until all of it is sound");
                viewings.Store.AddEvent(stored, new ViewingEvent(body.Id, stamp.At, stamp.Device, act!));
                return null;
            },
            () => viewings.AnswerAsync(viewing, caller.Cancel)
        );
    }

    /// <summary>
    /// What can only be seen on a ride is not written down before the gate is open; taking it back or leaving it always may be.
    /// </summary>
    private bool RideShut(ViewingAct act) =>
        (
            act switch
            {
                PointGraded graded => content.Viewing.ById.GetValueOrDefault(graded.Point),
                PointMeasured measured => content.Viewing.ById.GetValueOrDefault(measured.Point),
                _ => null,
            }
        )?.Stage == Stage.Ride;

    /// <summary>Closes a viewing without buying.</summary>
    public Task<Outcome<ViewingAnswer>> CloseAsync(Guid viewing, CloseRequest body, Caller caller)
    {
        var check = caller.Check(body.Id);
        var reason = check.Text("reason", body.Reason, 300);
        return EndAsync(
            viewing,
            body.Id,
            body,
            check,
            caller,
            (stored, stamp) =>
                stored.Status != ViewingStatus.Open
                    ? null
                    : stored with
                    {
                        Status = ViewingStatus.NotBought,
                        EndedAt = stamp.At,
                        Ended = reason,
                    },
            "This viewing is closed already."
        );
    }

    /// <summary>Opens a closed viewing again.</summary>
    public Task<Outcome<ViewingAnswer>> ReopenAsync(Guid viewing, CloseRequest body, Caller caller)
    {
        var check = caller.Check(body.Id);
        return EndAsync(
            viewing,
            body.Id,
            body,
            check,
            caller,
            (stored, _) =>
                stored.Status != ViewingStatus.NotBought ? null : stored with { Status = ViewingStatus.Open, EndedAt = null, Ended = null },
            "Only a viewing that was closed as not bought can be opened again."
        );
    }

    private async Task<Outcome<ViewingAnswer>> EndAsync<TBody>(
        Guid viewing,
        Guid id,
        TBody body,
        FieldCheck check,
        Caller caller,
        Func<StoredViewing, WriteStamp, StoredViewing?> change,
        string words
    )
    {
        if (await viewings.OneAsync(viewing, caller.Cancel) is not { } stored)
            return Problem.NotFound("viewing");
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            id,
            body,
            (_, stamp) =>
            {
                if (change(stored, stamp) is not { } changed)
                    return Task.FromResult<Problem?>(Problem.Refused(null, words));
                viewings.Store.Change(stored, changed);
                return Task.FromResult<Problem?>(null);
            },
            () => viewings.AnswerAsync(viewing, caller.Cancel)
        );
    }

    /// <summary>Buys the bike: what was seen goes into its book.</summary>
    public async Task<Outcome<ViewingAnswer>> BuyAsync(Guid viewing, BuyRequest body, Caller caller)
    {
        if (await viewings.OneAsync(viewing, caller.Cancel) is not { } stored)
            return Problem.NotFound("viewing");
        var check = caller.Check(body.Id);
        check.Id("bike", body.Bike);
        var date = check.Date("date", body.Date, viewings.Today);
        var paid = check.OptionalMoney("paid", body.Paid);
        var profile = stored.Details.Profile with { Nickname = body.Nickname?.Trim() ?? "" };
        check.Refuse(ProfileCheck.Of(profile, viewings.Today.Year));
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (writer, stamp) =>
            {
                if (stored.Status == ViewingStatus.Bought)
                    return Problem.Refused(null, "This bike is bought already.");
                var tasks = Schedule.TasksOf(profile, content.Schedules).Select(item => item.Task.Id).ToHashSet();
                writer.AddBike(new(body.Bike), profile, stamp.At);
                var entries = Purchase.Entries(stored.Details, await viewings.SnapshotAsync(stored, caller.Cancel), paid, tasks, date);
                foreach (var (line, at) in entries.Select((line, at) => (line, at)))
                    writer.AddEntry(
                        new LedgerEntry(
                            new(Guid.CreateVersion7()),
                            new(body.Bike),
                            date,
                            stamp.At + Duration.FromTicks(at),
                            stamp.Device,
                            line
                        )
                    );
                viewings.Store.Change(
                    stored,
                    stored with
                    {
                        Status = ViewingStatus.Bought,
                        EndedAt = stamp.At,
                        Bike = new BikeId(body.Bike),
                    }
                );
                return null;
            },
            () => viewings.AnswerAsync(viewing, caller.Cancel)
        );
    }

    /// <summary>Sets the owner's own cost of a fault, or takes it away.</summary>
    public async Task<Outcome<TriangleAnswer>> PriceAsync(string point, PriceChange body, Caller caller)
    {
        if (content.Viewing.ById.GetValueOrDefault(point) is not { } known)
            return Problem.NotFound("point");
        var check = caller.Check(body.Id);
        var cost = ViewingReading.Price(body, check);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (_, _) =>
            {
                await viewings.Store.SetPriceAsync(point, cost, caller.Cancel);
                return null;
            },
            () =>
                Task.FromResult(
                    new TriangleAnswer((cost ?? known.Cost).Parts.Low, (cost ?? known.Cost).Parts.Likely, (cost ?? known.Cost).Parts.High)
                )
        );
    }
}
