using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>One possible fault, as the money sees it.</summary>
/// <param name="Point">Where.</param>
/// <param name="Chance">Before anybody looked, over all bikes of its age and use: 0.001 to 0.9.</param>
/// <param name="Look">What was seen there.</param>
/// <param name="Cost">To put it right.</param>
/// <param name="Part">Faults of one part cost its repair once: the dearest of them.</param>
/// <param name="Presumed">Taken as there for as long as it is not looked at: a project, or what the seller admits.</param>
public sealed record PossibleFault(string Point, double Chance, Look Look, FaultCost Cost, string? Part = null, bool Presumed = false);

/// <summary>What one fault adds to the bill.</summary>
/// <param name="Point">Where.</param>
/// <param name="Chance">That it is there, as far as is known.</param>
/// <param name="Expected">Its mean cost times that chance.</param>
public sealed record CostDriver(string Point, double Chance, double Expected);

/// <summary>What it takes to put a bike right.</summary>
/// <param name="Spread">How likely each sum is.</param>
/// <param name="Mean">Money.</param>
/// <param name="Hours">Expected cost of the owner's own hours, of the mean.</param>
/// <param name="CareShift">Mean of the level of care: below 0 better kept than most, above 0 worse.</param>
/// <param name="Drivers">The dearest first.</param>
public sealed record RepairCost(CostSpread Spread, double Mean, double Hours, double CareShift, ImmutableArray<CostDriver> Drivers)
{
    /// <summary>Not exceeded in one of ten.</summary>
    public double C10 => Spread.Quantile(0.10);

    /// <summary>Not exceeded in half of the cases.</summary>
    public double C50 => Spread.Quantile(0.50);

    /// <summary>Not exceeded in three of four.</summary>
    public double C75 => Spread.Quantile(0.75);

    /// <summary>Not exceeded in nine of ten.</summary>
    public double C90 => Spread.Quantile(0.90);

    /// <summary>Fine enough for a sum of a hundred costs, and quick enough for every tap.</summary>
    private const int Cells = 1024;

    /// <summary>
    /// By exact convolution for each level of care, mixed by how likely each is, all times a common price factor. A fault not looked at
    /// is there or not, and then often no more than wear; one found sound may have been missed; one found may be a false alarm; one found
    /// worn
    /// may be worse inside.
    /// </summary>
    /// <param name="hourlyRate">What the owner's own hour is worth to them; 0 or more.</param>
    public static RepairCost Of(IReadOnlyList<PossibleFault> faults, Trust trust, double hourlyRate)
    {
        var bill = Bill.Of(faults, trust, hourlyRate, Cells);
        var weights = bill.CareWeights;
        // Level by level on every core, then added up in order, so that the answer is the same whoever was first.
        var products = new Spectrum?[Care.Levels];
        void Fill(int level) => products[level] = weights[level] == 0 ? null : bill.Product(level);
        // A browser has one thread, and nobody to wait on.
        if (OperatingSystem.IsBrowser())
            for (var level = 0; level < Care.Levels; level++)
                Fill(level);
        else
            Parallel.For(0, Care.Levels, Fill);
        var spectrum = new Spectrum(bill.Grid.Half);
        for (var level = 0; level < Care.Levels; level++)
            if (products[level] is { } product)
                spectrum.Add(product, weights[level]);

        var drivers = bill.Drivers(weights);
        var mean = drivers.Sum(driver => driver.Driver.Expected);
        var care = Enumerable.Range(0, Care.Levels).Sum(level => weights[level] * Care.Shift[level]);
        return new(
            new CostSpread(bill.Grid.Back(spectrum), bill.Grid.Step),
            mean,
            drivers.Sum(driver => driver.Hours),
            care + trust.Shift,
            [.. drivers.Select(driver => driver.Driver).OrderByDescending(driver => driver.Expected)]
        );
    }
}
