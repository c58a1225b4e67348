using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Meters;

/// <summary>One meter of a bike and how it is used.</summary>
/// <param name="History">What it showed.</param>
/// <param name="Forecast">Null where nothing foretells it.</param>
public sealed record Meter(MeterHistory History, UsageForecast? Forecast);

/// <summary>How far a bike goes in an hour of its engine.</summary>
/// <param name="KilometresAnHour">How far the bike goes in an hour of its engine.</param>
/// <param name="Spread">Relative error, for the band of what is worked out with it.</param>
/// <param name="Own">True where both meters were read over the same spell.</param>
public sealed record MeterRatio(decimal KilometresAnHour, double Spread, bool Own)
{
    /// <summary>The bike's own ratio must rest on this much running to count (house value).</summary>
    private const decimal LeastHours = 5;

    private const double OwnSpread = 0.05;
    private const double HouseSpread = 0.2;

    /// <summary>From what both meters ran over the same spell, where that is long enough; else the house value for its use.</summary>
    internal static MeterRatio Of(BikeUse use, BikeLedger ledger)
    {
        var (far, hours) = (MeterHistory.Of(ledger, MeterKind.Odometer), MeterHistory.Of(ledger, MeterKind.HourMeter));
        if (far.Points.Length > 1 && hours.Points.Length > 1)
        {
            var (from, to) = (LocalDate.Max(far.Points[0].Date, hours.Points[0].Date), LocalDate.Min(far.Last!.Date, hours.Last!.Date));
            if (from < to)
            {
                var ran = (hours.At(to, null)!.Lifetime - hours.At(from, null)!.Lifetime).InBase;
                var went = (far.At(to, null)!.Lifetime - far.At(from, null)!.Lifetime).InBase / 1000;
                if (ran >= LeastHours && went > 0)
                    return new(went / ran, OwnSpread, Own: true);
            }
        }

        return new(HouseSpeed(use), HouseSpread, Own: false);
    }

    /// <summary>Distance as engine hours, and engine hours as distance.</summary>
    public MeterAmount Convert(MeterAmount amount) =>
        amount.Kind == MeterKind.Odometer
            ? MeterAmount.Of(MeterKind.HourMeter, amount.InBase / 1000 / KilometresAnHour)
            : MeterAmount.Of(MeterKind.Odometer, amount.InBase * KilometresAnHour * 1000);

    /// <summary>House values.</summary>
    private static decimal HouseSpeed(BikeUse use) =>
        use switch
        {
            BikeUse.Road => 55,
            BikeUse.DualSport => 40,
            BikeUse.Motocross => 25,
            BikeUse.TrailOrEnduro => 18,
            BikeUse.Utility => 15,
            _ => 12,
        };
}

