using System.Collections.Immutable;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Jobs;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Shelf;
using MuddyLedger.Core.Viewings;
using NodaTime;

namespace MuddyLedger.Core.Exchange;

/// <summary>A whole shed, or some of its bikes, as a file that another Muddy Ledger takes in without loss. Nothing derived is in it.</summary>
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

    /// <summary>What cannot be true of a copy, by path, in words. Empty where it can be taken in.</summary>
    public ImmutableArray<Refusal> Check(int thisYear)
    {
        var refusals = ImmutableArray.CreateBuilder<Refusal>();
        if (Format != FormatName) refusals.Add(new("format", $"is not {FormatName}: this is no copy of a shed"));
        if (Version is < 1 or > CurrentVersion) refusals.Add(new("version", $"is {Version}, and this Muddy Ledger reads up to {CurrentVersion}: take a newer one"));
        if (refusals.Count > 0) return refusals.ToImmutable();
        if (Holes.First(this, "") is { } hole) return [new(hole, "is empty where something should stand")];
        var ids = new HashSet<Guid>();
        void Once(string path, Guid id) { if (!ids.Add(id)) refusals.Add(new(path, "stands twice in the file")); }

        for (var at = 0; at < Bikes.Length; at++)
        {
            var bike = Bikes[at];
            var path = $"bikes.{at}";
            Once($"{path}.id", bike.Id);
            refusals.AddRange(ProfileCheck.Of(bike.Profile, thisYear).Select(refusal => new Refusal($"{path}.profile.{refusal.Field}", refusal.Words)));
            var entries = bike.Entries.Select(entry => entry.Id).ToHashSet();
            var runs = bike.Runs.Select(run => run.Id).ToHashSet();
            foreach (var (entry, line) in bike.Entries.Select((entry, line) => (entry, line)))
            {
                Once($"{path}.entries.{line}.id", entry.Id);
                if (entry.Run is { } run && !runs.Contains(run)) refusals.Add(new($"{path}.entries.{line}.run", "is no job run of this bike"));
                if (entry.Corrects is { } corrects && (!entries.Contains(corrects) || corrects == entry.Id)) refusals.Add(new($"{path}.entries.{line}.corrects", "is no other line of this bike"));
            }

            foreach (var (strike, line) in bike.Strikes.Select((strike, line) => (strike, line)))
                if (!entries.Contains(strike.Entry)) refusals.Add(new($"{path}.strikes.{line}.entry", "is no line of this bike"));
            foreach (var twice in bike.Strikes.GroupBy(strike => strike.Entry).Where(group => group.Count() > 1))
                refusals.Add(new($"{path}.strikes", $"strike the line {twice.Key} more than once"));
            foreach (var (run, line) in bike.Runs.Select((run, line) => (run, line)))
            {
                Once($"{path}.runs.{line}.id", run.Id);
                foreach (var (tap, number) in run.Taps.Select((tap, number) => (tap, number))) Once($"{path}.runs.{line}.taps.{number}.id", tap.Id);
            }

            if (refusals.Count == 0 && CorrectionRing(bike) is { } ring) refusals.Add(new($"{path}.entries", $"correct each other in a ring at {ring}"));
        }

        foreach (var (viewing, at) in (Viewings.IsDefault ? [] : Viewings).Select((viewing, at) => (viewing, at)))
        {
            Once($"viewings.{at}.id", viewing.Id);
            foreach (var (tap, number) in viewing.Taps.Select((tap, number) => (tap, number))) Once($"viewings.{at}.taps.{number}.id", tap.Id);
            if (viewing.Bike is { } bought && Bikes.All(bike => bike.Id != bought)) refusals.Add(new($"viewings.{at}.bike", "is no bike of this copy"));
        }

        foreach (var (stock, at) in (Shelf.IsDefault ? [] : Shelf).Select((stock, at) => (stock, at)))
        {
            Once($"shelf.{at}.id", stock.Id);
            foreach (var (move, number) in stock.Moves.Select((move, number) => (move, number)))
            {
                Once($"shelf.{at}.moves.{number}.id", move.Id);
                if (move.Run is { } run && Bikes.All(bike => bike.Runs.All(one => one.Id != run))) refusals.Add(new($"shelf.{at}.moves.{number}.run", "is no job run of this copy"));
            }
        }

        foreach (var twice in (Jobs.IsDefault ? [] : Jobs).GroupBy(job => job.Id).Where(same => same.Count() > 1)) refusals.Add(new("jobs", $"hold \"{twice.Key}\" more than once"));
        refusals.AddRange(PhotoRefusals());
        return refusals.ToImmutable();
    }

    private List<Refusal> PhotoRefusals()
    {
        var refusals = new List<Refusal>();
        var photos = Photos.IsDefault ? [] : Photos;
        var there = new HashSet<Guid>();
        // A picture may have the id of the line or tap that brought it, but of no other picture.
        foreach (var (photo, at) in photos.Select((photo, at) => (photo, at)))
            if (!there.Add(photo.Id)) refusals.Add(new($"photos.{at}.id", "stands twice in the file"));
        foreach (var (bike, at) in Bikes.Select((bike, at) => (bike, at)))
            foreach (var (entry, line) in bike.Entries.Select((entry, line) => (entry, line)))
                if (entry.Body is PhotoTaken taken && !there.Contains(taken.Photo)) refusals.Add(new($"bikes.{at}.entries.{line}.body.photo", "is no picture of this copy"));
        foreach (var (viewing, at) in (Viewings.IsDefault ? [] : Viewings).Select((viewing, at) => (viewing, at)))
            foreach (var (tap, number) in viewing.Taps.Select((tap, number) => (tap, number)))
                if (tap.Act is PointPictured pictured && !there.Contains(pictured.Photo)) refusals.Add(new($"viewings.{at}.taps.{number}.act.photo", "is no picture of this copy"));
        return refusals;
    }

    private static Guid? CorrectionRing(BikeCopy bike)
    {
        var corrects = bike.Entries.Where(entry => entry.Corrects is not null).ToDictionary(entry => entry.Id, entry => entry.Corrects!.Value);
        var cleared = new HashSet<Guid>();
        foreach (var start in corrects.Keys)
        {
            var seen = new HashSet<Guid>();
            for (var at = start; corrects.TryGetValue(at, out var next) && !cleared.Contains(at); at = next)
                if (!seen.Add(at)) return at;
            cleared.UnionWith(seen);
        }

        return null;
    }
}

