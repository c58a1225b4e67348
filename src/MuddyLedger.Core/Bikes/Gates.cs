using System.Collections.Immutable;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Bikes;

/// <summary>Something that keeps a gate shut.</summary>
/// <param name="Finding">The open finding that shuts it, if one does.</param>
/// <param name="Run">The job left half done that shuts it, if one does.</param>
public sealed record GateShut(Gate Gate, string Why, EntryId? Finding = null, RunId? Run = null);

/// <summary>Whether a bike may be cranked, run and ridden, as far as this book knows. It certifies nothing.</summary>
public static class Gates
{
    /// <summary>All that keeps a gate shut: empty reservoirs, open findings that say stop, what stands on the undo list, and what running jobs have taken apart.</summary>
    /// <param name="standing">The bike's undo list.</param>
    /// <param name="fromRuns">What the jobs in progress keep shut (see <see cref="Jobs.RunRules.GatesShut"/>).</param>
    public static ImmutableArray<GateShut> Of(Profile bike, BikeLedger ledger, IEnumerable<StandingForNow> standing, IEnumerable<GateShut> fromRuns)
    {
        var empty = from reservoir in Reservoirs.Of(bike)
                    let state = FluidChain.StateOf(reservoir, ledger)
                    where state.EmptySince is not null
                    select new GateShut(Reservoirs.GateOf(reservoir), $"{Words(reservoir)} is drained and not filled");
        var temporary = from reservoir in Reservoirs.Of(bike)
                        let state = FluidChain.StateOf(reservoir, ledger)
                        where state.Contents is { Temporary: true }
                        select new GateShut(Gate.Ridden, $"{Words(reservoir)} is a flush fill: drain it and fill it properly before the first ride");
        var findings = from open in Findings.Open(ledger)
                       where open.Body.Severity == FindingSeverity.Stop
                       select new GateShut(open.Body.Gate ?? Gate.Ridden, open.Body.Title, Finding: open.Entry.Id);
        var forNow = from one in standing where one.Shuts is not null select new GateShut(one.Shuts!.Value, one.Words, Run: one.Run is { } run ? new RunId(run) : null);
        return [.. empty.Concat(temporary).Concat(findings).Concat(forNow).Concat(fromRuns).OrderBy(shut => shut.Gate)];
    }

    /// <summary>A gate is shut by what shuts it and by what shuts an earlier one.</summary>
    public static bool Open(Gate gate, IEnumerable<GateShut> shut) => shut.All(one => one.Gate > gate);

    public static string Words(ReservoirId reservoir) => reservoir switch
    {
        ReservoirId.Engine => "Engine oil",
        ReservoirId.OilTank => "Oil tank",
        ReservoirId.Gearbox => "Gearbox oil",
        ReservoirId.Primary => "Primary oil",
        ReservoirId.TwoStrokeOil => "Two-stroke oil",
        ReservoirId.FrontBrake => "Front brake fluid",
        ReservoirId.RearBrake => "Rear brake fluid",
        ReservoirId.Clutch => "Clutch fluid",
        ReservoirId.ForkLegs => "Fork oil",
        ReservoirId.ShaftDrive => "Shaft drive oil",
        ReservoirId.BatteryAcid => "Battery acid",
        _ => reservoir.ToString(),
    };
}
