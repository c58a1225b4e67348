using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Wear;

/// <summary>One measurement, or one look, of a series.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="X">On the axis of the series: km or hours of the lifetime meter, or days; null where no reading of the meter covers the
/// day.</param>
/// <param name="Meter">The lifetime meter then; null where it is not known.</param>
/// <param name="Value">The place that decides, in what the series shows; null for a look that no value stands for.</param>
/// <param name="Values">Every place, in what the series shows.</param>
/// <param name="Places">What they are called; empty for one nameless place.</param>
/// <param name="Look">The grade, where it was judged by eye.</param>
public sealed record WearPoint(
    LedgerEntry Entry,
    double? X,
    MeterAt? Meter,
    decimal? Value,
    ImmutableArray<decimal> Values,
    ImmutableArray<string> Places,
    Grade? Look
)
{
    /// <summary>What took it, where it was said.</summary>
    public string? Instrument { get; init; }

    /// <summary>In the bike's book; null where there is none.</summary>
    public Guid? Photo { get; init; }

    /// <summary>
    /// Whether a place looks unlike most of the others: it is the odd one. None is where no look is that of most, or all are alike.
    /// </summary>
    public bool IsOdd(PlaceLook look)
    {
        var groups = Looks.GroupBy(one => one.Grade).OrderByDescending(same => same.Count()).ToList();
        return groups.Count > 1 && groups[0].Count() > groups[1].Count() && groups[0].Key != look.Grade;
    }

    /// <summary>What each place looked like; empty where it was looked at as a whole, or measured.</summary>
    public ImmutableArray<PlaceLook> Looks
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];
}

/// <summary>One part from when it was fitted to when the next one was.</summary>
/// <param name="Fitted">The line that says that it was new; null for the part that was on the bike when the book began.</param>
/// <param name="StartX">Where it was fitted, on the axis; null where that is not known.</param>
/// <param name="Points">The oldest first.</param>
/// <param name="Ended">The line that says that the next one was fitted; null for the part that is on the bike.</param>
/// <param name="EndX">Where it ended; null while it is on.</param>
public sealed record WearLife(LedgerEntry? Fitted, double? StartX, ImmutableArray<WearPoint> Points, LedgerEntry? Ended, double? EndX)
{
    /// <summary>What its end was put down to; null where nobody said.</summary>
    public string? BlamedOn { get; init; }

    /// <summary>Races that were ridden on it; null where it is not known since when it is on.</summary>
    public int? Races { get; init; }

    /// <summary>What it cost, where the book says.</summary>
    public Money? Price { get; init; }

    /// <summary>How far it went, on the axis; null where either end is not known.</summary>
    public double? Length => StartX is { } from && EndX is { } to ? to - from : null;
}

/// <summary>How much can be said of where a series goes.</summary>
public enum WearTrust
{
    /// <summary>Nothing was ever measured.</summary>
    Nothing,

    /// <summary>Nobody knows where its end is: the screen says where the maker writes it.</summary>
    NoLimit,

    /// <summary>One reading: what it is, not where it goes.</summary>
    OneReading,

    /// <summary>The latest reading is beyond the limit.</summary>
    PastLimit,

    /// <summary>It seems to get better: a fresh measurement is wanted, or a new part was not written down.</summary>
    WrongWay,

    /// <summary>No wear shows beyond what the instrument can tell apart.</summary>
    NoWear,

    /// <summary>Two points give a line, and nothing says how far they scatter.</summary>
    Line,

    /// <summary>A line and both bands.</summary>
    Bands,

    /// <summary>Not wear but a setting.</summary>
    Setting,
}

/// <summary>What stands of a series today.</summary>
public sealed record WearState
{
    /// <summary>How far its line can be trusted.</summary>
    public required WearTrust Trust { get; init; }

    /// <summary>Where its life ends, and who says so; null where only the maker can say.</summary>
    public WearEnd? End { get; init; }

    /// <summary>The value when new: known, or that of the first reading with the part.</summary>
    public decimal? New { get; init; }

    /// <summary>Of the latest reading; null without one.</summary>
    public ReadingVerdict? Verdict { get; init; }

    /// <summary>Null for fewer than two readings.</summary>
    public WearLine? Line { get; init; }

    /// <summary>Where the mean line may cross; null where nothing crosses.</summary>
    public CrossingBand? Fieller { get; init; }

    /// <summary>Where this part may cross; null where nothing tells.</summary>
    public PlanningBand? Band { get; init; }

    /// <summary>Where today lies on the axis; null where the meter is not known.</summary>
    public double? XToday { get; init; }

    /// <summary>What it likely is today, in what the series shows.</summary>
    public decimal? Now { get; init; }

    /// <summary>What is left of its life: 1 new, 0 at the limit; null where that cannot be said.</summary>
    public decimal? Share { get; init; }

    /// <summary>Where it crosses on the axis, by the planning band: one case in ten before...</summary>
    public double? Early { get; init; }

    /// <summary>On its axis; null where nothing foretells it.</summary>
    public double? Likely { get; init; }

    /// <summary>...and one in ten after.</summary>
    public double? Late { get; init; }

    /// <summary>The same as dates.</summary>
    public DueBand? Due { get; init; }

    /// <summary>It is past its end.</summary>
    public bool Over => Trust == WearTrust.PastLimit;

    /// <summary>The likely share left at the end of the planning horizon; null where that cannot be said.</summary>
    public decimal? ShareAtHorizon { get; init; }

    /// <summary>Where it crosses on the axis, each as likely as the others; infinite where it may never. Empty where nothing is
    /// foretold.</summary>
    public ImmutableArray<double> Crossings
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];
}

/// <summary>A measured quantity on one part of one bike, over all the parts that were fitted there.</summary>
/// <param name="Kind">What wears.</param>
/// <param name="Meter">What it is held against; null where it goes by the calendar, or the bike has no meter.</param>
/// <param name="Lives">Oldest first; the last is the part that is on the bike.</param>
/// <param name="State">How it stands.</param>
public sealed record WearSeries(WearKind Kind, MeterKind? Meter, ImmutableArray<WearLife> Lives, WearState State)
{
    /// <summary>Of the part that is on.</summary>
    public WearLife Current => Lives[^1];

    /// <summary>What it means that the places of the latest reading differ so; null where they agree well enough.</summary>
    public SpreadRule? Apart =>
        Latest is { } latest
            ? Kind.TooFarApart(latest.Looks.IsEmpty ? latest.Values : [.. latest.Looks.Select(look => (decimal)look.Grade.Severity())])
            : null;

    /// <summary>Null where it was not measured since it is on.</summary>
    public WearPoint? Latest => Current.Points.LastOrDefault(point => point.Value is not null || point.Look is not null);
}
