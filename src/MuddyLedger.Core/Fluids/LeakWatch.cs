using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Fluids;

/// <summary>How much is to be seen at a place, from nothing to running. The order is the order of gravity.</summary>
public enum LeakGrade
{
    None,
    Damp,
    OneSpot,
    Several,
    Drip,
    Running,
}

/// <summary>Where it is seen, as the places are on the bike's drawing.</summary>
public enum LeakPlace
{
    FrontBrake,
    ForkSeals,
    TankAndTap,
    Carburettor,
    CylinderHead,
    CylinderBase,
    ClutchCover,
    GeneratorCover,
    DrainPlug,
    OilFilter,
    GearboxSprocket,
    OilLines,
    Radiator,
    RearBrake,
    ShaftDrive,
    FrontDrive,
}

/// <summary>What can leak.</summary>
public enum LeakFluid
{
    EngineOil,
    GearOil,
    ForkOil,
    Coolant,
    BrakeFluid,
    Fuel,
    Unknown,
}

/// <summary>A wet spot.</summary>
/// <param name="Place">Where.</param>
/// <param name="Grade">How wet.</param>
/// <param name="Fluid">Of what.</param>
public sealed record LeakSpot(LeakPlace Place, LeakGrade Grade, LeakFluid Fluid);

/// <summary>What looks at a place say together.</summary>
public enum LeakVerdict
{
    Watching,
    Dry,
    Weeping,
    Leaking,
}

/// <summary>What the looks at one place say.</summary>
/// <param name="Place">Where.</param>
/// <param name="Fluid">Of what.</param>
/// <param name="Verdict">What its looks say together.</param>
/// <param name="Grades">Look by look.</param>
/// <param name="Because">The rule that decided, in words.</param>
public sealed record PlaceVerdict(LeakPlace Place, LeakFluid Fluid, LeakVerdict Verdict, ImmutableArray<LeakGrade> Grades, string Because);

/// <summary>A look as it was taken, and whether it counts towards the looks that were asked for.</summary>
/// <param name="Spots">What was wet.</param>
/// <param name="After">Since the watch began.</param>
/// <param name="Due">The hour that it stands for; null where it was taken before its time.</param>
public sealed record CountedLook(ImmutableArray<LeakSpot> Spots, NodaTime.Duration After, int? Due);

/// <summary>
/// What a watch for leaks says, by the trend from look to look. Each look is wiped clean after it, so what is seen again has come back.
/// House rules: residue of filling is seen once and not again; what comes back weeps; what grows, drips or runs leaks; fuel and brake fluid
/// leak at the first trace.
/// </summary>
/// <param name="Verdict">Of all places together: the worst.</param>
/// <param name="Places">One by one.</param>
public sealed record LeakWatch(LeakVerdict Verdict, ImmutableArray<PlaceVerdict> Places)
{
    /// <param name="looks">What each look saw, in order.</param>
    /// <param name="complete">All looks that were asked for are taken; until then a place that is not leaking is still watched.</param>
    public static LeakWatch Of(ImmutableArray<ImmutableArray<LeakSpot>> looks, bool complete)
    {
        var places = looks
            .SelectMany(look => look)
            .Where(spot => spot.Grade > LeakGrade.None)
            .Select(spot => spot.Place)
            .Distinct()
            .Order()
            .Select(place => OfPlace(place, [.. looks.Select(look => look.FirstOrDefault(spot => spot.Place == place))], complete))
            .ToImmutableArray();
        var quiet = complete && !looks.IsEmpty ? LeakVerdict.Dry : LeakVerdict.Watching;
        return new(places.Select(place => place.Verdict).Append(quiet).Max(), places);
    }

