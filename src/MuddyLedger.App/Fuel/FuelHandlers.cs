using MuddyLedger.App.Bikes;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Fluids;
using MuddyLedger.Core.Fuel;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using MuddyLedger.Core.Units;
using NodaTime;

namespace MuddyLedger.App.Fuel;

/// <summary>Fuel that went in.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Date">The day it happened, as typed; never after today.</param>
/// <param name="Volume">As typed, with its unit or in the owner's.</param>
/// <param name="Price">Money as typed, for all of it; empty where not known.</param>
/// <param name="ToTheBrim">Only from brim to brim can be told what it burns.</param>
/// <param name="Oil">Two-stroke oil that was mixed in; empty where none was.</param>
/// <param name="Meter">The meter that was read; null where none was.</param>
/// <param name="Reading">What the meter showed, in any unit. Left out, what it burns is told over a longer way, once the meter has been
/// read again.</param>
/// <param name="Confirmed">True where the owner has confirmed what is unlikely.</param>
/// <param name="MissedSome">Fuel that went in before this was not written down.</param>
public sealed record FuellingRequest(
    Guid Id,
    string? Date,
    string? Volume,
    string? Price,
    bool ToTheBrim,
    string? Oil,
    MeterKind? Meter,
    string? Reading,
    bool Confirmed = false,
    bool MissedSome = false
);

/// <summary>What a fuelling wrote.</summary>
/// <param name="Fuel">Its line.</param>
/// <param name="Reading">The line of its meter; null where none was read.</param>
public sealed record FuellingAnswer(EntryAnswer Fuel, EntryAnswer? Reading);

/// <summary>What a fuelling asks for, before it is poured.</summary>
/// <param name="Volume">As it was understood; null while it is not.</param>
/// <param name="Reason">Why oil goes in.</param>
/// <param name="Ratio">Fuel to oil; null where none is mixed, or nobody has entered it.</param>
/// <param name="Oil">How much to this fuel; null where the volume cannot be read yet.</param>
/// <param name="From">Where the ratio comes from; null where there is none.</param>
/// <param name="Meter">The meter that consumption is worked out by; null on a bike without one.</param>
/// <param name="VolumeUnit">The symbol of the unit in which the owner types and reads volumes.</param>
public sealed record FuelAskedAnswer(
    Shown? Volume,
    MixReason Reason,
    Shown? Ratio,
    Shown? Oil,
    ShownProvenance? From,
    MeterAnswer? Meter,
    string VolumeUnit
);

/// <summary>Fuel put in, with the oil that belongs in it, and what is asked for it.</summary>
public sealed class FuelHandlers(ShedSnapshots snapshots, Writing writing)
{
    /// <summary>What a tank of this bike wants: fuel, oil, and what it has used.</summary>
    public async Task<Outcome<FuelAskedAnswer>> AskedAsync(Guid bike, string? volume, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var read = QuantityText.Read(volume, settings.Volume, MostLitres, caller.Marks);
        var fuel = read.IsRefused ? Volume.Zero : Volume.From(read.Value);
        var mix = FuelMix.For(snapshot.Profile, snapshot.Pump, fuel);
        return new FuelAskedAnswer(
            fuel.Litres > 0 ? Shown.Of(fuel, settings) : null,
            mix.Reason,
            mix.Ratio is { } ratio ? Shown.Of(new Quantity(ratio, Unit.ToOne)) : null,
            mix.Oil is { Litres: > 0 } oil ? Shown.Of(oil.In(Unit.Millilitre)) : null,
            mix.From is { } from ? ShownProvenance.Of(from) : null,
            snapshot.Meters.Own.Values.Select(meter => BikeAnswers.MeterOf(meter, snapshot)).OrderBy(meter => meter.Kind).FirstOrDefault(),
            settings.Volume.Symbol
        );
    }

