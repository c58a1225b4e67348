using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Wear;
using NodaTime;

namespace MuddyLedger.App.Wear;

/// <summary>A valve as it was measured.</summary>
/// <param name="Cylinder">From 1.</param>
/// <param name="Side">Intake or exhaust.</param>
/// <param name="Number">Of its side in that cylinder, from 1.</param>
/// <param name="Clearance">As typed: "0.12", "4.5 thou"; empty for a valve that was not measured.</param>
/// <param name="Shim">The shim that is in, as typed: "2.85" or "285".</param>
/// <param name="Fitted">The shim that was put in; empty where it stayed.</param>
/// <param name="Left">What it was left at.</param>
public sealed record ValveRequest(int Cylinder, ValveSide Side, int Number, string? Clearance, string? Shim, string? Fitted, string? Left);

/// <summary>Clearances that were measured.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Unit">What a bare clearance means: "mm" or "thou".</param>
/// <param name="Valves">One by one.</param>
/// <param name="Note">In the owner's words; empty where there is nothing to say.</param>
public sealed record ValveCheckRequest(Guid Id, string? Date, string Unit, IReadOnlyList<ValveRequest> Valves, string? Note);

/// <summary>A grid that is being filled in: nothing is kept.</summary>
/// <param name="Unit">In which a number alone is read: mm or thou.</param>
/// <param name="Valves">One by one.</param>
/// <param name="Shelf">Shims that lie there, as typed: "2.80, 2.85 x2".</param>
/// <param name="Step">"0.05" or "0.025": the sizes that can be bought.</param>
public sealed record ShimPlanRequest(string Unit, IReadOnlyList<ValveRequest> Valves, string? Shelf, string? Step);

/// <summary>A length of valve work in both units.</summary>
/// <param name="Millimetres">To the hundredth.</param>
/// <param name="Thou">Thousandths of an inch.</param>
public sealed record BothUnits(decimal Millimetres, decimal Thou)
{
    /// <param name="millimetres">Exact; thousandths of an inch are rounded to a tenth.</param>
    public static BothUnits Of(decimal millimetres) => new(millimetres, Math.Round(millimetres / 0.0254m, 1));
}

/// <summary>A valve as it was measured once.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Date">When.</param>
/// <param name="X">By the meter, for the plot; null where it is not known.</param>
/// <param name="Meter">Null where it is not known.</param>
/// <param name="Clearance">As found.</param>
/// <param name="Shim">Millimetres, as found; null where there is none, or it was not read.</param>
/// <param name="Fitted">Millimetres; null where the shim stayed.</param>
/// <param name="LeftAt">The clearance that it was left at.</param>
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

/// <summary>One valve and what becomes of it.</summary>
/// <param name="Cylinder">From 1.</param>
/// <param name="Side">Intake or exhaust.</param>
/// <param name="Number">Of its side in that cylinder, from 1.</param>
/// <param name="Name">In words.</param>
/// <param name="Points">The oldest first.</param>
/// <param name="Verdict">Of the last one; null where no limit is known.</param>
/// <param name="Trust">How far its line can be trusted.</param>
/// <param name="ShimNow">Millimetres; null where it is not known.</param>
/// <param name="LeftAt">The clearance that it was left at.</param>
/// <param name="EarlyDue">The day it is due if the bike is used as much as it likely may be; null where nothing foretells it.</param>
/// <param name="LikelyDue">The likeliest day it is due; null where nothing foretells it.</param>
/// <param name="LateDue">The day it is due if the bike is used as little as it likely may be; null where nothing foretells it.</param>
/// <param name="Left">Until it reaches its limit.</param>
/// <param name="ShimsLeft">How much thinner the shim can still become, mm.</param>
/// <param name="ShimsEnd">On the meter: where the thinnest shim no longer brings it inside.</param>
/// <param name="Line">To be drawn.</param>
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

/// <summary>What is allowed.</summary>
/// <param name="Low">The least.</param>
/// <param name="High">The most.</param>
/// <param name="From">Where it comes from.</param>
public sealed record ClearanceAnswer(BothUnits Low, BothUnits High, ShownProvenance From);

/// <summary>The valves of a bike.</summary>
/// <param name="Nickname">Of the bike.</param>
/// <param name="Today">By the shed's clock, in the owner's calendar.</param>
/// <param name="Shims">Shims under buckets; else screws and locknuts.</param>
/// <param name="Intake">What is allowed; null where not known.</param>
/// <param name="Exhaust">What is allowed; null where not known.</param>
/// <param name="AxisUnit">Of the meter that the histories lie on.</param>
/// <param name="Valves">By cylinder and side.</param>
/// <param name="Job">The job that measures them; null where none fits.</param>
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

/// <summary>What a clearance amounts to.</summary>
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
/// <param name="Cylinder">From 1.</param>
/// <param name="Side">Intake or exhaust.</param>
/// <param name="Number">Of its side in that cylinder, from 1.</param>
/// <param name="Name">In words.</param>
/// <param name="Verdict">Not measured, right, tight, wide, or closed.</param>
/// <param name="Clearance">As found; null where it was not measured.</param>
/// <param name="Shim">Millimetres to go in; null where the old one stays.</param>
/// <param name="Best">The shim that would bring it to the middle exactly, mm; null for screws and where it cannot be worked out.</param>
/// <param name="Put">The shim that goes in, mm; null where nothing changes or nothing can be said.</param>
/// <param name="Where">Where that shim comes from; null where none is needed.</param>
/// <param name="From">The valve that it comes out of, by name.</param>
/// <param name="Left">The clearance that it comes to.</param>
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

/// <summary>Which shim goes where.</summary>
/// <param name="Lines">Valve by valve.</param>
/// <param name="Buy">Shims to buy, mm.</param>
/// <param name="Spare">Shims left over, mm.</param>
public sealed record ShimPlanAnswer(IReadOnlyList<ValvePlanLine> Lines, IReadOnlyList<decimal> Buy, IReadOnlyList<decimal> Spare);
