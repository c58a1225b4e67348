using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;

namespace MuddyLedger.Content;

/// <summary>A service item of an owner's own with its limits, as it goes from shed to shed.</summary>
/// <param name="Interval">Its limits; as shipped where only rides ask for it.</param>
public sealed record SharedItem(ServiceItemKept Item, IntervalSet Interval);

/// <summary>Service items of an owner's own as a schedule file, out and in: the same format as the schedules that ship.</summary>
public static class ItemFile
{
    /// <summary>At most so many are taken in at once.</summary>
    public const int Most = 100;

    public static string Write(string bike, IEnumerable<SharedItem> items)
    {
        var text = new StringBuilder();
        text.Append("# Service items of ").Append(OneLine(bike)).Append(", to be passed on.\n");
        text.Append("id: own-items\ntitle: Service items\ncomponents:\n");
        foreach (var (item, interval) in items)
        {
            text.Append("  - id: ").Append(item.Task[..item.Task.IndexOf('.', StringComparison.Ordinal)]).Append('\n');
            text.Append("    title: ").Append(Quoted(item.Component)).Append('\n');
            text.Append("    part: ").Append(Capabilities.Word(item.Part)).Append('\n');
            text.Append("    tasks:\n      - act: do\n");
            text.Append("        title: ").Append(Quoted(item.Title)).Append('\n');
            if (!interval.AsShipped)
            {
                text.Append("        limits:\n");
                foreach (var amount in new[] { interval.Distance, interval.Hours })
                    if (amount is { } every)
                        text.Append("          - { every: ").Append(Amount(every)).Append(", provenance: owner }\n");
                if (interval.Months is { } months)
                    text.Append(CultureInfo.InvariantCulture, $"          - {{ months: {months}, provenance: owner }}\n");
            }

            if (item.AfterEveryRide)
                text.Append("        after-every-ride: yes\n");
            if (!item.AfterRides.IsEmpty)
                text.Append("        after-rides: [").AppendJoin(", ", item.AfterRides.Select(Capabilities.Word)).Append("]\n");
            text.Append("        minutes: 15\n");
        }

        return text.ToString();
    }

    /// <summary>The items of a file that fit a bike, each under an id of its own.</summary>
    /// <exception cref="ContentException">With line and reason.</exception>
    public static ImmutableArray<SharedItem> Read(string text, Profile bike, Func<Guid> newId)
    {
        const string file = "items";
        // By reference: two items that say the same stand on two lines.
        var lines = new Dictionary<ServiceTask, long>(ReferenceEqualityComparer.Instance);
        var schedule = ScheduleFile.Read(file, text, lines);
        var capabilities = Capabilities.Of(bike);
        var items = (
            from component in schedule.Components
            from task in component.Tasks
            where schedule.Applies.To(capabilities) && task.Applies.To(capabilities)
            select (Component: component, Task: task.On(capabilities), Line: lines[task])
        ).ToList();
        if (items.Count > Most)
            throw new ContentException(file, items[Most].Line, $"holds more than {Most} items");
        return
        [
            .. items.Select(item =>
                Of(
                    item.Component,
                    item.Task,
                    newId,
                    why => new ContentException(file, item.Line, $"\"{item.Component.Title}: {item.Task.Title}\": {why}")
                )
            ),
        ];
    }

    private static SharedItem Of(Component component, ServiceTask task, Func<Guid> newId, Func<string, ContentException> wrong)
    {
        if (component.Title.Length > 40 || task.Title.Length > 60)
            throw wrong("the title is too long: 40 letters for what it is about, 60 for what is done");
        if (task.Limits.FirstOrDefault(limit => limit is not (UseLimit or CalendarLimit)) is not null)
            throw wrong("an item of your own goes by distance, hours, months or rides");
        if (!task.Severities.IsEmpty || task.Job is not null || !task.JobsBy.IsEmpty || !task.Resets.IsEmpty)
            throw wrong("\"severe\", \"job\", \"jobs\" and \"resets\" belong to the schedules that ship");
        var uses = task.Limits.OfType<UseLimit>().ToList();
        var months = task.Limits.OfType<CalendarLimit>().ToList();
        if (
            months.Count > 1
            || uses.GroupBy(limit => limit.Amount.Kind).Any(same => same.Count() > 1)
            || uses.Exists(use => use.First is not null)
        )
            throw wrong("one limit of each sort, and none for the first time");
        var id = $"own-{newId():N}"[..20] + ".do";
        return new(
            new(id, component.Title, task.Title, component.Part, task.AfterEveryRide) { AfterRides = task.AfterRides },
            new(
                id,
                uses.Find(use => use.Amount.Kind == Core.Meters.MeterKind.Odometer)?.Amount,
                uses.Find(use => use.Amount.Kind == Core.Meters.MeterKind.HourMeter)?.Amount,
                months.Count == 0 ? null : months[0].Months,
                new(Core.ProvenanceKind.Owner)
            )
        );
    }

    /// <summary>In the base unit where the number is whole, so that nothing is lost on the way.</summary>
    private static string Amount(Core.Meters.MeterAmount amount) =>
        amount.Kind == Core.Meters.MeterKind.HourMeter
            ? $"{amount.InBase.ToString(CultureInfo.InvariantCulture)} h"
            : $"{(amount.InBase / 1000).ToString(CultureInfo.InvariantCulture)} km";

    private static string Quoted(string text) =>
        $"\"{OneLine(text).Replace("\\", "\\\\", StringComparison.Ordinal).Replace("\"", "\\\"", StringComparison.Ordinal)}\"";

    private static string OneLine(string text) => new([.. text.Select(letter => char.IsControl(letter) ? ' ' : letter)]);
}
