using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.Core.Servicing;

/// <summary>One line of an answer's working. The screen makes the sentence; nobody reads sentences back.</summary>
public abstract record Because;

/// <summary>When the task was last done, and what the lifetime meter was then (null where no reading covers that day).</summary>
public sealed record LastDone(LedgerEntry Entry, Evidence Evidence, MeterAt? Meter) : Because
{
    /// <summary>
    /// The UTC day on which the line was first written, where that is more than a day after the day it tells of; null where it was written
    /// at once.
    /// </summary>
    public LocalDate? WrittenLater => Entry.FirstWrittenAt.InUtc().Date is var day && day > Entry.Date.PlusDays(1) ? day : null;
}

public sealed record NoHistory : Because;

/// <summary>What shows that it is time, whatever its age.</summary>
public sealed record WornWhen(WornLimit Limit) : Because;

/// <summary>A flush fill is in: it is to be drained before anything else.</summary>
public sealed record PutInForNow(LedgerEntry Entry) : Because;

/// <summary>The seller said so, with nothing to show for it. Kept, but not history.</summary>
public sealed record OnlyClaimed(LedgerEntry Entry) : Because;

/// <param name="Factor">What severe use makes of the limit; 1 where nothing applies.</param>
/// <param name="First">True where the running-in value of the limit counts.</param>
public sealed record LimitFrom(Limit Limit, decimal Factor, IReadOnlyList<SeverityFactor> Severities, bool First = false) : Because;

public sealed record MeterToday(MeterKind Kind, MeterAt Meter, MeterPoint LastReading, int RidesSince) : Because;

/// <param name="Source">How the meter itself is known.</param>
public sealed record ForecastUsed(MeterKind Kind, UsageForecast Forecast, MeterSource Source) : Because;

/// <summary>This limit counts on a meter that the bike has not got: it was reckoned from the other by this ratio.</summary>
public sealed record ReckonedByRatio(MeterKind Kind, MeterRatio Ratio) : Because;

/// <summary>Hard rides since count for more than they were.</summary>
/// <param name="Ridden">What they were.</param>
/// <param name="CountsAs">What they count as for this limit.</param>
public sealed record SevereRidesCounted(
    MeterKind Kind,
    int Rides,
    MeterAmount Ridden,
    MeterAmount CountsAs,
    IReadOnlyList<Bikes.Severity> Severities
) : Because;

/// <summary>A ride since it was last done asks for it, whatever the limits leave.</summary>
/// <param name="Asks">What of the ride asks for it; null where every ride does.</param>
public sealed record AfterRide(LedgerEntry Entry, Bikes.Severity? Asks) : Because;

/// <summary>The owner set these limits in place of the shipped ones.</summary>
public sealed record OwnInterval(LedgerEntry Entry) : Because;

/// <summary>The owner leaves it alone, and said why.</summary>
public sealed record LeftAlone(LedgerEntry Entry, LocalDate? Until, string Why) : Because;

/// <summary>Nothing is known of its past and the owner said to treat it as due.</summary>
public sealed record TreatedAsDue(LedgerEntry Entry) : Because;

/// <summary>The paper that the owner entered, and its last day.</summary>
public sealed record PaperEntered(LedgerEntry Entry, LocalDate Until) : Because;

/// <summary>No date can be given by this limit: too few readings to know how the bike is used.</summary>
public sealed record RateUnknown(MeterKind Kind) : Because;

/// <summary>This limit cannot be judged: no reading covers the day it was last done, or none since.</summary>
public sealed record MeterUnknown(MeterKind Kind) : Because;

/// <summary>What was measured says where it ends, or that nothing can be said yet.</summary>
public sealed record WearMeasured(Wear.WearSeries Series) : Because;
