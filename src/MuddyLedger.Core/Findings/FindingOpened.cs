using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Findings;

public enum FindingSeverity
{
    Note,
    Watch,
    FixSoon,
    Stop,
}

/// <param name="Gate">The gate that stays shut until the finding is closed; only for <see cref="FindingSeverity.Stop"/>.</param>
public sealed record FindingOpened(
    string Title,
    FindingSeverity Severity,
    string? Detail = null,
    Money? CostGuess = null,
    Gate? Gate = null
) : EntryBody
{
    public override string KindName() => "Found";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("title", Title, words => this with { Title = words });
        yield return WordFigure.Of("severity", Severity);
        if (Detail is { } detail)
            yield return new NoteFigure("detail", detail, words => this with { Detail = words });
        if (CostGuess is { } guess)
            yield return new MoneyFigure("costGuess", guess, amount => this with { CostGuess = amount });
    }
}
