using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Parts;

/// <summary>Parts that were fitted together and are still on.</summary>
/// <param name="Entry">Its line.</param>
/// <param name="Fitted">What is known of them.</param>
/// <param name="On">How many of them are still on: 1 to as many as were fitted.</param>
/// <param name="Places">How many of its name the bike carries.</param>
/// <param name="Again">How often they were taken off and put back since.</param>
public sealed record FittedPart(LedgerEntry Entry, PartFitted Fitted, int On, int Places, int Again)
{
    /// <summary>Whether its warranty still runs on a day; null where it has none.</summary>
    public bool? InWarranty(LocalDate today) => Fitted.WarrantyUntil is { } until ? today <= until : null;
}

/// <summary>What was fitted and is still on.</summary>
public static class FittedParts
{
    /// <summary>
    /// What was fitted and is on, the latest first. A bike carries so many of a name; what was there before anybody wrote is the oldest.
    /// What comes off or is renewed is the oldest of its name: of two legs done in two years both stay, and the third time the first of
    /// them goes. What went back on stays what it was.
    /// </summary>
    /// <param name="ledger">Its book.</param>
    /// <param name="places">How many of a name the bike carries, as far as its jobs know; more, where more were ever fitted at
    /// once.</param>
    public static ImmutableArray<FittedPart> Of(BikeLedger ledger, IReadOnlyDictionary<string, int>? places = null)
    {
        var names = new Dictionary<string, OfOneName>(StringComparer.OrdinalIgnoreCase);
        foreach (var (_, fitted) in ledger.Each<PartFitted>())
            if (names.GetValueOrDefault(fitted.Part)?.Places is not { } known || known < fitted.Count)
                names[fitted.Part] = new(Math.Max(fitted.Count, places?.GetValueOrDefault(fitted.Part) ?? 0));
        foreach (var entry in ledger.InForce)
            switch (entry.Body)
            {
                case PartRemoved removed when names.TryGetValue(removed.Part, out var off):
                    off.Remove(removed.Count);
                    break;
                case PartFitted { State: PartState.UsedAgain } again:
                    names[again.Part].PutBack(again.Count);
                    break;
                case PartFitted fitted:
                    names[fitted.Part].Fit(entry, fitted);
                    break;
            }

        return
        [
            .. names
                .Values.SelectMany(name => name.On)
                .OrderByDescending(part => part.Entry.Date)
                .ThenBy(part => part.Fitted.Part, StringComparer.OrdinalIgnoreCase),
        ];
    }

    /// <summary>How many of each part a bike carries, by what its jobs fit: the most that any of them does.</summary>
    public static IReadOnlyDictionary<string, int> PlacesOf(IEnumerable<Job> jobs, Profile bike) =>
        jobs.SelectMany(job => job.Steps)
            .SelectMany(step => step.Fits)
            .GroupBy(fits => fits.Part, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(part => part.Key, part => part.Max(fits => fits.CountFor(bike)), StringComparer.OrdinalIgnoreCase);

    /// <summary>The places of one part: unknown, empty, or holding what was fitted, the oldest first.</summary>
    private sealed class OfOneName(int places)
    {
        private readonly List<FittedPart> _on = [];
        private int _unknown = places;
        private int _empty;

        public int Places { get; } = places;

        public IEnumerable<FittedPart> On => _on;

        /// <summary>Puts so many on: into empty places first, then in place of those that are on longest.</summary>
        public void Fit(LedgerEntry entry, PartFitted fitted)
        {
            var filled = Math.Min(fitted.Count, _empty);
            _empty -= filled;
            TakeOldest(fitted.Count - filled);
            _on.Add(new(entry, fitted, fitted.Count, Places, 0));
        }

        /// <summary>Takes so many off, those that are on longest first.</summary>
        public void Remove(int count) => _empty = Math.Min(Places, _empty + TakeOldest(count));

        /// <summary>So many were off and are on again: what nobody saw fitted first, then the oldest.</summary>
        public void PutBack(int count)
        {
            count -= _unknown;
            for (var at = 0; at < _on.Count && count > 0; at++)
            {
                count -= _on[at].On;
                _on[at] = _on[at] with { Again = _on[at].Again + 1 };
            }
        }

        /// <returns>How many there were to take, at most as many as asked for.</returns>
        private int TakeOldest(int count)
        {
            var taken = Math.Min(count, _unknown);
            _unknown -= taken;
            while (taken < count && _on.Count > 0)
            {
                var some = Math.Min(count - taken, _on[0].On);
                taken += some;
                if (some == _on[0].On)
                    _on.RemoveAt(0);
                else
                    _on[0] = _on[0] with { On = _on[0].On - some };
            }

            return taken;
        }
    }
}
