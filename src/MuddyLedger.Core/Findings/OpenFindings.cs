using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Findings;

/// <summary>Put right, and not tried yet under the conditions under which it showed.</summary>
/// <param name="Entry">The line that opened it.</param>
/// <param name="Finding">What was wrong.</param>
/// <param name="How">What was done about it.</param>
/// <param name="Since">When that was.</param>
public sealed record CureOnTrial(LedgerEntry Entry, FindingOpened Finding, string How, LocalDate Since);

/// <summary>What was found on a bike and is not put right, or not proven to be.</summary>
public static class OpenFindings
{
    private const string Wants = "Wants: ";

    /// <summary>What is written on a bike that gave a part to another.</summary>
    public static FindingOpened Wanting(string part, string by) => new(Wants + part, FindingSeverity.FixSoon, $"Taken for {by}.");

    /// <summary>The part that a bike wants since it gave its own away; null where that is not what was found.</summary>
    public static string? PartWanted(FindingOpened finding) =>
        finding.Title.StartsWith(Wants, StringComparison.Ordinal) ? finding.Title[Wants.Length..] : null;

    /// <summary>Findings opened and not closed, or back after they were, the gravest first, then the oldest.</summary>
    public static ImmutableArray<(LedgerEntry Entry, FindingOpened Body)> Of(BikeLedger ledger)
    {
        var last = LastSaid(ledger);
        return
        [
            .. ledger
                .Each<FindingOpened>()
                .Where(pair => last.GetValueOrDefault(pair.Entry.Origin)?.Body is null or CureTried { Gone: false })
                .OrderByDescending(pair => pair.Body.Severity)
                .ThenBy(pair => pair.Entry.Date),
        ];
    }

    /// <summary>
    /// What shows only under some conditions and was put right without being tried under them, the gravest first. It shuts nothing: to
    /// be tried it must be ridden.
    /// </summary>
    public static ImmutableArray<CureOnTrial> OnTrial(BikeLedger ledger)
    {
        var last = LastSaid(ledger);
        return
        [
            .. from pair in ledger.Each<FindingOpened>()
            where pair.Body.Under is not null
            let said = last.GetValueOrDefault(pair.Entry.Origin)
            let closed = said?.Body as FindingClosed
            where closed is { Tried: null }
            orderby pair.Body.Severity descending, said.Date
            select new CureOnTrial(pair.Entry, pair.Body, closed.How, said.Date),
        ];
    }

    /// <summary>
    /// The finding that a line puts right or tries, as it was worded last; null where it does neither, or the finding is not in this book.
    /// </summary>
    public static FindingOpened? AboutOf(BikeLedger ledger, EntryBody body)
    {
        if (FindingOf(body) is not { } finding)
            return null;
        var origin = ledger.OriginOf(finding);
        return ledger.All.LastOrDefault(entry => entry.Origin == origin)?.Body as FindingOpened;
    }

    private static EntryId? FindingOf(EntryBody body) => (body as FindingClosed)?.Finding ?? (body as CureTried)?.Finding;

    /// <summary>The last line about each finding after it was opened, by its origin.</summary>
    private static Dictionary<EntryId, LedgerEntry> LastSaid(BikeLedger ledger) => ledger.Fold(Said);

    private static readonly LineFold<Dictionary<EntryId, LedgerEntry>> Said = new(
        body => FindingOf(body) is not null,
        lines =>
        {
            var last = new Dictionary<EntryId, LedgerEntry>();
            foreach (var entry in lines.InForce)
                last[lines.OriginOf(FindingOf(entry.Body)!.Value)] = entry;
            return last;
        }
    );
}
