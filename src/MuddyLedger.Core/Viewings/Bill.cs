using System.Collections.Concurrent;

namespace MuddyLedger.Core.Viewings;

/// <summary>
/// All possible faults of a bike laid out for the sum: chances by level of care, costs on the grid, parts that count once.
/// </summary>
internal sealed class Bill
{
    /// <summary>A fault with its chances and cost. A group of one, or of all that cost the same part.</summary>
    /// <param name="Reach">How many cells its dearest cost reaches over.</param>
    internal sealed record Line(PossibleFault Fault, double[] Before, CostByLook Costs, double HoursShare, int Reach)
    {
        /// <summary>How likely it is at a level of care, given what the look says.</summary>
        public double Chance(Look look, int level) =>
            Fault.Presumed && look == Look.NotLooked ? PresumedChance : Care.After(look, Before[level]);

        /// <summary>What putting it right may cost, cell by cell, as far as the look has told.</summary>
        public double[] Cost(Look look) =>
            look switch
            {
                Look.FoundBad => Costs.InFull,
                Look.FoundWorn => Costs.Worn,
                _ => Costs.Unseen,
            };
    }

    /// <summary>What a fault costs, by how it was seen.</summary>
    internal sealed record CostByLook(double[] InFull, double[] Worn, double[] Unseen)
    {
        /// <summary>
        /// House values. Of faults that nobody has seen this share is only wear; and of what looks worn this share is worse inside.
        /// </summary>
        public const double OnlyWear = 0.4;
        public const double WorseInside = Care.Misses;

        /// <param name="full">The cost of a fault in full, cell by cell.</param>
        public static CostByLook Of(double[] full)
        {
            var lower = CostGrid.LowerHalf(full);
            return new(full, Mix(full, lower, WorseInside), Mix(full, lower, 1 - OnlyWear));
        }

        private static double[] Mix(double[] full, double[] lower, double ofFull)
        {
            var mixed = new double[full.Length];
            for (var cell = 0; cell < mixed.Length; cell++)
                mixed[cell] = (ofFull * full[cell]) + ((1 - ofFull) * lower[cell]);
            return mixed;
        }
    }

    /// <summary>House value: what is presumed is nearly certain.</summary>
    private const double PresumedChance = 0.95;

    private readonly Line[] _lines;
    private readonly Line[][] _groups;

    /// <summary>The chances before any look, by line.</summary>
    private readonly double[][] _before;

    /// <summary>Where the lines of each group stand among all.</summary>
    private readonly int[][] _places;
    private readonly ConcurrentDictionary<double[], Spectrum> _spectra = [];
    private readonly ConcurrentDictionary<double[], double> _means = [];
    private readonly ConcurrentDictionary<(int Group, int Level, long Looks), double> _meansOfParts = [];
    private readonly ConcurrentDictionary<(Line[] Group, int Level), double[]> _dearest = [];

    private Bill(CostGrid grid, Line[] lines, double[] weights)
    {
        Grid = grid;
        CareWeights = weights;
        _lines = lines;
        _places =
        [
            .. Enumerable
                .Range(0, lines.Length)
                .GroupBy(at => lines[at].Fault.Part ?? $"only {lines[at].Fault.Point}")
                .Select(group => group.ToArray()),
        ];
        _groups = [.. _places.Select(places => places.Select(at => lines[at]).ToArray())];
        _before = [.. lines.Select(line => line.Before)];
    }

    public CostGrid Grid { get; }

    /// <summary>How likely each level of care is after all that was looked at; zero where it is next to impossible.</summary>
    public double[] CareWeights { get; }

    public IReadOnlyList<Line> Lines => _lines;

    public IReadOnlyList<Line[]> Groups => _groups;

    /// <param name="hourlyRate">Money for an hour of one's own work; 0 where it costs nothing.</param>
    /// <param name="cells">Of the money grid.</param>
    public static Bill Of(IReadOnlyList<PossibleFault> faults, Trust trust, double hourlyRate, int cells)
    {
        var costs = faults.Select(fault => fault.Cost.At(hourlyRate)).ToList();
        var middling = new Dictionary<double, double>();
        var before = faults
            .Select(fault =>
            {
                if (!middling.TryGetValue(fault.Chance, out var odds))
                    middling[fault.Chance] = odds = Care.Middling(fault.Chance);
                return Care.Chances(odds, trust.Shift);
            })
            .ToArray();
        var weights = CareAfter([.. faults.Select(fault => fault.Look)], before);
        var grid = new CostGrid(Math.Max(1, MostLikely(faults, costs, before, weights)), cells);
        return new(
            grid,
            [
                .. faults.Select(
                    (fault, at) =>
                    {
                        var mean = costs[at].Mean;
                        return new Line(
                            fault,
                            before[at],
                            CostByLook.Of(grid.Of(costs[at])),
                            mean == 0 ? 0 : fault.Cost.Hours.Mean * hourlyRate / mean,
                            (int)(costs[at].High / grid.Step) + 3
                        );
                    }
                ),
            ],
            weights
        );
    }

