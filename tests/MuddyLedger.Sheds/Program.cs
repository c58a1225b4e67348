using System.Collections.Concurrent;
using Microsoft.Data.Sqlite;
using MuddyLedger.Content;
using MuddyLedger.Web.Hosting;
using NodaTime;

// Many sheds in one process, for the browser tests: each a server of its own over a folder of its own, started and stopped by POST. What
// the runtime makes ready for the first of them is there for the rest. It ends with whoever holds its standard input.
var builder = WebApplication.CreateSlimBuilder();
builder.Logging.ClearProviders();
builder.WebHost.ConfigureKestrel(kestrel => kestrel.Listen(System.Net.IPAddress.Loopback, 0));
var door = builder.Build();
var content = ContentLibrary.Load(Path.Combine(AppContext.BaseDirectory, "content"));
var sheds = new ConcurrentDictionary<string, ShedServer>();
door.MapPost(
    "/start",
    async (Wanted wanted, CancellationToken cancel) =>
    {
        var clock = ShedClocks.Read(wanted.Today, DateTimeZone.Utc) ?? throw new InvalidDataException($"{wanted.Today} is no day.");
        var options = new ShedOptions(wanted.Folder, "", wanted.Port, clock, DateTimeZone.Utc, wanted.Demo) { Content = content };
        var server = await ShedServer.StartAsync(options, cancel);
        sheds[server.Address] = server;
        return server.Address;
    }
);
door.MapPost(
    "/stop",
    async (Known known) =>
    {
        if (sheds.TryRemove(known.Address, out var server))
            await server.DisposeAsync();
        // As when a process ends: nothing of the file is held open, or remembered.
        SqliteConnection.ClearAllPools();
    }
);
await door.StartAsync();
Console.WriteLine($"Sheds are started at {door.Urls.First()}");
await Console.In.ReadToEndAsync();
foreach (var server in sheds.Values)
    await server.DisposeAsync();

/// <summary>A shed to start.</summary>
internal sealed record Wanted(string Folder, int Port, string Today, bool Demo);

/// <summary>One that runs.</summary>
internal sealed record Known(string Address);
