namespace MuddyLedger.Core;

/// <summary>Why something cannot be done, in words for the owner, and the field it is about (null where it is about the whole).</summary>
public sealed record Refusal(string? Field, string Words);
