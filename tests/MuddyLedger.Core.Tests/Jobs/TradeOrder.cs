using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Jobs;

namespace MuddyLedger.Core.Tests.Jobs;

/// <summary>
/// The order in which a mechanic would do joined jobs, as rules over the steps of a run in their order: common practice, no source. Each
/// gives what breaks it, in words.
/// </summary>
internal sealed class TradeOrder
{
    private readonly ImmutableArray<Step> _steps;
    private readonly Dictionary<string, int> _place;
    private readonly Dictionary<int, HashSet<string>> _onTray = [];

    public TradeOrder(ImmutableArray<Step> steps)
    {
        _steps = steps;
        _place = steps.Select((step, at) => (step.Id, at)).ToDictionary(pair => pair.Id, pair => pair.at);
        var tray = new Dictionary<string, string>();
        foreach (var (step, at) in steps.Select((step, at) => (step, at)))
        {
            foreach (var part in step.Refits)
                tray.Remove(part);
            _onTray[at] = [.. tray.Values];
            foreach (var part in step.Tray)
                tray[part.Id] = part.Part;
        }
    }

    public static readonly ImmutableArray<(string Rule, Func<TradeOrder, IEnumerable<string>> Broken)> Rules =
    [
        ("the meter is written down before the engine runs", run => run.Late(StepKind.Reading, step => step.EngineRuns)),
        ("signing off is last", run => run._steps[^1].Kind == StepKind.SignOff ? [] : ["the end"]),
        ("a reservoir is drained before it is filled", run => run.DrainedBeforeFilled()),
        ("a drain plug is in before anything is poured over it", run => run.PlugsInBeforePouring()),
        ("the engine is not run while its oil, gear oil or coolant is out", run => run.RunsWithout()),
        ("the engine is not run while what must stay drained is open", run => run.RunsWhileKeptEmpty()),
        ("the engine is not run with parts on the tray that it needs", run => run.RunsInPieces()),
        ("the engine is not run with a rag or a blank in it", run => run.RunsStuffed()),
        ("the engine is not run with the battery or its lead off", run => run.RunsBetween("battery", "Battery")),
        ("an opening is stuffed in the step that opens it or the next", run => run.StuffedAtOnce()),
        ("a rag is out before its place is closed", run => run.RagsOut()),
        ("what must be cold is measured before the engine is run for another job", run => run.ColdFirst()),
        ("fuel is opened on a cold engine", run => run.FuelOpenedCold()),
        ("the coolant's cap comes off a cold engine", run => run.FirstBeforeRuns("coolant/cap-off", "coolant")),
        ("plugs are torqued after the valves are done", run => run.Before("valve-clearances/cover-on", "spark-plugs/torque")),
        ("plugs are torqued after the engine was turned for its timing", run => run.Before("ignition-timing/static", "spark-plugs/torque")),
        ("plugs come out once", run => run.AtMostOnce(StepWith("plug-out-to-turn"))),
        ("valves before ignition", run => run.Before("valve-clearances/cover-on", "ignition-timing/strobe")),
        ("valves before the carburettor's idle", run => run.Before("valve-clearances/cover-on", "carburettor/idle")),
        ("ignition before the carburettor's idle", run => run.Before("ignition-timing/strobe", "carburettor/idle")),
        ("pickup before the carburettor's idle", run => run.Before("pickup-timing/strobe", "carburettor/idle")),
        ("a clean filter is in before idle is set", run => run.Before("air-filter/close", "carburettor/idle")),
        ("new plugs are in before idle is set", run => run.Before("spark-plugs/torque", "carburettor/idle")),
        ("reeds are back before idle is set", run => run.Before("reeds/carb-on", "carburettor/idle")),
        (
            "the tap is clean before the carburettor is filled from it",
            run => run.Before("fuel-tank-and-tap/tap-on", "carburettor/overflow")
        ),
        ("hoses are new before the carburettor is filled through them", run => run.Before("fuel-hoses/dry", "carburettor/overflow")),
        ("valves before compression", run => run.Before("valve-clearances/cover-on", "compression-test/dry")),
        ("cables are set after the clutch is closed", run => run.Before("clutch-stack/cover-on", "cables/clutch-play")),
        ("cables are set after the carburettor is back", run => run.Before("carburettor/on", "cables/throttle-play")),
        ("the front drum is set before its cable", run => run.Before("front-drum/spins", "cables/front-play")),
        ("the rear drum is set before its rod", run => run.Before("rear-drum/spins", "cables/rear-play")),
        ("the chain is set after the rear wheel is in", run => run.AfterClosing("rear-wheel-out", "chain/set")),
        ("the chain's slack is proven after the rear wheel is in", run => run.AfterClosing("rear-wheel-out", "chain/recheck")),
        ("a chain to be measured is measured before it is greased anew", run => run.Before("chain-wear/run", "chain/oil")),
        ("a chain is oiled after it is renewed", run => run.Before("chain-and-sprockets/close", "chain/oil")),
        ("a chain is set after it is renewed", run => run.Before("chain-and-sprockets/close", "chain/set")),
        ("wear is measured on the old chain", run => run.Before("chain-wear/teeth", "chain-and-sprockets/chain-off")),
        ("swingarm bearings before the chain is set", run => run.Before("swingarm-bearings/guides-on", "chain/set")),
        ("swingarm bearings are felt before the linkage is off", run => run.Before("swingarm-bearings/feel", "linkage/bolts")),
        ("spokes are trued before a new tyre goes on", run => run.Before("spokes/again", "front-tyre/tube-in", "rear-tyre/tube-in")),
        ("wheel bearings before the wheel's tyre is balanced", run => run.Before("front-wheel/bearings", "front-tyre/balance")),
        ("one wheel is out at a time", run => run.OneWheel()),
        (
            "pistons are pushed back before the front fluid is brought to its mark",
            run => run.Before("front-pads/pads-in", "front-brake-fluid/mark")
        ),
        (
            "pistons are pushed back before the rear fluid is brought to its mark",
            run => run.Before("rear-pads/pads-in", "rear-brake-fluid/mark")
        ),
        ("front brake is rolled against when its pads are in", run => run.Before("front-pads/firm", "front-brake-fluid/roll")),
        ("rear brake is rolled against when its pads are in", run => run.Before("rear-pads/firm", "rear-brake-fluid/roll")),
        (
            "the steering head is set with its legs out, and torqued with them in",
            run => run.AfterClosing("fork-legs-out", "steering-head/stem-torque")
        ),
        ("the fork is pumped with its wheel in", run => run.AfterClosing("front-wheel-out", "fork-seals/pump")),
        ("washing comes before anything is open", run => run.WashedFirst()),
        ("nothing sparks while fuel is open", run => run.NoSparkOverFuel()),
        ("nobody rides while a hold point for riding is still to come", run => run.RidesLast()),
        ("nobody rides with a part on the tray", run => run.RidesWhole()),
        ("a level is read after the oil has run down, not after another start", run => run.LevelsSettled()),
        ("the radiator is cleaned before it is filled", run => run.Before("radiator/fins", "coolant/pour")),
        ("filings are out before oil goes in", run => run.Before("thread-repair/chips", "engine-oil/pour-first", "gearbox-oil/pour")),
        ("old oil is carried away after the last of it is out", run => run.OldOilLast()),
    ];

