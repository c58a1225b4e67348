using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Core.Exchange;

/// <summary>
/// A whole shed, or some of its bikes, as a file that another Muddy Ledger takes in without loss. Nothing derived is in it.
/// </summary>
/// <param name="Format">Always <see cref="FormatName"/>.</param>
/// <param name="Version">Of the names in it (<see cref="Json.CoreJson.Version"/>); a reader refuses a newer one.</param>
/// <param name="WrittenAt">When the copy was made.</param>
/// <param name="Settings">Null where none were ever kept.</param>
/// <param name="Bikes">All of them, with their books and runs.</param>
public sealed record ShedCopy(string Format, int Version, Instant WrittenAt, SettingsCopy? Settings, ImmutableArray<BikeCopy> Bikes)
{
    /// <summary>Left out where there are none; copies from before there were viewings have none.</summary>
    public ImmutableArray<ViewingCopy> Viewings { get; init; } = [];

    /// <summary>The owner's own prices, by point.</summary>
    public ImmutableSortedDictionary<string, FaultCost> Prices { get; init; } = ImmutableSortedDictionary<string, FaultCost>.Empty;

    /// <summary>The jobs that the owner wrote, each as its file. Left out where there are none.</summary>
    public ImmutableArray<OwnJobCopy> Jobs { get; init; } = [];

    /// <summary>The shelf. Left out where it is empty.</summary>
    public ImmutableArray<StockCopy> Shelf { get; init; } = [];

    /// <summary>Every picture that a line or a tap speaks of. Left out where there are none.</summary>
    public ImmutableArray<PhotoCopy> Photos { get; init; } = [];

    /// <summary>By which a copy is known.</summary>
    public const string FormatName = "muddy-ledger-shed";
}

/// <summary>Settings in a copy.</summary>
/// <param name="VolumeUnit">A symbol.</param>
/// <param name="TorqueUnit">A symbol.</param>
/// <param name="Currency">ISO 4217.</param>
public sealed record SettingsCopy(string VolumeUnit, string TorqueUnit, string Currency);

/// <summary>A bike in a copy.</summary>
/// <param name="Id">Its id.</param>
/// <param name="AddedAt">When it came into the shed.</param>
/// <param name="Profile">As it was last kept.</param>
/// <param name="Entries">Every line of its book.</param>
/// <param name="Strikes">The lines that count no more.</param>
/// <param name="Runs">Its job runs.</param>
public sealed record BikeCopy(
    Guid Id,
    Instant AddedAt,
    Profile Profile,
    ImmutableArray<EntryCopy> Entries,
    ImmutableArray<StrikeCopy> Strikes,
    ImmutableArray<RunCopy> Runs
);

/// <summary>A line of a book in a copy.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Date">When it happened.</param>
/// <param name="WrittenAt">When it was written down.</param>
/// <param name="Device">Which device wrote it.</param>
/// <param name="Body">What it says.</param>
/// <param name="Run">The job run that wrote it; null where none did.</param>
/// <param name="Corrects">The struck line that it stands for; null where it corrects none.</param>
/// <param name="Reason">Why that one was wrong.</param>
public sealed record EntryCopy(
    Guid Id,
    LocalDate Date,
    Instant WrittenAt,
    string Device,
    EntryBody Body,
    Guid? Run,
    Guid? Corrects,
    string? Reason
);

/// <summary>A strike in a copy.</summary>
/// <param name="Entry">The line that counts no more.</param>
/// <param name="At">When it was struck.</param>
/// <param name="Device">By which device.</param>
/// <param name="Reason">Why.</param>
public sealed record StrikeCopy(Guid Entry, Instant At, string Device, string Reason);

/// <summary>A viewing in a copy.</summary>
/// <param name="Id">Its id.</param>
/// <param name="AddedAt">When it was begun.</param>
/// <param name="Details">What is known of the bike, and wanted of it.</param>
/// <param name="Status">Open, bought, or not bought.</param>
/// <param name="EndedAt">Null while it is open.</param>
/// <param name="Ended">Why it was left; null where it was not.</param>
/// <param name="Bike">The bike that it became, where it was bought.</param>
/// <param name="Taps">In the order in which they were tapped.</param>
public sealed record ViewingCopy(
    Guid Id,
    Instant AddedAt,
    ViewingDetails Details,
    ViewingStatus Status,
    Instant? EndedAt,
    string? Ended,
    Guid? Bike,
    ImmutableArray<ViewingTapCopy> Taps
);

/// <summary>A tap of a viewing in a copy.</summary>
/// <param name="Id">Its id.</param>
/// <param name="At">When.</param>
/// <param name="Device">By which device.</param>
/// <param name="Act">What was tapped.</param>
public sealed record ViewingTapCopy(Guid Id, Instant At, string Device, ViewingAct Act);

/// <summary>A job of the owner's own in a copy.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Text">Its file, YAML.</param>
public sealed record OwnJobCopy(string Id, string Text);

/// <summary>A thing on the shelf in a copy.</summary>
/// <param name="Id">Its id.</param>
/// <param name="AddedAt">When it was written.</param>
/// <param name="Item">What it is.</param>
/// <param name="Moves">What came and went.</param>
public sealed record StockCopy(Guid Id, Instant AddedAt, StockItem Item, ImmutableArray<StockMoveCopy> Moves);

/// <summary>As <see cref="StockMove"/>, with who wrote it and when.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Container">The bottle or box; null where none is told apart.</param>
/// <param name="Amount">In litres for a fluid, pieces for the rest; below 0 where it left.</param>
/// <param name="Date">When it happened.</param>
/// <param name="At">When it was written down.</param>
/// <param name="Device">By which device.</param>
/// <param name="Cause">Bought, taken, put back, or counted.</param>
/// <param name="Note">Null where there is none.</param>
/// <param name="Run">The job run that used it; null where none did.</param>
public sealed record StockMoveCopy(
    Guid Id,
    Guid? Container,
    decimal Amount,
    LocalDate Date,
    Instant At,
    string Device,
    StockCause Cause,
    string? Note,
    Guid? Run
);

/// <summary>A picture in a copy; the file lies beside it.</summary>
/// <param name="Id">Its id, and the file's name.</param>
/// <param name="AddedAt">When it was kept.</param>
/// <param name="Image">A JPEG, as it is kept.</param>
public sealed record PhotoCopy(Guid Id, Instant AddedAt, byte[] Image);

/// <summary>A job run in a copy.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Job">The job as it was when the run began.</param>
/// <param name="StartedAt">When it began.</param>
/// <param name="Status">Running, finished or set aside.</param>
/// <param name="EndedAt">Null while it runs.</param>
/// <param name="Taps">In the order in which they were tapped.</param>
public sealed record RunCopy(Guid Id, Job Job, Instant StartedAt, RunStatus Status, Instant? EndedAt, ImmutableArray<TapCopy> Taps);

/// <summary>A tap of a job run in a copy.</summary>
/// <param name="Id">Its id.</param>
/// <param name="At">When.</param>
/// <param name="Device">By which device.</param>
/// <param name="Act">What was tapped.</param>
public sealed record TapCopy(Guid Id, Instant At, string Device, RunAct Act);
