using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Shelf;

/// <summary>What the work on a bike asks the shelf for.</summary>
public static class Wants
{
    /// <summary>
    /// What a job wants. Tools are not bought for a job; rags and the like are listed only where the shelf keeps count of them: a list that
    /// names a rag for every job is a list that nobody reads.
    /// </summary>
    /// <param name="why">The job and the bike, in words.</param>
    public static IEnumerable<Wanted> Of(JobPlan plan, BikeId bike, string why, ImmutableArray<Stock> shelf) =>
        from need in plan.Needs
        where need.Kind != NeedKind.Tool
        where KindOf(need.Kind) != StockKind.Consumable || shelf.Any(stock => stock.Item.IsCalled(need.What))
        select Of(need, plan.Bike, bike, why);

    /// <summary>What a job asks for, as the shelf is asked for it.</summary>
    public static Wanted Of(PlannedNeed need, Profile profile, BikeId bike, string why) =>
        new(
            KindOf(need.Kind),
            need.Grade ?? need.What,
            need.Kind == NeedKind.Fluid ? need.Volume?.Litres : need.Count,
            bike.Value,
            why,
            need.What,
            need is { Reservoir: { } reservoir, Grade: { } grade }
                ? fluid => Compatibility.IsAsGood(reservoir, profile, fluid, grade)
                : null
        );

    /// <summary>What a bike wants since it gave a part of its own to another.</summary>
    public static IEnumerable<Wanted> Given(BikeLedger ledger, string nickname) =>
        from finding in OpenFindings.Of(ledger)
        let part = OpenFindings.PartWanted(finding.Body)
        where part is not null
        select new Wanted(StockKind.Part, part, 1, ledger.Bike.Value, $"taken from {nickname}");

    private static StockKind KindOf(NeedKind kind) =>
        kind == NeedKind.Fluid ? StockKind.Fluid
        : kind == NeedKind.Part ? StockKind.Part
        : StockKind.Consumable;
}
