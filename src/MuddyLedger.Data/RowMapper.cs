using MuddyLedger.App.Store;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Json;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Data;

/// <summary>
/// Between what Core and App know and the rows it is kept in: the one place where it stands which column holds what. Whatever reads may
/// throw what a damaged row makes it throw; see <see cref="Readable"/>.
/// </summary>
internal static class RowMapper
{
    public static BikeRow Row(BikeId id, Profile profile, Instant at) =>
        new()
        {
            Id = id.Value,
            Profile = CoreJson.Write(profile),
            Version = 1,
            AddedAt = at,
        };

    public static StoredBike Bike(BikeRow row) => new(new(row.Id), CoreJson.Read<Profile>(row.Profile), row.Version, row.LedgerVersion);

    public static EntryRow Row(LedgerEntry entry) =>
        new()
        {
            Id = entry.Id.Value,
            BikeId = entry.Bike.Value,
            Date = entry.Date,
            WrittenAt = entry.WrittenAt,
            Device = entry.Device,
            Body = CoreJson.Write(entry.Body),
            RunId = entry.Run?.Value,
            CorrectsId = entry.Corrects?.Value,
            Reason = entry.Reason,
        };

    /// <param name="device">The row's own; one text for the thousands of lines that a device wrote.</param>
    public static LedgerEntry Entry(BikeId bike, ShedReader.Line row, string device) =>
        new(
            Id: new(row.Id),
            Bike: bike,
            Date: ShedContext.ReadDate(row.Date),
            WrittenAt: ShedContext.ReadInstant(row.WrittenAt),
            Device: device,
            Body: CoreJson.Read<EntryBody>(row.Body),
            Run: row.RunId is { } run ? new RunId(run) : null,
            Corrects: row.CorrectsId is { } corrects ? new EntryId(corrects) : null,
            Reason: row.Reason
        );

    public static StrikeRow Row(Strike strike) =>
        new()
        {
            EntryId = strike.Entry.Value,
            At = strike.At,
            Device = strike.Device,
            Reason = strike.Reason,
        };

    public static Strike Strike(StrikeRow row) => new(new(row.EntryId), row.At, row.Device, row.Reason);

    public static RunRow Row(StoredRun run) =>
        new()
        {
            Id = run.Id.Value,
            BikeId = run.Bike.Value,
            Job = CoreJson.Write(run.Job),
            StartedAt = run.Started,
            Status = run.Status,
            Version = run.Version,
            EndedAt = run.Ended,
        };

    public static StoredRun Run(RunRow row, IEnumerable<RunEventRow> events) =>
        new(
            new(row.Id),
            new(row.BikeId),
            CoreJson.Read<Job>(row.Job),
            row.StartedAt,
            row.Status,
            row.Version,
            row.EndedAt,
            [.. events.Select(act => new RunEvent(act.Id, act.At, act.Device, CoreJson.Read<RunAct>(act.Act)))]
        );

    public static RunEventRow Row(RunId run, RunEvent act, int sequence) =>
        new()
        {
            Id = act.Id,
            RunId = run.Value,
            Sequence = sequence,
            At = act.At,
            Device = act.Device,
            Act = CoreJson.Write(act.Act),
        };

    public static ViewingRow Row(StoredViewing viewing) =>
        new()
        {
            Id = viewing.Id.Value,
            Details = CoreJson.Write(viewing.Details),
            Status = viewing.Status,
            Version = viewing.Version,
            AddedAt = viewing.AddedAt,
            EndedAt = viewing.EndedAt,
            Ended = viewing.Ended,
            BikeId = viewing.Bike?.Value,
        };

    public static StoredViewing Viewing(ViewingRow row, IEnumerable<ViewingEventRow> events) =>
        new(
            Id: new(row.Id),
            Details: CoreJson.Read<ViewingDetails>(row.Details),
            Status: row.Status,
            Version: row.Version,
            AddedAt: row.AddedAt,
            EndedAt: row.EndedAt,
            Ended: row.Ended,
            Bike: row.BikeId is { } bike ? new BikeId(bike) : null,
            Events: [.. events.Select(act => new ViewingEvent(act.Id, act.At, act.Device, CoreJson.Read<ViewingAct>(act.Act)))]
        );

    public static ViewingEventRow Row(ViewingId viewing, ViewingEvent act, int sequence) =>
        new()
        {
            Id = act.Id,
            ViewingId = viewing.Value,
            Sequence = sequence,
            At = act.At,
            Device = act.Device,
            Act = CoreJson.Write(act.Act),
        };

    public static StockItemRow Row(Guid id, StockItem item, Instant at) =>
        new()
        {
            Id = id,
            Item = CoreJson.Write(item),
            Version = 1,
            AddedAt = at,
        };

    public static StoredItem Item(StockItemRow row) => new(row.Id, CoreJson.Read<StockItem>(row.Item), row.Version, row.AddedAt);

    public static StockMoveRow Row(StockMove move, Instant at, string device) =>
        new()
        {
            Id = move.Id,
            ItemId = move.Item,
            ContainerId = move.Container,
            Amount = move.Amount,
            Date = move.Date,
            At = at,
            Device = device,
            Cause = move.Cause,
            Note = move.Note,
            RunId = move.Run,
        };

    public static StockMove Move(StockMoveRow row) =>
        new(row.Id, row.ItemId, row.ContainerId, row.Amount, row.Date, row.Cause, row.Note, row.RunId);

    public static PriceRow Row(string point, FaultCost cost) => new() { Point = point, Cost = CoreJson.Write(cost) };

    public static FaultCost Price(PriceRow row) => CoreJson.Read<FaultCost>(row.Cost);

    public static OwnJobRow Row(OwnJob job) =>
        new()
        {
            Id = job.Id,
            Text = job.Text,
            Version = job.Version,
            ChangedAt = job.ChangedAt,
        };

    public static OwnJob Job(OwnJobRow row) => new(row.Id, row.Text, row.Version, row.ChangedAt);

    public static PhotoRow Row(Guid id, byte[] image, byte[] small, Instant at) =>
        new()
        {
            Id = id,
            AddedAt = at,
            Image = image,
            Small = small,
        };

    /// <summary>There is one row of settings.</summary>
    public static SettingsRow Settings(string volumeUnit, string torqueUnit, string currency, int version) =>
        new()
        {
            Id = 1,
            VolumeUnit = volumeUnit,
            TorqueUnit = torqueUnit,
            Currency = currency,
            Version = version,
        };

    public static WriteRow Write(Guid id, string asked, Instant at) =>
        new()
        {
            Id = id,
            Asked = ShedWriter.Digest(asked),
            At = at,
        };
}