    /// <summary>What breaks any rule, in words that name the rule and the steps.</summary>
    public IEnumerable<string> Broken() => Rules.SelectMany(rule => rule.Broken(this).Select(what => $"{rule.Rule}: {what}"));

    /// <summary>Parts that an engine runs without, and that their jobs leave off for it.</summary>
    private static readonly string[] MayBeOff =
    [
        "old spark plugs",
        "shrouds, louvres and guards",
        "guard bolts",
        "power valve cover and screws",
    ];

    private static Func<Step, bool> StepWith(string shared) => step => step.Shared == shared;

    private int At(string id) => _place.GetValueOrDefault(id, -1);

    private IEnumerable<string> Before(string first, params string[] then) =>
        then.Where(later => At(first) >= 0 && At(later) >= 0 && At(first) > At(later)).Select(later => $"{later} before {first}");

    private IEnumerable<string> Late(StepKind kind, Func<Step, bool> than)
    {
        var first = _steps.ToList().FindIndex(step => than(step));
        return first < 0 ? [] : _steps.Skip(first).Where(step => step.Kind == kind).Select(step => $"{step.Id} after {_steps[first].Id}");
    }

    private IEnumerable<string> AtMostOnce(Func<Step, bool> which) => _steps.Where(which).Skip(1).Select(step => step.Id);

