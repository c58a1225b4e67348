using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Fluids;

/// <summary>Of a drained fluid.</summary>
public enum DrainColour
{
    NotSeen,
    Clear,
    Amber,
    Dark,
    BlackSludge,
    Milky,
    SilverSheen,
}

/// <summary>What a drain plug's magnet holds.</summary>
public enum MagnetReading
{
    NotSeen,
    Clean,
    FinePaste,
    Slivers,
    Chips,
}

/// <summary>What else lies in a drained fluid.</summary>
public enum DrainDebris
{
    NotSeen,
    None,
    ClutchFibre,
    Gasket,
    Plastic,
}

/// <summary>What drained oil looked and smelled like.</summary>
/// <param name="Colour">Of the fluid.</param>
/// <param name="Magnet">What the drain plug's magnet held.</param>
/// <param name="Debris">What else lay in it.</param>
/// <param name="SmellsOfFuel">Held to the nose.</param>
public sealed record DrainReading(DrainColour Colour, MagnetReading Magnet, DrainDebris Debris, bool SmellsOfFuel)
{
    /// <summary>Nobody looked.</summary>
    public static readonly DrainReading NotRead = new(DrainColour.NotSeen, MagnetReading.NotSeen, DrainDebris.NotSeen, false);
}

/// <summary>
/// What a fluid can show when it is drained: brake fluid leaves nothing on a magnet, and coolant does not smell of fuel that got into oil.
/// Only that is asked. Common practice, no source.
/// </summary>
/// <param name="Colours">Those that this fluid can have.</param>
/// <param name="Magnet">Its plug may hold metal.</param>
/// <param name="Debris">What may lie in it; empty where nothing does.</param>
/// <param name="Fuel">Fuel can get into it.</param>
public sealed record DrainShows(ImmutableArray<DrainColour> Colours, bool Magnet, ImmutableArray<DrainDebris> Debris, bool Fuel)
{
    /// <summary>What can be told from what came out of it.</summary>
    public static DrainShows Of(ReservoirId reservoir) =>
        reservoir switch
        {
            ReservoirId.Engine or ReservoirId.OilTank => new(
                Oil,
                true,
                [DrainDebris.None, DrainDebris.ClutchFibre, DrainDebris.Gasket, DrainDebris.Plastic],
                true
            ),
            ReservoirId.Gearbox or ReservoirId.Primary => new(
                Oil,
                true,
                [DrainDebris.None, DrainDebris.ClutchFibre, DrainDebris.Gasket, DrainDebris.Plastic],
                false
            ),
            ReservoirId.ShaftDrive or ReservoirId.FrontDrive => new(Oil, true, [DrainDebris.None, DrainDebris.Gasket], false),
            ReservoirId.ForkLegs => new(Oil, false, [DrainDebris.None, DrainDebris.Plastic], false),
            ReservoirId.Coolant => new(
                [DrainColour.Clear, DrainColour.Dark, DrainColour.Milky],
                false,
                [DrainDebris.None, DrainDebris.Gasket],
                false
            ),
            _ => new([DrainColour.Clear, DrainColour.Amber, DrainColour.Dark, DrainColour.Milky], false, [], false),
        };

    private static readonly ImmutableArray<DrainColour> Oil =
    [
        DrainColour.Amber,
        DrainColour.Dark,
        DrainColour.BlackSludge,
        DrainColour.Milky,
        DrainColour.SilverSheen,
        DrainColour.Clear,
    ];
}

/// <summary>What a sign in the drained oil means and what to do about it.</summary>
/// <param name="Sign">What was seen.</param>
/// <param name="Meaning">What it says.</param>
/// <param name="Action">What to do.</param>
/// <param name="Severity">How grave it is.</param>
public sealed record DrainMeaning(string Sign, string Meaning, string Action, FindingSeverity Severity);

/// <summary>What a drained fluid says.</summary>
public static class DrainMeanings
{
    /// <summary>At least this much less than the capacity for the case opens a finding (house value).</summary>
    public const decimal ShortShare = 0.15m;

    /// <summary>Every sign that calls for something, the gravest first. Common practice, no source.</summary>
    public static ImmutableArray<DrainMeaning> Of(DrainReading reading)
    {
        var meanings = ImmutableArray.CreateBuilder<DrainMeaning>();
        void When(bool seen, string sign, string meaning, string action, FindingSeverity severity)
        {
            if (seen)
                meanings.Add(new(sign, meaning, action, severity));
        }

        When(
            reading.Colour == DrainColour.Milky,
            "Milky oil",
            "Water or coolant is in the oil.",
            "Do not run the engine. Find where it gets in first.",
            FindingSeverity.Stop
        );
        When(
            reading.Magnet == MagnetReading.Chips,
            "Chips on the magnet",
            "Something hard has broken.",
            "Do not run the engine. Open it up.",
            FindingSeverity.Stop
        );
        When(
            reading.Colour == DrainColour.SilverSheen,
            "Silver sheen",
            "Bearing metal is wearing off.",
            "Cut the old filter open and look; measure before the next long ride.",
            FindingSeverity.FixSoon
        );
        When(
            reading.Magnet == MagnetReading.Slivers,
            "Slivers on the magnet",
            "Gears or chain are shedding steel.",
            "Keep them in a bag, change again soon and compare; open it up if there are more.",
            FindingSeverity.FixSoon
        );
        When(
            reading.Debris == DrainDebris.ClutchFibre,
            "Clutch fibre in the oil",
            "The clutch lining is coming apart.",
            "Measure the clutch plates.",
            FindingSeverity.FixSoon
        );
        When(
            reading.Debris == DrainDebris.Plastic,
            "Plastic in the oil",
            "A guide, a gear or a retainer is breaking up.",
            "Find the part before it blocks the oil pump's screen.",
            FindingSeverity.FixSoon
        );
        When(
            reading.SmellsOfFuel,
            "Smell of fuel",
            "Fuel gets past the rings or the needle.",
            "Look at float needle and choke; short cold runs do it too.",
            FindingSeverity.Watch
        );
        When(
            reading.Debris == DrainDebris.Gasket,
            "Gasket in the oil",
            "A gasket or sealant is breaking up inside.",
            "Look which cover was opened last and how it was sealed.",
            FindingSeverity.Watch
        );
        When(
            reading.Colour == DrainColour.BlackSludge,
            "Black and sludgy",
            "It has been in far too long.",
            "Change again at half the interval. If it was said to be fresh, it was not changed.",
            FindingSeverity.Watch
        );
        When(
            reading.Magnet == MagnetReading.FinePaste,
            "Fine grey paste",
            "Ordinary wear; more of it is normal while running in.",
            "Wipe it off.",
            FindingSeverity.Note
        );
        return [.. meanings.OrderByDescending(meaning => meaning.Severity)];
    }

    /// <summary>Less came out than should be in: worth a finding. Null where either volume is unknown or the difference is small.</summary>
    public static DrainMeaning? Short(Volume? drained, Volume? capacity) =>
        drained is { } out_ && capacity is { } full && out_.Litres <= full.Litres * (1 - ShortShare)
            ? new(
                $"Only {out_.Litres:0.##} L of {full.Litres:0.##} L came out",
                "The engine ran low, or some is still inside.",
                "See that it stood upright and dripped out; then look for a leak, and watch how much it uses.",
                FindingSeverity.FixSoon
            )
            : null;
}
