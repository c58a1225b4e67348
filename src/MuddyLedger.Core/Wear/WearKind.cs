using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Wear;

/// <summary>Which way a reading goes as the part wears.</summary>
public enum WearWay
{
    Down,
    Up,

    /// <summary>Not wear but a setting: it may drift to either side.</summary>
    Either,
}

/// <summary>Which of several places decides.</summary>
public enum WorstPlace
{
    Least,
    Greatest,
}

/// <summary>What it wears with.</summary>
public enum WearAxis
{
    /// <summary>The lifetime meter: distance, else engine hours.</summary>
    Use,

    /// <summary>The calendar: a battery fades whether it is ridden or not.</summary>
    Days,
}

/// <summary>Where a part's life ends, and who says so.</summary>
/// <param name="At">In the unit that the series is shown in.</param>
/// <param name="Provenance">Where it comes from.</param>
public sealed record WearEnd(decimal At, Provenance Provenance);

/// <summary>What it means where the places of one measurement differ by more than this.</summary>
/// <param name="Over">In the unit of the series.</param>
/// <param name="Means">What it means that the places differ so much.</param>
/// <param name="Do">What to do about it.</param>
public sealed record SpreadRule(decimal Over, string Means, string Do);

/// <summary>A quantity that wears on one kind of part: how it is measured, where its end is, and which work ends it.</summary>
public sealed record WearKind
{
    /// <summary>By which lines and tasks name it.</summary>
    public required string Id { get; init; }

    /// <summary>What wears.</summary>
    public required string Title { get; init; }

    /// <summary>The part of the bike that it is listed under.</summary>
    public required BikePart Part { get; init; }

    /// <summary>On which bikes.</summary>
    public required Applies Applies { get; init; }

    /// <summary>The figure of the profile that it is; null where there is none.</summary>
    public BikeFigure? Figure { get; init; }

    /// <summary>Under which names the book keeps its measurements; new ones under the first.</summary>
    public required ImmutableArray<string> Names { get; init; }

    /// <summary>Null where it is judged by a look alone.</summary>
    public Unit? MeasuredIn { get; init; }

    /// <summary>The symbol of what the series is shown in: "mm", "%", "grade".</summary>
    public required string Shows { get; init; }

    /// <summary>Of the instrument that commonly takes it, in what is shown; a graded look tells a quarter of the range.</summary>
    public required decimal Resolution { get; init; }

    /// <summary>Where it is measured, in the usual order.</summary>
    public required ImmutableArray<string> Places { get; init; }

    /// <summary>Which place decides.</summary>
    public required WorstPlace Worst { get; init; }

    /// <summary>Down, up, or to either side.</summary>
    public required WearWay Way { get; init; }

    /// <summary>By use or by the calendar.</summary>
    public WearAxis Axis { get; init; }

    /// <summary>Whether its readings lead anywhere: a setting does not wear.</summary>
    public bool Trend { get; init; } = true;

    /// <summary>The service tasks that a new part settles; the first is the one that its end calls for.</summary>
    public required ImmutableArray<string> Tasks { get; init; }

    /// <summary>How it is measured, in a sentence.</summary>
    public required string How { get; init; }

    /// <summary>What each grade looks like; empty where no look tells.</summary>
    public ImmutableDictionary<Grade, string> Looks { get; init; } = ImmutableDictionary<Grade, string>.Empty;

    /// <summary>What each look means and asks for; empty where the look says it all.</summary>
    public ImmutableDictionary<Grade, string> Meanings { get; init; } = ImmutableDictionary<Grade, string>.Empty;

    /// <summary>The value of a new part, where it is the same for all.</summary>
    public decimal? New { get; init; }

    /// <summary>The figure of the profile that says what a new part has.</summary>
    public BikeFigure? NewFigure { get; init; }

    /// <summary>Where the maker has none; null where only the maker can say.</summary>
    public WearEnd? End { get; init; }

    /// <summary>In place of <see cref="End"/> on a bike that is raced.</summary>
    public WearEnd? EndRaced { get; init; }

