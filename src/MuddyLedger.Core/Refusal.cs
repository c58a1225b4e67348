namespace MuddyLedger.Core;

/// <summary>Why something cannot be done, in words for the owner, and the field it is about (null where it is about the whole).</summary>
/// <param name="Ask">What the owner may say to have it done all the same: a name that a screen knows, such as "confirm". Null where
/// nothing helps.</param>
public sealed record Refusal(string? Field, string Words, string? Ask = null);
