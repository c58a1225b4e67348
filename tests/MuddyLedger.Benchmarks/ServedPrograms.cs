using System.Diagnostics;
using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;

namespace MuddyLedger.Benchmarks;

/// <summary>Programs as they are published, each in a process of its own.</summary>
internal static class ServedPrograms
{
    /// <summary>The server.</summary>
    public static string[] Server(string folder) => [Built(".app", "MuddyLedger.Web.dll"), "--data", folder, "--port", "0"];

    /// <summary>The application that is nothing but its frame, over a file with one table.</summary>
    public static string[] Empty(string folder) => [Built(".empty", "MuddyLedger.Empty.dll"), Path.Combine(folder, "lines.db")];

    /// <summary>Where the pages lie as they are sent.</summary>
    public static string Pages => Built(".app", "wwwroot");

    public static Served Start(string[] program)
    {
        var process = Process.Start(new ProcessStartInfo("dotnet", program) { RedirectStandardOutput = true })!;
        while (process.StandardOutput.ReadLine() is { } line)
            if (Regex.Match(line, "http://[^ ]+") is { Success: true } found)
            {
                // What it says from then on is taken from it, so that it never waits for that.
                _ = process.StandardOutput.ReadToEndAsync();
                return new(process, found.Value);
            }

        throw new InvalidOperationException($"{program[0]} did not start.");
    }

    /// <summary>Seconds from the start of a program to its answer at this address.</summary>
    public static double FirstAnswer(string[] program, string path)
    {
        var clock = Stopwatch.StartNew();
        using var served = Start(program);
        served.Http.GetStringAsync(path).GetAwaiter().GetResult();
        return clock.Elapsed.TotalSeconds;
    }

    private static string Built(string folder, string name, [CallerFilePath] string here = "") =>
        Path.GetFullPath(Path.Combine(Path.GetDirectoryName(here)!, "..", "..", folder, name));
}
