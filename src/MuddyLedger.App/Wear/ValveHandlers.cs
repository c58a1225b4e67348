using System.Collections.Immutable;
using System.Globalization;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.Content;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Limits;
using MuddyLedger.Core.Units;
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
public sealed record ValvesAnswer(
    string Nickname,
    LocalDate Today,
    bool Shims,
    ClearanceAnswer? Intake,
    ClearanceAnswer? Exhaust,
    string? AxisUnit,
    IReadOnlyList<ValveAnswer> Valves,
    string? Job
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

/// <summary>Valve checks: the grid, the shims, the history of each valve.</summary>
public sealed class ValveHandlers(ShedPictures pictures, Writing writing)
{
    private const int MostValves = 40;
    private const int MostShelf = 200;

    public async Task<Outcome<ValvesAnswer>> GetAsync(Guid bike, Caller caller) =>
        await pictures.OneAsync(bike, caller.Cancel) is not { } picture ? Problem.NotFound("bike")
        : picture.Profile.Valves is ValveAdjustment.ScrewAndLocknut or ValveAdjustment.ShimUnderBucket ? AnswerOf(picture)
        : Problem.NotFound("valve check");

    private static ValvesAnswer AnswerOf(BikePicture picture)
    {
        var bike = picture.Profile;
        var axis = new WearAxes(bike, picture.Meters, picture.Today);
        return new(
            bike.Nickname,
            picture.Today,
            bike.Valves == ValveAdjustment.ShimUnderBucket,
            RangeOf(bike, ValveSide.Intake),
            RangeOf(bike, ValveSide.Exhaust),
            axis.Kind is { } kind ? bike.UnitOf(kind).Symbol : null,
            [.. picture.Valves.Select(valve => AnswerOf(valve, bike, axis))],
            picture.Tasks.FirstOrDefault(task => task.Task.Id == "valves.measure")?.Task.Job
        );
    }

    private static ClearanceAnswer? RangeOf(Profile bike, ValveSide side)
    {
        var figure = side == ValveSide.Intake ? BikeFigure.IntakeClearance : BikeFigure.ExhaustClearance;
        return ValveHistory.RangeOf(bike, side) is var (low, high)
            ? new(BothUnits.Of(low), BothUnits.Of(high), ShownProvenance.Of(bike.Figure(figure)!.Provenance))
            : null;
    }

    private static ValveAnswer AnswerOf(ValveSeries valve, Profile bike, WearAxes axis)
    {
        Shown? OnMeter(double? x) =>
            x is { } at && axis.Kind is { } kind
                ? Shown.Of(Core.Meters.MeterAmount.Of(kind, (decimal)Math.Round(at * axis.Base)), bike)
                : null;
        double InUnit(double x) => WearAnswers.InUnit(x, axis.Kind, bike);
        var now = axis.XToday(WearAxis.Use);
        var placed = valve.Points.Where(point => point.X is not null).Select(point => point.X!.Value).ToList();
        return new(
            valve.Place.Cylinder,
            valve.Place.Side,
            valve.Place.Number,
            valve.Place.Name(bike.Cylinders),
            [
                .. valve.Points.Select(point => new ValvePointAnswer(
                    point.Entry.Id.Value,
                    point.Entry.Date,
                    point.X is { } x ? (double?)InUnit(x) : null,
                    point.Meter is { } at ? Shown.Of(at.Lifetime, bike) : null,
                    BothUnits.Of(point.Clearance),
                    point.Shim,
                    point.Fitted,
                    BothUnits.Of(point.LeftAt)
                )),
            ],
            VerdictAnswer.Of(valve.Verdict),
            valve.Trust,
            valve.ShimNow,
            valve.LeftAt is { } left ? BothUnits.Of(left) : null,
            valve.Due?.Early,
            valve.Due?.Likely,
            valve.Due?.Late,
            OnMeter(valve.Likely - now),
            valve.ShimsLeft,
            OnMeter(valve.ShimsEnd),
            valve.Line is { } line && placed.Count > 1
                ? [new(InUnit(placed.Min()), line.At(placed.Min())), new(InUnit(placed.Max()), line.At(placed.Max()))]
                : []
        );
    }

    public async Task<Outcome<ShimPlanAnswer>> PlanAsync(Guid bike, ShimPlanRequest body, Caller caller)
    {
        if (await pictures.OneAsync(bike, caller.Cancel) is not { } picture)
            return Problem.NotFound("bike");
        var check = caller.Check();
        var valves = Read(body.Valves, body.Unit, check);
        var shelf = ShelfOf(body.Shelf, check);
        var step = StepOf(body.Step, check);
        if (check.Failed)
            return check.Problem();
        var shims = picture.Profile.Valves == ValveAdjustment.ShimUnderBucket;
        return PlanOf(valves, shelf, ShimSizes.Usual with { Step = step }, shims, picture.Profile);
    }

    private static ShimPlanAnswer PlanOf(
        ImmutableArray<ValveReading> valves,
        ImmutableArray<int> shelf,
        ShimSizes sizes,
        bool shims,
        Profile bike
    )
    {
        var asked = valves
            .Select(valve =>
            {
                var place = new ValvePlace(valve.Cylinder, valve.Side, valve.Number);
                var range = ValveHistory.RangeOf(bike, valve.Side);
                return (
                    Valve: valve,
                    Place: place,
                    Range: range,
                    ToSet: range is var (low, high)
                        ? new ValveToSet(
                            place.Name(bike.Cylinders),
                            Microns.Of(valve.Clearance),
                            valve.Shim is { } shim ? Microns.Of(shim) : null,
                            new(Microns.Of(low), Microns.Of(high))
                        )
                        : null
                );
            })
            .ToList();
        var plan = SwapPlan.Of([.. asked.Select(one => one.ToSet).OfType<ValveToSet>()], shelf, sizes);
        return new(
            [
                .. asked.Select(one =>
                {
                    var move = plan.Moves.FirstOrDefault(move => ReferenceEquals(move.Valve, one.ToSet));
                    var stuck = plan.Unsolved.FirstOrDefault(pair => ReferenceEquals(pair.Valve, one.ToSet));
                    var best =
                        shims && one.ToSet is { Shim: not null, Closed: false } known
                            ? Microns.Millimetres(known.LeftWith(0)) - Microns.Millimetres(known.Range.TwiceMiddle) / 2
                            : (decimal?)null;
                    return new ValvePlanLine(
                        one.Valve.Cylinder,
                        one.Valve.Side,
                        one.Valve.Number,
                        one.Place.Name(bike.Cylinders),
                        VerdictOf(one.ToSet),
                        BothUnits.Of(one.Valve.Clearance),
                        one.Valve.Shim,
                        best,
                        shims && move is { Where: not ShimFrom.Stays } ? Microns.Millimetres(move.Shim) : null,
                        shims ? move?.Where : null,
                        move?.From,
                        shims && move is not null ? BothUnits.Of(Microns.Millimetres(move.Left)) : null,
                        shims ? stuck.Why : null
                    );
                }),
            ],
            shims ? [.. plan.Buy.Select(Microns.Millimetres)] : [],
            shims ? [.. plan.Spare.Select(Microns.Millimetres)] : []
        );
    }

    private static ValveVerdict VerdictOf(ValveToSet? valve) =>
        valve is null ? ValveVerdict.NoRange
        : valve.Right ? ValveVerdict.Right
        : valve.Closed ? ValveVerdict.Closed
        : valve.Clearance < valve.Range.Low ? ValveVerdict.Tight
        : ValveVerdict.Wide;

    public async Task<Outcome<ValvesAnswer>> CheckAsync(Guid bike, ValveCheckRequest body, Caller caller)
    {
        if (await pictures.OneAsync(bike, caller.Cancel) is not { } picture)
            return Problem.NotFound("bike");
        if (picture.Profile.Valves is not (ValveAdjustment.ScrewAndLocknut or ValveAdjustment.ShimUnderBucket))
            return Problem.NotFound("valve check");
        var check = caller.Check(body.Id);
        var date = check.DateOrToday("date", body.Date, picture.Today);
        var valves = Read(body.Valves, body.Unit, check);
        if (valves.IsEmpty)
            check.Refuse("valves", "has no clearance: write down at least one");
        var note = check.OptionalText("note", body.Note, 500);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (rows, pen) =>
            {
                LedgerEntry Line(Guid id, EntryBody line) => new(new(id), picture.Bike.Id, date, pen.At, pen.Device, line);
                rows.AddEntry(Line(body.Id, new ValvesChecked(valves, note)));
                // All of them measured is the task done, if none was left outside its limits.
                if (IsWhole(valves, picture.Profile))
                    rows.AddEntry(Line(Guid.CreateVersion7(), new TaskDone("valves.measure", Evidence.DoneHere)));
                return Task.FromResult<Problem?>(null);
            },
            async () => AnswerOf((await pictures.OneAsync(bike, caller.Cancel))!)
        );
    }

    private static bool IsWhole(ImmutableArray<ValveReading> valves, Profile bike)
    {
        var measured = valves.ToDictionary(valve => new ValvePlace(valve.Cylinder, valve.Side, valve.Number));
        return ValveHistory
            .Places(bike)
            .All(place =>
                measured.TryGetValue(place, out var valve)
                && ValveHistory.RangeOf(bike, place.Side) is var (low, high)
                && (valve.Left ?? (valve is { Fitted: { } put, Shim: { } was } ? valve.Clearance + was - put : valve.Clearance)) is var left
                && left >= low
                && left <= high
            );
    }

    private static ImmutableArray<ValveReading> Read(IReadOnlyList<ValveRequest> asked, string unit, FieldCheck check)
    {
        var bare = unit == "thou" ? Unit.Thou : Unit.Millimetre;
        if (unit is not ("mm" or "thou"))
            check.Refuse("unit", "must be mm or thou");
        if (asked.Count > MostValves)
            check.Refuse("valves", $"are more than {MostValves}");
        var read = ImmutableArray.CreateBuilder<ValveReading>();
        foreach (var (valve, at) in asked.Take(MostValves).Select((valve, at) => (valve, at)))
        {
            if (valve.Cylinder is < 1 or > 12 || valve.Number is < 1 or > 5)
                check.Refuse($"valves.{at}.number", "is no valve of any engine here");
            if (string.IsNullOrWhiteSpace(valve.Clearance))
            {
                if (!string.IsNullOrWhiteSpace(valve.Fitted) || !string.IsNullOrWhiteSpace(valve.Left))
                    check.Refuse($"valves.{at}.clearance", "is missing: what was it before?");
                continue;
            }

            var clearance = check.Quantity($"valves.{at}.clearance", valve.Clearance, bare, 3).In(Unit.Millimetre).Value;
            read.Add(
                new(
                    valve.Cylinder,
                    valve.Side,
                    valve.Number,
                    Rounded(clearance),
                    ShimOf($"valves.{at}.shim", valve.Shim, check),
                    ShimOf($"valves.{at}.fitted", valve.Fitted, check),
                    string.IsNullOrWhiteSpace(valve.Left)
                        ? null
                        : Rounded(check.Quantity($"valves.{at}.left", valve.Left, bare, 3).In(Unit.Millimetre).Value)
                )
            );
        }

        if (read.GroupBy(valve => (valve.Cylinder, valve.Side, valve.Number)).Any(same => same.Count() > 1))
            check.Refuse("valves", "names a valve twice");
        return read.ToImmutable();
    }

    /// <summary>Clearances are kept to the micron: half a thou is 0.0127 mm.</summary>
    private static decimal Rounded(decimal millimetres) => Math.Round(millimetres, 3, MidpointRounding.AwayFromZero);

    /// <summary>"2.85", "285" as it is stamped, or with its unit.</summary>
    private static decimal? ShimOf(string field, string? text, FieldCheck check)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        var value = check.Quantity(field, text, Unit.Millimetre, 1000).In(Unit.Millimetre).Value;
        if (value is >= 100 and <= 500)
            value /= 100;
        if (value is < 0.5m or > 5)
            check.Refuse(field, "is no shim: they are 0.5 to 5 mm thick, or stamped 050 to 500");
        return Math.Round(value, 3);
    }

    private static int StepOf(string? step, FieldCheck check) =>
        step switch
        {
            null or "" or "0.05" => 50,
            "0.025" => 25,
            _ => Refused(check, "step", "must be 0.05 or 0.025"),
        };

    private static int Refused(FieldCheck check, string field, string words)
    {
        check.Refuse(field, words);
        return 50;
    }

    /// <summary>"2.80 2.85 x2; 290".</summary>
    private static ImmutableArray<int> ShelfOf(string? text, FieldCheck check)
    {
        var shelf = ImmutableArray.CreateBuilder<int>();
        foreach (
            var word in (text ?? "")
                .Replace(" x", "x", StringComparison.Ordinal)
                .Split([';', ' ', '\n', '/'], StringSplitOptions.RemoveEmptyEntries)
        )
        {
            var parts = word.Trim(',').Split('x', 2);
            var count = 1;
            if (
                parts.Length == 2
                && (!int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out count) || count is < 1 or > 50)
            )
                check.Refuse("shelf", $"has a count that is none: \"{word}\"");
            if (ShimOf("shelf", parts[0], check) is { } shim)
                shelf.AddRange(Enumerable.Repeat(Microns.Of(shim), Math.Clamp(count, 1, 50)));
            if (shelf.Count > MostShelf)
            {
                check.Refuse("shelf", $"has more than {MostShelf} shims");
                break;
            }
        }

        return shelf.ToImmutable();
    }
}
