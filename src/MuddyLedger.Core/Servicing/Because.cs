using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.Core.Servicing;

/// <summary>One line of an answer's working. The screen makes the sentence; nobody reads sentences back.</summary>
public abstract record Because;

/// <summary>When the task was last done, and what the lifetime meter was then (null where no reading covers that day).</summary>
public sealed record LastDone(LedgerEntry Entry, Evidence Evidence, MeterAt? Meter) : Because;

public sealed record NoHistory : Because;

/// <summary>The seller said so, with nothing to show for it. Kept, but not history.</summary>
public sealed record OnlyClaimed(LedgerEntry Entry) : Because;

/// <param name="Factor">What severe use makes of the limit; 1 where nothing applies.</param>
public sealed record LimitFrom(Limit Limit, decimal Factor, IReadOnlyList<SeverityFactor> Severities) : Because;

public sealed record MeterToday(MeterKind Kind, MeterAt Meter, MeterPoint LastReading) : Because;

public sealed record RateUsed(MeterKind Kind, UsageRate Rate) : Because;

/// <summary>No date can be given by this limit: too few readings to know how the bike is used.</summary>
public sealed record RateUnknown(MeterKind Kind) : Because;

/// <summary>This limit cannot be judged: no reading covers the day it was last done, or none since.</summary>
public sealed record MeterUnknown(MeterKind Kind) : Because;
