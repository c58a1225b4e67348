using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Limits;

/// <summary>One stretch of a limit's scale, and what a reading in it means.</summary>
/// <param name="Upto">Its upper end, in the row's unit; null for the last.</param>
/// <param name="WithUpto">Whether the end itself belongs to it. Left out, a boundary belongs to the better side.</param>
/// <param name="Name">In a word or two: "low", "overcharging".</param>
/// <param name="Grade">What such a reading amounts to.</param>
/// <param name="Means">What it means.</param>
/// <param name="Do">What to do.</param>
/// <param name="Stops">The gate that such a reading shuts.</param>
public sealed record LimitBand(decimal? Upto, bool? WithUpto, string Name, Grade Grade, string Means, string Do, Gate? Stops = null);

/// <summary>
/// What is held against a reading where the maker has given no figure for this bike: the same at a viewing, on the bench and over time.
/// </summary>
/// <param name="Id">By which jobs, points and wear name it.</param>
/// <param name="Title">What is read.</param>
/// <param name="Figures">The figures of the profile that it judges.</param>
/// <param name="Applies">On which bikes.</param>
/// <param name="Unit">In which its bands are.</param>
/// <param name="Resolution">Of the instrument that commonly takes it, in the unit.</param>
/// <param name="Provenance">Where they come from.</param>
/// <param name="Bands">From the lowest to the highest, without a gap.</param>
public sealed record LimitRow(
    string Id,
    string Title,
    ImmutableArray<BikeFigure> Figures,
    Applies Applies,
    Unit Unit,
    decimal Resolution,
    Provenance Provenance,
    ImmutableArray<LimitBand> Bands
)
{
    /// <summary>The band that a reading falls into, after rounding to what its instrument can tell apart.</summary>
    public LimitBand BandOf(decimal value)
    {
        var read = Instruments.Round(value, Resolution);
        for (var at = 0; at < Bands.Length - 1; at++)
        {
            var (band, next) = (Bands[at], Bands[at + 1]);
            if (read < band.Upto || (read == band.Upto && (band.WithUpto ?? band.Grade <= next.Grade)))
                return band;
        }

        return Bands[^1];
    }

    /// <summary>The sound stretch, for showing what a reading should be; open ends are null.</summary>
    public (decimal? Low, decimal? High) Sound
    {
        get
        {
            var first = Bands.FindIndex(band => band.Grade == Grade.Sound);
            var last = Bands.FindLastIndex(band => band.Grade == Grade.Sound);
            return (first <= 0 ? null : Bands[first - 1].Upto, last < 0 ? null : Bands[last].Upto);
        }
    }
}

/// <summary>The table of limits that ships.</summary>
/// <param name="Rows">All of them.</param>
public sealed record LimitTable(ImmutableArray<LimitRow> Rows)
{
    /// <summary>Without a row.</summary>
    public static readonly LimitTable Empty = new([]);

    /// <summary>The row for a figure of this bike; null where neither the trade nor we can say, and only the maker can.</summary>
    public LimitRow? For(BikeFigure figure, Capabilities bike) =>
        Rows.FirstOrDefault(row => row.Figures.Contains(figure) && row.Applies.To(bike));

    /// <summary>Null where there is no such row.</summary>
    public LimitRow? Row(string id) => Rows.FirstOrDefault(row => row.Id == id);

    /// <summary>The job with the rows of this bike beside its measurements: a run keeps the limits that it was begun with.</summary>
    public Jobs.Job Into(Jobs.Job job, Profile bike)
    {
        var capabilities = Capabilities.Of(bike);
        return job with { Steps = [.. job.Steps.Select(step => Into(step, capabilities))] };
    }

    private Jobs.Step Into(Jobs.Step step, Capabilities bike)
    {
        if (step.Judge is { } row)
            return step with { JudgedBy = Row(row) };
        return step.Measure is { Figure: { } figure } asked && For(figure, bike) is { } known
            ? step with
            {
                Measure = asked with { Row = known },
            }
            : step;
    }
}

internal static class BandLists
{
    /// <summary>The first band for which it holds; -1 where it holds for none.</summary>
    public static int FindIndex(this ImmutableArray<LimitBand> bands, Func<LimitBand, bool> holds)
    {
        for (var at = 0; at < bands.Length; at++)
            if (holds(bands[at]))
                return at;
        return -1;
    }

    /// <summary>The last band for which it holds; -1 where it holds for none.</summary>
    public static int FindLastIndex(this ImmutableArray<LimitBand> bands, Func<LimitBand, bool> holds)
    {
        for (var at = bands.Length - 1; at >= 0; at--)
            if (holds(bands[at]))
                return at;
        return -1;
    }
}
