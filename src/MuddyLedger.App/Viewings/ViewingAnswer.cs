using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Viewings;

/// <summary>What condition a bike is in, as far as it was seen.</summary>
/// <param name="Condition">0 to 100; null where nothing was seen.</param>
/// <param name="Low">0 to 100: if all that was not seen is bad.</param>
/// <param name="High">0 to 100: if all of it is sound.</param>
/// <param name="Coverage">Weight seen, 0 to 1 of all.</param>
/// <param name="Weight">Of all points that apply; <paramref name="Looked"/> of those looked at, <paramref name="Lost"/> of those times
/// how bad each was.</param>
/// <param name="Looked">Weight seen.</param>
/// <param name="Lost">Weight lost by what was found.</param>
public sealed record ScoreAnswer(double? Condition, double Low, double High, double Coverage, double Weight, double Looked, double Lost);

/// <summary>One zone of the bike.</summary>
/// <param name="Zone">Which.</param>
/// <param name="Score">Of its points alone.</param>
/// <param name="Points">How many apply.</param>
/// <param name="Checked">How many were looked at.</param>
/// <param name="Fault">Something bad was found.</param>
public sealed record ZoneAnswer(Zone Zone, ScoreAnswer Score, int Points, int Checked, bool Fault);

/// <summary>A point of a viewing, and what was seen.</summary>
/// <param name="Id">Of the point.</param>
/// <param name="Stage">When it is looked at.</param>
/// <param name="Zone">Where on the bike.</param>
/// <param name="Title">In a few words.</param>
/// <param name="Do">What is done.</param>
/// <param name="Sound">What it is like when sound.</param>
/// <param name="Bad">What it is like when bad.</param>
/// <param name="Kind">Which sort of answer it takes.</param>
/// <param name="Unit">The symbol in which a number alone is read; null where nothing is measured.</param>
/// <param name="Places">How many values it takes.</param>
/// <param name="DateCode">It takes the four digits on a tyre.</param>
/// <param name="YesIsBad">Of a question that is answered yes or no.</param>
/// <param name="Weight">In the score; 0 where it only costs or only asks.</param>
/// <param name="Minutes">That it takes.</param>
/// <param name="Tools">What is needed.</param>
/// <param name="Cautions">Shown before anything else.</param>
/// <param name="KnockOut">What a bad answer decides; null where it only costs.</param>
/// <param name="OpensRide">The ride waits for it.</param>
/// <param name="Provenance">Where its limits come from.</param>
/// <param name="Grade">What was found; null while it was not looked at.</param>
/// <param name="Severity">0 sound to 1 failed; null while it is not answered.</param>
/// <param name="Typed">What was measured, as typed.</param>
/// <param name="Left">Why it was left out; null where it was not.</param>
/// <param name="Note">The buyer's; null where there is none.</param>
/// <param name="Admitted">What the seller admitted; null where nothing.</param>
/// <param name="Tests">The claims heard that it can bear out or give the lie.</param>
/// <param name="Cost">What putting it right usually takes: low, likely, high, with the owner's hours at their rate; null for a point that
/// is no fault.</param>
/// <param name="Parts">Money; null where it costs nothing.</param>
/// <param name="Hours">Of the owner's own; null where it costs nothing.</param>
/// <param name="OwnPrice">The owner's price stands in for the shipped one.</param>
/// <param name="Photos">By their ids, in the order they were taken.</param>
/// <param name="Stamped">It is judged by what is stamped on the part.</param>
/// <param name="Least">That figure as typed; null where it was not.</param>
/// <param name="WhenNew">What it had when new, as typed; null where it was not.</param>
/// <param name="Verdict">What the reading means; null where nothing was measured.</param>
public sealed record PointAnswer(
    string Id,
    Stage Stage,
    Zone Zone,
    string Title,
    string Do,
    string Sound,
    string Bad,
    PointKind Kind,
    string? Unit,
    int Places,
    bool DateCode,
    bool YesIsBad,
    int Weight,
    double Minutes,
    IReadOnlyList<string> Tools,
    IReadOnlyList<Caution> Cautions,
    KnockOut? KnockOut,
    bool OpensRide,
    ShownProvenance Provenance,
    Grade? Grade,
    double? Severity,
    string? Typed,
    LeftBecause? Left,
    string? Note,
    string? Admitted,
    IReadOnlyList<string> Tests,
    TriangleAnswer? Cost,
    TriangleAnswer? Parts,
    TriangleAnswer? Hours,
    bool OwnPrice,
    IReadOnlyList<Guid> Photos,
    bool Stamped,
    string? Least,
    string? WhenNew,
    string? Verdict
)
{
    /// <summary>What the plan of such a bike has asked for by now; null where it says nothing to it.</summary>
    public PlanAnswer? Plan { get; init; }
}

