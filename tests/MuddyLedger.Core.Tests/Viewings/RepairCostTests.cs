using CsCheck;
using MuddyLedger.Core.Viewings;

namespace MuddyLedger.Core.Tests.Viewings;

public class RepairCostTests
{
    private static readonly Trust Even = new(2, 2);

    internal static readonly Gen<FaultCost> AnyCost = Gen.Select(
            Gen.Double[0, 200],
            Gen.Double[0, 300],
            Gen.Double[0, 500],
            Gen.Double[0, 5]
        )
        .Select((low, more, most, hours) => new FaultCost(new(low, low + more, low + more + most), new(hours / 2, hours, hours * 2)));

    internal static readonly Gen<PossibleFault[]> AnyFaults = Gen.Select(Gen.Double[0.002, 0.9], Gen.Enum<Look>(), AnyCost, Gen.Int[0, 8])
        .Array[1, 25]
        .Select(all =>
            all.Select((one, at) => new PossibleFault($"p{at}", one.Item1, one.Item2, one.Item3, one.Item4 < 3 ? $"part{one.Item4}" : null))
                .ToArray()
        );

    internal static readonly Gen<Trust> AnyTrust = Gen.Select(Gen.Int[2, 9], Gen.Int[2, 9]).Select((a, b) => new Trust(a, b));

    // Against simulation: the same faults drawn one by one, with a random stream of their own for care, prices and each point.
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void The_sum_is_what_a_large_simulation_gives(int seed)
    {
        var random = new Random(seed);
        var faults = Enumerable
            .Range(0, 30)
            .Select(at =>
            {
                var low = random.Next(0, 80);
                var likely = low + random.Next(1, 150);
                return new PossibleFault(
                    $"p{at}",
                    0.02 + (random.NextDouble() * 0.5),
                    (Look)random.Next(4),
                    new(new(low, likely, likely + random.Next(1, 300)), new(0.5, 1, 2)),
                    at % 6 == 0 ? "a part" : null
                );
            })
            .ToList();
        var trust = new Trust(2, 3);
        var cost = RepairCost.Of(faults, trust, 20);
        const int Draws = 200_000;
        var sums = Simulated(faults, trust, 20, Draws, random);
        Array.Sort(sums);
        // Four standard errors of a share, and half a step of the grid.
        foreach (var (level, quantile) in new[] { (0.10, cost.C10), (0.50, cost.C50), (0.75, cost.C75), (0.90, cost.C90) })
        {
            var error = 4 * Math.Sqrt(level * (1 - level) / Draws);
            quantile.ShouldBeInRange(sums[(int)(Draws * (level - error))] - 3, sums[(int)(Draws * (level + error))] + 3);
        }

        cost.Mean.ShouldBe(
            sums.Average(),
            tolerance: 4 * Math.Sqrt(sums.Select(sum => Math.Pow(sum - cost.Mean, 2)).Average() / Draws) + 2
        );
        cost.Drivers.Sum(driver => driver.Expected).ShouldBe(cost.Mean, tolerance: 1e-6);
    }

    // Importance sampling over care: draw care from its prior, weight by the likelihood of what was seen, resample.
    private static double[] Simulated(List<PossibleFault> faults, Trust trust, double rate, int draws, Random random)
    {
        var middling = faults.Select(fault => Care.Middling(fault.Chance)).ToArray();
        var weights = Enumerable
            .Range(0, Care.Levels)
            .Select(level =>
                Care.Prior[level]
                * faults
                    .Select((fault, at) => Care.Likelihood(fault.Look, Care.Logistic(middling[at] + Care.Shift[level] + trust.Shift)))
                    .Aggregate(1.0, (product, one) => product * one)
            )
            .ToArray();
        var all = weights.Sum();
        var chances = Care
            .Shift.Select(shift =>
                faults.Select((fault, at) => Care.After(fault.Look, Care.Logistic(middling[at] + shift + trust.Shift))).ToArray()
            )
            .ToArray();
        var sums = new double[draws];
        for (var draw = 0; draw < draws; draw++)
        {
            var pick = random.NextDouble() * all;
            var level = 0;
            while (level < Care.Levels - 1 && (pick -= weights[level]) > 0)
                level++;
            var parts = new Dictionary<string, double>();
            for (var at = 0; at < faults.Count; at++)
            {
                var fault = faults[at];
                if (random.NextDouble() >= chances[level][at])
                    continue;
                // The cheaper half: the quantile of a uniform draw below a half.
                var inFull =
                    random.NextDouble()
                    < fault.Look switch
                    {
                        Look.FoundBad => 1,
                        Look.FoundWorn => 0.1,
                        _ => 0.6,
                    };
                var amount = Quantile(fault.Cost.At(rate), random.NextDouble() * (inFull ? 1 : 0.5));
                var part = fault.Part ?? fault.Point;
                parts[part] = Math.Max(parts.GetValueOrDefault(part), amount);
            }

            double normal;
            do normal = Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
            while (Math.Abs(normal) > 3);
            sums[draw] = parts.Values.Sum() * (1 + (CostSpread.PriceSpread * normal));
        }

        return sums;
    }

