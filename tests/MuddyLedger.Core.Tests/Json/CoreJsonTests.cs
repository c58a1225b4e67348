using System.Text.Json;
using CsCheck;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Papers;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using MuddyLedger.Core.Waste;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.Core.Tests.Json;

public class CoreJsonTests
{
    public static TheoryData<EntryBody> Bodies =>
        [
            new MeterRead(Given.Miles(23_588), "after rain"),
            new MeterEpochStarted(Given.Miles(0), Given.Miles(9_010), EpochCause.DashSwapped),
            new RideDone(Distance.FromMetres(42_000), EngineHours.FromHours(2.5m), "grit"),
            new FuelBought(Given.Litres(12.4m), Money.Of(19.80m), true) { Oil = Given.Litres(0.25m) },
            new FluidFilled(ReservoirId.Engine, Given.Litres(2.2m), "10W-40"),
            new FluidToppedUp(ReservoirId.Engine, Given.Litres(0.1m), "10W-40"),
            new FluidDrained(ReservoirId.Engine, null, new(DrainColour.Milky, MagnetReading.Chips, DrainDebris.Plastic, true)),
            new LevelSeen(ReservoirId.Engine, Level.Between),
            new TaskDone("engine-oil.replace", Evidence.Receipt, "stamp"),
            new PartFitted("oil filter", 1),
            new PartRemoved("oil filter", 1, "replaced"),
            new FindingOpened("Weep", FindingSeverity.Stop, "tap", Money.Of(4), Gate.Run),
            new FindingOpened("Cuts out", FindingSeverity.FixSoon, null, Money.Of(30)) { Under = "hot, uphill" },
            new FindingClosed(new(Guid.CreateVersion7()), "new seal") { Tried = "hot, an hour" },
            new BudgetSet(Money.Of(400), [new(Guid.CreateVersion7()), new(Guid.CreateVersion7())]),
            new CureTried(new(Guid.CreateVersion7()), false, "hot, uphill, two up: cut out at the top"),
            new WasteHeld("engine oil", Given.Litres(2.4m)),
            new WasteHandedIn("engine oil", Given.Litres(2.4m), "yard"),
            new CostPaid("filter", Money.Of(11.5m)),
            new LaidUp("winter"),
            new WokenUp(),
            new IntervalSet("valves.measure", Given.Miles(14_000), null, 24, new(ProvenanceKind.Manual, "p. 4-12")),
            new PaperHeld("registration", new(2026, 9, 30)),
            new ServiceItemKept("own-1.do", "Rack mounts", "Try the bolts", Core.Servicing.BikePart.Chassis)
            {
                AfterRides = [Severity.Mud],
            },
            new ServiceItemRested("coolant.replace", new(2026, 9, 30), "in pieces"),
            new ServiceItemResumed("coolant.replace"),
            new RideDone(null, EngineHours.FromHours(1.2m), "race") { Severities = [Severity.Raced, Severity.Grit] },
            new MeasurementTaken("off-the-ground.front-disc", "Front disc thickness", [4.9m, 4.85m, 4.9m], "mm"),
            new MeasurementTaken("front-disc", "Front disc", [4.9m, 4.85m], "mm")
            {
                Places = ["first third", "second third"],
                Instrument = "calliper",
                Photo = Guid.CreateVersion7(),
            },
            new WearLooked("front-pads", "Front brake pads", Core.Limits.Grade.Worn, "nearly gone") { Photo = Guid.CreateVersion7() },
            new ValvesChecked([new(1, ValveSide.Exhaust, 2, 0.12m, 2.85m, 2.8m, 0.17m), new(1, ValveSide.Intake, 1, 0)], "cold"),
            new TripPlanned(Guid.CreateVersion7(), "Over the fells", Given.Miles(900), new(2026, 5, 1), 4, 1.5m, true),
            new LeftForNow("battery", "the battery in the cellar", ForNow.Away) { Shuts = Gate.Run, Where = "shelf" },
            new ForNowUndone("battery", "the battery", "charged and fitted"),
            new TeardownKept(
                "Tank and seat",
                ["tank-off"],
                [new("tank bolts", 2, "at the back", "M8") { Marks = "long one left", Photo = Guid.CreateVersion7() }],
                [Guid.CreateVersion7()],
                "the left one is longer"
            ),
            new ModificationMade("loud pipe", "exhaust", [new(Core.Parts.ConsequenceKind.Jetting, "main 180")], new(Guid.CreateVersion7())),
            new ModificationUndone(new(Guid.CreateVersion7()), "sold"),
            new TemporaryRepairMade("case, cold weld", 24, new(2026, 6, 1)) { Place = "seat-off" },
            new TemporaryRepairLooked(new(Guid.CreateVersion7()), RepairResult.HoldsOn, "dry", new(2026, 9, 1)),
            new LeakLooked([new(Core.Fluids.LeakPlace.DrainPlug, Core.Fluids.LeakGrade.OneSpot, Core.Fluids.LeakFluid.EngineOil)]),
            new PhotoTaken(Guid.CreateVersion7(), "the left side"),
            new TakenIn(TakenInAs.Project),
            new LastRan(new(2007, 1, 1), new(2007, 12, 31), "the seller's word"),
            new EngineRan("first start"),
            new WordGiven(Gate.Ridden, "I rode it today"),
            new GateProven(Gate.Run, "Recommissioning"),
            new PumpProven(PumpProofBy.OwnersWord, "it has fed it for years"),
            new NoteWritten("quotes \" and \u00e9 and \n lines"),
        ];

