using System.Runtime.CompilerServices;
using System.Text.Json;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Demo;
using MuddyLedger.App.Fluids;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Json;
using MuddyLedger.App.Ledger;
using MuddyLedger.App.Meters;
using MuddyLedger.App.Parts;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Settings;
using MuddyLedger.App.Shelf;
using MuddyLedger.App.Viewings;
using MuddyLedger.Content;
using MuddyLedger.Core.Units;
using MuddyLedger.Instruments;
using MuddyLedger.Tests;
using NodaTime;
using NodaTime.Testing;

namespace MuddyLedger.App.Tests;

/// <summary>The whole application over a shed in memory: no server, no file, no wire.</summary>
internal sealed class OwnShed
{
    public static readonly ContentLibrary Content = ContentLibrary.Load(Path.Combine(Repository(), "content"));

    public static readonly LocalDate Today = new(2026, 4, 18);

    public OwnShed()
    {
        Day = new ShedClock(Clock, DateTimeZone.Utc);
        Snapshots = new(Store, Content, Day, Cache, new ProofFocus());
        Libraries = new(Content, Store);
        Writing = new(Store, Day);
        var runs = new OpenRuns(Store, Snapshots, Store, Content, Day);
        var viewings = new ViewingSnapshots(Store, Store, Content, Day);
        var shelf = new ShelfSnapshots(Store, Snapshots, Libraries);
        Bikes = new(Snapshots, Libraries, Content, Writing);
        Runs = new(runs, Snapshots, Libraries, Writing, Store);
        Book = new(Snapshots, Writing);
        Findings = new(Snapshots, Writing);
        Work = new(Snapshots, Writing);
        Readings = new(Snapshots, Writing);
        Settings = new(Store, Writing);
        Whole = new(Snapshots);
        Shelf = new(shelf, Writing);
        Viewings = new(viewings, Content, new SimulatedRecallNotices(), Writing);
        Parts = new(Snapshots, Day, runs, Content, Writing);
        Fluids = new(Snapshots, new SimulatedWeather(), Writing);
        Figures = new(Snapshots, Libraries, Writing);
        History = new(Snapshots, Writing);
        Servicing = new(Snapshots, Writing);
        Items = new(Snapshots, Writing);
        BikeSums = new(Snapshots);
        Wear = new(Snapshots, Content, Writing);
        Valves = new(Snapshots, Store, Writing);
        Trips = new(Snapshots, Store, Libraries, Writing);
        OwnJobs = new(Libraries, Content, Store, new NoTurn(), Writing);
    }

    /// <summary>It runs on a little with every look, as clocks do: two lines are never of one moment.</summary>
    public FakeClock Clock { get; } = new(Instant.FromUtc(2026, 4, 18, 10, 20), Duration.FromMilliseconds(1));
    public MemoryShed Store { get; } = new();
    public SnapshotCache Cache { get; } = new();
    public ShedClock Day { get; }
    public ShedSnapshots Snapshots { get; }
    public JobLibraries Libraries { get; }
    public Writing Writing { get; }
    public BikeHandlers Bikes { get; }
    public RunHandlers Runs { get; }
    public BookHandlers Book { get; }
    public App.Findings.FindingHandlers Findings { get; }
    public App.Findings.WorkHandlers Work { get; }
    public ReadingHandlers Readings { get; }
    public SettingsHandlers Settings { get; }
    public App.Shed.ShedHandlers Whole { get; }
    public ShelfHandlers Shelf { get; }
    public ViewingHandlers Viewings { get; }
    public PartsHandlers Parts { get; }
    public FluidHandlers Fluids { get; }
    public OwnJobHandlers OwnJobs { get; }
    public App.Figures.FigureHandlers Figures { get; }
    public App.Servicing.HistoryHandlers History { get; }
    public App.Servicing.ServicingHandlers Servicing { get; }
    public App.Servicing.ItemFileHandlers Items { get; }
    public App.Sums.BikeSumsHandlers BikeSums { get; }
    public App.Wear.WearHandlers Wear { get; }
    public App.Wear.ValveHandlers Valves { get; }
    public App.Wear.TripHandlers Trips { get; }

    public static async Task<OwnShed> DemoAsync()
    {
        var shed = new OwnShed();
        await DemoShed.FillAsync(shed.Store, shed.Store, shed.Store, shed.Store, Content, shed.Day, Cancel);
        return shed;
    }

    public static CancellationToken Cancel => TestContext.Current.CancellationToken;

    public static Guid NewId() => Guid.CreateVersion7();

    /// <param name="request">What tells one kind of write from another.</param>
    public static Caller By(int? version = null, NumberMarks marks = NumberMarks.Unknown, [CallerMemberName] string request = "") =>
        new("test bench", marks, version, request, Cancel);

    /// <summary>Brings in a bike of a shipped set.</summary>
    public async Task<BikeAnswer> BikeAsync(string set = "road-twin", string? reading = null)
    {
        var profile = Bikes.Sets().Done().Single(one => one.Id == set).Profile with
        {
            Nickname = "Causeway",
            Make = "Drumlin",
            Model = "Causeway 730",
            Year = 2014,
        };
        return (await Bikes.AddAsync(new NewBike(NewId(), profile, reading, set, Condition.InUse, PumpFeeds: true), By())).Done();
    }

    private static string Repository([CallerFilePath] string here = "") =>
        Path.GetFullPath(Path.Combine(Path.GetDirectoryName(here)!, "..", ".."));

    private sealed class NoTurn : IWriteTurn, IDisposable
    {
        public Task<IDisposable> TakeAsync(CancellationToken cancel) => Task.FromResult<IDisposable>(this);

        public Problem? Refusal() => null;

        public void Dispose() { }
    }
}

internal static class Outcomes
{
    /// <summary>The answer, which can be written as JSON: a request that was not done fails the test in its own words.</summary>
    public static T Done<T>(this Outcome<T> outcome)
        where T : class
    {
        outcome.Problem.ShouldBeNull();
        JsonSerializer.Serialize(outcome.Answer!, AppJson.Of<T>()).Length.ShouldBeGreaterThan(1);
        return outcome.Answer!;
    }

    public static Problem NotDone<T>(this Outcome<T> outcome, ProblemKind kind)
        where T : class
    {
        outcome.Problem.ShouldNotBeNull();
        outcome.Problem.Kind.ShouldBe(kind);
        return outcome.Problem;
    }
}
