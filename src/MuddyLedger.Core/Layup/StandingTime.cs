using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using NodaTime;

namespace MuddyLedger.Core.Layup;

/// <summary>How much a bike asks for after standing: under four weeks, to six months, to two years, and longer or unknown.</summary>
public enum StoodTier
{
    Fresh,
    Season,
    Long,
    Revival,
}

/// <summary>Whether a line of the book shows the engine running, or the bike being ridden.</summary>
public enum UseKind
{
    Ran,
    Ridden,
}

/// <summary>A line that shows a bike in use, and how it does.</summary>
/// <param name="Entry">The line that tells of it.</param>
/// <param name="Kind">A run, a ride, or what else tells that it ran.</param>
/// <param name="Earliest">Where only a span is known: its first day. Else the day of <paramref name="Latest"/>.</param>
/// <param name="Latest">The last day on which it may have run by this line.</param>
/// <param name="How">In words.</param>
public sealed record Use(LedgerEntry Entry, UseKind Kind, LocalDate Earliest, LocalDate Latest, string How);

/// <summary>How long a bike has stood, by the last line of its book that shows it in use. Nobody counts years in the head here.</summary>
/// <param name="Tier">How long that is.</param>
/// <param name="LastRan">The earliest day that the last use may have been; null where the book has no such line, which counts as a
/// revival.</param>
/// <param name="Because">What the tier rests on, in a sentence.</param>
public sealed record StandingTime(StoodTier Tier, LocalDate? LastRan, string Because)
{
    /// <summary>The tiers as content files write them.</summary>
    public static readonly ImmutableArray<string> Words = [.. Enum.GetValues<StoodTier>().Select(Capabilities.Word)];

    /// <summary>
    /// Limits of the tiers: common practice, no source. An engine that was only started, in the course of some job, does not make a bike
    /// that stood for years one that is in use: its fuel, tyres and brakes have stood on.
    /// </summary>
    /// <param name="words">Whether the owner's word that it is in use counts.</param>
    public static StandingTime Of(Profile bike, BikeLedger ledger, LocalDate today, bool words = true)
    {
        var uses = ledger.Fold(Uses);
        var (started, last) =
            uses.Newest > today ? LastOf(uses.All, today, words)
            : words ? uses.Last
            : uses.LastWithoutWords;
        var also = started is null ? "" : $" Its engine was run on {Day(started.Latest)}.";
        if (last is null)
            return bike.StatedUsePerYear is not null && started is null && InUseByProfile(ledger)
                ? new(StoodTier.Fresh, null, "The owner's word is that it is in use.")
                : new(StoodTier.Revival, null, $"The book has no line that shows it in use. Unknown counts as a revival.{also}");
        var days = Period.DaysBetween(last.Earliest, today);
        var when =
            last.Earliest == last.Latest
                ? string.Create(CultureInfo.InvariantCulture, $"It last ran on or before {Day(last.Latest)}, {days} days ago: {last.How}.")
                : $"It last ran between {Day(last.Earliest)} and {Day(last.Latest)}: {last.How}.";
        return new(TierOf(last.Earliest, today), last.Earliest, when + (started is not null && started.Latest > last.Latest ? also : ""));
    }

    /// <summary>Fresh for less than four weeks, a season up to and with six months, long up to and with two years.</summary>
    public static StoodTier TierOf(LocalDate lastRan, LocalDate today) =>
        today < lastRan.PlusWeeks(4) ? StoodTier.Fresh
        : today <= lastRan.PlusMonths(6) ? StoodTier.Season
        : today <= lastRan.PlusYears(2) ? StoodTier.Long
        : StoodTier.Revival;

    /// <summary>The job with the choices that hang on how long this bike has stood made out for it.</summary>
    public Job Into(Job job) =>
        job with
        {
            Steps = [.. job.Steps.Select(step => step.Choice is { } choice ? step with { Choice = Into(choice) } : step)],
        };

    private Choice Into(Choice choice) =>
        choice.ByStandingTime ? choice with { Default = OptionIn(choice), Because = Because }
        : choice.AfterYears is { } option && Tier == StoodTier.Revival ? choice with { Default = option, Because = Because }
        : choice;

    /// <summary>Every line that shows the bike in use, in the order of the book.</summary>
    public static ImmutableArray<Use> UsesOf(BikeLedger ledger) => ledger.Fold(Uses).All;

    private sealed record AllUses(ImmutableArray<Use> All)
    {
        /// <summary>No use is known after this day.</summary>
        public LocalDate Newest { get; } = All.IsEmpty ? LocalDate.MinIsoValue : All.Max(use => use.Latest);

