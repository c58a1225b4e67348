using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.Core.Fluids;

/// <summary>Against the marks.</summary>
public enum Level
{
    Below,
    Between,
    AtMaximum,
    Above,
}

/// <summary>What is in a reservoir now.</summary>
/// <param name="Fluid">As it was named.</param>
/// <param name="Poured">The fill and every top-up since.</param>
/// <param name="Filled">The line of the fill.</param>
/// <param name="Temporary">A flush fill, to be drained soon.</param>
public sealed record Contents(string Fluid, Volume Poured, LedgerEntry Filled, bool Temporary = false);

/// <summary>
/// A reservoir's state, from the ledger alone. Neither filled nor drained on record means unknown, which is not the same as empty.
/// </summary>
/// <param name="Reservoir">Which.</param>
/// <param name="Contents">Null where it is empty or not known.</param>
/// <param name="EmptySince">The drain that left it empty, where nothing was poured after it.</param>
/// <param name="LastLevel">Since the fill; null where none was read.</param>
public sealed record ReservoirState(
    ReservoirId Reservoir,
    Contents? Contents,
    LedgerEntry? EmptySince,
    (LedgerEntry Entry, Level Level)? LastLevel
)
{
    /// <summary>Neither filled nor drained on record: not the same as empty.</summary>
    public bool Unknown => Contents is null && EmptySince is null;
}

/// <summary>What is in each reservoir, from the book alone.</summary>
public static class FluidChain
{
    /// <summary>What is in it now, by all lines that count, in their order.</summary>
    public static ReservoirState StateOf(ReservoirId reservoir, BikeLedger ledger) => ledger.Fold(States[reservoir]);

    private static readonly ImmutableSortedDictionary<ReservoirId, LineFold<ReservoirState>> States = Enum.GetValues<ReservoirId>()
        .ToImmutableSortedDictionary(
            reservoir => reservoir,
            reservoir => new LineFold<ReservoirState>(body => SpeaksOf(reservoir, body), lines => StateOfLines(reservoir, lines))
        );

    private static ReservoirState StateOfLines(ReservoirId reservoir, BikeLedger ledger)
    {
        var state = new ReservoirState(reservoir, null, null, null);
        foreach (var entry in ledger.InForce)
        {
            state = entry.Body switch
            {
                FluidFilled fill when fill.Reservoir == reservoir => new(
                    reservoir,
                    new Contents(fill.Fluid, fill.Volume, entry, fill.Temporary),
                    null,
                    null
                ),
                FluidToppedUp more when more.Reservoir == reservoir && state.Contents is { } now => state with
                {
                    Contents = now with { Poured = now.Poured + more.Volume },
                },
                FluidDrained drain when drain.Reservoir == reservoir => new(reservoir, null, entry, null),
                LevelSeen seen when seen.Reservoir == reservoir => state with { LastLevel = (entry, seen.Level) },
                _ => state,
            };
        }

        return state;
    }

    /// <summary>The lines that count and speak of a reservoir, the oldest first: filled, topped up, drained, read.</summary>
    public static IEnumerable<LedgerEntry> LinesOf(ReservoirId reservoir, BikeLedger ledger) =>
        ledger.InForce.Where(entry => SpeaksOf(reservoir, entry.Body));

    private static bool SpeaksOf(ReservoirId reservoir, EntryBody body) =>
        body switch
        {
            FluidFilled fill => fill.Reservoir == reservoir,
            FluidToppedUp more => more.Reservoir == reservoir,
            FluidDrained drain => drain.Reservoir == reservoir,
            LevelSeen level => level.Reservoir == reservoir,
            _ => false,
        };

    /// <summary>Whole months that the fluid has been in.</summary>
    public static int AgeInMonths(Contents contents, LocalDate today) =>
        (int)Period.Between(contents.Filled.Date, today, PeriodUnits.Months).Months;
}

/// <summary>How much to pour, and in which goes.</summary>
/// <param name="Whole">All of it.</param>
/// <param name="First">About 85% (house value); then read, then bring it up to the mark.</param>
/// <param name="ThenAbout">The likely rest; what counts is the mark.</param>
public sealed record PourPlan(Volume Whole, Volume First, Volume ThenAbout)
{
    private const decimal FirstShare = 0.85m;

    /// <summary>
    /// The capacity for the case; a remainder known to be inside is taken off the dry capacity only, since the other two leave it out
    /// already.
    /// </summary>
    public static PourPlan? For(ReservoirSpec? spec, FillCase fillCase, Volume? remainder = null)
    {
        if (spec?.Capacity(fillCase) is not { } capacity)
            return null;
        var whole = fillCase == FillCase.Dry && remainder is { } inside ? capacity.Less(inside) : capacity;
        return new(whole, whole * FirstShare, whole.Less(whole * FirstShare));
    }
}
