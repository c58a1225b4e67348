using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Wear;

/// <summary>What a trip asks of a bike.</summary>
/// <param name="Amount">Distance or hours.</param>
/// <param name="From">The day it begins.</param>
/// <param name="Days">1 to 366.</param>
/// <param name="Hard">How much faster it wears and uses up than the usual riding; 1 where it is the usual riding.</param>
/// <param name="Loaded">Two up, or with luggage.</param>
public sealed record Trip(MeterAmount Amount, LocalDate From, int Days, decimal Hard = 1, bool Loaded = false)
{
    /// <summary>Its last day.</summary>
    public LocalDate Until => From.PlusDays(Days - 1);

    /// <summary>House value: two up or with luggage, tyres, chain and brakes wear by a quarter faster.</summary>
    public const decimal LoadedFactor = 1.25m;

    /// <summary>How much use it counts for.</summary>
    public decimal Factor => Hard * (Loaded ? LoadedFactor : 1);
}

/// <summary>When something is done, beside a trip.</summary>
public enum TripSort
{
    /// <summary>Do it before you go, or look at it where nothing is known of it.</summary>
    Before,

    /// <summary>Check, or do, on the way.</summary>
    OnTheWay,
    Fine,
}

/// <summary>Why it is there.</summary>
public enum TripReason
{
    /// <summary>It is due already.</summary>
    DueNow,

    /// <summary>Nothing, or too little, is known of it: it is never fine.</summary>
    NotKnown,

    /// <summary>It may run out before the end.</summary>
    RunsOut,

    /// <summary>Its interval is shorter than the trip.</summary>
    ShortInterval,

    /// <summary>Every ride, or a ride of this kind, asks for it.</summary>
    EachRide,

    /// <summary>A day of the calendar falls before the end.</summary>
    DayFalls,
    Lasts,
}

/// <summary>One task of a bike and whether it stays inside its limits to the end of a trip.</summary>
/// <param name="Task">As it stands.</param>
/// <param name="Sort">Before, on the way, or fine.</param>
/// <param name="Reason">Why it is there.</param>
/// <param name="Chance">That it does not, 0 to 1; null where nothing can be said.</param>
/// <param name="After">Into the trip: where the chance reaches one in ten; null where it does not, or nothing can be said.</param>
/// <param name="Every">How often it is due on the way, where its interval is shorter than the trip.</param>
/// <param name="Day">Which day falls before the end.</param>
/// <param name="Series">The wear that decides, where one does.</param>
public sealed record TripLine(
    TaskState Task,
    TripSort Sort,
    TripReason Reason,
    double? Chance,
    MeterAmount? After,
    MeterAmount? Every,
    LocalDate? Day,
    WearSeries? Series
);

/// <summary>Why something is taken along.</summary>
public enum AlongReason
{
    /// <summary>What it uses of a fluid.</summary>
    Uses,

    /// <summary>What is done on the way.</summary>
    ForTask,

    /// <summary>Two-stroke oil for the fuel of the trip.</summary>
    Premix,
}

/// <summary>What to take along.</summary>
/// <param name="What">A fluid's reservoir in words, or the task that it is for.</param>
/// <param name="Reason">Why.</param>
/// <param name="Volume">How much the trip likely takes; null where it is counted, not poured.</param>
public sealed record TakeAlong(string What, AlongReason Reason, Volume? Volume);

/// <summary>How far a tank goes on this trip.</summary>
/// <param name="Tank">How far a full one goes; null where its size is not known.</param>
/// <param name="Reserve">How far it goes; null where its size is not known.</param>
/// <param name="Needed">For the whole trip.</param>
public sealed record TripFuel(
    (MeterAmount Short, MeterAmount Likely, MeterAmount Long)? Tank,
    (MeterAmount Short, MeterAmount Likely, MeterAmount Long)? Reserve,
    Volume Needed
);

/// <summary>Whether all lasts for a trip.</summary>
/// <param name="Lines">Item by item.</param>
/// <param name="Along">What to take along.</param>
/// <param name="Fuel">Null where too few fuellings tell.</param>
public sealed record TripAnswer(ImmutableArray<TripLine> Lines, ImmutableArray<TakeAlong> Along, TripFuel? Fuel);

/// <summary>Whether each part of a bike lasts to the end of a trip.</summary>
public static class WillItLast
{
    /// <summary>From this chance on it is done before (house value)...</summary>
    public const double BeforeChance = 0.2;

    /// <summary>...and from this on where its failure hurts someone (house value).</summary>
    public const double BeforeChanceSafety = 0.05;

    /// <summary>Below it is fine, and so is a fourth of it where it is about safety (house value).</summary>
    public const double FineChance = 0.02;

