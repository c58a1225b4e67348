using System.Collections.Immutable;

namespace MuddyLedger.Core.Viewings;

/// <summary>What it is worth to have a workshop look the bike over before one buys it.</summary>
/// <param name="Points">What it would settle.</param>
/// <param name="Settles">The share of what is uncertain about the cost (its variance) that would be known afterwards, 0 to 1.</param>
/// <param name="Bargains">By how much, on average, what it finds brings the walk-away price down, where it does: something to bargain
/// with.</param>
/// <param name="Against">How likely it speaks against buying at the price. Null without value or price.</param>
/// <param name="Worth">What one may pay for it at most: how much better one decides with it than without, on average. Null without value
/// or price.</param>
public sealed record WorkshopLook(ImmutableArray<string> Points, double Settles, double Bargains, double? Against, double? Worth)
{
    /// <summary>Coarse is enough for means.</summary>
    private const int Cells = 256;

    private const int Draws = 500;

    /// <summary>
    /// Draws what the workshop might find, from what is known now and with a careful look's misses and false alarms, and works out each
    /// time what the bike would then be worth to us (its value less the mean cost; nothing where a knock-out is found). With the report one
    /// buys only where that is over the price; without it one buys on the average, or not. The same every time: the draws begin at one
    /// seed.
    /// </summary>
    /// <param name="points">What the workshop would look at, with whether it is a knock-out; only what was not looked at counts.</param>
    /// <param name="value">When sound, less what papers take; null where not known.</param>
    /// <param name="price">What one would pay; null where no value is known.</param>
    public static WorkshopLook Of(
        IReadOnlyList<PossibleFault> faults,
        IReadOnlyDictionary<string, bool> points,
        Trust trust,
        double hourlyRate,
        double? value,
        double? price
    )
    {
        var bill = Bill.Of(faults, trust, hourlyRate, Cells);
        var looked = bill
            .Lines.Index()
            .Where(at => at.Item.Fault.Look == Look.NotLooked && points.ContainsKey(at.Item.Fault.Point))
            .Select(at => (at.Index, Line: at.Item, KnocksOut: points[at.Item.Fault.Point]))
            .ToList();
        var named = looked.Select(one => one.Line.Fault.Point).ToImmutableArray();
        var now = Spread(bill);
        if (looked.Count == 0 || now.Variance == 0)
            return new(named, 0, 0, null, null);
        var random = new Random(Draws);
        var outcomes = new (double Cost, bool KnockedOut)[Draws];
        for (var draw = 0; draw < Draws; draw++)
        {
            var level = Drawn(bill.CareWeights, random.NextDouble());
            Look[] looks = [.. bill.Lines.Select(line => line.Fault.Look)];
            foreach (var (at, line, _) in looked)
            {
                var there = random.NextDouble() < line.Chance(Look.NotLooked, level);
                looks[at] = random.NextDouble() < (there ? 1 - Care.Misses : Care.FalseAlarms) ? Look.FoundBad : Look.FoundSound;
            }

            outcomes[draw] = (bill.MeanWith(looks), looked.Any(one => one.KnocksOut && looks[one.Index] == Look.FoundBad));
        }

        var mean = outcomes.Average(one => one.Cost);
        var settles = Math.Clamp(outcomes.Average(one => (one.Cost - mean) * (one.Cost - mean)) / now.Variance, 0, 1);
        var most = value ?? double.MaxValue;
        var bargains = outcomes.Average(one =>
            Math.Max(0, Math.Min(most, one.KnockedOut && value is { } whole ? whole : one.Cost) - Math.Min(most, now.Mean))
        );
        if (value is not { } worth || price is not { } asked)
            return new(named, settles, bargains, null, null);
        var gains = outcomes.Select(one => (one.KnockedOut ? 0 : Math.Max(0, worth - one.Cost)) - asked).ToList();
        var blind = gains.Average();
        return new(
            named,
            settles,
            bargains,
            gains.Average(gain => gain > 0 ? 0 : 1.0),
            gains.Average(gain => Math.Max(0, gain)) - Math.Max(0, blind)
        );
    }

    private static int Drawn(double[] weights, double at)
    {
        for (var level = 0; level < weights.Length; level++)
            if ((at -= weights[level]) < 0)
                return level;
        return weights.Length - 1;
    }

    private static (double Mean, double Variance) Spread(Bill bill)
    {
        var cells = bill.Grid.Back(bill.Mixed(bill.CareWeights));
        var mean = bill.Grid.Mean(cells);
        return (mean, cells.Select((chance, cell) => chance * ((cell * bill.Grid.Step) - mean) * ((cell * bill.Grid.Step) - mean)).Sum());
    }
}
