using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Servicing;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Shelf;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Wear;
using NodaTime;
using NodaTime.Text;

namespace MuddyLedger.App.Wear;

/// <summary>A trip as it is typed.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Trip">The trip that this changes; null for a new one.</param>
/// <param name="Title">Where to.</param>
/// <param name="Amount">"900 mi", "12 h".</param>
/// <param name="From">The day it begins, as typed.</param>
/// <param name="Days">How many.</param>
/// <param name="Hard">How much faster it wears than the usual riding, 1 to 4.</param>
/// <param name="Loaded">With bags or a passenger.</param>
/// <param name="Dropped">It is called off.</param>
public sealed record TripRequest(
    Guid Id,
    Guid? Trip,
    string? Title,
    string? Amount,
    string? From,
    int Days,
    decimal Hard,
    bool Loaded,
    bool Dropped
);

/// <summary>A trip that is planned.</summary>
/// <param name="Trip">Its line.</param>
/// <param name="Title">Where to.</param>
/// <param name="Amount">As it is put into its field.</param>
/// <param name="Shown">How far, or for how long.</param>
/// <param name="From">The day it begins.</param>
/// <param name="Days">How many.</param>
/// <param name="Hard">How much faster it wears than the usual riding, 1 to 4.</param>
/// <param name="Loaded">With bags or a passenger.</param>
public sealed record TripKeptAnswer(
    Guid Trip,
    string Title,
    string Amount,
    Shown Shown,
    LocalDate From,
    int Days,
    decimal Hard,
    bool Loaded
);

/// <summary>The trips of a bike.</summary>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
/// <param name="Unit">What a bare number means.</param>
/// <param name="Trips">The next one first.</param>
public sealed record TripsAnswer(string Nickname, LocalDate Today, string Unit, IReadOnlyList<TripKeptAnswer> Trips);

/// <summary>A service item, beside a trip.</summary>
/// <param name="Task">Which.</param>
/// <param name="Component">What it is about.</param>
/// <param name="Title">What is done.</param>
/// <param name="Safety">The neck hangs on it.</param>
/// <param name="Job">The job that does it; null where none is written.</param>
/// <param name="Sort">Before, on the way, or fine.</param>
/// <param name="Reason">Why it is there.</param>
/// <param name="Percent">The chance that it does not last, in percent; null where nothing can be said.</param>
/// <param name="After">How far into the trip the chance reaches one in ten.</param>
/// <param name="Every">Its interval; null where it has none by use.</param>
/// <param name="Day">When it falls due; null where that is not known.</param>
/// <param name="State">As it stands now.</param>
/// <param name="Series">The wear behind it; null where it is not measured.</param>
/// <param name="SeriesValue">What was measured last.</param>
/// <param name="SeriesLimit">Where its end is.</param>
/// <param name="Order">What to order for it; null where nothing.</param>
public sealed record TripLineAnswer(
    string Task,
    string Component,
    string Title,
    bool Safety,
    string? Job,
    TripSort Sort,
    TripReason Reason,
    double? Percent,
    Shown? After,
    Shown? Every,
    LocalDate? Day,
    LifeState State,
    string? Series,
    Shown? SeriesValue,
    Shown? SeriesLimit,
    OrderAnswer? Order
);

/// <summary>What is missing for it, after what lies on the shelf.</summary>
/// <param name="What">By name.</param>
/// <param name="By">The last day that leaves time to fit it; never before today.</param>
/// <param name="Late">That day is over: it may come too late.</param>
public sealed record OrderAnswer(IReadOnlyList<string> What, LocalDate By, bool Late);

/// <summary>What to take along.</summary>
/// <param name="What">By name.</param>
/// <param name="Reason">Why.</param>
/// <param name="Volume">Of a fluid.</param>
public sealed record AlongAnswer(string What, AlongReason Reason, Shown? Volume);

/// <summary>How the fuel lasts.</summary>
/// <param name="Tank">Short, likely and long range on a tank.</param>
/// <param name="Reserve">How far the reserve goes: short, likely, long.</param>
/// <param name="Needed">For the whole trip.</param>
public sealed record TripFuelAnswer(IReadOnlyList<Shown> Tank, IReadOnlyList<Shown> Reserve, Shown Needed);

