using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;

namespace MuddyLedger.Core.Wear;

/// <summary>What oil in a cylinder that reads low tells.</summary>
public enum WetVerdict
{
    /// <summary>It was not low to begin with.</summary>
    NotLow,

    /// <summary>Oil seals rings for a moment: it rises well.</summary>
    Rings,

    /// <summary>Oil does nothing for a valve, a head gasket or a holed piston: it hardly rises.</summary>
    ValvesOrGasket,

    /// <summary>It rises some: either, or both.</summary>
    Either,
}

/// <summary>One cylinder, dry and with a spoon of oil.</summary>
/// <param name="Place">"cylinder 2".</param>
/// <param name="Dry">In the unit of the series.</param>
/// <param name="Wet">In the unit of the series.</param>
/// <param name="Rise">Of the dry reading: 0.2 is a fifth more.</param>
/// <param name="Verdict">What the rise says.</param>
public sealed record WetCylinder(string Place, decimal Dry, decimal Wet, decimal Rise, WetVerdict Verdict);

/// <summary>Compression dry against compression with oil, taken on one day: rings, or valves and gasket.</summary>
/// <param name="Cylinders">One by one.</param>
/// <param name="TwoStroke">It is oily anyway, and the test tells less.</param>
public sealed record WetAndDry(ImmutableArray<WetCylinder> Cylinders, bool TwoStroke)
{
    /// <summary>Its id.</summary>
    public const string DrySeries = "compression";

    /// <summary>Its id.</summary>
    public const string WetSeries = "compression-wet";

    /// <summary>Common practice: cylinders that agree within a tenth are alike.</summary>
    private const decimal Alike = 0.9m;

    /// <summary>Common practice: a fifth under its own first reading is worn.</summary>
    private const decimal Worn = 0.8m;

    /// <summary>House value: the oil alone takes up room, and lifts a sound cylinder by about a twentieth.</summary>
    private const decimal Hardly = 0.07m;

    /// <summary>House value for "rises well".</summary>
    private const decimal Well = 0.15m;

    /// <summary>The latest wet readings beside the dry ones of their day; null where no day has both.</summary>
    public static WetAndDry? Of(IReadOnlyCollection<WearSeries> book, Profile bike)
    {
        if (
            book.FirstOrDefault(series => series.Kind.Id == WetSeries)?.Latest is not { Values.Length: > 0 } wet
            || book.FirstOrDefault(series => series.Kind.Id == DrySeries) is not { } dry
            || dry.Current.Points.LastOrDefault(point => point.Entry.Date == wet.Entry.Date && point.Values.Length > 0) is not { } beside
        )
            return null;
        // By its name; a single cylinder has none, and what was measured of the lowest alone is held against the lowest.
        var places = beside.Values.Select((value, at) => (Place: Name(beside, at), Value: value)).ToList();
        var told = wet
            .Values.Select((value, at) => (Place: Name(wet, at), Value: value))
            .Select(one =>
                (one.Value, Dry: places.Where(other => other.Place == one.Place).DefaultIfEmpty(places.MinBy(other => other.Value)).First())
            )
            .Where(pair => pair.Dry.Value > 0)
            .Select(pair =>
            {
                var rise = pair.Value / pair.Dry.Value - 1;
                var low =
                    pair.Dry.Value < beside.Values.Max() * Alike
                    || dry.State.New is { } first && pair.Dry.Value < first * Worn
                    || dry.State.End is { } end && pair.Dry.Value <= end.At;
                return new WetCylinder(pair.Dry.Place, pair.Dry.Value, pair.Value, rise, low ? VerdictOf(rise) : WetVerdict.NotLow);
            })
            .ToImmutableArray();
        return told.IsEmpty ? null : new(told, bike.Stroke == Stroke.Two);
    }

    private static WetVerdict VerdictOf(decimal rise) =>
        rise >= Well ? WetVerdict.Rings
        : rise < Hardly ? WetVerdict.ValvesOrGasket
        : WetVerdict.Either;

    private static string Name(WearPoint point, int at) => at < point.Places.Length ? point.Places[at] : "";
}
