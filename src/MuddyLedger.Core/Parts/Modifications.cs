using System.Collections.Immutable;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Parts;

/// <summary>What a part that is not the maker's changes.</summary>
public enum ConsequenceKind
{
    Jetting,
    Wiring,
    Charger,
    FilterSize,
    WhatToOrder,
    RoadLegal,
    Access,
    Other,
}

/// <summary>What a part that is not the maker's changes.</summary>
/// <param name="Kind">Of which sort.</param>
/// <param name="Words">In the owner's words.</param>
public sealed record Consequence(ConsequenceKind Kind, string Words);

/// <summary>A modification that stands, and the line that wrote it.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Made">What was fitted.</param>
public sealed record FittedModification(LedgerEntry Entry, ModificationMade Made);

/// <summary>What is on a bike that is not the maker's.</summary>
public static class Modifications
{
    /// <summary>Those that were not undone, the oldest first.</summary>
    public static ImmutableArray<FittedModification> Of(BikeLedger ledger)
    {
        var undone = ledger.Each<ModificationUndone>().Select(pair => ledger.OriginOf(pair.Body.Modification)).ToHashSet();
        return
        [
            .. ledger
                .Each<ModificationMade>()
                .Where(pair => !undone.Contains(pair.Entry.Origin))
                .Select(pair => new FittedModification(pair.Entry, pair.Body)),
        ];
    }

    /// <summary>
    /// What a job of this heading must know of: jetting where fuel is worked at, wiring where electrics are, and what to order everywhere.
    /// </summary>
    public static ImmutableArray<(string Part, Consequence Consequence)> For(BikeLedger ledger, JobGroup group)
    {
        var kinds = KindsFor(group);
        return
        [
            .. from modification in Of(ledger)
            from consequence in modification.Made.Consequences
            where kinds.Contains(consequence.Kind)
            select (modification.Made.Part, consequence),
        ];
    }

    private static ConsequenceKind[] KindsFor(JobGroup group) =>
        group switch
        {
            JobGroup.FuelAndAir =>
            [
                ConsequenceKind.Jetting,
                ConsequenceKind.FilterSize,
                ConsequenceKind.WhatToOrder,
                ConsequenceKind.Access,
            ],
            JobGroup.EngineTop => [ConsequenceKind.Jetting, ConsequenceKind.WhatToOrder, ConsequenceKind.Access],
            JobGroup.OilAndFluids => [ConsequenceKind.FilterSize, ConsequenceKind.WhatToOrder, ConsequenceKind.Access],
            JobGroup.Electrics => [ConsequenceKind.Wiring, ConsequenceKind.Charger, ConsequenceKind.WhatToOrder],
            JobGroup.Rides => [ConsequenceKind.RoadLegal, ConsequenceKind.Other],
            JobGroup.Standing => [ConsequenceKind.Charger, ConsequenceKind.RoadLegal, ConsequenceKind.Other],
            _ => [ConsequenceKind.WhatToOrder, ConsequenceKind.Access, ConsequenceKind.Other],
        };
}

/// <summary>How a repair for now stands.</summary>
public enum RepairState
{
    Curing,
    Holding,
    ReviewDue,
    Proven,
    Ended,
}

/// <summary>A temporary repair as it stands.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Made">What was mended.</param>
/// <param name="State">Curing, holding, due for a look, proven, or ended.</param>
/// <param name="CuredAt">Null where it needs no time.</param>
/// <param name="ReviewOn">The latest day that was set for looking at it again.</param>
/// <param name="HowEnded">Null while it stands.</param>
public sealed record RepairForNow(
    LedgerEntry Entry,
    TemporaryRepairMade Made,
    RepairState State,
    Instant? CuredAt,
    LocalDate ReviewOn,
    string? HowEnded
);

/// <summary>What was mended only for now.</summary>
public static class TemporaryRepairs
{
    /// <summary>What was mended for now behind the place that a step opens: it is looked at, and spared.</summary>
    public static ImmutableArray<TemporaryRepairMade> Behind(Step step, IEnumerable<RepairForNow> repairs) =>
        [
            .. repairs
                .Where(one => one.State is not (RepairState.Ended or RepairState.Proven))
                .Select(one => one.Made)
                .Where(made => made.Place is { } place && step.Closes.IsEmpty && step.IsAccess && Teardown.PlaceOf(step.Id) == place),
        ];

    /// <summary>All that stand, and those that have ended after them; what is not proven is told in a sale.</summary>
    public static ImmutableArray<RepairForNow> Of(BikeLedger ledger, LocalDate today, Instant now)
    {
        var looked = ledger.Each<TemporaryRepairLooked>().ToLookup(pair => ledger.OriginOf(pair.Body.Repair));
        return
        [
            .. ledger
                .Each<TemporaryRepairMade>()
                .Select(pair =>
                {
                    var last = looked[pair.Entry.Origin].Select(one => one.Body).LastOrDefault();
                    var cured =
                        pair.Body.CureHours > 0 ? pair.Entry.FirstWrittenAt + Duration.FromHours(pair.Body.CureHours) : (Instant?)null;
                    var review = last?.ReviewOn ?? pair.Body.ReviewOn;
                    var state =
                        last is { Result: RepairResult.ReplacedForGood } ? RepairState.Ended
                        : last is { Result: RepairResult.Proven } ? RepairState.Proven
                        : cured > now ? RepairState.Curing
                        : review <= today ? RepairState.ReviewDue
                        : RepairState.Holding;
                    return new RepairForNow(pair.Entry, pair.Body, state, cured, review, last?.Words);
                })
                .OrderBy(one => one.State is RepairState.Ended or RepairState.Proven)
                .ThenByDescending(one => one.State),
        ];
    }
}
