using MathNet.Numerics.LinearAlgebra;
using NodaTime;

namespace MuddyLedger.Core.Meters;

/// <summary>How much more or less than its mean a bike is used as the year goes round: s(t) = 1 + a cos + b sin, averaging 1.</summary>
/// <param name="Cosine">Of the yearly wave.</param>
/// <param name="Sine">Of the yearly wave.</param>
/// <param name="Known">False while there is too little history to tell.</param>
public sealed record SeasonFactor(double Cosine, double Sine, bool Known)
{
    /// <summary>As much in every month.</summary>
    public static readonly SeasonFactor Unknown = new(0, 0, Known: false);

    /// <summary>A year of history is needed before a year's round can be told from chance (house value).</summary>
    private const double LeastWeeks = 52;

    private const int LeastIncrements = 8;

    /// <summary>Never quite nothing, so that no time of year claims to be impossible (house value).</summary>
    private const double LargestSwing = 0.9;

    private const double DaysInYear = 365.25;
    private static readonly LocalDate Zero = new(2000, 1, 1);

    /// <summary>How far use goes up and down with the year, 0 for not at all.</summary>
    public double Swing => Math.Sqrt(Cosine * Cosine + Sine * Sine);

    /// <summary>Riding weeks, each counted by its season's factor.</summary>
    public double Weeks(RidingTime time, LocalDate from, LocalDate to) =>
        time.Pieces(from, to)
            .Sum(piece =>
                Period.DaysBetween(piece.From, piece.To) + Cosine * CosineOver(piece.From, piece.To) + Sine * SineOver(piece.From, piece.To)
            ) / 7;

    /// <summary>
    /// One harmonic fitted by weighted least squares to the rates of the increments, then shrunk by 1 - noise / amplitude^2: what
    /// could as well be chance is left out.
    /// </summary>
    public static SeasonFactor Of(IReadOnlyList<Increment> increments, RidingTime time)
    {
        if (increments.Count < LeastIncrements || Period.DaysBetween(increments[0].From, increments[^1].To) / 7.0 < LeastWeeks)
            return Unknown;
        // Each row scaled by the root of its weight: a matrix of weights would grow with the square of the readings.
        var x = Matrix<double>.Build.DenseOfRowArrays(
            increments.Select(one =>
            {
                var root = Math.Sqrt(one.Weeks);
                return new[] { root, root * Mean(time, one, CosineOver), root * Mean(time, one, SineOver) };
            })
        );
        var y = Vector<double>.Build.DenseOfEnumerable(increments.Select(one => one.Amount / Math.Sqrt(one.Weeks)));
        var normal = x.TransposeThisAndMultiply(x);
        if (Math.Abs(normal.Determinant()) < 1e-9)
            return Unknown;
        var inverse = normal.Inverse();
        var fit = inverse.Multiply(x.TransposeThisAndMultiply(y));
        if (fit[0] <= 0)
            return new(0, 0, Known: true);
        var residuals = y - x.Multiply(fit);
        var variance = residuals.DotProduct(residuals) / (increments.Count - 3);
        var (cosine, sine) = (fit[1] / fit[0], fit[2] / fit[0]);
        var amplitude = cosine * cosine + sine * sine;
        var noise = variance * (inverse[1, 1] + inverse[2, 2]) / (fit[0] * fit[0]);
        var kept = amplitude > 0 ? Math.Max(0, 1 - noise / amplitude) : 0;
        var swing = Math.Sqrt(amplitude) * kept;
        if (swing > LargestSwing)
            kept *= LargestSwing / swing;
        return new(cosine * kept, sine * kept, Known: true);
    }

    private static double Mean(RidingTime time, Increment one, Func<LocalDate, LocalDate, double> over) =>
        time.Pieces(one.From, one.To).Sum(piece => over(piece.From, piece.To)) / (one.Weeks * 7);

    private static double CosineOver(LocalDate from, LocalDate to) =>
        (Math.Sin(Angle(to)) - Math.Sin(Angle(from))) * DaysInYear / (2 * Math.PI);

    private static double SineOver(LocalDate from, LocalDate to) =>
        (Math.Cos(Angle(from)) - Math.Cos(Angle(to))) * DaysInYear / (2 * Math.PI);

    private static double Angle(LocalDate date) => 2 * Math.PI * Period.DaysBetween(Zero, date) / DaysInYear;
}
