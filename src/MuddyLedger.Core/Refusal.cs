namespace MuddyLedger.Core;

/// <summary>Why something cannot be done, in words for the owner, and the field it is about (null where it is about the whole).</summary>
/// <param name="Field">The field that is wrong, as the form names it; null where it is none.</param>
/// <param name="Words">In a sentence that goes on after the field's name.</param>
/// <param name="Ask">What the owner may say to have it done all the same: a name that a screen knows, such as "confirm". Null where
/// nothing helps.</param>
public sealed record Refusal(string? Field, string Words, string? Ask = null);
