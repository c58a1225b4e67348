using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>What looking at a point is worth.</summary>
/// <param name="Point">Where.</param>
/// <param name="Change">The expected absolute change of the walk-away price; of the cost where no value is known, or where no look can
/// move the price.</param>
/// <param name="Minutes">That it takes.</param>
/// <param name="ChanceOfFault">How likely the look finds something.</param>
public sealed record NextLook(string Point, double Change, double Minutes, double ChanceOfFault)
{
    /// <summary>What it moves the price for its time.</summary>
    public double PerMinute => Change / Minutes;

    /// <summary>Coarse is enough to rank by.</summary>
    private const int Cells = 256;

    /// <summary>
    /// The unchecked points, the most telling for its minutes first. For each, the whole sum is done again with the point found sound
    /// and with it found bad, weighted by how likely each is. A knock-out puts the whole walk-away price at stake.
    /// </summary>
    /// <param name="faults">All of them, looked at or not.</param>
    /// <param name="points">Those that can still be looked at.</param>
    /// <param name="trust">As it stands.</param>
    /// <param name="hourlyRate">What the owner's own hour is worth to them; 0 or more.</param>
    /// <param name="value">When sound, less what papers take; null where not known.</param>
    /// <param name="asking">Null where no price is asked.</param>
    public static ImmutableArray<NextLook> Of(
        IReadOnlyList<PossibleFault> faults,
        IReadOnlyDictionary<string, (double Minutes, bool KnockOut)> points,
        Trust trust,
        double hourlyRate,
        double? value,
        double? asking
    )
    {
        var bill = Bill.Of(faults, trust, hourlyRate, Cells);
        var weights = Likely(bill.CareWeights);
        var without = WithoutEach(bill, weights);
        (double Price, double Cost) PriceOf(Spectrum spectrum)
        {
            var cells = bill.Grid.Back(spectrum);
            var cost = Math.Max(Middle(cells, bill.Grid.Step), bill.Grid.Mean(cells));
            return (value is { } worth ? Math.Clamp(worth - cost, 0, asking ?? double.MaxValue) : cost, cost);
        }

        var now = PriceOf(bill.Mixed(weights));
        var looks = new List<(NextLook Look, double CostChange)>();
        for (var group = 0; group < bill.Groups.Count; group++)
            foreach (
                var line in bill.Groups[group].Where(line => line.Fault.Look == Look.NotLooked && points.ContainsKey(line.Fault.Point))
            )
            {
                var (minutes, knocksOut) = points[line.Fault.Point];
                double change = 0,
                    costChange = 0,
                    found = 0;
                foreach (var look in new[] { Look.FoundSound, Look.FoundBad })
                {
                    var likely = weights.Select((weight, level) => weight * Care.Likelihood(look, line.Before[level])).ToArray();
                    var chance = likely.Sum();
                    if (look == Look.FoundBad)
                        found = chance;
                    double[] shares = [.. likely.Select(weight => weight / chance)];
                    var (price, cost) = PriceOf(bill.MixedWith(bill.Groups[group], line, look, without[group], shares));
                    change += chance * Math.Abs((knocksOut && look == Look.FoundBad && value is not null ? 0 : price) - now.Price);
                    costChange += chance * Math.Abs(cost - now.Cost);
                }

                looks.Add((new(line.Fault.Point, change, minutes, found), costChange));
            }

        // Where the price stands at nothing, or at what is asked, and no single look would move it, the cost still tells them apart.
        if (looks.All(pair => pair.Look.Change < 0.5))
            looks = [.. looks.Select(pair => (pair.Look with { Change = pair.CostChange }, pair.CostChange))];
        return
        [
            .. looks.Select(pair => pair.Look).OrderByDescending(look => look.PerMinute).ThenBy(look => look.Point, StringComparer.Ordinal),
        ];
    }

    /// <summary>To rank by, a level of care less likely than this changes nothing.</summary>
    private const double Unlikely = 1e-3;

    private static double[] Likely(double[] weights)
    {
        var kept = weights.Select(weight => weight < Unlikely ? 0 : weight).ToArray();
        var sum = kept.Sum();
        return [.. kept.Select(weight => weight / sum)];
    }

    /// <summary>For each group and level of care the product of all the others, by products from both ends.</summary>
    private static Spectrum[][] WithoutEach(Bill bill, double[] weights)
    {
        var count = bill.Groups.Count;
        var without = Enumerable.Range(0, count).Select(_ => new Spectrum[Care.Levels]).ToArray();
        for (var level = 0; level < Care.Levels; level++)
        {
            var at = level;
            if (weights[level] == 0)
                continue;
            var factors = bill.Groups.Select(group => bill.Factor(group, at, line => line.Fault.Look)).ToArray();
            var before = Spectrum.One(bill.Grid.Half);
            for (var group = 0; group < count; group++)
            {
                without[group][level] = before.Copy();
                before.Multiply(factors[group]);
            }

            var after = Spectrum.One(bill.Grid.Half);
            for (var group = count - 1; group >= 0; group--)
            {
                without[group][level].Multiply(after);
                after.Multiply(factors[group]);
            }
        }

        return without;
    }

    private static double Middle(double[] cells, double step)
    {
        var (sum, all) = (0.0, cells.Sum());
        for (var cell = 0; cell < cells.Length; cell++)
        {
            if (sum + cells[cell] >= all / 2)
                return (cell - 0.5 + (cells[cell] == 0 ? 0 : ((all / 2) - sum) / cells[cell])) * step;
            sum += cells[cell];
        }

        return cells.Length * step;
    }
}
