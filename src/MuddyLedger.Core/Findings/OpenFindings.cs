using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;

namespace MuddyLedger.Core.Findings;

/// <summary>What was found on a bike and not put right yet.</summary>
public static class OpenFindings
{
    private const string Wants = "Wants: ";

    /// <summary>What is written on a bike that gave a part to another.</summary>
    public static FindingOpened Wanting(string part, string by) => new(Wants + part, FindingSeverity.FixSoon, $"Taken for {by}.");

    /// <summary>The part that a bike wants since it gave its own away; null where that is not what was found.</summary>
    public static string? PartWanted(FindingOpened finding) =>
        finding.Title.StartsWith(Wants, StringComparison.Ordinal) ? finding.Title[Wants.Length..] : null;

    /// <summary>Findings opened and not closed, the gravest first, then the oldest.</summary>
    public static ImmutableArray<(LedgerEntry Entry, FindingOpened Body)> Of(BikeLedger ledger)
    {
        var closed = ledger.Each<FindingClosed>().Select(pair => ledger.OriginOf(pair.Body.Finding)).ToHashSet();
        return
        [
            .. ledger
                .Each<FindingOpened>()
                .Where(pair => !closed.Contains(pair.Entry.Origin))
                .OrderByDescending(pair => pair.Body.Severity)
                .ThenBy(pair => pair.Entry.Date),
        ];
    }
}
