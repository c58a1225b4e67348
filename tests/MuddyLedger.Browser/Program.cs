using System.Reflection;
using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text.Json;
using MuddyLedger.App;
using MuddyLedger.App.Bikes;
using MuddyLedger.App.Demo;
using MuddyLedger.App.Jobs;
using MuddyLedger.App.Json;
using MuddyLedger.App.Requests;
using MuddyLedger.App.Viewings;
using MuddyLedger.Content;
using MuddyLedger.Core.Units;
using MuddyLedger.Instruments;
using MuddyLedger.Tests;
using NodaTime;

namespace MuddyLedger.Browser;

/// <summary>The demo shed in the memory of a page: what a phone without signal would answer by itself.</summary>
[SupportedOSPlatform("browser")]
public static partial class Phone
{
    public static void Main() { }

    private static readonly MemoryShed Store = new();
    private static ContentLibrary _content = null!;
    private static ShedClock _clock = null!;

    private static readonly Caller Caller = new("phone", NumberMarks.Unknown, null, "look", CancellationToken.None);

    /// <summary>Reads what ships and fills the demo shed.</summary>
    /// <param name="moment">What the clock says, as ISO 8601 writes it.</param>
    [JSExport]
    public static async Task FillAsync(string moment)
    {
        _content = ContentLibrary.Read(Shipped());
        _clock = new ShedClock(new Stopped(NodaTime.Text.InstantPattern.ExtendedIso.Parse(moment).Value), DateTimeZone.Utc);
        await DemoShed.FillAsync(Store, Store, Store, Store, _content, _clock, CancellationToken.None);
    }

    /// <summary>The page of one bike, as the server answers it.</summary>
    [JSExport]
    public static async Task<string> BikeAsync(string nickname)
    {
        var snapshots = new ShedSnapshots(Store, _content, _clock, new SnapshotCache(), new ProofFocus());
        var shed = (await new App.Shed.ShedHandlers(snapshots).GetAsync(Caller)).Answer!;
        var handlers = new BikeHandlers(snapshots, new JobLibraries(_content, Store), _content, new Writing(Store, _clock));
        var bike = await handlers.GetAsync(shed.Bikes.Single(tag => tag.Nickname == nickname).Id, Caller);
        return JsonSerializer.Serialize(bike.Answer!, AppJson.Of<BikeAnswer>());
    }

    /// <summary>The page of one viewing: its cost is the longest computation there is.</summary>
    [JSExport]
    public static async Task<string> ViewingAsync(string name)
    {
        var snapshots = new ViewingSnapshots(Store, Store, _content, _clock);
        var handlers = new ViewingHandlers(snapshots, _content, new SimulatedRecallNotices(), new Writing(Store, _clock));
        var one = (await handlers.ListAsync(Caller)).Answer!.First(viewing => viewing.Name == name);
        return JsonSerializer.Serialize((await handlers.GetAsync(one.Id, Caller)).Answer!, AppJson.Of<ViewingAnswer>());
    }

    private static Dictionary<string, string> Shipped()
    {
        const string Start = "content/";
        var assembly = Assembly.GetExecutingAssembly();
        return assembly
            .GetManifestResourceNames()
            .Where(name => name.StartsWith(Start, StringComparison.Ordinal))
            .ToDictionary(
                name => name[Start.Length..],
                name =>
                {
                    using var reader = new StreamReader(assembly.GetManifestResourceStream(name)!);
                    return reader.ReadToEnd();
                }
            );
    }

    private sealed class Stopped(Instant at) : IClock
    {
        public Instant GetCurrentInstant() => at;
    }
}
