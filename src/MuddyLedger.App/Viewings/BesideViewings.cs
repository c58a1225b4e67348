using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.App.Viewings;

/// <summary>A recall for this frame.</summary>
/// <param name="Number">Of the notice.</param>
/// <param name="Title">What is replaced.</param>
/// <param name="Danger">What can happen.</param>
/// <param name="Issued">When.</param>
/// <param name="Done">This very bike was seen to.</param>
public sealed record RecallAnswer(string Number, string Title, string Danger, LocalDate Issued, bool Done);

/// <summary>Recalls looked up by frame number.</summary>
/// <param name="Simulated">True where a stand-in answered: then nothing of it is true.</param>
/// <param name="FrameNumber">As it was looked up.</param>
/// <param name="Notices">Empty where there is none.</param>
public sealed record RecallsAnswer(bool Simulated, string FrameNumber, IReadOnlyList<RecallAnswer> Notices);

/// <summary>Whether a workshop's look is worth its fee.</summary>
/// <param name="Points">How many it would settle.</param>
/// <param name="Settles">The share of what is uncertain about the cost that would be known afterwards, 0 to 1.</param>
/// <param name="Bargains">Money: by how much what it finds brings the price down on average, where it does.</param>
/// <param name="Against">How likely it speaks against buying at the price, 0 to 1; null without value or price.</param>
/// <param name="Worth">Money: what one may pay for the look at most; null without value or price.</param>
/// <param name="Fee">What the workshop asks; null where the owner did not say.</param>
/// <param name="Pays">Whether it is worth its fee; null where one of the two is not known.</param>
/// <param name="Currency">ISO 4217, of every amount of money here.</param>
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
/// <param name="Point">Where.</param>
/// <param name="Title">Of the point.</param>
/// <param name="Zone">Where on the bike.</param>
/// <param name="Say">What the fault is.</param>
/// <param name="Parts">Money.</param>
/// <param name="Hours">Of the owner's own.</param>
/// <param name="Own">The owner's own figures, in place of the house's.</param>
public sealed record PriceAnswer(string Point, string Title, Zone Zone, string Say, TriangleAnswer Parts, TriangleAnswer Hours, bool Own);

/// <summary>A point that is worth looking at next.</summary>
/// <param name="Point">Which.</param>
/// <param name="Title">In a few words.</param>
/// <param name="Stage">When it is looked at.</param>
/// <param name="Change">Money: by how much the price is expected to move.</param>
/// <param name="Minutes">That it takes.</param>
/// <param name="PerMinute">Money for each of them.</param>
/// <param name="ChanceOfFault">0 to 1.</param>
/// <param name="KnockOut">A bad answer ends it.</param>
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
