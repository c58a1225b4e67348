using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Viewings;

/// <summary>The walk round a bike, in this order. Each stage can be left and taken up again.</summary>
public enum Stage
{
    Arrival,
    Papers,
    Standing,
    OffTheGround,
    Fluids,
    Electrics,
    ColdStart,
    Warm,
    RideGate,
    Ride,
}

/// <summary>Where on the bike a point is looked at.</summary>
public enum Zone
{
    Whole,
    Papers,
    Frame,
    FrontEnd,
    FrontWheel,
    Engine,
    Exhaust,
    TankAndIntake,
    RearEnd,
    RearWheel,
    Drive,
    Electrics,
}

/// <summary>How a point is answered.</summary>
public enum PointKind
{
    Graded,
    Measured,
    YesNo,
}

/// <summary>What a failed point means whatever the average says.</summary>
public enum KnockOut
{
    WalkAway,
    OnlyAsParts,
}

/// <summary>What it usually costs to put a fault right: low, likely, high. House values, which the owner edits.</summary>
/// <param name="Parts">Money.</param>
/// <param name="Hours">Of the owner's own work, beside the parts.</param>
public sealed record FaultCost(Triangle Parts, Triangle Hours)
{
    /// <summary>It costs nothing to put right.</summary>
    public static readonly FaultCost Nothing = new(Triangle.Zero, Triangle.Zero);

    /// <summary>In money, with the owner's hours at their rate (0 or more an hour).</summary>
    public Triangle At(double rate) =>
        new(Parts.Low + (Hours.Low * rate), Parts.Likely + (Hours.Likely * rate), Parts.High + (Hours.High * rate));
}

/// <summary>How likely the fault is on a bike that was never looked at: from a new one to a worn-out one, each from 0.001 to 0.9.</summary>
/// <param name="AsNew">The chance on a bike as new, above 0 and below 1.</param>
/// <param name="WornOut">The chance on one that is worn out.</param>
public sealed record FaultPrior(double AsNew, double WornOut);

/// <summary>A scale for something measured: sound inside a range, failed at and beyond a limit on either side, even in between.</summary>
/// <param name="Unit">The unit of all four; values typed in another are converted.</param>
/// <param name="SoundFrom">In the scale's unit.</param>
/// <param name="SoundTo">In the scale's unit.</param>
/// <param name="FailsBelow">Null where low is never a fault.</param>
/// <param name="FailsAbove">Null where high is never a fault.</param>
public sealed record MeasureScale(Unit Unit, decimal SoundFrom, decimal SoundTo, decimal? FailsBelow, decimal? FailsAbove)
{
    /// <summary>The row of the table of limits that judges it, the same on the bench; null where the scale is the point's own.</summary>
    public LimitRow? Row { get; init; }

    /// <summary>It is held against what is stamped on the very part: without that there is no verdict.</summary>
    public bool Stamped { get; init; }

    /// <summary>
    /// A thickness against its stamped minimum: how much of what may wear is gone, where the thickness when new is known; else, by house
    /// values, worn within 0.3 mm of the minimum and bad within 0.1 mm. At the minimum it still passes, below it fails.
    /// </summary>
    public static double OfStamped(decimal value, decimal least, decimal? whenNew) =>
        value < least ? 1
        : whenNew is { } fresh && fresh > least ? (double)Math.Clamp((fresh - value) / (fresh - least), 0, 0.99m)
        : value - least <= 0.1m ? 0.75
        : value - least <= 0.3m ? 0.5
        : 0;

    /// <summary>0 sound to 1 failed; boundaries belong to the better side.</summary>
    public double Severity(decimal value)
    {
        if (Row is not null)
            return Row.BandOf(value).Grade.Severity();
        if (value >= SoundFrom && value <= SoundTo)
            return 0;
        var (from, limit) = value < SoundFrom ? (SoundFrom, FailsBelow) : (SoundTo, FailsAbove);
        return limit is not { } end ? 0
            : end == from ? 1
            : (double)Math.Clamp((value - from) / (end - from), 0, 1);
    }
}

