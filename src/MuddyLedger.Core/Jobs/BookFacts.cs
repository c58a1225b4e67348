using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Servicing;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Jobs;

/// <summary>Something that a step is decided by and that the book or the profile may know.</summary>
public enum Known
{
    EngineOil,
    FrontBrakeFluid,
    RearBrakeFluid,
    ClutchFluid,
    Coolant,
    Fuel,
    FuelMix,
    Tank,
    FrontTyrePressure,
    RearTyrePressure,
}

/// <summary>Whether the book knows, and whether it is still good.</summary>
public enum FactState
{
    /// <summary>Known; whether it is right is seen on the bike.</summary>
    Told,

    /// <summary>Known, and within its limit.</summary>
    Within,

    /// <summary>Known, and over its limit.</summary>
    Over,

    /// <summary>Neither the book nor the profile says.</summary>
    Unknown,
}

/// <summary>What the book says of one thing, and the rule by which it is judged.</summary>
/// <param name="Thing">What is asked for.</param>
/// <param name="State">Whether the book knows, and whether it is still good.</param>
public sealed record BookFact(Known Thing, FactState State)
{
    /// <summary>The day it was last filled or bought.</summary>
    public LocalDate? Since { get; init; }

    /// <summary>Whole months since then.</summary>
    public int? Months { get; init; }

    /// <summary>The months up to which it keeps; null where no calendar limits it.</summary>
    public int? MostMonths { get; init; }

    /// <summary>How the day is known; null where the line is no service task.</summary>
    public Evidence? Evidence { get; init; }

    /// <summary>The fluid's name; "treated" or "untreated" of fuel.</summary>
    public string? What { get; init; }

    /// <summary>For a figure: between which limits. Both are the same where it is one.</summary>
    public Quantity? Low { get; init; }

    /// <summary>For a figure: its upper limit.</summary>
    public Quantity? High { get; init; }

    /// <summary>Where the rule or the figure comes from.</summary>
    public Provenance? From { get; init; }
}

/// <summary>What a step need not ask, because it is written down already: the reader confirms it on the bike.</summary>
public static class BookFacts
{
    /// <summary>Treated fuel keeps for about a year, untreated for some two months (common practice, no source).</summary>
    public const int TreatedMonths = 12,
        UntreatedMonths = 2;

    /// <summary>As the undo list names treated fuel that stays in for the winter.</summary>
    public const string TreatedFuel = "treated-fuel";

    /// <summary>Those of the things that this bike has.</summary>
    public static ImmutableArray<BookFact> Of(
        ImmutableArray<Known> things,
        Profile bike,
        BikeLedger ledger,
        ImmutableArray<TaskState> tasks,
        ImmutableArray<UndoItem> forNow,
        LocalDate today
    ) => [.. things.Select(thing => One(thing, bike, ledger, tasks, forNow, today)).OfType<BookFact>()];

    private static BookFact? One(
        Known thing,
        Profile bike,
        BikeLedger ledger,
        ImmutableArray<TaskState> tasks,
        ImmutableArray<UndoItem> forNow,
        LocalDate today
    ) =>
        thing switch
        {
            Known.EngineOil => FluidOf(thing, ReservoirId.Engine, bike, ledger, tasks, today),
            Known.FrontBrakeFluid => FluidOf(thing, ReservoirId.FrontBrake, bike, ledger, tasks, today),
            Known.RearBrakeFluid => FluidOf(thing, ReservoirId.RearBrake, bike, ledger, tasks, today),
            Known.ClutchFluid => FluidOf(thing, ReservoirId.Clutch, bike, ledger, tasks, today),
            Known.Coolant => FluidOf(thing, ReservoirId.Coolant, bike, ledger, tasks, today),
            Known.Fuel => FuelOf(ledger, forNow, today),
            Known.FuelMix => MixOf(bike, ledger, today),
            Known.Tank => TankOf(bike),
            Known.FrontTyrePressure => FigureOf(thing, BikeFigure.FrontTyrePressure, bike),
            Known.RearTyrePressure => FigureOf(thing, BikeFigure.RearTyrePressure, bike),
            _ => null,
        };