    /// <summary>Where a triangle has this share below it, from its two straight sides.</summary>
    private static double Quantile(Triangle cost, double chance)
    {
        var (rise, fall, span) = (cost.Likely - cost.Low, cost.High - cost.Likely, cost.High - cost.Low);
        return chance * span < rise ? cost.Low + Math.Sqrt(chance * span * rise) : cost.High - Math.Sqrt((1 - chance) * span * fall);
    }

    // Property: with the claims held fixed, a worse grade never makes a bike cheaper to put right, and a sound point never dearer.
    [Fact]
    public void Worse_found_is_never_cheaper_and_sound_found_never_dearer() =>
        Gen.Select(AnyFaults, AnyTrust, Gen.Int[0, 24])
            .Sample(
                (faults, trust, pick) =>
                {
                    var at = pick % faults.Length;
                    RepairCost With(Look look) =>
                        RepairCost.Of([.. faults.Select((fault, index) => index == at ? fault with { Look = look } : fault)], trust, 15);
                    var (not, sound, worn, bad) = (With(Look.NotLooked), With(Look.FoundSound), With(Look.FoundWorn), With(Look.FoundBad));
                    foreach (
                        var of in new Func<RepairCost, double>[]
                        {
                            cost => cost.C10,
                            cost => cost.C50,
                            cost => cost.C75,
                            cost => cost.C90,
                            cost => cost.Mean,
                        }
                    )
                    {
                        of(sound).ShouldBeLessThanOrEqualTo(of(not) + Rounding);
                        of(sound).ShouldBeLessThanOrEqualTo(of(worn) + Rounding);
                        of(worn).ShouldBeLessThanOrEqualTo(of(bad) + Rounding);
                    }
                },
                iter: 60
            );

    /// <summary>Quantiles are found to a hundredth of a step of at most 10.</summary>
    private const double Rounding = 0.25;

    [Fact]
    public void Levels_stand_in_order_and_the_same_question_has_the_same_answer() =>
        Gen.Select(AnyFaults, AnyTrust)
            .Sample(
                (faults, trust) =>
                {
                    var cost = RepairCost.Of(faults, trust, 10);
                    new[] { 0, cost.C10, cost.C50, cost.C75, cost.C90 }.ShouldBeInOrder();
                    RepairCost.Of(faults, trust, 10).C75.ShouldBe(cost.C75);
                },
                iter: 60
            );

    // Reference: the transform of a general numerics library.
    [Theory]
    [InlineData(2)]
    [InlineData(256)]
    [InlineData(1024)]
    public void The_transform_is_the_librarys(int size)
    {
        var random = new Random(size);
        var was = Enumerable.Range(0, size).Select(_ => new System.Numerics.Complex(random.NextDouble(), random.NextDouble())).ToArray();
        var (re, im, theirs) = (was.Select(value => value.Real).ToArray(), was.Select(value => value.Imaginary).ToArray(), was.ToArray());
        FastFourier.Forward(re, im);
        MathNet.Numerics.IntegralTransforms.Fourier.Forward(theirs, MathNet.Numerics.IntegralTransforms.FourierOptions.AsymmetricScaling);
        for (var at = 0; at < size; at++)
            (new System.Numerics.Complex(re[at], im[at]) - theirs[at]).Magnitude.ShouldBeLessThan(1e-9);
        FastFourier.Inverse(re, im);
        for (var at = 0; at < size; at++)
            (new System.Numerics.Complex(re[at], im[at]) - was[at]).Magnitude.ShouldBeLessThan(1e-12);
    }

    [Fact]
    public void A_part_that_fails_at_two_points_is_paid_once()
    {
        var cost = new FaultCost(new(95, 100, 105), new(0, 0, 0));
        PossibleFault Found(string point, string? part) => new(point, 0.9, Look.FoundBad, cost, part);
        RepairCost.Of([Found("chain", "drive"), Found("sprockets", "drive")], Even, 0).C50.ShouldBe(100, tolerance: 3);
        RepairCost.Of([Found("chain", null), Found("sprockets", null)], Even, 0).C50.ShouldBe(200, tolerance: 6);
    }

    [Fact]
    public void Rare_dear_faults_are_not_hidden_in_a_mean()
    {
        var rare = new PossibleFault("frame", 0.12, Look.NotLooked, new(new(900, 1_000, 1_100), new(0, 0, 0)));
        var cost = RepairCost.Of([rare], Even, 0);
        cost.C50.ShouldBe(0);
        cost.C90.ShouldBeGreaterThan(700);
        cost.Mean.ShouldBe(120, tolerance: 2);
    }

    [Fact]
    public void A_seller_who_is_not_trusted_makes_what_was_not_seen_dearer()
    {
        var faults = Enumerable
            .Range(0, 10)
            .Select(at => new PossibleFault($"p{at}", 0.2, Look.NotLooked, new(new(50, 100, 200), new(0, 0, 0))))
            .ToList();
        RepairCost.Of(faults, new(2, 8), 0).Mean.ShouldBeGreaterThan(RepairCost.Of(faults, Even, 0).Mean * 1.5);
    }

    [Fact]
    public void The_chance_over_all_care_is_the_stated_one() =>
        Gen.Double[0.001, 0.9]
            .Sample(chance =>
                Care.Chances(Care.Middling(chance), 0).Select((at, level) => at * Care.Prior[level]).Sum().ShouldBe(chance, tolerance: 1e-9)
            );
}