    /// <summary>The mean of the whole sum with these looks, by line, in place of those that were.</summary>
    public double MeanWith(Look[] looks)
    {
        var weights = CareAfter(looks, _before);
        var mean = 0.0;
        for (var level = 0; level < Care.Levels; level++)
        {
            if (weights[level] < Coarse)
                continue;
            for (var group = 0; group < _groups.Length; group++)
                mean += weights[level] * MeanOf(group, level, looks);
        }

        return mean;
    }

    /// <summary>The mean of what costs one part, at one level of care, with these looks, by line.</summary>
    private double MeanOf(int group, int level, Look[] looks)
    {
        var (lines, places) = (_groups[group], _places[group]);
        if (lines.Length == 1)
            return lines[0].Chance(looks[places[0]], level) * MeanOf(lines[0].Cost(looks[places[0]]));
        // A workshop's report is drawn many times, and the few lines of a part are seen in the same few ways again and again.
        var seen = places.Aggregate(0L, (key, place) => (key << 2) | (long)looks[place]);
        return _meansOfParts.GetOrAdd(
            (group, level, seen),
            _ => Grid.Mean(Dearest(lines, level, [.. places.Select(place => looks[place])]))
        );
    }

    private double MeanOf(double[] cells) => _means.GetOrAdd(cells, Grid.Mean);

    /// <summary>For a mean, a level of care this unlikely may be left out.</summary>
    private const double Coarse = 1e-4;

    /// <summary>How likely each level of care is after all that was looked at.</summary>
    private static double[] CareAfter(Look[] looks, double[][] before)
    {
        var logs = new double[Care.Levels];
        for (var level = 0; level < Care.Levels; level++)
        {
            logs[level] = Math.Log(Care.Prior[level]);
            for (var at = 0; at < looks.Length; at++)
                if (looks[at] != Look.NotLooked)
                    logs[level] += Math.Log(Care.Likelihood(looks[at], before[at][level]));
        }

        var most = logs.Max();
        var weights = logs.Select(log => Math.Exp(log - most)).ToArray();
        var sum = weights.Sum();
        return [.. weights.Select(weight => weight / sum < Negligible ? 0 : weight / sum)];
    }

    /// <summary>A level of care this unlikely changes no figure that is shown.</summary>
    private const double Negligible = 1e-7;

    /// <summary>
    /// No sum is ever larger than all that can fail at its dearest; but with many faults it does not come near, and a grid that reaches
    /// nine deviations above the mean at the worst level of care that counts is finer.
    /// </summary>
    private static double MostLikely(IReadOnlyList<PossibleFault> faults, List<Triangle> costs, double[][] before, double[] weights)
    {
        var all = costs.Sum(cost => cost.High);
        var reached = 0.0;
        for (var level = 0; level < Care.Levels; level++)
        {
            if (weights[level] == 0)
                continue;
            double mean = 0,
                variance = 0;
            for (var at = 0; at < faults.Count; at++)
            {
                var chance = faults[at].Presumed ? 1 : Care.After(faults[at].Look, before[at][level]);
                mean += chance * costs[at].Mean;
                variance += chance * costs[at].High * costs[at].High;
            }

            reached = Math.Max(reached, mean + (9 * Math.Sqrt(variance)));
        }

        return Math.Min(all, reached + (costs.Count == 0 ? 0 : costs.Max(cost => cost.High)));
    }

    /// <summary>The spectrum of the whole sum at one level of care.</summary>
    public Spectrum Product(int level)
    {
        var product = Spectrum.One(Grid.Half);
        foreach (var group in _groups)
            if (group.Length > 1)
                product.Multiply(Grid.Spectrum(DearestNow(group, level)));
            else
                product.Multiply(SpectrumOf(group[0].Cost(group[0].Fault.Look)), group[0].Chance(group[0].Fault.Look, level));
        return product;
    }

