using System.Collections.Immutable;
using NodaTime;

namespace MuddyLedger.Core.Meters;

/// <summary>Use between two readings.</summary>
/// <param name="From">The day of the reading before.</param>
/// <param name="To">The day of the reading.</param>
/// <param name="Amount">In the meter's base unit.</param>
/// <param name="Weeks">Riding weeks, greater than zero.</param>
/// <param name="Age">Riding weeks from its end to the last reading.</param>
public sealed record Increment(LocalDate From, LocalDate To, double Amount, double Weeks, double Age)
{
    /// <summary>What counts half as much as today (house value): 26 riding weeks.</summary>
    private const double HalfLife = 26;

    /// <summary>1 for now, halved with each half-life of age.</summary>
    public double Weight { get; } = Math.Pow(0.5, Age / HalfLife);
}

/// <summary>When an amount will be used up: 10%, 50% and 90% of chances.</summary>
/// <param name="Early">If it is used as much as it likely may be.</param>
/// <param name="Likely">The middle.</param>
/// <param name="Late">If it is used as little as it likely may be.</param>
public sealed record DueBand(LocalDate Early, LocalDate Likely, LocalDate Late);

/// <summary>
/// How a bike is used and how sure that is, from the increments between its readings and never from interpolated weeks, which
/// would throw most of the scatter away.
/// </summary>
/// <param name="Kind">Of the meter.</param>
/// <param name="From">The day from which it is counted on: the last reading.</param>
/// <param name="PerWeek">Mean use in a riding week of middling season, m, in the meter's base unit; never negative.</param>
/// <param name="VariancePerWeek">v: how much the use over a week scatters, squared.</param>
/// <param name="EffectiveWeeks">n: how many weeks of even weight the mean rests on.</param>
/// <param name="Drift">Relative error of the mean that more time does not average out.</param>
/// <param name="Season">How use goes with the year.</param>
/// <param name="Time">When the bike was in use.</param>
/// <param name="First">First reading used; null where only the owner's word was.</param>
/// <param name="Readings">How many readings were used.</param>
/// <param name="Stated">Whether the owner's word was blended in.</param>
/// <remarks>
/// Cumulative use is taken as Brownian motion with drift; the time to use up an amount R is its first passage time, inverse
/// Gaussian with mean T = R/m and shape R^2/v'. Ignorance of m and a drifting pace widen it: v' = v (1 + T/n) + (drift m)^2 T.
/// </remarks>
public sealed record UsageForecast(
    MeterKind Kind,
    LocalDate From,
    double PerWeek,
    double VariancePerWeek,
    double EffectiveWeeks,
    double Drift,
    SeasonFactor Season,
    RidingTime Time,
    LocalDate? First,
    int Readings,
    bool Stated
)
{
    /// <summary>The owner's word is worth this many weeks of data (house value)...</summary>
    private const double StatedWeeks = 8;

    /// <summary>...and more than that while there are fewer weeks than these: it outweighs a thin history (house value).</summary>
    private const double ThinHistory = 26;

    /// <summary>From this many weeks of history on the readings speak for themselves (house value).</summary>
    private const double LittleHistory = 52;

    /// <summary>Readings over less than this say nothing about a habit (house value).</summary>
    private const double LeastWeeks = 2;

    /// <summary>
    /// With too little to measure it by, a week's use is taken to scatter by about its own mean and a half (house value).
    /// </summary>
    private const double PriorSpread = 1.5;

    /// <summary>A pace drifts by about a tenth (house value).</summary>
    private const double PaceDrift = 0.1;

    private const double LeastEffective = 5;
    private static readonly double[] MergedTo = [1, 2, 4, 8];

    /// <summary>Decades ahead is no forecast.</summary>
    private const int FarthestDays = 365 * 60;

    /// <param name="statedPerYear">"About 40 h a year"; blended in while there is little history.</param>
    /// <param name="ratioSpread">Relative error of a meter that is itself worked out from another.</param>
    /// <returns>Null where nothing is known of its use.</returns>
    public static UsageForecast? Of(MeterHistory history, MeterAmount? statedPerYear, RidingTime time, double ratioSpread = 0)
    {
        if (history.Last is not { } last)
            return null;
        var increments = IncrementsOf(history, time);
        var weeks = increments.Sum(one => one.Weeks);
        var stated =
            statedPerYear is { } word && word.Kind == history.Kind && weeks < LittleHistory
                ? (double)word.InBase / (365.25 / 7)
                : (double?)null;
        if (weeks < LeastWeeks)
            increments = [];
        if (increments.IsEmpty && stated is null)
            return null;

        var season = SeasonFactor.Of(increments, time);
        var seasonal = increments
            .Select(one => (Increment: one, Weeks: Math.Max(season.Weeks(time, one.From, one.To), one.Weeks * 0.02)))
            .ToList();
        var (used, over) = (increments.Sum(one => one.Weight * one.Amount), seasonal.Sum(one => one.Increment.Weight * one.Weeks));
        var worth = Math.Max(StatedWeeks, ThinHistory - (ThinHistory - StatedWeeks) * weeks / ThinHistory);
        if (stated is { } perWeek)
            (used, over) = (used + perWeek * worth, over + worth);
        var mean = used / over;
        var effective = increments.IsEmpty
            ? 0
            : Squared(increments.Sum(one => one.Weight * one.Weeks)) / increments.Sum(one => Squared(one.Weight * one.Weeks) / one.Weeks);
        if (stated is not null)
            effective += StatedWeeks;
        var variance = VarianceOf(seasonal, mean);
        var change = ChangeOfPace(seasonal, variance);
        if (change is { } changed && stated is null)
            mean = changed.Mean;
        return new(
            Kind: history.Kind,
            From: last.Date,
            PerWeek: mean,
            VariancePerWeek: variance,
            EffectiveWeeks: effective,
            Drift: Math.Sqrt(Squared(PaceDrift) + Squared(ratioSpread) + Squared(change?.Drift ?? 0)),
            Season: season,
            Time: time,
            First: increments.IsEmpty ? null : increments[0].From,
            Readings: increments.IsEmpty ? 0 : history.Points.Length,
            Stated: stated is not null
        );
    }

    /// <summary>Likely use over a spell after the last reading.</summary>
    public MeterAmount UseBetween(LocalDate from, LocalDate to) =>
        MeterAmount.Of(Kind, (decimal)Math.Round(PerWeek * Season.Weeks(Time, from, to), 6));

    /// <summary>When this amount more than at the last reading will have been used; null where it is not used at all, or stands.</summary>
    public DueBand? Reaches(MeterAmount left)
    {
        var amount = (double)left.InBase;
        if (PerWeek <= 0)
            return null;
        if (amount <= 0)
            return new(From, From, From);
        var law = LawOf(amount);
        return DateAfter(law.Quantile(0.5)) is { } likely && DateAfter(law.Quantile(0.1)) is { } early
            ? new(early, likely, DateAfter(law.Quantile(0.9)) ?? From.PlusDays(FarthestDays))
            : null;
    }

    /// <summary>
    /// The chance that this much more than at the last reading will have been used by a day; null where no use is expected.
    /// </summary>
    public double? Chance(double left, LocalDate by)
    {
        if (left <= 0)
            return 1;
        return PerWeek <= 0 ? null : LawOf(left).Cumulative(by <= From ? 0 : Season.Weeks(Time, From, by));
    }

    /// <summary>
    /// When an amount that is itself uncertain will have been used up: the chances of use, averaged over amounts that are all equally
    /// likely. Null where no use is expected, or the middle of them is beyond all planning.
    /// </summary>
    /// <param name="lefts">In base units; infinite where it may never be.</param>
    public DueBand? Reaches(IReadOnlyCollection<double> lefts)
    {
        if (PerWeek <= 0)
            return null;
        var over = lefts.Count(left => left <= 0);
        var laws = lefts.Where(left => left > 0 && !double.IsInfinity(left)).Select(LawOf).ToList();
        var most = Season.Weeks(Time, From, From.PlusDays(FarthestDays));
        LocalDate? By(double chance)
        {
            double Chance(double weeks) => (over + (weeks <= 0 ? 0 : laws.Sum(law => law.Cumulative(weeks)))) / lefts.Count;
            if (Chance(0) >= chance)
                return From;
            if (Chance(most) < chance)
                return null;
            var (low, high) = (0.0, most);
            while (high - low > 0.01)
                if (Chance((low + high) / 2) is var middle && middle < chance)
                    low = (low + high) / 2;
                else
                    high = (low + high) / 2;
            return DateAfter(high);
        }

        return By(0.5) is { } likely && By(0.1) is { } early ? new(early, likely, By(0.9) ?? From.PlusDays(FarthestDays)) : null;
    }

    /// <summary>How many weeks of middling season it takes to use up an amount, in base units.</summary>
    private InverseGaussian LawOf(double amount)
    {
        var mean = amount / PerWeek;
        var variance = VariancePerWeek * (1 + mean / EffectiveWeeks) + Squared(Drift * PerWeek) * mean;
        // A rider as regular as a clock still has a band, too narrow to be seen.
        return new(mean, Squared(amount) / Math.Max(variance, 1e-9 * Squared(PerWeek)));
    }

    /// <summary>The day by which so many weeks of middling season have gone by; null where that is beyond all planning.</summary>
    private LocalDate? DateAfter(double weeks)
    {
        if (Season.Weeks(Time, From, From.PlusDays(FarthestDays)) < weeks)
            return null;
        var (low, high) = (0, FarthestDays);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (Season.Weeks(Time, From, From.PlusDays(middle)) >= weeks)
                high = middle;
            else
                low = middle + 1;
        }

        return From.PlusDays(low);
    }

    private static ImmutableArray<Increment> IncrementsOf(MeterHistory history, RidingTime time)
    {
        var last = history.Last!.Date;
        var increments = ImmutableArray.CreateBuilder<Increment>();
        var from = history.Points[0];
        foreach (var to in history.Points.Skip(1))
        {
            var weeks = time.Weeks(from.Date, to.Date);
            // Two readings of one day, or of one rest, belong to the next increment.
            if (weeks <= 0)
                continue;
            increments.Add(new(from.Date, to.Date, (double)(to.Lifetime.InBase - from.Lifetime.InBase), weeks, time.Weeks(to.Date, last)));
            from = to;
        }

        return increments.ToImmutable();
    }

    /// <summary>
    /// Whether the pace of the last weeks is another than before, beyond what chance explains. A rider who has changed their ways may go on
    /// so or fall back into them: the mean is then taken between the two paces, and the band holds both. Null where it is no
    /// more than scatter.
    /// </summary>
    private static (double Mean, double Drift)? ChangeOfPace(List<(Increment Increment, double Weeks)> increments, double variance)
    {
        (double Sigmas, double Recent, double Earlier) most = (ChangeSigmas, 0, 0);
        foreach (var window in LatelyWeeks)
        {
            var (at, amount, weeks) = (increments.Count, 0.0, 0.0);
            while (at > 0 && weeks < window)
                (at, amount, weeks) = (at - 1, amount + increments[at - 1].Increment.Amount, weeks + increments[at - 1].Weeks);
            var before = increments.Take(at).ToList();
            var over = before.Sum(one => one.Increment.Weight * one.Weeks);
            if (weeks < window || before.Sum(one => one.Weeks) < LeastBefore)
                continue;
            var (recent, earlier) = (amount / weeks, before.Sum(one => one.Increment.Weight * one.Increment.Amount) / over);
            var sigmas = Math.Abs(recent - earlier) / Math.Sqrt(Math.Max(variance, 1e-12) * (1 / weeks + 1 / before.Sum(one => one.Weeks)));
            if (earlier > 0 && sigmas > most.Sigmas)
                most = (sigmas, Math.Max(recent, earlier * SlowestShare), earlier);
        }

        return most.Earlier > 0 ? (Math.Sqrt(most.Recent * most.Earlier), 0.65 * Math.Abs(Math.Log(most.Recent / most.Earlier))) : null;
    }

    /// <summary>
    /// What "lately" means for a change of pace, what must lie before it, and beyond how many standard errors it is one (house values).
    /// </summary>
    private static readonly double[] LatelyWeeks = [4, 6, 8, 12];
    private const double LeastBefore = 12;
    private const double ChangeSigmas = 1.5;

    /// <summary>A rider who has all but stopped is not taken to have stopped for good (house value).</summary>
    private const double SlowestShare = 0.1;

    /// <summary>
    /// The largest scatter over readings merged to at least 1, 2, 4 and 8 weeks: merging catches bursts and spells, which short
    /// increments take for independent of each other.
    /// </summary>
    private static double VarianceOf(List<(Increment Increment, double Weeks)> increments, double mean)
    {
        var largest = -1.0;
        foreach (var weeks in MergedTo)
        {
            var merged = Merge(increments, weeks);
            var weight = merged.Sum(block => block.Weight);
            var effective = merged.Count == 0 ? 0 : Squared(weight) / merged.Sum(block => Squared(block.Weight));
            if (effective < LeastEffective)
                continue;
            var scatter = merged.Sum(block => block.Weight * Squared(block.Amount - mean * block.Seasonal) / block.Seasonal) / weight;
            largest = Math.Max(largest, scatter * effective / (effective - 1));
        }

        return largest >= 0 ? largest : PriorSpread * Squared(mean);
    }

    private static List<(double Amount, double Seasonal, double Weight)> Merge(
        List<(Increment Increment, double Weeks)> increments,
        double weeks
    )
    {
        var blocks = new List<(double Amount, double Seasonal, double Weight)>();
        var (amount, over, length) = (0.0, 0.0, 0.0);
        foreach (var (one, seasonal) in increments)
        {
            (amount, over, length) = (amount + one.Amount, over + seasonal, length + one.Weeks);
            if (length < weeks)
                continue;
            blocks.Add((amount, over, one.Weight));
            (amount, over, length) = (0, 0, 0);
        }

        return blocks;
    }

    private static double Squared(double value) => value * value;
}
