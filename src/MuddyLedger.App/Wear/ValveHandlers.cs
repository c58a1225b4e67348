using System.Collections.Immutable;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Store;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.App.Wear;

/// <summary>Valve checks: the grid, the shims, the history of each valve.</summary>
public sealed class ValveHandlers(ShedSnapshots snapshots, IShelfStore shelf, Writing writing)
{
    /// <summary>The last valve check, and what is due.</summary>
    public async Task<Outcome<ValvesAnswer>> GetAsync(Guid bike, Caller caller) =>
        await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot ? Problem.NotFound("bike")
        : snapshot.Profile.Valves is ValveAdjustment.ScrewAndLocknut or ValveAdjustment.ShimUnderBucket
            ? await AnswerAsync(snapshot, caller)
        : Problem.NotFound("valve check");

    private async Task<ValvesAnswer> AnswerAsync(BikeSnapshot snapshot, Caller caller) =>
        AnswerOf(snapshot, ShelfShims.Of(await shelf.StockAsync(caller.Cancel), snapshot.Bike.Id.Value));

    private static ValvesAnswer AnswerOf(BikeSnapshot snapshot, ImmutableArray<ShelfShim> shelf)
    {
        var bike = snapshot.Profile;
        var axis = new WearAxes(bike, snapshot.Meters, snapshot.Today);
        return new(
            Nickname: bike.Nickname,
            Today: snapshot.Today,
            Shims: bike.Valves == ValveAdjustment.ShimUnderBucket,
            Intake: RangeOf(bike, ValveSide.Intake),
            Exhaust: RangeOf(bike, ValveSide.Exhaust),
            AxisUnit: axis.Kind is { } kind ? bike.UnitOf(kind).Symbol : null,
            Valves: [.. snapshot.Valves.Select(valve => AnswerOf(valve, bike, axis))],
            Job: snapshot.Tasks.FirstOrDefault(task => task.Task.Id == "valves.measure")?.Task.Job,
            Shelf: shelf
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
        double InUnit(double x) => WearPlots.InUnit(x, axis.Kind, bike);
        var now = axis.XToday(WearAxis.Use);
        var placed = valve.Points.Where(point => point.X is not null).Select(point => point.X!.Value).ToList();
        return new(
            Cylinder: valve.Place.Cylinder,
            Side: valve.Place.Side,
            Number: valve.Place.Number,
            Name: valve.Place.Name(bike.Cylinders),
            Points:
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
            Verdict: VerdictAnswer.Of(valve.Verdict),
            Trust: valve.Trust,
            ShimNow: valve.ShimNow,
            LeftAt: valve.LeftAt is { } left ? BothUnits.Of(left) : null,
            EarlyDue: valve.Due?.Early,
            LikelyDue: valve.Due?.Likely,
            LateDue: valve.Due?.Late,
            Left: OnMeter(valve.Likely - now),
            ShimsLeft: valve.ShimsLeft,
            ShimsEnd: OnMeter(valve.ShimsEnd),
            Line: valve.Line is { } line && placed.Count > 1
                ? [new(InUnit(placed.Min()), line.At(placed.Min())), new(InUnit(placed.Max()), line.At(placed.Max()))]
                : []
        );
    }

    /// <summary>Which shims go where so that fewest are bought.</summary>
    public async Task<Outcome<ShimPlanAnswer>> PlanAsync(Guid bike, ShimPlanRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var check = caller.Check();
        var valves = ValveForm.Read(body.Valves, body.Unit, check);
        var shelf = ValveForm.ShelfOf(body.Shelf, check);
        var step = ValveForm.StepOf(body.Step, check);
        if (check.Failed)
            return check.Problem();
        var shims = snapshot.Profile.Valves == ValveAdjustment.ShimUnderBucket;
        return PlanOf(valves, shelf, ShimSizes.Usual with { Step = step }, shims, snapshot.Profile);
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
                        Cylinder: one.Valve.Cylinder,
                        Side: one.Valve.Side,
                        Number: one.Valve.Number,
                        Name: one.Place.Name(bike.Cylinders),
                        Verdict: VerdictOf(one.ToSet),
                        Clearance: BothUnits.Of(one.Valve.Clearance),
                        Shim: one.Valve.Shim,
                        Best: best,
                        Put: shims && move is { Where: not ShimFrom.Stays } ? Microns.Millimetres(move.Shim) : null,
                        Where: shims ? move?.Where : null,
                        From: move?.From,
                        Left: shims && move is not null ? BothUnits.Of(Microns.Millimetres(move.Left)) : null,
                        Why: shims ? stuck.Why : null
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

    /// <summary>Writes a valve check with its shims.</summary>
    public async Task<Outcome<ValvesAnswer>> CheckAsync(Guid bike, ValveCheckRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        if (snapshot.Profile.Valves is not (ValveAdjustment.ScrewAndLocknut or ValveAdjustment.ShimUnderBucket))
            return Problem.NotFound("valve check");
        var check = caller.Check(body.Id);
        var date = check.DateOrToday("date", body.Date, snapshot.Today);
        var valves = ValveForm.Read(body.Valves, body.Unit, check);
        if (valves.IsEmpty)
            check.Refuse("valves", "has no clearance: write down at least one");
        var note = check.OptionalText("note", body.Note, 500);
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (rows, stamp) =>
            {
                LedgerEntry Line(Guid id, EntryBody line) => new(new(id), snapshot.Bike.Id, date, stamp.At, stamp.Device, line);
                rows.AddEntry(Line(body.Id, new ValvesChecked(valves, note)));
                // All of them measured is the task done, if none was left outside its limits.
                if (IsWhole(valves, snapshot.Profile))
                    rows.AddEntry(Line(Guid.CreateVersion7(), new TaskDone("valves.measure", Evidence.DoneHere)));
                foreach (var (stock, count) in ShelfShims.TakenFor(valves, await shelf.StockAsync(caller.Cancel), bike))
                    shelf.Add(
                        new StockMove(
                            Guid.CreateVersion7(),
                            stock.Id,
                            null,
                            -count,
                            date,
                            StockCause.Taken,
                            $"Valves, {snapshot.Profile.Nickname}"
                        ),
                        stamp.At,
                        stamp.Device
                    );
                return null;
            },
            async () => await AnswerAsync((await snapshots.OneAsync(bike, caller.Cancel))!, caller)
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
}
