using CsCheck;
using MathNet.Numerics.Distributions;

namespace MuddyLedger.Core.Tests.Meters;

public class InverseGaussianTests
{
    // Against a statistics library where it is sound: shape over mean below 300.
    [Fact]
    public void It_agrees_with_the_statistics_library() =>
        Gen.Select(Gen.Double[0.1, 200], Gen.Double[0.05, 290], Gen.Double[0.05, 5])
            .Sample(
                (mean, ratio, at) =>
                {
                    var ours = new MuddyLedger.Core.Meters.InverseGaussian(mean, mean * ratio);
                    var theirs = new MathNet.Numerics.Distributions.InverseGaussian(mean, mean * ratio);
                    return Math.Abs(ours.Cumulative(mean * at) - theirs.CumulativeDistribution(mean * at)) < 1e-7;
                },
                iter: 500
            );

    // Property: the quantile undoes the distribution function, far beyond where library versions fail.
    [Fact]
    public void The_quantile_undoes_the_distribution_function() =>
        Gen.Select(Gen.Double[0.01, 500], Gen.Double[-2, 7], Gen.Double[0.001, 0.999])
            .Sample(
                (mean, power, chance) =>
                {
                    var law = new MuddyLedger.Core.Meters.InverseGaussian(mean, mean * Math.Pow(10, power));
                    return Math.Abs(law.Cumulative(law.Quantile(chance)) - chance) < 1e-3;
                },
                iter: 500
            );

    // Against simulation above: the method of Michael, Schucany and Haas (1976) draws from it exactly.
    [Theory]
    [InlineData(20, 20 * 400)]
    [InlineData(20, 20 * 5_000)]
    [InlineData(3, 2)]
    public void It_agrees_with_simulation(double mean, double shape)
    {
        var random = new Random(7);
        var drawn = Enumerable.Range(0, 20_000).Select(_ => Draw(mean, shape, random)).Order().ToArray();
        var law = new MuddyLedger.Core.Meters.InverseGaussian(mean, shape);
        foreach (var chance in new[] { 0.1, 0.5, 0.9 })
        {
            // Four sigma of the share of draws that lie below.
            var below = drawn.Count(value => value <= law.Quantile(chance)) / (double)drawn.Length;
            below.ShouldBe(chance, 4 * Math.Sqrt(chance * (1 - chance) / drawn.Length));
        }
    }

    private static double Draw(double mean, double shape, Random random)
    {
        var y = Math.Pow(Normal.Sample(random, 0, 1), 2);
        var x = mean + mean * mean * y / (2 * shape) - mean / (2 * shape) * Math.Sqrt(4 * mean * shape * y + mean * mean * y * y);
        return random.NextDouble() <= mean / (mean + x) ? x : mean * mean / x;
    }
}
