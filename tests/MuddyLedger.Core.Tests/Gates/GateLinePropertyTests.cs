using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Tests.Gates;

/// <summary>What holds of the gates over all kinds of bike, any book and any order of taps.</summary>
public class GateLinePropertyTests
{
    private static readonly LocalDate Today = Given.Today;
    private static readonly RunId Run = GateLineTests.Run;

    // Property: over kinds of bike, books and orders of taps no gate is open while something that belongs to it is unknown, below its mark,
    // unproven, failed, or put in place for now, unless a later ride, proof or word of the owner covers what is only not proven.
    [Fact]
    public void No_gate_is_open_while_anything_that_belongs_to_it_is_not() =>
        AnyState.Sample(
            state =>
            {
                var (bike, ledger, bench) = state;
                var running = new RunningJob(Run, bench.Plan, bench.State);
                var line = Given.Line(bike, ledger, UndoList.Of(ledger, [(Run.Value, bench.Job, bench.State)], Given.Day), running);
                foreach (var gate in Enum.GetValues<Gate>())
                {
                    var stops = OpenFindings
                        .Of(ledger)
                        .Any(open => open.Body.Severity == FindingSeverity.Stop && (open.Body.Gate ?? Gate.Ridden) <= gate);
                    var empty = Reservoirs
                        .Of(bike)
                        .Any(id => FluidChain.StateOf(id, ledger).EmptySince is not null && Reservoirs.GateOf(id) <= gate);
                    var forNow = UndoList.Of(ledger, [(Run.Value, bench.Job, bench.State)], Given.Day).Any(one => one.Shuts <= gate);
                    var failed = bench.Plan.Steps.Any(planned =>
                        planned.Step.Hold <= gate && bench.State.Step(planned.Step.Id).Mark is StepMark.NotSound or StepMark.Skipped
                    );
                    if (stops || empty || forNow || failed)
                        line.StateOf(gate)
                            .ShouldBe(GateState.Shut, $"{gate}: stops {stops}, empty {empty}, for now {forNow}, failed {failed}");

                    var lowAfterWord = Reservoirs
                        .Of(bike)
                        .Any(id =>
                            Reservoirs.GateOf(id) <= gate
                            && FluidChain.StateOf(id, ledger).LastLevel is { Level: Level.Below } low
                            && !ledger
                                .Each<WordGiven>()
                                .Any(word => word.Body.Gate >= Reservoirs.GateOf(id) && word.Entry.Place > low.Entry.Place)
                        );
                    var unknown =
                        Reservoirs
                            .Of(bike)
                            .Any(id =>
                                Reservoirs.GateOf(id) <= gate
                                && id != ReservoirId.Fuel
                                && FluidChain.StateOf(id, ledger) is { Unknown: true, LastLevel: null }
                                && !ledger.Each<WordGiven>().Any(word => word.Body.Gate >= Reservoirs.GateOf(id))
                            )
                        && !ledger.Each<RideDone>().Any()
                        && !ledger.Each<TaskDone>().Any()
                        && !ledger.Each<GateProven>().Any()
                        && bench.State.Steps.IsEmpty;
                    var asNonRunner =
                        ledger.Each<TakenIn>().LastOrDefault() is { Body.As: not TakenInAs.Runner } taken
                        && !ledger.InForce.Any(after =>
                            after.Body is RideDone or FuelBought or GateProven
                            || (after.Body is WordGiven word && word.Gate >= gate && after.Place > taken.Entry.Place)
                        )
                        && bench.State.Steps.IsEmpty;
                    var toPass =
                        bench.Plan.Steps.Any(planned =>
                            planned.Step.Hold <= gate && bench.State.Step(planned.Step.Id).Mark == StepMark.Open
                        )
                        && !bench.State.Steps.IsEmpty
                        && !ledger.Each<WordGiven>().Any();
                    if (lowAfterWord || unknown || toPass || asNonRunner)
                        line.StateOf(gate)
                            .ShouldNotBe(
                                GateState.Open,
                                $"{gate}: low {lowAfterWord}, unknown {unknown}, to pass {toPass}, as non-runner {asNonRunner}"
                            );
                }
            },
            iter: 400
        );