        public (Use? Started, Use? Last) Last { get; } = LastOf(All, LocalDate.MaxIsoValue, words: true);

        public (Use? Started, Use? Last) LastWithoutWords { get; } = LastOf(All, LocalDate.MaxIsoValue, words: false);
    }

    /// <summary>When its engine was last run in some job, and when it was last in use otherwise, up to a day.</summary>
    private static (Use? Started, Use? Last) LastOf(ImmutableArray<Use> all, LocalDate today, bool words)
    {
        var (started, last) = ((Use?)null, (Use?)null);
        foreach (var use in all)
            if (use.Latest > today || (!words && use.Entry.Body is WordGiven))
                continue;
            else if (use.Entry.Body is EngineRan)
                started = use;
            else if (last is null || use.Latest > last.Latest)
                last = use;
        return (started, last);
    }

    private static readonly LineFold<AllUses> Uses = new(
        body =>
            body
                is RideDone
                    or FuelBought
                    or TakenIn
                    or MeterEpochStarted
                    or MeterRead
                    or EngineRan
                    or GateProven
                    or WordGiven
                    or Layup.LastRan
                    or LaidUp
                    or WokenUp,
        lines => new(UsesOfLines(lines))
    );

    private static ImmutableArray<Use> UsesOfLines(BikeLedger ledger)
    {
        var uses = ImmutableArray.CreateBuilder<Use>();
        var shown = new Dictionary<MeterKind, MeterAmount>();
        var (fuelled, idle) = (false, false);
        foreach (var entry in ledger.InForce)
        {
            void On(UseKind kind, string how) => uses.Add(new(entry, kind, entry.Date, entry.Date, how));
            switch (entry.Body)
            {
                case RideDone:
                    On(UseKind.Ridden, "a ride is written on that day");
                    break;
                case FuelBought:
                    // The first fill may stand in the tank unburned; the next one shows that it was used.
                    if (fuelled)
                        On(UseKind.Ridden, "it was fuelled again on that day");
                    fuelled = true;
                    break;
                case TakenIn:
                    (fuelled, idle) = (false, true);
                    break;
                case MeterEpochStarted epoch:
                    shown[epoch.Display.Kind] = epoch.Display;
                    break;
                case MeterRead read:
                    if (shown.TryGetValue(read.Display.Kind, out var before) && read.Display > before)
                        On(
                            read.Display.Kind == MeterKind.Odometer ? UseKind.Ridden : UseKind.Ran,
                            "its meter had moved when it was read on that day"
                        );
                    shown[read.Display.Kind] = read.Display;
                    break;
                case EngineRan ran:
                    On(UseKind.Ran, ran.How);
                    break;
                case GateProven { Gate: not Gate.Cranked } proven:
                    On(proven.Gate == Gate.Ridden ? UseKind.Ridden : UseKind.Ran, $"{proven.By} was passed on that day");
                    break;
                case WordGiven { Gate: not Gate.Cranked } word:
                    On(word.Gate == Gate.Ridden ? UseKind.Ridden : UseKind.Ran, "the owner's word of that day");
                    break;
                case LastRan last:
                    idle = true;
                    uses.Add(new(entry, UseKind.Ridden, last.Earliest, last.Latest, last.Source));
                    break;
                case LaidUp:
                    // Of one that was taken in standing, a lay-up says only that it still stands.
                    if (!idle)
                        On(UseKind.Ridden, "it was laid up on that day");
                    idle = true;
                    fuelled = false;
                    break;
                case WokenUp:
                    On(UseKind.Ran, "it was taken back into use on that day");
                    break;
            }

            if (entry.Body is RideDone or WokenUp)
                idle = false;
        }

        return uses.ToImmutable();
    }

    private static bool InUseByProfile(BikeLedger ledger) =>
        !RidingTime.Of(ledger).StandsStill && ledger.Each<TakenIn>().LastOrDefault().Body is null or { As: TakenInAs.Runner };

    /// <summary>A tier that the choice does not offer counts as the next longer one, or as the longest there is.</summary>
    private string OptionIn(Choice choice)
    {
        var offered = choice.Options.Select(option => option.Id).OrderBy(Words.IndexOf).ToList();
        return offered.Find(option => Words.IndexOf(option) >= (int)Tier) ?? offered[^1];
    }

    private static string Day(LocalDate date) => NodaTime.Text.LocalDatePattern.CreateWithInvariantCulture("d MMMM uuuu").Format(date);
}
