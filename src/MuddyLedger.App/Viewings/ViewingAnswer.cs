using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Viewings;

/// <param name="Weight">Of all points that apply; <paramref name="Looked"/> of those looked at, <paramref name="Lost"/> of those times
/// how bad each was.</param>
public sealed record ScoreAnswer(double? Condition, double Low, double High, double Coverage, double Weight, double Looked, double Lost);

public sealed record ZoneAnswer(Zone Zone, ScoreAnswer Score, int Points, int Checked, bool Fault);

/// <param name="Grade">What was found; null while it was not looked at.</param>
/// <param name="Typed">What was measured, as typed.</param>
/// <param name="Cost">What putting it right usually takes: low, likely, high, with the owner's hours at their rate; null for a point that
/// is no fault.</param>
/// <param name="Photos">By their ids, in the order they were taken.</param>
/// <param name="Tests">The claims heard that it can bear out or give the lie.</param>
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

/// <param name="Times">How often it was due by the meter that was told.</param>
public sealed record PlanAnswer(Shown Every, int Times, Shown NextAt, ShownProvenance Provenance);

public sealed record TriangleAnswer(double Low, double Likely, double High);

public sealed record StageAnswer(Stage Stage, IReadOnlyList<PointAnswer> Points, int Checked, double MinutesLeft);

/// <param name="Heard">In the seller's words; null where the seller did not say it.</param>
public sealed record ClaimAnswer(string Id, string Words, string? Heard, ClaimState? State, bool Material, IReadOnlyList<string> By);

/// <param name="Shift">What it adds to the log-odds of faults that were not looked for.</param>
public sealed record TrustAnswer(double Share, double A, double B, double Shift, IReadOnlyList<string> Signs);

/// <param name="Usual">How likely it is on bikes of this age and use, before anybody looked.</param>
public sealed record DriverAnswer(string Point, string Title, string? Say, double Usual, double Chance, double Expected, bool Seen);

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

public sealed record ValueAnswer(
    double? Value,
    ValueSource Source,
    double? Spread,
    double? PerYear,
    double? PerMeter,
    double Lift,
    int Comparables
);

/// <param name="Kind">Which of the reasons; the rest is what it rests on.</param>
public sealed record ReasonAnswer(string Kind, string? Title, KnockOut? What, double? Share, double? First, double? Second);

public sealed record CreditAnswer(Guid Id, string What, double Low, double Likely, double High);

public sealed record ComparableAnswer(Guid Id, double Price, int Year, Shown? Meter, string? Note);

public sealed record SheetLine(string Point, string Title, string Say, Grade Grade, string? Typed, string? Note, double Expected);

public sealed record QuestionAnswer(string Ask, string Why);

public sealed record StoodAnswer(int Least, int Most);

/// <summary>A viewing as one of several: enough to compare.</summary>
/// <param name="Wanted">How far it is from what the owner wants, in words; empty where nothing is missing.</param>
public sealed record ViewingSummary(
    Guid Id,
    string Name,
    string Make,
    string Model,
    int Year,
    SoldAs SoldAs,
    ViewingStatus Status,
    Shown? Meter,
    double? Asking,
    ScoreAnswer Score,
    double Trust,
    double C50,
    double C90,
    ValueAnswer Value,
    IReadOnlyList<ComparableAnswer> Comparables,
    Offers? Offers,
    Verdict Verdict,
    IReadOnlyList<string> Wanted,
    string? Ended,
    Guid? Bike,
    string Currency
);

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

public sealed record RecallAnswer(string Number, string Title, string Danger, LocalDate Issued, bool Done);

/// <param name="Simulated">True where a stand-in answered: then nothing of it is true.</param>
public sealed record RecallsAnswer(bool Simulated, string FrameNumber, IReadOnlyList<RecallAnswer> Notices);

/// <param name="Fee">What the workshop asks; null where the owner did not say.</param>
/// <param name="Pays">Whether it is worth its fee; null where one of the two is not known.</param>
public sealed record WorkshopAnswer(
    int Points,
    double Settles,
    double Bargains,
    double? Against,
    double? Worth,
    double? Fee,
    bool? Pays,
    string Currency
);

/// <summary>A line of the price book: what putting one fault right takes.</summary>
/// <param name="Own">The owner's own figures, in place of the house's.</param>
public sealed record PriceAnswer(string Point, string Title, Zone Zone, string Say, TriangleAnswer Parts, TriangleAnswer Hours, bool Own);

/// <param name="InShortRound">Among the points that move the price most, as far as twenty minutes reach.</param>
public sealed record NextAnswer(
    string Point,
    string Title,
    Stage Stage,
    double Change,
    double Minutes,
    double PerMinute,
    double ChanceOfFault,
    bool KnockOut,
    bool InShortRound
);
