using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Rides;

/// <summary>The bike was ridden.</summary>
/// <param name="Distance">Null where nobody said how far; <paramref name="Hours"/> likewise. One of the two is there.</param>
/// <param name="Hours">Of the engine; null where they were not read.</param>
/// <param name="Ground">What it was ridden on, in words; empty where nobody said.</param>
public sealed record RideDone(Distance? Distance, EngineHours? Hours, string Ground) : EntryBody
{
    /// <summary>Why it was ridden although the book did not have it open to be ridden; null where it was.</summary>
    public string? Despite { get; init; }

    /// <summary>
    /// How this ride was harder than the ordinary; a severe use shortens the limits that name it. Empty for an ordinary ride.
    /// </summary>
    public ImmutableArray<Severity> Severities { get; init; } = [];

    public override string KindName() => "Ride";

    public override IEnumerable<EntryFigure> Figures()
    {
        if (Distance is { } distance)
            yield return new MeterFigure(
                "distance",
                MeterAmount.Of(distance),
                far => this with { Distance = Units.Distance.FromMetres(far.InBase) }
            );
        if (Hours is { } hours)
            yield return new MeterFigure("hours", MeterAmount.Of(hours), ran => this with { Hours = EngineHours.FromHours(ran.InBase) });
        if (Ground.Length > 0)
            yield return new NoteFigure("ground", Ground, words => this with { Ground = words ?? "" });
        foreach (var hard in Severities)
            yield return WordFigure.Of("severity", hard);
        if (Despite is { } despite)
            yield return new NoteFigure("despite", despite, words => this with { Despite = words });
    }

    public bool Equals(RideDone? other) =>
        other is not null
        && (Distance, Hours, Ground, Despite) == (other.Distance, other.Hours, other.Ground, other.Despite)
        && Severities.SequenceEqual(other.Severities);

    public override int GetHashCode() => HashCode.Combine(Distance, Hours, Ground, Severities.Length);
}
