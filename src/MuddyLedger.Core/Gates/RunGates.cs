using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using NodaTime;

namespace MuddyLedger.Core.Gates;

/// <summary>What a job under way keeps from being open, from its first tap on: at the tap, not at sign-off.</summary>
public static class RunGates
{
    /// <summary>What this run shuts as it stands; nothing where nobody has begun with it.</summary>
    public static IEnumerable<GateReason> Of(RunningJob job, Func<Instant, LocalDate> dayOf)
    {
        var (plan, state) = (job.Plan, job.State);
        if (state.Steps.IsEmpty && state.Findings.IsEmpty && state.Looks.IsEmpty && state.Tray.IsEmpty)
            yield break;
        var since = new Moment(dayOf(state.LastTouched), state.LastTouched);
        GateReason Reason(Gate gate, GateState kind, ReasonKind what, string why) => new(gate, kind, what, why, since) { Run = job.Id };

        foreach (var (reservoir, step) in RunFindings.Drained(plan, state))
            yield return Reason(
                Reservoirs.GateOf(reservoir),
                GateState.Shut,
                ReasonKind.Drained,
                $"{Reservoirs.Words(reservoir)} is out: {plan.Job.Title} is half done"
            ) with
            {
                Step = step,
                Reservoir = reservoir,
            };
        foreach (var stop in RunFindings.Stops(plan, state))
            yield return Reason(stop.Body.Shuts!.Value, GateState.Shut, ReasonKind.StopFinding, stop.Body.Title) with
            {
                Step = stop.Step,
            };

        var apart = !state.Tray.IsEmpty || RunFindings.Drained(plan, state).Any();
        foreach (var planned in plan.Steps.Where(planned => planned.Step.Hold is not null))
            if (OfHold(planned, state, apart) is var (how, what, words))
                yield return Reason(planned.Step.Hold!.Value, how, what, words) with
                {
                    Step = planned.Step.Id,
                };
    }

    private static (GateState, ReasonKind, string)? OfHold(PlannedStep planned, RunState state, bool apart) =>
        state.Step(planned.Step.Id).Mark switch
        {
            StepMark.NotSound => (GateState.Shut, ReasonKind.FailedHold, $"Not right: {planned.Step.Title}"),
            StepMark.Skipped => (GateState.Shut, ReasonKind.HoldLeftOut, $"Left out: {planned.Step.Title}"),
            StepMark.Open => (apart ? GateState.Shut : GateState.NotProven, ReasonKind.HoldToPass, $"Not passed yet: {planned.Step.Title}"),
            _ => null,
        };
}
