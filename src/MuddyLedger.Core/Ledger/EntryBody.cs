using System.Text.Json.Serialization;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Papers;
using MuddyLedger.Core.Parts;
using MuddyLedger.Core.Rides;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Waste;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.Core.Ledger;

/// <summary>
/// What an entry says happened. A kind is one file in the room it belongs to: its fields, its name, what it says figure by figure, how a
/// figure is corrected, and the names that a field had before (0046); and its line here.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(MeterRead), "reading")]
[JsonDerivedType(typeof(MeterEpochStarted), "meter-epoch")]
[JsonDerivedType(typeof(RideDone), "ride")]
[JsonDerivedType(typeof(FuelBought), "fuel")]
[JsonDerivedType(typeof(FluidFilled), "fill")]
[JsonDerivedType(typeof(FluidToppedUp), "top-up")]
[JsonDerivedType(typeof(FluidDrained), "drain")]
[JsonDerivedType(typeof(LevelSeen), "level")]
[JsonDerivedType(typeof(TaskDone), "task-done")]
[JsonDerivedType(typeof(PartFitted), "part-fitted")]
[JsonDerivedType(typeof(PartRemoved), "part-removed")]
[JsonDerivedType(typeof(FindingOpened), "finding-opened")]
[JsonDerivedType(typeof(FindingClosed), "finding-closed")]
[JsonDerivedType(typeof(CureTried), "cure-tried")]
[JsonDerivedType(typeof(BudgetSet), "budget")]
[JsonDerivedType(typeof(WasteHeld), "waste-held")]
[JsonDerivedType(typeof(WasteHandedIn), "waste-handed-in")]
[JsonDerivedType(typeof(CostPaid), "cost")]
[JsonDerivedType(typeof(JobFinished), "job-finished")]
[JsonDerivedType(typeof(NoteWritten), "note")]
[JsonDerivedType(typeof(MeasurementTaken), "measurement")]
[JsonDerivedType(typeof(PhotoTaken), "photo")]
[JsonDerivedType(typeof(LeftForNow), "for-now")]
[JsonDerivedType(typeof(ForNowUndone), "for-now-undone")]
[JsonDerivedType(typeof(LeakLooked), "leak-look")]
[JsonDerivedType(typeof(TeardownKept), "teardown")]
[JsonDerivedType(typeof(ModificationMade), "modification")]
[JsonDerivedType(typeof(ModificationUndone), "modification-undone")]
[JsonDerivedType(typeof(TemporaryRepairMade), "temporary-repair")]
[JsonDerivedType(typeof(TemporaryRepairLooked), "temporary-repair-look")]
[JsonDerivedType(typeof(LaidUp), "laid-up")]
[JsonDerivedType(typeof(WokenUp), "woken-up")]
[JsonDerivedType(typeof(IntervalSet), "interval")]
[JsonDerivedType(typeof(PaperHeld), "paper")]
[JsonDerivedType(typeof(ServiceItemKept), "service-item")]
[JsonDerivedType(typeof(ServiceItemRested), "service-rest")]
[JsonDerivedType(typeof(ServiceItemResumed), "service-resumed")]
[JsonDerivedType(typeof(TakenIn), "taken-in")]
[JsonDerivedType(typeof(LastRan), "last-ran")]
[JsonDerivedType(typeof(EngineRan), "engine-ran")]
[JsonDerivedType(typeof(WordGiven), "word")]
[JsonDerivedType(typeof(GateProven), "gate-proven")]
[JsonDerivedType(typeof(PumpProven), "pump-proven")]
[JsonDerivedType(typeof(WearLooked), "wear-look")]
[JsonDerivedType(typeof(ValvesChecked), "valve-check")]
[JsonDerivedType(typeof(TripPlanned), "trip")]
public abstract record EntryBody
{
    /// <summary>What the book calls such lines: "Topped up".</summary>
    public abstract string KindName();

    /// <summary>What the book calls this line, where that depends on what it says.</summary>
    public virtual string LineName() => KindName();

    /// <summary>What the line says, in the order in which it is read.</summary>
    public abstract IEnumerable<EntryFigure> Figures();
}
