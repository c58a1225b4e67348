using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Jobs;

/// <summary>What can be needed.</summary>
public enum NeedKind
{
    Tool,
    Fluid,
    Part,
    Consumable,
}

/// <summary>What a count is for each of.</summary>
public enum CountedBy
{
    Cylinder,
    Carburettor,
    FrontDisc,
}

/// <summary>Something to have ready.</summary>
/// <param name="Kind">Tool, fluid, part or consumable.</param>
/// <param name="What">Its name.</param>
/// <param name="Count">1 to 99.</param>
/// <param name="Reservoir">For a fluid: whose; the amount and grade then come from the bike.</param>
/// <param name="EachCylinder">The count is for each cylinder of the engine: of runs from before <see cref="Each"/>.</param>
public sealed record Need(NeedKind Kind, string What, int Count = 1, ReservoirId? Reservoir = null, bool EachCylinder = false)
{
    /// <summary>What the count is for each of; null where it is for the bike.</summary>
    public CountedBy? Each { get; init; }

    /// <summary>How many this bike takes: by its cylinders, legs or wheels where it is so counted.</summary>
    public int CountFor(Profile bike) => Count * Counted.Of(Each ?? (EachCylinder ? CountedBy.Cylinder : null), bike);
}

/// <summary>Something that comes off and goes on the tray.</summary>
/// <param name="Id">By which a step refits it.</param>
/// <param name="Part">What it is.</param>
/// <param name="Count">1 to 99.</param>
/// <param name="Where">Where it sits; null where that is plain.</param>
public sealed record TrayPart(string Id, string Part, int Count, string? Where = null);

/// <summary>What is fitted in place of what came off.</summary>
/// <param name="Part">What goes on.</param>
/// <param name="Count">1 to 99, for the bike or for each.</param>
/// <param name="Replaces">What comes off for it; null where nothing does.</param>
/// <param name="EachCylinder">The count is for each cylinder of the engine: of runs from before <see cref="Each"/>.</param>
public sealed record FitsPart(string Part, int Count, string? Replaces = null, bool EachCylinder = false)
{
    /// <summary>What the count is for each of; null where it is for the bike.</summary>
    public CountedBy? Each { get; init; }

    /// <summary>How many this bike takes: by its cylinders, legs or wheels where it is so counted.</summary>
    public int CountFor(Profile bike) => Count * Counted.Of(Each ?? (EachCylinder ? CountedBy.Cylinder : null), bike);
}

internal static class Counted
{
    /// <summary>How many the bike has; one where nobody has said.</summary>
    public static int Of(CountedBy? what, Profile bike) =>
        Math.Max(
            1,
            what switch
            {
                CountedBy.Cylinder => bike.Cylinders,
                CountedBy.Carburettor => bike.Carburettors,
                CountedBy.FrontDisc => bike.FrontDiscs,
                _ => 1,
            }
        );

    /// <summary>
    /// The places of a measurement on this bike: "cylinder 2", "left, inner pad"; as they stand where there is one of each.
    /// </summary>
    public static ImmutableArray<string> Places(CountedBy? each, ImmutableArray<string> places, Profile bike)
    {
        var count = each is null ? 1 : Of(each, bike);
        if (count < 2)
            return places;
        string Whose(int of) =>
            each == CountedBy.FrontDisc
                ? of == 1
                    ? "left"
                    : "right"
                : $"{Capabilities.Word(each!.Value)} {of}";
        return
        [
            .. Enumerable
                .Range(1, count)
                .SelectMany(of => places.Length < 2 ? [Whose(of)] : places.Select(place => $"{Whose(of)}, {place}")),
        ];
    }
}
