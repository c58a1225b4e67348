namespace MuddyLedger.Core.Bikes;

/// <summary>A sensible profile for a kind of bike, to start from. Every field can be changed.</summary>
/// <param name="Id">By which content and viewings name it.</param>
/// <param name="Title">What kind of bike it is.</param>
/// <param name="For">What it is for, in a sentence.</param>
/// <param name="Profile">What a new bike begins with.</param>
public sealed record ProfileSet(string Id, string Title, string For, Profile Profile);
