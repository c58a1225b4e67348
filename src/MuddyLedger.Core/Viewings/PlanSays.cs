using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;

namespace MuddyLedger.Core.Viewings;

/// <summary>
/// What the plan of such a bike has asked for by the meter that a viewing was told: a question to the seller, with figures.
/// </summary>
/// <param name="Every">The interval by use, more than nothing; the shortest where the task has several.</param>
/// <param name="Times">How often it was due by now, 0 or more.</param>
/// <param name="NextAt">The meter at which it is due next, above the one that was told.</param>
/// <param name="Provenance">Where the interval comes from.</param>
public sealed record PlanSays(MeterAmount Every, int Times, MeterAmount NextAt, Provenance Provenance)
{
    /// <returns>Null where the point asks for no task, no meter was told, or the plan has no such interval by that meter.</returns>
    public static PlanSays? At(Point point, Profile bike, MeterAmount? told, IEnumerable<Schedule> schedules)
    {
        if (point.Task is not { } wanted || told is not { } meter)
            return null;
        var limit = Schedule
            .TasksOf(bike, schedules)
            .Where(item => item.Task.Id == wanted)
            .SelectMany(item => item.Task.Limits.OfType<UseLimit>())
            .Where(use => use.Amount.Kind == meter.Kind && use.Amount.InBase > 0)
            .MinBy(use => use.Amount.InBase);
        if (limit is null)
            return null;
        var times = (int)decimal.Floor(meter.InBase / limit.Amount.InBase);
        return new(limit.Amount, times, MeterAmount.Of(meter.Kind, (times + 1) * limit.Amount.InBase), limit.Provenance);
    }
}
