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
/// <param name="Version">Of the format; a reader refuses a newer one.</param>
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

    public const string FormatName = "muddy-ledger-shed";
    public const int CurrentVersion = 1;
}

public sealed record SettingsCopy(string VolumeUnit, string TorqueUnit, string Currency);

public sealed record BikeCopy(
    Guid Id,
    Instant AddedAt,
    Profile Profile,
    ImmutableArray<EntryCopy> Entries,
    ImmutableArray<StrikeCopy> Strikes,
    ImmutableArray<RunCopy> Runs
);

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

public sealed record StrikeCopy(Guid Entry, Instant At, string Device, string Reason);

/// <param name="Bike">The bike that it became, where it was bought.</param>
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

public sealed record ViewingTapCopy(Guid Id, Instant At, string Device, ViewingAct Act);

public sealed record OwnJobCopy(string Id, string Text);

public sealed record StockCopy(Guid Id, Instant AddedAt, StockItem Item, ImmutableArray<StockMoveCopy> Moves);

/// <summary>As <see cref="StockMove"/>, with who wrote it and when.</summary>
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

/// <param name="Image">A JPEG, as it is kept.</param>
public sealed record PhotoCopy(Guid Id, Instant AddedAt, byte[] Image);

/// <param name="Job">The job as it was when the run began.</param>
public sealed record RunCopy(Guid Id, Job Job, Instant StartedAt, RunStatus Status, Instant? EndedAt, ImmutableArray<TapCopy> Taps);

public sealed record TapCopy(Guid Id, Instant At, string Device, RunAct Act);