/// <summary>The meters of one bike: those on its dash, and what can be worked out for the limits that ask for another.</summary>
/// <param name="Own">On the dash.</param>
/// <param name="Derived">Not on the dash: from the other meter, from rides, or on the owner's word. All of it estimated.</param>
/// <param name="Ratio">Of odometer and hour meter.</param>
/// <param name="Time">When it was in use.</param>
/// <param name="SevereRides">Rides that were hard on it, the oldest first.</param>
public sealed record BikeMeters(
    ImmutableSortedDictionary<MeterKind, Meter> Own,
    ImmutableSortedDictionary<MeterKind, Meter> Derived,
    MeterRatio Ratio,
    RidingTime Time,
    ImmutableArray<RideOf> SevereRides
)
{
    /// <param name="shutSince">The day since which it may not be ridden, or lies on the bench: from then on no use is expected of it. Null
    /// while it may be.</param>
    public static BikeMeters Of(Profile bike, BikeLedger ledger, LocalDate? shutSince = null)
    {
        return ledger
            .Fold(Lines)
            .Of(new(bike.Has(MeterKind.Odometer), bike.Has(MeterKind.HourMeter), bike.StatedUsePerYear, bike.Use), shutSince);
    }

    /// <summary>All that meters ask of a profile.</summary>
    private sealed record Asked(bool Odometer, bool HourMeter, MeterAmount? StatedUsePerYear, BikeUse Use)
    {
        public bool Has(MeterKind kind) => kind == MeterKind.Odometer ? Odometer : HourMeter;
    }

    /// <summary>The lines that meters and their forecasts come from, and what they came to last.</summary>
    private sealed class MeterLines(BikeLedger book)
    {
        private sealed record Made(Asked Bike, LocalDate? ShutSince, BikeMeters Meters);

        private Made? _last;

        public BikeMeters Of(Asked bike, LocalDate? shutSince)
        {
            if (_last is not { } last || last.Bike != bike || last.ShutSince != shutSince)
                _last = last = new(bike, shutSince, OfLines(bike, book, shutSince));
            return last.Meters;
        }
    }

    private static readonly LineFold<MeterLines> Lines = new(
        body => body is MeterRead or MeterEpochStarted or RideDone or Layup.LaidUp or Layup.WokenUp,
        lines => new(lines)
    );

    private static BikeMeters OfLines(Asked bike, BikeLedger ledger, LocalDate? shutSince)
    {
        var stands = RidingTime.Of(ledger);
        var time = shutSince is { } day ? stands.ParkedFrom(day) : stands;
        var rides = ledger.Each<RideDone>().Select(pair => new RideOf(pair.Entry, pair.Body)).ToList();
        var ratio = MeterRatio.Of(bike.Use, ledger);
        var own = Enum.GetValues<MeterKind>()
            .Where(bike.Has)
            .ToImmutableSortedDictionary(
                kind => kind,
                kind =>
                {
                    var history = MeterHistory.Of(ledger, kind);
                    return Moved(history, UsageForecast.Of(history, bike.StatedUsePerYear, time), rides, ratio);
                }
            );
        var derived = Enum.GetValues<MeterKind>()
            .Where(kind => !bike.Has(kind))
            .Select(kind => (Kind: kind, Meter: DerivedMeter(kind, bike, ledger, own, rides, ratio, time)))
            .Where(pair => pair.Meter is not null)
            .ToImmutableSortedDictionary(pair => pair.Kind, pair => pair.Meter!);
        return new(own, derived, ratio, stands, [.. rides.Where(ride => !ride.Ride.Severities.IsEmpty)]);
    }

    /// <summary>The meter that a limit of this kind counts by; null where there is none, not even worked out.</summary>
    public Meter? For(MeterKind kind) => Own.GetValueOrDefault(kind) ?? Derived.GetValueOrDefault(kind);

    /// <summary>The meter first shown when something happened: on the dash if there is one.</summary>
    public IEnumerable<Meter> All => Own.Values.Concat(Derived.Values);

    /// <summary>The meter with what was ridden since it was last read.</summary>
    private static Meter Moved(MeterHistory history, UsageForecast? forecast, List<RideOf> rides, MeterRatio ratio) =>
        new(
            history.WithRides(
                from ride in rides
                let amount = ride.On(history.Kind, ratio)
                where amount is not null
                select (ride.Entry, amount.Value),
                forecast
            ),
            forecast
        );

    private static Meter? DerivedMeter(
        MeterKind kind,
        Asked bike,
        BikeLedger ledger,
        ImmutableSortedDictionary<MeterKind, Meter> own,
        List<RideOf> rides,
        MeterRatio ratio,
        RidingTime time
    )
    {
        if (own.Values.FirstOrDefault() is { } other)
        {
            if (other.History.Points.IsEmpty)
                return null;
            var history = MeterHistory.Derived(
                kind,
                MeterSource.OtherMeter,
                other.History.Points.Select(point => (point.Date, ratio.Convert(point.Lifetime), point.Entry))
            );
            return Moved(
                history,
                UsageForecast.Of(history, bike.StatedUsePerYear is { } word ? Same(kind, word, ratio) : null, time, ratio.Spread),
                rides,
                ratio
            );
        }

        return FromRides(kind, bike, ledger, ratio, time) ?? OnTheOwnersWord(kind, bike, ledger, ratio, time);
    }

    private static Meter? FromRides(MeterKind kind, Asked bike, BikeLedger ledger, MeterRatio ratio, RidingTime time)
    {
        var sum = MeterAmount.Of(kind, 0);
        if (ledger.First is not { } first)
            return null;
        // Counted from the day the book begins: what was before no ride tells.
        var points = new List<(LocalDate, MeterAmount, EntryId)> { (first.Date, sum, first.Id) };
        foreach (var (entry, ride) in ledger.Each<RideDone>())
            if (new RideOf(entry, ride).On(kind, ratio) is { } amount)
                points.Add((entry.Date, sum += amount, entry.Id));
        if (points.Count == 1)
            return null;
        var history = MeterHistory.Derived(kind, MeterSource.Rides, points);
        return new(history, UsageForecast.Of(history, bike.StatedUsePerYear is { } word ? Same(kind, word, ratio) : null, time));
    }

    private static Meter? OnTheOwnersWord(MeterKind kind, Asked bike, BikeLedger ledger, MeterRatio ratio, RidingTime time)
    {
        if (bike.StatedUsePerYear is not { } stated || ledger.First is not { } first)
            return null;
        var history = MeterHistory.Derived(kind, MeterSource.Stated, [(first.Date, MeterAmount.Of(kind, 0), first.Id)]);
        return new(history, UsageForecast.Of(history, Same(kind, stated, ratio), time));
    }

    private static MeterAmount Same(MeterKind kind, MeterAmount amount, MeterRatio ratio) =>
        amount.Kind == kind ? amount : ratio.Convert(amount);
}

/// <summary>A ride and the line of the ledger that holds it.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Ride">What is known of it.</param>
public sealed record RideOf(LedgerEntry Entry, RideDone Ride)
{
    /// <summary>How much it was on one kind of meter, worked out from the other where only that was noted.</summary>
    public MeterAmount? On(MeterKind kind, MeterRatio ratio)
    {
        MeterAmount? far = Ride.Distance is { } distance ? MeterAmount.Of(distance) : null;
        MeterAmount? ran = Ride.Hours is { } hours ? MeterAmount.Of(hours) : null;
        var (wanted, other) = kind == MeterKind.Odometer ? (far, ran) : (ran, far);
        return wanted ?? (other is { } amount ? ratio.Convert(amount) : null);
    }

    /// <summary>Whether it was ridden after that line: on a later day, or the same day and written down later.</summary>
    public bool After(LedgerEntry done) => Entry.Place > done.Place;
}
