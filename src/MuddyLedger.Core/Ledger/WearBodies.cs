using System.Collections.Immutable;
using MuddyLedger.Core.Limits;
using NodaTime;

namespace MuddyLedger.Core.Ledger;

/// <summary>What wears was looked at, not measured: a grade that joins the readings of its series.</summary>
/// <param name="Series">The kind of series: "front-pads".</param>
/// <param name="Grade">The worst of its places.</param>
public sealed record WearLooked(string Series, string Title, Grade Grade, string? Note = null) : EntryBody
{
    /// <summary>What each place looked like; empty where it was looked at as a whole.</summary>
    public ImmutableArray<PlaceLook> Places
    {
        get => field.IsDefault ? [] : field;
        init;
    } = [];

    public Guid? Photo { get; init; }

    public bool Equals(WearLooked? other) =>
        other is not null
        && (Series, Title, Grade, Note, Photo) == (other.Series, other.Title, other.Grade, other.Note, other.Photo)
        && Places.SequenceEqual(other.Places);

    public override int GetHashCode() => HashCode.Combine(Series, Grade, Note, Places.Length);
}

/// <summary>What one place looked like: "cylinder 2", "left leg".</summary>
public sealed record PlaceLook(string Place, Grade Grade);

public enum ValveSide
{
    Intake,
    Exhaust,
}

/// <summary>One valve of a check.</summary>
/// <param name="Cylinder">From 1.</param>
/// <param name="Number">Of its side in its cylinder, from 1.</param>
/// <param name="Clearance">In millimetres as found; 0 where no feeler goes in: it is nothing, or less.</param>
/// <param name="Shim">Thickness of the shim that was in, in millimetres; null for a screw, or where nobody looked.</param>
/// <param name="Fitted">Thickness of the shim that was put in; null where it stayed.</param>
/// <param name="Left">What it was left at, in millimetres; null where it was not set, or not measured again.</param>
public sealed record ValveReading(
    int Cylinder,
    ValveSide Side,
    int Number,
    decimal Clearance,
    decimal? Shim = null,
    decimal? Fitted = null,
    decimal? Left = null
);

/// <summary>A valve check: every valve that was measured, in one line of the book.</summary>
public sealed record ValvesChecked(ImmutableArray<ValveReading> Valves, string? Note = null) : EntryBody
{
    public bool Equals(ValvesChecked? other) => other is not null && Note == other.Note && Valves.SequenceEqual(other.Valves);

    public override int GetHashCode() => HashCode.Combine(Valves.Length, Note);
}

/// <summary>A trip, race or rally that is planned. Kept again under its own id when it changes; the last word counts.</summary>
/// <param name="Trip">The same for as long as the plan: the id under which it was first kept.</param>
/// <param name="Amount">Distance or hours of it.</param>
/// <param name="From">The day it begins.</param>
/// <param name="Days">How many days it takes, 1 to 366.</param>
/// <param name="Hard">How much faster it wears than the usual riding, 1 to 4.</param>
/// <param name="Dropped">It is not on any more.</param>
public sealed record TripPlanned(
    Guid Trip,
    string Title,
    Meters.MeterAmount Amount,
    LocalDate From,
    int Days,
    decimal Hard,
    bool Loaded,
    bool Dropped = false
) : EntryBody;
