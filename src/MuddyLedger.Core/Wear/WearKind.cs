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
public sealed record WearEnd(decimal At, Provenance Provenance);

/// <summary>What it means where the places of one measurement differ by more than this.</summary>
/// <param name="Over">In the unit of the series.</param>
public sealed record SpreadRule(decimal Over, string Means, string Do);

/// <summary>A quantity that wears on one kind of part: how it is measured, where its end is, and which work ends it.</summary>
/// <param name="Figure">The figure of the profile that it is; null where only a look tells.</param>
/// <param name="Names">Under which names the book keeps its measurements.</param>
/// <param name="MeasuredIn">Null where it is judged by a look alone.</param>
/// <param name="Shows">The symbol of what the series is shown in: "mm", "%", "grade".</param>
/// <param name="Resolution">Of the instrument that commonly takes it, in what is shown; a graded look tells a quarter of the range.</param>
/// <param name="Places">Where it is measured, in the usual order.</param>
/// <param name="Tasks">The service tasks that a new part settles; the first is the one that its end calls for.</param>
/// <param name="Looks">What each grade looks like; empty where no look tells.</param>
public sealed record WearKind(
    string Id,
    string Title,
    BikePart Part,
    BikeFigure? Figure,
    ImmutableArray<string> Names,
    Applies Applies,
    Unit? MeasuredIn,
    string Shows,
    decimal Resolution,
    ImmutableArray<string> Places,
    WorstPlace Worst,
    WearWay Way,
    WearAxis Axis,
    bool Trend,
    ImmutableArray<string> Tasks,
    string How,
    ImmutableDictionary<Grade, string> Looks
)
{
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

    public SpreadRule? Spread { get; init; }

    /// <summary>Places may differ by this share of the greatest of them, in place of a fixed spread.</summary>
    public decimal? SpreadShare { get; init; }

    /// <summary>The words that a line of its cost has, all of them: "rear", "pads". Empty where nobody buys it by name.</summary>
    public ImmutableArray<string> BoughtAs
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    /// <summary>The places are there for each of these; null where they are there once.</summary>
    public CountedBy? Each { get; init; }

    /// <summary>The kind with the places that this bike has: a cylinder each, a disc each.</summary>
    public WearKind On(Profile bike)
    {
        var count = Each is null ? 1 : Counted.Of(Each, bike);
        string Named(string place, int of) =>
            Each == CountedBy.FrontDisc ? $"{(of == 1 ? "left" : "right")}, {place}"
            : Places.Length == 1 ? $"cylinder {of}"
            : $"cylinder {of}, {place}";
        return count < 2
            ? this
            : this with
            {
                Places = [.. Enumerable.Range(1, count).SelectMany(of => Places.Select(place => Named(place, of)))],
            };
    }

    /// <summary>Measured as a length over 20 pitches, shown as growth in percent.</summary>
    public bool ChainGrowth { get; init; }

    /// <summary>The reading in what the series is shown in.</summary>
    public decimal Shown(decimal measured) => ChainGrowth ? Wear.ChainGrowth.Percent(measured, Wear.ChainGrowth.UsualPitches) : measured;

    /// <summary>Which of the values of one measurement decides.</summary>
    public decimal Decisive(IEnumerable<decimal> values) => Worst == WorstPlace.Least ? values.Min() : values.Max();
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
