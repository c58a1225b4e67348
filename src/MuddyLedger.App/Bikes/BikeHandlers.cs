using MuddyLedger.App.Jobs;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.Content;
using MuddyLedger.Core;
using MuddyLedger.Core.Bikes;
using MuddyLedger.Core.Gates;
using MuddyLedger.Core.Layup;
using MuddyLedger.Core.Ledger;
using MuddyLedger.Core.Meters;

namespace MuddyLedger.App.Bikes;

/// <summary>How a bike stands on the day it comes into the book.</summary>
public enum Condition
{
    NotSaid,
    InUse,
    Stands,
    NotRunning,
    Project,
}

/// <summary>A bike to be taken into the shed.</summary>
/// <param name="Id">The act's own id, a UUID v7, and the bike's from then on. Sent twice, it is written once.</param>
/// <param name="Profile">As typed.</param>
/// <param name="Reading">What the dash shows today, if it is known; the first reading of the bike.</param>
/// <param name="Set">The set that the profile was filled in from: what was left as it came keeps its provenance.</param>
/// <param name="Condition">Whether it runs. In use is the owner's word, and is kept as such.</param>
/// <param name="LastRan">The year in which it last ran, where it stands or does not run.</param>
/// <param name="PumpFeeds">Of a bike in use with an oil pump: the owner's word that it has long fed it.</param>
public sealed record NewBike(
    Guid Id,
    ProfileForm Profile,
    string? Reading,
    string? Set = null,
    Condition Condition = Condition.NotSaid,
    string? LastRan = null,
    bool PumpFeeds = false
);

/// <summary>A profile changed.</summary>
/// <param name="Id">The act's own id, a UUID v7. Sent twice, it is written once.</param>
/// <param name="Profile">The whole of it, as typed.</param>
public sealed record ProfileChange(Guid Id, ProfileForm Profile);

/// <summary>A set that ships: a sensible profile to begin with.</summary>
/// <param name="Id">Of the set.</param>
/// <param name="Title">What kind of bike it is.</param>
/// <param name="For">What it is for, in a sentence.</param>
/// <param name="Profile">What the form begins with.</param>
public sealed record SetAnswer(string Id, string Title, string For, ProfileForm Profile);

/// <summary>A bike into the shed, its profile changed, and all that its page shows.</summary>
public sealed class BikeHandlers(ShedSnapshots snapshots, JobLibraries jobs, ContentLibrary content, Writing writing)
{
    /// <summary>The shipped kinds of bike, each with its profile to begin from.</summary>
    public Outcome<SetAnswer[]> Sets() =>
        content.Sets.Select(set => new SetAnswer(set.Id, set.Title, set.For, ProfileForm.Of(set.Profile, OwnerSettings.Default))).ToArray();

    /// <summary>For a bike that no kind names: the nearest to a few answers, with the answers put in.</summary>
    public Outcome<SetAnswer> Nearest(KindAnswers asked, Caller caller)
    {
        var check = caller.Check();
        if (asked.Cylinders is < 1 or > 8)
            check.Refuse("cylinders", "must lie between 1 and 8");
        if (check.Failed)
            return check.Problem();
        var (set, profile) = NearestSet.Of(content.Sets, asked);
        return new SetAnswer(set.Id, set.Title, set.For, ProfileForm.Of(profile, OwnerSettings.Default));
    }

    /// <summary>All that the page of one bike shows, computed as of today.</summary>
    public async Task<Outcome<BikeAnswer>> GetAsync(Guid bike, Caller caller) =>
        await snapshots.OneAsync(bike, caller.Cancel) is { } snapshot
            ? BikeAnswers.Of(
                snapshot,
                await jobs.OpenAsync(caller.Cancel),
                await snapshots.SettingsAsync(caller.Cancel),
                snapshots.Now,
                snapshots.DayOf
            )
            : Problem.NotFound("bike");

