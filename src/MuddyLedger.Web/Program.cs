using System.CommandLine;
using MuddyLedger.Content;
using MuddyLedger.Data;
using MuddyLedger.Web.Hosting;
using NodaTime;

// The build runs this program once to write down its API: nothing is read or kept then.
if (System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider")
{
    await ShedServer.DescribeAsync();
    return 0;
}

var data = new Option<DirectoryInfo>("--data") { Description = "Where the shed is kept.", DefaultValueFactory = _ => new(DefaultFolder()) };
var port = new Option<int>("--port") { Description = "Port on the loopback address.", DefaultValueFactory = _ => 5210 };
var content = new Option<DirectoryInfo>("--content")
{
    Description = "Schedules, jobs and sets.",
    DefaultValueFactory = _ => new(Path.Combine(AppContext.BaseDirectory, "content")),
};
var today = new Option<string?>("--today") { Description = "Take this for today: 2026-04-18, or 2026-04-18T10:20." };
var demo = new Option<bool>("--demo") { Description = "Fill an empty folder with the Fallow Tarn shed." };
var command = new RootCommand("Muddy Ledger: servicing, work and records for dirt and road bikes.") { data, port, content, today, demo };

command.SetAction(
    async (arguments, cancel) =>
    {
        if (Zone() is not { } zone)
            return Fail(
                $"This machine's time zone, {NamedZone() ?? TimeZoneInfo.Local.Id}, is not known. Set TZ to a zone such "
                    + $"as Europe/Berlin, and start again."
            );
        if (ShedClocks.Read(arguments.GetValue(today), zone) is not { } clock)
            return Fail("--today is neither a day such as 2026-04-18 nor a moment such as 2026-04-18T10:20, from 1950 to 2200.");
        var options = new ShedOptions(
            arguments.GetValue(data)!.FullName,
            arguments.GetValue(content)!.FullName,
            arguments.GetValue(port),
            clock,
            zone,
            arguments.GetValue(demo)
        );
        try
        {
            await using var server = await ShedServer.StartAsync(options, cancel);
            if (server.Store.Made)
                Console.WriteLine($"There was no shed in {options.Folder}: a new one was made.");
            if (server.Store.LookOnly is { } only)
                Console.Error.WriteLine(only.Found is { } found ? $"{only.Words}\nThe store says: {found}" : only.Words);
            Console.WriteLine($"Muddy Ledger is at {server.Address}  (data in {options.Folder}; Ctrl+C stops it)");
            // Of the process, not of a shed: where several sheds are served in one, they do not each tidy up for all.
            using var stopped = new CancellationTokenSource();
            var giving = SpareMemory.GiveBackAsync(stopped.Token);
            await server.StoppedAsync();
            await stopped.CancelAsync();
            await giving;
            return 0;
        }
        catch (ContentException broken)
        {
            return Fail($"A content file cannot be used. {broken.Message}");
        }
        catch (Exception refused) when (refused is InvalidDataException or IOException or UnauthorizedAccessException)
        {
            return Fail(refused.Message);
        }
    }
);

var to = new Option<DirectoryInfo>("--to") { Description = "Where the copy is put, in a folder of its own.", Required = true };
var backup = new Command("backup", "Copy the shed while it is in use, and prove the copy whole.") { data, to };
backup.SetAction(arguments =>
    Try(() =>
    {
        var copy = ShedBackup.Make(
            arguments.GetValue(data)!.FullName,
            arguments.GetValue(to)!.FullName,
            SystemClock.Instance.GetCurrentInstant()
        );
        var manifest = ShedBackup.Verify(copy);
        Console.WriteLine($"Backed up and proven whole: {manifest.Bikes} bikes, {manifest.Entries} lines, in {copy}");
    })
);

var from = new Option<DirectoryInfo>("--from") { Description = "The folder of a backup.", Required = true };
var restore = new Command("restore", "Prove a backup whole and put it into an empty folder.") { data, from };
restore.SetAction(arguments =>
    Try(() =>
    {
        var manifest = ShedBackup.Restore(arguments.GetValue(from)!.FullName, arguments.GetValue(data)!.FullName);
        Console.WriteLine($"Restored: {manifest.Bikes} bikes, {manifest.Entries} lines, in {arguments.GetValue(data)!.FullName}");
    })
);
var schema = new Command("schema", "Print the JSON Schema of a shed's copy.");
schema.SetAction(_ => Console.Out.Write(MuddyLedger.Core.Exchange.ShedCopySchema.Text()));
command.Subcommands.Add(schema);
command.Subcommands.Add(backup);
command.Subcommands.Add(restore);

return await command.Parse(args).InvokeAsync();

static int Try(Action act)
{
    try
    {
        act();
        return 0;
    }
    catch (Exception refused) when (refused is InvalidDataException or IOException or UnauthorizedAccessException)
    {
        return Fail(refused.Message);
    }
}

static string DefaultFolder() =>
    Path.Combine(
        Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.Create),
        "muddy-ledger"
    );

static int Fail(string words)
{
    Console.Error.WriteLine(words);
    return 1;
}

static DateTimeZone? Zone()
{
    // A zone that is named and not known would else be taken for UTC without a word.
    if (NamedZone() is { } named)
        return DateTimeZoneProviders.Tzdb.GetZoneOrNull(named);
    try
    {
        return DateTimeZoneProviders.Tzdb.GetSystemDefault();
    }
    catch (Exception unknown)
        when (unknown is NodaTime.TimeZones.DateTimeZoneNotFoundException or TimeZoneNotFoundException or InvalidTimeZoneException)
    {
        return null;
    }
}

static string? NamedZone() =>
    Environment.GetEnvironmentVariable("TZ")?.TrimStart(':') is { Length: > 0 } named && named[0] != '/' ? named : null;
