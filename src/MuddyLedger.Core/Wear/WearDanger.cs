using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Limits;
using NodaTime;

namespace MuddyLedger.Core.Wear;

/// <summary>What a new reading does to the gates: what would hurt is a finding that shuts one, and a sound reading settles it.</summary>
public static class WearDanger
{
    /// <summary>Of the finding that is opened for it.</summary>
    public static string TitleOf(WearKind kind) => $"{kind.Title}, at its end";

    /// <summary>The line that follows from a reading; null where none does.</summary>
    /// <param name="series">As it stood before the reading.</param>
    /// <param name="line">The measurement or look.</param>
    /// <param name="date">Its day: a reading of an earlier part, or one that a later one has overtaken, says nothing of today.</param>
    /// <param name="safety">Whether its failure hurts someone.</param>
    public static EntryBody? Follows(
        WearSeries series,
        EntryBody line,
        LocalDate date,
        Profile bike,
        LimitTable limits,
        BikeLedger ledger,
        bool safety
    )
    {
        if (date < (series.Current.Fitted?.Date ?? date) || series.Latest?.Entry.Date > date)
            return null;
        var verdict = VerdictOf(series, line, bike, limits);
        var open = OpenFindings.Of(ledger).FirstOrDefault(pair => pair.Body.Title == TitleOf(series.Kind)).Entry;
        if (verdict is { Grade: Grade.Failed } && (safety || verdict.Stops is not null))
            return open is not null
                ? null
                : new FindingOpened(
                    TitleOf(series.Kind),
                    FindingSeverity.Stop,
                    $"{verdict.Means} {verdict.Do}".Trim(),
                    null,
                    verdict.Stops ?? Gate.Ridden
                );
        return open is not null && verdict?.Grade <= Grade.Slight
            ? new FindingClosed(open.Id, $"Measured again on {date:d MMMM uuuu}, and sound")
            : null;
    }

    private static ReadingVerdict? VerdictOf(WearSeries series, EntryBody line, Profile bike, LimitTable limits) =>
        line switch
        {
            MeasurementTaken taken => WearVerdict.Of(
                series,
                bike,
                limits,
                series.Kind.Decisive([.. taken.Values.Select(series.Kind.Shown)])
            ),
            WearLooked looked => new(
                looked.Grade,
                Capabilities.Word(looked.Grade),
                series.Kind.Looks.GetValueOrDefault(looked.Grade, ""),
                "",
                null,
                null
            ),
            _ => null,
        };
}