    private const double AfterChance = 0.1;

    /// <summary>Whether each part lasts, what to take along, and how far a tank goes.</summary>
    public static TripAnswer Of(
        Trip trip,
        Profile bike,
        IEnumerable<TaskState> tasks,
        IReadOnlyDictionary<string, WearSeries> wear,
        BikeMeters meters,
        BikeLedger ledger,
        LocalDate today
    )
    {
        var axis = new WearAxes(bike, meters, today);
        var asked = new Asked(trip, meters, axis, today);
        var lines = tasks
            .Where(task => task.Life.State != LifeState.Rested)
            .Select(task => LineOf(task, wear.GetValueOrDefault(task.Task.Id), asked))
            .OrderBy(line => line.Sort)
            .ThenByDescending(line => line.Reason == TripReason.DueNow)
            .ThenBy(line => line.Reason == TripReason.NotKnown)
            // What was measured and ends, before what is only to be looked at again.
            .ThenByDescending(line => line.Series is not null && line.Reason == TripReason.RunsOut)
            .ThenByDescending(line => line.Chance ?? 0)
            .ThenByDescending(line => line.Task.Task.Safety)
            .ToImmutableArray();
        return new(lines, [.. AlongOf(bike, lines, asked, ledger)], FuelOf(bike, asked, ledger));
    }

    /// <summary>A trip with all that chances are worked out from.</summary>
    private sealed record Asked(Trip Trip, BikeMeters Meters, WearAxes Axis, LocalDate Today)
    {
        /// <summary>The trip on a meter, in base units; null where the bike has nothing to work it out by.</summary>
        public double On(MeterKind kind) => (double)(Trip.Amount.Kind == kind ? Trip.Amount : Meters.Ratio.Convert(Trip.Amount)).InBase;

        /// <summary>How far or how long the trip counts, in metres or hours: longer where it is rough.</summary>
        public double CountsAs(MeterKind kind) => On(kind) * (double)Trip.Factor;
    }

    private static TripLine LineOf(TaskState task, WearSeries? series, Asked asked)
    {
        var life = task.Life;
        TripLine Line(TripSort sort, TripReason reason, double? chance = null, MeterAmount? after = null) =>
            new(task, sort, reason, chance, after, null, null, series);
        if (life.State is LifeState.Due or LifeState.Overdue)
            return Line(TripSort.Before, TripReason.DueNow, 1);
        // A bike that stands on the bench has no due date of its wear, but the trip alone can still be held against where it goes.
        var foretold = life.State == LifeState.WhenWorn && series is { State.Crossings.IsEmpty: false };
        if (life.State == LifeState.Unknown || (life.State == LifeState.WhenWorn && !foretold))
            return Line(TripSort.Before, TripReason.NotKnown);
        if (life.Limits.FirstOrDefault(limit => limit.DaysLeft is not null && limit.Due?.Likely <= asked.Trip.Until) is { } falls)
            return Line(TripSort.Before, TripReason.DayFalls, 1) with { Day = falls.Due!.Likely };
        var judged = life.Limits.Select(limit => OneOf(limit, series, asked)).ToList();
        if (judged.Any(one => one is null))
            return Line(TripSort.Before, TripReason.NotKnown);
        var worst = judged.OfType<Judged>().OrderByDescending(one => one.Chance).FirstOrDefault();
        if (task.Task.AfterEveryRide)
            return Line(TripSort.OnTheWay, TripReason.EachRide, worst?.Chance);
        if (worst is null)
            return Line(TripSort.Fine, TripReason.Lasts, 0);
        if (worst.Interval is { } every)
            return Line(TripSort.OnTheWay, TripReason.ShortInterval, worst.Chance, worst.After) with { Every = every };
        var (before, fine) = task.Task.Safety ? (BeforeChanceSafety, FineChance / 4) : (BeforeChance, FineChance);
        var sort =
            worst.Chance >= before ? TripSort.Before
            : worst.Chance >= fine ? TripSort.OnTheWay
            : TripSort.Fine;
        return Line(sort, sort == TripSort.Fine ? TripReason.Lasts : TripReason.RunsOut, worst.Chance, worst.After);
    }

    /// <param name="Interval">Its whole interval, where that is shorter than the trip.</param>
    private sealed record Judged(double Chance, MeterAmount? After, MeterAmount? Interval);

