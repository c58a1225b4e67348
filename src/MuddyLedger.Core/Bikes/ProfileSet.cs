namespace MuddyLedger.Core.Bikes;

/// <summary>A sensible profile for a kind of bike, to start from. Every field can be changed.</summary>
public sealed record ProfileSet(string Id, string Title, string For, Profile Profile);
