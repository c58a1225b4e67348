using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.App.Wear;

/// <param name="Clearance">As typed: "0.12", "4.5 thou"; empty for a valve that was not measured.</param>
/// <param name="Shim">The shim that is in, as typed: "2.85" or "285".</param>
/// <param name="Fitted">The shim that was put in; empty where it stayed.</param>
/// <param name="Left">What it was left at.</param>
public sealed record ValveRequest(int Cylinder, ValveSide Side, int Number, string? Clearance, string? Shim, string? Fitted, string? Left);

/// <param name="Unit">What a bare clearance means: "mm" or "thou".</param>
public sealed record ValveCheckRequest(Guid Id, string? Date, string Unit, IReadOnlyList<ValveRequest> Valves, string? Note);

/// <summary>A grid that is being filled in: nothing is kept.</summary>
/// <param name="Shelf">Shims that lie there, as typed: "2.80, 2.85 x2".</param>
/// <param name="Step">"0.05" or "0.025": the sizes that can be bought.</param>
public sealed record ShimPlanRequest(string Unit, IReadOnlyList<ValveRequest> Valves, string? Shelf, string? Step);

/// <summary>A length of valve work in both units.</summary>
public sealed record BothUnits(decimal Millimetres, decimal Thou)
{
    public static BothUnits Of(decimal millimetres) => new(millimetres, Math.Round(millimetres / 0.0254m, 1));
}

public sealed record ValvePointAnswer(
    Guid Entry,
    LocalDate Date,
    double? X,
    Shown? Meter,
    BothUnits Clearance,
    decimal? Shim,
    decimal? Fitted,
    BothUnits LeftAt
);

/// <param name="ShimsLeft">How much thinner the shim can still become, mm.</param>
/// <param name="ShimsEnd">On the meter: where the thinnest shim no longer brings it inside.</param>
public sealed record ValveAnswer(
    int Cylinder,
    ValveSide Side,
    int Number,
    string Name,
    IReadOnlyList<ValvePointAnswer> Points,
    VerdictAnswer? Verdict,
    ValveTrust Trust,
    decimal? ShimNow,
    BothUnits? LeftAt,
    LocalDate? EarlyDue,
    LocalDate? LikelyDue,
    LocalDate? LateDue,
    Shown? Left,
    decimal? ShimsLeft,
    Shown? ShimsEnd,
    IReadOnlyList<PlotPoint> Line
);

public sealed record ClearanceAnswer(BothUnits Low, BothUnits High, ShownProvenance From);

/// <param name="Shims">Shims under buckets; else screws and locknuts.</param>
/// <param name="AxisUnit">Of the meter that the histories lie on.</param>
/// <param name="Shelf">Shims that lie on the shelf, by their names there.</param>
public sealed record ValvesAnswer(
    string Nickname,
    LocalDate Today,
    bool Shims,
    ClearanceAnswer? Intake,
    ClearanceAnswer? Exhaust,
    string? AxisUnit,
    IReadOnlyList<ValveAnswer> Valves,
    string? Job,
    IReadOnlyList<ShelfShim> Shelf
);

public enum ValveVerdict
{
    NotMeasured,
    Right,
    Tight,
    Wide,

    /// <summary>No feeler goes in.</summary>
    Closed,

    /// <summary>Nobody has entered between which limits it is right.</summary>
    NoRange,
}

/// <summary>One valve of the plan.</summary>
/// <param name="Best">The shim that would bring it to the middle exactly, mm; null for screws and where it cannot be reckoned.</param>
/// <param name="Put">The shim that goes in, mm; null where nothing changes or nothing can be said.</param>
/// <param name="From">The valve that it comes out of, by name.</param>
/// <param name="Why">Why no shim can be worked out.</param>
public sealed record ValvePlanLine(
    int Cylinder,
    ValveSide Side,
    int Number,
    string Name,
    ValveVerdict Verdict,
    BothUnits? Clearance,
    decimal? Shim,
    decimal? Best,
    decimal? Put,
    ShimFrom? Where,
    string? From,
    BothUnits? Left,
    string? Why
);

/// <param name="Buy">Shims to buy, mm.</param>
/// <param name="Spare">Shims left over, mm.</param>
public sealed record ShimPlanAnswer(IReadOnlyList<ValvePlanLine> Lines, IReadOnlyList<decimal> Buy, IReadOnlyList<decimal> Spare);