    /// <summary>
    /// Which looks count: one stands for the latest hour asked for that it came near, and for that hour only the first does. A look is near
    /// its hour from three quarters of it on (house value); one that is earlier was watched too short, is kept, and counts for a leak but
    /// never for dryness. Looking twice in a minute is one look.
    /// </summary>
    /// <param name="hours">After how many hours each look is due, in order.</param>
    public static ImmutableArray<CountedLook> Count(
        ImmutableArray<int> hours,
        NodaTime.Instant began,
        IEnumerable<(NodaTime.Instant At, ImmutableArray<LeakSpot> Spots)> looks
    )
    {
        var counted = ImmutableArray.CreateBuilder<CountedLook>();
        var (next, last) = (0, 0.0);
        foreach (var (at, spots) in looks)
        {
            var after = at - began;
            int? due = null;
            // Hours are taken one after another, and what lies between two of them has to pass between their looks as well: one that comes
            // late stands for its own hour, not for all that were missed.
            if (
                next < hours.Length
                && after.TotalHours >= hours[next] * NearShare
                && (next == 0 || after.TotalHours - last >= (hours[next] - hours[next - 1]) * NearShare)
            )
                (due, last) = (hours[next++], after.TotalHours);
            counted.Add(new(spots, after, due));
        }

        return counted.ToImmutable();
    }

    /// <summary>From when on a look counts for the next hour that was asked for; null where all have had theirs.</summary>
    public static NodaTime.Instant? NextFrom(ImmutableArray<int> hours, NodaTime.Instant began, ImmutableArray<CountedLook> looks)
    {
        var near = looks.Where(look => look.Due is not null).ToList();
        if (near.Count >= hours.Length)
            return null;
        var first = hours[near.Count] * NearShare;
        var gap = near.Count == 0 ? 0 : near[^1].After.TotalHours + ((hours[near.Count] - hours[near.Count - 1]) * NearShare);
        return began + NodaTime.Duration.FromHours(Math.Max(first, gap));
    }

    /// <summary>From this share of its hour on a look counts for it (house value).</summary>
    public const double NearShare = 0.75;

    /// <summary>The verdict over the looks of one watch: those that count for dryness by their order, and all of them for a leak.</summary>
    public static LeakWatch Over(ImmutableArray<CountedLook> looks, int asked)
    {
        var near = looks.Where(look => look.Due is not null).ToList();
        var complete = near.Count >= asked;
        var verdict = Of([.. near.Select(look => look.Spots)], complete);
        // What was seen too early still was seen: a leak is a leak at once.
        var all = Of([.. looks.Select(look => look.Spots)], complete: false);
        return all.Verdict == LeakVerdict.Leaking ? all : verdict;
    }

    /// <summary>The finding that a watch leaves; null where all is dry or not decided.</summary>
    public FindingOpened? Finding
    {
        get
        {
            var bad = Places.Where(place => place.Verdict == Verdict).ToList();
            var where = string.Join(", ", bad.Select(place => Words(place.Place)));
            return Verdict switch
            {
                LeakVerdict.Weeping => new(
                    $"Weeping: {where}",
                    FindingSeverity.Watch,
                    "Watch it: look again after the next ride, and at the level."
                ),
                LeakVerdict.Leaking => new(
                    $"Leaking: {where}",
                    FindingSeverity.Stop,
                    $"Trace it and fix it, then watch again. {bad[0].Because}",
                    null,
                    bad.Any(place => place.Fluid == LeakFluid.Fuel) ? Gate.Run : Gate.Ridden
                ),
                _ => null,
            };
        }
    }

