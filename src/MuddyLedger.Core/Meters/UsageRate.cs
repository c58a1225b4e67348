using MuddyLedger.Core.Bikes;
using NodaTime;

namespace MuddyLedger.Core.Meters;

/// <summary>How fast a bike uses up its limits, and what that was reckoned from.</summary>
/// <param name="PerDay">Mean use a day; never negative.</param>
/// <param name="From">First reading used; null where the owner's word was used instead.</param>
/// <param name="To">Last reading used.</param>
/// <param name="Readings">How many readings were used; 0 for the owner's word.</param>
/// <remarks>
/// A simple mean over the last year of readings (house value), from increments between readings and never from interpolated weeks.
/// The early and late dates of a forecast with a spread belong here too: whoever asks for a date asks <see cref="MeterHistory.Reaches"/>.
/// </remarks>
public sealed record UsageRate(MeterAmount PerDay, LocalDate? From, LocalDate? To, int Readings)
{
    private const int LookBackDays = 365;

    /// <summary>Readings closer together than this say nothing about a habit (house value).</summary>
    private const int LeastDays = 14;

    public static UsageRate? Of(MeterHistory history, MeterAmount? statedPerYear)
    {
        if (history.Last is { } last)
        {
            // The increment that straddles the start of the last year counts whole, with its own days.
            var earliest = history.Points.LastOrDefault(point => point.Date <= last.Date.PlusDays(-LookBackDays)) ?? history.Points[0];
            var days = Period.DaysBetween(earliest.Date, last.Date);
            if (days >= LeastDays)
                return new((last.Lifetime - earliest.Lifetime) * (1m / days), earliest.Date, last.Date, history.Points.Count(point => point.Date >= earliest.Date));
        }

        return statedPerYear is { } stated && stated.Kind == history.Kind
            ? new(stated * (1m / 365.25m), null, null, 0)
            : null;
    }
}

/// <summary>The meters of one bike, each with its rate.</summary>
public sealed record BikeMeters(IReadOnlyDictionary<MeterKind, (MeterHistory History, UsageRate? Rate)> ByKind)
{
    public static BikeMeters Of(Profile bike, Ledger.BikeLedger ledger) => new(
        Enum.GetValues<MeterKind>().Where(bike.Has).ToDictionary(kind => kind, kind =>
        {
            var history = MeterHistory.Of(ledger, kind);
            return (history, UsageRate.Of(history, bike.StatedUsePerYear));
        }));
}