/// <summary>Whether all lasts for a trip.</summary>
/// <param name="Amount">How far, or for how long.</param>
/// <param name="From">The day it begins.</param>
/// <param name="Until">The day it ends.</param>
/// <param name="Factor">How much harder it counts than the usual riding.</param>
/// <param name="Before">What is done before it.</param>
/// <param name="NotKnown">What nobody knows the last time of.</param>
/// <param name="OnTheWay">What falls due in it.</param>
/// <param name="Fine">What lasts.</param>
/// <param name="Along">What to take along.</param>
/// <param name="Fuel">Null where too few fuellings tell.</param>
/// <param name="OrderBy">The first day by which something must be ordered; null where all that is wanted lies on the shelf.</param>
public sealed record LastsAnswer(
    Shown Amount,
    LocalDate From,
    LocalDate Until,
    decimal Factor,
    IReadOnlyList<TripLineAnswer> Before,
    IReadOnlyList<TripLineAnswer> NotKnown,
    IReadOnlyList<TripLineAnswer> OnTheWay,
    IReadOnlyList<TripLineAnswer> Fine,
    IReadOnlyList<AlongAnswer> Along,
    TripFuelAnswer? Fuel,
    LocalDate? OrderBy
);

/// <summary>Trips, races and rallies, and whether the bike lasts.</summary>
public sealed class TripHandlers(ShedSnapshots snapshots, IShelfStore shelf, JobLibraries libraries, Writing writing)
{
    private const int MostDays = 366;

    /// <summary>The trips that are kept for a bike.</summary>
    public async Task<Outcome<TripsAnswer>> GetAsync(Guid bike, Caller caller) =>
        await snapshots.OneAsync(bike, caller.Cancel) is { } snapshot ? AnswerOf(snapshot) : Problem.NotFound("bike");

    private static TripsAnswer AnswerOf(BikeSnapshot snapshot) =>
        new(
            snapshot.Profile.Nickname,
            snapshot.Today,
            UnitOf(snapshot.Profile).Symbol,
            [
                .. TripsOf(snapshot.Ledger)
                    .Select(trip => new TripKeptAnswer(
                        trip.Trip,
                        trip.Title,
                        Shown.Of(trip.Amount, snapshot.Profile).Editable(),
                        Shown.Of(trip.Amount, snapshot.Profile),
                        trip.From,
                        trip.Days,
                        trip.Hard,
                        trip.Loaded
                    )),
            ]
        );

    /// <summary>As they were kept last, the next one first.</summary>
    private static IEnumerable<TripPlanned> TripsOf(BikeLedger ledger) =>
        ledger
            .Each<TripPlanned>()
            .GroupBy(pair => pair.Body.Trip)
            .Select(same => same.MaxBy(pair => pair.Entry.WrittenAt).Body)
            .Where(trip => !trip.Dropped)
            .OrderBy(trip => trip.From)
            .ThenBy(trip => trip.Title, StringComparer.Ordinal);

    private static Unit UnitOf(Profile bike) =>
        bike.Has(MeterKind.Odometer) || !bike.Has(MeterKind.HourMeter) ? bike.UnitOf(MeterKind.Odometer) : Unit.Hour;