public sealed record SettingsCopy(string VolumeUnit, string TorqueUnit, string Currency);

public sealed record BikeCopy(
    Guid Id, Instant AddedAt, Profile Profile, ImmutableArray<EntryCopy> Entries, ImmutableArray<StrikeCopy> Strikes, ImmutableArray<RunCopy> Runs);

public sealed record EntryCopy(Guid Id, LocalDate Date, Instant WrittenAt, string Device, EntryBody Body, Guid? Run, Guid? Corrects, string? Reason);

public sealed record StrikeCopy(Guid Entry, Instant At, string Device, string Reason);

/// <param name="Bike">The bike that it became, where it was bought.</param>
public sealed record ViewingCopy(Guid Id, Instant AddedAt, ViewingDetails Details, ViewingStatus Status, Instant? EndedAt, string? Ended, Guid? Bike, ImmutableArray<ViewingTapCopy> Taps);

public sealed record ViewingTapCopy(Guid Id, Instant At, string Device, ViewingAct Act);

public sealed record OwnJobCopy(string Id, string Text);

public sealed record StockCopy(Guid Id, Instant AddedAt, StockItem Item, ImmutableArray<StockMoveCopy> Moves);

/// <summary>As <see cref="StockMove"/>, with who wrote it and when.</summary>
public sealed record StockMoveCopy(Guid Id, Guid? Container, decimal Amount, LocalDate Date, Instant At, string Device, StockCause Cause, string? Note, Guid? Run);

/// <param name="Image">A JPEG, as it is kept.</param>
public sealed record PhotoCopy(Guid Id, Instant AddedAt, byte[] Image);

/// <param name="Job">The job as it was when the run began.</param>
public sealed record RunCopy(Guid Id, Job Job, Instant StartedAt, RunStatus Status, Instant? EndedAt, ImmutableArray<TapCopy> Taps);

public sealed record TapCopy(Guid Id, Instant At, string Device, RunAct Act);
