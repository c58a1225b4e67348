using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Meters;

/// <summary>How much a bike asks for after standing: under four weeks, to six months, to two years, and longer or unknown.</summary>
public enum StoodTier { Fresh, Season, Long, Revival }

/// <summary>How long a bike has stood, by the last line of its book that shows it running. Nobody counts years in the head here.</summary>
/// <param name="LastRan">Null where the book has no such line: that counts as a revival.</param>
/// <param name="Because">What the tier rests on, in a sentence.</param>
public sealed record StandingTime(StoodTier Tier, LocalDate? LastRan, string Because)
{
    /// <summary>The tiers as content files write them.</summary>
    public static readonly ImmutableArray<string> Words = [.. Enum.GetValues<StoodTier>().Select(Capabilities.Word)];

    /// <summary>Limits of the tiers: common practice, no source.</summary>
    public static StandingTime Of(Profile bike, BikeLedger ledger, LocalDate today)
    {
        var ran = Runs(ledger).Where(one => one.Date <= today).ToList();
        if (ran.Count == 0)
            return bike.StatedUsePerYear is not null && !RidingTime.Of(ledger).StandsStill
                ? new(StoodTier.Fresh, null, "The owner's word is that it is in use.")
                : new(StoodTier.Revival, null, "The book has no line that shows it running. Unknown counts as a revival.");
        var (last, how) = ran.MaxBy(one => one.Date);
        var day = NodaTime.Text.LocalDatePattern.CreateWithInvariantCulture("d MMMM uuuu").Format(last);
        var days = Period.DaysBetween(last, today);
        return new(TierOf(last, today), last, string.Create(CultureInfo.InvariantCulture, $"It last ran on or before {day}, {days} days ago: {how}."));
    }

    public static StoodTier TierOf(LocalDate lastRan, LocalDate today) =>
        today < lastRan.PlusWeeks(4) ? StoodTier.Fresh
        : today <= lastRan.PlusMonths(6) ? StoodTier.Season
        : today <= lastRan.PlusYears(2) ? StoodTier.Long
        : StoodTier.Revival;

    /// <summary>The job with the choices that hang on how long this bike has stood made out for it.</summary>
    public Job Into(Job job) => job with
    {
        Steps = [.. job.Steps.Select(step => step.Choice is { ByStandingTime: true } choice ? step with { Choice = choice with { Default = OptionIn(choice), Because = Because } } : step)],
    };

    /// <summary>A tier that the choice does not offer counts as the next longer one, or as the longest there is.</summary>
    private string OptionIn(Choice choice)
    {
        var offered = choice.Options.Select(option => option.Id).OrderBy(Words.IndexOf).ToList();
        return offered.Find(option => Words.IndexOf(option) >= (int)Tier) ?? offered[^1];
    }

    /// <summary>Rides, fuel bought, and meters that had moved on when they were read.</summary>
    private static IEnumerable<(LocalDate Date, string How)> Runs(BikeLedger ledger)
    {
        var shown = new Dictionary<MeterKind, MeterAmount>();
        foreach (var entry in ledger.Standing)
            switch (entry.Body)
            {
                case RideDone:
                    yield return (entry.Date, "a ride is written on that day");
                    break;
                case FuelBought:
                    yield return (entry.Date, "it was fuelled on that day");
                    break;
                case MeterEpochStarted epoch:
                    shown[epoch.Display.Kind] = epoch.Display;
                    break;
                case MeterRead read:
                    if (shown.TryGetValue(read.Display.Kind, out var before) && read.Display != before) yield return (entry.Date, "its meter had moved when it was read on that day");
                    shown[read.Display.Kind] = read.Display;
                    break;
            }
    }
}
