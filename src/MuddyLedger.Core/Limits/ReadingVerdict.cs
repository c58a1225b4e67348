using System.Globalization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Limits;

/// <summary>
/// What a reading is worth: its grade, what it means and what to do. Without a limit there is no grade, and the words say where one is to
/// be found.
/// </summary>
/// <param name="Grade">Null where nothing can be said.</param>
/// <param name="Name">In a word or two; empty without a grade.</param>
/// <param name="Means">What the reading means.</param>
/// <param name="Do">What to do.</param>
/// <param name="Stops">The gate that it shuts; null where none.</param>
/// <param name="From">Where the limit comes from; null where there is none.</param>
public sealed record ReadingVerdict(Grade? Grade, string Name, string Means, string Do, Gate? Stops, Provenance? From)
{
    /// <summary>Right as far as anybody can say: a reading without a limit is no fault.</summary>
    public bool Right => !(Grade >= Limits.Grade.Worn);

    /// <summary>The maker's figure for this bike wins; then the table; where neither fits, there is no verdict.</summary>
    /// <param name="own">The limits that the owner copied from the manual; null where there are none.</param>
    /// <param name="value">In the figure's own unit.</param>
    public static ReadingVerdict Of(BikeFigure figure, FigureSpec? own, LimitRow? row, decimal value)
    {
        if (own is { Provenance.Kind: not ProvenanceKind.CommonPractice and not ProvenanceKind.House })
            return ByMaker(figure, own, row, value);
        if (row is not null)
            return ByTable(row, value);
        return own is null
            ? new(null, "", $"No limit is known for it here: {WhereToFind(figure)}", "", null, null)
            : ByMaker(figure, own, row, value);
    }

    /// <summary>By the band that the value falls into.</summary>
    /// <param name="value">In the unit of the row.</param>
    public static ReadingVerdict ByTable(LimitRow row, decimal value)
    {
        var band = row.BandOf(value);
        return new(band.Grade, band.Name, band.Means, band.Do, band.Stops, row.Provenance);
    }

    private static ReadingVerdict ByMaker(BikeFigure figure, FigureSpec own, LimitRow? row, decimal value)
    {
        var (low, high) = BoundsOf(figure, own);
        var step = Instruments.ResolutionOf(figure);
        var read = Instruments.Round(value, step);
        if (
            !(read < (low is { } least ? Instruments.Round(least, step) : null))
            && !(read > (high is { } most ? Instruments.Round(most, step) : null))
        )
            return new(Limits.Grade.Sound, "right", "Inside the maker's limits.", "", null, own.Provenance);
        // Outside of them the table still knows what such a reading means, where it says something worse than the maker's "no".
        if (row?.BandOf(value) is { Grade: >= Limits.Grade.Worn } band)
            return new(band.Grade, band.Name, band.Means, band.Do, band.Stops, own.Provenance);
        if (figure == BikeFigure.IdleSpeed && high is { } idle && value > idle)
            return Racing(value / idle, own.Provenance);
        var grown = figure == BikeFigure.PlugGap && high is { } gap && value - gap >= PlugDoneBy;
        return new(
            grown ? Limits.Grade.Failed : Limits.Grade.Bad,
            "outside its limits",
            $"The maker gives {Text(own, figure)}.",
            grown ? "The gap has grown by 0.15 mm or more: fit a new plug." : "Put it right, and measure again.",
            null,
            own.Provenance
        );
    }

    /// <summary>House: a gap grown by this much is the end of a plug.</summary>
    private const decimal PlugDoneBy = 0.15m;

    private static ReadingVerdict Racing(decimal times, Provenance from) =>
        times <= 1.5m
            ? new(Limits.Grade.Worn, "high", "A little high.", "Set the idle screw, hot.", null, from)
            : new(
                Limits.Grade.Bad,
                "racing",
                $"About {times:0.#} times its figure: a stuck choke or slide, or air drawn in past a joint.",
                "Stop it, and look at choke, slide and intake joints.",
                null,
                from
            );

    /// <summary>The range that a maker's figure means: a single one has its tolerance to either side.</summary>
    public static (decimal? Low, decimal? High) BoundsOf(BikeFigure figure, FigureSpec own) =>
        own.Low is { } low && own.Low == own.High
            ? (low - Instruments.ToleranceOf(figure, low), low + Instruments.ToleranceOf(figure, low))
            : (own.Low, own.High);

    private static string Text(FigureSpec own, BikeFigure figure) => BikeFigures.Text(own, figure);

    /// <summary>Where a limit that nobody has entered is to be found.</summary>
    public static string WhereToFind(BikeFigure figure) =>
        figure switch
        {
            BikeFigure.FrontDisc or BikeFigure.RearDisc => "its least thickness is stamped on the disc.",
            BikeFigure.ChainSlack => "it stands on the swingarm's sticker, or in the manual.",
            BikeFigure.CompressionPressure => "the manual has it; without, hold it against its own earlier readings.",
            _ => "the maker's manual has it.",
        };

    public override string ToString() =>
        string.Create(CultureInfo.InvariantCulture, $"{(Name.Length > 0 ? $"{Name}: " : "")}{Means}{(Do.Length > 0 ? $" {Do}" : "")}");
}
