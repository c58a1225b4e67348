using System.Text.Json.Serialization;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Findings;

/// <summary>How grave a finding is.</summary>
public enum FindingSeverity
{
    Note,
    Watch,
    FixSoon,
    Stop,
}

/// <summary>Something wrong was found.</summary>
/// <param name="Title">What is wrong, in a few words.</param>
/// <param name="Severity">From a note to a stop.</param>
/// <param name="Detail">What else was said; null where nothing was.</param>
/// <param name="CostGuess">What it may cost to put right; null where nobody guessed.</param>
/// <param name="Gate">The gate that stays shut until the finding is closed; only for <see cref="FindingSeverity.Stop"/>.</param>
public sealed record FindingOpened(
    string Title,
    FindingSeverity Severity,
    string? Detail = null,
    Money? CostGuess = null,
    Gate? Gate = null
) : EntryBody
{
    /// <summary>
    /// Under what conditions it shows, in the owner's words: "hot, after twenty minutes, uphill". Null where it shows at any time, or
    /// nobody said. What shows only then is cured only when it was tried under the like.
    /// </summary>
    public string? Under { get; init; }

    /// <summary>The gate that it keeps shut until it is closed; null where it shuts none.</summary>
    [JsonIgnore]
    public Gate? Shuts => Severity == FindingSeverity.Stop ? Gate ?? Bikes.Gate.Ridden : null;

    /// <summary>As somebody saw it: one that stops shuts riding where no other gate is named, any other shuts nothing.</summary>
    public static FindingOpened Seen(string title, FindingSeverity severity, string? detail, Money? costGuess, Gate? gate) =>
        new(title, severity, detail, costGuess, severity == FindingSeverity.Stop ? gate ?? Bikes.Gate.Ridden : null);

    public override string KindName() => "Found";

    public override IEnumerable<EntryFigure> Figures()
    {
        yield return new TextFigure("title", Title, words => this with { Title = words });
        yield return WordFigure.Of("severity", Severity);
        if (Detail is { } detail)
            yield return new NoteFigure("detail", detail, words => this with { Detail = words });
        if (Under is { } under)
            yield return new NoteFigure("under", under, words => this with { Under = words });
        if (CostGuess is { } guess)
            yield return new MoneyFigure("costGuess", guess, amount => this with { CostGuess = amount });
    }
}
