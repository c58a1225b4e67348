using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Parts;

/// <summary>A part that was fitted and is still on.</summary>
/// <param name="Again">How often it was taken off and put back since.</param>
public sealed record FittedPart(LedgerEntry Entry, PartFitted Fitted, int Again)
{
    /// <summary>Whether its warranty still runs on a day; null where it has none.</summary>
    public bool? InWarranty(LocalDate today) => Fitted.WarrantyUntil is { } until ? today <= until : null;
}

public static class FittedParts
{
    /// <summary>
    /// By name, the latest first: what was fitted last under that name, unless it was taken off since. A part that went back on stays the
    /// one that it was.
    /// </summary>
    public static ImmutableArray<FittedPart> Of(BikeLedger ledger)
    {
        var on = new Dictionary<string, FittedPart>(StringComparer.OrdinalIgnoreCase);
        foreach (var entry in ledger.Standing)
            switch (entry.Body)
            {
                case PartRemoved removed:
                    on.Remove(removed.Part);
                    break;
                case PartFitted { State: PartState.UsedAgain } again:
                    if (on.TryGetValue(again.Part, out var known))
                        on[again.Part] = known with { Again = known.Again + 1 };
                    break;
                case PartFitted fitted:
                    on[fitted.Part] = new(entry, fitted, 0);
                    break;
            }

        return [.. on.Values.OrderByDescending(part => part.Entry.Date).ThenBy(part => part.Fitted.Part, StringComparer.OrdinalIgnoreCase)];
    }
}