/// <summary>What the plan says of what was seen.</summary>
/// <param name="Every">Its interval.</param>
/// <param name="Times">How often it was due by the meter that was told.</param>
/// <param name="NextAt">By the meter of this bike.</param>
/// <param name="Provenance">Where that comes from.</param>
public sealed record PlanAnswer(Shown Every, int Times, Shown NextAt, ShownProvenance Provenance);

/// <summary>A cost or a time that is not certain.</summary>
/// <param name="Low">The least.</param>
/// <param name="Likely">The likeliest.</param>
/// <param name="High">The most.</param>
public sealed record TriangleAnswer(double Low, double Likely, double High);

/// <summary>A stage of the walk.</summary>
/// <param name="Stage">Which.</param>
/// <param name="Points">In walking order.</param>
/// <param name="Checked">How many are answered.</param>
/// <param name="MinutesLeft">For the others.</param>
public sealed record StageAnswer(Stage Stage, IReadOnlyList<PointAnswer> Points, int Checked, double MinutesLeft);

/// <summary>What the seller says of the bike.</summary>
/// <param name="Id">Of the claim.</param>
/// <param name="Words">As sellers say it.</param>
/// <param name="Heard">In the seller's words; null where the seller did not say it.</param>
/// <param name="State">Null where it was not heard.</param>
/// <param name="Material">The price hangs on it.</param>
/// <param name="By">The points that decided.</param>
public sealed record ClaimAnswer(string Id, string Words, string? Heard, ClaimState? State, bool Material, IReadOnlyList<string> By);

/// <summary>How far the seller is believed.</summary>
/// <param name="Share">0 to 1.</param>
/// <param name="A">What speaks for it.</param>
/// <param name="B">What speaks against it.</param>
/// <param name="Shift">What it adds to the log-odds of faults that were not looked for.</param>
/// <param name="Signs">Of hiding, by point.</param>
public sealed record TrustAnswer(double Share, double A, double B, double Shift, IReadOnlyList<string> Signs);

/// <summary>What a possible fault adds to the bill.</summary>
/// <param name="Point">Where.</param>
/// <param name="Title">Of the point.</param>
/// <param name="Say">What is said to the seller; null where it was not seen.</param>
/// <param name="Usual">How likely it is on bikes of this age and use, before anybody looked.</param>
/// <param name="Chance">That it is there, 0 to 1.</param>
/// <param name="Expected">Money.</param>
/// <param name="Seen">It was looked at.</param>
public sealed record DriverAnswer(string Point, string Title, string? Say, double Usual, double Chance, double Expected, bool Seen);

/// <summary>What it takes to put the bike right. Money throughout.</summary>
/// <param name="C10">Not exceeded in one of ten.</param>
/// <param name="C50">Not exceeded in half of the cases.</param>
/// <param name="C75">Not exceeded in three of four.</param>
/// <param name="C90">Not exceeded in nine of ten.</param>
/// <param name="Mean">On average.</param>
/// <param name="Parts">Of the mean.</param>
/// <param name="Hours">Of the mean: the owner's own time.</param>
/// <param name="Care">Below 0 better kept than most, above 0 worse; on the scale of log-odds.</param>
/// <param name="Drivers">The dearest first.</param>
public sealed record CostAnswer(
    double C10,
    double C50,
    double C75,
    double C90,
    double Mean,
    double Parts,
    double Hours,
    double Care,
    IReadOnlyList<DriverAnswer> Drivers
);

/// <summary>What the bike is worth when sound. Money, but for the meter.</summary>
/// <param name="Value">Null where not known.</param>
/// <param name="Source">Stated, or from others on offer.</param>
/// <param name="Spread">How far those others lie apart; null where there are too few.</param>
/// <param name="PerYear">What a year younger adds; null where too few tell.</param>
/// <param name="PerMeter">What one more on the meter takes; null where too few tell.</param>
/// <param name="Lift">Added because bikes in adverts are average, not sound.</param>
/// <param name="Comparables">How many others on offer were entered.</param>
public sealed record ValueAnswer(
    double? Value,
    ValueSource Source,
    double? Spread,
    double? PerYear,
    double? PerMeter,
    double Lift,
    int Comparables
);

/// <summary>Why a verdict was given.</summary>
/// <param name="Kind">Which of the reasons; the rest is what it rests on.</param>
/// <param name="Found">Of a knock-out: what was found, in a sentence. Null for all else.</param>
/// <param name="What">Of a knock-out.</param>
/// <param name="Share">0 to 1.</param>
/// <param name="First">Money.</param>
/// <param name="Second">Money.</param>
public sealed record ReasonAnswer(string Kind, string? Found, KnockOut? What, double? Share, double? First, double? Second);