    /// <summary>One limit against the trip; null where nothing can be said.</summary>
    private static Judged? OneOf(LimitLeft limit, WearSeries? series, Asked asked)
    {
        if (limit.Limit is WearLimit)
            return series is null ? null : OfWear(series, asked);
        if (limit.Limit is not UseLimit use)
            return limit.Due is null && limit.Share is null ? null : new(0, null, null);
        if (limit.UseLeft is not { } left || asked.Meters.For(use.Amount.Kind) is not { } meter)
            return null;
        var kind = use.Amount.Kind;
        var now = meter.History.At(asked.Today, meter.Forecast)?.Lifetime ?? meter.History.Last?.Lifetime;
        if (now is not { } today)
            return null;
        var runsOut = (double)(today + left).InBase;
        var whole = asked.CountsAs(kind);
        double? Chance(double share) => meter.History.Chance(runsOut, asked.Trip.From, meter.Forecast, whole * share);
        // Without a forecast nobody knows what is ridden until then; what is left today must do for the trip alone, or it is not known.
        if (Chance(1) is not { } chance)
            return null;
        return new(chance, AfterOf(Chance, asked), limit.Effective is { } effective && (double)effective.InBase < whole ? effective : null);
    }

    private static Judged? OfWear(WearSeries series, Asked asked)
    {
        var state = series.State;
        if (state.Over)
            return new(1, null, null);
        if (state.Crossings.IsEmpty)
            return null;
        var extra = series.Meter is { } kind ? asked.CountsAs(kind) / asked.Axis.Base : 0;
        var by = series.Kind.Axis == WearAxis.Days ? asked.Trip.Until : asked.Trip.From;
        double? Chance(double share)
        {
            var sum = 0.0;
            foreach (var place in state.Crossings)
            {
                if (double.IsInfinity(place))
                    continue;
                if (asked.Axis.Chance(series.Kind.Axis, place, by, extra * share) is not { } chance)
                    return null;
                sum += chance;
            }

            return sum / state.Crossings.Length;
        }

        return Chance(1) is { } whole ? new(whole, series.Meter is null ? null : AfterOf(Chance, asked), null) : null;
    }

    /// <summary>How far into the trip the chance reaches one in ten, to a hundredth of it.</summary>
    private static MeterAmount? AfterOf(Func<double, double?> chance, Asked asked)
    {
        if (!(chance(1) >= AfterChance))
            return null;
        var (low, high) = (0.0, 1.0);
        while (high - low > 0.01)
            if (chance((low + high) / 2) >= AfterChance)
                high = (low + high) / 2;
            else
                low = (low + high) / 2;
        return asked.Trip.Amount * (decimal)(chance(0) >= AfterChance ? 0 : high);
    }

    private static IEnumerable<TakeAlong> AlongOf(Profile bike, ImmutableArray<TripLine> lines, Asked asked, BikeLedger ledger)
    {
        foreach (var reservoir in Reservoirs.Of(bike).Where(one => one != ReservoirId.Fuel))
        {
            var used = Consumption.Of(reservoir, ledger, asked.Meters);
            if (used is { Rate: > 0, Meter: { } kind } && UsedOver(used.Rate.Value, kind, asked) is { } volume)
                yield return new(Reservoirs.Words(reservoir), AlongReason.Uses, volume);
        }

        foreach (
            var line in lines.Where(line => line is { Sort: TripSort.OnTheWay, Reason: TripReason.ShortInterval or TripReason.EachRide })
        )
            yield return new(line.Task.Words, AlongReason.ForTask, null);
        if (
            FuelOf(bike, asked, ledger) is { } fuel
            && bike.Lubrication == Lubrication.Premix
            && bike.Figure(BikeFigure.FuelToOil) is { } mix
        )
            yield return new("two-stroke oil", AlongReason.Premix, Volume.FromLitres(fuel.Needed.Litres / (mix.Low ?? mix.High ?? 50)));
    }

    /// <summary>Litres per 1,000 km, or millilitres an hour.</summary>
    private static Volume? UsedOver(decimal rate, MeterKind kind, Asked asked)
    {
        var amount = (decimal)asked.On(kind);
        var litres = kind == MeterKind.Odometer ? rate * amount / 1_000_000 : rate * amount / 1000;
        return litres < 0.05m ? null : Volume.FromLitres(Math.Round(litres, 2));
    }

    private static TripFuel? FuelOf(Profile bike, Asked asked, BikeLedger ledger)
    {
        if (FuelEconomy.Of(ledger, asked.Meters) is not { } economy || FuelMix.TankOf(bike) is not { } tank)
            return null;
        var whole = economy.Range(tank);
        return new(
            whole,
            bike.TankReserve is { } reserve ? economy.Range(reserve) : null,
            // Nobody plans by the tenth of a litre here.
            Volume.FromLitres(Math.Round(tank.Litres * (decimal)(asked.On(whole.Likely.Kind) / (double)whole.Likely.InBase)))
        );
    }
}