    /// <summary>Takes a bike in: profile, first reading, and what is known of it.</summary>
    public async Task<Outcome<BikeAnswer>> AddAsync(NewBike body, Caller caller)
    {
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var today = snapshots.Today;
        var check = caller.Check();
        var id = new BikeId(check.Id("id", body.Id));
        var profile = body.Profile.Read(check, settings, today.Year, content.Sets.FirstOrDefault(set => set.Id == body.Set)?.Profile);
        var lines = FirstLines(body, check, today).ToList();
        MeterAmount? first = null;
        if (!string.IsNullOrWhiteSpace(body.Reading))
        {
            var meter = profile.Odometer is null ? MeterKind.HourMeter : MeterKind.Odometer;
            if (!profile.Has(meter))
                check.Refuse("reading", "cannot be kept: this bike has no meter");
            else
                first = MeterAmount.From(check.Quantity("reading", body.Reading, profile.UnitOf(meter), ReadingHandlers.MostOf(meter)));
        }

        if (check.Failed)
            return check.Problem();
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            (writer, stamp) =>
            {
                writer.AddBike(id, profile, stamp.At);
                if (first is { } reading)
                    lines.Insert(0, new MeterRead(reading));
                foreach (var (line, at) in lines.Select((line, at) => (line, at)))
                    writer.AddEntry(
                        new LedgerEntry(
                            new(Guid.CreateVersion7()),
                            id,
                            today,
                            stamp.At + NodaTime.Duration.FromTicks(at),
                            stamp.Device,
                            line
                        )
                    );
                return Task.FromResult<Problem?>(null);
            },
            async () =>
                BikeAnswers.Of(
                    (await snapshots.OneAsync(body.Id, caller.Cancel))!,
                    await jobs.OpenAsync(caller.Cancel),
                    settings,
                    snapshots.Now,
                    snapshots.DayOf
                )
        );
    }

    /// <summary>What the owner says of how it stands, as lines of its book.</summary>
    private static IEnumerable<EntryBody> FirstLines(NewBike body, FieldCheck check, NodaTime.LocalDate today)
    {
        var year = body.Condition is Condition.Stands or Condition.NotRunning or Condition.Project
            ? check.OptionalWhole("lastRan", body.LastRan, 1900, today.Year)
            : null;
        if (body.Condition is Condition.NotRunning or Condition.Project)
            yield return new TakenIn(body.Condition == Condition.Project ? TakenInAs.Project : TakenInAs.NonRunner);
        if (year is { } last)
            yield return new LastRan(
                new(last, 1, 1),
                NodaTime.LocalDate.Min(new(last, 12, 31), today),
                $"the owner's word when it came into the book: {last}"
            );
        if (body.Condition == Condition.InUse)
            yield return new WordGiven(Core.Bikes.Gate.Ridden, "In use when it came into the book");
        if (body is { Condition: Condition.InUse, PumpFeeds: true, Profile.Lubrication: Core.Bikes.Lubrication.OilInjection })
            yield return new PumpProven(PumpProofBy.OwnersWord, "It has long fed it when the bike came into the book");
    }

    /// <summary>Changes a bike's profile; asks for the version that was opened.</summary>
    public async Task<Outcome<BikeAnswer>> ChangeAsync(Guid bike, ProfileChange body, Caller caller)
    {
        if (await snapshots.OneAsync(bike, caller.Cancel) is not { } snapshot)
            return Problem.NotFound("bike");
        var settings = await snapshots.SettingsAsync(caller.Cancel);
        var check = caller.Check(body.Id);
        var profile = body.Profile.Read(check, settings, snapshots.Today.Year, snapshot.Profile);
        if (check.Failed)
            return check.Problem();
        if (caller.Version is not { } version)
            return Problem.NoVersion();
        async Task<BikeAnswer> Answer() =>
            BikeAnswers.Of(
                (await snapshots.OneAsync(bike, caller.Cancel))!,
                await jobs.OpenAsync(caller.Cancel),
                settings,
                snapshots.Now,
                snapshots.DayOf
            );
        return await writing.OnceAsync(
            caller,
            body.Id,
            body,
            async (writer, _) =>
            {
                if (version != snapshot.Bike.Version)
                    return Problem.Stale(await Answer());
                writer.ChangeProfile(snapshot.Bike, profile);
                return null;
            },
            Answer
        );
    }
}
