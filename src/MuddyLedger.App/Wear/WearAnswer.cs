using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.App.Wear;

/// <summary>What a reading is worth.</summary>
/// <param name="Grade">Null where no limit is known.</param>
/// <param name="Name">In a word or two.</param>
/// <param name="Means">What it means.</param>
/// <param name="Do">What to do.</param>
/// <param name="From">Where the limit comes from.</param>
public sealed record VerdictAnswer(Grade? Grade, string Name, string Means, string Do, ShownProvenance? From)
{
    /// <summary>Null where nothing can be said of the reading.</summary>
    public static VerdictAnswer? Of(ReadingVerdict? verdict) =>
        verdict is null
            ? null
            : new(verdict.Grade, verdict.Name, verdict.Means, verdict.Do, verdict.From is { } from ? ShownProvenance.Of(from) : null);
}

/// <summary>One point of a plot.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Date">When.</param>
/// <param name="X">On the axis, in the unit of the bike's meter, or days.</param>
/// <param name="Meter">Null where it is not known.</param>
/// <param name="MeterEstimated">It was not read then.</param>
/// <param name="Value">The one that decides; null of a look.</param>
/// <param name="Values">Place by place; empty of a look.</param>
/// <param name="Places">Every place of the measurement.</param>
/// <param name="Spread">What the places differ by; null of one place.</param>
/// <param name="Look">The grade, where it was judged by eye.</param>
/// <param name="LookWords">Of a look; null where it was measured.</param>
/// <param name="Looks">Place by place.</param>
/// <param name="Instrument">Null where it was typed.</param>
/// <param name="Photo">Null where there is none.</param>
public sealed record WearPointAnswer(
    Guid Entry,
    LocalDate Date,
    double? X,
    Shown? Meter,
    bool MeterEstimated,
    Shown? Value,
    IReadOnlyList<Shown> Values,
    IReadOnlyList<string> Places,
    Shown? Spread,
    Grade? Look,
    string? LookWords,
    IReadOnlyList<PlaceLookAnswer> Looks,
    string? Instrument,
    Guid? Photo
);

/// <summary>What one place looked like, and what that means; empty where the look says it all.</summary>
/// <param name="Place">Where.</param>
/// <param name="Grade">How bad.</param>
/// <param name="Words">What was seen.</param>
/// <param name="Means">What it means.</param>
/// <param name="Odd">It looks unlike most of the others.</param>
public sealed record PlaceLookAnswer(string Place, Grade Grade, string Words, string Means, bool Odd);

/// <summary>A series in a line: what stands and where it goes.</summary>
/// <param name="Id">Of the series.</param>
/// <param name="Title">What wears.</param>
/// <param name="Part">The part of the bike that it is listed under.</param>
/// <param name="Shows">The unit: "mm", "%", "grade".</param>
/// <param name="Trust">How far its line can be trusted.</param>
/// <param name="Latest">Null where it was never measured.</param>
/// <param name="Verdict">Of the latest; null where there is none.</param>
/// <param name="Limit">Where its end is; null where not known.</param>
/// <param name="LimitFrom">Where that comes from.</param>
/// <param name="Share">What is left of its life, 1 to 0; negative beyond the limit.</param>
/// <param name="Left">Likely use left; null where it goes by the calendar or nothing can be said.</param>
/// <param name="DaysLeft">Likeliest; null where nothing foretells it.</param>
/// <param name="EarlyDue">The day it is due if the bike is used as much as it likely may be; null where nothing foretells it.</param>
/// <param name="LikelyDue">The likeliest day it is due; null where nothing foretells it.</param>
/// <param name="LateDue">The day it is due if the bike is used as little as it likely may be; null where nothing foretells it.</param>
/// <param name="Task">The service item that its end calls for; null where none.</param>
/// <param name="Job">The job that measures it; null where none fits.</param>
/// <param name="Asked">How it is measured.</param>
public sealed record WearLineAnswer(
    string Id,
    string Title,
    BikePart Part,
    string Shows,
    WearTrust Trust,
    WearPointAnswer? Latest,
    VerdictAnswer? Verdict,
    Shown? Limit,
    ShownProvenance? LimitFrom,
    decimal? Share,
    Shown? Left,
    int? DaysLeft,
    LocalDate? EarlyDue,
    LocalDate? LikelyDue,
    LocalDate? LateDue,
    string? Task,
    string? Job,
    WearAskedAnswer Asked
);

