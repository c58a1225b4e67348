using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearAlgebra;
using MuddyLedger.Core.Wear;

namespace MuddyLedger.Core.Tests.Wear;

/// <summary>The line and both bands, against published data and against the same things worked out in another way.</summary>
public class WearLineTests
{
    /// <summary>Norris, NIST Statistical Reference Datasets: y, x.</summary>
    private static readonly (double First, double Second)[] Norris =
    [
        (0.1, 0.2),
        (338.8, 337.4),
        (118.1, 118.2),
        (888.0, 884.6),
        (9.2, 10.1),
        (228.1, 226.5),
        (668.5, 666.3),
        (998.5, 996.3),
        (449.1, 448.6),
        (778.9, 777.0),
        (559.2, 558.2),
        (0.3, 0.4),
        (0.1, 0.6),
        (778.1, 775.5),
        (668.8, 666.9),
        (339.3, 338.0),
        (448.9, 447.5),
        (10.8, 11.6),
        (557.7, 556.0),
        (228.3, 228.1),
        (998.0, 995.8),
        (888.8, 887.6),
        (119.6, 120.2),
        (0.3, 0.3),
        (0.6, 0.3),
        (557.6, 556.8),
        (339.3, 339.1),
        (888.0, 887.2),
        (998.5, 999.0),
        (778.9, 779.0),
        (10.2, 11.1),
        (117.6, 118.3),
        (228.9, 229.2),
        (668.4, 669.1),
        (449.2, 448.9),
        (0.2, 0.5),
    ];

    [Fact]
    public void Least_squares_give_the_certified_values_of_Norris_to_nine_digits()
    {
        // Certified: NIST Statistical Reference Datasets, Norris.
        var readings = Norris.Select(pair => new WearReading(pair.XOf(), pair.YOf())).ToList();
        var line = WearLine.Of(readings, 1e-9)!;
        line.Level.ShouldBe(-0.262323073774029, 1e-9);
        line.Slope.ShouldBe(1.00211681802045, 1e-9);
        line.Sigma.ShouldBe(0.884796396144373, 1e-9);
        line.Degrees.ShouldBe(34);
    }