    private IEnumerable<Step> Of(StepKind kind, ReservoirId reservoir) =>
        _steps.Where(step => step.Kind == kind && step.Reservoir == reservoir);

    private IEnumerable<string> DrainedBeforeFilled() =>
        from reservoir in Enum.GetValues<ReservoirId>()
        from drain in Of(StepKind.Drain, reservoir)
        from pour in Of(StepKind.Pour, reservoir)
        where At(pour.Id) < At(drain.Id)
        select $"{pour.Id} before {drain.Id}";

    private IEnumerable<string> PlugsInBeforePouring() =>
        from pour in _steps.Where(step => step.Kind == StepKind.Pour)
        from off in _steps.Take(At(pour.Id)).Where(step => JobOf(step) == JobOf(pour)).SelectMany(step => step.Tray)
        where off.Part.Contains("drain plug", StringComparison.Ordinal) && _onTray[At(pour.Id)].Contains(off.Part)
        select $"{pour.Id} with {off.Part} out";

    private IEnumerable<string> RunsWithout() =>
        from reservoir in new[] { ReservoirId.Engine, ReservoirId.OilTank, ReservoirId.Gearbox, ReservoirId.Primary, ReservoirId.Coolant }
        let drain = Of(StepKind.Drain, reservoir).Select(step => At(step.Id)).DefaultIfEmpty(-1).Min()
        where drain >= 0
        let pour = Of(StepKind.Pour, reservoir).Select(step => At(step.Id)).DefaultIfEmpty(-1).Max()
        from run in _steps.Where(step => step.EngineRuns && At(step.Id) > drain && At(step.Id) < pour)
        select $"{run.Id} without what is in {reservoir}";

    private IEnumerable<string> RunsWhileKeptEmpty() =>
        from job in _steps.Where(step => !step.Empty.IsEmpty).GroupBy(JobOf)
        from run in _steps.Where(step =>
            step.EngineRuns && At(step.Id) > job.Min(step => At(step.Id)) && At(step.Id) < job.Max(step => At(step.Id))
        )
        select $"{run.Id} inside {job.Key}";

    private IEnumerable<string> RunsInPieces() =>
        from run in _steps.Where(step => step.EngineRuns)
        from part in _onTray[At(run.Id)]
        where !MayBeOff.Contains(part) && !ItsOwn(run, part) && !Harmless(part)
        select $"{run.Id} with {part} off";

    /// <summary>A panel or a seat: what is opened to reach a place, and may stay open while the engine runs.</summary>
    private bool Harmless(string part) =>
        _steps.Any(step =>
            step.IsAccess
            && step.Tray.Any(one => one.Part == part)
            && Given.Content.Access.TryGetValue(JobOf(step), out var group)
            && !group.BlocksRunning
        );

    /// <summary>A job may run the engine with its own cover off: what it looks at lies under it.</summary>
    private bool ItsOwn(Step run, string part) => _steps.Any(step => JobOf(step) == JobOf(run) && step.Tray.Any(one => one.Part == part));

