using MuddyLedger.App.Bikes;
using MuddyLedger.Content;
using NodaTime;

namespace MuddyLedger.Web.Hosting;

/// <summary>What one running server needs to know.</summary>
/// <param name="Folder">Where the shed's file lives; made if it is not there.</param>
/// <param name="ContentFolder">Where the schedules, jobs and sets are.</param>
/// <param name="Port">On the loopback address only; 0 takes a free one.</param>
/// <param name="Demo">Fill an empty folder with the Fallow Tarn shed.</param>
public sealed record ShedOptions(string Folder, string ContentFolder, int Port, IClock Clock, DateTimeZone Zone, bool Demo = false)
{
    /// <summary>Read already, where many servers share one; null to read it from its folder.</summary>
    public ContentLibrary? Content { get; init; }

    /// <summary>Of whom a server that proves a copy answers; null of everybody.</summary>
    public ProofFocus? Proof { get; init; }

    /// <summary>Whether the shed makes its copies by itself; not where a store is only looked at.</summary>
    public bool Automatic { get; init; } = true;

    public LocalDate DayOf(Instant instant) => instant.InZone(Zone).Date;
}

/// <summary>A clock that was set to another day or moment and runs on from there.</summary>
public sealed class SetClock(IClock real, Duration ahead) : IClock
{
    public Instant GetCurrentInstant() => real.GetCurrentInstant() + ahead;

    /// <summary>A day keeps the real time of day, so that a restart does not turn time back; a moment is taken as it is.</summary>
    public static SetClock To(LocalDateTime moment, IClock real, DateTimeZone zone) =>
        new(real, zone.AtLeniently(moment).ToInstant() - real.GetCurrentInstant());
}
