using System.Text.Json.Serialization;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Settings;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Findings;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;
using NodaTime;

namespace MuddyLedger.App.Ledger;

/// <summary>How a line came to count no more.</summary>
/// <param name="At">When it was struck.</param>
/// <param name="Device">By which device.</param>
/// <param name="Reason">Why.</param>
public sealed record StrikeAnswer(Instant At, string Device, string Reason);

/// <summary>One line of the book.</summary>
/// <param name="Id">Of the line.</param>
/// <param name="Bike">In whose book it stands.</param>
/// <param name="BikeName">The bike's nickname.</param>
/// <param name="Date">When it happened.</param>
/// <param name="WrittenAt">When it was written down.</param>
/// <param name="Device">Which device wrote it.</param>
/// <param name="Kind">The kind of entry: "reading", "fill", "job-finished".</param>
/// <param name="Name">What the line is called: "Topped up"; of a task by how it is known: "Done, by receipt".</param>
/// <param name="About">The line that this one speaks of, in its own words: the finding that was put right or tried. Null where it speaks of
/// itself.</param>
/// <param name="Run">The job run that wrote it.</param>
/// <param name="RunStands">True where the run's finish still stands, so that it can be undone.</param>
/// <param name="Corrects">The struck line that it stands for; null where it corrects none.</param>
/// <param name="Reason">Why that one was wrong; null where it corrects none.</param>
/// <param name="Strike">Null where it counts.</param>
/// <param name="Meter">What the meter showed, or would have shown, when it happened.</param>
/// <param name="MeterEstimated">True where the meter was not read then.</param>
/// <param name="Figures">What it says, in order.</param>
/// <param name="Photo">The picture that the line is about.</param>
/// <param name="CanPutBack">True where it is struck and nothing stands in its place.</param>
public sealed record EntryAnswer(
    Guid Id,
    Guid Bike,
    string BikeName,
    LocalDate Date,
    Instant WrittenAt,
    string Device,
    string Kind,
    string Name,
    string? About,
    Guid? Run,
    bool RunStands,
    Guid? Corrects,
    string? Reason,
    StrikeAnswer? Strike,
    Shown? Meter,
    bool MeterEstimated,
    IReadOnlyList<Figure> Figures,
    Guid? Photo,
    bool CanPutBack
);

/// <summary>What a line of the book shows.</summary>
public static class EntryAnswers
{
    private static readonly Dictionary<Type, string> Kinds = typeof(EntryBody)
        .GetCustomAttributes(typeof(JsonDerivedTypeAttribute), false)
        .Cast<JsonDerivedTypeAttribute>()
        .ToDictionary(derived => derived.DerivedType, derived => (string)derived.TypeDiscriminator!);

    /// <summary>By the name that it is kept under: "fill".</summary>
    public static string KindOf(EntryBody body) => KindOf(body.GetType());

    /// <summary>By the name that it is kept under: "fill".</summary>
    public static string KindOf(Type body) => Kinds[body];

    /// <summary>A line as the book shows it, in the units of bike and owner.</summary>
    public static EntryAnswer Of(LedgerEntry entry, BikeSnapshot snapshot, OwnerSettings settings)
    {
        var strike = snapshot.Ledger.Strikes.GetValueOrDefault(entry.Id);
        var meter = MeterOf(entry, snapshot);
        return new(
            Id: entry.Id.Value,
            Bike: entry.Bike.Value,
            BikeName: snapshot.Profile.Nickname,
            Date: entry.Date,
            WrittenAt: entry.WrittenAt,
            Device: entry.Device,
            Kind: KindOf(entry.Body),
            Name: entry.Body.LineName(),
            About: OpenFindings.AboutOf(snapshot.Ledger, entry.Body)?.Title,
            Run: entry.Run?.Value,
            RunStands: entry.Run is not null && entry.Body is JobFinished && strike is null,
            Corrects: entry.Corrects?.Value,
            Reason: entry.Reason,
            Strike: strike is null ? null : new(strike.At, strike.Device, strike.Reason),
            Meter: meter.Shown,
            MeterEstimated: meter.Estimated,
            Figures: EntryFigures.Of(entry.Body, snapshot.Profile, settings),
            Photo: (entry.Body as PhotoTaken)?.Photo,
            CanPutBack: strike is not null && snapshot.Ledger.PutBackRefusal(entry) is null
        );
    }

    /// <summary>A line that was just written, from the store.</summary>
    public static async Task<EntryAnswer> OneAsync(ShedSnapshots snapshots, Guid bike, Guid entry, CancellationToken cancel)
    {
        var snapshot =
            await snapshots.OneAsync(bike, cancel) ?? throw new InvalidOperationException("The bike of an entry just written is gone.");
        return Of(snapshot.Ledger.All.First(one => one.Id.Value == entry), snapshot, await snapshots.SettingsAsync(cancel));
    }

    private static (Shown? Shown, bool Estimated) MeterOf(LedgerEntry entry, BikeSnapshot snapshot)
    {
        foreach (var (history, forecast) in snapshot.Meters.Own.Values)
        {
            if (history.At(entry, forecast) is { } at)
                return (Shown.Of(history.DisplayFor(entry.Date, at.Lifetime), snapshot.Profile), at.Estimated);
        }

        return (null, false);
    }
}