    private IEnumerable<(int From, int To, ForNowThing Thing, Step By)> Spans() =>
        from step in _steps
        from pair in UndoList.Of(step)
        where !pair.Thing.Back && !pair.Thing.Lasting
        let to = _steps
            .Where(other => At(other.Id) > At(step.Id) && UndoList.Of(other).Any(one => one.Thing.Back && one.Thing.Id == pair.Thing.Id))
            .Select(other => At(other.Id))
            .DefaultIfEmpty(_steps.Length)
            .Min()
        select (At(step.Id), to, pair.Thing, step);

    private static bool Stuffs(ForNowThing thing) =>
        thing.Id.StartsWith("rag", StringComparison.Ordinal) || thing.Id.StartsWith("stubs", StringComparison.Ordinal);

    private IEnumerable<string> RunsStuffed() =>
        from span in Spans()
        where Stuffs(span.Thing)
        from run in _steps.Where(step => step.EngineRuns && At(step.Id) > span.From && At(step.Id) < span.To)
        select $"{run.Id} with {span.Thing.What}";

    private IEnumerable<string> RunsBetween(params string[] words) =>
        from span in Spans()
        where words.Any(word => span.Thing.Id.Contains(word, StringComparison.Ordinal))
        from run in _steps.Where(step => step.EngineRuns && At(step.Id) > span.From && At(step.Id) < span.To)
        select $"{run.Id} with {span.Thing.What}";

    private IEnumerable<string> StuffedAtOnce() =>
        from span in Spans()
        where Stuffs(span.Thing) && span.By.Tray.IsEmpty
        where !_steps.Any(open => span.By.After.Contains(open.Id) && UndoList.Of(open).Any(one => Stuffs(one.Thing)))
        let before = _steps.Take(span.From).LastOrDefault(step => step.Kind != StepKind.Photo && !(step.IsAccess && step.Tray.IsEmpty))
        where before is not null && JobOf(before) != JobOf(span.By) && !before.OfJobs.Intersect(span.By.OfJobs).Any()
        select $"{before.Id} before {span.By.Id}";

    private IEnumerable<string> RagsOut() =>
        Spans().Where(span => Stuffs(span.Thing) && span.To == _steps.Length).Select(span => span.By.Id);

    private IEnumerable<string> ColdFirst()
    {
        var cold = _steps.FirstOrDefault(step => step.Shared == "engine-cold");
        var first = _steps.FirstOrDefault(step =>
            step.EngineRuns && !step.OfJobs.IsEmpty && (cold is null || !step.OfJobs.Intersect(cold.OfJobs).Any())
        );
        if (cold is null || first is null)
            return [];
        return At(cold.Id) > At(first.Id)
            ? [$"{first.Id} before {cold.Id}"]
            : _steps
                .Where(step =>
                    step.Kind == StepKind.Measure
                    && !step.EngineRuns
                    && step.OfJobs.All(cold.OfJobs.Contains)
                    && !step.OfJobs.IsEmpty
                    && At(step.Id) > At(first.Id)
                    && !_steps.Any(run => run.EngineRuns && JobOf(run) == JobOf(step) && At(run.Id) < At(step.Id))
                )
                .Select(step => $"{first.Id} before {step.Id}");
    }

    private static readonly string[] FuelJobs = ["carburettor", "fuel-tank-and-tap", "fuel-pump-filter", "fuel-hoses", "reeds"];

    private IEnumerable<string> FuelOpenedCold() =>
        from open in _steps.Where(step =>
            step.Cautions.Contains(Hazard.FuelVapour)
            && step.Kind == StepKind.Do
            && !step.EngineRuns
            && FuelJobs.Contains(JobOf(step))
            && !step.Tray.IsEmpty
        )
        from run in _steps.Where(step => step.EngineRuns && JobOf(step) != JobOf(open) && At(step.Id) < At(open.Id))
        select $"{run.Id} before {open.Id}";

