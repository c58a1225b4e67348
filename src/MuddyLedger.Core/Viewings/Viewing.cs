using System.Collections.Immutable;
using System.Text.Json.Serialization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Viewings;

/// <summary>What it is sold as. A project counts as faulty everywhere until seen.</summary>
public enum SoldAs
{
    Runner,
    NonRunner,
    Project,
}

/// <summary>How a viewing ended, or that it has not.</summary>
public enum ViewingStatus
{
    Open,
    Bought,
    NotBought,
}

/// <summary>What is known from the advert, and what the owner wants of the bike.</summary>
public sealed record ViewingDetails
{
    /// <summary>The shipped set that the profile was made from.</summary>
    public required string Set { get; init; }

    /// <summary>As far as it is known: of a shipped set, with make, model and year. Its nickname names the viewing.</summary>
    public required Profile Profile { get; init; }

    /// <summary>Runner, non-runner or project.</summary>
    public required SoldAs SoldAs { get; init; }

    /// <summary>Null where the advert does not say.</summary>
    public MeterAmount? Meter { get; init; }

    /// <summary>Null where no price is asked.</summary>
    public Money? Asking { get; init; }

    /// <summary>When it last ran, if the advert says: a year alone gives a range.</summary>
    public int? LastRunYear { get; init; }

    /// <summary>Where it stands; null where nobody said.</summary>
    public string? Where { get; init; }

    /// <summary>Null where there is none.</summary>
    public string? Note { get; init; }

    /// <summary>Without a title it is of no use.</summary>
    public bool NeedsPapers { get; init; }

    /// <summary>A seized engine is a price, not an end.</summary>
    public bool WillRebuild { get; init; }

    /// <summary>Null where there is no limit.</summary>
    public Money? Budget { get; init; }

    /// <summary>What the owner's own hour is worth to them.</summary>
    public Money HourlyRate { get; init; }

    /// <summary>Taken off where the title is missing.</summary>
    public Money PapersDiscount { get; init; }

    /// <summary>What a workshop asks for looking it over before one buys.</summary>
    public Money? WorkshopFee { get; init; }

    /// <summary>The owner's own figure of what a sound one is worth.</summary>
    public Money? StatedValue { get; init; }

    /// <summary>Added to what adverts ask: bikes in adverts are average, not sound.</summary>
    public Money Lift { get; init; }
}

/// <summary>
/// Whole years since it last ran, from a year alone: by the end of the year it may be one more than before its day comes round.
/// </summary>
public static class Stood
{
    /// <summary>At least and at most how many years; null where the year is not known or lies ahead.</summary>
    public static (int Least, int Most)? Years(int? lastRun, LocalDate today) =>
        lastRun is { } year && year <= today.Year ? (Math.Max(0, today.Year - year - 1), today.Year - year) : null;
}

/// <summary>One tap at a viewing. A viewing is its details and its taps in order.</summary>
/// <param name="Id">Its own: sent twice, it counts once.</param>
/// <param name="At">When it was tapped.</param>
/// <param name="Device">By which device.</param>
/// <param name="Act">What was tapped.</param>
public sealed record ViewingEvent(Guid Id, Instant At, string Device, ViewingAct Act);

/// <summary>What can be tapped at a viewing.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "act")]
[JsonDerivedType(typeof(PointGraded), "graded")]
[JsonDerivedType(typeof(PointMeasured), "measured")]
[JsonDerivedType(typeof(PointLeft), "left")]
[JsonDerivedType(typeof(PointCleared), "cleared")]
[JsonDerivedType(typeof(PointNoted), "noted")]
[JsonDerivedType(typeof(PointPictured), "pictured")]
[JsonDerivedType(typeof(PictureDropped), "picture-dropped")]
[JsonDerivedType(typeof(ClaimHeard), "claim-heard")]
[JsonDerivedType(typeof(ClaimDropped), "claim-dropped")]
[JsonDerivedType(typeof(FaultAdmitted), "admitted")]
[JsonDerivedType(typeof(AdmissionDropped), "admission-dropped")]
[JsonDerivedType(typeof(CreditCounted), "credit")]
[JsonDerivedType(typeof(CreditDropped), "credit-dropped")]
[JsonDerivedType(typeof(ComparableNoted), "comparable")]
[JsonDerivedType(typeof(ComparableDropped), "comparable-dropped")]
public abstract record ViewingAct;