    /// <summary>Where such a bike can leak, and what would most likely come out there.</summary>
    public static ImmutableArray<(LeakPlace Place, LeakFluid Fluid)> PlacesOf(Profile bike)
    {
        var engine = bike.GearboxOil == GearboxOil.Shared || bike.Stroke == Stroke.Four ? LeakFluid.EngineOil : LeakFluid.GearOil;
        var gearbox = bike.GearboxOil is GearboxOil.Shared or GearboxOil.None ? engine : LeakFluid.GearOil;
        var places = ImmutableArray.CreateBuilder<(LeakPlace, LeakFluid)>();
        void Add(bool present, LeakPlace place, LeakFluid fluid)
        {
            if (present)
                places.Add((place, fluid));
        }

        Add(bike.FrontBrake == BrakeKind.Disc, LeakPlace.FrontBrake, LeakFluid.BrakeFluid);
        Add(bike.Use != BikeUse.Utility, LeakPlace.ForkSeals, LeakFluid.ForkOil);
        Add(true, LeakPlace.TankAndTap, LeakFluid.Fuel);
        Add(bike.Fuel == FuelSystem.Carburettor, LeakPlace.Carburettor, LeakFluid.Fuel);
        Add(bike.Stroke == Stroke.Four, LeakPlace.CylinderHead, LeakFluid.EngineOil);
        Add(true, LeakPlace.CylinderBase, bike.Cooling == Cooling.Liquid && bike.Stroke == Stroke.Two ? LeakFluid.Coolant : engine);
        Add(bike.Clutch != ClutchControl.None, LeakPlace.ClutchCover, gearbox);
        Add(true, LeakPlace.GeneratorCover, engine);
        Add(true, LeakPlace.DrainPlug, engine);
        Add(bike.OilFilter is OilFilter.Cartridge or OilFilter.SpinOn, LeakPlace.OilFilter, LeakFluid.EngineOil);
        Add(bike.FinalDrive == FinalDrive.Chain, LeakPlace.GearboxSprocket, gearbox);
        Add(
            bike.Lubrication is Lubrication.DrySump or Lubrication.OilInjection || bike.Cooling == Cooling.Oil,
            LeakPlace.OilLines,
            LeakFluid.EngineOil
        );
        Add(bike.Cooling == Cooling.Liquid, LeakPlace.Radiator, LeakFluid.Coolant);
        Add(bike.RearBrake == BrakeKind.Disc, LeakPlace.RearBrake, LeakFluid.BrakeFluid);
        Add(bike.FinalDrive == FinalDrive.Shaft, LeakPlace.ShaftDrive, LeakFluid.GearOil);
        Add(bike.FrontDrive == FrontDrive.OilBath, LeakPlace.FrontDrive, LeakFluid.GearOil);
        return places.ToImmutable();
    }

    /// <summary>As it is said in a sentence: "drain plug".</summary>
    public static string Words(LeakPlace place) => Capabilities.Word(place).Replace('-', ' ');

    private static PlaceVerdict OfPlace(LeakPlace place, ImmutableArray<LeakSpot?> looks, bool complete)
    {
        var grades = looks.Select(spot => spot?.Grade ?? LeakGrade.None).ToImmutableArray();
        var fluid = looks.Last(spot => spot is not null)!.Fluid;
        var seen = grades.Count(grade => grade > LeakGrade.None);
        var last = grades[^1];
        var before = grades.Length > 1 ? grades[^2] : LeakGrade.None;
        PlaceVerdict Says(LeakVerdict verdict, string because) => new(place, fluid, verdict, grades, because);

        if (looks.Any(spot => spot is { Grade: > LeakGrade.None, Fluid: LeakFluid.Fuel or LeakFluid.BrakeFluid }))
            return Says(LeakVerdict.Leaking, "Fuel and brakes fail at the first trace.");
        if (last >= LeakGrade.Drip)
            return Says(LeakVerdict.Leaking, "It drips or runs.");
        if (seen > 1 && last > before && before > LeakGrade.None)
            return Says(LeakVerdict.Leaking, "It came back, and more of it.");
        if (grades.Length > 1 && last >= LeakGrade.Several)
            return Says(LeakVerdict.Leaking, "Several spots where it had been wiped clean.");
        if (!complete)
            return Says(LeakVerdict.Watching, "Not all looks are taken.");
        if (grades.Length == 1)
            return Says(LeakVerdict.Weeping, "Seen once, and not looked at again.");
        if (last > LeakGrade.None)
            return Says(
                LeakVerdict.Weeping,
                seen > 1 ? "It came back after it was wiped off." : "It was seen at the last look, where it had been dry."
            );
        return seen > 1
            ? Says(LeakVerdict.Weeping, "It came back once, and was dry at the last look.")
            : Says(LeakVerdict.Dry, "Seen once and wiped off, and it did not come back: what was spilt in filling.");
    }
}
