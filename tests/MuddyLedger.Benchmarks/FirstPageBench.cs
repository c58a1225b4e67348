using System.Text.RegularExpressions;

namespace MuddyLedger.Benchmarks;

/// <summary>What the first screen waits for, as it is sent.</summary>
internal static class FirstPageBench
{
    public static void Run(Report report)
    {
        report.Limit("script of the first screen, as sent", Sent("js"), 120, "kB");
        report.Limit("styles of the first screen, as sent", Sent("css"), 60, "kB");
    }

    private static double Sent(string ending)
    {
        var html = File.ReadAllText(Path.Combine(ServedPrograms.Pages, "index.html"));
        return Regex
                .Matches(html, $"(?:src|href)=\"/?(assets/[^\"]+\\.{ending})\"")
                .Select(match => match.Groups[1].Value)
                .Distinct()
                .Sum(name => new FileInfo(Path.Combine(ServedPrograms.Pages, $"{name}.br")).Length) / 1e3;
    }
}