/// <summary>What parts of it would bring. Money.</summary>
/// <param name="Id">Of the line.</param>
/// <param name="What">In words.</param>
/// <param name="Low">The least.</param>
/// <param name="Likely">The likeliest.</param>
/// <param name="High">The most.</param>
public sealed record CreditAnswer(Guid Id, string What, double Low, double Likely, double High);

/// <summary>Another one on offer.</summary>
/// <param name="Id">Of the line.</param>
/// <param name="Price">Money that is asked.</param>
/// <param name="Year">Of the model.</param>
/// <param name="Meter">Null where the advert does not say.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record ComparableAnswer(Guid Id, double Price, int Year, Shown? Meter, string? Note);

/// <summary>What was found, to be said to the seller.</summary>
/// <param name="Point">Where.</param>
/// <param name="Title">Of the point.</param>
/// <param name="Say">What was seen, and no more.</param>
/// <param name="Grade">How bad.</param>
/// <param name="Typed">What was measured; null where nothing was.</param>
/// <param name="Note">The buyer's own words; null where there are none.</param>
/// <param name="Expected">Money.</param>
public sealed record SheetLine(string Point, string Title, string Say, Grade Grade, string? Typed, string? Note, double Expected);

/// <summary>What to ask the seller.</summary>
/// <param name="Ask">The question.</param>
/// <param name="Why">What the answer tells.</param>
public sealed record QuestionAnswer(string Ask, string Why);

/// <summary>How long a bike has stood.</summary>
/// <param name="Least">Years.</param>
/// <param name="Most">Years.</param>
public sealed record StoodAnswer(int Least, int Most);

/// <summary>A viewing: the walk, what was seen, and what it comes to.</summary>
/// <param name="Id">Of the viewing.</param>
/// <param name="Version">Counts up with every change, from 1; sent back as If-Match.</param>
/// <param name="Status">Open, bought, or not bought.</param>
/// <param name="Ended">Why it was left; null where it was not.</param>
/// <param name="Bike">The bike that it became; null where it was not bought.</param>
/// <param name="Details">As the form takes them back.</param>
/// <param name="Use">What such a bike is mostly used for.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
/// <param name="Meter">Null where it is not known.</param>
/// <param name="Stood">Null of one that runs.</param>
/// <param name="Stages">In walking order.</param>
/// <param name="Score">Of the whole bike.</param>
/// <param name="Zones">Part by part.</param>
/// <param name="Claims">All that may be heard.</param>
/// <param name="Trust">In the seller.</param>
/// <param name="Cost">To put it right.</param>
/// <param name="Value">When sound.</param>
/// <param name="Papers">Money taken off for a missing title.</param>
/// <param name="Asking">Money; null where no price is asked.</param>
/// <param name="Offers">Null where no value is known, and where a knock-out has decided.</param>
/// <param name="KnockedOut">One walks away whatever it costs.</param>
/// <param name="Verdict">What it comes to.</param>
/// <param name="Reasons">For that.</param>
/// <param name="RideShutBy">The points that the ride still waits for.</param>
/// <param name="Credits">What parts of it would bring.</param>
/// <param name="Comparables">Others on offer.</param>
/// <param name="First">Of one that does not run, what is asked before anything else.</param>
/// <param name="Sheet">What was found, the dearest first.</param>
/// <param name="Questions">For the seller.</param>
/// <param name="Bring">What to take along.</param>
/// <param name="Warnings">What in the details is odd.</param>
/// <param name="Rest">How far what is not looked at may still move the price; null where no value is known or nothing is left.</param>
public sealed record ViewingAnswer(
    Guid Id,
    int Version,
    ViewingStatus Status,
    string? Ended,
    Guid? Bike,
    ViewingForm Details,
    BikeUse Use,
    LocalDate Today,
    string Currency,
    Shown? Meter,
    StoodAnswer? Stood,
    IReadOnlyList<StageAnswer> Stages,
    ScoreAnswer Score,
    IReadOnlyList<ZoneAnswer> Zones,
    IReadOnlyList<ClaimAnswer> Claims,
    TrustAnswer Trust,
    CostAnswer Cost,
    ValueAnswer Value,
    double Papers,
    double? Asking,
    Offers? Offers,
    bool KnockedOut,
    Verdict Verdict,
    IReadOnlyList<ReasonAnswer> Reasons,
    IReadOnlyList<string> RideShutBy,
    IReadOnlyList<CreditAnswer> Credits,
    IReadOnlyList<ComparableAnswer> Comparables,
    IReadOnlyList<string> First,
    IReadOnlyList<SheetLine> Sheet,
    IReadOnlyList<QuestionAnswer> Questions,
    IReadOnlyList<string> Bring,
    IReadOnlyList<ProfileWarning> Warnings,
    RestOfRound? Rest
) : IVersioned;
