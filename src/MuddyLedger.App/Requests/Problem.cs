using MuddyLedger.Core;

namespace MuddyLedger.App.Requests;

/// <summary>What kind of answer a request got that was not done.</summary>
public enum ProblemKind
{
    /// <summary>What was sent cannot be, or is not allowed as things stand.</summary>
    Refused,

    /// <summary>What it is about is not there.</summary>
    NotFound,

    /// <summary>What it is about was there, and is damaged.</summary>
    Gone,

    /// <summary>More was sent than can be taken.</summary>
    TooLarge,

    /// <summary>The id of the write was used for another one.</summary>
    IdTaken,

    /// <summary>Somebody else changed it since the caller looked.</summary>
    Stale,

    /// <summary>A change has to say which version it changes.</summary>
    NoVersion,

    /// <summary>The shed can be looked at and not be written to.</summary>
    LookOnly,
}

/// <summary>Why a request was not done, in words for the owner. Nothing was changed.</summary>
/// <param name="Kind">By which the status is chosen.</param>
/// <param name="Words">A sentence; where fields are named, each has its own words, and this is empty.</param>
/// <param name="Fields">What is wrong with which field, by its path.</param>
/// <param name="Ask">See <see cref="Refusal.Ask"/>.</param>
/// <param name="Current">What stands now, of what somebody else changed.</param>
public sealed record Problem(
    ProblemKind Kind,
    string Words,
    IReadOnlyDictionary<string, string>? Fields = null,
    string? Ask = null,
    object? Current = null
)
{
    /// <param name="fields">What is wrong with which field, by its path.</param>
    public static Problem Refused(IReadOnlyDictionary<string, string> fields) => new(ProblemKind.Refused, "", fields);

    /// <param name="field">Its path; null where it is about the whole, and the words are then a sentence.</param>
    public static Problem Refused(string? field, string words) =>
        field is null ? new(ProblemKind.Refused, words) : Refused(new Dictionary<string, string> { [field] = words });

    /// <summary>What a rule of the core refused, with what it asks.</summary>
    public static Problem Refused(Refusal refusal) => Refused(refusal.Field, refusal.Words) with { Ask = refusal.Ask };

    /// <param name="what">As "bike": there is no such thing.</param>
    public static Problem NotFound(string what) => new(ProblemKind.NotFound, $"There is no such {what}.");

    /// <param name="words">What is damaged, in a sentence.</param>
    public static Problem Gone(string words) => new(ProblemKind.Gone, words);

    /// <param name="words">How much can be taken, in a sentence.</param>
    public static Problem TooLarge(string words) => new(ProblemKind.TooLarge, words);

    /// <param name="words">Why, and what to do, in sentences.</param>
    public static Problem LookOnly(string words) => new(ProblemKind.LookOnly, words);

    /// <summary>The id of a write is for one write.</summary>
    public static Problem IdTaken() =>
        new(
            ProblemKind.IdTaken,
            "This id was used before for something else.",
            new Dictionary<string, string> { ["id"] = "was used before for something else" }
        );

    /// <summary>Both versions: the one that was sent stays with the sender, the one that stands now comes along.</summary>
    public static Problem Stale(object current) =>
        new(
            ProblemKind.Stale,
            "This was changed on another device since you opened it. Look at what stands now, then do it again.",
            Current: current
        );

    /// <summary>Whoever changes something says what he has seen of it.</summary>
    public static Problem NoVersion() => new(ProblemKind.NoVersion, "Say which version you are changing, with If-Match.");
}
