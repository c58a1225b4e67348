using System.Collections.Concurrent;
using System.Diagnostics;
using Microsoft.Data.Sqlite;

namespace MuddyLedger.Web.Tests.Hosting;

/// <summary>A server as a process of its own, which can be killed, and what is asked of it over HTTP.</summary>
internal static class ServerProcess
{
    public const string Day = "2026-04-18";

    /// <summary>The published server where there is one: it starts in half the time.</summary>
    public static string Dll =>
        Environment.GetEnvironmentVariable("MUDDY_LEDGER_SERVER") ?? typeof(MuddyLedger.Web.Hosting.ShedServer).Assembly.Location;

    public static Process Start(string[] command, string folder)
    {
        var start = new ProcessStartInfo(command[0]) { RedirectStandardOutput = true, RedirectStandardError = true };
        foreach (
            var word in command
                .Skip(1)
                .Concat(["--data", folder, "--port", "0", "--content", TestShed.ContentFolder, "--today", "2026-04-18T10:00"])
        )
            start.ArgumentList.Add(word);
        return Process.Start(start)!;
    }

    public static async Task<string> AddressOf(Process process)
    {
        while (await process.StandardOutput.ReadLineAsync() is { } line)
            if (line.IndexOf("http://", StringComparison.Ordinal) is >= 0 and var at)
            {
                // Whatever it says from here on is read away: a pipe that nobody empties stops whoever writes into it.
                _ = process.StandardOutput.BaseStream.CopyToAsync(Stream.Null);
                _ = process.StandardError.BaseStream.CopyToAsync(Stream.Null);
                return line[at..].Split(' ')[0];
            }

        throw new InvalidOperationException($"The server did not start: {await process.StandardError.ReadToEndAsync()}");
    }

    /// <summary>What each writer was last refused with, for the message of the test.</summary>
    public static readonly ConcurrentDictionary<string, string> Refused = new();

    public static async Task<string?> PostAsync(HttpClient http, string path, Func<string, object> body)
    {
        var id = Guid.CreateVersion7().ToString();
        using var response = await http.PostAsync(path, System.Net.Http.Json.JsonContent.Create(body(id)));
        if (response.StatusCode == HttpStatusCode.OK)
            return id;
        Refused[path[(path.LastIndexOf('/') + 1)..]] = await response.Content.ReadAsStringAsync();
        return null;
    }

    public static async Task<string> BikeAsync(HttpClient http)
    {
        var sets = JsonNode.Parse(await http.GetStringAsync("/api/sets"))!.AsArray();
        var profile = sets.Single(set => (string?)set!["id"] == "road-twin")!["profile"]!;
        (profile["nickname"], profile["make"], profile["model"], profile["year"]) = ("Causeway", "Drumlin", "Causeway 730", 2014);
        return (
            await PostAsync(
                http,
                "/api/bikes",
                id => new
                {
                    id,
                    profile,
                    reading = (string?)null,
                }
            )
        )!;
    }

    public static List<string> Column(SqliteConnection store, string sql)
    {
        using var command = store.CreateCommand();
#pragma warning disable CA2100 // constants of this class
        command.CommandText = sql;
#pragma warning restore CA2100
        using var rows = command.ExecuteReader();
        var all = new List<string>();
        while (rows.Read())
            all.Add(rows.GetValue(0).ToString()!);
        return all;
    }
}
