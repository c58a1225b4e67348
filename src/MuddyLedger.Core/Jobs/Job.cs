using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Jobs;

public enum StepKind { Do, Check, Reading, Level, Drain, Pour, Torque, Timer, Choose, SignOff }

/// <summary>What can hurt. The words shown for each are in <see cref="Cautions"/>.</summary>
public enum Hazard
{
    CarbonMonoxide, HotParts, HotOil, BikeOnStand, FuelVapour, RunningEngine, UsedOilOnSkin, MovingParts, SlipperyFloor,
}

public enum NeedKind { Tool, Fluid, Part, Consumable }

/// <summary>Something to have ready.</summary>
/// <param name="Reservoir">For a fluid: whose; the amount and grade then come from the bike.</param>
public sealed record Need(NeedKind Kind, string What, int Count = 1, ReservoirId? Reservoir = null);

/// <summary>Something that comes off and goes on the tray.</summary>
public sealed record TrayPart(string Id, string Part, int Count, string? Where = null);

/// <summary>What is fitted in place of what came off.</summary>
public sealed record FitsPart(string Part, int Count, string? Replaces = null);

/// <summary>One way of doing it, where schools differ.</summary>
/// <param name="Reason">Why one would choose it.</param>
public sealed record ChoiceOption(string Id, string Title, string Reason);

/// <summary>A choice between schools of practice.</summary>
/// <param name="Default">The option taken until the owner says otherwise; its reason is the option's own.</param>
public sealed record Choice(string Id, ImmutableArray<ChoiceOption> Options, string Default);

/// <summary>One action of a job, as written in its file.</summary>
/// <param name="Title">Two to five words for the list of steps.</param>
/// <param name="Text">The instruction: imperative, one action.</param>
/// <param name="Detail">How to do it well.</param>
/// <param name="Why">Shown on request.</param>
/// <param name="After">Ids of the steps that must come first.</param>
/// <param name="Hold">A hold point: later steps wait until it passes. Left out, its gate stays shut.</param>
/// <param name="Refits">Ids of tray parts that go back on.</param>
/// <param name="Reservoir">For drain, pour and level steps.</param>
/// <param name="FirstGo">For a pour step: true for the first go of about 85%, false for bringing it up to the mark.</param>
/// <param name="Flush">For a pour step: a flush fill, in for now and to be drained soon.</param>
/// <param name="Fastener">For torque steps: whose torque the bike's profile holds.</param>
/// <param name="Minutes">For timer steps.</param>
/// <param name="Done">What the yellow button says, if not "Done".</param>
public sealed record Step(
    string Id, string Title, string Text, string? Detail, string? Why, StepKind Kind, Applies Applies, ImmutableArray<string> After,
    ImmutableArray<Need> Needs, ImmutableArray<Hazard> Cautions, Gate? Hold, ImmutableArray<TrayPart> Tray, ImmutableArray<string> Refits,
    ImmutableArray<FitsPart> Fits, ReservoirId? Reservoir, bool FirstGo, bool Flush, Fastener? Fastener, StepMinutes? Minutes, Choice? Choice, string? Done)
{
    /// <summary>Put in place only for now, or put back. Runs from before there were such things have none.</summary>
    public ImmutableArray<ForNowThing> Puts { get => field.IsDefault ? [] : field; init; } = [];

    /// <summary>Taken away only for now, or taken away again.</summary>
    public ImmutableArray<ForNowThing> Lifts { get => field.IsDefault ? [] : field; init; } = [];
}

/// <param name="FromReservoir">Take the waiting time of the reservoir's own level reading, where the owner has entered it.</param>
public sealed record StepMinutes(int Minutes, Provenance Provenance, bool FromReservoir = false);

/// <summary>A task that a finished job resets, provided that all of these steps were done.</summary>
public sealed record Serves(string Task, ImmutableArray<string> By);

/// <summary>A guided procedure, held as data.</summary>
/// <param name="NewFilterSteps">Doing one of these makes the fill case "drain and filter".</param>
/// <param name="WasteKind">What its drains add to the waste to hand in.</param>
public sealed record Job(
    string Id, string Title, string For, Applies Applies, int Minutes, Provenance Provenance, ImmutableArray<Serves> Serves,
    ImmutableArray<string> NewFilterSteps, string? WasteKind, ImmutableArray<Step> Steps)
{
    public IEnumerable<string> TrayPartIds => Steps.SelectMany(step => step.Tray).Select(part => part.Id);
}
