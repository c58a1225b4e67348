using MathNet.Numerics.Distributions;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.Core.Tests.Wear;

/// <summary>
/// Whether both bands hold what they say, on made-up parts whose true wear is known. House values of the claim: Fieller's 77 to 88% with
/// independent noise and a resolution up to twice the noise; the planning band at least 75% with a change of pace and with irregular
/// wear up to 10% of the range, at least 65% at 17%. A pace
/// that rises by a third is beyond it, and held in at least 60%. Too wide on perfectly even wear is allowed.
/// </summary>
public class WearCalibrationTests
{
    private const double New = 5;
    private const double Limit = 1;
    private const double Life = 100;

    private const string Third = "pace up by a third";

    /// <param name="Noise">Of a reading, mm.</param>
    /// <param name="Resolution">Of the instrument, mm.</param>
    /// <param name="Irregular">Standard deviation over a life of what wanders, as a share of the range.</param>
    /// <param name="Pace">What the pace is multiplied by, from somewhere in the seen part on.</param>
    /// <param name="KnowsNew">Whether the value when new is a point.</param>
    public sealed record Cell(string Name, int Points, double Noise, double Resolution, double Irregular, double Pace, bool KnowsNew);

    public static IEnumerable<Cell> Cells()
    {
        foreach (var points in new[] { 4, 6, 8 })
        {
            yield return new("even", points, 0.08, 0.01, 0, 1, true);
            yield return new("even, coarse rule", points, 0.08, 0.1, 0, 1, true);
            yield return new("even, rule twice the noise", points, 0.08, 0.16, 0, 1, true);
            yield return new("even, new not known", points, 0.08, 0.05, 0, 1, false);
            yield return new("irregular 4%", points, 0.05, 0.05, 0.04, 1, true);
            yield return new("irregular 10%", points, 0.05, 0.05, 0.10, 1, true);
            yield return new("irregular 17%", points, 0.05, 0.05, 0.17, 1, true);
            yield return new("pace up by a fifth", points, 0.05, 0.05, 0.05, 1.2, true);
            yield return new("pace down by a fifth", points, 0.05, 0.05, 0.05, 0.8, true);
            // Beyond the claim, printed so that one knows.
            yield return new(Third, points, 0.05, 0.05, 0.05, 1.33, true);
        }
    }

    public sealed record Held(Cell Cell, int Cases, int Fieller, int FiellerCases, int Planning, int Sooner)
    {
        public double FiellerShare => FiellerCases == 0 ? double.NaN : Fieller / (double)FiellerCases;
        public double PlanningShare => Planning / (double)Cases;
    }

    public static Held Run(Cell cell, int cases, int seed)
    {
        var random = new Random(seed);
        var (all, fieller, fiellerCases, planning, sooner) = (0, 0, 0, 0, 0);
        while (all < cases)
        {
            // The true wear, step by step; it only ever goes on.
            var pace = (New - Limit) / Life * (0.7 + 0.6 * random.NextDouble());
            var seen = 0.4 + 0.35 * random.NextDouble();
            var turn = seen * random.NextDouble();
            var level = New;
            var path = new List<double> { level };
            while (level > Limit && path.Count < 6 * Life)
            {
                var share = (New - level) / (New - Limit);
                var step = pace * (share > turn ? cell.Pace : 1);
                if (cell.Irregular > 0)
                    step += Normal.Sample(random, 0, cell.Irregular * (New - Limit) / Math.Sqrt(Life));
                level -= step;
                path.Add(level);
            }

            var end = path.Count - 1 - (Limit - path[^1]) / Math.Max(1e-9, path[^2] - path[^1]);
            var last = path.FindIndex(one => New - one >= seen * (New - Limit));
            if (level > Limit || last < cell.Points)
                continue;
            var readings = new List<WearReading>();
            for (var at = cell.KnowsNew ? 0 : 1; at < cell.Points + (cell.KnowsNew ? 0 : 1); at++)
            {
                var x = last * at / (cell.KnowsNew ? cell.Points - 1 : cell.Points);
                var read = path[x] + (at == 0 ? 0 : Normal.Sample(random, 0, cell.Noise));
                readings.Add(new(x, at == 0 ? New : Math.Round(read / cell.Resolution) * cell.Resolution));
            }

            if (PlanningBand.Of(readings, cell.KnowsNew, Limit, cell.Resolution, rising: false) is not { } band)
                continue;
            all++;
            var (early, late) = (band.Quantile(0.1), band.Quantile(0.9));
            planning += (early is null || end >= early) && (late is null || end <= late) && early is not null ? 1 : 0;
            sooner += end < early ? 1 : 0;
            if (WearLine.Of(readings, cell.Resolution)!.Band(Limit) is not { } sure)
                continue;
            fiellerCases++;
            fieller += !(end < sure.Early) && !(end > sure.Late) ? 1 : 0;
        }

        return new(cell, all, fieller, fiellerCases, planning, sooner);
    }

    private static (double Least, double Most) FiellerClaim(Cell cell) =>
        cell is { Irregular: 0, Pace: 1 } && cell.Resolution <= 2 * cell.Noise ? (0.77, 0.88) : (0, 1);

    private static double PlanningClaim(Cell cell) =>
        cell.Name == Third ? 0.6
        : cell.Irregular > 0.10 ? 0.65
        : 0.75;

    [Fact]
    public void Both_bands_are_honest_on_wear_that_is_known()
    {
        foreach (var cell in Cells())
        {
            var held = Run(cell, cases: 300, seed: 5);
            // Four sigma of sampling on top of the claim.
            var slack = 4 * Math.Sqrt(0.8 * 0.2 / held.Cases);
            held.PlanningShare.ShouldBeGreaterThan(PlanningClaim(cell) - slack, $"{cell}");
            var (least, most) = FiellerClaim(cell);
            held.FiellerShare.ShouldBeInRange(least - slack, most + slack, $"{cell}");
        }
    }

    [Fact(Explicit = true)]
    public void Table()
    {
        var output = TestContext.Current.TestOutputHelper!;
        output.WriteLine("wear                        points  fieller  planning  sooner");
        foreach (var cell in Cells())
        {
            var held = Run(cell, cases: 4_000, seed: 6);
            output.WriteLine(
                $"{cell.Name, -28}{cell.Points, 5}{held.FiellerShare, 10:P1}{held.PlanningShare, 10:P1}"
                    + $"{held.Sooner / (double)held.Cases, 9:P1}"
            );
            var slack = 4 * Math.Sqrt(0.8 * 0.2 / held.Cases);
            held.PlanningShare.ShouldBeGreaterThan(PlanningClaim(cell) - slack, $"{cell}");
        }
    }
}