    private IEnumerable<string> FirstBeforeRuns(string id, string job) =>
        At(id) < 0
            ? []
            : _steps.Where(step => step.EngineRuns && JobOf(step) != job && At(step.Id) < At(id)).Select(step => $"{step.Id} before {id}");

    private IEnumerable<string> AfterClosing(string group, string id)
    {
        var close = _steps.Where(step => step.IsAccess && JobOf(step) == group).Select(step => At(step.Id)).DefaultIfEmpty(-1).Max();
        return At(id) >= 0 && close > At(id) ? [$"{id} before {_steps[close].Id}"] : [];
    }

    private IEnumerable<string> OneWheel()
    {
        var (front, rear) = (Span("front-wheel-out"), Span("rear-wheel-out"));
        return front is { } one && rear is { } other && one.From < other.To && other.From < one.To ? ["both wheels are out"] : [];

        (int From, int To)? Span(string group) =>
            _steps.Where(step => step.IsAccess && JobOf(step) == group).Select(step => At(step.Id)).ToList() is { Count: > 0 } places
                ? (places.Min(), places.Max())
                : null;
    }

    private static readonly string[] Washes = ["radiator/rinse", "chain/clean", "look-over/wash", "reeds/clean", "new-bike/wash"];

    private IEnumerable<string> WashedFirst() =>
        from wash in Washes.Where(id => At(id) >= 0)
        from part in _onTray[At(wash)]
        where
            new[]
            {
                "airbox lid and its fasteners",
                "carburettor",
                "spark plug",
                "old spark plugs",
                "valve cover",
                "filler cap",
                "clutch cover",
            }.Contains(part)
        select $"{wash} with {part} off";

    private IEnumerable<string> NoSparkOverFuel() =>
        from spark in _steps.Where(step =>
            step.Cautions.Contains(Hazard.HighTension) || step.Cautions.Contains(Hazard.ChargingGas) || step.EngineRuns
        )
        from part in _onTray[At(spark.Id)]
        where part is "fuel tap and seal" or "pump plate and bolts" or "float bowl and screws" or "carburettor"
        select $"{spark.Id} with {part} off";

    private IEnumerable<string> RidesLast() =>
        from ride in _steps.Where(step => step.Cautions.Contains(Hazard.TestRide))
        from hold in _steps.Skip(At(ride.Id) + 1).Where(step => step.Hold is not null && JobOf(step) != JobOf(ride))
        where !hold.Rides && !_steps.Take(At(hold.Id)).Any(own => own.Rides && JobOf(own) == JobOf(hold))
        select $"{ride.Id} before {hold.Id}";

    private IEnumerable<string> RidesWhole() =>
        from ride in _steps.Where(step => step.Cautions.Contains(Hazard.TestRide))
        from part in _onTray[At(ride.Id)].Where(part => part != "old spark plugs")
        select $"{ride.Id} with {part} off";

    private IEnumerable<string> LevelsSettled() =>
        from settle in _steps.Where(step => step is { Kind: StepKind.Timer, EngineRuns: false, Reservoir: not null })
        from level in _steps.Where(step =>
            step.Kind == StepKind.Level && step.Reservoir == settle.Reservoir && JobOf(step) == JobOf(settle) && At(step.Id) > At(settle.Id)
        )
        from run in _steps.Where(step => step.EngineRuns && At(step.Id) > At(settle.Id) && At(step.Id) < At(level.Id))
        select $"{run.Id} between {settle.Id} and {level.Id}";

    private IEnumerable<string> OldOilLast() =>
        from away in _steps.Where(step => step.Shared == "old-oil-away")
        from drain in _steps.Where(step =>
            step.Kind == StepKind.Drain && step.OfJobs.Intersect(away.OfJobs).Any() && At(step.Id) > At(away.Id)
        )
        select $"{away.Id} before {drain.Id}";

    private static string JobOf(Step step) => step.Id.Contains('/') ? step.Id[..step.Id.IndexOf('/')].Split('.')[0] : "";
}
