namespace MuddyLedger.Web.Api;

/// <summary>Why a request was not done (RFC 9457). Nothing was changed.</summary>
/// <param name="Title">What kind of problem, in a few words.</param>
/// <param name="Status">The number that the answer bears, too.</param>
/// <param name="Detail">What is wrong and what to do about it, for the owner.</param>
/// <param name="Errors">What is wrong with which field, by its path.</param>
/// <param name="Ask">What the owner may say to have it done all the same: the name of a field of the request.</param>
/// <param name="Current">What stands now, of what somebody else changed.</param>
/// <param name="Type">What its number means, where that is laid down.</param>
public sealed record ProblemAnswer(
    string Title,
    int Status,
    string Detail,
    IReadOnlyDictionary<string, string>? Errors = null,
    string? Ask = null,
    object? Current = null,
    string? Type = null
);