/// <summary>Judged by eye, ear or hand; a yes-or-no answer is kept as sound or failed.</summary>
/// <param name="Point">Where.</param>
/// <param name="Grade">What was seen.</param>
public sealed record PointGraded(string Point, Grade Grade) : ViewingAct;

/// <summary>Something was measured.</summary>
/// <param name="Point">Where.</param>
/// <param name="Values">At each place, in the unit of the point's scale.</param>
/// <param name="Typed">As it was typed.</param>
public sealed record PointMeasured(string Point, ImmutableArray<decimal> Values, string Typed) : ViewingAct
{
    /// <summary>The least that is stamped on the part; null where nobody read it, and then there is no verdict.</summary>
    public decimal? Least { get; init; }

    /// <summary>What it measures when new, where that is known.</summary>
    public decimal? WhenNew { get; init; }
}

/// <summary>Why a point was left out.</summary>
public enum LeftBecause
{
    CannotSee,
    Refused,
    NoTime,

    /// <summary>This bike has not got it: the point drops out of the score and of the price.</summary>
    NotFitted,
}

/// <summary>Not looked at, and why; it stays unchecked.</summary>
/// <param name="Point">Which.</param>
/// <param name="Because">Why.</param>
public sealed record PointLeft(string Point, LeftBecause Because) : ViewingAct;

/// <summary>An answer taken back.</summary>
/// <param name="Point">Where.</param>
public sealed record PointCleared(string Point) : ViewingAct;

/// <summary>A note was written at a point.</summary>
/// <param name="Point">Where.</param>
/// <param name="Text">In the buyer's words.</param>
public sealed record PointNoted(string Point, string Text) : ViewingAct;

/// <summary>A picture was taken at a point.</summary>
/// <param name="Point">Where.</param>
/// <param name="Photo">The picture itself is kept beside the taps, under this id.</param>
public sealed record PointPictured(string Point, Guid Photo) : ViewingAct;

/// <summary>A picture is not wanted any more.</summary>
/// <param name="Photo">Its id.</param>
public sealed record PictureDropped(Guid Photo) : ViewingAct;

/// <summary>The seller said something of the bike.</summary>
/// <param name="Claim">Which claim.</param>
/// <param name="Words">In the seller's own words.</param>
public sealed record ClaimHeard(string Claim, string Words) : ViewingAct;

/// <summary>A claim was not made after all.</summary>
/// <param name="Claim">Which.</param>
public sealed record ClaimDropped(string Claim) : ViewingAct;

/// <summary>The seller says that this is faulty.</summary>
/// <param name="Point">Where.</param>
/// <param name="Words">As they said it.</param>
public sealed record FaultAdmitted(string Point, string Words) : ViewingAct;

/// <summary>A fault was not admitted after all.</summary>
/// <param name="Point">Where.</param>
public sealed record AdmissionDropped(string Point) : ViewingAct;

/// <summary>Something that comes with the bike and is worth money: new tyres, spares, original parts.</summary>
/// <param name="Id">Of the line.</param>
/// <param name="What">In words.</param>
/// <param name="Low">The least.</param>
/// <param name="Likely">The likeliest.</param>
/// <param name="High">The most.</param>
public sealed record CreditCounted(Guid Id, string What, Money Low, Money Likely, Money High) : ViewingAct;

/// <summary>It would bring nothing after all.</summary>
/// <param name="Id">Of the line.</param>
public sealed record CreditDropped(Guid Id) : ViewingAct;

/// <summary>Another one like it is on offer.</summary>
/// <param name="Id">Of the line.</param>
/// <param name="Price">That is asked.</param>
/// <param name="Year">Of the model.</param>
/// <param name="Meter">Null where the advert does not say.</param>
/// <param name="Note">Null where there is none.</param>
public sealed record ComparableNoted(Guid Id, Money Price, int Year, MeterAmount? Meter, string? Note) : ViewingAct;

/// <summary>It is not like this one after all.</summary>
/// <param name="Id">Of the line.</param>
public sealed record ComparableDropped(Guid Id) : ViewingAct;