    /// <summary>Writes what went into the tank; a lean mix is asked about first.</summary>
    public async Task<Outcome<FuellingAnswer>> AddAsync(Guid bike, FuellingRequest body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var check = caller.Check();
        var id = new EntryId(check.Id("id", body.Id));
        var date = check.Date("date", body.Date, snapshot.Today);
        var volume = check.Volume("volume", body.Volume, settings.Volume);
        var price = check.OptionalMoney("price", body.Price);
        var oil = check.OptionalVolume("oil", body.Oil, Unit.Millilitre);
        var display = ReadingOf(body, snapshot.Profile, check);
        if (!check.Failed && volume.Litres <= 0)
            check.Refuse("volume", "must be more than nothing");
        if (!check.Failed && oil is { } mixed && FuelMix.TooMuchOil(mixed, volume))
            check.Refuse("oil", "is half of the fuel or more: write it in ml, or with its unit");
        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (writer, stamp) =>
            {
                if (!body.Confirmed && FuelMix.Overfills(snapshot.Profile, volume))
                    return Refused(
                        new(
                            "volume",
                            $"is more than its tank holds, {Shown.Of(FuelMix.TankOf(snapshot.Profile)!.Value, settings)}",
                            "confirm"
                        )
                    );
                if (!body.Confirmed && FuelMix.For(snapshot.Profile, snapshot.Pump, volume).Question(volume, oil) is { } question)
                    return Refused(new("oil", question, "confirm"));
                if (display is { } shown)
                {
                    if (ReadingHandlers.Refuse(snapshot, shown, date, body.Confirmed) is { } refusal)
                        return Refused(refusal);
                    writer.AddEntry(
                        new LedgerEntry(new(Guid.CreateVersion7()), snapshot.Bike.Id, date, stamp.At, stamp.Device, new MeterRead(shown))
                    );
                }

                // A moment after the reading, so that it is worked out from it.
                writer.AddEntry(
                    new LedgerEntry(
                        id,
                        snapshot.Bike.Id,
                        date,
                        stamp.At + LedgerEntry.Moment,
                        stamp.Device,
                        new FuelBought(volume, price, body.ToTheBrim)
                        {
                            Oil = oil is { Litres: > 0 } ? oil : null,
                            MissedSome = body.MissedSome,
                        }
                    )
                );
                return Task.FromResult<Problem?>(null);
            },
            async () =>
                new FuellingAnswer(
                    (EntryAnswer)await EntryAnswers.OneAsync(snapshots, bike, id.Value, caller.Cancel),
                    display is null ? null : await ReadingBesideAsync(bike, id, caller.Cancel)
                )
        );
    }

    /// <summary>The reading that was written with a fuelling, found anew, since a request sent twice made up another id for it.</summary>
    private async Task<EntryAnswer?> ReadingBesideAsync(Guid bike, EntryId fuel, CancellationToken cancel)
    {
        var ledger = (await snapshots.OneAsync(bike, cancel))!.Ledger;
        var line = ledger.All.First(entry => entry.Id == fuel);
        var beside = ledger.All.LastOrDefault(entry => entry.Body is MeterRead && entry.WrittenAt + LedgerEntry.Moment == line.WrittenAt);
        return beside is null ? null : (EntryAnswer)await EntryAnswers.OneAsync(snapshots, bike, beside.Id.Value, cancel);
    }

    private static MeterAmount? ReadingOf(FuellingRequest body, Profile bike, FieldCheck check)
    {
        if (string.IsNullOrWhiteSpace(body.Reading))
            return null;
        var meter = body.Meter ?? MeterKind.Odometer;
        if (!bike.Has(meter))
            check.Refuse("meter", "is not on this bike");
        var read = check.Quantity("reading", body.Reading, bike.UnitOf(meter), ReadingHandlers.MostOf(meter));
        return check.Failed ? null : MeterAmount.From(read);
    }

    private const decimal MostLitres = 200;

    /// <summary>For a write that is not to be.</summary>
    public static Task<Problem?> Refused(Refusal refusal) => Task.FromResult<Problem?>(Problem.Refused(refusal));
}
