using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Servicing;
using NodaTime;

namespace MuddyLedger.App.Servicing;

/// <summary>What a limit goes by.</summary>
public enum LimitForm
{
    Use,
    Calendar,
    Paper,
    Worn,

    /// <summary>The end of what was measured.</summary>
    Wear,
}

/// <summary>One limit of a service item, and how much of it is used.</summary>
/// <param name="Form">By use, by calendar, when worn, or by a day that is entered.</param>
/// <param name="Amount">A use limit as it counts for this bike.</param>
/// <param name="Stated">The same as its source states it, where severe use shortened it or the unit is another; where wear ends, its
/// value.</param>
/// <param name="Months">Of a limit by calendar.</param>
/// <param name="Share">Of it used up: 1 is due; null where it is not known.</param>
/// <param name="Left">Of a limit by use; below 0 it is overdue. Null where it is not known.</param>
/// <param name="DaysLeft">Of a limit by calendar or by a day; below 0 it is overdue. Null where it is not known.</param>
/// <param name="EarlyDue">The day it is due if the bike is used as much as it likely may be; null where nothing foretells it.</param>
/// <param name="LikelyDue">The likeliest day it is due; null where nothing foretells it.</param>
/// <param name="LateDue">The day it is due if the bike is used as little as it likely may be; null where nothing foretells it.</param>
/// <param name="Governing">It is the one that comes first.</param>
/// <param name="Estimated">The meter was not read, and rides stand in for it.</param>
/// <param name="Provenance">Where the limit comes from.</param>
/// <param name="Editable">The amount as it is put into a field to be changed.</param>
public sealed record LimitAnswer(
    LimitForm Form,
    Shown? Amount,
    Shown? Stated,
    int? Months,
    decimal? Share,
    Shown? Left,
    int? DaysLeft,
    LocalDate? EarlyDue,
    LocalDate? LikelyDue,
    LocalDate? LateDue,
    bool Governing,
    bool Estimated,
    ShownProvenance Provenance,
    string? Editable
)
{
    /// <summary>What shows that it is time, where no interval says so; or the title of the series that says where it ends.</summary>
    public string? Sign { get; init; }

    /// <summary>The series that says where it ends.</summary>
    public string? Series { get; init; }
}

/// <summary>The kind of reason for how a service item stands.</summary>
public enum BecauseKind
{
    AfterRide,
    LastDone,
    NoHistory,
    PutInForNow,
    Claimed,
    TreatedAsDue,
    Paper,
    OwnInterval,
    Limit,
    FirstLimit,
    MeterToday,
    Ratio,
    Forecast,
    ForecastStated,
    Season,
    SevereRides,
    RateUnknown,
    MeterUnknown,
    Worn,
    LeftAlone,
    Measured,
}

/// <summary>One line of the working, as data: which fields are filled follows from the kind.</summary>
/// <param name="Kind">The kind of reason, by which its sentence is built.</param>
public sealed record BecauseAnswer(BecauseKind Kind)
{
    /// <summary>Of the line that it rests on.</summary>
    public LocalDate? Date { get; init; }

    /// <summary>Up to which day.</summary>
    public LocalDate? Until { get; init; }

    /// <summary>What the meter showed, or how far something goes.</summary>
    public Shown? Amount { get; init; }

    /// <summary>What the owner stated.</summary>
    public Shown? Stated { get; init; }

    /// <summary>By the calendar.</summary>
    public int? Months { get; init; }

    /// <summary>What shows that it is time, where no interval says so; or why it is left alone.</summary>
    public string? Sign { get; init; }

    /// <summary>How many rides or readings.</summary>
    public int? Count { get; init; }

    /// <summary>For a forecast: how many weeks of even weight the mean rests on.</summary>
    public int? Weeks { get; init; }

    /// <summary>Where the meter's figure comes from.</summary>
    public MeterSource? Source { get; init; }

    /// <summary>The meter was not read then.</summary>
    public bool Estimated { get; init; }

    /// <summary>The day on which work of an earlier day was written down; null where it was written at once.</summary>
    public LocalDate? WrittenLater { get; init; }

    /// <summary>How it is known.</summary>
    public Evidence? Evidence { get; init; }

    /// <summary>Which one.</summary>
    public MeterKind? Meter { get; init; }

    /// <summary>The line that it rests on.</summary>
    public Guid? Entry { get; init; }

    /// <summary>Where the rule comes from.</summary>
    public ShownProvenance? Provenance { get; init; }

    /// <summary>The series of wear that it is about.</summary>
    public string? Series { get; init; }

    /// <summary>What shortens the limit.</summary>
    public IReadOnlyList<SeverityAnswer> Severities { get; init; } = [];
}

/// <summary>Hard use that shortens a limit.</summary>
/// <param name="Severity">Which.</param>
/// <param name="Factor">What the limit is multiplied by, 0.1 to 1.</param>
/// <param name="Provenance">Where that comes from.</param>
public sealed record SeverityAnswer(Severity Severity, decimal Factor, ShownProvenance Provenance);