    /// <summary>By the task that changes it: its last day, however that is known, and its own limit.</summary>
    private static BookFact? FluidOf(
        Known thing,
        ReservoirId reservoir,
        Profile bike,
        BikeLedger ledger,
        ImmutableArray<TaskState> tasks,
        LocalDate today
    )
    {
        if (!Reservoirs.Of(bike).Contains(reservoir))
            return null;
        var contents = FluidChain.StateOf(reservoir, ledger).Contents;
        var task = tasks.FirstOrDefault(state =>
            state.Component.Reservoir == reservoir && state.Task.Id.EndsWith(".replace", StringComparison.Ordinal)
        );
        // A day from which something is only counted says nothing of how old it was then.
        var done = task?.Life.Because.OfType<LastDone>().FirstOrDefault(last => last.Evidence is not Evidence.Baseline);
        var limit = task?.Task.Limits.OfType<CalendarLimit>().FirstOrDefault();
        LocalDate? filled = contents is { Temporary: false } ? contents.Filled.Date : null;
        var since = (done?.Entry.Date, filled) is ({ } day, { } fill) ? LocalDate.Max(day, fill) : done?.Entry.Date ?? filled;
        if (since is not { } from)
            return new(thing, FactState.Unknown) { MostMonths = limit?.Months, From = limit?.Provenance };
        var months = MonthsBetween(from, today);
        return new(
            thing,
            limit is null ? FactState.Told
                : today > from.PlusMonths(limit.Months) ? FactState.Over
                : FactState.Within
        )
        {
            Since = from,
            Months = months,
            MostMonths = limit?.Months,
            From = limit?.Provenance,
            Evidence = done is not null && done.Entry.Date == from ? done.Evidence : null,
            What = contents?.Fluid,
        };
    }

    private static BookFact FuelOf(BikeLedger ledger, ImmutableArray<UndoItem> forNow, LocalDate today)
    {
        var drained = ledger.Each<FluidDrained>().LastOrDefault(pair => pair.Body.Reservoir == ReservoirId.Fuel).Entry?.Place ?? -1;
        var bought = ledger.Each<FuelBought>().LastOrDefault(pair => pair.Entry.Place > drained).Entry;
        var treated = forNow.FirstOrDefault(one => one.Thing == TreatedFuel);
        // What was poured in since it was treated is fuel of its own age.
        var since = treated is not null && (bought is null || bought.Date <= treated.Since) ? treated.Since : bought?.Date;
        var most = treated is not null && since == treated.Since ? TreatedMonths : UntreatedMonths;
        var rule = new Provenance(ProvenanceKind.CommonPractice);
        return since is not { } from
            ? new(Known.Fuel, FactState.Unknown)
            : new(Known.Fuel, today > from.PlusMonths(most) ? FactState.Over : FactState.Within)
            {
                Since = from,
                Months = MonthsBetween(from, today),
                MostMonths = most,
                From = rule,
                What = most == TreatedMonths ? "treated" : "untreated",
            };
    }

    private static BookFact? MixOf(Profile bike, BikeLedger ledger, LocalDate today)
    {
        var mix = FuelMix.For(bike, OilPump.Of(bike, ledger, today), Volume.Zero);
        if (mix.Reason is MixReason.None or MixReason.Pumped)
            return null;
        return mix.Ratio is { } ratio
            ? new(Known.FuelMix, FactState.Told)
            {
                Low = new Quantity(ratio, Unit.ToOne),
                High = new Quantity(ratio, Unit.ToOne),
                From = mix.From,
            }
            : new(Known.FuelMix, FactState.Unknown);
    }

    private static BookFact TankOf(Profile bike) =>
        FuelMix.TankOf(bike) is { } tank
            ? new(Known.Tank, FactState.Told)
            {
                Low = tank.In(Unit.Litre),
                High = tank.In(Unit.Litre),
                From = bike.Reservoirs[ReservoirId.Fuel].Provenance,
            }
            : new(Known.Tank, FactState.Unknown);

    private static BookFact FigureOf(Known thing, BikeFigure figure, Profile bike)
    {
        if (bike.Figure(figure) is not { } spec)
            return new(thing, FactState.Unknown);
        Quantity? In(decimal? value) => value is { } known ? new Quantity(known, BikeFigures.UnitOf(figure)) : null;
        return new(thing, FactState.Told)
        {
            Low = In(spec.Low),
            High = In(spec.High),
            From = spec.Provenance,
        };
    }

    private static int MonthsBetween(LocalDate from, LocalDate to) => (int)Period.Between(from, to, PeriodUnits.Months).Months;
}
