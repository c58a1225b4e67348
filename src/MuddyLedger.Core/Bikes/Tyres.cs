using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Bikes;

/// <summary>What holds the air, or stands in for it.</summary>
public enum TyreInner
{
    Tube,
    Tubeless,
    FoamInsert,
}

/// <summary>A tyre as the owner reads it off its side and the placard.</summary>
/// <param name="Size">As printed: "140/80-18".</param>
/// <param name="Placard">The pressure that the bike's placard asks for.</param>
/// <param name="DateCode">The last four digits of the DOT code: week and year.</param>
/// <param name="Inner">Tube, tubeless, or foam insert.</param>
public sealed record Tyre(string? Size, Pressure? Placard, string? DateCode, TyreInner Inner);

/// <summary>The week in which a tyre was made.</summary>
/// <param name="Week">1 to 53.</param>
/// <param name="Year">Four digits.</param>
/// <remarks>Published: 49 CFR 574.5, from memory. Codes of three digits are from before 2000 and do not say which decade.</remarks>
public sealed record TyreDate(int Week, int Year)
{
    /// <summary>Reads "1820" as week 18 of 2020; null where it is no such code.</summary>
    public static TyreDate? Read(string? code)
    {
        var digits = code?.Trim() ?? "";
        if (digits.Length != 4 || !digits.All(char.IsAsciiDigit))
            return null;
        var (week, year) = (
            int.Parse(digits[..2], System.Globalization.CultureInfo.InvariantCulture),
            2000 + int.Parse(digits[2..], System.Globalization.CultureInfo.InvariantCulture)
        );
        return week is >= 1 and <= 53 ? new(week, year) : null;
    }

    /// <summary>The Monday of its week.</summary>
    public LocalDate Monday =>
        LocalDate.FromWeekYearWeekAndDay(
            Year,
            Math.Min(Week, NodaTime.Calendars.WeekYearRules.Iso.GetWeeksInWeekYear(Year, CalendarSystem.Iso)),
            IsoDayOfWeek.Monday
        );

    /// <summary>Whole years old; never negative.</summary>
    public int Years(LocalDate today) => today <= Monday ? 0 : (int)Period.Between(Monday, today, PeriodUnits.Years).Years;

    /// <summary>Common practice, no source: look yearly from five years on, replace at ten at the latest.</summary>
    public string? Warn(LocalDate today) =>
        Years(today) switch
        {
            >= 10 => $"is from week {Week} of {Year}, {Years(today)} years old: replace it, whatever its tread",
            >= 5 => $"is from week {Week} of {Year}, {Years(today)} years old: look for cracks every year",
            _ => null,
        };
}