    /// <summary>The end is so much beyond the value when new.</summary>
    public WearEnd? Grown { get; init; }

    /// <summary>The end is this share of the first reading: held against its own history.</summary>
    public WearEnd? ShareOfFirst { get; init; }

    /// <summary>What it means that places differ; null where that means nothing.</summary>
    public SpreadRule? Spread { get; init; }

    /// <summary>Places may differ by this share of the greatest of them, in place of a fixed spread.</summary>
    public decimal? SpreadShare { get; init; }

    /// <summary>The wheel whose tyre it is; null where it is none.</summary>
    public WheelEnd? Tyre { get; init; }

    /// <summary>The words that a line of its cost has, all of them: "rear", "pads". Empty where nobody buys it by name.</summary>
    public ImmutableArray<string> BoughtAs
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The places are there for each of these; null where they are there once.</summary>
    public CountedBy? Each { get; init; }

    /// <summary>The kind with the places that this bike has: a cylinder each, a disc each.</summary>
    public WearKind On(Profile bike) => this with { Places = Counted.Places(Each, Places, bike), EachHas = Places.Length };

    /// <summary>How many of the places belong to one of <see cref="Each"/>.</summary>
    private int EachHas { get; init; } = 1;

    /// <summary>
    /// What its places differ by where that says something: of discs each for itself, as two of them never wear quite alike; of cylinders
    /// and all else over all of them.
    /// </summary>
    public decimal SpreadOf(ImmutableArray<decimal> values)
    {
        var size = Each == CountedBy.FrontDisc && values.Length == Places.Length ? EachHas : values.Length;
        return values.Chunk(Math.Max(1, size)).Select(of => of.Max() - of.Min()).DefaultIfEmpty(0).Max();
    }

    /// <summary>What it means that they differ so; null where they agree well enough.</summary>
    public SpreadRule? TooFarApart(ImmutableArray<decimal> values) =>
        Spread is { } rule && values.Length > 1 && SpreadOf(values) > (SpreadShare is { } share ? values.Max() * share : rule.Over)
            ? rule
            : null;

    /// <summary>What its places differ by is the reading itself: a tight spot.</summary>
    public bool OfSpread { get; init; }

    /// <summary>A pressure that is less high up, and is kept as it would be at sea level.</summary>
    public bool AtSeaLevel { get; init; }

    /// <summary>Measured as a length over 20 pitches, shown as growth in percent.</summary>
    public bool ChainGrowth { get; init; }

    /// <summary>The reading in what the series is shown in.</summary>
    public decimal Shown(decimal measured) => ChainGrowth ? Wear.ChainGrowth.Percent(measured, Wear.ChainGrowth.UsualPitches) : measured;

    /// <summary>Which of the values of one measurement decides.</summary>
    public decimal Decisive(ImmutableArray<decimal> values) =>
        OfSpread ? SpreadOf(values)
        : Worst == WorstPlace.Least ? values.Min()
        : values.Max();
}

/// <summary>How much longer a chain is than when it was new.</summary>
public static class ChainGrowth
{
    /// <summary>The run that jobs and forms measure over.</summary>
    public const int UsualPitches = 20;

    /// <summary>Pitches of motorcycle chains: 420 and 428 are 12.7 mm, 520, 525 and 530 are 15.875 mm (ASME B29.1 / ISO 606 families, from
    /// memory).</summary>
    private static readonly decimal[] Pitches = [12.7m, 15.875m];

    /// <summary>
    /// The pitch that a run of so many pitches is nearest to: the two families lie a quarter apart, no chain grows so far.
    /// </summary>
    public static decimal PitchOf(decimal length, int pitches) => Pitches.MinBy(pitch => Math.Abs(length / pitches / pitch - 1));

    /// <summary>(length / (pitches x pitch) - 1) x 100; negative where it measures shorter than new.</summary>
    /// <param name="length">From the centre of a pin to the centre of the pin so many pitches on, mm.</param>
    public static decimal Percent(decimal length, int pitches) => (length / (pitches * PitchOf(length, pitches)) - 1) * 100;
}