    // Property: no order of taps opens a gate early: as long as one hold point of a programme is open or failed, its gate is not open.
    [Fact]
    public void No_order_of_taps_opens_a_gate_early() =>
        Gen.Select(Gen.Int[0, 2], Gen.Select(Gen.Int[0, 90], Gen.Int[0, 11]).Array[1, 90])
            .Sample(
                (job, taps) =>
                {
                    var bike = new[] { Given.Drumlin, Given.Heron, Given.Scree }[job];
                    var bench = new Bench(bike, Given.Content.Job(new[] { "recommissioning", "first-start", "before-a-ride" }[job])!);
                    Tap(bench, taps);
                    if (bench.State.Steps.IsEmpty)
                        return true;
                    var line = Given.Line(bike, GateLineTests.InUse.Ledger, [], new RunningJob(Run, bench.Plan, bench.State));
                    return Enum.GetValues<Gate>()
                        .All(gate =>
                            line.StateOf(gate) != GateState.Open
                            || bench
                                .Plan.Steps.Where(planned => planned.Step.Hold <= gate)
                                .All(planned => bench.State.Step(planned.Step.Id).Mark == StepMark.Done)
                        );
                },
                iter: 60
            );

    private static void Tap(Bench bench, IEnumerable<(int At, int Way)> taps)
    {
        foreach (var (at, way) in taps)
        {
            // Mostly the step that is next, so that runs come some way; now and then any other.
            var id = at < 60 && bench.Next() is { } next ? next : bench.Plan.Steps[at % bench.Plan.Steps.Length].Step.Id;
            bench.Try(
                way switch
                {
                    0 => new StepSkipped(id, "no time"),
                    1 => new StepNotSound(id, new FindingOpened("Odd", FindingSeverity.Watch)),
                    2 => new StepReopened(id),
                    _ => new StepDone(id, bench.RecordFor(id)),
                }
            );
        }
    }

    private static readonly Gen<EntryBody> AnyLine = Gen.OneOf<EntryBody>(
        Gen.Select(Gen.Enum<ReservoirId>(), Gen.Enum<Level>()).Select(EntryBody (id, level) => new LevelSeen(id, level)),
        Gen.Enum<ReservoirId>().Select(EntryBody (id) => new FluidDrained(id, null, DrainReading.NotRead)),
        Gen.Select(Gen.Enum<ReservoirId>(), Gen.Bool).Select(EntryBody (id, flush) => new FluidFilled(id, Given.Litres(1), "oil", flush)),
        Gen.Enum<Gate>().Select(EntryBody (gate) => new FindingOpened("odd", FindingSeverity.Stop, null, null, gate)),
        Gen.Enum<Gate>().Select(EntryBody (gate) => new WordGiven(gate, "it is right")),
        Gen.Enum<Gate>().Select(EntryBody (gate) => new GateProven(gate, "recommissioning")),
        Gen.Enum<TakenInAs>().Select(EntryBody (how) => new TakenIn(how)),
        Gen.Int[1, 60].Select(EntryBody (minutes) => new RideDone(null, EngineHours.FromHours(minutes / 60m), "")),
        Gen.Int[0, 200]
            .Select(EntryBody (millilitres) => new FuelBought(Given.Litres(5), null, false) { Oil = Given.Litres(millilitres / 1000m) }),
        Gen.Enum<Gate>().Select(EntryBody (gate) => new LeftForNow($"thing-{gate}", "a rag", ForNow.InPlace) { Shuts = gate }),
        Gen.Enum<Gate>().Select(EntryBody (gate) => new ForNowUndone($"thing-{gate}", "a rag"))
    );

    private static readonly Gen<(Profile Bike, BikeLedger Ledger, Bench Bench)> AnyState = Gen.Select(
            Gen.Int[0, Given.Content.Sets.Length - 1],
            Gen.Select(Gen.Int[0, 1_500], AnyLine).Array[0, 14],
            Gen.Int[0, 3],
            Gen.Select(Gen.Int[0, 60], Gen.Int[0, 11]).Array[0, 24]
        )
        .Select(
            (set, lines, job, taps) =>
            {
                var bike = Given.Named(Given.Content.Sets[set].Id, "any");
                var book = new LedgerBuilder();
                foreach (var (ago, body) in lines.OrderByDescending(line => line.Item1))
                    book.Write(Today.PlusDays(-ago), body);
                var fitting = Given
                    .Content.Jobs.Where(one =>
                        one.Applies.To(Capabilities.Of(bike))
                        && one.Id is "before-a-ride" or "recommissioning" or "first-start" or "spark-plugs"
                    )
                    .ToList();
                var bench = new Bench(bike, fitting[job % fitting.Count]);
                Tap(bench, taps);
                return (bike, book.Ledger, bench);
            }
        );
}
