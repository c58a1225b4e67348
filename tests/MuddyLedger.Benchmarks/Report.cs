using System.Diagnostics;

namespace MuddyLedger.Benchmarks;

/// <summary>One line for each thing measured: what it took, beside what it is held against.</summary>
internal sealed class Report
{
    /// <summary>Whether something was slower or larger than it may be.</summary>
    public bool Failed { get; private set; }

    /// <summary>A time beside the plain read of the same run.</summary>
    public void Row(string what, double took, double plain, double most)
    {
        var ratio = took / plain;
        Failed |= ratio > most;
        Console.WriteLine(
            $"{what, -42}{took, 9:0.0} ms   plain read {plain, 7:0.0} ms   {ratio, 5:0.00}x   (at most "
                + $"{most}x){(ratio > most ? "  TOO SLOW" : "")}"
        );
    }

    /// <summary>A value that stands for itself.</summary>
    public void Limit(string what, double value, double most, string unit)
    {
        Failed |= value > most;
        Console.WriteLine($"{what, -42}{value, 9:0.0} {unit}   (at most {most} {unit}){(value > most ? "  TOO MUCH" : "")}");
    }

    /// <summary>What is said in words of its own, and whether it is within its bounds.</summary>
    public void Say(string words, bool within = true)
    {
        Failed |= !within;
        Console.WriteLine(words);
    }

    /// <summary>In milliseconds.</summary>
    public static double Time(Action act)
    {
        var clock = Stopwatch.StartNew();
        act();
        return clock.Elapsed.TotalMilliseconds;
    }

    /// <summary>In milliseconds.</summary>
    public static double Time(Func<Task> act) => Time(() => act().GetAwaiter().GetResult());

    /// <summary>Of an odd number of times.</summary>
    public static double Median(int times, Func<double> measure) =>
        Enumerable.Range(0, times).Select(_ => measure()).Order().ElementAt(times / 2);
}
