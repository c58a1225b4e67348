using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.Core.Servicing;

/// <summary>A task of a bike and how it stands.</summary>
public sealed record TaskStanding(Component Component, ServiceTask Task, LifeLeft Life);

public static class Servicing
{
    /// <summary>Every task of a bike and how it stands today, from the profile, the schedules and the ledger alone.</summary>
    public static ImmutableArray<TaskStanding> Of(Profile bike, IEnumerable<Schedule> schedules, BikeLedger ledger, BikeMeters meters, LocalDate today)
    {
        var tasks = Schedule.TasksOf(bike, schedules).ToList();
        return [.. tasks.Select(item => new TaskStanding(item.Component, item.Task, LifeOf(item.Task, tasks.Select(other => other.Task), bike, ledger, meters, today)))];
    }

    private static LifeLeft LifeOf(ServiceTask task, IEnumerable<ServiceTask> all, Profile bike, BikeLedger ledger, BikeMeters meters, LocalDate today)
    {
        var resetBy = all.Where(other => other.Resets.Contains(task.Id)).Select(other => other.Id).Append(task.Id).ToHashSet();
        var done = ledger.Each<TaskDone>().Where(pair => resetBy.Contains(pair.Body.Task) && pair.Entry.Date <= today).ToList();
        var last = done.LastOrDefault(pair => pair.Body.Evidence != Evidence.SellersWord);
        var claim = done.LastOrDefault(pair => pair.Body.Evidence == Evidence.SellersWord);
        if (last.Entry is null)
        {
            var life = LifeLeft.Of(task, bike.Severities, null, meters, today);
            return claim.Entry is null ? life : life with { Because = [.. life.Because.Where(line => line is not NoHistory), new OnlyClaimed(claim.Entry)] };
        }

        var shown = meters.ByKind.Values.Select(meter => meter.History.At(last.Entry, meter.Rate)).FirstOrDefault(at => at is not null);
        return LifeLeft.Of(task, bike.Severities, new LastDone(last.Entry, last.Body.Evidence, shown), meters, today);
    }
}
