using System.Collections.Immutable;
using System.Runtime.CompilerServices;

namespace MuddyLedger.Instruments;

/// <summary>One reading that a gauge sent.</summary>
/// <param name="Value">In the gauge's unit, rounded to what it shows; null where it sent nonsense or nothing.</param>
/// <param name="Says">What it said instead: "OL" for out of range, "lost" where the link broke. Null for an ordinary reading.</param>
public sealed record GaugeReading(int Number, decimal? Value, string Unit, string? Says);

/// <summary>Something that a simulated gauge can be held to, or that can go wrong with it.</summary>
/// <param name="Id">By which it is asked for.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Middle">What it would show if it were perfect.</param>
/// <param name="Swing">How far a hand moves it about.</param>
public sealed record GaugeScenario(string Id, string Title, double Middle, double Swing);

/// <summary>A calliper, multimeter or pressure gauge that sends what it shows. A real one can stand behind the same interface.</summary>
public interface IGauge
{
    /// <summary>"calliper", "multimeter", "gauge".</summary>
    string Id { get; }

    string Title { get; }

    /// <summary>True where the readings are made up.</summary>
    bool Simulated { get; }

    string Unit { get; }

    /// <summary>The least step that it shows, in its unit.</summary>
    decimal Resolution { get; }

    ImmutableArray<GaugeScenario> Scenarios { get; }

    /// <summary>Readings as they come, until they are not wanted any more or the link breaks.</summary>
    /// <param name="scenario">The id of a scenario; the first where it is not known.</param>
    /// <param name="around">What is really there, set by hand; the scenario's own where null.</param>
    IAsyncEnumerable<GaugeReading> ReadAsync(string? scenario, double? around, CancellationToken cancel);
}

/// <summary>A stand-in that ships: noise from a seed, the resolution of the real thing, and its bad days.</summary>
/// <param name="pause">Between two readings.</param>
public sealed class SimulatedGauge(
    string id,
    string title,
    string unit,
    decimal resolution,
    double noise,
    ImmutableArray<GaugeScenario> scenarios,
    int seed,
    TimeSpan pause
) : IGauge
{
    /// <summary>After so many readings a broken link breaks.</summary>
    private const int BreaksAfter = 6;

    public string Id => id;

    public string Title => title;

    public bool Simulated => true;

    public string Unit => unit;

    public decimal Resolution => resolution;

    public ImmutableArray<GaugeScenario> Scenarios => scenarios;

    public async IAsyncEnumerable<GaugeReading> ReadAsync(
        string? scenario,
        double? around,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var chosen = scenarios.FirstOrDefault(one => one.Id == scenario) ?? scenarios[0];
        for (var number = 1; ; number++)
        {
            if (chosen.Id == "link-breaks" && number > BreaksAfter)
            {
                yield return new(number, null, unit, "lost");
                yield break;
            }

            if (chosen.Id == "nonsense" && number % 3 == 0)
                yield return new(number, null, unit, "OL");
            else
                yield return new(number, ValueOf(chosen, around, number), unit, null);
            await Task.Delay(pause, cancel);
        }
    }

    private decimal ValueOf(GaugeScenario chosen, double? around, int number)
    {
        var swing = chosen.Swing * Math.Sin(number * 0.9);
        var value = (around ?? chosen.Middle) + swing + noise * Gaussian(number);
        return Math.Max(0, Math.Round((decimal)value / resolution, MidpointRounding.AwayFromZero) * resolution);
    }

    /// <summary>Standard normal by Box and Muller, the same for the same seed and number on every machine.</summary>
    private double Gaussian(int number) =>
        Math.Sqrt(-2 * Math.Log(Uniform(number * 2) + 1e-12)) * Math.Cos(2 * Math.PI * Uniform(number * 2 + 1));

    private double Uniform(int salt)
    {
        var hash = unchecked((uint)(seed * 7919 + salt) * 2654435761u);
        hash ^= hash >> 15;
        hash = unchecked(hash * 2246822519u);
        hash ^= hash >> 13;
        return hash / (double)uint.MaxValue;
    }
}

/// <summary>The gauges that can be read.</summary>
public sealed class Gauges(IEnumerable<IGauge> all)
{
    private static readonly ImmutableArray<GaugeScenario> Faults =
    [
        new("link-breaks", "The link breaks", 0, 0),
        new("nonsense", "Every third reading is nonsense", 0, 0),
    ];

    public ImmutableArray<IGauge> All { get; } = [.. all];

    public IGauge? Find(string id) => All.FirstOrDefault(gauge => gauge.Id == id);

    /// <summary>The stand-ins that ship.</summary>
    public static Gauges Simulated(TimeSpan? pause = null)
    {
        var between = pause ?? TimeSpan.FromMilliseconds(400);
        ImmutableArray<GaugeScenario> With(double middle, params GaugeScenario[] own) =>
            [.. own, .. Faults.Select(fault => fault with { Middle = middle })];
        return new([
            new SimulatedGauge(
                "calliper",
                "Digital calliper",
                "mm",
                0.01m,
                0.008,
                With(
                    4.62,
                    new("disc", "A disc, half worn", 4.62, 0.01),
                    new("pad", "A pad near its end", 1.9, 0.05),
                    new("tread", "A tyre's groove", 3.4, 0.15),
                    new("uneven", "A disc with a thin place", 4.5, 0.06)
                ),
                11,
                between
            ),
            new SimulatedGauge(
                "multimeter",
                "Multimeter",
                "V",
                0.01m,
                0.01,
                With(
                    12.6,
                    new("healthy", "A sound battery at rest", 12.78, 0),
                    new("tired", "A tired one at rest", 12.31, 0),
                    new("flat", "A flat one", 11.4, 0),
                    new("charging", "Charging at 5,000 rpm", 14.2, 0.05),
                    new("regulator", "A regulator that has failed", 17.1, 0.3),
                    new("cranking", "While cranking", 10.3, 0.2)
                ),
                23,
                between
            ),
            new SimulatedGauge(
                "gauge",
                "Compression gauge",
                "bar",
                0.1m,
                0.05,
                With(
                    11.5,
                    new("sound", "A sound cylinder", 11.8, 0.05),
                    new("worn", "Worn rings", 8.6, 0.1),
                    new("valve", "A valve that leaks", 5.2, 0.1)
                ),
                37,
                between
            ),
        ]);
    }
}