/// <summary>One thing to look at before buying.</summary>
/// <param name="Id">By which claims, photos and taps name it.</param>
/// <param name="Stage">When it is looked at.</param>
/// <param name="Zone">Where on the bike.</param>
/// <param name="Title">In a few words.</param>
/// <param name="Do">What to do, as one says it to a friend.</param>
/// <param name="Sound">What it looks, sounds or feels like when it is right.</param>
/// <param name="Bad">And when it is not.</param>
/// <param name="Say">The fault in a sentence fit to say to a seller; null for a point that is no fault of the bike.</param>
/// <param name="Kind">Which sort of answer it takes.</param>
/// <param name="Weight">By consequence: 1 cosmetic, 2 wear part, 4 costly, 8 dangerous or engine; 0 for a point that only tells of the
/// seller.</param>
/// <param name="Applies">On which bikes, sold as what.</param>
/// <param name="Cost">To put right what may be wrong there.</param>
/// <param name="Prior">How likely something is.</param>
/// <param name="Minutes">What looking takes as one of a round, 0.1 to 20: a whole round takes forty (0040).</param>
/// <param name="Tools">What is needed.</param>
/// <param name="Cautions">Shown before anything else.</param>
/// <param name="Provenance">Where its limits come from.</param>
public sealed record Point(
    string Id,
    Stage Stage,
    Zone Zone,
    string Title,
    string Do,
    string Sound,
    string Bad,
    string? Say,
    PointKind Kind,
    int Weight,
    Applies Applies,
    FaultCost Cost,
    FaultPrior Prior,
    double Minutes,
    ImmutableArray<string> Tools,
    ImmutableArray<Hazard> Cautions,
    Provenance Provenance
)
{
    /// <summary>The fault in a sentence where it is only worn, or weak: a seller is told what was seen, and no more.</summary>
    public string? SayWorn { get; init; }

    /// <summary>The fault as it was seen, in a sentence; null where it is sound or no fault of the bike.</summary>
    public string? SayAt(Grade grade) =>
        Say is null || grade < Grade.Worn ? null
        : grade == Grade.Worn ? SayWorn ?? Say
        : Say;

    /// <summary>For one that is measured; null for any other.</summary>
    public MeasureScale? Scale { get; init; }

    /// <summary>Measured at several places; the worst decides.</summary>
    public int Places { get; init; } = 1;

    /// <summary>What a bad answer decides; null where it only costs.</summary>
    public KnockOut? KnockOut { get; init; }

    /// <summary>Points with the same part cost its repair once, however many of them fail.</summary>
    public string? Part { get; init; }

    /// <summary>The service task that it asks for; what the plan has asked of it by now is said there. Null for none.</summary>
    public string? Task { get; init; }

    /// <summary>For a yes-or-no point: which answer is the fault.</summary>
    public bool YesIsBad { get; init; }

    /// <summary>A sign that the seller hides something; it proves nothing about the bike.</summary>
    public bool LowersTrust { get; init; }

    /// <summary>Must be sound before the bike is ridden.</summary>
    public bool OpensRide { get; init; }

    /// <summary>Read as a tyre's date code; the age is what is judged.</summary>
    public bool DateCode { get; init; }

    /// <summary>Of a bike that does not run it is asked before anything else: the answer may end the viewing.</summary>
    public bool AskedFirst { get; init; }
}

/// <summary>What a seller may say of the bike, and the points that could bear it out or give it the lie.</summary>
/// <param name="Id">By which taps name it.</param>
/// <param name="Words">As a seller would say it.</param>
/// <param name="Tests">The points that bear it out or speak against it.</param>
/// <param name="Applies">On which bikes it can be made.</param>
/// <param name="Task">The service task that it says was done; null where it says nothing of one.</param>
public sealed record Claim(string Id, string Words, ImmutableArray<ClaimTest> Tests, Applies Applies, string? Task = null);

/// <summary>Something to ask the seller before going.</summary>
/// <param name="Ask">The question.</param>
/// <param name="Why">What the answer tells.</param>
/// <param name="Applies">Of which bikes it is asked.</param>
public sealed record Question(string Ask, string Why, Applies Applies);

/// <summary>A point that tests a claim.</summary>
/// <param name="Point">Which.</param>
/// <param name="ContradictedFrom">A grade this bad or worse speaks against the claim.</param>
/// <param name="Material">Whether the price hangs on it: then a lie weighs three times.</param>
/// <param name="Confirms">Whether a sound point bears the claim out, or proves nothing.</param>
public sealed record ClaimTest(string Point, Grade ContradictedFrom, bool Material, bool Confirms);
