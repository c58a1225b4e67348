using System.Globalization;
using System.Text.RegularExpressions;
using MuddyLedger.Core.Units;
using NodaTime;
using NodaTime.Text;

namespace MuddyLedger.Core.Ledger;

/// <summary>A time in the past as somebody remembers it: a day, a month, a year.</summary>
/// <param name="Earliest">What work is counted from: the first day that it can have been, so that nothing falls due too late.</param>
/// <param name="Latest">The last day that it can have been; never after today.</param>
public sealed record Remembered(LocalDate Earliest, LocalDate Latest)
{
    /// <summary>It is known to the day.</summary>
    public bool IsDay => Earliest == Latest;
}

/// <summary>Reads when something was: "2024", "May 2024", "5/2024", "2024-05-03", "3.5.2024", "2 years ago".</summary>
public static partial class WhenText
{
    /// <summary>The first year that anybody is taken to mean.</summary>
    private const int Oldest = 1900;

    /// <summary>What is meant, or why it cannot be told, in words.</summary>
    /// <param name="today">Nothing lies after it.</param>
    public static Reading<Remembered> Read(string text, LocalDate today)
    {
        var word = text.Trim().ToLowerInvariant();
        if (word.Length == 0)
            return Reading<Remembered>.Refused("is missing");
        var read = Words(word, today) ?? Iso(word) ?? Numbers(word) ?? Named(word);
        if (read is not { } told)
            return Reading<Remembered>.Refused("is no day, month or year: write 2024, May 2024 or 2024-05-03");
        if (told.Refusal is { } refusal)
            return Reading<Remembered>.Refused(refusal);
        var found = told.Value!;
        if (found.Earliest > today)
            return Reading<Remembered>.Refused("lies in the future");
        return found.Earliest.Year < Oldest
            ? Reading<Remembered>.Refused($"lies before {Oldest}")
            : Reading<Remembered>.Of(found with { Latest = LocalDate.Min(found.Latest, today) });
    }

    private static Reading<Remembered> Day(LocalDate day) => Reading<Remembered>.Of(new(day, day));

    private static Reading<Remembered> Month(int year, int month) =>
        Reading<Remembered>.Of(new(new(year, month, 1), new LocalDate(year, month, 1).PlusMonths(1).PlusDays(-1)));

    private static Reading<Remembered> Year(int year) => Reading<Remembered>.Of(new(new(year, 1, 1), new(year, 12, 31)));

    private static Reading<Remembered>? Words(string word, LocalDate today)
    {
        switch (word)
        {
            case "today":
                return Day(today);
            case "yesterday":
                return Day(today.PlusDays(-1));
            case "last month":
                return Month(today.PlusMonths(-1).Year, today.PlusMonths(-1).Month);
            case "this year":
                return Year(today.Year);
            case "last year":
                return Year(today.Year - 1);
        }

        if (Ago().Match(word) is not { Success: true } ago)
            return null;
        var count = int.Parse(ago.Groups[1].Value, CultureInfo.InvariantCulture);
        if (count > 100)
            return Reading<Remembered>.Refused("is longer ago than anybody remembers");
        // "Two years ago" is some day of the year around it: it may have been half a year more.
        return ago.Groups[2].Value[0] switch
        {
            'd' => Day(today.PlusDays(-count)),
            'w' => Reading<Remembered>.Of(new(today.PlusWeeks(-count).PlusDays(-3), today.PlusWeeks(-count).PlusDays(3))),
            'm' => Reading<Remembered>.Of(new(today.PlusMonths(-count).PlusDays(-15), today.PlusMonths(-count).PlusDays(15))),
            _ => Reading<Remembered>.Of(new(today.PlusYears(-count).PlusMonths(-6), today.PlusYears(-count).PlusMonths(6))),
        };
    }

    private static Reading<Remembered>? Iso(string word)
    {
        if (LocalDatePattern.Iso.Parse(word) is { Success: true } day)
            return Day(day.Value);
        if (IsoMonth().Match(word) is { Success: true } month)
            return MonthOf(month.Groups[1].Value, month.Groups[2].Value);
        return word.Length == 4 && word.All(char.IsAsciiDigit) ? Year(int.Parse(word, CultureInfo.InvariantCulture)) : null;
    }

    private static Reading<Remembered>? Numbers(string word)
    {
        if (MonthYear().Match(word) is { Success: true } month)
            return MonthOf(month.Groups[2].Value, month.Groups[1].Value);
        if (DayMonthYear().Match(word) is not { Success: true } three)
            return null;
        int Part(int at) => int.Parse(three.Groups[at].Value, CultureInfo.InvariantCulture);
        var (one, mark, other, year) = (Part(1), three.Groups[2].Value, Part(3), Full(three.Groups[4].Value));
        // With points the day always comes first; with strokes it depends on the country.
        if (mark == "/" && one <= 12 && other <= 12 && one != other)
            return Reading<Remembered>.Refused(
                $"could be two days: write {year:0000}-{other:00}-{one:00} or {year:0000}-{one:00}-{other:00}"
            );
        var (dayOf, monthOf) = other > 12 ? (other, one) : (one, other);
        return Made(year, monthOf, dayOf);
    }

    private static Reading<Remembered>? Named(string word)
    {
        if (NamedDay().Match(word) is not { Success: true } named)
            return null;
        var month = Array.FindIndex(Months, name => named.Groups[2].Value.StartsWith(name, StringComparison.Ordinal)) + 1;
        if (month == 0)
            return null;
        var year = Full(named.Groups[3].Value);
        return named.Groups[1].Success && named.Groups[1].Length > 0
            ? Made(year, month, int.Parse(named.Groups[1].Value, CultureInfo.InvariantCulture))
            : Month(year, month);
    }

    private static Reading<Remembered> MonthOf(string year, string month)
    {
        var of = int.Parse(month, CultureInfo.InvariantCulture);
        return of is >= 1 and <= 12 ? Month(Full(year), of) : Reading<Remembered>.Refused("names a month that there is not");
    }

    private static Reading<Remembered> Made(int year, int month, int day)
    {
        if (month is < 1 or > 12 || day < 1 || day > CalendarSystem.Iso.GetDaysInMonth(year, month))
            return Reading<Remembered>.Refused("is a day that there is not");
        return Day(new(year, month, day));
    }

    /// <summary>"24" is 2024, "91" is 1991.</summary>
    private static int Full(string year)
    {
        var read = int.Parse(year, CultureInfo.InvariantCulture);
        return year.Length > 2 ? read : read + (read >= 70 ? 1900 : 2000);
    }

    private static readonly string[] Months = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];

    [GeneratedRegex(@"^(\d{1,3}) (days?|weeks?|months?|years?) ago$", RegexOptions.CultureInvariant)]
    private static partial Regex Ago();

    [GeneratedRegex(@"^(\d{4})-(\d{1,2})$", RegexOptions.CultureInvariant)]
    private static partial Regex IsoMonth();

    [GeneratedRegex(@"^(\d{1,2})[./ ](\d{4})$", RegexOptions.CultureInvariant)]
    private static partial Regex MonthYear();

    [GeneratedRegex(@"^(\d{1,2})([./])(\d{1,2})[./](\d{4}|\d{2})$", RegexOptions.CultureInvariant)]
    private static partial Regex DayMonthYear();

    [GeneratedRegex(@"^(\d{1,2})?\s*([a-z]{3,9})\.?,?\s*(\d{4}|\d{2})$", RegexOptions.CultureInvariant)]
    private static partial Regex NamedDay();
}