/// <summary>What the form of a measurement asks.</summary>
/// <param name="Unit">What a bare number means; null where only a look tells.</param>
/// <param name="Places">Where; empty for one nameless place.</param>
/// <param name="How">In a sentence.</param>
/// <param name="Looks">What each grade looks like, in order; empty where no look tells.</param>
/// <param name="Pitches">Over how many pitches a chain is measured; null for all others.</param>
/// <param name="Altitude">Whether it depends on how high above the sea it is taken.</param>
/// <param name="Gauge">The instrument that can send it; null where none does.</param>
public sealed record WearAskedAnswer(
    string? Unit,
    IReadOnlyList<string> Places,
    string How,
    IReadOnlyList<WearLookAnswer> Looks,
    int? Pitches,
    bool Altitude,
    string? Gauge
);

/// <summary>A look that can be taken.</summary>
/// <param name="Grade">What it amounts to.</param>
/// <param name="Words">What is seen.</param>
public sealed record WearLookAnswer(Grade Grade, string Words);

/// <summary>What wears on a bike.</summary>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
/// <param name="Series">The nearest to its end first.</param>
/// <param name="Next">What wears out next, the soonest first, with its plot; the first few.</param>
/// <param name="Valves">The valve grid in a line; null on a bike whose valves are not set.</param>
/// <param name="Lasted">How long the earlier parts lasted, and what they cost; only what had an end.</param>
public sealed record WearAnswer(
    string Nickname,
    LocalDate Today,
    string Currency,
    IReadOnlyList<WearLineAnswer> Series,
    IReadOnlyList<WearSeriesAnswer> Next,
    ValvesLineAnswer? Valves,
    IReadOnlyList<LastedAnswer> Lasted
);

/// <summary>The earlier parts of one series.</summary>
/// <param name="Series">Of the series.</param>
/// <param name="Title">What wears.</param>
/// <param name="Lives">Those that ended.</param>
public sealed record LastedAnswer(string Series, string Title, IReadOnlyList<WearLifeAnswer> Lives);

/// <summary>What wears out next on a bike.</summary>
/// <param name="Bike">On which bike.</param>
/// <param name="BikeName">The bike's nickname.</param>
/// <param name="Line">How it stands.</param>
public sealed record WearsNextAnswer(Guid Bike, string BikeName, WearLineAnswer Line);

/// <summary>The valves in a line.</summary>
/// <param name="Valves">How many.</param>
/// <param name="Measured">How many of the valves were ever measured.</param>
/// <param name="Outside">How many are outside their limits.</param>
/// <param name="Closing">How many close up.</param>
/// <param name="LastChecked">Null where they never were.</param>
/// <param name="LikelyDue">The likeliest day it is due; null where nothing foretells it.</param>
public sealed record ValvesLineAnswer(int Valves, int Measured, int Outside, int Closing, LocalDate? LastChecked, LocalDate? LikelyDue);

/// <summary>A place where a band is drawn: from where to where it reaches.</summary>
/// <param name="X">By the meter or in days.</param>
/// <param name="Low">In the series' unit.</param>
/// <param name="High">In the series' unit.</param>
public sealed record BandAnswer(double X, double Low, double High);

/// <summary>A point, to be drawn.</summary>
/// <param name="X">By the meter or in days.</param>
/// <param name="Y">In the series' unit.</param>
public sealed record PlotPoint(double X, double Y);

