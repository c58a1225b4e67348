using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>A bike as stored: its profile as JSON, and a version that counts its edits.</summary>
public sealed class BikeRow
{
    public Guid Id { get; init; }
    public required string Profile { get; set; }
    public int Version { get; set; }

    /// <summary>
    /// Counts every line, strike, run and tap of this bike. Kept by triggers of the store itself, so that nothing can be written past it.
    /// </summary>
    public long LedgerVersion { get; private set; }
    public Instant AddedAt { get; init; }
}

/// <summary>A ledger entry as stored. Rows are added, never changed and never removed.</summary>
public sealed class EntryRow
{
    public Guid Id { get; init; }
    public Guid BikeId { get; init; }
    public LocalDate Date { get; init; }
    public Instant WrittenAt { get; init; }
    public required string Device { get; init; }
    public required string Body { get; init; }
    public Guid? RunId { get; init; }
    public Guid? CorrectsId { get; init; }
    public string? Reason { get; init; }
}

public sealed class StrikeRow
{
    public Guid EntryId { get; init; }
    public Instant At { get; init; }
    public required string Device { get; init; }
    public required string Reason { get; init; }
}

/// <summary>A job run as stored: the job as it was when the run began, so that a changed file does not change a run.</summary>
public sealed class RunRow
{
    public Guid Id { get; init; }
    public Guid BikeId { get; init; }
    public required string Job { get; init; }
    public Instant StartedAt { get; init; }
    public RunStatus Status { get; set; }

    /// <summary>Counts events and changes of status; the run's ETag.</summary>
    public int Version { get; set; }
    public Instant? EndedAt { get; set; }
}

public sealed class RunEventRow
{
    public Guid Id { get; init; }
    public Guid RunId { get; init; }
    public int Sequence { get; init; }
    public Instant At { get; init; }
    public required string Device { get; init; }
    public required string Act { get; init; }
}

/// <summary>A viewing as stored: its details as JSON, and a version that counts their edits.</summary>
public sealed class ViewingRow
{
    public Guid Id { get; init; }
    public required string Details { get; set; }
    public ViewingStatus Status { get; set; }
    public int Version { get; set; }
    public Instant AddedAt { get; init; }
    public Instant? EndedAt { get; set; }

    /// <summary>Why it was not bought, in the owner's words.</summary>
    public string? Ended { get; set; }

    /// <summary>The bike that it became.</summary>
    public Guid? BikeId { get; set; }
}

public sealed class ViewingEventRow
{
    public Guid Id { get; init; }
    public Guid ViewingId { get; init; }
    public int Sequence { get; init; }
    public Instant At { get; init; }
    public required string Device { get; init; }
    public required string Act { get; init; }
}

/// <summary>What the owner says that putting a point right costs, in place of the shipped figure.</summary>
public sealed class PriceRow
{
    public required string Point { get; init; }
    public required string Cost { get; set; }
}

/// <summary>A job that the owner wrote, as the file that was written.</summary>
public sealed class OwnJobRow
{
    public required string Id { get; init; }
    public required string Text { get; set; }
    public int Version { get; set; }
    public Instant ChangedAt { get; set; }
}

/// <summary>Something kept on the shelf: what it is as JSON, and a version that counts its edits.</summary>
public sealed class StockItemRow
{
    public Guid Id { get; init; }
    public required string Item { get; set; }
    public int Version { get; set; }
    public Instant AddedAt { get; init; }

    /// <summary>Not kept any more; its moves stay.</summary>
    public bool Gone { get; set; }
}

/// <summary>What came to the shelf or went. Rows are added, never changed and never removed.</summary>
public sealed class StockMoveRow
{
    public Guid Id { get; init; }
    public Guid ItemId { get; init; }
    public Guid? ContainerId { get; init; }
    public decimal Amount { get; init; }
    public LocalDate Date { get; init; }
    public Instant At { get; init; }
    public required string Device { get; init; }
    public StockCause Cause { get; init; }
    public string? Note { get; init; }
    public Guid? RunId { get; init; }
}

/// <summary>
/// A picture as stored: made anew from what was sent, so that nothing else that was in the file came along. Never changed.
/// </summary>
public sealed class PhotoRow
{
    public Guid Id { get; init; }
    public Instant AddedAt { get; init; }

    /// <summary>A JPEG, upright.</summary>
    public required byte[] Image { get; init; }

    /// <summary>The same, as large as a stamp.</summary>
    public required byte[] Small { get; init; }
}

/// <summary>Every write ever acknowledged, so that the same request sent again changes nothing twice.</summary>
public sealed class WriteRow
{
    public Guid Id { get; init; }

    /// <summary>SHA-256 of what was asked: the same id with another body is refused.</summary>
    public required string Asked { get; init; }
    public Instant At { get; init; }
}

/// <summary>One row: how this owner wants things shown.</summary>
public sealed class SettingsRow
{
    public int Id { get; init; }
    public required string VolumeUnit { get; set; }
    public required string TorqueUnit { get; set; }
    public required string Currency { get; set; }
    public int Version { get; set; }
}