    [Theory]
    [MemberData(nameof(Bodies))]
    public void What_an_entry_says_comes_back_the_same(EntryBody body) => CoreJson.Read<EntryBody>(CoreJson.Write(body)).ShouldBe(body);

    [Fact]
    public void Every_kind_of_entry_is_tried_above()
    {
        var kinds = typeof(EntryBody)
            .Assembly.GetTypes()
            .Where(type => type.IsSubclassOf(typeof(EntryBody)) && type != typeof(JobFinished));
        kinds.Except(Bodies.Select(row => row.Data.GetType())).ShouldBeEmpty();
    }

    [Fact]
    public void A_finished_job_comes_back_with_what_was_left_out()
    {
        var back = (JobFinished)
            CoreJson.Read<EntryBody>(
                CoreJson.Write<EntryBody>(new JobFinished("engine-oil", "Engine oil", 47, [new("New filter on", "none")], "a clip", null))
            );
        (back.Minutes, back.Leftover, back.Skipped.ShouldHaveSingleItem().Reason).ShouldBe((47, "a clip", "none"));
    }

    // Property: quantities are exact, whatever unit they were typed in.
    [Fact]
    public void Quantities_come_back_exact() =>
        Gen.Select(Gen.Decimal[0, 100_000], Gen.Bool.Select(miles => miles ? Unit.Mile : Unit.Kilometre))
            .Sample(
                (value, unit) =>
                {
                    var read = new MeterRead(MeterAmount.From(new Quantity(Math.Round(value, 3), unit)));
                    return CoreJson.Read<EntryBody>(CoreJson.Write<EntryBody>(read)).Equals(read);
                }
            );

    [Fact]
    public void A_profile_comes_back_the_same() =>
        CoreJson.Write(CoreJson.Read<Profile>(CoreJson.Write(Given.Drumlin))).ShouldBe(CoreJson.Write(Given.Drumlin));

    [Fact]
    public void Every_shipped_job_comes_back_the_same()
    {
        foreach (var job in Given.Content.Jobs)
            CoreJson.Write(CoreJson.Read<Job>(CoreJson.Write(job))).ShouldBe(CoreJson.Write(job), job.Id);
    }

    [Fact]
    public void Every_tap_comes_back_the_same()
    {
        var bench = new Bench(Given.Drumlin)
            .Do(new TrayPut("x", "shield", 1, null, "M6"))
            .Do(new TrayMarked("x", "left", "M6", "dot up", Guid.CreateVersion7()))
            .UpTo("drip")
            .Do(new TimerStarted("drip", 10))
            .Do(new TimerStopped("drip"))
            .Do(new StepNotSound("drip", new FindingOpened("Odd", FindingSeverity.Note)))
            .Do(new StepReopened("drip"))
            .Do(new StepSkipped("drip", "late"))
            .Do(new StepNoted("drip", "note"));
        foreach (var act in bench.Events.Select(tap => tap.Act))
            CoreJson.Write(CoreJson.Read<RunAct>(CoreJson.Write(act))).ShouldBe(CoreJson.Write(act));
    }

    [Theory]
    [InlineData("""{"kind":"reading","display":"12 furlongs"}""")]
    [InlineData("""{"kind":"reading","display":12}""")]
    [InlineData("""{"kind":"reading","display":"12 km","more":1}""")]
    [InlineData("""{"kind":"sacrifice"}""")]
    [InlineData("""{"kind":"fill","reservoir":"engine","volume":"2 km","fluid":"x"}""")]
    [InlineData("null")]
    public void What_is_no_entry_is_refused(string text) =>
        Should
            .Throw<Exception>(() => CoreJson.Read<EntryBody>(text))
            .ShouldBeAssignableTo<Exception>()!
            .ShouldSatisfyAllConditions(thrown =>
                (thrown is JsonException or NotSupportedException or InvalidOperationException).ShouldBeTrue()
            );
}
