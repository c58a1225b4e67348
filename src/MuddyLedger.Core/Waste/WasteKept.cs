using System.Collections.Immutable;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;

namespace MuddyLedger.Core.Waste;

/// <summary>
/// Used fluids kept in closed containers until they are handed in where local rules say. Never on the ground or in a drain.
/// </summary>
public static class WasteKept
{
    /// <summary>Litres to hand in, by kind; kinds with nothing left are not listed.</summary>
    public static ImmutableArray<(string Kind, Volume Volume)> ToHandIn(IEnumerable<BikeLedger> ledgers)
    {
        var held = new SortedDictionary<string, decimal>(StringComparer.Ordinal);
        foreach (var ledger in ledgers)
        {
            foreach (var (_, waste) in ledger.Each<WasteHeld>())
                held[waste.Waste] = held.GetValueOrDefault(waste.Waste) + waste.Volume.Litres;
            foreach (var (_, waste) in ledger.Each<WasteHandedIn>())
                held[waste.Waste] = held.GetValueOrDefault(waste.Waste) - waste.Volume.Litres;
        }

        return [.. held.Where(pair => pair.Value > 0).Select(pair => (pair.Key, Volume.FromLitres(pair.Value)))];
    }

    /// <summary>All of one kind handed in: a line for each bike whose fluid it was. Empty where nothing of it waits.</summary>
    public static ImmutableArray<(BikeId Bike, WasteHandedIn Line)> HandIn(IEnumerable<BikeLedger> ledgers, string kind, string place) =>
        [
            .. from ledger in ledgers
            from held in ToHandIn([ledger])
            where held.Kind == kind
            select (ledger.Bike, new WasteHandedIn(kind, held.Volume, place)),
        ];
}
