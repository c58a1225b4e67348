using NodaTime;

namespace MuddyLedger.App;

/// <summary>What the owner's clock says, and in which zone a day begins: given from outside, so that it can be set.</summary>
public sealed class ShedClock(IClock clock, DateTimeZone zone)
{
    /// <summary>The moment.</summary>
    public Instant Now => clock.GetCurrentInstant();

    /// <summary>In the owner's calendar.</summary>
    public LocalDate Today => DayOf(Now);

    /// <summary>The moment at which a day begins, where the owner is.</summary>
    public Instant StartOf(LocalDate day) => zone.AtStartOfDay(day).ToInstant();

    /// <summary>The day on which something happened, where the owner is.</summary>
    public LocalDate DayOf(Instant instant) => instant.InZone(zone).Date;
}
