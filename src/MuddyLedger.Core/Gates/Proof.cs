using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Rides;
using NodaTime;

namespace MuddyLedger.Core.Gates;

/// <summary>
/// What use and passed hold points prove. A ride shows that it may be ridden, and that what was never written down is in it; an engine
/// that ran shows that it can. Neither shows that a level is right that was read too low, nor that a pump pumps.
/// </summary>
/// <param name="Gate">Up to and with this gate.</param>
/// <param name="Contents">Whether it also shows that reservoirs nobody spoke of are filled.</param>
internal sealed record Proof(Gate Gate, Moment At, bool Contents)
{
    /// <summary>Whether the reason was there before, and is of a kind that such a proof disposes of.</summary>
    public bool Covers(GateReason reason) =>
        reason.State == GateState.NotProven
        && reason.Gate <= Gate
        && reason.Since <= At
        && (reason.Kind is ReasonKind.TakenIn or ReasonKind.Stood || (Contents && reason.Kind == ReasonKind.UnknownContent));

    /// <summary>All proofs of a book and of the runs under way.</summary>
    public static IReadOnlyList<Proof> Of(BikeLedger ledger, IEnumerable<RunningJob> running, Func<Instant, LocalDate> dayOf)
    {
        var proofs = new List<Proof>();
        foreach (var use in StandingTime.UsesOf(ledger).Where(use => use.Entry.Body is RideDone or MeterRead or FuelBought or EngineRan))
        {
            // Fuel that was burned shows that it ran; only a ride, or an odometer that moved, shows that it was ridden on what is in it.
            var ridden = use.Kind == UseKind.Ridden && use.Entry.Body is not FuelBought;
            proofs.Add(new(ridden ? Gate.Ridden : Gate.Run, Moment.Of(use.Entry), ridden));
        }

        proofs.AddRange(ledger.Each<GateProven>().Select(pair => new Proof(pair.Body.Gate, Moment.Of(pair.Entry), true)));
        foreach (var job in running)
            proofs.AddRange(
                from gate in job.Plan.Job.Proves
                let holds = job.Plan.Steps.Where(planned => planned.Step.Hold <= gate).ToList()
                where holds.Count > 0 && holds.TrueForAll(planned => job.State.Step(planned.Step.Id).Mark == StepMark.Done)
                let last = holds.Max(planned => job.State.Step(planned.Step.Id).At)
                select new Proof(gate, new(dayOf(last), last), true)
            );
        return proofs;
    }
}