    private static List<WearReading> Made(int seed, int count, bool newKnown = true)
    {
        var random = new Random(seed);
        var at = 0.0;
        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(place =>
                {
                    at += place == 0 ? 0 : 1 + random.NextDouble() * 3;
                    return new WearReading(at, 5 - 0.12 * at + (place == 0 && newKnown ? 0 : Normal.Sample(random, 0, 0.06)));
                }),
        ];
    }

    [Fact]
    public void The_band_of_the_crossing_is_where_the_bounds_of_the_mean_line_cross_the_limit()
    {
        // Fieller's roots against a search along the bounds themselves.
        for (var seed = 0; seed < 60; seed++)
        {
            var readings = Made(seed, 3 + seed % 6);
            var line = WearLine.Of(readings, 0.05)!;
            var band = line.Band(1.0)!;
            double? Search(Func<double, double> bound)
            {
                for (var x = line.MeanX; x < 4_000; x += 0.01)
                    if (bound(x) <= 1.0)
                        return x;
                return null;
            }

            var (early, late) = (Search(x => line.Bounds(x).Low), Search(x => line.Bounds(x).High));
            band.Early.ShouldNotBeNull().ShouldBe(early!.Value, 0.02, $"seed {seed}");
            if (late is { } found)
                band.Late.ShouldNotBeNull().ShouldBe(found, 0.02, $"seed {seed}");
            else if (band.Late is { } far)
                far.ShouldBeGreaterThan(3_999);
        }
    }

    [Fact]
    public void A_slope_that_could_be_nothing_leaves_the_far_side_open()
    {
        var line = WearLine.Of([new(0, 4.0), new(1, 4.3), new(2, 3.8), new(3, 4.1)], 0.1)!;
        line.Band(1)!.Late.ShouldBeNull();
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    public void Fewer_than_two_readings_give_no_line(int count) => WearLine.Of([.. Made(1, 5).Take(count)], 0.1).ShouldBeNull();

    [Fact]
    public void Two_readings_give_a_line_and_no_band_and_two_of_one_place_give_none()
    {
        var line = WearLine.Of([new(0, 5), new(10, 4)], 0.1)!;
        line.Crosses(1).ShouldNotBeNull().ShouldBe(40, 1e-9);
        line.Band(1).ShouldBeNull();
        WearLine.Of([new(10, 5), new(10, 4)], 0.1).ShouldBeNull();
    }

    [Fact]
    public void No_line_is_surer_than_the_resolution_of_its_instrument()
    {
        // Even readings of a rule say no more than a rule can: variance at least resolution^2 / 12.
        var line = WearLine.Of([new(0, 5), new(1, 4.5), new(2, 4), new(3, 3.5)], 0.5)!;
        line.Sigma.ShouldBe(0.5 / Math.Sqrt(12), 1e-12);
        var band = line.Band(1)!;
        (band.Late!.Value - band.Early!.Value).ShouldBeGreaterThan(0.5);
    }

    [Fact]
    public void The_planning_band_is_that_of_generalised_least_squares_worked_out_with_matrices()
    {
        foreach (var (seed, newKnown) in new[] { (1, true), (2, true), (3, false), (4, true), (5, false) })
        {
            var readings = Made(seed, 4 + seed, newKnown);
            var band = PlanningBand.Of(readings, newKnown, 1.0, 0.1, rising: false)!;
            var from = readings[^1].X;
            foreach (var x in new[] { from, from + 3, from + 10, from + 25, from + 60 })
            {
                var (chance, level) = ByMatrices(readings, newKnown, 1.0, 0.1, x);
                band.Chance(x).ShouldBe(chance, 1e-8, $"seed {seed} at {x:0.0}");
                band.LevelAt(x).ShouldBe(level, 1e-8, $"seed {seed} at {x:0.0}");
            }
        }
    }

    /// <summary>
    /// The same from its definition: covariance s^2 I + q min(xi, xj), weights by restricted likelihood, universal kriging ahead.
    /// </summary>
    private static (double Chance, double Level) ByMatrices(
        List<WearReading> readings,
        bool newKnown,
        double limit,
        double resolution,
        double x
    )
    {
        var n = readings.Count;
        var line = WearLine.Of(readings, resolution)!;
        var range = Math.Abs(limit - readings[0].Y);
        var life = range / Math.Abs(line.Slope);
        var floor = resolution / Math.Sqrt(12);
        var top = Math.Max(3 * floor, 2 * line.Sigma);
        var views = new List<(double Log, double Mean, double Variance)>();
        foreach (var c in new[] { 0.04, 0.08, 0.16, 0.32 })
            for (var step = 0; step < 8; step++)
            {
                var q = c * c * range * range / life;
                var s = floor * Math.Pow(top / floor, step / 7.0);
                var v = Matrix<double>.Build.Dense(
                    n,
                    n,
                    (i, j) =>
                        q * Math.Min(readings[i].X, readings[j].X)
                        + (
                            i != j ? 0
                            : i == 0 && newKnown ? floor * floor
                            : s * s
                        )
                );
                var design = Matrix<double>.Build.Dense(n, 2, (i, j) => j == 0 ? 1 : readings[i].X);
                var y = Vector<double>.Build.Dense(n, i => readings[i].Y);
                var inverse = v.Inverse();
                var information = design.TransposeThisAndMultiply(inverse) * design;
                var beta = information.Inverse() * design.TransposeThisAndMultiply(inverse) * y;
                var residual = y - design * beta;
                var log = -0.5 * (Math.Log(v.Determinant()) + Math.Log(information.Determinant()) + residual * (inverse * residual));
                var k = Vector<double>.Build.Dense(n, i => q * readings[i].X);
                var f = Vector<double>.Build.DenseOfArray([1, x]);
                var rest = f - design.TransposeThisAndMultiply(inverse) * k;
                views.Add(
                    (
                        log,
                        f * beta + k * (inverse * residual),
                        q * x
                            - k * (inverse * k)
                            + rest * (information.Inverse() * rest)
                            + Math.Pow(0.1 * beta[1] * (x - readings[^1].X), 2)
                    )
                );
            }

        var most = views.Max(view => view.Log);
        var total = views.Sum(view => Math.Exp(view.Log - most));
        return (
            views.Sum(view => Math.Exp(view.Log - most) / total * Normal.CDF(0, 1, (limit - view.Mean) / Math.Sqrt(view.Variance))),
            views.Sum(view => Math.Exp(view.Log - most) / total * view.Mean)
        );
    }

    [Fact]
    public void A_line_of_the_wrong_sign_foretells_nothing()
    {
        PlanningBand.Of([new(0, 4), new(1, 4.4), new(2, 4.8)], true, 1, 0.1, rising: false).ShouldBeNull();
        PlanningBand.Of([new(0, 4), new(1, 3.6), new(2, 3.2)], true, 5, 0.1, rising: true).ShouldBeNull();
    }

    [Fact]
    public void Quantiles_are_where_the_chance_is_what_they_say()
    {
        var band = PlanningBand.Of(Made(7, 6), true, 1.0, 0.1, rising: false)!;
        foreach (var chance in new[] { 0.1, 0.5, 0.9 })
            band.Chance(band.Quantile(chance)!.Value).ShouldBe(chance, 1e-4);
    }

    [Fact]
    public void Places_of_the_crossing_are_its_quantiles()
    {
        for (var seed = 0; seed < 30; seed++)
            if (PlanningBand.Of(Made(seed, 3 + seed % 6), true, 1.0, 0.1, rising: false) is { } band)
                foreach (var (place, at) in band.Crossings(40).Select((place, at) => (place, at)))
                    if (band.Quantile((at + 0.5) / 40) is { } exact)
                        place.ShouldBe(exact, 2e-3 * (band.Quantile(0.5)!.Value - band.From) + 1e-3, $"seed {seed}, {at}");
                    else
                        place.ShouldBe(double.PositiveInfinity);
    }

    [Fact]
    public void A_graded_look_weighs_as_much_as_it_tells()
    {
        // A look that is far off moves a line of measurements little; a measurement that is as far off moves it much.
        List<WearReading> sound = [new(0, 5), new(10, 4.5), new(20, 4), new(30, 3.5)];
        var plain = WearLine.Of(sound, 0.1)!.Crosses(1)!.Value;
        var looked = WearLine.Of([.. sound, new(40, 4.0, 100)], 0.1)!.Crosses(1)!.Value;
        var measured = WearLine.Of([.. sound, new(40, 4.0)], 0.1)!.Crosses(1)!.Value;
        Math.Abs(looked - plain).ShouldBeLessThan(Math.Abs(measured - plain) / 10);
    }
}

file static class NorrisPair
{
    public static double XOf(this (double First, double Second) pair) => pair.Second;

    public static double YOf(this (double First, double Second) pair) => pair.First;
}
