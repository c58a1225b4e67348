using System.Collections.Immutable;

namespace MuddyLedger.Core.Ledger;

public static class Findings
{
    /// <summary>Findings opened and not closed, the gravest first, then the oldest.</summary>
    public static ImmutableArray<(LedgerEntry Entry, FindingOpened Body)> Open(BikeLedger ledger)
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
