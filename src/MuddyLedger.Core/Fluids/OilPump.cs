using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using NodaTime;

namespace MuddyLedger.Core.Fluids;

/// <summary>
/// Whether the oil pump of a two-stroke is known to feed it. A pump that nobody has proven is not: a bike that is new here, was bled, was
/// rebuilt or has stood for years is run on premix until the fall of its tank was measured, or the owner says that it has long fed it.
/// </summary>
/// <param name="Proven">It was seen to pump, or the owner says so of a bike that has run for long.</param>
/// <param name="Why">What it rests on, in a sentence.</param>
/// <param name="WordWillDo">Whether the owner's word may prove it: not of a pump that was opened, nor of a bike that has stood.</param>
public sealed record OilPump(bool Proven, string Why, bool WordWillDo)
{
    private static readonly OilPump NoPump = new(true, "It has no oil pump.", false);

    /// <summary>Of a bike with oil injection; of all others there is no pump to prove.</summary>
    public static OilPump Of(Profile bike, BikeLedger ledger, LocalDate today)
    {
        if (bike.Lubrication != Lubrication.OilInjection)
            return NoPump;
        var pump = new OilPump(false, "Nobody has proven its oil pump since it came into this book.", true);
        LocalDate? lastUsed = null;
        var uses = StandingTime.UsesOf(ledger).Where(use => use.Entry.Body is not WordGiven).ToLookup(use => use.Entry.Id);
        foreach (var entry in ledger.InForce)
        {
            foreach (var use in uses[entry.Id])
            {
                if (lastUsed is { } before && StandingTime.TierOf(before, use.Latest) == StoodTier.Revival)
                    pump = Stood;
                lastUsed = use.Latest;
            }

            pump = entry.Body switch
            {
                TakenIn { As: not TakenInAs.Runner } => new(false, "It was bought as one that does not run.", false),
                LastRan ran when StandingTime.TierOf(ran.Earliest, entry.Date) == StoodTier.Revival => Stood,
                LeftForNow { Thing: FuelMix.InsuranceThing } => new(false, "It was bled or opened, and not proven since.", false),
                // Of the shipped jobs only the proof by measured fall takes the insurance away.
                ForNowUndone { Thing: FuelMix.InsuranceThing } when entry.Run is not null => ByFall(entry),
                PumpProven { By: PumpProofBy.MeasuredFall } => ByFall(entry),
                PumpProven when pump.WordWillDo => new(
                    true,
                    $"The owner's word of {Day(entry.Date)} is that it has long fed the engine.",
                    true
                ),
                _ => pump,
            };
        }

        return lastUsed is { } last && StandingTime.TierOf(last, today) == StoodTier.Revival ? Stood : pump;
    }

    private static readonly OilPump Stood = new(
        false,
        "It has stood for over two years: what was in its lines has drained or dried.",
        false
    );

    private static OilPump ByFall(LedgerEntry entry) => new(true, $"It was proven by measured fall on {Day(entry.Date)}.", true);

    private static string Day(LocalDate date) => NodaTime.Text.LocalDatePattern.CreateWithInvariantCulture("d MMMM uuuu").Format(date);
}