/// <summary>All that a plot draws, in the unit of the axis.</summary>
/// <param name="AxisUnit">"mi", "km", "h"; null where it goes by the calendar, and x is a day number since 1970.</param>
/// <param name="Line">The line through the readings, from the first of them to where it crosses, or ends.</param>
/// <param name="Sure">The 80% band of the line itself; empty below three readings.</param>
/// <param name="Planning">The 80% band of the part's wear from the last reading on.</param>
/// <param name="Today">On the axis; null where it is not known.</param>
/// <param name="Limit">In the series' unit; null where not known.</param>
/// <param name="New">In the series' unit; null where not known.</param>
/// <param name="EarlyX">Where the early line meets the limit; null where it does not.</param>
/// <param name="LikelyX">Where it crosses; early and late beside it, as far as they are known.</param>
/// <param name="LateX">Where the late line meets it; null where it does not.</param>
/// <param name="SureFrom">From where to where the mean line may cross; null where that side is open.</param>
/// <param name="SureTo">Up to where the line is trusted; null where there is none.</param>
public sealed record WearPlotAnswer(
    string? AxisUnit,
    IReadOnlyList<PlotPoint> Line,
    IReadOnlyList<BandAnswer> Sure,
    IReadOnlyList<BandAnswer> Planning,
    double? Today,
    double? Limit,
    double? New,
    double? EarlyX,
    double? LikelyX,
    double? LateX,
    double? SureFrom,
    double? SureTo
);

/// <summary>One part's life.</summary>
/// <param name="Fitted">Null where nobody wrote it.</param>
/// <param name="Ended">Null while it is on.</param>
/// <param name="Length">How far it went; null where an end is not known, or it goes by the calendar.</param>
/// <param name="Days">How long; null where an end is not known.</param>
/// <param name="Points">The oldest first.</param>
/// <param name="StartX">On the axis; null where it is not known.</param>
/// <param name="EndX">On the axis; null while it is on.</param>
/// <param name="BlamedOn">What ended it early; null where nothing did.</param>
/// <param name="Price">Money, as an amount; null where not known.</param>
/// <param name="CostPer">What it cost in a thousand of the meter's unit, or an hour; null where its price or length is not known.</param>
/// <param name="CostPerUnit">Money for its distance or time, as an amount; null where not known.</param>
/// <param name="Races">Raced on it; null where the bike does not race.</param>
public sealed record WearLifeAnswer(
    LocalDate? Fitted,
    LocalDate? Ended,
    Shown? Length,
    int? Days,
    IReadOnlyList<WearPointAnswer> Points,
    double? StartX,
    double? EndX,
    string? BlamedOn,
    string? Price,
    string? CostPer,
    string? CostPerUnit,
    int? Races
);

/// <summary>One series of wear.</summary>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
/// <param name="State">How it stands.</param>
/// <param name="Plot">To be drawn.</param>
/// <param name="Lives">Oldest first; the last is on the bike.</param>
/// <param name="Spread">Null where its places are not held against each other.</param>
/// <param name="About">What else the book knows of the part, in sentences.</param>
/// <param name="Wet">Of compression: what a spoon of oil told; null where no day has both readings.</param>
public sealed record WearSeriesAnswer(
    string Nickname,
    LocalDate Today,
    WearLineAnswer State,
    WearPlotAnswer Plot,
    IReadOnlyList<WearLifeAnswer> Lives,
    SpreadAnswer? Spread,
    IReadOnlyList<string> About,
    WetAnswer? Wet
);

/// <summary>What it means that the places of the latest measurement differ so.</summary>
/// <param name="Spread">By how much; null where they were looked at, not measured.</param>
/// <param name="Means">What it means that the places differ.</param>
/// <param name="Do">What to do about it.</param>
public sealed record SpreadAnswer(Shown? Spread, string Means, string Do);

/// <summary>A cylinder, dry and with oil in it.</summary>
/// <param name="Place">Which.</param>
/// <param name="Dry">Compression.</param>
/// <param name="Wet">Compression after a spoonful of oil.</param>
/// <param name="Rise">In percent of the dry reading.</param>
/// <param name="Verdict">Not low, rings, valves or gasket, or either.</param>
public sealed record WetCylinderAnswer(string Place, Shown Dry, Shown Wet, decimal Rise, WetVerdict Verdict);

/// <summary>What the wet test says.</summary>
/// <param name="Cylinders">One by one.</param>
/// <param name="TwoStroke">It is oily anyway, and the test tells less.</param>
public sealed record WetAnswer(IReadOnlyList<WetCylinderAnswer> Cylinders, bool TwoStroke);
