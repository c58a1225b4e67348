using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>How likely each amount is, with the common factor by which all prices may be off.</summary>
public sealed class CostSpread
{
    /// <summary>House value: prices are off by this much, all of them together.</summary>
    public const double PriceSpread = 0.15;

    private const int Nodes = 13;
    private const double Reach = 3;
    private static readonly ImmutableArray<(double Factor, double Weight)> Factors = PriceFactors();

    private readonly double[] _upTo;
    private readonly double _step;

    /// <param name="cells">The chance of each multiple of the step, before the price factor; taken as adding up to 1.</param>
    public CostSpread(double[] cells, double step)
    {
        _step = step;
        _upTo = new double[cells.Length];
        var sum = 0.0;
        var all = cells.Sum();
        for (var cell = 0; cell < cells.Length; cell++)
            _upTo[cell] = (sum += cells[cell]) / all;
    }

    /// <summary>The chance of this much or less.</summary>
    public double Below(double amount)
    {
        var chance = 0.0;
        foreach (var (factor, weight) in Factors)
            chance += weight * Plain(amount / factor);
        return chance;
    }

    /// <summary>The amount that is not exceeded with this chance, 0 to 1; to a hundredth of a step.</summary>
    public double Quantile(double chance)
    {
        if (Below(0) >= chance)
            return 0;
        double low = 0,
            high = _step * _upTo.Length * (1 + (Reach * PriceSpread));
        while (high - low > _step / 100)
        {
            var middle = (low + high) / 2;
            if (Below(middle) < chance)
                low = middle;
            else
                high = middle;
        }

        return high;
    }

    /// <summary>The same with amounts that bring money in taken off, each independent of the rest.</summary>
    /// <returns>The amount that what is left does not exceed with this chance; below 0 where more comes in than goes out.</returns>
    public double QuantileLess(IReadOnlyList<Triangle> credits, double chance)
    {
        if (credits.Count == 0)
            return Quantile(chance);
        var most = credits.Sum(credit => credit.High);
        var grid = new CostGrid(most, CreditCells);
        var spectrum = Spectrum.One(grid.Half);
        foreach (var credit in credits)
            spectrum.Multiply(grid.Spectrum(grid.Of(credit)));
        var worth = grid.Back(spectrum)
            .Select((weight, cell) => (Amount: cell * grid.Step, Weight: weight))
            .Where(cell => cell.Weight > 1e-9)
            .ToArray();
        double low = -most,
            high = _step * _upTo.Length * (1 + (Reach * PriceSpread));
        while (high - low > _step / 50)
        {
            var middle = (low + high) / 2;
            if (worth.Sum(cell => cell.Weight * Below(middle + cell.Amount)) < chance)
                low = middle;
            else
                high = middle;
        }

        return high;
    }

    private const int CreditCells = 128;

    /// <summary>Each cell's chance lies evenly over the step around it, but for zero, which is zero.</summary>
    private double Plain(double amount)
    {
        if (amount < 0)
            return 0;
        var at = (amount / _step) + 0.5;
        var cell = (int)at;
        if (cell >= _upTo.Length)
            return 1;
        return cell == 0 ? _upTo[0] : _upTo[cell - 1] + ((at - cell) * (_upTo[cell] - _upTo[cell - 1]));
    }

    private static ImmutableArray<(double, double)> PriceFactors()
    {
        var nodes = Enumerable
            .Range(0, Nodes)
            .Select(node => Reach * ((2.0 * node / (Nodes - 1)) - 1))
            .Select(z => (Factor: 1 + (PriceSpread * z), Weight: Math.Exp(-z * z / 2)))
            .ToList();
        var sum = nodes.Sum(node => node.Weight);
        return [.. nodes.Select(node => (node.Factor, node.Weight / sum))];
    }
}