    /// <summary>The spectrum of the whole sum, its levels of care in these shares.</summary>
    public Spectrum Mixed(double[] shares)
    {
        var mixed = new Spectrum(Grid.Half);
        for (var level = 0; level < Care.Levels; level++)
            if (shares[level] > 0)
                mixed.Add(Product(level), shares[level]);
        return mixed;
    }

    /// <summary>The spectrum of the whole sum, its levels of care in these shares, had one fault been looked at.</summary>
    /// <param name="group">What costs the same part as the fault, itself among them.</param>
    /// <param name="others">By level the product of all other groups.</param>
    public Spectrum MixedWith(Line[] group, Line seen, Look look, Spectrum[] others, double[] shares)
    {
        var there = new Spectrum(Grid.Half);
        if (group.Length > 1)
        {
            for (var level = 0; level < Care.Levels; level++)
                if (shares[level] > 0)
                {
                    var all = Factor(group, level, line => line == seen ? look : line.Fault.Look);
                    all.Multiply(others[level]);
                    there.Add(all, shares[level]);
                }

            return there;
        }

        // It is there or not, and where it is it costs the same at every level: one product does for all of them.
        var none = new Spectrum(Grid.Half);
        for (var level = 0; level < Care.Levels; level++)
            if (shares[level] > 0)
            {
                var chance = seen.Chance(look, level);
                there.Add(others[level], shares[level] * chance);
                none.Add(others[level], shares[level] * (1 - chance));
            }

        there.Multiply(SpectrumOf(seen.Cost(look)));
        there.Add(none, 1);
        return there;
    }

    /// <summary>The spectrum of one part's cost at one level of care, with any looks in place of those that were.</summary>
    public Spectrum Factor(Line[] group, int level, Func<Line, Look> look)
    {
        if (group.Length > 1)
            return Grid.Spectrum(Dearest(group, level, [.. group.Select(look)]));
        var line = group[0];
        var factor = Spectrum.One(Grid.Half);
        factor.Multiply(SpectrumOf(line.Cost(look(line))), line.Chance(look(line), level));
        return factor;
    }

    /// <summary>
    /// What each fault is expected to add. Of one part the dearest counts, and it is shared out by what each would cost alone.
    /// </summary>
    public List<(CostDriver Driver, double Hours)> Drivers(double[] weights)
    {
        var all = new List<(CostDriver, double)>();
        foreach (var group in _groups)
        {
            var alone = group
                .Select(line =>
                {
                    var chance = Enumerable.Range(0, Care.Levels).Sum(level => weights[level] * line.Chance(line.Fault.Look, level));
                    return (Line: line, Chance: chance, Cost: chance * MeanOf(line.Cost(line.Fault.Look)));
                })
                .ToList();
            var sum = alone.Sum(part => part.Cost);
            var together =
                group.Length == 1
                    ? sum
                    : Enumerable
                        .Range(0, Care.Levels)
                        .Sum(level => weights[level] == 0 ? 0 : weights[level] * Grid.Mean(DearestNow(group, level)));
            foreach (var (line, chance, cost) in alone)
            {
                var share = sum == 0 ? 0 : cost / sum * together;
                all.Add((new CostDriver(line.Fault.Point, chance, share), share * line.HoursShare));
            }
        }

        return all;
    }

    private double[] DearestNow(Line[] group, int level) =>
        _dearest.GetOrAdd((group, level), at => Dearest(at.Group, at.Level, [.. at.Group.Select(line => line.Fault.Look)]));

    /// <summary>The cost of the dearest of several that may each be there: their chances of "at most so much" multiply.</summary>
    private double[] Dearest(Line[] group, int level, Look[] looks)
    {
        var upTo = new double[Grid.Cells];
        var cells = Math.Min(Grid.Cells, group.Max(line => line.Reach));
        Array.Fill(upTo, 1, 0, cells);
        foreach (var (line, look) in group.Zip(looks))
        {
            var (chance, cost, sum) = (line.Chance(look, level), line.Cost(look), 0.0);
            for (var cell = 0; cell < cells; cell++)
                upTo[cell] *= 1 - chance + (chance * (sum += cost[cell]));
        }

        for (var cell = cells - 1; cell > 0; cell--)
            upTo[cell] -= upTo[cell - 1];
        return upTo;
    }

    private Spectrum SpectrumOf(double[] cells) => _spectra.GetOrAdd(cells, Grid.Spectrum);
}