    /// <summary>The answer for a trip as it stands in the form, whether it is kept or not.</summary>
    public async Task<Outcome<LastsAnswer>> LastsAsync(
        Guid bike,
        string? amount,
        string? from,
        int days,
        decimal hard,
        bool loaded,
        Caller caller
    )
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check();
        var trip = TripOf(amount, from, days, hard, loaded, snapshot, check);
        if (check.Failed)
            return check.Problem();
        var answer = WillItLast.Of(
            trip,
            snapshot.Profile,
            snapshot.Tasks,
            snapshot.WearByTask,
            snapshot.Meters,
            snapshot.Ledger,
            snapshot.Today
        );
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var stock = await shelf.StockAsync(caller.Cancel);
        var jobs = await libraries.OpenAsync(caller.Cancel);
        OrderAnswer? OrderOf(TripLine line) =>
            line.Sort == TripSort.Before
            && OrderTime.Of(Shopping.Missing(ShelfAnswers.WantedBy(snapshot, [line.Task.Task], jobs, stock), stock), trip.From) is { } order
                ? new(order.What, LocalDate.Max(order.By, snapshot.Today), order.By < snapshot.Today)
                : null;
        TripLineAnswer[] Lines(Func<TripLine, bool> wanted) =>
            [.. answer.Lines.Where(wanted).Select(line => LineOf(line, snapshot, OrderOf(line)))];
        var before = Lines(line => line is { Sort: TripSort.Before, Reason: not TripReason.NotKnown });
        return new LastsAnswer(
            Amount: Shown.Of(trip.Amount, snapshot.Profile),
            From: trip.From,
            Until: trip.Until,
            Factor: trip.Factor,
            Before: before,
            NotKnown: Lines(line => line.Reason == TripReason.NotKnown),
            OnTheWay: Lines(line => line.Sort == TripSort.OnTheWay),
            Fine: Lines(line => line.Sort == TripSort.Fine),
            Along:
            [
                .. answer.Along.Select(one => new AlongAnswer(
                    one.What,
                    one.Reason,
                    one.Volume is { } volume ? Shown.Of(volume, settings) : null
                )),
            ],
            Fuel: answer.Fuel is { } fuel
                ? new(RangeOf(fuel.Tank, snapshot.Profile), RangeOf(fuel.Reserve, snapshot.Profile), Shown.Of(fuel.Needed, settings))
                : null,
            OrderBy: before.Select(line => line.Order?.By).OfType<LocalDate>().Select(by => (LocalDate?)by).Min()
        );
    }

    private static Shown[] RangeOf((MeterAmount Short, MeterAmount Likely, MeterAmount Long)? range, Profile bike) =>
        range is var (low, likely, high) ? [Shown.Of(low, bike), Shown.Of(likely, bike), Shown.Of(high, bike)] : [];

    private static TripLineAnswer LineOf(TripLine line, BikeSnapshot snapshot, OrderAnswer? order) =>
        new(
            Task: line.Task.Task.Id,
            Component: line.Task.Component.Title,
            Title: line.Task.Task.Title,
            Safety: line.Task.Task.Safety,
            Job: line.Task.Task.Job,
            Sort: line.Sort,
            Reason: line.Reason,
            Percent: line.Chance is { } chance ? Math.Round(chance * 100, 1) : null,
            After: line.After is { } after ? Shown.Of(after, snapshot.Profile) : null,
            Every: line.Every is { } every ? Shown.Of(every, snapshot.Profile) : null,
            Day: line.Day,
            State: line.Task.Life.State,
            Series: line.Series?.Kind.Id,
            SeriesValue: line.Series?.State.Now is { } now ? WearAnswers.ShownOf(now, line.Series.Kind) : null,
            SeriesLimit: line.Series?.State.End is { } end ? WearAnswers.ShownOf(end.At, line.Series.Kind) : null,
            Order: order
        );

    private static Trip TripOf(string? amount, string? from, int days, decimal hard, bool loaded, BikeSnapshot snapshot, FieldCheck check)
    {
        var quantity = check.Quantity("amount", amount, UnitOf(snapshot.Profile), 40_000_000);
        var known = quantity.Unit.Dimension is Dimension.Distance or Dimension.EngineHours;
        if (!known)
            check.Refuse("amount", "is no distance and no hours");
        if (quantity.Value <= 0)
            check.Refuse("amount", "is missing");
        var read = LocalDatePattern.Iso.Parse(from ?? "");
        if (!read.Success)
            check.Refuse("from", string.IsNullOrWhiteSpace(from) ? "is missing" : "is not a date such as 2026-04-18");
        else if (read.Value < snapshot.Today)
            check.Refuse("from", "lies in the past");
        else if (read.Value > snapshot.Today.PlusYears(5))
            check.Refuse("from", "lies more than five years ahead");
        if (days is < 1 or > MostDays)
            check.Refuse("days", $"must be 1 to {MostDays}");
        if (hard is < 1 or > 4)
            check.Refuse("hard", "must be 1 to 4 times as hard as the usual riding");
        return new(
            known ? MeterAmount.From(quantity) : MeterAmount.Of(MeterKind.Odometer, 0),
            read.Success ? read.Value : snapshot.Today,
            Math.Clamp(days, 1, MostDays),
            Math.Clamp(hard, 1, 4),
            loaded
        );
    }

    /// <summary>Keeps a trip.</summary>
    public async Task<Outcome<TripsAnswer>> KeepAsync(Guid bike, TripRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check(body.Id);
        var before = body.Trip is { } id ? TripsOf(snapshot.Ledger).FirstOrDefault(one => one.Trip == id) : null;
        if (body.Trip is not null && before is null)
            return Problem.NotFound("trip");
        TripPlanned kept;
        if (body.Dropped && before is not null)
            kept = before with { Dropped = true };
        else
        {
            var trip = TripOf(body.Amount, body.From, body.Days, body.Hard, body.Loaded, snapshot, check);
            kept = new(
                body.Trip ?? body.Id,
                check.Text("title", body.Title, 80),
                trip.Amount,
                trip.From,
                trip.Days,
                trip.Hard,
                trip.Loaded
            );
        }

        return check.Failed
            ? check.Problem()
            : await writing.OnceAsync(
                caller,
                body.Id,
                body,
                (rows, stamp) =>
                {
                    rows.AddEntry(new LedgerEntry(new(body.Id), snapshot.Bike.Id, snapshot.Today, stamp.At, stamp.Device, kept));
                    return Task.FromResult<Problem?>(null);
                },
                async () => AnswerOf((await snapshots.OneAsync(bike, caller.Cancel))!)
            );
    }
}
