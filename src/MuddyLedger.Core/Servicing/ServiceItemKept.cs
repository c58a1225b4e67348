using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Servicing;

/// <summary>
/// A service item of the owner's own, beside those that follow from what the bike has. Its limits are an interval of its own.
/// </summary>
/// <param name="Task">Made for it: "own-1a2b3c4d.do".</param>
/// <param name="Component">What it is about: "Sidecar mounts".</param>
/// <param name="Title">What is done: "Check the bolts".</param>
/// <param name="Part">The part of the bike that it is listed under.</param>
/// <param name="AfterEveryRide">Due after every ride, whatever its limits say.</param>
public sealed record ServiceItemKept(string Task, string Component, string Title, BikePart Part, bool AfterEveryRide = false) : EntryBody
{
    /// <summary>The rides after which it is due.</summary>
    public ImmutableArray<Severity> AfterRides
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    public override string KindName() => "Service item of your own";

    public override IEnumerable<EntryFigure> Figures() => [new TextFigure("what", $"{Component}: {Title}")];

    public bool Equals(ServiceItemKept? other) =>
        other is not null
        && (Task, Component, Title, Part, AfterEveryRide) == (other.Task, other.Component, other.Title, other.Part, other.AfterEveryRide)
        && AfterRides.SequenceEqual(other.AfterRides);

    public override int GetHashCode() => HashCode.Combine(Task, Component, Title, Part, AfterRides.Length);
}
