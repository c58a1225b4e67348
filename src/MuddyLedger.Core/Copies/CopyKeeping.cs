using System.Collections.Immutable;
using NodaTime;
using NodaTime.Calendars;

namespace MuddyLedger.Core.Copies;

/// <summary>
/// Which of the automatic copies stay: all of today, the newest of each of the last seven days, of the last four weeks and of the last
/// twelve months (house values), and the newest of all however old it is.
/// </summary>
public static class CopyKeeping
{
    /// <summary>Of so many days the newest copy stays (house values).</summary>
    public const int Days = 7;

    /// <summary>Of so many weeks.</summary>
    public const int Weeks = 4;

    /// <summary>Of so many months.</summary>
    public const int Months = 12;

    /// <param name="made">When each copy was made, in the owner's calendar; any order.</param>
    /// <param name="today">Copies of today, and from days after it, are kept: the clock was set back, and nothing is thrown away by a
    /// wrong clock.</param>
    public static ImmutableHashSet<LocalDateTime> Keep(IEnumerable<LocalDateTime> made, LocalDate today)
    {
        var all = made.Distinct().OrderDescending().ToList();
        var keep = all.Where(one => one.Date >= today).ToHashSet();
        keep.UnionWith(all.Take(1));
        keep.UnionWith(Newest(all, one => one.Date, one => Period.DaysBetween(one.Date, today) < Days));
        keep.UnionWith(Newest(all, one => Monday(one.Date), one => Period.DaysBetween(Monday(one.Date), Monday(today)) < Weeks * 7));
        keep.UnionWith(Newest(all, one => one.Date.ToYearMonth(), one => MonthsBack(one.Date, today) < Months));
        return [.. keep];
    }

    private static IEnumerable<LocalDateTime> Newest<T>(
        IEnumerable<LocalDateTime> newestFirst,
        Func<LocalDateTime, T> bucket,
        Func<LocalDateTime, bool> within
    ) => newestFirst.Where(within).DistinctBy(bucket);

    private static LocalDate Monday(LocalDate date) =>
        LocalDate.FromWeekYearWeekAndDay(
            WeekYearRules.Iso.GetWeekYear(date),
            WeekYearRules.Iso.GetWeekOfWeekYear(date),
            IsoDayOfWeek.Monday
        );

    private static int MonthsBack(LocalDate date, LocalDate today) => (today.Year - date.Year) * 12 + today.Month - date.Month;
}
