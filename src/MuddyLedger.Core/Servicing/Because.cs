using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.Core.Servicing;

/// <summary>One line of an answer's working. The screen makes the sentence; nobody reads sentences back.</summary>
public abstract record Because;

/// <summary>When the task was last done, and what the lifetime meter was then (null where no reading covers that day).</summary>
/// <param name="Entry">The line that says so.</param>
/// <param name="Evidence">How it is known.</param>
/// <param name="Meter">What it had run by then; null where not known.</param>
public sealed record LastDone(LedgerEntry Entry, Evidence Evidence, MeterAt? Meter) : Because
{
    /// <summary>
    /// The UTC day on which the line was first written, where that is more than a day after the day it tells of; null where it was written
    /// at once.
    /// </summary>
    public LocalDate? WrittenLater => Entry.FirstWrittenAt.InUtc().Date is var day && day > Entry.Date.PlusDays(1) ? day : null;
}

/// <summary>Nobody knows when it was last done.</summary>
public sealed record NoHistory : Because;

/// <summary>What shows that it is time, whatever its age.</summary>
/// <param name="Limit">What to look for.</param>
public sealed record WornWhen(WornLimit Limit) : Because;

/// <summary>A flush fill is in: it is to be drained before anything else.</summary>
/// <param name="Entry">The line of the fill.</param>
public sealed record PutInForNow(LedgerEntry Entry) : Because;

/// <summary>The seller said so, with nothing to show for it. Kept, but not history.</summary>
/// <param name="Entry">The line that says so.</param>
public sealed record OnlyClaimed(LedgerEntry Entry) : Because;

/// <summary>Where a limit comes from, and what shortens it.</summary>
/// <param name="Limit">Which.</param>
/// <param name="Factor">What severe use makes of the limit; 1 where nothing applies.</param>
/// <param name="Severities">Those that hold for this bike.</param>
/// <param name="First">True where the running-in value of the limit counts.</param>
public sealed record LimitFrom(Limit Limit, decimal Factor, IReadOnlyList<SeverityFactor> Severities, bool First = false) : Because;

/// <summary>What the meter has run to today.</summary>
/// <param name="Kind">Of the meter.</param>
/// <param name="Meter">As it is taken to stand.</param>
/// <param name="LastReading">When it was read last.</param>
/// <param name="RidesSince">How many were written down after that.</param>
public sealed record MeterToday(MeterKind Kind, MeterAt Meter, MeterPoint LastReading, int RidesSince) : Because;

/// <summary>How use is foretold.</summary>
/// <param name="Kind">Of the meter.</param>
/// <param name="Forecast">With its band.</param>
/// <param name="Source">How the meter itself is known.</param>
public sealed record ForecastUsed(MeterKind Kind, UsageForecast Forecast, MeterSource Source) : Because;

/// <summary>This limit counts on a meter that the bike has not got: it was worked out from the other by this ratio.</summary>
/// <param name="Kind">Of the meter that the bike lacks.</param>
/// <param name="Ratio">By which the other stands in.</param>
public sealed record DerivedByRatio(MeterKind Kind, MeterRatio Ratio) : Because;

/// <summary>Hard rides since count for more than they were.</summary>
/// <param name="Kind">Of the meter.</param>
/// <param name="Rides">How many.</param>
/// <param name="Ridden">What they were.</param>
/// <param name="CountsAs">What they count as for this limit.</param>
/// <param name="Severities">What made them hard.</param>
public sealed record SevereRidesCounted(
    MeterKind Kind,
    int Rides,
    MeterAmount Ridden,
    MeterAmount CountsAs,
    IReadOnlyList<Bikes.Severity> Severities
) : Because;

/// <summary>A ride since it was last done asks for it, whatever the limits leave.</summary>
/// <param name="Entry">The ride.</param>
/// <param name="Asks">What of the ride asks for it; null where every ride does.</param>
public sealed record AfterRide(LedgerEntry Entry, Bikes.Severity? Asks) : Because;

/// <summary>The owner set these limits in place of the shipped ones.</summary>
/// <param name="Entry">The line that set it.</param>
public sealed record OwnInterval(LedgerEntry Entry) : Because;

/// <summary>The owner leaves it alone, and said why.</summary>
/// <param name="Entry">The line that says so.</param>
/// <param name="Until">The day until which; null for good.</param>
/// <param name="Why">In the owner's words.</param>
public sealed record LeftAlone(LedgerEntry Entry, LocalDate? Until, string Why) : Because;

/// <summary>Nothing is known of its past and the owner said to treat it as due.</summary>
/// <param name="Entry">The line that says so.</param>
public sealed record TreatedAsDue(LedgerEntry Entry) : Because;

/// <summary>The paper that the owner entered, and its last day.</summary>
/// <param name="Entry">The line that says so.</param>
/// <param name="Until">The last day on which it is good.</param>
public sealed record PaperEntered(LedgerEntry Entry, LocalDate Until) : Because;

/// <summary>No date can be given by this limit: too few readings to know how the bike is used.</summary>
/// <param name="Kind">Of the meter.</param>
public sealed record RateUnknown(MeterKind Kind) : Because;

/// <summary>This limit cannot be judged: no reading covers the day it was last done, or none since.</summary>
/// <param name="Kind">Of the meter.</param>
public sealed record MeterUnknown(MeterKind Kind) : Because;

/// <summary>What was measured says where it ends, or that nothing can be said yet.</summary>
/// <param name="Series">With its line.</param>
public sealed record WearMeasured(Wear.WearSeries Series) : Because;
